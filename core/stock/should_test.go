package stock_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/stock"
)

// What was poured and did not come back has left the jar; where nothing was poured, what the
// brush took has. A level is read no better than anybody can read one.
func TestWhatAJarShouldHold(t *testing.T) {
	for _, c := range []struct{ seen, poured, back, laid, should float64 }{
		{400, 120, 30, 55, 310},
		{400, 0, 0, 55, 345},
		{400, 0, 20, 55, 365},
		{40, 60, 0, 0, 0},
	} {
		require.InDelta(t, c.should, stock.ShouldML(c.seen, c.poured, c.back, c.laid), 1e-9)
	}
	require.Empty(t, stock.Missed(310, 290, 473), "within a twentieth of a pint")
	require.Equal(t, "60 mL less than was to be expected: spilled, laid thick, thrown away, or poured without a note", stock.Missed(310, 250, 473))
	require.Contains(t, stock.Missed(310, 470, 473), "160 mL more")
	require.Empty(t, stock.Missed(50, 41, 118))
	require.NotEmpty(t, stock.Missed(50, 39, 118))
}
