package foot_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/foot"
)

// A cookie is 6 mm wider all round than the foot, and 6 mm thick (common practice).
func TestHelpFollowsTheRisk(t *testing.T) {
	calm := foot.Band{HeightMM: 6, Parts: []foot.Part{{Why: "the house's band", MM: 6}}}
	runny := foot.Band{HeightMM: 10, Parts: append(calm.Parts, foot.Part{Why: "R River runs", MM: 4})}
	require.Empty(t, foot.Suggest(foot.Risk{Band: calm, HouseMM: 6, ContactMM: 70}))
	help := foot.Suggest(foot.Risk{Band: runny, HouseMM: 6, ContactMM: 70})
	require.Equal(t, []string{"cookie", "wash"}, []string{help[0].Kind, help[1].Kind})
	require.Equal(t, 82.0, help[0].WidthMM)
	require.Contains(t, help[0].Why, "82 mm across and 6 mm thick catches a run: R River runs")
	require.Equal(t, "stilts", foot.Suggest(foot.Risk{HouseMM: 0, Stilts: true, LowFire: true})[0].Kind)
	require.Empty(t, foot.Suggest(foot.Risk{HouseMM: 0, Stilts: true}), "above low fire stilts sink into the clay")
}

// A band drawn higher by hand is no risk of its own; on stilts nothing lies under the
// piece; and what has no risk beyond the house's band needs no cookie.
func TestHelpAsksForARisk(t *testing.T) {
	parts := []foot.Part{{Why: "the house's band", MM: 6}, {Why: "R River runs", MM: 4}}
	for name, c := range map[string]struct {
		risk foot.Risk
		want []string
	}{
		"a runner":                 {foot.Risk{Band: foot.Band{HeightMM: 10, Parts: parts}, HouseMM: 6}, []string{"cookie", "wash"}},
		"no reason beside the own": {foot.Risk{Band: foot.Band{HeightMM: 10, Parts: parts[:1]}, HouseMM: 6}, nil},
		"no higher than usual":     {foot.Risk{Band: foot.Band{HeightMM: 6, Parts: parts}, HouseMM: 6}, nil},
		"lower than usual":         {foot.Risk{Band: foot.Band{HeightMM: 3, Parts: parts}, HouseMM: 6}, nil},
		"a runner on stilts":       {foot.Risk{Band: foot.Band{HeightMM: 10, Parts: parts}, HouseMM: 6, Stilts: true, LowFire: true}, []string{"stilts"}},
		"a slab's glazed edge":     {foot.Risk{Band: foot.Band{HeightMM: 2, Parts: parts[:1]}, HouseMM: 6, Edge: true}, []string{"wash"}},
		"its edge left bare":       {foot.Risk{Band: foot.Band{HeightMM: 2, Parts: parts[:1]}, HouseMM: 6}, nil},
		"a runner on its edge":     {foot.Risk{Band: foot.Band{HeightMM: 10, Parts: parts}, HouseMM: 6, Edge: true}, []string{"cookie", "wash"}},
		"low fire without stilts":  {foot.Risk{Band: foot.Band{HeightMM: 6, Parts: parts[:1]}, HouseMM: 6, LowFire: true}, nil},
	} {
		var kinds []string
		for _, h := range foot.Suggest(c.risk) {
			kinds = append(kinds, h.Kind)
		}
		require.Equal(t, c.want, kinds, name)
	}
}

// A pencil on the table draws at 3.5 to 4 mm (common practice): for more it lies on something,
// and never draws below the line.
func TestPencilIsLaidOnSomething(t *testing.T) {
	for band, under := range map[float64]float64{0: 0, 2: 0, 3: 0, 3.5: 0, 4: 1, 6: 3, 10: 7, 13: 10} {
		require.Equal(t, under, foot.PencilUnder(band), "%g mm", band)
		require.GreaterOrEqual(t, under+foot.PencilMM, band, "%g mm", band)
	}
}
