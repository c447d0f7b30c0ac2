package wall

import (
	"cmp"
	"context"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/wall"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// SeekRequest is a colour somebody looks for. One of Colour and Tile is the
// target; a class and a piece bring needs of their own.
type SeekRequest struct {
	Colour  *colour.Lab
	Tile    string
	Class   string
	Piece   string
	Surface string
	wall.Want
}

// most is how many tiles an answer holds; nobody looks at more.
const most = 60

// Wanted puts together what is looked for: what was asked, then what the piece
// and the class ask for where nothing else was said.
func (r SeekRequest) Wanted(m school.Moment) (wall.Want, error) {
	w := r.Want
	switch {
	case r.Colour != nil:
		w.Target = *r.Colour
	case r.Tile != "":
		t, ok := school.Tiles.Get(m.Snapshot, r.Tile)
		if !ok {
			return w, school.Missing("tile")
		}
		w.Target = t.Fired
	default:
		return w, school.Refuse("Say which colour to look for: pick one, type a hex, or name a tile.")
	}
	if r.Piece != "" {
		p, ok := m.Pieces[r.Piece]
		if !ok {
			return w, school.Missing("piece")
		}
		a := m.Assignments[p.Assignment]
		w.Clay, w.Cone, w.Atmosphere = cmp.Or(w.Clay, a.Clay), cmp.Or(w.Cone, a.Cone), cmp.Or(w.Atmosphere, a.Atmosphere)
		if surface, ok := p.Body.Surface(r.Surface); ok {
			w.Food = w.Food || surface.Use != piece.Plain
			w.AreaCM2 = surface.AreaCM2
		}
		r.Class = cmp.Or(r.Class, a.Class)
	}
	if r.Class != "" {
		c, ok := school.Classes.Get(m.Snapshot, r.Class)
		if !ok {
			return w, school.Missing("class")
		}
		w.Clay, w.Cone, w.Atmosphere = cmp.Or(w.Clay, c.Clay), cmp.Or(w.Cone, c.Cone), cmp.Or(w.Atmosphere, c.Atmosphere)
		w.Jars = plan.AllowedJars(nil, c.Jars)
	}
	return w, nil
}

// SearchTiles finds tiles by closeness to a colour, under what a piece needs.
func (w Wall) SearchTiles(_ context.Context, r contract.SearchTilesRequestObject) (contract.SearchTilesResponseObject, error) {
	q := SeekRequest{Tile: view.Value(r.Body.Tile), Class: view.Value(r.Body.Class), Piece: view.Value(r.Body.Piece), Surface: view.Value(r.Body.Surface),
		Want: wall.Want{Clay: view.Value(r.Body.Clay), Cone: kiln.Cone(view.Value(r.Body.Cone)), Pieces: view.Value(r.Body.Pieces),
			Food: view.Value(r.Body.Food), InStock: view.Value(r.Body.InStock), Textured: r.Body.Textured}}
	var err error
	if q.Colour, err = given(r.Body.Lab, r.Body.Hex); err != nil {
		return nil, school.Says(err)
	}
	m := w.School.Now()
	want, err := q.Wanted(m)
	if err != nil {
		return nil, err
	}
	fits, missed := wall.Seek(want, m.TilesByCode(), school.Glazes.All(m.Snapshot), most)
	found := func(f wall.Found) contract.FoundTile {
		return contract.FoundTile{Tile: view.Tile(m, f.Tile), DeltaE: float32(f.DeltaE), Words: f.Words, Hint: f.Hint, Short: view.All(f.Short)}
	}
	return contract.SearchTiles200JSONResponse{Target: want.Target.Hex(), TargetLab: want.Target,
		Fits: view.List(fits, found), Missed: view.List(missed[:min(most, len(missed))], found)}, nil
}

// Matrix lays out base by top of the jars on one clay, with who plans what nobody
// has fired.
func Matrix(m school.Moment, ground wall.Ground) contract.Matrix {
	v := contract.Matrix{Glazes: []string{}}
	at := map[string]int{}
	for _, g := range m.Jars() {
		at[g.Code] = len(v.Glazes)
		v.Glazes = append(v.Glazes, g.Code)
	}
	v.Cells = view.List(wall.Matrix(v.Glazes, m.TilesByCode(), ground), func(o wall.Overlap) contract.MatrixCell {
		return contract.MatrixCell{Plans: []contract.PlannedOverlap{}, Tiles: view.List(o.Tiles, func(l wall.Layered) contract.LayeredTile {
			return contract.LayeredTile{Tile: l.Tile, Base: l.Base, Top: l.Top, Fired: l.Fired.Hex(), Doubt: view.Some(l.Doubt)}
		})}
	})
	for _, p := range m.PiecesOf("") {
		a := m.Assignments[p.Assignment]
		if glaze.FiringOf(a.Clay, a.Cone, a.Atmosphere) != ground.Firing || p.State.Firing != nil {
			continue
		}
		for _, surface := range p.Body.Surfaces {
			stack := p.Plan.Choices[surface.ID].Stack.Normal()
			if len(stack) != 2 {
				continue
			}
			i, known := at[stack[0].Glaze]
			j, also := at[stack[1].Glaze]
			if known && also {
				cell := &v.Cells[i*len(v.Glazes)+j]
				cell.Plans = append(cell.Plans, contract.PlannedOverlap{Piece: p.ID, Who: m.Who(p), Surface: surface.Name})
			}
		}
	}
	return v
}

// GetMatrix lays out base by top on one clay.
func (w Wall) GetMatrix(_ context.Context, r contract.GetMatrixRequestObject) (contract.GetMatrixResponseObject, error) {
	cone, err := kiln.ParseCone(r.Params.Cone)
	if err != nil {
		return nil, school.Says(err)
	}
	ground := wall.Ground{Firing: glaze.FiringOf(r.Params.Clay, cone, view.Value(r.Params.Atmosphere)), Textured: view.Value(r.Params.Textured)}
	return contract.GetMatrix200JSONResponse(Matrix(w.School.Now(), ground)), nil
}
