package colour

import "math"

// Film is a layer of glaze in one band of the spectrum: what it would reflect
// if it were thick without end, and how fast a coat gets there.
//
// Source: Kubelka, "New Contributions to the Optics of Intensely
// Light-Scattering Materials. Part I", J. Opt. Soc. Am. 38 (1948).
type Film struct {
	Endless float64 // R∞, reflectance of a layer without end, 0 to 1
	PerCoat float64 // S·X of one coat, scattering power, > 0
}

// Endless is R∞ of a material that absorbs K and scatters S per thickness, from
// their quotient: 1 + K/S − √((K/S)² + 2K/S).
func Endless(kOverS float64) float64 { return 1 + kOverS - math.Sqrt(kOverS*kOverS+2*kOverS) }

// Over is the reflectance of a number of coats over a ground that reflects
// ground, 0 to 1: Kubelka's hyperbolic solution,
//
//	R = (1 − Rg·(a − b·coth bSX)) / (a − Rg + b·coth bSX)
//
// with a = (R∞ + 1/R∞)/2 and b = √(a² − 1).
func (f Film) Over(ground, coats float64) float64 {
	if coats <= 0 {
		return ground
	}
	a := (f.Endless + 1/f.Endless) / 2
	b := math.Sqrt(max(a*a-1, 1e-12))
	bCoth := b / math.Tanh(b*f.PerCoat*coats)
	return (1 - ground*(a-bCoth)) / (a - ground + bCoth)
}
