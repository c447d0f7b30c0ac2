package work

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"enkaustos/core/piece"
	"enkaustos/core/plan"
)

// Role is what somebody at a screen may do, each more than the one before.
type Role string

// The roles of a room. A station is a tablet that students use.
const (
	Station Role = "station"
	Helper  Role = "helper"
	Teacher Role = "teacher"
)

// Includes says whether a role may do what another may.
func (r Role) Includes(other Role) bool { return other != "" && r.rank() >= other.rank() }

func (r Role) rank() int { return slices.Index([]Role{Station, Helper, Teacher}, r) }

// Actor is who asks: a role, and the name that stands in the record.
type Actor struct {
	Role    Role
	Name    string    // "teacher", "helper", or what the tablet is called: shown, and never compared
	ID      string    // of a station, or of the session of a screen; "" where it has none
	For     string    // whose hand it was, where it is kept for somebody else; "" for the actor's own
	Classes []string  // of a station: the classes it serves now
	Locked  bool      // of a station: it takes nothing now
	Since   time.Time // of a station: when it was paired
}

// Serves says whether a station serves a class now.
func (a Actor) Serves(class string) bool { return class != "" && slices.Contains(a.Classes, class) }

// Hand says who somebody is, whatever they are called: a tablet that calls itself
// "teacher" has taken nothing over, and two screens of the teacher's are two hands.
func (a Actor) Hand() string {
	switch {
	case a.For != "":
		return a.For
	case a.Role == Station || a.ID != "":
		return string(a.Role) + "/" + a.ID
	}
	return string(a.Role)
}

// Why is the way in which something is refused.
type Why int

// The ways of refusing.
const (
	Senseless Why = iota // it cannot have happened
	Stale                // it happened to what the asker has not seen
	NotYours             // the asker may not
)

// Refusal is why an event is not kept, in one sentence that begins in lower case
// where the name of the piece goes before it.
type Refusal struct {
	Why  Why
	Text string
}

func (r *Refusal) Error() string { return r.Text }

func senseless(format string, args ...any) *Refusal {
	return &Refusal{Senseless, fmt.Sprintf(format, args...)}
}

// Scene is what an event is held against: the piece as it is when the event
// arrives, and the moment.
type Scene struct {
	Class string // of the piece
	Body  piece.Body
	Plan  plan.Plan
	State State
	Now   time.Time
	Then  time.Time                          // when a tablet that sends late says that it happened; zero for now
	Jar   func(code string) bool             // whether there is such a jar
	Find  func(id string) (e Event, ok bool) // an event of the piece's log
}

// Refuse says why an event of somebody cannot be kept; nil where it can. Its ID is
// new to the piece.
func Refuse(by Actor, e Event, sc Scene) *Refusal {
	entry, known := register[e.Kind]
	if !known {
		return senseless("%q is nothing that happens to a piece.", e.Kind)
	}
	if r := mayLog(by, entry, e, sc); r != nil {
		return r
	}
	for _, id := range e.On() {
		if _, on := sc.Body.Surface(id); !on {
			return senseless("a %s has no surface %q.", sc.Body.Form, id)
		}
	}
	if needsSurface[e.Kind] && len(e.On()) == 0 {
		return senseless("say on which surface of the %s.", sc.Body.Form)
	}
	if e.Done.After(sc.Now) {
		return senseless("that lesson has not been yet.")
	}
	if r := mayWork(by, entry, e, sc); r != nil {
		return r
	}
	if entry.check == nil {
		return nil
	}
	return entry.check(e, sc)
}

// mayWork refuses work on a piece that stands in a kiln that is lit, and leaves it to the teacher's
// side to begin another firing of one that is out. What was done before it was lit is kept.
func mayWork(by Actor, entry Entry, e Event, sc Scene) *Refusal {
	at := cmp.Or(sc.Then, e.Happened(), sc.Now)
	if f := sc.State.Firing; !entry.Works || f == nil || at.Before(f.At) {
		return nil
	}
	switch {
	case !sc.State.out():
		return senseless("it stands in the kiln, which is lit.")
	case by.Role == Station:
		return &Refusal{NotYours, "It was fired: that it goes into the kiln once more is said on the teacher's side."}
	}
	return nil
}

// redoes says whether to undo an event would bring back one that no hand may take back: a
// firing, which is taken back, and said again, at the kiln.
func (sc Scene) redoes(e Event) bool {
	for found := true; found && e.Kind == Undone; {
		if e, found = sc.Find(e.Undoes); found && !e.Kind.Undoable() {
			return true
		}
	}
	return false
}

// needsSurface are the kinds that speak of one surface and nothing else.
var needsSurface = map[Kind]bool{Coated: true, Patched: true, Scraped: true, Faulted: true, Proved: true}

// mayLog refuses what somebody of a role may not log. A tablet serves the pieces
// of the class that is in the room, and takes back only what it logged itself.
func mayLog(by Actor, entry Entry, e Event, sc Scene) *Refusal {
	switch {
	case !by.Role.Includes(entry.By) && by.Role == Station:
		return &Refusal{NotYours, "That is logged on the teacher's side."}
	case !by.Role.Includes(entry.By):
		return &Refusal{NotYours, "Marks and rulings are the teacher's."}
	case by.Role != Station:
		return nil
	case !by.Serves(sc.Class):
		return &Refusal{NotYours, "This piece is not of the class that is in the room now."}
	case e.Shown:
		return &Refusal{NotYours, "What the class may read is said on the teacher's side."}
	case !e.Done.IsZero():
		return &Refusal{NotYours, "What happened in another lesson is entered on the teacher's side."}
	}
	if e.Kind == Undone {
		if old, found := sc.Find(e.Undoes); found && old.Whose() != by.Hand() {
			return &Refusal{NotYours, "Somebody else logged that: the teacher can take it back."}
		}
	}
	return nil
}
