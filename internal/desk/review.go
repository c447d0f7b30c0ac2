package desk

import (
	"context"
	"slices"
	"strings"

	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Word is what the teacher says of one revision of a plan.
type Word struct {
	Piece    string
	Revision int
	Verdict  plan.Verdict
	Note     string
}

// Decide keeps what the teacher says of plans, all or none. A plan that changed
// since it was looked at, or that has a stop, is not approved.
func Decide(m school.Moment, c *school.Change, by work.Actor, words []Word) error {
	for _, w := range words {
		p, err := m.Unfired(by, w.Piece)
		if err != nil {
			return err
		}
		if err := decidable(m, w, p); err != nil {
			return err
		}
		school.Approvals.Put(c, school.Approval{ID: school.NewID(), Piece: p.ID, Revision: w.Revision, At: m.At, By: by.Name, Verdict: w.Verdict,
			Note: strings.TrimSpace(w.Note), Rules: m.Assignments[p.Assignment].House.Differences(rules.Default()), Choices: p.Plan.Choices})
	}
	return nil
}

func decidable(m school.Moment, w Word, p *school.Piece) error {
	who := m.Who(p)
	switch {
	case w.Verdict != plan.Approved && w.Verdict != plan.Returned:
		return school.Refuse("%s: %q is no verdict: expected approved or returned.", who, w.Verdict)
	case p.Plan.Choices.Empty():
		return school.Refuse("%s: nothing is planned yet.", who)
	case p.Plan.Revision != w.Revision:
		return school.Stale("%s: the plan changed meanwhile: look at it again.", who)
	case w.Verdict == plan.Returned && strings.TrimSpace(w.Note) == "":
		return school.Refuse("%s: say in a note what has to change.", who)
	case w.Verdict == plan.Returned:
		return nil
	}
	c := m.Case(p)
	if why := plan.MayApprove(c.Shelf.Check(c.Plan, c.Work)); why != "" {
		return school.Refuse("%s: %s", who, why)
	}
	return nil
}

// Review sorts the plans of an assignment by whether they deserve a look.
func Review(m school.Moment, id string) (contract.Review, error) {
	v := contract.Review{Clean: []contract.Word{}, Deserving: []contract.ReviewItem{}, Room: []string{}}
	a, ok := m.Assignments[id]
	if !ok {
		return v, school.Missing("assignment")
	}
	for _, jar := range m.Shelf.Short(m.Takes()) {
		if slices.ContainsFunc(m.Claims(jar.Glaze.Code), func(c stock.Claim) bool { return c.Project == id }) {
			v.Room = append(v.Room, jar.String())
		}
	}
	gravity := map[string]int{}
	for _, p := range m.PiecesIn(id) {
		if p.State.Firing != nil {
			continue
		}
		findings, _ := view.Heard(m, p, m.Findings(p, m.Survey(p)))
		seen := plan.Seen{Plan: p.Plan.Choices, Template: a.Template, Body: p.Body, Findings: findings, Stands: p.Stands(), Changes: p.Changes()}
		if p.Word != nil {
			seen.Note = p.Word.Note
		}
		switch why := plan.Deserves(seen); {
		case p.Plan.Choices.Empty():
			v.Unplanned++
		case seen.Stands == plan.IsApproved:
			v.Approved++
		case seen.Stands == plan.IsReturned:
			v.Returned++
		case len(why) == 0:
			v.Clean = append(v.Clean, contract.Word{Piece: p.ID, Revision: p.Plan.Revision, Verdict: contract.WordVerdict(plan.Approved)})
		default:
			gravity[p.ID] = plan.Gravity(findings)
			v.Deserving = append(v.Deserving, contract.ReviewItem{Piece: view.Piece(m, school.Teacher, p), Why: why})
		}
	}
	slices.SortStableFunc(v.Deserving, func(x, y contract.ReviewItem) int { return gravity[y.Piece.Id] - gravity[x.Piece.Id] })
	return v, nil
}

// Decide keeps what the teacher says of plans.
func (d Desk) Decide(ctx context.Context, r contract.DecideRequestObject) (contract.DecideResponseObject, error) {
	words := view.List(r.Body.Words, func(w contract.Word) Word {
		return Word{Piece: w.Piece, Revision: w.Revision, Verdict: plan.Verdict(w.Verdict), Note: view.Value(w.Note)}
	})
	return contract.Decide204Response{}, d.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return Decide(m, c, school.ActorOf(ctx), words)
	})
}

// GetReview sorts the plans of an assignment by whether they deserve a look.
func (d Desk) GetReview(_ context.Context, r contract.GetReviewRequestObject) (contract.GetReviewResponseObject, error) {
	v, err := Review(d.School.Now(), r.Id)
	return contract.GetReview200JSONResponse(v), err
}
