// Package rules holds the rules of the house: where schools of thought differ,
// the teacher's choice as data, each with its default and its reason.
package rules

import "time"

// Layering says how many coats two glazes take where they overlap.
type Layering string

const (
	// KeepTotal keeps the usual total wherever glazes overlap: 2+1 or 1+2.
	KeepTotal Layering = "keep"
	// DoubleMarked keeps the total, but allows 2+2 where both glazes are made
	// for layering.
	DoubleMarked Layering = "double-marked"
	// Double puts two coats over two, four in all.
	Double Layering = "double"
)

// Hearsay says what a fired tile counts for on another clay or at another cone.
type Hearsay string

const (
	Hint    Hearsay = "hint"    // named as a hint, and said to be one
	Nothing Hearsay = "nothing" // not mentioned
)

// The choices that core looks at; Fields lists all of them with their words.
const (
	Strict      = "strict"    // Over: anything above the figure is refused
	Never       = "never"     // Extra, Mixing
	Always      = "always"    // Extra
	Greenware   = "greenware" // UnderglazeOn
	NoneNow     = "none"      // UnderglazeOn: not this lesson
	Permission  = "ask"       // UnderglazeOn: whoever asked the teacher
	Stilts      = "stilts"    // Foot
	Apart       = "apart"     // Meeting
	OnceFired   = "once"      // Path
	WantVents   = "want"      // Vents
	OneEach     = "each"      // InsideOutside
	SeenOnly    = "seen"      // Hidden
	ExteriorNow = "exterior"  // Faces: the exterior before the interior
	ByResist    = "resist"    // FootBy
	LaidOn      = "laid"      // Stroke
	WhileDamp   = "damp"      // Recoat
	InPictures  = "pictures"  // Tablets
)

// House is one school's rules. The zero House is of no use: start from Default.
type House struct {
	Coats           int      // of one glaze alone
	CoatsLeast      int      // how few are let pass; 0 = no fewer than Coats
	Over            string   // what happens above the figure
	Extra           string   // who may be thicker than usual on purpose
	Layering        Layering // where glazes overlap
	UnderglazeCoats int      // of colour under a clear
	ClearOnFood     int      // coats of clear over underglaze, food surfaces
	ClearElsewhere  int      // coats of clear over underglaze, other surfaces
	UnderglazeOn    string   // what underglaze may go on
	ClearWhen       string   // whether clear follows in the same lesson
	Mixing          string   // on the palette
	Meeting         string   // of two colours

	BandMM     float64 // bare above the shelf
	BandRiskMM float64 // added for runners and layered stacks
	SteepMM    float64 // added to the band over a steep wall that carries more than usual
	Foot       string  // "bare", or one thin coat on stilts
	FootBy     string  // how it gets bare
	Underside  string  // "may" or "bare"
	Seat       string  // "bare" or "one": what a seat carries
	Wipes      string  // who

	DryMinutes   [3]float64
	Recoat       string // when the next coat may go on
	KilnDryHours float64

	Hidden    string // "all" or "seen": whether what nobody sees is glazed
	OtherClay Hearsay

	Path    string // bisque first, or once
	Vents   string // scratched-through places where it is fired once
	Clean   string // how bisque is cleaned
	Stroke  string // how a coat is laid
	Faces   string // which face comes first
	Open    string // how many glazes at once
	Wash    string // between colours
	Thins   string // who thins glaze
	Tablets string // how tablets speak

	MostColours   int    // on one piece; 0 = no limit
	InsideOutside string // whether inside and outside take one glaze each
	MostCover     int    // per cent of what may be glazed that may be; 100 = all
}

// Default is the house as a secondary school's bench usually keeps it (common
// practice; drying times and the addition for risk from memory).
func Default() House {
	return House{
		Coats: 3, Over: "warn", Extra: "glaze", Layering: DoubleMarked,
		UnderglazeCoats: 3, ClearOnFood: 3, ClearElsewhere: 2, UnderglazeOn: "both", ClearWhen: "same", Mixing: Never, Meeting: "touch",
		BandMM: 6, BandRiskMM: 4, SteepMM: 2, Foot: "bare", FootBy: "wipe", Underside: "may", Seat: "bare", Wipes: "student",
		DryMinutes: [3]float64{1, 3, 5}, Recoat: "dry", KilnDryHours: 12,
		Hidden: "all", OtherClay: Hint,
		Path: "bisque", Vents: "without", Clean: "damp", Stroke: "cross", Faces: "interior", Open: "one", Wash: "wash", Thins: "teacher", Tablets: "words",
		InsideOutside: "free", MostCover: 100,
	}
}

// Dry is how long the nth coat on a surface takes to be dry to the touch, the
// first coat being n = 1.
func (h House) Dry(n int) time.Duration {
	minutes := h.DryMinutes[min(max(n, 1), len(h.DryMinutes))-1]
	return time.Duration(minutes * float64(time.Minute))
}

// RecoatShare is how much of a coat's drying has to pass before the next one
// may go on: all where it has to be dry, two thirds where mostly dry will do
// (from memory), none where the house lays coat on damp coat.
func (h House) RecoatShare() float64 {
	switch h.Recoat {
	case WhileDamp:
		return 0
	case "mostly":
		return 2.0 / 3
	}
	return 1
}

// KilnDry is how long a piece dries after its last coat or wet wipe before it
// may be fired.
func (h House) KilnDry() time.Duration { return time.Duration(h.KilnDryHours * float64(time.Hour)) }

// ChangeMinutes is what it takes to change from one glaze to the next, by how
// the house does it between colours (2 minutes for washing, the others beside
// it from memory).
func (h House) ChangeMinutes() float64 {
	return map[string]float64{"wash": 2, "brush": 0.5, "sponge": 1, "bowls": 1.5, "collect": 0.5}[h.Wash]
}
