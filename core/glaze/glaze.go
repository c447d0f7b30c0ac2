// Package glaze describes what is in the jars and on the fired tiles: glazes,
// stacks of coats, and the tiles that show what a stack fires to.
package glaze

import (
	"fmt"
	"slices"
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

// Melts says whether a coat of this kind turns to flowing glass. Underglaze
// does not: it never counts towards running (common practice).
func (k Kind) Melts() bool { return k != Underglaze }

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
	Raw     colour.Lab `json:"raw,omitzero"`   // in the jar and on the unfired piece; not what comes out
	Cones   kiln.Range `json:"cones,omitzero"` // from the label
	Food    FoodLabel  `json:"food,omitzero"`
	InStock bool       `json:"inStock,omitzero"`
	Runner  bool       `json:"runner,omitzero"` // moves downhill in the fire more than most
	Coats   int        `json:"coats,omitzero"`  // the house's figure for this glaze alone; 0 = the rule of the house
	Thick   bool       `json:"thick,omitzero"`  // may carry a coat more than the figure on purpose, over a higher bare band
	Dear    bool       `json:"dear,omitzero"`   // costs so much that a large area is worth a second thought
	Ware    Ware       `json:"ware,omitzero"`   // what it may go on, from the label

	Atmosphere Atmosphere `json:"atmosphere,omitzero"` // the label's; "" where it says nothing
	Jar        Jar        `json:"jar,omitzero"`
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
	Glaze string `json:"glaze"` // Glaze.Code
	Coats int    `json:"coats"`
	Dip   bool   `json:"dip,omitempty"` // dipped, not brushed: each of Coats is one dip
}

// Stack is the ordered coats on one surface, the first layer nearest the clay.
type Stack []Layer

// Strokes is the stack coat by coat: the code of each coat's glaze, the first
// one to lay first.
func (s Stack) Strokes() []string {
	var strokes []string
	for _, layer := range s {
		for range layer.Coats {
			strokes = append(strokes, layer.Glaze)
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
		case last >= 0 && out[last].Glaze == layer.Glaze && out[last].Dip == layer.Dip:
			out[last].Coats += layer.Coats
		default:
			out = append(out, layer)
		}
	}
	return out
}

func (s Stack) normal() bool {
	for i, layer := range s {
		if layer.Coats <= 0 || i > 0 && layer.Glaze == s[i-1].Glaze && layer.Dip == s[i-1].Dip {
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

// SameOrder says whether two stacks lay the same glazes in the same order,
// whatever the number of coats.
func (s Stack) SameOrder(t Stack) bool { return slices.Equal(s.Normal().codes(), t.Normal().codes()) }

func (s Stack) codes() []string {
	codes := make([]string, len(s))
	for i, layer := range s {
		codes[i] = layer.Glaze
	}
	return codes
}

// String writes the stack as it is said at the bench: "2 × K07, 1 × T31 over",
// "1 dip of D02".
func (s Stack) String() string {
	parts := make([]string, len(s))
	for i, layer := range s {
		parts[i] = fmt.Sprintf("%d × %s", layer.Coats, layer.Glaze)
		if layer.Dip {
			parts[i] = fmt.Sprintf("%d dip of %s", layer.Coats, layer.Glaze)
			if layer.Coats > 1 {
				parts[i] = fmt.Sprintf("%d dips of %s", layer.Coats, layer.Glaze)
			}
		}
		if i > 0 {
			parts[i] += " over"
		}
	}
	return strings.Join(parts, ", ")
}

// Text writes the stack as ParseStack reads it: "K07x2 + T31x1", "D02x1 dip".
func (s Stack) Text() string {
	parts := make([]string, len(s))
	for i, layer := range s {
		parts[i] = fmt.Sprintf("%sx%d", layer.Glaze, layer.Coats)
		if layer.Dip {
			parts[i] += " dip"
		}
	}
	return strings.Join(parts, " + ")
}

// FromStrokes is the stack that a row of coats makes, first coat first.
func FromStrokes(codes []string) Stack {
	var s Stack
	for _, code := range codes {
		s = append(s, Layer{Glaze: code, Coats: 1})
	}
	return s.Normal()
}

// ParseStack reads a stack from a tile list: "K07x2 + T31x1", first layer
// first; a code alone is one coat, and "dip" behind it says that it was dipped.
// The error is one sentence.
func ParseStack(text string) (Stack, error) {
	var s Stack
	for _, part := range strings.Split(text, "+") {
		part = strings.NewReplacer("×", "x", "*", "x").Replace(strings.TrimSpace(part))
		part, dip := strings.CutSuffix(part, " dip")
		layer := Layer{Glaze: part, Coats: 1, Dip: dip}
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
