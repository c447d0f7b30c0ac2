package colour_test

import (
	"encoding/csv"
	"math"
	"os"
	"strconv"
	"testing"

	colorful "github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
)

// The 34 pairs of Sharma, Wu, Dalal (2005), table 1: they were chosen to catch
// every known mistake in the formula's hue arithmetic.
func TestDifferenceAgainstPublishedPairs(t *testing.T) {
	file, err := os.Open("testdata/ciede2000.csv")
	require.NoError(t, err)
	defer func() { _ = file.Close() }()
	reader := csv.NewReader(file)
	reader.Comment = '#'
	rows, err := reader.ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, 35)
	for _, row := range rows[1:] {
		v := make([]float64, len(row))
		for i := range row {
			v[i], err = strconv.ParseFloat(row[i], 64)
			require.NoError(t, err)
		}
		p, q := colour.Lab{L: v[1], A: v[2], B: v[3]}, colour.Lab{L: v[4], A: v[5], B: v[6]}
		require.InDeltaf(t, v[7], colour.Difference(p, q), 5e-5, "pair %s", row[0])
		require.InDeltaf(t, v[7], colour.Difference(q, p), 5e-5, "pair %s reversed", row[0])
	}
}

func anyLab(t *rapid.T, name string) colour.Lab {
	return colour.Lab{
		L: rapid.Float64Range(0, 100).Draw(t, name+".L"),
		A: rapid.Float64Range(-100, 100).Draw(t, name+".A"),
		B: rapid.Float64Range(-100, 100).Draw(t, name+".B"),
	}
}

// go-colorful is the general-purpose reference; it works on sRGB, so it is
// reached through its own Lab constructor.
func TestDifferenceAgreesWithLibrary(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p, q := anyLab(t, "p"), anyLab(t, "q")
		if math.Abs(math.Abs(p.Hue()-q.Hue())-180) < 1 {
			t.Skip("opposite hues have no mean hue; rounding decides which way round")
		}
		want := 100 * colorful.Lab(p.L/100, p.A/100, p.B/100).DistanceCIEDE2000(colorful.Lab(q.L/100, q.A/100, q.B/100))
		require.InDelta(t, want, colour.Difference(p, q), 1e-3)
	})
}

func TestHexComesBackUnchanged(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		hex := rapid.StringMatching(`#[0-9a-f]{6}`).Draw(t, "hex")
		lab, err := colour.FromHex(hex)
		require.NoError(t, err)
		require.Equal(t, hex, lab.Hex())
		require.True(t, lab.Valid())
	})
}

// go-colorful is the general-purpose reference for the conversion too; its
// matrices carry fewer digits in places, hence the tolerance.
func TestConversionAgreesWithLibrary(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		hex := rapid.StringMatching(`#[0-9a-f]{6}`).Draw(t, "hex")
		reference, err := colorful.Hex(hex)
		require.NoError(t, err)
		l, a, b := reference.Lab()
		lab, err := colour.FromHex(hex)
		require.NoError(t, err)
		require.InDelta(t, 100*l, lab.L, 0.02)
		require.InDelta(t, 100*a, lab.A, 0.02)
		require.InDelta(t, 100*b, lab.B, 0.02)
	})
}

// The sRGB primaries in CIELAB D65, as Lindbloom publishes them (from memory).
func TestPrimaries(t *testing.T) {
	for hex, want := range map[string]colour.Lab{
		"#ffffff": {L: 100}, "#000000": {},
		"#ff0000": {L: 53.24, A: 80.09, B: 67.20},
		"#00ff00": {L: 87.73, A: -86.18, B: 83.18},
		"#0000ff": {L: 32.30, A: 79.19, B: -107.86},
	} {
		lab, err := colour.FromHex(hex)
		require.NoError(t, err)
		require.InDelta(t, want.L, lab.L, 0.02, hex)
		require.InDelta(t, want.A, lab.A, 0.02, hex)
		require.InDelta(t, want.B, lab.B, 0.02, hex)
	}
}

func TestHexRefusesWhatIsNoColour(t *testing.T) {
	for _, bad := range []string{"", "#12345", "blue", "#12345g", "#1234567"} {
		_, err := colour.FromHex(bad)
		require.ErrorContains(t, err, "expected six hex digits", bad)
	}
}

// The difference of two colours is the same whichever of them comes first.
func TestDifferenceIsSymmetric(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		draw := func(name string) colour.Lab {
			return colour.Lab{L: rapid.Float64Range(0, 100).Draw(t, name+" L"), A: rapid.Float64Range(-90, 90).Draw(t, name+" a"), B: rapid.Float64Range(-90, 90).Draw(t, name+" b")}
		}
		one, other := draw("one"), draw("other")
		require.InDelta(t, colour.Difference(one, other), colour.Difference(other, one), 1e-9)
	})
}
