package api_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// A class's bowls go to bisque in a small kiln: nested, for there is no room side by side; a pile is
// ticked as one, is fired, and comes out one by one; test tiles take what room is left.
func TestBisqueInPiles(t *testing.T) {
	server, _ := school(t)
	c := &caller{t, server.URL, teacher(t, server.URL)}
	var class contract.Class
	for _, one := range do[[]contract.Class](c, 200, "GET", "/classes", nil) {
		if one.Name == "10 Studio" {
			class = one
		}
	}
	given := do[contract.Assignment](c, 201, "POST", "/assignments", body{"class": class.Id, "name": "Nesting bowls", "form": "bowl",
		"measures": body{"rim": 150, "height": 60, "foot": 50, "hollow": 4}, "cone": "6", "green": true})
	var pieces []contract.Piece
	for _, p := range do[contract.PieceList](c, 200, "GET", "/pieces?class="+class.Id, nil).Pieces {
		if p.Assignment == given.Id {
			pieces = append(pieces, p)
		}
	}
	require.Greater(t, len(pieces), 15)
	for i, p := range pieces {
		do[contract.Logged](c, 200, "POST", "/events", body{"events": []body{{"id": fmt.Sprintf("dry-%05d", i), "piece": p.Id, "kind": "bone"}}})
	}
	var small string
	for _, k := range do[[]contract.KilnSeen](c, 200, "GET", "/kilns", nil) {
		if k.Kiln.Name == "Matchbox" {
			small = k.Kiln.ID
		}
	}
	plan := do[contract.LoadPlan](c, 200, "POST", "/loads/plan", body{"kiln": small, "cone": "04", "bisque": true})
	var pile contract.LoadStanding
	for _, l := range plan.Levels {
		for _, s := range l.Pieces {
			if s.Piled != nil {
				pile = s
			}
		}
	}
	require.NotNil(t, pile.Piled, "some are nested")
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/loads/plan", body{"kiln": small, "cone": "04", "bisque": true}).Detail, "go on there")
	glaze := do[contract.LoadPlan](c, 200, "POST", "/loads/plan", body{"kiln": small, "cone": "04", "bisque": false})
	for _, l := range do[[]contract.Load](c, 200, "GET", "/loads", nil) {
		switch l.Id {
		case plan.Load:
			require.True(t, *l.Bisque)
		case glaze.Load:
			require.False(t, *l.Bisque, "each by itself, of one cone in one kiln")
		}
	}
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/loads", body{"load": glaze.Load, "cone": "04", "pieces": []body{{"id": pieces[0].Id, "seen": 1}}}).Detail, "is of glaze alone")
	path := "/loads/" + plan.Load
	plan = do[contract.LoadPlan](c, 200, "POST", path+"/plan", body{"revision": plan.Revision, "act": "tiles", "tiles": body{"count": 40, "wideMM": 50, "deepMM": 10, "tallMM": 60}})
	require.Empty(t, plan.Breaches)
	var tile contract.LoadStanding
	for _, l := range plan.Levels {
		for _, s := range l.Pieces {
			if s.Tile != nil {
				tile = s
			}
		}
	}
	require.NotEmpty(t, tile.Piece)
	require.Contains(t, do[contract.Problem](c, 422, "POST", path+"/plan", body{"revision": plan.Revision, "act": "tiles", "tiles": body{"count": 3, "wideMM": 1, "deepMM": 10, "tallMM": 60}}).Detail, "3 to 400 mm")
	require.Contains(t, do[contract.Problem](c, 422, "POST", path+"/plan", body{"revision": plan.Revision, "act": "tiles"}).Detail, "how many")

	do[contract.LoadPlan](c, 200, "POST", path+"/tick", body{"piece": tile.Piece, "in": true})
	require.Contains(t, do[contract.Problem](c, 422, "POST", path+"/plan", body{"revision": plan.Revision, "act": "tiles", "tiles": body{"count": 0, "wideMM": 50, "deepMM": 10, "tallMM": 60}}).Detail, "take them out first")
	do[contract.LoadPlan](c, 200, "POST", path+"/tick", body{"piece": pile.Piece, "in": true})
	load := func() contract.Load {
		for _, l := range do[[]contract.Load](c, 200, "GET", "/loads", nil) {
			if l.Id == plan.Load {
				return l
			}
		}
		return contract.Load{}
	}
	require.Len(t, load().Pieces, 1+len(*pile.Piled), "all of the pile stand in it")
	do[contract.Load](c, 200, "POST", path+"/fire", nil)
	seen := do[contract.LoadPlan](c, 200, "GET", path+"/plan", nil)
	apart := map[string]bool{}
	for _, l := range seen.Levels {
		for _, s := range l.Pieces {
			require.Nil(t, s.Piled, "once lit, each by itself")
			apart[s.Piece] = true
		}
	}
	for _, q := range append(*pile.Piled, contract.LoadPiled{Piece: pile.Piece}) {
		require.True(t, apart[q.Piece])
		do[contract.Load](c, 200, "POST", path+"/out", body{"piece": q.Piece, "how": "sound", "why": "a test"})
	}
	require.NotNil(t, load().UnloadedAt)
	stood := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+pile.Piece, nil).Piece
	require.NotNil(t, stood.Stood)
	require.Contains(t, *stood.Stood, "Matchbox, ")
	for _, k := range do[[]contract.KilnSeen](c, 200, "GET", "/kilns", nil) {
		if k.Kiln.ID == small {
			require.Equal(t, 1+len(*pile.Piled), k.Places[0].Sound)
		}
	}
}
