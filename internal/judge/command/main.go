// Command judge holds the verdict "may be fired" against the judge of its own for as long as
// it is told, and writes what it found.
package main

import (
	"flag"
	"fmt"
	"maps"
	"os"
	"runtime"
	"slices"
	"sync"
	"time"

	"enkaustos/core/work"
	"enkaustos/internal/judge"
)

// batch is how many histories are drawn between two looks at the clock.
const batch = 200

func main() {
	lasts := flag.Duration("for", time.Hour, "how long")
	first := flag.Uint64("seed", 1, "of the first history")
	hands := flag.Int("hands", runtime.NumCPU(), "how many run at once")
	flag.Parse()

	end, all := time.Now().Add(*lasts), judge.Found{Kinds: map[work.Kind]int{}, Forms: map[string]int{}, Wrong: judge.Written()}
	var mu sync.Mutex
	var wait sync.WaitGroup
	next := *first
	for range *hands {
		wait.Go(func() {
			for {
				mu.Lock()
				from, over := next, time.Now().After(end) || len(all.Wrong) > 0
				next += batch
				mu.Unlock()
				if over {
					return
				}
				found := judge.Run(from, batch)
				mu.Lock()
				all.Add(found)
				mu.Unlock()
			}
		})
	}
	wait.Wait()
	write(all, *lasts, *first)
	if len(all.Wrong) > 0 {
		os.Exit(1)
	}
}

func write(f judge.Found, lasts time.Duration, first uint64) {
	fmt.Printf("# The verdict, and a judge of another hand\n\n")
	fmt.Printf("Written by `make judge`, on %s, in %s; histories from seed %d on.\n\n", time.Now().Format(time.DateOnly), lasts, first)
	fmt.Printf("Each history is of one piece: what was planned and ruled and in which house, how it was measured and stood, all that happened to it, undos among it, and what of these changed on the way. Core folds it cold, a step at a time and in batches with restarts between, and has to come to one verdict. A judge that shares no judgement with core (internal/judge) tells the events by its own reading. It holds against core: each event that is kept or refused; what lies on the piece, when it dries and all else that is known of it; what keeps it out of the kiln, both ways, but for what a plan is stopped for, where it names only what nobody would let pass; the gate of loads, both ways; what is ready without a tablet's taps; and, before all histories, cones, house rules, kinds of events and kilns against its own tables.\n\n")
	fmt.Printf("| | |\n|---|---|\n")
	fmt.Printf("| histories | %d |\n| verdicts, each in three ways | %d |\n| called ready | %d |\n| of them with something overruled | %d |\n| **in which core and the judge are not of one mind, or another verdict in batches** | **%d** |\n\n", f.Histories, f.Verdicts, f.Ready, f.Overruled, len(f.Wrong))
	for _, w := range f.Wrong {
		fmt.Printf("```\n%s\n```\n\n", w)
	}
	fmt.Printf("Events by kind:")
	for _, k := range work.Kinds() {
		fmt.Printf(" %s %d,", k, f.Kinds[k])
	}
	fmt.Printf(" and in all forms:")
	for _, form := range slices.Sorted(maps.Keys(f.Forms)) {
		fmt.Printf(" %s %d,", form, f.Forms[form])
	}
	fmt.Printf(" drawn with their share of every house rule.\n")
}
