// Command report writes docs/lesson.md: how far plans of lessons lie from what is proven to
// be best, how long they take, and how well their forecasts hold in simulated terms.
package main

import (
	"encoding/json"
	"fmt"
	"os"
	"slices"
	"time"

	"enkaustos/core/schedule"
	"enkaustos/core/seats"
	"enkaustos/internal/foresee"
)

func main() {
	for _, part := range []func() error{proven, times, seated, terms} {
		if err := part(); err != nil {
			fmt.Fprintln(os.Stderr, err)
			os.Exit(1)
		}
	}
}

const intro = `# The lesson, held to what is outside of it

Written by ` + "`make lesson-report`" + `.

## Small lessons, proven

Lessons of 2 to 4 students with up to 6 strokes each, cleaned pieces, jars of one or two seats, one
sink, and a look of the teacher's, on a grid of one minute. The fewest weighted minutes until the
pieces are finished were proven by the general-purpose MILP solver highs on a model of its own
(` + "`web/scripts/lesson-model.mjs`" + `, time-indexed); lessons that it did not prove within two
minutes were left out. A sample is solved again in every test run.

| effort | lessons | exactly the best | mean gap | worst gap | bound, mean below the best |
|---|---|---|---|---|---|
`

func proven() error {
	var all []struct {
		schedule.Problem
		Fewest int
	}
	if err := read("core/schedule/testdata/instances.json", &all); err != nil {
		return err
	}
	fmt.Print(intro)
	for _, e := range []struct {
		name   string
		effort schedule.Effort
	}{{"of a screen", schedule.Usual}, {"thorough", schedule.Thorough}} {
		best, sum, worst, below := 0, 0.0, 0.0, 0.0
		for _, one := range all {
			plan := schedule.Solve(one.Problem, e.effort)
			gap := float64(plan.Cost-one.Fewest) / float64(one.Fewest)
			sum, worst = sum+gap, max(worst, gap)
			below += 1 - float64(plan.Bound)/float64(one.Fewest)
			if plan.Cost == one.Fewest {
				best++
			}
		}
		n := float64(len(all))
		fmt.Printf("| %s | %d | %d | %.2f %% | %.1f %% | %.1f %% |\n", e.name, len(all), best, 100*sum/n, 100*worst, 100*below/n)
	}
	return nil
}

func times() error {
	fmt.Print(`
## A class of 32

Classes of 32 with one bowl each, four lessons before them, planned with the effort of a screen.
The gap is to the lower bound that is shown beside every plan: how far from the best a plan can be
at most, not how far it is. Beside it, on the same machine in the same run: the same class without
a search, as the first order has it.

| class | a plan takes | without a search | gap to the bound |
|---|---|---|---|
`)
	for seed := range int64(5) {
		c, err := foresee.Drawn(seed, 32)
		if err != nil {
			return err
		}
		var took, bare []time.Duration
		gap := 0.0
		for range 5 {
			at := time.Now()
			planned, err := c.Plan(schedule.Usual)
			if err != nil {
				return err
			}
			took = append(took, time.Since(at))
			gap = planned.Minutes/planned.Bound - 1
			at = time.Now()
			if _, err := c.Plan(schedule.Effort{Alone: 1, Seed: 1}); err != nil {
				return err
			}
			bare = append(bare, time.Since(at))
		}
		slices.Sort(took)
		slices.Sort(bare)
		fmt.Printf("| %d | %d ms | %d ms | %.1f %% |\n", seed+1, took[2].Milliseconds(), bare[2].Milliseconds(), 100*gap)
	}
	return nil
}

func seated() error {
	var all []struct {
		Children []seats.Child
		Jars     []seats.Jar
		Best     seats.Score
	}
	if err := read("core/seats/testdata/instances.json", &all); err != nil {
		return err
	}
	same, slowest := 0, time.Duration(0)
	for _, one := range all {
		at := time.Now()
		got := seats.Assign(one.Children, one.Jars)
		slowest = max(slowest, time.Since(at))
		if got.Score == one.Best {
			same++
		}
	}
	fmt.Printf(`
## Seats by glaze

Classes of 20 to 36 children with up to three choices among 5 to 12 jars; the best seating, level by
level, by highs (`+"`web/scripts/seats.mjs`"+`). **%d of %d** seatings are as good on every level; the slowest
took %.1f ms. Small classes are held to every seating there is, in the tests.
`, same, len(all), float64(slowest.Microseconds())/1000)
	return nil
}

func terms() error {
	const many = 150
	type sum struct {
		n, held, heldFixed int
		wide, wideFixed    float64
	}
	var by [10]sum
	var total sum
	for seed := range int64(many) {
		term, err := foresee.Term(seed)
		if err != nil {
			return err
		}
		for _, o := range term {
			for _, s := range []*sum{&by[min(o.PastLessons, 9)], &total} {
				s.n++
				if o.Range.Low <= o.Laid && o.Laid <= o.Range.High {
					s.held++
				}
				if laid := float64(o.Laid); o.Fixed[0] <= laid && laid <= o.Fixed[1] {
					s.heldFixed++
				}
				s.wide += float64(o.Range.High - o.Range.Low)
				s.wideFixed += o.Fixed[1] - o.Fixed[0]
			}
		}
	}
	fmt.Printf(`
## Forecasts in simulated terms

%d terms of nine lessons, each of a class of 10 to 23 students who always have two bowls to work at. The simulation
(`+"`internal/foresee/world.go`"+`) is an event queue of its own that shares no code with the planner; how fast
each student works, how coats dry, how long brushes are washed, how many sinks and seats there are,
who chats, who is absent and how a class's days differ is drawn apart for each term and hidden from
the forecast, which knows the log and the lengths of lessons alone. The stated range is to hold four
times of five. Beside it: the range of a fixed rate of coats a lesson, learned from the same lessons.

| lessons before | forecasts | the range holds | coats wide | fixed rate holds | coats wide |
|---|---|---|---|---|---|
`, many)
	row := func(name string, s sum) {
		n := float64(s.n)
		fmt.Printf("| %s | %d | %.0f %% | %.1f | %.0f %% | %.1f |\n", name, s.n, 100*float64(s.held)/n, s.wide/n, 100*float64(s.heldFixed)/n, s.wideFixed/n)
	}
	for n, s := range by {
		if s.n > 0 {
			row(fmt.Sprint(n), s)
		}
	}
	row("**all**", total)
	return nil
}

func read(path string, into any) error {
	file, err := os.ReadFile(path) //nolint:gosec // a file of this repository
	if err != nil {
		return err
	}
	return json.Unmarshal(file, into)
}
