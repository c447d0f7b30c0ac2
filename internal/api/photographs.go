package api

import (
	"bytes"
	"context"
	"io"

	"enkaustos/core/colour"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// ListPhotographs lists the kept photographs.
func (s *Server) ListPhotographs(ctx context.Context, _ gen.ListPhotographsRequestObject) (gen.ListPhotographsResponseObject, error) {
	all, err := s.Studio.Photographs(ctx)
	return gen.ListPhotographs200JSONResponse(list(all, photograph)), err
}

// AddPhotograph takes in a photograph of a rack.
func (s *Server) AddPhotograph(ctx context.Context, r gen.AddPhotographRequestObject) (gen.AddPhotographResponseObject, error) {
	data, err := io.ReadAll(r.Body)
	if err != nil {
		return nil, err
	}
	p, err := s.Studio.AddPhotograph(ctx, r.Params.Name, data)
	if err != nil {
		return nil, err
	}
	return gen.AddPhotograph201JSONResponse(photograph(p)), nil
}

// RemovePhotograph throws a photograph away.
func (s *Server) RemovePhotograph(ctx context.Context, r gen.RemovePhotographRequestObject) (gen.RemovePhotographResponseObject, error) {
	return gen.RemovePhotograph204Response{}, s.Studio.RemovePhotograph(ctx, r.Id)
}

// GetPicture is a photograph's picture.
func (s *Server) GetPicture(ctx context.Context, r gen.GetPictureRequestObject) (gen.GetPictureResponseObject, error) {
	picture, err := s.Studio.PhotographPicture(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	return gen.GetPicture200ImagejpegResponse{Body: bytes.NewReader(picture), ContentLength: int64(len(picture))}, nil
}

// ReadPhotograph reads boxes of a photograph by the cards in it.
func (s *Server) ReadPhotograph(ctx context.Context, r gen.ReadPhotographRequestObject) (gen.ReadPhotographResponseObject, error) {
	cards := list(r.Body.Cards, func(c gen.Card) colour.Card {
		card := colour.Card{Box: box(c.Box), Kind: colour.CardKind(c.Kind)}
		card.True, _ = colour.UsualCard(card.Kind) // the contract knows no other kinds
		if c.L != nil {
			card.True = colour.Lab{L: float64(*c.L)}
		}
		return card
	})
	read, err := s.Studio.ReadPhotograph(ctx, r.Id, cards, list(r.Body.Boxes, box))
	if err != nil {
		return nil, err
	}
	return gen.ReadPhotograph200JSONResponse(photographReading(read)), nil
}

func photographReading(read studio.BoxReadings) gen.PhotographReading {
	return gen.PhotographReading{Levels: read.Light.Levels, Places: read.Light.Places, Says: read.Says,
		LeftOut: list(read.Light.Left, func(l colour.LeftOut) gen.CardLeftOut { return gen.CardLeftOut{Card: l.Card, Why: l.Why} }),
		Readings: list(read.Readings, func(r colour.Reading) gen.BoxReading {
			return gen.BoxReading{Lab: rawLab(r.Lab), Hex: r.Lab.Hex(), Spread: float32(r.Spread), Flags: list(r.Flags, flag), Doubtful: colour.Doubtful(r.Flags)}
		})}
}

func photograph(p store.Photograph) gen.Photograph {
	return gen.Photograph{Id: p.ID, Name: p.Name, At: p.At, Width: p.Width, Height: p.Height}
}

func box(b gen.Box) colour.Box {
	return colour.Box{X: float64(b.X), Y: float64(b.Y), W: float64(b.W), H: float64(b.H)}
}
