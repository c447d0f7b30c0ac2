package kiln_test

import (
	"math"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/kiln"
	"enkaustos/core/outline"
)

func usual() kiln.Kiln {
	k := kiln.Usual()
	k.Name = "The tall one"
	return k
}

// Each impossible kiln says so, of the field that is wrong.
func TestKilnsThatCannotBe(t *testing.T) {
	require.Empty(t, usual().Faults())
	for name, c := range map[string]struct {
		key    string
		spoils func(k *kiln.Kiln)
	}{
		"no name":                    {"name", func(k *kiln.Kiln) { k.Name = "  " }},
		"no shape":                   {"shape", func(k *kiln.Kiln) { k.Shape = "heart" }},
		"no opening":                 {"opening", func(k *kiln.Kiln) { k.Opening = "" }},
		"no inside":                  {"widthMM", func(k *kiln.Kiln) { k.WidthMM = 0 }},
		"not a number":               {"tallMM", func(k *kiln.Kiln) { k.TallMM = math.NaN() }},
		"shelf wider than inside":    {"whole.widthMM", func(k *kiln.Kiln) { k.Whole.WidthMM = 600 }},
		"shelf deeper than inside":   {"whole.depthMM", func(k *kiln.Kiln) { k.Shape, k.DepthMM, k.Whole.DepthMM = kiln.Rectangular, 400, 450 }},
		"no shelf":                   {"whole.count", func(k *kiln.Kiln) { k.Whole.Count = 0 }},
		"a half shelf without body":  {"half.thickMM", func(k *kiln.Kiln) { k.Half.ThickMM = 0 }},
		"posts of zero":              {"posts", func(k *kiln.Kiln) { k.Posts = []kiln.Post{{HighMM: 0, Count: 6}} }},
		"posts counted twice":        {"posts", func(k *kiln.Kiln) { k.Posts = append(k.Posts, k.Posts[0]) }},
		"fewer than no posts":        {"posts", func(k *kiln.Kiln) { k.Posts[0].Count = -3 }},
		"two posts to a shelf":       {"perShelf", func(k *kiln.Kiln) { k.PerShelf = 2 }},
		"a negative gap":             {"wallMM", func(k *kiln.Kiln) { k.WallMM = -1 }},
		"no room on the shelf":       {"wallMM", func(k *kiln.Kiln) { k.WallMM, k.Whole.WidthMM, k.WidthMM = 120, 270, 270 }},
		"no room above the shelf":    {"tallMM", func(k *kiln.Kiln) { k.TallMM, k.FloorMM, k.LidMM = 150, 80, 80 }},
		"thermocouple above the lid": {"thermocouple.highMM", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 800, LongMM: 40} }},
		"thermocouple through it":    {"thermocouple.longMM", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 300, LongMM: 700} }},
		"cones the wrong way round":  {"from", func(k *kiln.Kiln) { k.From, k.To = "6", "06" }},
		"no air":                     {"air", func(k *kiln.Kiln) { k.Air = "steam" }},
		"a load in no time":          {"minutes", func(k *kiln.Kiln) { k.Minutes = 5 }},
		"closed every day":           {"closed", func(k *kiln.Kiln) { k.Closed = []time.Weekday{0, 1, 2, 3, 4, 5, 6} }},
	} {
		k := usual()
		c.spoils(&k)
		faults := k.Faults()
		require.NotEmpty(t, faults, name)
		require.Equal(t, c.key, faults[0].Key, "%s: %s", name, faults[0].Text)
		require.True(t, strings.HasSuffix(faults[0].Text, "."), faults[0].Text)
	}
}

// A half shelf is half of a whole one, less the slit between two of them.
func TestHalfShelves(t *testing.T) {
	for _, shape := range []kiln.Shape{kiln.Round, kiln.Oval, kiln.Octagonal, kiln.Rectangular} {
		k := usual()
		k.Shape = shape
		if shape == kiln.Oval || shape == kiln.Rectangular {
			k.DepthMM, k.Whole.DepthMM = 500, 450
		}
		whole, left, right := k.Plate(kiln.Whole).Area(), k.Plate(kiln.Left).Area(), k.Plate(kiln.Right).Area()
		require.InEpsilon(t, left, right, 1e-3, shape)
		require.InEpsilon(t, whole, left+right, 0.02, shape)
		require.Less(t, left+right, whole, shape)
		require.Less(t, k.Plate(kiln.Left).Within(outline.Disc(10).At(outline.Place{X: 60})), 0.0, "right of the middle is not left")
	}
}

// The thermocouple is there at its height and nowhere else, from the wall inward.
func TestThermocouple(t *testing.T) {
	k := usual()
	k.Thermocouple = kiln.Thermocouple{HighMM: 300, Degrees: 90, LongMM: 60}
	_, low := k.Rod(0, 250)
	require.False(t, low)
	rod, there := k.Rod(250, 350)
	require.True(t, there)
	require.InDelta(t, k.WidthMM/2-60-50, outline.Gap(rod, outline.Disc(50)), 1e-6)
	require.InDelta(t, 0, rod[0].Core[1].X, 1e-9, "at the back")
}

func TestWhatAKilnFires(t *testing.T) {
	k := usual()
	require.True(t, k.Fires("06", kiln.Oxidation))
	require.True(t, k.Fires("6", kiln.Oxidation))
	require.False(t, k.Fires("10", kiln.Oxidation))
	require.False(t, k.Fires("08", kiln.Oxidation))
	require.False(t, k.Fires("6", kiln.Reduction))
}
