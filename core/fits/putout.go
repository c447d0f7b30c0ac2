package fits

import (
	"cmp"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

// InLesson is the strokes of a course that fit into a lesson, as a plan: what they take of
// the jars is what is poured.
func (c Course) InLesson(lesson int) plan.Plan {
	all := plan.Plan{}
	for _, s := range c.Steps {
		if s.Lesson != lesson || s.Does != Coats {
			continue
		}
		choice := all[s.Surface]
		layer := s.Layer
		layer.Coats = 1
		choice.Stack = append(choice.Stack, layer).Normal()
		all[s.Surface] = choice
	}
	return all
}

// Cups is how many cups of a size are poured of so many mL, in quarters rounded up.
func Cups(ml, cupML float64) float64 { return max(1, math.Ceil(4*ml/cupML-1e-9)) / 4 }

// Poured says whether a glaze is poured into cups: a bucket is dipped into, and a bottle lays
// through its own nozzle.
func Poured(g *glaze.Glaze) bool {
	return !g.Bucket() && g.Jar.Look != glaze.Pail && g.Jar.Look != glaze.Bottle
}

// Tool is something that is put out beside the glazes, or comes back.
type Tool struct {
	Name    string
	Count   int
	Why     string // in a clause
	Table   string // whose it is; "" for the whole room's
	Numbers []int  // of brushes that carry numbers
	Glaze   string // whose jar it is; "" where it is none
}

// The grits of sandpaper that a glaze room has (common practice: 50 for bad spots, 150 for
// the rest), and how many share a table where nobody said who sits where.
const (
	fineGrit   = 150
	coarseGrit = 50
	atTable    = 4
)

// Tools are what a lesson needs beside its glazes: brushes by what they are, as many as hands
// use at least one of, by the house's school a fresh one for every glaze; and what stands on
// each table. tables is how many there are, cleaned how many pieces are cleaned first.
func Tools(courses []Course, lesson int, h rules.House, tables, cleaned int, rack Rack) (all []Tool) {
	type held struct {
		brush plan.Brush
		hand  string
		glaze string
	}
	hands, brushes, nozzles := map[string]bool{}, map[held]bool{}, map[string]bool{}
	for _, c := range courses {
		for _, s := range c.Steps {
			if s.Lesson != lesson {
				continue
			}
			hands[c.Hand] = true
			if s.Does != Coats && s.Does != Edges {
				continue
			}
			one := held{brush: s.Brush, hand: c.Hand}
			if h.Wash == rules.BrushEach || h.Wash == rules.Collected {
				one.glaze = s.Layer.Glaze
			}
			if s.Brush == plan.OwnNozzle {
				nozzles[s.Layer.Glaze] = true
				continue
			}
			brushes[one] = true
		}
	}
	count := map[plan.Brush]int{}
	for one := range brushes {
		count[one.brush]++
	}
	for _, b := range slices.SortedFunc(maps.Keys(count), func(a, b plan.Brush) int { return cmp.Or(count[b]-count[a], strings.Compare(string(a), string(b))) }) {
		why := "one for everybody who lays with it"
		if h.Wash == rules.BrushEach || h.Wash == rules.Collected {
			why = "one for everybody and every glaze"
		}
		numbers := rack.Take(b, count[b])
		if lacks := count[b] - len(numbers); len(rack.of(b)) > 0 && lacks > 0 {
			why += fmt.Sprintf("; the rack has %d fewer", lacks)
		}
		all = append(all, Tool{Name: brushName(b), Count: count[b], Why: why, Numbers: numbers})
	}
	for _, code := range slices.Sorted(maps.Keys(nozzles)) {
		all = append(all, Tool{Name: "tip for " + code, Count: 1, Why: "a bottle lays through its own"})
	}
	if len(hands) == 0 {
		return all
	}
	tables = max(1, cmp.Or(tables, (len(hands)+atTable-1)/atTable))
	all = append(all, Tool{Name: "sponge", Count: tables, Why: "one for each table"})
	if h.Wash == rules.TwoBowls {
		all = append(all, Tool{Name: "water bowl", Count: 2 * tables, Why: "two for each table, one to wash and one to rinse"})
	}
	if h.Wash == rules.SpongeOff {
		all = append(all, Tool{Name: "dry sponge", Count: tables, Why: "brushes are wiped off without water"})
	}
	if h.Wash == rules.Collected {
		all = append(all, Tool{Name: "tray for used brushes", Count: 1, Why: "they are washed after the lesson"})
	}
	all = append(all, Tool{Name: "sheet of paper", Count: tables, Why: "one under each table's work"})
	if cleaned > 0 {
		wet := ""
		if h.Shakes != rules.Student {
			wet = "; sanded wet, never dry"
		}
		all = append(all, Tool{Name: fmt.Sprintf("sandpaper, grit %d", fineGrit), Count: tables, Why: "for burrs before cleaning" + wet},
			Tool{Name: fmt.Sprintf("sandpaper, grit %d", coarseGrit), Count: 1, Why: "for bad spots" + wet})
	}
	return all
}

// brushName is what a brush, or the tongs, is called where it is put out.
func brushName(b plan.Brush) string {
	if b == plan.Tongs {
		return string(b)
	}
	return strings.Replace(string(b)+" brush", "fan brush", "fan", 1)
}

// IsTool says whether Tools may put something out that is called so, the tips of bottles and the fired
// tiles with it.
func IsTool(name string) bool {
	if strings.HasPrefix(name, "tip for ") || slices.ContainsFunc(plan.Brushes, func(b plan.Brush) bool { return brushName(b) == name }) {
		return true
	}
	return slices.Contains([]string{"sponge", "water bowl", "dry sponge", "tray for used brushes", "sheet of paper", "fired tile",
		fmt.Sprintf("sandpaper, grit %d", fineGrit), fmt.Sprintf("sandpaper, grit %d", coarseGrit)}, name)
}

// Act is what is to be done with a jar before its glaze is used.
type Act string

// To shake it with its lid tight, to stir it, to thin it, to let it thicken, to replace it, to
// leave it closed.
const (
	Shake   Act = "shake"
	Stir    Act = "stir"
	Thin    Act = "thin"
	Thicken Act = "thicken"
	Replace Act = "replace"
	Closed  Act = "closed"
)

// Mind says what is to be done with a jar before a lesson, and why, in a clause; ok is false
// where it can be used as it stands.
func Mind(g *glaze.Glaze, h rules.House, settled string) (act Act, why string, ok bool) {
	switch left, known := g.Jar.LeftML(); {
	case g.Jar.State == glaze.Dried:
		return Replace, "it dried out: revive it, or open another", true
	case known && left < 1:
		return Replace, "it is empty", true
	case !g.InStock:
		return Replace, "it is not in the room", true
	}
	if d, open := g.Doubted(); open {
		return Closed, d.Says(), true
	}
	switch g.Lies() {
	case glaze.Thick:
		if h.Thins == rules.Student {
			return Thin, "it is thick: a spoon of water at a time", true
		}
		return Thin, "it is thick: the teacher adds a spoon of water at a time", true
	case glaze.Watery:
		return Thicken, "it is watery: stir from the floor; left open, it thickens until the next lesson", true
	}
	switch {
	case settled == "":
		return "", "", false
	case g.Bucket():
		return Stir, settled + "; stir until nothing is left on its floor", true
	}
	return Shake, settled, true
}
