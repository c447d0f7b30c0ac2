package rack

import (
	"math"
	"math/rand"

	"enkaustos/core/colour"
)

// clay is the fired reflectance of a clay body, from its level and how much
// iron is in it.
func clayBody(level, iron float64) spectrum {
	return sampled(func(nm float64) float64 {
		q := 0.05/level + iron*edge(560, -40)(nm)
		return 0.95 * (1 + q - math.Sqrt(q*q+2*q))
	})
}

// strips fires one, two and three coats of a drawn glaze on a clay, band by
// band with Kubelka and Munk's film, no coat quite as thick as the next, and
// reads them with the error of a good photograph.
func strips(random *rand.Rand, wobble, noise float64) (clay colour.Lab, read, truth []colour.Strip) {
	body := clayBody(0.4+0.6*random.Float64(), 2*random.Float64()*random.Float64())
	if random.Intn(2) == 0 {
		body = clayBody(0.9, 0.15)
	}
	endless := glaze(random)
	scatter := math.Exp(random.Float64()*2.2 - 1.0) // S·X of a coat: from see-through to opaque
	thickness := 0.0
	exact := func(s spectrum) colour.Lab { l, a, b := lab(s); return colour.Lab{L: l, A: a, B: b} }
	shaken := func(c colour.Lab) colour.Lab {
		return colour.Lab{L: c.L + noise*random.NormFloat64(), A: c.A + noise*random.NormFloat64(), B: c.B + noise*random.NormFloat64()}
	}
	for coats := 1; coats <= 3; coats++ {
		thickness += scatter * math.Exp(wobble*random.NormFloat64())
		var s spectrum
		for i := range s {
			s[i] = layer(endless[i], body[i], thickness)
		}
		truth = append(truth, colour.Strip{Coats: coats, Lab: exact(s)})
		read = append(read, colour.Strip{Coats: coats, Lab: shaken(exact(s))})
	}
	return shaken(exact(body)), read, truth
}

// layer is Kubelka's film once more, in its exponential form, so that nothing
// is shared with the curve that is measured: (R − R∞)(Rg − 1/R∞) over
// (R − 1/R∞)(Rg − R∞) is e^(−SX(1/R∞ − R∞)).
func layer(endless, ground, thickness float64) float64 {
	q := math.Exp(-thickness*(1/endless-endless)) * (ground - endless) / (ground - 1/endless)
	return (endless - q/endless) / (1 - q)
}

// CoverErrors are how far coat 3, told from coats 1 and 2, lies from the truth,
// and how often the number of coats that are enough is told within one, over
// drawn glazes and clays.
func CoverErrors(glazes int, wobble, noise float64) (errors []Error, withinOne float64) {
	random := rand.New(rand.NewSource(7))
	hits, asked := 0, 0
	for range glazes {
		clay, read, truth := strips(random, wobble, noise)
		told, err := colour.FitCurve(clay, read[:2])
		if err != nil {
			continue
		}
		guess := told.After(3)
		errors = append(errors, Error{DeltaE: colour.Difference(guess, truth[2].Lab), Truth: truth[2].Lab, Read: guess})
		all, err := colour.FitCurve(clay, truth)
		if err != nil {
			continue
		}
		asked++
		want, enough := all.Enough(1.5)
		got, toldEnough := told.Enough(1.5)
		if enough == toldEnough && math.Abs(float64(want-got)) <= 1 {
			hits++
		}
	}
	return errors, float64(hits) / float64(max(asked, 1))
}
