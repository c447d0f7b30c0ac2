package piece

import (
	"fmt"
	"math"
	"slices"
	"strings"
)

const (
	Modelled Form = "modelled" // a closed hollow form: an animal, a whistle
	Odd      Form = "odd"      // anything else, its areas given
)

// PoseKey is the measure that says how a piece lies in the kiln: decided for each by itself.
const PoseKey = "pose"

// poseMeasure asks how a free form lies in the kiln.
func poseMeasure() Measure {
	return Measure{Key: PoseKey, Name: "Lies in the kiln", Most: float64(len(poses) - 1), Options: poseNames()}
}

var modelledKind = Kind{Form: Modelled, Name: "Closed modelled form", Measures: []Measure{
	{Key: "length", Name: "Length of the body", Default: 120, Least: 30, Most: 500},
	{Key: "width", Name: "Width of the body", Default: 76, Least: 20, Most: 400},
	{Key: "height", Name: "Height of the body", Default: 70, Least: 20, Most: 400},
	{Key: "spots", Name: "Feet it stands on", Default: 4, Most: 4, Optional: true, Count: true, Hint: "0 for a flattened spot"},
	{Key: "footHeight", Name: "Height of the feet", Default: 14, Least: 2, Most: 150},
	{Key: "footWidth", Name: "Diameter of a foot", Default: 18, Least: 4, Most: 100},
	{Key: "spot", Name: "Flattened spot", Default: 30, Least: 4, Most: 300, Hint: "where it lies without feet"},
	{Key: "mouth", Name: "Mouthpiece diameter", Default: 0, Least: 6, Most: 60, Optional: true, Hint: "0 for none"},
	{Key: "mouthLength", Name: "Mouthpiece length", Default: 20, Least: 5, Most: 100},
	poseMeasure(),
}}

// spotsOf are the places of so many feet, as shares of half the length and
// half the width of the body.
var spotsOf = map[int][]xy{
	1: {{0, 0}},
	2: {{0, 0.5}, {0, -0.5}},
	3: {{0.55, 0}, {-0.45, 0.5}, {-0.45, -0.5}},
	4: {{0.5, 0.5}, {0.5, -0.5}, {-0.5, 0.5}, {-0.5, -0.5}},
}

func buildModelled(m Measures) (Body, error) {
	a, b, c := m["length"]/2, m["width"]/2, m["height"]/2
	foot := m["footWidth"] / 2
	if foot > 0.45*b {
		return Body{}, Refusals{{"footWidth", "The feet are as wide as the body: make them thinner."}}
	}
	if m["mouth"]/2 >= math.Min(b, c) {
		return Body{}, Refusals{{"mouth", "The mouthpiece is as thick as the body: make it thinner."}}
	}
	tris := ellipsoid(a, b, c, 0, func(v vec) string {
		if v.z < -0.4*c {
			return "belly"
		}
		return "body"
	})
	for i, at := range spotsOf[int(m["spots"])] {
		x, y := at.x*a, at.y*b
		from := vec{x, y, -c * math.Sqrt(1-at.x*at.x-at.y*at.y)}
		tris = append(tris, cylinder(from, vec{x, y, -c - m["footHeight"]}, foot, "legs", "soles", i+1)...)
	}
	if m["mouth"] > 0 {
		tris = append(tris, cylinder(vec{0.97 * a, 0, 0}, vec{a + m["mouthLength"], 0, 0}, m["mouth"]/2, "mouthpiece", "mouthpiece", 9)...)
	}
	flat := func(lying []tri, p int) []tri {
		if p <= 1 && m["spots"] > 0 {
			return lying
		}
		round := []float64{c, c, b, b, c, a, a}[p]                                               // the semi-axis that points down
		across := math.Min([]float64{a, a, a, a, a, b, b}[p], []float64{b, b, c, c, b, c, c}[p]) // the shorter of the other two
		r := math.Min(m["spot"]/2, 0.95*across)
		return flattened(lying, round*(1-math.Sqrt(1-r*r/(across*across))), "spot")
	}
	return free(Modelled, tris, m, flat, map[string]Surface{
		"body": {Name: "Body"}, "belly": {Name: "Belly"}, "legs": {Name: "Legs"}, "soles": {Name: "Soles"},
		"spot": {Name: "Spot it lies on"}, "mouthpiece": {Name: "Mouthpiece", Use: Lip},
	}, nil)
}

var oddKind = Kind{Form: Odd, Name: "Odd form", Measures: []Measure{
	{Key: "length", Name: "Length below", Default: 110, Least: 10, Most: 800, Hint: "of the box it fits in"},
	{Key: "width", Name: "Width below", Default: 80, Least: 10, Most: 800},
	{Key: "height", Name: "Height", Default: 130, Least: 10, Most: 800},
	{Key: "topLength", Name: "Length above", Default: 60, Least: 2, Most: 800},
	{Key: "topWidth", Name: "Width above", Default: 50, Least: 2, Most: 800},
	{Key: "lean", Name: "Leans to the front by", Default: 0, Least: -400, Most: 400},
	{Key: "front", Name: "Area of the front", Unit: "cm²", Default: 110, Least: 1, Most: 10000},
	{Key: "rear", Name: "Area of the rear", Unit: "cm²", Default: 110, Least: 1, Most: 10000},
	{Key: "sides", Name: "Area of both sides", Unit: "cm²", Default: 220, Least: 1, Most: 20000},
	{Key: "top", Name: "Area of the top", Unit: "cm²", Default: 35, Least: 1, Most: 10000},
	{Key: "base", Name: "Area underneath", Unit: "cm²", Default: 88, Least: 1, Most: 10000},
	poseMeasure(),
}}

// buildOdd makes a form of given areas. The box it fits in, narrower above and
// leaning as the piece does, says how it can lie and what of each area is low.
func buildOdd(m Measures) (Body, error) {
	l, w, h, tl, tw, lean := m["length"]/2, m["width"]/2, m["height"], m["topLength"]/2, m["topWidth"]/2, m["lean"]
	low := [4]vec{{l, w, 0}, {l, -w, 0}, {-l, -w, 0}, {-l, w, 0}}
	high := [4]vec{{lean + tl, tw, h}, {lean + tl, -tw, h}, {lean - tl, -tw, h}, {lean - tl, tw, h}}
	names := [4]string{"front", "sides", "rear", "sides"}
	tris := append(quad(low[0], low[1], low[2], low[3], "base", 0), quad(high[3], high[2], high[1], high[0], "top", 1)...)
	for i, name := range names {
		j := (i + 1) % 4
		tris = append(tris, quad(low[j], low[i], high[i], high[j], name, 2+i)...)
	}
	given := map[string]float64{}
	for _, key := range []string{"front", "rear", "sides", "top", "base"} {
		given[key] = m[key] * 100
	}
	return free(Odd, tris, m, func(t []tri, _ int) []tri { return t }, map[string]Surface{
		"front": {Name: "Front"}, "rear": {Name: "Rear"}, "sides": {Name: "Sides"}, "top": {Name: "Top"}, "base": {Name: "Underneath"},
	}, given)
}

// Pose is a way in which a free form could lie in the kiln.
type Pose struct {
	Option   int     `json:"option"` // the value of the measure "pose"
	Name     string  `json:"name"`
	Stable   bool    `json:"stable"`
	MarginMM float64 `json:"marginMM"` // how far the centre of mass lies inside what it would stand on
}

// free makes a body of triangles in the pose that was chosen. A pose in which
// it would tip over is refused, and the ones in which it stands are named.
func free(form Form, tris []tri, m Measures, settle func([]tri, int) []tri, named map[string]Surface, areas map[string]float64) (Body, error) {
	chosen := int(m[PoseKey])
	var options []Pose
	var stable []string
	in := func(i int) []tri { return laid(settle(laid(tris, poses[i]), i), poses[0]) }
	for i := 1; i < len(poses); i++ {
		_, margin := support(in(i))
		options = append(options, Pose{Option: i, Name: poses[i].name, Stable: margin > 0, MarginMM: margin})
		if margin > 0 {
			stable = append(stable, poses[i].name)
		}
	}
	if chosen > 0 && !options[chosen-1].Stable {
		way := "give it feet or a flat spot."
		if len(stable) > 0 {
			way = "it stands " + strings.Join(stable, ", ") + "."
		}
		return Body{}, Refusals{{PoseKey, fmt.Sprintf("It would tip over %s, its weight %s mm outside what it stands on: %s",
			poses[chosen].name, number(math.Max(1, math.Round(-options[chosen-1].MarginMM))), way)}}
	}
	lying := in(chosen)
	b := Body{Form: form, NeedsPose: chosen == 0, MayBeClosed: true, Poses: options, zones: map[string][]zone{}}
	if chosen > 0 {
		b.Lies = poses[chosen].name
	}
	for _, t := range lying {
		b.HeightMM = math.Max(b.HeightMM, math.Max(t.a.z, math.Max(t.b.z, t.c.z)))
	}
	for _, id := range surfacesOf(lying) {
		own := slices.DeleteFunc(slices.Clone(lying), func(t tri) bool { return t.surface != id })
		s := named[id]
		s.ID = id
		if s.Use == "" {
			s.Use = Plain
		}
		s.Stands, s.Upward = standsOn(own), facesUp(own)
		b.Surfaces = append(b.Surfaces, s)
		b.zones[id] = []zone{facetsOf(own, areas[id])}
	}
	b.Touching = sharedEdges(lying)
	b.under = freeBelow(lying)
	b.drawing = drawFree(lying, b.HeightMM, b.Surfaces)
	b.round = func(r *Round) { r.triangles(lying) }
	return b.finish(), nil
}

// surfacesOf are the surfaces of triangles in the order they come.
func surfacesOf(tris []tri) (ids []string) {
	for _, t := range tris {
		if !slices.Contains(ids, t.surface) {
			ids = append(ids, t.surface)
		}
	}
	return ids
}

// standsOn says whether some of a surface lies flat on the table.
func standsOn(tris []tri) bool {
	return slices.ContainsFunc(tris, func(t tri) bool { return t.a.z < touching && t.b.z < touching && t.c.z < touching })
}

// facesUp says whether all of a surface faces upward, so that what runs there stays.
func facesUp(tris []tri) bool {
	return !slices.ContainsFunc(tris, func(t tri) bool { n := t.normal(); return n.z < 0.5*n.length() })
}

// sharedEdges are the pairs of surfaces whose triangles share a corner, or grow
// out of one another.
func sharedEdges(tris []tri) (pairs [][2]string) {
	at := map[vec]map[string]bool{}
	round := func(v vec) vec { return vec{math.Round(v.x * 10), math.Round(v.y * 10), math.Round(v.z * 10)} }
	for _, t := range tris {
		for _, v := range []vec{t.a, t.b, t.c} {
			if at[round(v)] == nil {
				at[round(v)] = map[string]bool{}
			}
			at[round(v)][t.surface] = true
		}
	}
	add := func(p [2]string) {
		if !slices.Contains(pairs, p) {
			pairs = append(pairs, p)
		}
	}
	for _, here := range at {
		for one := range here {
			for other := range here {
				if one < other {
					add([2]string{one, other})
				}
			}
		}
	}
	ids := surfacesOf(tris)
	for _, grown := range [][2]string{{"belly", "legs"}, {"body", "mouthpiece"}} {
		if slices.Contains(ids, grown[0]) && slices.Contains(ids, grown[1]) {
			add(grown)
		}
	}
	slices.SortFunc(pairs, func(a, b [2]string) int { return strings.Compare(a[0]+a[1], b[0]+b[1]) })
	return pairs
}

// drawFree draws a free form from its side and from its front end: the outline
// of each part that faces the reader, what lies behind first.
func drawFree(tris []tri, top float64, surfaces []Surface) Drawing {
	d := Drawing{TableY: top, Height: top}
	views := []struct {
		caption string
		eye     vec
		across  func(vec) float64
	}{
		{"from its side", vec{0, -1, 0}, func(v vec) float64 { return v.x }},
		{"from its front end", vec{1, 0, 0}, func(v vec) float64 { return v.y }},
	}
	labelled := map[string]bool{}
	at := 0.0
	for i, view := range views {
		low, high := math.Inf(1), math.Inf(-1)
		for _, t := range tris {
			for _, v := range []vec{t.a, t.b, t.c} {
				low, high = math.Min(low, view.across(v)), math.Max(high, view.across(v))
			}
		}
		shift := at - low
		for _, p := range partsToward(tris, view.eye) {
			var points []xy
			for _, t := range p.tris {
				for _, v := range []vec{t.a, t.b, t.c} {
					points = append(points, xy{view.across(v) + shift, v.z})
				}
			}
			outline := hull(points)
			d.Shapes = append(d.Shapes, Shape{Kind: Face, Surface: p.surface, Path: loop(outline, top)})
			if !labelled[p.surface] {
				labelled[p.surface] = true
				m := middleOf(outline)
				d.Labels = append(d.Labels, Label{Surface: p.surface, X: m.x, Y: top - m.y, Left: i == 0})
			}
		}
		d.Captions = append(d.Captions, Caption{Text: view.caption, X: at + (high-low)/2, Y: top})
		at += high - low
		if i == 0 {
			d.TableTo = at
			at += 0.25 * (high - low)
		}
	}
	d.Width, d.TableTo = at, at
	for _, s := range surfaces { // what is only seen from below is pointed at on the table
		if !labelled[s.ID] {
			d.Shapes = append(d.Shapes, Shape{Kind: Skin, Surface: s.ID, Path: newPen(top).move(0.25*at, 0).line(0.35*at, 0).open()})
			d.Labels = append(d.Labels, Label{Surface: s.ID, X: 0.3 * at, Y: top, Left: true})
		}
	}
	return d
}

// outlinePart is what of one part of one surface faces a reader.
type outlinePart struct {
	surface string
	part    int
	depth   float64
	tris    []tri
}

// partsToward are the parts that face an eye, the farthest first.
func partsToward(tris []tri, eye vec) []outlinePart {
	dot := func(a, b vec) float64 { return a.x*b.x + a.y*b.y + a.z*b.z }
	var parts []outlinePart
	for _, t := range tris {
		if n := t.normal(); dot(n, eye) <= 1e-6*n.length() {
			continue
		}
		i := slices.IndexFunc(parts, func(p outlinePart) bool { return p.surface == t.surface && p.part == t.part })
		if i < 0 {
			parts = append(parts, outlinePart{t.surface, t.part, math.Inf(-1), nil})
			i = len(parts) - 1
		}
		parts[i].tris = append(parts[i].tris, t)
		parts[i].depth = math.Max(parts[i].depth, dot(t.middle(), eye))
	}
	slices.SortStableFunc(parts, func(a, b outlinePart) int {
		switch {
		case a.depth < b.depth-1e-6:
			return -1
		case a.depth > b.depth+1e-6:
			return 1
		}
		return 0
	})
	return parts
}

func middleOf(outline []xy) (m xy) {
	for _, p := range outline {
		m.x += p.x / float64(len(outline))
		m.y += p.y / float64(len(outline))
	}
	return m
}

// loop is a closed path through points, x to the right and y up.
func loop(outline []xy, top float64) string {
	p := newPen(top)
	for i, q := range outline {
		if i == 0 {
			p.move(q.x, q.y)
		} else {
			p.line(q.x, q.y)
		}
	}
	return p.close()
}
