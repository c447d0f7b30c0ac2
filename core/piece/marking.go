package piece

import (
	"fmt"
	"maps"
	"math"
	"slices"
)

// DetailKind is what is marked out on a surface of its own.
type DetailKind string

// The kinds of details, as they are called at the bench.
const (
	Stripe    DetailKind = "band"      // a band round the piece, between two heights
	Panel     DetailKind = "panel"     // a field of its own
	Motif     DetailKind = "motif"     // a figure with an edge
	Letters   DetailKind = "letters"   // writing
	Inlay     DetailKind = "inlay"     // colour laid into a cut line
	Sgraffito DetailKind = "sgraffito" // lines scratched through to the clay
	Dots      DetailKind = "dots"      // laid over the ground
	Vent      DetailKind = "vent"      // a bare place scratched through, so that gas can leave
)

// DetailMeaning is a kind of detail with its name and what it means.
type DetailMeaning struct {
	Kind        DetailKind
	Name, Means string
}

// DetailKinds lists the kinds with their names and what each means.
func DetailKinds() []DetailMeaning {
	return []DetailMeaning{
		{Kind: Stripe, Name: "Band", Means: "between two heights above the table"},
		{Kind: Panel, Name: "Panel", Means: "a field with a colour of its own"},
		{Kind: Motif, Name: "Motif", Means: "a figure whose edge should stay sharp"},
		{Kind: Letters, Name: "Letters", Means: "writing whose edge should stay sharp"},
		{Kind: Inlay, Name: "Inlay", Means: "colour laid into a cut line"},
		{Kind: Sgraffito, Name: "Sgraffito lines", Means: "scratched through to the clay, and left bare"},
		{Kind: Dots, Name: "Dots and lines", Means: "laid over the ground once it is dry"},
		{Kind: Vent, Name: "Bare place for gas", Means: "scratched through, where it is fired once"},
	}
}

// known says whether somebody knows the kind.
func (k DetailKind) known() bool {
	for _, d := range DetailKinds() {
		if d.Kind == k {
			return true
		}
	}
	return false
}

// mayLieOver says whether a detail of this kind can be laid over a ground that is glazed.
func (k DetailKind) mayLieOver() bool {
	return slices.Contains([]DetailKind{Stripe, Panel, Motif, Letters, Dots}, k)
}

// over says whether it lies over its ground and takes no area away from it.
func (d Detail) over() bool { return d.Kind == Dots || d.Over }

// edge is what lies between a detail of this kind and its ground.
func (k DetailKind) edge() Edge {
	switch k {
	case Inlay, Sgraffito, Vent:
		return Line
	}
	return Touch
}

// Detail is something marked out on a surface that is glazed, or left bare, by
// itself.
type Detail struct {
	ID   string     `json:"id"` // lower-case letters, digits and hyphens
	Name string     `json:"name"`
	Kind DetailKind `json:"kind"`
	On   string     `json:"on"` // Surface.ID of its ground
	// AreaCM2 is its area; a band between two heights has that of the wall there.
	AreaCM2  float64 `json:"areaCM2,omitempty"`
	FromMM   float64 `json:"fromMM,omitempty"` // its lowest height above the table
	ToMM     float64 `json:"toMM,omitempty"`   // its highest
	Optional bool    `json:"optional,omitempty"`
	Soft     bool    `json:"soft,omitempty"`  // its edge may blur
	Edged    bool    `json:"edged,omitempty"` // its ground is edged round it first, then filled up to the edging
	Over     bool    `json:"over,omitempty"`  // laid over its ground once that is dry, and not let into it
}

// Edge is what lies between two surfaces.
type Edge string

// The edges, from the one that stops nothing on.
const (
	Touch Edge = "touch" // nothing: what melts may flow across
	Line  Edge = "line"  // an incised line
	Ridge Edge = "ridge"
	Strip Edge = "strip" // a strip of bare clay
	Far   Edge = "far"   // they do not meet at all
)

// Join says what lies between two surfaces, where the form's own answer is not
// the right one.
type Join struct {
	A    string `json:"a"` // Surface.ID
	B    string `json:"b"`
	Edge Edge   `json:"edge"`
}

// Marking is what is added to a form, or said of it. The zero Marking adds
// nothing.
type Marking struct {
	Details  []Detail          `json:"details,omitempty"`
	Joins    []Join            `json:"joins,omitempty"`
	Textured map[string]bool   `json:"textured,omitempty"` // by Surface.ID
	Clays    map[string]string `json:"clays,omitempty"`    // glaze.Clay.Code of another clay, by Surface.ID
}

// Empty says whether nothing is marked.
func (m Marking) Empty() bool {
	return len(m.Details)+len(m.Joins)+len(m.Textured)+len(m.Clays) == 0
}

// And is the marking with more of it: a piece's own over its assignment's. A
// detail of the same ID is replaced.
func (m Marking) And(more Marking) Marking {
	both := Marking{Details: slices.Clone(m.Details), Joins: slices.Concat(m.Joins, more.Joins), Textured: merged(m.Textured, more.Textured), Clays: merged(m.Clays, more.Clays)}
	for _, d := range more.Details {
		if i := slices.IndexFunc(both.Details, func(o Detail) bool { return o.ID == d.ID }); i >= 0 {
			both.Details[i] = d
		} else {
			both.Details = append(both.Details, d)
		}
	}
	return both
}

func merged[V any](a, b map[string]V) map[string]V {
	if len(a)+len(b) == 0 {
		return nil
	}
	both := map[string]V{}
	maps.Copy(both, a)
	maps.Copy(both, b)
	return both
}

// shortName says whether an ID is a letter, then letters, digits and hyphens.
func shortName(id string) bool {
	for i, r := range id {
		letter := r >= 'a' && r <= 'z'
		if !letter && (i == 0 || r != '-' && (r < '0' || r > '9')) {
			return false
		}
	}
	return id != "" && len(id) <= 40
}

// With is the body with what was marked on it. The error is a Refusals, whose
// keys name the detail or surface.
func (b Body) With(m Marking) (Body, error) {
	b.Surfaces, b.Touching = slices.Clone(b.Surfaces), slices.Clone(b.Touching)
	b.zones, b.edges = maps.Clone(b.zones), maps.Clone(b.edges)
	b.drawing.Shapes, b.drawing.Labels = slices.Clone(b.drawing.Shapes), slices.Clone(b.drawing.Labels)
	if b.edges == nil {
		b.edges = map[[2]string]Edge{}
	}
	var refused Refusals
	for _, d := range m.Details {
		if reason := b.refuses(d); reason != "" {
			refused = append(refused, Refusal{d.ID, reason})
			continue
		}
		b.mark(d)
	}
	for id := range m.Textured {
		i := b.index(id)
		if i < 0 {
			refused = append(refused, Refusal{id, fmt.Sprintf("A %s has no surface %q to be textured.", b.Form, id)})
			continue
		}
		b.Surfaces[i].Textured = m.Textured[id]
	}
	for id, clay := range m.Clays {
		i := b.index(id)
		if i < 0 {
			refused = append(refused, Refusal{id, fmt.Sprintf("A %s has no surface %q of another clay.", b.Form, id)})
			continue
		}
		b.Surfaces[i].Clay = clay
	}
	for _, j := range m.Joins {
		if reason := b.join(j); reason != "" {
			refused = append(refused, Refusal{j.A, reason})
		}
	}
	if len(refused) > 0 {
		return Body{}, refused
	}
	return b.finish(), nil
}

// refuses says in a sentence why a detail cannot be marked; "" where it can.
func (b Body) refuses(d Detail) string {
	ground, found := b.Surface(d.On)
	area := d.AreaCM2
	if found && d.Kind == Stripe {
		area = b.areaBelow(d.On, d.ToMM) - b.areaBelow(d.On, d.FromMM)
	}
	switch {
	case !shortName(d.ID):
		return fmt.Sprintf("%q is no short name for a detail: expected a letter, then letters, digits and hyphens.", d.ID)
	case d.Name == "":
		return "Give the detail a name."
	case b.index(d.ID) >= 0:
		return fmt.Sprintf("Two surfaces are called %q: give the detail another name.", d.Name)
	case !d.Kind.known():
		return fmt.Sprintf("%s: %q is no kind of detail.", d.Name, d.Kind)
	case !found:
		return fmt.Sprintf("%s: a %s has no surface %q to lie on.", d.Name, b.Form, d.On)
	case ground.Detail != "":
		return fmt.Sprintf("%s: it cannot lie on %s, which is a detail itself.", d.Name, ground.Name)
	case d.Kind == Stripe && !(d.ToMM > d.FromMM && d.FromMM >= 0):
		return fmt.Sprintf("%s: a band goes from one height up to a higher one.", d.Name)
	case d.Over && !d.Kind.mayLieOver():
		return fmt.Sprintf("%s: it is cut into its ground, and cannot be laid over it.", d.Name)
	case d.Edged && d.over():
		return fmt.Sprintf("%s: what is laid over its ground has no edging to fill up to.", d.Name)
	case !(area > 0):
		return fmt.Sprintf("%s: it has no area: say how many cm² it covers.", d.Name)
	case area > b.areaBelow(d.On, math.Inf(1))+1e-6:
		return fmt.Sprintf("%s: %.0f cm² are more than is left of the %s.", d.Name, area, ground.Name)
	}
	return ""
}

// mark adds a detail that refuses has nothing against.
func (b *Body) mark(d Detail) {
	ground := b.Surfaces[b.index(d.On)]
	low, high := b.Reach(d.On)
	part := ground
	part.ID, part.Name, part.Detail, part.On = d.ID, d.Name, d.Kind, d.On
	part.Over, part.Edged = d.over(), d.Edged
	part.Optional, part.Sharp = d.Optional, !d.Soft && (d.Kind == Motif || d.Kind == Letters)
	part.BareByKind = d.Kind == Sgraffito || d.Kind == Vent
	if d.Kind == Stripe {
		b.zones[d.ID] = []zone{between{b.zones[d.On], d.FromMM, d.ToMM}}
	} else {
		from, to := d.FromMM, d.ToMM
		if to <= from {
			from, to = low+0.4*(high-low), low+0.6*(high-low)
		}
		b.zones[d.ID] = []zone{patch{d.AreaCM2 * 100, from, to, ground.SlopeDeg}}
	}
	if !part.Over {
		b.zones[d.On] = append(slices.Clone(b.zones[d.On]), lessThe{b.zones[d.ID]})
	}
	part.Stands = ground.Stands && d.FromMM <= low
	b.Surfaces = append(b.Surfaces, part)
	b.Touching = append(b.Touching, [2]string{d.On, d.ID})
	b.edges[pair(d.On, d.ID)] = d.Kind.edge()
	b.drawing.mark(d, b.areaBelow(d.ID, math.Inf(1)))
}

// join says what lies between two surfaces; the answer is a refusal or "".
func (b *Body) join(j Join) string {
	if b.index(j.A) < 0 || b.index(j.B) < 0 || j.A == j.B {
		return fmt.Sprintf("Nothing lies between %q and %q: expected two surfaces of the piece.", j.A, j.B)
	}
	if !slices.Contains([]Edge{Touch, Line, Ridge, Strip, Far}, j.Edge) {
		return fmt.Sprintf("%q is no edge: expected touch, line, ridge, strip or far.", j.Edge)
	}
	at := slices.IndexFunc(b.Touching, func(t [2]string) bool { return pair(t[0], t[1]) == pair(j.A, j.B) })
	switch {
	case j.Edge == Far && at >= 0:
		b.Touching = slices.Delete(b.Touching, at, at+1)
	case j.Edge != Far && at < 0:
		b.Touching = append(b.Touching, [2]string{j.A, j.B})
	}
	b.edges[pair(j.A, j.B)] = j.Edge
	return ""
}

// Between is what lies between two surfaces of Touching.
func (b Body) Between(one, other string) Edge {
	if len(b.edges) == 0 {
		return Touch
	}
	if e, ok := b.edges[pair(one, other)]; ok {
		return e
	}
	return Touch
}

// Edges lists what lies between every two surfaces that meet, in the order of
// Touching.
func (b Body) Edges() []Join {
	joins := make([]Join, len(b.Touching))
	for i, t := range b.Touching {
		joins[i] = Join{A: t[0], B: t[1], Edge: b.Between(t[0], t[1])}
	}
	return joins
}

// pair names two surfaces, whichever comes first.
func pair(a, b string) [2]string {
	if b < a {
		return [2]string{b, a}
	}
	return [2]string{a, b}
}

// Reach is the lowest and the highest point of a surface in mm above the table, to half a
// percent of the piece's height.
func (b Body) Reach(surface string) (low, high float64) {
	whole := b.areaBelow(surface, math.Inf(1))
	low, high = b.HeightMM, 0
	const steps = 200
	for i := 0; i <= steps; i++ {
		z := b.HeightMM * float64(i) / steps
		area := b.areaBelow(surface, z)
		if area > 1e-9 && z < low {
			low = z
		}
		if area < whole-1e-9 {
			high = math.Min(b.HeightMM, b.HeightMM*float64(i+1)/steps)
		}
	}
	return math.Min(low, high), high
}
