package load

import (
	"fmt"
	"math"
	"slices"

	"enkaustos/core/foot"
	"enkaustos/core/outline"
	"enkaustos/core/piece"
)

// stiltMM is how high stilts lift a piece (from memory).
const stiltMM = 12

// gramsPerCM2 is what clay weighs by the area of a piece, inside and out: half of a wall of 6 mm
// at 1.9 g/cm³ (from memory).
const gramsPerCM2 = 0.57

// Made is a piece as it was made, on its way into a kiln.
type Made struct {
	ID     string
	Body   piece.Body
	Seated bool // its lid is fired on its seat
	Bisque bool // it is fired to bisque: nothing on it melts
	Runs   bool // what lies on it may run: it stands on a cookie
	Cookie bool // it was given one in any case
	Stilts bool
	Piles  bool // the house lets bare pieces stand on each other
	Due    int  // see Piece.Due
}

// Pieces are what of it stands in a load: itself, and what is fired beside it.
func (m Made) Pieces() []Piece {
	area := 0.0
	for _, s := range m.Body.Surfaces {
		area += s.AreaCM2
	}
	things := m.Body.FromAbove(m.Seated)
	list := make([]Piece, len(things))
	for i, t := range things {
		p := Piece{ID: m.ID, Outline: t.Outline, TallMM: t.TallMM, Bare: m.Bisque, Runs: m.Runs, Due: m.Due, Grams: area * gramsPerCM2 / float64(len(things))}
		if i > 0 {
			p.ID, p.With = fmt.Sprintf("%s/%d", m.ID, i), m.ID
		}
		if i == 0 && (m.Runs || m.Cookie) {
			p.Outline, p.TallMM = append(slices.Clone(p.Outline), m.cookie(t, len(things) == 1)...), p.TallMM+foot.CookieThickMM
		}
		if m.Bisque && m.Piles && len(things) == 1 && !m.Stilts && !m.Cookie {
			p.Piling = Piling{Make: string(m.Body.Form) + " " + m.Body.Shape, Nesting: m.Body.Nesting()}
			if p.Piling.StepMM == 0 && !p.Piling.Rims {
				p.Piling.Make = ""
			}
		}
		if m.Stilts {
			p.TallMM += stiltMM
		}
		list[i] = p
	}
	return list
}

// cookie is what lies under a piece that may run: so much wider all round than what it stands on. Of
// several things nobody says what the first stands on: then as if on all of it.
func (m Made) cookie(t piece.Above, alone bool) outline.Outline {
	if !alone {
		return t.Outline.Grown(foot.CookieBeyondMM)
	}
	under, at := m.Body.FromBelow(0), outline.Place{X: t.Foot.X, Y: t.Foot.Y}
	if math.Abs(under.Width-under.Height) < 1 {
		return outline.Disc(under.Width/2 + foot.CookieBeyondMM).At(at)
	}
	return outline.Rectangle(under.Width, under.Height).Grown(foot.CookieBeyondMM).At(at)
}
