package work

import (
	"fmt"
	"time"

	"enkaustos/core/rules"
)

// What Cleaned says beside that the dust was taken off with a damp sponge.
const (
	Rinse      = "rinse"  // under the tap: it has to dry first
	CleanFirst = "before" // asked afterwards: before its first coat
	NotCleaned = "not"    // asked afterwards: nobody did
)

// Cleaning is how the clay was made ready for glaze. The zero Cleaning says nothing.
type Cleaning struct {
	At      time.Time // when its dust was last taken off; zero where that is not known
	Rinsed  bool      // under the tap
	Sanded  bool      // since: dust lies on it again
	Skipped bool      // somebody said that nobody took it off
}

// cleaning is what is done to the clay before the first brush.
var cleaning = []Entry{
	{Kind: Cleaned, Fields: []string{"text"}, By: Station,
		Time:  "whether it came before the first coat, and how long before",
		Lifts: "dust: the hand with the sponge knows",
		check: func(e Event, sc Scene) *Refusal {
			switch e.Text {
			case "", Rinse:
				return nil
			case CleanFirst, NotCleaned:
				return unless(!sc.State.firstCoat().IsZero(), "no coat is on yet: clean it first.")
			}
			return senseless("clay is cleaned with a damp sponge or under the tap, not by %q.", e.Text)
		},
		apply: (*State).clean,
		says: func(e Event, _ string) string {
			return map[string]string{"": "Wiped free of dust", Rinse: "Rinsed under the tap", CleanFirst: "Had been wiped free of dust before its first coat",
				NotCleaned: "Had not been wiped free of dust"}[e.Text]
		}},
	{Kind: Sanded, Fields: []string{"surface"}, By: Station, Voids: "it was sanded",
		apply: func(s *State, _ Event) {
			if s.firstCoat().IsZero() { // glaze rubbed level later says nothing of the clay
				s.Cleaning = Cleaning{Sanded: true}
			}
		},
		says: func(_ Event, on string) string {
			if on == "" {
				return "Sanded"
			}
			return "Sanded the " + on
		}},
}

// clean takes the dust off the clay before its first coat, or says how that was; what is wiped
// after it says nothing of the clay below.
func (s *State) clean(e Event) {
	first := s.firstCoat()
	if e.Text == Rinse {
		s.wet(e)
	}
	switch {
	case e.Text == NotCleaned:
		s.Cleaning = Cleaning{Skipped: true}
	case e.Text == CleanFirst && !first.IsZero():
		s.Cleaning = Cleaning{At: first.At}
	case first.IsZero() || first.After(e.When()):
		s.Cleaning = Cleaning{At: e.Happened(), Rinsed: e.Text == Rinse}
	}
}

// firstCoat is when the first coat went on that is not fired yet; zero where none did.
func (s *State) firstCoat() (first When) {
	for _, c := range s.Coats {
		if !s.FiredOn(c) && (first.IsZero() || first.After(c.When())) {
			first = c.When()
		}
	}
	return first
}

// Dust says in a clause why dust or oil may lie on the clay at a moment; "" where they were
// taken off and nothing brought them back.
func (s State) Dust(h rules.House, at time.Time) string {
	c := s.Cleaning
	switch days := at.Sub(c.At).Hours() / 24; {
	case c.Skipped:
		return "its dust was not taken off"
	case c.Sanded:
		return "it was sanded, and its dust not taken off since"
	case c.At.IsZero() || at.Before(c.At):
		return "nobody logged that its dust was taken off"
	case h.CleanDays > 0 && days > h.CleanDays:
		return fmt.Sprintf("its dust was taken off more than %g days ago, and it was handled since", h.CleanDays) // a count would be another one tomorrow
	}
	return ""
}

// askedFor is how long it makes sense to ask whether clay was clean under its first coat.
const askedFor = 12 * time.Hour

// Dusty is what is known of dust on a piece at a moment. The zero Dusty needs nobody.
type Dusty struct {
	Why   string    // in a clause; "" where it was taken off, or nobody can tell any more
	Asked bool      // a coat lies on it already: somebody says, once, whether it was clean
	Until time.Time // when this changes by itself; zero where it does not
}

// DustOn is the dust that somebody has to mind: on clay before its first coat, and under that
// for as long as somebody may remember.
func (s State) DustOn(h rules.House, now time.Time) Dusty {
	if s.Firing != nil || s.Load != nil {
		return Dusty{}
	}
	first := s.firstCoat().At
	if first.IsZero() {
		d := Dusty{Why: s.Dust(h, now)}
		if d.Why == "" && h.CleanDays > 0 {
			d.Until = s.Cleaning.At.Add(time.Duration(h.CleanDays * 24 * float64(time.Hour)))
		}
		return d
	}
	if s.Cleaning.Skipped || now.Sub(first) >= askedFor {
		return Dusty{}
	}
	if why := s.Dust(h, first); why != "" {
		return Dusty{Why: why, Asked: true, Until: first.Add(askedFor)}
	}
	return Dusty{}
}

// rinseDries is how long bisque that was rinsed takes until it drinks glaze again, in minutes
// (from memory; that it must dry first is common practice).
const rinseDries = 30

// ReadyAt is when the first coat may go on clay that was rinsed; zero where it was not.
func (d Drying) ReadyAt(s State) time.Time {
	if !s.Cleaning.Rinsed {
		return time.Time{}
	}
	minutes := float64(rinseDries)
	if d.Pace > 0 {
		minutes *= d.Pace
	}
	if d.Damp != nil && d.Damp(s.Cleaning.At) {
		minutes *= dampDay
	}
	return s.Cleaning.At.Add(time.Duration(minutes * float64(time.Minute)))
}
