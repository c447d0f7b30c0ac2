package colour_test

import (
	"errors"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
)

func anyFilm(t *rapid.T) colour.Film {
	return colour.Film{Endless: rapid.Float64Range(0.01, 0.95).Draw(t, "endless"), PerCoat: rapid.Float64Range(0.05, 6).Draw(t, "per coat")}
}

// Kubelka's closed forms (1948): R∞ from K/S and back, (1 − R∞)²/2R∞ = K/S; a
// film over black reflects 1/(a + b·coth bSX); and from a film over black (R₀)
// and over a ground (R), a = ½(R + (R₀ − R + Rg)/(R₀·Rg)).
func TestFilmAgainstClosedForms(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q := rapid.Float64Range(0.001, 20).Draw(t, "K/S")
		r := colour.Endless(q)
		require.InEpsilon(t, q, (1-r)*(1-r)/(2*r), 1e-8)

		f := anyFilm(t)
		coats := rapid.Float64Range(0.2, 5).Draw(t, "coats")
		a := (f.Endless + 1/f.Endless) / 2
		b := math.Sqrt(a*a - 1)
		over := f.Over(0, coats)
		require.InEpsilon(t, 1/(a+b/math.Tanh(b*f.PerCoat*coats)), over, 1e-9)
		ground := rapid.Float64Range(0.1, 1).Draw(t, "ground")
		light := f.Over(ground, coats)
		require.InEpsilon(t, a, (light+(over-light+ground)/(over*ground))/2, 1e-6)
		require.InDelta(t, f.Endless, f.Over(ground, 1e4), 1e-9, "thick without end")
		require.InDelta(t, ground, f.Over(ground, 0), 1e-12, "no coat")
	})
}

// More coats always come closer to the glaze alone, and the contrast between a
// black and a white ground always shrinks.
func TestFilmIsMonotone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := anyFilm(t)
		ground := rapid.Float64Range(0, 1).Draw(t, "ground")
		n := rapid.Float64Range(0.1, 6).Draw(t, "coats")
		more := n + rapid.Float64Range(0.01, 3).Draw(t, "more")
		require.LessOrEqual(t, math.Abs(f.Over(ground, more)-f.Endless), math.Abs(f.Over(ground, n)-f.Endless)+1e-12)
		require.LessOrEqual(t, f.Over(1, more)-f.Over(0, more), f.Over(1, n)-f.Over(0, n)+1e-12)
	})
}

func lab(t require.TestingT, hex string) colour.Lab {
	c, err := colour.FromHex(hex)
	require.NoError(t, err)
	return c
}

// Strips laid by the model come back from it: coat 3 from coats 1 and 2.
func TestCoverFindsWhatItHasNotSeen(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		clay := colour.Lab{L: rapid.Float64Range(45, 85).Draw(t, "L"), A: rapid.Float64Range(0, 20).Draw(t, "a"), B: rapid.Float64Range(5, 30).Draw(t, "b")}
		thick := colour.Lab{L: rapid.Float64Range(25, 90).Draw(t, "gL"), A: rapid.Float64Range(-25, 25).Draw(t, "ga"), B: rapid.Float64Range(-25, 35).Draw(t, "gb")}
		start, err := colour.FitCurve(clay, []colour.Strip{{Coats: 1, Lab: mix(clay, thick, rapid.Float64Range(0.4, 0.9).Draw(t, "one"))}, {Coats: 6, Lab: thick}})
		if errors.Is(err, colour.ErrNoCurve) {
			return // no film makes these two strips, and nothing is said of them
		}
		require.NoError(t, err)
		strips := []colour.Strip{{Coats: 1, Lab: start.After(1)}, {Coats: 2, Lab: start.After(2)}}
		c, err := colour.FitCurve(clay, strips)
		require.NoError(t, err)
		require.Less(t, c.Misfit, 0.5)
		require.Less(t, colour.Difference(start.After(3), c.After(3)), 1.5)
	})
}

// Strips that no film makes say nothing of how a glaze covers, whatever the fit
// comes closest to.
func TestStripsOffEveryCurveAreNotKnown(t *testing.T) {
	pale := colour.Lab{L: 82, A: 2, B: 12}
	for name, strips := range map[string][]colour.Strip{
		"darker, then pale again":   {{Coats: 1, Lab: colour.Lab{L: 40, B: -20}}, {Coats: 2, Lab: colour.Lab{L: 75, B: 5}}, {Coats: 3, Lab: colour.Lab{L: 40, B: -20}}},
		"two glazes under one name": {{Coats: 1, Lab: colour.Lab{L: 60, A: 30, B: 20}}, {Coats: 2, Lab: colour.Lab{L: 60, A: -30, B: 20}}},
	} {
		_, err := colour.FitCurve(pale, strips)
		require.ErrorIs(t, err, colour.ErrNoCurve, name)
	}
	rapid.Check(t, func(t *rapid.T) {
		any := func(name string) colour.Lab {
			return colour.Lab{L: rapid.Float64Range(20, 90).Draw(t, name+" L"), A: rapid.Float64Range(-30, 30).Draw(t, name+" a"), B: rapid.Float64Range(-30, 40).Draw(t, name+" b")}
		}
		strips := []colour.Strip{{Coats: 1, Lab: any("one")}, {Coats: 2, Lab: any("two")}, {Coats: 3, Lab: any("three")}}
		c, err := colour.FitCurve(pale, strips)
		if err != nil {
			require.ErrorIs(t, err, colour.ErrNoCurve)
			return
		}
		for _, s := range strips {
			require.LessOrEqual(t, colour.Difference(s.Lab, c.After(float64(s.Coats))), c.Misfit+1e-9)
		}
		require.LessOrEqual(t, c.Misfit, 3.0)
	})
}

func mix(a, b colour.Lab, share float64) colour.Lab {
	return colour.Lab{L: a.L + share*(b.L-a.L), A: a.A + share*(b.A-a.A), B: a.B + share*(b.B-a.B)}
}

func TestEnoughCoats(t *testing.T) {
	red := lab(t, "#8a4b32")
	white := []colour.Strip{{Coats: 1, Lab: lab(t, "#bfa596")}, {Coats: 2, Lab: lab(t, "#d8ccc2")}, {Coats: 3, Lab: lab(t, "#e2dad3")}}
	c, err := colour.FitCurve(red, white)
	require.NoError(t, err)
	require.Less(t, c.Misfit, 2.5)
	need, ok := c.Enough(1.5)
	require.True(t, ok)
	require.GreaterOrEqual(t, need, 3, "a thin white on red clay")
	require.True(t, c.ClayShows(1))
	dense, err := colour.FitCurve(red, []colour.Strip{{Coats: 1, Lab: lab(t, "#c9bab0")}, {Coats: 2, Lab: lab(t, "#d8d0ca")}, {Coats: 4, Lab: lab(t, "#dad3cd")}})
	require.NoError(t, err)
	require.True(t, dense.ClayShows(1))
	require.False(t, dense.ClayShows(4))
	covers, err := colour.CoversOf(red, white)
	require.NoError(t, err)
	cover := covers.Cover(1.5)
	require.True(t, cover.Low <= need && need <= cover.High, "what fits best is among what may be: %d in %+v", need, cover)
	onPale := covers.On(lab(t, "#e8e0d4"), 1.5)
	require.True(t, onPale.Low <= cover.Low && onPale.High <= cover.High, "a pale clay takes fewer coats")
	again, err := colour.CoversOf(red, white)
	require.NoError(t, err)
	require.Equal(t, cover, again.Cover(1.5), "the same strips say the same")
	far, err := colour.CoversOf(red, white[1:])
	require.NoError(t, err)
	wider := far.Cover(1.5)
	require.GreaterOrEqual(t, wider.High-wider.Low, cover.High-cover.Low, "without its first strip less is known")
	coarse, ok := c.Enough(6)
	require.True(t, ok)
	require.LessOrEqual(t, coarse, need, "a coarser step asks for no more coats")

	_, err = colour.FitCurve(red, []colour.Strip{{Coats: 3, Lab: lab(t, "#e2dad3")}, {Coats: 3, Lab: lab(t, "#e0d8d0")}})
	require.ErrorIs(t, err, colour.ErrNotKnown)
	require.Equal(t, []int{1, 2}, colour.Missing([]colour.Strip{{Coats: 3}}))
}
