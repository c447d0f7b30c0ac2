package kiln

import (
	"context"
	"fmt"
	"slices"
	"sync"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
	"enkaustos/core/rules"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Planning answers what the contract asks of plans of loads. Searches run on a snapshot, so that no
// tap waits for one.
type Planning struct {
	School *school.School

	mu       sync.Mutex
	searches map[string]*search // longer ones, by load
}

// longer is how many times the effort of a screen a longer search has.
const longer = 20

// search is a longer search that goes on.
type search struct {
	share float64
	stop  context.CancelFunc
}

// laid is a plan with all that it is of.
type laid struct {
	load   school.Load
	kept   school.LoadPlan
	kiln   kiln.Kiln
	pieces []load.Piece
}

// laidOf finds a load's plan.
func laidOf(m school.Moment, id string) (l laid, err error) {
	var ok bool
	if l.load, ok = school.Loads.Get(m.Snapshot, id); !ok {
		return l, school.Missing("load")
	}
	if l.kept, ok = school.LoadPlans.Get(m.Snapshot, id); !ok {
		return l, school.Refuse("%s has no plan of what stands where.", l.load.Name)
	}
	l.kiln = school.Kilns.All(m.Snapshot)[l.kept.Kiln]
	if l.load.FiredAt.IsZero() {
		l.pieces = toPack(m, school.Packable(m, l.load, l.kiln))
	} else {
		l.pieces = toPack(m, members(m, id))
	}
	l.pieces = append(load.Piled(l.pieces, l.kept.Plan), l.kept.Tiles.Pieces()...)
	return l, nil
}

func toPack(m school.Moment, pieces []*school.Piece) (list []load.Piece) {
	for _, p := range pieces {
		list = append(list, school.ToPack(m, p)...)
	}
	return list
}

func (l laid) hand(m school.Moment) load.Hand {
	return load.Hand{Kiln: l.kiln, Ways: school.WaysOf(m.House), Pieces: l.pieces}
}

// request asks for a plan of the pieces; test tiles take what room they leave, see fill.
func (l laid) request(m school.Moment, steps int) load.Request {
	pieces := slices.DeleteFunc(slices.Clone(l.pieces), func(p load.Piece) bool { return load.IsTile(p.ID) })
	return load.Request{Kiln: l.kiln, Ways: school.WaysOf(m.House), Pieces: pieces, Steps: steps, Seed: int64(l.kept.Revision), Start: &l.kept.Plan}
}

// Plan plans a new load of what may be fired to a cone, in a kiln.
func (p *Planning) Plan(ctx context.Context, asked contract.PlanLoadJSONBody) (string, error) {
	m, cone := p.School.Now(), kiln.Cone(asked.Cone)
	k, ok := school.Kilns.Get(m.Snapshot, asked.Kiln)
	switch {
	case !ok:
		return "", school.Missing("kiln")
	case k.Rests:
		return "", school.Refuse("%s is out of use.", k.Name)
	case !k.Fires(cone, k.Air):
		return "", school.Refuse("%s is fired to cones %s to %s, and not to cone %s.", k.Name, k.From, k.To, cone)
	}
	of := school.Load{ID: school.NewID(), Cone: cone, MadeAt: m.At, Name: fmt.Sprintf("Load %d", len(school.Loads.All(m.Snapshot))+1), Class: view.Value(asked.Class)}
	waiting := school.Packable(m, of, k)
	if of.Wares = waresOf(m, waiting, asked.Bisque); of.Wares != "" {
		waiting = school.Packable(m, of, k)
	}
	if err := pending(m, k, of); err != nil {
		return "", err
	}
	if len(waiting) == 0 {
		return "", school.Refuse("Nothing may be fired to cone %s in %s now.", cone, k.Air)
	}
	plan, faults := load.FindPiled(load.Request{Kiln: k, Ways: school.WaysOf(m.House), Pieces: toPack(m, waiting), Steps: load.Second, Seed: 1})
	if len(faults) > 0 {
		return "", school.Refuse("%s", faults[0])
	}
	return of.ID, p.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		if err := pending(m, k, of); err != nil {
			return err
		}
		school.Loads.Put(c, of)
		school.LoadPlans.Put(c, school.LoadPlan{Load: of.ID, Kiln: k.ID, Revision: 1, At: m.At, By: school.ActorOf(ctx).Name, Plan: plan})
		return nil
	})
}

// waresOf is what a load is of alone, where the house fires bisque and glaze each by itself: as was
// asked, else what more of waits.
func waresOf(m school.Moment, waiting []*school.Piece, bisque *bool) school.Wares {
	if m.House.KilnWares == rules.Shared {
		return ""
	}
	n := 0
	for _, p := range waiting {
		if school.WaresOf(m, p) == school.BisqueWares {
			n++
		}
	}
	if view.Or(bisque, 2*n > len(waiting)) {
		return school.BisqueWares
	}
	return school.GlazeWares
}

// pending refuses a second plan of the same in one kiln.
func pending(m school.Moment, k kiln.Kiln, of school.Load) error {
	for _, other := range school.LoadPlans.All(m.Snapshot) {
		if l := school.Loads.All(m.Snapshot)[other.Load]; other.Kiln == k.ID && l.Alike(of) && l.FiredAt.IsZero() {
			return school.Refuse("%s is planned for cone %s in %s already: go on there, or delete that plan.", l.Name, of.Cone, k.Name)
		}
	}
	return nil
}

// Change changes a plan by hand, or has the rest of it planned again around what is locked. Who
// looked at an older plan is told so.
func (p *Planning) Change(ctx context.Context, id string, do contract.LoadPlanChange) error {
	m := p.School.Now()
	l, err := laidOf(m, id)
	if err != nil {
		return err
	}
	if err := l.open(do.Revision); err != nil {
		return err
	}
	next, err := p.changed(m, l, do)
	if err != nil || next == nil {
		return err
	}
	return p.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		now, err := laidOf(m, id)
		if err != nil {
			return err
		}
		if err := now.open(do.Revision); err != nil {
			return err
		}
		kept := *next
		kept.Revision, kept.At, kept.By = do.Revision+1, m.At, school.ActorOf(ctx).Name
		school.LoadPlans.Put(c, kept)
		return nil
	})
}

// open says whether a plan may be changed by who saw a revision.
func (l laid) open(seen int) error {
	switch {
	case !l.load.FiredAt.IsZero():
		return school.Refuse("%s was fired already.", l.load.Name)
	case l.kept.Revision != seen:
		return school.Refuse("%s planned on it since you looked: look again.", named(l.kept.By))
	}
	return nil
}

// changed is a plan after one act; nil where nothing of it is kept.
func (p *Planning) changed(m school.Moment, l laid, do contract.LoadPlanChange) (*school.LoadPlan, error) {
	kept, hand := l.kept, l.hand(m)
	piece, level := view.Value(do.Piece), view.Value(do.Level)
	var err error
	switch do.Act {
	case contract.LoadPlanChangeActMove, contract.LoadPlanChangeActDrop:
		if l.ticked(m, piece) {
			return nil, school.Refuse("It stands in the kiln already: take it out there first.")
		}
		if do.X == nil || do.Y == nil {
			kept.Plan, err = hand.Put(kept.Plan, piece, level)
			break
		}
		at := outline.Place{X: *do.X, Y: *do.Y, Turn: view.Value(do.Turn)}
		kept.Plan, err = hand.Move(kept.Plan, piece, level, at, do.Act == contract.LoadPlanChangeActDrop)
	case contract.LoadPlanChangeActHold, contract.LoadPlanChangeActRelease:
		kept.Plan = kept.Plan.Lock(piece, do.Act == contract.LoadPlanChangeActHold)
	case contract.LoadPlanChangeActOut:
		if l.ticked(m, piece) {
			return nil, school.Refuse("It stands in the kiln already: take it out there first.")
		}
		kept.Plan = hand.TakeOut(kept.Plan, piece)
	case contract.LoadPlanChangeActSwap:
		kept.Plan, err = hand.Swap(kept.Plan, piece, view.Value(do.Other))
	case contract.LoadPlanChangeActAgain:
		kept.Plan, err = again(m, l, load.Second, nil, nil)
	case contract.LoadPlanChangeActTiles:
		kept, err = l.withTiles(m, do)
	case contract.LoadPlanChangeActLonger:
		return nil, p.begin(l)
	case contract.LoadPlanChangeActStop:
		p.halt(l.load.ID)
		return nil, nil
	case contract.LoadPlanChangeActShow, contract.LoadPlanChangeActHide:
		kept.Tablets = do.Act == contract.LoadPlanChangeActShow
	}
	if err != nil {
		return nil, school.Says(err)
	}
	return &kept, nil
}

// ticked says whether a piece stands in the kiln.
func (l laid) ticked(m school.Moment, piece string) bool {
	if load.IsTile(piece) {
		return slices.Contains(l.kept.TilesIn, piece)
	}
	p, ok := m.Pieces[owner(piece)]
	return ok && p.State.Load != nil && p.State.Load.Load == l.load.ID
}

// again plans the rest around what is locked and what stands in the kiln already.
func again(m school.Moment, l laid, steps int, stop func() bool, watch func(load.Plan, float64) bool) (load.Plan, error) {
	start := l.kept.Plan.WithoutTiles()
	for _, level := range start.Levels {
		for _, s := range level.Pieces {
			if l.ticked(m, s.Piece) {
				start = start.Lock(s.Piece, true)
			}
		}
	}
	r := l.request(m, steps)
	r.Start, r.Stop, r.Watch = &start, stop, watch
	plan, faults := load.FindPiled(r)
	if len(faults) > 0 {
		return plan, school.Refuse("%s", faults[0])
	}
	for _, level := range plan.Levels { // what was only ticked is not locked by hand
		for _, s := range level.Pieces {
			if l.ticked(m, s.Piece) && !slices.ContainsFunc(l.kept.Plan.Levels, func(b load.Level) bool {
				return slices.ContainsFunc(b.Pieces, func(q load.Standing) bool { return q.Piece == s.Piece && q.Locked })
			}) {
				plan = plan.Lock(s.Piece, false)
			}
		}
	}
	return l.fill(m, plan, l.kept.Tiles), nil
}

// fill lays test tiles where a plan has room.
func (l laid) fill(m school.Moment, plan load.Plan, tiles load.Tiles) load.Plan {
	r := l.request(m, 0)
	filled, _ := load.Hand{Kiln: r.Kiln, Ways: r.Ways, Pieces: r.Pieces}.Fill(plan, tiles)
	return filled
}

// withTiles has a load take so many test tiles, where the house lets them stand beside pieces.
func (l laid) withTiles(m school.Moment, do contract.LoadPlanChange) (school.LoadPlan, error) {
	kept := l.kept
	if do.Tiles == nil {
		return kept, school.Refuse("Say how many test tiles, and how large.")
	}
	tiles := load.Tiles{Count: do.Tiles.Count, WideMM: do.Tiles.WideMM, DeepMM: do.Tiles.DeepMM, TallMM: do.Tiles.TallMM}
	switch fault := tiles.Fault(); {
	case fault != "":
		return kept, school.Refuse("%s", fault)
	case tiles.Count > 0 && m.House.KilnTiles != rules.Shared:
		return kept, school.Refuse("The house fires test tiles by themselves: its rules say so.")
	case len(kept.TilesIn) > 0:
		return kept, school.Refuse("%d test tiles stand in the kiln already: take them out first.", len(kept.TilesIn))
	}
	kept.Tiles, kept.Plan = tiles, l.fill(m, kept.Plan, tiles)
	return kept, nil
}

// begin starts a longer search in the background, where none goes on.
func (p *Planning) begin(l laid) error {
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.searches[l.load.ID] != nil {
		return school.Refuse("A longer search goes on already.")
	}
	ctx, stop := context.WithCancel(context.Background())
	s := &search{stop: stop}
	if p.searches == nil {
		p.searches = map[string]*search{}
	}
	p.searches[l.load.ID] = s
	go p.run(ctx, l, s)
	return nil
}

// run searches, and keeps what it found where nobody changed the plan meanwhile.
func (p *Planning) run(ctx context.Context, l laid, s *search) {
	plan, err := again(p.School.Now(), l, longer*load.Second, func() bool { return ctx.Err() != nil }, func(_ load.Plan, share float64) bool {
		p.mu.Lock()
		defer p.mu.Unlock()
		s.share = share
		return ctx.Err() == nil
	})
	p.mu.Lock()
	delete(p.searches, l.load.ID)
	p.mu.Unlock()
	s.stop()
	if err != nil {
		return
	}
	_ = p.School.Change(context.Background(), func(m school.Moment, c *school.Change) error {
		now, err := laidOf(m, l.load.ID)
		if err != nil || now.open(l.kept.Revision) != nil {
			return nil // somebody went on by hand: theirs stays
		}
		kept := now.kept
		kept.Plan, kept.Revision, kept.At = plan, kept.Revision+1, m.At
		school.LoadPlans.Put(c, kept)
		return nil
	})
}

// halt ends a longer search: what it found until then is kept.
func (p *Planning) halt(id string) {
	p.mu.Lock()
	defer p.mu.Unlock()
	if s := p.searches[id]; s != nil {
		s.stop()
	}
}

// searching is how far a longer search is; false where none goes on.
func (p *Planning) searching(id string) (float64, bool) {
	p.mu.Lock()
	defer p.mu.Unlock()
	if s := p.searches[id]; s != nil {
		return s.share, true
	}
	return 0, false
}

// Drop throws a plan away, and its load with it, while nothing stands in it.
func Drop(m school.Moment, c *school.Change, id string) error {
	l, err := laidOf(m, id)
	if err != nil {
		return err
	}
	if n := len(members(m, id)); n > 0 {
		return school.Refuse("%d pieces stand in %s: take them out first.", n, l.load.Name)
	}
	school.LoadPlans.Drop(c, l.kept)
	school.Loads.Drop(c, l.load)
	return nil
}
