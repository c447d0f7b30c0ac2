package demo_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/ready"
	"enkaustos/internal/demo"
	"enkaustos/internal/door"
	"enkaustos/internal/school"
)

var monday = time.Date(2026, 3, 2, 9, 15, 0, 0, time.UTC)

// open opens the demo, looks at it, and closes it.
func open(t *testing.T, dir string, at time.Time, fresh bool, look func(*school.School, *demo.Clock)) error {
	s, clock, err := demo.Open(t.Context(), dir, at, fresh)
	if err != nil {
		return err
	}
	look(s, clock)
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
	fit := func(s *school.School) (n int) {
		m := s.Now()
		for _, p := range m.Pieces {
			if m.Survey(p).Verdict.Waits() {
				n++
			}
		}
		return n
	}
	before := 0
	require.NoError(t, open(t, dir, monday, false, func(s *school.School, clock *demo.Clock) {
		near(monday, clock)
		before = fit(s)
		clock.Advance(24 * time.Hour)
		near(monday.Add(24*time.Hour), clock)
		require.Greater(t, fit(s), before, "what was drying may be fired a day later")
	}))
	require.NoError(t, open(t, dir, time.Time{}, false, func(s *school.School, clock *demo.Clock) {
		near(monday.Add(24*time.Hour), clock)
		require.Greater(t, fit(s), before)
	}))
	require.NoError(t, open(t, dir, monday, false, func(s *school.School, clock *demo.Clock) {
		near(monday, clock)
		require.Equal(t, before, fit(s))
	}))
}

// The demo's dates hang on the moment it is made for, whenever that is.
func TestDemoIsRelativeToItsDay(t *testing.T) {
	for _, at := range []time.Time{monday, time.Date(2031, 11, 7, 14, 55, 0, 0, time.UTC)} {
		require.NoError(t, open(t, t.TempDir(), at, false, func(s *school.School, _ *demo.Clock) {
			stages := map[ready.Stage]int{}
			m := s.Now()
			for id, p := range m.Pieces {
				stages[m.Survey(p).Stage]++
				log, err := s.Log(t.Context(), id)
				require.NoError(t, err)
				for _, e := range log {
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
	count := func(s *school.School, _ *demo.Clock) int { return len(school.Loads.All(s.Now().Snapshot)) }
	loads := 0
	require.NoError(t, open(t, dir, monday, false, func(s *school.School, c *demo.Clock) {
		loads = count(s, c)
		require.NoError(t, s.Change(t.Context(), func(_ school.Moment, ch *school.Change) error {
			school.Loads.Put(ch, school.Load{ID: "one more", Cone: "6"})
			return nil
		}))
		require.Equal(t, loads+1, count(s, c))
	}))
	require.NoError(t, open(t, dir, monday, true, func(s *school.School, c *demo.Clock) {
		require.Equal(t, loads, count(s, c), "made anew")
	}))

	real := t.TempDir()
	s, err := school.Open(t.Context(), real, &demo.Clock{})
	require.NoError(t, err)
	require.NoError(t, door.SetUp(t.Context(), s, "Brackenside School", "a long passphrase"))
	require.NoError(t, s.Close())
	nothing := func(*school.School, *demo.Clock) { t.Error("a real school was opened as a demo") }
	require.ErrorContains(t, open(t, real, monday, false, nothing), "holds a real school")
	require.ErrorContains(t, open(t, real, monday, true, nothing), "holds a real school")
}
