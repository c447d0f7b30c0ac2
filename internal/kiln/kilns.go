package kiln

import (
	"context"
	"maps"
	"slices"
	"strings"
	"time"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Kilns answers what the contract asks of kilns.
type Kilns struct{ School *school.School }

// drawnAround is how many points a round edge is drawn by.
const drawnAround = 96

func seenKiln(k kiln.Kiln) contract.KilnSeen {
	v := contract.KilnSeen{Kiln: k, Faults: []string{}, Edge: []contract.FlatSpot{}, Plate: []contract.FlatSpot{}, Left: []contract.FlatSpot{}, Right: []contract.FlatSpot{}, Standing: []contract.FlatSpot{}, Places: []contract.KilnPlace{}}
	v.Kiln.Posts, v.Kiln.Closed = append([]kiln.Post{}, k.Posts...), append([]time.Weekday{}, k.Closed...)
	for _, f := range append(k.Faults(), k.Asks()...) {
		v.Faults = append(v.Faults, f.Text)
	}
	if len(v.Faults) > 0 {
		return v // it cannot be drawn
	}
	v.Edge, v.Plate = k.Edge().Corners(drawnAround), k.Plate(kiln.Whole).Corners(drawnAround)
	v.Left, v.Right = k.Plate(kiln.Left).Corners(drawnAround), k.Plate(kiln.Right).Corners(drawnAround)
	v.Standing = k.Standing(kiln.Whole).Corners(drawnAround)
	if rod, ok := k.Rod(0, k.TallMM); ok {
		v.Rod = &rod[0].Core
	}
	return v
}

// places are what came out of the loads of a kiln, by where it stood in them.
func places(m school.Moment, k kiln.Kiln) []contract.KilnPlace {
	pieces, sound := map[load.Spot]int{}, map[load.Spot]int{}
	for _, kept := range school.LoadPlans.All(m.Snapshot) {
		if kept.Kiln != k.ID || school.Loads.All(m.Snapshot)[kept.Load].FiredAt.IsZero() {
			continue
		}
		for _, p := range members(m, kept.Load) {
			came := cameOut(p, kept.Load)
			spot, ok := kept.Plan.Where(k, p.ID)
			if came == "" || !ok {
				continue
			}
			if pieces[spot]++; came == "sound" {
				sound[spot]++
			}
		}
	}
	all := []contract.KilnPlace{}
	for _, spot := range slices.SortedFunc(maps.Keys(pieces), load.Spot.Compare) {
		all = append(all, contract.KilnPlace{Place: spot.String(), Pieces: pieces[spot], Sound: sound[spot]})
	}
	return all
}

// Keep keeps a kiln; "" for its id is a new one. What is impossible about it is refused field by
// field, and a kiln's name is its own.
func Keep(m school.Moment, c *school.Change, k kiln.Kiln) (kiln.Kiln, error) {
	k.Name = strings.TrimSpace(k.Name)
	var out refusals
	for _, f := range append(k.Faults(), k.Asks()...) {
		out.add(f.Key, f.Text)
	}
	if _, known := school.Kilns.Get(m.Snapshot, k.ID); k.ID != "" && !known {
		return k, school.Missing("kiln")
	}
	for _, other := range school.Kilns.All(m.Snapshot) {
		if other.ID != k.ID && strings.EqualFold(other.Name, k.Name) {
			out.add("name", "There is a kiln “"+k.Name+"” already: give this one another name.")
		}
	}
	if k.ID == "" {
		k.ID = school.NewID()
	}
	school.Kilns.Put(c, k)
	return k, out.err()
}

// ListKilns lists the kilns, by name.
func (k Kilns) ListKilns(context.Context, contract.ListKilnsRequestObject) (contract.ListKilnsResponseObject, error) {
	m := k.School.Now()
	all := school.Kilns.Sorted(m.Snapshot, func(a, b kiln.Kiln) int { return strings.Compare(a.Name, b.Name) })
	return contract.ListKilns200JSONResponse(view.List(all, func(k kiln.Kiln) contract.KilnSeen {
		v := seenKiln(k)
		v.Places = places(m, k)
		return v
	})), nil
}

// GetUsualKiln is a kiln to begin from.
func (k Kilns) GetUsualKiln(context.Context, contract.GetUsualKilnRequestObject) (contract.GetUsualKilnResponseObject, error) {
	return contract.GetUsualKiln200JSONResponse(seenKiln(kiln.Usual()).Kiln), nil
}

// AddKiln keeps a new kiln.
func (k Kilns) AddKiln(ctx context.Context, r contract.AddKilnRequestObject) (contract.AddKilnResponseObject, error) {
	one := *r.Body
	one.ID = ""
	v, err := k.keep(ctx, one)
	return contract.AddKiln200JSONResponse(v), err
}

// PutKiln changes a kiln.
func (k Kilns) PutKiln(ctx context.Context, r contract.PutKilnRequestObject) (contract.PutKilnResponseObject, error) {
	one := *r.Body
	one.ID = r.Id
	v, err := k.keep(ctx, one)
	return contract.PutKiln200JSONResponse(v), err
}

func (k Kilns) keep(ctx context.Context, one kiln.Kiln) (v contract.KilnSeen, err error) {
	err = k.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		one, err := Keep(m, c, one)
		v = seenKiln(one)
		return err
	})
	return v, err
}
