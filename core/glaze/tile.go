package glaze

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/kiln"
)

// Clay is a clay body.
type Clay struct {
	Code  string     `json:"code,omitzero"`
	Name  string     `json:"name,omitzero"`
	Cones kiln.Range `json:"cones,omitzero"`
	Fired colour.Lab `json:"fired,omitzero"` // bare, after the glaze firing
	Dark  bool       `json:"dark,omitzero"`  // darkens thin pale glazes

	Bisque colour.Lab `json:"bisque,omitzero"` // fired once, before glaze; zero where nobody measured it
}

// darkL is the lightness below which a fired clay darkens thin pale glazes (from memory).
const darkL = 55

// DarkWhenFired says whether a clay is one that darkens thin pale glazes, by its fired colour.
func DarkWhenFired(fired colour.Lab) bool { return fired.L < darkL }

// Tile is a fired test tile: the only evidence of what a stack comes out as.
// It speaks for its own clay, cone and texture.
type Tile struct {
	Code     string     `json:"code,omitzero"`
	Clay     string     `json:"clay,omitzero"` // Clay.Code
	Cone     kiln.Cone  `json:"cone,omitzero"`
	Stack    Stack      `json:"stack,omitzero"`
	Fired    colour.Lab `json:"fired,omitzero"`
	Textured bool       `json:"textured,omitzero"` // read on texture; false: on the smooth half
	Piece    string     `json:"piece,omitzero"`    // the piece it was read from; "" for a tile made as one

	Atmosphere Atmosphere `json:"atmosphere,omitzero"` // of its firing; "" counts as oxidation
	Place      int        `json:"place,omitzero"`      // where it hangs on the real wall, from 1; 0 = not known
	Readings   []Reading  `json:"readings,omitzero"`   // boxes read on it: halves and strips; may be none
	Faults     []Fault    `json:"faults,omitzero"`     // what went wrong with it, as the teacher saw; may be none
	Samples    []OnPiece  `json:"samples,omitzero"`    // colours on pieces that it was averaged from; none for a tile made as one
	Leached    string     `json:"leached,omitzero"`    // what the report of a laboratory's leach test of it is called; "" for none
}

// OnPiece is the colour of a surface of a piece that a tile was averaged from.
type OnPiece struct {
	Piece   string     `json:"piece,omitzero"`
	Surface string     `json:"surface,omitzero"`
	Lab     colour.Lab `json:"lab,omitzero"`
}

// Apart is how far apart colours came out, ΔE2000 of the two that differ most; 0 for fewer than two.
func Apart(all []OnPiece) (most float64) {
	for i := range all {
		for _, other := range all[:i] {
			most = max(most, colour.Difference(all[i].Lab, other.Lab))
		}
	}
	return most
}

// Fault is what a fired tile warns of on its clay.
type Fault string

// The faults that are worth a warning at the plan.
const (
	Crazed Fault = "crazed" // glaze and clay do not fit
	Ran    Fault = "ran"    // it moved more than a band holds
	Avoid  Fault = "avoid"  // the teacher does not want it again
)

// Says is the fault in the middle of a sentence.
func (f Fault) Says() string {
	return map[Fault]string{Crazed: "crazed", Ran: "ran", Avoid: `was marked "avoid"`}[f]
}

// ParseFaults reads faults as a list writes them: "crazed, ran". The error is
// one sentence.
func ParseFaults(text string) ([]Fault, error) {
	var faults []Fault
	for word := range strings.FieldsFuncSeq(text, func(r rune) bool { return r == ',' || r == ' ' || r == ';' }) {
		f := Fault(strings.ToLower(word))
		if f.Says() == "" {
			return nil, fmt.Errorf("%q: expected crazed, ran or avoid", word)
		}
		if !slices.Contains(faults, f) {
			faults = append(faults, f)
		}
	}
	return faults, nil
}

// Half is a half of a tile.
type Half string

// The halves of a tile.
const (
	Smooth  Half = "smooth"
	Texture Half = "texture"
)

// Source says where a reading came from.
type Source string

// The sources of a reading.
const (
	FromPhotograph  Source = "photograph"
	FromColorimeter Source = "colorimeter"
	FromTyping      Source = "typed"
)

// Reading is the fired colour of one box of a tile: a half of it, or a strip
// that carries fewer coats than the whole.
type Reading struct {
	Half    Half          `json:"half,omitzero"`
	Coats   int           `json:"coats,omitzero"` // how many coats the box carries
	Lab     colour.Lab    `json:"lab,omitzero"`
	Scatter float64       `json:"spread,omitzero"` // ΔE2000 over the box; 0 where it was not measured
	Flags   []colour.Flag `json:"flags,omitzero"`
	Source  Source        `json:"source,omitzero"`
	Photo   string        `json:"photo,omitzero"` // the photograph's id; "" for others
	At      time.Time     `json:"at,omitzero"`
}

// MainHalf is the half that the tile's fired colour was read on.
func (t Tile) MainHalf() Half {
	if t.Textured {
		return Texture
	}
	return Smooth
}

// Main is the reading that the tile's fired colour comes from; ok is false
// where it was brought by a list.
func (t Tile) Main() (r Reading, ok bool) { return t.On(t.MainHalf(), t.Stack.Total()) }

// On is the reading of one half with so many coats.
func (t Tile) On(half Half, coats int) (r Reading, ok bool) {
	for _, r := range t.Readings {
		if r.Half == half && r.Coats == coats {
			return r, true
		}
	}
	return Reading{}, false
}

// Shows is the fired colour that the tile shows of a stack as fired, on that half or else
// on the other; a tile of one glaze shows fewer coats of it where such a strip was read. ok
// is false where it does not show that stack.
func (t *Tile) Shows(stack Stack, half Half) (fired colour.Lab, on Half, ok bool) {
	same := slices.Equal(t.Stack, stack)
	strip := len(t.Stack) == 1 && len(stack) == 1 && t.Stack[0].alike(stack[0])
	if !same && !strip {
		return colour.Lab{}, "", false
	}
	other := Smooth
	if half == Smooth {
		other = Texture
	}
	for _, h := range [2]Half{half, other} {
		if same && h == t.MainHalf() {
			return t.Fired, h, true
		}
		if r, read := t.On(h, stack.Total()); read {
			return r.Lab, h, true
		}
	}
	return colour.Lab{}, "", false
}

// Settled is the tile with its fired colour taken from what was read on the
// whole of it, the smooth half before the textured one; unchanged where only
// strips were read.
func (t Tile) Settled() Tile {
	for _, half := range []Half{Texture, Smooth} {
		if r, ok := t.On(half, t.Stack.Total()); ok {
			t.Fired, t.Textured = r.Lab, half == Texture
		}
	}
	return t
}

// Strips are the fired colours by coats of a tile of one glaze, the fewest
// coats first: its smooth readings, and the tile itself.
func (t Tile) Strips() []colour.Strip {
	if len(t.Stack) != 1 {
		return nil
	}
	var strips []colour.Strip
	whole := false
	for _, r := range t.Readings {
		if r.Half == Smooth && r.Coats > 0 {
			strips = append(strips, colour.Strip{Coats: r.Coats, Lab: r.Lab})
			whole = whole || r.Coats == t.Stack.Total()
		}
	}
	if !whole && !t.Textured {
		strips = append(strips, colour.Strip{Coats: t.Stack.Total(), Lab: t.Fired})
	}
	slices.SortFunc(strips, func(a, b colour.Strip) int { return a.Coats - b.Coats })
	return strips
}

// Doubt says why the tile's colour is not to be trusted too far; "" where it is.
func (t Tile) Doubt() string {
	r, _ := t.Main()
	return colour.Doubts(r.Flags)
}

// In is the atmosphere the tile was fired in.
func (t Tile) In() Atmosphere { return t.Firing().Air }

// Marked is the tile with what went wrong with it, each once. The error is one
// sentence.
func (t Tile) Marked(faults []Fault) (Tile, error) {
	for _, f := range faults {
		if f.Says() == "" {
			return t, fmt.Errorf("%q is nothing a tile is marked with: expected crazed, ran or avoid", f)
		}
	}
	t.Faults = slices.Compact(slices.Sorted(slices.Values(faults)))
	return t, nil
}
