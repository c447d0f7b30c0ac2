package survey

import (
	"cmp"
	"slices"

	"enkaustos/core/matter"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
)

// Effect is on how many pieces something appears that was not said before, and on how many it
// goes, each piece once.
type Effect struct {
	Code          matter.Code
	Severity      matter.Severity
	Appears, Goes int
	Example       string // whose piece, and what is said of it
}

// Effects is what a change would do to the pieces under way: the same pieces are checked as they
// are and as they would be, nothing is predicted by other code. The zero Effects is of no piece.
type Effects struct {
	Pieces, Stopped, Freed int // touched; kept out of the kiln by it; let in by it
	byCode                 map[matter.Code]*Effect
}

// Compare adds a piece: what may be fired and what is said, before and after. who is whose it is.
func (e *Effects) Compare(who string, before, after ready.Case, said, toSay []plan.Finding) {
	touched := e.tally(said, toSay, who)
	was, will := ready.Judge(before).MayBeFired(), ready.Judge(after).MayBeFired()
	switch {
	case was && !will:
		e.Stopped++
	case !was && will:
		e.Freed++
	}
	if touched || was != will {
		e.Pieces++
	}
}

// List is what appears and goes, what touches most pieces first.
func (e *Effects) List() (list []Effect) {
	for _, one := range e.byCode {
		list = append(list, *one)
	}
	slices.SortFunc(list, func(a, b Effect) int {
		return cmp.Or(cmp.Compare(b.Appears+b.Goes, a.Appears+a.Goes), cmp.Compare(a.Code, b.Code))
	})
	return list
}

// tally counts the codes that appear on a piece and the ones that go.
func (e *Effects) tally(before, after []plan.Finding, who string) (touched bool) {
	if e.byCode == nil {
		e.byCode = map[matter.Code]*Effect{}
	}
	count := func(these, those []plan.Finding, add func(*Effect)) {
		counted := map[matter.Code]bool{} // a piece counts once for a code
		for _, f := range these {
			same := func(o plan.Finding) bool { return o.Code == f.Code && o.Surface == f.Surface }
			if counted[f.Code] || slices.ContainsFunc(those, same) {
				continue
			}
			counted[f.Code], touched = true, true
			if e.byCode[f.Code] == nil {
				e.byCode[f.Code] = &Effect{Code: f.Code, Severity: f.Severity, Example: who + ": " + f.Text}
			}
			add(e.byCode[f.Code])
		}
	}
	count(after, before, func(e *Effect) { e.Appears++ })
	count(before, after, func(e *Effect) { e.Goes++ })
	return touched
}
