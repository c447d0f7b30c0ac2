// Package work keeps what was done to a piece: a log of events that is only
// ever added to, folded into coats, checks, loads and results.
package work

import (
	"slices"
	"time"

	"enkaustos/core/foot"
	"enkaustos/core/kiln"
)

// Kind says what happened.
type Kind string

// The kinds of events, in the order a piece meets them.
const (
	BoneDry  Kind = "bone"    // greenware felt bone dry all over: glaze may go on
	Coated   Kind = "coat"    // Surface, Glaze, Felt
	Felted   Kind = "felt"    // Of, Felt: how thick a coat turned out
	Answered Kind = "answer"  // Of, Text: whether a doubted coat was the same or the next
	Patched  Kind = "patch"   // Surface: a bald spot filled; no coat more
	TouchDry Kind = "dry"     // Surface: touched, and dry; or still wet, as Text says
	Undone   Kind = "undo"    // Undoes
	Resisted Kind = "resist"  // Surface, Text: wax or latex
	Peeled   Kind = "peel"    // Surface: the latex is off
	Wiped    Kind = "wipe"    // wet; Surface and Back where it took coats off
	Scraped  Kind = "scrape"  // dry; Surface, Back
	Damaged  Kind = "damage"  // Text
	Repaired Kind = "repair"  // Text; takes the damage away, not the need for another look
	Parted   Kind = "apart"   // Text, Parts: broken, its parts are glazed and fired apart
	Missing  Kind = "missing" // Text: which part is not there
	Found    Kind = "found"   // the part is back
	Nameless Kind = "noname"  // no name or mark can be read on it
	Named    Kind = "named"   // it has its name again
	SetAside Kind = "aside"   // Text: why nobody goes on with it now
	TakenUp  Kind = "resume"  // somebody does
	Absent   Kind = "absent"  // its maker was not there
	Noted    Kind = "note"    // Text
	Pictured Kind = "picture" // Photo
	Moved    Kind = "move"    // Place
	LeftRoom Kind = "leave"   // Text: where it is worked on
	CameBack Kind = "return"  // Text: what was found chipped; "" where it is whole
	Covered  Kind = "cover"   // Cover, Seen; Surface where a fault was found
	Checked  Kind = "check"   // Verdict, Seen, Spots, Parts
	Prepared Kind = "prepare" // Text: stilts, cookie or wash
	Ruled    Kind = "rule"    // Code, Surface, Text, Seen: the teacher overrules a blocker
	Loaded   Kind = "load"    // Load, Seen
	TakenOut Kind = "takeout" // out of the load again
	Fired    Kind = "fire"    // Load, Cone
	Unloaded Kind = "unload"  // Load
	Opined   Kind = "opinion" // Text, Again
	Graded   Kind = "quality" // Mark, Text
)

// Kinds lists every kind.
var Kinds = []Kind{BoneDry, Coated, Felted, Answered, Patched, TouchDry, Undone, Resisted, Peeled, Wiped, Scraped, Damaged, Repaired,
	Parted, Missing, Found, Nameless, Named, SetAside, TakenUp, Absent, Noted, Pictured, Moved, LeftRoom, CameBack, Covered, Checked,
	Prepared, Ruled, Loaded, TakenOut, Fired, Unloaded, Opined, Graded}

// Thickness is how thick a coat felt to the one who laid or touched it.
type Thickness string

// How thick a coat can feel; "" counts as Right.
const (
	Thin  Thickness = "thin"
	Right Thickness = "right"
	Thick Thickness = "thick"
)

// The answers to "same coat or the next?".
const (
	SameCoat = "same"
	NextCoat = "next"
)

// Help that a piece can be given in the kiln.
const (
	OnStilts = "stilts"
	OnCookie = "cookie"
	OnWash   = "wash" // of the kiln shelf below it
)

// Place is where a piece is put at the end of a lesson.
type Place string

// The places of a room.
const (
	ReadyShelf Place = "ready" // coats on, cover and foot passed: it dries there
	OwnPlace   Place = "own"   // the student's own: work goes on
	Cart       Place = "cart"  // fired, to be picked up
)

// Event is one thing that happened to one piece. It is never edited; a mistake
// is undone by another event.
type Event struct {
	Seq   int64  // the server's order over all pieces, from 1
	ID    string // made by the device that saw it happen; a resend carries the same
	Piece string
	Kind  Kind
	At    time.Time // the server's time
	By    string    // who or which tablet

	Done     time.Time // when it really happened, where it was entered afterwards; zero where At says it
	DeviceAt time.Time // the clock of the device; a note that decides nothing

	Surface string       // coat, patch, dry, wipe, scrape, resist, peel, cover, rule
	Glaze   string       // coat
	Felt    Thickness    // coat, felt
	Of      string       // felt, answer: ID of a coat
	Doubts  string       // coat: ID of the coat that it may be once more; set by the server
	Back    int          // wipe, scrape: coats taken off Surface
	Undoes  string       // undo: ID of the event
	Seen    int64        // check, cover, load, rule: the last Seq its maker had seen of the piece
	Verdict foot.Verdict // check
	Cover   foot.Cover   // cover
	Spots   []foot.Spot  // check: where glaze is, seen from below
	Parts   int          // apart: how many; check: how many of them were looked at
	Place   Place        // move
	Photo   string       // picture: id of a photograph
	Code    string       // rule: of the blocker
	Load    string       // load, fire, unload
	Cone    kiln.Cone    // fire
	Text    string       // words
	Again   bool         // opinion: would repeat it
	Mark    int          // quality
}

// Happened is when it happened: as entered afterwards, else the server's time.
func (e Event) Happened() time.Time {
	if e.Done.IsZero() {
		return e.At
	}
	return e.Done
}

// Wets says whether the event puts water or glaze on the piece, so that drying
// starts again.
func (k Kind) Wets() bool { return k == Coated || k == Patched || k == Wiped }

// Undoable says whether an event may be taken back by another. A firing
// happened; a piece leaves a load by being taken out.
func (k Kind) Undoable() bool {
	return !slices.Contains([]Kind{Undone, Loaded, TakenOut, Fired, Unloaded}, k)
}
