package fits_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fits"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/schedule"
	"enkaustos/core/work"
)

// running is a lesson of an hour at half past nine.
func running(t *testing.T, h rules.House, pieces ...fits.Piece) (fits.Class, fits.Planned) {
	c := class(h, 2, pieces...)
	c.Now = nine.Add(30 * time.Minute)
	planned, err := c.Plan(schedule.Usual)
	require.NoError(t, err)
	return c, planned
}

// turns are said as they would be read aloud.
func turns(c fits.Class, planned fits.Planned) (all []string) {
	for _, turn := range c.Route(planned) {
		said := turn.Hand + ":"
		for _, t := range turn.Tasks {
			said += fmt.Sprint(" ", t.Does, t.Surface, t.Layer.Glaze)
		}
		if turn.Waits != "" {
			said += fmt.Sprint(" | ", turn.Waits, turn.With)
		}
		all = append(all, said)
	}
	return all
}

// One jar with one seat: one works, the other waits for the jar and is told who is at it; a
// third has nothing to do.
func TestRouteSaysWhoWaitsForWhat(t *testing.T) {
	h := rules.Default()
	h.Seats, h.FootBy = 1, rules.ByResist
	a := bowl(t, "Ana", h, plan.Plan{"interior": stack("A", 1)}, piece.Marking{}, cleaned)
	b := bowl(t, "Bo", h, plan.Plan{"interior": stack("A", 1)}, piece.Marking{}, cleaned)
	c, planned := running(t, h, a, b)
	require.Equal(t, []string{"Ana: coatinteriorA show", "Bo: coatinteriorA show | jar[Ana]"}, turns(c, planned))
	first := c.Route(planned)
	require.False(t, first[1].Tasks[0].Begin.Before(first[0].Tasks[0].End), "one seat")

	done := bowl(t, "Cy", h, plan.Plan{"interior": stack("A", 1)}, piece.Marking{}, cleaned, work.Event{Kind: work.Coated, Surface: "interior", Glaze: "A"})
	done.State.Coats[0].At = nine.Add(29 * time.Minute)
	c, planned = running(t, h, done)
	require.Equal(t, []string{"Cy: show"}, turns(c, planned))

	c = class(h, 1, a, b)
	c.Now = nine.Add(-2 * time.Hour)
	planned, err := c.Plan(schedule.Usual)
	require.NoError(t, err)
	require.Empty(t, c.Route(planned)[0].Waits, "before the lesson nobody waits but for what others do in it")
	require.Equal(t, fits.AtJar, c.Route(planned)[1].Waits)
}

// A wet coat is waited for where nothing else is left to do.
func TestRouteSaysWhatDries(t *testing.T) {
	h := rules.Default()
	p := bowl(t, "Ana", h, plan.Plan{"interior": stack("A", 2)}, piece.Marking{}, cleaned, work.Event{Kind: work.Coated, Surface: "interior", Glaze: "A"})
	for i := range p.Survey.Surfaces {
		if p.Survey.Surfaces[i].ID == "interior" {
			p.Survey.Surfaces[i].NextAt = nine.Add(33 * time.Minute)
		}
	}
	c, planned := running(t, h, p)
	route := c.Route(planned)
	require.Equal(t, fits.ToDry, route[0].Waits)
	require.Equal(t, nine.Add(33*time.Minute), route[0].Tasks[0].Begin)
	require.Empty(t, route[0].With)
}

// What is on the brush decides what comes first: who has B on it goes on with B.
func TestRouteGoesOnWithTheBrushInHand(t *testing.T) {
	h := rules.Default()
	p := bowl(t, "Ana", h, plan.Plan{"interior": stack("A", 1), "exterior": stack("B", 1)}, piece.Marking{}, cleaned)
	for _, held := range []string{"A", "B"} {
		c := class(h, 1, p)
		c.Now, c.Held = nine.Add(5*time.Minute), map[string]string{"Ana": held}
		planned, err := c.Plan(schedule.Usual)
		require.NoError(t, err)
		require.Equal(t, held, c.Route(planned)[0].Tasks[0].Layer.Glaze)
		require.Equal(t, fits.Changes, c.Route(planned)[0].Tasks[1].Does)
	}
}

// A surface whose coats go on in the next lesson is one that will not be finished in this one;
// one that nobody begins is not.
func TestTornSurfaces(t *testing.T) {
	h := rules.Default()
	h.DryMinutes = [3]float64{30, 30, 30}
	p := bowl(t, "Ana", h, plan.Plan{"interior": stack("A", 3), "exterior": stack("B", 1)}, piece.Marking{}, cleaned)
	_, planned := running(t, h, p)
	none := func(string, string) bool { return false }
	torn := planned.Torn(none)
	require.Equal(t, []fits.Torn{{Piece: "Ana's bowl", Surface: "interior", Today: 1, Later: 2}}, torn)

	c := class(h, 2, p)
	c.Now = nine.Add(time.Hour - 8*time.Minute - 20*time.Second) // no time for anything
	planned, err := c.Plan(schedule.Usual)
	require.NoError(t, err)
	require.Empty(t, planned.Torn(none))
	require.Len(t, planned.Torn(func(_, surface string) bool { return surface == "exterior" }), 1)
}

// Two classes have a lesson together, and then each its own: nobody works in the other's.
func TestTwoClassesHaveTheirOwnLessons(t *testing.T) {
	h := rules.Default()
	h.DryMinutes = [3]float64{50, 50, 50} // one coat a lesson
	a := bowl(t, "Ana", h, plan.Plan{"interior": stack("A", 3)}, piece.Marking{}, cleaned)
	b := bowl(t, "Bo", h, plan.Plan{"interior": stack("A", 3)}, piece.Marking{}, cleaned)
	a.Class, b.Class = "7a", "7b"
	c := class(h, 5, a, b)
	c.Lessons[0].Classes = []string{"7a", "7b"}
	for i, who := range []string{"7a", "7b", "7b", "7a"} {
		c.Lessons[i+1].Classes = []string{who}
	}
	planned, err := c.Plan(schedule.Usual)
	require.NoError(t, err)
	var at [2][]int
	for i, course := range planned.Courses {
		for _, s := range course.Steps {
			if s.Does == fits.Coats {
				at[i] = append(at[i], s.Lesson)
			}
		}
	}
	require.Equal(t, [2][]int{{0, 1, 4}, {0, 2, 3}}, at)
}

// A plan that is seen from one of its lessons on is the rest of it: every step of that lesson and
// the later ones, each once, and only the pieces that are not finished before.
func TestAPlanSeenFromALaterLesson(t *testing.T) {
	h := rules.Default()
	h.DryMinutes = [3]float64{25, 25, 25}
	var pieces []fits.Piece
	for i, hand := range []string{"Ana", "Bo", "Cy", "Di"} {
		pieces = append(pieces, bowl(t, hand, h, plan.Plan{"interior": stack("A", 1+i), "exterior": stack("B", 1+i/2)}, piece.Marking{}, cleaned))
	}
	c := class(h, 6, pieces...)
	whole, err := c.Plan(schedule.Usual)
	require.NoError(t, err)
	for from := range c.Lessons {
		rest := whole.From(from)
		seen := map[string]fits.Course{}
		for _, one := range rest.Courses {
			seen[one.Piece] = one
		}
		for _, one := range whole.Courses {
			got, there := seen[one.Piece]
			require.Equal(t, one.Done >= from, there)
			if !there {
				continue
			}
			require.Equal(t, one.Done-from, got.Done)
			var want, have []time.Time
			for _, s := range one.Steps {
				if s.Lesson >= from {
					want = append(want, s.Begin)
				}
			}
			for _, s := range got.Steps {
				require.GreaterOrEqual(t, s.Lesson, 0)
				have = append(have, s.Begin)
			}
			require.Equal(t, want, have)
		}
		require.Len(t, c.From(from).Lessons, len(c.Lessons)-from)
	}
}
