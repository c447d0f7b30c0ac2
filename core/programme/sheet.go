package programme

import (
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/glaze"
)

// StripCoats is how many strips a strip tile carries side by side: 1, 2 and 3
// coats, as a cover curve asks for.
const StripCoats = 3

// Sheet is a tile programme as it is made: which glaze goes where, and what is
// written on the back.
type Sheet struct {
	Crossed []Crossed `json:"crossed,omitzero"`
	Strips  []Strip   `json:"strips,omitzero"`
	AtLeast int       `json:"atLeast,omitzero"` // crossed tiles that no programme can be below
}

// Proven says whether no programme has fewer crossed tiles.
func (s Sheet) Proven() bool { return s.AtLeast == len(s.Crossed) }

// Crossed is a tile of base columns crossed by top rows.
type Crossed struct {
	Code    string        `json:"code,omitzero"` // of the whole tile; a cell adds its column and row
	Columns []glaze.Stack `json:"columns,omitzero"`
	Rows    []glaze.Stack `json:"rows,omitzero"`  // an empty stack leaves the base as it is
	Cells   []Cell        `json:"cells,omitzero"` // row by row
	Back    string        `json:"back,omitzero"`
}

// Cell is one field of a crossed tile: a tile of its own once it is fired.
type Cell struct {
	Code   string      `json:"code,omitzero"`
	Stack  glaze.Stack `json:"stack,omitzero"`
	Wanted bool        `json:"wanted,omitzero"` // somebody's plan asks for it; the others come with it
}

// Strip is a tile of one glaze in one, two and three coats side by side.
type Strip struct {
	Code  string `json:"code,omitzero"`
	Glaze string `json:"glaze,omitzero"`
	Back  string `json:"back,omitzero"`
}

// Make is the programme for stacks that nobody has fired, and for glazes whose
// cover is not known on this clay: the fewest tiles, named with a prefix and a
// number. where is what every back says of clay and cone. A stack of one glaze
// that a strip shows anyway takes no place on a crossed tile.
func Make(stacks []glaze.Stack, uncovered []string, prefix, where string) Sheet {
	wanted := slices.DeleteFunc(slices.Clone(stacks), func(s glaze.Stack) bool {
		s = s.Normal()
		return len(s) == 0 || len(s) == 1 && !s[0].Dip && s[0].Coats <= StripCoats && slices.Contains(uncovered, s[0].Glaze)
	})
	p := Wanted(wanted)
	plan := Fewest(p)
	sheet := Sheet{AtLeast: plan.AtLeast}
	for i, t := range plan.Tiles {
		sheet.Crossed = append(sheet.Crossed, p.crossed(t, fmt.Sprintf("%s%d", prefix, i+1), where))
	}
	for i, code := range uncovered {
		name := fmt.Sprintf("%s%d", prefix, len(plan.Tiles)+i+1)
		sheet.Strips = append(sheet.Strips, Strip{Code: name, Glaze: code, Back: fmt.Sprintf("%s · %s · %s, 1, 2 and 3 coats from the left", name, where, code)})
	}
	return sheet
}

// crossed is one tile with the names of its fields.
func (p Problem) crossed(t Tile, code, where string) Crossed {
	c := Crossed{Code: code}
	back := []string{code, where}
	for i, b := range t.Bases {
		c.Columns = append(c.Columns, p.Bases[b])
		back = append(back, fmt.Sprintf("%s: %s", letter(i), p.Bases[b].Text()))
	}
	for j, top := range t.Tops {
		c.Rows = append(c.Rows, p.Tops[top])
		if len(p.Tops[top]) == 0 {
			back = append(back, fmt.Sprintf("%d: nothing over it", j+1))
		} else {
			back = append(back, fmt.Sprintf("%d: %s", j+1, p.Tops[top].Text()))
		}
	}
	for j, top := range t.Tops {
		for i, b := range t.Bases {
			c.Cells = append(c.Cells, Cell{
				Code:   fmt.Sprintf("%s%s%d", code, letter(i), j+1),
				Stack:  slices.Concat(p.Bases[b], p.Tops[top]).Normal(),
				Wanted: slices.Contains(p.Pairs, Pair{b, top}),
			})
		}
	}
	c.Back = strings.Join(back, " · ")
	return c
}

func letter(i int) string { return string(rune('A' + i)) }
