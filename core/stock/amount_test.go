package stock_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/stock"
)

// About 20 cm³ of glaze do three coats on a palm-sized dish; a big vase takes
// one to two small cups of 60 mL, a small piece a quarter to a half (common practice).
func TestAmountsAgainstCommonPractice(t *testing.T) {
	palm := 2 * math.Pi * 4.5 * 4.5 // inside and out of a dish 9 cm across, in cm²
	require.InDelta(t, 20, stock.NeededML(palm, 3, 1), 5)
	vase := 2 * math.Pi * 5.5 * 20 // inside and out of a vase 11 cm wide and 20 cm high, half of it narrow
	cups := stock.NeededML(vase, 3, 1) / 60
	require.True(t, cups >= 1 && cups <= 2, cups)
	small := stock.NeededML(140, 3, 1) / 60
	require.True(t, small >= 0.25 && small <= 0.5, small)
}

func TestPiecesFrom(t *testing.T) {
	require.Equal(t, 2, stock.PiecesFrom(2*stock.NeededML(100, 3, 1), 100, 3))
	require.Equal(t, 1, stock.PiecesFrom(1.99*stock.NeededML(100, 3, 1), 100, 3))
	require.Zero(t, stock.PiecesFrom(100, 0, 3))
}
