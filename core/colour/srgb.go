package colour

import "math"

// The white of illuminant D65, 2° observer, as XYZ with Y = 1 (ASTM E308, as
// published by Lindbloom).
const whiteX, whiteY, whiteZ = 0.95047, 1.0, 1.08883

// The limits of the CIE's Lab functions in their exact form (CIE 15:2004).
const (
	labEpsilon = 216.0 / 24389
	labKappa   = 24389.0 / 27
)

// The sRGB primaries as XYZ under D65 and back (IEC 61966-2-1, as published by
// Lindbloom, "RGB/XYZ Matrices").
var (
	srgbToXYZ = matrix{
		{0.4124564, 0.3575761, 0.1804375},
		{0.2126729, 0.7151522, 0.0721750},
		{0.0193339, 0.1191920, 0.9503041},
	}
	srgbFromXYZ = matrix{
		{3.2404542, -1.5371385, -0.4985314},
		{-0.9692660, 1.8760108, 0.0415560},
		{0.0556434, -0.2040259, 1.0572252},
	}
)

// fromSRGB converts sRGB channels from 0 to 1 (IEC 61966-2-1) to CIELAB D65.
func fromSRGB(r, g, b float64) Lab {
	return xyz(srgbToXYZ.times([3]float64{linear(r), linear(g), linear(b)})).Lab()
}

// sRGB converts to sRGB channels; outside 0 to 1 where no screen can show c.
func (c Lab) sRGB() (r, g, b float64) {
	v := srgbFromXYZ.times(c.XYZ().vector())
	return gamma(v[0]), gamma(v[1]), gamma(v[2])
}

func linear(v float64) float64 {
	if v <= 0.04045 {
		return v / 12.92
	}
	return math.Pow((v+0.055)/1.055, 2.4)
}

func gamma(v float64) float64 {
	if v <= 0.0031308 {
		return 12.92 * v
	}
	return 1.055*math.Pow(v, 1/2.4) - 0.055
}

func labF(t float64) float64 {
	if t > labEpsilon {
		return math.Cbrt(t)
	}
	return (labKappa*t + 16) / 116
}

func labInverse(f float64) float64 {
	if f*f*f > labEpsilon {
		return f * f * f
	}
	return (116*f - 16) / labKappa
}
