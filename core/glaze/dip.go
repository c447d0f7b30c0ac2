package glaze

import "math"

// What one dip is, where its glaze has no figure of its own (from memory).
const (
	UsualDip  = 2.5 // brushed coats
	UsualHold = 3.0 // seconds
	// UsualDensity is the middle of what buckets for dipping weigh, g/mL.
	UsualDensity = 1.45
	// MaxDensity is more than any glaze weighs that still flows, g/mL (from memory).
	MaxDensity = 2.5
)

// Weighs says whether a glaze can have a density in g/mL: more than water.
func Weighs(density float64) bool { return density > 1 && density <= MaxDensity }

// Takes is how many brushed coats' worth of what is in its jar the layer takes: a heavier
// bucket leaves more dry matter of the same volume, so that density is no matter of it. g may
// be nil.
func (l Layer) Takes(g *Glaze) float64 {
	l.Density, l.Body = 0, ""
	return l.Covers(g)
}

// FromJar is the stroke as its jar is now, where nobody laid it yet: a dip by what its bucket
// weighs, any other by how its glaze lies. g may be nil.
func (l Layer) FromJar(g *Glaze) Layer {
	switch l.Density, l.Body = 0, ""; {
	case g == nil:
	case l.Dip && g.Density > 0:
		l.Density = g.Density
	default:
		l.Body = g.Lies()
	}
	return l
}

// dipped is how many coats one dip is as thick as that is held for so long, in a bucket of
// so many g/mL. By Brongniart's formula the dry matter in a volume V is V·(d−1)·s/(s−1), so
// two densities of one glaze relate as d−1; that as much more stays on the piece is from
// memory.
func (g *Glaze) dipped(seconds, density float64) float64 {
	coats, hold := UsualDip, UsualHold
	if g != nil && g.DipCoats > 0 {
		coats = g.DipCoats
	}
	if g != nil && g.DipSeconds > 0 {
		hold = g.DipSeconds
	}
	if seconds > 0 {
		coats *= math.Sqrt(seconds / hold)
	}
	if Weighs(density) {
		figure := UsualDensity
		if g != nil && Weighs(g.DipDensity) {
			figure = g.DipDensity
		}
		coats *= (density - 1) / (figure - 1)
	}
	return coats
}
