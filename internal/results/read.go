package results

import (
	"context"

	"enkaustos/core/colour"
	"enkaustos/core/survey"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// onSurface is a surface of a piece that came out, with what was read of it.
type onSurface struct {
	p       *school.Piece
	surface survey.Surface
	read    colour.Reading
}

// surfaceOut is a glazed surface of a piece that is out of the kiln.
func surfaceOut(m school.Moment, piece, surface string) (on onSurface, err error) {
	p, known := m.Pieces[piece]
	if !known {
		return on, school.Missing("piece")
	}
	s, has := p.Body.Surface(surface)
	switch {
	case !has:
		return on, school.Refuse("%s has no surface of that name: choose one of those shown.", m.Who(p))
	case !out(p):
		return on, school.Refuse("%s is not out of the kiln yet: unload it first, then read its colours.", m.Who(p))
	case p.State.Stack(surface).Total() == 0:
		return on, school.Refuse("%s: no coat was logged on the %s, so there is nothing to compare.", m.Who(p), s.Name)
	}
	for _, one := range m.Survey(p).Surfaces {
		if one.ID == surface {
			return onSurface{p: p, surface: one}, nil
		}
	}
	return on, school.Missing("surface")
}

// ReadPieces reads the colours of surfaces that came out.
func (b Boards) ReadPieces(ctx context.Context, r contract.ReadPiecesRequestObject) (contract.ReadPiecesResponseObject, error) {
	_, pixels, err := kept(ctx, b.School, r.Id)
	if err != nil {
		return nil, err
	}
	m, on, boxes := b.School.Now(), []onSurface{}, []colour.Box{}
	once := map[string]bool{}
	for _, one := range r.Body.Boxes {
		s, err := surfaceOut(m, one.Piece, one.Surface)
		if err != nil {
			return nil, err
		}
		if key := one.Piece + "/" + one.Surface; once[key] {
			return nil, school.Refuse("%s has two boxes on the %s: remove one.", m.Who(s.p), s.surface.Name)
		} else {
			once[key] = true
		}
		on, boxes = append(on, s), append(boxes, view.Box(one.Box))
	}
	picture, err := pixels.Picture()
	if err != nil {
		return nil, err
	}
	light, err := view.Light(picture, view.List(r.Body.Cards, view.Card))
	if err != nil {
		return nil, err
	}
	light.By = colour.LightKind(view.Value(r.Body.By))
	readings, err := picture.ReadAll(boxes, light)
	if err != nil {
		return nil, school.Refuse("%s", school.Sentence(err))
	}
	for i := range on {
		on[i].read = readings[i]
	}
	if view.Value(r.Body.Keep) {
		if err := b.keep(ctx, r.Id, on, light, view.Value(r.Body.Looked)); err != nil {
			return nil, err
		}
	}
	return contract.ReadPieces200JSONResponse{Levels: light.Levels, Places: light.Places, Says: light.Says(),
		LeftOut: view.List(light.Left, view.CardLeftOut), Doubts: view.List(light.Doubts, view.CardDoubt),
		Readings: view.List(on, func(s onSurface) contract.PieceReading {
			return contract.PieceReading{Piece: s.p.ID, Surface: s.surface.ID, Hex: s.read.Lab.Hex(), Flags: view.List(s.read.Flags, view.Flag), Came: *view.CameOut(s.p, s.surface, s.kept(r.Id, m))}
		})}, nil
}

func (s onSurface) kept(photo string, m school.Moment) school.FiredColour {
	return school.FiredColour{Piece: s.p.ID, Surface: s.surface.ID, Photo: photo, At: m.At, Lab: s.read.Lab, Scatter: s.read.Scatter, Flags: s.read.Flags}
}

// keep keeps what was read, of all surfaces or of none.
func (b Boards) keep(ctx context.Context, id string, on []onSurface, light colour.Light, looked bool) error {
	if light.Levels == 0 {
		return school.Refuse("No card is marked in this photograph: without one a camera's colours say nothing. Mark the card, or take another picture with one in it.")
	}
	if len(light.Doubts) > 0 && !looked {
		return school.Refuse("The cards of this photograph disagree: look at them, mark them again or say that you looked. Nothing was kept.")
	}
	return b.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		if _, known := school.Photographs.Get(m.Snapshot, id); !known {
			return school.GonePhotograph
		}
		for _, s := range on {
			if _, err := surfaceOut(m, s.p.ID, s.surface.ID); err != nil {
				return err
			}
			school.FiredAs.Put(c, s.kept(id, m))
		}
		return nil
	})
}
