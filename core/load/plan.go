package load

import (
	"enkaustos/core/kiln"
	"enkaustos/core/outline"
)

// Plan is a load: shelves from the lowest up, and what was left out.
type Plan struct {
	Levels []Level `json:"levels"`
	Out    []Out   `json:"out"`
}

// Level is one shelf and what stands on it.
type Level struct {
	// Side is kiln.Whole, or the half that a half shelf covers.
	Side int `json:"side"`
	// BaseMM is how high the face of the shelf is above the kiln's floor.
	BaseMM float64 `json:"baseMM"`
	// On is the level whose shelf its posts stand on; -1 for the lowest, on props of its own.
	On int `json:"on"`
	// PostsMM are the posts of each stand that carries the shelf, one on top of the other; Stands
	// are their places on the level On. None for the lowest.
	PostsMM []float64       `json:"postsMM,omitempty"`
	Stands  []outline.Point `json:"stands,omitempty"`
	Pieces  []Standing      `json:"pieces"`
}

// Standing is a piece on a shelf.
type Standing struct {
	Piece  string        `json:"piece"`
	Place  outline.Place `json:"place"`
	Locked bool          `json:"locked,omitempty"` // by hand: it stays where it is
	Piled  []string      `json:"piled,omitempty"`  // what stands on it, from below
	Rims   bool          `json:"rims,omitempty"`   // that is upside down, rim to rim
}

// Out is a piece that was left out, and why.
type Out struct {
	Piece string `json:"piece"`
	Why   string `json:"why"`
	// ByHand says that somebody took it out: it stays out until somebody puts it back.
	ByHand bool `json:"byHand,omitempty"`
}

// HighMM is how high the posts below the shelf are together.
func (l Level) HighMM() float64 {
	sum := 0.0
	for _, p := range l.PostsMM {
		sum += p
	}
	return sum
}

// thick is how thick the shelf of a level is.
func (l Level) thick(k kiln.Kiln) float64 {
	if l.Side == kiln.Whole {
		return k.Whole.ThickMM
	}
	return k.Half.ThickMM
}

// Score is what a plan is worth; see Better.
type Score struct {
	Due      int     // pieces with a day that stand in it
	Pieces   int     // all that stand in it
	Levels   int     // shelves used
	StackMM  float64 // how high the stack is: what it leaves is headroom
	UnevenKG float64 // how unlike the levels are in mass: the standard deviation
}

// Better says whether a is the better plan: more pieces with a day, then more pieces, then fewer
// levels, then more headroom, then mass that is more even.
func (a Score) Better(b Score) bool {
	switch {
	case a.Due != b.Due:
		return a.Due > b.Due
	case a.Pieces != b.Pieces:
		return a.Pieces > b.Pieces
	case a.Levels != b.Levels:
		return a.Levels < b.Levels
	case a.StackMM < b.StackMM-0.5 || a.StackMM > b.StackMM+0.5:
		return a.StackMM < b.StackMM
	}
	return a.UnevenKG < b.UnevenKG-1e-9
}
