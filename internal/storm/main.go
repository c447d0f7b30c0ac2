// Command storm has forty simulated tablets tap a real server on loopback, and a
// teacher load, fire and unload beside them. It reports what was lost, what came twice, how long an answer took and how much
// memory it cost: plainly, with the process killed three times amid it, and with
// every tablet off the network for half a minute.
//
//	go run ./internal/storm > docs/reliability.md
//
// STORM_DIR says on which disk the school and the bare file lie.
package main

import (
	"context"
	"flag"
	"fmt"
	"os"
	"os/signal"
	"time"
)

const (
	tablets = 40
	lasts   = 60 * time.Second
	every   = time.Second
	margin  = 15 * time.Millisecond // above the bare insert's p99
	most    = 150                   // MB
	retry   = 2 * time.Second       // after which a tablet sends again, as the real one does
	longest = 3 * time.Second       // that a tap may wait once its tablet is on the network
)

// run is one storm and what may go wrong in it.
type run struct {
	name  string
	kills []time.Duration // after the start
	drops time.Duration   // how long each tablet is off the network
}

var runs = []run{
	{name: "plainly"},
	{name: "the process killed three times", kills: []time.Duration{15 * time.Second, 30 * time.Second, 45 * time.Second}},
	{name: "every tablet off the network for half a minute", drops: 30 * time.Second},
}

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt)
	defer stop()
	only := flag.String("only", "", "one part alone: storms, floods, disks, replica or checks")
	flag.Parse()
	for _, part := range []struct {
		name string
		run  func(context.Context) error
	}{{"storms", storms}, {"floods", reportFloods}, {"disks", reportDisks}, {"replica", reportReplica}, {"checks", reportChecks}} {
		if *only != "" && *only != part.name {
			continue
		}
		if err := part.run(ctx); err != nil {
			fmt.Fprintln(os.Stderr, "storm:", err)
			os.Exit(1)
		}
	}
}

func storms(ctx context.Context) error {
	fmt.Printf(`# Forty tablets in a storm

Written by %[1]smake storm%[1]s on %[2]s. %[3]d simulated tablets, each paired and
each listening to what the others do, tap every second for %[4]v against the real
server on loopback, each with a clock of its own, up to twelve hours off. A tap
waits on its tablet until it is answered, is sent in order, and carries one id
however often it is sent. Afterwards the records of all pieces are read back.
A teacher loads, fires and unloads what is ready of other classes; the firings are
read back as well. Beside the storm, rows are put into a bare SQLite file on the same disk, each made
durable, at the same pace.

| the storm | taps | firings | lost | twice | p50 | p99 | bare insert p99 | budget | longest wait | memory at most |
|---|---|---|---|---|---|---|---|---|---|---|
`, "`", time.Now().Format("2 January 2006"), tablets, lasts)
	failed := false
	for _, r := range runs {
		out, err := r.storm(ctx)
		if err != nil {
			return fmt.Errorf("%s: %w", r.name, err)
		}
		budget := out.bare + margin
		fmt.Printf("| %s | %d | %d | %d | %d | %s | %s | %s | %s | %s | %d MB |\n", r.name, out.taps, out.firings, out.lost, out.twice,
			ms(out.p50), ms(out.p99), ms(out.bare), ms(budget), ms(out.waited), out.memoryMB)
		failed = failed || out.lost > 0 || out.twice > 0 || out.firings == 0 || out.memoryMB > most || out.p99 > budget || out.waited > longest
		fmt.Fprintf(os.Stderr, "%s: %+v\n", r.name, out)
	}
	fmt.Printf("\nThe budget of an answer holds for each storm: p99 of the bare insert and %v. An answer is timed from the\nsending that was answered. The longest wait is from a tap, or from the moment its tablet was back on\nthe network, to its answer: a killed server has to start, a tablet sends again every %v, and what\nqueued up goes in order. It may be %v. Memory may be %d MB at most.\n", margin, retry, longest, most)
	if failed {
		return fmt.Errorf("a promise was broken: see the table")
	}
	return nil
}

func ms(d time.Duration) string { return fmt.Sprintf("%.1f ms", float64(d)/float64(time.Millisecond)) }
