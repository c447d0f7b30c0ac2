package glaze

import (
	"testing"
	"time"

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
		v, from := rapid.Float64Range(1, 20_000).Draw(t, "mL"), rapid.Float64Range(1.02, 2.49).Draw(t, "from") // at 2.5 a mass and a volume may come to a hair more
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
		"beside its figure":    {Glaze{Kind: Solid, DipDensity: 1.5}, 135, 500, "Beside its own figure of 1.50 it holds 70 %", 0},
		"without one":          {Glaze{Kind: Solid}, 135, 500, "Write down this jar's own figure", 0},
	} {
		v, err := c.bucket.Weigh(Sample{MassG: c.massG, VolumeML: 100, HoldsML: c.holds})
		require.NoError(t, err, name)
		require.Contains(t, v.Says, c.says, name)
		require.InDelta(t, c.water, v.WaterML, 0.5, name)
		require.InDelta(t, c.massG/100, v.Density, 1e-9, name)
	}
}

// What is filled up weighs what was wanted and holds as much dry as went in; a dry bucket of
// 1 L that is to weigh 1,500 g takes 812.5 g of solids of 2.6 and 687.5 mL of water
// (Brongniart's formula).
func TestTopUpFromPowder(t *testing.T) {
	powder, water, err := TopUp(0, 0, 1000, 1.5)
	require.NoError(t, err)
	require.InDelta(t, 812.5, powder, 1e-9)
	require.InDelta(t, 687.5, water, 1e-9)
	rapid.Check(t, func(t *rapid.T) {
		left, is := rapid.Float64Range(0, 10_000).Draw(t, "left"), rapid.Float64Range(1.3, 1.5).Draw(t, "is")
		full, to := left+rapid.Float64Range(500, 10_000).Draw(t, "more"), rapid.Float64Range(1.4, 1.6).Draw(t, "to")
		powder, water, err := TopUp(left, is, full, to)
		if err != nil {
			require.Regexp(t, "add water alone|too thin", err.Error())
			return
		}
		require.InEpsilon(t, full*to, left*is+powder+water, 1e-9, "mass adds up")
		require.InEpsilon(t, full, left+powder/SolidsDensity+water, 1e-9, "and so does volume")
	})
	for want, c := range map[string][4]float64{
		"not filled up to 500 mL": {500, 1.4, 500, 1.4}, "not 1": {500, 1.4, 900, 1}, "add water alone": {900, 1.6, 1000, 1.4},
		"too thin": {990, 1.02, 1000, 2.4}, "not 0.5": {500, 0.5, 900, 1.4},
	} {
		_, _, err := TopUp(c[0], c[1], c[2], c[3])
		require.ErrorContains(t, err, want)
	}
	w, err := (&Glaze{Kind: Dipping, DipDensity: 1.45}).Weigh(Sample{MassG: 145, VolumeML: 100, HoldsML: 4000, FillML: 8000})
	require.NoError(t, err)
	require.InDelta(t, 4000*0.45*2.6/1.6, w.PowderG, 1e-6)
	require.Contains(t, w.Says, "Adults only, with a mask")
}

// A doubt about a jar says since when; a mislabelled cup ends with being said.
func TestDoubtsThatCannotBe(t *testing.T) {
	now := time.Date(2026, 3, 2, 10, 0, 0, 0, time.UTC)
	g := &Glaze{Code: "A"}
	jars := func(code string) bool { return code == "A" || code == "B" }
	for want, d := range map[string]Doubt{
		"not \"odd\"":             {What: "odd", Since: now},
		"say since when":          {What: Contaminated},
		"still to come":           {What: Contaminated, Since: now.Add(time.Minute)},
		"not \"A\"":               {What: Mislabelled, Since: now, Instead: "A"},
		"not \"nowhere\"":         {What: Mislabelled, Since: now, Instead: "nowhere"},
		"another jar's glaze, no": {What: Contaminated, Since: now, Instead: "B"},
	} {
		_, err := g.NewDoubt(d, now, jars)
		require.ErrorContains(t, err, want)
	}
	d, err := g.NewDoubt(Doubt{What: Mislabelled, Since: now.Add(-time.Hour), Instead: "B", Text: " seen by Ilo "}, now, jars)
	require.NoError(t, err)
	require.Equal(t, "its cup held B", d.Says())
	require.Equal(t, "seen by Ilo", d.Text)
	require.False(t, d.Open())
	require.True(t, d.Holds(now.Add(-time.Hour)))
	require.False(t, d.Holds(now))
	g.Doubts = []Doubt{d}
	_, open := g.Doubted()
	require.False(t, open)
	d, err = g.NewDoubt(Doubt{What: Contaminated, Since: now}, now, jars)
	require.NoError(t, err)
	g.Doubts = append(g.Doubts, d)
	of, open := g.Doubted()
	require.True(t, open)
	require.Equal(t, "its jar was contaminated", of.Says())
}
