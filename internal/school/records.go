package school

import (
	"errors"
	"fmt"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/grade"
	"enkaustos/core/kiln"
	"enkaustos/core/lesson"
	"enkaustos/core/load"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/units"
)

// The kinds that several rooms need; a room's own stand in its package. They are
// read in this order, so that what is pointed to comes first.
var (
	Clays       = Register("clay", func(c glaze.Clay) string { return c.Code })
	Glazes      = Register("glaze", func(g glaze.Glaze) string { return g.Code })
	JarLevels   = Register("jar_level", func(l JarLevel) string { return l.ID })
	Classes     = Register("class", func(c Class) string { return c.ID })
	Students    = Register("student", func(s Student) string { return s.ID })
	assignments = Register("assignment", func(a AssignmentRecord) string { return a.ID }).folds((*next).assignment)
	Reserves    = Register("reserve", func(r Reserve) string { return r.ID })
	pieces      = Register("piece", func(p PieceRecord) string { return p.ID }).folds((*next).piece).OfPiece(func(p PieceRecord) string { return p.ID })
	Tiles       = Register("tile", func(t glaze.Tile) string { return t.Code }).Sound(shown)
	Plans       = Register("plan", func(p Plan) string { return fmt.Sprintf("%s/%d", p.Piece, p.Revision) }).folds((*next).plan).OfPiece(func(p Plan) string { return p.Piece })
	Schemes     = Register("scheme", func(s Scheme) string { return fmt.Sprintf("%s/%d", s.Piece, s.Slot) }).folds((*next).scheme).OfPiece(func(s Scheme) string { return s.Piece })
	Approvals   = Register("approval", func(a Approval) string { return a.ID }).folds((*next).approval).OfPiece(func(a Approval) string { return a.Piece })
	Kilns       = Register("kiln", func(k kiln.Kiln) string { return k.ID }).Quiet()
	Loads       = Register("load", func(l Load) string { return l.ID }).Quiet()
	LoadPlans   = Register("load_plan", func(p LoadPlan) string { return p.Load }).Quiet()
	Shows       = Register("show", func(s Show) string { return s.ID }).Quiet()
	Pours       = Register("pour", func(p Pour) string { return p.ID }).Quiet()
	Labels      = Register("label", func(l Label) string { return l.Glaze }).Quiet()
	Wishes      = Register("wish", func(w Wish) string { return w.Piece }).OfPiece(func(w Wish) string { return w.Piece })
	Avoids      = Register("avoided", func(a Avoided) string { return a.Key() })
	Offers      = Register("offer", func(o Offer) string { return o.Piece }).OfPiece(func(o Offer) string { return o.Piece })
	FiredAs     = Register("fired_colour", FiredColour.Key).folds((*next).firedAs).OfPiece(func(f FiredColour) string { return f.Piece })
	Votes       = Register("vote", func(v Vote) string { return v.Piece }).Quiet()
	Grades      = Register("grade", Grade.Key).Quiet().Teachers()
	Photographs = Register("photograph", func(p Photograph) string { return p.ID }).Quiet().OfPiece(func(p Photograph) string { return p.Piece })

	Names   = One[Name]("school").Quiet()
	Units   = One[units.System]("units")
	Rules   = One[HouseRules]("house")
	Airs    = One[Air]("damp")
	Rubrics = One[grade.Rubric]("rubric").Quiet().Teachers()
	Bells   = One[lesson.Timetable]("bells").Quiet()
	Hands   = One[lesson.ByHand]("room").Quiet()

	epochs = One[epoch]("epoch").Quiet()
)

// Assignments keeps what is given to classes; in memory an assignment has its body
// and its rules, see Snapshot.Assignments.
var Assignments = assignments

// Pieces keeps which student makes what; in memory a piece is folded, see
// Snapshot.Pieces.
var Pieces = pieces

// shown refuses a tile that shows nothing: everything about a tile asks for its top layer.
func shown(t glaze.Tile) error {
	if len(t.Stack) == 0 {
		return errors.New("it shows no glaze")
	}
	return nil
}

// Name is what the school is called.
type Name struct {
	Name string `json:"name"`
}

// HouseRules are the school's own choices, by rules.Field.Key, where they differ
// from the usual ones.
type HouseRules struct {
	Values map[string]string `json:"values"`
}

// Air is the days, such as "2026-03-02", on which things dry more slowly.
type Air struct {
	Days []string `json:"days"`
}

// Class is a group of students who work together.
type Class struct {
	ID         string            `json:"id"`
	Name       string            `json:"name"`
	Clay       string            `json:"clay"`                 // glaze.Clay.Code
	Cone       kiln.Cone         `json:"cone"`                 // of its firings, for new assignments
	Atmosphere glaze.Atmosphere  `json:"atmosphere,omitempty"` // of its firings; "" counts as oxidation
	Jars       []string          `json:"jars,omitempty"`       // glaze.Glaze.Code that it may use; none = all
	Rules      map[string]string `json:"rules,omitempty"`      // by rules.Field.Key, over the school's
	Archived   bool              `json:"archived,omitempty"`   // it is taught no more; everything of it stays
	Hushed     []matter.Code     `json:"hushed,omitempty"`     // notes of findings that its plans do not show
}

// Student is a display name and a mark; nothing more is asked.
type Student struct {
	ID    string `json:"id"`
	Class string `json:"class"`
	Name  string `json:"name"`
	Mark  string `json:"mark,omitempty"`  // scratched into the clay; tells two of one name apart
	Left  bool   `json:"left,omitempty"`  // the class; their pieces stay
	Table string `json:"table,omitempty"` // where they sit; "" where nobody said
}

// Called names a student as people do: the name, and the mark on the clay.
func (s Student) Called() string {
	if s.Mark == "" {
		return s.Name
	}
	return s.Name + " (" + s.Mark + ")"
}

// AssignmentRecord gives a class a form.
type AssignmentRecord struct {
	ID         string            `json:"id"`
	Class      string            `json:"class"`
	Name       string            `json:"name"`
	Form       piece.Form        `json:"form"`
	Measures   piece.Measures    `json:"measures,omitempty"`
	Clay       string            `json:"clay"`
	Cone       kiln.Cone         `json:"cone"`
	Atmosphere glaze.Atmosphere  `json:"atmosphere,omitempty"` // "" counts as oxidation
	MadeAt     time.Time         `json:"madeAt,omitzero"`
	Rules      map[string]string `json:"rules,omitempty"`    // by rules.Field.Key, over the class's
	Marking    piece.Marking     `json:"marking,omitzero"`   // what is marked out on every piece of it
	Jars       []string          `json:"jars,omitempty"`     // glaze.Glaze.Code that it may use; none = what its class may
	Template   plan.Plan         `json:"template,omitempty"` // what plans of it begin from; empty for none
	Green      bool              `json:"green,omitempty"`    // its pieces start as greenware: bisque first, then glaze
	BisqueCone kiln.Cone         `json:"bisqueCone,omitempty"`
	Released   bool              `json:"released,omitempty"` // its class may see what came of it, and what was thought of that
	ReleasedAs Whose             `json:"releasedAs,omitempty"`
	Some       bool              `json:"some,omitempty"`   // it is for students who were chosen; else for the whole class, and who joins it
	Extras     bool              `json:"extras,omitempty"` // its class was told that extras may be laid
	Due        lesson.Date       `json:"due,omitzero"`     // the last day on which it can be glazed; zero for the term's
	Ended      bool              `json:"ended,omitempty"`  // nobody works on it any more; its record stays
}

// Whose says how makers are named where others read of their pieces; "" counts as by names.
type Whose string

// How makers can be named.
const (
	ByNames  Whose = "names"
	ByMarks  Whose = "marks"
	OfNobody Whose = "nobody"
)

// Says is a maker, so named.
func (w Whose) Says(s Student) string {
	switch {
	case w == OfNobody:
		return ""
	case w == ByMarks:
		return s.Mark
	}
	return s.Name
}

// PieceRecord is one student's work on an assignment.
type PieceRecord struct {
	ID         string `json:"id"`
	Assignment string `json:"assignment"`
	Student    string `json:"student"`
	Nth        int    `json:"nth,omitempty"` // 2 for a student's second piece of the assignment, and so on
}

// Plan is one saved plan of a piece; the newest counts.
type Plan struct {
	Piece    string    `json:"piece"`
	Revision int       `json:"revision"`
	At       time.Time `json:"at,omitzero"`
	By       string    `json:"by"`
	Choices  plan.Plan `json:"choices,omitempty"`
	Own      plan.Own  `json:"own,omitzero"`
}

// Scheme is a plan beside the plan, to choose from.
type Scheme struct {
	Piece   string    `json:"piece"`
	Slot    int       `json:"slot"` // 2 or 3; 1 is the plan
	At      time.Time `json:"at,omitzero"`
	Choices plan.Plan `json:"choices,omitempty"`
}

// Approval is what the teacher said of one revision of a plan. The newest counts.
type Approval struct {
	ID       string            `json:"id"`
	Piece    string            `json:"piece"`
	Revision int               `json:"revision"`
	At       time.Time         `json:"at,omitzero"`
	By       string            `json:"by"`
	Verdict  plan.Verdict      `json:"verdict"`
	Note     string            `json:"note,omitempty"`
	Rules    map[string]string `json:"rules,omitempty"` // the rules then, by rules.Field.Key, where not the usual ones
	Choices  plan.Plan         `json:"choices,omitempty"`
}

// Reserve is glaze that is kept of a jar for a project.
type Reserve struct {
	ID         string    `json:"id"`
	Glaze      string    `json:"glaze"`
	ML         float64   `json:"ml"`
	Assignment string    `json:"assignment,omitempty"` // "" for one that is still to come
	For        string    `json:"for,omitempty"`        // that one, in words
	At         time.Time `json:"at,omitzero"`
}

// JarLevel is what was left in a jar when somebody looked.
type JarLevel struct {
	ID    string    `json:"id"`
	Glaze string    `json:"glaze"`
	At    time.Time `json:"at,omitzero"`
	ML    float64   `json:"ml"`
	// Should is what was to be expected, mL; 0 where nobody knew.
	Should float64 `json:"should,omitempty"`
}

// Pour is glaze that left a jar in cups, or came back clean.
type Pour struct {
	ID     string    `json:"id"`
	Glaze  string    `json:"glaze"`
	ML     float64   `json:"ml"` // below 0 for what came back
	At     time.Time `json:"at,omitzero"`
	By     string    `json:"by,omitempty"`
	Lesson string    `json:"lesson,omitempty"` // lesson.Key of the one for which it was poured
	// Took is by how much the level of the jar went down, mL: less than was poured where less
	// was thought to be in it, 0 where nobody knew.
	Took float64 `json:"took,omitempty"`
}

// Load is one firing of a kiln. FiredAt and UnloadedAt are zero until then.
type Load struct {
	ID         string    `json:"id"`
	Name       string    `json:"name"`
	Cone       kiln.Cone `json:"cone"`
	MadeAt     time.Time `json:"madeAt,omitzero"`
	FiredAt    time.Time `json:"firedAt,omitzero"`
	UnloadedAt time.Time `json:"unloadedAt,omitzero"`
	Class      string    `json:"class,omitempty"` // that it is of alone; "" for all
	Wares      Wares     `json:"wares,omitempty"` // that it is of alone
	// As it was lit: the kiln, "" where nobody knew; how many pieces had to wait for want of room;
	// and for how many days the first of it had been ready.
	Kiln   string `json:"kiln,omitempty"`
	Left   int    `json:"left,omitempty"`
	Waited int    `json:"waited,omitempty"`
	Hot    string `json:"hot,omitempty"` // why it was opened before it had cooled, in the teacher's words
}

// Wares says what goes into a load where bisque and glaze are fired apart; "" for both.
type Wares string

// Greenware to bisque, and all else.
const (
	BisqueWares Wares = "bisque"
	GlazeWares  Wares = "glaze"
)

// Show is a day by which pieces are wanted out of the kiln.
type Show struct {
	ID          string      `json:"id"`
	Name        string      `json:"name"`
	Date        lesson.Date `json:"date"`
	Assignments []string    `json:"assignments,omitempty"`
}

// LoadPlan is what is to stand where in a load that is not lit yet.
type LoadPlan struct {
	Load     string     `json:"load"`
	Kiln     string     `json:"kiln"`
	Revision int        `json:"revision"` // counts its changes, so that two who plan at once hear of each other
	At       time.Time  `json:"at,omitzero"`
	By       string     `json:"by,omitempty"`
	Plan     load.Plan  `json:"plan"`
	Tiles    load.Tiles `json:"tiles,omitzero"`    // that take the room that is left
	TilesIn  []string   `json:"tilesIn,omitempty"` // those that stand in the kiln
	// Tablets may tick what goes in, where the teacher opened the load on them.
	Tablets bool `json:"tablets,omitempty"`
}

// Label is a picture of the maker's label on a jar.
type Label struct {
	Glaze   string `json:"glaze"`
	Picture string `json:"picture"` // key of the picture
}

// Wish is what a student would like, the best first.
type Wish struct {
	Piece string    `json:"piece"`
	At    time.Time `json:"at,omitzero"`
	Tiles []string  `json:"tiles,omitempty"` // glaze.Tile.Code, up to three
	Text  string    `json:"text,omitempty"`

	Willing bool `json:"willing,omitempty"` // would try a stack that nobody has fired
}

// Avoided is a stack that is not wanted again where it was fired.
type Avoided struct {
	plan.Unwanted
	At time.Time `json:"at,omitzero"`
	By string    `json:"by,omitempty"`
}

// Offer is a stack that nobody has fired, and that a student is asked to try on a piece. A piece has
// one; taken, it is part of the plan, and the offer is gone.
type Offer struct {
	Piece    string      `json:"piece"`
	Surface  string      `json:"surface"`
	Stack    glaze.Stack `json:"stack"`
	At       time.Time   `json:"at,omitzero"`
	By       string      `json:"by,omitempty"`
	Declined bool        `json:"declined,omitempty"` // it is not asked again of this piece
}

// FiredColour is what a surface came out as, read from a photograph with a card in it. A surface has
// one, the newest.
type FiredColour struct {
	Piece   string        `json:"piece"`
	Surface string        `json:"surface"`
	Photo   string        `json:"photo"` // Photograph.ID, also when that is deleted
	At      time.Time     `json:"at,omitzero"`
	Lab     colour.Lab    `json:"lab"`
	Scatter float64       `json:"spread,omitempty"` // ΔE2000 over the box
	Flags   []colour.Flag `json:"flags,omitempty"`
}

// Key names what was read of a surface.
func (f FiredColour) Key() string { return f.Piece + "/" + f.Surface }

// Vote is what a class thinks of the schemes of a piece. A piece has one, the newest.
type Vote struct {
	Piece    string         `json:"piece"`
	OpenedAt time.Time      `json:"openedAt,omitzero"`
	ClosedAt time.Time      `json:"closedAt,omitzero"`
	Options  []VoteOption   `json:"options,omitempty"`
	Ballots  map[string]int `json:"ballots,omitempty"` // Student.ID: slot of an option
}

// VoteOption is a scheme as it was when the vote was opened.
type VoteOption struct {
	Slot    int       `json:"slot"`
	Choices plan.Plan `json:"choices,omitempty"`
}

// Grade is what a teacher gave for a piece as it was made, or for its glazing.
type Grade struct {
	Piece  string             `json:"piece"`
	What   grade.What         `json:"what"`
	Value  *float64           `json:"value,omitempty"`  // on Scale; nil where none was given
	Scale  grade.Scale        `json:"scale,omitzero"`   // of the house as it was given
	Points map[grade.Line]int `json:"points,omitempty"` // on the lines of the rubric
	Stand  grade.Stand        `json:"stand,omitempty"`
	Note   string             `json:"note,omitempty"`
	At     time.Time          `json:"at,omitzero"`
	By     string             `json:"by,omitempty"`
}

// Key names the grade: a piece has one of each.
func (g Grade) Key() string { return g.Piece + "/" + string(g.What) }

// Photograph is a kept photograph, of a rack of tiles or of a piece; its picture lies
// under the same key.
type Photograph struct {
	ID     string    `json:"id"`
	Name   string    `json:"name"`
	Piece  string    `json:"piece,omitempty"` // "" for a rack, or a board
	Board  bool      `json:"board,omitempty"` // of several pieces; what is cut from it is a photograph of each
	From   string    `json:"from,omitempty"`  // the board it was cut from
	At     time.Time `json:"at,omitzero"`
	Width  int       `json:"width"`
	Height int       `json:"height"`
}
