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
	Coated   Kind = "coat"    // Surface, Glaze
	Undone   Kind = "undo"    // Undoes
	Resisted Kind = "resist"  // Surface, Text: wax or latex
	Peeled   Kind = "peel"    // Surface: the latex is off
	Wiped    Kind = "wipe"    // wet; Surface and Back where it took coats off
	Damaged  Kind = "damage"  // Text
	Repaired Kind = "repair"  // Text; takes the damage away, not the need for another look
	Checked  Kind = "check"   // Verdict, Seen
	Loaded   Kind = "load"    // Load, Seen
	TakenOut Kind = "takeout" // out of the load again
	Fired    Kind = "fire"    // Load, Cone
	Unloaded Kind = "unload"  // Load
	Opined   Kind = "opinion" // Text, Again
	Graded   Kind = "quality" // Mark, Text
)

// Kinds lists every kind.
var Kinds = []Kind{Coated, Undone, Resisted, Peeled, Wiped, Damaged, Repaired, Checked, Loaded, TakenOut, Fired, Unloaded, Opined, Graded}

// Event is one thing that happened to one piece. It is never edited; a mistake
// is undone by another event.
type Event struct {
	Seq   int64  // the server's order over all pieces, from 1
	ID    string // made by the device that saw it happen; a resend carries the same
	Piece string
	Kind  Kind
	At    time.Time // the server's time
	By    string

	Surface string       // coat, wipe, resist, peel
	Glaze   string       // coat
	Back    int          // wipe: coats taken off Surface
	Undoes  string       // undo: ID of the event
	Seen    int64        // check, load: the last Seq its maker had seen of the piece
	Verdict foot.Verdict // check
	Load    string       // load, fire, unload
	Cone    kiln.Cone    // fire
	Text    string       // damage, repair, opinion, quality, resist
	Again   bool         // opinion: would repeat it
	Mark    int          // quality
}

// Wets says whether the event puts water or glaze on the piece, so that drying
// starts again.
func (k Kind) Wets() bool { return k == Coated || k == Wiped }

// Undoable says whether an event may be taken back by another. A firing
// happened; a piece leaves a load by being taken out.
func (k Kind) Undoable() bool {
	return !slices.Contains([]Kind{Undone, Loaded, TakenOut, Fired, Unloaded}, k)
}
