// Command mutate measures what the tests of core are worth: it breaks core in seeded
// places, one at a time, and counts how many of the breaks a test catches. The source is
// never touched: the go command reads the broken file through an overlay.
package main

import (
	"flag"
	"fmt"
	"math/rand"
	"os"
	"slices"
	"strings"
	"time"
)

func main() {
	seed := flag.Int64("seed", 2026, "which places")
	places := flag.Int("places", 200, "how many")
	enough := flag.Int("enough", 190, "how many have to be caught")
	flag.Parse()
	if err := measure(*seed, *places, *enough); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func measure(seed int64, places, enough int) error {
	all, err := breaks("core")
	if err != nil {
		return err
	}
	random := rand.New(rand.NewSource(seed)) //nolint:gosec // a sample, no secret
	random.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	needs, err := dependents()
	if err != nil {
		return err
	}
	drawn, err := tryAll(all, places, func(b broken) ([]string, []string) {
		own := b.pkg()
		return []string{own}, needs[own]
	})
	if err != nil {
		return err
	}
	fmt.Printf(`# What the tests of core are worth

Written by %[1]smake mutate%[1]s on %[2]s. Core is broken in %[3]d places, drawn from %[4]d by
seed %[5]d: conditions, figures, signs and dropped fields, one at a time. The tests of the
package and of the ones that use it run on each. **%[6]d of %[3]d were caught**; %[7]d more did
not compile and are not counted. What is kept on the disk is broken by a test of its own:
TestAnyForgottenFieldIsSeen in internal/school.
`, "`", time.Now().Format("2 January 2006"), drawn.tried(), len(all), seed, drawn.caught, drawn.void)
	drawn.list()
	if drawn.caught < enough {
		return fmt.Errorf("%d of %d were caught, %d have to be", drawn.caught, places, enough)
	}
	return nil
}

// result is what came of some breaks.
type result struct {
	caught, void int
	survivors    []broken
}

func (r result) tried() int { return r.caught + len(r.survivors) }

// list names what was not caught.
func (r result) list() {
	if len(r.survivors) == 0 {
		return
	}
	slices.SortFunc(r.survivors, func(a, b broken) int { return strings.Compare(a.String(), b.String()) })
	fmt.Print("\nNot caught:\n\n| where | from | to |\n|---|---|---|\n")
	for _, b := range r.survivors {
		fmt.Printf("| %s:%d | `%s` | `%s` |\n", b.file, b.line, b.from, b.to)
	}
}
