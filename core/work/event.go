// Package work keeps what was done to a piece: a log of events that is only
// ever added to, folded into coats, checks, loads and results.
package work

import (
	"cmp"
	"strings"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
)

// Kind says what happened.
type Kind string

// The kinds of events, in the order a piece meets them. What each takes, does and
// says stands in the register: brush.go, befall.go, judge.go and fire.go.
const (
	BoneDry  Kind = "bone"    // greenware felt bone dry all over: glaze may go on
	Cleaned  Kind = "clean"   // dust taken off the clay
	Sanded   Kind = "sand"    // burrs sanded: dust on it again
	Coated   Kind = "coat"    // one coat on one surface
	Felted   Kind = "felt"    // how thick a coat turned out
	Answered Kind = "answer"  // whether a doubted coat was the same or the next
	Patched  Kind = "patch"   // a bald spot filled; no coat more
	TouchDry Kind = "dry"     // touched, and dry; or still wet
	Undone   Kind = "undo"    // another event was a mistake
	Resisted Kind = "resist"  // wax or latex is on
	Peeled   Kind = "peel"    // the latex is off
	Wiped    Kind = "wipe"    // wet
	Scraped  Kind = "scrape"  // dry
	Damaged  Kind = "damage"  // something broke
	Repaired Kind = "repair"  // takes the damage away, not the need for another look
	Parted   Kind = "apart"   // broken, its parts are glazed and fired apart
	Missing  Kind = "missing" // a part is not there
	Found    Kind = "found"   // the part is back
	Nameless Kind = "noname"  // no name or mark can be read on it
	Named    Kind = "named"   // it has its name again
	SetAside Kind = "aside"   // nobody goes on with it now
	TakenUp  Kind = "resume"  // somebody does
	Absent   Kind = "absent"  // its maker was not there
	Noted    Kind = "note"    // words
	Pictured Kind = "picture" // a photograph of it
	Moved    Kind = "move"    // put somewhere
	LeftRoom Kind = "leave"   // it is worked on elsewhere
	CameBack Kind = "return"  // it is in the room again
	Covered  Kind = "cover"   // looked at all round
	Checked  Kind = "check"   // looked at from below
	Vouched  Kind = "vouch"   // looked at after a jar was doubted that it carries coats of
	Prepared Kind = "prepare" // given stilts, a cookie or a washed shelf
	Ruled    Kind = "rule"    // the teacher overrules a blocker
	Loaded   Kind = "load"    // into a kiln load
	TakenOut Kind = "takeout" // out of the load again
	Fired    Kind = "fire"
	Unloaded Kind = "unload"
	Refired  Kind = "again"   // mended or glazed once more, for another firing
	Opined   Kind = "opinion" // what the student says of it
	Resulted Kind = "result"  // how it came out as a whole
	Faulted  Kind = "fault"   // a fault that is seen on a surface
	Flowed   Kind = "flow"    // how far its glaze moved
	Ground   Kind = "ground"  // sharp drips were ground off
	Proved   Kind = "proved"  // whether a thickness that was felt was right
)

// Thickness is how thick a coat felt to the one who laid or touched it.
type Thickness = glaze.Thickness

// How thick a coat can feel; "" counts as Right.
const (
	Thin  = glaze.Light
	Right = glaze.Usual
	Thick = glaze.Heavy
)

// How is the way in which a coat was laid.
type How string

// The ways of laying a coat; "" in logs of before coats said it. A server keeps Brushed where
// a device says nothing.
const (
	Brushed How = "brush"
	Dipped  How = "dip" // over several surfaces at once
	Sponged How = "sponge"
	Trailed How = "bottle" // out of a bottle with a nozzle
)

// ByPin is the text of Felted where a scratch told how thick the coat is.
const ByPin = "pin"

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

	HasHole = "hole"  // for the air inside, where it might be closed
	IsSolid = "solid" // no air inside
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
// is undone by another event. Its JSON is what devices send and what lies on the
// disk; which kinds take which of the fields says the register.
type Event struct {
	Seq   int64     `json:"seq,omitzero"` // the server's order over all pieces, from 1
	ID    string    `json:"id,omitempty"` // made by the device that saw it happen; a resend carries the same
	Piece string    `json:"piece,omitempty"`
	Kind  Kind      `json:"kind,omitempty"`
	At    time.Time `json:"at,omitzero"`    // the server's time
	By    string    `json:"by,omitempty"`   // what who did it is called
	Hand  string    `json:"hand,omitempty"` // who did it, by Actor.Hand; "" in logs of before names were told from hands

	Done     time.Time `json:"done,omitzero"`     // when it really happened, where it was entered or sent afterwards; zero where At says it
	Exact    bool      `json:"exact,omitempty"`   // Done is known to the second, and not only by its lesson; set by the server
	DeviceAt time.Time `json:"deviceAt,omitzero"` // the clock of the device; a note that decides nothing

	Surface string       `json:"surface,omitempty"`
	Glaze   string       `json:"glaze,omitempty"`
	Felt    Thickness    `json:"felt,omitempty"`
	How     How          `json:"how,omitempty"`      // a coat was laid
	Over    []string     `json:"surfaces,omitempty"` // of a dip: all that it went over; Surface is "" then
	DownTo  float64      `json:"downTo,omitempty"`   // of a dip: how far down it went, mm above the table; 0 = over all of its surfaces
	Seconds float64      `json:"seconds,omitempty"`  // of a dip: how long it was held; 0 = as usual
	Density float64      `json:"density,omitempty"`  // of a dip: what the bucket weighed, g/mL; 0 = as its figure says
	Body    glaze.State  `json:"body,omitempty"`     // of the jar a coat came out of: watery or thick; set by the server
	Settled bool         `json:"settled,omitempty"`  // of a coat: its jar was not stirred for longer than it stays mixed; set by the server
	Share   float64      `json:"share,omitempty"`    // of a coat that was begun: how much of its surface it covers, above 0 and below 1
	Part    Part         `json:"part,omitempty"`     // of a coat that was begun: which part that is
	Line    float64      `json:"line,omitempty"`     // of Above and Below: where, mm above the table
	Of      string       `json:"of,omitempty"`       // ID of a coat, or of the event that said what is mended or found
	Doubts  string       `json:"doubts,omitempty"`   // ID of the coat that it may be once more; set by the server
	Back    int          `json:"back,omitempty"`     // coats taken off Surface
	Undoes  string       `json:"undoes,omitempty"`   // ID of the event
	Seen    int64        `json:"seen,omitempty"`     // the last Seq its maker had seen of the piece
	Saw     *Sight       `json:"saw,omitempty"`      // what a look saw of how the piece is made and stands
	Verdict foot.Verdict `json:"verdict,omitempty"`
	Cover   foot.Cover   `json:"cover,omitempty"`
	Spots   []foot.Spot  `json:"spots,omitempty"` // where glaze is, seen from below
	Parts   int          `json:"parts,omitempty"` // into how many it came apart; how many were looked at
	Place   Place        `json:"place,omitempty"`
	Photo   string       `json:"photo,omitempty"` // id of a photograph
	Code    matter.Code  `json:"code,omitempty"`  // of the blocker
	Facts   string       `json:"facts,omitempty"` // of the blocker as it was seen; set by the server
	Load    string       `json:"load,omitempty"`
	Cone    kiln.Cone    `json:"cone,omitempty"`   // of a firing; of Refired: of the next one, "" as its assignment says
	Bisque  bool         `json:"bisque,omitempty"` // of a firing: to bisque; set by the server
	Text    string       `json:"text,omitempty"`
	Shown   bool         `json:"shown,omitempty"` // the class may read the text
	Again   bool         `json:"again,omitempty"` // would repeat it
	Came    fault.Came   `json:"came,omitempty"`
	Fault   fault.Kind   `json:"fault,omitempty"`
	Clear   bool         `json:"clear,omitempty"` // of a fault: it is seen at first sight
	Flow    fault.Flow   `json:"flow,omitempty"`
}

// Sent is an event as a device sends it.
type Sent struct {
	Event
	// AgeMS is how many milliseconds ago the device saw it, by its own clock at both
	// ends, so that an offset of that clock falls out. It only decides what is asked.
	AgeMS int64 `json:"ageMS,omitempty"`
	// Timed says that the server itself knows Done to the second. No device can say so.
	Timed bool `json:"-"`
}

// Age is how long ago the device saw the event, at least 0.
func (s Sent) Age() time.Duration { return max(0, time.Duration(s.AgeMS)*time.Millisecond) }

// lateAfter is how long after it happened an event counts as late: a tablet was
// without the network (from memory).
const lateAfter = 10 * time.Second

// On lists the surfaces that the event speaks of; none for the piece as a whole.
func (e Event) On() []string {
	if e.Surface == "" {
		return e.Over
	}
	return []string{e.Surface}
}

// Late says whether an event comes so late that the tablet was without the network.
func (s Sent) Late() bool { return s.Age() >= lateAfter }

// FromTablet says whether a tablet that students use said so. In logs of before hands were
// written down nobody knows, and no tablet could say then what this is asked for.
func (e Event) FromTablet() bool { return strings.HasPrefix(e.Hand, string(Station)+"/") }

// Whose says whose hand did it. In logs of before names were told from hands the name stands for
// it, as no tablet's hand does.
func (e Event) Whose() string { return cmp.Or(e.Hand, e.By) }

// Dated says whether only the lesson in which it happened is known: it was entered afterwards.
func (e Event) Dated() bool { return !e.Done.IsZero() && !e.Exact }

// Happened is when it happened: as entered or sent afterwards, else the server's time.
func (e Event) Happened() time.Time {
	if e.Done.IsZero() {
		return e.At
	}
	return e.Done
}
