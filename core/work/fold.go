package work

import (
	"maps"
	"slices"
	"time"
)

// Fold is the state that a log amounts to. The log is in the server's order.
// Events that another event undid have no effect but that looks from before them are not
// what they were; an undo can be undone. A resent
// event, known by its ID, counts once.
func Fold(log []Event) State {
	var s State
	seen, twice := make(map[string]bool, len(log)), false
	for _, e := range log {
		twice = twice || seen[e.ID]
		seen[e.ID] = true
	}
	if twice {
		clear(seen)
		log = slices.DeleteFunc(slices.Clone(log), func(e Event) bool {
			again := seen[e.ID]
			seen[e.ID] = true
			return again
		})
	}
	undone := UndoneIn(log)
	for _, e := range log {
		if undone[e.ID] {
			s.takenBack(e)
		} else {
			s.apply(e)
		}
		s.Seq = e.Seq
	}
	return s
}

// Step is the state after one more event, which is new to the piece. log is the
// piece's log before it, in the server's order; it is asked for an undo alone,
// which is folded from scratch. Step leaves s as it was.
func Step(s State, e Event, log func() []Event) State {
	if e.Kind == Undone {
		return Fold(append(slices.Clone(log()), e))
	}
	s.clip()
	s.apply(e)
	s.Seq = e.Seq
	return s
}

// clip leaves the slices no room to grow in, so that what is added to them lies elsewhere
// than in a state that shares them.
func (s *State) clip() {
	s.Coats, s.Doubts, s.Undone, s.Sponged = slices.Clip(s.Coats), slices.Clip(s.Doubts), slices.Clip(s.Undone), slices.Clip(s.Sponged)
	s.Damages, s.Lost = slices.Clip(s.Damages), slices.Clip(s.Lost)
	s.Past, s.Pictures, s.Notes, s.Rulings, s.Touches, s.Nights = slices.Clip(s.Past), slices.Clip(s.Pictures), slices.Clip(s.Notes), slices.Clip(s.Rulings), slices.Clip(s.Touches), slices.Clip(s.Nights)
}

// UndoneIn says which events of a log, by ID, have no effect any more. It walks the
// log backwards, so that an undo that was itself undone does not void anything.
func UndoneIn(log []Event) map[string]bool {
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

// apply changes s by one event that counts. It replaces what pointers and maps hold, and
// adds to slices, never writes through them: Step clips those first, so that states can
// share them.
func (s *State) apply(e Event) {
	entry := register[e.Kind]
	if entry.Works && s.out() && e.When().After(s.Firing.lit()) {
		s.next(e, "it was worked on after its firing")
	}
	if entry.apply != nil {
		entry.apply(s, e)
	}
	for _, code := range entry.Begins {
		s.Since = with(s.Since, code, e.Seq)
	}
	if entry.Wets {
		s.wet(e)
	}
	if entry.Voids != "" {
		s.void(e, entry.Voids)
	}
}

// wet begins the drying anew.
func (s *State) wet(e Event) {
	s.damp(e)
	if at := e.Happened(); at.After(s.WetAt) {
		s.WetAt = at
	}
}

// damp says that the piece was wet, or felt so, when the event happened.
func (s *State) damp(e Event) {
	if at := e.Happened(); at.After(s.LastWet) {
		s.LastWet = at
	}
	if e.When().After(s.Wet) {
		s.Wet = e.When()
	}
}

// DryToTouch says whether somebody felt it dry all over since it was last wet.
func (s *State) DryToTouch() bool { return s.Felt.After(s.Wet) }

// night remembers how long it had dried by a moment.
func (s *State) night(at time.Time, cold bool) {
	if wait := at.Sub(s.WetAt); !s.WetAt.IsZero() && wait > 0 {
		s.Nights = append(s.Nights, Night{Wait: wait, Cold: cold, At: at})
	}
}

// takenBack remembers an event without effect that would have left water or glaze on the piece:
// where it stands, that may still be there. Of what was only said nothing is left.
func (s *State) takenBack(e Event) {
	if entry := register[e.Kind]; entry.Wets {
		s.Undone = append(s.Undone, TakenBack{Surfaces: e.On(), Seq: e.Seq, Why: entry.Voids})
	}
}

// void voids whatever had not seen the event.
func (s *State) void(e Event, why string) {
	s.Voided, s.VoidedBy = e.Seq, why
	s.Rulings = nil
	if s.Cover != nil && s.Cover.Lapsed == "" {
		look := *s.Cover
		look.Lapsed = why + " after the look"
		s.Cover = &look
	}
	if s.Check != nil && s.Check.Lapsed == "" {
		check := *s.Check
		check.Lapsed = why + " after the check"
		s.Check = &check
	}
	if s.Load != nil && s.Load.Lapsed == "" {
		s.Load = &Loading{s.Load.Load, why + " after it was loaded"}
	}
}

// with is a map with one more entry; the map it came from stays as it was,
// because states share them.
func with[K comparable, V any](m map[K]V, key K, v V) map[K]V {
	more := maps.Clone(m)
	if more == nil {
		more = map[K]V{}
	}
	more[key] = v
	return more
}
