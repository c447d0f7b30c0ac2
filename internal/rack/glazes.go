package rack

import (
	"math"
	"math/rand"
)

// absorber is a colouring oxide or stain: how much it takes away at each
// wavelength, K/S per unit. The shapes are drawn after what such colourants
// are known for (common practice), not measured.
type absorber func(nm float64) float64

// step rises or falls smoothly at an edge: a positive width takes away what is
// longer than the edge, a negative one what is shorter.
func edge(at, width float64) absorber {
	return func(nm float64) float64 { return 1 / (1 + math.Exp(-(nm-at)/width)) }
}

func band(peak, width float64) absorber {
	return func(nm float64) float64 { return lobe(nm, peak, width, width) }
}

func sum(parts ...absorber) absorber {
	return func(nm float64) (total float64) {
		for _, p := range parts {
			total += p(nm)
		}
		return total
	}
}

// Their edges are as wide as those of oxides in a melt, 60 nm and more from top
// to foot; only cobalt's bands are narrower.
var colourants = []absorber{
	edge(492, -19),                      // yellow: takes the blue
	edge(588, -21),                      // red stain
	edge(560, -36),                      // iron brown
	sum(band(595, 52), band(535, 34)),   // cobalt blue
	sum(edge(622, 28), edge(462, -26)),  // copper green
	sum(band(550, 46), edge(420, -22)),  // manganese purple
	sum(edge(606, 36), band(415, 34)),   // copper turquoise
	band(528, 40),                       // pink
	func(float64) float64 { return 1 },  // black: takes everything
	sum(edge(645, 34), band(500, 62)),   // slate
	sum(edge(520, -40), edge(660, -26)), // ochre
}

// glaze draws a fired glaze: an opaque white melt with one to three colourants
// in it, its reflectance by Kubelka and Munk's closed form for a layer of
// infinite thickness, R = 1 + q − √(q² + 2q) with q = K/S.
func glaze(random *rand.Rand) spectrum {
	amounts := make([]float64, len(colourants))
	for range 1 + random.Intn(3) {
		amounts[random.Intn(len(colourants))] += math.Exp(random.Float64()*4.6 - 2.6)
	}
	return sampled(func(nm float64) float64 {
		q := 0.02
		for i, a := range amounts {
			q += a * colourants[i](nm)
		}
		r := 1 + q - math.Sqrt(q*q+2*q)
		return 0.03 + 0.94*r // the skin of the glaze mirrors a little of everything
	})
}

// vivid draws a glaze of one strong colourant and nothing that greys it.
func vivid(random *rand.Rand) spectrum {
	strong := []int{0, 1, 3, 4, 5, 6, 7, 10}
	which, amount := colourants[strong[random.Intn(len(strong))]], math.Exp(1+2.2*random.Float64())
	return sampled(func(nm float64) float64 {
		q := 0.015 + amount*which(nm)
		return 0.03 + 0.94*(1+q-math.Sqrt(q*q+2*q))
	})
}

// neutral is a patch of a card: nearly flat, as printed greys are.
func neutral(level float64) spectrum {
	return sampled(func(nm float64) float64 { return level * (1 + 0.015*math.Sin((nm-380)/90)) })
}
