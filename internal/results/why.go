package results

import (
	"cmp"
	"context"
	"fmt"
	"slices"

	"enkaustos/core/results"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// explained is a fault of a piece with what can be said of its causes.
type explained struct {
	work.Flaw
	why      results.Why
	evidence results.Evidence
}

// explainer explains the faults of many pieces at one moment.
type explainer struct {
	m      school.Moment
	model  *results.Model
	crazed crazings
}

func (r Results) explainer(m school.Moment) explainer { return explainer{m, r.learned(m), crazedBy(m)} }

// of says why each fault of a piece came.
func (x explainer) of(p *school.Piece) (all []explained) {
	if !out(p) || len(p.State.Outcome().Faults) == 0 {
		return nil
	}
	evidence := told(x.m, p, p.State.Firing.Load, x.crazed).Evidence()
	for _, f := range p.State.Outcome().Faults {
		e, _ := evidenceOn(evidence, f)
		all = append(all, explained{f, x.model.Why(f.Kind, e.Clues), e})
	}
	return all
}

// GetWhy says the likely causes of every fault of a piece.
func (r Results) GetWhy(ctx context.Context, q contract.GetWhyRequestObject) (contract.GetWhyResponseObject, error) {
	m := r.School.Now()
	p, err := m.Piece(school.ActorOf(ctx), q.Id)
	if err != nil {
		return nil, err
	}
	return contract.GetWhy200JSONResponse(view.List(r.explainer(m).of(p), func(e explained) contract.FaultWhy { return said(p, e) })), nil
}

func said(p *school.Piece, e explained) contract.FaultWhy {
	on, _ := p.Body.Surface(e.Surface)
	v := contract.FaultWhy{Surface: on.Name, Fault: string(e.Kind), Name: e.Kind.Name(), Clear: e.Clear, Nothing: e.why.Named() == "", None: &e.why.Nothing, Causes: []contract.FaultCause{},
		Teach: "Note what you saw, and look at the next one."}
	for _, l := range e.why.Worth() {
		guide := results.Of(l.Cause)
		v.Causes = append(v.Causes, contract.FaultCause{Cause: string(l.Cause), Name: guide.Name, Odds: l.Odds, Said: l.Said, Text: evidence(e, l), With: l.With, Of: l.Of, Share: l.Share.Share, Prior: l.Prior})
	}
	if first := e.why.Named(); first != "" {
		v.Teach = results.Of(first).Teach
	}
	return v
}

// evidence is what speaks for a cause, in a sentence, with the counts that it rests on.
func evidence(e explained, l results.Likely) string {
	guide := results.Of(l.Cause)
	text := "Nobody logged " + guide.Unsaid
	if l.Said {
		text = upper(cmp.Or(e.evidence.Texts[l.Cause], guide.Name))
	}
	switch {
	case l.Of == 0:
		return text + "; no such surface was judged here yet."
	case l.Of == 1:
		return fmt.Sprintf("%s; of the one such surface judged here %d came out so.", text, l.With)
	}
	return fmt.Sprintf("%s; %d of %d such surfaces judged here came out so.", text, l.With, l.Of)
}

func upper(text string) string {
	if text == "" || text[0] < 'a' || text[0] > 'z' {
		return text
	}
	return string(text[0]-'a'+'A') + text[1:]
}

// Tries is what the maker of a piece may try next time: no ranks, no odds, in the order of the work.
func (r Results) Tries(m school.Moment, p *school.Piece) (all []string) {
	causes := map[results.Cause]bool{}
	for _, e := range r.explainer(m).of(p) {
		for i, l := range e.why.Worth() {
			if i < 2 && l.Said {
				causes[l.Cause] = true
			}
		}
	}
	for _, g := range results.Causes() {
		if causes[g.Cause] {
			all = append(all, g.Try)
		}
	}
	return all
}

// GetTries says what the maker of a piece may try next time.
func (r Results) GetTries(ctx context.Context, q contract.GetTriesRequestObject) (contract.GetTriesResponseObject, error) {
	m := r.School.Now()
	p, err := m.Piece(school.ActorOf(ctx), q.Id)
	if err != nil {
		return nil, err
	}
	return contract.GetTries200JSONResponse(append([]string{}, r.Tries(m, p)...)), nil
}

// ListFaults lists faults by their first cause.
func (r Results) ListFaults(_ context.Context, q contract.ListFaultsRequestObject) (contract.ListFaultsResponseObject, error) {
	m, class := r.School.Now(), view.Value(q.Params.Class)
	if class != "" {
		if _, known := school.Classes.Get(m.Snapshot, class); !known {
			return nil, school.Missing("class")
		}
	}
	x := r.explainer(m)
	v := contract.FaultGallery{Judged: x.model.Judged, Causes: []contract.GalleryCause{}, Watch: x.watch(class)}
	by := map[results.Cause]*contract.GalleryCause{}
	for _, p := range school.EveryPiece(m.Snapshot) {
		if class != "" && m.ClassOf(p) != class {
			continue
		}
		for _, e := range x.of(p) {
			first := e.why.Named()
			if by[first] == nil {
				by[first] = &contract.GalleryCause{Cause: view.Some(string(first)), Name: "nothing on record explains it", Try: "Look at it together: what do you think?"}
				if first != "" {
					by[first].Name, by[first].Try = results.Of(first).Name, results.Of(first).Try
				}
			}
			on, _ := p.Body.Surface(e.Surface)
			one := contract.GalleryFault{Name: e.Kind.Name(), Surface: on.Name, Clear: e.Clear, Form: string(p.Body.Form), Piece: p.ID}
			if all := school.PicturesOf(m, p); len(all) > 0 {
				one.Picture = &all[len(all)-1]
			}
			by[first].Faults = append(by[first].Faults, one)
		}
	}
	for _, g := range by {
		v.Causes = append(v.Causes, *g)
	}
	slices.SortFunc(v.Causes, func(a, b contract.GalleryCause) int {
		return cmp.Or(cmp.Compare(len(b.Faults), len(a.Faults)), cmp.Compare(a.Name, b.Name))
	})
	return contract.ListFaults200JSONResponse(v), nil
}

// watch is what a class should watch, from its own last firing: the causes that were named most.
func (x explainer) watch(class string) []string {
	m, lines := x.m, []string{}
	if class == "" {
		return lines
	}
	var last *school.Piece
	mine := slices.DeleteFunc(school.EveryPiece(m.Snapshot), func(p *school.Piece) bool {
		return m.ClassOf(p) != class || !out(p) || !p.State.Outcome().Judged()
	})
	for _, p := range mine {
		if last == nil || p.State.Firing.Unloaded.After(last.State.Firing.Unloaded) {
			last = p
		}
	}
	if last == nil {
		return lines
	}
	return x.watchOf(slices.DeleteFunc(mine, func(p *school.Piece) bool { return p.State.Firing.Load != last.State.Firing.Load }))
}

// watchOf are the causes that were named on most of some pieces, and what to do about them.
func (x explainer) watchOf(all []*school.Piece) []string {
	n, pieces, lines := map[results.Cause]int{}, 0, []string{}
	for _, p := range all {
		if !out(p) || !p.State.Outcome().Judged() {
			continue
		}
		pieces++
		seen := map[results.Cause]bool{}
		for _, e := range x.of(p) {
			if first := e.why.Named(); first != "" && !seen[first] {
				seen[first] = true
				n[first]++
			}
		}
	}
	guides := results.Causes()
	slices.SortStableFunc(guides, func(a, b results.CauseGuide) int { return cmp.Compare(n[b.Cause], n[a.Cause]) })
	for _, g := range guides[:3] {
		if n[g.Cause] > 0 {
			lines = append(lines, fmt.Sprintf("%s (on %d of %d pieces): %s", upper(g.Name), n[g.Cause], pieces, g.Try))
		}
	}
	return lines
}
