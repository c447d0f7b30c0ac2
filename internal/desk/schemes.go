package desk

import (
	"context"
	"enkaustos/core/glaze"

	"enkaustos/core/plan"
	"enkaustos/core/survey"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Schemes is how many plans stand side by side, the plan itself among them.
const Schemes = 3

// schemesOf are the plans that stand side by side for a piece: its plan, then
// the ones kept beside it.
func schemesOf(m school.Moment, id string) ([]contract.Scheme, error) {
	p, ok := m.Pieces[id]
	if !ok {
		return nil, school.Missing("piece")
	}
	list := []contract.Scheme{scheme(m, p, 1, p.Plan.Choices)}
	for slot := 2; slot <= Schemes; slot++ {
		if choices, kept := p.Schemes[slot]; kept {
			list = append(list, scheme(m, p, slot, choices))
		}
	}
	return list, nil
}

// scheme is a plan as it would look, without coats.
func scheme(m school.Moment, p *school.Piece, slot int, choices plan.Plan) contract.Scheme {
	c := m.Case(p)
	choices = c.Shelf.FromJars(choices, func(string) []glaze.Layer { return nil })
	band := c.Shelf.Band(choices, c.Work)
	findings := school.ToldOf(m, choices, c.Work, plan.AndFinding(c.Shelf.Check(choices, c.Work), c.Shelf.Lacking(choices, m.Takes())))
	v := contract.Scheme{Slot: slot, BandMM: band.HeightMM, Findings: view.Findings(findings, c.Body), Amounts: view.List(c.AmountsOf(choices, band), view.Amount)}
	for _, surface := range p.Body.Surfaces {
		shown := survey.Surface{Surface: surface, Choice: choices[surface.ID]}
		if shown.Choice.Planned() {
			shown.Appearance = survey.AppearanceOf(c.Shelf, choices.Lies(&surface), c.Work.SpotOf(&surface))
		}
		v.Surfaces = append(v.Surfaces, view.Surface(shown, m.At))
	}
	return v
}

// Vary keeps a copy of the plan beside it, its stacks moved on so that it differs
// from the schemes that are there; the plan as it is where no turn of it does.
func Vary(m school.Moment, c *school.Change, id string) error {
	p, err := m.Unfired(school.Teacher, id)
	if err != nil {
		return err
	}
	if p.Plan.Choices.Empty() {
		return school.Refuse("Plan the piece once, then vary it.")
	}
	for slot := 2; slot <= Schemes; slot++ {
		if _, kept := p.Schemes[slot]; !kept {
			putScheme(m, c, p, slot, another(p))
			return nil
		}
	}
	return school.Refuse("%d schemes stand side by side: drop one first.", Schemes)
}

// another is the plan turned until it differs from every scheme of the piece.
func another(p *school.Piece) plan.Plan {
	for by := 1; by < len(p.Body.Surfaces); by++ {
		turned := plan.Rotated(p.Plan.Choices, p.Body, by)
		same := len(plan.Changes(turned, p.Plan.Choices, p.Body)) == 0
		for _, other := range p.Schemes {
			same = same || len(plan.Changes(turned, other, p.Body)) == 0
		}
		if !same {
			return turned
		}
	}
	return p.Plan.Choices
}

// kept is a scheme beside the plan of a piece that may still be changed.
func kept(m school.Moment, id string, slot int) (*school.Piece, plan.Plan, error) {
	p, err := m.Unfired(school.Teacher, id)
	if err != nil {
		return nil, nil, err
	}
	choices, ok := p.Schemes[slot]
	if !ok {
		return nil, nil, school.Missing("scheme")
	}
	return p, choices, nil
}

// Turn moves the stacks of a scheme on by one surface; slot 1 is the plan, and makes
// a new revision of it.
func Turn(m school.Moment, c *school.Change, by work.Actor, id string, slot int) error {
	if slot == 1 {
		p, err := m.Unfired(by, id)
		if err != nil {
			return err
		}
		return revise(m, c, by, p, plan.Rotated(p.Plan.Choices, p.Body, 1), p.Plan.Own)
	}
	p, choices, err := kept(m, id, slot)
	if err == nil {
		putScheme(m, c, p, slot, plan.Rotated(choices, p.Body, 1))
	}
	return err
}

// SaveScheme changes a scheme beside the plan.
func SaveScheme(m school.Moment, c *school.Change, id string, slot int, choices plan.Plan) error {
	p, _, err := kept(m, id, slot)
	if err != nil {
		return err
	}
	clean, err := m.Room().Clean(choices, p.Body)
	if err == nil {
		putScheme(m, c, p, slot, clean)
	}
	return school.Says(err)
}

// Pick makes a scheme the plan, and keeps what was the plan in its place.
func Pick(m school.Moment, c *school.Change, by work.Actor, id string, slot int) error {
	p, choices, err := kept(m, id, slot)
	if err != nil {
		return err
	}
	putScheme(m, c, p, slot, p.Plan.Choices)
	return revise(m, c, by, p, choices, p.Plan.Own)
}

func putScheme(m school.Moment, c *school.Change, p *school.Piece, slot int, choices plan.Plan) {
	school.Schemes.Put(c, school.Scheme{Piece: p.ID, Slot: slot, At: m.At, Choices: choices})
}

// changeSchemes makes a change and answers with the schemes that stand then.
func (d Desk) changeSchemes(ctx context.Context, id string, do func(m school.Moment, c *school.Change) error) ([]contract.Scheme, error) {
	if err := d.School.Change(ctx, do); err != nil {
		return nil, err
	}
	return schemesOf(d.School.Now(), id)
}

// ListSchemes lists the plans that stand side by side.
func (d Desk) ListSchemes(_ context.Context, r contract.ListSchemesRequestObject) (contract.ListSchemesResponseObject, error) {
	all, err := schemesOf(d.School.Now(), r.Id)
	return contract.ListSchemes200JSONResponse(all), err
}

// AddScheme keeps a turned copy of the plan beside it.
func (d Desk) AddScheme(ctx context.Context, r contract.AddSchemeRequestObject) (contract.AddSchemeResponseObject, error) {
	all, err := d.changeSchemes(ctx, r.Id, func(m school.Moment, c *school.Change) error { return Vary(m, c, r.Id) })
	return contract.AddScheme200JSONResponse(all), err
}

// ChangeScheme turns, picks or changes a scheme.
func (d Desk) ChangeScheme(ctx context.Context, r contract.ChangeSchemeRequestObject) (contract.ChangeSchemeResponseObject, error) {
	all, err := d.changeSchemes(ctx, r.Id, func(m school.Moment, c *school.Change) error {
		switch r.Body.Act {
		case contract.Turn:
			return Turn(m, c, school.ActorOf(ctx), r.Id, r.Slot)
		case contract.Pick:
			return Pick(m, c, school.ActorOf(ctx), r.Id, r.Slot)
		}
		return SaveScheme(m, c, r.Id, r.Slot, view.PlanOf(view.Value(r.Body.Choices)))
	})
	return contract.ChangeScheme200JSONResponse(all), err
}

// DropScheme throws a scheme away.
func (d Desk) DropScheme(ctx context.Context, r contract.DropSchemeRequestObject) (contract.DropSchemeResponseObject, error) {
	all, err := d.changeSchemes(ctx, r.Id, func(m school.Moment, c *school.Change) error {
		if _, _, err := kept(m, r.Id, r.Slot); err != nil {
			return err
		}
		school.Schemes.Drop(c, school.Scheme{Piece: r.Id, Slot: r.Slot})
		return nil
	})
	return contract.DropScheme200JSONResponse(all), err
}
