package piece

import (
	"math"
	"slices"
)

// mark draws a detail of areaCM2 on its ground: a band where it runs, anything
// else as a patch of its size near the place that the ground's leader line
// points at. What it looks like is the student's; where and how large is ours.
func (d *Drawing) mark(detail Detail, areaCM2 float64) {
	i := slices.IndexFunc(d.Labels, func(l Label) bool { return l.Surface == detail.On })
	if i < 0 {
		return
	}
	at := d.Labels[i]
	if detail.Kind == Stripe {
		d.stripe(detail, at)
		return
	}
	side := math.Sqrt(areaCM2 * 100)
	side = math.Min(side, 0.45*math.Min(d.Width, d.Height+side))
	x, y := at.X, at.Y
	if detail.ToMM > detail.FromMM {
		y = d.TableY - (detail.FromMM+detail.ToMM)/2
	}
	for _, s := range d.Shapes {
		if s.on == detail.On && s.Bottom == 0 {
			x += side + 3 // beside the ones that are there
		}
	}
	path := patchPath(detail.Kind, x, y, side)
	d.Shapes = append(d.Shapes, Shape{Kind: Face, Surface: detail.ID, Path: path, on: detail.On})
	d.Labels = append(d.Labels, Label{Surface: detail.ID, X: x, Y: y, Left: at.Left})
}

// stripe draws the ground's own face again, seen only between two heights.
func (d *Drawing) stripe(detail Detail, at Label) {
	top, bottom := d.TableY-detail.ToMM, d.TableY-detail.FromMM
	for _, s := range slices.Clone(d.Shapes) {
		if s.Surface == detail.On && s.on == "" {
			d.Shapes = append(d.Shapes, Shape{Kind: s.Kind, Surface: detail.ID, Path: s.Path, Top: top, Bottom: bottom, on: detail.On})
		}
	}
	d.Labels = append(d.Labels, Label{Surface: detail.ID, X: at.X, Y: (top + bottom) / 2, Left: at.Left})
}

// patchPath is a patch of a given side, shaped by what it stands for: a lozenge
// for a motif, a long bar for letters and lines, a round for dots, a square
// field for the rest.
func patchPath(kind DetailKind, x, y, side float64) string {
	p, r := newPen(0), side/2
	switch kind {
	case Motif:
		r = side / math.Sqrt2
		return p.move(x, -(y-r)).line(x+r, -y).line(x, -(y+r)).line(x-r, -y).close()
	case Dots:
		r = side / math.Sqrt(math.Pi)
		return p.move(x-r, -y).arc(r, 1, x+r, -y).arc(r, 1, x-r, -y).close()
	case Letters, Inlay, Sgraffito:
		return p.move(x-side, -(y-r/2)).line(x+side, -(y-r/2)).line(x+side, -(y+r/2)).line(x-side, -(y + r/2)).close()
	}
	return p.move(x-r, -(y-r)).line(x+r, -(y-r)).line(x+r, -(y+r)).line(x-r, -(y + r)).close()
}
