package school

import (
	"fmt"
	"math"
	"slices"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
)

// WaysOf are a house's ways of packing a kiln.
func WaysOf(h rules.House) load.Ways {
	w := load.Usual()
	w.GapMM, w.AboveMM, w.Runners = h.KilnGapMM, h.KilnAboveMM, load.Runners(h.Runners)
	return w
}

// StiltMM is how high stilts lift a piece (from memory).
const StiltMM = 12

// gramsPerCM2 is what clay weighs by the area of a piece, inside and out: half of a wall of 6 mm
// at 1.9 g/cm³ (from memory).
const gramsPerCM2 = 0.57

// ToPack is a piece as a plan of a load knows it: what stands beside it is one more, a lid on its
// seat is none where the house fires it so.
func ToPack(m Moment, p *Piece) []load.Piece {
	a, of := m.Assignments[p.Assignment], m.Case(p)
	area := 0.0
	for _, s := range p.Body.Surfaces {
		area += s.AreaCM2
	}
	helps := helpsOf(p, a, of.Work.Bisque(), a.Shelf.Help(of.Plan, of.Work))
	things := p.Body.FromAbove(a.House.Seat == rules.BareSeat)
	list := make([]load.Piece, len(things))
	for i, t := range things {
		one := load.Piece{ID: p.ID, Outline: t.Outline, TallMM: t.TallMM, Bare: of.Work.Bisque(), Grams: area * gramsPerCM2 / float64(len(things)),
			Runs: helps.cookie, Due: int(a.Due)}
		if i > 0 {
			one.ID, one.With = LidID(p.ID, i), p.ID
		}
		if helps.cookie && i == 0 {
			one.Outline = append(slices.Clone(one.Outline), cookie(p).At(outline.Place{X: t.Foot.X, Y: t.Foot.Y})...)
			one.TallMM += foot.CookieThickMM
		}
		if helps.stilts {
			one.TallMM += StiltMM
		}
		list[i] = one
	}
	return list
}

// cookie is what lies under a piece that may run: so much wider all round than what it stands on.
func cookie(p *Piece) outline.Outline {
	under := p.Body.FromBelow(0)
	if math.Abs(under.Width-under.Height) < 1 {
		return outline.Disc(under.Width/2 + foot.CookieBeyondMM)
	}
	return outline.Rectangle(under.Width, under.Height).Grown(foot.CookieBeyondMM)
}

// LidID names what stands beside a piece in a load.
func LidID(piece string, nth int) string { return fmt.Sprintf("%s/%d", piece, nth) }

type packHelps struct{ cookie, stilts bool }

// helpsOf is what a piece stands on: what was recorded, and the cookie that its plan asks for.
func helpsOf(p *Piece, a *Assignment, bisque bool, suggested []foot.Help) packHelps {
	h := packHelps{cookie: p.State.Helps["cookie"], stilts: p.State.Helps["stilts"]}
	if bisque {
		return h
	}
	for _, s := range suggested {
		h.cookie = h.cookie || s.Kind == "cookie"
	}
	return h
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
