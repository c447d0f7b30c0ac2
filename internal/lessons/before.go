package lessons

import (
	"cmp"
	"context"
	"maps"
	"slices"
	"strings"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/roster"
	"enkaustos/core/schedule"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// mine finds a lesson for somebody: a tablet finds those of the classes that it serves.
func mine(ctx context.Context, m school.Moment, key string) (lesson.Lesson, error) {
	at, err := find(m, key)
	by := school.ActorOf(ctx)
	if err == nil && by.Role == work.Station && !slices.ContainsFunc(at.Classes, by.Serves) {
		err = school.Deny("This lesson is not of the class that is in the room now.")
	}
	return at, err
}

// nowMine is mine, for what is written: a tablet writes to the lesson that its classes are in, and to no
// other.
func nowMine(ctx context.Context, m school.Moment, key string) (lesson.Lesson, error) {
	at, err := mine(ctx, m, key)
	by := school.ActorOf(ctx)
	if err == nil && by.Role == work.Station {
		if now, _, ok := lesson.InRoom(school.Bells.The(m.Snapshot), by.Classes, m.At.Local()); !ok || now.Key != at.Key {
			err = school.Deny("This lesson is not in the room now: its lists are the teacher's.")
		}
	}
	return at, err
}

// GetBefore is what a lesson needs before the first brush.
func (l Lessons) GetBefore(ctx context.Context, r contract.GetBeforeRequestObject) (contract.GetBeforeResponseObject, error) {
	m := l.School.Now()
	at, err := mine(ctx, m, r.Key)
	if err != nil {
		return nil, err
	}
	v, err := before(m, at)
	return contract.GetBefore200JSONResponse(beforeAt(m, school.ActorOf(ctx), v)), err
}

// before gathers what a lesson needs, from plans and log.
func before(m school.Moment, at lesson.Lesson) (contract.BeforeLesson, error) {
	class, n := Class(m, at)
	whole, err := class.Plan(schedule.Usual)
	if err != nil {
		return contract.BeforeLesson{}, school.Says(err)
	}
	g := gathering{m: m, at: at, class: class.From(n), planned: whole.From(n), between: class.Lessons[:n], whole: whole}
	out := contract.BeforeLesson{Lesson: Show(m, at), Left: left(m, at), Hand: g.hand(), Away: g.away(), Clean: g.clean(), Glazes: g.glazes(), Colours: g.colours(), Jars: []contract.JarToMind{}}
	for _, one := range out.Glazes {
		jar := school.Glazes.All(m.Snapshot)[one.Code]
		if act, why, needs := fits.Mind(&jar, g.class.House, school.Settled(m, m.House, &jar, "", m.At)); needs {
			out.Jars = append(out.Jars, contract.JarToMind{Code: jar.Code, Name: jar.Name, Raw: one.Raw, Act: contract.JarToMindAct(act), Why: why, Place: view.Some(jar.Jar.Place), Item: "jar:" + jar.Code, Seconds: g.class.House.StirSeconds(&jar)})
		}
	}
	tools := fits.Tools(g.planned.Courses, 0, g.class.House, len(tablesOf(m, at)), len(out.Clean), Brushes.The(m.Snapshot).Brushes)
	tools = append(tools, g.cards()...)
	out.Tools = view.List(tools, func(t fits.Tool) contract.PutOutTool {
		return contract.PutOutTool{Name: t.Name, Count: t.Count, Why: t.Why, Item: "tool:" + t.Name, Numbers: view.SomeList(t.Numbers)}
	})
	return out, nil
}

// gathering is a lesson's lists on their way.
type gathering struct {
	m       school.Moment
	at      lesson.Lesson
	class   fits.Class
	planned fits.Planned
	whole   fits.Planned  // from now on
	between []fits.Lesson // of these classes, before this one
}

func (g gathering) handOut(p *school.Piece, why string) contract.HandOut {
	student := g.m.Maker(p)
	return contract.HandOut{Piece: p.ID, Student: student.Name, Mark: student.Mark, Title: g.m.Assignments[p.Assignment].Name, Table: student.Table, Spot: p.State.Spot, Why: view.Some(why)}
}

// walked puts pieces into the order in which they are fetched: board by board.
func walked(all []contract.HandOut) []contract.HandOut {
	slices.SortStableFunc(all, func(a, b contract.HandOut) int {
		return cmp.Or(roster.Natural(a.Spot, b.Spot), roster.Natural(a.Table, b.Table), strings.Compare(a.Student, b.Student))
	})
	return all
}

// hand are the pieces that have something to do in the lesson.
func (g gathering) hand() []contract.HandOut {
	all := []contract.HandOut{}
	for _, c := range g.planned.Courses {
		if c.Unsure || slices.ContainsFunc(c.Steps, func(s fits.Step) bool { return s.Lesson == 0 }) {
			all = append(all, g.handOut(g.m.Pieces[c.Piece], ""))
		}
	}
	return walked(all)
}

func (g gathering) clean() []contract.HandOut {
	all := []contract.HandOut{}
	for _, p := range g.class.Pieces {
		if dust := p.Survey.Dust; dust.Why != "" && !dust.Asked {
			all = append(all, g.handOut(g.m.Pieces[p.ID], dust.Why))
		}
	}
	return walked(all)
}

// away are the pieces of these classes that are out of the room.
func (g gathering) away() []contract.AwayPiece {
	all := []contract.AwayPiece{}
	for _, class := range g.at.Classes {
		last := school.Bells.The(g.m.Snapshot).Before(class, g.m.At.Local(), 1, 60)
		for _, p := range g.m.PiecesOf(class) {
			if p.State.Away == "" {
				continue
			}
			student := g.m.Maker(p)
			overdue := len(last) > 0 && !p.State.AwaySince.IsZero() && last[0].Begins(time.Local).After(p.State.AwaySince)
			all = append(all, contract.AwayPiece{Piece: p.ID, Student: student.Name, Mark: student.Mark, Title: g.m.Assignments[p.Assignment].Name, Where: p.State.Away, Since: view.When(p.State.AwaySince), Overdue: overdue, Kit: view.Kit(g.m, p)})
		}
	}
	return all
}

// colours are the glazes that are laid in the lesson, and those that were laid in it already.
func (g gathering) colours() []contract.LessonColour {
	codes, _ := takes(g.m, g.planned)
	used := usedIn(g.m, g.at)
	all := []contract.LessonColour{}
	for _, jar := range g.m.Jars() {
		if codes[jar.Code] == 0 && !used[jar.Code] {
			continue
		}
		one := contract.LessonColour{Code: jar.Code, Name: jar.Name, Raw: view.Jar(g.m, jar).Raw}
		if t, shown := shows(g.m, school.Classes.All(g.m.Snapshot)[g.at.Classes[0]], jar.Code); shown {
			one.Fired, one.Tile = view.Hex(&t.Fired), view.Some(t.Code)
		}
		all = append(all, one)
	}
	return all
}

// cards are the fired tiles that show what is laid in the lesson; none where nothing is.
func (g gathering) cards() []fits.Tool {
	seen := map[string]bool{}
	for i, c := range g.planned.Courses {
		for _, s := range c.Steps {
			if s.Lesson > 0 || s.Does != fits.Coats {
				continue
			}
			for _, on := range g.class.Pieces[i].Survey.Surfaces {
				if on.ID == s.Surface && on.Tile != "" {
					seen[on.Tile] = true
				}
			}
		}
	}
	if len(seen) == 0 {
		return nil
	}
	codes := slices.SortedFunc(maps.Keys(seen), roster.Natural)
	return []fits.Tool{{Name: "fired tile", Count: len(codes), Why: "beside the jars: " + strings.Join(codes, ", ")}}
}

// takes is what the strokes of a lesson take of each jar, mL by code, piece by piece.
func takes(m school.Moment, planned fits.Planned) (sums map[string]float64, pieces map[string][]string) {
	sums, pieces = map[string]float64{}, map[string][]string{}
	for _, c := range planned.Courses {
		p := m.Pieces[c.Piece]
		for _, a := range m.Case(p).AmountsOf(c.InLesson(0), m.Survey(p).Band) {
			sums[a.Glaze] += a.ML
			pieces[a.Glaze] = append(pieces[a.Glaze], c.Piece)
		}
	}
	return sums, pieces
}

// glazes are what is poured for the lesson, what is short of it first.
func (g gathering) glazes() []contract.PutOutGlaze {
	sums, pieces := takes(g.m, g.planned)
	poured := map[string]float64{}
	for _, p := range school.PoursOf(g.m.Snapshot, g.at.Key.String()) {
		poured[p.Glaze] += p.ML
	}
	earlier, inCups := g.earlier(), school.InCups(g.m)
	all := []contract.PutOutGlaze{}
	for code, ml := range sums {
		jar := school.Glazes.All(g.m.Snapshot)[code]
		one := contract.PutOutGlaze{Code: code, Name: jar.Name, Raw: view.Jar(g.m, jar).Raw, Ml: ml, Cups: fits.Cups(ml, g.class.House.CupML), CupML: g.class.House.CupML,
			Pieces: len(pieces[code]), Look: string(jar.Jar.Look), Place: jar.Jar.Place, Item: "glaze:" + code, Poured: view.Some(poured[code]), Pours: fits.Poured(&jar)}
		if left, known := jar.Jar.LeftML(); known {
			one.Left = &left
		}
		g.short(earlier, inCups, &one)
		all = append(all, one)
	}
	slices.SortFunc(all, func(a, b contract.PutOutGlaze) int {
		return cmp.Or(cmp.Compare(view.Value(b.Short), view.Value(a.Short)), roster.Natural(a.Code, b.Code))
	})
	return all
}
