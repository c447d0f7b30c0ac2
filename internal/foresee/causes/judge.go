package causes

import (
	"math"
	"slices"
)

// Model is whoever learned from results: it says of a surface what it risks, and why a fault came.
type Model interface{ Of(said []Said) Reading }

// Reading is what a model says of one surface.
type Reading interface {
	// Risk is how likely a fault comes.
	Risk(fault int) float64
	// Why is the cause that is named first, or None, and how likely each has a part.
	Why(fault int) (first int, odds map[int]float64)
}

// Score is how often somebody was right.
type Score struct {
	Faults, Right, Best, Commonest int // of faults, right at the first name; the best guess; the commonest cause
	Bare, BareNamed                int // of nothing on record; named so
	Explained, WronglyBare, Double int // of causes; named as of nothing; of two causes
	Deciles                        [10]Decile
	LogLoss, BaseLoss              float64 // sum over surfaces and faults
	Asked                          float64 // surfaces × faults
}

// Decile is what was stated with odds of a tenth, and how often it was so.
type Decile struct {
	N, True int
	Stated  float64
}

// Add adds another score.
func (s *Score) Add(o Score) {
	s.Faults, s.Right, s.Best, s.Commonest = s.Faults+o.Faults, s.Right+o.Right, s.Best+o.Best, s.Commonest+o.Commonest
	s.Bare, s.BareNamed, s.Explained, s.WronglyBare, s.Double = s.Bare+o.Bare, s.BareNamed+o.BareNamed, s.Explained+o.Explained, s.WronglyBare+o.WronglyBare, s.Double+o.Double
	for i := range s.Deciles {
		s.Deciles[i].N += o.Deciles[i].N
		s.Deciles[i].True += o.Deciles[i].True
		s.Deciles[i].Stated += o.Deciles[i].Stated
	}
	s.LogLoss, s.BaseLoss, s.Asked = s.LogLoss+o.LogLoss, s.BaseLoss+o.BaseLoss, s.Asked+o.Asked
}

// Inside says whether a decile holds: what was so lies in the 95 % band of a binomial distribution
// (by its normal approximation) about what was stated; from 500 cases on within 5 points.
func (d Decile) Inside() bool {
	if d.N == 0 {
		return true
	}
	stated, so := d.Stated/float64(d.N), float64(d.True)/float64(d.N)
	if d.N >= 500 {
		return math.Abs(stated-so) <= 0.05
	}
	return math.Abs(stated-so) <= 1.96*math.Sqrt(stated*(1-stated)/float64(d.N))
}

// Commonest is the commonest cause of each fault among results; None of one that never came.
func (s *School) Commonest(results []Result) []int {
	most := make([]int, len(s.Faults))
	for f := range s.Faults {
		n := make([]int, len(s.Causes))
		for _, v := range results {
			for _, c := range v.Faults[f] {
				n[c]++
			}
		}
		if most[f] = slices.Index(n, slices.Max(n)); slices.Max(n) == 0 {
			most[f] = None
		}
	}
	return most
}

// Base is how often each fault comes among results, a half of one added on either side.
func (s *School) Base(results []Result) []float64 {
	base := make([]float64, len(s.Faults))
	for f := range base {
		n := 0.5
		for _, v := range results {
			if _, came := v.Faults[f]; came {
				n++
			}
		}
		base[f] = n / (float64(len(results)) + 1)
	}
	return base
}

// Hold holds a model to results that it has not seen. common is the commonest cause of each fault,
// base how often each comes at all.
func (s *School) Hold(m Model, results []Result, common []int, base []float64) (v Score) {
	for _, one := range results {
		reading := m.Of(one.Said)
		for f := range s.Faults {
			of, came := one.Faults[f]
			v.Asked++
			v.LogLoss += Loss(reading.Risk(f), came)
			v.BaseLoss += Loss(base[f], came)
			if !came {
				continue
			}
			first, odds := reading.Why(f)
			v.hold(of, first, s.Best(f, one.Said), common[f], odds)
		}
	}
	return v
}

func (s *Score) hold(of []int, first, best, common int, odds map[int]float64) {
	right := func(named int) int {
		if named == None && len(of) == 0 || slices.Contains(of, named) {
			return 1
		}
		return 0
	}
	s.Faults++
	s.Right += right(first)
	s.Best += right(best)
	s.Commonest += right(common)
	switch {
	case len(of) == 0:
		s.Bare++
		s.BareNamed += right(first)
	default:
		s.Explained++
		if first == None {
			s.WronglyBare++
		}
		if len(of) > 1 {
			s.Double++
		}
	}
	for c, p := range odds {
		d := &s.Deciles[min(9, int(10*p))]
		d.N++
		d.Stated += p
		if slices.Contains(of, c) {
			d.True++
		}
	}
}

// Loss is the logarithmic loss of what was stated.
func Loss(p float64, came bool) float64 {
	p = min(max(p, 1e-6), 1-1e-6)
	if came {
		return -math.Log(p)
	}
	return -math.Log(1 - p)
}
