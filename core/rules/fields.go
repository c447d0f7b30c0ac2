package rules

import (
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"
)

// Field is one rule as the interface shows and changes it.
type Field struct {
	Key, Name, Reason string
	Group             string   // the heading it stands under
	Unit              string   // "" for a choice
	Choices           []Choice // empty for a number
	Least, Most       float64

	number func(*House) *float64
	whole  func(*House) *int
	choice func(*House) *string
}

// Choice is one school of thought.
type Choice struct{ Key, Name string }

// Fields lists every rule in the order a teacher meets it.
func Fields() []Field { return fields }

// The headings that rules stand under.
const (
	forCoats  = "Coats and stacks"
	forFoot   = "Foot, seat and shelf"
	forTime   = "Drying"
	forCover  = "What is covered, and what is known"
	forRoom   = "The way of the room"
	forLesson = "The lesson"
	forKiln   = "The kiln load"
	forLimits = "Limits of an assignment"
)

var fields = []Field{
	{Key: "coats", Group: forCoats, Name: "Coats of one glaze", Unit: "coats", Least: 1, Most: 6,
		Reason: "After one coat the clay shows plainly, after two hardly, after three not. A glaze can have a figure of its own.",
		whole:  func(h *House) *int { return &h.Coats }},
	{Key: "coatsLeast", Group: forCoats, Name: "Let pass with as few as", Unit: "coats", Most: 6,
		Reason: "Houses that lay two to three coats let two pass where the figure is three. 0 lets pass no fewer than the figure.",
		whole:  func(h *House) *int { return &h.CoatsLeast }},
	{Key: "over", Group: forCoats, Name: "More than the figure",
		Reason:  "Each stack is compared with the figure of its own school. Much more than that runs; underglaze never counts.",
		Choices: []Choice{{string(WarnAbove), "Warned of, refused from twice the figure or two above it"}, {string(Strict), "Refused from one above it"}},
		choice:  func(h *House) *string { return (*string)(&h.Over) }},
	{Key: "extra", Group: forCoats, Name: "Extra thickness on purpose",
		Reason:  "Thin breaking glazes get a third or a heavier coat, with a higher bare band.",
		Choices: []Choice{{string(ByCard), "Where the glaze's own card allows it"}, {string(NeverThicker), "Never"}, {string(AlwaysThicker), "Any glaze"}},
		choice:  func(h *House) *string { return (*string)(&h.Extra) }},
	{Key: "layering", Group: forCoats, Name: "Where two glazes overlap",
		Reason:  "More glaze runs more. Glazes made for layering are fired two over two; others keep the usual total.",
		Choices: []Choice{{string(KeepTotal), "Keep the usual total (2+1, 1+2)"}, {string(DoubleMarked), "Usual total; 2+2 where both are made for layering"}, {string(Double), "Two over two, four in all"}},
		choice:  func(h *House) *string { return (*string)(&h.Layering) }},
	{Key: "underglaze", Group: forCoats, Name: "Underglaze under clear", Unit: "coats", Least: 1, Most: 6,
		Reason: "Underglaze is coloured clay: thin coats stay pale, and the clear does not hide it.",
		whole:  func(h *House) *int { return &h.UnderglazeCoats }},
	{Key: "clearFood", Group: forCoats, Name: "Clear over underglaze, food surfaces", Unit: "coats", Least: 1, Most: 6,
		Reason: "Where food lies, the underglaze has to be sealed all over.",
		whole:  func(h *House) *int { return &h.ClearOnFood }},
	{Key: "clear", Group: forCoats, Name: "Clear over underglaze, elsewhere", Unit: "coats", Least: 1, Most: 6,
		Reason: "Two coats give the shine; more turns cloudy.",
		whole:  func(h *House) *int { return &h.ClearElsewhere }},
	{Key: "underglazeOn", Group: forCoats, Name: "Underglaze may go on",
		Reason:  "On greenware it becomes part of the clay; on bisque it can be washed off again. Which jars a class may use is set under Classes.",
		Choices: []Choice{{string(BothWares), "Greenware and bisque"}, {string(Greenware), "Greenware only"}, {string(Permission), "Both, by permission"}, {string(NoneNow), "Nothing, not this lesson"}},
		choice:  func(h *House) *string { return (*string)(&h.UnderglazeOn) }},
	{Key: "openUnderglaze", Group: forCoats, Name: "Underglaze without anything over it",
		Reason:  "It is matte alone, and wears off in use; on food surfaces it is always covered.",
		Choices: []Choice{{string(OpenOffFood), "May lie open off food"}, {string(AlwaysSealed), "Is always sealed"}},
		choice:  func(h *House) *string { return (*string)(&h.OpenUnderglaze) }},
	{Key: "clearWhen", Group: forCoats, Name: "Clear over underglaze",
		Reason:  "Underglaze takes about five minutes to dry under clear; some houses lay the colour one lesson and the clear another.",
		Choices: []Choice{{string(SameLesson), "In the same lesson, once dry"}, {string(AnotherLesson), "Colour one lesson, clear another"}},
		choice:  func(h *House) *string { return (*string)(&h.ClearWhen) }},
	{Key: "mixing", Group: forCoats, Name: "Mixing on the palette",
		Reason:  "Glazes do not mix like paint: nobody can say what comes out. What is mixed has to be written down, or it cannot be made again.",
		Choices: []Choice{{string(NeverMixed), "Never"}, {string(OnPiece), "Only on the piece, neighbouring hues; never in tray or jar"}, {string(WithinKind), "Within one kind, kept as a recipe"}},
		choice:  func(h *House) *string { return (*string)(&h.Mixing) }},
	{Key: "meeting", Group: forCoats, Name: "Where two colours meet",
		Reason:  "Two glazes that touch may flow into each other; an incised line, a ridge or bare clay stops it.",
		Choices: []Choice{{string(MayTouch), "They touch; warned only where a sharp edge is wanted"}, {string(Apart), "A line or ridge keeps them apart"}},
		choice:  func(h *House) *string { return (*string)(&h.Meeting) }},

	{Key: "band", Group: forFoot, Name: "Bare band above the shelf", Unit: "mm", Most: 30,
		Reason: "Glaze that meets the shelf welds the piece to it. Measured as height above the table.",
		number: func(h *House) *float64 { return &h.BandMM }},
	{Key: "bandRisk", Group: forFoot, Name: "More band for runners and layers", Unit: "mm", Most: 30,
		Reason: "A runner and a layered stack move further downhill in the fire; more than the usual coats of one glaze half as far.",
		number: func(h *House) *float64 { return &h.BandRiskMM }},
	{Key: "bandSteep", Group: forFoot, Name: "More band under a steep, thick wall", Unit: "mm", Most: 30,
		Reason: "On an upright wall more than the usual coats gathers speed before it stops.",
		number: func(h *House) *float64 { return &h.SteepMM }},
	{Key: "foot", Group: forFoot, Name: "The foot",
		Reason:  "Bare clay stands on the shelf. Low-fire houses lay one thin coat and stand the piece on stilts, whose points leave small scars.",
		Choices: []Choice{{string(BareFoot), "Bare, always"}, {string(Stilts), "One thin coat, standing on stilts"}},
		choice:  func(h *House) *string { return (*string)(&h.Foot) }},
	{Key: "stiltsCone", Group: forFoot, Name: "The stilts are made for cones up to",
		Reason:  "Low-fire stilts sink into the clay or stick to it in a hotter firing: their label says how far they go.",
		Choices: stiltsCones,
		choice:  func(h *House) *string { return &h.StiltsCone }},
	{Key: "flat", Group: forFoot, Name: "Edges of tiles and plaques",
		Reason:  "Flat work lies on its back. A plain stack that does not move may come down nearly to the shelf; runners, layers and extra thickness keep the full band.",
		Choices: []Choice{{string(EdgesGlazed), "Glazed, but for the lowest part"}, {string(EdgesBare), "Bare for the height of the band"}},
		choice:  func(h *House) *string { return (*string)(&h.Flat) }},
	{Key: "flatBare", Group: forFoot, Name: "Bare edge below plain stacks on flat work", Unit: "mm", Most: 30,
		Reason: "As far as it could sag onto the shelf; kiln wash below all the same.",
		number: func(h *House) *float64 { return &h.FlatMM }},
	{Key: "footBy", Group: forFoot, Name: "How the foot gets bare",
		Reason:  "Wax before the first coat keeps it bare; a damp sponge afterwards shows that it is.",
		Choices: []Choice{{string(WipedBack), "Wiped back after"}, {string(ByResist), "Resist before"}},
		choice:  func(h *House) *string { return (*string)(&h.FootBy) }},
	{Key: "wipes", Group: forFoot, Name: "Who wipes the foot",
		Reason:  "Young hands wipe off more than the foot.",
		Choices: []Choice{{string(Student), "Student; the teacher checks"}, {string(Teacher), "Teacher"}},
		choice:  func(h *House) *string { return (*string)(&h.Wipes) }},
	{Key: "underside", Group: forFoot, Name: "Underside inside a raised foot",
		Reason:  "Only what stands on the shelf must be bare; some houses leave the whole underside.",
		Choices: []Choice{{string(MayBeGlazed), "May be glazed, above the band"}, {string(StaysBare), "Stays bare"}},
		choice:  func(h *House) *string { return (*string)(&h.Underside) }},
	{Key: "seat", Group: forFoot, Name: "The seat of a lid",
		Reason:  "Glaze on the seat welds the lid. Some houses lay one coat all the same, else the lid sticks or no longer fits.",
		Choices: []Choice{{string(BareSeat), "Stays bare"}, {string(OneCoat), "Takes one coat"}},
		choice:  func(h *House) *string { return (*string)(&h.Seat) }},

	{Key: "dry1", Group: forTime, Name: "First coat is dry after", Unit: "min", Least: 0.1, Most: 60,
		Reason: "Bisque drinks the first coat. Damp air and dense bisque take longer.",
		number: func(h *House) *float64 { return &h.DryMinutes[0] }},
	{Key: "dry2", Group: forTime, Name: "Second coat is dry after", Unit: "min", Least: 0.1, Most: 60,
		Reason: "The clay below is already damp.",
		number: func(h *House) *float64 { return &h.DryMinutes[1] }},
	{Key: "dry3", Group: forTime, Name: "Later coats are dry after", Unit: "min", Least: 0.1, Most: 60,
		Reason: "A coat on a wet one crawls and rubs off.",
		number: func(h *House) *float64 { return &h.DryMinutes[2] }},
	{Key: "recoat", Group: forTime, Name: "When to recoat",
		Reason:  "Dry glaze is chalky and pale. Some houses go on while it is mostly dry, or area by area while it is slightly damp.",
		Choices: []Choice{{string(WhenDry), "When chalky and dry to the touch"}, {string(MostlyDry), "When mostly dry"}, {string(WhileDamp), "While slightly damp, area by area"}},
		choice:  func(h *House) *string { return (*string)(&h.Recoat) }},
	{Key: "kilnDry", Group: forTime, Name: "Before the kiln, dry for", Unit: "h", Least: 1, Most: 240,
		Reason: "Overnight after the last coat or wet wipe, and room-warm to the touch: a cold piece is a damp piece.",
		number: func(h *House) *float64 { return &h.KilnDryHours }},

	{Key: "hidden", Group: forCover, Name: "What nobody sees",
		Reason:  "The inside of a closed form or a planter takes much glaze for nothing.",
		Choices: []Choice{{string(CoverAll), "Everything but the foot is covered"}, {string(SeenOnly), "Only what is seen or used"}},
		choice:  func(h *House) *string { return (*string)(&h.Hidden) }},
	{Key: "otherClay", Group: forCover, Name: "A tile on another clay or cone",
		Reason:  "The same glaze fires differently on white, speckled and red clay. A tile only speaks for its own.",
		Choices: []Choice{{string(Hint), "Counts as a hint, and is called one"}, {string(Nothing), "Counts for nothing"}},
		choice:  func(h *House) *string { return (*string)(&h.OtherClay) }},
	{Key: "untried", Group: forCover, Name: "Stacks that nobody has fired",
		Reason:  "Nobody can say what comes out without a fired tile; somebody has to be the first, and writes it down.",
		Choices: []Choice{{string(UntriedWelcome), "Welcome, as experiments, with a record"}, {string(UntriedWarned), "Allowed, and warned of"}, {string(UntriedDetails), "Only as small details over a finished base"}},
		choice:  func(h *House) *string { return (*string)(&h.Untried) }},

	{Key: "rawApart", Group: forCover, Name: "Raw glaze one cannot see, below", Unit: "ΔE", Most: 20,
		Reason: "Pale glaze on pale bisque, clear on anything, two neighbours of one chalk: a missed spot shows only after the fire. 0 never asks.",
		number: func(h *House) *float64 { return &h.RawApart }},

	{Key: "path", Group: forRoom, Name: "The firing path",
		Reason:  "Bisque is hard to break and drinks glaze. Once-fired ware must be bone dry, pale all over and not clammy, lifted with two hands from below; coats must not soak it.",
		Choices: []Choice{{string(BisqueFirst), "Bisque first, then glaze"}, {string(OnceFired), "Glaze on bone-dry clay, fired once"}},
		choice:  func(h *House) *string { return (*string)(&h.Path) }},
	{Key: "vents", Group: forRoom, Name: "Bare places for gas, once-fired",
		Reason:  "Raw clay gives off gas through the glaze; scratched-through places let it out.",
		Choices: []Choice{{string(WithoutVents), "Does without"}, {string(WantVents), "Wants them"}},
		choice:  func(h *House) *string { return (*string)(&h.Vents) }},
	{Key: "cleaning", Group: forRoom, Name: "Cleaning bisque",
		Reason:  "Dust and hand oil under the glaze make it crawl. Rinsed bisque has to dry first.",
		Choices: []Choice{{string(DampSponge), "Damp sponge only"}, {string(Rinsed), "Rinsed under the tap, then dried"}},
		choice:  func(h *House) *string { return (*string)(&h.Clean) }},
	{Key: "cleanDays", Group: forRoom, Name: "Cleaned again after", Unit: "days", Most: 60,
		Reason: "Dust settles on an open shelf, and hands leave oil. 0: cleaned once is clean.",
		number: func(h *House) *float64 { return &h.CleanDays }},
	{Key: "shakeSeconds", Group: forRoom, Name: "A jar is shaken or stirred for", Unit: "s", Least: 1, Most: 600,
		Reason: "One to two minutes; what two leave unmixed stays unmixed.",
		number: func(h *House) *float64 { return &h.ShakeSeconds }},
	{Key: "bucketSeconds", Group: forRoom, Name: "A bucket is stirred for", Unit: "s", Least: 1, Most: 1200,
		Reason: "Until nothing is left on its floor; by drill 30 s at least.",
		number: func(h *House) *float64 { return &h.BucketSeconds }},
	{Key: "settleDays", Group: forRoom, Name: "Jars are stirred again after", Unit: "days", Least: 0.25, Most: 30,
		Reason: "Solids settle as soon as stirring stops, in brushing glazes over days: a jar not stirred since is a jar not mixed.",
		number: func(h *House) *float64 { return &h.SettleDays }},
	{Key: "settleMinutes", Group: forRoom, Name: "Buckets are stirred again after", Unit: "minutes", Least: 1, Most: 240,
		Reason: "A bucket settles at once: it is stirred before every piece, and again where the piece comes later than this.",
		number: func(h *House) *float64 { return &h.SettleMinutes }},
	{Key: "strokes", Group: forRoom, Name: "How a coat is laid",
		Reason:  "Crossed strokes even out streaks; rubbing lifts the coat below. Chip glazes are always laid on.",
		Choices: []Choice{{string(Crossed), "Across the coat below"}, {string(LaidOn), "First coat brushed, later ones laid on without rubbing"}},
		choice:  func(h *House) *string { return (*string)(&h.Stroke) }},
	{Key: "faces", Group: forRoom, Name: "Order of faces",
		Reason:  "Inside first means less handling of finished faces.",
		Choices: []Choice{{string(InteriorFirst), "Interior first"}, {string(ExteriorFirst), "Exterior first"}},
		choice:  func(h *House) *string { return (*string)(&h.Faces) }},
	{Key: "open", Group: forRoom, Name: "Glazes open at once",
		Reason:  "One open jar cannot be confused with another.",
		Choices: []Choice{{string(OneOpen), "One"}, {string(InCups), "Several, poured in wells or cups"}, {string(AsTidy), "By how tidy the class is"}},
		choice:  func(h *House) *string { return (*string)(&h.Open) }},
	{Key: "between", Group: forRoom, Name: "Between colours",
		Reason:  "A brush that was not washed tints the next colour. The time lost follows.",
		Choices: []Choice{{string(WashBrush), "Wash the brush"}, {string(BrushEach), "A brush for each colour"}, {string(SpongeOff), "Sponge it off without water"}, {string(TwoBowls), "Two rinse bowls"}, {string(Collected), "Used brushes are collected"}},
		choice:  func(h *House) *string { return (*string)(&h.Wash) }},
	{Key: "thins", Group: forRoom, Name: "Who thins glaze",
		Reason:  "Too much water is hard to undo.",
		Choices: []Choice{{string(Teacher), "Only the teacher"}, {string(Student), "Students, a spoon at a time"}},
		choice:  func(h *House) *string { return (*string)(&h.Thins) }},
	{Key: "shakes", Group: forRoom, Name: "Who shakes and opens jars",
		Reason:  "A lid that is not tight, or a jar pointed at a face: from secondary on, students do it, lid held.",
		Choices: []Choice{{string(Student), "Students, lid held, away from faces"}, {string(Teacher), "The teacher"}},
		choice:  func(h *House) *string { return (*string)(&h.Shakes) }},
	{Key: "tablets", Group: forRoom, Name: "How tablets speak",
		Reason:  "Young children read pictures and tallies faster than words.",
		Choices: []Choice{{string(InWords), "In words"}, {string(InPictures), "In pictures and tallies, few words"}},
		choice:  func(h *House) *string { return (*string)(&h.Tablets) }},
	{Key: "names", Group: forRoom, Name: "What tablets call a student",
		Reason:  "A tablet lies about for everybody to read; a mark says to its maker what it has to.",
		Choices: []Choice{{string(ByName), "By name and mark"}, {string(ByMark), "By the mark alone"}},
		choice:  func(h *House) *string { return (*string)(&h.Names) }},

	{Key: "setUp", Group: forLesson, Name: "Before the first brush", Unit: "min", Most: 30,
		Reason: "Until everybody sits, has an apron and a piece before them, nobody glazes.",
		number: func(h *House) *float64 { return &h.SetUpMinutes }},
	{Key: "clearUp", Group: forLesson, Name: "Clearing up before the bell", Unit: "min", Most: 30,
		Reason: "Lids, rims, brushes, cups and tables take their time; a brush left in water is next week's lost brush.",
		number: func(h *House) *float64 { return &h.ClearMinutes }},
	{Key: "sinks", Group: forLesson, Name: "At the sink at once", Unit: "students", Least: 1, Most: 12,
		Reason: "Who washes a brush, or rinses a piece, waits where the sink is taken.",
		whole:  func(h *House) *int { return &h.Sinks }},
	{Key: "seats", Group: forLesson, Name: "Working out of one jar at once", Unit: "students", Least: 1, Most: 32,
		Reason: "A jar stands on one table, or is poured into so many cups. A jar can have a figure of its own.",
		whole:  func(h *House) *int { return &h.Seats }},
	{Key: "cup", Group: forLesson, Name: "A cup holds", Unit: "mL", Least: 1, Most: 500,
		Reason: "Little is poured, and topped up; leftovers go back only when clean.",
		number: func(h *House) *float64 { return &h.CupML }},
	{Key: "extras", Group: forLesson, Name: "Extras that are glazed only if time is left",
		Reason:  "Young hands begin with the dots; held back until the bases are on, they are a reward that holds no piece up.",
		Choices: []Choice{{string(AnyTime), "Whenever there is time"}, {string(WhenTold), "Once the class is told"}},
		choice:  func(h *House) *string { return (*string)(&h.Extras) }},

	{Key: "kilnGap", Group: forKiln, Name: "Between glaze and anything beside it", Unit: "mm", Least: 1, Most: 40,
		Reason: "Pieces move a little as they shrink, and glaze that touches glaze makes one piece of two.",
		number: func(h *House) *float64 { return &h.KilnGapMM }},
	{Key: "kilnAbove", Group: forKiln, Name: "Free above the tallest piece of a shelf", Unit: "mm", Least: 1, Most: 60,
		Reason: "A shelf that sags in the heat must not come down on a rim.",
		number: func(h *House) *float64 { return &h.KilnAboveMM }},
	{Key: "runners", Group: forKiln, Name: "Where runny pieces stand",
		Reason:  "A drip over the edge of a shelf lands on a rim below.",
		Choices: []Choice{{string(RunnyInside), "Away from the edge of their shelf"}, {string(RunnyLow), "On the lowest shelf"}, {string(RunnyAnywhere), "Anywhere"}},
		choice:  func(h *House) *string { return (*string)(&h.Runners) }},
	{Key: "kilnWares", Group: forKiln, Name: "Bisque and glaze in one load",
		Reason:  "Where both go to one cone they save a load together. By itself, bisque may stand rim to rim, and no glaze spits on it.",
		Choices: []Choice{{string(ByItself), "Each by itself"}, {string(Shared), "Together where both go to one cone"}},
		choice:  func(h *House) *string { return (*string)(&h.KilnWares) }},
	{Key: "kilnPiles", Group: forKiln, Name: "Bisque on bisque",
		Reason:  "What is bare does not stick: bowls may be nested, up to three, and straight pieces stand rim to rim. A stack is heavier on the lowest.",
		Choices: []Choice{{string(Piled), "Nested, or rim to rim, where room is short"}, {string(Single), "Each on the shelf itself"}},
		choice:  func(h *House) *string { return (*string)(&h.KilnPiles) }},
	{Key: "kilnTiles", Group: forKiln, Name: "Test tiles in loads of pieces",
		Reason:  "What room pieces leave is free for the tiles of the wall; some fire what nobody has tested by itself.",
		Choices: []Choice{{string(Shared), "Where room is left"}, {string(ByItself), "By themselves"}},
		choice:  func(h *House) *string { return (*string)(&h.KilnTiles) }},
	{Key: "kilnClasses", Group: forKiln, Name: "Classes in one load",
		Reason:  "Packed together, kilns are full sooner; each by itself, a class has its work back on one day.",
		Choices: []Choice{{string(Shared), "Packed together"}, {string(ByItself), "Each by itself"}},
		choice:  func(h *House) *string { return (*string)(&h.KilnClasses) }},
	{Key: "mostColours", Group: forLimits, Name: "Colours on one piece, at most", Unit: "glazes", Most: 12,
		Reason: "Two or three colours are a decision; eight are a palette. 0 sets no limit. Clear does not count.",
		whole:  func(h *House) *int { return &h.MostColours }},
	{Key: "insideOutside", Group: forLimits, Name: "Inside and outside",
		Reason:  "One glaze inside and one outside teaches two decisions well.",
		Choices: []Choice{{string(AsTheyLike), "As the student likes"}, {string(OneEach), "One glaze inside, one outside"}},
		choice:  func(h *House) *string { return (*string)(&h.InsideOutside) }},
	{Key: "mostCover", Group: forLimits, Name: "Covered with glaze, at most", Unit: "%", Least: 1, Most: 100,
		Reason: "Where bare clay is part of the design, or glaze is dear. 100 sets no limit.",
		whole:  func(h *House) *int { return &h.MostCovered }},
}

// stiltsCones are the cones that stilts are sold for (from memory).
var stiltsCones = []Choice{{"none", "Nobody said"}, {"06", "06"}, {"04", "04"}, {"01", "01"}, {"6", "6"}, {"10", "10"}}

// Get writes the house's value of the field as text.
func (f Field) Get(h House) string {
	switch {
	case f.whole != nil:
		return strconv.Itoa(*f.whole(&h))
	case f.number != nil:
		return strconv.FormatFloat(*f.number(&h), 'f', -1, 64)
	}
	return *f.choice(&h)
}

// Says is the house's value in the words of the field.
func (f Field) Says(h House) string {
	v := f.Get(h)
	for _, c := range f.Choices {
		if c.Key == v {
			return c.Name
		}
	}
	return strings.TrimSpace(v + " " + f.Unit)
}

// Set reads a value into the house. The error is one sentence that names the
// rule and what was expected.
func (f Field) Set(h *House, text string) error {
	text = strings.TrimSpace(text)
	if len(f.Choices) > 0 {
		if !slices.ContainsFunc(f.Choices, func(c Choice) bool { return c.Key == text }) {
			return fmt.Errorf("%s: %q is none of the choices", f.Name, text)
		}
		*f.choice(h) = text
		return nil
	}
	v, err := strconv.ParseFloat(text, 64)
	whole := v == float64(int(v))
	if err != nil || !(v >= f.Least && v <= f.Most) || f.whole != nil && !whole {
		kind := "a number"
		if f.whole != nil {
			kind = "a whole number"
		}
		return fmt.Errorf("%s: %q will not do: expected %s from %v to %v %s", f.Name, text, kind, f.Least, f.Most, f.Unit)
	}
	if f.whole != nil {
		*f.whole(h) = int(v)
	} else {
		*f.number(h) = v
	}
	return nil
}

// FieldByKey finds a rule.
func FieldByKey(key string) (Field, bool) {
	i := slices.IndexFunc(fields, func(f Field) bool { return f.Key == key })
	if i < 0 {
		return Field{}, false
	}
	return fields[i], true
}

// Refusal is a value that a rule cannot take; Key is the one that was asked for.
type Refusal struct{ Key, Reason string }

// With is the house with some of its rules changed by Field.Key, in any order:
// the overrides of a class or of an assignment. Where anything is refused the
// house comes back as it was.
func (h House) With(values map[string]string) (House, []Refusal) {
	changed := h
	var refused []Refusal
	for _, key := range slices.Sorted(maps.Keys(values)) {
		field, ok := FieldByKey(key)
		if !ok {
			refused = append(refused, Refusal{key, fmt.Sprintf("there is no house rule %q", key)})
			continue
		}
		if err := field.Set(&changed, values[key]); err != nil {
			refused = append(refused, Refusal{key, err.Error()})
		}
	}
	if len(refused) > 0 {
		return h, refused
	}
	return changed, nil
}

// Differences are the values by Field.Key in which the house differs from another.
func (h House) Differences(from House) map[string]string {
	values := map[string]string{}
	for _, f := range fields {
		if v := f.Get(h); v != f.Get(from) {
			values[f.Key] = v
		}
	}
	return values
}
