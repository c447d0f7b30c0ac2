package bench

import (
	"context"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/lost"
	"enkaustos/core/piece"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/photo"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// mostCandidates is how many pieces a search names.
const mostCandidates = 12

// seen is what can be seen on a piece that carries no name.
func seen(m school.Moment, p *school.Piece) lost.Piece {
	a := m.Assignments[p.Assignment]
	in := p.State.Load != nil && p.State.Load.Lapsed == ""
	v := lost.Piece{ID: p.ID, Form: p.Body.Form, Clay: a.Clay, Coats: len(p.State.Coats), Named: in || p.State.Firing != nil || p.State.Away != ""}
	for _, c := range p.State.Coats {
		if !slices.Contains(v.Glazes, c.Glaze) {
			v.Glazes = append(v.Glazes, c.Glaze)
		}
	}
	for _, surface := range p.Body.Surfaces {
		if on := p.State.On(surface.ID); len(on) > 0 {
			if raw := school.Glazes.All(m.Snapshot)[on[len(on)-1].Glaze].Raw; raw != (colour.Lab{}) {
				v.Raw = append(v.Raw, raw)
			}
		}
	}
	if len(v.Raw) == 0 {
		v.Raw = append(v.Raw, m.Clay(a.Clay).Fired)
	}
	return v
}

// Seek finds pieces of a class ("" for all) that fit what can be seen on one that
// carries no name, the likeliest first.
func Seek(m school.Moment, clues lost.Clues, class string) []lost.Found {
	var all []lost.Piece
	for _, p := range m.PiecesOf(class) {
		all = append(all, seen(m, p))
	}
	found := lost.Seek(clues, all)
	return found[:min(mostCandidates, len(found))]
}

// SeekPieces finds a piece that carries no name.
func (b Bench) SeekPieces(ctx context.Context, r contract.SeekPiecesRequestObject) (contract.SeekPiecesResponseObject, error) {
	clues := lost.Clues{Form: piece.Form(view.Value(r.Body.Form)), Clay: view.Value(r.Body.Clay), Glazes: view.Value(r.Body.Glazes)}
	if r.Body.Coats != nil {
		if clues.Coats = *r.Body.Coats; clues.Coats == 0 {
			clues.Coats = -1
		}
	}
	if r.Body.Colour != nil {
		raw, err := colour.FromHex(*r.Body.Colour)
		if err != nil {
			return nil, school.Says(err)
		}
		clues.Raw = &raw
	}
	m, by := b.School.Now(), school.ActorOf(ctx)
	return contract.SeekPieces200JSONResponse(view.List(Seek(m, clues, view.Value(r.Body.Class)), func(f lost.Found) contract.Candidate {
		return contract.Candidate{Piece: view.Piece(m, by, m.Pieces[f.ID]), Score: f.Score, Why: view.All(f.Why)}
	})), nil
}

// atATablet is how many photographs of a piece are taken at tablets: a class room is no album.
const atATablet = 6

// mayPicture says who may photograph what: at a tablet, what of its class came out of the kiln.
func mayPicture(m school.Moment, by work.Actor, id string) error {
	p, err := m.Piece(by, id)
	if err != nil || by.Role != work.Station {
		return err
	}
	switch f := p.State.Firing; {
	case f == nil || f.Unloaded.IsZero():
		return school.Refuse("It is not out of the kiln yet: photograph it when it is.")
	case len(school.PicturesOf(m, p)) >= atATablet:
		return school.Refuse("It has %d photographs already: your teacher deletes one first.", atATablet)
	}
	return nil
}

// AddPicture keeps a photograph of a piece, and that it was taken.
func (b Bench) AddPicture(ctx context.Context, r contract.AddPictureRequestObject) (contract.AddPictureResponseObject, error) {
	by := school.ActorOf(ctx)
	if err := mayPicture(b.School.Now(), by, r.Id); err != nil { // before anything of it is read
		return nil, err
	}
	kept, err := photo.KeepInTurn(ctx, r.Body)
	if err != nil {
		return nil, school.Photo(err)
	}
	err = b.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		if err := mayPicture(m, by, r.Id); err != nil {
			return err
		}
		taken := school.Photograph{ID: school.NewID(), Name: "piece", Piece: r.Id, At: m.At, Width: kept.Width, Height: kept.Height}
		school.Photographs.Put(c, taken)
		c.Picture(taken.ID, kept.JPEG)
		c.Log(work.Event{ID: school.NewID(), Piece: r.Id, Kind: work.Pictured, Photo: taken.ID, At: m.At, By: by.Name, Hand: by.Hand()})
		return nil
	})
	if err != nil {
		return nil, err
	}
	v, err := view.Fetch(ctx, b.School, r.Id)
	return contract.AddPicture201JSONResponse(v), err
}
