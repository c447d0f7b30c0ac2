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

// ListStacks lists stacks by what became of them.
func (r Results) ListStacks(context.Context, contract.ListStacksRequestObject) (contract.ListStacksResponseObject, error) {
	m := r.School.Now()
	return contract.ListStacks200JSONResponse(view.List(m.Stacks(), func(one results.Record) contract.StackRecord { return record(m, one) })), nil
}

func record(m school.Moment, r results.Record) contract.StackRecord {
	v := contract.StackRecord{Key: unwanted(r).Key(), Stack: view.All(r.Stack), Title: view.StackName(m, r.Stack), Clay: r.Ground.Clay, Cone: string(r.Ground.Cone), Atmosphere: cmp.Or(r.Ground.Air, glaze.Oxidation), Textured: r.Ground.Half == glaze.Texture,
		Fired: r.Fired, Judged: r.Judged, Sound: r.Sound, Least: r.Least, Most: r.Most, Said: r.Said, Again: r.Again, Pieces: view.All(r.Pieces), Pictures: picturesOf(m, r.Pieces),
		Faults: counted(r.Faults), Flows: []contract.CountedFault{}}
	for _, f := range []fault.Flow{fault.Stayed, fault.ALittle, fault.ToBand, fault.OnShelf} {
		if n := r.Flows[f]; n > 0 {
			v.Flows = append(v.Flows, contract.CountedFault{Name: f.Says(), Count: n})
		}
	}
	v.Advice = view.Some(r.Advice())
	read := view.List(r.Read, func(one glaze.OnPiece) contract.Hex { return one.Lab.Hex() })
	v.Read = &read
	if len(r.Read) > 1 {
		v.Apart = new(glaze.Apart(r.Read))
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

// picturesOf are the newest pictures of pieces, one each, the newest last.
func picturesOf(m school.Moment, pieces []string) []string {
	all := []string{}
	for _, id := range pieces {
		if of := school.PicturesOf(m, m.Pieces[id]); len(of) > 0 {
			all = append(all, of[len(of)-1])
		}
	}
	return all
}

// AvoidStack says that a stack is not wanted again, or is.
func (r Results) AvoidStack(ctx context.Context, q contract.AvoidStackRequestObject) (contract.AvoidStackResponseObject, error) {
	return contract.AvoidStack204Response{}, r.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		all := m.Stacks()
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

// free is a code that no tile has: R and a number.
func free(m school.Moment) string {
	for n := 1; ; n++ {
		code := fmt.Sprintf("R%d", n)
		if _, taken := school.Tiles.Get(m.Snapshot, code); !taken {
			return code
		}
	}
}

// HangStack makes a tile of what a stack became on pieces.
func (r Results) HangStack(ctx context.Context, q contract.HangStackRequestObject) (contract.HangStackResponseObject, error) {
	var made glaze.Tile
	err := r.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		all := m.Stacks()
		i := slices.IndexFunc(all, func(one results.Record) bool { return one.Key() == q.Body.Key })
		if i < 0 {
			return school.Missing("fired stack")
		}
		if e, ok := m.Shelf.Evidence(all[i].Stack, all[i].Ground.Spot()); ok && e.Exact {
			return school.Refuse("Tile %s shows it already: it stays the one to go by.", e.Tile.Code)
		}
		var err error
		if made, err = results.Hang(free(m), &all[i], m.At); err != nil {
			return school.Says(err)
		}
		school.Tiles.Put(c, made)
		return nil
	})
	if err != nil {
		return nil, err
	}
	return contract.HangStack200JSONResponse(view.Tile(r.School.Now(), made)), nil
}
