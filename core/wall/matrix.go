package wall

import (
	"cmp"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
)

// Overlap is one cell of the layering matrix: what is known of one glaze over
// another. A cell without tiles is a question nobody has fired yet.
type Overlap struct {
	Base, Top string // glaze.Glaze.Code; the same for a glaze alone
	Tiles     []Layered
}

// Layered is a fired tile of an overlap; its coats are what tells 2+1 from 1+2.
type Layered struct {
	Tile      string // glaze.Tile.Code
	Base, Top int    // coats; Top is 0 for a glaze alone
	Fired     colour.Lab
	Doubt     string
}

// Ground is what a matrix speaks for.
type Ground struct {
	glaze.Firing
	Textured bool
}

// Holds says whether a tile was fired on the ground.
func (g Ground) Holds(t glaze.Tile) bool {
	return t.Firing() == g.Firing && t.Textured == g.Textured
}

// Matrix lays out every pair of glazes, base by base and then top by top, in the
// order of codes. Its length is len(codes)².
func Matrix(codes []string, tiles []glaze.Tile, ground Ground) []Overlap {
	at := make(map[string]int, len(codes))
	for i, code := range codes {
		at[code] = i
	}
	cells := make([]Overlap, len(codes)*len(codes))
	for i, base := range codes {
		for j, top := range codes {
			cells[i*len(codes)+j] = Overlap{Base: base, Top: top}
		}
	}
	for _, t := range tiles {
		stack := t.Stack.Normal()
		if !ground.Holds(t) || len(stack) == 0 || len(stack) > 2 {
			continue
		}
		l := Layered{Tile: t.Code, Base: stack[0].Coats, Fired: t.Fired, Doubt: t.Doubt()}
		top := stack[0].Glaze
		if len(stack) == 2 {
			top, l.Top = stack[1].Glaze, stack[1].Coats
		}
		i, known := at[stack[0].Glaze]
		j, also := at[top]
		if known && also {
			cell := &cells[i*len(codes)+j]
			cell.Tiles = append(cell.Tiles, l)
		}
	}
	for i := range cells {
		slices.SortFunc(cells[i].Tiles, func(a, b Layered) int {
			return cmp.Or(cmp.Compare(b.Base+b.Top, a.Base+a.Top), cmp.Compare(b.Base, a.Base), cmp.Compare(a.Tile, b.Tile))
		})
	}
	return cells
}
