package piece_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/outline"
	"enkaustos/core/piece"
)

// Forms from above, in closed form: a bowl is a disc, a slab a rectangle, a mug a disc with its
// handle, a jar's lid lies beside it or on its seat.
func TestFromAbove(t *testing.T) {
	above := func(form piece.Form, m piece.Measures, seated bool) []piece.Above {
		return build(t, form, m).FromAbove(seated)
	}

	bowl := above(piece.Bowl, piece.Measures{"rim": 140, "height": 60}, false)
	require.Equal(t, []piece.Above{{Outline: outline.Disc(70), TallMM: 60}}, bowl)
	require.Negative(t, above(piece.Mug, piece.Measures{}, false)[0].Foot.X, "its foot lies off its middle, away from the handle")

	slab := above(piece.Slab, piece.Measures{"length": 200, "width": 100, "thickness": 10, "relief": 4}, false)
	require.Len(t, slab, 1)
	require.InDelta(t, 200*100, slab[0].Outline.Area(), 1e-6)
	require.InDelta(t, 14, slab[0].TallMM, 1e-9)

	mug := above(piece.Mug, piece.Measures{}, false)[0]
	require.False(t, mug.Outline.Round())
	require.Len(t, mug.Outline, 2, "the body and the handle")

	apart, on := above(piece.Jar, piece.Measures{}, false), above(piece.Jar, piece.Measures{}, true)
	require.Len(t, apart, 2)
	require.True(t, apart[1].Lid)
	require.Len(t, on, 1)
	require.Greater(t, on[0].TallMM, apart[0].TallMM)
	require.Less(t, on[0].TallMM, apart[0].TallMM+apart[1].TallMM, "the lid sinks onto its seat")

	planter := above(piece.Planter, piece.Measures{}, true)
	require.Len(t, planter, 2, "a saucer is fired beside its pot")
}

// Nothing of any form reaches out of what it is from above: the corners and lines of the piece in the
// round lie within it, at most so high.
func TestAllOfItIsSeenFromAbove(t *testing.T) {
	for _, k := range piece.Kinds() {
		m := piece.Measures{}
		if k.Form == piece.Modelled || k.Form == piece.Odd {
			m["pose"] = 1
		}
		b := build(t, k.Form, m)
		things := b.FromAbove(false)
		tallest, widest := 0.0, 0.0
		for _, a := range things {
			tallest, widest = math.Max(tallest, a.TallMM), math.Max(widest, a.Outline.Reach())
		}
		require.InDelta(t, b.HeightMM, tallest, 1e-6, k.Form)
		for _, l := range b.Round().Turned {
			for _, p := range l.Line {
				require.LessOrEqual(t, p[0], widest+1e-6, k.Form)
			}
		}
		if r := b.Round(); len(things) > 1 || len(r.Bows)+len(r.Turned) > 0 {
			continue
		}
		// One thing of flat faces: in every direction it is at least as wide as its corners.
		for deg := range 36 {
			sin, cos := math.Sincos(float64(deg) * math.Pi / 18)
			var of, seen width
			for _, f := range b.Round().Flat {
				for _, c := range f.Corners {
					of.add(c[0]*cos + c[1]*sin)
				}
			}
			for _, part := range things[0].Outline {
				for _, c := range part.Core {
					seen.add(c.X*cos + c.Y*sin - part.R)
					seen.add(c.X*cos + c.Y*sin + part.R)
				}
			}
			require.GreaterOrEqual(t, seen.high-seen.low, of.high-of.low-1e-6, "%s at %d degrees", k.Form, 10*deg)
			require.LessOrEqual(t, seen.high-seen.low, 1.05*(of.high-of.low), "%s at %d degrees", k.Form, 10*deg)
		}
	}
}

// width is from where to where something reaches; zero about 0.
type width struct{ low, high float64 }

func (w *width) add(at float64) { w.low, w.high = math.Min(w.low, at), math.Max(w.high, at) }
