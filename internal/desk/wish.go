package desk

import (
	"context"
	"slices"
	"strings"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// mostWishes is how many tiles a student may name: first, second, third choice.
const mostWishes = 3

// Wish keeps what a student would like, the best first. It is no plan.
func Wish(m school.Moment, c *school.Change, by work.Actor, w school.Wish) error {
	if _, err := m.Unfired(by, w.Piece); err != nil {
		return err
	}
	if len(w.Tiles) > mostWishes {
		return school.Refuse("Name up to %d tiles, the best first.", mostWishes)
	}
	for i, code := range w.Tiles {
		if _, ok := school.Tiles.Get(m.Snapshot, code); !ok {
			return school.Refuse("No tile is called %q.", code)
		}
		if slices.Contains(w.Tiles[:i], code) {
			return school.Refuse("%s is named twice.", code)
		}
	}
	w.At, w.Text = m.At, strings.TrimSpace(w.Text)
	school.Wishes.Put(c, w)
	return nil
}

// MakeWish keeps what a student would like.
func (d Desk) MakeWish(ctx context.Context, r contract.MakeWishRequestObject) (contract.MakeWishResponseObject, error) {
	v, err := d.change(ctx, r.Id, func(m school.Moment, c *school.Change, by work.Actor) error {
		return Wish(m, c, by, school.Wish{Piece: r.Id, Tiles: slices.Clone(r.Body.Tiles), Text: r.Body.Text, Willing: view.Value(r.Body.Willing)})
	})
	return contract.MakeWish200JSONResponse(v), err
}
