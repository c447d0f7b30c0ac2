// Package pack finds places for things on a flat: outlines that keep a gap from one another and
// lie within it. It knows no clay: core/load makes its problems of pieces and shelves. Equal discs
// are things like any other.
package pack

import (
	"fmt"
	"math"
	"math/rand"

	"enkaustos/core/outline"
)

// Thing is what has to find a place.
type Thing struct {
	Outline outline.Outline
	Kind    int // which gaps it keeps: a row of Problem.Gaps
	// Within is where it may lie, where that is less than the whole flat.
	Within *outline.Flat
	// Fixed things stay where they are put; Held ones, within so many mm of Home.
	Fixed bool
	Held  float64
	Home  outline.Place
}

// Problem is a flat and the things that are to lie on it.
type Problem struct {
	Flat   outline.Flat
	Things []Thing
	Gaps   [][]float64 // at least so far apart, mm, by the kinds of two things; symmetric
}

// Check says what is wrong with a problem, in one sentence.
func (p Problem) Check() error {
	for i, t := range p.Things {
		if len(t.Outline) == 0 {
			return fmt.Errorf("thing %d has no outline", i)
		}
		if t.Kind < 0 || t.Kind >= len(p.Gaps) {
			return fmt.Errorf("thing %d keeps gaps of kind %d of %d", i, t.Kind, len(p.Gaps))
		}
	}
	for i, row := range p.Gaps {
		for k, gap := range row {
			if len(row) != len(p.Gaps) || gap < 0 || math.IsNaN(gap) || gap != p.Gaps[k][i] {
				return fmt.Errorf("the gap of kinds %d and %d is %g mm: gaps are at least 0, and the same both ways", i, k, gap)
			}
		}
	}
	return nil
}

// Short is by how much the worst of a layout falls short, mm: at most 0 where everything has its
// gap and lies within.
func (p Problem) Short(places []outline.Place) float64 {
	at := make([]outline.Outline, len(places))
	short := math.Inf(-1)
	for i, place := range places {
		t := p.Things[i]
		at[i] = t.Outline.At(place)
		if t.Fixed {
			continue
		}
		short = math.Max(short, -p.flatOf(i).Within(at[i]))
		if t.Held > 0 {
			short = math.Max(short, place.Point().Distance(t.Home.Point())-t.Held)
		}
	}
	for i := range at {
		for k := range i {
			if !p.Things[i].Fixed || !p.Things[k].Fixed {
				short = math.Max(short, p.Gaps[p.Things[i].Kind][p.Things[k].Kind]-outline.Gap(at[i], at[k]))
			}
		}
	}
	return short
}

func (p Problem) flatOf(i int) outline.Flat {
	if w := p.Things[i].Within; w != nil {
		return *w
	}
	return p.Flat
}

// Effort is how long a search may go on, in steps and not in seconds, so that the same question
// gets the same answer on any machine. A step is one comparison of two parts.
type Effort struct {
	Steps int
	Rand  *rand.Rand
	// Stop, where set, is asked now and then whether to give up early.
	Stop func() bool
	done bool
}

// NewEffort is an effort of so many steps from a seed.
func NewEffort(steps int, seed int64) *Effort {
	return &Effort{Steps: steps, Rand: rand.New(rand.NewSource(seed))}
}

// Over says whether the effort is used up.
func (e *Effort) Over() bool {
	if !e.done {
		e.done = e.Steps <= 0 || e.Stop != nil && e.Stop()
	}
	return e.done
}

// Part is an effort of at most so many steps of this one. Give it back with Return.
func (e *Effort) Part(steps int) *Effort {
	steps = min(steps, e.Steps)
	e.Steps -= steps
	return &Effort{Steps: steps, Rand: e.Rand, Stop: e.Stop}
}

// Return gives back what a part did not use.
func (e *Effort) Return(part *Effort) { e.Steps += part.Steps }
