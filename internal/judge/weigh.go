package judge

import (
	"math"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// A coat that felt thin, or came out of a watery jar, and one that felt thick, or came out of a
// thick one, beside a usual one (from memory).
const thinCoat, thickCoat = 0.6, 1.7

// weighs is how many usual brushed coats a coat is as thick as, with how it felt.
func (c lay) weighs() float64 {
	switch {
	case c.felt == "thin", c.felt == "" && c.jar == glaze.Watery:
		return c.coats * thinCoat
	case c.felt == "thick", c.felt == "" && c.jar == glaze.Thick:
		return c.coats * thickCoat
	}
	return c.coats
}

// pile is what flows of all that lies on a spot.
type pile struct {
	weight float64
	codes  []string // each glaze once, in the order in which it first lies there
	dips   int
	brush  int
	under  bool // underglaze that stays put lies below
}

// pileOn adds up what lies on a surface, its ground's coats first where it is laid over one.
func (t *tale) pileOn(s piece.Surface, cone string) (p pile) {
	ids := []string{s.ID}
	if s.Over {
		ids = []string{s.On, s.ID}
	}
	for _, id := range ids {
		for _, c := range t.coats {
			if c.surface != id {
				continue
			}
			if !melts(c.glaze, cone) {
				p.under = true
				continue
			}
			p.weight += c.weighs()
			if c.dip {
				p.dips++
			} else {
				p.brush++
			}
			if !slices.Contains(p.codes, c.glaze) {
				p.codes = append(p.codes, c.glaze)
			}
		}
	}
	return p
}

// alone is how many coats of one glaze the house lays.
func (t *tale) alone(code string) int {
	g, _ := jarOf(code)
	switch {
	case g.Coats > 0:
		return g.Coats
	case g.Kind == glaze.Dipping:
		return 3
	case g.Kind == glaze.Underglaze:
		return t.world.House.UnderglazeCoats
	}
	return t.world.House.Coats
}

// refusedFrom is from how many coats on a pile is refused: the larger of twice the figure of its
// strongest glaze and two above its own figure; one above it in a strict house. Two dips that
// overlap are usual.
func (t *tale) refusedFrom(p pile, food bool) float64 {
	h, single, sum, marked := t.world.House, 0, 0, true
	for _, code := range p.codes {
		n := t.alone(code)
		g, _ := jarOf(code)
		if len(p.codes) == 1 && p.under && g.Kind == glaze.Clear {
			own := h.ClearElsewhere
			if food {
				own = h.ClearOnFood
			}
			return t.stopFrom(max(n, own), float64(own), p)
		}
		single, sum, marked = max(single, n), sum+min(2, n), marked && g.Kind == glaze.Breaking
	}
	own := single
	if len(p.codes) > 1 && (h.Layering == rules.Double || h.Layering == rules.DoubleMarked && marked) {
		own = sum
	}
	return t.stopFrom(single, float64(own), p)
}

// stopFrom is the refusal above a figure, with what two dips that overlap are usual for.
func (t *tale) stopFrom(single int, own float64, p pile) float64 {
	if p.dips > 0 {
		own = math.Max(own, 2.5*float64(min(p.dips, 2)))
	}
	if t.world.House.Over == rules.Strict {
		return own + 1
	}
	return math.Max(float64(2*single), own+2)
}

// risk is how much more than the house's band has to be bare, at the least: for a runner, or for
// one glaze over another, that lie where they can run down to the shelf.
func (t *tale) risk(cone string) float64 {
	for _, s := range t.world.Body.Surfaces {
		if s.Upward {
			continue
		}
		above := ""
		for _, c := range t.coats {
			if c.surface != s.ID || !melts(c.glaze, cone) || c.downTo > 0 {
				continue
			}
			if g, _ := jarOf(c.glaze); g.Runner || above != "" && above != c.glaze {
				return t.world.House.BandRiskMM
			}
			above = c.glaze
		}
	}
	return 0
}

// least is the least that has to be bare: the house's band, more where it may run, on flat work
// that does not the lowest of its edge.
func (t *tale) least(cone string) float64 {
	risk := t.risk(cone)
	least := t.world.House.BandMM + risk
	if t.world.Body.Flat && t.world.House.Flat == rules.EdgesGlazed && risk == 0 {
		least = math.Min(least, t.world.House.FlatMM)
	}
	return math.Max(least, t.world.Own.Standing.BandMM)
}
