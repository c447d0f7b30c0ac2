// Command report writes docs/kiln.md: the planner of kiln loads beside proven packings, bounds, first
// fit and a MILP solver, every plan checked with a geometry library.
package main

import (
	"encoding/csv"
	"encoding/json"
	"fmt"
	"math/rand"
	"os"
	"strconv"
	"time"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
	"enkaustos/internal/packed"
)

// second is the effort of a screen, steps: about a second on the machine of the report.
const second = load.Second

func main() {
	r := report{}
	for _, part := range []func(*report) error{intro, discs, many, squares, mixed, levels, larger} {
		if err := part(&r); err != nil {
			fmt.Fprintln(os.Stderr, err)
			os.Exit(1)
		}
	}
	fmt.Printf("\n## Checked\n\nAll **%d** plans of this report were checked piece by piece by a checker that shares no geometry with\nthe planner (polygons and distances of the library simplefeatures, to within 0.02 mm): **%d** were illegal.\n", r.checked, len(r.illegal))
	for _, text := range r.illegal[:min(20, len(r.illegal))] {
		fmt.Println("- " + text)
	}
}

type report struct {
	checked int
	illegal []string
}

// find plans and checks.
func (r *report) find(q load.Request) (load.Plan, time.Duration, error) {
	began := time.Now()
	plan, faults := load.Find(q)
	took := time.Since(began)
	if len(faults) > 0 {
		return plan, took, fmt.Errorf("%s", faults[0])
	}
	r.check(q, plan)
	return plan, took, nil
}

func (r *report) check(q load.Request, plan load.Plan) {
	r.checked++
	if wrong := packed.Illegal(q.Kiln, q.Ways, q.Pieces, plan); wrong != "" {
		r.illegal = append(r.illegal, wrong)
	}
}

func intro(*report) error {
	fmt.Print("# The kiln load, held to what is outside of it\n\nWritten by `make kiln-report`. All of it is the ordinary planner (`core/load`), which knows nothing\nof equal discs or squares.\n")
	return nil
}

// table reads a reference.
func table(name string) (wide map[int]float64, err error) {
	file, err := os.Open("core/pack/testdata/" + name)
	if err != nil {
		return nil, err
	}
	defer file.Close()
	c := csv.NewReader(file)
	c.Comment = '#'
	rows, err := c.ReadAll()
	if err != nil {
		return nil, err
	}
	wide = map[int]float64{}
	for _, row := range rows[1:] {
		n, _ := strconv.Atoi(row[0])
		wide[n], _ = strconv.ParseFloat(row[1], 64)
	}
	return wide, nil
}

func alike(shape kiln.Shape, wide float64, o outline.Outline, n, steps int, seed int64) load.Request {
	k, ways := packed.OneShelf(shape, wide)
	return load.Request{Kiln: k, Ways: ways, Pieces: packed.Alike(o, n), Steps: steps, Seed: seed}
}

func discs(r *report) error {
	fmt.Print("\n## Equal discs on a round shelf, proven\n\nThe smallest circles that hold 1 to 13 discs are proven (sources in `core/pack/testdata/circles_in_circle.csv`).\nShelves of 1.02 times that radius get a second's effort, of 1.005 times ten; 20 seeds each.\n\n| discs | 1.02: all placed | slowest | 1.005: all placed | slowest |\n|---|---|---|---|---|\n")
	wide, err := table("circles_in_circle.csv")
	if err != nil {
		return err
	}
	const radius = 40
	for n := 1; n <= 13; n++ {
		fmt.Printf("| %d ", n)
		for _, try := range []struct {
			times float64
			steps int
		}{{1.02, second}, {1.005, 10 * second}} {
			all, slowest := 0, time.Duration(0)
			for seed := range int64(20) {
				plan, took, err := r.find(alike(kiln.Round, max(2*radius*try.times*wide[n], 120), outline.Disc(radius), n, try.steps, seed))
				if err != nil {
					return err
				}
				if packed.Pieces(plan) == n {
					all++
				}
				slowest = max(slowest, took)
			}
			fmt.Printf("| %d of 20 | %d ms ", all, slowest.Milliseconds())
		}
		fmt.Println("|")
	}
	return nil
}

func many(r *report) error {
	fmt.Print("\n## 14 to 60 equal discs\n\nRound shelves that hold just n discs of a hexagonal grid, its middle where it is best (0.03 % wider, for\nthe planner keeps 0.02 mm more than it is asked for); the planner is\noffered more. Beside it the most that any packing can have (Oler 1961).\n\n| n | planned | Oler's bound | n | planned | Oler's bound |\n|---|---|---|---|---|---|\n")
	below, more := 0, 0
	for n := 14; n <= 60; n++ {
		wide := packed.Hexagonal(n) * 1.0003
		plan, _, err := r.find(alike(kiln.Round, 2*100*wide, outline.Disc(100), n+6, second, int64(n)))
		if err != nil {
			return err
		}
		got := packed.Pieces(plan)
		if got < n {
			below++
		}
		more += got - n
		fmt.Printf("| %d | %d | %d ", n, got, packed.Oler(wide))
		if n%2 == 1 || n == 60 {
			fmt.Println("|")
		}
	}
	fmt.Printf("\nBelow the hexagonal grid: **%d of 47**; over all, %d discs more than it.\n", below, more)
	return nil
}

func squares(r *report) error {
	fmt.Print("\n## Equal squares on a square shelf\n\nTurned freely, on shelves of 1.02 times the best known side (from memory, `core/pack/testdata/squares_in_square.csv`),\nten seconds' effort, 5 seeds.\n\n| squares | side of 1 | all placed | slowest |\n|---|---|---|---|\n")
	wide, err := table("squares_in_square.csv")
	if err != nil {
		return err
	}
	for n := 1; n <= 12; n++ {
		all, slowest := 0, time.Duration(0)
		for seed := range int64(5) {
			plan, took, err := r.find(alike(kiln.Rectangular, 80*1.02*wide[n]+60*b2f(n == 1), outline.Rectangle(80, 80), n, 10*second, seed))
			if err != nil {
				return err
			}
			if packed.Pieces(plan) == n {
				all++
			}
			slowest = max(slowest, took)
		}
		fmt.Printf("| %d | %.4f | %d of 5 | %d ms |\n", n, wide[n], all, slowest.Milliseconds())
	}
	return nil
}

func b2f(b bool) float64 {
	if b {
		return 1
	}
	return 0
}

func mixed(r *report) error {
	fmt.Print("\n## 200 mixed loads\n\n40 to 160 pieces of all forms in four shapes of kilns, none of them due, a second's effort. Beside it, in the same run, shelf by\nshelf first fit (a grid of 10 mm, eight directions, the best of three orders), and the area bound: no more\nthan the areas of the smallest fill on as many shelves as the kiln has room for.\n\n")
	var fewer, more, loads, levelLess, ours, theirs, bound int
	var gain, slowest float64
	var betterOrLess int
	for seed := range int64(200) {
		draw := rand.New(rand.NewSource(seed))
		k := packed.KilnOf(draw)
		q := load.Request{Kiln: k, Ways: load.Usual(), Pieces: packed.Mixed(draw, 40+draw.Intn(121)), Steps: second, Seed: seed}
		for i := range q.Pieces {
			q.Pieces[i].Due = 0 // first fit knows no days: what is due first costs others their place
		}
		first := packed.FirstFit(k, q.Ways, q.Pieces)
		r.check(q, first)
		plan, took, err := r.find(q)
		if err != nil {
			return err
		}
		a, b := packed.Pieces(plan), packed.Pieces(first)
		loads++
		ours, theirs, bound = ours+a, theirs+b, bound+packed.AreaBound(k, q.Ways, q.Pieces)
		gain += float64(a-b) / float64(b)
		slowest = max(slowest, took.Seconds())
		switch {
		case a < b:
			fewer++
		case a > b:
			more++
		case len(plan.Levels) < len(first.Levels):
			levelLess++
		}
		if float64(a) >= 1.08*float64(b) || a >= b && len(plan.Levels) < len(first.Levels) {
			betterOrLess++
		}
	}
	fmt.Printf("| | pieces |\n|---|---|\n| first fit | %d |\n| planned | %d |\n| area bound | %d |\n\n", theirs, ours, bound)
	fmt.Printf("Fewer than first fit: **%d of %d**. More: %d; as many on fewer levels: %d; 8 %% more or a level less: %d. On average\n**%.1f %%** more pieces. The slowest plan took %.2f s.\n", fewer, loads, more, levelLess, betterOrLess, 100*gain/float64(loads), slowest)
	return nil
}

func levels(r *report) error {
	var file struct {
		Kiln struct {
			Wide, Deep, Gap, Above, Thick, Floor, Lid float64
			Posts                                     []float64
		}
		Loads []struct {
			Tall   float64
			Levels int
			Pieces []struct{ Long, Wide, Tall float64 }
		}
	}
	text, err := os.ReadFile("internal/packed/testdata/levels.json")
	if err != nil {
		return err
	}
	if err := json.Unmarshal(text, &file); err != nil {
		return err
	}
	equal, more, most, slowest := 0, 0, 0, time.Duration(0)
	fewer := 0
	for i, l := range file.Loads {
		k := packed.Blocks(file.Kiln.Wide, file.Kiln.Deep, l.Tall, file.Kiln.Posts)
		q := load.Request{Kiln: k, Ways: load.Ways{GapMM: file.Kiln.Gap, AboveMM: file.Kiln.Above, Runners: load.RunnersAnywhere}, Steps: second, Seed: int64(i)}
		for n, p := range l.Pieces {
			q.Pieces = append(q.Pieces, load.Piece{ID: fmt.Sprintf("p%d", n), Outline: outline.Rectangle(p.Long, p.Wide), TallMM: p.Tall, Grams: 500})
		}
		plan, took, err := r.find(q)
		if err != nil {
			return err
		}
		slowest = max(slowest, took)
		n := len(plan.Levels)
		if len(plan.Out) > 0 {
			n = l.Levels + len(plan.Out) // what is out would want a level each
		}
		switch {
		case n == l.Levels:
			equal++
		case n < l.Levels:
			fewer++
		default:
			more++
		}
		most = max(most, n-l.Levels)
	}
	fmt.Printf("\n## Levels, proven\n\nLoads of 7 to 12 blocks in a rectangular kiln, the fewest levels proven by the general-purpose MILP solver highs on a\nmodel of its own (`web/scripts/kiln-model.mjs`: quarter turns; what it did not prove in two minutes was left out). As\nfew levels: **%d of %d**; fewer, by turning freely: %d; more: %d, by at most %d. The slowest took %d ms.\n", equal, len(file.Loads), fewer, more, most, slowest.Milliseconds())
	return nil
}

func larger(r *report) error {
	fmt.Print("\n## 150 pieces, the longer the better\n\nFive loads of 150 pieces in a round kiln of 690 mm.\n\n| effort | pieces placed | time, mean |\n|---|---|---|\n")
	for _, times := range []int{1, 4, 16} {
		sum, took := 0, time.Duration(0)
		for seed := range int64(5) {
			q := load.Request{Kiln: packed.SchoolKiln(), Ways: load.Usual(), Pieces: packed.Mixed(rand.New(rand.NewSource(900+seed)), 150), Steps: times * second, Seed: seed}
			plan, t, err := r.find(q)
			if err != nil {
				return err
			}
			sum, took = sum+packed.Pieces(plan), took+t
		}
		fmt.Printf("| %d | %d of 750 | %.2f s |\n", times, sum, took.Seconds()/5)
	}
	return nil
}
