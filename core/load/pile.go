package load

import (
	"cmp"
	"maps"
	"slices"

	"enkaustos/core/piece"
)

// Piling is what a bare piece may do with others of its make.
type Piling struct {
	Make string // pieces of one make are alike; "" for one that stands by itself
	piece.Nesting
}

// mostNested is how many are set into one another at most (from memory): the lowest bears the rest.
const mostNested = 3

// pile is some pieces that stand on each other, as one piece: the lowest names it.
func pile(members []Piece, rims bool) Piece {
	p := members[0]
	p.Piled, p.Rims = nil, rims
	for _, m := range members[1:] {
		p.Piled = append(p.Piled, m.ID)
		p.Grams += m.Grams
		if m.Due > 0 && (p.Due == 0 || m.Due < p.Due) {
			p.Due = m.Due
		}
		if rims {
			p.TallMM += m.TallMM
		} else {
			p.TallMM += m.Piling.StepMM
		}
	}
	return p
}

// piles puts pieces of one make onto each other: nested where they nest, else, where wanted, rim to
// rim in pairs. What is locked or piled in a plan to begin from is left as it is there.
func piles(pieces []Piece, rims bool, leave map[string]bool) []Piece {
	var all []Piece
	waiting := map[string][]Piece{}
	for _, p := range pieces {
		if p.Piling.Make == "" || !p.Bare || p.With != "" || len(p.Piled) > 0 || leave[p.ID] || p.Piling.StepMM == 0 && !(rims && p.Piling.Rims) {
			all = append(all, p)
			continue
		}
		waiting[p.Piling.Make] = append(waiting[p.Piling.Make], p)
	}
	for _, one := range slices.Sorted(maps.Keys(waiting)) {
		of := waiting[one]
		slices.SortStableFunc(of, func(a, b Piece) int { return cmp.Or(urgent(a, b), cmp.Compare(a.ID, b.ID)) })
		upside, n := of[0].Piling.StepMM == 0, mostNested
		if upside {
			n = 2
		}
		for some := range slices.Chunk(of, n) {
			all = append(all, pile(some, upside && len(some) > 1))
		}
	}
	return all
}

// Piled are pieces as a plan has them: what it piled is one.
func Piled(pieces []Piece, plan Plan) []Piece {
	on, below := map[string][]string{}, map[string]bool{}
	rims := map[string]bool{}
	for _, l := range plan.Levels {
		for _, s := range l.Pieces {
			if len(s.Piled) > 0 {
				on[s.Piece], rims[s.Piece] = s.Piled, s.Rims
				for _, id := range s.Piled {
					below[id] = true
				}
			}
		}
	}
	if len(on) == 0 {
		return pieces
	}
	byID := map[string]Piece{}
	for _, p := range pieces {
		byID[p.ID] = p
	}
	var all []Piece
	for _, p := range pieces {
		if below[p.ID] {
			continue
		}
		members := []Piece{p}
		for _, id := range on[p.ID] {
			if m, there := byID[id]; there {
				members = append(members, m)
			}
		}
		all = append(all, pile(members, rims[p.ID] && len(members) > 1))
	}
	return all
}

// members is how many pieces stand in one place.
func (p Piece) members() int { return 1 + len(p.Piled) }

// FindPiled plans a load as Find does; where bare pieces were left out, it tries again with pieces of
// one make on each other, nested, then rim to rim as well, and takes the plan that holds the most.
func FindPiled(r Request) (Plan, []string) {
	if !slices.ContainsFunc(r.Pieces, func(p Piece) bool { return p.Piling.Make != "" }) {
		return Find(r)
	}
	steps := r.Steps // all three together take no longer
	r.Steps = steps / 2
	best, faults := Find(r)
	bare := slices.ContainsFunc(best.Out, func(o Out) bool {
		return slices.ContainsFunc(r.Pieces, func(p Piece) bool { return p.ID == o.Piece && p.Piling.Make != "" })
	})
	if len(faults) > 0 || !bare {
		return best, faults
	}
	leave := map[string]bool{}
	if r.Start != nil {
		for _, l := range r.Start.Levels {
			for _, s := range l.Pieces {
				leave[s.Piece] = s.Locked
			}
		}
	}
	value := r.worth(best)
	for _, rims := range []bool{false, true} {
		tried := r
		tried.Steps = steps / 4
		tried.Pieces = piles(r.Pieces, rims, leave)
		if len(tried.Pieces) == len(r.Pieces) {
			continue
		}
		if plan, faults := Find(tried); len(faults) == 0 {
			if v := tried.worth(plan); v.Better(value) {
				best, value = plan, v
			}
		}
	}
	return best, nil
}

// worth is the score of a plan of a request.
func (r Request) worth(p Plan) Score {
	g := packing{byID: map[string]Piece{}}
	for _, one := range r.Pieces {
		g.byID[one.ID] = one
	}
	return g.score(p)
}
