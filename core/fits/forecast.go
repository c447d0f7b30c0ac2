package fits

import (
	"math"

	"enkaustos/core/chance"
)

// Past is a lesson that was: how many coats were foreseen for it, and how many were laid.
type Past struct{ Foreseen, Laid int }

// Range is how many coats a class lays in a lesson, four times out of five.
type Range struct {
	Low, Middle, High int
	Lessons           int // that it was learned from
}

// usualPace is what is thought of a class of which nobody knows anything (from memory): it lays
// somewhat fewer coats than a plan in which nobody chats, waits or is called away.
var usualPace = chance.Usual{Share: 0.85, Scatter: 0.15, Counts: 1.5, Spread: 4}

// Pace is what share of the coats that are foreseen for a lesson a class lays.
func Pace(past []Past) chance.Shares {
	var shares []float64
	for _, p := range past {
		if p.Foreseen > 0 && p.Laid > 0 {
			shares = append(shares, float64(p.Laid)/float64(p.Foreseen))
		}
	}
	return usualPace.Learn(shares)
}

// Forecast is how many coats a class lays of those that are foreseen for a lesson, by its Pace.
func Forecast(foreseen int, past []Past) Range {
	pace := Pace(past)
	low, middle, high := pace.Range80()
	n := float64(foreseen)
	return Range{Low: int(math.Floor(n * low)), Middle: int(math.Round(n * middle)), High: int(math.Ceil(n * high)), Lessons: pace.Seen}
}
