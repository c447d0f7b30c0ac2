package rack

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
)

// The components of daylight make D65 (x 0.3127, y 0.3290, CIE 15) and the lamp
// makes illuminant A (x 0.4476, y 0.4074) with the observer used here.
func TestLightsHaveTheirPublishedColours(t *testing.T) {
	chromaticity := func(s spectrum) (x, y float64) {
		all := s.dot(seeX) + s.dot(seeY) + s.dot(seeZ)
		return s.dot(seeX) / all, s.dot(seeY) / all
	}
	x, y := chromaticity(daylight(6504))
	require.InDelta(t, 0.3127, x, 0.002)
	require.InDelta(t, 0.3290, y, 0.002)
	x, y = chromaticity(lamp(2856))
	require.InDelta(t, 0.4476, x, 0.003)
	require.InDelta(t, 0.4074, y, 0.003)
}

func TestTruthOfPlainSurfaces(t *testing.T) {
	for level, want := range map[float64]float64{1: 100, 0.184187: 50, 0.0884: 35.7} { // L* = 116 ∛Y − 16
		l, a, b := lab(sampled(func(float64) float64 { return level }))
		require.InDelta(t, want, l, 0.1)
		require.InDelta(t, 0, math.Hypot(a, b), 1e-9)
	}
}

// What the interface promises of a photograph with white, grey and black cards
// in its corners: over at least 200 tiles the median within 2 and the worst
// within 6 ΔE2000. docs/accuracy.md has the whole table.
func TestAccuracyWithThreePatches(t *testing.T) {
	var all []Error
	for _, c := range Cases(Corners, false) {
		errors, err := Measure(c)
		require.NoError(t, err)
		s := Summarise(errors)
		require.Less(t, s.Flagged, s.Tiles/2, "%s: a reading that is mostly distrusted is of no use", c.Name)
		all = append(all, errors...)
	}
	s := Summarise(all)
	require.GreaterOrEqual(t, s.Tiles-s.Flagged, 200)
	require.LessOrEqual(t, s.Median, 2.0)
	require.LessOrEqual(t, s.Worst, 6.0)
}

// One grey card cannot know how the camera bends tones: it is worse, and the
// interface says so.
func TestOneGreyCardIsWorse(t *testing.T) {
	median := func(places []Place, greyOnly bool) float64 {
		var all []Error
		for _, c := range Cases(places, greyOnly)[5:8] {
			errors, err := Measure(c)
			require.NoError(t, err)
			all = append(all, errors...)
		}
		return Summarise(all).Median
	}
	one, three := median(Middle, true), median(Corners, false)
	require.Greater(t, one, 1.2*three, fmt.Sprintf("%.2f against %.2f", one, three))
}

// How many coats are enough is said surely only where it is so, of glazes that are no film
// which the curve knows: a range holds the truth, and where the strips lie too far up the curve
// they say that they do not know.
func TestCoverIsNotSureOfMoreThanItKnows(t *testing.T) {
	for name, c := range map[string]struct {
		coats []int
		known float64 // at the least, as a share
	}{"1 and 2": {[]int{1, 2}, 0.8}, "3 and 4": {[]int{3, 4}, 0.1}} {
		told := Tell(Strips{c.coats, 0.08, 0.5}, 60, 7)
		require.LessOrEqual(t, told.SureOff, told.Glazes/50, name)
		require.LessOrEqual(t, told.Off, 1+told.Glazes/50, name)
		require.LessOrEqual(t, told.Known-told.Held, 1+told.Known/10, name)
		require.GreaterOrEqual(t, float64(told.Known), c.known*float64(told.Glazes), name)
	}
}

// The two forms of Kubelka's film are one.
func TestLayerIsAFilm(t *testing.T) {
	for _, c := range [][3]float64{{0.2, 0.7, 0.5}, {0.9, 0.1, 2}, {0.05, 0.6, 0.1}} {
		require.InDelta(t, colour.Film{Endless: c[0], PerCoat: c[2]}.Over(c[1], 1), layer(c[0], c[1], c[2]), 1e-9)
	}
}
