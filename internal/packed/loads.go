// Package packed holds the planner of kiln loads to what is outside of it: first fit, area bounds,
// proven packings, a MILP solver's levels, and a checker with a geometry library. It is a tool of
// the tests and of make kiln-report.
package packed

import (
	"cmp"
	"fmt"
	"math"
	"math/rand"
	"slices"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
	"enkaustos/core/piece"
)

// kinds are what stands in a mixed load, by how often.
var kinds = []struct {
	form  piece.Form
	share int
}{{piece.Bowl, 5}, {piece.Cup, 4}, {piece.Mug, 4}, {piece.Plate, 1}, {piece.Dish, 2}, {piece.Vase, 3}, {piece.Bottle, 1}, {piece.Jar, 2},
	{piece.Box, 2}, {piece.Slab, 2}, {piece.House, 1}, {piece.Bell, 1}, {piece.Modelled, 2}, {piece.Odd, 1}}

// Mixed draws a load of forms as they are made in a class: each measure of a form 0.6 to 1 of the
// usual one.
func Mixed(r *rand.Rand, n int) []load.Piece {
	total := 0
	for _, k := range kinds {
		total += k.share
	}
	var all []load.Piece
	for len(all) < n {
		at, k := r.Intn(total), 0
		for at >= kinds[k].share {
			at -= kinds[k].share
			k++
		}
		body, ok := drawnBody(r, kinds[k].form)
		if !ok {
			continue
		}
		id := fmt.Sprintf("p%d", len(all))
		for part, a := range body.FromAbove(true) {
			p := load.Piece{ID: id, Outline: a.Outline, TallMM: a.TallMM, Grams: 2 * a.Outline.Area() / 100, Runs: r.Intn(8) == 0}
			if part > 0 {
				p.ID, p.With = fmt.Sprintf("%s/%d", id, part), id
			}
			if r.Intn(6) == 0 && part == 0 {
				p.Due = 1 + r.Intn(20)
			}
			all = append(all, p)
		}
	}
	return all
}

func drawnBody(r *rand.Rand, form piece.Form) (piece.Body, bool) {
	usual := map[string]float64{}
	scale := 0.6 + 0.4*r.Float64()
	for _, k := range piece.Kinds() {
		if k.Form != form {
			continue
		}
		for _, m := range k.Measures {
			switch {
			case m.Key == "pose":
				usual[m.Key] = 1
			case m.Scales() && m.Default > 0 && m.At == 0 && m.Default > 15:
				usual[m.Key] = max(m.Least, m.Default*scale*(0.9+0.2*r.Float64()))
			}
		}
	}
	b, err := piece.Build(form, usual)
	return b, err == nil
}

// SchoolKiln is a round kiln as schools have it, with furniture enough.
func SchoolKiln() kiln.Kiln {
	k := kiln.Usual()
	k.Name, k.Whole.Count = "drawn", 8
	k.Thermocouple = kiln.Thermocouple{HighMM: 340, Degrees: 60, LongMM: 40}
	return k
}

// KilnOf draws a kiln: round, octagonal, oval or rectangular.
func KilnOf(r *rand.Rand) kiln.Kiln {
	k := SchoolKiln()
	switch r.Intn(4) {
	case 1:
		k.Shape, k.WidthMM, k.Whole.WidthMM = kiln.Octagonal, 640, 590
	case 2:
		k.Shape, k.WidthMM, k.DepthMM, k.Whole.WidthMM, k.Whole.DepthMM = kiln.Oval, 760, 560, 710, 510
	case 3:
		k.Shape, k.Opening, k.WidthMM, k.DepthMM, k.Whole.WidthMM, k.Whole.DepthMM = kiln.Rectangular, kiln.Door, 560, 520, 510, 470
	}
	k.TallMM = 450 + 10*float64(r.Intn(30))
	return k
}

// CapacityMM2 is the area bound: no shelf holds more than its own area, gaps counted.
func CapacityMM2(k kiln.Kiln, ways load.Ways) float64 {
	return k.Standing(kiln.Whole).Inset(-ways.GapMM / 2).Area()
}

// Grown is the area of a piece with its half of the gap.
func Grown(p load.Piece, ways load.Ways) float64 {
	return outline.Outline(p.Outline).Grown(ways.GapMM / 2).Area()
}

// Blocks is a rectangular kiln for blocks: so much room on a shelf, one gap included, its posts beside
// where pieces may stand.
func Blocks(wide, deep, tall float64, posts []float64) kiln.Kiln {
	k := kiln.Usual()
	k.Name, k.Shape, k.Opening = "blocks", kiln.Rectangular, kiln.Door
	k.WallMM, k.PostMM = 60, 20
	k.WidthMM, k.DepthMM, k.TallMM = wide-6+2*k.WallMM, deep-6+2*k.WallMM, tall
	k.Whole, k.Half = kiln.Shelf{WidthMM: k.WidthMM - 20, DepthMM: k.DepthMM - 20, ThickMM: 16, Count: 6}, kiln.Shelf{}
	k.Posts = nil
	for _, high := range posts {
		k.Posts = append(k.Posts, kiln.Post{HighMM: high, Count: 60})
	}
	return k
}

// AreaBound is how many pieces no plan can beat: the smallest by area, on as many shelves as the kiln
// has height for were everything as low as the lowest.
func AreaBound(k kiln.Kiln, ways load.Ways, pieces []load.Piece) int {
	areas := map[string]float64{}
	var order []string
	lowest := math.Inf(1)
	for _, p := range pieces {
		id := p.ID
		if p.With != "" {
			id = p.With
		}
		if areas[id] == 0 {
			order = append(order, id)
		}
		areas[id] += convex(p.Outline, ways.GapMM)
		lowest = math.Min(lowest, p.TallMM)
	}
	slices.SortFunc(order, func(a, b string) int { return cmp.Compare(areas[a], areas[b]) })
	posts := math.Inf(1)
	for _, p := range k.Posts {
		if p.HighMM >= lowest+ways.AboveMM {
			posts = math.Min(posts, p.HighMM)
		}
	}
	shelves := min(k.Whole.Count, 1+int((k.TallMM-k.FloorMM-k.LidMM-lowest-k.Whole.ThickMM)/(posts+k.Whole.ThickMM)))
	left, n := float64(shelves)*CapacityMM2(k, ways), 0
	for _, id := range order {
		if left -= areas[id]; left < 0 {
			break
		}
		n++
	}
	return n
}

// convex is the area that at least the largest part of an outline covers, with its half of the gap:
// parts overlap, so that their sum would be too much for a bound.
func convex(o outline.Outline, gap float64) float64 {
	most := 0.0
	for _, part := range o {
		most = math.Max(most, outline.Outline{part}.Grown(gap/2).Area())
	}
	return most
}
