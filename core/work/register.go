package work

import (
	"slices"

	"enkaustos/core/matter"
)

// Entry is all that is known of a kind of event. A new kind is one entry, and its
// name in the contract.
type Entry struct {
	Kind   Kind
	Fields []string      // the fields of Event, by their JSON names, that the kind takes beside id, piece and kind
	By     Role          // the least that somebody has to be who logs it; "" where only the server does
	Keeps  bool          // it cannot be taken back by an undo
	Words  bool          // its text is somebody's own words, and not one of a few
	Wets   bool          // it puts water or glaze on the piece: drying starts again
	Works  bool          // it is work for a firing to come: of a piece that is out of the kiln it begins the next stage
	Time   string        // what of it goes by when it was really done (State, by When); all else goes by its place in the log
	Lifts  string        // which reason against firing a tablet may take away by it, and why it may; "" where none
	Begins []matter.Code // what keeps the piece out of the kiln from this event on, until something ends it
	Voids  string        // what looks, rulings and loads say that fall by it: "a coat was logged"; "" where none does

	check func(Event, Scene) *Refusal          // why it cannot have happened; nil where it always can
	apply func(*State, Event)                  // what it does to the piece; nil where it only voids
	says  func(e Event, surface string) string // the line in the piece's record; surface by name
}

// register is filled once, from the tables beside what the kinds do.
var register = map[Kind]Entry{}

// kinds are the kinds in the order a piece meets them.
var kinds []Kind

func init() {
	for _, e := range slices.Concat(cleaning, brushing, befalling, judging, firing, judgingFired) {
		register[e.Kind] = e
		kinds = append(kinds, e.Kind)
	}
}

// Of is what is known of a kind; ok is false for none of them.
func Of(k Kind) (e Entry, ok bool) {
	e, ok = register[k]
	return e, ok
}

// Kinds lists every kind.
func Kinds() []Kind { return slices.Clone(kinds) }

// Worded lists the kinds whose text is somebody's own words.
func Worded() []Kind {
	return slices.DeleteFunc(Kinds(), func(k Kind) bool { return !register[k].Words })
}

// Worded says whether the text of such an event is somebody's own words.
func (k Kind) Worded() bool { return register[k].Words }

// Wets says whether the event puts water or glaze on the piece, so that drying
// starts again.
func (k Kind) Wets() bool { return register[k].Wets }

// Undoable says whether an event may be taken back by another. A firing
// happened; a piece leaves a load by being taken out.
func (k Kind) Undoable() bool { e, ok := register[k]; return ok && !e.Keeps }

// Voids says whether looks, rulings and loads fall that had not seen the event.
func (k Kind) Voids() bool { return register[k].Voids != "" }

// Says is the line of an event in the record of its piece; surface is the name of
// the surface it speaks of, "" where there is none.
func (e Event) Says(surface string) string {
	line := string(e.Kind)
	if entry, known := register[e.Kind]; known {
		line = entry.says(e, surface)
	}
	switch {
	case e.Exact:
		line += ", sent late"
	case !e.Done.IsZero():
		line += ", entered afterwards"
	}
	return line
}
