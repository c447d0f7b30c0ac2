// Package kiln keeps the loads: what stands in them, and what was fired.
package kiln

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/kiln"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Kiln answers what the contract asks of kiln loads.
type Kiln struct{ School *school.School }

// Seen is a piece and the last event of it that its loader had seen.
type Seen struct {
	Piece string
	Seq   int64
}

// members lists the pieces that stand, or stood, in a load.
func members(m school.Moment, load string) []*school.Piece {
	var list []*school.Piece
	for _, p := range school.EveryPiece(m.Snapshot) {
		inside := p.State.Load != nil && p.State.Load.Load == load
		was := slices.ContainsFunc(p.State.Past, func(f work.Firing) bool { return f.Load == load })
		if inside || was || p.State.Firing != nil && p.State.Firing.Load == load {
			list = append(list, p)
		}
	}
	return list
}

func seenLoad(m school.Moment, l school.Load) contract.Load {
	v := contract.Load{Id: l.ID, Name: l.Name, Cone: string(l.Cone), Pieces: []string{}, Overruled: []contract.Ruling{},
		MadeAt: l.MadeAt, FiredAt: view.When(l.FiredAt), UnloadedAt: view.When(l.UnloadedAt), Hot: view.Some(l.Hot)}
	v.Class = view.Some(l.Class)
	if l.Wares != "" {
		v.Bisque = new(l.Wares == school.BisqueWares)
	}
	if kept, ok := school.LoadPlans.Get(m.Snapshot, l.ID); ok {
		n := 0
		for _, level := range kept.Plan.Levels {
			for _, s := range level.Pieces {
				if owner(s.Piece) == s.Piece {
					n += 1 + len(s.Piled)
				}
			}
		}
		v.Planned, v.Kiln = &n, view.Some(school.Kilns.All(m.Snapshot)[kept.Kiln].Name)
	}
	for _, p := range members(m, l.ID) {
		v.Pieces = append(v.Pieces, p.ID)
		for _, r := range m.Survey(p).Rulings {
			ruling := view.Ruling(r)
			ruling.Piece = view.Some(p.ID)
			v.Overruled = append(v.Overruled, ruling)
		}
	}
	return v
}

// Fill puts pieces that may be fired into a load, all or none. An empty load.ID
// opens a new one.
func Fill(m school.Moment, c *school.Change, by work.Actor, asked school.Load, pieces []Seen) (school.Load, error) {
	open, err := openLoad(m, asked)
	if err != nil {
		return open, err
	}
	if first, ok := m.Pieces[firstOf(pieces)]; ok && asked.ID == "" && m.House.KilnWares != rules.Shared {
		open.Wares = school.WaresOf(m, first)
	}
	var out refusals
	school.Loads.Put(c, open)
	inside := members(m, open.ID)
	for _, seen := range pieces {
		p, ok := m.Pieces[seen.Piece]
		if !ok {
			return open, school.Missing("piece")
		}
		e := work.Event{ID: school.NewID(), Piece: p.ID, Kind: work.Loaded, At: m.At, By: by.Name, Hand: by.Hand(), Load: open.ID, Seen: seen.Seq}
		if reason := m.Survey(p).Verdict.KeptOut(school.GateOf(m, open, "", inside), ready.ToPut(seen.Seq)); reason != "" {
			out.add(p.ID, m.Who(p)+": "+reason)
			continue
		}
		c.Log(e)
		inside = append(inside, p)
	}
	return open, out.err()
}

func firstOf(pieces []Seen) string {
	if len(pieces) == 0 {
		return ""
	}
	return pieces[0].Piece
}

// refusals gathers what keeps several pieces out.
type refusals []school.Field

func (r *refusals) add(piece, text string) { *r = append(*r, school.Field{Name: piece, Text: text}) }

func (r refusals) err() error {
	if len(r) == 0 {
		return nil
	}
	fault := school.Fault{Kind: school.Refused, Fields: r}
	for _, f := range r {
		fault.Text = strings.TrimSpace(fault.Text + " " + f.Text)
	}
	return fault
}

// openLoad finds the load to add to, or opens a new one.
func openLoad(m school.Moment, asked school.Load) (school.Load, error) {
	if asked.ID == "" {
		cone, err := kiln.ParseCone(string(asked.Cone))
		if err != nil {
			return asked, school.Says(err)
		}
		asked.ID, asked.Cone, asked.MadeAt = school.NewID(), cone, m.At
		asked.Name = cmp.Or(asked.Name, fmt.Sprintf("Load %d", len(school.Loads.All(m.Snapshot))+1))
		return asked, nil
	}
	load, ok := school.Loads.Get(m.Snapshot, asked.ID)
	switch {
	case !ok:
		return load, school.Missing("load")
	case !load.FiredAt.IsZero():
		return load, school.Refuse("%s was fired already.", load.Name)
	}
	return load, nil
}

// asLit is a load with what is to be known later of how it was lit: where, how many pieces had to wait
// for want of room as its plan has it, and for how many days the first of it had been ready.
func asLit(m school.Moment, load school.Load, inside []*school.Piece, in string) school.Load {
	load.Kiln = in
	if kept, planned := school.LoadPlans.Get(m.Snapshot, load.ID); planned {
		load.Kiln = kept.Kiln
		for _, out := range kept.Plan.Out {
			if !out.ByHand {
				load.Left++
			}
		}
	} else if k, only := theOnly(m, load, inside); only && in == "" {
		load.Kiln = k.ID
	}
	for _, p := range inside {
		if p.State.Check != nil {
			load.Waited = max(load.Waited, int(m.At.Sub(p.State.Check.At).Hours()/24))
		} else if !p.State.FeltDry.IsZero() {
			load.Waited = max(load.Waited, int(m.At.Sub(p.State.FeltDry).Hours()/24))
		}
	}
	return load
}

// theOnly is the one kiln in use that is fired as a load without a plan is; false where several are.
func theOnly(m school.Moment, load school.Load, inside []*school.Piece) (only kiln.Kiln, one bool) {
	for _, k := range school.Kilns.All(m.Snapshot) {
		if !k.Rests && k.Fires(load.Cone, school.AirOf(m.Assignments[inside[0].Assignment])) {
			if one {
				return only, false
			}
			only, one = k, true
		}
	}
	return only, one
}

// Fire records that a load was fired. A piece that something happened to since
// it was loaded, or that may not be fired by today's rules, stops the load. in is the kiln, where
// somebody said so and no plan does.
func Fire(m school.Moment, c *school.Change, by work.Actor, id, in string) error {
	load, ok := school.Loads.Get(m.Snapshot, id)
	inside := members(m, id)
	switch {
	case !ok:
		return school.Missing("load")
	case !load.FiredAt.IsZero():
		return school.Refuse("%s was fired already.", load.Name)
	case len(inside) == 0:
		return school.Refuse("%s is empty.", load.Name)
	}
	if _, known := school.Kilns.Get(m.Snapshot, in); in != "" && !known {
		return school.Missing("kiln")
	}
	if kept, planned := school.LoadPlans.Get(m.Snapshot, id); planned && in != "" && in != kept.Kiln {
		return school.Refuse("%s is planned in %s: plan it anew for another kiln.", load.Name, school.Kilns.All(m.Snapshot)[kept.Kiln].Name)
	}
	var out refusals
	gate, of := school.GateOf(m, load, in, inside), map[string]int{}
	for _, p := range inside {
		if reason := m.Survey(p).Verdict.KeptOut(gate, ready.ToLight()); reason != "" {
			out.add(p.ID, m.Who(p)+" has to come out: "+reason)
			of[reason]++
		}
	}
	if n := len(inside); n > 1 && len(out) == n && len(of) == 1 { // it is the load's matter, and no piece's
		for reason := range of {
			return school.Refuse("%s", reason)
		}
	}
	load = asLit(m, load, inside, in)
	load.FiredAt = m.At
	pass(m, c, by, work.Fired, load, inside)
	return out.err()
}

// cooled asks for a reason where a load is opened before it can have cooled, and keeps it with the
// load: it was opened all the same.
func cooled(m school.Moment, load *school.Load, why string) error {
	hot := kiln.Hot(load.Name, load.FiredAt, m.At, school.Kilns.All(m.Snapshot)[load.Kiln].Minutes)
	why = strings.TrimSpace(why)
	if hot != "" && why == "" && load.Hot == "" {
		return school.Fault{Kind: school.Refused, Text: hot + " Say why it comes out all the same.", Fields: []school.Field{{Name: "why", Text: hot}}}
	}
	if hot != "" && why != "" {
		load.Hot = why
	}
	return nil
}

// Unload records that a load came out of the kiln. why is the reason where it has not cooled.
func Unload(m school.Moment, c *school.Change, by work.Actor, id, why string) error {
	load, ok := school.Loads.Get(m.Snapshot, id)
	switch {
	case !ok:
		return school.Missing("load")
	case load.FiredAt.IsZero():
		return school.Refuse("%s was not fired yet.", load.Name)
	case !load.UnloadedAt.IsZero():
		return school.Refuse("%s was unloaded already.", load.Name)
	}
	if err := cooled(m, &load, why); err != nil {
		return err
	}
	load.UnloadedAt = m.At
	pass(m, c, by, work.Unloaded, load, slices.DeleteFunc(members(m, id), func(p *school.Piece) bool { return !inside(p, id) }))
	return nil
}

// Back takes the last step of a load back, by events that undo it: its unloading, while nothing
// happened to its pieces since; its firing, while it is not unloaded; its loading.
func Back(m school.Moment, c *school.Change, by work.Actor, id string) error {
	load, ok := school.Loads.Get(m.Snapshot, id)
	if !ok {
		return school.Missing("load")
	}
	takes := func(p *school.Piece) []work.Event { return []work.Event{{Kind: work.TakenOut}} }
	switch {
	case !load.UnloadedAt.IsZero():
		load.UnloadedAt, load.Hot = time.Time{}, ""
		takes = func(p *school.Piece) []work.Event { return undoes(p.State.StillInside(id)...) }
	case !load.FiredAt.IsZero():
		load.FiredAt, load.Kiln, load.Left, load.Waited, load.Hot = time.Time{}, "", 0, 0, ""
		takes = func(p *school.Piece) []work.Event { return undoes(p.State.Unfired(id)...) }
	}
	inside := members(m, id)
	if len(inside) == 0 {
		return school.Refuse("%s is empty.", load.Name)
	}
	school.Loads.Put(c, load)
	var out refusals
	for _, p := range inside {
		if a := m.Assignments[p.Assignment]; a.Over {
			out.add(p.ID, m.Who(p)+": "+a.Name+" has ended: reopen it first.")
		}
		all := takes(p)
		if len(all) == 0 {
			out.add(p.ID, m.Who(p)+": something happened to it since it came out of the kiln. What came out stays.")
		}
		for _, e := range all {
			e.ID, e.Piece, e.At, e.By, e.Hand = school.NewID(), p.ID, m.At, by.Name, by.Hand()
			c.Log(e)
		}
	}
	return out.err()
}

// undoes are the events that undo others.
func undoes(ids ...string) (all []work.Event) {
	for _, id := range ids {
		all = append(all, work.Event{Kind: work.Undone, Undoes: id})
	}
	return all
}

// pass takes a load one step further: the load and all its pieces together.
func pass(m school.Moment, c *school.Change, by work.Actor, kind work.Kind, load school.Load, inside []*school.Piece) {
	school.Loads.Put(c, load)
	for _, p := range inside {
		of := m.Case(p).Work
		c.Log(work.Event{ID: school.NewID(), Piece: p.ID, Kind: kind, At: m.At, By: by.Name, Hand: by.Hand(), Load: load.ID, Cone: load.Cone, Bisque: of.Bisque(), Text: hotly(kind, load)})
	}
}

// hotly is what an unloading says beside that it came out: why it came out hot.
func hotly(kind work.Kind, load school.Load) string {
	if kind != work.Unloaded {
		return ""
	}
	return load.Hot
}

// changed makes a change and answers with the load as it is then.
func (k Kiln) changed(ctx context.Context, do func(m school.Moment, c *school.Change) (id string, err error)) (v contract.Load, err error) {
	var id string
	err = k.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		id, err = do(m, c)
		return err
	})
	if err != nil {
		return v, err
	}
	m := k.School.Now()
	return seenLoad(m, school.Loads.All(m.Snapshot)[id]), nil
}

// ListLoads lists the kiln loads, the oldest first.
func (k Kiln) ListLoads(context.Context, contract.ListLoadsRequestObject) (contract.ListLoadsResponseObject, error) {
	m := k.School.Now()
	return contract.ListLoads200JSONResponse(view.List(school.LoadsInOrder(m.Snapshot), func(l school.Load) contract.Load { return seenLoad(m, l) })), nil
}

// AddToLoad puts pieces that may be fired into a load.
func (k Kiln) AddToLoad(ctx context.Context, r contract.AddToLoadRequestObject) (contract.AddToLoadResponseObject, error) {
	seen := make([]Seen, len(r.Body.Pieces))
	for i, p := range r.Body.Pieces {
		seen[i] = Seen{Piece: p.Id, Seq: p.Seen}
	}
	asked := school.Load{ID: view.Value(r.Body.Load), Name: view.Value(r.Body.Name), Cone: kiln.Cone(r.Body.Cone)}
	v, err := k.changed(ctx, func(m school.Moment, c *school.Change) (string, error) {
		l, err := Fill(m, c, school.ActorOf(ctx), asked, seen)
		return l.ID, err
	})
	return contract.AddToLoad200JSONResponse(v), err
}

// FireLoad records a firing.
func (k Kiln) FireLoad(ctx context.Context, r contract.FireLoadRequestObject) (contract.FireLoadResponseObject, error) {
	v, err := k.changed(ctx, func(m school.Moment, c *school.Change) (string, error) {
		return r.Id, Fire(m, c, school.ActorOf(ctx), r.Id, view.Value(r.Params.Kiln))
	})
	return contract.FireLoad200JSONResponse(v), err
}

// TakeLoadBack takes the last step of a load back.
func (k Kiln) TakeLoadBack(ctx context.Context, r contract.TakeLoadBackRequestObject) (contract.TakeLoadBackResponseObject, error) {
	v, err := k.changed(ctx, func(m school.Moment, c *school.Change) (string, error) {
		return r.Id, Back(m, c, school.ActorOf(ctx), r.Id)
	})
	return contract.TakeLoadBack200JSONResponse(v), err
}

// UnloadLoad records that a load came out.
func (k Kiln) UnloadLoad(ctx context.Context, r contract.UnloadLoadRequestObject) (contract.UnloadLoadResponseObject, error) {
	v, err := k.changed(ctx, func(m school.Moment, c *school.Change) (string, error) {
		return r.Id, Unload(m, c, school.ActorOf(ctx), r.Id, view.Value(r.Params.Why))
	})
	return contract.UnloadLoad200JSONResponse(v), err
}
