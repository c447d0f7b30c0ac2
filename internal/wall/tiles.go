// Package wall keeps the fired tiles: read from photographs, found by their colour,
// laid out by their overlaps, and made where a plan asks for one.
package wall

import (
	"context"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/results"
	"enkaustos/core/rules"
	"enkaustos/core/wall"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Wall answers what the contract asks of the tiles.
type Wall struct{ School *school.School }

// SaveReadingsOf keeps readings, all or none; tiles that are not on the wall yet
// are hung.
func SaveReadingsOf(m school.Moment, c *school.Change, read []wall.Read) error {
	fault := school.Fault{Kind: school.Refused}
	tiles := map[string]glaze.Tile{}
	var order []string
	for _, r := range read {
		r.Code = strings.TrimSpace(r.Code)
		t, known := tiles[r.Code]
		if !known {
			t, known = school.Tiles.Get(m.Snapshot, r.Code)
			order = append(order, r.Code)
		}
		t, err := r.On(t, known, m.Room(), m.At)
		if err != nil {
			text := school.Sentence(err)
			fault.Fields = append(fault.Fields, school.Field{Name: r.Code, Text: text})
			fault.Text = strings.TrimSpace(fault.Text + " " + text)
			continue
		}
		tiles[r.Code] = t
	}
	if len(fault.Fields) > 0 {
		return fault
	}
	for _, code := range order {
		school.Tiles.Put(c, tiles[code])
	}
	return nil
}

// FromPiece makes a tile of a surface of a fired piece: its stack is what was logged
// there, the colour is what the teacher read.
func FromPiece(m school.Moment, c *school.Change, code, pieceID, surface string, fired colour.Lab, textured bool) (glaze.Tile, error) {
	p, ok := m.Pieces[pieceID]
	if !ok {
		return glaze.Tile{}, school.Missing("piece")
	}
	code = strings.TrimSpace(code)
	if _, taken := school.Tiles.Get(m.Snapshot, code); taken || code == "" {
		return glaze.Tile{}, school.Refuse("The code %q is taken or empty: give the tile a code of its own.", code)
	}
	a := m.Assignments[p.Assignment]
	on, ok := p.Body.Surface(surface)
	if !ok {
		return glaze.Tile{}, school.Refuse("A %s has no surface %q.", a.Form, surface)
	}
	clay := a.Clay
	if on.Clay != "" {
		clay = on.Clay
	}
	t, err := results.Tile(code, pieceID, surface, clay, fired, p.State)
	if err != nil {
		return t, school.Says(err)
	}
	t.Textured = textured
	school.Tiles.Put(c, t)
	return t, nil
}

// Mark writes down what went wrong with a fired tile: whoever plans the same stack on
// that clay is warned. leached is what the report of a laboratory is called that tested it;
// nil leaves that as it is.
func Mark(m school.Moment, c *school.Change, code string, faults []glaze.Fault, leached *string) error {
	t, ok := school.Tiles.Get(m.Snapshot, code)
	if !ok {
		return school.Missing("tile")
	}
	marked, err := t.Marked(faults)
	if err != nil {
		return school.Says(err)
	}
	if leached != nil {
		marked.Leached = strings.TrimSpace(*leached)
	}
	school.Tiles.Put(c, marked)
	return nil
}

// tiles are tiles as they hang after a change.
func (w Wall) tiles(codes ...string) []contract.Tile {
	m := w.School.Now()
	return view.List(codes, func(code string) contract.Tile { return view.Tile(m, school.Tiles.All(m.Snapshot)[code]) })
}

// ListTiles lists the fired tiles in the order that the wall hangs.
func (w Wall) ListTiles(_ context.Context, r contract.ListTilesRequestObject) (contract.ListTilesResponseObject, error) {
	m := w.School.Now()
	tiles := m.TilesByCode()
	if r.Params.To != nil {
		to, err := colour.FromHex(*r.Params.To)
		if err != nil {
			return nil, err
		}
		tiles = wall.Nearest(tiles, to)
	} else {
		tiles = wall.Arrange(tiles, wall.Order(view.Value(r.Params.Order)))
	}
	return contract.ListTiles200JSONResponse(view.List(tiles, func(t glaze.Tile) contract.Tile { return view.Tile(m, t) })), nil
}

// usualStep is the ΔE2000 that another coat has to change to be worth it.
const usualStep = 1.5

// GetTile is all that is known of one tile, with its cover curve.
func (w Wall) GetTile(_ context.Context, r contract.GetTileRequestObject) (contract.GetTileResponseObject, error) {
	step := usualStep
	if r.Params.Step != nil {
		step = float64(*r.Params.Step)
	}
	m := w.School.Now()
	t, ok := school.Tiles.Get(m.Snapshot, r.Code)
	if !ok {
		return nil, school.Missing("tile")
	}
	most := 0
	if g, known := school.Glazes.Get(m.Snapshot, t.Stack[0].Glaze); known && len(t.Stack) == 1 && g.Kind.Melts() {
		alone := rules.NewMelt(1)
		alone.Add(&g, &glaze.Layer{Glaze: g.Code, Coats: 1})
		most = int(m.House.OfMelting(alone, false, false).Stop)
	}
	c := wall.CurveOf(t, wall.Strips(t, m.TilesByCode()), m.ClaysByCode(), step, most)
	return contract.GetTile200JSONResponse{Tile: view.Tile(m, t), Lab: t.Fired, Readings: view.List(t.Readings, tileReading),
		Curve: contract.Curve{Known: c.Known, Low: view.Some(c.Low), High: view.Some(c.High), Says: c.Says, Missing: view.All(c.Missing),
			Coats: view.List(c.Coats, curveCoat),
			Estimates: view.List(c.Estimates, func(e wall.CurveEstimate) contract.CurveEstimate {
				return contract.CurveEstimate{Clay: e.Clay, Coats: view.Some(e.Coats), Says: e.Says}
			})}}, nil
}

func curveCoat(n wall.CurveCoat) contract.CurveCoat {
	return contract.CurveCoat{Coats: n.Coats, Hex: n.Lab.Hex(), ClayShows: n.ClayShows, Fired: n.Fired}
}

// ListCovers is what each glaze alone comes out as in the firing of a piece, coat by coat.
func (w Wall) ListCovers(ctx context.Context, r contract.ListCoversRequestObject) (contract.ListCoversResponseObject, error) {
	m := w.School.Now()
	p, err := m.Piece(school.ActorOf(ctx), r.Params.Piece)
	if err != nil {
		return nil, err
	}
	of := m.Case(p).Work
	at := of.Firing() // a piece that is fired again may go to another cone
	return contract.ListCovers200JSONResponse(view.List(wall.CoversIn(at, m.TilesByCode(), m.ClaysByCode()), func(c wall.GlazeCover) contract.GlazeCover {
		return contract.GlazeCover{Glaze: c.Glaze, Coats: view.List(c.Coats, curveCoat)}
	})), nil
}

func tileReading(r glaze.Reading) contract.TileReading {
	return contract.TileReading{Half: contract.TileReadingHalf(r.Half), Coats: r.Coats, Hex: r.Lab.Hex(), Lab: r.Lab, Scatter: float32(r.Scatter),
		Flags: view.List(r.Flags, view.Flag), Source: string(r.Source), Photo: view.Some(r.Photo), Doubtful: colour.Doubtful(r.Flags)}
}

// AddTile makes a tile of a surface of a fired piece.
func (w Wall) AddTile(ctx context.Context, r contract.AddTileRequestObject) (contract.AddTileResponseObject, error) {
	fired, err := colour.FromHex(r.Body.Fired)
	if err != nil {
		return nil, school.Says(err)
	}
	var made glaze.Tile
	err = w.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		made, err = FromPiece(m, c, r.Body.Code, r.Body.Piece, r.Body.Surface, fired, view.Value(r.Body.Textured))
		return err
	})
	if err != nil {
		return nil, err
	}
	return contract.AddTile201JSONResponse(w.tiles(made.Code)[0]), nil
}

// MarkTile writes down what went wrong with a tile.
func (w Wall) MarkTile(ctx context.Context, r contract.MarkTileRequestObject) (contract.MarkTileResponseObject, error) {
	err := w.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return Mark(m, c, r.Code, r.Body.Faults, r.Body.Leached)
	})
	if err != nil {
		return nil, err
	}
	return contract.MarkTile200JSONResponse(w.tiles(r.Code)[0]), nil
}

// SeeTiles is the wall as a colour-blind student sees it.
func (w Wall) SeeTiles(_ context.Context, r contract.SeeTilesRequestObject) (contract.SeeTilesResponseObject, error) {
	m, vision := w.School.Now(), colour.Vision(r.Params.Vision)
	tiles, jars := m.TilesByCode(), school.Glazes.All(m.Snapshot)
	alike := wall.Alike(tiles, vision)
	return contract.SeeTiles200JSONResponse(view.List(tiles, func(t glaze.Tile) contract.Seen {
		raw := jars[t.Stack[len(t.Stack)-1].Glaze].Raw
		return contract.Seen{Code: t.Code, Fired: t.Fired.As(vision).Hex(), Raw: raw.As(vision).Hex(), Alike: view.All(alike[t.Code])}
	})), nil
}

// ListConfusions lists jars that are taken for each other on one clay.
func (w Wall) ListConfusions(_ context.Context, r contract.ListConfusionsRequestObject) (contract.ListConfusionsResponseObject, error) {
	m := w.School.Now()
	return contract.ListConfusions200JSONResponse(view.List(wall.Confusions(m.Jars(), m.TilesByCode(), r.Params.Clay, kiln.Cone(r.Params.Cone)), func(c wall.Confusion) contract.Confusion {
		return contract.Confusion{One: c.One, Other: c.Other, Raw: float32(c.Raw), Fired: float32(c.Fired), InTheJar: c.InTheJar}
	})), nil
}

// TakeTileDown takes a tile down that was made of what pieces came out as; one that was fired as a tile
// stays, and is marked.
func (w Wall) TakeTileDown(ctx context.Context, r contract.TakeTileDownRequestObject) (contract.TakeTileDownResponseObject, error) {
	return contract.TakeTileDown204Response{}, w.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		t, ok := school.Tiles.Get(m.Snapshot, r.Code)
		switch {
		case !ok:
			return school.Missing("tile")
		case len(t.Samples) == 0:
			return school.Refuse("%s was fired as a tile, or read from one piece: it stays; mark it where it misleads.", t.Code)
		}
		school.Tiles.Drop(c, t)
		return nil
	})
}
