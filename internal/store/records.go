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

// Photograph is a kept photograph of a rack, without its pixels.
type Photograph struct {
	ID, Name      string
	At            time.Time
	Width, Height int
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
	Events      []work.Event // in the server's order
	Loads       []Load
	Schemes     []Scheme
	Approvals   []Approval // the oldest first
	JarLevels   []JarLevel // by jar, the oldest first
	Programmes  []Programme
	Hints       []string // glaze.Glaze.Code with a picture of the maker's label
}
