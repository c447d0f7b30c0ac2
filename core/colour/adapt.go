package colour

// XYZ is a colour in CIE 1931 XYZ, 2° observer, Y = 1 for a perfect white.
type XYZ struct{ X, Y, Z float64 }

// Whites, with Y = 1 (ASTM E308, as published by Lindbloom).
var (
	D50 = XYZ{X: 0.96422, Y: 1, Z: 0.82521}
	D65 = XYZ{X: whiteX, Y: whiteY, Z: whiteZ}
)

// matrix is a 3×3 matrix, row by row.
type matrix [3][3]float64

func (m matrix) times(v [3]float64) (out [3]float64) {
	for i := range m {
		out[i] = m[i][0]*v[0] + m[i][1]*v[1] + m[i][2]*v[2]
	}
	return out
}

// The Bradford cone responses and their inverse (Lam 1985, as published by
// Lindbloom, "Chromatic Adaptation").
var (
	bradford = matrix{
		{0.8951, 0.2664, -0.1614},
		{-0.7502, 1.7135, 0.0367},
		{0.0389, -0.0685, 1.0296},
	}
	bradfordInverse = matrix{
		{0.9869929, -0.1470543, 0.1599627},
		{0.4323053, 0.5183603, 0.0492912},
		{-0.0085287, 0.0400428, 0.9684867},
	}
)

// Adapt is the colour that looks under the white to as c looks under the white
// from: the Bradford transform, whose cone responses are scaled one by one.
func (c XYZ) Adapt(from, to XYZ) XYZ {
	cone := bradford.times(c.vector())
	was, will := bradford.times(from.vector()), bradford.times(to.vector())
	for i := range cone {
		cone[i] *= will[i] / was[i]
	}
	return xyz(bradfordInverse.times(cone))
}

// Lab is the colour in CIELAB, for a colour given under D65.
func (c XYZ) Lab() Lab {
	fx, fy, fz := labF(c.X/whiteX), labF(c.Y/whiteY), labF(c.Z/whiteZ)
	return Lab{L: 116*fy - 16, A: 500 * (fx - fy), B: 200 * (fy - fz)}
}

// XYZ is the colour in XYZ under D65.
func (c Lab) XYZ() XYZ {
	fy := (c.L + 16) / 116
	return XYZ{X: whiteX * labInverse(fy+c.A/500), Y: whiteY * labInverse(fy), Z: whiteZ * labInverse(fy-c.B/200)}
}

func (c XYZ) vector() [3]float64 { return [3]float64{c.X, c.Y, c.Z} }

func xyz(v [3]float64) XYZ { return XYZ{X: v[0], Y: v[1], Z: v[2]} }
