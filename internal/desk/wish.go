package desk

import (
	"context"
	"slices"
	"strings"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// mostWishes is how many tiles a student may name: first, second, third choice.
const mostWishes = 3

// Wish keeps what a student would like, the best first. It is no plan.
func Wish(m school.Moment, c *school.Change, by work.Actor, id string, tiles []string, text string) error {
	if _, err := m.Unfired(by, id); err != nil {
		return err
	}
	if len(tiles) > mostWishes {
		return school.Refuse("Name up to %d tiles, the best first.", mostWishes)
	}
	for i, code := range tiles {
		if _, ok := school.Tiles.Get(m.Snapshot, code); !ok {
			return school.Refuse("No tile is called %q.", code)
		}
		if slices.Contains(tiles[:i], code) {
			return school.Refuse("%s is named twice.", code)
		}
	}
	school.Wishes.Put(c, school.Wish{Piece: id, At: m.At, Tiles: slices.Clone(tiles), Text: strings.TrimSpace(text)})
	return nil
}

// MakeWish keeps what a student would like.
func (d Desk) MakeWish(ctx context.Context, r contract.MakeWishRequestObject) (contract.MakeWishResponseObject, error) {
	v, err := d.change(ctx, r.Id, func(m school.Moment, c *school.Change, by work.Actor) error {
		return Wish(m, c, by, r.Id, r.Body.Tiles, r.Body.Text)
	})
	return contract.MakeWish200JSONResponse(v), err
}
