// Command report measures everything that has a budget and prints docs/benchmarks.md:
// the benchmarks of the Go packages, each beside its reference, and the big school as a
// server, over HTTP and in the browser.
package main

import (
	"cmp"
	"context"
	"flag"
	"fmt"
	"io"
	"os"
	"os/exec"
	"runtime"
	"slices"
	"strings"
	"time"
)

// row is one thing that was measured.
type row struct{ what, measured, budget string }

func main() {
	bin := flag.String("bin", "bin/enkaustos", "the program to measure")
	data := flag.String("data", ".big-school", "the big school; it is copied first")
	flag.Parse()
	if err := report(context.Background(), os.Stdout, *bin, *data); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func report(ctx context.Context, out io.Writer, bin, data string) error {
	school, err := measureSchool(ctx, bin, data)
	if err != nil {
		return err
	}
	packages, err := measurePackages(ctx)
	if err != nil {
		return err
	}
	fmt.Fprintf(out, `# What was measured

Written by %smake bench%s on %s, on %d shared processors, with %s. Ratios travel
better than milliseconds. Whoever reads the big school's figures should know that it
stands in one process beside the browser and whoever asks.

## The big school

%d pieces alive at once in 40 classes, 60,000 events, made over the contract by %smake
big-school%s. Memory is VmHWM of the server; a first load is what comes over the wire with
nothing kept, fonts included.

`, "`", "`", time.Now().Format("2 January 2006"), runtime.NumCPU(), runtime.Version(), 1000, "`", "`")
	table(out, school)
	fmt.Fprint(out, "\n## Packages\n\n`go test -run '^$' -bench . -benchmem ./core/... ./internal/...`, a line each.\n\n")
	table(out, packages)
	fmt.Fprint(out, "\nForty tablets at once: [reliability](reliability.md). Photographs: [accuracy](accuracy.md).\n")
	return nil
}

func table(out io.Writer, rows []row) {
	fmt.Fprintln(out, "| what | measured | budget or reference |\n|---|---|---|")
	for _, r := range rows {
		fmt.Fprintf(out, "| %s | %s | %s |\n", r.what, r.measured, r.budget)
	}
}

// times are durations of the same thing.
type times []time.Duration

// at is the duration below which a share of them lies.
func (t times) at(share float64) time.Duration {
	sorted := slices.Sorted(slices.Values(t))
	return sorted[min(len(sorted)-1, int(share*float64(len(sorted))))]
}

func ms(d time.Duration) string {
	return fmt.Sprintf("%.1f ms", float64(d)/float64(time.Millisecond))
}

// beside says of the benchmarks what they are held to; the others stand as they are.
var beside = map[string]string{
	"core/plan Check":                             "20 µs, and 1,000 of them 20 ms",
	"core/work Fold60000":                         "well under a second",
	"core/wall Seek2000/seek,_60_to_be_shown":     "2 ms",
	"core/wall Seek2000/seek,_all_with_words":     "go-colorful, each once, does less",
	"core/wall Seek2000/go-colorful,_each_once":   "the reference: distances and order alone",
	"core/wall Seek2000/go-colorful,_brute_force": "the reference, distances asked at each comparison",
	"core/programme Fewest/large":                 "outside any lock; proven or bounded",
	"core/programme Fewest/small":                 "agrees with a MILP solver",
	"internal/api DurableCoat/over_HTTP":          "the bare insert + 15 ms",
	"internal/api DurableCoat/bare_insert":        "the reference: one durable row",
	"internal/api Lists//pieces":                  "p99 50 ms",
	"internal/api Lists//tiles":                   "p99 50 ms",
	"internal/api Lists//today":                   "p99 50 ms",
}

// measurePackages runs the benchmarks of the Go packages.
func measurePackages(ctx context.Context) (rows []row, err error) {
	text, err := exec.CommandContext(ctx, "go", "test", "-run", "^$", "-bench", ".", "-benchmem", "./core/...", "./internal/...").CombinedOutput()
	if err != nil {
		return nil, fmt.Errorf("%w: %s", err, text)
	}
	pkg := ""
	for line := range strings.Lines(string(text)) {
		fields := strings.Fields(line)
		if len(fields) == 2 && fields[0] == "pkg:" {
			pkg = strings.TrimPrefix(fields[1], "enkaustos/")
		}
		if len(fields) < 4 || !strings.HasPrefix(fields[0], "Benchmark") {
			continue
		}
		name := strings.TrimPrefix(fields[0], "Benchmark")
		if cut := strings.LastIndex(name, "-"); cut > 0 {
			name = name[:cut]
		}
		var measured []string
		for i := 2; i+1 < len(fields); i += 2 {
			measured = append(measured, unit(fields[i], fields[i+1]))
		}
		rows = append(rows, row{pkg + " " + name, strings.Join(measured, ", "), cmp.Or(beside[pkg+" "+name], "")})
	}
	if len(rows) == 0 {
		return nil, fmt.Errorf("no benchmark ran: %s", text)
	}
	return rows, nil
}

// unit says a figure of a benchmark as people say it.
func unit(figure, of string) string {
	if of != "ns/op" {
		return figure + " " + of
	}
	var ns float64
	if _, err := fmt.Sscan(figure, &ns); err != nil {
		return figure + " " + of
	}
	switch {
	case ns >= 1e6:
		return fmt.Sprintf("%.3g ms", ns/1e6)
	case ns >= 1e3:
		return fmt.Sprintf("%.3g µs", ns/1e3)
	}
	return fmt.Sprintf("%.3g ns", ns)
}
