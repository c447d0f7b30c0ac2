package api_test

import (
	"bytes"
	"encoding/json"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/ready"
	"enkaustos/internal/contract"
)

// giveGrades walks what the contract asks of grades, on a piece that is out of the kiln.
func giveGrades(t *testing.T, c *caller, p contract.Piece) {
	sheet := do[contract.GradeSheet](c, 200, "GET", "/grades?what=glazing&assignment="+p.Assignment, nil)
	require.Equal(t, 4.0, sheet.Rubric.Scale.Best)
	mine := sheet.Rows[0]
	require.True(t, mine.May)
	require.NotNil(t, mine.Proposed)
	for _, l := range mine.Lines {
		require.NotEmpty(t, l.Reason, l.Line)
	}
	give := func(want int, of ...body) string {
		if want == 204 {
			do[struct{}](c, want, "POST", "/grades", of)
			return ""
		}
		return do[contract.Problem](c, want, "POST", "/grades", of).Detail
	}
	require.Contains(t, give(422, body{"piece": p.Id, "what": "glazing", "value": 7}), "7 is no grade here: expected 1 to 4")
	require.Contains(t, give(422, body{"piece": p.Id, "what": "glazing", "points": body{"plan": 4}}), "every line")
	require.Contains(t, give(422, body{"piece": p.Id, "what": "made", "value": 3}, body{"piece": p.Id, "what": "made", "value": 2}), "graded twice")
	give(204, body{"piece": p.Id, "what": "made", "value": 3}, body{"piece": p.Id, "what": "glazing", "points": body{"plan": 4, "coats": 4, "cover": 4, "foot": 4, "notes": 0, "care": 0}, "stand": "late"})
	given := do[contract.GradeSheet](c, 200, "GET", "/grades?what=glazing&assignment="+p.Assignment, nil).Rows[0].Given
	require.Equal(t, 3.0, *given.Value, "16 of 24 points are two thirds of the way from 1 to 4")
	require.Equal(t, contract.Late, *given.Stand)
	_, list := ask(c.t, c.client, "GET", c.url+"/api/grades/sheet?assignment="+p.Assignment, "")
	require.Contains(t, list, ",3,4,,,3,4,late,")
	rubric := do[contract.Rubric](c, 200, "GET", "/rubric", nil)
	rubric.Scale.Step = 0.7
	require.Contains(t, do[contract.Problem](c, 422, "PUT", "/rubric", rubric).Detail, "do not lead")
	rubric.Scale.Step = 0.5
	do[contract.Rubric](c, 200, "PUT", "/rubric", rubric)
	give(204, body{"piece": p.Id, "what": "made", "value": 2.5}, body{"piece": p.Id, "what": "glazing"})
	require.Nil(t, do[contract.GradeSheet](c, 200, "GET", "/grades?what=glazing&assignment="+p.Assignment, nil).Rows[0].Given, "taken back")
	do[[]contract.Unglazed](c, 200, "GET", "/grades/unglazed", nil)
}

// What a teacher writes into a grade reaches nobody else: a rare word and a figure are looked
// for in every answer that any other role can get, and in every live message.
func TestGradesAreTheTeachersAlone(t *testing.T) {
	const word = "Quarzmisteltann"
	server, _ := school(t)
	all := roles(t, server.URL)
	head := &caller{t: t, client: all["teacher"], url: server.URL}
	var piece contract.Piece
	for _, p := range do[contract.PieceList](head, 200, "GET", "/pieces", nil).Pieces {
		if p.Stage == ready.Done {
			piece = p
		}
	}
	require.NotEmpty(t, piece.Id)
	do[contract.StationState](head, 200, "PUT", "/room", body{"class": piece.Class})
	do[contract.Assignment](head, 200, "PATCH", "/assignments/"+piece.Assignment, body{"released": true})
	heard := map[string]<-chan string{}
	for _, role := range []string{"helper", "station"} {
		heard[role] = hear(t, all[role], server.URL+"/api/live")
	}
	grade := func(value float64) {
		do[struct{}](head, 204, "POST", "/grades", []body{
			{"piece": piece.Id, "what": "glazing", "value": value, "stand": "late", "note": word + " of the glazing"},
			{"piece": piece.Id, "what": "made", "value": value, "note": word + " of the piece"}})
	}
	grade(2)
	grade(3)
	do[contract.Logged](head, 200, "POST", "/events", body{"events": []body{{"id": "after-grade", "kind": "note", "piece": piece.Id, "text": "after the grade"}}})

	spec, err := contract.GetSpec()
	require.NoError(t, err)
	loads := do[[]contract.Load](head, 200, "GET", "/loads", nil)
	ids := map[string]string{"/pieces/": piece.Id, "/assignments/": piece.Assignment, "/classes/": piece.Class, "/loads/": loads[0].Id, "/glazes/": "N01"}
	answered := 0
	for path, item := range spec.Paths.Map() {
		if item.Get == nil || path == "/live" {
			continue
		}
		id := "x"
		for begins, known := range ids {
			if strings.HasPrefix(path, begins) {
				id = known
			}
		}
		url := server.URL + "/api" + strings.NewReplacer("{id}", id, "{code}", "P01", "{slot}", "2").Replace(path) +
			"?class=" + piece.Class + "&assignment=" + piece.Assignment + "&piece=" + piece.Id + "&what=glazing"
		for role, client := range all {
			status, text := ask(t, client, "GET", url, "")
			if role == "teacher" {
				continue
			}
			require.NotContains(t, text, word, "%s as %s", path, role)
			if status == http.StatusOK {
				answered++
			}
		}
	}
	require.Greater(t, answered, 50, "most routes answer somebody")
	_, told := ask(t, all["teacher"], "GET", server.URL+"/api/grades?what=glazing&assignment="+piece.Assignment, "")
	require.Contains(t, told, word, "the teacher reads it")
	for role, lines := range heard {
		var said bytes.Buffer
		for end := time.After(5 * time.Second); !strings.Contains(said.String(), "after-grade") && !strings.Contains(said.String(), piece.Id); {
			select {
			case line := <-lines:
				said.WriteString(line)
			case <-end:
				require.Fail(t, "no message", role)
			}
		}
		require.NotContains(t, said.String(), word, role)
		require.NotContains(t, said.String(), `"grade"`, "nobody else even hears that grades are given")
	}
	_, mine := ask(t, all["helper"], "GET", server.URL+"/api/pieces/"+piece.Id, "")
	var detail map[string]any
	require.NoError(t, json.Unmarshal([]byte(mine), &detail))
}
