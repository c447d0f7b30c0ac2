package glaze

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Worked figures of the trade (common practice): 10 L at 1.55 to 1.45 take 2,222 mL of water;
// 1 L that weighs 1,500 g, with solids of 2.5, holds 833 g dry (Brongniart's formula).
func TestWaterAndDryMatterAgainstWorkedFigures(t *testing.T) {
	water, err := WaterToThin(10_000, 1.55, 1.45)
	require.NoError(t, err)
	require.InDelta(t, 2222, water, 0.5)
	dry, err := DryMatter(1500, 1000, 2.5)
	require.NoError(t, err)
	require.InDelta(t, 833, dry, 0.5)
	d, err := DensityOf(145, 100)
	require.NoError(t, err)
	require.InDelta(t, 1.45, d, 1e-9)
}

// Water adds its volume and its mass and nothing dry: what comes out weighs what was wanted.
func TestWaterKeepsTheDryMatter(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v, from := rapid.Float64Range(1, 20_000).Draw(t, "mL"), rapid.Float64Range(1.02, 2.5).Draw(t, "from")
		to := rapid.Float64Range(1.01, from).Draw(t, "to")
		water, err := WaterToThin(v, from, to)
		require.NoError(t, err)
		require.InEpsilon(t, to, (v*from+water)/(v+water), 1e-9)
		before, err := DryMatter(v*from, v, SolidsDensity)
		require.NoError(t, err)
		after, err := DryMatter(v*from+water, v+water, SolidsDensity)
		require.NoError(t, err)
		require.InEpsilon(t, before, after, 1e-9)
	})
}

// What cannot be is said in one sentence, with what to do.
func TestWeighingsThatCannotBe(t *testing.T) {
	said := func(_ float64, err error) string {
		require.Error(t, err)
		return err.Error()
	}
	require.Contains(t, said(DensityOf(145, 0)), "145 g of how much?")
	require.Contains(t, said(DensityOf(0, 100)), "weigh the vessel empty")
	require.Contains(t, said(DensityOf(90, 100)), "0.90 g/mL: glaze weighs more than water")
	require.Contains(t, said(DensityOf(300, 100)), "at most 2.5")
	require.Contains(t, said(WaterToThin(0, 1.5, 1.4)), "how much is in the bucket")
	require.Contains(t, said(WaterToThin(100, 1.5, 0.9)), "not 0.9")
	require.Contains(t, said(WaterToThin(100, 1.4, 1.5)), "water only thins")
	require.Contains(t, said(DryMatter(150, 100, 1)), "would float")
}

// A bucket is watered to its own figure, and only so; 10 L at 1.55 to 1.45 take 2,222 mL
// (common practice).
func TestWhatAWeighingSays(t *testing.T) {
	for name, c := range map[string]struct {
		bucket Glaze
		massG  float64
		holds  float64
		says   string
		water  float64
	}{
		"too heavy":            {Glaze{Kind: Dipping, DipDensity: 1.45}, 155, 10_000, "2222 mL of water bring 10000 mL to its figure of 1.45", 2222},
		"nobody said how much": {Glaze{Kind: Dipping, DipDensity: 1.45}, 155, 0, "Say how much is in the bucket", 0},
		"too thin":             {Glaze{Kind: Dipping, DipDensity: 1.45}, 135, 10_000, "Thinner than its figure", 0},
		"without a figure":     {Glaze{Kind: Dipping}, 155, 10_000, "no figure of its own yet", 0},
		"a brushing glaze":     {Glaze{Kind: Solid, DipDensity: 1.45}, 155, 500, "never watered by its density", 0},
	} {
		v, err := c.bucket.Weigh(c.massG, 100, c.holds)
		require.NoError(t, err, name)
		require.Contains(t, v.Says, c.says, name)
		require.InDelta(t, c.water, v.WaterML, 0.5, name)
		require.InDelta(t, c.massG/100, v.Density, 1e-9, name)
	}
}
