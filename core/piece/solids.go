package piece

import "math"

// quad is a flat four-cornered face as two triangles.
func quad(a, b, c, d vec, surface string, part int) []tri {
	return []tri{{a, b, c, surface, part}, {a, c, d, surface, part}}
}

// ellipsoid is a closed round body of three semi-axes in mm around the origin.
// name says which surface a triangle belongs to, by its middle.
func ellipsoid(a, b, c float64, part int, name func(vec) string) []tri {
	const around, up = 48, 24
	at := func(i, j int) vec {
		theta, phi := math.Pi*float64(j)/up, 2*math.Pi*float64(i%around)/around
		return vec{a * math.Sin(theta) * math.Cos(phi), b * math.Sin(theta) * math.Sin(phi), -c * math.Cos(theta)}
	}
	var tris []tri
	for j := range up {
		for i := range around {
			for _, t := range quad(at(i, j), at(i+1, j), at(i+1, j+1), at(i, j+1), "", part) {
				if t.area() > 1e-9 {
					t.surface = name(t.middle())
					tris = append(tris, t)
				}
			}
		}
	}
	return tris
}

// cylinder is a straight round rod from one point to another; its far end is
// closed, its near end joins what it grows from.
func cylinder(from, to vec, radius float64, side, end string, part int) []tri {
	const around = 24
	axis := to.minus(from)
	axis = axis.times(1 / axis.length())
	other := vec{1, 0, 0}
	if math.Abs(axis.x) > 0.9 {
		other = vec{0, 1, 0}
	}
	u := axis.cross(other)
	u = u.times(1 / u.length())
	v := axis.cross(u)
	ring := func(middle vec, i int) vec {
		phi := 2 * math.Pi * float64(i%around) / around
		return middle.plus(u.times(radius * math.Cos(phi))).plus(v.times(radius * math.Sin(phi)))
	}
	var tris []tri
	for i := range around {
		tris = append(tris, quad(ring(from, i), ring(from, i+1), ring(to, i+1), ring(to, i), side, part)...)
		tris = append(tris, tri{to, ring(to, i), ring(to, i+1), end, part})
	}
	return tris
}

// flattened presses everything lower than height z up to it: a flat spot under
// a round body. Triangles that lie in it become the surface spot.
func flattened(tris []tri, z float64, spot string) []tri {
	press := func(v vec) vec { return vec{v.x, v.y, math.Max(v.z, z)} }
	var out []tri
	for _, t := range tris {
		t.a, t.b, t.c = press(t.a), press(t.b), press(t.c)
		if t.flatAt(z) {
			t.surface = spot
		}
		if t.area() > 1e-9 {
			out = append(out, t)
		}
	}
	return out
}
