package api

import (
	"context"

	"enkaustos/core/colour"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/results"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// GetToday is the teacher's first screen.
func (s *Server) GetToday(context.Context, gen.GetTodayRequestObject) (gen.GetTodayResponseObject, error) {
	return gen.GetToday200JSONResponse(today(s.Studio.Today())), nil
}

// ImportList looks at a list, and takes it over whole or not at all.
func (s *Server) ImportList(ctx context.Context, r gen.ImportListRequestObject) (gen.ImportListResponseObject, error) {
	out, err := s.Studio.Import(ctx, studio.ImportRequest{Kind: studio.ListKind(r.Body.Kind), Text: r.Body.Text,
		Apply: r.Body.Apply, Clay: value(r.Body.Clay), Cone: value(r.Body.Cone)})
	if err != nil {
		return nil, err
	}
	return gen.ImportList200JSONResponse(imported(out)), nil
}

// ListClays lists the clays.
func (s *Server) ListClays(context.Context, gen.ListClaysRequestObject) (gen.ListClaysResponseObject, error) {
	return gen.ListClays200JSONResponse(list(s.Studio.Clays(), clay)), nil
}

// ListGlazes lists the jars.
func (s *Server) ListGlazes(context.Context, gen.ListGlazesRequestObject) (gen.ListGlazesResponseObject, error) {
	return gen.ListGlazes200JSONResponse(list(s.Studio.Glazes(), s.jar)), nil
}

// SetStock says whether a jar is in the room.
func (s *Server) SetStock(ctx context.Context, r gen.SetStockRequestObject) (gen.SetStockResponseObject, error) {
	g, err := s.Studio.SetStock(ctx, r.Code, r.Body.InStock)
	if err != nil {
		return nil, err
	}
	return gen.SetStock200JSONResponse(s.jar(g)), nil
}

// AddTile makes a tile of a surface of a fired piece.
func (s *Server) AddTile(ctx context.Context, r gen.AddTileRequestObject) (gen.AddTileResponseObject, error) {
	fired, err := colour.FromHex(r.Body.Fired)
	if err != nil {
		return nil, studio.Fault{Text: err.Error() + "."}
	}
	t, err := s.Studio.TileFromPiece(ctx, r.Body.Code, r.Body.Piece, r.Body.Surface, fired, value(r.Body.Textured))
	if err != nil {
		return nil, err
	}
	return gen.AddTile201JSONResponse(tile(t)), nil
}

// ListClasses lists the classes.
func (s *Server) ListClasses(context.Context, gen.ListClassesRequestObject) (gen.ListClassesResponseObject, error) {
	return gen.ListClasses200JSONResponse(list(s.Studio.Classes(), class)), nil
}

// ChangeClass changes clay and cone of a class.
func (s *Server) ChangeClass(ctx context.Context, r gen.ChangeClassRequestObject) (gen.ChangeClassResponseObject, error) {
	c, err := s.Studio.ChangeClass(ctx, r.Id, studio.ClassChange{Clay: r.Body.Clay, Cone: r.Body.Cone,
		Atmosphere: glaze.Atmosphere(value(r.Body.Atmosphere)), Jars: r.Body.Jars})
	if err != nil {
		return nil, err
	}
	return gen.ChangeClass200JSONResponse(class(c)), nil
}

// ListForms lists the forms that can be planned.
func (s *Server) ListForms(context.Context, gen.ListFormsRequestObject) (gen.ListFormsResponseObject, error) {
	return gen.ListForms200JSONResponse(list(piece.Kinds(), formKind)), nil
}

// SketchForm draws a form without keeping it.
func (s *Server) SketchForm(_ context.Context, r gen.SketchFormRequestObject) (gen.SketchFormResponseObject, error) {
	body, err := studio.Sketch(piece.Form(r.Body.Form), r.Body.Measures, markingOf(r.Body.Marking))
	if err != nil {
		return nil, err
	}
	return gen.SketchForm200JSONResponse{Drawing: drawing(body.Drawing()), Surfaces: list(body.Surfaces, surfaceArea),
		Under: under(body.FromBelow(s.Studio.House().BandMM)), Poses: list(body.Poses, pose), Edges: list(body.Edges(), join)}, nil
}

// ListAssignments lists the assignments.
func (s *Server) ListAssignments(context.Context, gen.ListAssignmentsRequestObject) (gen.ListAssignmentsResponseObject, error) {
	return gen.ListAssignments200JSONResponse(list(s.Studio.Assignments(), assignment)), nil
}

// AddAssignment gives a class a form.
func (s *Server) AddAssignment(ctx context.Context, r gen.AddAssignmentRequestObject) (gen.AddAssignmentResponseObject, error) {
	a, err := s.Studio.AddAssignment(ctx, store.Assignment{Class: r.Body.Class, Name: r.Body.Name, Form: piece.Form(r.Body.Form),
		Measures: r.Body.Measures, Marking: markingOf(r.Body.Marking), Clay: value(r.Body.Clay), Cone: kiln.Cone(r.Body.Cone), Jars: value(r.Body.Jars)})
	if err != nil {
		return nil, err
	}
	return gen.AddAssignment201JSONResponse(assignment(a)), nil
}

// GetGuide gives the trade's lists of words.
func (s *Server) GetGuide(context.Context, gen.GetGuideRequestObject) (gen.GetGuideResponseObject, error) {
	return gen.GetGuide200JSONResponse{
		Verdicts: list(foot.Guides(), func(g foot.Guide) gen.GuideVerdict {
			return gen.GuideVerdict{Verdict: gen.GuideVerdictVerdict(g.Verdict), Name: g.Name, Means: g.Means, Way: g.Way, Passes: g.Verdict.Passes()}
		}),
		Covers: list(foot.CoverGuides(), func(g foot.CoverGuide) gen.GuideCover {
			return gen.GuideCover{Cover: gen.GuideCoverCover(g.Cover), Name: g.Name, Means: g.Means, Way: g.Way}
		}),
		Marks: list(results.Marks(), func(m results.Mark) gen.GuideMark {
			return gen.GuideMark{Value: m.Value, Name: m.Name, Means: m.Means}
		}),
		Cones: list(kiln.Cones(), func(c kiln.Cone) gen.GuideCone {
			return gen.GuideCone{Cone: string(c), Celsius: c.Celsius(kiln.Medium), Fahrenheit: c.Fahrenheit(kiln.Medium)}
		}),
		Details: detailKinds(),
	}, nil
}

// ListBackups lists the copies of the database.
func (s *Server) ListBackups(context.Context, gen.ListBackupsRequestObject) (gen.ListBackupsResponseObject, error) {
	copies, err := s.Studio.Backups()
	return gen.ListBackups200JSONResponse(list(copies, backup)), err
}

// MakeBackup copies the database while it is in use.
func (s *Server) MakeBackup(ctx context.Context, _ gen.MakeBackupRequestObject) (gen.MakeBackupResponseObject, error) {
	b, err := s.Studio.Backup(ctx)
	return gen.MakeBackup201JSONResponse(backup(b)), err
}
