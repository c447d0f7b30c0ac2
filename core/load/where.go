package load

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"enkaustos/core/kiln"
	"enkaustos/core/outline"
)

// Spot is where a piece stood in the fire, told so that hot and cold places of a kiln are told apart.
type Spot struct {
	Shelf Height
	Side  Nearness
}

// Height is which shelf it was.
type Height string

// Nearness is how near the wall it was.
type Nearness string

// The lowest shelf and the top one stand apart: floors are often cold, and what rises is hot.
const (
	Lowest  Height = "lowest shelf"
	Between Height = "a shelf between"
	Top     Height = "top shelf"

	Inmost  Nearness = "in the middle"
	Outmost Nearness = "at the edge"
)

// edgeShare is the share of the way from the wall to the middle that is the edge.
const edgeShare = 0.45

func (s Spot) String() string { return fmt.Sprintf("%s, %s", s.Shelf, s.Side) }

// Compare puts spots in order, from the floor up and from the middle out.
func (s Spot) Compare(o Spot) int {
	heights, sides := []Height{Lowest, Between, Top}, []Nearness{Inmost, Outmost}
	return cmp.Or(slices.Index(heights, s.Shelf)-slices.Index(heights, o.Shelf), slices.Index(sides, s.Side)-slices.Index(sides, o.Side))
}

// Where is where a piece, or the pile that it is in, stands in a plan; false where it does not.
func (p Plan) Where(k kiln.Kiln, piece string) (Spot, bool) {
	for n, l := range p.Levels {
		for _, s := range l.Pieces {
			if s.Piece != piece && !slices.Contains(s.Piled, piece) {
				continue
			}
			spot := Spot{Shelf: Between, Side: Inmost}
			switch {
			case n == 0:
				spot.Shelf = Lowest
			case n == len(p.Levels)-1 || l.Side != kiln.Whole:
				spot.Shelf = Top
			}
			in := k.Standing(kiln.Whole)
			low, high := in.Extent()
			half := math.Min(high.X-low.X, high.Y-low.Y) / 2
			if in.Within(outline.Disc(0).At(s.Place)) < edgeShare*half {
				spot.Side = Outmost
			}
			return spot, true
		}
	}
	return Spot{}, false
}
