package results

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/fault"
	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/results"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// unwanted names a stack on its ground, as it would be avoided.
func unwanted(r results.Record) plan.Unwanted {
	return plan.Unwanted{Stack: r.Stack, Clay: r.Ground.Clay, Cone: r.Ground.Cone, Air: r.Ground.Air, Half: r.Ground.Half}
}

// fired is every surface that came out of a glaze firing, the oldest first. What a piece says is
// remembered for as long as it is the same.
func (r Results) fired(m school.Moment) (all []results.Fired) {
	pieces := slices.DeleteFunc(school.EveryPiece(m.Snapshot), func(p *school.Piece) bool { return !out(p) })
	slices.SortFunc(pieces, func(a, b *school.Piece) int {
		return cmp.Or(a.State.Firing.Unloaded.Compare(b.State.Firing.Unloaded), cmp.Compare(a.ID, b.ID))
	})
	r.mind.mu.Lock()
	defer r.mind.mu.Unlock()
	kept := make(map[*school.Piece]wasFired, len(pieces))
	for _, p := range pieces {
		one, known := r.mind.fired[p]
		if a := m.Assignments[p.Assignment]; !known || one.of != a {
			one = wasFired{a, surfacesFired(m, p)}
		}
		kept[p] = one
		all = append(all, one.surfaces...)
	}
	r.mind.fired = kept
	return all
}

// surfacesFired are the glazed surfaces of a piece that is out of the kiln.
func surfacesFired(m school.Moment, p *school.Piece) (all []results.Fired) {
	work, o := m.WorkOf(p), p.State.Outcome()
	for i := range p.Body.Surfaces {
		s := &p.Body.Surfaces[i]
		stack := p.State.Stack(s.ID).AsLaid()
		if stack.Total() == 0 {
			continue
		}
		spot := work.SpotOf(s)
		one := results.Fired{Piece: p.ID, Surface: s.ID, Stack: stack, Ground: results.FiredOn{Firing: spot.Firing, Half: spot.Half}, Judged: o.Judged(), Flow: o.Flow}
		one.Sound = o.SoundOn(s.ID)
		for _, f := range o.On(s.ID) {
			one.Faults = append(one.Faults, f.Kind)
		}
		if said := p.State.Opinion; said != nil {
			one.Said, one.Again = true, said.Again
		}
		if all := school.PicturesOf(m, p); len(all) > 0 {
			one.Picture = all[len(all)-1]
		}
		all = append(all, one)
	}
	return all
}

// ListStacks lists stacks by what became of them.
func (r Results) ListStacks(context.Context, contract.ListStacksRequestObject) (contract.ListStacksResponseObject, error) {
	m := r.School.Now()
	return contract.ListStacks200JSONResponse(view.List(results.Records(r.fired(m)), func(one results.Record) contract.StackRecord { return record(m, one) })), nil
}

func record(m school.Moment, r results.Record) contract.StackRecord {
	v := contract.StackRecord{Key: unwanted(r).Key(), Stack: view.All(r.Stack), Title: title(m, r.Stack), Clay: r.Ground.Clay, Cone: string(r.Ground.Cone), Atmosphere: cmp.Or(r.Ground.Air, glaze.Oxidation), Textured: r.Ground.Half == glaze.Texture,
		Fired: r.Fired, Judged: r.Judged, Sound: r.Sound, Least: r.Least, Most: r.Most, Said: r.Said, Again: r.Again, Pieces: view.All(r.Pieces), Pictures: view.All(r.Pictures),
		Faults: []contract.CountedFault{}, Flows: []contract.CountedFault{}}
	for _, f := range fault.All() {
		if n := r.Faults[f.Kind]; n > 0 {
			v.Faults = append(v.Faults, contract.CountedFault{Name: f.Name, Count: n})
		}
	}
	for _, f := range []fault.Flow{fault.Stayed, fault.ALittle, fault.ToBand, fault.OnShelf} {
		if n := r.Flows[f]; n > 0 {
			v.Flows = append(v.Flows, contract.CountedFault{Name: f.Says(), Count: n})
		}
	}
	switch r.MoreOrFewer {
	case 1:
		v.Advice = view.Some(fmt.Sprintf("A coat more next time: %d of %d were see-through or striped.", r.BecauseCount, r.Judged))
	case -1:
		v.Advice = view.Some(fmt.Sprintf("A coat fewer next time: %d of %d ran, or gathered.", r.BecauseCount, r.Judged))
	}
	if a, is := school.Avoids.Get(m.Snapshot, v.Key); is {
		v.Avoid = &a.Reason
	}
	if e, ok := m.Shelf.Evidence(r.Stack, plan.Spot{Firing: r.Ground.Firing, Half: r.Ground.Half}); ok && e.Exact {
		v.Tile, v.Look = view.Some(e.Tile.Code), view.Hex(&e.Fired)
	}
	if g := m.Shelf.Glazes[r.Stack[len(r.Stack)-1].Glaze]; g != nil {
		v.Raw = view.Hex(&g.Raw)
	}
	return v
}

// title is a stack by codes and names.
func title(m school.Moment, stack glaze.Stack) string {
	var all []string
	for _, l := range stack {
		name := l.Glaze
		if g := m.Shelf.Glazes[l.Glaze]; g != nil {
			name += " " + g.Name
		}
		all = append(all, name)
	}
	return strings.Join(all, " + ")
}

// AvoidStack says that a stack is not wanted again, or is.
func (r Results) AvoidStack(ctx context.Context, q contract.AvoidStackRequestObject) (contract.AvoidStackResponseObject, error) {
	return contract.AvoidStack204Response{}, r.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		all := results.Records(r.fired(m))
		i := slices.IndexFunc(all, func(one results.Record) bool { return unwanted(one).Key() == q.Body.Key })
		if i < 0 {
			return school.Missing("fired stack")
		}
		a := school.Avoided{Unwanted: unwanted(all[i]), At: m.At, By: school.ActorOf(ctx).Name}
		if a.Reason = strings.TrimSpace(view.Value(q.Body.Reason)); a.Reason == "" {
			school.Avoids.Drop(c, a)
			return nil
		}
		school.Avoids.Put(c, a)
		return nil
	})
}
