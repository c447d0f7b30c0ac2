package colour

// Vision is how somebody sees colour.
type Vision string

// Kinds of colour vision: the usual one, and those without one of the three
// kinds of cones.
const (
	Usual  Vision = ""
	Protan Vision = "protan" // without long-wave cones
	Deutan Vision = "deutan" // without middle-wave cones
	Tritan Vision = "tritan" // without short-wave cones
)

// The matrices on linear sRGB for full deficiency, severity 1.0, of Machado,
// Oliveira and Fernandes, "A Physiologically-based Model for Simulation of
// Color Vision Deficiency", IEEE TVCG 15 (2009).
var visions = map[Vision]matrix{
	Protan: {{0.152286, 1.052583, -0.204868}, {0.114503, 0.786281, 0.099216}, {-0.003882, -0.048116, 1.051998}},
	Deutan: {{0.367322, 0.860646, -0.227968}, {0.280085, 0.672501, 0.047413}, {-0.011820, 0.042940, 0.968881}},
	Tritan: {{1.255528, -0.076749, -0.178779}, {-0.078411, 0.930809, 0.147602}, {0.004733, 0.691367, 0.303900}},
}

// As is what a colour looks like to somebody, shown to somebody with usual
// vision. A vision that is not known changes nothing.
func (c Lab) As(v Vision) Lab {
	m, ok := visions[v]
	if !ok {
		return c
	}
	seen := m.times(srgbFromXYZ.times(c.XYZ().vector()))
	for i := range seen {
		seen[i] = min(max(seen[i], 0), 1) // what a screen can show
	}
	return xyz(srgbToXYZ.times(seen)).Lab()
}
