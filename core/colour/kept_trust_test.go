package colour_test

import (
	"fmt"
	"math/rand"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"gotest.tools/v3/golden"
)

// board paints tiles on a common ground, each with a gap around it, some in shadow: whole, from
// one side, or beyond their own cell.
func board(seed int64, gap int, shade float64, grain float64) (*scene, []colour.Box) {
	r := rand.New(rand.NewSource(seed))
	const tiles, cell = 7, 100
	s := newScene(make([][3]uint8, tiles)...)
	ground := [3]float64{0.3 + 0.4*r.Float64(), 0.3 + 0.4*r.Float64(), 0.3 + 0.4*r.Float64()}
	boxes := make([]colour.Box, tiles)
	for i := range boxes {
		glaze := [3]float64{0.03 + 0.6*r.Float64(), 0.03 + 0.6*r.Float64(), 0.03 + 0.6*r.Float64()}
		boxes[i] = colour.Box{X: float64(cell*i) + 28, Y: 28, W: 44, H: 44}
		for y := range cell {
			for x := range cell {
				v := ground
				if x >= gap && x < cell-gap && y >= gap && y < cell-gap {
					v = glaze
				}
				dark := i == 2 || i == 4 && x < 50 || i == 5 && y < 80
				for k := range v {
					if dark {
						v[k] *= shade
					}
					s.Pix[3*(y*s.Width+cell*i+x)+k] = eight(v[k] * (1 + grain*r.NormFloat64()))
				}
			}
		}
	}
	return s, boxes
}

// What pictures that go wrong in many ways are said to be stays as it is.
func TestWhatIsDoubtedStaysAsItIs(t *testing.T) {
	var page strings.Builder
	for n, light := range []func(int) float64{
		func(int) float64 { return 0.9 },
		func(i int) float64 { return 0.95 - 0.045*float64(i) },
		func(i int) float64 { return 0.95 - 0.07*float64(i) },
		func(i int) float64 { return map[bool]float64{true: 0.55, false: 0.9}[i == 1] },
		func(i int) float64 { return map[bool]float64{true: 0.8, false: 0.9}[i == 9] },
		func(i int) float64 { return map[bool]float64{true: 0.4, false: 0.9}[i < 3] },
		func(i int) float64 { return map[bool]float64{true: 0.3, false: 0.9}[i == 2 || i == 10] },
		func(i int) float64 { return 0.9 - 0.5*float64(i%3)/2 },
	} {
		for _, take := range [][2]int{{0, 6}, {0, 3}, {1, 5}, {0, 2}, {1, 2}} {
			s, cards := rackOf(light)
			cards = cards[take[0]:take[1]]
			l, err := s.Learn(cards)
			require.NoError(t, err)
			fmt.Fprintf(&page, "light %d, cards %v: off %.4f, %s\n", n, take, l.Mismatched, l.Says())
			for _, d := range l.Doubts {
				fmt.Fprintf(&page, "  %d: %s\n", d.Card, d.Why)
			}
			for _, by := range []colour.LightKind{"", colour.Daylight, colour.LampLight} {
				l.By = by
				r, err := s.Read(box(5), l)
				require.NoError(t, err)
				fmt.Fprintf(&page, "  %q %.1f %v\n", by, r.Lab, r.Flags)
			}
		}
	}
	for seed := range int64(12) {
		s, boxes := board(seed, 6+int(seed)%3*6, 0.1+0.06*float64(seed), 0.03*float64(seed%2))
		all, err := s.ReadAll(boxes, s.Unlit())
		require.NoError(t, err)
		fmt.Fprintf(&page, "board %d: %v\n", seed, s.InShadow(boxes, s.Unlit()))
		for i, r := range all {
			fmt.Fprintf(&page, "  %.1f ± %.2f %v, alone %v\n", r.Lab, r.Scatter, r.Flags, must(s.Read(boxes[i], s.Unlit())).Flags)
		}
	}
	clay := colour.Lab{L: 78, A: 4, B: 12}
	for _, end := range []colour.Lab{{L: 30, A: 10, B: -30}, {L: 90}} {
		for _, counts := range [][]int{{1, 2}, {3, 4}, {1, 2, 3}} {
			for _, speed := range []float64{0.6, 2.5} {
				var strips []colour.Strip
				for _, n := range counts {
					strips = append(strips, colour.Strip{Coats: n, Lab: mix(clay, end, 1-pow(speed, n))})
				}
				c, err := colour.CoversOf(clay, strips)
				if err != nil {
					fmt.Fprintf(&page, "%v %v %.1f: %v\n", end, counts, speed, err)
					continue
				}
				cover, dark := c.Cover(1.5), c.On(colour.Lab{L: 35, A: 15, B: 15}, 1.5)
				fmt.Fprintf(&page, "%v %v %.1f: %+v known %v sure %v, on dark %+v known %v\n", end, counts, speed, cover, cover.Known(), cover.Sure(), dark, dark.Known())
			}
		}
	}
	golden.Assert(t, page.String(), "trust.txt")
}

func must(r colour.Reading, err error) colour.Reading {
	if err != nil {
		panic(err)
	}
	return r
}

// pow is what of the clay still shows after n coats that each cover as fast as speed says.
func pow(speed float64, n int) float64 {
	left := 1.0
	for range n {
		left /= 1 + speed
	}
	return left
}

// Where the range of a cover is narrow enough to plan by, and where it tells one number.
func TestKnownAndSureCovers(t *testing.T) {
	for cover, want := range map[colour.Cover][2]bool{
		{Low: 2, High: 2}:             {true, true},
		{Low: 2, High: 4}:             {true, false},
		{Low: 2, High: 5}:             {false, false},
		{Low: 8, High: 8, Open: true}: {true, false},
		{Low: 7, High: 8, Open: true}: {false, false},
	} {
		require.Equal(t, want, [2]bool{cover.Known(), cover.Sure()}, "%+v", cover)
	}
}
