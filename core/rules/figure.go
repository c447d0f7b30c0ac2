package rules

import (
	"slices"

	"enkaustos/core/glaze"
)

// Figure is what the house expects of one stack, in brushed coats.
type Figure struct {
	Coats float64 // wanted: more is warned of
	Few   float64 // fewer than these are thin
	Stop  float64 // refused from this many coats on: it would run
}

// Melt is what melts of all that lies on one spot, glaze by glaze. It is the one definition of
// layers: coats of one glaze that follow one another are one layer, however thick each was laid,
// from whichever jar and over whichever marked-out ground. Only Add changes it.
type Melt struct {
	layers []*glaze.Glaze // from the clay up; neighbours differ
	coats  float64        // as thick as so many brushed ones
	dips   int            // how many of the coats are dips
}

// NewMelt is an empty Melt with room for n layers.
func NewMelt(n int) Melt { return Melt{layers: make([]*glaze.Glaze, 0, n)} }

// Add adds coats that melt on top. g must not be nil.
func (m *Melt) Add(g *glaze.Glaze, l *glaze.Layer) {
	if top := m.Top(); top == nil || top.Code != g.Code {
		m.layers = append(m.layers, g)
	}
	m.coats += l.Covers(g)
	if l.Dip {
		m.dips += l.Coats
	}
}

// Glazes lists the layers from the clay up; neighbours differ.
func (m *Melt) Glazes() []*glaze.Glaze { return m.layers }

// Top is the glaze that lies on top; nil where nothing melts.
func (m *Melt) Top() *glaze.Glaze {
	if len(m.layers) == 0 {
		return nil
	}
	return m.layers[len(m.layers)-1]
}

// None says whether nothing melts.
func (m *Melt) None() bool { return len(m.layers) == 0 }

// Layered says whether one glaze lies over another.
func (m *Melt) Layered() bool { return len(m.layers) > 1 }

// Coats is how thick all of it is, in brushed coats.
func (m *Melt) Coats() float64 { return m.coats }

// Dips is how many of the coats are dips.
func (m *Melt) Dips() int { return m.dips }

// Brushed is the same layers as if all of it had been brushed.
func (m Melt) Brushed() Melt { return Melt{layers: m.layers, coats: m.coats} }

// refusal is the number of coats from which a stack is refused: the larger of
// twice the single-colour figure and two coats above its own (common practice;
// in a 3-coat room 6); one above its own where the house is strict.
func (h *House) refusal(single, own float64) float64 {
	if h.Over == Strict {
		return own + 1
	}
	return max(2*single, own+2)
}

// PattedDip is how many coats a bucket glaze takes that is brushed all the same: it is
// brittle and has to be patted on (common practice).
const PattedDip = 3

// OfGlaze is the figure for brushed coats of one glaze alone.
func (h *House) OfGlaze(g *glaze.Glaze) int {
	switch {
	case g.Coats > 0:
		return g.Coats
	case g.Kind == glaze.Detail:
		return 1
	case g.Kind == glaze.Dipping:
		return PattedDip
	case g.Kind == glaze.Underglaze:
		return h.UnderglazeCoats
	}
	return h.Coats
}

// OfMelting is the figure for all coats that melt in a stack. overUnderglaze says that
// underglaze lies below, onFood that the surface meets food. Two dips that overlap are
// ordinary, and one covers.
func (h *House) OfMelting(m Melt, overUnderglaze, onFood bool) Figure {
	own, single := 0, 0
	switch {
	case m.None():
		return Figure{}
	case !m.Layered():
		own = h.OfGlaze(m.Top())
		single = own
		if overUnderglaze && m.Top().Kind == glaze.Clear {
			own = h.ClearElsewhere
			if onFood {
				own = h.ClearOnFood
			}
			single = max(single, own)
		}
	default:
		own, single = h.layered(m.layers)
	}
	few := own
	if patted := !m.Layered() && m.Top().Kind == glaze.Dipping; !patted && h.CoatsLeast > 0 && h.CoatsLeast < h.Coats {
		few = max(1, own-(h.Coats-h.CoatsLeast))
	}
	f := Figure{Coats: float64(own), Few: float64(few)}
	if m.dips > 0 {
		dip := usualDip(m.layers)
		f.Coats, f.Few = max(f.Coats, float64(min(m.dips, 2))*dip), min(f.Few, dip)
	}
	f.Stop = h.refusal(float64(single), f.Coats)
	return f
}

// usualDip is how thick one dip is, held as usual, of the thickest of some glazes.
func usualDip(of []*glaze.Glaze) float64 {
	most := 0.0
	for _, g := range of {
		most = max(most, (&glaze.Layer{Coats: 1, Dip: true}).Covers(g))
	}
	return most
}

// layered is the figure where glazes overlap, and the largest that one of them has alone.
// Raised lines from a detail bottle come on top of it. A glaze that comes back over another
// counts once: laying two in turn allows no more than laying one over the other.
func (h *House) layered(melting []*glaze.Glaze) (own, single int) {
	layers, detail, marked, twice := 0, 0, true, 0
	for i, g := range melting {
		if slices.ContainsFunc(melting[:i], func(below *glaze.Glaze) bool { return below.Code == g.Code }) {
			continue
		}
		if g.Kind == glaze.Detail {
			detail++
			continue
		}
		layers++
		marked = marked && g.Kind == glaze.Breaking
		single = max(single, h.OfGlaze(g))
		twice += min(2, h.OfGlaze(g)) // one over one where one covers
	}
	own = single
	if double := h.Layering == Double || h.Layering == DoubleMarked && marked; double && layers > 1 {
		own = twice
	}
	return own + detail, max(single, 1)
}

// MayBeThick says whether a glaze may carry more than the figure on purpose.
func (h *House) MayBeThick(g *glaze.Glaze) bool {
	return h.Extra == AlwaysThicker || h.Extra != NeverThicker && g.Thick
}
