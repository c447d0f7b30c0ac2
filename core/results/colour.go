package results

import (
	"fmt"
	"math"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/wall"
)

// Took is what was read of a surface that came out, off a photograph.
type Took struct {
	Lab     colour.Lab
	Scatter float64 // ΔE2000 over the box
	Flags   []colour.Flag
	Finish  glaze.Finish // by what lies on top
	Curved  bool         // the surface bends
}

// Compared is a colour that came out beside the one that its tile promised.
type Compared struct {
	DeltaE float64 // CIEDE2000; 0 where Nothing is said instead
	// Least and Most are between which it lies, where the surface shines and bends; equal to DeltaE
	// where one figure can be named.
	Least, Most float64
	Words       string // how it differs, "a little lighter, greener"
	Nothing     string // why nothing can be said, a sentence; "" where something can
	Doubt       string // what the reader flagged; "" for nothing
}

// readWithin is what nearly all tiles are read within by three patches and daylight, ΔE2000
// (docs/accuracy.md).
const readWithin = 3.0

// shines says whether a finish mirrors its surroundings.
func shines(f glaze.Finish) bool { return f != glaze.Dull && f != "" }

// Compare holds what came out against what its tile promised. Without a card a camera's colours
// say nothing. On a glossy surface that bends some part always mirrors the light: what was read
// there is a range as wide as its box scatters, and nothing where the box was glare or shadow.
func Compare(t Took, promise colour.Lab) Compared {
	c := Compared{Doubt: colour.Doubts(t.Flags)}
	has := func(flags ...colour.Flag) bool {
		return slices.ContainsFunc(flags, func(f colour.Flag) bool { return slices.Contains(t.Flags, f) })
	}
	switch {
	case has(colour.NoCard):
		c.Nothing = "No card is in the picture: how the light was, nobody knows. Lay one beside the piece, and take it again."
	case has(colour.TooSmall, colour.Outside):
		c.Nothing = "What was read is no colour of a surface: draw a larger box, away from shine and shadow."
	case shines(t.Finish) && t.Curved && has(colour.Glare, colour.Clipped, colour.Shadow, colour.Uneven):
		c.Nothing = "A glossy wall that bends, with shine or shadow in the box: its colour cannot be read there. Hold it beside the tile."
	}
	if c.Nothing != "" {
		return c
	}
	c.DeltaE = colour.Difference(promise, t.Lab)
	c.Least, c.Most, c.Words = c.DeltaE, c.DeltaE, wall.Words(promise, t.Lab)
	if shines(t.Finish) && t.Curved {
		reach := math.Hypot(readWithin, 2*t.Scatter)
		c.Least, c.Most = max(0, c.DeltaE-reach), c.DeltaE+reach
	}
	return c
}

// Says is the comparison in a sentence.
func (c Compared) Says() string {
	switch {
	case c.Nothing != "":
		return c.Nothing
	case c.Least != c.Most:
		return fmt.Sprintf("Between ΔE %.0f and %.0f from its tile: it shines and bends, so no single figure holds.", c.Least, c.Most)
	case c.Doubt != "":
		return fmt.Sprintf("ΔE %.1f from its tile, %s. Not to be trusted too far: %s.", c.DeltaE, c.Words, c.Doubt)
	}
	return fmt.Sprintf("ΔE %.1f from its tile, %s.", c.DeltaE, c.Words)
}
