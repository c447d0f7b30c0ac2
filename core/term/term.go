// Package term foretells what is still to be fired: how many loads of which cone, when each class
// takes its work home, and who is late for a show. It goes through the term many times, each time
// with another pace of the classes and other loads, as what was logged lets them be; what four of
// five of those courses have is the range that is said.
package term

import (
	"cmp"
	"math"
	"slices"
	"time"

	"enkaustos/core/chance"
	"enkaustos/core/kiln"
	"enkaustos/core/lesson"
)

// Term is what lies ahead.
type Term struct {
	Today   lesson.Date
	Last    lesson.Date // of the term; 0 where that is open
	Kilns   []Kiln
	Classes []Class
	Pieces  []Piece
	// Away says whether nobody is at school on a day: nothing is lit or unloaded.
	Away func(lesson.Date) bool
	Fill chance.Shares // how full a load is when it is lit, see LearnFill
	Late Lateness
	// Waited is for how many days the first piece of loads waited that were lit before they were
	// full, see LearnPatience.
	Waited []int
	// Apart says that the house fires each class by itself, Mixed that bisque may stand beside
	// glaze where they go to one cone.
	Apart, Mixed bool
}

// Kiln is a kiln with what is in it now.
type Kiln struct {
	kiln.Kiln
	Out lesson.Date // when what cools in it can come out; 0 where it is empty
}

// Days is how many days after it was lit a load can come out: one for a kiln that is lit in the
// afternoon and opened the next one.
func (k Kiln) Days() int { return max(1, (k.Minutes+minutesOfADay-1)/minutesOfADay) }

const minutesOfADay = 24 * 60

// mayRun says whether it may be lit on a weekday, 1 for Monday.
func (k Kiln) mayRun(weekday int) bool {
	return !slices.ContainsFunc(k.Closed, func(d time.Weekday) bool { return int(d) == weekday%7 })
}

// Class is a class with its lessons to come, the one today with them where its bell has not gone.
type Class struct {
	ID      string
	Lessons []lesson.Date
	Pace    chance.Shares // see fits.Pace
}

// GreenDays is when to begin to feel whether greenware is dry (common practice).
const GreenDays = 7

// Firing is one firing that a piece still needs.
type Firing struct {
	Cone   kiln.Cone
	Air    kiln.Atmosphere
	Bisque bool
}

// Piece is one piece that is still to be fired, or that cools.
type Piece struct {
	ID, Class string
	Hand      string   // who works at it
	Litres    float64  // what it takes of a kiln's litres, see load.Piece.Litres
	Firings   []Firing // that are left, the next one first; none for one that cools after its last
	// Work is how many lessons of its class its work takes before each of these firings, as they are
	// planned: 0 where it waits for the kiln.
	Work []float64
	// Fewer is Work with one coat fewer on each surface where that can be let pass; nil where none can.
	Fewer []float64
	From  lesson.Date // it goes into no kiln before: it dries; 0 for at once
	Dries int         // days from its last coat to the kiln
	Cools int         // the kiln that it stands in, from 1; 0 for none
	Want  lesson.Date // out of the kiln by then; 0 for no day
}

// Batch is what may stand in one load.
type Batch struct {
	Firing
	Class string // "" where classes are fired together
}

// batch is the load that a piece waits for.
func (t *Term) batch(p *Piece, firing int) Batch {
	b := Batch{Firing: p.Firings[firing]}
	if t.Mixed {
		b.Bisque = false
	}
	if t.Apart {
		b.Class = p.Class
	}
	return b
}

// takes says whether a load may be lit in a kiln.
func (k Kiln) takes(b Batch) bool { return !k.Rests && k.Fires(b.Cone, b.Air) }

// Fires says whether a kiln in use is fired as a batch is.
func (t *Term) Fires(b Batch) bool {
	return slices.ContainsFunc(t.Kilns, func(k Kiln) bool { return k.takes(b) })
}

// compare puts batches in order: the cooler cone first, bisque before glaze.
func (b Batch) compare(o Batch) int {
	side := func(b Batch) int {
		if b.Bisque {
			return 0
		}
		return 1
	}
	if b.Cone != o.Cone {
		if b.Cone.Cooler(o.Cone) {
			return -1
		}
		return 1
	}
	return cmp.Or(side(b)-side(o), cmp.Compare(b.Air, o.Air), cmp.Compare(b.Class, o.Class))
}

// PastLoad is a load that was lit.
type PastLoad struct {
	Litres float64 // of what stood in it
	Room   float64 // kiln.Kiln.Litres
	// Left says that something had to wait for want of room: the load was as full as it gets.
	Left bool
	// DaysLate is how many school days after it could be it was unloaded.
	DaysLate int
	// Waited is how many days the first of it had been ready when it was lit.
	Waited int
}

// usualFill is how much of its room a packed kiln holds where nobody knows anything: a
// little less than the planner of core/load does (docs/term.md), and how far loads lie apart.
var usualFill = chance.Usual{Share: 0.45, Scatter: 0.12, Counts: 2, Spread: 4}

// LearnFill is how full loads are when they are lit. One that took all there was teaches where it
// was nearly as full as those that left something: else it was lit for another reason.
func LearnFill(past []PastLoad) chance.Shares {
	var full, loose []float64
	for _, p := range past {
		switch share := p.Litres / p.Room; {
		case p.Room <= 0 || p.Litres <= 0:
		case p.Left:
			full = append(full, share)
		default:
			loose = append(loose, share)
		}
	}
	enough := nearlyFull * math.Exp(usualFill.Learn(full).Mean)
	for _, share := range loose {
		if share > enough {
			full = append(full, share)
		}
	}
	return usualFill.Learn(full)
}

const nearlyFull = 0.7

// LearnPatience is how long those who light the kiln wait for it to be filled.
func LearnPatience(past []PastLoad) (days []int) {
	for _, p := range past {
		if !p.Left {
			days = append(days, p.Waited)
		}
	}
	return days
}

// Lateness is how often loads that could come out did, and did not, as school days went by.
type Lateness struct{ InTime, Waited int }

// LearnLateness counts the days on which loads waited to be unloaded.
func LearnLateness(past []PastLoad) (l Lateness) {
	for _, p := range past {
		l.InTime++
		l.Waited += min(p.DaysLate, mostLate)
	}
	return l
}

const mostLate = 5

// waits is the chance that a load which could come out waits another day: usually one in six (from
// memory), which counts as six loads.
func (l Lateness) waits() float64 {
	return float64(l.Waited+1) / float64(l.InTime+l.Waited+6)
}
