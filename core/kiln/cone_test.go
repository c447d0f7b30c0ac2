package kiln_test

import (
	"encoding/csv"
	"os"
	"strconv"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/kiln"
)

func published(t require.TestingT) [][]string {
	file, err := os.Open("testdata/cones.csv")
	require.NoError(t, err)
	defer func() { _ = file.Close() }()
	reader := csv.NewReader(file)
	reader.Comment = '#'
	rows, err := reader.ReadAll()
	require.NoError(t, err)
	return rows[1:]
}

// Every figure of the published chart (Orton temperature equivalents), in both
// units, and the order of the cones by heat.
func TestConesAgainstPublishedChart(t *testing.T) {
	rows := published(t)
	require.Len(t, rows, 34)
	number := func(text string) int {
		if text == "" {
			return 0
		}
		n, err := strconv.Atoi(text)
		require.NoError(t, err)
		return n
	}
	for i, row := range rows {
		cone, err := kiln.ParseCone(row[0])
		require.NoError(t, err)
		for rate := kiln.Slow; rate <= kiln.Fast; rate++ {
			require.Equal(t, number(row[1+rate]), cone.Celsius(rate), "cone %s in °C", row[0])
			require.Equal(t, number(row[4+rate]), cone.Fahrenheit(rate), "cone %s in °F", row[0])
			if c := cone.Celsius(rate); c > 0 {
				require.InDelta(t, float64(c)*9/5+32, cone.Fahrenheit(rate), 1.5, "cone %s halves", row[0])
			}
		}
		if i > 0 {
			before := kiln.Cone(rows[i-1][0])
			require.True(t, before.Cooler(cone))
			require.False(t, cone.Cooler(before))
		}
	}
}

func TestParseCone(t *testing.T) {
	for text, want := range map[string]kiln.Cone{"06": "06", " cone 6 ": "6", "^04": "04", "Cone 05.5": "05.5"} {
		got, err := kiln.ParseCone(text)
		require.NoError(t, err, text)
		require.Equal(t, want, got)
	}
	for _, bad := range []string{"", "11", "006", "hot", "-6"} {
		_, err := kiln.ParseCone(bad)
		require.ErrorContains(t, err, "such as 06 or 6", bad)
	}
}

func TestRange(t *testing.T) {
	low, err := kiln.ParseRange("06-04")
	require.NoError(t, err)
	mid, err := kiln.ParseRange("6 to 5")
	require.NoError(t, err)
	require.Equal(t, kiln.Range{From: "5", To: "6"}, mid, "ends are put in order of heat")
	require.True(t, low.Holds("05"))
	require.False(t, low.Holds("6"), "06 and 6 are not the same cone")
	_, meet := low.Meet(mid)
	require.False(t, meet)
	wide, err := kiln.ParseRange("06–10")
	require.NoError(t, err)
	both, meet := wide.Meet(mid)
	require.True(t, meet)
	require.Equal(t, mid, both)
	_, err = kiln.ParseRange("06-lukewarm")
	require.ErrorContains(t, err, "lukewarm")
}

func TestMeetHoldsWhatBothHold(t *testing.T) {
	rows := published(t)
	cone := rapid.Custom(func(t *rapid.T) kiln.Cone { return kiln.Cone(rapid.SampledFrom(rows).Draw(t, "row")[0]) })
	span := rapid.Custom(func(t *rapid.T) kiln.Range {
		a, b := cone.Draw(t, "a"), cone.Draw(t, "b")
		if b.Cooler(a) {
			a, b = b, a
		}
		return kiln.Range{From: a, To: b}
	})
	rapid.Check(t, func(t *rapid.T) {
		r, s, c := span.Draw(t, "r"), span.Draw(t, "s"), cone.Draw(t, "c")
		both, ok := r.Meet(s)
		require.Equal(t, r.Holds(c) && s.Holds(c), ok && both.Holds(c))
	})
}
