package exchange

import (
	"cmp"
	"fmt"
	"html"
	"math"
	"slices"
	"strings"

	"enkaustos/core/piece"
)

// Painted is how one surface is drawn in an SVG, and what is written beside it.
type Painted struct {
	Fill  string // a CSS colour; "" hatches the surface: nobody knows its colour
	Lines []string
	// Up to BareMM above the table it is bare clay, in a CSS colour of its own.
	BareMM float64
	Clay   string
}

// Unglazed is the fill of a surface on which nothing is planned.
const Unglazed = "#f4f4f4"

// SVG draws a piece to scale, one unit a mm, with leader lines. paint says how
// each surface looks. The file needs nothing beside it.
func SVG(title string, d piece.Drawing, paint func(surface string) Painted) string {
	var b strings.Builder
	unit := math.Max(d.Width/360, d.Height/250)
	margin, pad := 130*unit, 24*unit
	n := func(v float64) string { return strings.TrimSuffix(strings.TrimRight(fmt.Sprintf("%.2f", v), "0"), ".") }
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" viewBox="%s %s %s %s" width="%smm" height="%smm" font-family="sans-serif" font-size="%s">`+"\n",
		n(d.Left-margin), n(d.Top-pad), n(d.Width+2*margin), n(d.Height+2.4*pad), n(d.Width+2*margin), n(d.Height+2.4*pad), n(12*unit))
	fmt.Fprintf(&b, "<title>%s</title>\n", html.EscapeString(title))
	fmt.Fprintf(&b, `<defs><pattern id="unknown" width="%[1]s" height="%[1]s" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><rect width="100%%" height="100%%" fill="#efefef"/><path d="M0 0V%[1]s" stroke="#555" stroke-width="%[2]s"/></pattern></defs>`+"\n",
		n(7*unit), n(1.5*unit))
	fmt.Fprintf(&b, `<path d="M%s %sH%s" stroke="#222" stroke-width="%s"/>`+"\n", n(d.TableFrom-6*unit), n(d.TableY), n(d.TableTo+6*unit), n(unit))
	fill := func(surface string) string {
		if p := paint(surface); p.Fill != "" {
			return html.EscapeString(p.Fill)
		}
		return "url(#unknown)"
	}
	for i, s := range d.Shapes {
		clip := ""
		if s.Top != s.Bottom {
			fmt.Fprintf(&b, `<clipPath id="c%d"><rect x="%s" y="%s" width="%s" height="%s"/></clipPath>`+"\n", i, n(d.Left), n(s.Top), n(d.Width), n(s.Bottom-s.Top))
			clip = fmt.Sprintf(` clip-path="url(#c%d)"`, i)
		}
		switch s.Kind {
		case piece.Face:
			fmt.Fprintf(&b, `<path d="%s" fill="%s" stroke="#222" stroke-width="%s"%s/>`+"\n", s.Path, fill(s.Surface), n(unit), clip)
		case piece.Cut:
			fmt.Fprintf(&b, `<path d="%s" fill="#3a3a3a"/>`+"\n", s.Path)
		case piece.Skin:
			fmt.Fprintf(&b, `<path d="%s" fill="none" stroke="%s" stroke-width="%s"%s/>`+"\n", s.Path, fill(s.Surface), n(4*unit), clip)
		case piece.Axis:
			fmt.Fprintf(&b, `<path d="%s" fill="none" stroke="#222" stroke-width="%s" stroke-dasharray="%s %s"/>`+"\n", s.Path, n(unit), n(8*unit), n(3*unit))
		}
	}
	bands(&b, d, unit, n, paint)
	for _, c := range d.Captions {
		fmt.Fprintf(&b, `<text x="%s" y="%s" text-anchor="middle" fill="#444">%s</text>`+"\n", n(c.X), n(c.Y+16*unit), html.EscapeString(c.Text))
	}
	for _, left := range []bool{true, false} {
		lead(&b, d, left, unit, n, paint)
	}
	b.WriteString("</svg>\n")
	return b.String()
}

// bands draws the clay of the bare band over what is glazed above it.
func bands(b *strings.Builder, d piece.Drawing, unit float64, n func(float64) string, paint func(string) Painted) {
	for i, s := range d.Shapes {
		p := paint(s.Surface)
		if p.BareMM <= 0 || s.Kind != piece.Face && s.Kind != piece.Skin {
			continue
		}
		top := d.TableY - p.BareMM
		if s.Top != s.Bottom {
			top = math.Max(top, s.Top)
		}
		fmt.Fprintf(b, `<clipPath id="b%d"><rect x="%s" y="%s" width="%s" height="%s"/></clipPath>`, i, n(d.Left-unit), n(top), n(d.Width+2*unit), n(math.Max(0, d.TableY-top)))
		look := fmt.Sprintf(`fill="%s" stroke="#222" stroke-width="%s"`, html.EscapeString(p.Clay), n(unit))
		if s.Kind == piece.Skin {
			look = fmt.Sprintf(`fill="none" stroke="%s" stroke-width="%s"`, html.EscapeString(p.Clay), n(4*unit))
		}
		fmt.Fprintf(b, `<path d="%s" %s clip-path="url(#b%d)"/>`+"\n", s.Path, look, i)
	}
}

// lead writes the leader lines of one side, apart enough to be read.
func lead(b *strings.Builder, d piece.Drawing, left bool, unit float64, n func(float64) string, paint func(string) Painted) {
	edge, anchor, shift := d.Left+d.Width+10*unit, "start", 4*unit
	if left {
		edge, anchor, shift = d.Left-10*unit, "end", -4*unit
	}
	below := math.Inf(-1)
	for _, l := range sortedLabels(d.Labels, left) {
		y := math.Max(l.Y, below)
		lines := paint(l.Surface).Lines
		below = y + float64(len(lines)+1)*13*unit
		fmt.Fprintf(b, `<path d="M%s %sL%s %s" stroke="#222" stroke-width="%s"/><circle cx="%s" cy="%s" r="%s"/>`, n(l.X), n(l.Y), n(edge), n(y), n(0.8*unit), n(l.X), n(l.Y), n(2*unit))
		fmt.Fprintf(b, `<text x="%s" y="%s" text-anchor="%s">`, n(edge+shift), n(y), anchor)
		for i, line := range lines {
			weight, dy := "", "0"
			if i == 0 {
				weight = ` font-weight="600"`
			} else {
				dy = n(13 * unit)
			}
			fmt.Fprintf(b, `<tspan x="%s" dy="%s"%s>%s</tspan>`, n(edge+shift), dy, weight, html.EscapeString(line))
		}
		b.WriteString("</text>\n")
	}
}

func sortedLabels(labels []piece.Label, left bool) (side []piece.Label) {
	for _, l := range labels {
		if l.Left == left {
			side = append(side, l)
		}
	}
	slices.SortStableFunc(side, func(a, b piece.Label) int { return cmp.Compare(a.Y, b.Y) })
	return side
}
