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
