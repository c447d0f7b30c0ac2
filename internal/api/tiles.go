package api

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"net/url"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/wall"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/exchange"
	"enkaustos/internal/studio"
)

// ListTiles lists the fired tiles in the order that the wall hangs.
func (s *Server) ListTiles(_ context.Context, r gen.ListTilesRequestObject) (gen.ListTilesResponseObject, error) {
	return gen.ListTiles200JSONResponse(list(s.Studio.Tiles(wall.Order(value(r.Params.Order))), tile)), nil
}

// GetTile is all that is known of one tile.
func (s *Server) GetTile(_ context.Context, r gen.GetTileRequestObject) (gen.GetTileResponseObject, error) {
	step := studio.UsualStep
	if r.Params.Step != nil {
		step = float64(*r.Params.Step)
	}
	d, err := s.Studio.TileDetail(r.Code, step)
	if err != nil {
		return nil, err
	}
	return gen.GetTile200JSONResponse{Tile: tile(d.Tile), Lab: rawLab(d.Fired), Cover: cover(d.Cover),
		Readings: list(d.Readings, tileReading)}, nil
}

// SaveReadings keeps readings of tiles.
func (s *Server) SaveReadings(ctx context.Context, r gen.SaveReadingsRequestObject) (gen.SaveReadingsResponseObject, error) {
	var read []studio.TileReadings
	for _, t := range r.Body.Tiles {
		one := studio.TileReadings{Code: t.Code, Clay: value(t.Clay), Cone: value(t.Cone), Stack: value(t.Stack),
			Atmosphere: glaze.Atmosphere(value(t.Atmosphere)), Place: value(t.Place)}
		for _, reading := range t.Readings {
			v, err := newReading(reading)
			if err != nil {
				return nil, studio.Fault{Text: "Tile " + t.Code + ": " + err.Error() + "."}
			}
			one.Readings = append(one.Readings, v)
		}
		read = append(read, one)
	}
	saved, err := s.Studio.SaveReadings(ctx, read)
	if err != nil {
		return nil, err
	}
	return gen.SaveReadings200JSONResponse(list(saved, tile)), nil
}

func newReading(r gen.NewReading) (glaze.Reading, error) {
	v := glaze.Reading{Half: glaze.Half(r.Half), Coats: value(r.Coats), Spread: float64(value(r.Spread)), Source: glaze.Source(r.Source), Photo: value(r.Photo)}
	for _, f := range value(r.Flags) {
		v.Flags = append(v.Flags, colour.Flag(f))
	}
	lab, err := given(r.Lab, r.Hex)
	if err != nil {
		return v, err
	}
	if lab == nil {
		return v, fmt.Errorf("a reading has neither L*a*b* nor a hex")
	}
	v.Lab = *lab
	return v, nil
}

// given is a colour that was given as L*a*b* or as a hex; nil where as neither.
func given(lab *gen.Lab, hex *gen.Hex) (*colour.Lab, error) {
	switch {
	case lab != nil:
		v := labOf(*lab)
		return &v, nil
	case hex != nil:
		v, err := colour.FromHex(*hex)
		return &v, err
	}
	return nil, nil
}

// SearchTiles finds tiles by closeness to a colour.
func (s *Server) SearchTiles(_ context.Context, r gen.SearchTilesRequestObject) (gen.SearchTilesResponseObject, error) {
	q := studio.SeekRequest{Tile: value(r.Body.Tile), Class: value(r.Body.Class), Piece: value(r.Body.Piece), Surface: value(r.Body.Surface),
		Pieces: value(r.Body.Pieces), Want: wall.Want{Clay: value(r.Body.Clay), Cone: kiln.Cone(value(r.Body.Cone)),
			Food: value(r.Body.Food), InStock: value(r.Body.InStock), Textured: r.Body.Textured}}
	var err error
	if q.Colour, err = given(r.Body.Lab, r.Body.Hex); err != nil {
		return nil, studio.Fault{Text: err.Error() + "."}
	}
	found, err := s.Studio.Seek(q)
	if err != nil {
		return nil, err
	}
	return gen.SearchTiles200JSONResponse{Target: found.Target.Hex(), TargetLab: rawLab(found.Target),
		Fits: list(found.Fits, foundTile), Missed: list(found.Missed, foundTile)}, nil
}

// GetMatrix lays out base by top on one clay.
func (s *Server) GetMatrix(_ context.Context, r gen.GetMatrixRequestObject) (gen.GetMatrixResponseObject, error) {
	cone, err := kiln.ParseCone(r.Params.Cone)
	if err != nil {
		return nil, studio.Fault{Text: err.Error() + "."}
	}
	m := s.Studio.Matrix(r.Params.Clay, cone, glaze.Atmosphere(value(r.Params.Atmosphere)), value(r.Params.Textured))
	return gen.GetMatrix200JSONResponse{Glazes: m.Glazes, Cells: list(m.Cells, matrixCell)}, nil
}

// SeeTiles is the wall as a colour-blind student sees it.
func (s *Server) SeeTiles(_ context.Context, r gen.SeeTilesRequestObject) (gen.SeeTilesResponseObject, error) {
	return gen.SeeTiles200JSONResponse(list(s.Studio.SeeTiles(colour.Vision(r.Params.Vision)), func(t studio.SeenTile) gen.Seen {
		return gen.Seen{Code: t.Code, Fired: t.Fired.Hex(), Raw: t.Raw.Hex(), Lost: list(t.Lost, func(code string) string { return code })}
	})), nil
}

// ListConfusions lists jars that are taken for each other on one clay.
func (s *Server) ListConfusions(_ context.Context, r gen.ListConfusionsRequestObject) (gen.ListConfusionsResponseObject, error) {
	return gen.ListConfusions200JSONResponse(list(s.Studio.Confusions(r.Params.Clay, kiln.Cone(r.Params.Cone)), func(c wall.Confusion) gen.Confusion {
		return gen.Confusion{One: c.One, Other: c.Other, Raw: float32(c.Raw), Fired: float32(c.Fired), InTheJar: c.InTheJar}
	})), nil
}

// ChangeJar writes down how full a jar is and how its glaze is.
func (s *Server) ChangeJar(ctx context.Context, r gen.ChangeJarRequestObject) (gen.ChangeJarResponseObject, error) {
	to := studio.JarChange{Mixed: value(r.Body.Mixed)}
	if r.Body.Ml != nil {
		ml := float64(*r.Body.Ml)
		to.ML = &ml
	}
	if r.Body.Level != nil {
		level := float64(*r.Body.Level)
		to.Level = &level
	}
	if r.Body.State != nil {
		state := glaze.State(*r.Body.State)
		to.State = &state
	}
	g, err := s.Studio.ChangeJar(ctx, r.Code, to)
	if err != nil {
		return nil, err
	}
	return gen.ChangeJar200JSONResponse(s.jar(g)), nil
}

// GetHint is the picture on a maker's label.
func (s *Server) GetHint(ctx context.Context, r gen.GetHintRequestObject) (gen.GetHintResponseObject, error) {
	picture, err := s.Studio.Hint(ctx, r.Code)
	if err != nil {
		return nil, err
	}
	return gen.GetHint200ImagejpegResponse{Body: bytes.NewReader(picture), ContentLength: int64(len(picture))}, nil
}

// PutHint keeps a picture of a maker's label.
func (s *Server) PutHint(ctx context.Context, r gen.PutHintRequestObject) (gen.PutHintResponseObject, error) {
	data, err := io.ReadAll(r.Body)
	if err != nil {
		return nil, err
	}
	return gen.PutHint204Response{}, s.Studio.PutHint(ctx, r.Code, data)
}

// RemoveHint takes the picture of a maker's label away.
func (s *Server) RemoveHint(ctx context.Context, r gen.RemoveHintRequestObject) (gen.RemoveHintResponseObject, error) {
	return gen.RemoveHint204Response{}, s.Studio.PutHint(ctx, r.Code, nil)
}

// GetJarCode draws a QR code that leads to the jar, at the address under which
// the asker reached this server. An address of this machine alone would lead
// nowhere from a tablet: then the code holds the jar's code and name.
func (s *Server) GetJarCode(ctx context.Context, r gen.GetJarCodeRequestObject) (gen.GetJarCodeResponseObject, error) {
	g, ok := s.Studio.Glaze(r.Code)
	if !ok {
		return nil, studio.Fault{Kind: studio.NotFound, Text: "There is no such jar any more."}
	}
	text := g.Code + " " + g.Name
	if base, ok := reachable(ctx); ok {
		text = base + "/stock?jar=" + url.QueryEscape(g.Code)
	}
	picture, size, err := code(text)
	return gen.GetJarCode200ImagepngResponse{Body: picture, ContentLength: size}, err
}

// ExportFile writes lists that can be brought again, and the wall as a palette.
func (s *Server) ExportFile(_ context.Context, r gen.ExportFileRequestObject) (gen.ExportFileResponseObject, error) {
	tiles := list(s.Studio.Tiles(wall.ByGlaze), func(t studio.Tile) glaze.Tile { return t.Tile })
	var text string
	switch r.File {
	case gen.TilesCsv:
		text = exchange.TilesCSV(tiles)
	case gen.GlazesCsv:
		text = exchange.GlazesCSV(s.Studio.Glazes())
	default:
		titles := map[string]string{}
		for _, t := range s.Studio.Tiles("") {
			titles[t.Code] = t.Title
		}
		text = exchange.Palette(strings.TrimSpace(s.Studio.School()+" fired tiles"), tiles, func(t glaze.Tile) string {
			return fmt.Sprintf("%s %s, %s, cone %s", t.Code, titles[t.Code], t.Clay, t.Cone)
		})
	}
	return gen.ExportFile200TextResponse(text), nil
}
