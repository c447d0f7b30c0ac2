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

// fired is a glaze on a clay as only the kiln knows it: it says what any number of coats
// really looks like, with no film fitted to anything.
type fired struct {
	body, endless spectrum
	scatter       float64 // S·X of a usual coat, from see-through to opaque
}

func newFired(random *rand.Rand) fired {
	body := clayBody(0.4+0.6*random.Float64(), 2*random.Float64()*random.Float64())
	if random.Intn(2) == 0 {
		body = clayBody(0.9, 0.15)
	}
	return fired{body, glaze(random), math.Exp(random.Float64()*2.2 - 1.0)}
}

// after is the colour of so many coats.
func (f fired) after(coats float64) colour.Lab {
	if coats <= 0 {
		return exactly(f.body)
	}
	var s spectrum
	for i := range s {
		s[i] = glossy(layer(f.endless[i], f.body[i], coats*f.scatter))
	}
	return exactly(s)
}

// enough is the smallest number of coats after which another changes the colour by less than
// step; one more than colour.MostCoats where nobody lays so many.
func (f fired) enough(step float64) int {
	for n := 1; n <= colour.MostCoats; n++ {
		if colour.Difference(f.after(float64(n)), f.after(float64(n+1))) < step {
			return n
		}
	}
	return colour.MostCoats + 1
}

// strip fires strips of some numbers of coats, no coat quite as thick as the next, and reads
// them and the bare clay with the error of a good photograph.
func (f fired) strip(random *rand.Rand, coats []int, wobble, noise float64) (clay colour.Lab, read []colour.Strip) {
	shaken := func(c colour.Lab) colour.Lab {
		return colour.Lab{L: c.L + noise*random.NormFloat64(), A: c.A + noise*random.NormFloat64(), B: c.B + noise*random.NormFloat64()}
	}
	for _, n := range coats {
		thickness := 0.0
		for range n {
			thickness += math.Exp(wobble * random.NormFloat64())
		}
		read = append(read, colour.Strip{Coats: n, Lab: shaken(f.after(thickness))})
	}
	return shaken(f.after(0)), read
}

func exactly(s spectrum) colour.Lab { l, a, b := lab(s); return colour.Lab{L: l, A: a, B: b} }

// layer is Kubelka's film once more, in its exponential form, so that nothing
// is shared with the curve that is measured: (R − R∞)(Rg − 1/R∞) over
// (R − 1/R∞)(Rg − R∞) is e^(−SX(1/R∞ − R∞)).
func layer(endless, ground, thickness float64) float64 {
	q := math.Exp(-thickness*(1/endless-endless)) * (ground - endless) / (ground - 1/endless)
	return (endless - q/endless) / (1 - q)
}

// glossy is what is seen of a layer through the skin of its glaze: some light is mirrored
// off it, and some of what comes from below is thrown back (Saunderson, "Calculation of the
// Color of Pigmented Plastics", J. Opt. Soc. Am. 32 (1942); 4 % and 40 % are from memory).
// The curve that is measured knows nothing of it.
func glossy(r float64) float64 {
	const outside, inside = 0.04, 0.4
	return outside + (1-outside)*(1-inside)*r/(1-inside*r)
}

// Strips is a way of firing strips of a glaze.
type Strips struct {
	Coats         []int
	Wobble, Noise float64 // how uneven coats are, as a share of one; error of a reading, on each axis of Lab
}

// Told is how well strips told the number of coats that are enough (another changes less than
// ΔE2000 1.5), against what the glazes really do.
type Told struct {
	Glazes, Known int
	Sure          int // said as one number
	SureOff       int // of them off by two or more
	Off           int // said as a range that the truth lies two or more coats away from
	Held          int // of the known, truth within the range
	OneCurve      int // off by two or more, were the one curve believed that fits best
}

// Tell tells it over drawn glazes and clays.
func Tell(w Strips, glazes int, seed int64) (t Told) {
	random := rand.New(rand.NewSource(seed))
	beyond := func(n, low, high int) int { return max(low-n, n-high, 0) }
	for range glazes {
		f := newFired(random)
		clay, read := f.strip(random, w.Coats, w.Wobble, w.Noise)
		t.Glazes++
		covers, err := colour.CoversOf(clay, read)
		if err != nil {
			continue
		}
		truth := f.enough(step15)
		one, ok := covers.Enough(step15)
		if !ok {
			one = colour.MostCoats + 1
		}
		if beyond(truth, one, one) > 1 {
			t.OneCurve++
		}
		cover := covers.Cover(step15)
		if !cover.Known() {
			continue
		}
		high := cover.High
		if cover.Open {
			high++
		}
		off := beyond(truth, cover.Low, high)
		t.Known++
		if off == 0 {
			t.Held++
		}
		if off > 1 {
			t.Off++
		}
		if cover.Sure() {
			t.Sure++
			if off > 1 {
				t.SureOff++
			}
		}
	}
	return t
}

const step15 = 1.5
