package rules

// Excess says what happens above the figure.
type Excess string

// The schools of Excess.
const (
	WarnAbove Excess = "warn"   // warned of, then refused
	Strict    Excess = "strict" // anything above the figure is refused
)

// Thicker says who may be thicker than usual on purpose.
type Thicker string

// The schools of Thicker.
const (
	ByCard        Thicker = "glaze" // where the glaze's own card allows it
	NeverThicker  Thicker = "never"
	AlwaysThicker Thicker = "always" // any glaze
)

// Ware says what underglaze may go on.
type Ware string

// The schools of Ware.
const (
	BothWares  Ware = "both"
	Greenware  Ware = "greenware"
	Permission Ware = "ask"  // whoever asked the teacher
	NoneNow    Ware = "none" // not this lesson
)

// ClearLesson says whether clear follows its underglaze in the same lesson.
type ClearLesson string

// The schools of ClearLesson.
const (
	SameLesson    ClearLesson = "same"
	AnotherLesson ClearLesson = "another"
)

// Mixing says whether glazes are mixed on the palette.
type Mixing string

// The schools of Mixing.
const (
	NeverMixed Mixing = "never"
	OnPiece    Mixing = "piece" // never in tray or jar
	WithinKind Mixing = "kind"  // kept as a recipe
)

// Meeting says whether two colours may touch.
type Meeting string

// The schools of Meeting.
const (
	MayTouch Meeting = "touch"
	Apart    Meeting = "apart" // a line or ridge between them
)

// Footing says how a piece stands on the shelf.
type Footing string

// The schools of Footing.
const (
	BareFoot Footing = "bare"
	Stilts   Footing = "stilts" // one thin coat, on the points of stilts
)

// Baring says how the foot gets bare.
type Baring string

// The schools of Baring.
const (
	WipedBack Baring = "wipe"
	ByResist  Baring = "resist" // before the first coat
)

// FlatEdge says how far the edge of flat work is glazed.
type FlatEdge string

// The schools of FlatEdge.
const (
	EdgesGlazed FlatEdge = "glazed" // down to House.FlatMM, under plain stacks that do not move
	EdgesBare   FlatEdge = "bare"   // for the band's height
)

// OpenUnder says where underglaze may lie open.
type OpenUnder string

// The schools of OpenUnder.
const (
	OpenOffFood  OpenUnder = "off-food" // it wears off in use
	AlwaysSealed OpenUnder = "never"
)

// Hand says who does something.
type Hand string

// The schools of Hand.
const (
	Student Hand = "student"
	Teacher Hand = "teacher"
)

// Underside says what an underside inside a raised foot may carry.
type Underside string

// The schools of Underside.
const (
	MayBeGlazed Underside = "may" // above the band
	StaysBare   Underside = "bare"
)

// SeatCoat says what the seat of a lid carries.
type SeatCoat string

// The schools of SeatCoat.
const (
	BareSeat SeatCoat = "bare"
	OneCoat  SeatCoat = "one"
)

// Recoating says when the next coat may go on.
type Recoating string

// The schools of Recoating.
const (
	WhenDry   Recoating = "dry"
	MostlyDry Recoating = "mostly"
	WhileDamp Recoating = "damp" // area by area
)

// Untried says what a house thinks of stacks that nobody has fired.
type Untried string

// What houses think of them.
const (
	UntriedWelcome Untried = "welcome" // as experiments, with a record
	UntriedWarned  Untried = "warned"
	UntriedDetails Untried = "details" // only as small details over a finished base
)

// Extent says whether what nobody sees is glazed.
type Extent string

// The schools of Extent.
const (
	CoverAll Extent = "all"
	SeenOnly Extent = "seen"
)

// Path says how often a piece is fired.
type Path string

// The schools of Path.
const (
	BisqueFirst Path = "bisque"
	OnceFired   Path = "once" // glaze on bone-dry clay
)

// Venting says whether once-fired ware has bare places for gas.
type Venting string

// The schools of Venting.
const (
	WithoutVents Venting = "without"
	WantVents    Venting = "want"
)

// Cleaning says how bisque is cleaned.
type Cleaning string

// The schools of Cleaning.
const (
	DampSponge Cleaning = "damp"
	Rinsed     Cleaning = "rinse" // then dried
)

// Stroke says how a later coat is laid.
type Stroke string

// The schools of Stroke.
const (
	Crossed Stroke = "cross" // across the coat below
	LaidOn  Stroke = "laid"  // without rubbing
)

// FaceOrder says which face comes first.
type FaceOrder string

// The schools of FaceOrder.
const (
	InteriorFirst FaceOrder = "interior"
	ExteriorFirst FaceOrder = "exterior"
)

// Opening says how many glazes are open at once.
type Opening string

// The schools of Opening.
const (
	OneOpen Opening = "one"
	InCups  Opening = "cups" // several, poured
	AsTidy  Opening = "tidy" // by how tidy the class is
)

// Washing says what happens to the brush between colours.
type Washing string

// The schools of Washing.
const (
	WashBrush Washing = "wash"
	BrushEach Washing = "brush"  // one for each colour
	SpongeOff Washing = "sponge" // without water
	TwoBowls  Washing = "bowls"
	Collected Washing = "collect" // used brushes are collected
)

// Release says when what is optional may be laid.
type Release string

// The schools of Release.
const (
	AnyTime  Release = "any"
	WhenTold Release = "told" // once the bases of the class are on, as its teacher says
)

// Speech says how tablets speak.
type Speech string

// The schools of Speech.
const (
	InWords    Speech = "words"
	InPictures Speech = "pictures" // and tallies
)

// Naming says what tablets call a student.
type Naming string

// The schools of Naming.
const (
	ByName Naming = "name"
	ByMark Naming = "mark" // that is scratched into the clay; by name where there is none
)

// InAndOut says whether inside and outside take one glaze each.
type InAndOut string

// The schools of InAndOut.
const (
	AsTheyLike InAndOut = "free"
	OneEach    InAndOut = "each"
)

// Sharing says whether what could share a load does.
type Sharing string

// The schools of Sharing.
const (
	ByItself Sharing = "apart"
	Shared   Sharing = "together"
)

// Piles says whether bare pieces may stand on each other in a bisque.
type Piles string

// The schools of Piles.
const (
	Piled  Piles = "piled" // nested, or rim to rim
	Single Piles = "single"
)

// RunnySpot says where in a load runny pieces stand.
type RunnySpot string

// The schools of RunnySpot.
const (
	RunnyAnywhere RunnySpot = "anywhere"
	RunnyInside   RunnySpot = "inside" // away from the edge of their shelf
	RunnyLow      RunnySpot = "low"    // on the lowest shelf
)
