package api_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
	"enkaustos/internal/sheets"
)

// An office's file is read as it comes, its columns matched by what schools call them; the empty
// list comes in both kinds, and what is filled into it is read without a word; a list of students
// who may be here already asks who they are.
func officeFiles(t *testing.T, c *caller) {
	read := func(kind string, data []byte) contract.ListFile {
		t.Helper()
		return decode[contract.ListFile](t, send(c, 200, "POST", "/imports/file?kind="+kind, data))
	}
	book, err := sheets.Write(sheets.Sheet{Name: "Year 7", Rows: []sheets.Row{
		{Cells: []string{"Oak School"}}, {}, {Cells: []string{"No", "Family name", "Given Name", "Tutor group", "Born"}}, {Cells: []string{"1", "Tern", "Ilo", "9 Gull", "x"}}}})
	require.NoError(t, err)
	office := read("students", book)
	require.Equal(t, map[string]int{"surname": 1, "first name": 2, "class": 3}, office.Sheets[0].Matched)
	require.Equal(t, 3, office.Sheets[0].Rows[office.Sheets[0].Heading].Row)
	require.Contains(t, decode[contract.Problem](t, send(c, 422, "POST", "/imports/file?kind=students", []byte("PK\x03\x04 nonsense"))).Detail, "no spreadsheet that can be read")

	for _, as := range []string{"csv", "xlsx"} {
		for _, kind := range []string{"students", "clays", "glazes", "tiles", "readings"} {
			status, data := ask(t, c.client, "GET", c.url+"/api/imports/template?kind="+kind+"&as="+as, "")
			require.Equal(t, 200, status)
			empty := read(kind, []byte(data))
			require.Len(t, empty.Sheets[0].Matched, len(empty.Columns), "every column is known by its own name")
		}
	}

	list := body{"kind": "students", "text": "name,class,mark\nUmi S.,9 Gull,\nUmi S.,9 Gull,U\n", "apply": true, "clay": "PALE"}
	asks := *do[contract.Import](c, 200, "POST", "/imports", list).Asks
	require.Equal(t, "US", *asks[0].Propose)
	list["answers"] = []body{{"row": 2, "answer": "US", "mark": true}}
	require.True(t, do[contract.Import](c, 200, "POST", "/imports", list).Applied)
	delete(list, "answers")
	list["text"] = "name,class\nUmi Sand,9 Gull\n"
	asks = *do[contract.Import](c, 200, "POST", "/imports", list).Asks
	require.Empty(t, asks, "two are called Umi: nobody is asked for a guess")
	list["text"] = "name,class\nUmi S.,9 Rail\n"
	asks = *do[contract.Import](c, 200, "POST", "/imports", list).Asks
	require.Equal(t, "Umi S. (U), 9 Gull", asks[0].Of[0].Text)
}

// What the school measures with reaches sentences, and leaves what somebody wrote.
func inInches(t *testing.T, c *caller) {
	tooMuch := func() string {
		return do[contract.Problem](c, 422, "POST", "/glazes/A/reserves", body{"ml": 40000, "for": "10 mm tiles"}).Detail
	}
	require.Contains(t, tooMuch(), "40000 mL cannot be kept")
	do[contract.Problem](c, 400, "PUT", "/units", body{"length": "ell", "volume": "mL", "heat": "C"})
	require.EqualValues(t, "in", do[contract.Units](c, 200, "PUT", "/units", body{"length": "in", "volume": "oz", "heat": "F"}).Length)
	require.EqualValues(t, "oz", do[contract.Session](c, 200, "GET", "/session", nil).Units.Volume)
	require.Contains(t, tooMuch(), "1352.6 oz cannot be kept")
	rack := do[[]contract.NumberedBrushes](c, 200, "GET", "/brushes", nil)
	require.Equal(t, rack, do[[]contract.NumberedBrushes](c, 200, "PUT", "/brushes", rack), "what was asked for can be kept")
	piece := do[contract.PieceList](c, 200, "GET", "/pieces", nil).Pieces[0]
	do[any](c, 200, "POST", "/events", body{"events": []body{{"id": "in-my-own-words", "kind": "note", "piece": piece.Id, "text": "5 mm of 30 mL at 20 °C"}}})
	found := false
	for _, h := range do[contract.PieceDetail](c, 200, "GET", "/pieces/"+piece.Id, nil).History {
		found = found || strings.Contains(h.Text, "5 mm of 30 mL at 20 °C")
		require.NotContains(t, h.Text, "\u2068")
	}
	require.True(t, found, "what somebody wrote is read as it was written")
	do[contract.Units](c, 200, "PUT", "/units", body{"length": "mm", "volume": "mL", "heat": "C"})
	require.Contains(t, tooMuch(), "40000 mL cannot be kept")
}
