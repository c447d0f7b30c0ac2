package kiln

import (
	"context"
	"slices"

	"enkaustos/core/fault"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// told is what is logged of a piece beside that it came out, by how it did; nothing where it
// is looked at later.
func told(how contract.OutOfKilnHow, bisque bool) []work.Event {
	came := fault.Came(how)
	switch {
	case how == contract.OutOfKilnHowRefire:
		return []work.Event{{Kind: work.Refired}}
	case how == contract.OutOfKilnHowOut:
		return nil
	case !bisque:
		return []work.Event{{Kind: work.Resulted, Came: came}}
	case came == fault.Sound:
		return nil
	}
	return []work.Event{{Kind: work.Damaged, Text: came.Harms()}}
}

// inside says whether a piece was fired in a load and is still in the kiln.
func inside(p *school.Piece, load string) bool {
	f := p.State.Firing
	return f != nil && f.Load == load && f.Unloaded.IsZero()
}

// cameOut is how a piece came out of a load; "" while it did not.
func cameOut(p *school.Piece, load string) string {
	again := slices.ContainsFunc(p.State.Past, func(f work.Firing) bool { return f.Load == load && !f.Unloaded.IsZero() && !f.Bisque })
	bisque := slices.ContainsFunc(p.State.Past, func(f work.Firing) bool { return f.Load == load && !f.Unloaded.IsZero() && f.Bisque })
	now := p.State.Firing != nil && p.State.Firing.Load == load && !p.State.Firing.Unloaded.IsZero()
	switch {
	case now:
		return p.State.Outcome().Says(func(id string) string { on, _ := p.Body.Surface(id); return on.Name })
	case bisque && len(p.State.Damages) > 0:
		return work.Words(p.State.Damages)
	case bisque:
		return "sound"
	case again:
		return "to be fired again"
	}
	return ""
}

// Out says how one piece came out of the kiln. The load is unloaded once all of it is out. why is
// the reason where the kiln has not cooled.
func Out(m school.Moment, c *school.Change, by work.Actor, id, piece string, how contract.OutOfKilnHow, why string) error {
	l, ok := school.Loads.Get(m.Snapshot, id)
	p, known := m.Pieces[owner(piece)]
	switch {
	case !ok:
		return school.Missing("load")
	case l.FiredAt.IsZero():
		return school.Refuse("%s was not fired yet.", l.Name)
	case !known || !inside(p, id):
		return school.Refuse("This piece does not stand in %s any more.", l.Name)
	case how == contract.OutOfKilnHowRefire && p.State.Firing.Bisque:
		return school.Refuse("%s was fired to bisque: it is glazed next, and fired then.", m.Who(p))
	}
	if err := cooled(m, &l, why); err != nil {
		return err
	}
	pass(m, c, by, work.Unloaded, l, []*school.Piece{p})
	for _, more := range told(how, p.State.Firing.Bisque) {
		more.ID, more.Piece, more.At, more.By, more.Hand = school.NewID(), p.ID, m.At, by.Name, by.Hand()
		c.Log(more)
	}
	if !slices.ContainsFunc(members(m, id), func(q *school.Piece) bool { return q != p && inside(q, id) }) {
		l.UnloadedAt = m.At
		school.Loads.Put(c, l)
	}
	if kept, planned := school.LoadPlans.Get(m.Snapshot, id); planned {
		kept.At = m.At
		school.LoadPlans.Put(c, kept) // so that every screen that shows its plan hears of it
	}
	return nil
}

// TakeOutOfKiln says how one piece came out.
func (k Kiln) TakeOutOfKiln(ctx context.Context, r contract.TakeOutOfKilnRequestObject) (contract.TakeOutOfKilnResponseObject, error) {
	v, err := k.changed(ctx, func(m school.Moment, c *school.Change) (string, error) {
		return r.Id, Out(m, c, school.ActorOf(ctx), r.Id, r.Body.Piece, r.Body.How, view.Value(r.Body.Why))
	})
	return contract.TakeOutOfKiln200JSONResponse(v), err
}
