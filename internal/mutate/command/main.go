// Command mutate measures what the tests of core are worth: it breaks core in places that a seed
// draws, one at a time, and counts how many of the breaks a test notices.
package main

import (
	"flag"
	"fmt"
	"maps"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"time"

	"enkaustos/internal/mutate"
)

func main() {
	seed := flag.Uint64("seed", rand.Uint64N(1e6), "which places; drawn anew where none is given")
	places := flag.Int("places", 300, "how many")
	enough := flag.Int("enough", 270, "how many have to be noticed")
	flag.Parse()
	if err := measure(*seed, *places, *enough); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func measure(seed uint64, places, enough int) error {
	all, err := mutate.Draw(seed, "core")
	if err != nil {
		return err
	}
	needs, err := mutate.Dependents()
	if err != nil {
		return err
	}
	drawn, err := mutate.TryAll(all, places, func(b mutate.Break) ([]string, []string) {
		own := b.Package()
		return []string{own}, needs[own]
	})
	if err != nil {
		return err
	}
	fmt.Printf(`# What the tests of core are worth

Written by %[1]smake mutate%[1]s on %[2]s. Core is broken in %[3]d places, drawn from %[4]d by
seed %[5]d, one at a time: %[8]s.
The tests of the package and of the ones that use it run on each. **%[6]d of %[3]d were
noticed**; %[7]d more did not compile and are not counted. What is kept on the disk is broken by
a test of its own: TestAnyForgottenFieldIsSeen in internal/school.
`, "`", time.Now().Format("2 January 2006"), drawn.Tried(), len(all), seed, drawn.Noticed, drawn.Void, operators(all))
	list(drawn.Missed)
	if drawn.Noticed < enough {
		return fmt.Errorf("%d of %d were noticed, %d have to be", drawn.Noticed, places, enough)
	}
	return nil
}

// operators says how many places each way of breaking has.
func operators(all []mutate.Break) string {
	count := map[string]int{}
	for _, b := range all {
		count[b.Operator]++
	}
	var words []string
	for _, name := range slices.Sorted(maps.Keys(count)) {
		words = append(words, fmt.Sprintf("%s %d", name, count[name]))
	}
	return strings.Join(words, ", ")
}

// list names what was not noticed.
func list(missed []mutate.Break) {
	if len(missed) == 0 {
		return
	}
	slices.SortFunc(missed, func(a, b mutate.Break) int { return strings.Compare(a.String(), b.String()) })
	fmt.Print("\nNot noticed:\n\n| where | operator | from | to |\n|---|---|---|---|\n")
	for _, b := range missed {
		fmt.Printf("| %s:%d | %s | `%s` | `%s` |\n", b.File, b.Line, b.Operator, strings.ReplaceAll(b.From, "|", "\\|"), strings.ReplaceAll(b.To, "|", "\\|"))
	}
}
