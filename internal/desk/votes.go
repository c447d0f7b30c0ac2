package desk

import (
	"context"
	"maps"
	"slices"
	"strings"

	"enkaustos/core/rules"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Votes answers what the contract asks of votes on schemes.
type Votes struct{ School *school.School }

// Open opens a vote on the schemes of a piece as they are now. One before it is forgotten.
func Open(m school.Moment, c *school.Change, id string) error {
	p, err := m.Unfired(school.Teacher, id)
	if err != nil {
		return err
	}
	if v, there := school.Votes.Get(m.Snapshot, id); there && v.ClosedAt.IsZero() {
		return school.Refuse("A vote on these schemes is open already: close it first.")
	}
	if len(p.Schemes) == 0 {
		return school.Refuse("There is one scheme: add a second to vote on.")
	}
	v := school.Vote{Piece: id, OpenedAt: m.At, Options: []school.VoteOption{{Slot: 1, Choices: p.Plan.Choices}}}
	for _, slot := range slices.Sorted(maps.Keys(p.Schemes)) {
		v.Options = append(v.Options, school.VoteOption{Slot: slot, Choices: p.Schemes[slot]})
	}
	school.Votes.Put(c, v)
	return nil
}

// Shut closes the vote on the schemes of a piece.
func Shut(m school.Moment, c *school.Change, id string) error {
	v, there := school.Votes.Get(m.Snapshot, id)
	if !there || !v.ClosedAt.IsZero() {
		return school.Refuse("No vote on these schemes is open.")
	}
	v.ClosedAt = m.At
	school.Votes.Put(c, v)
	return nil
}

// Cast counts a student's vote.
func Cast(m school.Moment, c *school.Change, by work.Actor, piece, student string, slot int) error {
	p, err := m.Piece(by, piece)
	if err != nil {
		return err
	}
	v, there := school.Votes.Get(m.Snapshot, piece)
	voter, known := school.Students.Get(m.Snapshot, student)
	switch _, twice := v.Ballots[student]; {
	case !there || !v.ClosedAt.IsZero():
		return school.Refuse("This vote is over: your teacher closed it.")
	case !known || voter.Left || voter.Class != m.ClassOf(p):
		return school.Refuse("Only the class itself votes: choose your name.")
	case twice:
		return school.Refuse("%s voted already: one vote each.", called(m, p, voter))
	case !slices.ContainsFunc(v.Options, func(o school.VoteOption) bool { return o.Slot == slot }):
		return school.Refuse("That scheme is not in this vote: choose one of those shown.")
	}
	v.Ballots = maps.Clone(v.Ballots)
	if v.Ballots == nil {
		v.Ballots = map[string]int{}
	}
	v.Ballots[student] = slot
	school.Votes.Put(c, v)
	return nil
}

// called is what a student is called at a tablet.
func called(m school.Moment, p *school.Piece, s school.Student) string {
	if m.Assignments[p.Assignment].House.Names == rules.ByMark && s.Mark != "" {
		return s.Mark
	}
	return s.Name
}

// votersOf are the students of the class of a piece.
func votersOf(m school.Moment, p *school.Piece) []school.Student {
	class := m.ClassOf(p)
	all := school.Students.Sorted(m.Snapshot, func(a, b school.Student) int {
		return strings.Compare(strings.ToLower(a.Name), strings.ToLower(b.Name))
	})
	return slices.DeleteFunc(all, func(s school.Student) bool { return s.Class != class || s.Left })
}

func seenVote(m school.Moment, id string) (contract.Vote, error) {
	p, known := m.Pieces[id]
	if !known {
		return contract.Vote{}, school.Missing("piece")
	}
	v, _ := school.Votes.Get(m.Snapshot, id)
	out := contract.Vote{OpenedAt: view.When(v.OpenedAt), ClosedAt: view.When(v.ClosedAt), Voted: len(v.Ballots), Of: len(votersOf(m, p))}
	out.Counts = make([]struct {
		Slot  int `json:"slot"`
		Votes int `json:"votes"`
	}, len(v.Options))
	for i, o := range v.Options {
		out.Counts[i].Slot = o.Slot
		for _, slot := range v.Ballots {
			if slot == o.Slot {
				out.Counts[i].Votes++
			}
		}
	}
	return out, nil
}

// GetVote shows the newest vote on the schemes of a piece.
func (v Votes) GetVote(_ context.Context, r contract.GetVoteRequestObject) (contract.GetVoteResponseObject, error) {
	seen, err := seenVote(v.School.Now(), r.Id)
	return contract.GetVote200JSONResponse(seen), err
}

// SetVote opens or closes a vote.
func (v Votes) SetVote(ctx context.Context, r contract.SetVoteRequestObject) (contract.SetVoteResponseObject, error) {
	err := v.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		if r.Body.Open {
			return Open(m, c, r.Id)
		}
		return Shut(m, c, r.Id)
	})
	if err != nil {
		return nil, err
	}
	seen, err := seenVote(v.School.Now(), r.Id)
	return contract.SetVote200JSONResponse(seen), err
}

// ListVotes lists the votes that are open. How they stand is not told while they are.
func (v Votes) ListVotes(ctx context.Context, _ contract.ListVotesRequestObject) (contract.ListVotesResponseObject, error) {
	m, by := v.School.Now(), school.ActorOf(ctx)
	open := []contract.OpenVote{}
	for _, vote := range school.Votes.Sorted(m.Snapshot, func(a, b school.Vote) int { return a.OpenedAt.Compare(b.OpenedAt) }) {
		p, known := m.Pieces[vote.Piece]
		if !known || !vote.ClosedAt.IsZero() || by.Role == work.Station && !by.Serves(m.ClassOf(p)) {
			continue
		}
		open = append(open, opened(m, p, vote))
	}
	return contract.ListVotes200JSONResponse(open), nil
}

func opened(m school.Moment, p *school.Piece, vote school.Vote) contract.OpenVote {
	v := contract.OpenVote{Piece: p.ID, Title: m.Assignments[p.Assignment].Name, Assignment: view.Some(p.Assignment)}
	for _, o := range vote.Options {
		v.Options = append(v.Options, struct {
			Slot     int                     `json:"slot"`
			Surfaces []contract.SurfaceState `json:"surfaces"`
		}{o.Slot, scheme(m, p, o.Slot, o.Choices).Surfaces})
	}
	for _, s := range votersOf(m, p) {
		_, voted := vote.Ballots[s.ID]
		v.Voters = append(v.Voters, struct {
			Name    string `json:"name"`
			Student string `json:"student"`
			Voted   bool   `json:"voted"`
		}{called(m, p, s), s.ID, voted})
	}
	return v
}

// CastVote counts a student's vote, at a tablet.
func (v Votes) CastVote(ctx context.Context, r contract.CastVoteRequestObject) (contract.CastVoteResponseObject, error) {
	by := school.ActorOf(ctx)
	return contract.CastVote204Response{}, v.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return Cast(m, c, by, r.Body.Piece, r.Body.Student, r.Body.Slot)
	})
}
