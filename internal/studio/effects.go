package studio

import (
	"cmp"
	"slices"

	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
)

// Effect is what a change of rules does to one kind of finding.
type Effect struct {
	Code     string
	Severity plan.Severity
	Appears  int    // on so many pieces
	Goes     int    // from so many pieces
	Example  string // one sentence of one piece
}

// Effects is what changed rules would change, before they do.
type Effects struct {
	Pieces  int // that are touched at all
	Stopped int // that may be fired today and could not be
	Freed   int // that may not be fired today and could be
	List    []Effect
}

// PreviewRules says what changed rules would change on the pieces under way.
func (s *Studio) PreviewRules(values map[string]string) (Effects, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	house, err := s.houseWith(values)
	if err != nil {
		return Effects{}, err
	}
	then := s.shelfFor(house)
	var out Effects
	byCode := map[string]*Effect{}
	now := s.clock.Now()
	for _, p := range s.school.piecesOf("") {
		if p.state.Firing != nil {
			continue
		}
		a := s.school.assignments[p.Assignment]
		before, after := s.verdictOn(p, a, s.house, s.shelf, now), s.verdictOn(p, a, house, then, now)
		touched := tally(byCode, before.Findings, after.Findings, s.school.who(p))
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
	slices.SortFunc(out.List, func(a, b Effect) int {
		return cmp.Or(cmp.Compare(b.Appears+b.Goes, a.Appears+a.Goes), cmp.Compare(a.Code, b.Code))
	})
	return out, nil
}

// tally counts the codes that appear on a piece and the ones that go.
func tally(byCode map[string]*Effect, before, after []plan.Finding, who string) (touched bool) {
	key := func(f plan.Finding) string { return f.Code + " " + f.Surface }
	was, will := map[string]plan.Finding{}, map[string]plan.Finding{}
	for _, f := range before {
		was[key(f)] = f
	}
	for _, f := range after {
		will[key(f)] = f
	}
	appears, goes := map[string]plan.Finding{}, map[string]plan.Finding{}
	for k, f := range will {
		if _, had := was[k]; !had {
			appears[f.Code] = f
		}
	}
	for k, f := range was {
		if _, has := will[k]; !has {
			goes[f.Code] = f
		}
	}
	of := func(f plan.Finding) *Effect {
		if byCode[f.Code] == nil {
			byCode[f.Code] = &Effect{Code: f.Code, Severity: f.Severity, Example: who + ": " + f.Text}
		}
		return byCode[f.Code]
	}
	for _, f := range appears {
		of(f).Appears++
	}
	for _, f := range goes {
		of(f).Goes++
	}
	return len(appears)+len(goes) > 0
}

// Presets lists the rooms whose rules can be taken over as a start.
func (s *Studio) Presets() []rules.Preset { return rules.Presets() }
