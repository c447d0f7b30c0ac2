// Package load plans what stands where in a kiln: which pieces, on which shelf, on which posts.
// It takes pieces from above as they lie in the fire, and a kiln with its furniture; pack finds
// the places on a shelf. Lengths are in mm, heights above the kiln's floor where nothing else is
// said.
package load

import (
	"cmp"
	"fmt"
	"math"

	"enkaustos/core/outline"
)

// Piece is what has to stand in the load: one piece, or a lid that is fired beside its jar.
type Piece struct {
	ID      string
	Outline outline.Outline // from above as it lies, with its cookie
	TallMM  float64         // with what it stands on: a cookie, stilts
	Bare    bool            // no glaze on it: it may touch what is bare as well
	Runs    bool            // what lies on it may run
	Grams   float64
	// Due says by which day it is wanted, counted from some day; 0 for no day.
	Due int
	// Piling is what it may do with others of its make, Piled what stands on it, Rims that this is upside
	// down: then it is a pile, as wide as one of them and as tall as all.
	Piling Piling
	Piled  []string
	Rims   bool
	// With is the piece that it belongs to and stands beside, "" for none: a lid comes with its
	// jar or not at all.
	With string
}

// Runners says where a house lets runny pieces stand.
type Runners string

const (
	RunnersAnywhere Runners = "anywhere"
	RunnersInside   Runners = "inside" // away from the shelf's edge, so that no drip falls on a rim below
	RunnersLow      Runners = "low"    // on the lowest shelf, where nothing stands below them
)

// Ways are a house's ways of packing.
type Ways struct {
	GapMM   float64 // between glaze and anything
	AboveMM float64 // above the tallest of a shelf
	Runners Runners
	EdgeMM  float64 // how far runners stay from the edge, where they stand inside
}

// Usual are the usual ways (distances from memory).
func Usual() Ways {
	return Ways{GapMM: 6, AboveMM: 12, Runners: RunnersInside, EdgeMM: 25}
}

// Faults are what is impossible about them, by the field.
func (w Ways) Faults() []string {
	var all []string
	for _, f := range []struct {
		name string
		mm   float64
	}{{"The gap between glazed pieces", w.GapMM}, {"The gap above the tallest piece", w.AboveMM}, {"The distance of runners from the edge", w.EdgeMM}} {
		if f.mm < 0 || f.mm > 100 || math.IsNaN(f.mm) {
			all = append(all, fmt.Sprintf("%s is %g mm: expected 0 to 100 mm.", f.name, f.mm))
		}
	}
	switch w.Runners {
	case RunnersAnywhere, RunnersInside, RunnersLow:
	default:
		all = append(all, fmt.Sprintf("%q says nothing of runners: expected anywhere, inside or low.", w.Runners))
	}
	return all
}

// kinds of things on a shelf: rows of the gaps.
const (
	post = iota
	rod
	glazed
	bare
)

// gaps are how far things stay apart, by kind.
func (w Ways) gaps(wall float64) [][]float64 {
	g := w.GapMM
	return [][]float64{
		{0, g, g, g},
		{g, 0, wall, wall},
		{g, wall, g, g},
		{g, wall, g, 0},
	}
}

func (p Piece) kind() int {
	if p.Bare {
		return bare
	}
	return glazed
}

// area is what a piece takes of a shelf with its share of the gaps, mm².
func (p Piece) area(gap float64) float64 {
	if p.Bare {
		gap = 0
	}
	return p.Outline.Grown(gap / 2).Area()
}

// Litres is what a piece takes of a kiln's litres: its outline with its share of the gaps, as high
// as it is with the gap above. Shelves and what lies between pieces of several heights are left
// aside: how much of a kiln a packed load takes is learned from loads.
func (p Piece) Litres(w Ways) float64 {
	return p.area(w.GapMM) * (p.TallMM + w.AboveMM) / cubicMMALitre
}

const cubicMMALitre = 1e6

// urgent orders pieces: what is due first, the earlier the sooner.
func urgent(a, b Piece) int {
	due := func(p Piece) int {
		if p.Due == 0 {
			return math.MaxInt
		}
		return p.Due
	}
	return cmp.Compare(due(a), due(b))
}
