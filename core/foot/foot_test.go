package foot_test

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

func TestVerdicts(t *testing.T) {
	passes := map[foot.Verdict]bool{foot.Clean: true, foot.Stained: true, foot.Thin: true, foot.Left: false, foot.TooLow: false, foot.Unclear: false}
	require.Len(t, foot.Guides(), len(passes))
	for _, g := range foot.Guides() {
		require.Equal(t, passes[g.Verdict], g.Verdict.Passes(), g.Name)
		require.Equal(t, g.Way == "", g.Verdict.Passes(), "a refusal says what to do")
	}
	_, known := foot.Verdict("fine").Guide()
	require.False(t, known)
	for _, g := range foot.CoverGuides() {
		require.Equal(t, g.Cover == foot.Even, g.Way == "", "what is found has a way out")
		require.NotEmpty(t, g.Name, g.Cover)
		require.NotEmpty(t, g.Means, g.Cover)
	}
}

var usual = rules.Default()

func TestBandGrowsWithRisk(t *testing.T) {
	glazes := map[string]*glaze.Glaze{
		"S": {Code: "S", Kind: glaze.Solid}, "T": {Code: "T", Kind: glaze.Matte},
		"R": {Code: "R", Name: "River", Kind: glaze.Breaking, Runner: true}, "U": {Code: "U", Kind: glaze.Underglaze},
	}
	band := func(stacks ...glaze.Stack) foot.Band {
		var lying []foot.Lying
		for _, s := range stacks {
			lying = append(lying, foot.Lying{Stack: s, SlopeDeg: 45})
		}
		return foot.BandFor(&usual, lying, glazes, "6")
	}
	require.Equal(t, 6.0, band().HeightMM)
	require.Equal(t, 6.0, band(glaze.Stack{{Glaze: "S", Coats: 3}}, glaze.Stack{{Glaze: "T", Coats: 3}}).HeightMM, "apart is not layered")
	require.Equal(t, 6.0, band(glaze.Stack{{Glaze: "U", Coats: 3}, {Glaze: "S", Coats: 2}}).HeightMM, "underglaze does not run")
	require.Equal(t, 10.0, band(glaze.Stack{{Glaze: "S", Coats: 2}, {Glaze: "T", Coats: 1}}).HeightMM)
	runner := band(glaze.Stack{{Glaze: "R", Coats: 1}})
	require.Equal(t, 10.0, runner.HeightMM)
	require.Equal(t, "R River runs", runner.Parts[1].Why)
	sum := 0.0
	for _, p := range runner.Parts {
		sum += p.MM
	}
	require.Equal(t, runner.HeightMM, sum, "the parts add up")

	heavy := glaze.Stack{{Glaze: "S", Coats: 4}}
	require.Equal(t, 8.0, band(heavy).HeightMM, "more than usual moves further, on any slope")
	steep := foot.BandFor(&usual, []foot.Lying{{Stack: heavy, SlopeDeg: 88}}, glazes, "6")
	require.Equal(t, 10.0, steep.HeightMM)
	little := usual
	little.SteepMM = 1
	require.Equal(t, 9.0, foot.BandFor(&little, []foot.Lying{{Stack: heavy, SlopeDeg: 88}}, glazes, "6").HeightMM)
	purpose := foot.BandFor(&usual, []foot.Lying{{Stack: glaze.Stack{{Glaze: "S", Coats: 3}}, SlopeDeg: 45, Heavy: true}}, glazes, "6")
	require.Equal(t, 8.0, purpose.HeightMM, "what is thick on purpose too")
	dips := foot.BandFor(&usual, []foot.Lying{{Stack: glaze.Stack{{Glaze: "S", Coats: 2, Dip: true}}, SlopeDeg: 45}}, glazes, "6")
	require.Equal(t, 8.0, dips.HeightMM, "two dips are thicker than a full cover")
	overlap := foot.BandFor(&usual, []foot.Lying{{Stack: glaze.Stack{{Glaze: "S", Coats: 1, Dip: true}, {Glaze: "T", Coats: 1, Dip: true, DownToMM: 40}}, SlopeDeg: 88}}, glazes, "6")
	require.Equal(t, 6.0, overlap.HeightMM, "what overlaps well above the foot does not reach it")
	require.Equal(t, 6.0, foot.BandFor(&usual, []foot.Lying{{Stack: glaze.Stack{{Glaze: "R", Coats: 5}}, SlopeDeg: 88, Level: true}}, glazes, "6").HeightMM,
		"what runs inside a bowl stays there")
}

// More coats, a steeper wall, a runner, another layer: nothing that adds risk
// ever lowers the band.
func TestBandIsMonotoneInRisk(t *testing.T) {
	glazes := map[string]*glaze.Glaze{"S": {Code: "S", Kind: glaze.Solid}, "T": {Code: "T", Kind: glaze.Solid}, "R": {Code: "R", Kind: glaze.Solid, Runner: true}}
	rapid.Check(t, func(t *rapid.T) {
		layer := rapid.Custom(func(t *rapid.T) glaze.Layer {
			return glaze.Layer{Glaze: rapid.SampledFrom([]string{"S", "T"}).Draw(t, "glaze"), Coats: rapid.IntRange(1, 4).Draw(t, "coats")}
		})
		l := foot.Lying{Stack: rapid.SliceOfN(layer, 1, 3).Draw(t, "stack"), SlopeDeg: rapid.Float64Range(0, 90).Draw(t, "slope")}
		before := foot.BandFor(&usual, []foot.Lying{l}, glazes, "6").HeightMM
		riskier := []foot.Lying{l, l, l, l, l}
		riskier[3].Heavy = true
		riskier[0].SlopeDeg = 90
		riskier[1].Stack = append(append(glaze.Stack{}, l.Stack...), glaze.Layer{Glaze: "R", Coats: 1})
		riskier[2].Stack = append(glaze.Stack{}, l.Stack...)
		riskier[2].Stack[0].Coats++
		for _, r := range riskier {
			require.GreaterOrEqual(t, foot.BandFor(&usual, []foot.Lying{r}, glazes, "6").HeightMM, before, "%+v after %+v", r, l)
			require.GreaterOrEqual(t, foot.BandFor(&usual, []foot.Lying{l, r}, glazes, "6").HeightMM, before)
		}
	})
}
