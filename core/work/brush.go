package work

import (
	"fmt"
	"slices"

	"enkaustos/core/plan"
)

// brushing is what hands do to the glaze.
var brushing = []Entry{
	{Kind: BoneDry, By: Helper,
		Time:  "whether it came before the first coat, and after the piece was last wet",
		apply: (*State).felt,
		says:  func(Event, string) string { return "Felt, and bone dry" }},
	{Kind: Coated, Fields: []string{"surface", "glaze", "felt", "how", "surfaces", "downTo", "seconds", "density", "share", "part", "line", "of"}, By: Station, Wets: true, Works: true, Voids: "a coat was logged",
		Time:  "before which firing it was laid, out of which doubtful jar, when it dries, and its place among the coats of its surface",
		Lifts: "a missing stroke: only the hand that lays it knows, and an adult looks all round and at the foot after it",
		check: checkCoat,
		apply: (*State).coat,
		says:  saysCoat},
	{Kind: Felted, Fields: []string{"of", "felt", "text"}, By: Station,
		Lifts: "too many coats, where it felt thin: only the hand that laid it knows how thick it is",
		check: func(e Event, sc Scene) *Refusal {
			if !e.Felt.Known() || !slices.ContainsFunc(sc.State.Coats, func(c Coat) bool { return c.ID == e.Of }) {
				return senseless("say which coat felt thin, right or thick.")
			}
			if e.Text != "" && e.Text != ByPin {
				return senseless("a coat is felt, or tried with a %s, not %q.", ByPin, e.Text)
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
		says: func(e Event, _ string) string {
			if e.Text == ByPin {
				return "The coat is " + string(e.Felt) + ", by a pin"
			}
			return "The coat felt " + string(e.Felt)
		}},
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
	{Kind: Patched, Fields: []string{"surface"}, By: Station, Wets: true, Works: true, Voids: "a spot was patched",
		Time: "when the piece was last wet",
		says: func(_ Event, on string) string { return "Patched a spot on the " + on }},
	{Kind: TouchDry, Fields: []string{"surface", "text"}, By: Station,
		Time:  "when the piece was last wet, and how fast the room dries",
		Lifts: "that a coat is wet: a finger knows better than a figure; for the kiln it only ever makes the piece wetter",
		check: func(e Event, _ Scene) *Refusal {
			return unless(e.Surface != "" || e.Text == StillWet, "say which surface was touched and is dry.")
		},
		apply: func(s *State, e Event) {
			s.Touches = append(s.Touches, Touch{Surface: e.Surface, At: e.Happened(), Wet: e.Text == StillWet})
			if e.Text == StillWet {
				s.night(e.Happened(), true)
				s.damp(e) // a finger knows better than the hours since the last coat
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
		Lifts: "what the same tablet logged: a slip of the finger. Where the piece stands, an adult looks again",
		check: func(e Event, sc Scene) *Refusal {
			old, found := sc.Find(e.Undoes)
			switch {
			case !found:
				return senseless("there is nothing of that name to undo.")
			case !old.Kind.Undoable():
				return senseless("a %s cannot be undone.", old.Kind)
			case sc.redoes(old):
				return senseless("what was said of the kiln is said at the kiln.")
			case old.Kind == Refired && sc.State.Load != nil:
				return senseless("it stands in a load for that firing: take it out first.")
			case old.Kind == Refired && slices.ContainsFunc(sc.State.Firings(), func(f Firing) bool { return f.Seq > old.Seq }):
				return senseless("it was fired since.")
			}
			return nil
		},
		says: func(Event, string) string { return "Took a step back" }},
	{Kind: Resisted, Fields: []string{"surface", "text"}, By: Station, Works: true,
		check: func(e Event, _ Scene) *Refusal {
			if r := plan.Resist(e.Text); e.Surface == "" || r != plan.Wax && r != plan.Latex {
				return senseless("say which surface is resisted, and with wax or latex.")
			}
			return nil
		},
		apply: func(s *State, e Event) {
			switch plan.Resist(e.Text) {
			case plan.Wax: // it burns off, and hides no latex
				s.Waxed = with(s.Waxed, e.Surface, true)
			case plan.Latex:
				s.Latexed, s.Peeled = with(s.Latexed, e.Surface, true), with(s.Peeled, e.Surface, false)
			}
		},
		says: func(e Event, on string) string { return fmt.Sprintf("Resisted the %s with %s", on, e.Text) }},
	{Kind: Peeled, Fields: []string{"surface"}, By: Station, Voids: "its latex was peeled",
		Lifts: "latex: the hand that peels it sees it, and looks fall by it",
		check: func(e Event, sc Scene) *Refusal {
			if !sc.State.Latexed[e.Surface] && sc.Plan[e.Surface].Resist != plan.Latex {
				return senseless("no latex lies there to be peeled.")
			}
			return nil
		},
		apply: func(s *State, e Event) { s.Peeled = with(s.Peeled, e.Surface, true) },
		says:  func(_ Event, on string) string { return "Peeled the " + on }},
	{Kind: Wiped, Fields: []string{"surface", "back"}, By: Helper, Wets: true, Works: true, Voids: "it was wiped wet",
		Time:  "when the piece was last wet",
		check: coatsComeOff,
		apply: func(s *State, e Event) {
			if s.firstCoat().IsZero() {
				s.BoneDry = false
			} else {
				s.Soaked = true
			}
			s.takeOff(e)
		},
		says: func(e Event, on string) string {
			if e.Back > 0 {
				return fmt.Sprintf("Wiped wet, %d off the %s", e.Back, on)
			}
			return "Wiped wet"
		}},
	{Kind: Scraped, Fields: []string{"surface", "back"}, By: Helper, Voids: "glaze was scraped off",
		check: coatsComeOff,
		apply: (*State).takeOff,
		says:  func(e Event, on string) string { return fmt.Sprintf("Scraped, %d off the %s", e.Back, on) }},
}

// felt says that it was felt, and dry all over. That speaks of the clay under the glaze only
// where no coat was on yet, by when each was done.
func (s *State) felt(e Event) {
	if first := s.firstCoat(); first.IsZero() || first.After(e.When()) {
		s.BoneDry, s.Bone = true, e.When()
	}
	if e.When().After(s.Felt) {
		s.FeltDry, s.Felt = e.Happened(), e.When()
	}
	s.Soaked = s.Soaked && !s.DryToTouch()
}

// coatsComeOff refuses to take off more coats than are on.
func coatsComeOff(e Event, sc Scene) *Refusal {
	if n := len(sc.State.Loose(e.Surface)); e.Back > n || e.Back < 0 {
		return senseless("only %d coats are on, %d cannot come off.", n, e.Back)
	}
	return nil
}
