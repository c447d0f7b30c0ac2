package work

import "time"

// When is when something happened: the moment at which it was really done, and its place in the
// log. Rules that ask what came first ask After, and no other way.
//
// What is logged as it happens comes in the order of the log, whatever the clock said: a clock
// may be set back, and taps of one request share their time. What was told afterwards (entered
// for a lesson that is over, or sent by a tablet that was without the network) comes where its
// time puts it; of one time, in the order of the log.
type When struct {
	At   time.Time
	Seq  int64
	Told bool // afterwards: At is earlier than the log
}

// IsZero says whether it never happened.
func (w When) IsZero() bool { return w.Seq == 0 && w.At.IsZero() }

// After says whether it happened after something else. What never happened comes before all.
func (w When) After(o When) bool {
	switch {
	case w.IsZero() || o.IsZero():
		return !w.IsZero()
	case (w.Told || o.Told) && !w.At.Equal(o.At):
		return w.At.After(o.At)
	}
	return w.Seq > o.Seq
}

// When is when the event happened.
func (e Event) When() When { return When{At: e.Happened(), Seq: e.Seq, Told: !e.Done.IsZero()} }

// When is when the coat was laid.
func (c Coat) When() When { return When{At: c.At, Seq: c.Seq, Told: c.Told} }

// lit is when the kiln was lit.
func (f Firing) lit() When { return When{At: f.At, Seq: f.Seq} }
