package studio

import (
	"context"
	"slices"
	"strings"

	"enkaustos/internal/store"
)

// mostWishes is how many tiles a student may name: first, second, third choice.
const mostWishes = 3

// Wish keeps what a student would like, the best first. It is no plan.
func (s *Studio) Wish(ctx context.Context, by Actor, id string, tiles []string, text string) error {
	return s.changeSome(ctx, only(id), func() (func(*store.Tx) error, func(), error) {
		p, _, err := s.unfired(id)
		if err != nil {
			return nil, nil, err
		}
		if err := s.ownClass(by, p); err != nil {
			return nil, nil, err
		}
		if len(tiles) > mostWishes {
			return nil, nil, refuse("Name up to %d tiles, the best first.", mostWishes)
		}
		for i, code := range tiles {
			if _, ok := s.school.tiles[code]; !ok {
				return nil, nil, refuse("No tile is called %q.", code)
			}
			if slices.Contains(tiles[:i], code) {
				return nil, nil, refuse("%s is named twice.", code)
			}
		}
		w := store.Wish{Piece: id, At: s.clock.Now(), Tiles: slices.Clone(tiles), Text: strings.TrimSpace(text)}
		return func(tx *store.Tx) error { return tx.PutWish(w) }, func() { s.school.wishes[id] = w }, nil
	})
}

// ownClass refuses a tablet that asks for a piece of another class.
func (s *Studio) ownClass(by Actor, p *livePiece) error {
	if by.Role == Station && s.school.assignments[p.Assignment].Class != by.Class {
		return denied("This piece is not of the class that is in the room now.")
	}
	return nil
}

// DraftPlan keeps a plan that a student made at a tablet. The teacher looks at it
// in the review like any other; what was approved is changed by the teacher.
func (s *Studio) DraftPlan(ctx context.Context, by Actor, id string, d Draft) (Piece, error) {
	s.mu.RLock()
	p, ok := s.school.pieces[id]
	var err error
	switch {
	case !ok:
		err = missing("piece")
	case s.ownClass(by, p) != nil:
		err = s.ownClass(by, p)
	case by.Role == Station && p.approved():
		err = denied("This plan was approved: ask the teacher to change it.")
	}
	s.mu.RUnlock()
	if err != nil {
		return Piece{}, err
	}
	if by.Role == Station {
		d.Own = nil
	}
	return s.SavePlan(ctx, by.Name, id, d)
}
