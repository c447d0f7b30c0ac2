// Package foot knows what is found when a foot is checked, what that means, and
// how high the bare band has to be.
package foot

import (
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// Verdict is what the checker saw.
type Verdict string

// The verdicts of the trade (common practice).
const (
	Clean   Verdict = "clean"   // bare clay all round, up to the line
	Stained Verdict = "stained" // colour without thickness: allowed
	Thin    Verdict = "thin"    // one thin coat, as a house lays it that stands its pieces on stilts
	Left    Verdict = "left"    // a film of glaze that could be scratched: refused
	TooLow  Verdict = "low"     // the bare band is too low
	Unclear Verdict = "unclear" // what it will stand on cannot be told
)

// Passes says whether a piece may stand on the kiln shelf after this verdict; after Thin only on
// stilts, in a house that lays that coat.
func (v Verdict) Passes() bool { return v == Clean || v == Stained || v == Thin }

// Guide is a verdict with its words.
type Guide struct {
	Verdict Verdict
	Name    string
	Means   string
	Way     string // what to do; "" where nothing is to be done
}

// Guides lists the verdicts as they are offered to the checker.
func Guides() []Guide {
	return []Guide{
		{Verdict: Clean, Name: "Clean", Means: "Bare clay all round, up to the line.", Way: ""},
		{Verdict: Stained, Name: "Stained", Means: "Colour from iron or rutile, no thickness: allowed.", Way: ""},
		{Verdict: Thin, Name: "One thin coat", Means: "As this house lays it, on stilts: one coat, even, no drops.", Way: ""},
		{Verdict: Left, Name: "Glaze left", Means: "A film you could scratch; wax and bare underglaze are none.", Way: "Wipe it off with a damp sponge, then recoat the face it lay on."},
		{Verdict: TooLow, Name: "Band too low", Means: "Bare, but not high enough.", Way: "Wipe back to the line, with the pencil laid on the table."},
		{Verdict: Unclear, Name: "Contact unclear", Means: "Nobody can tell what it will stand on.", Way: "Decide at the plan how it lies in the kiln, then look again."},
	}
}

// Guide finds the words of a verdict.
func (v Verdict) Guide() (Guide, bool) {
	for _, g := range Guides() {
		if g.Verdict == v {
			return g, true
		}
	}
	return Guide{}, false
}

// Band is how high above the shelf a piece has to be bare, and why.
type Band struct {
	HeightMM float64
	Parts    []Part
}

// Part is one reason for the height of a band.
type Part struct {
	Why string
	MM  float64
}

// Lying is a stack on a surface, as far as the band below it is concerned.
type Lying struct {
	Stack    glaze.Stack
	SlopeDeg float64 // of the surface: 90 stands upright
	Level    bool    // it faces upward: what runs there does not reach the foot
	Heavy    bool    // thicker than usual on purpose
}

// alike says whether another stack asks for the same band.
func (l Lying) alike(m Lying) bool {
	return !m.Level && l.Heavy == m.Heavy && l.SlopeDeg == m.SlopeDeg && slices.Equal(l.Stack, m.Stack)
}

// ClearOfBandMM is how far above the house's band a dip has to end for what overlaps there
// not to reach the foot (from memory).
const ClearOfBandMM = 25

// BandFor is the height of the bare band for what lies on a piece: the house's
// figure; more where a runner or a layered stack is used, half of that where
// one glaze only carries more than the usual coats, on purpose or not; more
// again where a steep wall carries them. A dip that ends well above the band does not
// count there. Every part has its reason.
func BandFor(h *rules.House, lying []Lying, glazes map[string]*glaze.Glaze, cone kiln.Cone) Band {
	b := Band{HeightMM: h.BandMM, Parts: []Part{{"the house's band", h.BandMM}}}
	runner, layered, heavy, steep := "", false, false, false
	for i, l := range lying {
		if l.Level {
			continue
		}
		if slices.ContainsFunc(lying[:i], l.alike) {
			continue // the same once more
		}
		melt := rules.NewMelt(len(l.Stack))
		for n := range l.Stack {
			layer := &l.Stack[n]
			g := glazes[layer.Glaze]
			if g == nil {
				continue // no jar of that name: the plan's check says so
			}
			if g.Runner {
				runner = g.Code + " " + g.Name
			}
			if g.MeltsAt(cone) && layer.DownToMM < h.BandMM+ClearOfBandMM {
				melt.Add(g, layer)
			}
		}
		layered = layered || melt.Layered()
		if !melt.None() && (l.Heavy || melt.Coats() > 1 && melt.Coats() > h.OfMelting(melt.Brushed(), false, false).Coats) {
			heavy, steep = true, steep || l.SlopeDeg >= piece.Steep
		}
	}
	switch {
	case h.BandRiskMM == 0:
	case runner != "":
		b.add(runner+" runs", h.BandRiskMM)
	case layered:
		b.add("two glazes overlap", h.BandRiskMM)
	case heavy:
		b.add("more than the usual coats", h.BandRiskMM/2)
	}
	if steep && h.SteepMM > 0 {
		b.add("a steep wall carries them", h.SteepMM)
	}
	return b
}

// Raised is the band drawn at a height of its own where that is higher.
func (b Band) Raised(mm float64) Band {
	if mm > b.HeightMM {
		b.add("the line is drawn higher", mm-b.HeightMM)
	}
	return b
}

// Higher is the higher of two bands.
func (b Band) Higher(c Band) Band {
	if c.HeightMM > b.HeightMM {
		return c
	}
	return b
}

func (b *Band) add(why string, mm float64) {
	b.HeightMM += mm
	b.Parts = append(b.Parts, Part{why, mm})
}
