package school

import (
	"slices"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/lesson"
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
	a, of, made := m.Assignments[p.Assignment], m.Case(p), madeOf(m, p)
	if made.Bisque, made.Due = of.Work.Bisque(), int(DayWanted(m, p)); !made.Bisque {
		made.Runs = slices.ContainsFunc(a.Shelf.Help(of.Plan, of.Work), func(h foot.Help) bool { return h.Kind == "cookie" })
	}
	return made.Pieces()
}

func madeOf(m Moment, p *Piece) load.Made {
	return load.Made{ID: p.ID, Body: p.Body, Seated: m.Assignments[p.Assignment].House.Seat == rules.BareSeat, Cookie: p.State.Helps["cookie"], Stilts: p.State.Helps["stilts"],
		Piles: m.House.KilnPiles == rules.Piled}
}

// LitresOf is what a piece takes of a kiln's litres, glazed.
func LitresOf(m Moment, p *Piece) (sum float64) {
	ways := WaysOf(m.House)
	for _, part := range madeOf(m, p).Pieces() {
		sum += part.Litres(ways)
	}
	return sum
}

// PicturesOf are the photographs of a piece that were not deleted, the newest last.
func PicturesOf(m Moment, p *Piece) []string {
	return slices.DeleteFunc(slices.Clone(p.State.Pictures), func(id string) bool {
		_, kept := Photographs.Get(m.Snapshot, id)
		return !kept
	})
}

// StoodAt is where a piece stood in the last fire that it went through, "" where no plan says so.
func StoodAt(m Moment, p *Piece) string {
	all := p.State.Firings()
	if len(all) == 0 {
		return ""
	}
	spot, in, ok := SpotIn(m, p, all[len(all)-1].Load)
	if !ok {
		return ""
	}
	return in.Name + ", " + spot.String()
}

// SpotIn is where a piece stands, or stood, in a load; ok is false where no plan says so.
func SpotIn(m Moment, p *Piece, id string) (spot load.Spot, in kiln.Kiln, ok bool) {
	kept, planned := LoadPlans.Get(m.Snapshot, id)
	in, known := Kilns.Get(m.Snapshot, kept.Kiln)
	if !planned || !known {
		return spot, in, false
	}
	spot, ok = kept.Plan.Where(in, p.ID)
	return spot, in, ok
}

// Packable are the pieces that may go into a load of a kiln now, or stand in it already.
func Packable(m Moment, of Load, k kiln.Kiln) []*Piece {
	var list []*Piece
	elsewhere, gate := plannedElsewhere(m, of.ID), GateOf(m, of, k.ID, nil)
	gate.Kilns, gate.NoKilns = []kiln.Kiln{k}, false
	for _, p := range m.PiecesOf("") {
		stands := p.State.Load != nil && p.State.Load.Load == of.ID && p.State.Firing == nil
		if !elsewhere[p.ID] && (stands || m.Survey(p).Verdict.KeptOut(gate, ready.ToPlan()) == "") {
			list = append(list, p)
		}
	}
	return list
}

// GateOf is a load as the gate sees it, in the kiln of an id, or, where that is "", in the one that
// it is planned in; inside are the pieces that stand there.
func GateOf(m Moment, l Load, in string, inside []*Piece) ready.Load {
	gate := ready.Load{ID: l.ID, Name: l.Name, Cone: l.Cone, Class: l.Class, Of: l.alone(m)}
	if l.Wares != "" {
		gate.Bisque = new(l.Wares == BisqueWares)
	}
	if kept, planned := LoadPlans.Get(m.Snapshot, l.ID); planned && in == "" {
		in = kept.Kiln
	}
	for id, k := range Kilns.All(m.Snapshot) {
		if in == "" || in == id {
			gate.Kilns = append(gate.Kilns, k)
		}
	}
	gate.NoKilns = len(Kilns.All(m.Snapshot)) == 0
	for _, p := range inside {
		gate.Inside = append(gate.Inside, ready.Company{Who: m.Who(p), Air: AirOf(m.Assignments[p.Assignment])})
	}
	return gate
}

// alone names what a load takes alone.
func (l Load) alone(m Moment) string {
	what := map[Wares]string{BisqueWares: "bisque", GlazeWares: "glaze", "": "the pieces"}[l.Wares]
	if l.Class != "" {
		what += " of " + Classes.All(m.Snapshot)[l.Class].Name
	}
	return what
}

// Alike says whether two loads are fired alike, and are of the same.
func (l Load) Alike(o Load) bool {
	return l.Cone == o.Cone && l.Class == o.Class && l.Wares == o.Wares
}

// WaresOf is what a piece is on its way into the fire.
func WaresOf(m Moment, p *Piece) Wares {
	if of := m.Case(p).Work; of.Bisque() {
		return BisqueWares
	}
	return GlazeWares
}

// AirOf is in which air an assignment is fired.
func AirOf(a *Assignment) kiln.Atmosphere { return glaze.FiringOf("", "", a.Atmosphere).Air }

// DayWanted is the day by which a piece is wanted out of the kiln: of the next show that its
// assignment is in, else the last day on which it can be glazed; 0 for none.
func DayWanted(m Moment, p *Piece) lesson.Date {
	if s, ok := NextShow(m, p.Assignment); ok {
		return s.Date
	}
	return m.Assignments[p.Assignment].Due
}

// NextShow is the first show from today on that an assignment is in.
func NextShow(m Moment, assignment string) (next Show, ok bool) {
	today := lesson.DateOf(m.At.Local())
	for _, s := range Shows.All(m.Snapshot) {
		if s.Date >= today && slices.Contains(s.Assignments, assignment) && (!ok || s.Date < next.Date || s.Date == next.Date && s.ID < next.ID) {
			next, ok = s, true
		}
	}
	return next, ok
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
