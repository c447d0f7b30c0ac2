package desk

import (
	"context"

	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Model is a piece whose plan could be taken over.
type Model struct {
	*school.Piece
	Kind string // neighbour, earlier or result
}

// mostModels is how many models of a kind are offered: more is a wall to read.
const mostModels = 6

// Models lists pieces whose plan could be taken over for a piece: neighbours of
// the same assignment, others of the same form, and good results, each different
// plan once.
func Models(m school.Moment, id string) ([]Model, error) {
	to, ok := m.Pieces[id]
	if !ok {
		return nil, school.Missing("piece")
	}
	kinds := map[string][]Model{}
	seen := []plan.Plan{to.Plan.Choices}
	for _, p := range school.EveryPiece(m.Snapshot) {
		if p.ID == id || p.Plan.Choices.Empty() || m.Assignments[p.Assignment].Form != m.Assignments[to.Assignment].Form || known(seen, p.Plan.Choices, p.Body) {
			continue
		}
		kind := "earlier"
		switch {
		case p.State.Outcome().Sound():
			kind = "result"
		case p.Assignment == to.Assignment:
			kind = "neighbour"
		}
		if len(kinds[kind]) < mostModels {
			seen = append(seen, p.Plan.Choices)
			kinds[kind] = append(kinds[kind], Model{p, kind})
		}
	}
	return append(append(kinds["neighbour"], kinds["result"]...), kinds["earlier"]...), nil
}

func known(seen []plan.Plan, p plan.Plan, b piece.Body) bool {
	for _, s := range seen {
		if len(plan.Changes(s, p, b)) == 0 {
			return true
		}
	}
	return false
}

// ListModels lists pieces whose plan could be taken over.
func (d Desk) ListModels(ctx context.Context, r contract.ListModelsRequestObject) (contract.ListModelsResponseObject, error) {
	m, by := d.School.Now(), school.ActorOf(ctx)
	models, err := Models(m, r.Id)
	return contract.ListModels200JSONResponse(view.List(models, func(one Model) contract.Model {
		return contract.Model{Piece: view.Piece(m, by, one.Piece), Kind: contract.ModelKind(one.Kind)}
	})), err
}
