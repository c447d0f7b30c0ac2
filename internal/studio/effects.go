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
	Kept    int // approved plans that keep the rules they were approved under
	List    []Effect
}

// PreviewRules says what changed rules would change on the pieces under way.
func (s *Studio) PreviewRules(c RuleChange) (Effects, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	of := c.Of
	own, err := s.ownRules(of, c.Values)
	if err != nil {
		return Effects{}, err
	}
	var out Effects
	byCode := map[string]*Effect{}
	now := s.clock.Now()
	for _, p := range s.school.piecesOf("") {
		if p.state.Firing != nil {
			continue
		}
		a := s.school.assignments[p.Assignment]
		if !of.holds(a) {
			continue
		}
		house := s.houseAfter(of, own, a)
		w := s.workOf(p, a)
		before, after := s.verdictOn(p, a.house, a.shelf, w, now), s.verdictOn(p, house, a.shelf.Under(house), w, now)
		said, toSay := s.pinned(p, a.shelf, w, before.Findings), after.Findings
		if !c.Approved || !p.approved() {
			toSay = s.pinned(p, a.shelf.Under(house), w, after.Findings)
		}
		if p.approved() {
			out.Kept++
		}
		touched := tally(byCode, said, toSay, s.school.who(p))
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

// houseAfter is the house of an assignment once a scope's own rules are changed.
func (s *Studio) houseAfter(of Scope, own map[string]string, a *assignment) rules.House {
	school, class, assignment := s.house, s.school.classes[a.Class].Rules, a.Rules
	switch {
	case of.Assignment != "":
		assignment = own
	case of.Class != "":
		class = own
	default:
		school, _ = rules.Default().With(own)
	}
	school, _ = school.With(class)
	school, _ = school.With(assignment)
	return school
}

// tally counts the codes that appear on a piece and the ones that go.
func tally(byCode map[string]*Effect, before, after []plan.Finding, who string) (touched bool) {
	count := func(these, those []plan.Finding, add func(*Effect)) {
		counted := map[string]bool{} // a piece counts once for a code
		for _, f := range these {
			same := func(o plan.Finding) bool { return o.Code == f.Code && o.Surface == f.Surface }
			if counted[f.Code] || slices.ContainsFunc(those, same) {
				continue
			}
			counted[f.Code], touched = true, true
			if byCode[f.Code] == nil {
				byCode[f.Code] = &Effect{Code: f.Code, Severity: f.Severity, Example: who + ": " + f.Text}
			}
			add(byCode[f.Code])
		}
	}
	count(after, before, func(e *Effect) { e.Appears++ })
	count(before, after, func(e *Effect) { e.Goes++ })
	return touched
}

// Presets lists the rooms whose rules can be taken over as a start.
func (s *Studio) Presets() []rules.Preset { return rules.Presets() }
