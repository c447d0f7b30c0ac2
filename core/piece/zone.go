package piece

import "math"

// zone is a part of a surface whose area up to any height above the table is
// known exactly. All lengths are in mm, all areas in mm².
type zone interface {
	// below is the area lower than height h; h = +Inf gives the whole zone.
	below(h float64) float64
}

// frustum is the lateral surface of a straight line turned about the axis:
// a cylinder where both radii agree, a cone where one is 0. Pappus:
// area = π (r0 + r1) · slant length.
type frustum struct{ r0, z0, r1, z1 float64 } // z0 <= z1

func (f frustum) below(h float64) float64 {
	if h < f.z0 {
		return 0
	}
	if h < f.z1 {
		share := (h - f.z0) / (f.z1 - f.z0)
		f.r1, f.z1 = f.r0+share*(f.r1-f.r0), h
	}
	return math.Pi * (f.r0 + f.r1) * math.Hypot(f.r1-f.r0, f.z1-f.z0)
}

// sphere is the zone of a sphere of radius r between heights z0 and z1; low is
// the height of the sphere's own lowest point.
// Archimedes: area = 2π r · height of the zone, wherever on the sphere it is.
type sphere struct{ r, z0, z1, low float64 }

func (s sphere) below(h float64) float64 {
	return 2 * math.Pi * s.r * math.Max(0, math.Min(h, s.z1)-s.z0)
}

// flat is a level area at height z: an annulus, a disc, a slab's face. What
// lies at z = 0 stands on the table and is below every height.
type flat struct{ area, z float64 }

func (f flat) below(h float64) float64 {
	if h < f.z {
		return 0
	}
	return f.area
}

func annulus(outer, inner, z float64) flat {
	return flat{math.Pi * (outer*outer - inner*inner), z}
}

// upright is a vertical wall of constant outline between heights 0 and top.
type upright struct{ outline, top float64 }

func (u upright) below(h float64) float64 {
	return u.outline * math.Max(0, math.Min(h, u.top))
}

// bow is a strap of constant section bent to a half circle in a vertical
// plane: a cup's handle. Pappus: area = outline of the section · length of the
// centre line. What lies below h is judged by the centre line.
type bow struct{ outline, radius, zMiddle float64 }

func (b bow) below(h float64) float64 {
	reach := math.Max(-1, math.Min(1, (h-b.zMiddle)/b.radius))
	return b.outline * b.radius * (math.Asin(reach) + math.Pi/2)
}

// joint takes away the area that another part covers at heights z0 to z1.
type joint struct{ area, z0, z1 float64 }

func (j joint) below(h float64) float64 {
	return -j.area * math.Max(0, math.Min(1, (h-j.z0)/(j.z1-j.z0)))
}

// between is what of other zones lies between two heights.
type between struct {
	of       []zone
	from, to float64
}

func (b between) below(h float64) float64 {
	sum := 0.0
	for _, z := range b.of {
		sum += z.below(math.Min(h, b.to)) - z.below(math.Min(h, b.from))
	}
	return sum
}

// patch is an area that is spread evenly between two heights: a detail, or a
// slope of a roof.
type patch struct{ area, from, to, slope float64 } // slope in degrees

func (p patch) below(h float64) float64 {
	if p.to <= p.from {
		return flat{p.area, p.from}.below(h)
	}
	return p.area * math.Max(0, math.Min(1, (h-p.from)/(p.to-p.from)))
}

// gable is an upright triangle that narrows from its base to its tip.
type gable struct{ base, from, to float64 }

func (g gable) below(h float64) float64 {
	left := math.Max(0, math.Min(1, (g.to-h)/(g.to-g.from))) // how much of the height is above h
	return g.base * (g.to - g.from) / 2 * (1 - left*left)
}

// lessThe takes away what other zones cover.
type lessThe struct{ of []zone }

func (l lessThe) below(h float64) float64 {
	sum := 0.0
	for _, z := range l.of {
		sum += z.below(h)
	}
	return -sum
}

// Steep is the slope in degrees from which what runs gathers speed, and chips
// travel: upright walls and the flanks of most pots (from memory).
const Steep = 60

// slopeOf is how steep zones are on the whole: the angle that the area turns to
// the level, weighted by area. A joint takes area away and has no slope.
func slopeOf(zones []zone) float64 {
	area, sum := 0.0, 0.0
	for _, z := range zones {
		a := z.below(math.Inf(1))
		if a <= 0 {
			continue // a joint or a detail takes area away and has no slope
		}
		area += a
		sum += a * tilt(z)
	}
	if area == 0 {
		return 0
	}
	return sum / area
}

// tilt is the slope of one zone in degrees.
func tilt(z zone) float64 {
	switch z := z.(type) {
	case frustum:
		return math.Atan2(math.Abs(z.z1-z.z0), math.Abs(z.r1-z.r0)) * 180 / math.Pi
	case sphere:
		// Bands of equal height of a sphere have equal areas (Archimedes), so
		// the mean over the height is the mean over the area.
		const steps = 64
		sum := 0.0
		for i := range steps {
			height := z.z0 + (float64(i)+0.5)/steps*(z.z1-z.z0)
			sum += math.Acos(math.Max(-1, math.Min(1, 1-(height-z.low)/z.r)))
		}
		return math.Min(90, sum/steps*180/math.Pi)
	case flat:
		return 0
	case between:
		return slopeOf(z.of)
	case patch:
		return z.slope
	case facets:
		return z.slope()
	}
	return 90
}
