package foresee

import (
	"math/rand"
	"time"

	"enkaustos/core/fits"
)

// Drawn is a class of so many students with a bowl each, at the beginning of a term, and
// four lessons before it.
func Drawn(seed int64, students int) (fits.Class, error) {
	c, err := newClass(rand.New(rand.NewSource(seed)), students) //nolint:gosec // a class that can be drawn again
	if err != nil {
		return fits.Class{}, err
	}
	begins := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	k := c.asKnown(begins)
	for n := range 4 {
		at := begins.AddDate(0, 0, 7*n)
		k.Lessons = append(k.Lessons, fits.Lesson{Begins: at, Rings: at.Add(65 * time.Minute)})
	}
	k.Pieces = k.Pieces[:students]
	for i := range k.Pieces { // one piece each, as a class mostly has
		k.Pieces[i].Hand = string(rune('a' + i))
	}
	return k, nil
}
