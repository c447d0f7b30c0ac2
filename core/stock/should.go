package stock

import (
	"fmt"
	"math"
)

// A level is read off a jar no better than by so much of what it holds full, and by so many mL
// (from memory).
const (
	readsShare = 0.05
	readsML    = 10
)

// ShouldML is what a jar holds by what was seen in it last and what is known of it since: what
// was poured out of it and what came back; where nothing was poured, what its coats took. In
// mL, never below 0.
func ShouldML(seen, poured, back, laid float64) float64 {
	out := poured - back
	if poured == 0 {
		out = laid - back
	}
	return max(0, seen-out)
}

// Missed says how what is seen in a jar departs from what should be in it, in a clause; "" where
// nobody could tell by the level. full is what the jar holds, mL.
func Missed(should, seen, full float64) string {
	d := seen - should
	if math.Abs(d) <= max(readsML, readsShare*full) {
		return ""
	}
	if d < 0 {
		return fmt.Sprintf("%.0f mL less than was to be expected: spilled, laid thick, thrown away, or poured without a note", -d)
	}
	return fmt.Sprintf("%.0f mL more than was to be expected: filled up, or less was poured than was noted", d)
}
