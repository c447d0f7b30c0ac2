package piece

import (
	"math"
	"slices"
)

// Nesting is how pieces of one make stand on each other in a bisque, where nothing melts.
type Nesting struct {
	// StepMM is how much higher a stack gets by one more that is set into it; 0 where it does not go in.
	StepMM float64
	// Rims says that one may stand upside down on another, rim to rim.
	Rims bool
}

// How a nested piece has to go in to be worth it, how wide a mouth has to be to stand on, and what
// stays free between two walls, mm (from memory).
const (
	nestWorth   = 0.6 // of its height
	mouthWide   = 0.6 // of its width
	nestFreeMM  = 1.0
	nestGrainMM = 0.25
)

// Nesting is how the piece stands with others of its make: only what is turned about one axis, open
// above, without handle or lid. One goes into the other straight down until it touches: by the
// highest that the one below is at any radius, less the lowest that the one above is there.
func (b Body) Nesting() (n Nesting) {
	r := b.Round()
	if len(r.Turned) == 0 || len(r.Flat)+len(r.Bows) > 0 || slices.ContainsFunc(r.Turned, func(l RoundLine) bool { return l.X != 0 }) {
		return n
	}
	wide, mouth := 0.0, 0.0
	for _, l := range r.Turned {
		for _, p := range l.Line {
			if wide = math.Max(wide, p[0]); p[1] > b.HeightMM-nestFreeMM {
				mouth = math.Max(mouth, p[0])
			}
		}
	}
	top, _ := r.envelope(0)
	if open := top < b.HeightMM/2; !open || mouth < mouthWide*wide {
		return n
	}
	n.Rims = true
	step := 0.0
	for at := 0.0; at <= wide; at += nestGrainMM {
		if high, low := r.envelope(at); high > low {
			step = math.Max(step, high-low)
		}
	}
	if step += nestFreeMM; step < nestWorth*b.HeightMM {
		n.StepMM = step
	}
	return n
}

// envelope is the highest and the lowest that turned lines are at a radius; -Inf, +Inf where they are not.
func (r Round) envelope(at float64) (high, low float64) {
	high, low = math.Inf(-1), math.Inf(1)
	for _, l := range r.Turned {
		for i := 1; i < len(l.Line); i++ {
			a, b := l.Line[i-1], l.Line[i]
			if a[0] > b[0] {
				a, b = b, a
			}
			if at < a[0] || at > b[0] {
				continue
			}
			zs := []float64{a[1], b[1]}
			if b[0]-a[0] > 1e-9 {
				z := a[1] + (b[1]-a[1])*(at-a[0])/(b[0]-a[0])
				zs = []float64{z}
			}
			for _, z := range zs {
				high, low = math.Max(high, z), math.Min(low, z)
			}
		}
	}
	return high, low
}
