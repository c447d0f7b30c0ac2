package colour_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"gotest.tools/v3/golden"

	"enkaustos/core/colour"
)

// lit paints a picture of 8 by 6 fields, each a neutral of some luminance, in light
// with a cast, a slope, darker corners and a camera that bends the tones.
func lit(bend, slope, corner float64, luminance func(column, row int) [3]float64) *scene {
	s := &scene{Picture: colour.Picture{Width: 320, Height: 240, Space: colour.SRGB()}}
	s.Pix = make([]uint8, 3*s.Width*s.Height)
	for y := range s.Height {
		for x := range s.Width {
			px, py := 2*(float64(x)+0.5)/float64(s.Width)-1, 2*(float64(y)+0.5)/float64(s.Height)-1
			fall := math.Exp(slope*px - slope/2*py - corner*(px*px+py*py))
			for k, v := range luminance(x/40, y/40) {
				want := math.Pow(v*[3]float64{0.95, 0.85, 0.7}[k]*fall, bend)
				code := 0
				for code < 255 && s.Space.Curve[k][code+1] <= want {
					code++
				}
				s.Pix[3*(y*s.Width+x)+k] = uint8(code)
			}
		}
	}
	return s
}

// What a photograph is read as, with cards from none to six and light from even to
// falling off, stands in testdata. That the reader is right is shown by rendered racks
// (docs/accuracy.md) and by the checks beside this one; this holds what it reads.
func TestReadingsStayAsTheyAre(t *testing.T) {
	kinds := []colour.CardKind{colour.GreyPatch, colour.WhitePatch, colour.BlackPatch}
	neutral := []float64{0.18, 0.75, 0.03}
	places := [][][2]int{{}, {{0, 0}}, {{0, 0}, {1, 0}}, {{0, 0}, {7, 5}}, {{0, 0}, {3, 0}, {7, 0}}, {{0, 0}, {7, 0}, {3, 5}}, {{0, 0}, {7, 0}, {0, 5}, {7, 5}, {3, 2}, {4, 3}}, {{0, 0}, {1, 0}, {2, 0}, {7, 5}, {6, 5}, {5, 5}}}
	var page strings.Builder
	for n, at := range places {
		for i, camera := range [][3]float64{{1, 0, 0}, {1.15, 0.1, 0}, {0.9, -0.08, 0.08}} {
			s := lit(camera[0], camera[1], camera[2], func(column, row int) [3]float64 {
				for k, place := range at {
					if place == [2]int{column, row} {
						y := neutral[k%3]
						return [3]float64{y, y, y}
					}
				}
				return [3]float64{0.1 + 0.08*float64(column%5), 0.15 + 0.1*float64(row%4), 0.25 - 0.03*float64(column%6)}
			})
			var cards []colour.Card
			for k, place := range at {
				y := neutral[k%3]
				cards = append(cards, colour.Card{Box: colour.Box{X: float64(40*place[0]) + 6, Y: float64(40*place[1]) + 6, W: 28, H: 28}, Kind: kinds[k%3],
					True: colour.XYZ{X: y * colour.D65.X, Y: y, Z: y * colour.D65.Z}.Lab()})
			}
			light, err := s.Learn(cards)
			if len(cards) == 0 {
				require.ErrorIs(t, err, colour.ErrNoCard)
				light = s.Unlit()
			}
			fmt.Fprintf(&page, "cards %d, camera %d: %s levels %d places %d left %v off %.4f\n", n, i, light.Says(), light.Levels, light.Places, light.Left, light.Mismatched)
			for _, field := range [][2]int{{2, 1}, {4, 1}, {5, 2}, {2, 4}, {6, 3}, {1, 3}} {
				r, err := s.Read(colour.Box{X: float64(40*field[0]) + 5, Y: float64(40*field[1]) + 5, W: 30, H: 30}, light)
				require.NoError(t, err)
				fmt.Fprintf(&page, "  %v: %.2f ± %.3f %v\n", field, r.Lab, r.Scatter, r.Flags)
			}
			wide, err := s.Read(colour.Box{X: 70, Y: 30, W: 100, H: 60}, light)
			require.NoError(t, err)
			fmt.Fprintf(&page, "  across fields: %.2f ± %.3f %v %s\n", wide.Lab, wide.Scatter, wide.Flags, colour.Doubts(wide.Flags))
			for _, b := range []colour.Box{{X: 100, Y: 100, W: 3, H: 3}, {X: 0, Y: 0, W: 1, H: 1}, {X: 81, Y: 41, W: 7, H: 5}} {
				small, err := s.Read(b, light)
				require.NoError(t, err)
				fmt.Fprintf(&page, "  small: %.2f %v\n", small.Lab, small.Flags)
			}
		}
	}
	flat := newScene([3]uint8{200, 60, 40}, [3]uint8{90, 120, 150})
	for i, spoil := range []struct {
		share float64
		with  [3]uint8
	}{{0, [3]uint8{}}, {0.2, [3]uint8{255, 255, 255}}, {0.3, [3]uint8{250, 250, 250}}, {0.4, [3]uint8{255, 240, 255}}, {0.25, [3]uint8{20, 6, 4}}, {0.45, [3]uint8{20, 6, 4}}} {
		flat.cover(0, spoil.share, spoil.with)
		r, err := flat.Read(box(0), flat.Unlit())
		require.NoError(t, err)
		fmt.Fprintf(&page, "spoiled %d: %.2f ± %.3f %v doubtful %v\n", i, r.Lab, r.Scatter, r.Flags, colour.Doubtful(r.Flags))
		_, err = flat.Learn([]colour.Card{{Box: box(0), Kind: colour.GreyPatch, True: colour.Lab{L: 50}}})
		fmt.Fprintf(&page, "  as a card: %v\n", err)
	}
	for _, b := range []colour.Box{{X: 0, Y: 0, W: 0, H: 5}, {X: 0, Y: 0, W: 5, H: 0}, {X: -1, Y: 0, W: 5, H: 5}, {X: 0, Y: -1, W: 5, H: 5}, {X: 196, Y: 0, W: 5, H: 5}, {X: 0, Y: 96, W: 5, H: 5}, {X: 0, Y: 0, W: 200, H: 100}} {
		fmt.Fprintf(&page, "%v inside %v\n", b, b.Inside(200, 100))
	}
	for _, f := range colour.Flags() {
		fmt.Fprintf(&page, "%s: %s\n", f.Flag, f.Flag.Means())
	}
	golden.Assert(t, page.String(), "readings.txt")
}

// Cover curves of films that are known, seen in strips of different numbers.
func TestCurvesStayAsTheyAre(t *testing.T) {
	clay := lab(t, "#e6ddcb")
	var page strings.Builder
	for i, hex := range []string{"#1f3a5c", "#c9c4b8", "#7a2e22", "#d8b13a", "#2b2b2b", "#f2efe8", "#5f7f4a"} {
		for _, coats := range [][]int{{1, 2, 3}, {1, 3}, {2, 4}, {3, 4}, {1, 1}, {1, 2, 3, 5}} {
			end := lab(t, hex)
			var strips []colour.Strip
			for _, n := range coats {
				share := 1 - math.Exp(-float64(n)*(0.5+0.25*float64(i%4)))
				strips = append(strips, colour.Strip{Coats: n, Lab: mix(clay, end, share)})
			}
			c, err := colour.CoversOf(clay, strips)
			if err != nil {
				fmt.Fprintf(&page, "%s %v: %v, missing %v\n", hex, coats, err, colour.Missing(strips))
				continue
			}
			enough, ok := c.Enough(1.5)
			red := c.On(lab(t, "#8a4a30"), 1.5)
			fmt.Fprintf(&page, "%s %v: off %.2f enough %d %v of %+v, on red %+v missing %v endless %.1f\n", hex, coats, c.Misfit, enough, ok, c.Cover(1.5), red, colour.Missing(strips), c.Endless())
			for n := range 5 {
				fmt.Fprintf(&page, "  %d: %.1f clay shows %v\n", n, c.After(float64(n)), c.ClayShows(n))
			}
		}
	}
	for _, hex := range []string{"#1f3a5c", "#c94", "7a2e22", "#zzzzzz", ""} {
		c, err := colour.FromHex(hex)
		fmt.Fprintf(&page, "%s %.3f %v\n", hex, c, err)
		if err == nil {
			fmt.Fprintf(&page, "  %s hue %.2f chroma %.2f valid %v deutan %.2f protan %.2f tritan %.2f\n", c.Hex(), c.Hue(), c.Chroma(), c.Valid(), c.As(colour.Deutan), c.As(colour.Protan), c.As(colour.Tritan))
		}
	}
	golden.Assert(t, page.String(), "curves.txt")
}
