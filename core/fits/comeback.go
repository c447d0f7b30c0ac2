package fits

import (
	"fmt"

	"enkaustos/core/glaze"
	"enkaustos/core/survey"
)

// Back is what came out in a lesson and must come back (common practice): the jars that were
// open and the brushes that carry numbers, which are the whole room's; and of every table its
// brushes, cups, sponges and the table itself. Where nobody said who sits where, the room is
// one table. The name of a jar is its code and name.
func Back(jars []glaze.Glaze, tables []string, numbers []int, rack Rack) (all []Tool) {
	for _, g := range jars {
		why := "rim wiped, lid tight"
		if g.Jar.Place != "" {
			why += ", back to " + g.Jar.Place
		}
		all = append(all, Tool{Name: g.Code + " " + g.Name, Count: 1, Why: why, Glaze: g.Code})
	}
	const washed = "washed until the water stays clear, stood up; none in water"
	for _, n := range numbers {
		all = append(all, Tool{Name: fmt.Sprintf("Brush %d", n), Count: 1, Why: string(rack.Kind(n)), Numbers: []int{n}})
	}
	if len(tables) == 0 {
		tables = []string{""}
	}
	for _, t := range tables {
		brushes := "Brushes"
		if len(numbers) > 0 {
			brushes = "Brushes in the rack"
		}
		all = append(all,
			Tool{Name: brushes, Count: 1, Table: t, Why: washed},
			Tool{Name: "Cups", Count: 1, Table: t, Why: "clean leftovers poured back, the others not"},
			Tool{Name: "Sponges and bowls", Count: 1, Table: t, Why: "rinsed and wrung out"},
			Tool{Name: "Table", Count: 1, Table: t, Why: "wiped wet, never swept dry"})
	}
	return all
}

// InHand is the surface that somebody is likely to be at with a glaze on the brush: one that takes
// it next, else the first that takes anything and is no extra; ok is false where none is. A dip is
// not half done, and of a coat that is logged in part everything is known.
func InHand(all []survey.Surface, held string) (best survey.Surface, ok bool) {
	for _, s := range all {
		if len(s.Left) == 0 || s.Left[0].Dip || s.Left[0].Rest != nil {
			continue
		}
		if s.Left[0].Glaze == held {
			return s, true
		}
		if !ok && !s.Optional {
			best, ok = s, true
		}
	}
	return best, ok
}
