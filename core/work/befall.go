package work

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/matter"
)

// befalling is what happens to the piece as a whole.
var befalling = []Entry{
	{Kind: Damaged, Words: true, Fields: []string{"text"}, By: Helper, Begins: []matter.Code{matter.Damaged}, Voids: "it was damaged",
		check: func(e Event, _ Scene) *Refusal { return unless(e.Text != "", "say what is damaged.") },
		apply: func(s *State, e Event) { s.Damages = harmed(s.Damages, e, "") },
		says:  words("Damaged")},
	{Kind: Repaired, Words: true, Fields: []string{"text", "of"}, By: Helper, Voids: "it was repaired",
		check: func(e Event, sc Scene) *Refusal { return mends(sc.State.Damages, e, "nothing is damaged.", "repaired") },
		apply: func(s *State, e Event) { s.Damages = mended(s.Damages, e) },
		says:  words("Repaired")},
	{Kind: Parted, Words: true, Fields: []string{"text", "parts"}, By: Helper, Voids: "it came apart",
		check: func(e Event, _ Scene) *Refusal {
			return unless(e.Parts >= 2, "it came apart into %d: expected two parts or more.", e.Parts)
		},
		apply: func(s *State, e Event) { s.Damages, s.Parts = nil, e.Parts },
		says: func(e Event, _ string) string {
			return fmt.Sprintf("Came apart: glazed and fired in %d parts", e.Parts)
		}},
	{Kind: Missing, Words: true, Fields: []string{"text"}, By: Helper, Begins: []matter.Code{matter.PartMissing},
		apply: func(s *State, e Event) { s.Lost = harmed(s.Lost, e, "a part") },
		says:  words("A part is missing")},
	{Kind: Found, Fields: []string{"of"}, By: Helper, Voids: "a part came back",
		check: func(e Event, sc Scene) *Refusal { return mends(sc.State.Lost, e, "nothing of it is missing.", "back") },
		apply: func(s *State, e Event) { s.Lost = mended(s.Lost, e) },
		says:  says("The part is back")},
	{Kind: Nameless, By: Station, Begins: []matter.Code{matter.NoName},
		apply: func(s *State, _ Event) { s.Unnamed = true },
		says:  says("No name can be read on it")},
	{Kind: Named, By: Helper,
		check: func(_ Event, sc Scene) *Refusal { return unless(sc.State.Unnamed, "its name was never missed.") },
		apply: func(s *State, _ Event) { s.Unnamed = false },
		says:  says("Its name is on it again")},
	{Kind: SetAside, Words: true, Fields: []string{"text"}, By: Helper, Begins: []matter.Code{matter.Aside},
		apply: func(s *State, e Event) { s.Aside = cmp.Or(e.Text, "set aside") },
		says:  words("Set aside")},
	{Kind: TakenUp, By: Helper,
		check: func(_ Event, sc Scene) *Refusal { return unless(sc.State.Aside != "", "it is not set aside.") },
		apply: func(s *State, _ Event) { s.Aside = "" },
		says:  says("Taken up again")},
	{Kind: Absent, By: Helper,
		apply: func(s *State, e Event) { s.Absent = e.Happened() },
		says:  says("Its maker was absent")},
	{Kind: Noted, Words: true, Fields: []string{"text", "shown"}, By: Station,
		check: func(e Event, _ Scene) *Refusal { return unless(e.Text != "", "an empty note says nothing.") },
		apply: func(s *State, e Event) { s.Notes = append(s.Notes, Note{e.Text, e.Shown}) },
		says: func(e Event, on string) string {
			if e.Shown {
				return words("Note for the class")(e, on)
			}
			return words("Note")(e, on)
		}},
	{Kind: Pictured, Fields: []string{"photo"}, By: Helper,
		apply: func(s *State, e Event) { s.Pictures = append(s.Pictures, e.Photo) },
		says:  says("Photographed")},
	{Kind: Moved, Words: true, Fields: []string{"place", "text"}, By: Helper,
		check: func(e Event, _ Scene) *Refusal {
			if len([]rune(e.Text)) > longestSpot {
				return senseless("a board or shelf is named in %d letters at most.", longestSpot)
			}
			return unless(placed[e.Place] != "", "%q is no place: expected ready, own or cart.", e.Place)
		},
		apply: func(s *State, e Event) { s.Place, s.Spot, s.Carried = e.Place, e.Text, s.Carried+1 },
		says:  func(e Event, on string) string { return words(placed[e.Place])(e, on) }},
	{Kind: LeftRoom, Words: true, Fields: []string{"text"}, By: Helper, Begins: []matter.Code{matter.Away},
		Time: "since when it is away",
		check: func(_ Event, sc Scene) *Refusal {
			return unless(sc.State.Firing == nil && sc.State.Load == nil, "it stands in a kiln load.")
		},
		apply: func(s *State, e Event) {
			s.Away, s.AwaySince, s.Spot = cmp.Or(e.Text, "elsewhere"), e.Happened(), ""
			s.Carried++
		},
		says: words("Left the room")},
	{Kind: CameBack, Words: true, Fields: []string{"text"}, By: Helper, Voids: "it came back from outside the room",
		check: func(_ Event, sc Scene) *Refusal { return unless(sc.State.Away != "", "it never left the room.") },
		apply: func(s *State, e Event) {
			s.Away, s.AwaySince = "", time.Time{}
			if e.Text != "" { // what was found chipped
				s.Damages = harmed(s.Damages, e, "")
			}
		},
		says: words("Came back")},
}

// longestSpot is how long the name of a board or shelf may be.
const longestSpot = 30

// harmed is a list with what an event says is wrong.
func harmed(all []Harm, e Event, otherwise string) []Harm {
	return append(all, Harm{e.ID, cmp.Or(e.Text, otherwise)})
}

// mended is a list without what an event mends: the one that it names, or the only one.
func mended(all []Harm, e Event) []Harm {
	left := slices.DeleteFunc(slices.Clone(all), func(h Harm) bool { return h.ID == e.Of || e.Of == "" && len(all) == 1 })
	if len(left) == 0 {
		return nil
	}
	return left
}

// mends refuses to mend what is not harmed, and asks which is meant where several are.
func mends(all []Harm, e Event, nothing, mended string) *Refusal {
	switch {
	case len(all) == 0:
		return senseless("%s", nothing)
	case e.Of == "" && len(all) > 1:
		return senseless("say which is %s: %s.", mended, Words(all))
	case e.Of != "" && !slices.ContainsFunc(all, func(h Harm) bool { return h.ID == e.Of }):
		return senseless("that is %s already.", mended)
	}
	return nil
}

// placed says where a piece was put.
var placed = map[Place]string{ReadyShelf: "Put on the ready shelf", OwnPlace: "Put in its own place", Cart: "Put on the cart"}

func unless(fine bool, format string, args ...any) *Refusal {
	if fine {
		return nil
	}
	return senseless(format, args...)
}

// says is a line that is always the same.
func says(line string) func(Event, string) string { return func(Event, string) string { return line } }

// words puts the event's words behind a head: "Damaged: rim"; the head alone where
// there are none.
func words(head string) func(Event, string) string {
	return func(e Event, _ string) string { return strings.TrimSuffix(head+": "+e.Text, ": ") }
}
