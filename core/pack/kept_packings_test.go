package pack_test

import (
	"fmt"
	"testing"

	"gotest.tools/v3/golden"
	"pgregory.net/rapid"

	"enkaustos/core/outline"
	"enkaustos/core/pack"
	"enkaustos/internal/kept"
)

// Packings that are drawn stay as they are, found, bettered, settled and with one thing more.
func TestPackingsStayAsTheyAre(t *testing.T) {
	var page kept.Page
	drawn := rapid.Custom(func(t *rapid.T) pack.Problem {
		p := pack.Problem{Flat: outline.Flat{R: rapid.Float64Range(80, 260).Draw(t, "R")}, Gaps: [][]float64{{0, 6}, {6, 12}}}
		if rapid.Bool().Draw(t, "oblong") {
			w, d := rapid.Float64Range(80, 260).Draw(t, "w"), rapid.Float64Range(80, 260).Draw(t, "d")
			p.Flat = p.Flat.And(outline.Polygon(outline.Point{X: w, Y: d}, outline.Point{X: -w, Y: d}, outline.Point{X: -w, Y: -d}, outline.Point{X: w, Y: -d}))
		}
		for range rapid.IntRange(1, 9).Draw(t, "n") {
			o := outline.Disc(rapid.Float64Range(10, 70).Draw(t, "r"))
			switch rapid.IntRange(0, 2).Draw(t, "form") {
			case 1:
				o = outline.Rectangle(rapid.Float64Range(20, 120).Draw(t, "l"), rapid.Float64Range(20, 120).Draw(t, "w"))
			case 2:
				o = append(o, outline.Rectangle(rapid.Float64Range(80, 160).Draw(t, "l"), 12)...)
			}
			thing := pack.Thing{Outline: o, Kind: rapid.IntRange(0, 1).Draw(t, "kind"), Home: outline.Place{X: rapid.Float64Range(-90, 90).Draw(t, "x"), Y: 20, Turn: 0.3}}
			switch rapid.IntRange(0, 5).Draw(t, "where") {
			case 0:
				thing.Fixed = true
			case 1:
				thing.Held = 25
			case 2:
				thing.Within = &outline.Flat{R: 90}
			}
			p.Things = append(p.Things, thing)
		}
		return p
	})
	for i := range 120 {
		p := drawn.Example(i)
		e := pack.NewEffort(60_000, int64(i))
		places, ok := p.Find(e)
		short := 0.0
		if len(places) == len(p.Things) {
			short = p.Short(places)
		}
		page.Add(fmt.Sprintf("packing %d of %d: %v, short by %.3f", i, len(p.Things), ok, short), places, e.Over())
		if len(places) != len(p.Things) {
			continue
		}
		for n := range places {
			inserted, ok := p.Insert(places, n, 6, pack.NewEffort(20_000, 1))
			page.Add(fmt.Sprintf("  with %d put in: %v", n, ok), inserted)
			places[n].X, places[n].Turn = places[n].X+7, places[n].Turn+0.1
		}
		settled, ok := p.Settled(places, pack.NewEffort(20_000, 2))
		better, more := p.Better(places, pack.NewEffort(20_000, 3))
		page.Add(fmt.Sprintf("  settled %v, better %v", ok, more), settled, better)
	}
	golden.Assert(t, page.String(), "packings.txt")
}
