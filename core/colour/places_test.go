package colour

import (
	"maps"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
)

// Cards in one line tell how light falls off along it, wherever in the picture and which way it
// runs; cards that are not in one line tell both ways.
func TestPlacesInOneLine(t *testing.T) {
	for _, c := range []struct {
		places   []place
		dx, dy   float64
		straight bool
	}{
		{[]place{{x: 0.5, y: 0.5}, {x: 0.6, y: 0.6}, {x: 0.9, y: 0.9}}, math.Sqrt2 / 2, math.Sqrt2 / 2, true},
		{[]place{{x: -0.9, y: 0.8}, {x: -0.9, y: -0.8}}, 0, 1, true},
		{[]place{{x: 0.2, y: -0.7}, {x: 0.9, y: -0.7}, {x: -0.4, y: -0.7}}, 1, 0, true},
		{[]place{{x: 0.1, y: 0.9}, {x: 0.5, y: 0.7}, {x: 0.9, y: 0.5}}, 2 / math.Sqrt(5), -1 / math.Sqrt(5), true},
		{[]place{{x: 0.6, y: 0.1}, {x: 0.9, y: 0.1}, {x: 0.6, y: 0.9}}, 0, 0, false},
	} {
		dx, dy, straight := inLine(c.places)
		require.Equal(t, c.straight, straight, "%v", c.places)
		if c.straight {
			require.InDelta(t, 1, math.Abs(dx*c.dx+dy*c.dy), 1e-9, "%v runs along %v %v", c.places, dx, dy)
		}
	}
}

// The middle of the picture is nought, its corners are one.
func TestWhereABoxLies(t *testing.T) {
	p := Picture{Width: 400, Height: 200}
	for box, at := range map[Box][2]float64{{X: 150, Y: 75, W: 100, H: 50}: {0, 0}, {X: 0, Y: 0, W: 0, H: 0}: {-1, -1}, {X: 400, Y: 200}: {1, 1}, {X: 290, Y: 30, W: 20, H: 40}: {0.5, -0.5}} {
		x, y := p.middle(box)
		require.InDelta(t, at[0], x, 1e-12)
		require.InDelta(t, at[1], y, 1e-12)
	}
}

// A surface's colour lies within what instruments report.
func TestColoursThatASurfaceCanHave(t *testing.T) {
	for _, edge := range []Lab{{L: 0}, {L: 100}, {A: 128}, {A: -128}, {B: 128}, {B: -128}} {
		require.True(t, edge.Valid(), "%v", edge)
	}
	for _, beyond := range []Lab{{L: -0.1}, {L: 100.1}, {A: 128.1}, {A: -128.1}, {B: 128.1}, {B: -128.1}} {
		require.False(t, beyond.Valid(), "%v", beyond)
	}
}

// Once round the edge of a box, a quarter a side, from its middle from -0.5 to 0.5.
func TestRoundABox(t *testing.T) {
	for share, at := range map[float64][2]float64{0: {-0.5, -0.5}, 0.125: {0, -0.5}, 0.25: {0.5, -0.5}, 0.375: {0.5, 0}, 0.5: {0.5, 0.5}, 0.6875: {-0.25, 0.5}, 0.75: {-0.5, 0.5}, 0.9375: {-0.5, -0.25}} {
		x, y := onEdge(share)
		require.InDelta(t, at[0], x, 1e-12)
		require.InDelta(t, at[1], y, 1e-12)
	}
}

// What is neither glare nor shadow is kept: within three deviations of the half that lies closest
// together, which a third of glare or of shadow does not move; of one even colour everything.
func TestGlareAndShadowAreLeftOut(t *testing.T) {
	box := func(counts map[float64]int) (pixels []pixel) {
		for _, level := range slices.Sorted(maps.Keys(counts)) {
			for range counts[level] {
				pixels = append(pixels, pixel{level: level})
			}
		}
		return pixels
	}
	for name, c := range map[string]struct {
		counts    map[float64]int
		low, high int
	}{
		"one colour":       {map[float64]int{0.5: 90}, 0, 90},
		"with glare":       {map[float64]int{0.5: 60, 0.9: 30}, 0, 60},
		"with shadow":      {map[float64]int{0.2: 30, 0.5: 60}, 30, 90},
		"with both":        {map[float64]int{0.2: 20, 0.5: 60, 0.9: 20}, 20, 80},
		"grainy":           {map[float64]int{0.48: 20, 0.49: 20, 0.5: 20, 0.51: 20, 0.52: 20}, 0, 100},
		"just within":      {map[float64]int{0.5: 60, 0.517: 20}, 0, 80},
		"just outside":     {map[float64]int{0.5: 60, 0.519: 20}, 0, 60},
		"just dark enough": {map[float64]int{0.481: 20, 0.5: 60}, 20, 80},
		"a single pixel":   {map[float64]int{0.5: 1}, 0, 1},
	} {
		low, high := keep(box(c.counts))
		require.Equal(t, []int{c.low, c.high}, []int{low, high}, name)
	}
}

// However large a box is, about as many of its pixels are taken, evenly; every block of it gets
// its share.
func TestPixelsOfABox(t *testing.T) {
	p := Picture{Width: 900, Height: 700, Pix: make([]uint8, 3*900*700), Space: SRGB()}
	for _, b := range []Box{{W: 900, H: 700}, {X: 100, Y: 50, W: 300, H: 120}, {X: 890, Y: 690, W: 40, H: 40}, {X: 5, Y: 5, W: 1, H: 1}} {
		pixels := p.pixels(b)
		area := min(b.W, 900-b.X) * min(b.H, 700-b.Y)
		require.GreaterOrEqual(t, float64(len(pixels)), min(area, most)*0.9, "%v", b)
		require.LessOrEqual(t, float64(len(pixels)), min(area, 4*most)+1, "%v", b)
		counts := map[int]int{}
		for _, px := range pixels {
			counts[px.block]++
		}
		if area > 10_000 {
			require.Len(t, counts, blocks*blocks, "%v", b)
			for block, n := range counts {
				require.InEpsilon(t, float64(len(pixels))/(blocks*blocks), n, 0.2, "block %d of %v", block, b)
			}
		}
	}
	require.Empty(t, p.pixels(Box{X: 900, Y: 0, W: 5, H: 5}))
}
