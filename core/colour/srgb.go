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

// fromSRGB converts sRGB channels from 0 to 1 (IEC 61966-2-1) to CIELAB D65.
func fromSRGB(r, g, b float64) Lab {
	r, g, b = linear(r), linear(g), linear(b)
	x := 0.4124564*r + 0.3575761*g + 0.1804375*b
	y := 0.2126729*r + 0.7151522*g + 0.0721750*b
	z := 0.0193339*r + 0.1191920*g + 0.9503041*b
	fx, fy, fz := labF(x/whiteX), labF(y/whiteY), labF(z/whiteZ)
	return Lab{116*fy - 16, 500 * (fx - fy), 200 * (fy - fz)}
}

// sRGB converts to sRGB channels; outside 0 to 1 where no screen can show c.
func (c Lab) sRGB() (r, g, b float64) {
	fy := (c.L + 16) / 116
	x := whiteX * labInverse(fy+c.A/500)
	y := whiteY * labInverse(fy)
	z := whiteZ * labInverse(fy-c.B/200)
	return gamma(3.2404542*x - 1.5371385*y - 0.4985314*z),
		gamma(-0.9692660*x + 1.8760108*y + 0.0415560*z),
		gamma(0.0556434*x - 0.2040259*y + 1.0572252*z)
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
