// Command cold changes a school at random and holds it against cold starts, and writes what it found.
package main

import (
	"context"
	"flag"
	"fmt"
	"maps"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"time"

	"enkaustos/internal/cold"
)

func main() {
	seed := flag.Uint64("seed", rand.Uint64N(1e6), "of the changes; drawn anew where none is given")
	changes := flag.Int("changes", 10_000, "how many")
	instants := flag.Int("instants", 60, "about how many cold starts")
	flag.Parse()
	dir, err := os.MkdirTemp("", "enkaustos-cold-")
	if err == nil {
		defer func() { _ = os.RemoveAll(dir) }()
		err = report(dir, *seed, *changes, *instants)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func report(dir string, seed uint64, changes, instants int) error {
	began := time.Now()
	f, err := cold.Run(context.Background(), dir, seed, changes, instants)
	if err != nil {
		return err
	}
	fmt.Printf("# Memory, and a cold start\n\nWritten by `make cold` on %s, in %s, with seed %d, drawn anew.\n\n", time.Now().Format("2 January 2006"), time.Since(began).Round(time.Second), f.Seed)
	fmt.Printf("Random changes come through the contract to the invented school, from a teacher's screen and from a tablet, while its clock moves. At random instants every route that reads, asked as teacher, helper and tablet, has to give one answer from the memory that grew by the changes and from what is read of the disk.\n\n")
	fmt.Printf("| | |\n|---|---|\n| changes | %d |\n| of them refused | %d |\n| instants | %d |\n| answers compared | %d |\n| **not the same** | **%d** |\n\n", f.Changes, f.Refused, f.Instants, f.Answers, len(f.Other))
	var kinds []string
	for _, k := range slices.Sorted(maps.Keys(f.Kinds)) {
		kinds = append(kinds, fmt.Sprintf("%s %d", k, f.Kinds[k]))
	}
	fmt.Printf("Kept: %s.\n", strings.Join(kinds, ", "))
	for _, o := range f.Other {
		fmt.Printf("\n```\n%s\n```\n", o)
	}
	if len(f.Other) > 0 {
		return fmt.Errorf("%d answers were not the same", len(f.Other))
	}
	return nil
}
