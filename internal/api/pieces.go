package api

import (
	"context"

	"enkaustos/core/foot"
	"enkaustos/core/kiln"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// ListPieces lists pieces of a class at a stage.
func (s *Server) ListPieces(_ context.Context, r gen.ListPiecesRequestObject) (gen.ListPiecesResponseObject, error) {
	found := s.Studio.Pieces(value(r.Params.Class), ready.Stage(value(r.Params.Stage)))
	return gen.ListPieces200JSONResponse{Now: s.Studio.Now(), Pieces: list(found, onePiece)}, nil
}

// GetPiece is all about one piece.
func (s *Server) GetPiece(_ context.Context, r gen.GetPieceRequestObject) (gen.GetPieceResponseObject, error) {
	p, tiles, err := s.Studio.Piece(r.Id)
	if err != nil {
		return nil, err
	}
	return gen.GetPiece200JSONResponse(s.detail(p, tiles)), nil
}

// SavePlan keeps a plan and answers with what the check has to say.
func (s *Server) SavePlan(ctx context.Context, r gen.SavePlanRequestObject) (gen.SavePlanResponseObject, error) {
	draft := studio.Draft{Revision: r.Body.Revision, Choices: planOf(r.Body.Choices)}
	if r.Body.Own != nil {
		mine := ownOf(*r.Body.Own)
		draft.Own = &mine
	}
	if _, err := s.Studio.SavePlan(ctx, teacherRole, r.Id, draft); err != nil {
		return nil, err
	}
	p, tiles, err := s.Studio.Piece(r.Id)
	if err != nil {
		return nil, err
	}
	return gen.SavePlan200JSONResponse(s.detail(p, tiles)), nil
}

// SpreadPlan gives a plan to the rest of the class.
func (s *Server) SpreadPlan(ctx context.Context, r gen.SpreadPlanRequestObject) (gen.SpreadPlanResponseObject, error) {
	how := studio.Spread{}
	if r.Body != nil {
		how.Turned = value(r.Body.Turned)
	}
	n, err := s.Studio.SpreadPlan(ctx, teacherRole, r.Id, how)
	if err != nil {
		return nil, err
	}
	return gen.SpreadPlan200JSONResponse{Pieces: n}, nil
}

// AddEvents logs what happened.
func (s *Server) AddEvents(ctx context.Context, r gen.AddEventsRequestObject) (gen.AddEventsResponseObject, error) {
	events := list(r.Body.Events, func(e gen.EventIn) work.Event {
		return work.Event{ID: e.Id, Piece: e.Piece, Kind: work.Kind(e.Kind), Surface: value(e.Surface), Glaze: value(e.Glaze),
			Back: value(e.Back), Undoes: value(e.Undoes), Seen: value(e.Seen), Verdict: foot.Verdict(value(e.Verdict)),
			Text: value(e.Text), Again: value(e.Again), Mark: value(e.Mark)}
	})
	touched, warnings, err := s.Studio.Log(ctx, teacherRole, events)
	if err != nil {
		return nil, err
	}
	return gen.AddEvents200JSONResponse{Now: s.Studio.Now(), Pieces: list(touched, onePiece),
		Warnings: list(warnings, func(w studio.Warning) gen.LogWarning {
			return gen.LogWarning{Event: w.Event, Piece: w.Piece, Code: w.Code, Text: w.Text}
		})}, nil
}

// ListLoads lists the kiln loads.
func (s *Server) ListLoads(context.Context, gen.ListLoadsRequestObject) (gen.ListLoadsResponseObject, error) {
	return gen.ListLoads200JSONResponse(list(s.Studio.Loads(), load)), nil
}

// AddToLoad puts pieces that may be fired into a load.
func (s *Server) AddToLoad(ctx context.Context, r gen.AddToLoadRequestObject) (gen.AddToLoadResponseObject, error) {
	seen := make([]studio.Seen, len(r.Body.Pieces))
	for i, p := range r.Body.Pieces {
		seen[i] = studio.Seen{Piece: p.Id, Seq: p.Seen}
	}
	l, err := s.Studio.AddToLoad(ctx, teacherRole, store.Load{ID: value(r.Body.Load), Name: value(r.Body.Name), Cone: kiln.Cone(r.Body.Cone)}, seen)
	if err != nil {
		return nil, err
	}
	return gen.AddToLoad200JSONResponse(load(l)), nil
}

// FireLoad records a firing.
func (s *Server) FireLoad(ctx context.Context, r gen.FireLoadRequestObject) (gen.FireLoadResponseObject, error) {
	l, err := s.Studio.Fire(ctx, teacherRole, r.Id)
	if err != nil {
		return nil, err
	}
	return gen.FireLoad200JSONResponse(load(l)), nil
}

// UnloadLoad records that a load came out.
func (s *Server) UnloadLoad(ctx context.Context, r gen.UnloadLoadRequestObject) (gen.UnloadLoadResponseObject, error) {
	l, err := s.Studio.Unload(ctx, teacherRole, r.Id)
	if err != nil {
		return nil, err
	}
	return gen.UnloadLoad200JSONResponse(load(l)), nil
}
