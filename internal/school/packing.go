package school

import (
	"slices"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
)

// WaysOf are a house's ways of packing a kiln.
func WaysOf(h rules.House) load.Ways {
	w := load.Usual()
	w.GapMM, w.AboveMM, w.Runners = h.KilnGapMM, h.KilnAboveMM, load.Runners(h.Runners)
	return w
}

// ToPack is a piece as a plan of a load knows it: what stands beside it is one more.
func ToPack(m Moment, p *Piece) []load.Piece {
	a, of := m.Assignments[p.Assignment], m.Case(p)
	made := load.Made{ID: p.ID, Body: p.Body, Seated: a.House.Seat == rules.BareSeat, Bisque: of.Work.Bisque(), Due: int(a.Due),
		Cookie: p.State.Helps["cookie"], Stilts: p.State.Helps["stilts"]}
	if !made.Bisque {
		made.Runs = slices.ContainsFunc(a.Shelf.Help(of.Plan, of.Work), func(h foot.Help) bool { return h.Kind == "cookie" })
	}
	return made.Pieces()
}

// Packable are the pieces that may go into a load of a kiln now, or stand in it already.
func Packable(m Moment, of Load, k kiln.Kiln) []*Piece {
	var list []*Piece
	elsewhere := plannedElsewhere(m, of.ID)
	for _, p := range m.PiecesOf("") {
		a := m.Assignments[p.Assignment]
		switch {
		case elsewhere[p.ID]:
			continue
		case p.State.Load != nil && p.State.Load.Load == of.ID && p.State.Firing == nil:
		case a.Over || !ready.MayBeLoaded(p.State, m.Survey(p).Blockers):
			continue
		case coneOf(m, p) != of.Cone || k.Air != glaze.FiringOf("", "", a.Atmosphere).Air:
			continue
		}
		list = append(list, p)
	}
	return list
}

// plannedElsewhere are the pieces that have a place in the plan of another load that is not lit yet.
func plannedElsewhere(m Moment, load string) map[string]bool {
	there := map[string]bool{}
	for _, kept := range LoadPlans.All(m.Snapshot) {
		if l := Loads.All(m.Snapshot)[kept.Load]; kept.Load == load || !l.FiredAt.IsZero() {
			continue
		}
		for _, level := range kept.Plan.Levels {
			for _, s := range level.Pieces {
				there[s.Piece] = true
			}
		}
	}
	return there
}

// coneOf is the cone to which a piece is fired next.
func coneOf(m Moment, p *Piece) kiln.Cone {
	of := m.Case(p).Work
	return of.Next()
}
