package lessons

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/matter"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// GetClose is how a lesson ends.
func (l Lessons) GetClose(ctx context.Context, r contract.GetCloseRequestObject) (contract.GetCloseResponseObject, error) {
	m := l.School.Now()
	at, err := mine(ctx, m, r.Key)
	if err != nil {
		return nil, err
	}
	return contract.GetClose200JSONResponse(closeAt(m, school.ActorOf(ctx), closing(m, at))), nil
}

// inLesson says whether something happened between the bells of a lesson; what was entered
// within the hour after it is thought to be of it.
func inLesson(l lesson.Lesson, at time.Time) bool {
	return !at.Before(l.Begins(time.Local)) && at.Before(l.Rings(time.Local).Add(time.Hour))
}

// closing gathers how a lesson ends from what was logged in it.
func closing(m school.Moment, at lesson.Lesson) contract.CloseLesson {
	held, _ := HeldLessons.Get(m.Snapshot, at.Key.String())
	out := contract.CloseLesson{Lesson: Show(m, at), Clearing: at.Rings(time.Local).Add(-clearing(m, at)).UTC(), Back: []contract.PutOutTool{}, Halves: []contract.HalfCoat{},
		Finished: []string{}, Wet: []string{}, Absent: []string{}, Out: []string{}, Unticked: []string{}, Planned: held.Planned,
		Ticked: view.List(held.Ticks, func(t Tick) contract.LessonTick { return contract.LessonTick{Item: t.Item, By: t.By, At: t.At} })}
	used := map[string]bool{}
	for _, t := range held.Ticks {
		if code, poured := strings.CutPrefix(t.Item, "glaze:"); poured {
			used[code] = true
		}
	}
	for _, class := range at.Classes {
		for _, p := range m.PiecesOf(class) {
			ends(m, at, p, used, &out)
		}
	}
	out.Back = back(m, used)
	for code := range used {
		if g := school.Glazes.All(m.Snapshot)[code]; g.Jar.State == glaze.Dried || g.Jar.ML > 0 && g.Jar.Level >= 0 && g.Jar.ML*g.Jar.Level < 1 || !g.InStock {
			out.Out = append(out.Out, g.Code+" "+g.Name)
		}
	}
	slices.Sort(out.Out)
	if !m.At.Before(at.Rings(time.Local)) {
		out.Unticked = unticked(held, out.Back)
	}
	return out
}

// clearing is how long before the bell these classes clear up: the longest of theirs.
func clearing(m school.Moment, at lesson.Lesson) (before time.Duration) {
	for _, class := range at.Classes {
		before = max(before, time.Duration(m.HouseOf(m.House, class, nil).ClearMinutes*float64(time.Minute)))
	}
	return before
}

// ends adds what is to be said of one piece at the end of a lesson.
func ends(m school.Moment, at lesson.Lesson, p *school.Piece, used map[string]bool, out *contract.CloseLesson) {
	who, laid := m.Who(p), 0
	var dry time.Time
	for _, s := range m.Survey(p).Surfaces {
		for _, c := range s.On {
			if !inLesson(at, c.At) {
				continue
			}
			laid++
			used[c.Glaze] = true
		}
		if s.DryAt.After(m.At) {
			dry = later(dry, s.DryAt)
		}
		if len(s.Left) > 0 && s.Left[0].Rest != nil {
			out.Halves = append(out.Halves, contract.HalfCoat{Piece: p.ID, Student: who, Surface: s.Name, Glaze: s.Left[0].Glaze, Rest: s.Left[0].Rest.Rest()})
		}
	}
	out.Done += laid
	stage := m.Survey(p).Stage
	if laid > 0 && stage != matter.Bench && stage != matter.Plan {
		out.Finished = append(out.Finished, who)
	}
	if !dry.IsZero() {
		out.Wet = append(out.Wet, fmt.Sprintf("%s, until %s", who, dry.In(time.Local).Format("15:04")))
	}
	if inLesson(at, p.State.Absent) && !slices.Contains(out.Absent, who) {
		out.Absent = append(out.Absent, who)
	}
}

func later(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

// back is what came out in a lesson and must come back: jars with tight lids and clean rims,
// brushes washed and stood up, cups, sponges, tables wiped wet.
func back(m school.Moment, used map[string]bool) []contract.PutOutTool {
	all := []contract.PutOutTool{}
	for _, g := range m.Jars() {
		if used[g.Code] {
			why := "rim wiped, lid tight"
			if g.Jar.Place != "" {
				why += ", back to " + g.Jar.Place
			}
			all = append(all, contract.PutOutTool{Name: g.Code + " " + g.Name, Count: 1, Why: why, Item: "back:" + g.Code})
		}
	}
	for _, one := range [][2]string{
		{"Brushes", "washed until the water stays clear, stood up; none in water"},
		{"Cups", "clean leftovers poured back, the others not"},
		{"Sponges and bowls", "rinsed and wrung out"},
		{"Tables", "wiped wet, never swept dry"},
	} {
		all = append(all, contract.PutOutTool{Name: one[0], Count: 1, Why: one[1], Item: "back:" + strings.ToLower(one[0])})
	}
	return all
}

// unticked is what nobody said is back.
func unticked(held Held, back []contract.PutOutTool) []string {
	all := []string{}
	for _, b := range back {
		if !slices.ContainsFunc(held.Ticks, func(t Tick) bool { return t.Item == b.Item }) {
			all = append(all, b.Name+": "+b.Why)
		}
	}
	return all
}

// left is what was not put right at the end of the last lesson of some classes, if anything
// of it was ticked at all: where nobody ticks, nothing is known.
func left(m school.Moment, at lesson.Lesson) []string {
	all := []string{}
	for _, class := range at.Classes {
		for _, last := range school.Bells.The(m.Snapshot).Before(class, at.Begins(time.Local), 1, 60) {
			held, known := HeldLessons.Get(m.Snapshot, last.Key.String())
			if known && last.Key != at.Key && slices.ContainsFunc(held.Ticks, func(t Tick) bool { return strings.HasPrefix(t.Item, "back:") }) {
				all = append(all, closing(m, last).Unticked...)
			}
		}
	}
	return all
}
