package work

import (
	"cmp"
	"maps"
	"slices"
)

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
	case Coated, Felted, Answered, Patched, Wiped, Scraped:
		s.brush(e)
	case Resisted:
		s.Resists, s.Peeled = with(s.Resists, e.Surface, e.Text), with(s.Peeled, e.Surface, false)
	case Peeled:
		s.Peeled = with(s.Peeled, e.Surface, true)
	case BoneDry:
		s.BoneDry = true
	case Covered, Checked, Prepared, Ruled:
		s.judge(e)
	case Loaded, TakenOut, Fired, Unloaded:
		s.fire(e)
	case Opined:
		s.Opinion = &Opinion{e.Text, e.Again}
	case Graded:
		s.Quality = &Quality{e.Mark, e.Text}
	default:
		s.befall(e)
	}
}

// brush is what hands do to the glaze.
func (s *State) brush(e Event) {
	switch e.Kind {
	case Coated:
		coat := Coat{e.ID, e.Seq, e.Surface, e.Glaze, e.Happened(), e.By, e.Felt, e.Doubts}
		if e.Doubts != "" {
			s.Doubts = append(slices.Clip(s.Doubts), coat)
		} else {
			s.Coats = append(s.Coats, coat)
		}
		s.touch(e, "a coat was logged")
	case Felted:
		s.Coats = slices.Clone(s.Coats)
		for i := range s.Coats {
			if s.Coats[i].ID == e.Of {
				s.Coats[i].Felt = e.Felt
			}
		}
	case Answered:
		s.answer(e)
	case Patched:
		s.touch(e, "a spot was patched")
	case Wiped:
		s.takeBack(e.Surface, e.Back)
		s.touch(e, "it was wiped wet")
	case Scraped:
		s.takeBack(e.Surface, e.Back)
		s.touch(e, "glaze was scraped off")
	}
}

// answer settles a doubted coat: the next one counts where it was laid, the
// same one never did.
func (s *State) answer(e Event) {
	i := slices.IndexFunc(s.Doubts, func(c Coat) bool { return c.ID == e.Of })
	if i < 0 {
		return
	}
	coat := s.Doubts[i]
	s.Doubts = slices.Delete(slices.Clone(s.Doubts), i, i+1)
	if len(s.Doubts) == 0 {
		s.Doubts = nil
	}
	if e.Text != NextCoat {
		return
	}
	at := slices.IndexFunc(s.Coats, func(c Coat) bool { return c.Seq > coat.Seq })
	if at < 0 {
		at = len(s.Coats)
	}
	s.Coats = slices.Insert(slices.Clone(s.Coats), at, coat)
}

// befall is what happens to the piece as a whole.
func (s *State) befall(e Event) {
	switch e.Kind {
	case Damaged:
		s.Damage = e.Text
		s.touch(e, "it was damaged")
	case Repaired:
		s.Damage = ""
		s.touch(e, "it was repaired")
	case Parted:
		s.Damage, s.Parts = "", e.Parts
		s.touch(e, "it came apart")
	case Missing:
		s.Lost = cmp.Or(e.Text, "a part")
	case Found:
		s.Lost = ""
		s.touch(e, "a part came back")
	case Nameless:
		s.Unnamed = true
	case Named:
		s.Unnamed = false
	case SetAside:
		s.Aside = cmp.Or(e.Text, "set aside")
	case TakenUp:
		s.Aside = ""
	case Absent:
		s.Absent = e.Happened()
	case Noted:
		s.Notes = append(slices.Clip(s.Notes), e.Text)
	case Pictured:
		s.Pictures = append(slices.Clip(s.Pictures), e.Photo)
	case Moved:
		s.Place = e.Place
	case LeftRoom:
		s.Away = cmp.Or(e.Text, "elsewhere")
	case CameBack:
		s.Away = ""
		if e.Text != "" {
			s.Damage = e.Text
		}
		s.touch(e, "it came back from outside the room")
	}
}

// judge is what somebody says who looked at the piece.
func (s *State) judge(e Event) {
	late := ""
	if e.Seen < s.touched {
		late = s.why + " that the checker had not seen"
	}
	switch e.Kind {
	case Covered:
		s.Cover = &Look{ID: e.ID, Cover: e.Cover, Surface: e.Surface, At: e.Happened(), By: e.By, Lapsed: late}
	case Checked:
		s.Check = &Check{ID: e.ID, Verdict: e.Verdict, Spots: e.Spots, Parts: e.Parts, At: e.Happened(), By: e.By, Lapsed: late}
	case Prepared:
		s.Helps = with(s.Helps, e.Text, true)
	case Ruled:
		if late == "" {
			s.Rulings = append(slices.Clip(s.Rulings), Ruling{e.Code, e.Surface, e.Text, e.By, e.Happened()})
		}
	}
}

// fire is what the kiln does.
func (s *State) fire(e Event) {
	switch e.Kind {
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
	if e.Kind.Wets() && e.Happened().After(s.LastWet) {
		s.LastWet = e.Happened()
	}
	if e.Kind == Wiped {
		s.BoneDry = false
	}
	s.touched, s.why = e.Seq, why
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
