package api_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// A load is fired and unloaded; each step, said by mistake, is taken back by an event, and what
// stood before stands again. Once something happened to what came out, it stays out.
func fireAndTakeBack(t *testing.T, c *caller, load, id string, put body) {
	step := func(way string) contract.Load {
		return do[contract.Load](c, 200, "POST", "/loads/"+load+"/"+way, nil)
	}
	refused := func(want, way string) {
		t.Helper()
		require.Contains(t, do[contract.Problem](c, 422, "POST", "/loads/"+load+"/"+way, nil).Detail, want)
	}
	piece := func() contract.Piece {
		p := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+id, nil).Piece
		p.Seq, p.Sight = 0, nil
		return p
	}
	ready := piece()
	ready.Load = nil
	loaded := piece()
	require.Empty(t, step("back").Pieces, "taken out")
	require.Equal(t, "ready", string(do[contract.PieceDetail](c, 200, "GET", "/pieces/"+id, nil).Piece.Place))
	refused("is empty", "back")
	put = body{"load": load, "cone": put["cone"], "pieces": []body{{"id": id, "seen": do[contract.PieceDetail](c, 200, "GET", "/pieces/"+id, nil).Piece.Seq}}}
	do[contract.Load](c, 200, "POST", "/loads", put)
	require.Equal(t, loaded, piece())

	require.NotNil(t, step("fire").FiredAt)
	refused("was fired already", "fire")
	require.Nil(t, step("back").FiredAt)
	require.Equal(t, loaded, piece())
	history := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+id, nil).History
	by := func(kind string) (last string) {
		for _, h := range history {
			if h.Kind == kind {
				last = h.Id
			}
		}
		return last
	}
	undo := func(of, name string) body {
		return body{"events": []body{{"id": name, "kind": "undo", "piece": id, "undoes": of}}}
	}
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/events", undo(by("fire"), "undo-fire")).Detail, "cannot be undone")
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/events", undo(by("undo"), "undo-undo")).Detail, "is said at the kiln")

	step("fire")
	cooling := piece()
	require.NotNil(t, step("unload").UnloadedAt)
	require.Nil(t, step("back").UnloadedAt)
	require.Equal(t, cooling, piece())
	step("unload")
	do[contract.Logged](c, 200, "POST", "/events", body{"events": []body{{"id": "on-the-cart", "kind": "note", "piece": id, "text": "on the cart"}}})
	refused("something happened to it since it came out of the kiln", "back")
	do[contract.Problem](c, 404, "POST", "/loads/nothing/back", nil)
}
