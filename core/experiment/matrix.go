package experiment

import (
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/programme"
	"enkaustos/core/results"
)

// Matrix is what is known of the stacks of one ground: bases across, what lies over them down the side.
type Matrix struct {
	Ground Ground
	Bases  []glaze.Stack
	Tops   []glaze.Stack // an empty one is the base alone
	Cells  []Cell        // row by row: len(Tops) × len(Bases)

	Asked, Back, Running int // cells that somebody asked for; of those, that came back; that are on the way
}

// Cell is one stack of a matrix.
type Cell struct {
	Stack   glaze.Stack
	Asked   bool     // plans, offers or results have it; the others come with the matrix
	Pieces  []string // that plan it
	Offered []string // pieces whose makers are asked
	Taken   []string // pieces that carry it as an experiment
	Came    *results.Record
	Tile    string // that shows it; "" for none
	Fired   *colour.Lab
}

// Filled says whether something of the stack came back.
func (c Cell) Filled() bool { return c.Came != nil || c.Tile != "" }

// Entry is what is known of one stack on one ground.
type Entry struct {
	Ground Ground
	Cell
}

// Lay lays out what is known, a matrix a ground, those with most to find out first. tile finds the
// tile that shows exactly a stack on a ground: also of those that nobody asked for.
func Lay(all []Entry, tile func(glaze.Stack, Ground) (code string, fired *colour.Lab)) (list []Matrix) {
	by := map[Ground][]Cell{}
	var grounds []Ground
	for _, e := range all {
		if _, known := by[e.Ground]; !known {
			grounds = append(grounds, e.Ground)
		}
		by[e.Ground] = append(by[e.Ground], e.Cell)
	}
	for _, g := range grounds {
		list = append(list, lay(g, by[g], tile))
	}
	slices.SortStableFunc(list, func(a, b Matrix) int { return (b.Asked - b.Back) - (a.Asked - a.Back) })
	return list
}

func lay(ground Ground, known []Cell, tile func(glaze.Stack, Ground) (string, *colour.Lab)) Matrix {
	var stacks []glaze.Stack
	for _, c := range known {
		stacks = append(stacks, c.Stack)
	}
	p := programme.Wanted(stacks)
	m := Matrix{Ground: ground, Bases: p.Bases, Tops: p.Tops}
	for _, top := range p.Tops {
		for _, base := range p.Bases {
			cell := Cell{Stack: slices.Concat(base, top).Normal()}
			for _, c := range known {
				if c.Stack.Same(cell.Stack) {
					cell = c
					cell.Asked = true
				}
			}
			cell.Tile, cell.Fired = tile(cell.Stack, ground)
			if cell.Asked {
				m.count(cell)
			}
			m.Cells = append(m.Cells, cell)
		}
	}
	return m
}

func (m *Matrix) count(c Cell) {
	m.Asked++
	switch {
	case c.Filled():
		m.Back++
	case len(c.Taken) > 0:
		m.Running++
	}
}
