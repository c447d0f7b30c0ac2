package api_test

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// Some of a class make something of their own, one of them several; an assignment ends and is
// reopened, a class is archived and brought back: what is worked on is listed, and no record goes.
func ownPieces(t *testing.T, c *caller) {
	refused := func(want, method, path string, of body) {
		t.Helper()
		require.Contains(t, do[contract.Problem](c, 422, method, path, of).Detail, want)
	}
	class := do[contract.Class](c, 201, "POST", "/classes", body{"name": "9 Wren", "clay": "PALE", "cone": "6",
		"students": []body{{"name": "Ilo N.", "mark": "I"}, {"name": "Oda K.", "mark": "O"}}})
	ilo, oda := class.Students[0].Id, class.Students[1].Id
	listed := func(query string) (all []contract.Piece) {
		t.Helper()
		return do[contract.PieceList](c, 200, "GET", "/pieces?class="+class.Id+query, nil).Pieces
	}
	give := body{"class": class.Id, "name": "Lantern", "form": "vase", "measures": body{}, "cone": "", "students": []string{oda}, "each": 2}
	lantern := do[contract.Assignment](c, 201, "POST", "/assignments", give)
	require.Equal(t, 2, lantern.Pieces)
	require.True(t, *lantern.Some)
	require.Equal(t, []string{"Oda K.", "Oda K. · 2"}, []string{listed("")[0].Student, listed("")[1].Student})
	require.Equal(t, 3, do[contract.Assignment](c, 201, "POST", "/assignments/"+lantern.Id+"/pieces", body{"students": []string{ilo}}).Pieces)
	require.Equal(t, 4, do[contract.Assignment](c, 201, "POST", "/assignments/"+lantern.Id+"/pieces", body{"students": []string{oda}}).Pieces)
	require.Equal(t, "Oda K. · 3", listed("")[3].Student, "as on the class list, then by number")
	do[contract.Problem](c, 422, "POST", "/assignments/"+lantern.Id+"/pieces", body{"students": []string{oda}, "each": 10})
	do[contract.Problem](c, 409, "POST", "/assignments/"+lantern.Id+"/pieces", body{"students": []string{"nobody"}})
	do[contract.Problem](c, 404, "POST", "/assignments/nothing/pieces", body{"students": []string{oda}})

	joined := do[contract.Class](c, 200, "POST", "/classes/"+class.Id+"/students", body{"pieces": true, "students": []body{{"name": "Una P.", "mark": "U"}}})
	require.Len(t, joined.Students, 3)
	require.Len(t, listed(""), 4, "what is for some is not for who joins")

	// A piece given by mistake goes while nothing was done with it, and no longer.
	all := listed("")
	do[any](c, 204, "DELETE", "/pieces/"+all[3].Id, nil)
	require.Len(t, listed(""), 3)
	do[contract.Problem](c, 404, "GET", "/pieces/"+all[3].Id, nil)
	do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+all[1].Id+"/plan", body{"revision": 0, "choices": []body{{"surface": "exterior", "bare": true, "stack": []body{}}}})
	refused("it has a plan or a record", "DELETE", "/pieces/"+all[1].Id, nil)
	do[contract.Problem](c, 404, "DELETE", "/pieces/nothing", nil)

	// An assignment ends: nothing of it is listed but what has ended, until it is reopened.
	end := func(ended bool) contract.Assignment {
		return do[contract.Assignment](c, 200, "PATCH", "/assignments/"+lantern.Id, body{"ended": ended})
	}
	do[any](c, 204, "POST", "/glazes/A/reserves", body{"ml": 5, "assignment": lantern.Id})
	reserves := func() (n int) {
		for _, j := range do[[]contract.JarBudget](c, 200, "GET", "/stock/budget", nil) {
			n += len(j.Reserves)
		}
		return n
	}
	kept := reserves()
	require.True(t, *end(true).Over)
	require.Empty(t, listed(""))
	require.Len(t, listed("&over=true"), 3)
	refused("Lantern has ended", "POST", "/assignments/"+lantern.Id+"/pieces", body{"students": []string{oda}})
	require.Equal(t, kept-1, reserves(), "what was kept for it is free")
	require.Nil(t, end(false).Over)
	require.Len(t, listed(""), 3)

	// A class is archived, with its lessons out of the bells, and brought back.
	put := func(archived bool) contract.Class {
		return do[contract.Class](c, 200, "PUT", "/classes/"+class.Id, body{"clay": "PALE", "cone": "6", "archived": archived})
	}
	before := do[contract.Timetable](c, 200, "GET", "/timetable", nil)
	more := before
	more.Bells = append(more.Bells, contract.Bell{Classes: []string{class.Id}, Weekday: new(7), Starts: "09:00", Ends: "09:45"})
	do[contract.Timetable](c, 200, "PUT", "/timetable", more)
	require.True(t, *put(true).Archived)
	require.Empty(t, listed(""))
	require.ElementsMatch(t, before.Bells, do[contract.Timetable](c, 200, "GET", "/timetable", nil).Bells)
	refused("9 Wren is archived", "PUT", "/room", body{"class": class.Id})
	end(true)
	refused("restore the class first", "PATCH", "/assignments/"+lantern.Id, body{"ended": false})
	refused("9 Wren is archived", "POST", "/assignments", give)
	refused("9 Wren is archived", "POST", "/classes/"+class.Id+"/students", body{"students": []body{{"name": "Mae T.", "mark": "M"}}})
	do[contract.Problem](c, 404, "PUT", "/timetable", more)
	next := do[contract.Class](c, 201, "POST", "/classes", body{"name": "9 Wren", "clay": "PALE", "cone": "6", "students": []body{}})
	refused("There is a class called 9 Wren already", "PUT", "/classes/"+class.Id, body{"clay": "PALE", "cone": "6", "archived": false})
	do[contract.Class](c, 200, "PUT", "/classes/"+next.Id, body{"name": "9 Wren B", "clay": "PALE", "cone": "6"})
	put(false)
	end(false)
	require.Len(t, listed(""), 3)
}

// A helper neither ends an assignment nor shows a class what came of it: that is the teacher's.
func TestAHelperEndsNoAssignment(t *testing.T) {
	server, _ := school(t)
	all := roles(t, server.URL)
	_, text := ask(t, all["teacher"], "GET", server.URL+"/api/assignments", "")
	id := between(text, `"id":"`, `"`)
	for _, change := range []string{`{"ended":true}`, `{"released":true}`, `{"releasedAs":"names"}`, `{"ended":true,"name":"Other"}`} {
		code, text := ask(t, all["helper"], "PATCH", server.URL+"/api/assignments/"+id, change)
		require.Equal(t, http.StatusForbidden, code, change)
		require.Contains(t, text, "are the teacher's")
	}
	code, text := ask(t, all["helper"], "PATCH", server.URL+"/api/assignments/"+id, `{"name":"Called otherwise"}`)
	require.Equal(t, http.StatusOK, code, text)
}
