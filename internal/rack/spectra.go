// Package rack renders photographs of racks of fired tiles from spectra:
// reflectance × light × sensor, then what a camera does to it. It knows the
// truth of every tile, so that the reader of core/colour can be measured
// against it, and it shares no code with that reader.
package rack

import "math"

// Spectra run from 380 to 700 nm in steps of 10 nm.
const (
	first = 380
	step  = 10
	bands = 33
)

// spectrum is a value for each band.
type spectrum [bands]float64

func wave(i int) float64 { return first + step*float64(i) }

func sampled(of func(nm float64) float64) (s spectrum) {
	for i := range s {
		s[i] = of(wave(i))
	}
	return s
}

func (s spectrum) dot(t spectrum) (sum float64) {
	for i := range s {
		sum += s[i] * t[i]
	}
	return sum
}

func (s spectrum) times(t spectrum) spectrum {
	for i := range s {
		s[i] *= t[i]
	}
	return s
}

// lobe is a bell with another width on each side of its peak.
func lobe(nm, peak, below, above float64) float64 {
	width := above
	if nm < peak {
		width = below
	}
	return math.Exp(-0.5 * math.Pow((nm-peak)/width, 2))
}

// The observer: the CIE 1931 colour matching functions in the closed form of
// Wyman, Sloan and Shirley, "Simple Analytic Approximations to the CIE XYZ
// Color Matching Functions", Journal of Computer Graphics Techniques 2 (2013).
var (
	seeX = sampled(func(nm float64) float64 {
		return 1.056*lobe(nm, 599.8, 37.9, 31.0) + 0.362*lobe(nm, 442.0, 16.0, 26.7) - 0.065*lobe(nm, 501.1, 20.4, 26.2)
	})
	seeY = sampled(func(nm float64) float64 {
		return 0.821*lobe(nm, 568.8, 46.9, 40.5) + 0.286*lobe(nm, 530.9, 16.3, 31.1)
	})
	seeZ = sampled(func(nm float64) float64 {
		return 1.217*lobe(nm, 437.0, 11.8, 36.0) + 0.681*lobe(nm, 459.0, 26.0, 13.8)
	})
)

// The components of daylight, CIE 15, from 380 to 700 nm (from memory; the
// test checks that they make D65).
var (
	day0 = spectrum{63.4, 65.8, 94.8, 104.8, 105.9, 96.8, 113.9, 125.6, 125.5, 121.3, 121.3, 113.5, 113.1, 110.8, 106.5, 108.8, 105.3, 104.4, 100, 96, 95.1, 89.1, 90.5, 90.3, 88.4, 84, 85.1, 81.9, 82.6, 84.9, 81.3, 71.9, 74.3}
	day1 = spectrum{38.5, 35, 43.4, 46.3, 43.9, 37.1, 36.7, 35.9, 32.6, 27.9, 24.3, 20.1, 16.2, 13.2, 8.6, 6.1, 4.2, 1.9, 0, -1.6, -3.5, -3.5, -5.8, -7.2, -8.6, -9.5, -10.9, -10.7, -12, -14, -13.6, -12, -13.3}
	day2 = spectrum{3, 1.2, -1.1, -0.5, -0.7, -1.2, -2.6, -2.9, -2.8, -2.6, -2.6, -1.8, -1.5, -1.3, -1.2, -1, -0.5, -0.3, 0, 0.2, 0.5, 2.1, 3.2, 4.1, 4.7, 5.1, 6.7, 7.3, 8.6, 9.8, 10.2, 8.3, 9.6}
)

// daylight is a phase of daylight of 4000 to 25000 K (CIE 15), 1 at 560 nm.
func daylight(kelvin float64) spectrum {
	t := 1000 / kelvin
	x := 0.244063 + 0.09911*t + 2.9678*t*t - 4.6070*t*t*t
	if kelvin > 7000 {
		x = 0.237040 + 0.24748*t + 1.9018*t*t - 2.0064*t*t*t
	}
	y := -3*x*x + 2.87*x - 0.275
	m := 0.0241 + 0.2562*x - 0.7341*y
	m1, m2 := (-1.3515-1.7703*x+5.9114*y)/m, (0.03-31.4424*x+30.0717*y)/m
	var s spectrum
	for i := range s {
		s[i] = (day0[i] + m1*day1[i] + m2*day2[i]) / 100
	}
	return s
}

// lamp is the light of a black body (Planck), 1 at 560 nm: a filament, and near
// enough a warm white lamp with a full spectrum.
func lamp(kelvin float64) spectrum {
	planck := func(nm float64) float64 {
		return math.Pow(nm, -5) / (math.Exp(1.4388e7/(nm*kelvin)) - 1)
	}
	return sampled(func(nm float64) float64 { return planck(nm) / planck(560) })
}

// light is the light of that colour temperature.
func light(kelvin float64) spectrum {
	if kelvin < 4000 {
		return lamp(kelvin)
	}
	return daylight(kelvin)
}

// Lab is the colour of a reflectance under D65: the truth. CIELAB is written
// out here once more, from CIE 15, so that nothing is shared with the reader.
func lab(reflectance spectrum) (l, a, b float64) {
	d65 := daylight(6504)
	f := func(see spectrum) float64 {
		t := reflectance.times(d65).dot(see) / d65.dot(see)
		if t > 216.0/24389 {
			return math.Cbrt(t)
		}
		return (24389.0/27*t + 16) / 116
	}
	return 116*f(seeY) - 16, 500 * (f(seeX) - f(seeY)), 200 * (f(seeY) - f(seeZ))
}
