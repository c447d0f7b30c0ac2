package fits

import (
	"cmp"
	"maps"
	"slices"

	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/survey"
)

// Spans are how many lessons of a class each of its pieces takes by itself, by piece, in the order in
// which its maker is through with them: who works at three pieces is done with the second where the
// first one ended. What goes beyond the lessons that were planned over counts as half as many again.
func (c Class) Spans(planned Planned) map[string]float64 {
	courses := slices.Clone(planned.Courses)
	at := func(one Course) float64 {
		if one.Done >= len(c.Lessons) {
			return 1.5 * float64(len(c.Lessons))
		}
		from, to, ok := c.Glazing(one.Done)
		if !ok {
			return float64(one.Done + 1)
		}
		return float64(one.Done) + min(1, max(0, one.Ends.Sub(from).Minutes()/to.Sub(from).Minutes()))
	}
	slices.SortStableFunc(courses, func(a, b Course) int { return cmp.Compare(at(a), at(b)) })
	spans, before := map[string]float64{}, map[string]float64{}
	for _, one := range courses {
		if one.Unsure {
			continue
		}
		spans[one.Piece] = max(0, at(one)-before[one.Hand])
		before[one.Hand] = max(before[one.Hand], at(one))
	}
	return spans
}

// Rough is how long a piece takes that nobody planned, in minutes at the usual speed: all of it with
// the usual brush and coats, its dust, foot and look, and one glaze changed for another.
func Rough(body piece.Body, h rules.House) float64 {
	sum := spongeTakes + wipeTakes + showTakes + h.ChangeMinutes()
	for _, s := range body.Surfaces {
		sum += float64(h.Coats) * max(leastStroke, s.AreaCM2/speeds[plan.MiddleBrush])
	}
	return sum
}

// planning is what of a lesson goes on a plan that is not drawn yet, and usualLesson how many minutes
// of glazing one has where a class has none (from memory).
const (
	planning    = 1.0
	usualLesson = 40.0
)

// Unplanned is how many lessons of a class a piece takes for which nothing is planned.
func (c Class) Unplanned(body piece.Body, h rules.House) float64 {
	longest := 0.0
	for _, w := range c.windows() {
		longest = max(longest, float64(w.ticks)*Tick.Minutes())
	}
	return planning + Rough(body, h)/cmp.Or(longest, usualLesson)
}

// WithFewer are the same pieces with one coat fewer where their house, or one that lets a coat fewer
// pass, lets that pass.
func (c Class) WithFewer() Class {
	c.Pieces = slices.Clone(c.Pieces)
	for i := range c.Pieces {
		c.Pieces[i].Fewer, c.Pieces[i].House = true, Lenient(c.Pieces[i].House)
	}
	return c
}

// Lenient is a house that lets one coat fewer pass than it asks for, where that leaves two.
func Lenient(h rules.House) rules.House {
	if h.CoatsLeast == 0 && h.Coats > 2 {
		h.CoatsLeast = h.Coats - 1
	}
	return h
}

// PlanFewer is the plan of a piece with those coats left out, and how many there are.
func (p Piece) PlanFewer(choices plan.Plan) (plan.Plan, int) {
	out, n := maps.Clone(choices), 0
	for _, s := range p.Survey.Surfaces {
		choice := out[s.ID]
		if !mayBeFewer(p, s) || len(choice.Stack) != 1 || choice.Stack[0].Coats < 2 {
			continue
		}
		choice.Stack = slices.Clone(choice.Stack)
		choice.Stack[0].Coats--
		out[s.ID] = choice
		n++
	}
	return out, n
}

// MayBeFewer says whether any surface of it can be let pass with a coat fewer.
func (p Piece) MayBeFewer() bool {
	return slices.ContainsFunc(p.Survey.Surfaces, func(s survey.Surface) bool { return mayBeFewer(p, s) })
}
