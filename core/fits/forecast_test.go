package fits_test

import (
	"math"
	"math/rand"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fits"
)

// Nothing known: somewhat fewer coats than are foreseen, in a wide range; the more lessons,
// the closer to what the class really lays.
func TestForecastsLearn(t *testing.T) {
	first := fits.Forecast(60, nil)
	require.Equal(t, 51, first.Middle)
	require.Less(t, first.Low, 43)
	require.Greater(t, first.High, 60)
	var past []fits.Past
	for range 12 {
		past = append(past, fits.Past{Foreseen: 50, Laid: 30})
	}
	then := fits.Forecast(60, past)
	require.InDelta(t, 36, then.Middle, 2)
	require.Less(t, then.High-then.Low, first.High-first.Low)
	require.Equal(t, 12, then.Lessons)
	require.Equal(t, first.Middle, fits.Forecast(60, []fits.Past{{Foreseen: 0, Laid: 12}, {Foreseen: 30}}).Middle, "a lesson that was not foreseen teaches nothing")
}

// Where lessons scatter as the model thinks, four of five lie in the range.
func TestFourOfFive(t *testing.T) {
	random := rand.New(rand.NewSource(3))
	held, all := 0, 0
	for range 400 {
		mean, scatter := math.Log(0.5+0.6*random.Float64()), 0.08+0.17*random.Float64()
		lay := func(foreseen int) int {
			return int(math.Round(float64(foreseen) * math.Exp(mean+scatter*random.NormFloat64())))
		}
		var past []fits.Past
		for range 10 {
			foreseen := 40 + random.Intn(60)
			r, laid := fits.Forecast(foreseen, past), lay(foreseen)
			if all++; r.Low <= laid && laid <= r.High {
				held++
			}
			past = append(past, fits.Past{Foreseen: foreseen, Laid: laid})
		}
	}
	require.InDelta(t, 0.8, float64(held)/float64(all), 0.06)
}
