// Package wall makes an instrument of the wall of fired tiles: it finds the
// tile nearest to a colour, orders the wall, lays out which overlaps were ever
// fired, and points out what is easily confused. It never invents a colour.
package wall

import (
	"math"
	"slices"
	"strings"

	"enkaustos/core/colour"
)

// same is the ΔE2000 below which two colours are the same to the eye.
const same = 1.0

// Words says how a colour differs from a target as people say it: "a little
// lighter, greener". It names at most two directions, the larger first.
func Words(target, c colour.Lab) string { return words(target, c, colour.Difference(target, c)) }

// words is Words for colours whose difference d, ΔE2000, is known.
func words(target, c colour.Lab, d float64) string {
	if d < same {
		return "the same to the eye"
	}
	type step struct {
		size float64
		word string
	}
	steps := []step{{c.L - target.L, pick(c.L > target.L, "lighter", "darker")}}
	if target.Chroma() > 12 && c.Chroma() > 12 {
		// Both are colours: say how vivid, and where the hue went.
		chroma := c.Chroma() - target.Chroma()
		steps = append(steps, step{chroma, pick(chroma > 0, "more vivid", "duller")})
		turn := math.Remainder(c.Hue()-target.Hue(), 360)
		arc := 2 * math.Sqrt(c.Chroma()*target.Chroma()) * math.Sin(turn/2*math.Pi/180)
		steps = append(steps, step{arc, ahead(target.Hue(), turn > 0)})
	} else {
		steps = append(steps, step{math.Hypot(c.A-target.A, c.B-target.B), towards(c.A-target.A, c.B-target.B)})
	}
	slices.SortStableFunc(steps, func(a, b step) int {
		switch {
		case math.Abs(a.size) > math.Abs(b.size):
			return -1
		case math.Abs(a.size) < math.Abs(b.size):
			return 1
		}
		return 0
	})
	var said []string
	for _, s := range steps[:2] {
		if math.Abs(s.size) > 0.4*math.Abs(steps[0].size) && math.Abs(s.size) > same {
			said = append(said, s.word)
		}
	}
	if len(said) == 0 {
		said = []string{steps[0].word}
	}
	text := strings.Join(said, ", ")
	switch {
	case d < 4:
		return "a little " + text
	case d > 18:
		return "much " + text
	}
	return text
}

// pure are the hues, in degrees of CIELAB, that people call red, yellow, green
// and blue without a second word (from memory).
var pure = []struct {
	hue  float64
	word string
}{{25, "redder"}, {92, "yellower"}, {162, "greener"}, {262, "bluer"}}

// ahead names the next pure hue on the way round from a hue.
func ahead(hue float64, up bool) string {
	for i := range pure {
		next := (i + 1) % len(pure)
		way := math.Mod(pure[next].hue-pure[i].hue+360, 360)
		if from := math.Mod(hue-pure[i].hue+360, 360); from < way {
			return pick(up, pure[next].word, pure[i].word)
		}
	}
	return pure[0].word
}

// towards names the hue that a step of a* and b* leads to.
func towards(da, db float64) string {
	if math.Abs(da) > math.Abs(db) {
		return pick(da > 0, "redder", "greener")
	}
	return pick(db > 0, "yellower", "bluer")
}

func pick(first bool, a, b string) string {
	if first {
		return a
	}
	return b
}
