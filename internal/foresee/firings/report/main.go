// Command report writes docs/term.md: how well forecasts of terms hold in simulated schools.
package main

import (
	"fmt"
	"math"
	"math/rand"
	"os"
	"time"

	"enkaustos/core/load"
	"enkaustos/internal/foresee/firings"
	"enkaustos/internal/packed"
)

func main() {
	fmt.Print(`# Terms foretold, held to simulated schools

Written by ` + "`make term-report`" + `.
`)
	if err := filled(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	terms()
}

// filled is what a packed load takes of its kiln: where nobody knows anything, a load is thought to
// take as much.
func filled() error {
	const many, pieces = 40, 220
	sum, squares := 0.0, 0.0
	for seed := range int64(many) {
		r := rand.New(rand.NewSource(9000 + seed)) //nolint:gosec // drawn again the same way
		k, ways, all := packed.KilnOf(r), load.Usual(), packed.Mixed(r, pieces)
		plan, faults := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: all, Steps: load.Second / 4, Seed: seed})
		if len(faults) > 0 {
			return fmt.Errorf("%s", faults[0])
		}
		by, litres := map[string]load.Piece{}, 0.0
		for _, p := range all {
			by[p.ID] = p
		}
		for _, level := range plan.Levels {
			for _, s := range level.Pieces {
				litres += by[s.Piece].Litres(ways)
			}
		}
		share := math.Log(litres / k.Litres())
		sum, squares = sum+share, squares+share*share
	}
	mean := sum / many
	fmt.Printf(`
## What a full load takes of its kiln

%d kilns of four shapes, each offered more than it holds, packed by the planner. Of the litres between
floor and lid its pieces take, with their gaps, **%.2f** (geometric mean); loads lie %.2f apart
(standard deviation of the logarithm). What lies between pieces of several heights, shelves and posts
takes the rest.
`, many, math.Exp(mean), math.Sqrt(squares/many-mean*mean))
	return nil
}

// tally adds up ranges.
type tally struct {
	held, n, below, above int
	wide                  float64
}

func (t *tally) add(x firings.Told, most int) {
	t.n++
	if x.Held() {
		t.held++
	}
	if x.Was < x.Low {
		t.below++
	}
	if x.Was > x.High {
		t.above++
	}
	t.wide += float64(min(x.High, most) - min(x.Low, most))
}

// beyond is as many days as a term is followed: a range without an end reaches so far.
const beyond = 130

func terms() {
	const many, first = 500, 5000
	var loads, loadsByCount, homes, homesByCount, late, lateByCount tally
	began := time.Now()
	for seed := range int64(many) {
		f := firings.KilnTerm(first + seed)
		loads.add(f.Loads, math.MaxInt)
		loadsByCount.add(f.LoadsByCount, math.MaxInt)
		late.add(f.Late, math.MaxInt)
		lateByCount.add(f.LateByCount, math.MaxInt)
		for i := range f.Homes {
			homes.add(f.Homes[i], beyond)
			homesByCount.add(f.HomesByCount[i], beyond)
		}
	}
	took := time.Since(began)
	fmt.Printf(`
## Ranges

%d terms, each of 3 to 7 classes of 10 to 25 students with one or two pieces each, some of them
greenware, and one kiln. The simulation (`+"`internal/foresee/firings/world.go`"+`) is an event queue of its own
that counts coats and shelves and shares no code with the forecast. How fast each class and student
works, how their days lie apart, who is absent, how greenware dries, how tight a load is packed, how
full it is when the teacher lights it, for how long they wait, how they hurry before the show, and
how often a load is unloaded later: all of it is drawn apart for each term and hidden from the
forecast, which knows the log up to a day in the fourth or fifth week alone. Four of five ranges are
to hold. Beside it, the same forecast with a fixed number of pieces a load, learned from the same loads.

| | ranges | hold | came below | above | wide | fixed number holds | wide |
|---|---|---|---|---|---|---|---|
`, many)
	row := func(name string, a, b tally) {
		n, m := float64(a.n), float64(b.n)
		fmt.Printf("| %s | %d | **%.0f %%** | %d | %d | **%.2f** | %.0f %% | %.2f |\n", name, a.n, 100*float64(a.held)/n, a.below, a.above, a.wide/n, 100*float64(b.held)/m, b.wide/m)
	}
	row("loads still to be lit", loads, loadsByCount)
	row("the lesson at which a class takes the last of its work home, days", homes, homesByCount)
	row("pieces that miss the show", late, lateByCount)
	fmt.Printf("\nTwo forecasts of %d courses each, and the term itself, took %d ms a term.\n", 200, took.Milliseconds()/many)
}
