package term

import (
	"slices"
	"strings"

	"enkaustos/core/fits"
	"enkaustos/core/kiln"
	"enkaustos/core/lesson"
	"enkaustos/core/matter"
	"enkaustos/core/rules"
	"enkaustos/core/schedule"
	coreterm "enkaustos/core/term"
	"enkaustos/internal/school"
)

// How many lessons of a class are planned over, how many days of lessons are known at most, and the
// effort that a class is planned with: a term asks for all of them at once.
const (
	lessonsPlanned = 16
	daysKnown      = 200
)

var quick = schedule.Effort{Alone: 1, Orders: 1, Seed: 1}

// ahead is what lies ahead of a school, with what of it is only for who looks.
type ahead struct {
	coreterm.Term
	m      school.Moment
	pieces []*school.Piece // as Term.Pieces
}

// Ahead gathers what lies ahead: open pieces with the work that they still ask for, as their classes'
// lessons are planned; kilns with what cools in them; and what loads and lessons before have taught.
func Ahead(m school.Moment) *ahead {
	t := school.Bells.The(m.Snapshot)
	a := &ahead{m: m}
	a.Today, a.Last = lesson.DateOf(m.At.Local()), t.To
	a.Away = func(d lesson.Date) bool { return t.Holiday(d) != "" }
	a.Apart, a.Mixed = m.House.KilnClasses == rules.ByItself, m.House.KilnWares == rules.Shared
	cools := a.kilns()
	past := pastLoads(m)
	a.Fill, a.Late, a.Waited = coreterm.LearnFill(past), coreterm.LearnLateness(past), coreterm.LearnPatience(past)
	for _, c := range m.ClassesByName() {
		if c.Archived || len(m.PiecesOf(c.ID)) == 0 {
			continue
		}
		a.Classes = append(a.Classes, coreterm.Class{ID: c.ID, Lessons: lessonDays(m, t, c.ID), Pace: fits.Pace(school.PastLessons(m, c.ID))})
		a.class(t, c.ID, cools)
	}
	return a
}

// kilns are the kilns by name; cools says in which of them, from 1, a load cools.
func (a *ahead) kilns() (cools map[string]int) {
	cools = map[string]int{}
	for _, k := range school.Kilns.Sorted(a.m.Snapshot, func(x, y kiln.Kiln) int { return strings.Compare(x.Name, y.Name) }) {
		one := coreterm.Kiln{Kiln: k}
		for _, l := range school.Loads.All(a.m.Snapshot) {
			if l.Kiln != k.ID || l.FiredAt.IsZero() || !l.UnloadedAt.IsZero() {
				continue
			}
			one.Out = max(a.Today, lesson.DateOf(l.FiredAt.Local())+lesson.Date(one.Days()))
			cools[l.ID] = len(a.Kilns) + 1
		}
		a.Kilns = append(a.Kilns, one)
	}
	return cools
}

func lessonDays(m school.Moment, t lesson.Timetable, class string) (all []lesson.Date) {
	last := lesson.DateOf(m.At.Local()) + daysKnown
	for l := range t.Coming(class, m.At.Local()) {
		if l.Date > last {
			break
		}
		if len(all) == 0 || all[len(all)-1] != l.Date {
			all = append(all, l.Date)
		}
	}
	return all
}

// class adds the pieces of a class, with the work that each still asks for.
func (a *ahead) class(t lesson.Timetable, id string, cools map[string]int) {
	group := school.FitClasses(a.m, a.taughtWith(t, id))
	for l := range t.Coming(id, a.m.At.Local()) {
		if group.Lessons = append(group.Lessons, school.ToLesson(l)); len(group.Lessons) == lessonsPlanned {
			break
		}
	}
	spans, fewer := spansOf(group), map[string]float64(nil)
	if slices.ContainsFunc(a.m.PiecesOf(id), func(p *school.Piece) bool { return a.wanted(p) > 0 }) {
		fewer = spansOf(group.WithFewer())
	}
	may := map[string]bool{}
	for _, p := range group.WithFewer().Pieces {
		may[p.ID] = p.MayBeFewer()
	}
	for _, p := range a.m.PiecesOf(id) {
		one, comes := a.piece(p, group, spans, cools)
		if !comes {
			continue
		}
		if less, known := fewer[p.ID]; known && may[p.ID] && one.Work[0] > 0 {
			one.Fewer = slices.Clone(one.Work)
			one.Fewer[0] = min(one.Work[0], less)
		}
		a.Pieces, a.pieces = append(a.Pieces, one), append(a.pieces, p)
	}
}

// taughtWith are the classes that have the next lesson of a class, itself first.
func (a *ahead) taughtWith(t lesson.Timetable, id string) []string {
	with := []string{id}
	if l, ok := t.Next(id, a.m.At.Local()); ok {
		for _, c := range l.Classes {
			if c != id {
				with = append(with, c)
			}
		}
	}
	return with
}

func spansOf(c fits.Class) map[string]float64 {
	planned, err := c.Plan(quick)
	if err != nil {
		return nil // no lesson is known: nobody can say when
	}
	return c.Spans(planned)
}

// piece is one piece as the term knows it; comes is false where it is through, or nobody goes on
// with it.
func (a *ahead) piece(p *school.Piece, group fits.Class, spans map[string]float64, cools map[string]int) (one coreterm.Piece, comes bool) {
	of, asg := a.m.Case(p).Work, a.m.Assignments[p.Assignment]
	one = coreterm.Piece{ID: p.ID, Class: asg.Class, Hand: p.Student, Dries: asg.House.KilnDays(), Want: a.wanted(p), Litres: school.LitresOf(a.m, p)}
	glaze := coreterm.Firing{Cone: of.Cone, Air: school.AirOf(asg)}
	unplanned := group.Unplanned(p.Body, asg.House)
	switch f := p.State.Firing; {
	case f != nil && !f.Unloaded.IsZero() && !f.Bisque, p.State.Aside != "" || len(p.State.Damages) > 0:
		return one, false
	case f != nil && f.Unloaded.IsZero():
		if one.Cools = cools[f.Load]; f.Bisque {
			one.Firings, one.Work = []coreterm.Firing{glaze}, []float64{unplanned}
		}
		return one, true
	case of.Bisque():
		one.Firings = []coreterm.Firing{{Cone: of.BisqueCone, Air: glaze.Air, Bisque: true}, glaze}
		one.Work = []float64{a.before(p, spans, 0), unplanned}
		if p.State.FeltDry.IsZero() {
			one.From = max(a.Today, lesson.DateOf(asg.MadeAt.Local())+coreterm.GreenDays)
		}
		return one, true
	}
	glaze.Cone = of.Next()
	one.Firings, one.Work = []coreterm.Firing{glaze}, []float64{a.before(p, spans, unplanned)}
	for _, b := range a.m.Survey(p).Verdict.Blockers() {
		if !b.ClearsAt.IsZero() {
			one.From = max(one.From, lesson.DateOf(b.ClearsAt.Local()))
		}
	}
	return one, true
}

// before is how much of lessons a piece takes before its next firing; unplanned where nothing is
// planned for it yet, and where it is worked at in another room.
func (a *ahead) before(p *school.Piece, spans map[string]float64, unplanned float64) float64 {
	if p.State.Load != nil || a.m.Survey(p).Stage == matter.Kiln {
		return 0
	}
	if span, known := spans[p.ID]; known {
		return max(span, leastSpan)
	}
	return unplanned
}

// leastSpan is so much of a lesson that it takes one.
const leastSpan = 0.02

// wanted is the day of the next show that a piece is in; 0 for none.
func (a *ahead) wanted(p *school.Piece) lesson.Date {
	if s, ok := school.NextShow(a.m, p.Assignment); ok {
		return s.Date
	}
	return 0
}

// loadsLookedAt is how many of the last loads teach.
const loadsLookedAt = 40

// pastLoads are the loads that were lit in a kiln that is known.
func pastLoads(m school.Moment) (all []coreterm.PastLoad) {
	inside := map[string]float64{}
	loads := school.LoadsInOrder(m.Snapshot)
	for _, p := range school.EveryPiece(m.Snapshot) {
		litres := 0.0
		for _, f := range p.State.Firings() {
			if litres == 0 {
				litres = school.LitresOf(m, p)
			}
			inside[f.Load] += litres
		}
	}
	for _, l := range loads[max(0, len(loads)-loadsLookedAt):] {
		k, known := school.Kilns.All(m.Snapshot)[l.Kiln]
		if l.FiredAt.IsZero() || !known || inside[l.ID] == 0 {
			continue
		}
		one := coreterm.PastLoad{Litres: inside[l.ID], Room: k.Litres(), Left: l.Left > 0, Waited: l.Waited}
		if !l.UnloadedAt.IsZero() {
			t := school.Bells.The(m.Snapshot)
			could := lesson.DateOf(l.FiredAt.Local()) + lesson.Date(coreterm.Kiln{Kiln: k}.Days())
			for d := could; d < lesson.DateOf(l.UnloadedAt.Local()); d++ {
				if d.Weekday() <= 5 && t.Holiday(d) == "" {
					one.DaysLate++
				}
			}
		}
		all = append(all, one)
	}
	return all
}
