package lessons

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/fits"
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

// afterwards is how long after a lesson what is logged is thought to be of it.
const afterwards = time.Hour

// spanOf says whether something that happens at a moment is of a lesson: some time after its
// bell as well, but no longer than until its classes come again.
func spanOf(m school.Moment, l lesson.Lesson) func(moment time.Time) bool {
	from, to := l.Begins(time.Local), l.Rings(time.Local).Add(afterwards)
	for _, next := range school.Bells.The(m.Snapshot).On(l.Date) {
		if at := next.Begins(time.Local); at.After(from) && at.Before(to) && slices.ContainsFunc(l.Classes, next.Has) {
			to = at
		}
	}
	return func(moment time.Time) bool { return !moment.Before(from) && moment.Before(to) }
}

// usedIn are the jars that were out in a lesson: poured, or laid from.
func usedIn(m school.Moment, at lesson.Lesson) map[string]bool {
	used, in := map[string]bool{}, spanOf(m, at)
	for _, t := range held(m, at).Ticks {
		if code, poured := strings.CutPrefix(t.Item, "glaze:"); poured {
			used[code] = true
		}
	}
	for _, class := range at.Classes {
		for _, p := range m.PiecesOf(class) {
			for i := range p.State.Coats {
				if c := &p.State.Coats[i]; in(c.At) {
					used[c.Glaze] = true
				}
			}
		}
	}
	return used
}

// closing gathers how a lesson ends from what was logged in it.
func closing(m school.Moment, at lesson.Lesson) contract.CloseLesson {
	kept := held(m, at)
	out := contract.CloseLesson{Lesson: Show(m, at), Clearing: at.Rings(time.Local).Add(-clearing(m, at)).UTC(), Back: []contract.PutOutTool{}, Halves: []contract.HalfCoat{},
		Finished: []string{}, Wet: []string{}, Absent: []string{}, Out: []string{}, Unticked: []string{}, Planned: kept.Planned}
	in, used := spanOf(m, at), usedIn(m, at)
	for _, class := range at.Classes {
		for _, p := range m.PiecesOf(class) {
			ends(m, in, p, &out)
		}
	}
	out.Back = back(m, used)
	for code := range used {
		g := school.Glazes.All(m.Snapshot)[code]
		if act, _, _ := fits.Mind(&g, m.House, ""); act == fits.Replace || act == fits.Closed {
			out.Out = append(out.Out, g.Code+" "+g.Name)
		}
	}
	slices.Sort(out.Out)
	if !m.At.Before(at.Rings(time.Local)) {
		out.Unticked = unticked(kept, out.Back)
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
func ends(m school.Moment, in func(time.Time) bool, p *school.Piece, out *contract.CloseLesson) {
	who, laid := m.Who(p), 0
	var dry time.Time
	for _, s := range m.Survey(p).Surfaces {
		for _, c := range s.On {
			if in(c.At) {
				laid++
			}
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
	if in(p.State.Absent) && !slices.Contains(out.Absent, who) {
		out.Absent = append(out.Absent, who)
	}
}

func later(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

// back is what came out in a lesson and must come back, each by what it is ticked by.
func back(m school.Moment, used map[string]bool) []contract.PutOutTool {
	var jars []glaze.Glaze
	for _, g := range m.Jars() {
		if used[g.Code] {
			jars = append(jars, g)
		}
	}
	return view.List(fits.Back(jars), func(t fits.Tool) contract.PutOutTool {
		return contract.PutOutTool{Name: t.Name, Count: t.Count, Why: t.Why, Item: backAs + t.Name}
	})
}

// backAs begins the names of ticks that say that something is back.
const backAs = "back:"

// unticked is what nobody said is back.
func unticked(h Held, back []contract.PutOutTool) []string {
	all := []string{}
	for _, b := range back {
		if !slices.ContainsFunc(h.Ticks, func(t Tick) bool { return t.Item == b.Item }) {
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
			if last.Key != at.Key && slices.ContainsFunc(held(m, last).Ticks, func(t Tick) bool { return strings.HasPrefix(t.Item, backAs) }) {
				all = append(all, closing(m, last).Unticked...)
			}
		}
	}
	return all
}
