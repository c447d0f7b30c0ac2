package fits

import (
	"fmt"
	"slices"

	"enkaustos/core/plan"
)

// Numbered are brushes of one kind that carry numbers, from one to another.
type Numbered struct {
	Brush plan.Brush `json:"brush"`
	From  int        `json:"from"`
	To    int        `json:"to"`
}

// Rack is the brushes of a room that carry numbers; empty where they carry none.
type Rack []Numbered

// Bristles are the brushes that can carry numbers.
var Bristles = []plan.Brush{plan.WideBrush, plan.MiddleBrush, plan.SmallBrush, plan.FineBrush, plan.SoftBrush}

// mostNumber is the highest number that is painted on a handle.
const mostNumber = 999

// Check says what is wrong with a rack, in one sentence.
func (r Rack) Check() error {
	for i, n := range r {
		switch {
		case !slices.Contains(Bristles, n.Brush):
			return fmt.Errorf("%q is no brush of this room: expected one such as %q", n.Brush, plan.MiddleBrush)
		case n.From < 1 || n.To > mostNumber || n.From > n.To:
			return fmt.Errorf("brushes are numbered from 1 to %d, the lower number first: %d to %d cannot be", mostNumber, n.From, n.To)
		}
		for _, other := range r[:i] {
			if n.From <= other.To && other.From <= n.To {
				return fmt.Errorf("number %d is on two brushes, a %s and a %s: every number once", max(n.From, other.From), other.Brush, n.Brush)
			}
		}
	}
	return nil
}

// of are the numbers of a kind of brush, in order.
func (r Rack) of(b plan.Brush) (all []int) {
	for _, n := range r {
		for i := n.From; n.Brush == b && i <= n.To; i++ {
			all = append(all, i)
		}
	}
	slices.Sort(all)
	return all
}

// Take are the first numbers of a kind of brush, so many of them, or as many as there are.
func (r Rack) Take(b plan.Brush, count int) []int {
	all := r.of(b)
	return all[:min(count, len(all))]
}

// All are all numbers, in order.
func (r Rack) All() (all []int) {
	for _, b := range Bristles {
		all = append(all, r.of(b)...)
	}
	slices.Sort(all)
	return all
}

// Kind is what brush carries a number; "" where none does.
func (r Rack) Kind(number int) plan.Brush {
	for _, n := range r {
		if n.From <= number && number <= n.To {
			return n.Brush
		}
	}
	return ""
}
