package results

import (
	"cmp"
	"slices"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/plan"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
)

// Past is a piece of an assignment, as it is now.
type Past struct {
	ID   string
	Case survey.Case
}

// Account is what an assignment took and taught, for whoever gives it again.
type Account struct {
	Pieces, Out, Sound    int            // pieces; Out are out of the kiln and judged
	Amounts               []stock.Amount // what was laid of each glaze
	Days, Coats           int            // days on which coats were laid
	First, Last, Unloaded time.Time      // coat, coat, and when the last of it was out; zero for none
	PerPiece              float64        // days on which the middle piece was worked on
	Plans                 []Planned      // what most surely comes out sound first
	Faults                map[fault.Kind]int
}

// Planned is a plan that some pieces had.
type Planned struct {
	Piece                 string // the first that had it
	Plan                  plan.Plan
	Pieces, Judged, Sound int
	Least                 float64 // at least this share of them comes out sound, nine times of ten
}

// LookBack is the account of the pieces of an assignment. day names the day of a moment, where the
// school is.
func LookBack(all []Past, day func(time.Time) string) Account {
	a := Account{Faults: map[fault.Kind]int{}}
	days, each := map[string]bool{}, []int{}
	var laid [][]stock.Amount
	for _, p := range all {
		a.Pieces++
		s, mine := &p.Case.State, map[string]bool{}
		for _, c := range s.Coats {
			a.Coats++
			days[day(c.At)], mine[day(c.At)] = true, true
			if a.First.IsZero() || c.At.Before(a.First) {
				a.First = c.At
			}
			if c.At.After(a.Last) {
				a.Last = c.At
			}
		}
		if len(mine) > 0 {
			each = append(each, len(mine))
		}
		laid = append(laid, laidOn(p.Case))
		a.judge(p)
	}
	a.Days, a.PerPiece, a.Amounts = len(days), middle(each), stock.Sum(laid...)
	for i := range a.Plans {
		a.Plans[i].Least, _ = Wilson(a.Plans[i].Sound, a.Plans[i].Judged)
	}
	slices.SortStableFunc(a.Plans, func(x, y Planned) int {
		return cmp.Or(cmp.Compare(y.Least, x.Least), cmp.Compare(y.Judged, x.Judged), cmp.Compare(y.Pieces, x.Pieces))
	})
	return a
}

// judge adds what a piece was planned to be, and what it came out as.
func (a *Account) judge(p Past) {
	o := p.Case.State.Outcome()
	if f := p.Case.State.Firing; f != nil && f.Unloaded.After(a.Unloaded) {
		a.Unloaded = f.Unloaded
	}
	if o.Judged() {
		a.Out++
		for _, f := range o.Faults {
			a.Faults[f.Kind]++
		}
	}
	if o.Sound() {
		a.Sound++
	}
	if p.Case.Plan.Empty() {
		return
	}
	i := slices.IndexFunc(a.Plans, func(one Planned) bool {
		return len(plan.Changes(one.Plan, p.Case.Plan, p.Case.Body)) == 0
	})
	if i < 0 {
		i = len(a.Plans)
		a.Plans = append(a.Plans, Planned{Piece: p.ID, Plan: p.Case.Plan})
	}
	one := &a.Plans[i]
	one.Pieces++
	if o.Judged() {
		one.Judged++
	}
	if o.Sound() {
		one.Sound++
	}
}

// laidOn is what lies on a piece of each glaze.
func laidOn(c survey.Case) []stock.Amount {
	laid := plan.Plan{}
	for _, s := range c.Body.Surfaces {
		if stack := c.State.Stack(s.ID).AsLaid(); stack.Total() > 0 {
			laid[s.ID] = plan.Choice{Stack: stack}
		}
	}
	return c.AmountsOf(laid, c.Shelf.Band(laid, c.Work))
}

// middle is the median of counts; 0 of none.
func middle(all []int) float64 {
	if len(all) == 0 {
		return 0
	}
	all = slices.Sorted(slices.Values(all))
	n := len(all)
	return float64(all[(n-1)/2]+all[n/2]) / 2
}
