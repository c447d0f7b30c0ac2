package outline_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/outline"
)

// Distances in closed form.
func TestGapsInClosedForm(t *testing.T) {
	at := func(o outline.Outline, x, y, turn float64) outline.Outline {
		return o.At(outline.Place{X: x, Y: y, Turn: turn})
	}
	for name, c := range map[string]struct {
		a, b outline.Outline
		mm   float64
	}{
		"discs":               {at(outline.Disc(30), 0, 0, 0), at(outline.Disc(20), 60, 80, 0), 50},
		"discs that overlap":  {at(outline.Disc(30), 0, 0, 0), at(outline.Disc(20), 30, 0, 0), -20},
		"side by side":        {at(outline.Rectangle(40, 20), 0, 0, 0), at(outline.Rectangle(40, 20), 50, 0, 0), 10},
		"corner to corner":    {at(outline.Rectangle(40, 20), 0, 0, 0), at(outline.Rectangle(40, 20), 43, 24, 0), 5},
		"a quarter turned":    {at(outline.Rectangle(40, 20), 0, 0, math.Pi/2), at(outline.Rectangle(40, 20), 50, 0, 0), 20},
		"a corner to a side":  {at(outline.Rectangle(20, 20), 0, 0, math.Pi/4), at(outline.Rectangle(20, 20), 30, 0, 0), 20 - 10*math.Sqrt2},
		"a disc to a corner":  {at(outline.Disc(5), 23, 14, 0), at(outline.Rectangle(40, 20), 0, 0, 0), 0},
		"one within another":  {at(outline.Rectangle(4, 4), 0, 6, 0), at(outline.Rectangle(40, 20), 0, 0, 0), -6},
		"the handle of a mug": {append(outline.Disc(40), outline.Rectangle(140, 10)...), at(outline.Disc(10), 85, 0, 0), 5},
	} {
		require.InDelta(t, c.mm, outline.Gap(c.a, c.b), 1e-9, name)
		require.InDelta(t, c.mm, outline.Gap(c.b, c.a), 1e-9, name+", the other way round")
	}
}

func polygon(t *rapid.T, name string) outline.Outline {
	points := make([]outline.Point, rapid.IntRange(1, 9).Draw(t, name))
	for i := range points {
		points[i] = outline.Point{X: rapid.Float64Range(-80, 80).Draw(t, "x"), Y: rapid.Float64Range(-80, 80).Draw(t, "y")}
	}
	part := outline.Hull(points)
	part.R = rapid.Float64Range(0, 20).Draw(t, "r")
	return outline.Outline{part}
}

// A thing that moves by its overlap along the way it is told is free, and by less it is not; turning
// and moving both changes nothing.
func TestOverlapIsTheWayOut(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := polygon(t, "a"), polygon(t, "b")
		apart := outline.PartsApart(a[0], b[0])
		require.InDelta(t, 1, math.Hypot(apart.Toward.X, apart.Toward.Y), 1e-9)
		moved := func(by float64) float64 {
			return outline.Gap(a.At(outline.Place{X: by * apart.Toward.X, Y: by * apart.Toward.Y}), b)
		}
		require.InDelta(t, 0, moved(-apart.MM), 1e-6)
		if apart.MM < -1 {
			require.Less(t, moved(-apart.MM/2), 0.0)
		}
		both := outline.Place{X: 31, Y: -7, Turn: 1.1}
		require.InDelta(t, apart.MM, outline.Gap(a.At(both), b.At(both)), 1e-6)
	})
}

// What stands for a thing with fewer corners holds all of it.
func TestCoarserHoldsAll(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		part := outline.Hull(outline.Oval(rapid.Float64Range(40, 200).Draw(t, "length"), rapid.Float64Range(201, 300).Draw(t, "width"))[0].Core)
		coarse := part.Coarser(rapid.IntRange(8, 12).Draw(t, "most"))
		for _, c := range part.Core {
			in := outline.PartsApart(outline.Part{Core: []outline.Point{c}}, coarse).MM
			require.LessOrEqual(t, in, 1e-6)
		}
		require.Less(t, outline.Outline{coarse}.Area(), 1.2*outline.Outline{part}.Area())
	})
}

func TestFlats(t *testing.T) {
	round := outline.Flat{R: 100}
	require.InDelta(t, 20, round.Within(outline.Disc(30).At(outline.Place{X: 30, Y: 40})), 1e-9)
	half := outline.Flat{R: 100, Sides: []outline.Side{{Out: outline.Point{X: 1}}}}
	require.InDelta(t, -10, half.Within(outline.Disc(30).At(outline.Place{X: -20})), 1e-9, "it reaches over the middle")
	require.InEpsilon(t, math.Pi*100*100/2, half.Area(), 1e-3)
	require.InEpsilon(t, math.Pi*90*90, round.Inset(10).Area(), 1e-3)
	square := outline.Polygon(outline.Point{X: 50, Y: 50}, outline.Point{X: -50, Y: 50}, outline.Point{X: -50, Y: -50}, outline.Point{X: 50, Y: -50})
	require.InDelta(t, 10000, square.Area(), 1e-6)
	require.InDelta(t, 100*100-4*(50*50-math.Pi*50*50/4), square.And(outline.Flat{R: 50}).Area(), 2, "a disc in a square is the disc")
	low, high := square.Extent()
	require.Equal(t, []float64{-50, 50}, []float64{math.Round(low.X), math.Round(high.Y)})
}
