package studio

import (
	"context"
	"slices"

	"enkaustos/core/lost"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// Candidate is a piece that a nameless one might be.
type Candidate struct {
	Piece
	Score float64
	Why   []string
}

// mostCandidates is how many pieces a search names.
const mostCandidates = 12

// SeekPieces finds pieces of a class ("" for all) that fit what can be seen on one
// that carries no name, the likeliest first.
func (s *Studio) SeekPieces(clues lost.Clues, class string) []Candidate {
	s.mu.RLock()
	defer s.mu.RUnlock()
	var pieces []lost.Piece
	for _, p := range s.school.piecesOf(class) {
		pieces = append(pieces, s.seen(p))
	}
	var list []Candidate
	for _, f := range lost.Seek(clues, pieces) {
		if len(list) < mostCandidates {
			list = append(list, Candidate{s.view(s.school.pieces[f.ID], s.clock.Now()), f.Score, f.Why})
		}
	}
	return list
}

// seen is what can be seen on a piece; mu is held.
func (s *Studio) seen(p *livePiece) lost.Piece {
	a := s.school.assignments[p.Assignment]
	in := p.state.Load != nil && p.state.Load.Lapsed == ""
	v := lost.Piece{ID: p.ID, Form: p.body.Form, Clay: a.Clay, Coats: len(p.state.Coats), Named: in || p.state.Firing != nil || p.state.Away != ""}
	for _, c := range p.state.Coats {
		if !slices.Contains(v.Glazes, c.Glaze) {
			v.Glazes = append(v.Glazes, c.Glaze)
		}
	}
	for _, surface := range p.body.Surfaces {
		if on := p.state.On(surface.ID); len(on) > 0 {
			v.Raw = append(v.Raw, s.school.glazes[on[len(on)-1].Glaze].Raw)
		}
	}
	if len(v.Raw) == 0 {
		v.Raw = append(v.Raw, s.school.clays[a.Clay].Fired)
	}
	return v
}

// Waiting gathers what holds the pieces of a class ("" for all) out of the kiln.
func (s *Studio) Waiting(class string) []ready.Group {
	s.mu.RLock()
	defer s.mu.RUnlock()
	var waiting []ready.Waiting
	now := s.clock.Now()
	for _, p := range s.school.piecesOf(class) {
		named := func(id string) string { surface, _ := p.body.Surface(id); return surface.Name }
		waiting = append(waiting, ready.Waiting{Piece: p.ID, Blockers: s.view(p, now).Blockers, Named: named})
	}
	return ready.Groups(waiting)
}

// PiecesAfter lists the pieces to which something happened after an event, by
// its place in the server's order.
func (s *Studio) PiecesAfter(seq int64) []Piece {
	s.mu.RLock()
	defer s.mu.RUnlock()
	var list []Piece
	for _, p := range s.school.piecesOf("") {
		if p.state.Seq > seq {
			list = append(list, s.view(p, s.clock.Now()))
		}
	}
	return list
}

// AddPicture keeps a photograph of a piece, and that it was taken.
func (s *Studio) AddPicture(ctx context.Context, by Actor, id string, data []byte) error {
	kept, err := s.keepPicture(ctx, data)
	if err != nil {
		return err
	}
	return s.changeSome(ctx, only(id), func() (func(*store.Tx) error, func(), error) {
		if _, ok := s.school.pieces[id]; !ok {
			return nil, nil, missing("piece")
		}
		now := s.clock.Now()
		photo := store.Photograph{ID: store.NewID(), Name: "piece", Piece: id, At: now, Width: kept.Width, Height: kept.Height}
		events := []work.Event{{ID: store.NewID(), Piece: id, Kind: work.Pictured, Photo: photo.ID, At: now, By: by.Name}}
		write := func(tx *store.Tx) error {
			if err := tx.AddPhotograph(photo, kept.JPEG); err != nil {
				return err
			}
			return appendAll(tx, events)
		}
		return write, func() { s.remember(events) }, nil
	})
}
