package api_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// whatCameOut walks what the contract asks of faults and stacks, on a piece that came out sound.
func whatCameOut(t *testing.T, c *caller, p contract.Piece, logged func(event body) contract.Logged) {
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/events", body{"events": []body{{"id": "fault-on-none", "kind": "fault", "piece": p.Id, "surface": "handle", "fault": "running"}}}).Detail, "no surface")
	noted := logged(body{"id": "fault-001", "kind": "fault", "surface": "face", "fault": "streaks", "clear": true}).Pieces[0]
	require.Equal(t, "Face streaky or see-through", noted.Outcome.Says)
	why := do[[]contract.FaultWhy](c, 200, "GET", "/pieces/"+p.Id+"/why", nil)
	require.Len(t, why, 1)
	require.NotEmpty(t, why[0].Teach)
	tries := do[[]string](c, 200, "GET", "/pieces/"+p.Id+"/tries", nil)
	require.NotNil(t, tries)
	gallery := do[contract.FaultGallery](c, 200, "GET", "/results/faults?class="+p.Class, nil)
	require.Len(t, gallery.Causes, 1)
	require.Equal(t, "streaky or see-through", gallery.Causes[0].Faults[0].Name)
	do[contract.Problem](c, 404, "GET", "/results/faults?class=none", nil)
	stacks := do[[]contract.StackRecord](c, 200, "GET", "/results/stacks", nil)
	require.Equal(t, []int{1, 1, 0}, []int{stacks[0].Fired, stacks[0].Judged, stacks[0].Sound})
	avoid := func(key, reason string, want int) {
		do[any](c, want, "POST", "/results/stacks", body{"key": key, "reason": reason})
	}
	avoid(stacks[0].Key, "too dull", 204)
	require.Equal(t, "too dull", *do[[]contract.StackRecord](c, 200, "GET", "/results/stacks", nil)[0].Avoid)
	avoid("nothing that was fired", "why", 404)
	avoid(stacks[0].Key, "", 204)
	risks := do[contract.LoadRisks](c, 200, "GET", "/loads/"+do[[]contract.Load](c, 200, "GET", "/loads", nil)[0].Id+"/risks", nil)
	require.False(t, risks.Enough, "one surface says nothing")
	_, page := ask(c.t, c.client, "GET", c.url+"/api/assignments/"+p.Assignment+"/home", "")
	require.Contains(t, page, "Bluer than the tile.")
	require.Contains(t, page, "Face: A Amber")
	require.NotContains(t, page, p.Student, "nameless unless the teacher wants otherwise")
	require.NotContains(t, page, "streaky", "a page for home says nothing of faults")
	for _, beside := range []string{"src=\"/", "href=", "<script", "url(http"} {
		require.NotContains(t, page, beside, "it needs nothing beside it")
	}
	_, named := ask(c.t, c.client, "GET", c.url+"/api/assignments/"+p.Assignment+"/home?who=names", "")
	require.Contains(t, named, "<h2>"+p.Student)
	logged(body{"id": "undo-fault-001", "kind": "undo", "undoes": "fault-001"})
}
