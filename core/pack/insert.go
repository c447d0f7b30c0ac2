package pack

import "enkaustos/core/outline"

// Insert looks for room for thing i among the others, which may move aside: it tries so many of
// the roomiest spots, and descends from each. places[i] is not read. The others keep their
// places where it says false.
func (p Problem) Insert(places []outline.Place, i, spots int, e *Effort) ([]outline.Place, bool) {
	l := newLayout(&p, places)
	there := map[int]bool{}
	for k := range p.Things {
		there[k] = k != i
	}
	for _, spot := range l.vacancies(i, there, spots, e) {
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
