package results

import (
	"cmp"
	"context"
	"maps"
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/experiment"
	"enkaustos/core/glaze"
	"enkaustos/core/results"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Laboratory answers what the contract asks of stacks that nobody has fired.
type Laboratory struct{ School *school.School }

// entries is what is known of each stack that no tile shows, or that was tried, by its ground.
type entries struct {
	m  school.Moment
	by map[string]*experiment.Entry // by Spot.On
}

func (e *entries) at(stack glaze.Stack, ground experiment.Ground) *experiment.Entry {
	key := ground.Spot().On(stack)
	if e.by[key] == nil {
		e.by[key] = &experiment.Entry{Ground: ground, Cell: experiment.Cell{Stack: stack.AsFired()}}
	}
	return e.by[key]
}

// shown is the tile that shows exactly a stack on a ground.
func (e *entries) shown(stack glaze.Stack, ground experiment.Ground) (code string, fired *colour.Lab) {
	if found, ok := e.m.Shelf.Evidence(stack, ground.Spot()); ok && found.Exact {
		return found.Tile.Code, &found.Fired
	}
	return "", nil
}

// known gathers what plans ask for, what is offered and tried, and what came back.
func known(m school.Moment) entries {
	e := entries{m, map[string]*experiment.Entry{}}
	for _, p := range m.PiecesOf("") {
		e.planned(p)
	}
	for _, r := range m.Stacks() {
		if _, asked := e.by[r.Key()]; !asked {
			tile, _ := e.shown(r.Stack, r.Ground)
			if tile != "" && !e.wasTried(r) {
				continue
			}
		}
		e.at(r.Stack, r.Ground).Came = &r
	}
	return e
}

// planned adds what a piece that is not fired asks for, or is asked to try.
func (e *entries) planned(p *school.Piece) {
	of, out := e.m.WorkOf(p), out(p)
	for i := range p.Body.Surfaces {
		s := &p.Body.Surfaces[i]
		choice := p.Plan.Choices[s.ID]
		if !choice.Planned() || out {
			continue
		}
		stack, ground := p.Plan.Choices.Lies(s), experiment.GroundOf(of.SpotOf(s))
		if tile, _ := e.shown(stack.AsFired(), ground); tile != "" && !choice.Tried {
			continue
		}
		if entry := e.at(stack, ground); choice.Tried {
			entry.Taken = with(entry.Taken, p.ID)
		} else if p.State.Firing == nil {
			entry.Pieces = with(entry.Pieces, p.ID)
		}
	}
	if o, is := school.OfferTo(e.m, p); is && !o.Declined {
		s, _ := p.Body.Surface(o.Surface)
		entry := e.at(o.Stack, experiment.GroundOf(of.SpotOf(&s)))
		entry.Offered = with(entry.Offered, p.ID)
	}
}

// wasTried says whether one of the pieces that came out with a stack carried it as an experiment.
func (e *entries) wasTried(r results.Record) bool {
	return slices.ContainsFunc(r.Pieces, func(id string) bool {
		p := e.m.Pieces[id]
		for surface, choice := range p.Plan.Choices {
			if choice.Tried && p.State.Stack(surface).AsLaid().Same(r.Stack) {
				return true
			}
		}
		return false
	})
}

func with(list []string, id string) []string {
	if slices.Contains(list, id) {
		return list
	}
	return append(list, id)
}

// list is every entry, the same way each time.
func (e *entries) list() (all []experiment.Entry) {
	for _, key := range slices.Sorted(maps.Keys(e.by)) {
		all = append(all, *e.by[key])
	}
	return all
}

// blanks are the stacks that plans ask for and nothing came back of, the most planned first.
func (e *entries) blanks() (all []experiment.Blank) {
	for _, one := range e.list() {
		if tile, _ := e.shown(one.Stack, one.Ground); tile == "" && one.Came == nil && len(one.Pieces)+len(one.Offered)+len(one.Taken) > 0 {
			all = append(all, experiment.Blank{Stack: one.Stack, Ground: one.Ground, Pieces: one.Pieces, Running: len(one.Offered) + len(one.Taken)})
		}
	}
	return experiment.Ranked(all)
}

// willing are the pieces on which their makers would try something, and may: of a class, or of all.
func willing(m school.Moment, class string) (all []experiment.Willing) {
	for _, p := range m.PiecesOf(class) {
		w, said := school.Wishes.Get(m.Snapshot, p.ID)
		_, asked := school.OfferTo(m, p)
		if !said || !w.Willing || asked || p.Approved() || p.State.Firing != nil || carries(p) {
			continue
		}
		one := experiment.Willing{Student: p.Student, Piece: p.ID, Case: m.Case(p)}
		for _, code := range w.Tiles {
			if t, is := school.Tiles.Get(m.Snapshot, code); is {
				one.Wishes = append(one.Wishes, t.Stack)
			}
		}
		all = append(all, one)
	}
	return all
}

// carries says whether a piece has an experiment already.
func carries(p *school.Piece) bool {
	for _, c := range p.Plan.Choices {
		if c.Tried {
			return true
		}
	}
	return false
}

// share says who of a class could be offered what.
func share(m school.Moment, class string) ([]experiment.Blank, []experiment.Offer, error) {
	e := known(m)
	blanks, asked := e.blanks(), willing(m, class)
	switch {
	case len(blanks) == 0:
		return nil, nil, school.Refuse("Every stack that is planned was fired already: there is nothing to find out.")
	case len(asked) == 0:
		return nil, nil, school.Refuse("Nobody is left to ask: students say at a tablet, under their wishes, that they would try something new; an approved plan is changed by you.")
	}
	var fits []experiment.Fit
	for _, w := range asked {
		fits = append(fits, experiment.Fits(w, blanks)...)
	}
	offers := experiment.Share(blanks, fits, experiment.Left(m.Shelf.Glazes, m.Takes()))
	if len(offers) == 0 {
		return nil, nil, school.Refuse("None of these stacks fits: every one is off the wishes, or would be stopped, lies where food goes, or its jar holds too little. Or each is tried on %d pieces already.", experiment.Twice)
	}
	return blanks, offers, nil
}

// Offer offers stacks that nobody has fired to students of a class, or of all, who would like to try
// one; made are the pieces whose makers are asked.
func Offer(m school.Moment, c *school.Change, by, class string) (made []string, err error) {
	if _, is := school.Classes.Get(m.Snapshot, class); class != "" && !is {
		return nil, school.Missing("class")
	}
	blanks, offers, err := share(m, class)
	for _, o := range offers {
		school.Offers.Put(c, school.Offer{Piece: o.Piece, Surface: o.Surface, Stack: blanks[o.Blank].Stack, At: m.At, By: by})
		made = append(made, o.Piece)
	}
	return made, err
}

// OfferExperiments offers stacks that nobody has fired to students who would like to try one.
func (l Laboratory) OfferExperiments(ctx context.Context, r contract.OfferExperimentsRequestObject) (contract.OfferExperimentsResponseObject, error) {
	var made []string
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		made, err = Offer(m, c, school.ActorOf(ctx).Name, view.Value(r.Body.Class))
		return err
	})
	if err != nil {
		return nil, err
	}
	m, v := l.School.Now(), contract.OfferExperiments200JSONResponse{}
	for _, id := range made {
		if o, is := school.Offers.Get(m.Snapshot, id); is {
			v = append(v, offer(m, o))
		}
	}
	return v, nil
}

func offer(m school.Moment, o school.Offer) contract.Offered {
	p := m.Pieces[o.Piece]
	on, _ := p.Body.Surface(o.Surface)
	return contract.Offered{Piece: o.Piece, Who: m.Who(p), Title: m.Assignments[p.Assignment].Name, Surface: on.Name, Stack: view.All(o.Stack), Name: view.StackName(m, o.Stack), At: o.At, Declined: o.Declined}
}

// GetLaboratory is what nobody has fired, who would try it, and what came back.
func (l Laboratory) GetLaboratory(context.Context, contract.GetLaboratoryRequestObject) (contract.GetLaboratoryResponseObject, error) {
	m := l.School.Now()
	e := known(m)
	v := contract.Laboratory{Willing: len(willing(m, "")), Offers: []contract.Offered{}}
	for _, o := range school.Offers.Sorted(m.Snapshot, func(a, b school.Offer) int { return cmp.Or(a.At.Compare(b.At), strings.Compare(a.Piece, b.Piece)) }) {
		if p := m.Pieces[o.Piece]; p != nil && !m.Assignments[p.Assignment].Over {
			if _, is := school.OfferTo(m, p); is {
				v.Offers = append(v.Offers, offer(m, o))
			}
		}
	}
	v.Blanks = view.List(e.blanks(), func(b experiment.Blank) contract.Blank {
		return contract.Blank{Stack: view.All(b.Stack), Name: view.StackName(m, b.Stack), Clay: b.Ground.Clay, Cone: string(b.Ground.Cone), Atmosphere: b.Ground.Air,
			Textured: b.Ground.Half == glaze.Texture, Pieces: len(b.Pieces), Running: b.Running}
	})
	v.Matrices = view.List(experiment.Lay(e.list(), e.shown), func(x experiment.Matrix) contract.LabMatrix { return matrix(m, x) })
	return contract.GetLaboratory200JSONResponse(v), nil
}

func matrix(m school.Moment, x experiment.Matrix) contract.LabMatrix {
	stacks := func(all []glaze.Stack) [][]glaze.Layer {
		return view.List(all, func(s glaze.Stack) []glaze.Layer { return view.All(s) })
	}
	return contract.LabMatrix{Clay: x.Ground.Clay, Cone: string(x.Ground.Cone), Atmosphere: x.Ground.Air, Textured: x.Ground.Half == glaze.Texture,
		Bases: stacks(x.Bases), Tops: stacks(x.Tops), Asked: x.Asked, Back: x.Back, Running: x.Running,
		Cells: view.List(x.Cells, func(c experiment.Cell) contract.LabCell { return cell(m, c) })}
}

func cell(m school.Moment, c experiment.Cell) contract.LabCell {
	who := func(ids []string) []string {
		return view.List(ids, func(id string) string { return m.Who(m.Pieces[id]) })
	}
	v := contract.LabCell{Stack: view.All(c.Stack), Name: view.StackName(m, c.Stack), Asked: c.Asked, Planned: who(c.Pieces), Offered: who(c.Offered), Taken: who(c.Taken),
		Tile: view.Some(c.Tile), Look: view.Hex(c.Fired), Pieces: []string{}, Pictures: []string{}, Faults: []contract.CountedFault{}}
	if r := c.Came; r != nil {
		v.Fired, v.Judged, v.Sound, v.Pieces, v.Pictures, v.Faults = r.Fired, r.Judged, r.Sound, view.All(r.Pieces), picturesOf(m, r.Pieces), counted(r.Faults)
		if mean, ok := r.Mean(); ok && c.Fired == nil {
			v.Look = view.Hex(&mean)
		}
	}
	return v
}
