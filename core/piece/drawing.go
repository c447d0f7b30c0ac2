package piece

import (
	"fmt"
	"strings"
)

// Drawing is a piece drawn to scale in mm, x to the right and y down from the
// top of Box. Turned forms are drawn as a half-section, the way excavated pots
// are drawn: the left half cut open to show wall, interior, seat and foot, the
// right half from outside. Paths use the path notation of SVG.
type Drawing struct {
	Width, Height float64 // of the box, in mm
	Left, Top     float64 // x of the box's left edge, y of its upper one
	Shapes        []Shape
	Labels        []Label
	Captions      []Caption
	Handles       []Handle
	// TableY is the y of the table the piece stands on in the side view.
	TableY float64
	// TableFrom and TableTo are the ends of the table line.
	TableFrom, TableTo float64
}

// ShapeKind says how a shape is to be drawn.
type ShapeKind string

const (
	Face ShapeKind = "face" // an area of a surface seen from outside or into the cut
	Cut  ShapeKind = "cut"  // clay cut through; belongs to no surface
	Skin ShapeKind = "skin" // the edge of a surface along the cut, a line
	Axis ShapeKind = "axis" // the centre line
)

// Shape is one closed area or one line of a drawing.
type Shape struct {
	Kind    ShapeKind
	Surface string // Surface.ID; "" for clay and axis
	Path    string // SVG path data
	// Top and Bottom are the y between which it is seen; both 0 where all of it is.
	Top, Bottom float64

	on string // the ground of a detail
}

// Label is where the leader line of a surface starts, and to which side it
// leaves the drawing.
type Label struct {
	Surface string  `json:"surface"`
	X       float64 `json:"x"`
	Y       float64 `json:"y"`
	Left    bool    `json:"left"`
}

// Handle is a point of a wall that can be pulled in or out by a measurement.
type Handle struct {
	Measure string  `json:"measure"` // Measure.Key
	X       float64 `json:"x"`
	Y       float64 `json:"y"`
}

// Caption names a view.
type Caption struct {
	Text string  `json:"text"`
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
}

// Drawing is the piece drawn to scale.
func (b Body) Drawing() Drawing { return b.drawing }

// pen writes SVG path data for a drawing of a piece of height top: it takes
// heights above the table and turns them into y from above.
type pen struct {
	top  float64
	path strings.Builder
}

func newPen(top float64) *pen { return &pen{top: top} }

func (p *pen) move(x, z float64) *pen { return p.write("M%s %s", x, p.top-z) }
func (p *pen) line(x, z float64) *pen { return p.write("L%s %s", x, p.top-z) }

// arc follows a circle of radius r to (x, z); sweep 1 turns clockwise on paper.
func (p *pen) arc(r float64, sweep int, x, z float64) *pen {
	fmt.Fprintf(&p.path, "A%s %s 0 0 %d %s %s", trim(r), trim(r), sweep, trim(x), trim(p.top-z))
	return p
}

func (p *pen) close() string { p.path.WriteString("Z"); return p.path.String() }
func (p *pen) open() string  { return p.path.String() }

func (p *pen) write(format string, x, y float64) *pen {
	fmt.Fprintf(&p.path, format, trim(x), trim(y))
	return p
}

// trim writes a coordinate with at most two decimals: a hundredth of a mm.
func trim(v float64) string {
	text := strings.TrimRight(strings.TrimRight(fmt.Sprintf("%.2f", v), "0"), ".")
	if text == "-0" {
		return "0"
	}
	return text
}
