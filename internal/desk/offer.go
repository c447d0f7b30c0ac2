package desk

import (
	"context"
	"maps"

	"enkaustos/core/plan"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Offers answers what the contract asks of stacks that makers are asked to try.
type Offers struct{ School *school.School }

// Answer takes an offered stack into the plan of a piece, as an experiment, or declines it.
func Answer(m school.Moment, c *school.Change, by work.Actor, id string, take bool) error {
	p, err := m.Unfired(by, id)
	if err != nil {
		return err
	}
	o, stands := school.OfferTo(m, p)
	switch {
	case !stands || o.Declined:
		return school.Refuse("Nothing is offered for this piece any more: choose from the tiles.")
	case !take:
		o.Declined = true
		school.Offers.Put(c, o)
		return nil
	}
	choices := maps.Clone(p.Plan.Choices)
	if choices == nil {
		choices = plan.Plan{}
	}
	choices[o.Surface] = plan.Choice{Stack: o.Stack, Tried: true}
	school.Offers.Drop(c, o)
	return revise(m, c, by, p, choices, p.Plan.Own)
}

// AnswerOffer takes or declines what was offered.
func (o Offers) AnswerOffer(ctx context.Context, r contract.AnswerOfferRequestObject) (contract.AnswerOfferResponseObject, error) {
	v, err := Desk(o).change(ctx, r.Id, func(m school.Moment, c *school.Change, by work.Actor) error {
		return Answer(m, c, by, r.Id, r.Body.Take)
	})
	return contract.AnswerOffer200JSONResponse(v), err
}

// WithdrawOffer takes an offer back.
func (o Offers) WithdrawOffer(ctx context.Context, r contract.WithdrawOfferRequestObject) (contract.WithdrawOfferResponseObject, error) {
	return contract.WithdrawOffer204Response{}, o.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		old, is := school.Offers.Get(m.Snapshot, r.Id)
		if !is {
			return school.Refuse("Nothing is offered for this piece: it was answered, or taken back already.")
		}
		school.Offers.Drop(c, old)
		return nil
	})
}
