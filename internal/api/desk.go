package api

import (
	"context"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// CopyPlan takes over the plan of another piece.
func (s *Server) CopyPlan(ctx context.Context, r gen.CopyPlanRequestObject) (gen.CopyPlanResponseObject, error) {
	if _, err := s.Studio.CopyPlan(ctx, s.actor(ctx).Name, r.Id, r.Body.From, r.Body.Revision); err != nil {
		return nil, err
	}
	v, err := s.pieceFor(ctx, r.Id)
	return gen.CopyPlan200JSONResponse(v), err
}

// ListModels lists pieces whose plan could be taken over.
func (s *Server) ListModels(ctx context.Context, r gen.ListModelsRequestObject) (gen.ListModelsResponseObject, error) {
	models, err := s.Studio.Models(r.Id)
	one, marks := s.shown(ctx), s.actor(ctx).Role == studio.Teacher
	return gen.ListModels200JSONResponse(list(models, func(m studio.Model) gen.Model {
		if m.Kind == "result" && !marks {
			m.Kind = "earlier" // that it is a good one is a mark
		}
		return gen.Model{Piece: one(m.Piece), Kind: gen.ModelKind(m.Kind)}
	})), err
}

// ListSchemes lists the plans that stand side by side.
func (s *Server) ListSchemes(_ context.Context, r gen.ListSchemesRequestObject) (gen.ListSchemesResponseObject, error) {
	all, err := s.Studio.SchemesOf(r.Id)
	return gen.ListSchemes200JSONResponse(list(all, scheme)), err
}

// AddScheme keeps a turned copy of the plan beside it.
func (s *Server) AddScheme(ctx context.Context, r gen.AddSchemeRequestObject) (gen.AddSchemeResponseObject, error) {
	if err := s.Studio.AddScheme(ctx, r.Id); err != nil {
		return nil, err
	}
	all, err := s.Studio.SchemesOf(r.Id)
	return gen.AddScheme200JSONResponse(list(all, scheme)), err
}

// ChangeScheme turns, picks or changes a scheme.
func (s *Server) ChangeScheme(ctx context.Context, r gen.ChangeSchemeRequestObject) (gen.ChangeSchemeResponseObject, error) {
	var err error
	switch r.Body.Act {
	case gen.Turn:
		err = s.Studio.TurnScheme(ctx, s.actor(ctx).Name, r.Id, r.Slot)
	case gen.Pick:
		err = s.Studio.PickScheme(ctx, s.actor(ctx).Name, r.Id, r.Slot)
	default:
		err = s.Studio.SaveScheme(ctx, r.Id, r.Slot, planOf(value(r.Body.Choices)))
	}
	if err != nil {
		return nil, err
	}
	all, err := s.Studio.SchemesOf(r.Id)
	return gen.ChangeScheme200JSONResponse(list(all, scheme)), err
}

// DropScheme throws a scheme away.
func (s *Server) DropScheme(ctx context.Context, r gen.DropSchemeRequestObject) (gen.DropSchemeResponseObject, error) {
	if err := s.Studio.DropScheme(ctx, r.Id, r.Slot); err != nil {
		return nil, err
	}
	all, err := s.Studio.SchemesOf(r.Id)
	return gen.DropScheme200JSONResponse(list(all, scheme)), err
}

// Decide keeps what the teacher says of plans.
func (s *Server) Decide(ctx context.Context, r gen.DecideRequestObject) (gen.DecideResponseObject, error) {
	words := list(r.Body.Words, func(w gen.Word) studio.Word {
		return studio.Word{Piece: w.Piece, Revision: w.Revision, Verdict: store.Verdict(w.Verdict), Note: value(w.Note)}
	})
	if err := s.Studio.Decide(ctx, s.actor(ctx).Name, words); err != nil {
		return nil, err
	}
	return gen.Decide204Response{}, nil
}

// GetReview sorts the plans of an assignment by whether they deserve a look.
func (s *Server) GetReview(_ context.Context, r gen.GetReviewRequestObject) (gen.GetReviewResponseObject, error) {
	v, err := s.Studio.Review(r.Id)
	return gen.GetReview200JSONResponse{Clean: list(v.Clean, word), Approved: v.Approved, Returned: v.Returned, Unplanned: v.Unplanned,
		Room: list(v.Room, func(says string) string { return says }),
		Look: list(v.Look, func(i studio.ReviewItem) gen.ReviewItem {
			return gen.ReviewItem{Piece: onePiece(i.Piece), Why: list(i.Why, func(why string) string { return why })}
		})}, err
}

// ChangeAssignment changes what every piece of an assignment is like.
func (s *Server) ChangeAssignment(ctx context.Context, r gen.ChangeAssignmentRequestObject) (gen.ChangeAssignmentResponseObject, error) {
	to := studio.AssignmentChange{Name: r.Body.Name, Measures: value(r.Body.Measures), Jars: r.Body.Jars}
	if r.Body.Marking != nil {
		m := markingOf(r.Body.Marking)
		to.Marking = &m
	}
	if r.Body.Template != nil {
		t := planOf(*r.Body.Template)
		to.Template = &t
	}
	a, err := s.Studio.ChangeAssignment(ctx, r.Id, to)
	return gen.ChangeAssignment200JSONResponse(assignment(a)), err
}

// GetKit is what an assignment asks for on the table.
func (s *Server) GetKit(_ context.Context, r gen.GetKitRequestObject) (gen.GetKitResponseObject, error) {
	k, err := s.Studio.Kit(r.Id)
	if err != nil {
		return nil, err
	}
	return gen.GetKit200JSONResponse{Amounts: list(k.Amounts, amount),
		Brushes: list(k.Brushes, func(b studio.KitBrush) gen.KitBrush { return gen.KitBrush{Brush: string(b.Brush), Pieces: b.Pieces} }),
		Rules:   list(k.Rules, func(r studio.KitRule) gen.KitRule { return gen.KitRule{Name: r.Name, Says: r.Says} }),
		Pieces: list(k.Pieces, func(p studio.KitPiece) gen.KitPiece {
			return gen.KitPiece{Id: p.ID, Student: p.Student, Mark: p.Mark, Amounts: list(p.Amounts, amount),
				Brushes: list(p.Brushes, func(b plan.Brush) string { return string(b) }), Left: list(p.Left, func(line string) string { return line })}
		})}, nil
}

// ChangeCard changes what is known of a glaze.
func (s *Server) ChangeCard(ctx context.Context, r gen.ChangeCardRequestObject) (gen.ChangeCardResponseObject, error) {
	to := studio.Card{Name: r.Body.Name, Coats: r.Body.Coats, Thick: r.Body.Thick, Dear: r.Body.Dear, Runner: r.Body.Runner,
		Food: (*glaze.FoodLabel)(r.Body.Food), Ware: (*glaze.Ware)(r.Body.Ware)}
	g, err := s.Studio.ChangeCard(ctx, r.Code, to)
	if err != nil {
		return nil, err
	}
	return gen.ChangeCard200JSONResponse(s.jar(g)), nil
}

// MixGlaze keeps a recipe as a glaze of its own.
func (s *Server) MixGlaze(ctx context.Context, r gen.MixGlazeRequestObject) (gen.MixGlazeResponseObject, error) {
	recipe := list(r.Body.Parts, func(p gen.RecipePart) glaze.Part { return glaze.Part{Glaze: p.Glaze, Parts: p.Parts} })
	g, err := s.Studio.MixGlaze(ctx, r.Body.Code, value(r.Body.Name), recipe)
	if err != nil {
		return nil, err
	}
	return gen.MixGlaze201JSONResponse(s.jar(g)), nil
}

// MarkTile writes down what went wrong with a tile.
func (s *Server) MarkTile(ctx context.Context, r gen.MarkTileRequestObject) (gen.MarkTileResponseObject, error) {
	t, err := s.Studio.MarkTile(ctx, r.Code, list(r.Body.Faults, func(f gen.Fault) glaze.Fault { return glaze.Fault(f) }))
	if err != nil {
		return nil, err
	}
	return gen.MarkTile200JSONResponse(tile(t)), nil
}

func detailKinds() []gen.GuideDetail {
	var all []gen.GuideDetail
	for _, d := range piece.DetailKinds() {
		all = append(all, gen.GuideDetail{Kind: string(d.Kind), Name: d.Name, Means: d.Means})
	}
	return all
}
