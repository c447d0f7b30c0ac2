package demo_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/ready"
	"enkaustos/internal/demo"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

var monday = time.Date(2026, 3, 2, 9, 15, 0, 0, time.UTC)

// open opens the demo, looks at it, and closes it.
func open(t *testing.T, dir string, at time.Time, fresh bool, look func(*studio.Studio, *demo.Clock)) error {
	s, school, clock, err := demo.Open(t.Context(), dir, at, fresh)
	if err != nil {
		return err
	}
	look(school, clock)
	return s.Close()
}

// The clock starts where it is told to, moves on when asked, and stands there
// at the next start; drying and the night before the kiln follow it.
func TestClockMovesTheSchool(t *testing.T) {
	dir := t.TempDir()
	near := func(want time.Time, clock *demo.Clock) {
		t.Helper()
		require.WithinDuration(t, want, clock.Now(), 10*time.Second)
	}
	fit := func(school *studio.Studio) (n int) {
		for _, p := range school.Pieces("", ready.Kiln) {
			if ready.MayBeLoaded(p.State, p.Blockers) {
				n++
			}
		}
		return n
	}
	before := 0
	require.NoError(t, open(t, dir, monday, false, func(school *studio.Studio, clock *demo.Clock) {
		near(monday, clock)
		before = fit(school)
		clock.Advance(24 * time.Hour)
		near(monday.Add(24*time.Hour), clock)
		require.Greater(t, fit(school), before, "what was drying may be fired a day later")
	}))
	require.NoError(t, open(t, dir, time.Time{}, false, func(school *studio.Studio, clock *demo.Clock) {
		near(monday.Add(24*time.Hour), clock)
		require.Greater(t, fit(school), before)
	}))
	require.NoError(t, open(t, dir, monday, false, func(school *studio.Studio, clock *demo.Clock) {
		near(monday, clock)
		require.Equal(t, before, fit(school))
	}))
}

// The demo's dates hang on the moment it is made for, whenever that is.
func TestDemoIsRelativeToItsDay(t *testing.T) {
	for _, at := range []time.Time{monday, time.Date(2031, 11, 7, 14, 55, 0, 0, time.UTC)} {
		require.NoError(t, open(t, t.TempDir(), at, false, func(school *studio.Studio, _ *demo.Clock) {
			stages := map[ready.Stage]int{}
			for _, p := range school.Pieces("", "") {
				stages[p.Stage]++
				for _, e := range p.State.Log() {
					require.False(t, e.At.After(at), "nothing happened later than now")
					require.Less(t, at.Sub(e.At), 30*24*time.Hour)
				}
			}
			for _, stage := range []ready.Stage{ready.Plan, ready.Bench, ready.Foot, ready.Kiln, ready.Results, ready.Done} {
				require.GreaterOrEqual(t, stages[stage], 5, stage)
			}
		}))
	}
}

func TestFreshRemovesADemoAndNothingElse(t *testing.T) {
	dir := t.TempDir()
	count := func(school *studio.Studio, _ *demo.Clock) int { return len(school.Loads()) }
	loads := 0
	require.NoError(t, open(t, dir, monday, false, func(school *studio.Studio, c *demo.Clock) {
		loads = count(school, c)
		piece := school.Pieces("", ready.Kiln)
		for _, p := range piece {
			if ready.MayBeLoaded(p.State, p.Blockers) {
				_, err := school.AddToLoad(t.Context(), "test", store.Load{Cone: p.Assignment.Cone}, []studio.Seen{{Piece: p.ID, Seq: p.State.Seq}})
				require.NoError(t, err)
				break
			}
		}
		require.Equal(t, loads+1, count(school, c))
	}))
	require.NoError(t, open(t, dir, monday, true, func(school *studio.Studio, c *demo.Clock) {
		require.Equal(t, loads, count(school, c), "made anew")
	}))

	real := t.TempDir()
	s, err := store.Open(t.Context(), real, monday)
	require.NoError(t, err)
	school, err := studio.Open(t.Context(), s, &demo.Clock{})
	require.NoError(t, err)
	require.NoError(t, school.SetUp(t.Context(), "Brackenside School", "a long passphrase"))
	require.NoError(t, s.Close())
	nothing := func(*studio.Studio, *demo.Clock) { t.Error("a real school was opened as a demo") }
	require.ErrorContains(t, open(t, real, monday, false, nothing), "holds a real school")
	require.ErrorContains(t, open(t, real, monday, true, nothing), "holds a real school")
}
