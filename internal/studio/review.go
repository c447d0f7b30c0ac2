package studio

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/internal/store"
)

// Approval is where a plan stands with the teacher.
type Approval struct {
	State   ApprovalState
	At      time.Time     // of the last word; zero where there was none
	Note    string        // of the last word
	Changes []plan.Change // since the last approval
}

// ApprovalState is what became of a plan.
type ApprovalState string

// The states of a plan.
const (
	PlanUnseen   ApprovalState = "unseen"   // nobody looked yet
	PlanApproved ApprovalState = "approved" // as it stands
	PlanReturned ApprovalState = "returned" // with a note, and not changed since
	PlanChanged  ApprovalState = "changed"  // after it was approved or returned
)

func approvalOf(p *livePiece) Approval {
	if p.word == nil {
		return Approval{State: PlanUnseen}
	}
	v := Approval{State: PlanChanged, At: p.word.At, Note: p.word.Note}
	if p.word.Revision == p.plan.Revision {
		v.State = ApprovalState(p.word.Verdict)
	}
	if p.granted != nil && v.State != PlanApproved {
		v.Changes = plan.Changes(p.granted.Choices, p.plan.Choices, p.body)
	}
	return v
}

// pinned are the findings of a plan that was approved: under the rules it was
// approved under, but for the stops, which protect shelf and people and are
// always today's. Other plans keep their findings.
func (s *Studio) pinned(p *livePiece, shelf *plan.Shelf, w plan.Work, today []plan.Finding) []plan.Finding {
	if !p.approved() {
		return today
	}
	then, _ := rules.Default().With(p.word.Rules)
	if then == shelf.House {
		return today
	}
	isStop := func(f plan.Finding) bool { return f.Severity == plan.Stop }
	stops := slices.DeleteFunc(slices.Clone(today), func(f plan.Finding) bool { return !isStop(f) })
	return append(stops, slices.DeleteFunc(shelf.Under(then).Check(p.plan.Choices, w), isStop)...)
}

// Word is what the teacher says of one revision of a plan.
type Word struct {
	Piece    string
	Revision int
	Verdict  store.Verdict
	Note     string
}

// Decide keeps what the teacher says of plans, all or none. A plan that changed
// since it was looked at, or that has a stop, is not approved.
func (s *Studio) Decide(ctx context.Context, by string, words []Word) error {
	var said []store.Approval
	pieces := func() (ids []string) {
		for _, a := range said {
			ids = append(ids, a.Piece)
		}
		return ids
	}
	return s.changeSome(ctx, pieces, func() (func(*store.Tx) error, func(), error) {
		for _, w := range words {
			p, a, err := s.unfired(w.Piece)
			if err != nil {
				return nil, nil, err
			}
			if err := s.decidable(w, p, a); err != nil {
				return nil, nil, err
			}
			said = append(said, store.Approval{Piece: p.ID, Revision: w.Revision, At: s.clock.Now(), By: by, Verdict: w.Verdict,
				Note: strings.TrimSpace(w.Note), Rules: a.house.Differences(rules.Default()), Choices: p.plan.Choices})
		}
		return func(tx *store.Tx) error { return addApprovals(tx, said) }, func() { s.sayAll(said) }, nil
	})
}

func addApprovals(tx *store.Tx, said []store.Approval) error {
	for _, a := range said {
		if err := tx.AddApproval(a); err != nil {
			return err
		}
	}
	return nil
}

// sayAll remembers what the teacher said; mu is held.
func (s *Studio) sayAll(said []store.Approval) {
	for _, a := range said {
		s.school.pieces[a.Piece].say(a)
	}
}

func (s *Studio) decidable(w Word, p *livePiece, a *assignment) error {
	who := s.school.who(p)
	switch {
	case w.Verdict != store.Approved && w.Verdict != store.Returned:
		return refuse("%s: %q is no verdict: expected approved or returned.", who, w.Verdict)
	case p.plan.Choices.Empty():
		return refuse("%s: nothing is planned yet.", who)
	case p.plan.Revision != w.Revision:
		return Fault{Kind: Conflict, Text: who + ": the plan changed meanwhile: look at it again."}
	case w.Verdict == store.Returned && strings.TrimSpace(w.Note) == "":
		return refuse("%s: say in a note what has to change.", who)
	case w.Verdict == store.Returned:
		return nil
	}
	for _, f := range a.shelf.Check(p.plan.Choices, s.workOf(p, a)) {
		if f.Severity == plan.Stop {
			return refuse("%s: %s %s", who, f.Text, f.Way)
		}
	}
	return nil
}

// Review is the plans of an assignment that wait for the teacher.
type Review struct {
	Look      []ReviewItem // what deserves a look, the gravest first
	Clean     []Word       // approved by one key: nothing speaks against them
	Approved  int
	Returned  int // waiting for the student
	Unplanned int
	Room      []string // jars that hold less than the plans of the class take
}

// ReviewItem is one plan and why it deserves a look.
type ReviewItem struct {
	Piece Piece
	Why   []string
}

// Review sorts the plans of an assignment by whether they deserve a look.
func (s *Studio) Review(id string) (Review, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	a, ok := s.school.assignments[id]
	if !ok {
		return Review{}, missing("assignment")
	}
	var r Review
	for _, jar := range s.shelf.Short(s.takesOf(a.Class)) {
		r.Room = append(r.Room, jar.String())
	}
	now := s.clock.Now()
	for _, p := range s.school.piecesOf(a.Class) {
		if p.Assignment != id || p.state.Firing != nil {
			continue
		}
		v := s.view(p, now)
		switch why := s.deserves(p, a, v); {
		case p.plan.Choices.Empty():
			r.Unplanned++
		case v.Approval.State == PlanApproved:
			r.Approved++
		case v.Approval.State == PlanReturned:
			r.Returned++
		case len(why) == 0:
			r.Clean = append(r.Clean, Word{Piece: p.ID, Revision: p.plan.Revision, Verdict: store.Approved})
		default:
			r.Look = append(r.Look, ReviewItem{v, why})
		}
	}
	slices.SortStableFunc(r.Look, func(x, y ReviewItem) int { return gravity(y) - gravity(x) })
	return r, nil
}

// ofTheRoom says whether a finding is about the jars of the room: no plan
// deserves a look because the class as a whole takes much.
func ofTheRoom(f plan.Finding) bool { return f.Code == "jar-short" }

// gravity is how much a plan deserves a look: stops before warnings.
func gravity(i ReviewItem) int {
	weight := 0
	for _, f := range grave(i.Piece.Findings) {
		switch f.Severity {
		case plan.Stop:
			weight += 100
		case plan.Warn:
			weight++
		}
	}
	return weight
}

// deserves says why a plan deserves a look; a plan that only has notes, and does
// as its template or as it was approved, deserves none.
func (s *Studio) deserves(p *livePiece, a *assignment, v Piece) (why []string) {
	for _, c := range v.Approval.Changes {
		why = append(why, "Changed after it was approved. "+c.Text)
	}
	if v.Approval.State == PlanChanged && len(v.Approval.Changes) == 0 && v.Approval.Note != "" {
		why = append(why, "Changed after it was returned: "+v.Approval.Note)
	}
	if said := grave(v.Findings); len(said) > 0 {
		first := said[0].Text
		if more := len(said) - 1; more > 0 {
			first = fmt.Sprintf("%s And %d more.", first, more)
		}
		why = append(why, first)
	}
	var open []string
	for _, surface := range p.body.Surfaces {
		choice := p.plan.Choices[surface.ID]
		if !choice.Planned() && !choice.KeptBare() && !surface.Stands && !surface.Seat && !surface.Optional && !surface.BareByKind && a.Template[surface.ID].Planned() {
			open = append(open, surface.Name)
		}
	}
	if len(open) > 0 {
		why = append(why, "Left open, and planned in the template: "+strings.Join(open, ", ")+".")
	}
	return why
}

// grave are the stops and warnings of a plan itself, stops first.
func grave(findings []plan.Finding) []plan.Finding {
	return slices.DeleteFunc(slices.Clone(findings), func(f plan.Finding) bool { return f.Severity == plan.Note || ofTheRoom(f) })
}
