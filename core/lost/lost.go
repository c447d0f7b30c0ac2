// Package lost finds whose piece it is that carries no name, from what can be
// seen on it.
package lost

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/piece"
)

// Clues are what can be seen on a piece. Zero values are not known.
type Clues struct {
	Form   piece.Form
	Clay   string
	Glazes []string // codes that can be told apart on it
	Coats  int      // in all; -1 for none at all
	Raw    *colour.Lab
}

// Piece is a piece that might be the one.
type Piece struct {
	ID     string
	Form   piece.Form
	Clay   string
	Glazes []string     // that were logged on it
	Coats  int          // that were logged on it
	Raw    []colour.Lab // raw colours of the topmost coats of its surfaces
	Named  bool         // somebody said where it is: loaded, fired, or out of the room
}

// Found is a piece with how well it fits.
type Found struct {
	ID    string
	Score float64  // 0 to 1: all clues fit
	Why   []string // what speaks for it and against it, the strongest first
}

// How much each clue says (from memory): the form and the clay can hardly be
// mistaken; coats are miscounted by looking.
const (
	sayForm   = 4.0
	sayClay   = 2.0
	sayGlaze  = 3.0
	sayCoats  = 1.0
	sayColour = 2.0
)

// Seek orders pieces by how well they fit the clues, the best first, and leaves
// out those that cannot be the one. Without a clue it finds nothing.
func Seek(c Clues, pieces []Piece) []Found {
	var list []Found
	for _, p := range pieces {
		if p.Named {
			continue
		}
		if score, why, some := c.fit(p); some && score > 0.3 {
			list = append(list, Found{ID: p.ID, Score: score, Why: why})
		}
	}
	slices.SortStableFunc(list, func(a, b Found) int { return cmp.Compare(b.Score, a.Score) })
	return list
}

// fit weighs the clues that are known; some is false where none is.
func (c Clues) fit(p Piece) (score float64, why []string, some bool) {
	sum, most := 0.0, 0.0
	weigh := func(weight, fits float64, text string) {
		most += weight
		sum += weight * fits
		why = append(why, text)
	}
	if c.Form != "" {
		weigh(sayForm, truth(c.Form == p.Form), said(c.Form == p.Form, "the form", "it is a "+string(p.Form)))
	}
	if c.Clay != "" {
		weigh(sayClay, truth(c.Clay == p.Clay), said(c.Clay == p.Clay, "the clay", "its clay is "+p.Clay))
	}
	for _, code := range c.Glazes {
		on := slices.Contains(p.Glazes, code)
		weigh(sayGlaze, truth(on), said(on, code, "no "+code+" was logged"))
	}
	if c.Coats != 0 {
		seen := max(c.Coats, 0)
		off := math.Abs(float64(seen - p.Coats))
		weigh(sayCoats, math.Max(0, 1-off/4), fmt.Sprintf("%d coats logged", p.Coats))
	}
	if c.Raw != nil {
		nearest := math.Inf(1)
		for _, raw := range p.Raw {
			nearest = math.Min(nearest, colour.Difference(*c.Raw, raw))
		}
		fits := math.Max(0, 1-nearest/30)
		weigh(sayColour, fits, said(fits > 0.5, "the raw colour", "another raw colour"))
	}
	if most == 0 {
		return 0, nil, false
	}
	return sum / most, why, true
}

func truth(b bool) float64 {
	if b {
		return 1
	}
	return 0
}

func said(fits bool, yes, no string) string {
	if fits {
		return yes + " fits"
	}
	return "but " + no
}
