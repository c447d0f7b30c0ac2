package work

import (
	"fmt"
	"slices"

	"enkaustos/core/plan"
)

// brushing is what hands do to the glaze.
var brushing = []Entry{
	{Kind: BoneDry, By: Helper,
		apply: func(s *State, _ Event) { s.BoneDry = true },
		says:  func(Event, string) string { return "Felt, and bone dry" }},
	{Kind: Coated, Fields: []string{"surface", "glaze", "felt"}, By: Station, Wets: true, Voids: "a coat was logged",
		check: func(e Event, sc Scene) *Refusal {
			if !sc.Jar(e.Glaze) {
				return senseless("no jar is called %q.", e.Glaze)
			}
			if !e.Felt.known() && e.Felt != "" {
				return senseless("a coat feels thin, right or thick, not %q.", e.Felt)
			}
			return nil
		},
		apply: (*State).coat,
		says: func(e Event, on string) string {
			line := fmt.Sprintf("Coat of %s on the %s", e.Glaze, on)
			if e.Felt != "" && e.Felt != Right {
				line += ", felt " + string(e.Felt)
			}
			if e.Doubts != "" {
				line += "; the same or the next?"
			}
			return line
		}},
	{Kind: Felted, Fields: []string{"of", "felt"}, By: Station,
		check: func(e Event, sc Scene) *Refusal {
			if !e.Felt.known() || !slices.ContainsFunc(sc.State.Coats, func(c Coat) bool { return c.ID == e.Of }) {
				return senseless("say which coat felt thin, right or thick.")
			}
			return nil
		},
		apply: func(s *State, e Event) {
			s.Coats = slices.Clone(s.Coats)
			for i := range s.Coats {
				if s.Coats[i].ID == e.Of {
					s.Coats[i].Felt = e.Felt
				}
			}
		},
		says: func(e Event, _ string) string { return "The coat felt " + string(e.Felt) }},
	{Kind: Answered, Fields: []string{"of", "text"}, By: Helper,
		check: func(e Event, sc Scene) *Refusal {
			if !slices.ContainsFunc(sc.State.Doubts, func(c Coat) bool { return c.ID == e.Of }) {
				return senseless("that question was answered already.")
			}
			if e.Text != SameCoat && e.Text != NextCoat {
				return senseless("say whether it was the same coat or the next.")
			}
			return nil
		},
		apply: (*State).answer,
		says: func(e Event, _ string) string {
			return map[string]string{SameCoat: "It was the same coat, logged twice", NextCoat: "It was the next coat"}[e.Text]
		}},
	{Kind: Patched, Fields: []string{"surface"}, By: Station, Wets: true, Voids: "a spot was patched",
		says: func(_ Event, on string) string { return "Patched a spot on the " + on }},
	{Kind: TouchDry, Fields: []string{"surface", "text"}, By: Station,
		check: func(e Event, _ Scene) *Refusal {
			return unless(e.Surface != "" || e.Text == StillWet, "say which surface was touched and is dry.")
		},
		apply: func(s *State, e Event) {
			s.Touches = append(slices.Clip(s.Touches), Touch{Surface: e.Surface, At: e.At, Wet: e.Text == StillWet})
			if e.Text == StillWet && e.Happened().After(s.LastWet) {
				s.LastWet = e.Happened() // a finger knows better than the hours since the last coat
			}
		},
		says: func(e Event, on string) string {
			switch {
			case e.Surface == "":
				return "Felt cold: still damp"
			case e.Text == StillWet:
				return fmt.Sprintf("Touched the %s: still wet", on)
			}
			return fmt.Sprintf("Touched the %s: dry", on)
		}},
	{Kind: Undone, Fields: []string{"undoes"}, By: Station,
		check: func(e Event, sc Scene) *Refusal {
			old, found := sc.Find(e.Undoes)
			switch {
			case !found:
				return senseless("there is nothing of that name to undo.")
			case !old.Kind.Undoable():
				return senseless("a %s cannot be undone.", old.Kind)
			}
			return nil
		},
		says: func(Event, string) string { return "Took a step back" }},
	{Kind: Resisted, Fields: []string{"surface", "text"}, By: Station,
		check: func(e Event, _ Scene) *Refusal {
			if r := plan.Resist(e.Text); e.Surface == "" || r != plan.Wax && r != plan.Latex {
				return senseless("say which surface is resisted, and with wax or latex.")
			}
			return nil
		},
		apply: func(s *State, e Event) {
			if plan.Resist(e.Text) == plan.Latex { // wax burns off, and hides no latex
				s.Latexed, s.Peeled = with(s.Latexed, e.Surface, true), with(s.Peeled, e.Surface, false)
			}
		},
		says: func(e Event, on string) string { return fmt.Sprintf("Resisted the %s with %s", on, e.Text) }},
	{Kind: Peeled, Fields: []string{"surface"}, By: Station,
		check: func(e Event, sc Scene) *Refusal {
			if !sc.State.Latexed[e.Surface] && sc.Plan[e.Surface].Resist != plan.Latex {
				return senseless("no latex lies there to be peeled.")
			}
			return nil
		},
		apply: func(s *State, e Event) { s.Peeled = with(s.Peeled, e.Surface, true) },
		says:  func(_ Event, on string) string { return "Peeled the " + on }},
	{Kind: Wiped, Fields: []string{"surface", "back"}, By: Helper, Wets: true, Voids: "it was wiped wet",
		check: coatsComeOff,
		apply: func(s *State, e Event) {
			s.BoneDry = false
			s.takeBack(e.Surface, e.Back)
		},
		says: func(e Event, on string) string {
			if e.Back > 0 {
				return fmt.Sprintf("Wiped wet, %d off the %s", e.Back, on)
			}
			return "Wiped wet"
		}},
	{Kind: Scraped, Fields: []string{"surface", "back"}, By: Helper, Voids: "glaze was scraped off",
		check: coatsComeOff,
		apply: func(s *State, e Event) { s.takeBack(e.Surface, e.Back) },
		says:  func(e Event, on string) string { return fmt.Sprintf("Scraped, %d off the %s", e.Back, on) }},
}

func (t Thickness) known() bool { return t == Thin || t == Right || t == Thick }

// coatsComeOff refuses to take off more coats than are on.
func coatsComeOff(e Event, sc Scene) *Refusal {
	if n := len(sc.State.On(e.Surface)); e.Back > n || e.Back < 0 {
		return senseless("only %d coats are on, %d cannot come off.", n, e.Back)
	}
	return nil
}

func (s *State) coat(e Event) {
	coat := Coat{ID: e.ID, Seq: e.Seq, Surface: e.Surface, Glaze: e.Glaze, At: e.Happened(), By: e.By, Hand: e.Whose(), Felt: e.Felt, Doubts: e.Doubts}
	if e.Doubts != "" {
		s.Doubts = append(slices.Clip(s.Doubts), coat)
	} else {
		s.Coats = append(slices.Clip(s.Coats), coat)
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
