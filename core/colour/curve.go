package colour

import (
	"errors"
	"fmt"
	"math"
	"slices"
)

// Strip is the fired colour of a number of coats on a strip tile.
type Strip struct {
	Coats int
	Lab   Lab
}

// ErrNotKnown is returned where the strips cannot tell how a glaze covers.
var ErrNotKnown = errors.New("not known: fire strips of at least two different numbers of coats side by side")

// ErrNoCurve is returned, wrapped with the figure, where no curve passes by the
// strips: they do not belong together, or the glaze is no even film.
var ErrNoCurve = errors.New("not known: its strips lie off every curve")

// mostMisfit is the ΔE2000 that a strip may lie off the curve before the curve
// says nothing any more (from memory: about what two careful readings of one tile
// differ by, twice over).
const mostMisfit = 3

// Curve is how a glaze covers its clay coat by coat: a film in each of three
// bands (long, middle and short waves) over the clay's colour.
type Curve struct {
	films [3]Film
	clay  Lab
	// Misfit is how far the strips lie from the curve, ΔE2000, the worst one: at
	// most 3, for beyond that there is no curve.
	Misfit float64
}

// bands of a cover curve are linear channels of a space wide enough that no
// surface colour is negative in it: the primaries of ITU-R BT.2020.
var (
	wideToXYZ = matrix{
		{0.6369580, 0.1446169, 0.1688810},
		{0.2627002, 0.6779981, 0.0593017},
		{0.0000000, 0.0280727, 1.0609851},
	}
	wideFromXYZ = matrix{
		{1.7166512, -0.3556708, -0.2533663},
		{-0.6666844, 1.6164812, 0.0157685},
		{0.0176399, -0.0427706, 0.9421031},
	}
)

const least, full = 0.002, 0.995 // reflectances that a film can have

func bandsOf(c Lab) [3]float64 {
	v := wideFromXYZ.times(c.XYZ().vector())
	for i := range v {
		v[i] = min(max(v[i], least), full)
	}
	return v
}

// FitCurve finds the cover curve of a glaze from strips on a clay whose bare
// fired colour is clay. It takes at least two strips of different numbers of
// coats; the error is ErrNotKnown where there are fewer, and ErrNoCurve where no
// curve comes within ΔE2000 3 of every strip.
func FitCurve(clay Lab, strips []Strip) (Curve, error) {
	different := map[int]bool{}
	for _, s := range strips {
		if s.Coats > 0 {
			different[s.Coats] = true
		}
	}
	if len(different) < 2 {
		return Curve{}, ErrNotKnown
	}
	c := Curve{clay: clay, films: filmsOf(clay, exact(strips), fine)}
	if c.Misfit = c.misfit(strips); c.Misfit > mostMisfit {
		return Curve{}, fmt.Errorf("%w, by ΔE %.1f", ErrNoCurve, c.Misfit)
	}
	return c, nil
}

func exact(strips []Strip) (all []layers) {
	for _, s := range strips {
		if s.Coats > 0 {
			all = append(all, layers{float64(s.Coats), s.Lab})
		}
	}
	return all
}

// filmsOf are the films that come closest to strips, one a band.
func filmsOf(clay Lab, strips []layers, s search) (films [3]Film) {
	ground := bandsOf(clay)
	for k := range films {
		seen := make([]point, len(strips))
		for i, strip := range strips {
			seen[i] = point{strip.coats, bandsOf(strip.lab)[k]}
		}
		films[k] = fitFilm(ground[k], seen, s)
	}
	return films
}

// misfit is how far the worst strip lies from the curve, ΔE2000.
func (c Curve) misfit(strips []Strip) (worst float64) {
	for _, s := range strips {
		if s.Coats > 0 {
			worst = max(worst, Difference(s.Lab, c.After(float64(s.Coats))))
		}
	}
	return worst
}

// search is how closely a film is looked for: in so many steps of R∞ and of a coat first,
// then down to a width.
type search struct {
	endless, coat int
	width         float64
}

var (
	fine  = search{40, 24, 1e-4}
	rough = search{16, 12, 1e-2}
)

// point is the reflectance of some coats in one band.
type point struct{ coats, reflectance float64 }

// fitFilm finds the film whose coats over the ground come closest to what was
// seen, by least squares of the cube roots, which step as the eye does. For
// each R∞ the best coat is found first: that leaves one unknown to search. Both
// searches look along the whole range before they go down into the lowest
// valley, for a film that absorbs more than it scatters has two.
func fitFilm(ground float64, seen []point, s search) Film {
	off := func(f Film) (sum float64) {
		for _, p := range seen {
			d := math.Cbrt(f.Over(ground, p.coats)) - math.Cbrt(p.reflectance)
			sum += d * d
		}
		// Where the strips cannot tell, a usual coat is the better guess.
		d := math.Log(f.PerCoat)
		return sum + 1e-7*d*d
	}
	film := func(x, y float64) Film { return Film{1 / (1 + math.Exp(-x)), math.Exp(y)} }
	thin, thick := math.Log(0.002), math.Log(12.0)
	best := func(x float64) Film {
		return film(x, s.valley(thin, thick, s.coat, func(y float64) float64 { return off(film(x, y)) }))
	}
	logit := func(r float64) float64 { return math.Log(r / (1 - r)) }
	return best(s.valley(logit(least), logit(full), s.endless, func(x float64) float64 { return off(best(x)) }))
}

// valley finds where a function is lowest between from and to: the lowest of some
// steps first, then the bottom of the valley around it.
func (s search) valley(from, to float64, steps int, of func(float64) float64) float64 {
	width := (to - from) / float64(steps)
	at, smallest := from, math.Inf(1)
	for i := range steps + 1 {
		x := from + width*float64(i)
		if v := of(x); v < smallest {
			at, smallest = x, v
		}
	}
	return lowest(max(from, at-width), min(to, at+width), s.width, of)
}

// lowest finds where a function with one valley between from and to is lowest,
// by golden sections, to a width.
func lowest(from, to, width float64, of func(float64) float64) float64 {
	golden := (math.Sqrt(5) - 1) / 2
	a, b := to-golden*(to-from), from+golden*(to-from)
	fa, fb := of(a), of(b)
	for to-from > width {
		if fa < fb {
			to, b, fb = b, a, fa
			a = to - golden*(to-from)
			fa = of(a)
		} else {
			from, a, fa = a, b, fb
			b = from + golden*(to-from)
			fb = of(b)
		}
	}
	return (from + to) / 2
}

// After is the fired colour of a number of coats on the clay of the strips.
func (c Curve) After(coats float64) Lab { return c.over(bandsOf(c.clay), coats) }

// Endless is the colour of the glaze alone, however many coats it takes.
func (c Curve) Endless() Lab { return c.over(bandsOf(c.clay), 1000) }

func (c Curve) over(ground [3]float64, coats float64) Lab {
	var v [3]float64
	for k, f := range c.films {
		v[k] = f.Over(ground[k], coats)
	}
	return xyz(wideToXYZ.times(v)).Lab()
}

// MostCoats is where the search for enough coats ends: nobody lays more.
const MostCoats = 8

// Enough is the smallest number of coats after which one more changes the
// colour by less than step, ΔE2000. ok is false where MostCoats are not enough.
func (c Curve) Enough(step float64) (coats int, ok bool) { return c.enough(bandsOf(c.clay), step) }

func (c Curve) enough(ground [3]float64, step float64) (int, bool) {
	for n := 1; n <= MostCoats; n++ {
		if Difference(c.over(ground, float64(n)), c.over(ground, float64(n+1))) < step {
			return n, true
		}
	}
	return 0, false
}

// clayShowsFrom is the ΔE2000 by which one more coat still changes the colour
// while clay shows through (from memory: about what is seen at arm's length).
const clayShowsFrom = 3

// ClayShows says whether the clay shows through a number of coats: one more
// would still change what is seen.
func (c Curve) ClayShows(coats int) bool {
	return Difference(c.After(float64(coats)), c.After(float64(coats+1))) > clayShowsFrom
}

// Missing lists which of 1, 2 and 3 coats the strips lack for a curve: what to
// fire next.
func Missing(strips []Strip) (coats []int) {
	for n := 1; n <= 3; n++ {
		if !slices.ContainsFunc(strips, func(s Strip) bool { return s.Coats == n }) {
			coats = append(coats, n)
		}
	}
	return coats
}
