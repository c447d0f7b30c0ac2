package colour_test

import (
	"bytes"
	"encoding/csv"
	"os"
	"os/exec"
	"strconv"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
)

// Conversion, difference and colour-blind sight agree with culori, a
// general-purpose library; its answers are written by web/scripts/culori.mjs.
func TestAgreesWithCulori(t *testing.T) {
	text, err := os.ReadFile("testdata/culori.csv")
	require.NoError(t, err)
	rows, err := csv.NewReader(bytes.NewReader(text)).ReadAll()
	require.NoError(t, err)
	require.Greater(t, len(rows), 100)
	for _, row := range rows[1:] {
		figure := func(i int) float64 {
			v, err := strconv.ParseFloat(row[i], 64)
			require.NoError(t, err)
			return v
		}
		one, err := colour.FromHex(row[0])
		require.NoError(t, err)
		two, err := colour.FromHex(row[4])
		require.NoError(t, err)
		require.InDelta(t, figure(1), one.L, 0.02, row[0])
		require.InDelta(t, figure(2), one.A, 0.04, row[0])
		require.InDelta(t, figure(3), one.B, 0.04, row[0])
		require.InDelta(t, figure(5), colour.Difference(one, two), 0.02, row[0])
		for i, v := range []colour.Vision{colour.Protan, colour.Deutan, colour.Tritan} {
			want, err := colour.FromHex(row[6+i])
			require.NoError(t, err)
			require.Less(t, colour.Difference(want, one.As(v)), 1.2, "%s as %s: a step of 8 bits at most", row[0], v)
		}
	}

	// A sample is made again, so that the file cannot drift from its source.
	if _, err := os.Stat("../../web/node_modules/culori"); err != nil {
		t.Skip("culori is not installed: make build")
	}
	again, err := exec.Command("node", "../../web/scripts/culori.mjs", "20").Output()
	require.NoError(t, err)
	require.True(t, bytes.HasPrefix(text, again), "testdata/culori.csv is not what its script writes")
}

// Greys stay greys for everybody, and tiles that only differ by hue fall
// together for somebody.
func TestSight(t *testing.T) {
	for _, v := range []colour.Vision{colour.Protan, colour.Deutan, colour.Tritan} {
		for _, hex := range []string{"#000000", "#777777", "#ffffff"} {
			grey, err := colour.FromHex(hex)
			require.NoError(t, err)
			require.Less(t, colour.Difference(grey, grey.As(v)), 0.2)
		}
	}
	green, err := colour.FromHex("#6b8e3a")
	require.NoError(t, err)
	brown, err := colour.FromHex("#a07a3a")
	require.NoError(t, err)
	require.Greater(t, colour.Difference(green, brown), 15.0)
	require.Less(t, colour.Difference(green.As(colour.Deutan), brown.As(colour.Deutan)), 8.0)
	require.Equal(t, green, green.As(colour.Usual))
}
