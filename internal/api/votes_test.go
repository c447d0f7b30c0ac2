package api_test

import (
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// voteOnSchemes has a class vote at a tablet: one vote each, none after the end, and how it stands is not
// told to tablets.
func voteOnSchemes(c, tablet *caller, piece string) {
	t := c.t
	for len(do[[]contract.Scheme](c, 200, "GET", "/pieces/"+piece+"/schemes", nil)) > 1 {
		do[[]contract.Scheme](c, 200, "DELETE", "/pieces/"+piece+"/schemes/2", nil)
	}
	set := func(open bool, want int) string {
		if want == 200 {
			do[contract.Vote](c, 200, "PUT", "/pieces/"+piece+"/vote", body{"open": open})
			return ""
		}
		return do[contract.Problem](c, want, "PUT", "/pieces/"+piece+"/vote", body{"open": open}).Detail
	}
	require.Contains(t, set(true, 422), "add a second")
	require.Contains(t, set(false, 422), "No vote")
	do[[]contract.Scheme](c, 200, "POST", "/pieces/"+piece+"/schemes", nil)
	set(true, 200)
	require.Contains(t, set(true, 422), "open already")
	open := do[[]contract.OpenVote](tablet, 200, "GET", "/votes", nil)
	require.Len(t, open, 1)
	require.Len(t, open[0].Options, 2)
	voter := open[0].Voters[0].Student
	cast := func(student string, slot, want int) string {
		if want == 204 {
			do[any](tablet, 204, "POST", "/votes", body{"piece": piece, "student": student, "slot": slot})
			return ""
		}
		return do[contract.Problem](tablet, want, "POST", "/votes", body{"piece": piece, "student": student, "slot": slot}).Detail
	}
	require.Contains(t, cast(voter, 3, 422), "not in this vote")
	require.Contains(t, cast("somebody", 2, 422), "Only the class itself")
	cast(voter, 2, 204)
	require.Contains(t, cast(voter, 1, 422), "voted already")
	require.True(t, do[[]contract.OpenVote](tablet, 200, "GET", "/votes", nil)[0].Voters[0].Voted)
	_, told := ask(t, tablet.client, "GET", tablet.url+"/api/votes", "")
	require.NotContains(t, told, "counts")
	seen := do[contract.Vote](c, 200, "GET", "/pieces/"+piece+"/vote", nil)
	require.Equal(t, []int{1, 0, 1}, []int{seen.Voted, seen.Counts[0].Votes, seen.Counts[1].Votes})
	set(false, 200)
	require.Contains(t, cast(open[0].Voters[1].Student, 1, 422), "vote is over")
	require.Empty(t, do[[]contract.OpenVote](tablet, 200, "GET", "/votes", nil))
	do[[]contract.Scheme](c, 200, "DELETE", "/pieces/"+piece+"/schemes/2", nil)
}
