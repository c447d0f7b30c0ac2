package colour

import (
	"errors"
	"math"

	"gonum.org/v1/gonum/mat"
)

// CardKind says which patch of a reference card a box shows.
type CardKind string

// The patches.
const (
	GreyPatch  CardKind = "grey"
	WhitePatch CardKind = "white"
	BlackPatch CardKind = "black"
)

// UsualCard is the colour that a patch usually has, where the maker's own
// figure is not known: 18 % grey, and the ends of a common three-step card
// (from memory; the card's own L* is better).
func UsualCard(kind CardKind) (Lab, bool) {
	switch kind {
	case GreyPatch:
		return Lab{L: 49.5}, true
	case WhitePatch:
		return Lab{L: 95}, true
	case BlackPatch:
		return Lab{L: 20}, true
	}
	return Lab{}, false
}

// Card is a patch of known colour in the picture.
type Card struct {
	Box  Box
	Kind CardKind
	True Lab // as its maker or an instrument gives it, D65
}

// ErrNoCard is returned where no marked card can be used.
var ErrNoCard = errors.New("no card can be used: mark a grey card that is in the light, not in glare or shadow")

// Light is what the cards in a picture say about it: the colour of its light
// as the camera kept it, how the camera bent the tones, and how the light falls
// off across the picture.
//
// For channel k of a neutral patch of luminance Y at place p the model is
//
//	bend(ln m) = ln Y + ln gain[k] + fall(p)
//
// with m the linear value of the channel. bend is u without a second level of
// patch, b·u with two, b·u + c·u² with three; fall is nothing with one place,
// a slope along the line between two, a plane with three, and a plane with a
// term for the corners of the lens with five. The unknowns are found by least
// squares over all channels of all patches.
type Light struct {
	space      Space
	gain       [3]float64 // ln
	bend       [2]float64 // b, c
	slopeX     float64
	slopeY     float64
	corner     float64
	from, to   float64 // the span of ln m that the patches cover
	white      XYZ     // of a perfect white in this light, as the picture has it
	Levels     int     // of patches used: 1, 2 or 3
	Places     int     // where cards lie apart from each other
	Left       []LeftOut
	Mismatched float64 // root mean square of what the model cannot explain, in ln
	Doubts     []CardDoubt
	By         LightKind // as who took the picture says
}

// LightKind is by what light a picture was taken, as somebody says: the camera balances its
// cast away, and what a lamp does not show it cannot give back.
type LightKind string

// The kinds; "" where nobody said.
const (
	Daylight  LightKind = "daylight"
	LampLight LightKind = "lamp"
)

// vivid is the chroma from which glazes may look otherwise by that light (from memory, after
// docs/accuracy.md).
func (k LightKind) vivid() float64 {
	switch k {
	case Daylight:
		return math.Inf(1)
	case LampLight:
		return 28
	}
	return 35
}

// LeftOut is a card that could not be used.
type LeftOut struct {
	Card int // its place among the cards
	Why  string
}

// row is what one channel of one patch says.
type row struct {
	k    int
	u    float64 // ln of its linear value
	want float64 // ln of the luminance that it has in truth
	x, y float64
}

// Learn reads the cards of a picture. Cards that are clipped, too small or in
// glare are left out and said so; what speaks against the others is in Doubts. The error is
// ErrNoCard where none is left.
func (p Picture) Learn(cards []Card) (Light, error) {
	l := Light{space: p.Space}
	var used []learned
	for i, card := range cards {
		s := p.sample(card.Box)
		if why := unusable(s); why != "" {
			l.Left = append(l.Left, LeftOut{i, why})
			continue
		}
		x, y := p.middle(card.Box)
		one := learned{card: i, Card: card}
		expected := p.Space.linear(card.True.XYZ())
		for k, m := range s.light {
			one.rows[k] = row{k, math.Log(max(m, 1e-5)), math.Log(max(expected[k], 1e-5)), x, y}
		}
		used = append(used, one)
	}
	if len(used) == 0 {
		return l, ErrNoCard
	}
	places, err := l.fitTo(used)
	if err != nil {
		return l, err
	}
	l.white = xyz(matrix(p.Space.ToXYZ).times([3]float64{math.Exp(l.gain[0]), math.Exp(l.gain[1]), math.Exp(l.gain[2])}))
	l.distrust(used, places)
	return l, nil
}

// fitTo solves the model for cards.
func (l *Light) fitTo(cards []learned) ([]place, error) {
	var rows []row
	var places []place
	levels := map[CardKind]bool{}
	for _, c := range cards {
		rows, levels[c.Kind] = append(rows, c.rows[:]...), true
		places = addPlace(places, c.Box, c.rows[0].x, c.rows[0].y)
	}
	l.Levels, l.Places = len(levels), len(places)
	return places, l.fit(rows, places)
}

// linear turns a colour under D65 into the linear channels of the space.
func (s Space) linear(c XYZ) [3]float64 {
	var inverse mat.Dense
	m := s.ToXYZ
	if err := inverse.Inverse(mat.NewDense(3, 3, []float64{m[0][0], m[0][1], m[0][2], m[1][0], m[1][1], m[1][2], m[2][0], m[2][1], m[2][2]})); err != nil {
		return [3]float64{c.Y, c.Y, c.Y} // no space that can be shown has primaries on one line
	}
	var out mat.VecDense
	out.MulVec(&inverse, mat.NewVecDense(3, []float64{c.X, c.Y, c.Z}))
	return [3]float64{out.AtVec(0), out.AtVec(1), out.AtVec(2)}
}

// unusable says why a card cannot serve; "" where it can.
func unusable(s sample) string {
	switch {
	case s.pixels < tooFew:
		return "it is too small"
	case s.clipped > clippedShare:
		return "it is so bright that the camera cut it off"
	case s.glare > 1.0/3:
		return "more than a third of it is glare"
	}
	return ""
}

// place is where a card lies: patches that lie side by side are one card.
type place struct {
	boxes []Box
	x, y  float64 // of its first patch, both sides of the picture from -1 to 1
}

// addPlace notes where a patch lies, unless it belongs to a card that was noted.
func addPlace(places []place, b Box, x, y float64) []place {
	for i, p := range places {
		for _, other := range p.boxes {
			if samePlace(other, b) {
				places[i].boxes = append(places[i].boxes, b)
				return places
			}
		}
	}
	return append(places, place{[]Box{b}, x, y})
}

// samePlace says whether two patches lie side by side, as those of one card do.
func samePlace(a, b Box) bool {
	return math.Hypot(a.X+a.W/2-b.X-b.W/2, a.Y+a.H/2-b.Y-b.H/2) < 4*max(a.W, a.H, b.W, b.H)
}

// fit solves the model for what the rows can tell.
func (l *Light) fit(rows []row, places []place) error {
	terms := l.terms(places)
	a := mat.NewDense(len(rows), 3+len(terms), nil)
	b := mat.NewVecDense(len(rows), nil)
	for i, r := range rows {
		a.Set(i, r.k, -1) // minus its gain
		for j, t := range terms {
			a.Set(i, 3+j, t.of(r))
		}
		b.SetVec(i, r.want-r.u)
	}
	var svd mat.SVD
	if !svd.Factorize(a, mat.SVDThin) {
		return errors.New("the cards do not fit together: mark them again")
	}
	// What the patches cannot tell apart is shared out as little as possible.
	var solved mat.VecDense
	svd.SolveVecTo(&solved, b, svd.Rank(1e-6))
	l.bend = [2]float64{1, 0}
	for k := range l.gain {
		l.gain[k] = solved.AtVec(k)
	}
	for j, t := range terms {
		t.set(l, solved.AtVec(3+j))
	}
	l.from, l.to = math.Inf(1), math.Inf(-1)
	sum := 0.0
	for _, r := range rows {
		l.from, l.to = min(l.from, r.u), max(l.to, r.u)
		off := l.unbend(r.u) - l.gain[r.k] - l.fall(r.x, r.y) - r.want
		sum += off * off
	}
	l.Mismatched = math.Sqrt(sum / float64(len(rows)))
	return nil
}

// term is one unknown beside the gains: its factor in a row, and where it goes.
type term struct {
	of  func(row) float64
	set func(*Light, float64)
}

// terms are the unknowns that this number of levels and places can tell.
func (l *Light) terms(places []place) []term {
	var terms []term
	if l.Levels > 1 {
		terms = append(terms, term{func(r row) float64 { return r.u }, func(l *Light, v float64) { l.bend[0] = 1 + v }})
	}
	if l.Levels > 2 {
		terms = append(terms, term{func(r row) float64 { return r.u * r.u }, func(l *Light, v float64) { l.bend[1] = v }})
	}
	if dx, dy, straight := inLine(places); straight && len(places) > 1 {
		return append(terms, term{func(r row) float64 { return -(dx*r.x + dy*r.y) }, func(l *Light, v float64) { l.slopeX, l.slopeY = v*dx, v*dy }})
	}
	if len(places) > 2 {
		terms = append(terms, term{func(r row) float64 { return -r.x }, func(l *Light, v float64) { l.slopeX = v }},
			term{func(r row) float64 { return -r.y }, func(l *Light, v float64) { l.slopeY = v }})
	}
	if len(places) > 4 {
		terms = append(terms, term{func(r row) float64 { return -(r.x*r.x + r.y*r.y) }, func(l *Light, v float64) { l.corner = v }})
	}
	return terms
}

// inLine says whether places lie in one line, and which way it runs.
func inLine(places []place) (dx, dy float64, straight bool) {
	var mx, my, xx, xy, yy float64
	n := float64(len(places))
	for _, p := range places {
		mx, my = mx+p.x/n, my+p.y/n
	}
	for _, p := range places {
		x, y := p.x-mx, p.y-my
		xx, xy, yy = xx+x*x, xy+x*y, yy+y*y
	}
	angle := math.Atan2(2*xy, xx-yy) / 2
	dx, dy = math.Cos(angle), math.Sin(angle)
	across := xx*dy*dy - 2*xy*dx*dy + yy*dx*dx
	return dx, dy, math.Sqrt(max(0, across)/n) < 0.1
}

func (l *Light) fall(x, y float64) float64 { return l.slopeX*x + l.slopeY*y + l.corner*(x*x+y*y) }

// unbend takes the camera's tone curve out of ln m. Beyond the darkest and the
// lightest patch it goes on straight, never steeper than three times or flatter
// than a third.
func (l *Light) unbend(u float64) float64 {
	curve := func(u float64) float64 { return l.bend[0]*u + l.bend[1]*u*u }
	end := min(max(u, l.from), l.to)
	slope := min(max(l.bend[0]+2*l.bend[1]*end, 1.0/3), 3)
	return curve(end) + slope*(u-end)
}

// See is the colour, D65, that linear channels at a place of the picture stand for.
func (l *Light) see(light [3]float64, x, y float64) Lab {
	for k, m := range light {
		light[k] = math.Exp(l.unbend(math.Log(max(m, 1e-5))) - l.fall(x, y))
	}
	return xyz(matrix(l.space.ToXYZ).times(light)).Adapt(l.white, D65).Lab()
}
