package term

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"time"

	"enkaustos/core/lesson"
)

// Does is what a remedy changes.
type Does string

// The kiln may be lit on one more weekday; a kiln that rests is used; one more of a kind is had; one
// coat fewer where that can be let pass; classes are packed together; bisque beside glaze.
const (
	OpensDay   Does = "day"
	UsesKiln   Does = "use"
	AddsKiln   Does = "add"
	Fewer      Does = "fewer"
	Together   Does = "together"
	MixesWares Does = "mixed"
)

// Remedy is one change, and what would come of it.
type Remedy struct {
	Does  Does
	Kiln  string // kiln.Kiln.ID, where it is about one
	Day   int    // the weekday, 1 for Monday
	Class string // whose coats are fewer
	Text  string
	After Forecast
	Saves float64 // pieces that are late no more, on average
}

// Key names a remedy among those of a term.
func (r Remedy) Key() string {
	return string(r.Does) + ":" + cmp.Or(r.Kiln, r.Class) + ":" + fmt.Sprint(r.Day)
}

// Remedies are the changes that have fewer pieces late than now, the one that saves most first.
// Every one is gone through as the forecast itself is, with the same dice.
func (t *Term) Remedies(now Forecast, courses int, seed int64, named func(class string) string) (all []Remedy) {
	for _, r := range t.possible(now, named) {
		other := t.with(r)
		r.After = other.Forecast(courses, seed)
		if r.Saves = now.Mean - r.After.Mean; r.Saves >= leastSaved {
			all = append(all, r)
		}
	}
	slices.SortStableFunc(all, func(a, b Remedy) int { return cmp.Compare(b.Saves, a.Saves) })
	return all
}

// leastSaved is how many pieces a remedy has to save on average: less is chance.
const leastSaved = 0.3

// possible are the changes that could be made.
func (t *Term) possible(now Forecast, named func(string) string) (all []Remedy) {
	for _, k := range t.Kilns {
		if k.Rests {
			all = append(all, Remedy{Does: UsesKiln, Kiln: k.ID, Text: fmt.Sprintf("Use %s again.", k.Name)})
			continue
		}
		for day := 1; day <= 7; day++ {
			if !k.mayRun(day) {
				all = append(all, Remedy{Does: OpensDay, Kiln: k.ID, Day: day, Text: fmt.Sprintf("Light %s on %ss as well.", k.Name, lesson.Weekday(day))})
			}
		}
	}
	if k := t.largest(); k != nil {
		all = append(all, Remedy{Does: AddsKiln, Kiln: k.ID, Text: fmt.Sprintf("A second kiln like %s.", k.Name)})
	}
	late := map[string]bool{}
	for _, h := range now.Homes {
		late[h.Class] = h.Late.High > 0
	}
	fewer := map[string]bool{}
	for _, p := range t.Pieces {
		if late[p.Class] && p.Fewer != nil {
			fewer[p.Class] = true
		}
	}
	for _, class := range slices.Sorted(maps.Keys(fewer)) {
		all = append(all, Remedy{Does: Fewer, Class: class, Text: fmt.Sprintf("%s lays one coat fewer where the house can let that pass.", named(class))})
	}
	if t.Apart {
		all = append(all, Remedy{Does: Together, Text: "Pack classes together."})
	}
	if !t.Mixed {
		all = append(all, Remedy{Does: MixesWares, Text: "Fire bisque beside glaze where both go to one cone."})
	}
	return all
}

// largest is the kiln in use with the most room.
func (t *Term) largest() (best *Kiln) {
	for i := range t.Kilns {
		if k := &t.Kilns[i]; !k.Rests && (best == nil || k.Litres() > best.Litres()) {
			best = k
		}
	}
	return best
}

// with is the term after a change.
func (t *Term) with(r Remedy) *Term {
	other := *t
	other.Kilns = slices.Clone(t.Kilns)
	for i := range other.Kilns {
		if k := &other.Kilns[i]; k.ID == r.Kiln {
			switch r.Does {
			case OpensDay:
				k.Closed = slices.DeleteFunc(slices.Clone(k.Closed), func(d time.Weekday) bool { return int(d) == r.Day%7 })
			case UsesKiln:
				k.Rests = false
			case AddsKiln:
				second := *k
				second.Out = 0
				other.Kilns = append(other.Kilns, second)
			}
			break
		}
	}
	switch r.Does {
	case Fewer:
		other.Pieces = slices.Clone(t.Pieces)
		for i := range other.Pieces {
			if p := &other.Pieces[i]; p.Class == r.Class && p.Fewer != nil {
				p.Work = p.Fewer
			}
		}
	case Together:
		other.Apart = false
	case MixesWares:
		other.Mixed = true
	}
	return &other
}
