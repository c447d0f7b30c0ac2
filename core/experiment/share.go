package experiment

import (
	"maps"
	"slices"
)

// Share gives blanks to students: the most planned first, each on two pieces before the next where
// there are enough, one to a student, as near as can be to what was wished for, and no jar asked for
// more than it holds.
//
// Places of blanks are taken in their order; each that can be filled beside all before it is filled
// (the greedy rule of transversal matroids is best by rank: Edmonds, Matroids and the greedy
// algorithm, 1971). Along the paths on which students move over, the one that comes nearest to the
// wishes is taken (successive shortest paths).
func Share(blanks []Blank, fits []Fit, left Stock) []Offer {
	for {
		given := match(blanks, fits)
		over := overdrawn(fits, given, left)
		if over < 0 {
			return offers(fits, given)
		}
		fits = append(fits[:over:over], fits[over+1:]...)
	}
}

// overdrawn is the first fit, in the order of the blanks, that asks a jar for more than it holds
// beside those before it; -1 where all jars hold.
func overdrawn(fits []Fit, given []int, left Stock) int {
	taken := map[string]float64{}
	for _, i := range given {
		if !left.holds(fits[i].Takes, taken) {
			return i
		}
		for code, ml := range fits[i].Takes {
			taken[code] += ml
		}
	}
	return -1
}

func offers(fits []Fit, given []int) (all []Offer) {
	for _, i := range given {
		f := fits[i]
		all = append(all, Offer{f.Blank, f.Student, f.Piece, f.Surface})
	}
	return all
}

// match fills the places of blanks, and says by which fits.
func match(blanks []Blank, fits []Fit) (given []int) {
	m := matching{fits: fits, of: map[string]int{}}
	for b := range blanks {
		for range blanks[b].Open() {
			m.fill(b)
		}
	}
	for b := range blanks {
		for i, f := range fits {
			if at, has := m.of[f.Student]; has && at == i && f.Blank == b {
				given = append(given, i)
			}
		}
	}
	return given
}

// matching is who tries what: by student the fit that was chosen.
type matching struct {
	fits []Fit
	of   map[string]int
}

// step is how a student is reached: by which fit, and what the path gains up to there.
type step struct {
	fit, gain int
	from      string // who moves over for it; "" at the beginning of a path
}

// fill finds somebody for one more place of a blank: a student who is free, reached over students who
// move on to another blank. Of all ways, the one that gains most wishes is taken.
func (m *matching) fill(blank int) {
	reached := map[string]step{}
	m.reach(reached, blank, step{})
	for changed := true; changed; {
		changed = false
		for _, student := range slices.Sorted(maps.Keys(reached)) {
			s := reached[student]
			if at, has := m.of[student]; has {
				next := step{gain: s.gain - m.fits[at].Wish, from: student}
				changed = m.reach(reached, m.fits[at].Blank, next) || changed
			}
		}
	}
	end, found := "", false
	for _, student := range slices.Sorted(maps.Keys(reached)) {
		s := reached[student]
		_, has := m.of[student]
		if !has && (!found || s.gain > reached[end].gain || s.gain == reached[end].gain && s.fit < reached[end].fit) {
			end, found = student, true
		}
	}
	for found {
		s := reached[end]
		m.of[end] = s.fit
		end, found = s.from, s.from != ""
	}
}

// reach notes whom a place can be given to, and whether that is better than what was known.
func (m *matching) reach(reached map[string]step, blank int, from step) (changed bool) {
	for i, f := range m.fits {
		if f.Blank != blank || f.Student == from.from || passes(reached, from.from, f.Student) {
			continue
		}
		gain := from.gain + f.Wish
		if old, known := reached[f.Student]; !known || gain > old.gain {
			reached[f.Student] = step{i, gain, from.from}
			changed = true
		}
	}
	return changed
}

// passes says whether the way to a student comes through another one already.
func passes(reached map[string]step, at, through string) bool {
	for at != "" {
		if at == through {
			return true
		}
		at = reached[at].from
	}
	return false
}
