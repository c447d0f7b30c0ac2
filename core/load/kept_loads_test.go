package load_test

import (
	"fmt"
	"slices"
	"testing"

	"gotest.tools/v3/golden"
	"pgregory.net/rapid"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
	"enkaustos/core/piece"
	"enkaustos/internal/kept"
)

// Loads that are drawn, by the search and by hand, stay as they are: what stands where, what is left
// out and why, what is wrong with a load that was disturbed, what would gain.
func TestLoadsStayAsTheyAre(t *testing.T) {
	var page kept.Page
	drawn := rapid.Custom(func(t *rapid.T) load.Request {
		return load.Request{Kiln: anyKiln(t), Ways: anyWays(t), Pieces: anyPieces(t, 12), Steps: effort / 8, Seed: rapid.Int64Range(0, 9).Draw(t, "seed")}
	})
	for i := range 36 {
		r := drawn.Example(i)
		plan, faults := load.Find(r)
		page.Add(fmt.Sprintf("load %d: %d levels, %d in, %d out, faults %v", i, len(plan.Levels), len(places(plan)), len(plan.Out), faults), plan, load.Gains(r, plan), load.UsualStands(r.Kiln))
		for _, p := range r.Pieces {
			spot, in := plan.Where(r.Kiln, p.ID)
			page.Add(fmt.Sprintf("  %s: %v %s", p.ID, in, spot), spot, p.Litres(r.Ways))
		}
		h := load.Hand{Kiln: r.Kiln, Ways: r.Ways, Pieces: r.Pieces}
		for level := range plan.Levels {
			for n, p := range r.Pieces {
				if n%3 != (level+i)%3 {
					continue
				}
				to := outline.Place{X: float64(37*n%200 - 100), Y: float64(53*n%200 - 100), Turn: float64(n)}
				moved, err := h.Move(plan, p.ID, level, to, n%2 == 0)
				put, not := h.Put(h.TakeOut(plan, p.ID), p.ID, level)
				swapped, neither := h.Swap(plan, p.ID, r.Pieces[(n+1)%len(r.Pieces)].ID)
				page.Add(fmt.Sprintf("  by hand %s on %d: %v, %v, %v", p.ID, level, err, not, neither), moved, put, swapped, plan.Lock(p.ID, true))
				page.Add("  wrong with it", load.Breaches(r.Kiln, r.Ways, r.Pieces, moved), load.Breaches(r.Kiln, r.Ways, r.Pieces, swapped))
			}
		}
		for n, wrong := range disturbed(plan) {
			page.Add(fmt.Sprintf("  disturbed %d: %d wrong", n, len(load.Breaches(r.Kiln, r.Ways, r.Pieces, wrong))), load.Breaches(r.Kiln, r.Ways, r.Pieces, wrong))
		}
		tiles := load.Tiles{Count: 1 + i%7, WideMM: 40, DeepMM: 12, TallMM: 60 + float64(10*(i%9))}
		filled, n := h.Fill(plan, tiles)
		page.Add(fmt.Sprintf("  %d of %d tiles", n, tiles.Count), filled, load.Breaches(r.Kiln, r.Ways, append(tiles.Pieces(), r.Pieces...), filled), filled.WithoutTiles())
	}
	golden.Assert(t, page.String(), "loads.txt")
}

// disturbed are plans with one thing of each level otherwise.
func disturbed(plan load.Plan) (all []load.Plan) {
	for n := range plan.Levels {
		for _, change := range []func(l *load.Level){
			func(l *load.Level) { l.BaseMM += 9 }, func(l *load.Level) { l.BaseMM -= 90 }, func(l *load.Level) { l.On-- }, func(l *load.Level) { l.On = n }, func(l *load.Level) { l.On = 99 }, func(l *load.Level) { l.Side = 1 },
			func(l *load.Level) { l.PostsMM = append(slices.Clone(l.PostsMM), 50) }, func(l *load.Level) { l.PostsMM = nil }, func(l *load.Level) { l.PostsMM = []float64{33} },
			func(l *load.Level) { l.Stands = l.Stands[:len(l.Stands)/2] }, func(l *load.Level) { l.Stands = moved(l.Stands, 4) }, func(l *load.Level) { l.Stands = moved(l.Stands, 120) }, func(l *load.Level) { l.Stands = append(slices.Clone(l.Stands), l.Stands...) },
			func(l *load.Level) { l.Pieces = append(slices.Clone(l.Pieces), l.Pieces...) }, func(l *load.Level) { l.Pieces = apart(l.Pieces, 3) }, func(l *load.Level) { l.Pieces = apart(l.Pieces, 60) }, func(l *load.Level) { l.Pieces = []load.Standing{{Piece: "nobody"}} },
		} {
			other := plan
			other.Levels = slices.Clone(plan.Levels)
			change(&other.Levels[n])
			all = append(all, other)
		}
	}
	return all
}

func moved(stands []outline.Point, by float64) []outline.Point {
	stands = slices.Clone(stands)
	for i := range stands {
		stands[i].X += by * float64(i+1)
	}
	return stands
}

func apart(pieces []load.Standing, by float64) []load.Standing {
	pieces = slices.Clone(pieces)
	for i := range pieces {
		pieces[i].Place.Y += by * float64(i+1)
	}
	return pieces
}

// So do loads of bisque that is piled, and what pieces of every form are in a load.
func TestPilesStayAsTheyAre(t *testing.T) {
	var page kept.Page
	for _, k := range piece.Kinds() {
		body, err := piece.Build(k.Form, piece.Measures{})
		if err != nil {
			continue
		}
		for n := range 16 {
			m := load.Made{ID: "p", Body: body, Seated: n&1 > 0, Bisque: n&2 > 0, Runs: n&4 > 0, Stilts: n&8 > 0, Cookie: n == 3, Piles: n&2 > 0}
			page.Add(fmt.Sprintf("%s %d", k.Form, n), m.Pieces())
		}
		all := bisque(t, piece.Bowl, piece.Measures{}, 7, true)
		for n := range 9 {
			all = append(all, load.Made{ID: fmt.Sprint("piece ", n), Body: body, Bisque: true, Piles: true}.Pieces()...)
		}
		low := kiln.Usual()
		low.Name, low.TallMM, low.Whole.Count = "low", 330, 2
		for _, kiln := range []kiln.Kiln{school(), low} {
			plan, faults := load.FindPiled(load.Request{Kiln: kiln, Ways: load.Usual(), Pieces: all, Steps: effort / 8})
			in, piles := standing(plan)
			page.Add(fmt.Sprintf("%s piled in %s: %d in, %d piles, faults %v", k.Form, kiln.Name, in, piles, faults), plan, load.Breaches(kiln, load.Usual(), all, plan), load.Piled(all, plan))
		}
	}
	for _, w := range []load.Ways{{}, load.Usual(), {GapMM: -1, AboveMM: 101, EdgeMM: 5, Runners: "up"}} {
		page.Add(fmt.Sprint(w.Faults()), w)
	}
	for _, tiles := range []load.Tiles{{}, {Count: 1}, {Count: 3, WideMM: 60, DeepMM: 12, TallMM: 80}, {Count: 3, WideMM: 60, DeepMM: 900, TallMM: 80}, {Count: 100000, WideMM: 60, DeepMM: 9, TallMM: 80}} {
		page.Add(tiles.Fault())
	}
	golden.Assert(t, page.String(), "piles.txt")
}
