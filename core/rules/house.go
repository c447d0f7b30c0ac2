// Package rules holds the rules of the house: where schools of thought differ,
// the teacher's choice as data, each with its default and its reason.
package rules

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"
)

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
	Coats           int      // of one glaze alone
	Layering        Layering // where glazes overlap
	UnderglazeCoats int      // of colour under a clear
	ClearOnFood     int      // coats of clear over underglaze, food surfaces
	ClearElsewhere  int      // coats of clear over underglaze, other surfaces
	BandMM          float64  // bare above the shelf
	BandRiskMM      float64  // added for runners and layered stacks
	DryMinutes      [3]float64
	KilnDryHours    float64
	OtherClay       Hearsay
	Underside       string  // "may" or "bare"
	Seat            string  // "bare" or "one": what a seat carries
	Hidden          string  // "all" or "seen": whether what nobody sees is glazed
	SteepMM         float64 // added to the band over a steep wall that carries more than usual
}

// Default is the house as a secondary school's bench usually keeps it (common
// practice; drying times and the addition for risk from memory).
func Default() House {
	return House{
		Coats: 3, Layering: DoubleMarked,
		UnderglazeCoats: 3, ClearOnFood: 3, ClearElsewhere: 2,
		BandMM: 6, BandRiskMM: 4,
		DryMinutes: [3]float64{1, 3, 5}, KilnDryHours: 12,
		OtherClay: Hint, Underside: "may", Seat: "bare", Hidden: "all", SteepMM: 2,
	}
}

// Dry is how long the nth coat on a surface takes to be dry to the touch, the
// first coat being n = 1.
func (h House) Dry(n int) time.Duration {
	minutes := h.DryMinutes[min(max(n, 1), len(h.DryMinutes))-1]
	return time.Duration(minutes * float64(time.Minute))
}

// KilnDry is how long a piece dries after its last coat or wet wipe before it
// may be fired.
func (h House) KilnDry() time.Duration { return time.Duration(h.KilnDryHours * float64(time.Hour)) }

// Field is one rule as the interface shows and changes it.
type Field struct {
	Key, Name, Reason string
	Unit              string   // "" for a choice
	Choices           []Choice // empty for a number
	Least, Most       float64

	number func(*House) *float64
	whole  func(*House) *int
	choice func(House) string
	choose func(*House, string)
}

// Choice is one school of thought.
type Choice struct{ Key, Name string }

// Fields lists every rule in the order a teacher meets it.
func Fields() []Field { return fields }

var fields = []Field{
	{Key: "coats", Name: "Coats of one glaze", Unit: "coats", Least: 1, Most: 6,
		Reason: "After one coat the clay shows plainly, after two hardly, after three not. A glaze can have a figure of its own.",
		whole:  func(h *House) *int { return &h.Coats }},
	{Key: "layering", Name: "Where two glazes overlap",
		Reason:  "More glaze runs more. Glazes made for layering are fired two over two; others keep the usual total.",
		Choices: []Choice{{"keep", "Keep the usual total (2+1, 1+2)"}, {"double-marked", "Usual total; 2+2 where both are made for layering"}, {"double", "Two over two, four in all"}},
		choice:  func(h House) string { return string(h.Layering) },
		choose:  func(h *House, v string) { h.Layering = Layering(v) }},
	{Key: "underglaze", Name: "Underglaze under clear", Unit: "coats", Least: 1, Most: 6,
		Reason: "Underglaze is coloured clay: thin coats stay pale, and the clear does not hide it.",
		whole:  func(h *House) *int { return &h.UnderglazeCoats }},
	{Key: "clearFood", Name: "Clear over underglaze, food surfaces", Unit: "coats", Least: 1, Most: 6,
		Reason: "Where food lies, the underglaze has to be sealed all over.",
		whole:  func(h *House) *int { return &h.ClearOnFood }},
	{Key: "clear", Name: "Clear over underglaze, elsewhere", Unit: "coats", Least: 1, Most: 6,
		Reason: "Two coats give the shine; more turns cloudy.",
		whole:  func(h *House) *int { return &h.ClearElsewhere }},
	{Key: "band", Name: "Bare band above the shelf", Unit: "mm", Least: 0, Most: 30,
		Reason: "Glaze that meets the shelf welds the piece to it. Measured as height above the table.",
		number: func(h *House) *float64 { return &h.BandMM }},
	{Key: "bandRisk", Name: "More band for runners and layers", Unit: "mm", Least: 0, Most: 30,
		Reason: "A runner and a layered stack move further downhill in the fire.",
		number: func(h *House) *float64 { return &h.BandRiskMM }},
	{Key: "bandSteep", Name: "More band under a steep, thick wall", Unit: "mm", Least: 0, Most: 30,
		Reason: "On an upright wall more than the usual coats gathers speed before it stops.",
		number: func(h *House) *float64 { return &h.SteepMM }},
	{Key: "dry1", Name: "First coat is dry after", Unit: "min", Least: 0.1, Most: 60,
		Reason: "Bisque drinks the first coat. Damp air and dense bisque take longer.",
		number: func(h *House) *float64 { return &h.DryMinutes[0] }},
	{Key: "dry2", Name: "Second coat is dry after", Unit: "min", Least: 0.1, Most: 60,
		Reason: "The clay below is already damp.",
		number: func(h *House) *float64 { return &h.DryMinutes[1] }},
	{Key: "dry3", Name: "Later coats are dry after", Unit: "min", Least: 0.1, Most: 60,
		Reason: "A coat on a wet one crawls and rubs off.",
		number: func(h *House) *float64 { return &h.DryMinutes[2] }},
	{Key: "kilnDry", Name: "Before the kiln, dry for", Unit: "h", Least: 1, Most: 240,
		Reason: "Overnight after the last coat or wet wipe, and room-warm to the touch: a cold piece is a damp piece.",
		number: func(h *House) *float64 { return &h.KilnDryHours }},
	{Key: "otherClay", Name: "A tile on another clay or cone",
		Reason:  "The same glaze fires differently on white, speckled and red clay. A tile only speaks for its own.",
		Choices: []Choice{{"hint", "Counts as a hint, and is called one"}, {"nothing", "Counts for nothing"}},
		choice:  func(h House) string { return string(h.OtherClay) },
		choose:  func(h *House, v string) { h.OtherClay = Hearsay(v) }},
	{Key: "underside", Name: "Underside inside a raised foot",
		Reason:  "Only what stands on the shelf must be bare; some houses leave the whole underside.",
		Choices: []Choice{{"may", "May be glazed, above the band"}, {"bare", "Stays bare"}},
		choice:  func(h House) string { return h.Underside },
		choose:  func(h *House, v string) { h.Underside = v }},
	{Key: "seat", Name: "The seat of a lid",
		Reason:  "Glaze on the seat welds the lid. Some houses lay one coat all the same, else the lid sticks or no longer fits.",
		Choices: []Choice{{"bare", "Stays bare"}, {"one", "Takes one coat"}},
		choice:  func(h House) string { return h.Seat },
		choose:  func(h *House, v string) { h.Seat = v }},
	{Key: "hidden", Name: "What nobody sees",
		Reason:  "The inside of a closed form or a planter takes much glaze for nothing.",
		Choices: []Choice{{"all", "Everything but the foot is covered"}, {"seen", "Only what is seen or used"}},
		choice:  func(h House) string { return h.Hidden },
		choose:  func(h *House, v string) { h.Hidden = v }},
}

// Preset is a room whose rules are usually these.
type Preset struct {
	Key, Name, Means string
	Values           map[string]string // by Field.Key, what differs from Default
}

// Presets lists the rooms (common practice).
func Presets() []Preset {
	return []Preset{
		{"bench", "Secondary bench", "Three coats, a band of 6 mm, students check each other.", map[string]string{}},
		{"young", "Young class", "Two coats, a band of 13 mm, hidden surfaces left out.",
			map[string]string{"coats": "2", "underglaze": "2", "clearFood": "2", "band": "13", "hidden": "seen"}},
		{"dipping", "Dipping studio", "One dip is a coat and covers; a second overlaps from the rim. A band of 3 mm.",
			map[string]string{"coats": "1", "layering": "double", "band": "3", "bandRisk": "6", "dry1": "2", "dry2": "5", "dry3": "8"}},
		{"home", "College at home", "Two to three coats; pieces travel, so the night is longer.",
			map[string]string{"coats": "3", "kilnDry": "24", "otherClay": "nothing"}},
		{"once", "Once-fired", "Glaze on bone-dry clay: a week before the kiln, thin coats, long drying.",
			map[string]string{"coats": "2", "dry1": "5", "dry2": "10", "dry3": "15", "kilnDry": "168"}},
	}
}

// Get writes the house's value of the field as text.
func (f Field) Get(h House) string {
	switch {
	case f.whole != nil:
		return strconv.Itoa(*f.whole(&h))
	case f.number != nil:
		return strconv.FormatFloat(*f.number(&h), 'f', -1, 64)
	}
	return f.choice(h)
}

// Set reads a value into the house. The error is one sentence that names the
// rule and what was expected.
func (f Field) Set(h *House, text string) error {
	text = strings.TrimSpace(text)
	if len(f.Choices) > 0 {
		if !slices.ContainsFunc(f.Choices, func(c Choice) bool { return c.Key == text }) {
			return fmt.Errorf("%s: %q is none of the choices", f.Name, text)
		}
		f.choose(h, text)
		return nil
	}
	v, err := strconv.ParseFloat(text, 64)
	whole := v == float64(int(v))
	if err != nil || v < f.Least || v > f.Most || f.whole != nil && !whole {
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
