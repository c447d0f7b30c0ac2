package results

import (
	"context"
	"fmt"
	"strings"

	"enkaustos/core/fault"
	"enkaustos/core/results"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// surfacesOf are the glazed surfaces of the pieces of a load that go, or went, through a glaze firing.
func surfacesOf(m school.Moment, load string, pieces []*school.Piece, crazed crazings) (all []results.Surface) {
	for _, p := range pieces {
		for _, e := range told(m, p, load, crazed).Evidence() {
			all = append(all, results.Surface{Piece: p.ID, Surface: e.Surface, Clues: e.Clues})
		}
	}
	return all
}

// planned are the pieces that have a place in the plan of a load, by id; lids and what is piled with them.
func planned(m school.Moment, load string) map[string]bool {
	there := map[string]bool{}
	kept, _ := school.LoadPlans.Get(m.Snapshot, load)
	for _, level := range kept.Plan.Levels {
		for _, s := range level.Pieces {
			piece, _, _ := strings.Cut(s.Piece, "/")
			there[piece] = true
			for _, id := range s.Piled {
				there[id] = true
			}
		}
	}
	return there
}

// inLoad are the pieces that stand, or are planned to stand, in a load for a glaze firing.
func inLoad(m school.Moment, load string) (now []*school.Piece) {
	places := planned(m, load)
	for _, p := range school.EveryPiece(m.Snapshot) {
		in := p.State.Load
		if p.State.Firing != nil || (in == nil || in.Load != load) && (in != nil || !places[p.ID]) {
			continue
		}
		if of := m.WorkOf(p); !of.Bisque() {
			now = append(now, p)
		}
	}
	return now
}

// ForetellLoad says what a load risks. It holds nothing back.
func (r Results) ForetellLoad(_ context.Context, q contract.ForetellLoadRequestObject) (contract.ForetellLoadResponseObject, error) {
	m := r.School.Now()
	if _, known := school.Loads.Get(m.Snapshot, q.Id); !known {
		return nil, school.Missing("load")
	}
	model := r.learned(m)
	load := surfacesOf(m, q.Id, inLoad(m, q.Id), crazedBy(m))
	v := contract.LoadRisks{Enough: model.Enough(), Needs: results.Enough, Judged: model.Judged, Surfaces: len(load), Faults: []contract.RiskedFault{}}
	if !v.Enough {
		return contract.ForetellLoad200JSONResponse(v), nil
	}
	for _, f := range model.Foretell(load) {
		v.Faults = append(v.Faults, contract.RiskedFault{Name: f.Kind.Name(), Low: f.Low, High: f.High, First: view.List(f.First[:min(len(f.First), mostRisked)], func(one results.Risked) contract.RiskedSurface { return risked(m, one) })})
	}
	v.Last = r.last(m)
	return contract.ForetellLoad200JSONResponse(v), nil
}

// mostRisked is how many surfaces are named for a fault.
const mostRisked = 5

func risked(m school.Moment, one results.Risked) contract.RiskedSurface {
	p := m.Pieces[one.Piece]
	on, _ := p.Body.Surface(one.Surface)
	v := contract.RiskedSurface{Piece: p.ID, Student: m.Who(p), Surface: on.Name, Risk: one.Risk}
	if one.Cause != "" {
		v.Text = view.Some(fmt.Sprintf("%s. Without that, %.0f in 100 instead of %.0f.", upper(results.Of(one.Cause).Name), 100*one.Lower, 100*one.Risk))
	}
	return v
}

// last is how the forecast did at the last load that was judged: foretold by what was known without it.
func (r Results) last(m school.Moment) *contract.LastForetold {
	then := map[string][]*school.Piece{}
	open := map[string]bool{}
	for _, p := range school.EveryPiece(m.Snapshot) {
		if out(p) {
			load := p.State.Firing.Load
			then[load], open[load] = append(then[load], p), open[load] || !p.State.Outcome().Tells()
		}
	}
	var last school.Load
	for _, l := range school.LoadsInOrder(m.Snapshot) {
		if len(then[l.ID]) > 0 && !open[l.ID] && l.UnloadedAt.After(last.UnloadedAt) {
			last = l
		}
	}
	if last.ID == "" {
		return nil
	}
	r.mind.mu.Lock()
	before := map[*school.Piece]reading{}
	for p, known := range r.mind.read {
		if p.State.Firing.Load != last.ID {
			before[p] = known
		}
	}
	r.mind.mu.Unlock()
	model := learn(before)
	if !model.Enough() {
		return nil
	}
	came := map[fault.Kind]int{}
	for _, p := range then[last.ID] {
		for _, f := range p.State.Outcome().Faults {
			came[f.Kind]++
		}
	}
	v := contract.LastForetold{Name: last.Name, Said: []contract.ForetoldCame{}}
	for _, f := range model.Foretell(surfacesOf(m, last.ID, then[last.ID], crazedBy(m))) {
		v.Said = append(v.Said, contract.ForetoldCame{Name: f.Kind.Name(), Low: f.Low, High: f.High, Came: came[f.Kind]})
	}
	return &v
}
