package store

import (
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/programme"
	"enkaustos/core/work"
)

// Class is a group of students who work together.
type Class struct {
	ID, Name string
	Clay     string    // glaze.Clay.Code
	Cone     kiln.Cone // of its firings, for new assignments
	// Atmosphere of its firings; "" counts as oxidation.
	Atmosphere glaze.Atmosphere
	Jars       []string          // glaze.Glaze.Code that it may use; none = all
	Rules      map[string]string // by rules.Field.Key, over the school's
}

// Allowed is the set of jars that the class may use; nil allows all.
func (c Class) Allowed() map[string]bool { return allowed(c.Jars) }

// Allowed is the set of jars that an assignment of the class may use: its own
// list for the lesson, else the class's; nil allows all.
func (a Assignment) Allowed(c Class) map[string]bool {
	if len(a.Jars) > 0 {
		return allowed(a.Jars)
	}
	return c.Allowed()
}

func allowed(jars []string) map[string]bool {
	if len(jars) == 0 {
		return nil
	}
	set := make(map[string]bool, len(jars))
	for _, code := range jars {
		set[code] = true
	}
	return set
}

// Student is a display name and a mark; nothing more is asked.
type Student struct {
	ID, Class, Name string
	Mark            string // scratched into the clay; tells two of one name apart
}

// Assignment gives a class a form.
type Assignment struct {
	ID, Class, Name string
	Form            piece.Form
	Measures        piece.Measures
	Clay            string
	Cone            kiln.Cone
	Atmosphere      glaze.Atmosphere // "" counts as oxidation
	MadeAt          time.Time
	Rules           map[string]string // by rules.Field.Key, over the class's
	Marking         piece.Marking     // what is marked out on every piece of it
	Jars            []string          // glaze.Glaze.Code that it may use; none = what its class may
	Template        plan.Plan         // what plans of it begin from; empty for none
}

// Piece is one student's work on an assignment.
type Piece struct {
	ID, Assignment, Student string
}

// Plan is one saved plan of a piece; the highest revision counts.
type Plan struct {
	Piece    string
	Revision int
	At       time.Time
	By       string
	Choices  plan.Plan
	Own      plan.Own
}

// Scheme is a plan beside the plan, to choose from.
type Scheme struct {
	Piece   string
	Slot    int // 2 or 3
	At      time.Time
	Choices plan.Plan
}

// Approval is what the teacher said of one revision of a plan. The newest counts.
type Approval struct {
	Piece    string
	Revision int
	At       time.Time
	By       string
	Verdict  Verdict
	Note     string
	Rules    map[string]string // the rules then, by rules.Field.Key, where not the usual ones
	Choices  plan.Plan
}

// Verdict is what an approval says.
type Verdict string

// The verdicts on a plan.
const (
	Approved Verdict = "approved"
	Returned Verdict = "returned"
)

// JarLevel is what was left in a jar when somebody looked.
type JarLevel struct {
	Glaze string
	At    time.Time
	ML    float64
}

// Programme is a tile programme that was kept, to be made and photographed.
type Programme struct {
	ID, Name   string
	Clay       string
	Cone       kiln.Cone
	Atmosphere glaze.Atmosphere
	MadeAt     time.Time
	Sheet      programme.Sheet
}

// Load is one firing of a kiln. FiredAt and UnloadedAt are zero until then.
type Load struct {
	ID, Name                    string
	Cone                        kiln.Cone
	MadeAt, FiredAt, UnloadedAt time.Time
}

// Photograph is a kept photograph, of a rack of tiles or of a piece, without its
// pixels.
type Photograph struct {
	ID, Name      string
	Piece         string // Piece.ID; "" for a rack
	At            time.Time
	Width, Height int
}

// Bell is a lesson of the week: when a class is in the room.
type Bell struct {
	Class   string
	Weekday int // 1 Monday to 7 Sunday
	Starts  int // minutes after midnight
	Ends    int
}

// Holds says whether a moment, in the room's own time, lies in the lesson.
func (b Bell) Holds(at time.Time) bool {
	weekday := (int(at.Weekday())+6)%7 + 1
	minute := at.Hour()*60 + at.Minute()
	return weekday == b.Weekday && minute >= b.Starts && minute < b.Ends
}

// Station is a tablet that was paired to the room.
type Station struct {
	ID, Name string
	PairedAt time.Time
	EndedAt  time.Time // zero while it is paired
}

// Wish is what a student would like, the best first.
type Wish struct {
	Piece string
	At    time.Time
	Tiles []string // glaze.Tile.Code, up to three
	Text  string
}

// Stray is what a tablet sent late and could not be kept as it was.
type Stray struct {
	Event     work.Event
	At        time.Time // when it arrived
	Happened  time.Time // when the tablet saw it, by how long ago it said that was
	Station   string
	Reason    string
	SettledAt time.Time // zero until the teacher decided
}

// Records is a whole school as it lies on the disk.
type Records struct {
	Clays       []glaze.Clay
	Glazes      []glaze.Glaze
	Tiles       []glaze.Tile
	Classes     []Class
	Students    []Student
	Assignments []Assignment
	Pieces      []Piece
	Plans       []Plan
	Bells       []Bell
	Stations    []Station
	Wishes      []Wish
	Strays      []Stray
	Events      []work.Event // in the server's order
	Loads       []Load
	Schemes     []Scheme
	Approvals   []Approval // the oldest first
	JarLevels   []JarLevel // by jar, the oldest first
	Programmes  []Programme
	Hints       []string // glaze.Glaze.Code with a picture of the maker's label
}
