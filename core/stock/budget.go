package stock

import (
	"fmt"
	"slices"
)

// Claim is what the open strokes of one piece take of a jar.
type Claim struct {
	Project, Piece string // ids
	ML             float64
	Begun          bool // the piece carries a coat out of the jar already, and has to be finished
}

// Reserve is glaze that is kept for a project.
type Reserve struct {
	Project string // id; "" for one that is still to come
	ML      float64
}

// Budget is how far a jar lasts. Amounts are in mL.
type Budget struct {
	LeftML float64
	Known  bool    // somebody looked into the jar
	OpenML float64 // that all open strokes take
	KeptML float64 // that is kept beyond what its own projects' strokes take
	Hit    []Claim // that go without, each with what it lacks; none where nobody knows what is left
}

// TakesML is all that is asked of the jar.
func (b Budget) TakesML() float64 { return b.OpenML + b.KeptML }

// ShortML is what the jar lacks; 0 where it lasts, or nobody knows what is left.
func (b Budget) ShortML() float64 {
	if !b.Known {
		return 0
	}
	return max(0, b.TakesML()-b.LeftML)
}

// FreeML is what is left for anything new; 0 where nobody knows.
func (b Budget) FreeML() float64 {
	if !b.Known {
		return 0
	}
	return max(0, b.LeftML-b.TakesML())
}

// BudgetOf holds what pieces still take of a jar against what is left. What is kept for a project
// goes to its own pieces first, and to no others; of the rest, pieces that were begun come before
// the others, in the given order. known is false where nobody looked into the jar.
func BudgetOf(leftML float64, known bool, claims []Claim, reserves []Reserve) Budget {
	b := Budget{LeftML: leftML, Known: known}
	kept, free := map[string]float64{}, leftML
	for _, r := range reserves {
		ml := r.ML
		if known {
			ml = min(ml, max(0, free))
		}
		kept[r.Project] += ml
		b.KeptML += r.ML
		free -= ml
	}
	own := map[string]float64{}
	for _, c := range claims {
		b.OpenML += c.ML
		own[c.Project] += c.ML
	}
	for _, r := range reserves {
		if r.Project != "" {
			used := min(r.ML, own[r.Project])
			own[r.Project] -= used
			b.KeptML -= used
		}
	}
	if !known {
		return b
	}
	for _, c := range begunFirst(claims) {
		if c.Project != "" {
			from := min(c.ML, kept[c.Project])
			kept[c.Project] -= from
			c.ML -= from
		}
		from := min(c.ML, max(0, free))
		free -= from
		if c.ML -= from; c.ML > leastLackML {
			b.Hit = append(b.Hit, c)
		}
	}
	return b
}

// leastLackML is less than anybody could measure in a jar.
const leastLackML = 0.01

func begunFirst(claims []Claim) []Claim {
	order := slices.Clone(claims)
	slices.SortStableFunc(order, func(a, b Claim) int {
		switch {
		case a.Begun == b.Begun:
			return 0
		case a.Begun:
			return -1
		}
		return 1
	})
	return order
}

// MayReserve says why so much of a jar cannot be kept for a project; nil where it can. already is
// what is kept of it for others. The error is one sentence.
func MayReserve(ml, leftML float64, known bool, alreadyML float64) error {
	switch {
	case !(ml > 0):
		return fmt.Errorf("say how much is kept, in mL")
	case !known:
		return fmt.Errorf("nobody knows what is left of it: look into the jar first")
	case ml > leftML-alreadyML && alreadyML > 0:
		return fmt.Errorf("%.0f mL are left, and %.0f of them are kept already: at most %.0f more can be", leftML, alreadyML, max(0, leftML-alreadyML))
	case ml > leftML:
		return fmt.Errorf("%.0f mL cannot be kept of the %.0f that are left: keep less, or bring another jar first", ml, leftML)
	}
	return nil
}
