package api_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// How far the jars last, what is kept of them, and what was in one that should not have been.
func keepTheJars(t *testing.T, c *caller, fired string) {
	do[contract.Glaze](c, 200, "PUT", "/glazes/A", body{"ml": 100, "level": 0.1, "state": "good"})
	budget := func() contract.JarBudget {
		for _, b := range do[[]contract.JarBudget](c, 200, "GET", "/stock/budget", nil) {
			if b.Glaze == "A" {
				return b
			}
		}
		require.Fail(t, "no plan takes from A")
		return contract.JarBudget{}
	}
	before := budget()
	require.InDelta(t, 10, *before.Left, 1e-6)
	require.NotEmpty(t, before.Claims)
	require.InDelta(t, before.Open-10, before.Short, 1e-6)
	require.NotEmpty(t, before.Hit)

	refused := func(want string, of body) {
		require.Contains(t, do[contract.Problem](c, 422, "POST", "/glazes/A/reserves", of).Detail, want)
	}
	refused("50 mL cannot be kept of the 10 that are left", body{"ml": 50, "for": "Mural"})
	refused("Say for which project", body{"ml": 5})
	refused("say how much", body{"ml": 0, "for": "Mural"})
	do[contract.Problem](c, 404, "POST", "/glazes/A/reserves", body{"ml": 5, "assignment": "nowhere"})
	do[contract.Problem](c, 404, "POST", "/glazes/nowhere/reserves", body{"ml": 5, "for": "Mural"})
	do[any](c, 204, "POST", "/glazes/A/reserves", body{"ml": 8, "for": " Mural "})
	refused("8 of them are kept already: at most 2 more", body{"ml": 5, "for": "Mural"})
	kept := budget()
	require.Equal(t, "Mural", kept.Reserves[0].For)
	require.InDelta(t, before.Short+8, kept.Short, 1e-6)
	do[any](c, 204, "DELETE", "/reserves/"+kept.Reserves[0].Id, nil)
	do[contract.Problem](c, 404, "DELETE", "/reserves/"+kept.Reserves[0].Id, nil)
	require.InDelta(t, before.Short, budget().Short, 1e-6)

	now := do[contract.Session](c, 200, "GET", "/session", nil).Now
	since := now.Add(-30 * 24 * time.Hour)
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/glazes/A/doubts", body{"what": "contaminated", "since": now.Add(time.Hour)}).Detail, "still to come")
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/glazes/A/doubts", body{"what": "mislabelled", "since": since, "instead": "A"}).Detail, "held another jar's glaze")
	do[any](c, 204, "POST", "/glazes/A/doubts", body{"what": "contaminated", "since": since, "text": "blue in the white"})
	doubt := do[[]contract.JarDoubt](c, 200, "GET", "/doubts", nil)[0]
	require.True(t, doubt.Open)
	require.NotEmpty(t, doubt.Pieces)
	of := map[string]contract.DoubtedPiece{}
	for _, p := range doubt.Pieces {
		of[p.Piece] = p
	}
	require.True(t, of[fired].Fired, "what went through the fire is listed too")
	require.False(t, of[fired].Looked)
	do[contract.Logged](c, 200, "POST", "/events", body{"events": []body{{"id": "vouched-1", "kind": "vouch", "piece": fired, "of": doubt.Id, "seen": of[fired].Seq}}})
	for _, g := range do[[]contract.Glaze](c, 200, "GET", "/glazes", nil) {
		require.Equal(t, g.Code == "A", g.Doubted != nil)
	}
	do[any](c, 204, "POST", "/doubts/"+doubt.Id+"/right", nil)
	after := do[[]contract.JarDoubt](c, 200, "GET", "/doubts", nil)[0]
	require.False(t, after.Open)
	for _, p := range after.Pieces {
		require.Equal(t, p.Piece == fired, p.Looked)
	}
	do[any](c, 204, "DELETE", "/doubts/"+doubt.Id, nil)
	do[contract.Problem](c, 404, "DELETE", "/doubts/"+doubt.Id, nil)
	do[contract.Problem](c, 404, "POST", "/doubts/"+doubt.Id+"/right", nil)
	require.Empty(t, do[[]contract.JarDoubt](c, 200, "GET", "/doubts", nil))

	// A cup said A and held B: the coats are logged as what they are, at the time they were laid.
	as := func(piece string) contract.Piece {
		return do[contract.PieceDetail](c, 200, "GET", "/pieces/"+piece, nil).Piece
	}
	cup := ""
	for _, p := range do[contract.PieceList](c, 200, "GET", "/pieces", nil).Pieces {
		if len(p.Surfaces[0].On) == 0 && p.Stage == "bench" {
			cup = p.Id
		}
	}
	require.NotEmpty(t, cup)
	surface := as(cup).Surfaces[0].Id
	do[contract.Logged](c, 200, "POST", "/events", body{"events": []body{{"id": "mislaid-1", "kind": "coat", "piece": cup, "surface": surface, "glaze": "A"}, {"id": "mislaid-2", "kind": "coat", "piece": cup, "surface": surface, "glaze": "A", "felt": "thin"}}})
	laid := do[contract.Session](c, 200, "GET", "/session", nil).Now
	do[contract.Session](c, 200, "POST", "/demo/clock", body{"minutes": 60})
	do[any](c, 204, "POST", "/glazes/A/doubts", body{"what": "mislabelled", "since": laid.Add(-time.Minute), "instead": "B"})
	doubt = do[[]contract.JarDoubt](c, 200, "GET", "/doubts", nil)[0]
	require.Equal(t, "B", *doubt.Instead)
	require.Len(t, doubt.Pieces, 1)
	do[any](c, 204, "POST", "/doubts/"+doubt.Id+"/relabel", body{"pieces": []string{cup}})
	on := as(cup).Surfaces[0].On
	require.Len(t, on, 2)
	require.Equal(t, "B", on[1].Glaze)
	require.Equal(t, "thin", string(*on[1].Felt))
	require.Empty(t, do[[]contract.JarDoubt](c, 200, "GET", "/doubts", nil)[0].Pieces)
	do[contract.Problem](c, 409, "POST", "/doubts/"+doubt.Id+"/relabel", body{"pieces": []string{cup}})
}
