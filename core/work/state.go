package work

import (
	"slices"
	"strings"
	"time"

	"enkaustos/core/foot"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/plan"
)

// State is what a log of events amounts to. The zero State is a bare piece.
type State struct {
	Seq       int64 // of the last event, undone or not
	Coats     []Coat
	Doubts    []Coat    // laid within moments of another hand's: nobody said yet whether the same or the next
	LastWet   time.Time // last coat, patch or wet wipe, or when a finger last found it wet; zero if never
	Damages   []Harm    // what broke, each until it is repaired
	Parts     int       // how many parts it is fired in after it broke; 0 for whole
	Lost      []Harm    // the parts that are not there, each until it is found
	Unnamed   bool      // no name or mark can be read on it
	Aside     string    // why nobody goes on with it now; "" while somebody does
	Away      string    // where it is worked on outside the room; "" while it is here
	AwaySince time.Time // since when
	Absent    time.Time // when its maker was last not there
	Place     Place     // where it was last put
	Spot      string    // which board or shelf there; "" where nobody said
	BoneDry   bool      // felt bone dry before its first coat of this stage
	Bone      When      // when that was
	Soaked    bool      // wiped wet over glaze since, and not felt dry afterwards
	FeltDry   time.Time // when it was last felt, and dry all over; zero for never since its last firing
	Pictures  []string  // ids of photographs
	Notes     []Note
	Cover     *Look                 // the last look all round
	Check     *Check                // the last check of the foot
	Helps     map[string]bool       // stilts, cookie, wash: recorded for its firing
	Rulings   []Ruling              // blockers that the teacher overruled; each counts while its facts are the same
	Since     map[matter.Code]int64 // by which event the piece came to be as the blocker says
	Load      *Loading              // the load it stands in, until unloaded
	Firing    *Firing               // the firing it went through, until another stage of its work begins
	Past      []Firing              // the firings of stages before, in order
	NextCone  kiln.Cone             // of the firing that it is mended for; "" as its assignment says
	Opinion   *Opinion
	Latexed   map[string]bool // surfaces that latex was laid on, whatever was laid on it since
	Peeled    map[string]bool // surfaces whose latex came off
	Waxed     map[string]bool // surfaces that wax was laid on
	Touches   []Touch         // fingers that felt whether a coat was dry
	WetAt     time.Time       // when water or glaze last came onto it; LastWet may be later, when it was felt
	Nights    []Night         // how long it had dried when it was felt cold, or went into a load

	// Voided is the Seq of the last event that voided looks, and VoidedBy names it: a
	// check or load that had not seen it does not count.
	Voided   int64
	VoidedBy string

	Vouched map[string]int64 // glaze.Doubt.ID: up to which Seq its coats were looked at, and left

	Cleaning Cleaning // of the clay, before its first coat of this stage

	Undone []TakenBack // what voided looks and was taken back, in order

	CoverFaults int // looks all round of this stage that found something
	FootFaults  int // checks of this stage that found glaze where it must be bare

	Carried int // times it was put elsewhere, or left the room, since its last coat

	// GlazeLeft says that the last look at the foot found glaze where it must be bare, and
	// that nothing took it off since.
	GlazeLeft bool

	// Sponged are coats that a tablet said were wiped off, and no adult looked since: they are
	// no strokes that are on, and for all that protects shelf and people they may still lie there.
	Sponged []Coat

	Wet, Felt When // when it was last wet, and last felt dry all over
}

// Harm is one thing that is wrong with the piece, until it is mended by itself.
type Harm struct {
	ID   string // of the event that said so
	What string
}

// Words lists what is wrong: "chipped rim; handle off". "" for nothing.
func Words(all []Harm) string {
	what := make([]string, len(all))
	for i, h := range all {
		what[i] = h.What
	}
	return strings.Join(what, "; ")
}

// Note is what somebody wanted remembered of a piece.
type Note struct {
	Text  string
	Shown bool // the class may read it; else it is for the teacher's side
}

// Touch is a finger that felt a coat.
type Touch struct {
	Surface string
	At      time.Time
	Wet     bool // it was still wet
}

// Night is what a piece showed of how long it takes until it is dry enough for the kiln.
type Night struct {
	At   time.Time     // when it showed it
	Wait time.Duration // since water or glaze last came onto it
	Cold bool          // it was felt, and still damp; else it went into a load
}

// Look is the last look all round at how the glaze covers.
type Look struct {
	ID      string
	Cover   foot.Cover
	Surface string // where the fault is
	At      time.Time
	By      string
	Seen    int64  // the last event that its maker had seen
	Saw     *Sight // nil in logs of before looks said what they saw
	Lapsed  string // why it no longer counts; "" while it does
}

// Stands says whether the look counts and found the cover even.
func (l *Look) Stands() bool { return l != nil && l.Lapsed == "" && l.Cover == foot.Even }

// Ruling is a blocker that the teacher overruled, with the reason that stays
// on the load. It is of one fact as it was seen: where that is another, it counts for nothing.
type Ruling struct {
	Code                matter.Code
	Surface, Reason, By string
	Facts               string // of the blocker, by ready.FactsOf
	At                  time.Time
}

// Check is the last inspection of the foot.
type Check struct {
	ID      string
	Verdict foot.Verdict
	Spots   []foot.Spot // where glaze was found
	Parts   int         // how many parts were looked at, where it is fired apart
	At      time.Time
	By      string
	Seen    int64  // the last event that its maker had seen
	Saw     *Sight // nil in logs of before looks said what they saw
	Lapsed  string // why it no longer counts; "" while it does

	Unexplained bool // glaze was left before, nothing took it off, and nobody said how it came off
}

// Stands says whether the check counts and lets the piece onto the shelf.
func (c *Check) Stands() bool { return c != nil && c.Lapsed == "" && c.Verdict.Passes() }

// Loading is a place in a kiln load.
type Loading struct {
	Load   string
	Lapsed string // what happened to the piece since it was loaded
}

// Firing is a firing that the piece went through.
type Firing struct {
	Load     string
	Cone     kiln.Cone
	At       time.Time
	Seq      int64     // of the event that says so
	Unloaded time.Time // zero while it cools in the kiln
	Bisque   bool      // to bisque: its glaze comes after it
	ID       string    // of the event that says so
	OutID    string    // of the event that says it was unloaded
	OutSeq   int64     // its place in the log, or that of the last look at what came out, where nothing else was between
	Judged   []string  // the events of those looks, in order
	Outcome  *Outcome  // what came of it; nil while nobody looked, and of bisque
}

// Firings are all firings that it went through, in order.
func (s *State) Firings() []Firing {
	if s.Firing == nil {
		return s.Past
	}
	return append(slices.Clone(s.Past), *s.Firing)
}

// Opinion is what the student says of the fired piece.
type Opinion struct {
	Text  string
	Again bool // would repeat it
	At    time.Time
}

// Keeps is the resist that lies on a surface now; "" for none.
func (s *State) Keeps(surface string) plan.Resist {
	switch {
	case s.Latexed[surface] && !s.Peeled[surface]:
		return plan.Latex
	case s.Waxed[surface]:
		return plan.Wax
	}
	return ""
}
