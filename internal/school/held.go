package school

import (
	"iter"
	"slices"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/work"
)

// Held is what is kept of one lesson.
type Held struct {
	Key   string `json:"key"` // lesson.Key
	Ticks []Tick `json:"ticks,omitempty"`
	// Planned is how many coats were foreseen for it when it was first prepared.
	Planned int `json:"planned,omitempty"`
}

// Tick is something on a list of a lesson that is done.
type Tick struct {
	Item string    `json:"item"`
	By   string    `json:"by"`
	At   time.Time `json:"at"`
}

// HeldLessons are the lessons of which something was ticked.
var HeldLessons = Register("lesson", func(h Held) string { return h.Key }).Quiet()

// HeldOf is what is kept of a lesson so far.
func HeldOf(m Moment, at lesson.Lesson) Held {
	h, _ := HeldLessons.Get(m.Snapshot, at.Key.String())
	h.Key = at.Key.String()
	return h
}

// Ticked says whether something is ticked.
func (h Held) Ticked(item string) bool {
	return slices.ContainsFunc(h.Ticks, func(t Tick) bool { return t.Item == item })
}

// Afterwards is how long after a lesson what is logged is thought to be of it.
const Afterwards = time.Hour

// SpanOf says whether something that happens at a moment is of a lesson: some time after its
// bell as well, but no longer than until its classes come again.
func SpanOf(m Moment, l lesson.Lesson) func(moment time.Time) bool {
	from, to := l.Begins(time.Local), l.Rings(time.Local).Add(Afterwards)
	for _, next := range Bells.The(m.Snapshot).On(l.Date) {
		if at := next.Begins(time.Local); at.After(from) && at.Before(to) && slices.ContainsFunc(l.Classes, next.Has) {
			to = at
		}
	}
	return func(moment time.Time) bool { return !moment.Before(from) && moment.Before(to) }
}

// LaidIn goes through the coats that the classes of a lesson laid in it, each with its piece.
func LaidIn(m Moment, at lesson.Lesson) iter.Seq2[*Piece, *work.Coat] {
	in := SpanOf(m, at)
	return func(yield func(*Piece, *work.Coat) bool) {
		for _, class := range at.Classes {
			for _, p := range m.PiecesOf(class) {
				for i := range p.State.Coats {
					if c := &p.State.Coats[i]; in(c.At) && !yield(p, c) {
						return
					}
				}
			}
		}
	}
}

// CoatsLaid is how many coats were laid in a lesson.
func CoatsLaid(m Moment, at lesson.Lesson) (n int) {
	for range LaidIn(m, at) {
		n++
	}
	return n
}

// lookedBack is over how many lessons, and days, of a class its share is learned.
const lookedBack, daysBack = 12, 120

// PastLessons are the last lessons of a class that were prepared, and so foreseen.
func PastLessons(m Moment, class string) (past []fits.Past) {
	for _, l := range Bells.The(m.Snapshot).Before(class, m.At.Local(), lookedBack, daysBack) {
		if h := HeldOf(m, l); h.Planned > 0 {
			past = append(past, fits.Past{Foreseen: h.Planned, Laid: CoatsLaid(m, l)})
		}
	}
	return past
}
