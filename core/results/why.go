package results

import (
	"cmp"
	"slices"

	"enkaustos/core/fault"
)

// Likely is a cause of a fault that is there.
type Likely struct {
	Cause Cause
	Odds  float64 // how likely it had a part in it, from 0 to 1; of several causes each may have
	Said  bool    // the record says that it was there; else nobody logged whether it was
	Share
}

// Why is what can be said of a fault that is there.
type Why struct {
	Causes  []Likely // the likeliest first; those that the record rules out are not among them
	Nothing float64  // how likely none of them had a part in it
}

// Against what the record says a cause has to be likelier than nothing; one of which nobody said
// anything has to be a good deal likelier, for it is a guess at a guess (from memory).
const guessed = 2.8

// Named is the cause to name first; "" where nothing on record explains the fault.
func (w Why) Named() Cause {
	if len(w.Causes) == 0 {
		return ""
	}
	against := w.Nothing
	if !w.Causes[0].Said {
		against *= guessed
	}
	if w.Causes[0].Odds < against {
		return ""
	}
	return w.Causes[0].Cause
}

// least is how likely a cause is that is still named (from memory).
const least = 0.05

// Worth are the causes worth naming: the first that is named, and others that are likely.
func (w Why) Worth() []Likely {
	if w.Named() == "" {
		return nil
	}
	return slices.DeleteFunc(slices.Clone(w.Causes), func(l Likely) bool { return l.Odds < least })
}

// Why says which causes a fault on a surface had.
func (m *Model) Why(kind fault.Kind, c Clues) (w Why) {
	f := m.faults[kind]
	if f == nil {
		return Why{Nothing: 1}
	}
	signs := f.of(&c)
	risk, idle, all := f.risk(&signs), 1.0, f.hits(&signs)
	for _, h := range all {
		idle *= 1 - h.active
	}
	n := 0
	for k, i := range f.causes {
		if f.there(k, &signs) == 0 {
			continue
		}
		odds := (all[n].active + m.joins*joining(all, n, idle)) / risk
		w.Causes = append(w.Causes, Likely{Cause: guides[i].Cause, Odds: odds, Said: signs[k] == There, Share: f.shares[k]})
		n++
	}
	w.Nothing = f.bare * idle / risk
	slices.SortStableFunc(w.Causes, func(a, b Likely) int { return cmp.Compare(b.Odds, a.Odds) })
	return w
}

// Share is what is known of a cause of a fault; ok is false where it is none.
func (m *Model) Share(kind fault.Kind, cause Cause) (s Share, ok bool) {
	f := m.faults[kind]
	if f == nil {
		return s, false
	}
	k := slices.Index(f.causes, cause.index())
	if k < 0 {
		return s, false
	}
	return f.shares[k], true
}
