// Command breaks breaks core on purpose, and writes which breaks the judge of the verdict notices:
// some that are written out, each of which was once a way to a wrong "may be fired", and others that
// a seed draws. Each is judged for a while by histories of a seed of its own.
package main

import (
	"bytes"
	"flag"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strings"
	"sync"
	"time"

	"enkaustos/internal/mutate"
)

// known are breaks that the judge has to notice.
var known = []struct{ what, file, from, to string }{
	{"coats far above the stop", "core/plan/coats.go", "case s.melt.Coats() >= want.Stop:", "case s.melt.Coats() >= 3*want.Stop:"},
	{"surfaces inside the band glazed", "core/plan/coats.go", "if part.Surface == surface.ID && part.AreaCM2 > 0.99*surface.AreaCM2 {", "if part.Surface == \"\" {"},
	{"a glazed seat", "core/plan/shape.go", "if !surface.Seat || surface.Stands || s.melt.None() {", "if true {"},
	{"stilts above their cone", "core/plan/coats.go", "case kiln.Cone(c.shelf.House.StiltsCone).Cooler(c.work.Cone):", "case false:"},
	{"a band not raised for runners and layers", "core/foot/foot.go", "case h.BandRiskMM == 0:", "default:\n\tcase h.BandRiskMM == 0 || true:"},
	{"a load that is lit without its cone and kiln", "core/ready/gate.go", "	return v.fits(in)\n", "	if to.is == toLight {\n\t\treturn \"\"\n\t}\n\treturn v.fits(in)\n"},
	{"glazes laid in turn allow more than one over the other", "core/rules/figure.go", "return below.Code == g.Code", "return below == nil"},
	{"a coat on a fired piece is forgotten when it is fired again", "core/work/fold.go", "if entry.Works && s.out()", "if false && s.out()"},
}

// judged is what came of one break.
type judged struct {
	what    string
	b       mutate.Break
	noticed bool
	shown   string // the first history that showed it, in a line
}

func main() {
	seed := flag.Uint64("seed", rand.Uint64N(1e6), "which places are drawn, and the histories; drawn anew where none is given")
	drawn := flag.Int("drawn", 32, "how many are drawn beside the known ones")
	lasts := flag.Duration("for", 2*time.Minute, "how long each is judged")
	enough := flag.Int("enough", 36, "how many have to be noticed")
	flag.Parse()
	all, err := try(*seed, *drawn, *lasts)
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	if n := write(all, *seed, *lasts); n < *enough {
		fmt.Fprintf(os.Stderr, "%d of %d breaks were noticed, %d have to be\n", n, len(all), *enough)
		os.Exit(1)
	}
}

// try judges all breaks, one a processor.
func try(seed uint64, drawn int, lasts time.Duration) ([]judged, error) {
	var all []judged
	for _, k := range known {
		b, err := mutate.At(k.file, k.from, k.to)
		if err != nil {
			return nil, err
		}
		all = append(all, judged{what: k.what, b: b})
	}
	places, err := mutate.Draw(seed, "core/ready", "core/rules", "core/foot", "core/work", "core/kiln")
	if err != nil {
		return nil, err
	}
	var lock sync.Mutex
	var hands sync.WaitGroup
	next := 0
	for range runtime.NumCPU() {
		hands.Go(func() {
			for {
				lock.Lock()
				var j *judged
				switch {
				case next < len(known):
					j, next = &all[next], next+1
				case len(all)-len(known) < drawn && next-len(known) < len(places):
					j = &judged{b: places[next-len(known)]}
					next++
				default:
					lock.Unlock()
					return
				}
				lock.Unlock()
				of := *j
				compiled := of.judge(seed+uint64(next), lasts)
				lock.Lock()
				switch {
				case of.what != "":
					*j = of
				case compiled && len(all)-len(known) < drawn:
					all = append(all, of)
				}
				fmt.Fprintf(os.Stderr, "%s:%d %s %q: compiles %v, noticed %v\n", of.b.File, of.b.Line, of.b.Operator, of.b.To, compiled, of.noticed)
				lock.Unlock()
			}
		})
	}
	hands.Wait()
	return all, nil
}

// judge compiles the judge with the break in core and runs it; false where it does not compile.
func (j *judged) judge(seed uint64, lasts time.Duration) bool {
	overlay, done, err := j.b.Overlay()
	if err != nil {
		return false
	}
	defer done()
	dir, err := os.MkdirTemp("", "judged")
	if err != nil {
		return false
	}
	defer func() { _ = os.RemoveAll(dir) }()
	binary := filepath.Join(dir, "judge")
	if said, err := exec.Command("go", "build", overlay, "-o", binary, "./internal/judge/command").CombinedOutput(); err != nil { //nolint:gosec // the go command
		if j.what != "" {
			fmt.Fprintf(os.Stderr, "%s does not compile: %s\n", j.what, said)
		}
		return false
	}
	var said bytes.Buffer
	run := exec.Command(binary, "-for", lasts.String(), "-hands", "1", "-seed", fmt.Sprint(seed*1_000_000)) //nolint:gosec // built above
	run.Stdout, run.Stderr = &said, &said
	failed := run.Run() != nil
	for line := range strings.Lines(said.String()) {
		shows := strings.HasPrefix(line, "seed ") || strings.HasPrefix(line, "table: ") || strings.HasPrefix(line, "panic")
		if failed && shows {
			j.noticed, j.shown = true, strings.TrimSpace(line)
			break
		}
	}
	return true
}

// write writes the table, and gives how many were noticed.
func write(all []judged, seed uint64, lasts time.Duration) (noticed int) {
	for _, j := range all {
		if j.noticed {
			noticed++
		}
	}
	fmt.Printf("\n## What the judge sees of a broken core\n\nCore was broken in %d places, one at a time: %d that were once ways to a wrong verdict, the others drawn by seed %d from core/ready, rules, foot, work and kiln. Each was judged for %s on one processor, or until a history showed it. **%d were noticed.**\n\n", len(all), len(known), seed, lasts, noticed)
	fmt.Printf("| place | break | history, or table, that showed it |\n|---|---|---|\n")
	cell := func(s string) string { return strings.ReplaceAll(strings.Join(strings.Fields(s), " "), "|", "\\|") }
	for _, j := range all {
		what := j.what
		if what == "" {
			what = fmt.Sprintf("%s: `%s` → `%s`", j.b.Operator, cell(j.b.From), cell(j.b.To))
		}
		shown := j.shown
		if !j.noticed {
			shown = "none"
		}
		fmt.Printf("| %s:%d | %s | %s |\n", j.b.File, j.b.Line, what, cell(shown))
	}
	return noticed
}
