package firings_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/foresee/firings"
)

// In terms whose figures the forecast was never told, its ranges hold about four times of five, and
// are narrower than those of a fixed number of pieces a load; docs/term.md has it of many more.
func TestRangesHoldInSimulatedTerms(t *testing.T) {
	var n, held, homes, homesHeld, wide, fixed int
	for seed := range int64(40) {
		f := firings.KilnTerm(seed)
		for _, one := range []firings.Told{f.Loads, f.Late} {
			n++
			if one.Held() {
				held++
			}
		}
		for _, one := range f.Homes {
			homes++
			if one.Held() {
				homesHeld++
			}
		}
		wide, fixed = wide+f.Loads.High-f.Loads.Low, fixed+f.LoadsByCount.High-f.LoadsByCount.Low
	}
	t.Logf("%d of %d held, of going home %d of %d; loads %d wide, by number %d", held, n, homesHeld, homes, wide, fixed)
	require.Greater(t, float64(held)/float64(n), 0.7)
	require.Greater(t, float64(homesHeld)/float64(homes), 0.7)
	require.Less(t, wide, fixed)
}
