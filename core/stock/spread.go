package stock

import (
	"fmt"
	"math"
)

// Drop is how much a jar dropped between two looks into it, and what was
// brushed from it in between.
type Drop struct {
	ML  float64 // that went
	CM2 float64 // area of all coats logged in between, each coat counted
}

// Learned is a spread that a room learned.
type Learned struct {
	MLPerCM2 float64 // of one coat
	Lessons  int     // drops that counted
}

// Says is how somebody lays glaze beside the usual, kindly; "" where it is much the same.
func (l Learned) Says() string {
	share := l.MLPerCM2 / SpreadML
	switch {
	case l.Lessons == 0 || math.Abs(share-1) < 0.12:
		return ""
	case share < 1:
		return fmt.Sprintf("Its coats are spread thin, with about %.0f %% of the usual glaze: fuller brushes, or one coat more.", 100*share)
	}
	return fmt.Sprintf("Its coats are laid thick, with about %.0f %% of the usual glaze: mind the feet, and let them dry longer.", 100*share)
}

// What a coat can take, in mL per cm²: less is a look at the wrong jar, more
// was spilt, thrown away or never logged. And the area that the usual figure
// counts for beside what was seen (both from memory).
const (
	leastML, mostML = 0.015, 0.2
	usualCM2        = 1500
)

// Learn is the spread that drops tell: all that went over all that was brushed,
// with the usual figure counting as so much area that one lesson does not upset
// it. Drops that nobody could have brushed are left out. known is false where
// none is left.
func Learn(drops []Drop) (learned Learned, known bool) {
	ml, cm2 := usualCM2*SpreadML, float64(usualCM2)
	for _, d := range drops {
		if d.CM2 <= 0 || d.ML < leastML*d.CM2 || d.ML > mostML*d.CM2 {
			continue
		}
		ml, cm2 = ml+d.ML, cm2+d.CM2
		learned.Lessons++
	}
	learned.MLPerCM2 = ml / cm2
	return learned, learned.Lessons > 0
}
