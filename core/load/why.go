package load

import (
	"fmt"
	"math"
	"slices"

	"enkaustos/core/kiln"
)

var inf = math.Inf(1)

// why says of everything that is out why it is.
func (g *packing) why(d draft) []Out {
	out := []Out{}
	for _, i := range d.out {
		why := g.reason(i)
		for _, id := range append([]string{g.pieces[i].ID}, g.pieces[i].Piled...) {
			out = append(out, Out{Piece: id, Why: why})
		}
	}
	return out
}

// reason is why a piece found no place, in one sentence.
func (g *packing) reason(i int) string {
	p := g.pieces[i]
	free := g.k.TallMM - g.k.LidMM - g.k.FloorMM - g.k.Whole.ThickMM
	if p.TallMM > free {
		return fmt.Sprintf("It is %.0f mm tall as it stands, and one shelf in this kiln leaves %.0f mm.", p.TallMM, free)
	}
	empty := g.bareShelf(kiln.Whole, inf, false, true)
	e := g.effort
	e.Steps += 200_000
	alone := g.add(empty, i, 6, 100_000)
	if !alone {
		return "It is wider than a shelf leaves between its edges and the walls."
	}
	if most := g.most(); g.tall(i) > most && most > 0 && len(g.pieces) > 1 {
		return fmt.Sprintf("It is taller than the posts that are there, %.0f mm, and the top shelf is full.", most)
	}
	if len(g.pairs) == 0 {
		return "One shelf is full, and there are no posts for another."
	}
	return fmt.Sprintf("The shelves that are high enough for its %.0f mm are full.", p.TallMM)
}

// most is the highest that the posts make.
func (g *packing) most() float64 {
	if len(g.pairs) == 0 {
		return 0
	}
	return g.pairs[len(g.pairs)-1].high
}

// faults are what is impossible about a request.
func (r Request) faults() (all []string) {
	for _, f := range r.Kiln.Faults() {
		all = append(all, f.Text)
	}
	all = append(all, r.Ways.Faults()...)
	seen := map[string]bool{}
	for _, p := range r.Pieces {
		switch {
		case seen[p.ID]:
			all = append(all, fmt.Sprintf("Piece %s is asked for twice.", p.ID))
		case len(p.Outline) == 0 || p.TallMM <= 0 || math.IsNaN(p.TallMM) || math.IsInf(p.TallMM, 0):
			all = append(all, fmt.Sprintf("Piece %s has no measures.", p.ID))
		}
		seen[p.ID] = true
	}
	return all
}

// Gain is what one more thing of the kiln's furniture would admit.
type Gain struct {
	What   string   `json:"what"`   // "3 more posts of 100 mm"
	Pieces []string `json:"pieces"` // that found a place then
}

// Gains are what one more stand of posts, shelf or half shelf would admit of what a plan leaves
// out, the most first.
func Gains(r Request, plan Plan) []Gain {
	gains := []Gain{}
	if len(plan.Out) == 0 {
		return gains
	}
	try := func(what string, k kiln.Kiln) {
		more := r
		more.Kiln, more.Start, more.Watch = k, &plan, nil
		p, faults := Find(more)
		if len(faults) > 0 {
			return
		}
		g := Gain{What: what}
		for _, o := range plan.Out {
			if !slices.ContainsFunc(p.Out, func(q Out) bool { return q.Piece == o.Piece }) {
				g.Pieces = append(g.Pieces, o.Piece)
			}
		}
		if len(plan.Out)-len(p.Out) > 0 {
			gains = append(gains, g)
		}
	}
	for i, p := range r.Kiln.Posts {
		k := r.Kiln
		k.Posts = slices.Clone(k.Posts)
		k.Posts[i].Count += k.PerShelf
		try(fmt.Sprintf("%d more posts of %g mm", k.PerShelf, p.HighMM), k)
	}
	k := r.Kiln
	k.Whole.Count++
	try("one more shelf", k)
	k = r.Kiln
	k.Half.Count++
	k.Half.ThickMM = max(k.Half.ThickMM, k.Whole.ThickMM)
	try("one more half shelf", k)
	slices.SortStableFunc(gains, func(a, b Gain) int { return len(b.Pieces) - len(a.Pieces) })
	return gains
}
