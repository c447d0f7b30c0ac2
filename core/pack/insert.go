package pack

import "enkaustos/core/outline"

// Insert looks for room for thing i among the others, which may move aside: it tries so many of
// the roomiest spots, at first with the others where they are, which is soon seen, then with all of
// them moving. places[i] is not read. The others keep their places where it says false.
func (p Problem) Insert(places []outline.Place, i, spots int, e *Effort) ([]outline.Place, bool) {
	l := newLayout(&p, places)
	there := map[int]bool{}
	for k := range p.Things {
		there[k] = k != i
	}
	free := l.vacancies(i, there, spots, e)
	if len(free) > 0 && l.room(i, free[0], there) < tight*l.reach[i] {
		return places, false
	}
	for _, spot := range free[:min(still, len(free))] {
		if at, ok := l.only(i, p.turned(i, spot, e), e); ok {
			places = append([]outline.Place{}, places...)
			places[i] = at
			return places, true
		}
	}
	for _, spot := range free {
		for k, place := range places {
			if k != i {
				l.put(k, place)
			}
		}
		l.put(i, p.turned(i, spot, e))
		if l.settle(e) {
			return l.at, true
		}
		if e.Over() {
			break
		}
	}
	return places, false
}

// tight is the share of a thing's reach that the roomiest spot has to have: where it has less, the
// others hardly ever make way (one time in thirty).
const tight = 0.15

// still is how many spots are tried with the others where they are.
const still = 2

// only moves one thing alone until it has its gap from all others; false where a descent cannot.
func (l *layout) only(i int, from outline.Place, e *Effort) (outline.Place, bool) {
	moves := l.moves
	defer func() { l.moves = moves }()
	l.moves = []int{i}
	l.put(i, from)
	ok := l.settle(e)
	return l.at[i], ok
}
