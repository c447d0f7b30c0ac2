package piece

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
)

// How far a point lies inside what a piece stands on: the nearest edge counts, on every side of
// an outline with more corners than four as well; a point or a line carries nothing.
func TestHowFarInside(t *testing.T) {
	square := []xy{{0, 0}, {10, 0}, {10, 10}, {0, 10}}
	house := []xy{{0, 0}, {10, 0}, {10, 10}, {5, 15}, {0, 10}}
	for _, c := range []struct {
		outline []xy
		at      xy
		mm      float64
	}{
		{square, xy{5, 5}, 5}, {square, xy{1, 5}, 1}, {square, xy{5, 9}, 1}, {square, xy{10, 5}, 0}, {square, xy{-2, 5}, -2},
		{house, xy{5, 5}, 5}, {house, xy{5, 13}, math.Sqrt2}, {house, xy{9, 13}, -math.Sqrt2}, {house, xy{9, 5}, 1},
		{square[:1], xy{3, 4}, -5}, {square[:2], xy{10, 2}, -2}, {square[:2], xy{0, 0}, -0.1},
	} {
		require.InDelta(t, c.mm, inside(c.outline, c.at), 1e-9, "%v in %v", c.at, c.outline)
	}
}
