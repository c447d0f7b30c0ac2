package plan

import (
	"slices"

	"enkaustos/core/foot"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// Help is what a piece of this plan can be given for its firing.
func (s *Shelf) Help(p Plan, w Work) []foot.Help {
	return foot.Suggest(foot.Risk{Band: s.Band(p, w), HouseMM: s.House.BandMM, ContactMM: w.Body.Across(),
		Stilts: s.House.Foot == rules.Stilts, LowFire: !LowFire.Cooler(w.Cone), Edge: edgeGlazed(p, w)})
}

// edgeGlazed says whether glaze is planned on the edge of flat work, which stands on the shelf.
func edgeGlazed(p Plan, w Work) bool {
	return w.Body.Flat && slices.ContainsFunc(w.Body.Surfaces, func(s piece.Surface) bool {
		return !s.Upward && !s.Stands && p[s.ID].Planned()
	})
}
