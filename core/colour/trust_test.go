package colour_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
)

// eight is the sRGB value of a neutral of so much linear light.
func eight(y float64) uint8 {
	v := 12.92 * y
	if y > 0.0031308 {
		v = 1.055*math.Pow(y, 1/2.4) - 0.055
	}
	return uint8(math.Round(255 * min(max(v, 0), 1)))
}

// levels are the luminances of the usual white, grey and black patch (L* 95, 49.5 and 20).
var levels = []struct {
	kind colour.CardKind
	y    float64
}{{colour.WhitePatch, 0.8763}, {colour.GreyPatch, 0.1801}, {colour.BlackPatch, 0.02989}}

// rackOf is a row of neutral patches, each in its own light: two cards of three patches far
// apart, with tiles between them.
func rackOf(light func(patch int) float64) (*scene, []colour.Card) {
	var patches [][3]uint8
	var cards []colour.Card
	for i := range 12 {
		y := lies(i)
		if i < 3 || i > 8 {
			level := levels[i%3]
			truth, _ := colour.UsualCard(level.kind)
			cards = append(cards, colour.Card{Box: box(i), Kind: level.kind, True: truth})
		}
		v := eight(y * light(i))
		patches = append(patches, [3]uint8{v, v, v})
	}
	return newScene(patches...), cards
}

// lies is the luminance of a patch of rackOf.
func lies(i int) float64 {
	if i < 3 || i > 8 {
		return levels[i%3].y
	}
	return 0.3
}

func doubted(l colour.Light) (cards []int) {
	for _, d := range l.Doubts {
		cards = append(cards, d.Card)
	}
	return cards
}

// Cards in an even light, or one that falls off as windows do, have nothing against each
// other; one in shadow is named, and so are two the wrong way round.
func TestCardsThatDisagree(t *testing.T) {
	const half = 0.5
	shaded := func(which ...int) func(int) float64 {
		return func(i int) float64 {
			for _, w := range which {
				if w == i {
					return half
				}
			}
			return 0.9
		}
	}
	for name, c := range map[string]struct {
		light func(int) float64
		swap  []int
		named []int // among the cards
	}{
		"an even light":            {shaded(), nil, nil},
		"light that falls off":     {func(i int) float64 { return 0.95 - 0.03*float64(i) }, nil, nil},
		"the grey one in shadow":   {shaded(1), nil, []int{1}},
		"the other white in shade": {shaded(9), nil, []int{3}},
		"white and black swapped":  {shaded(), []int{0, 2}, []int{1, 1, 0}},
	} {
		s, cards := rackOf(c.light)
		if c.swap != nil {
			a, b := &cards[c.swap[0]], &cards[c.swap[1]]
			a.Kind, a.True, b.Kind, b.True = b.Kind, b.True, a.Kind, a.True
		}
		light, err := s.Learn(cards)
		require.NoError(t, err)
		if c.swap == nil {
			require.Equal(t, c.named, doubted(light), name)
		} else {
			require.NotEmpty(t, light.Doubts, name)
			require.Contains(t, light.Doubts[0].Why, "the wrong way round")
		}
		read, err := s.Read(box(5), light)
		require.NoError(t, err)
		require.Equal(t, len(light.Doubts) > 0, colour.Doubtful(read.Flags), name)
		if len(light.Doubts) > 0 {
			require.Contains(t, read.Flags, colour.Cards, name)
		}
	}
}

// Whatever a sound camera does to sound cards, nobody is sent to look at them.
func TestSoundCardsAreNotDoubted(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		gain, gamma := rapid.Float64Range(0.5, 1).Draw(t, "gain"), rapid.Float64Range(0.8, 1.25).Draw(t, "gamma")
		fall := rapid.Float64Range(0, 0.035).Draw(t, "fall")
		s, cards := rackOf(func(i int) float64 {
			y := lies(i)
			return gain * math.Pow(y*(1-fall*float64(i)), gamma) / y
		})
		light, err := s.Learn(cards)
		require.NoError(t, err)
		require.Empty(t, light.Doubts)
	})
}

// A shadow takes as much of every channel: where its edge crosses a box the box says so, and
// where a whole box lies in it, the ground around it does.
func TestShadows(t *testing.T) {
	red, dark := [3]uint8{200, 60, 50}, [3]uint8{eight(0.4 * 0.5776), eight(0.4 * 0.0452), eight(0.4 * 0.0319)}
	s := newScene(red, red, red)
	s.cover(1, 0.3, dark)
	s.cover(2, 0.3, [3]uint8{250, 240, 240}) // a lamp mirrors in it
	flags := func(i int) []colour.Flag {
		r, err := s.Read(box(i), s.Unlit())
		require.NoError(t, err)
		return r.Flags
	}
	require.NotContains(t, flags(0), colour.Shadow)
	require.Contains(t, flags(1), colour.Shadow)
	require.NotContains(t, flags(2), colour.Shadow, "glare is white, and adds")

	// Six tiles on a pale board; the fourth and its ground in shadow.
	board := newScene(make([][3]uint8, 6)...)
	boxes := make([]colour.Box, 6)
	for i := range boxes {
		boxes[i] = colour.Box{X: float64(100*i) + 28, Y: 28, W: 44, H: 44}
		for y := range 100 {
			for x := 100 * i; x < 100*i+100; x++ {
				v := [3]float64{0.5, 0.48, 0.45}
				if x%100 > 15 && x%100 < 85 && y > 15 && y < 85 {
					v = [3]float64{0.1 + 0.05*float64(i), 0.2, 0.3}
				}
				for k := range v {
					if i == 3 {
						v[k] *= 0.4
					}
					board.Pix[3*(y*board.Width+x)+k] = eight(v[k])
				}
			}
		}
	}
	require.Equal(t, []bool{false, false, false, true, false, false}, board.InShadow(boxes, board.Unlit()))
	readings, err := board.ReadAll(boxes, board.Unlit())
	require.NoError(t, err)
	require.Contains(t, readings[3].Flags, colour.Shadow)
	require.NotContains(t, readings[2].Flags, colour.Shadow)
	require.Equal(t, make([]bool, 3), board.InShadow(boxes[2:5], board.Unlit()), "of three nobody can say what is common")
	_, err = board.ReadAll(append(boxes, colour.Box{X: 590, Y: 0, W: 20, H: 20}), board.Unlit())
	require.ErrorContains(t, err, "box 7 lies outside")
}

// What the camera could not keep, and what lies where no card reaches.
func TestBeyondTheCards(t *testing.T) {
	flags := func(by colour.LightKind, kinds []colour.CardKind, tile [3]uint8) []colour.Flag {
		patches := [][3]uint8{tile}
		var cards []colour.Card
		for i, kind := range kinds {
			truth, _ := colour.UsualCard(kind)
			v := eight(truth.XYZ().Y * 0.9)
			patches = append(patches, [3]uint8{v, v, v})
			cards = append(cards, colour.Card{Box: box(i + 1), Kind: kind, True: truth})
		}
		s := newScene(patches...)
		light, err := s.Learn(cards)
		require.NoError(t, err)
		light.By = by
		r, err := s.Read(box(0), light)
		require.NoError(t, err)
		return r.Flags
	}
	all := []colour.CardKind{colour.WhitePatch, colour.GreyPatch, colour.BlackPatch}
	require.Empty(t, flags(colour.Daylight, all, [3]uint8{120, 130, 140}))
	require.Contains(t, flags(colour.Daylight, all, [3]uint8{180, 30, 0}), colour.Lost)
	require.Contains(t, flags(colour.Daylight, all[1:], [3]uint8{230, 230, 225}), colour.Beyond, "its white was cut off")
	require.NotContains(t, flags(colour.Daylight, all, [3]uint8{230, 230, 225}), colour.Beyond)
	require.Contains(t, flags(colour.Daylight, all[1:2], [3]uint8{230, 230, 225}), colour.Beyond, "far from the one grey")
	require.NotContains(t, flags(colour.Daylight, all[1:2], [3]uint8{130, 130, 125}), colour.Beyond)
	green := [3]uint8{60, 150, 70}
	require.NotContains(t, flags(colour.Daylight, all, green), colour.Lamp)
	require.Contains(t, flags(colour.LampLight, all, green), colour.Lamp)
	require.Contains(t, flags("", all, green), colour.Lamp, "nobody said by which light")
	require.NotContains(t, flags(colour.LampLight, all, [3]uint8{120, 120, 110}), colour.Lamp)
}

// A card has one patch of a kind.
func TestTwoPatchesOfOneKind(t *testing.T) {
	_, cards := rackOf(func(int) float64 { return 1 })
	_, _, twice := colour.Twice(cards)
	require.False(t, twice, "a card at each end")
	cards[1].Kind = colour.WhitePatch
	one, other, twice := colour.Twice(cards)
	require.True(t, twice)
	require.Equal(t, []int{0, 1}, []int{one, other})
}
