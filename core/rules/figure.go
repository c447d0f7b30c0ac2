package rules

import "enkaustos/core/glaze"

// Figure is what the house expects of one stack.
type Figure struct {
	Coats int // wanted: more is warned of
	Few   int // fewer than these are thin
	Stop  int // refused from this many coats on: it would run
}

// refusal is the number of coats from which a stack is refused: the larger of
// twice the single-colour figure and two coats above its own (common practice;
// in a 3-coat room 6); one above its own where the house is strict.
func (h *House) refusal(single, own int) int {
	if h.Over == Strict {
		return own + 1
	}
	return max(2*single, own+2)
}

// OfGlaze is the figure for coats of one glaze alone.
func (h *House) OfGlaze(g *glaze.Glaze) int {
	switch {
	case g.Coats > 0:
		return g.Coats
	case g.Kind == glaze.Detail:
		return 1
	case g.Kind == glaze.Underglaze:
		return h.UnderglazeCoats
	}
	return h.Coats
}

// OfMelting is the figure for all coats that melt in a stack whose melting
// glazes are given in order, without underglaze. overUnderglaze says that
// underglaze lies below, onFood that the surface meets food.
func (h *House) OfMelting(melting []*glaze.Glaze, overUnderglaze, onFood bool) Figure {
	own, single := 0, h.Coats
	switch {
	case len(melting) == 0:
		return Figure{}
	case len(melting) == 1:
		own = h.OfGlaze(melting[0])
		single = own
		if overUnderglaze && melting[0].Kind == glaze.Clear {
			own = h.ClearElsewhere
			if onFood {
				own = h.ClearOnFood
			}
			single = max(single, own)
		}
	default:
		own = h.layered(melting)
	}
	few := own
	if h.CoatsLeast > 0 && h.CoatsLeast < h.Coats {
		few = max(1, own-(h.Coats-h.CoatsLeast))
	}
	return Figure{Coats: own, Few: few, Stop: h.refusal(single, own)}
}

// layered is the figure where glazes overlap. Raised lines from a detail
// bottle come on top of it.
func (h *House) layered(melting []*glaze.Glaze) int {
	layers, detail, marked, usual, twice := 0, 0, true, 0, 0
	for i := range melting {
		g := melting[i]
		if g.Kind == glaze.Detail {
			detail++
			continue
		}
		layers++
		marked = marked && g.Kind == glaze.Breaking
		usual = max(usual, h.OfGlaze(g))
		twice += min(2, h.OfGlaze(g)) // one dip over one dip where one covers
	}
	double := h.Layering == Double || h.Layering == DoubleMarked && marked
	if double && layers > 1 {
		return twice + detail
	}
	return usual + detail
}

// Thickness is how many brushed coats a layer is as thick as: a dip is a full
// cover, as thick as the house's figure for its glaze.
func (h *House) Thickness(g *glaze.Glaze, l glaze.Layer) int {
	if l.Dip {
		return l.Coats * h.OfGlaze(g)
	}
	return l.Coats
}

// MayBeThick says whether a glaze may carry more than the figure on purpose.
func (h *House) MayBeThick(g *glaze.Glaze) bool {
	return h.Extra == AlwaysThicker || h.Extra != NeverThicker && g.Thick
}
