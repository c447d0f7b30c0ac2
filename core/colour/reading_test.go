package colour_test

import (
	"bytes"
	"math"
	"math/rand"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
)

// The Bradford matrix from D50 to D65, as Lindbloom publishes it (from memory).
func TestBradfordAgainstPublishedMatrix(t *testing.T) {
	published := [3][3]float64{{0.9555766, -0.0230393, 0.0631636}, {-0.0282895, 1.0099416, 0.0210077}, {0.0122982, -0.0204830, 1.3299098}}
	for i, unit := range []colour.XYZ{{X: 1}, {Y: 1}, {Z: 1}} {
		got := unit.Adapt(colour.D50, colour.D65)
		require.InDelta(t, published[0][i], got.X, 2e-5)
		require.InDelta(t, published[1][i], got.Y, 2e-5)
		require.InDelta(t, published[2][i], got.Z, 2e-5)
	}
}

func TestAdaptation(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		draw := func(name string) float64 { return rapid.Float64Range(0.05, 1.2).Draw(t, name) }
		c := colour.XYZ{X: draw("x"), Y: draw("y"), Z: draw("z")}
		white := colour.XYZ{X: draw("wx") + 0.4, Y: 1, Z: draw("wz") + 0.4}
		back := c.Adapt(white, colour.D65).Adapt(colour.D65, white)
		require.InDelta(t, c.X, back.X, 1e-5)
		require.InDelta(t, c.Z, back.Z, 1e-5)
		same := white.Adapt(white, colour.D65)
		require.InDelta(t, colour.D65.X, same.X, 1e-5)
		require.InDelta(t, colour.D65.Z, same.Z, 1e-5)
	})
}

// scene is a picture of flat patches, 100 by 100 pixels each, in a row.
type scene struct {
	colour.Picture
	random *rand.Rand
}

func newScene(patches ...[3]uint8) *scene {
	s := &scene{colour.Picture{Width: 100 * len(patches), Height: 100, Space: colour.SRGB()}, rand.New(rand.NewSource(1))}
	s.Pix = make([]uint8, 3*s.Width*s.Height)
	for y := range s.Height {
		for x := range s.Width {
			copy(s.Pix[3*(y*s.Width+x):], patches[x/100][:])
		}
	}
	return s
}

func box(i int) colour.Box { return colour.Box{X: float64(100*i) + 10, Y: 10, W: 80, H: 80} }

// cover paints the lower share of a patch over.
func (s *scene) cover(i int, share float64, with [3]uint8) {
	for y := 10 + int(80*(1-share)); y < 90; y++ {
		for x := 100*i + 10; x < 100*i+90; x++ {
			copy(s.Pix[3*(y*s.Width+x):], with[:])
		}
	}
}

// With a card as it really is, the picture's own sRGB colours come back.
func TestReadingOfAPerfectPhotograph(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := func(name string) uint8 { return uint8(rapid.IntRange(12, 245).Draw(t, name)) }
		tile := [3]uint8{v("r"), v("g"), v("b")}
		s := newScene([3]uint8{118, 118, 118}, tile)
		truth, err := colour.FromHex("#767676")
		require.NoError(t, err)
		light, err := s.Learn([]colour.Card{{Box: box(0), Kind: colour.GreyPatch, True: truth}})
		require.NoError(t, err)
		light.By = colour.Daylight
		got, err := s.Read(box(1), light)
		require.NoError(t, err)
		want := s.rgb(tile)
		require.Less(t, colour.Difference(want, got.Lab), 0.02)
		require.Less(t, got.Scatter, 0.01)
		require.Contains(t, got.Flags, colour.OneCard)
		require.Subset(t, []colour.Flag{colour.OneCard, colour.Beyond}, got.Flags, "far from its one grey nobody knows the camera's tones")
	})
}

func (s *scene) rgb(v [3]uint8) colour.Lab {
	m := s.Space.ToXYZ
	var c [3]float64
	for i := range c {
		c[i] = m[i][0]*s.Space.Curve[0][v[0]] + m[i][1]*s.Space.Curve[1][v[1]] + m[i][2]*s.Space.Curve[2][v[2]]
	}
	return colour.XYZ{X: c[0], Y: c[1], Z: c[2]}.Lab()
}

// Glare and shadow over up to 40 % of a box move its reading by less than one
// can see; a third of glare and more is flagged.
func TestGlareAndShadowAreCut(t *testing.T) {
	clean := [3]uint8{120, 70, 60}
	for name, c := range map[string]struct {
		share float64
		with  [3]uint8
		flag  bool
	}{
		"a little glare": {0.1, [3]uint8{250, 250, 250}, false},
		"much glare":     {0.4, [3]uint8{240, 240, 240}, true},
		"a shadow":       {0.3, [3]uint8{20, 10, 8}, false},
	} {
		t.Run(name, func(t *testing.T) {
			s := newScene([3]uint8{118, 118, 118}, clean, clean)
			s.cover(2, c.share, c.with)
			light, err := s.Learn([]colour.Card{{Box: box(0), Kind: colour.GreyPatch, True: s.rgb([3]uint8{118, 118, 118})}})
			require.NoError(t, err)
			want, err := s.Read(box(1), light)
			require.NoError(t, err)
			got, err := s.Read(box(2), light)
			require.NoError(t, err)
			require.Less(t, colour.Difference(want.Lab, got.Lab), 0.5)
			require.Equal(t, c.flag, colour.Doubtful(got.Flags))
			if c.flag {
				require.Contains(t, got.Flags, colour.Glare)
			}
		})
	}
}

func TestFlags(t *testing.T) {
	s := newScene([3]uint8{118, 118, 118}, [3]uint8{255, 250, 240}, [3]uint8{90, 90, 90}, [3]uint8{40, 140, 90})
	s.cover(2, 0.5, [3]uint8{150, 150, 150}) // two colours in one box
	truth := s.rgb([3]uint8{118, 118, 118})
	light, err := s.Learn([]colour.Card{{Box: box(0), Kind: colour.GreyPatch, True: truth}})
	require.NoError(t, err)
	flags := func(b colour.Box, l colour.Light) []colour.Flag {
		r, err := s.Read(b, l)
		require.NoError(t, err)
		return r.Flags
	}
	require.Contains(t, flags(box(1), light), colour.Clipped)
	require.Contains(t, flags(colour.Box{X: 310, Y: 10, W: 9, H: 9}, light), colour.TooSmall)
	require.Contains(t, flags(box(3), s.Unlit()), colour.NoCard)
	for _, f := range colour.Flags() {
		require.NotEmpty(t, f.Means)
		require.Equal(t, f.Means, f.Flag.Means())
	}
	_, err = s.Read(colour.Box{X: 390, Y: 10, W: 30, H: 30}, light)
	require.ErrorContains(t, err, "outside the picture of 400 by 100 pixels")

	_, err = s.Learn([]colour.Card{{Box: box(1), Kind: colour.WhitePatch, True: colour.Lab{L: 95}}})
	require.ErrorIs(t, err, colour.ErrNoCard, "a clipped card says nothing")
	_, err = s.Learn(nil)
	require.ErrorIs(t, err, colour.ErrNoCard)
	both, err := s.Learn([]colour.Card{{Box: box(1), Kind: colour.WhitePatch, True: colour.Lab{L: 95}}, {Box: box(0), Kind: colour.GreyPatch, True: truth}})
	require.NoError(t, err)
	require.Len(t, both.Left, 1)
	require.Equal(t, 0, both.Left[0].Card)
	require.Contains(t, both.Left[0].Why, "cut it off")
}

// A camera that bends tones by a power and light with a cast and a slope: three
// patches in three places take all of it out again.
func TestLightIsLearnt(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		bend := rapid.Float64Range(0.8, 1.25).Draw(t, "bend")
		slope := rapid.Float64Range(-0.12, 0.12).Draw(t, "slope")
		var cast [3]float64
		for k := range cast {
			cast[k] = rapid.Float64Range(0.75, 1).Draw(t, "cast")
		}
		neutral := map[colour.CardKind]float64{colour.WhitePatch: 0.78, colour.GreyPatch: 0.18, colour.BlackPatch: 0.04}
		kinds := []colour.CardKind{colour.WhitePatch, colour.GreyPatch, colour.BlackPatch}
		tile := [3]float64{0.12, 0.25, 0.2}
		s := newScene(make([][3]uint8, 11)...)
		paint := func(i int, light [3]float64) {
			x := 2*(float64(100*i)+50)/float64(s.Width) - 1
			for k := range light {
				v := math.Pow(light[k]*cast[k]*math.Exp(slope*x), bend)
				best := 0
				for code := range 256 {
					if math.Abs(s.Space.Curve[k][code]-v) < math.Abs(s.Space.Curve[k][best]-v) {
						best = code
					}
				}
				light[k] = float64(best)
			}
			s.cover(i, 1, [3]uint8{uint8(light[0]), uint8(light[1]), uint8(light[2])})
		}
		var cards []colour.Card
		for n, i := range []int{0, 1, 2, 8, 9, 10} {
			kind := kinds[n%3]
			y := neutral[kind]
			paint(i, [3]float64{y, y, y})
			cards = append(cards, colour.Card{Box: box(i), Kind: kind, True: colour.XYZ{X: y * colour.D65.X, Y: y, Z: y * colour.D65.Z}.Lab()})
		}
		paint(5, tile)
		light, err := s.Learn(cards)
		require.NoError(t, err)
		require.Equal(t, 3, light.Levels)
		got, err := s.Read(box(5), light)
		require.NoError(t, err)
		m := s.Space.ToXYZ
		var c [3]float64
		for i := range c {
			c[i] = m[i][0]*tile[0] + m[i][1]*tile[1] + m[i][2]*tile[2]
		}
		// What is left is the rounding to 256 steps, and that Bradford and a
		// camera's channels balance white in different ways.
		require.Less(t, colour.Difference(colour.XYZ{X: c[0], Y: c[1], Z: c[2]}.Lab(), got.Lab), 2.5)
	})
}

// Patches nearer to one another than four of their own sides are of one card, and
// tell of one place, in whatever order and direction they lie.
func TestPatchesOfOneCardAreOnePlace(t *testing.T) {
	grey := colour.Picture{Width: 400, Height: 400, Pix: bytes.Repeat([]byte{120}, 3*400*400), Space: colour.SRGB()}
	lab, _ := colour.UsualCard(colour.GreyPatch)
	for apart, places := range map[float64]int{30: 1, 79: 1, 81: 2, 120: 2} {
		for _, by := range [][2]float64{{apart, 0}, {-apart, 0}, {0, apart}, {0, -apart}} {
			card := func(x, y float64) colour.Card {
				return colour.Card{Box: colour.Box{X: x, Y: y, W: 20, H: 20}, Kind: colour.GreyPatch, True: lab}
			}
			light, err := grey.Learn([]colour.Card{card(200, 200), card(200+by[0], 200+by[1])})
			require.NoError(t, err)
			require.Equal(t, places, light.Places, "%v", by)
		}
	}
}
