package api_test

import (
	"fmt"
	"net/http"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/kiln"
	"enkaustos/core/lesson"
	"enkaustos/internal/contract"
)

// A kiln is refused field by field where it cannot be, a load is planned in it, changed by hand by who
// saw it as it is, ticked as it is loaded, and thrown away.
func planTheKiln(t *testing.T, c *caller, piece string) {
	usual := do[kiln.Kiln](c, 200, "GET", "/kilns/usual", nil)
	usual.Name, usual.Whole.WidthMM = "Barrel", 900
	wide := do[contract.Problem](c, 422, "POST", "/kilns", usual)
	require.Equal(t, "whole.widthMM", (*wide.Errors)[0].Field)
	require.Contains(t, wide.Detail, "does not go in")
	usual.Whole.WidthMM = 530
	made := do[contract.KilnSeen](c, 200, "POST", "/kilns", usual)
	require.NotEmpty(t, made.Plate)
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/kilns", usual).Detail, "another name")
	usual.Minutes = 2000
	require.Equal(t, 2000, do[contract.KilnSeen](c, 200, "PUT", "/kilns/"+made.Kiln.ID, usual).Kiln.Minutes)
	require.Len(t, do[[]contract.KilnSeen](c, 200, "GET", "/kilns", nil), 1)

	require.Contains(t, do[contract.Problem](c, 422, "POST", "/loads/plan", body{"kiln": made.Kiln.ID, "cone": "10"}).Detail, "not to cone 10")
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/loads/plan", body{"kiln": made.Kiln.ID, "cone": "04"}).Detail, "Nothing may be fired")
	plan := do[contract.LoadPlan](c, 200, "POST", "/loads/plan", body{"kiln": made.Kiln.ID, "cone": "6"})
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/loads/plan", body{"kiln": made.Kiln.ID, "cone": "6"}).Detail, "go on there")
	require.Len(t, plan.Levels, 1)
	require.Equal(t, piece, plan.Levels[0].Pieces[0].Piece)
	path := "/loads/" + plan.Load
	act := func(what string, more body) contract.LoadPlan {
		asked := body{"revision": plan.Revision, "act": what, "piece": piece}
		for k, v := range more {
			asked[k] = v
		}
		plan = do[contract.LoadPlan](c, 200, "POST", path+"/plan", asked)
		return plan
	}
	moved := act("move", body{"level": 0, "x": 250, "y": 0, "turn": 0})
	require.Contains(t, moved.Breaches[0].Text, "beyond where it may stand")
	require.Empty(t, act("drop", body{"level": 0, "x": 250, "y": 0, "turn": 0}).Breaches, "it slid onto the shelf")
	require.Contains(t, do[contract.Problem](c, 422, "POST", path+"/plan", body{"revision": 1, "act": "out", "piece": piece}).Detail, "since you looked")
	require.True(t, act("hold", nil).Levels[0].Pieces[0].Locked)
	require.Equal(t, plan.Levels[0].Pieces[0], act("again", nil).Levels[0].Pieces[0], "locked, it stays")
	require.False(t, act("release", nil).Levels[0].Pieces[0].Locked)
	didNotFit(t, c, path, piece, &plan)
	require.Len(t, act("out", nil).Out, 1)
	require.Empty(t, act("again", nil).Levels, "what was taken out by hand stays out")
	require.Empty(t, do[[]contract.LoadGain](c, 200, "GET", path+"/gains", nil))
	do[any](c, 204, "DELETE", path+"/plan", nil)
	plan = do[contract.LoadPlan](c, 200, "POST", "/loads/plan", body{"kiln": made.Kiln.ID, "cone": "6"})
	path = "/loads/" + plan.Load
	require.True(t, act("show", nil).Tablets)
	require.Len(t, do[[]struct{ Id string }](c, 200, "GET", "/loads/opened", nil), 1)
	require.True(t, do[contract.LoadPlan](c, 200, "POST", path+"/tick", body{"piece": piece, "in": true}).Levels[0].Pieces[0].In)
	require.Contains(t, do[contract.Problem](c, 422, "DELETE", path+"/plan", nil).Detail, "take them out first")
	require.Contains(t, do[contract.Problem](c, 422, "POST", path+"/plan", body{"revision": plan.Revision, "act": "out", "piece": piece}).Detail, "stands in the kiln")
	require.False(t, do[contract.LoadPlan](c, 200, "POST", path+"/tick", body{"piece": piece, "in": false}).Levels[0].Pieces[0].In)
	act("longer", nil)
	require.Eventually(t, func() bool { return do[contract.LoadPlan](c, 200, "GET", path+"/plan", nil).Searching == nil }, 2*time.Minute, 20*time.Millisecond)
	plan = do[contract.LoadPlan](c, 200, "GET", path+"/plan", nil)
	act("stop", nil)
	do[any](c, 204, "DELETE", path+"/plan", nil)
}

// didNotFit corrects a planned piece that did not fit: looked at again it stays in the plan as it
// measures; without a look it waits for one, until somebody looked.
func didNotFit(t *testing.T, c *caller, load, piece string, plan *contract.LoadPlan) {
	measured := func(want int, length float64, kind, looked bool) string {
		asked := body{"piece": piece, "revision": plan.Revision, "measures": body{"length": length}, "kind": kind, "looked": looked}
		if want != 200 {
			return do[contract.Problem](c, want, "POST", load+"/misfit", asked).Detail
		}
		*plan = do[contract.LoadPlan](c, 200, "POST", load+"/misfit", asked)
		return ""
	}
	detail := func() contract.PieceDetail { return do[contract.PieceDetail](c, 200, "GET", "/pieces/"+piece, nil) }
	length := 150.0
	if own := detail().Own.Measures["length"]; own > 0 {
		length = own
	}
	measured(200, length+13, false, true)
	require.Equal(t, length+13, detail().Own.Measures["length"])
	require.True(t, detail().Piece.Fit, "it was looked at again")
	require.Len(t, plan.Levels[0].Pieces, 1)
	require.Contains(t, measured(422, length+13, false, true), "measures as it did")
	require.Contains(t, measured(422, -4, false, true), "")
	measured(200, length+40, true, false)
	require.Empty(t, plan.Levels, "nobody looked at it as it measures")
	require.False(t, detail().Piece.Fit)
	require.Empty(t, detail().Own.Measures, "all of its kind measure so")
	seen := detail().Piece
	for i, e := range []body{{"kind": "cover", "cover": "even"}, {"kind": "check", "verdict": "clean"}} {
		e["id"], e["piece"], e["seen"], e["saw"] = fmt.Sprintf("again-%04d", i), piece, seen.Seq, seen.Sight
		do[contract.Logged](c, 200, "POST", "/events", body{"events": []body{e}})
	}
	asked := body{"revision": plan.Revision, "act": "again"}
	*plan = do[contract.LoadPlan](c, 200, "POST", load+"/plan", asked)
	require.Len(t, plan.Levels, 1)
}

// foretell asks for the term, keeps a show that cannot be met and one that can, and does what would
// save pieces where something would.
func foretell(t *testing.T, c *caller, assignment string) {
	today, err := lesson.ParseDate(do[contract.TermForecast](c, 200, "GET", "/term", nil).Today)
	require.NoError(t, err)
	day := func(days int) string { return (today + lesson.Date(days)).String() }
	show := body{"name": "Quay market", "date": day(40), "assignments": []string{assignment}}
	made := do[contract.Show](c, 200, "POST", "/shows", show)
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/shows", show).Detail, "is there already")
	for what, wrong := range map[string]body{
		"is past":             {"name": "Market", "date": day(-3), "assignments": []string{assignment}},
		"no day of the":       {"name": "Market", "date": "Friday", "assignments": []string{assignment}},
		"at least one":        {"name": "Market", "date": day(9), "assignments": []string{}},
		"say what the pieces": {"name": " ", "date": day(9), "assignments": []string{assignment}},
	} {
		require.Contains(t, do[contract.Problem](c, 422, "POST", "/shows", wrong).Detail, what)
	}
	show["date"] = day(0)
	require.Equal(t, day(0), do[contract.Show](c, 200, "PUT", "/shows/"+*made.Id, show).Date)
	term := do[contract.TermForecast](c, 200, "GET", "/term", nil)
	require.Equal(t, "Quay market", term.Shows[0].Show.Name)
	require.NotEmpty(t, term.Days)
	remedies := do[[]contract.TermRemedy](c, 200, "GET", "/term/remedies", nil)
	require.Empty(t, remedies, "nothing brings back what is wanted today")
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/term/remedies", body{"key": "add::0"}).Detail, "save nothing")
	shut := do[[]contract.KilnSeen](c, 200, "GET", "/kilns", nil)[0].Kiln
	shut.Minutes, shut.Closed = 600, nil
	for d := range 7 { // it may be lit on the day after the show alone
		if d != (today+6).Weekday()%7 {
			shut.Closed = append(shut.Closed, time.Weekday(d))
		}
	}
	do[contract.KilnSeen](c, 200, "PUT", "/kilns/"+shut.ID, shut)
	show["date"] = day(5)
	do[contract.Show](c, 200, "PUT", "/shows/"+*made.Id, show)
	late := do[contract.TermForecast](c, 200, "GET", "/term", nil).Shows[0].Late
	require.Positive(t, late.Low)
	remedies = do[[]contract.TermRemedy](c, 200, "GET", "/term/remedies", nil)
	require.NotEmpty(t, remedies)
	require.Less(t, remedies[0].Late.Middle, late.Middle)
	require.Contains(t, do[contract.TermPicked](c, 200, "POST", "/term/remedies", body{"key": remedies[0].Key}).Text, "Barrel")
	require.Equal(t, remedies[0].Late, do[contract.TermForecast](c, 200, "GET", "/term", nil).Shows[0].Late, "what was said comes")
	shut.Closed = []time.Weekday{}
	do[contract.KilnSeen](c, 200, "PUT", "/kilns/"+shut.ID, shut)
	status, file := ask(t, c.client, http.MethodGet, c.url+"/api/term/calendar", "")
	require.Equal(t, 200, status)
	require.Contains(t, file, "Quay market")
	do[any](c, 204, "DELETE", "/shows/"+*made.Id, nil)
	do[contract.Problem](c, 404, "DELETE", "/shows/"+*made.Id, nil)
}

// A load is fired and unloaded; each step, said by mistake, is taken back by an event, and what
// stood before stands again. Once something happened to what came out, it stays out.
func fireAndTakeBack(t *testing.T, c *caller, load, id string, put body) {
	step := func(way string) contract.Load {
		if way == "unload" {
			way += "?why=a+test"
		}
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
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/loads/"+load+"/out", body{"piece": "nobody", "how": "sound"}).Detail, "any more")
	hot := do[contract.Problem](c, 422, "POST", "/loads/"+load+"/out", body{"piece": id, "how": "sound"})
	require.Contains(t, hot.Detail, "opened hot")
	require.Equal(t, "why", (*hot.Errors)[0].Field, "the screen asks for a reason")
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/loads/"+load+"/unload", nil).Detail, "Say why")
	early := do[contract.Load](c, 200, "POST", "/loads/"+load+"/out", body{"piece": id, "how": "sound", "why": "the fire drill"})
	require.NotNil(t, early.UnloadedAt, "the only one is out: all of it is")
	require.Equal(t, "the fire drill", *early.Hot)
	earlyHistory := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+id, nil).History
	require.True(t, slices.ContainsFunc(earlyHistory, func(h contract.HistoryEntry) bool { return h.Text == "Out of the kiln: the fire drill" }), "%v", earlyHistory)
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/loads/"+load+"/out", body{"piece": id, "how": "broken"}).Detail, "any more")
	require.Nil(t, step("back").UnloadedAt)
	require.Equal(t, cooling, piece())
	require.NotNil(t, step("unload").UnloadedAt)
	require.Nil(t, step("back").UnloadedAt)
	require.Equal(t, cooling, piece())
	step("unload")
	do[contract.Logged](c, 200, "POST", "/events", body{"events": []body{{"id": "on-the-cart", "kind": "note", "piece": id, "text": "on the cart"}}})
	refused("something happened to it since it came out of the kiln", "back")
	do[contract.Problem](c, 404, "POST", "/loads/nothing/back", nil)
}
