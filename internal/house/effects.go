package house

import (
	"context"

	"enkaustos/core/survey"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Preview says what changed rules would change on the pieces under way: the same
// pieces are checked under both, nothing is predicted by other code.
func Preview(m school.Moment, change Change) (out contract.RuleEffects, err error) {
	out.List = []contract.RuleEffect{}
	own, err := change.own(m)
	if err != nil {
		return out, err
	}
	var effects survey.Effects
	for _, p := range m.PiecesOf("") {
		a := m.Assignments[p.Assignment]
		if p.State.Firing != nil || !change.Of.holds(a) {
			continue
		}
		now := m.Case(p)
		then := now.Under(change.Of.after(m, own, a))
		before, after := now.Judged(m.At), then.Judged(m.At)
		said, toSay := before.Findings, after.Findings
		if p.Approved() {
			out.Kept++
			said = now.Shelf.Pinned(now.Plan, now.Work, said, p.Word.Rules)
			if !change.Approved {
				toSay = then.Shelf.Pinned(now.Plan, now.Work, toSay, p.Word.Rules)
			}
		}
		effects.Compare(m.Who(p), before, after, said, toSay)
	}
	kept := out.Kept
	out = view.Effects(effects)
	out.Kept = kept
	return out, nil
}

// PreviewRules says what changed rules would change.
func (h House) PreviewRules(_ context.Context, r contract.PreviewRulesRequestObject) (contract.PreviewRulesResponseObject, error) {
	v, err := Preview(h.School.Now(), Change{scope(r.Params.Class, r.Params.Assignment), r.Body.Values, view.Value(r.Body.Approved)})
	return contract.PreviewRules200JSONResponse(v), err
}
