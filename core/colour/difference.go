package colour

import "math"

// Difference is the CIEDE2000 colour difference ΔE00 between two colours, with
// kL = kC = kH = 1. About 1 is just visible on samples held side by side.
//
// Source: CIE 142-2001, in the form of Sharma, Wu, Dalal, "The CIEDE2000
// Color-Difference Formula", Color Research & Application 30 (2005). The
// equation numbers below are that paper's.
func Difference(p, q Lab) float64 {
	meanChroma := (p.Chroma() + q.Chroma()) / 2
	g := 0.5 * (1 - chromaWeight(meanChroma)) // (4)
	p.A *= 1 + g                              // (5)
	q.A *= 1 + g
	c1, c2 := p.Chroma(), q.Chroma() // (6)
	h1, h2 := p.Hue(), q.Hue()       // (7)

	dL := q.L - p.L                                             // (8)
	dC := c2 - c1                                               // (9)
	dH := 2 * math.Sqrt(c1*c2) * sin(hueStep(c1, c2, h1, h2)/2) // (10), (11)

	l := (p.L + q.L) / 2         // (12)
	c := (c1 + c2) / 2           // (13)
	h := meanHue(c1, c2, h1, h2) // (14)
	t := 1 - 0.17*cos(h-30) +    // (15)
		0.24*cos(2*h) + 0.32*cos(3*h+6) - 0.20*cos(4*h-63)
	turn := 30 * math.Exp(-math.Pow((h-275)/25, 2)) // (16)
	rC := 2 * chromaWeight(c)                       // (17)
	off := (l - 50) * (l - 50)
	sL := 1 + 0.015*off/math.Sqrt(20+off) // (18)
	sC := 1 + 0.045*c                     // (19)
	sH := 1 + 0.015*c*t                   // (20)
	rT := -sin(2*turn) * rC               // (21)

	x, y, z := dL/sL, dC/sC, dH/sH
	return math.Sqrt(x*x + y*y + z*z + rT*y*z) // (22)
}

// chromaWeight is sqrt(c⁷ / (c⁷ + 25⁷)), which occurs in (4) and (17).
func chromaWeight(c float64) float64 {
	const limit = 25 * 25 * 25 * 25 * 25 * 25 * 25
	c7 := c * c * c * c * c * c * c
	return math.Sqrt(c7 / (c7 + limit))
}

// hueStep is the signed way from h1 to h2 in degrees, at most 180 either way;
// 0 where one colour is neutral and has no hue (10).
func hueStep(c1, c2, h1, h2 float64) float64 {
	if c1*c2 == 0 {
		return 0
	}
	step := h2 - h1
	switch {
	case step > 180:
		return step - 360
	case step < -180:
		return step + 360
	}
	return step
}

// meanHue is the hue half-way between h1 and h2 in degrees (14).
func meanHue(c1, c2, h1, h2 float64) float64 {
	sum := h1 + h2
	switch {
	case c1*c2 == 0:
		return sum
	case math.Abs(h1-h2) <= 180:
		return sum / 2
	case sum < 360:
		return (sum + 360) / 2
	}
	return (sum - 360) / 2
}

// degrees is atan2 in degrees from 0 to 360, 0 for the neutral colour.
func degrees(y, x float64) float64 {
	if x == 0 && y == 0 {
		return 0
	}
	angle := math.Atan2(y, x) * 180 / math.Pi
	if angle < 0 {
		angle += 360
	}
	return angle
}

func sin(deg float64) float64 { return math.Sin(deg * math.Pi / 180) }
func cos(deg float64) float64 { return math.Cos(deg * math.Pi / 180) }
