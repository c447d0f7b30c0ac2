package api

import (
	"context"
	"slices"
	"time"

	"enkaustos/core/foot"
	"enkaustos/core/kiln"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// ListPieces lists pieces of a class at a stage.
func (s *Server) ListPieces(ctx context.Context, r gen.ListPiecesRequestObject) (gen.ListPiecesResponseObject, error) {
	a, class, one := s.actor(ctx), value(r.Params.Class), s.shown(ctx)
	if a.Role == studio.Station {
		if class = a.Class; class == "" {
			return gen.ListPieces200JSONResponse{Now: s.Studio.Now(), Pieces: []gen.Piece{}}, nil
		}
	}
	return gen.ListPieces200JSONResponse{Now: s.Studio.Now(), Pieces: list(s.Studio.Pieces(class, ready.Stage(value(r.Params.Stage))), one)}, nil
}

// GetPiece is all about one piece.
func (s *Server) GetPiece(ctx context.Context, r gen.GetPieceRequestObject) (gen.GetPieceResponseObject, error) {
	v, err := s.pieceFor(ctx, r.Id)
	return gen.GetPiece200JSONResponse(v), err
}

// SavePlan keeps a plan and answers with what the check has to say.
func (s *Server) SavePlan(ctx context.Context, r gen.SavePlanRequestObject) (gen.SavePlanResponseObject, error) {
	draft := studio.Draft{Revision: r.Body.Revision, Choices: planOf(r.Body.Choices)}
	if r.Body.Own != nil {
		mine := ownOf(*r.Body.Own)
		draft.Own = &mine
	}
	if _, err := s.Studio.SavePlan(ctx, s.actor(ctx).Name, r.Id, draft); err != nil {
		return nil, err
	}
	v, err := s.pieceFor(ctx, r.Id)
	return gen.SavePlan200JSONResponse(v), err
}

// SpreadPlan gives a plan to the rest of the class.
func (s *Server) SpreadPlan(ctx context.Context, r gen.SpreadPlanRequestObject) (gen.SpreadPlanResponseObject, error) {
	how := studio.Spread{}
	if r.Body != nil {
		how.Turned = value(r.Body.Turned)
	}
	n, err := s.Studio.SpreadPlan(ctx, s.actor(ctx).Name, r.Id, how)
	if err != nil {
		return nil, err
	}
	return gen.SpreadPlan200JSONResponse{Pieces: n}, nil
}

// AddEvents logs what happened.
func (s *Server) AddEvents(ctx context.Context, r gen.AddEventsRequestObject) (gen.AddEventsResponseObject, error) {
	by, err := s.atWork(ctx)
	events, write := list(r.Body.Events, logged), s.Studio.Log
	if by.Role == studio.Station && slices.ContainsFunc(events, studio.Logged.Late) {
		err, write = nil, s.Studio.LogLate // it happened before the tablets were locked
	}
	if err != nil {
		return nil, err
	}
	touched, warnings, err := write(ctx, by, events)
	if err != nil {
		return nil, err
	}
	return gen.AddEvents200JSONResponse{Now: s.Studio.Now(), Pieces: list(touched, s.shown(ctx)),
		Warnings: list(warnings, func(w studio.Warning) gen.LogWarning {
			return gen.LogWarning{Event: w.Event, Piece: w.Piece, Code: w.Code, Text: w.Text}
		})}, nil
}

// logged is an event as a device sends it.
func logged(e gen.EventIn) studio.Logged {
	return studio.Logged{Age: time.Duration(value(e.AgeMS)) * time.Millisecond, Event: work.Event{
		ID: e.Id, Piece: e.Piece, Kind: work.Kind(e.Kind), Surface: value(e.Surface), Glaze: value(e.Glaze), Felt: work.Thickness(value(e.Felt)), Of: value(e.Of),
		Back: value(e.Back), Undoes: value(e.Undoes), Seen: value(e.Seen), Verdict: foot.Verdict(value(e.Verdict)), Cover: foot.Cover(value(e.Cover)),
		Spots: list(value(e.Spots), func(s gen.Spot) foot.Spot { return foot.Spot(s) }), Parts: value(e.Parts), Place: work.Place(value(e.Place)),
		Photo: value(e.Photo), Code: value(e.Code), Text: value(e.Text), Again: value(e.Again), Mark: value(e.Mark), Done: value(e.Done), DeviceAt: value(e.DeviceAt)}}
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
	l, err := s.Studio.AddToLoad(ctx, s.actor(ctx).Name, store.Load{ID: value(r.Body.Load), Name: value(r.Body.Name), Cone: kiln.Cone(r.Body.Cone)}, seen)
	if err != nil {
		return nil, err
	}
	return gen.AddToLoad200JSONResponse(load(l)), nil
}

// FireLoad records a firing.
func (s *Server) FireLoad(ctx context.Context, r gen.FireLoadRequestObject) (gen.FireLoadResponseObject, error) {
	l, err := s.Studio.Fire(ctx, s.actor(ctx).Name, r.Id)
	if err != nil {
		return nil, err
	}
	return gen.FireLoad200JSONResponse(load(l)), nil
}

// UnloadLoad records that a load came out.
func (s *Server) UnloadLoad(ctx context.Context, r gen.UnloadLoadRequestObject) (gen.UnloadLoadResponseObject, error) {
	l, err := s.Studio.Unload(ctx, s.actor(ctx).Name, r.Id)
	if err != nil {
		return nil, err
	}
	return gen.UnloadLoad200JSONResponse(load(l)), nil
}
