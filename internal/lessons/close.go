package lessons

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/matter"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// GetClose is how a lesson ends.
func (l Lessons) GetClose(ctx context.Context, r contract.GetCloseRequestObject) (contract.GetCloseResponseObject, error) {
	m := l.School.Now()
	at, err := mine(ctx, m, r.Key)
	if err != nil {
		return nil, err
	}
	by := school.ActorOf(ctx)
	v := closing(m, at)
	v.Places, v.Poured = places(m, by, at, school.HeldOf(m, at)), poured(m, at)
	if clearsUp(m, at) {
		v.Ask = asked(m, by, at, school.HeldOf(m, at))
	}
	return contract.GetClose200JSONResponse(closeAt(m, by, v)), nil
}

// usedIn are the jars that were out in a lesson: poured, or laid from.
func usedIn(m school.Moment, at lesson.Lesson) map[string]bool {
	used := map[string]bool{}
	for _, t := range school.HeldOf(m, at).Ticks {
		if code, poured := strings.CutPrefix(t.Item, "glaze:"); poured {
			used[code] = true
		}
	}
	for _, p := range school.PoursOf(m.Snapshot, at.Key.String()) {
		used[p.Glaze] = true
	}
	for _, c := range school.LaidIn(m, at) {
		used[c.Glaze] = true
	}
	return used
}

// closing gathers how a lesson ends from what was logged in it.
func closing(m school.Moment, at lesson.Lesson) contract.CloseLesson {
	kept := school.HeldOf(m, at)
	out := contract.CloseLesson{Lesson: Show(m, at), Clearing: at.Rings(time.Local).Add(-clearing(m, at)).UTC(), Back: []contract.PutOutTool{}, Halves: []contract.HalfCoat{}, Ask: []contract.HalfQuestion{}, Places: []contract.PieceToPlace{}, Poured: []contract.Poured{},
		Finished: []string{}, Wet: []string{}, Absent: []string{}, Out: []string{}, Undone: []string{}, Unticked: []string{}, Planned: kept.Planned, Done: school.CoatsLaid(m, at)}
	in, used := school.SpanOf(m, at), usedIn(m, at)
	for _, class := range at.Classes {
		for _, p := range m.PiecesOf(class) {
			ends(m, in, kept, p, &out)
		}
	}
	out.Back = back(m, at, used)
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
func ends(m school.Moment, in func(time.Time) bool, kept school.Held, p *school.Piece, out *contract.CloseLesson) {
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
	stage := m.Survey(p).Stage
	if laid > 0 && stage != matter.Bench && stage != matter.Plan {
		out.Finished = append(out.Finished, who)
	}
	if !dry.IsZero() {
		out.Wet = append(out.Wet, fmt.Sprintf("%s, until %s", who, dry.In(time.Local).Format("15:04")))
	}
	if school.BeingGlazed(m, p) && wasOut(p, in, kept) {
		out.Undone = append(out.Undone, undone(m, p)...)
	}
	if in(p.State.Absent) && !slices.Contains(out.Absent, who) {
		out.Absent = append(out.Absent, who)
	}
}

// later is the later one of two moments.
func later(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

// left is what was not put right at the end of the last lesson of some classes, if anything
// of it was ticked at all: where nobody ticks, nothing is known.
func left(m school.Moment, at lesson.Lesson) []string {
	all := []string{}
	for _, class := range at.Classes {
		for _, last := range school.Bells.The(m.Snapshot).Before(class, at.Begins(time.Local), 1, 60) {
			if last.Key != at.Key && slices.ContainsFunc(school.HeldOf(m, last).Ticks, func(t school.Tick) bool { return strings.HasPrefix(t.Item, backAs) }) {
				all = append(all, closing(m, last).Unticked...)
			}
		}
	}
	return all
}
