package results

import (
	"slices"

	"enkaustos/core/fault"
)

// Cause names what can have brought a fault about.
type Cause string

// The causes that a record can tell of; what only the curve of a firing tells is not among them.
const (
	Few       Cause = "few"
	Wet       Cause = "wet"
	Dusty     Cause = "dusty"
	Thick     Cause = "thick"
	Unstirred Cause = "unstirred"
	Watery    Cause = "watery"
	Low       Cause = "low"
	NoCookie  Cause = "cookie"
	Ground    Cause = "ground"
	Met       Cause = "met"
	Seat      Cause = "seat"
	Place     Cause = "place"
	NoVents   Cause = "vents"
	Unfit     Cause = "unfit"
	Wiped     Cause = "wiped"
	Carried   Cause = "carried"
	Dark      Cause = "dark"
	Doubted   Cause = "doubted"
	Hollow    Cause = "hollow"
	Missed    Cause = "missed"
)

// CauseGuide is what is known of a cause.
type CauseGuide struct {
	Cause Cause
	Name  string // as a clause: "a coat was laid on a wet one"
	Teach string // what the teacher does next time
	Try   string // what a student tries next time: no blame, no rank
	// Unsaid is what nobody logged, where the record does not tell.
	Unsaid string
}

var guides = []CauseGuide{
	{Few, "too few coats lie there, or thin ones", "Lay the house's figure; scratch with a pin where it matters.", "Give it one coat more, as thick as cream.", "how many coats lie there"},
	{Wet, "a coat was laid on a wet one", "Wait until it is chalky all over.", "Work on another side until the coat below is chalky and dry.", "when its coats went on"},
	{Dusty, "nobody took the dust off", "A damp sponge before the first coat, and again after sanding.", "Wipe your piece with a damp sponge first, and hold it by the foot.", "whether its dust was taken off"},
	{Thick, "it was laid too thick", "Keep to the figure; pour less.", "One coat less here, or thinner ones.", "how thick its coats were"},
	{Unstirred, "its jar was not stirred", "Stir one to two minutes, every lesson; a bucket before every piece.", "Ask whether the jar was stirred before you begin.", "whether its jar was stirred"},
	{Watery, "its jar was watery", "Let it settle and take water off, or lay one coat more.", "When a coat looks like milk, tell your teacher, and lay one more.", "how its jar was"},
	{Low, "glaze came too low", "Draw the band higher, with the gauge, and look at eye level.", "Stop a little higher above the foot.", "how low its glaze came"},
	{NoCookie, "a runner stood without a cookie", "A cookie below what runs, always.", "Ask for a cookie below a glaze that moves.", "whether a cookie was below it"},
	{Ground, "no tile of this stack was fired on this ground", "Make a tile on this clay, texture and cone first.", "Choose from a tile on your own clay.", "what its tile was fired on"},
	{Met, "two glazes met with nothing between", "A line, a ridge or a bare strip between them.", "Scratch a line between the two colours, or leave a little room.", "what lies between its colours"},
	{Seat, "glaze lay on the seat", "Seat and flange bare, or fired apart.", "Keep the place bare where lid and pot touch.", "whether its seat was bare"},
	{Place, "it stood where this kiln fires otherwise", "Give that place to what bears it.", "Nothing you did: the kiln is warmer in some places.", "where it stood in the kiln"},
	{NoVents, "it was fired once, with no bare place for gas", "Scratch vents, or bisque first.", "Scratch a small bare place where it does not show.", "whether gas could leave it"},
	{Unfit, "this glaze crazed on this clay before", "Another glaze on this clay, or this one on another.", "Another glaze goes better with this clay.", "whether the two fitted before"},
	{Wiped, "it was wiped after its last coat", "A clean pad, rinsed often; resist instead of wiping.", "Rinse the sponge before you wipe the foot.", "whether its foot was wiped"},
	{Carried, "it was carried often after its last coat", "Straight to the ready shelf, apart from the others.", "Lift it by the foot, and set it down once.", "how often it was carried"},
	{Dark, "a dark glaze went before it by the same hand", "Light before dark; fresh water and a clean brush before white.", "Take fresh water before a light colour.", "what was brushed before it"},
	{Doubted, "it came out of a jar that was doubted", "Throw the jar away, or keep it for the outside.", "Tell your teacher when a jar looks strange.", "whether its jar was clean"},
	{Hollow, "glaze gathered in a hollow", "Drain what was dipped, scoop what gathered.", "Tip the rest out, and scoop what gathers.", "whether it was drained"},
	{Missed, "nobody found its cover even", "A look all round before it dries.", "Turn it once round in good light, and fill what is bare.", "whether its cover was looked at"},
}

// Causes lists the causes in the order of the work.
func Causes() []CauseGuide { return slices.Clone(guides) }

// Of is what is known of a cause.
func Of(c Cause) CauseGuide {
	i := c.index()
	if i < 0 {
		return CauseGuide{Cause: c, Name: string(c)}
	}
	return guides[i]
}

func (c Cause) index() int {
	return slices.IndexFunc(guides, func(g CauseGuide) bool { return g.Cause == c })
}

// Prior is what is thought of a cause before a room knows better: how often it brings the fault
// about where it is there.
type Prior struct {
	Fault fault.Kind
	Cause Cause
	Share float64
}

// priors are from memory, after what is usually said of each fault. A room learns its own.
var priors = []Prior{
	{fault.Streaks, Few, 0.45}, {fault.Streaks, Watery, 0.35}, {fault.Streaks, Unstirred, 0.25}, {fault.Streaks, Wet, 0.15},
	{fault.Bald, Missed, 0.40}, {fault.Bald, Wet, 0.20}, {fault.Bald, Dusty, 0.15}, {fault.Bald, Carried, 0.06},
	{fault.Crawling, Dusty, 0.35}, {fault.Crawling, Thick, 0.20}, {fault.Crawling, Wet, 0.20},
	{fault.Running, Thick, 0.30}, {fault.Running, Low, 0.30}, {fault.Running, NoCookie, 0.15}, {fault.Running, Met, 0.08}, {fault.Running, Place, 0.05},
	{fault.Pinholes, NoVents, 0.30}, {fault.Pinholes, Dusty, 0.10}, {fault.Pinholes, Thick, 0.10}, {fault.Pinholes, Unstirred, 0.08},
	{fault.Crazing, Unfit, 0.60}, {fault.Crazing, Thick, 0.10}, {fault.Crazing, Place, 0.04},
	{fault.Colour, Ground, 0.30}, {fault.Colour, Unstirred, 0.25}, {fault.Colour, Few, 0.20}, {fault.Colour, Doubted, 0.30}, {fault.Colour, Dark, 0.08}, {fault.Colour, Place, 0.06},
	{fault.Stripes, Few, 0.12}, {fault.Stripes, Wet, 0.15},
	{fault.Lines, Missed, 0.25}, {fault.Lines, Few, 0.06},
	{fault.Bleeding, Met, 0.40}, {fault.Bleeding, Thick, 0.12},
	{fault.Specks, Dark, 0.20}, {fault.Specks, Doubted, 0.35}, {fault.Specks, Carried, 0.04},
	{fault.Rings, Wiped, 0.15},
	{fault.Rubbed, Carried, 0.20}, {fault.Rubbed, Wiped, 0.08},
	{fault.Chipped, Carried, 0.15}, {fault.Chipped, Few, 0.05},
	{fault.Pool, Hollow, 0.25}, {fault.Pool, Thick, 0.15},
	{fault.LidStuck, Seat, 0.70},
	{fault.Drips, Thick, 0.12}, {fault.Drips, Low, 0.12}, {fault.Drips, Hollow, 0.06},
}

// bare is how many faults in ten come without anything that a record tells (from memory).
const bare = 1

// present is how often a cause is there where nobody logged whether it is (from memory).
const present = 0.1

// Priors lists the priors.
func Priors() []Prior { return slices.Clone(priors) }
