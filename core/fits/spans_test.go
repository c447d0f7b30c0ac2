package fits_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fits"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/schedule"
)

// Each piece takes its own share of the lessons: those of one pair of hands add up to when the last is
// done, and whoever has a coat fewer to lay needs less.
func TestSpansAddUpHandByHand(t *testing.T) {
	h := rules.Default()
	h.Seats = 4
	first := bowl(t, "Ana", h, plan.Plan{"interior": stack("A", 3), "exterior": stack("B", 3)}, piece.Marking{}, cleaned)
	second := bowl(t, "Ana", h, plan.Plan{"interior": stack("A", 3)}, piece.Marking{}, cleaned)
	second.ID = "Ana's other"
	other := bowl(t, "Bo", h, plan.Plan{"interior": stack("A", 2)}, piece.Marking{}, cleaned)
	c := class(h, 3, first, second, other)
	planned, err := c.Plan(schedule.Usual)
	require.NoError(t, err)
	spans := c.Spans(planned)
	require.Len(t, spans, 3)
	last := 0.0
	for _, one := range planned.Courses {
		if one.Hand != "Ana" {
			continue
		}
		from, to, ok := c.Glazing(one.Done)
		require.True(t, ok)
		last = max(last, float64(one.Done)+one.Ends.Sub(from).Minutes()/to.Sub(from).Minutes())
	}
	require.InDelta(t, last, spans[first.ID]+spans[second.ID], 1e-9)
	require.Positive(t, spans[other.ID])

	less := c.WithFewer()
	require.True(t, less.Pieces[0].MayBeFewer())
	fewer, err := less.Plan(schedule.Usual)
	require.NoError(t, err)
	saved := less.Spans(fewer)
	require.Less(t, saved[first.ID]+saved[second.ID], spans[first.ID]+spans[second.ID])
	require.Zero(t, c.Pieces[0].House.CoatsLeast, "the class itself is as it was")

	choices := plan.Plan{"interior": stack("A", 3), "exterior": stack("B", 3)}
	changed, n := less.Pieces[0].PlanFewer(choices)
	require.Equal(t, 2, n)
	require.Equal(t, 2, changed["interior"].Stack[0].Coats)
	require.Equal(t, 3, choices["interior"].Stack[0].Coats, "what was given is as it was")
}

// A house of two coats is not asked for one.
func TestLenient(t *testing.T) {
	h := rules.Default()
	require.Equal(t, 2, fits.Lenient(h).CoatsLeast)
	h.Coats = 2
	require.Zero(t, fits.Lenient(h).CoatsLeast)
	h.Coats, h.CoatsLeast = 4, 2
	require.Equal(t, 2, fits.Lenient(h).CoatsLeast, "what the house says stays")
}

// Nobody planned it: a larger piece, and one more coat, take longer.
func TestRough(t *testing.T) {
	body := func(rim float64) piece.Body {
		b, err := piece.Build(piece.Bowl, piece.Measures{"rim": rim, "height": 70, "foot": 60, "hollow": 5})
		require.NoError(t, err)
		return b
	}
	h := rules.Default()
	small, large := fits.Rough(body(120), h), fits.Rough(body(220), h)
	require.Greater(t, large, small)
	h.Coats++
	require.Greater(t, fits.Rough(body(120), h), small)
	c := class(rules.Default(), 2)
	require.Greater(t, c.Unplanned(body(220), h), c.Unplanned(body(120), h))
	require.Greater(t, c.Unplanned(body(120), h), 1.0, "its plan is drawn first")
	none := c
	none.Lessons = nil
	require.Greater(t, none.Unplanned(body(120), h), 1.0, "without lessons, as one usually is")
	require.InDelta(t, 50, small, 25, "a small bowl is a matter of a lesson or two (common practice)")
}
