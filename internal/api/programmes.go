package api

import (
	"context"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/programme"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/studio"
)

// ListUntried lists what plans ask for and no tile shows.
func (s *Server) ListUntried(_ context.Context, r gen.ListUntriedRequestObject) (gen.ListUntriedResponseObject, error) {
	return gen.ListUntried200JSONResponse(list(s.Studio.Untried(value(r.Params.Class)), func(u studio.Untried) gen.Untried {
		return gen.Untried{Clay: u.Firing.Clay, Cone: string(u.Firing.Cone), Atmosphere: gen.Atmosphere(u.Firing.Air),
			Strips: list(u.Strips, func(code string) string { return code }), Sheet: programmeSheet(u.Sheet),
			Stacks: list(u.Stacks, func(x studio.UntriedStack) gen.UntriedStack {
				return gen.UntriedStack{Stack: x.Stack.String(), Pieces: x.Pieces}
			})}
	})), nil
}

// ListProgrammes lists the kept tile programmes.
func (s *Server) ListProgrammes(context.Context, gen.ListProgrammesRequestObject) (gen.ListProgrammesResponseObject, error) {
	return gen.ListProgrammes200JSONResponse(list(s.Studio.Programmes(), tileProgramme)), nil
}

// KeepProgramme keeps the tiles that plans ask for.
func (s *Server) KeepProgramme(ctx context.Context, r gen.KeepProgrammeRequestObject) (gen.KeepProgrammeResponseObject, error) {
	p, err := s.Studio.KeepProgramme(ctx, value(r.Body.Name), value(r.Body.Classes), r.Body.Clay, kiln.Cone(r.Body.Cone), glaze.Atmosphere(value(r.Body.Atmosphere)))
	if err != nil {
		return nil, err
	}
	return gen.KeepProgramme201JSONResponse(tileProgramme(studio.Programme{Programme: p})), nil
}

// DropProgramme throws a programme away.
func (s *Server) DropProgramme(ctx context.Context, r gen.DropProgrammeRequestObject) (gen.DropProgrammeResponseObject, error) {
	if err := s.Studio.DropProgramme(ctx, r.Id); err != nil {
		return nil, err
	}
	return gen.DropProgramme204Response{}, nil
}

func tileProgramme(p studio.Programme) gen.Programme {
	return gen.Programme{Id: p.ID, Name: p.Name, Clay: p.Clay, Cone: string(p.Cone), Atmosphere: gen.Atmosphere(p.Atmosphere), MadeAt: p.MadeAt,
		Fields: p.Fields, Read: p.Read, Sheet: programmeSheet(p.Sheet)}
}

func programmeSheet(s programme.Sheet) gen.ProgrammeSheet {
	return gen.ProgrammeSheet{AtLeast: s.AtLeast, Proven: s.Proven(),
		Crossed: list(s.Crossed, func(c programme.Crossed) gen.CrossedTile {
			return gen.CrossedTile{Code: c.Code, Back: c.Back, Columns: list(c.Columns, layers), Rows: list(c.Rows, layers),
				Cells: list(c.Cells, func(x programme.Cell) gen.ProgrammeCell {
					return gen.ProgrammeCell{Code: x.Code, Stack: x.Stack.Text(), Wanted: x.Wanted}
				})}
		}),
		Strips: list(s.Strips, func(x programme.Strip) gen.StripTile {
			return gen.StripTile{Code: x.Code, Glaze: x.Glaze, Back: x.Back}
		})}
}
