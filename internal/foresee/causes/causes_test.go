package causes_test

import (
	"math/rand"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/foresee/causes"
)

// Causes are named as well as anybody could, in schools that the house does not know: the figures
// that docs/results.md holds to more schools.
func TestCausesAreNamedAsWellAsAnybodyCould(t *testing.T) {
	for _, n := range []int{60, 300, 3000} {
		var all causes.Score
		for seed := range int64(16) {
			r := rand.New(rand.NewSource(700 + seed)) //nolint:gosec // drawn again the same way
			s := causes.Build(r, causes.Thought())
			from := s.Draw(r, n)
			all.Add(s.Hold(s.Learned(from), s.Draw(r, 600), s.Commonest(s.Draw(r, 4000)), s.Base(from)))
		}
		of := func(a, b int) float64 { return 100 * float64(a) / float64(b) }
		right := of(all.Right, all.Faults)
		require.InDelta(t, 20, of(all.Double, all.Explained), 3, "the schools are as they are meant")
		require.InDelta(t, 10, of(all.Bare, all.Faults), 3)
		require.Greater(t, right, of(all.Best, all.Faults)-3.2, n)
		require.Greater(t, right, of(all.Commonest, all.Faults)+15, n)
		require.Greater(t, of(all.BareNamed, all.Bare), 58.0, n)
		require.Less(t, of(all.WronglyBare, all.Explained), 10.0, n)
		require.Less(t, all.LogLoss, 0.8*all.BaseLoss, n)
		outside := 0
		for _, d := range all.Deciles {
			if !d.Inside() {
				outside++
			}
		}
		require.LessOrEqual(t, outside, 2, "%d: %+v", n, all.Deciles) // of few schools
	}
}
