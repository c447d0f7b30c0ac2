package foot_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

func TestVerdicts(t *testing.T) {
	passes := map[foot.Verdict]bool{foot.Clean: true, foot.Stained: true, foot.Left: false, foot.TooLow: false}
	require.Len(t, foot.Guides(), len(passes))
	for _, g := range foot.Guides() {
		require.Equal(t, passes[g.Verdict], g.Verdict.Passes(), g.Name)
		require.Equal(t, g.Way == "", g.Verdict.Passes(), "a refusal says what to do")
	}
	_, known := foot.Verdict("fine").Guide()
	require.False(t, known)
}

func TestBandGrowsWithRisk(t *testing.T) {
	glazes := map[string]glaze.Glaze{
		"S": {Code: "S", Kind: glaze.Solid}, "T": {Code: "T", Kind: glaze.Matte},
		"R": {Code: "R", Name: "River", Kind: glaze.Breaking, Runner: true}, "U": {Code: "U", Kind: glaze.Underglaze},
	}
	band := func(stacks ...glaze.Stack) foot.Band { return foot.BandFor(rules.Default(), stacks, glazes) }
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
}
