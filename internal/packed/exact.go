package packed

import (
	"fmt"
	"math"

	"github.com/peterstace/simplefeatures/geom"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
)

// Illegal says what is wrong with a plan, by a checker that shares no geometry with the planner:
// outlines and edges are polygons of many corners, and distances those of the library
// simplefeatures, to within toMM. "" where the plan is legal.
func Illegal(k kiln.Kiln, ways load.Ways, pieces []load.Piece, plan load.Plan) string {
	c := exact{k: k, ways: ways, plan: plan, pieces: map[string]load.Piece{}, seen: map[string]bool{}}
	for _, p := range pieces {
		c.pieces[p.ID] = p
	}
	c.counts()
	for n := range plan.Levels {
		c.level(n)
	}
	return c.wrong
}

// toMM is how near a distance has to come to count: what polygons are off by.
const toMM = 0.02

type exact struct {
	k      kiln.Kiln
	ways   load.Ways
	plan   load.Plan
	pieces map[string]load.Piece
	seen   map[string]bool
	wrong  string
}

func (c *exact) say(text string, args ...any) {
	if c.wrong == "" {
		c.wrong = fmt.Sprintf(text, args...)
	}
}

func (c *exact) counts() {
	whole, half, posts := c.k.Whole.Count, c.k.Half.Count, map[float64]int{}
	for _, p := range c.k.Posts {
		posts[p.HighMM] += p.Count
	}
	for _, l := range c.plan.Levels {
		if l.Side == 0 {
			whole--
		} else {
			half--
		}
		for _, p := range l.PostsMM {
			if posts[p] -= c.k.PerShelf; posts[p] < 0 {
				c.say("posts of %g mm do not exist", p)
			}
		}
	}
	if whole < 0 || half < 0 {
		c.say("%d shelves and %d halves too many", -whole, -half)
	}
}

// body is a piece in the plan, its polygon, and from where to where it reaches.
type body struct {
	p        load.Piece
	shape    geom.Geometry
	from, to float64
	box      geom.Envelope
}

// far says whether the boxes about two bodies are so far apart already.
func far(a, b body, want float64) bool {
	d, ok := a.box.Distance(b.box)
	return ok && d > want
}

func (c *exact) level(n int) {
	l := c.plan.Levels[n]
	thick := c.k.Whole.ThickMM
	if l.Side != 0 {
		thick = c.k.Half.ThickMM
	}
	base := c.k.FloorMM + thick
	if n > 0 {
		base = c.plan.Levels[l.On].BaseMM + thick
		for _, p := range l.PostsMM {
			base += p
		}
	}
	if math.Abs(base-l.BaseMM) > 1e-6 {
		c.say("level %d is at %g and not %g", n, l.BaseMM, base)
	}
	wall, edge := ring(c.k.Shape, c.k.WidthMM, c.k.DepthMM, 0), ring(c.k.Shape, c.k.Whole.WidthMM, c.k.Whole.DepthMM, l.Side)
	var there []body
	for _, s := range l.Pieces {
		p, ok := c.pieces[s.Piece]
		if !ok || c.seen[s.Piece] {
			c.say("%s is not asked for, or stands twice", s.Piece)
			continue
		}
		c.seen[s.Piece] = true
		shape := shapeOf(p.Outline.At(s.Place))
		b := body{p, shape, l.BaseMM, l.BaseMM + p.TallMM, shape.Envelope()}
		c.farFrom(b, wall, c.k.WallMM, "the wall")
		c.farFrom(b, edge, 0, "the edge of the shelf")
		if !inside(s.Place, wall) || !inside(s.Place, edge) {
			c.say("%s stands outside", p.ID)
		}
		if b.to+c.k.LidMM > c.k.TallMM+1e-6 {
			c.say("%s reaches the lid", p.ID)
		}
		c.under(n, b)
		c.besidePosts(n, b)
		for _, other := range there {
			want := c.ways.GapMM
			if p.Bare && other.p.Bare {
				want = 0
			}
			if far(b, other, want) {
				continue
			}
			if d := apart(b.shape, other.shape); d < want-toMM {
				c.say("%s and %s are %g mm apart", p.ID, other.p.ID, d)
			}
		}
		there = append(there, b)
	}
}

func (c *exact) farFrom(b body, line geom.Geometry, want float64, what string) {
	if d := apart(b.shape, line); d < want-toMM || want == 0 && d == 0 {
		c.say("%s is %g mm from %s", b.p.ID, d, what)
	}
}

// under checks the shelves above a piece whose area meets it.
func (c *exact) under(n int, b body) {
	for _, above := range c.plan.Levels {
		thick := c.k.Whole.ThickMM
		if above.Side != 0 {
			thick = c.k.Half.ThickMM
		}
		if above.BaseMM <= b.from || c.plan.Levels[n].Side*above.Side < 0 {
			continue
		}
		plate := filled(c.k.Shape, c.k.Whole.WidthMM, c.k.Whole.DepthMM, above.Side)
		if apart(b.shape, plate) > 0 {
			continue
		}
		if free := above.BaseMM - thick - b.to; free < c.ways.AboveMM-1e-6 {
			c.say("%s has %g mm below the shelf above it", b.p.ID, free)
		}
	}
}

func (c *exact) besidePosts(n int, b body) {
	for _, above := range c.plan.Levels {
		if above.On != n {
			continue
		}
		for _, at := range above.Stands {
			post := shapeOf(outline.Disc(c.k.PostMM / 2).At(outline.Place{X: at.X, Y: at.Y}))
			if d := apart(b.shape, post); d < c.ways.GapMM-toMM {
				c.say("%s is %g mm from a post", b.p.ID, d)
			}
		}
	}
	t := c.k.Thermocouple
	if t.LongMM == 0 || t.HighMM+c.k.WallMM <= b.from || t.HighMM-c.k.WallMM >= b.to {
		return
	}
	line, _ := c.k.Rod(0, c.k.TallMM)
	a, z := line[0].Core[0], line[0].Core[1]
	rod := geom.NewLineString(geom.NewSequence([]float64{a.X, a.Y, z.X, z.Y}, geom.DimXY)).AsGeometry()
	c.farFrom(b, rod, c.k.WallMM, "the thermocouple")
}

func apart(a, b geom.Geometry) float64 {
	d, ok := geom.Distance(a, b)
	if !ok {
		return math.Inf(1)
	}
	return d
}

// about is how many corners stand for a circle: the polygon in one of 100 mm is nowhere farther
// in than 0.016 mm.
const about = 180

// shapeOf is an outline as a polygon in it, part by part.
func shapeOf(o outline.Outline) geom.Geometry {
	var parts []geom.Geometry
	for _, part := range o {
		var xy []float64
		for _, c := range part.Core {
			if part.R == 0 {
				xy = append(xy, c.X, c.Y)
				continue
			}
			for i := range about {
				sin, cos := math.Sincos(2 * math.Pi * float64(i) / about)
				xy = append(xy, c.X+part.R*cos, c.Y+part.R*sin)
			}
		}
		points := geom.NewLineString(geom.NewSequence(xy, geom.DimXY))
		parts = append(parts, points.AsGeometry().ConvexHull())
	}
	return geom.NewGeometryCollection(parts).AsGeometry()
}

// corners are those of a shape about it, of one of its halves where side is not 0.
func corners(shape kiln.Shape, width, depth float64, side int) []float64 {
	if depth == 0 || shape == kiln.Round || shape == kiln.Octagonal {
		depth = width
	}
	n, phase, rx, ry := 1440, 0.0, width/2/math.Cos(math.Pi/1440), depth/2/math.Cos(math.Pi/1440)
	switch shape {
	case kiln.Octagonal:
		n, phase = 8, math.Pi/8
		rx = width / 2 / math.Cos(math.Pi/8)
		ry = rx
	case kiln.Oval:
		n, rx, ry = 48, width/2, depth/2
	case kiln.Rectangular:
		n, phase = 4, math.Pi/4
		rx, ry = width/math.Sqrt2, depth/math.Sqrt2
	}
	var xy []float64
	for i := range n {
		sin, cos := math.Sincos(phase + 2*math.Pi*float64(i)/float64(n))
		xy = append(xy, rx*cos, ry*sin)
	}
	return append(xy, xy[0], xy[1])
}

func filled(shape kiln.Shape, width, depth float64, side int) geom.Geometry {
	whole := geom.NewPolygon([]geom.LineString{geom.NewLineString(geom.NewSequence(corners(shape, width, depth, side), geom.DimXY))}).AsGeometry()
	if side == 0 {
		return whole
	}
	s, far := float64(side), 2*width
	box := []float64{2 * s, -far, far * s, -far, far * s, far, 2 * s, far, 2 * s, -far}
	half, err := geom.Intersection(whole, geom.NewPolygon([]geom.LineString{geom.NewLineString(geom.NewSequence(box, geom.DimXY))}).AsGeometry())
	if err != nil {
		return whole
	}
	return half
}

func ring(shape kiln.Shape, width, depth float64, side int) geom.Geometry {
	return filled(shape, width, depth, side).Boundary()
}

// inside says whether a place lies within a ring.
func inside(at outline.Place, edge geom.Geometry) bool {
	area := geom.NewPolygon([]geom.LineString{edge.MustAsLineString()}).AsGeometry()
	point := geom.NewPoint(geom.Coordinates{XY: geom.XY{X: at.X, Y: at.Y}, Type: geom.DimXY})
	return geom.Intersects(area, point.AsGeometry())
}
