package today

import (
	"context"
	"slices"

	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// FirstSteps are those of a new room that are done: a class, the jars, something to glaze,
// and a first coat.
func FirstSteps(m school.Moment) contract.FirstSteps {
	v := contract.FirstSteps{Class: len(school.Students.All(m.Snapshot)) > 0, Jars: len(school.Glazes.All(m.Snapshot)) > 0, Piece: len(m.Assignments) > 0}
	v.Coat = slices.ContainsFunc(school.EveryPiece(m.Snapshot), func(p *school.Piece) bool { return len(p.State.Coats) > 0 })
	return v
}

// OpenDemo opens the invented school beside this one.
func (t Today) OpenDemo(ctx context.Context, _ contract.OpenDemoRequestObject) (contract.OpenDemoResponseObject, error) {
	if t.Demo == nil {
		return nil, school.Fault{Kind: school.NotFound, Text: "This is the invented school already."}
	}
	url, err := t.Demo(ctx)
	return contract.OpenDemo200JSONResponse{Url: url}, err
}
