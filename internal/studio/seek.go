package studio

import (
	"cmp"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/wall"
)

// SeekRequest is a colour somebody looks for. One of Colour and Tile is the
// target; a class and a piece bring needs of their own.
type SeekRequest struct {
	Colour  *colour.Lab
	Tile    string
	Class   string
	Piece   string
	Surface string
	Pieces  int
	wall.Want
}

// FoundTile is a tile of the answer.
type FoundTile struct {
	Tile
	wall.Found
}

// Search is the answer to a SeekRequest.
type Search struct {
	Target       colour.Lab
	Fits, Missed []FoundTile
}

// most is how many tiles an answer holds; nobody looks at more.
const most = 60

// Seek finds tiles by closeness to a colour, under what a piece needs.
func (s *Studio) Seek(r SeekRequest) (Search, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	want, err := s.want(r)
	if err != nil {
		return Search{}, err
	}
	fits, missed := wall.Seek(want, s.school.tileList(), s.school.glazes, most)
	if len(missed) > most {
		missed = missed[:most]
	}
	out := Search{Target: want.Target}
	for _, f := range fits {
		out.Fits = append(out.Fits, FoundTile{s.tile(f.Tile), f})
	}
	for _, f := range missed {
		out.Missed = append(out.Missed, FoundTile{s.tile(f.Tile), f})
	}
	return out, nil
}

// want puts together what is looked for: what was asked, then what the piece
// and the class ask for where nothing else was said.
func (s *Studio) want(r SeekRequest) (wall.Want, error) {
	w := r.Want
	switch {
	case r.Colour != nil:
		w.Target = *r.Colour
	case r.Tile != "":
		t, ok := s.school.tiles[r.Tile]
		if !ok {
			return w, missing("tile")
		}
		w.Target = t.Fired
	default:
		return w, refuse("Say which colour to look for: pick one, type a hex, or name a tile.")
	}
	if r.Piece != "" {
		p, ok := s.school.pieces[r.Piece]
		if !ok {
			return w, missing("piece")
		}
		a := s.school.assignments[p.Assignment]
		w.Clay, w.Cone, w.Atmosphere = cmp.Or(w.Clay, a.Clay), cmp.Or(w.Cone, a.Cone), cmp.Or(w.Atmosphere, a.Atmosphere)
		if surface, ok := p.body.Surface(r.Surface); ok {
			w.Food = w.Food || surface.Use != piece.Plain
			w.AreaCM2 = surface.AreaCM2
		}
		r.Class = cmp.Or(r.Class, a.Class)
	}
	if r.Class != "" {
		c, ok := s.school.classes[r.Class]
		if !ok {
			return w, missing("class")
		}
		w.Clay, w.Cone, w.Atmosphere = cmp.Or(w.Clay, c.Clay), cmp.Or(w.Cone, c.Cone), cmp.Or(w.Atmosphere, c.Atmosphere)
		w.Jars = c.Allowed()
	}
	w.Pieces = r.Pieces
	return w, nil
}

// Matrix is the layering matrix, and who plans what nobody has fired.
type Matrix struct {
	Glazes []string
	Cells  []MatrixCell
}

// MatrixCell is one overlap with the plans that use it.
type MatrixCell struct {
	wall.Overlap
	Plans []PlannedOverlap
}

// PlannedOverlap is a surface of a piece on which an overlap is planned.
type PlannedOverlap struct{ Piece, Who, Surface string }

// Matrix lays out base by top of the jars for one clay.
func (s *Studio) Matrix(clay string, cone kiln.Cone, air glaze.Atmosphere, textured bool) Matrix {
	s.mu.RLock()
	defer s.mu.RUnlock()
	m := Matrix{}
	at := map[string]int{}
	for _, g := range s.school.glazeList() {
		at[g.Code] = len(m.Glazes)
		m.Glazes = append(m.Glazes, g.Code)
	}
	ground := wall.Ground{Firing: glaze.FiringOf(clay, cone, air), Textured: textured}
	for _, cell := range wall.Matrix(m.Glazes, s.school.tileList(), ground) {
		m.Cells = append(m.Cells, MatrixCell{Overlap: cell})
	}
	for _, p := range s.school.piecesOf("") {
		a := s.school.assignments[p.Assignment]
		if glaze.FiringOf(a.Clay, a.Cone, a.Atmosphere) != ground.Firing || p.state.Firing != nil {
			continue
		}
		for _, surface := range p.body.Surfaces {
			stack := p.plan.Choices[surface.ID].Stack.Normal()
			if len(stack) != 2 {
				continue
			}
			i, known := at[stack[0].Glaze]
			j, also := at[stack[1].Glaze]
			if known && also {
				cell := &m.Cells[i*len(m.Glazes)+j]
				cell.Plans = append(cell.Plans, PlannedOverlap{p.ID, s.school.who(p), surface.Name})
			}
		}
	}
	return m
}
