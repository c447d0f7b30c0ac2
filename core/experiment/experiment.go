// Package experiment makes a laboratory of a class: stacks that plans ask for and nobody has fired are
// offered to students who would like to try one, on a surface of their piece where the rules of the
// house allow it; and what came back fills the matrix.
package experiment

import (
	"cmp"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/results"
)

// Twice is on how many pieces a stack is tried: one alone may be a chance.
const Twice = 2

// Ground is on what a stack lies and in what it is fired; a result speaks for no other.
type Ground = results.FiredOn

// GroundOf is the ground of a spot on a piece.
func GroundOf(at plan.Spot) Ground { return Ground{Firing: at.Firing, Half: at.Half} }

// Blank is a stack that plans ask for, and that nobody has fired on its ground.
type Blank struct {
	Stack   glaze.Stack // as it is fired
	Ground  Ground
	Pieces  []string // that plan it
	Running int      // experiments with it that were offered or taken, and are not back
}

// Open is on how many more pieces it is to be tried.
func (b Blank) Open() int { return max(0, Twice-b.Running) }

// Ranked are blanks, those that most pieces plan first.
func Ranked(all []Blank) []Blank {
	all = slices.Clone(all)
	slices.SortStableFunc(all, func(a, b Blank) int {
		return cmp.Or(cmp.Compare(len(b.Pieces), len(a.Pieces)), cmp.Compare(a.Ground.Clay, b.Ground.Clay), cmp.Compare(a.Stack.Text(), b.Stack.Text()))
	})
	return all
}

// Offer is a blank that somebody is asked to try.
type Offer struct {
	Blank   int // in the list that was shared out
	Student string
	Piece   string
	Surface string
}
