package api_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/matter"
	"enkaustos/internal/contract"
	"enkaustos/internal/rack"
)

// runTheLaboratory offers a stack that nobody has fired, sees it taken, laid, fired and judged, reads
// what it came out as off a board, and makes a tile of it.
func runTheLaboratory(t *testing.T, c *caller, class string) {
	do[contract.Import](c, 200, "POST", "/imports", body{"kind": "glazes", "text": "code,name,kind,raw,cones\nBX,Birch,matte,#ddddee,5-6\n", "apply": true})
	given := do[contract.Assignment](c, 201, "POST", "/assignments", body{"class": class, "name": "Panel", "form": "slab", "measures": body{"length": 100, "width": 100, "thickness": 20}, "cone": "6"})
	var mine []contract.Piece
	for _, p := range do[contract.PieceList](c, 200, "GET", "/pieces?class="+class, nil).Pieces {
		if p.Assignment == given.Id {
			mine = append(mine, p)
		}
	}
	planner, tester := mine[0], mine[1]
	lab := func() contract.Laboratory { return do[contract.Laboratory](c, 200, "GET", "/results/laboratory", nil) }
	ask := func(want int) string {
		if want == 200 {
			offered := do[[]contract.Offered](c, 200, "POST", "/results/laboratory", body{"class": class})
			require.Len(t, offered, 1)
			return offered[0].Piece
		}
		return do[contract.Problem](c, want, "POST", "/results/laboratory", body{"class": class}).Detail
	}
	birch := []body{{"surface": "face", "bare": false, "stack": []body{{"glaze": "BX", "coats": 2}}}}
	do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+planner.Id+"/plan", body{"revision": 0, "choices": birch})
	require.Contains(t, ask(422), "Nobody is left to ask")
	do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+tester.Id+"/wish", body{"tiles": []string{}, "text": "", "willing": true})
	before := lab()
	blank := before.Blanks[0]
	for _, b := range before.Blanks {
		if b.Name == "BX Birch" {
			blank = b
		}
	}
	require.Equal(t, []any{"BX Birch", 1, 0}, []any{blank.Name, blank.Pieces, blank.Running})
	require.Equal(t, 1, before.Willing)
	require.Contains(t, ask(422), "None of these stacks fits", "the class may not use that jar")
	do[contract.Class](c, 200, "PUT", "/classes/"+class, body{"clay": "PALE", "cone": "6", "jars": []string{"A", "BX"}})

	// Declined, it is not asked of the piece again; withdrawn, it is.
	require.Equal(t, tester.Id, ask(200))
	answer := func(want int, take bool) string {
		if want == 200 {
			do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+tester.Id+"/experiment", body{"take": take})
			return ""
		}
		return do[contract.Problem](c, want, "PUT", "/pieces/"+tester.Id+"/experiment", body{"take": take}).Detail
	}
	require.Contains(t, ask(422), "Nobody is left to ask")
	answer(200, false)
	require.Contains(t, answer(422, true), "Nothing is offered")
	require.Contains(t, ask(422), "Nobody is left to ask")
	do[any](c, 204, "DELETE", "/pieces/"+tester.Id+"/experiment", nil)
	require.Contains(t, do[contract.Problem](c, 422, "DELETE", "/pieces/"+tester.Id+"/experiment", nil).Detail, "Nothing is offered")
	ask(200)
	require.Len(t, lab().Offers, 1)
	answer(200, true)
	tried := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+tester.Id, nil)
	var codes []matter.Code
	for _, f := range tried.Piece.Findings {
		codes = append(codes, f.Code)
	}
	require.Contains(t, codes, matter.Experiment)
	require.NotContains(t, codes, matter.NoTile)
	where, at := "", 0
	for i, s := range tried.Piece.Surfaces {
		if s.Tried != nil && *s.Tried {
			where, at = s.Id, i
		}
	}

	// What its maker tries is nobody else's experiment: copied, it is warned of again.
	copied := do[contract.PieceDetail](c, 200, "POST", "/pieces/"+planner.Id+"/plan/copy", body{"from": tester.Id, "revision": 1})
	codes = nil
	for _, f := range copied.Piece.Findings {
		codes = append(codes, f.Code)
	}
	require.NotContains(t, codes, matter.Experiment)
	do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+planner.Id+"/plan", body{"revision": 2, "choices": birch})

	// It is laid, fired and judged.
	logged := func(event body) contract.Piece {
		event["piece"] = tester.Id
		return do[contract.Logged](c, 200, "POST", "/events", body{"events": []body{event}}).Pieces[0]
	}
	for i := range 2 {
		logged(body{"id": fmt.Sprintf("birch-%04d", i), "kind": "coat", "surface": where, "glaze": "BX"})
		do[contract.Session](c, 200, "POST", "/demo/clock", body{"minutes": 20})
	}
	wet := logged(body{"id": "birch-wipe", "kind": "wipe"})
	logged(body{"id": "birch-cover", "kind": "cover", "cover": "even", "seen": wet.Seq, "saw": wet.Sight})
	seen := logged(body{"id": "birch-check", "kind": "check", "verdict": "clean", "seen": wet.Seq, "saw": wet.Sight})
	do[contract.Session](c, 200, "POST", "/demo/clock", body{"minutes": 12*60 + 1})
	read := func(want int, photo string, ask body) string {
		return do[contract.Problem](c, want, "POST", "/photographs/"+photo+"/colours", ask).Detail
	}
	load := do[contract.Load](c, 200, "POST", "/loads", body{"cone": "6", "pieces": []body{{"id": tester.Id, "seen": seen.Seq}}})
	do[contract.Load](c, 200, "POST", "/loads/"+load.Id+"/fire", nil)
	shot := rack.Render(rack.Options{Seed: 6, Columns: 2, Rows: 1, Kelvin: 5000, Cards: rack.Corners, Noise: 0.03})
	board := decode[contract.Photograph](t, send(c, 201, "POST", "/results/boards?name=board", shot.JPEG(92)))
	cards := []body{}
	for _, card := range shot.Cards {
		cards = append(cards, body{"box": boxOf(card.Box), "kind": card.Kind, "l": card.L})
	}
	on := body{"cards": cards, "boxes": []body{{"piece": tester.Id, "surface": where, "box": boxOf(shot.Tiles[0].Box)}}}
	require.Contains(t, read(422, board.Id, on), "not out of the kiln yet")
	do[contract.Session](c, 200, "POST", "/demo/clock", body{"minutes": 24 * 60})
	do[contract.Load](c, 200, "POST", "/loads/"+load.Id+"/unload", nil)
	logged(body{"id": "birch-result", "kind": "result", "came": "sound"})

	// Off a board: one piece a box, and what the cards say.
	require.Len(t, do[[]contract.Photograph](c, 200, "GET", "/results/boards", nil), 1)
	require.Equal(t, board.Width, do[contract.Photograph](c, 200, "GET", "/photographs/"+board.Id, nil).Width)
	cut := func(want int, boxes ...body) string {
		if want == 204 {
			do[any](c, 204, "POST", "/photographs/"+board.Id+"/pieces", body{"boxes": boxes})
			return ""
		}
		return do[contract.Problem](c, want, "POST", "/photographs/"+board.Id+"/pieces", body{"boxes": boxes}).Detail
	}
	left, right := boxOf(shot.Tiles[0].Box), boxOf(shot.Tiles[1].Box)
	require.Contains(t, cut(422, body{"piece": tester.Id, "box": left}, body{"piece": planner.Id, "box": left}), "are in one box")
	require.Contains(t, cut(422, body{"piece": tester.Id, "box": left}, body{"piece": tester.Id, "box": right}), "has two boxes")
	require.Contains(t, cut(422, body{"piece": tester.Id, "box": body{"x": -9, "y": 0, "w": 60, "h": 60}}), "outside the picture")
	require.Contains(t, cut(422, body{"piece": tester.Id, "box": body{"x": 9, "y": 9, "w": 0.4, "h": 60}}), "too small")
	cut(204, body{"piece": tester.Id, "box": left}, body{"piece": planner.Id, "box": right})
	pictures := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+tester.Id, nil).Piece.Pictures
	require.Len(t, pictures, 1)
	require.Contains(t, read(422, board.Id, body{"cards": []body{}, "keep": true, "boxes": on["boxes"]}), "No card is marked")
	require.Contains(t, read(422, board.Id, body{"cards": cards, "boxes": []body{{"piece": tester.Id, "surface": "back", "box": left}}}), "no coat was logged")
	shown := do[contract.PiecesReading](c, 200, "POST", "/photographs/"+board.Id+"/colours", on)
	truth := colour.Lab{L: shot.Tiles[0].L, A: shot.Tiles[0].A, B: shot.Tiles[0].B}
	lab1, err := colour.FromHex(shown.Readings[0].Hex)
	require.NoError(t, err)
	require.Less(t, colour.Difference(truth, lab1), 4.0)
	require.Contains(t, shown.Readings[0].Came.Says, "No tile promised")
	require.Nil(t, do[contract.PieceDetail](c, 200, "GET", "/pieces/"+tester.Id, nil).Piece.Surfaces[at].Came, "shown, and not kept")
	on["keep"] = true
	do[contract.PiecesReading](c, 200, "POST", "/photographs/"+board.Id+"/colours", on)
	require.NotNil(t, do[contract.PieceDetail](c, 200, "GET", "/pieces/"+tester.Id, nil).Piece.Surfaces[at].Came)

	// The matrix has filled; the plan that asked for it hears of it; a tile is made.
	after := lab()
	for _, b := range after.Blanks {
		require.NotEqual(t, "BX Birch", b.Name)
	}
	back := 0
	for _, m := range after.Matrices {
		for _, cell := range m.Cells {
			if cell.Name == "BX Birch" && cell.Judged == 1 && cell.Sound == 1 && cell.Look != nil {
				back++
			}
		}
	}
	require.Equal(t, 1, back)
	var said []string
	for _, f := range do[contract.PieceDetail](c, 200, "GET", "/pieces/"+planner.Id, nil).Piece.Findings {
		if f.Code == matter.CameBefore {
			said = append(said, f.Text)
		}
		require.NotEqual(t, matter.NoTile, f.Code)
	}
	require.Equal(t, []string{"Face: 2 × BX came out sound on 1 of 1 surfaces here. No tile shows it yet."}, said)
	key := ""
	for _, s := range do[[]contract.StackRecord](c, 200, "GET", "/results/stacks", nil) {
		if s.Title == "BX Birch" {
			key = s.Key
			require.Len(t, *s.Read, 1)
		}
	}
	do[contract.Problem](c, 404, "PUT", "/results/stacks", body{"key": "nothing"})
	hung := do[contract.Tile](c, 200, "PUT", "/results/stacks", body{"key": key})
	require.Equal(t, []any{"R1", shown.Readings[0].Hex, 1}, []any{hung.Code, hung.Fired, len(*hung.Samples)})
	require.Contains(t, do[contract.Problem](c, 422, "PUT", "/results/stacks", body{"key": key}).Detail, "Tile R1 shows it already")
	do[any](c, 204, "DELETE", "/tiles/R1", nil)
	do[contract.Problem](c, 404, "DELETE", "/tiles/R1", nil)
	require.Contains(t, do[contract.Problem](c, 422, "DELETE", "/tiles/T1", nil).Detail, "was fired as a tile")
	require.Equal(t, "R1", do[contract.Tile](c, 200, "PUT", "/results/stacks", body{"key": key}).Code, "pressed again")
	promised := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+tester.Id, nil).Piece.Surfaces[at].Came
	require.InDelta(t, 0, *promised.DeltaE, 1e-9)

	// Who is in what was cut is on the board as well: both go.
	do[[]contract.CopyHolding](c, 200, "DELETE", "/photographs/"+pictures[0], nil)
	do[contract.Problem](c, 404, "GET", "/photographs/"+board.Id, nil)
	require.Empty(t, do[[]contract.Photograph](c, 200, "GET", "/results/boards", nil))
	require.Contains(t, read(404, board.Id, on), "somebody deleted it")

	// Next year it starts from what it was.
	account := do[contract.LookBack](c, 200, "GET", "/assignments/"+given.Id+"/lookback", nil)
	require.Equal(t, []int{2, 1, 1, 2, 1}, []int{account.Pieces, account.Out, account.Sound, account.Coats, account.Lessons})
	require.Equal(t, "BX", account.Amounts[0].Glaze)
	require.Equal(t, tester.Id, account.Plans[0].Piece, "what came out sound first")
	again := do[contract.Assignment](c, 201, "POST", "/assignments/"+given.Id+"/again", body{"class": class, "name": "Panel, next year", "plan": account.Plans[0].Piece, "keep": true})
	require.Equal(t, given.Measures, again.Measures)
	require.Equal(t, "BX", again.Template[0].Stack[0].Glaze)
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/assignments/"+again.Id+"/again", body{"class": class, "name": "x", "plan": tester.Id}).Detail, "another assignment")
}

// At a tablet what came out of its class is photographed, and nothing else; offers of its class are
// answered there, and of no other.
func TestATabletInTheLaboratory(t *testing.T) {
	server, _ := school(t)
	all := roles(t, server.URL)
	head, tablet := &caller{t, server.URL, all["teacher"]}, &caller{t, server.URL, all["station"]}
	var out, raw contract.Piece
	pieces := do[contract.PieceList](head, 200, "GET", "/pieces", nil).Pieces
	for _, p := range pieces {
		switch {
		case p.Unloaded != nil && out.Id == "":
			out = p
		case p.Fired == nil && p.Class == out.Class && raw.Id == "":
			raw = p
		}
	}
	require.NotEmpty(t, raw.Id)
	do[any](head, 200, "PUT", "/room", body{"class": out.Class})
	shot := rack.Render(rack.Options{Seed: 2, Columns: 1, Rows: 1, Kelvin: 5000}).JPEG(92)
	refused := func(want int, piece string) string {
		return decode[contract.Problem](t, send(tablet, want, "POST", "/pieces/"+piece+"/pictures", shot)).Detail
	}
	require.Contains(t, refused(422, raw.Id), "not out of the kiln yet")
	for range 6 - len(out.Pictures) {
		kept := decode[contract.PieceDetail](t, send(tablet, 201, "POST", "/pieces/"+out.Id+"/pictures", shot))
		require.Empty(t, kept.Piece.Pictures, "a tablet shows none before they are released")
	}
	require.Contains(t, refused(422, out.Id), "your teacher deletes one first")
	for _, p := range pieces {
		if p.Offer == nil {
			continue
		}
		if p.Class != out.Class {
			require.Contains(t, refused(403, p.Id), "not of the class")
			require.Contains(t, do[contract.Problem](tablet, 403, "PUT", "/pieces/"+p.Id+"/experiment", body{"take": true}).Detail, "not of the class")
		}
		do[any](head, 200, "PUT", "/room", body{"class": p.Class})
		do[contract.PieceDetail](tablet, 200, "PUT", "/pieces/"+p.Id+"/experiment", body{"take": true})
		now := do[contract.PieceDetail](head, 200, "GET", "/pieces/"+p.Id, nil).Piece
		require.Nil(t, now.Offer)
		require.Contains(t, do[contract.Problem](tablet, 422, "PUT", "/pieces/"+p.Id+"/experiment", body{"take": true}).Detail, "Nothing is offered")
		return
	}
	require.Fail(t, "the demo offers nothing")
}
