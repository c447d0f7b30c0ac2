// Package glaze describes what is in the jars and on the fired tiles: glazes,
// stacks of coats, and the tiles that show what a stack fires to.
package glaze

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/kiln"
)

// Kind is how a glaze behaves on the brush and in the fire.
type Kind string

// The kinds of the trade (common practice).
const (
	Solid      Kind = "solid"      // opaque, even gloss
	Breaking   Kind = "breaking"   // thin on edges, pools in texture; made for layering
	Chips      Kind = "chips"      // special-effect glaze with glass chips
	Matte      Kind = "matte"      // dry, no shine
	Clear      Kind = "clear"      // transparent over underglaze
	Underglaze Kind = "underglaze" // coloured clay: stays put, does not melt
	Dipping    Kind = "dipping"    // bucket glaze: one dip is a full cover
	Detail     Kind = "detail"     // detail bottle: raised lines over a dry base
)

// Kinds lists every kind, the everyday ones first.
var Kinds = []Kind{Solid, Breaking, Chips, Matte, Clear, Underglaze, Dipping, Detail}

// ParseKind reads a kind as written in a glaze list. The error is one sentence.
func ParseKind(text string) (Kind, error) {
	kind := Kind(strings.ToLower(strings.TrimSpace(text)))
	if !slices.Contains(Kinds, kind) {
		return "", fmt.Errorf("%q is not a kind of glaze: expected one of %s", text, join(Kinds))
	}
	return kind, nil
}

// Melts says whether a coat of this kind turns to flowing glass at the cone it is made
// for. Underglaze does not: it never counts towards running (common practice).
func (k Kind) Melts() bool { return k != Underglaze }

// MeltsAt says whether a coat of the glaze turns to flowing glass in a firing: underglaze
// that is fired above its label's cone does (common practice). A glaze that nobody knows
// counts as if.
func (g *Glaze) MeltsAt(cone kiln.Cone) bool {
	return g == nil || g.Kind.Melts() || g.Cones.To.Known() && cone.Known() && g.Cones.To.Cooler(cone)
}

func join(kinds []Kind) string {
	words := make([]string, len(kinds))
	for i, k := range kinds {
		words[i] = string(k)
	}
	return strings.Join(words, ", ")
}

// FoodLabel is what the maker's label claims about food. It is a claim for the
// glaze alone, fired to its cone and fully covering; never a verdict on a piece.
type FoodLabel string

const (
	// FoodClaimed: the label calls the glaze dinnerware safe or food safe.
	FoodClaimed FoodLabel = "claimed"
	// FoodNotClaimed: the label says not for food, or says nothing.
	FoodNotClaimed FoodLabel = "none"
)

// Glaze is one jar on the shelf as its label describes it.
type Glaze struct {
	Code    string     `json:"code,omitzero"` // the house's code, unique; survives absences better than a name
	Name    string     `json:"name,omitzero"`
	Kind    Kind       `json:"kind,omitzero"`
	Raw     colour.Lab `json:"raw,omitzero"`   // in the jar and on the unfired piece; not what comes out; zero where nobody said
	Cones   kiln.Range `json:"cones,omitzero"` // from the label
	Food    FoodLabel  `json:"food,omitzero"`
	InStock bool       `json:"inStock,omitzero"`
	Runner  bool       `json:"runner,omitzero"` // moves downhill in the fire more than most
	Coats   int        `json:"coats,omitzero"`  // the house's figure for this glaze alone; 0 = the rule of the house
	Thick   bool       `json:"thick,omitzero"`  // may carry a coat more than the figure on purpose, over a higher bare band
	Dear    bool       `json:"dear,omitzero"`   // costs so much that a large area is worth a second thought
	Ware    Ware       `json:"ware,omitzero"`   // what it may go on, from the label

	DipCoats   float64 `json:"dipCoats,omitzero"`   // how many brushed coats one dip into it is as thick as; 0 = UsualDip
	DipSeconds float64 `json:"dipSeconds,omitzero"` // how long that dip was held; 0 = UsualHold
	DipDensity float64 `json:"dipDensity,omitzero"` // the jar's own figure, g/mL: of a bucket when DipCoats was so, of a jar when it laid well; 0 = not known, and a bucket counts as UsualDensity
	Density    float64 `json:"density,omitzero"`    // of the jar as it was last weighed, g/mL; 0 = as DipDensity
	SlideMM    float64 `json:"slideMM,omitzero"`    // how far its chips travel down a steep wall; 0 = not known

	Atmosphere Atmosphere `json:"atmosphere,omitzero"` // the label's; "" where it says nothing
	Jar        Jar        `json:"jar,omitzero"`
	Doubts     []Doubt    `json:"doubts,omitzero"` // that it, or a cup of it, was not what its label says, the newest last
	Recipe     Recipe     `json:"recipe,omitzero"` // what was mixed for it; nil for a jar that was bought
}

// Ware is what a glaze or underglaze is laid on.
type Ware string

const (
	AnyWare   Ware = ""
	Greenware Ware = "greenware" // unfired
	Bisque    Ware = "bisque"    // fired once
)

// Layer is a number of coats of one glaze, laid one after the other.
type Layer struct {
	Glaze    string    `json:"glaze"` // Glaze.Code
	Coats    int       `json:"coats"`
	Dip      bool      `json:"dip,omitempty"`     // dipped, not brushed: each of Coats is one dip
	Thick    Thickness `json:"thick,omitempty"`   // "2 heavy", or thin; "" as usual
	DownToMM float64   `json:"downTo,omitempty"`  // of a dip from the rim: how far down it goes, mm above the table; 0 = over all of the surface
	Seconds  float64   `json:"seconds,omitempty"` // of a dip: how long it is held; 0 = as usual
	Density  float64   `json:"density,omitempty"` // of a dip: what the bucket weighs, g/mL; 0 = as its figure says
	Body     State     `json:"body,omitempty"`    // Watery or Thick where the jar is so; read when it is judged, never planned
	Stage    int       `json:"stage,omitempty"`   // before which of the piece's firings it is laid, the first being 0
}

// alike says whether two layers are laid in the same way, however often.
func (l Layer) alike(m Layer) bool {
	l.Coats = m.Coats
	return l == m
}

// Covers is how thick the layer is, in brushed coats: a dip is as thick as its glaze's own
// figure says, grows with the root of the time it is held, as water is drawn into a porous
// body (Washburn's law; that glaze follows it from memory), and with the dry matter in the
// bucket (Brongniart's formula; see dipped); what was planned or felt thin or thick is so, else
// a watery jar lays thin coats and a thick one thick. g may be nil.
func (l *Layer) Covers(g *Glaze) float64 {
	if l.Thick == "" && l.Body == "" && !l.Dip {
		return float64(l.Coats)
	}
	each := l.Thick.Coats()
	if l.Thick == "" {
		each = l.Body.Coat().Coats()
	}
	if l.Dip {
		each *= g.dipped(l.Seconds, l.Density)
	}
	return float64(l.Coats) * each
}

// Stack is the ordered coats on one surface, the first layer nearest the clay.
type Stack []Layer

// Strokes is the stack coat by coat, each a Layer of one coat, the first one to lay first.
func (s Stack) Strokes() []Layer {
	var strokes []Layer
	for _, layer := range s {
		for range layer.Coats {
			layer.Coats = 1
			strokes = append(strokes, layer)
		}
	}
	return strokes
}

// Total is the number of coats in the stack.
func (s Stack) Total() int {
	total := 0
	for _, layer := range s {
		total += layer.Coats
	}
	return total
}

// Normal merges neighbouring layers of one glaze and drops empty ones, so that
// two stacks that are brushed alike compare alike.
func (s Stack) Normal() Stack {
	if s.normal() {
		return s
	}
	var out Stack
	for _, layer := range s {
		switch last := len(out) - 1; {
		case layer.Coats <= 0:
		case last >= 0 && out[last].alike(layer):
			out[last].Coats += layer.Coats
		default:
			out = append(out, layer)
		}
	}
	return out
}

func (s Stack) normal() bool {
	for i := range s {
		layer := &s[i]
		if layer.Coats <= 0 || i > 0 && layer.Glaze == s[i-1].Glaze && layer.alike(s[i-1]) {
			return false
		}
	}
	return true
}

// After is the stack without its first coats: what is left when they are on.
func (s Stack) After(coats int) (left Stack) {
	for _, layer := range s {
		on := min(coats, layer.Coats)
		coats -= on
		layer.Coats -= on
		left = append(left, layer)
	}
	return left.Normal()
}

// Same says whether two stacks are brushed alike.
func (s Stack) Same(t Stack) bool { return slices.Equal(s.Normal(), t.Normal()) }

// Planned is the stack as it was planned, whatever its jars are like.
func (s Stack) Planned() Stack {
	read := func(l Layer) bool { return l.Density != 0 || l.Body != "" }
	if !slices.ContainsFunc(s, read) {
		return s
	}
	planned := slices.Clone(s)
	for i := range planned {
		planned[i].Density, planned[i].Body = 0, ""
	}
	return planned.Normal()
}

// AsLaid is the stack with coats out of a watery jar as thin ones, out of a thick one as thick
// ones: what a tile of it shows.
func (s Stack) AsLaid() Stack {
	laid := slices.Clone(s)
	for i := range laid {
		if l := &laid[i]; l.Body != "" && l.Thick == "" && !l.Dip {
			l.Thick = l.Body.Coat()
		}
		laid[i].Body = ""
	}
	return laid.Normal()
}

// AsFired is the stack as a tile knows it: how far down a dip went, how long it was held in
// how heavy a bucket and before which firing a layer was laid is no matter of the colour where it lies.
func (s Stack) AsFired() Stack {
	dips := false
	for i := range s {
		dips = dips || s[i].DownToMM != 0 || s[i].Seconds != 0 || s[i].Density != 0 || s[i].Body != "" || s[i].Stage != 0
	}
	if !dips {
		return s.Normal()
	}
	fired := slices.Clone(s)
	for i := range fired {
		fired[i].DownToMM, fired[i].Seconds, fired[i].Density, fired[i].Body, fired[i].Stage = 0, 0, 0, "", 0
	}
	return fired.Normal()
}

// Below is what the stack is below its lowest overlap, and how high that is in mm above the
// table; 0 where it is one from top to bottom.
func (s Stack) Below() (below Stack, upToMM float64) {
	for _, l := range s {
		switch {
		case l.DownToMM == 0:
			below = append(below, l)
		case upToMM == 0 || l.DownToMM < upToMM:
			upToMM = l.DownToMM
		}
	}
	return below, upToMM
}

// SameOrder says whether two stacks lay the same glazes in the same order.
func (s Stack) SameOrder(t Stack) bool { return slices.Equal(s.Order(), t.Order()) }

// Order lists the glazes by code from the clay up, coats of one that follow one another once.
func (s Stack) Order() []string {
	codes := make([]string, 0, len(s))
	for i := range s {
		if n := len(codes); s[i].Coats > 0 && (n == 0 || codes[n-1] != s[i].Glaze) {
			codes = append(codes, s[i].Glaze)
		}
	}
	return codes
}

// String writes the stack as it is said at the bench: "2 × K07, 1 × T31 over",
// "2 heavy × K07", "1 dip of D02", "1 dip of D03 over, down to 60 mm".
func (s Stack) String() string {
	parts := make([]string, len(s))
	for i, layer := range s {
		parts[i] = layer.says()
		if i > 0 && (layer.Dip || layer.Glaze != s[i-1].Glaze) {
			parts[i] += " over"
		}
		if layer.DownToMM > 0 {
			parts[i] += fmt.Sprintf(", down to %g mm", layer.DownToMM)
		}
	}
	return strings.Join(parts, ", ")
}

func (l Layer) says() string {
	count := fmt.Sprint(l.Coats)
	if l.Thick.word() != "" {
		count += " " + l.Thick.word()
	}
	switch {
	case l.Dip && l.Coats == 1:
		return count + " dip of " + l.Glaze
	case l.Dip:
		return count + " dips of " + l.Glaze
	}
	return count + " × " + l.Glaze
}

// Text writes the stack as ParseStack reads it: "K07x2 + T31x1", "K07x2 heavy",
// "D02x1 dip", "D03x1 dip to 60".
func (s Stack) Text() string {
	parts := make([]string, len(s))
	for i, layer := range s {
		parts[i] = fmt.Sprintf("%sx%d", layer.Glaze, layer.Coats)
		if word := layer.Thick.word(); word != "" {
			parts[i] += " " + word
		}
		if layer.Dip {
			parts[i] += " dip"
		}
		if layer.DownToMM > 0 {
			parts[i] += fmt.Sprintf(" to %g", layer.DownToMM)
		}
		if layer.Seconds > 0 {
			parts[i] += fmt.Sprintf(" for %g", layer.Seconds)
		}
	}
	return strings.Join(parts, " + ")
}

// ParseStack reads a stack from a tile list: "K07x2 + T31x1", first layer
// first; a code alone is one coat. Behind it "heavy" or "light" says how it is laid, "dip"
// that it is dipped, "to 60" how far down in mm above the table, "for 5" for how many
// seconds. The error is one sentence.
func ParseStack(text string) (Stack, error) {
	var s Stack
	for _, part := range strings.Split(text, "+") {
		part = strings.NewReplacer("×", "x", "*", "x").Replace(strings.TrimSpace(part))
		layer := Layer{Coats: 1}
		part = layer.readBehind(part)
		layer.Glaze = part
		if i := strings.LastIndex(part, "x"); i > 0 {
			var n int
			if _, err := fmt.Sscanf(part[i+1:], "%d", &n); err == nil && fmt.Sprint(n) == strings.TrimSpace(part[i+1:]) {
				layer.Glaze, layer.Coats = strings.TrimSpace(part[:i]), n
			}
		}
		if layer.Glaze == "" || layer.Coats < 1 || layer.Coats > MaxCoats {
			return nil, fmt.Errorf("%q is not a stack: expected glaze codes with 1 to %d coats each, such as K07x2 + T31x1", text, MaxCoats)
		}
		s = append(s, layer)
	}
	return s.Normal(), nil
}

// readBehind reads the words behind a code into the layer, and returns what stands before them.
func (l *Layer) readBehind(part string) string {
	for {
		words := strings.Fields(part)
		n := len(words)
		number, err := 0.0, error(nil)
		if n > 2 {
			number, err = strconv.ParseFloat(words[n-1], 64)
		}
		switch {
		case n < 2:
			return part
		case words[n-1] == "dip":
			l.Dip = true
		case words[n-1] == Heavy.word():
			l.Thick = Heavy
		case words[n-1] == Light.word():
			l.Thick = Light
		case n > 2 && err == nil && number > 0 && number < 1e4 && words[n-2] == "to":
			l.DownToMM, n = number, n-1
		case n > 2 && err == nil && number > 0 && number < 1e4 && words[n-2] == "for":
			l.Seconds, n = number, n-1
		default:
			return part
		}
		part = strings.Join(words[:n-1], " ")
	}
}

// MaxCoats is the most coats of one layer that anyone means to write down; a
// larger number is a slip of the pen.
const MaxCoats = 12

// Counted says how many coats: "1 coat", "3 coats".
func Counted(coats int) string {
	if coats == 1 {
		return "1 coat"
	}
	return fmt.Sprintf("%d coats", coats)
}
