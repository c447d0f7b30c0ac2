package plan_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/piece"
	"enkaustos/core/plan"
)

// What is found on one piece is its own where it differs; on all of its kind it is the assignment's; how
// a piece lies stays its own, and nothing that was given is changed.
func TestMeasuredAgain(t *testing.T) {
	given := piece.Measures{"length": 120, "height": 60, piece.PoseKey: 1}
	own := plan.Own{Measures: piece.Measures{"height": 64, piece.PoseKey: 2}}
	found := piece.Measures{"length": 131, "height": 60}
	for _, c := range []struct {
		kind           bool
		measures, left piece.Measures
	}{
		{false, given, piece.Measures{"length": 131, piece.PoseKey: 2}},
		{true, piece.Measures{"length": 131, "height": 60, piece.PoseKey: 1}, piece.Measures{piece.PoseKey: 2}},
	} {
		measures, left := own.Measured(given, found, c.kind)
		require.Equal(t, c.measures, measures)
		require.Equal(t, c.left, left.Measures)
	}
	require.Equal(t, piece.Measures{"length": 120, "height": 60, piece.PoseKey: 1}, given)
	measures, left := plan.Own{}.Measured(nil, found, true)
	require.Equal(t, found, measures)
	require.Empty(t, left.Measures)
}
