package house

import (
	"cmp"
	"context"
	"slices"

	"enkaustos/core/matter"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
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
	byCode := map[matter.Code]*contract.RuleEffect{}
	for _, p := range m.PiecesOf("") {
		a := m.Assignments[p.Assignment]
		if p.State.Firing != nil || !change.Of.holds(a) {
			continue
		}
		now := m.Case(p)
		then := now.Under(change.Of.after(m, own, a))
		before, after := now.Verdict(m.At), then.Verdict(m.At)
		said, toSay := before.Findings, after.Findings
		if p.Approved() {
			out.Kept++
			said = now.Shelf.Pinned(now.Plan, now.Work, said, p.Word.Rules)
			if !change.Approved {
				toSay = then.Shelf.Pinned(now.Plan, now.Work, toSay, p.Word.Rules)
			}
		}
		touched := tally(byCode, said, toSay, m.Who(p))
		was, will := len(ready.Blockers(before)) == 0, len(ready.Blockers(after)) == 0
		switch {
		case was && !will:
			out.Stopped++
		case !was && will:
			out.Freed++
		}
		if touched || was != will {
			out.Pieces++
		}
	}
	for _, e := range byCode {
		out.List = append(out.List, *e)
	}
	slices.SortFunc(out.List, func(a, b contract.RuleEffect) int {
		return cmp.Or(cmp.Compare(b.Appears+b.Goes, a.Appears+a.Goes), cmp.Compare(a.Code, b.Code))
	})
	return out, nil
}

// tally counts the codes that appear on a piece and the ones that go.
func tally(byCode map[matter.Code]*contract.RuleEffect, before, after []plan.Finding, who string) (touched bool) {
	count := func(these, those []plan.Finding, add func(*contract.RuleEffect)) {
		counted := map[matter.Code]bool{} // a piece counts once for a code
		for _, f := range these {
			same := func(o plan.Finding) bool { return o.Code == f.Code && o.Surface == f.Surface }
			if counted[f.Code] || slices.ContainsFunc(those, same) {
				continue
			}
			counted[f.Code], touched = true, true
			if byCode[f.Code] == nil {
				byCode[f.Code] = &contract.RuleEffect{Code: f.Code, Severity: f.Severity, Example: who + ": " + f.Text}
			}
			add(byCode[f.Code])
		}
	}
	count(after, before, func(e *contract.RuleEffect) { e.Appears++ })
	count(before, after, func(e *contract.RuleEffect) { e.Goes++ })
	return touched
}

// PreviewRules says what changed rules would change.
func (h House) PreviewRules(_ context.Context, r contract.PreviewRulesRequestObject) (contract.PreviewRulesResponseObject, error) {
	v, err := Preview(h.School.Now(), Change{scope(r.Params.Class, r.Params.Assignment), r.Body.Values, view.Value(r.Body.Approved)})
	return contract.PreviewRules200JSONResponse(v), err
}
