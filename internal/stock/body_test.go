package stock

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
)

// A bucket is watered to its own figure, and only so; 10 L at 1.55 to 1.45 take 2,222 mL
// (common practice).
func TestWhatAWeighingSays(t *testing.T) {
	for name, c := range map[string]struct {
		bucket glaze.Glaze
		massG  float64
		holds  float64
		says   string
		water  float64
	}{
		"too heavy":            {glaze.Glaze{Kind: glaze.Dipping, DipDensity: 1.45}, 155, 10_000, "2222 mL of water bring 10000 mL to its figure of 1.45", 2222},
		"nobody said how much": {glaze.Glaze{Kind: glaze.Dipping, DipDensity: 1.45}, 155, 0, "Say how much is in the bucket", 0},
		"too thin":             {glaze.Glaze{Kind: glaze.Dipping, DipDensity: 1.45}, 135, 10_000, "Thinner than its figure", 0},
		"without a figure":     {glaze.Glaze{Kind: glaze.Dipping}, 155, 10_000, "no figure of its own yet", 0},
		"a brushing glaze":     {glaze.Glaze{Kind: glaze.Solid, DipDensity: 1.45}, 155, 500, "never watered by its density", 0},
	} {
		v, err := weighed(&c.bucket, c.massG, 100, c.holds)
		require.NoError(t, err, name)
		require.Contains(t, v.Says, c.says, name)
		require.Equal(t, c.water > 0, v.WaterML != nil, name)
		if v.WaterML != nil {
			require.InDelta(t, c.water, *v.WaterML, 0.5, name)
		}
		require.InDelta(t, c.massG/100, c.bucket.Density, 1e-9, name)
	}
}
