package school

import (
	"slices"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/matter"
	"enkaustos/core/plan"
	"enkaustos/core/schedule"
)

// ToFit is a piece as a plan of a lesson knows it.
func ToFit(m Moment, p *Piece) fits.Piece {
	a, weight := m.Assignments[p.Assignment], 1
	if _, shown := NextShow(m, p.Assignment); shown {
		weight = fits.ForShow
	}
	return fits.Piece{ID: p.ID, Hand: p.Student, Class: a.Class, Body: p.Body, State: p.State, Survey: m.Survey(p), Order: m.Order(p), Drying: m.Drying(a), House: a.House, Weight: weight, Plain: a.HoldsExtras()}
}

// FitClasses are classes that are taught together, with their open pieces, before their lessons are
// known.
func FitClasses(m Moment, classes []string) fits.Class {
	c := fits.Class{Now: m.At.Truncate(fits.Tick), House: m.House, Seats: func(code string) int { return Glazes.All(m.Snapshot)[code].Jar.Seats }}
	if len(classes) == 0 {
		return c
	}
	c.House, c.Speed = m.HouseOf(m.House, classes[0], nil), SpeedOf(m, classes[0])
	for _, class := range classes {
		for _, p := range m.PiecesOf(class) {
			if BeingGlazed(m, p) {
				c.Pieces = append(c.Pieces, ToFit(m, p))
			}
		}
	}
	return c
}

// ToLesson is a lesson as a plan of lessons knows it.
func ToLesson(l lesson.Lesson) fits.Lesson {
	return fits.Lesson{Key: l.Key.String(), Begins: l.Begins(time.Local), Rings: l.Rings(time.Local), Classes: l.Classes}
}

// BeingGlazed says whether somebody works at a piece in a lesson: it is there, and its coats or
// its foot are not finished.
func BeingGlazed(m Moment, p *Piece) bool {
	if p.State.Firing != nil || p.State.Load != nil || p.State.Aside != "" || p.State.Away != "" {
		return false
	}
	switch m.Survey(p).Stage {
	case matter.Plan, matter.Bench, matter.Foot:
		return true
	}
	return false
}

// LessonsAhead are the lessons that any of the classes of a lesson has from now on, past that
// lesson by so many, itself counted; and which of them it is. One that is over is the first.
func LessonsAhead(m Moment, to lesson.Lesson, past int) (all []fits.Lesson, at int) {
	from := m.At.Local()
	if begins := to.Begins(time.Local); !to.Rings(time.Local).After(from) {
		from = begins
	}
	at = -1
	for next := range Bells.The(m.Snapshot).Coming("", from) {
		if !slices.ContainsFunc(to.Classes, next.Has) {
			continue
		}
		if next.Key == to.Key {
			at = len(all)
		}
		if all = append(all, ToLesson(next)); at >= 0 && len(all) == at+past {
			break
		}
	}
	if at < 0 {
		return nil, 0
	}
	if skip := at - mostBetween; skip > 0 {
		all, at = all[skip:], mostBetween
	}
	return all, at
}

// mostBetween is how many lessons before one are planned as well: what is further off is left
// to its time.
const mostBetween = 20

// DueOf is the last day on which the pieces of an assignment can be glazed: its own, else
// the last of the term; zero where neither is known.
func DueOf(m Moment, a *Assignment) lesson.Date {
	if a.Due != 0 {
		return a.Due
	}
	return Bells.The(m.Snapshot).To
}

// alone is enough effort for one pair of hands.
var alone = schedule.Effort{Alone: 400, Seed: 1}

// LacksTime is what is to be said of a piece that asks for more than the lessons left up to
// its last day have time for, with its maker alone in the room; nil where it does not, and
// where no last day is known.
func LacksTime(m Moment, p *Piece) *plan.Finding {
	a := m.Assignments[p.Assignment]
	due, at := DueOf(m, a), m.At.Local()
	stage := m.Survey(p).Stage
	if due == 0 || a.Over || p.State.Firing != nil || p.State.Load != nil || stage != matter.Plan && stage != matter.Bench {
		return nil
	}
	c := fits.Class{Now: m.At.Truncate(fits.Tick), House: a.House, Pieces: []fits.Piece{ToFit(m, p)}}
	for _, l := range Bells.The(m.Snapshot).Left(a.Class, at, due) {
		c.Lessons = append(c.Lessons, ToLesson(l))
	}
	return c.Lacks(due.Said(), alone)
}

// SpeedOf is how fast a class lays its coats, learned from what it laid before today.
func SpeedOf(m Moment, class string) fits.Speed {
	var all []fits.Laid
	for _, p := range m.PiecesOf(class) {
		for _, l := range ToFit(m, p).LaidOn() {
			if l.At.Before(midnight(m.At)) {
				all = append(all, l)
			}
		}
	}
	return fits.LearnSpeed(all, m.HouseOf(m.House, class, nil).ChangeMinutes())
}
