package work

import (
	"maps"
	"slices"
	"time"

	"enkaustos/core/foot"
	"enkaustos/core/kiln"
)

// State is what a log of events amounts to. The zero State is a bare piece.
type State struct {
	Seq     int64 // of the last event, undone or not
	Coats   []Coat
	LastWet time.Time // last coat or wet wipe; zero if never
	Damage  string    // what broke; "" while whole
	Check   *Check    // the last check of the foot
	Load    *Loading  // the load it stands in, until unloaded
	Firing  *Firing   // the firing it went through
	Opinion *Opinion
	Quality *Quality
	Resists map[string]string // by surface: what keeps it bare, "wax" or "latex"
	Peeled  map[string]bool   // surfaces whose latex came off

	log []Event
	// touched is the Seq of the last coat, wipe, damage or repair, and why names it:
	// a check or load that had not seen it does not count.
	touched int64
	why     string
}

// Coat is one coat that is on the piece.
type Coat struct {
	ID      string
	Seq     int64
	Surface string
	Glaze   string
	At      time.Time
	By      string
}

// Check is the last inspection of the foot.
type Check struct {
	ID      string
	Verdict foot.Verdict
	At      time.Time
	By      string
	Lapsed  string // why it no longer counts; "" while it does
}

// Stands says whether the check counts and lets the piece onto the shelf.
func (c *Check) Stands() bool { return c != nil && c.Lapsed == "" && c.Verdict.Passes() }

// Loading is a place in a kiln load.
type Loading struct {
	Load   string
	Lapsed string // what happened to the piece since it was loaded
}

// Firing is a firing that the piece went through.
type Firing struct {
	Load     string
	Cone     kiln.Cone
	At       time.Time
	Unloaded time.Time // zero while it cools in the kiln
}

// Opinion is what the student says of the fired piece.
type Opinion struct {
	Text  string
	Again bool // would repeat it
}

// Quality is the teacher's mark for the fired piece.
type Quality struct {
	Mark int
	Text string
}

// Fold is the state that a log amounts to. The log is in the server's order.
// Events that another event undid have no effect; an undo can be undone.
func Fold(log []Event) State {
	var s State
	seen := make(map[string]bool, len(log))
	for _, e := range log {
		if !seen[e.ID] {
			seen[e.ID] = true
			s.log = append(s.log, e)
		}
	}
	undone := voided(s.log)
	for _, e := range s.log {
		if !undone[e.ID] {
			s.apply(e)
		}
		s.Seq = e.Seq
	}
	return s
}

// Step is the state after one more event. A resent event, known by its ID,
// changes nothing. Step leaves s as it was.
func Step(s State, e Event) State {
	if slices.ContainsFunc(s.log, func(old Event) bool { return old.ID == e.ID }) {
		return s
	}
	if e.Kind == Undone {
		return Fold(append(slices.Clone(s.log), e))
	}
	s.log = append(slices.Clip(s.log), e)
	s.Coats = slices.Clip(s.Coats)
	s.apply(e)
	s.Seq = e.Seq
	return s
}

// Log is the events behind the state, in the server's order, without resends.
func (s State) Log() []Event { return s.log }

// Undone says which events of the log, by ID, have no effect any more.
func (s State) Undone() map[string]bool { return voided(s.log) }

// voided walks the log backwards, so that an undo that was itself undone does
// not void anything.
func voided(log []Event) map[string]bool {
	var void map[string]bool
	for i, e := range slices.Backward(log) {
		if e.Kind != Undone || void[e.ID] {
			continue
		}
		if slices.ContainsFunc(log[:i], func(old Event) bool { return old.ID == e.Undoes }) {
			if void == nil {
				void = map[string]bool{}
			}
			void[e.Undoes] = true
		}
	}
	return void
}

// apply changes s by one event that counts. It replaces what pointers point
// to, never writes through them, so that states can share them.
func (s *State) apply(e Event) {
	switch e.Kind {
	case Coated:
		s.Coats = append(s.Coats, Coat{e.ID, e.Seq, e.Surface, e.Glaze, e.At, e.By})
		s.touch(e, "a coat was logged")
	case Resisted:
		s.Resists, s.Peeled = with(s.Resists, e.Surface, e.Text), with(s.Peeled, e.Surface, false)
	case Peeled:
		s.Peeled = with(s.Peeled, e.Surface, true)
	case Wiped:
		s.takeBack(e.Surface, e.Back)
		s.touch(e, "it was wiped wet")
	case Damaged:
		s.Damage = e.Text
		s.touch(e, "it was damaged")
	case Repaired:
		s.Damage = ""
		s.touch(e, "it was repaired")
	case Checked:
		check := Check{ID: e.ID, Verdict: e.Verdict, At: e.At, By: e.By}
		if e.Seen < s.touched {
			check.Lapsed = s.why + " that the checker had not seen"
		}
		s.Check = &check
	case Loaded:
		s.Load = &Loading{Load: e.Load}
		if e.Seen < s.touched {
			s.Load.Lapsed = s.why + " before it was loaded"
		}
	case TakenOut:
		s.Load = nil
	case Fired:
		s.Firing = &Firing{Load: e.Load, Cone: e.Cone, At: e.At}
	case Unloaded:
		s.unload(e)
	case Opined:
		s.Opinion = &Opinion{e.Text, e.Again}
	case Graded:
		s.Quality = &Quality{e.Mark, e.Text}
	}
}

// with is a map with one more entry; the map it came from stays as it was,
// because states share them.
func with[V any](m map[string]V, key string, v V) map[string]V {
	more := maps.Clone(m)
	if more == nil {
		more = map[string]V{}
	}
	more[key] = v
	return more
}

// touch voids whatever had not seen the event.
func (s *State) touch(e Event, why string) {
	if e.Kind.Wets() {
		s.LastWet = e.At
	}
	s.touched, s.why = e.Seq, why
	if s.Check != nil && s.Check.Lapsed == "" {
		check := *s.Check
		check.Lapsed = why + " after the check"
		s.Check = &check
	}
	if s.Load != nil && s.Load.Lapsed == "" {
		s.Load = &Loading{s.Load.Load, why + " after it was loaded"}
	}
}

// takeBack removes the last coats of a surface that a wipe took off.
func (s *State) takeBack(surface string, coats int) {
	kept := slices.Clone(s.Coats)
	for i := len(kept) - 1; i >= 0 && coats > 0; i-- {
		if kept[i].Surface == surface {
			kept = slices.Delete(kept, i, i+1)
			coats--
		}
	}
	s.Coats = kept
}

func (s *State) unload(e Event) {
	s.Load = nil
	if s.Firing != nil {
		firing := *s.Firing
		firing.Unloaded = e.At
		s.Firing = &firing
	}
}
