package results

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/fault"
)

// Surface is one glazed surface of a piece, with what its record says.
type Surface struct {
	Piece, Surface string
	Clues          Clues
}

// Enough is how many surfaces have to be judged before anything is foretold (from memory).
const Enough = 60

// lively is how far the number of faults strays from what single surfaces say, as a share of it: the
// pieces of a class are alike in what nobody logs (from memory).
const lively = 0.35

// Foretold is what a load risks of one fault.
type Foretold struct {
	Kind      fault.Kind
	Low, High int     // surfaces, four times of five
	Mean      float64 // surfaces
	Of        int     // surfaces that were looked at
	First     []Risked
}

// Risked is a surface that risks a fault more than others, and what would lower it most.
type Risked struct {
	Piece, Surface string
	Risk           float64
	Cause          Cause   // on record, and the first to mend; "" where none is
	Lower          float64 // the risk without it
}

// named is how likely a fault has to be on a surface for it to be named (from memory).
const named = 0.1

// Enough says whether enough was judged to foretell anything.
func (m *Model) Enough() bool { return m.Judged >= Enough }

// Foretell says what a load risks, the faults that are most to be expected first; those of which
// not even one is to be expected once in five loads are left out.
func (m *Model) Foretell(load []Surface) (all []Foretold) {
	for _, f := range fault.All() {
		one := Foretold{Kind: f.Kind, Of: len(load)}
		single := 0.0
		for _, s := range load {
			risk := m.Risk(f.Kind, s.Clues)
			one.Mean += risk
			single += risk * risk
			if risk >= named {
				one.First = append(one.First, m.risked(f.Kind, s, risk))
			}
		}
		one.Low, one.High = reaches(one.Mean, one.Mean-single+lively*lively*one.Mean*one.Mean)
		if one.High == 0 {
			continue
		}
		slices.SortStableFunc(one.First, func(a, b Risked) int { return cmp.Compare(b.Risk, a.Risk) })
		all = append(all, one)
	}
	slices.SortStableFunc(all, func(a, b Foretold) int { return cmp.Compare(b.Mean, a.Mean) })
	return all
}

// risked finds what would lower the risk of a surface most, of what its record says is there.
func (m *Model) risked(kind fault.Kind, s Surface, risk float64) Risked {
	r := Risked{Piece: s.Piece, Surface: s.Surface, Risk: risk, Lower: risk}
	for i, g := range guides {
		if s.Clues[i] != There {
			continue
		}
		if lower := m.Risk(kind, s.Clues.With(g.Cause, Absent)); lower < r.Lower {
			r.Cause, r.Lower = g.Cause, lower
		}
	}
	return r
}

// reaches are the counts between which one of that mean and variance falls four times of five: of a
// negative binomial distribution where it varies more than its mean, else of a Poisson one.
func reaches(mean, variance float64) (low, high int) {
	if mean <= 0 {
		return 0, 0
	}
	// P(0), and each further one from the one before.
	p, next := math.Exp(-mean), func(n int) float64 { return mean / float64(n+1) }
	if variance > mean*1.0001 {
		size := mean * mean / (variance - mean)
		share := mean / (mean + size)
		p, next = math.Pow(1-share, size), func(n int) float64 { return share * (float64(n) + size) / float64(n+1) }
	}
	sum, found := p, false
	for n := 0; n < 100000; n++ {
		if !found && sum > 0.1 {
			low, found = n, true
		}
		if sum >= 0.9 {
			return low, n
		}
		p *= next(n)
		sum += p
	}
	return low, int(mean)
}
