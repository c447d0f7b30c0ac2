package results

import (
	"cmp"
	"context"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/photo"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Boards answers what the contract asks of photographs of boards that carry several pieces.
type Boards struct{ School *school.School }

// ListBoards lists the photographs of boards, the newest first.
func (b Boards) ListBoards(context.Context, contract.ListBoardsRequestObject) (contract.ListBoardsResponseObject, error) {
	all := contract.ListBoards200JSONResponse{}
	for _, one := range school.Photographs.Sorted(b.School.Now().Snapshot, func(a, b school.Photograph) int { return b.At.Compare(a.At) }) {
		if one.Board {
			all = append(all, view.Photograph(one))
		}
	}
	return all, nil
}

// AddBoard takes in a photograph of a board.
func (b Boards) AddBoard(ctx context.Context, r contract.AddBoardRequestObject) (contract.AddBoardResponseObject, error) {
	kept, err := photo.KeepInTurn(ctx, r.Body)
	if err != nil {
		return nil, school.Photo(err)
	}
	var made school.Photograph
	err = b.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		made = school.Photograph{ID: school.NewID(), Name: cmp.Or(strings.TrimSpace(r.Params.Name), "board"), Board: true, At: m.At, Width: kept.Width, Height: kept.Height}
		school.Photographs.Put(c, made)
		c.Picture(made.ID, kept.JPEG)
		return nil
	})
	return contract.AddBoard201JSONResponse(view.Photograph(made)), err
}

// kept is a photograph with its pixels.
func kept(ctx context.Context, s *school.School, id string) (school.Photograph, photo.Kept, error) {
	one, known := school.Photographs.Get(s.Now().Snapshot, id)
	if !known {
		return one, photo.Kept{}, school.GonePhotograph
	}
	jpeg, err := s.Picture(ctx, id)
	if err == nil && jpeg == nil {
		err = school.GonePhotograph
	}
	return one, photo.Kept{Width: one.Width, Height: one.Height, JPEG: jpeg}, err
}

// onBoard is a piece in its box.
type onBoard struct {
	piece string
	box   colour.Box
}

// shared is how much of the smaller of two boxes the other may cover before they count as one.
const shared = 0.5

// smallest is how many pixels a part of a board has at least, a side.
const smallest = 16

// oneEach refuses boxes that lie outside the picture, two pieces in one box, and a piece in two.
func oneEach(m school.Moment, boxes []onBoard, in photo.Kept) error {
	for i, b := range boxes {
		p, known := m.Pieces[b.piece]
		if !known {
			return school.Missing("piece")
		}
		if !b.box.Inside(in.Width, in.Height) {
			return school.Refuse("The box of %s lies outside the picture: draw it within.", m.Who(p))
		}
		if min(b.box.W, b.box.H) < smallest {
			return school.Refuse("The box of %s is too small to show anything: draw it larger.", m.Who(p))
		}
		for _, other := range boxes[:i] {
			switch {
			case other.piece == b.piece:
				return school.Refuse("%s has two boxes: remove one, or choose whose the other is.", m.Who(p))
			case covers(other.box, b.box) > shared:
				return school.Refuse("%s and %s are in one box: draw a box for each.", m.Who(m.Pieces[other.piece]), m.Who(p))
			}
		}
	}
	return nil
}

// covers is how much of the smaller of two boxes the other covers.
func covers(a, b colour.Box) float64 {
	w := min(a.X+a.W, b.X+b.W) - max(a.X, b.X)
	h := min(a.Y+a.H, b.Y+b.H) - max(a.Y, b.Y)
	if w <= 0 || h <= 0 {
		return 0
	}
	return w * h / min(a.W*a.H, b.W*b.H)
}

// CutBoard gives each piece on a board its part of the photograph.
func (b Boards) CutBoard(ctx context.Context, r contract.CutBoardRequestObject) (contract.CutBoardResponseObject, error) {
	board, pixels, err := kept(ctx, b.School, r.Id)
	if err != nil {
		return nil, err
	}
	if board.Piece != "" {
		return nil, school.Refuse("This is the photograph of one piece: it is on its record already.")
	}
	var boxes []onBoard
	for _, one := range r.Body.Boxes {
		boxes = append(boxes, onBoard{one.Piece, view.Box(one.Box)})
	}
	if err := oneEach(b.School.Now(), boxes, pixels); err != nil {
		return nil, err
	}
	parts := make([]photo.Kept, len(boxes))
	for i, one := range boxes {
		if parts[i], err = pixels.Cut(one.box); err != nil {
			return nil, err
		}
	}
	by := school.ActorOf(ctx)
	return contract.CutBoard204Response{}, b.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		if _, there := school.Photographs.Get(m.Snapshot, r.Id); !there {
			return school.GonePhotograph // whoever is in it was deleted meanwhile, and comes back in no part
		}
		if err := oneEach(m, boxes, pixels); err != nil {
			return err
		}
		for i, one := range boxes {
			taken := school.Photograph{ID: school.NewID(), Name: "piece", Piece: one.piece, From: r.Id, At: m.At, Width: parts[i].Width, Height: parts[i].Height}
			school.Photographs.Put(c, taken)
			c.Picture(taken.ID, parts[i].JPEG)
			c.Log(work.Event{ID: school.NewID(), Piece: one.piece, Kind: work.Pictured, Photo: taken.ID, At: m.At, By: by.Name, Hand: by.Hand()})
		}
		return nil
	})
}
