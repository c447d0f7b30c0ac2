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

// House is one school's rules. The zero House is of no use: start from Default.
type House struct {
	Coats           int         // of one glaze alone
	CoatsLeast      int         // how few are let pass; 0 = no fewer than Coats
	Over            Excess      // what happens above the figure
	Extra           Thicker     // who may be thicker than usual on purpose
	Layering        Layering    // where glazes overlap
	UnderglazeCoats int         // of colour under a clear
	ClearOnFood     int         // coats of clear over underglaze, food surfaces
	ClearElsewhere  int         // coats of clear over underglaze, other surfaces
	UnderglazeOn    Ware        // what underglaze may go on
	OpenUnderglaze  OpenUnder   // what underglaze may lie open
	ClearWhen       ClearLesson // whether clear follows in the same lesson
	Mixing          Mixing      // on the palette
	Meeting         Meeting     // of two colours

	BandMM     float64   // bare above the shelf
	BandRiskMM float64   // added for runners and layered stacks
	SteepMM    float64   // added to the band over a steep wall that carries more than usual
	Foot       Footing   // "bare", or one thin coat on stilts
	FootBy     Baring    // how it gets bare
	Underside  Underside // "may" or "bare"
	Seat       SeatCoat  // "bare" or "one": what a seat carries
	StiltsCone string    // the cone that the house's stilts are made for; "" where nobody said
	Flat       FlatEdge  // how far the edge of flat work is glazed
	FlatMM     float64   // bare of it below plain stacks that do not move, where edges are glazed
	Wipes      Hand      // who

	DryMinutes   [3]float64
	Recoat       Recoating // when the next coat may go on
	KilnDryHours float64

	Hidden    Extent // "all" or "seen": whether what nobody sees is glazed
	OtherClay Hearsay
	Untried   Untried // what of stacks that nobody has fired
	RawApart  float64 // ΔE2000 below which raw glaze is not told from what it lies on or beside; 0 = never asked

	Path          Path      // bisque first, or once
	Vents         Venting   // scratched-through places where it is fired once
	Clean         Cleaning  // how bisque is cleaned
	CleanDays     float64   // after how many days of handling it has to be again; 0 = never
	ShakeSeconds  float64   // how long a jar is shaken or stirred
	BucketSeconds float64   // how long a bucket is stirred
	SettleDays    float64   // after how many days a brushing glaze has to be stirred again
	SettleMinutes float64   // after how many minutes a bucket has
	Stroke        Stroke    // how a coat is laid
	Faces         FaceOrder // which face comes first
	Open          Opening   // how many glazes at once
	SetUpMinutes  float64   // of a lesson, before the first brush
	ClearMinutes  float64   // of a lesson, for clearing up before the bell
	Sinks         int       // how many wash at once
	Seats         int       // how many work out of one jar at once, where the jar says nothing else
	CupML         float64   // what a cup holds that is poured
	Extras        Release   // when what is optional may be laid
	Wash          Washing   // between colours
	Thins         Hand      // who thins glaze
	Shakes        Hand      // who shakes and opens jars
	Tablets       Speech    // how tablets speak
	Names         Naming    // what they call a student

	KilnGapMM   float64   // between glaze and anything in a load
	KilnAboveMM float64   // free above the tallest piece of a shelf
	Runners     RunnySpot // where in a load runny pieces stand
	KilnWares   Sharing   // of a load by bisque and glaze
	KilnClasses Sharing   // of a load by classes
	KilnPiles   Piles     // of bisque in a load
	KilnTiles   Sharing   // of a load by pieces and test tiles

	MostColours   int      // on one piece; 0 = no limit
	InsideOutside InAndOut // whether inside and outside take one glaze each
	MostCovered   int      // per cent of what may be glazed that may be; 100 = all
}

// Default is the house as a secondary school's bench usually keeps it (common
// practice; drying times and the addition for risk from memory).
func Default() House {
	return House{
		Coats: 3, Over: WarnAbove, Extra: ByCard, Layering: DoubleMarked,
		UnderglazeCoats: 3, ClearOnFood: 3, ClearElsewhere: 2, UnderglazeOn: BothWares, OpenUnderglaze: OpenOffFood, ClearWhen: SameLesson, Mixing: NeverMixed, Meeting: MayTouch,
		KilnGapMM: 6, KilnAboveMM: 12, Runners: RunnyInside, KilnWares: ByItself, KilnClasses: Shared, KilnPiles: Piled, KilnTiles: Shared,
		BandMM: 6, BandRiskMM: 4, SteepMM: 2, Foot: BareFoot, FootBy: WipedBack, Underside: MayBeGlazed, Seat: BareSeat, StiltsCone: "none", Flat: EdgesGlazed, FlatMM: 2, Wipes: Student,
		DryMinutes: [3]float64{1, 3, 5}, Recoat: WhenDry, KilnDryHours: 12,
		Hidden: CoverAll, OtherClay: Hint, Untried: UntriedWarned, RawApart: 6,
		Path: BisqueFirst, Vents: WithoutVents, Clean: DampSponge, CleanDays: 3, ShakeSeconds: 90, BucketSeconds: 120, SettleDays: 1, SettleMinutes: 10, Stroke: Crossed, Faces: InteriorFirst, Open: OneOpen, SetUpMinutes: 4, ClearMinutes: 8, Sinks: 2, Seats: 4, CupML: 60, Extras: AnyTime, Wash: WashBrush, Thins: Teacher, Shakes: Student, Tablets: InWords, Names: ByName,
		InsideOutside: AsTheyLike, MostCovered: 100,
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
	case MostlyDry:
		return 2.0 / 3
	}
	return 1
}

// KilnDays is how many days after its last coat a piece may be fired: the next one after a night.
func (h House) KilnDays() int {
	const day = 24 * time.Hour
	return max(1, int((h.KilnDry()+day/2)/day))
}

// KilnDry is how long a piece dries after its last coat or wet wipe before it
// may be fired.
func (h House) KilnDry() time.Duration { return time.Duration(h.KilnDryHours * float64(time.Hour)) }

// ChangeMinutes is what it takes to change from one glaze to the next, by how
// the house does it between colours (2 minutes for washing, the others beside
// it from memory).
func (h House) ChangeMinutes() float64 {
	return map[Washing]float64{WashBrush: 2, BrushEach: 0.5, SpongeOff: 1, TwoBowls: 1.5, Collected: 0.5}[h.Wash]
}
