package wall

import (
	"bytes"
	"context"
	"io"
	"strings"
	"time"

	"enkaustos/core/colour"
	"enkaustos/internal/contract"
	"enkaustos/internal/photo"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Photographs answers what the contract asks of photographs of racks.
type Photographs struct {
	School *school.School
	// CopyEvery is how often the school is copied; 0 for never.
	CopyEvery time.Duration
}

// gone is what is said of a photograph that is not kept any more.
var gone error = school.GonePhotograph

// Photograph is a kept photograph, of a rack of tiles or of a piece, without its
// pixels.
type Photograph = school.Photograph

// Take takes in a photograph of a rack. One is decoded at a time: the caller waits
// for its turn, or until its context ends.
func (p Photographs) Take(ctx context.Context, name string, body io.Reader) (Photograph, error) {
	kept, err := photo.KeepInTurn(ctx, body)
	if err != nil {
		return Photograph{}, school.Photo(err)
	}
	if name = strings.TrimSpace(name); name == "" {
		name = "photograph"
	}
	var made Photograph
	return made, p.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		made = Photograph{ID: school.NewID(), Name: name, At: m.At, Width: kept.Width, Height: kept.Height}
		school.Photographs.Put(c, made)
		c.Picture(made.ID, kept.JPEG)
		return nil
	})
}

// ListPhotographs lists the kept photographs of racks, the newest first.
func (p Photographs) ListPhotographs(context.Context, contract.ListPhotographsRequestObject) (contract.ListPhotographsResponseObject, error) {
	all := []contract.Photograph{}
	for _, one := range school.Photographs.Sorted(p.School.Now().Snapshot, func(a, b Photograph) int { return b.At.Compare(a.At) }) {
		if one.Piece == "" && !one.Board {
			all = append(all, view.Photograph(one))
		}
	}
	return contract.ListPhotographs200JSONResponse(all), nil
}

// AddPhotograph takes in a photograph of a rack.
func (p Photographs) AddPhotograph(ctx context.Context, r contract.AddPhotographRequestObject) (contract.AddPhotographResponseObject, error) {
	made, err := p.Take(ctx, r.Params.Name, r.Body)
	if err != nil {
		return nil, err
	}
	return contract.AddPhotograph201JSONResponse(view.Photograph(made)), nil
}

// together are the photographs that are deleted as one: a board and every part that was cut from it, for
// each of them shows something of the others.
func together(m school.Moment, one Photograph) (all []Photograph) {
	board := one.ID
	if one.From != "" {
		board = one.From
	}
	for _, p := range school.Photographs.Sorted(m.Snapshot, func(a, b Photograph) int { return a.At.Compare(b.At) }) {
		if p.ID == one.ID || p.ID == board || p.From == board {
			all = append(all, p)
		}
	}
	return all
}

// losers are the pieces that lose a photograph with one: whose they are, and what.
func losers(m school.Moment, one Photograph) (all []string) {
	for _, p := range together(m, one) {
		if piece := m.Pieces[p.Piece]; p.ID != one.ID && piece != nil {
			all = append(all, m.Who(piece)+", "+m.Assignments[piece.Assignment].Name)
		}
	}
	return all
}

// RemovePhotograph throws a photograph away, so that nothing of it stays in the file, and with a board or
// a part of one the board and all its parts; what was read from it stays. Copies that were made since it was taken hold it still: they are listed, with the day
// they go.
func (p Photographs) RemovePhotograph(ctx context.Context, r contract.RemovePhotographRequestObject) (contract.RemovePhotographResponseObject, error) {
	var since time.Time
	err := p.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		one, ok := school.Photographs.Get(m.Snapshot, r.Id)
		if !ok {
			return gone
		}
		since = one.At
		for _, with := range together(m, one) {
			if with.At.Before(since) {
				since = with.At
			}
			school.Photographs.Drop(c, with)
			c.Picture(with.ID, nil)
		}
		return nil
	})
	if err != nil {
		return nil, err
	}
	if err := p.School.Scrub(ctx); err != nil {
		return nil, err
	}
	copies, err := p.School.Copies().Holding(since, p.CopyEvery)
	return contract.RemovePhotograph200JSONResponse(view.List(copies, func(h school.Holding) contract.CopyHolding {
		return contract.CopyHolding{Name: h.Name, At: h.At, Goes: view.When(h.Goes)}
	})), err
}

// picture is a photograph's picture as JPEG.
func (p Photographs) picture(ctx context.Context, id string) (one Photograph, jpeg []byte, err error) {
	one, ok := school.Photographs.Get(p.School.Now().Snapshot, id)
	if !ok {
		return one, nil, gone
	}
	jpeg, err = p.School.Picture(ctx, id)
	if err == nil && jpeg == nil {
		err = gone
	}
	return one, jpeg, err
}

// GetPhotograph is a photograph without its pixels.
func (p Photographs) GetPhotograph(_ context.Context, r contract.GetPhotographRequestObject) (contract.GetPhotographResponseObject, error) {
	m := p.School.Now()
	one, ok := school.Photographs.Get(m.Snapshot, r.Id)
	if !ok {
		return nil, gone
	}
	v := view.Photograph(one)
	v.With = view.SomeList(losers(m, one))
	return contract.GetPhotograph200JSONResponse(v), nil
}

// GetPicture is a photograph's picture.
func (p Photographs) GetPicture(ctx context.Context, r contract.GetPictureRequestObject) (contract.GetPictureResponseObject, error) {
	_, jpeg, err := p.picture(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	return contract.GetPicture200ImagejpegResponse{Body: bytes.NewReader(jpeg), ContentLength: int64(len(jpeg))}, nil
}

// ReadPhotograph reads boxes of a photograph by the cards in it. Without a card the
// colours are as the camera kept them, and flagged so.
func (p Photographs) ReadPhotograph(ctx context.Context, r contract.ReadPhotographRequestObject) (contract.ReadPhotographResponseObject, error) {
	one, jpeg, err := p.picture(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	picture, err := photo.Kept{Width: one.Width, Height: one.Height, JPEG: jpeg}.Picture()
	if err != nil {
		return nil, err
	}
	cards := view.List(r.Body.Cards, view.Card)
	light, err := view.Light(picture, cards)
	if err != nil {
		return nil, err
	}
	light.By = colour.LightKind(view.Value(r.Body.By))
	readings, err := picture.ReadAll(view.List(r.Body.Boxes, view.Box), light)
	if err != nil {
		return nil, school.Refuse("%s", school.Sentence(err))
	}
	return contract.ReadPhotograph200JSONResponse{Levels: light.Levels, Places: light.Places, Says: light.Says(),
		LeftOut: view.List(light.Left, view.CardLeftOut),
		Doubts:  view.List(light.Doubts, view.CardDoubt), Readings: view.List(readings, view.BoxReading)}, nil
}
