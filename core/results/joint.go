package results

import (
	"maps"
	"slices"
)

// Of the faults that causes bring about, two in ten have two of them (from memory).
const (
	doubles = 0.2
	joins   = 0.62 // how often two that are there act together, before anything is counted
	asMany  = 20.0 // as how many faults that counts
)

// joined works out how often two causes that are there have to act together for as many faults of
// two causes as usual: by how often two are there at all.
func (m *Model) joined() {
	need, can := joins*asMany, asMany
	for _, kind := range slices.Sorted(maps.Keys(m.faults)) { // one order, or the last bit differs
		f := m.faults[kind]
		for i := range f.counts {
			n := f.counts[i].with + f.counts[i].clean
			all := f.hits(&f.counts[i].signs)
			idle, one, beside := 1.0, 0.0, 0.0
			for _, h := range all {
				idle *= 1 - h.active
			}
			for k, h := range all {
				alone := h.active * idle / (1 - h.active)
				one += alone
				beside += alone * (1 - none(all, k))
			}
			need += n * (doubles*(1-idle) - (1 - idle - one))
			can += n * beside
		}
	}
	m.joins = min(1, max(0, need/can))
}

// hit is a cause that may be there: how likely it is there and acts, and, where it does not act,
// how likely it is there.
type hit struct{ active, idle float64 }

func (f *learned) hits(signs *[causes]Sign) (all []hit) {
	for k := range f.causes {
		if there := f.there(k, signs); there > 0 {
			q := f.shares[k].Share
			all = append(all, hit{there * q, there * (1 - q) / (1 - there*q)})
		}
	}
	return all
}

// none is how likely none of the others is there beside the k-th.
func none(all []hit, k int) float64 {
	p := 1.0
	for j, h := range all {
		if j != k {
			p *= 1 - h.idle
		}
	}
	return p
}

// joining is how likely the k-th cause, there and idle by itself, has its part in what another one
// brings about alone; of several that could, one does.
func joining(all []hit, k int, idle float64) (sum float64) {
	for j, h := range all {
		if j == k {
			continue
		}
		alone, rivals := h.active*idle/(1-h.active), 1.0
		for i, other := range all {
			if i != j && i != k {
				rivals += other.idle
			}
		}
		sum += alone * all[k].idle / rivals
	}
	return sum
}
