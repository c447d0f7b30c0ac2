package api

import (
	"context"

	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/studio"
)

// GetRules lists the house rules.
func (s *Server) GetRules(_ context.Context, r gen.GetRulesRequestObject) (gen.GetRulesResponseObject, error) {
	all, err := s.Studio.Rules(scope(r.Params.Class, r.Params.Assignment))
	if err != nil {
		return nil, err
	}
	return gen.GetRules200JSONResponse(list(all, rule)), nil
}

func scope(class, assignment *string) studio.Scope {
	return studio.Scope{Class: value(class), Assignment: value(assignment)}
}

// SetRules changes house rules, all or none.
func (s *Server) SetRules(ctx context.Context, r gen.SetRulesRequestObject) (gen.SetRulesResponseObject, error) {
	of := scope(r.Params.Class, r.Params.Assignment)
	if err := s.Studio.SetRules(ctx, studio.RuleChange{Of: of, Values: r.Body.Values, Approved: value(r.Body.Approved)}); err != nil {
		return nil, err
	}
	all, err := s.Studio.Rules(of)
	return gen.SetRules200JSONResponse(list(all, rule)), err
}

// PreviewRules says what changed rules would change.
func (s *Server) PreviewRules(_ context.Context, r gen.PreviewRulesRequestObject) (gen.PreviewRulesResponseObject, error) {
	e, err := s.Studio.PreviewRules(studio.RuleChange{Of: scope(r.Params.Class, r.Params.Assignment), Values: r.Body.Values, Approved: value(r.Body.Approved)})
	if err != nil {
		return nil, err
	}
	return gen.PreviewRules200JSONResponse{Pieces: e.Pieces, Stopped: e.Stopped, Freed: e.Freed, Kept: e.Kept, List: list(e.List, func(e studio.Effect) gen.RuleEffect {
		return gen.RuleEffect{Code: e.Code, Severity: gen.RuleEffectSeverity(e.Severity), Appears: e.Appears, Goes: e.Goes, Example: e.Example}
	})}, nil
}

// ListPresets lists the rooms whose rules can be taken over.
func (s *Server) ListPresets(context.Context, gen.ListPresetsRequestObject) (gen.ListPresetsResponseObject, error) {
	return gen.ListPresets200JSONResponse(list(s.Studio.Presets(), func(p rules.Preset) gen.Preset {
		return gen.Preset{Key: p.Key, Name: p.Name, Means: p.Means, Values: p.Values}
	})), nil
}

// ListAmounts is what the plans of an assignment take together.
func (s *Server) ListAmounts(_ context.Context, r gen.ListAmountsRequestObject) (gen.ListAmountsResponseObject, error) {
	all, err := s.Studio.Amounts(r.Id)
	if err != nil {
		return nil, err
	}
	return gen.ListAmounts200JSONResponse(list(all, func(a studio.ClassAmount) gen.Amount {
		v := amount(a.Amount)
		v.Name = some(a.Name)
		if a.Known {
			left := float32(a.LeftML)
			v.Left = &left
		}
		return v
	})), nil
}

func amount(a stock.Amount) gen.Amount {
	return gen.Amount{Glaze: a.Glaze, Ml: float32(a.ML), Cups: float32(a.Cups())}
}
