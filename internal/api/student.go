package api

import (
	"context"
	"io"
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/lost"
	"enkaustos/core/piece"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/studio"
)

// MakeWish keeps what a student would like.
func (s *Server) MakeWish(ctx context.Context, r gen.MakeWishRequestObject) (gen.MakeWishResponseObject, error) {
	by, err := s.atWork(ctx)
	if err == nil {
		err = s.Studio.Wish(ctx, by, r.Id, r.Body.Tiles, r.Body.Text)
	}
	if err != nil {
		return nil, err
	}
	v, err := s.pieceFor(ctx, r.Id)
	return gen.MakeWish200JSONResponse(v), err
}

// DraftPlan keeps a plan that a student drafted.
func (s *Server) DraftPlan(ctx context.Context, r gen.DraftPlanRequestObject) (gen.DraftPlanResponseObject, error) {
	by, err := s.atWork(ctx)
	if err == nil {
		_, err = s.Studio.DraftPlan(ctx, by, r.Id, studio.Draft{Revision: r.Body.Revision, Choices: planOf(r.Body.Choices)})
	}
	if err != nil {
		return nil, err
	}
	v, err := s.pieceFor(ctx, r.Id)
	return gen.DraftPlan200JSONResponse(v), err
}

// AddPicture keeps a photograph of a piece.
func (s *Server) AddPicture(ctx context.Context, r gen.AddPictureRequestObject) (gen.AddPictureResponseObject, error) {
	data, err := io.ReadAll(r.Body)
	if err != nil {
		return nil, err
	}
	if err := s.Studio.AddPicture(ctx, s.actor(ctx), r.Id, data); err != nil {
		return nil, err
	}
	v, err := s.pieceFor(ctx, r.Id)
	return gen.AddPicture201JSONResponse(v), err
}

// SeekPieces finds a piece that carries no name.
func (s *Server) SeekPieces(ctx context.Context, r gen.SeekPiecesRequestObject) (gen.SeekPiecesResponseObject, error) {
	clues := lost.Clues{Form: piece.Form(value(r.Body.Form)), Clay: value(r.Body.Clay), Glazes: value(r.Body.Glazes)}
	if r.Body.Coats != nil {
		if clues.Coats = *r.Body.Coats; clues.Coats == 0 {
			clues.Coats = -1
		}
	}
	if r.Body.Colour != nil {
		raw, err := colour.FromHex(*r.Body.Colour)
		if err != nil {
			return nil, studio.Fault{Text: err.Error() + "."}
		}
		clues.Raw = &raw
	}
	return gen.SeekPieces200JSONResponse(list(s.Studio.SeekPieces(clues, value(r.Body.Class)), func(c studio.Candidate) gen.Candidate {
		return gen.Candidate{Piece: s.shown(ctx)(c.Piece), Score: c.Score, Why: list(c.Why, func(w string) string { return w })}
	})), nil
}

// GetReady gathers what holds pieces out of the kiln.
func (s *Server) GetReady(_ context.Context, r gen.GetReadyRequestObject) (gen.GetReadyResponseObject, error) {
	return gen.GetReady200JSONResponse(list(s.Studio.Waiting(value(r.Params.Class)), func(g ready.Group) gen.ReadyGroup {
		return gen.ReadyGroup{Code: g.Code, Words: g.Words(), Stage: gen.Stage(g.Stage), Pieces: g.Pieces, ClearsAt: when(g.ClearsAt)}
	})), nil
}

// shown draws up a piece as the asker may see it: marks are the teacher's.
func (s *Server) shown(ctx context.Context) func(studio.Piece) gen.Piece {
	if s.actor(ctx).Role == studio.Teacher {
		return onePiece
	}
	return func(p studio.Piece) gen.Piece { return withoutMarks(onePiece(p)) }
}

// pieceFor is all about one piece, as the asker may see it.
func (s *Server) pieceFor(ctx context.Context, id string) (gen.PieceDetail, error) {
	p, tiles, err := s.Studio.Piece(id)
	if err != nil {
		return gen.PieceDetail{}, err
	}
	a := s.actor(ctx)
	if !serves(a, p.Assignment.Class) {
		return gen.PieceDetail{}, studio.Fault{Kind: studio.Denied, Text: "This piece is not of the class that is in the room now."}
	}
	v := s.detail(p, tiles)
	if a.Role != studio.Teacher {
		v.Piece = withoutMarks(v.Piece)
		v.History = slices.DeleteFunc(v.History, func(h gen.HistoryEntry) bool { return h.Kind == string(work.Graded) })
	}
	return v, nil
}

// ListStrays lists what tablets sent late and the teacher decides on.
func (s *Server) ListStrays(context.Context, gen.ListStraysRequestObject) (gen.ListStraysResponseObject, error) {
	return gen.ListStrays200JSONResponse(list(s.Studio.Strays(), func(v studio.Stray) gen.Stray {
		e := v.Event
		return gen.Stray{Id: e.ID, Station: v.Station, At: v.At, Happened: v.Happened, Reason: v.Reason, Piece: e.Piece, Who: v.Who,
			Text: strings.TrimSpace(string(e.Kind) + " " + e.Glaze + " " + v.Surface)}
	})), nil
}

// SettleStray keeps a late event, or lets it go.
func (s *Server) SettleStray(ctx context.Context, r gen.SettleStrayRequestObject) (gen.SettleStrayResponseObject, error) {
	return gen.SettleStray204Response{}, s.Studio.SettleStray(ctx, s.actor(ctx), r.Id, r.Body.Keep)
}
