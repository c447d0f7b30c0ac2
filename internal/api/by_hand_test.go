package api_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// A room is filled without any file: clay, jars and a class typed and pasted; students join,
// are renamed, move, leave and come back; what cannot be is one sentence, and nothing is half done.
func fillByHand(t *testing.T, c *caller) {
	refused := func(want, method, path string, of body) {
		t.Helper()
		require.Contains(t, do[contract.Problem](c, 422, method, path, of).Detail, want)
	}
	clay := do[contract.Clay](c, 200, "PUT", "/clays/MUD", body{"name": "River mud", "cones": "5-6", "fired": "#8a6a55", "dark": true})
	require.Equal(t, "6", clay.Hottest)
	require.True(t, do[contract.Clay](c, 200, "PUT", "/clays/MUD", body{"name": "River clay", "cones": "6", "fired": "#8a6a55"}).Dark, "what was said stays")
	require.False(t, do[contract.Clay](c, 200, "PUT", "/clays/CHALK", body{"name": "Chalk", "cones": "6", "fired": "#efe9df"}).Dark)
	require.True(t, do[contract.Clay](c, 200, "PUT", "/clays/PEAT", body{"name": "Peat", "cones": "6", "fired": "#4d3a30"}).Dark, "by its fired colour")
	refused("Give the clay a name", "PUT", "/clays/MUD", body{"name": " ", "cones": "6", "fired": "#8a6a55"})
	refused("cone", "PUT", "/clays/MUD", body{"name": "River", "cones": "hot", "fired": "#8a6a55"})
	refused("is no code", "PUT", "/clays/A+B", body{"name": "River", "cones": "6", "fired": "#8a6a55"})

	jar := do[contract.Glaze](c, 201, "POST", "/jars", body{"code": "H1", "name": "Heron", "kind": "solid"})
	require.Equal(t, do[[]contract.Glaze](c, 200, "GET", "/glazes", nil)[0].Cones, jar.Cones, "as the jars there are")
	require.True(t, *jar.RawUnknown)
	require.True(t, jar.InStock)
	refused("There is a jar H1 already", "POST", "/jars", body{"code": "H1", "name": "Heron", "kind": "solid"})
	refused("is not a kind of glaze", "POST", "/jars", body{"code": "H2", "name": "Heron", "kind": "shiny"})
	jar = do[contract.Glaze](c, 200, "PUT", "/glazes/H1/card", body{"kind": "matte", "cones": "04", "raw": "#aabbcc"})
	require.Equal(t, "matte", jar.Kind)
	require.Nil(t, jar.RawUnknown)
	refused("cone", "PUT", "/glazes/H1/card", body{"cones": "hot"})

	names := do[contract.Names](c, 200, "POST", "/names", body{"text": "Ilo N.\n=SUM(A1)\nOda K.\tX\n"})
	require.Equal(t, []contract.NewStudent{{Name: "Ilo N.", Mark: "I"}, {Name: "Oda K.", Mark: "X"}}, names.Students)
	require.Contains(t, names.Refused[0], "Row 2: \"=SUM(A1)\" is a formula")
	class := do[contract.Class](c, 201, "POST", "/classes", body{"name": "9 Heron", "clay": "MUD", "cone": "6", "students": names.Students})
	require.Len(t, class.Students, 2)
	refused("There is a class called 9 Heron already", "POST", "/classes", body{"name": "9 heron", "clay": "MUD", "cone": "6", "students": []body{}})
	refused("No clay is called", "POST", "/classes", body{"name": "9 Rook", "clay": "GONE", "cone": "6", "students": []body{}})
	refused("at most 80 letters, and this one has 81", "POST", "/classes", body{"name": strings.Repeat("a", 81), "clay": "MUD", "cone": "6", "students": []body{}})
	refused("is Ilo N.'s in 9 Heron: choose another for Una P.", "POST", "/classes/"+class.Id+"/students", body{"students": []body{{"name": "Una P.", "mark": "I"}}})
	refused("Two in 9 Heron are called ilo n.", "POST", "/classes/"+class.Id+"/students", body{"students": []body{{"name": "ilo n.", "mark": ""}}})
	do[contract.Class](c, 200, "PUT", "/classes/"+class.Id, body{"name": "9 Heron B", "clay": "MUD", "cone": "6"})

	made := do[contract.Assignment](c, 201, "POST", "/assignments", body{"class": class.Id, "name": "Tile", "form": "slab", "measures": body{}, "cone": "6"})
	require.Equal(t, 2, made.Pieces)

	// A wrong clay at the beginning is mended, and what that changes is said before.
	tile := func() contract.Piece {
		for _, p := range do[contract.PieceList](c, 200, "GET", "/pieces?class="+class.Id, nil).Pieces {
			if p.Assignment == made.Id && p.Mark == "I" {
				return p
			}
		}
		return contract.Piece{}
	}
	do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+tile().Id+"/plan", body{"revision": 0, "choices": []body{{"surface": "face", "bare": false, "stack": []body{{"glaze": "A", "coats": 3}}}}})
	would := do[contract.RuleEffects](c, 200, "POST", "/assignments/"+made.Id+"/preview", body{"cone": "04"})
	require.Equal(t, 1, would.Pieces)
	var appears []string
	for _, e := range would.List {
		if e.Appears > 0 {
			appears = append(appears, string(e.Code))
		}
	}
	require.Contains(t, appears, "glaze-cone")
	require.Contains(t, appears, "clay-low")
	require.Equal(t, "MUD", tile().Clay)
	require.Equal(t, "6", tile().Cone, "nothing was kept")
	refused("No clay is called", "POST", "/assignments/"+made.Id+"/preview", body{"clay": "GONE"})
	do[contract.Assignment](c, 200, "PATCH", "/assignments/"+made.Id, body{"clay": "PALE", "cone": "5", "atmosphere": "oxidation"})
	require.Equal(t, "PALE", tile().Clay)
	require.Equal(t, "5", tile().Cone)
	refused("No clay is called", "PATCH", "/assignments/"+made.Id, body{"clay": "GONE"})
	pieces := func() (n int) {
		for _, p := range do[contract.PieceList](c, 200, "GET", "/pieces?class="+class.Id, nil).Pieces {
			if p.Assignment == made.Id {
				n++
			}
		}
		return n
	}
	joined := do[contract.Class](c, 200, "POST", "/classes/"+class.Id+"/students", body{"pieces": true, "students": []body{{"name": "Una P.", "mark": "U"}}})
	require.Len(t, joined.Students, 3)
	require.Equal(t, 3, pieces(), "who joins late gets a piece of what is running")
	una := joined.Students[2].Id
	require.Equal(t, "Una P.", joined.Students[2].Name)

	refused("is Ilo N.'s", "PATCH", "/students/"+una, body{"mark": "I"})
	do[any](c, 204, "PATCH", "/students/"+una, body{"name": "Una Q.", "mark": "UQ"})
	do[any](c, 204, "PATCH", "/students/"+una, body{"left": true})
	require.Equal(t, 3, pieces(), "who leaves leaves the pieces")
	for _, k := range do[[]contract.Class](c, 200, "GET", "/classes", nil) {
		if k.Id == class.Id {
			require.Equal(t, "9 Heron B", k.Name)
			require.True(t, *k.Students[2].Left)
		}
	}
	again := do[contract.Assignment](c, 201, "POST", "/assignments", body{"class": class.Id, "name": "Second tile", "form": "slab", "measures": body{}, "cone": "6"})
	require.Equal(t, 2, again.Pieces, "and is given nothing more")
	do[any](c, 204, "PATCH", "/students/"+una, body{"left": false})
	other := do[contract.Class](c, 201, "POST", "/classes", body{"name": "9 Rook", "clay": "MUD", "cone": "6", "students": []body{{"name": "Ada", "mark": "UQ"}}})
	refused("is Ada's in 9 Rook", "PATCH", "/students/"+una, body{"class": other.Id})
	do[any](c, 204, "PATCH", "/students/"+una, body{"class": other.Id, "mark": "U"})
	do[contract.Problem](c, 404, "PATCH", "/students/nobody", body{"left": true})
	ada := "/students/" + other.Students[0].Id + "/record"
	require.Equal(t, "9 Rook", do[body](c, 200, "GET", ada, nil)["class"])
	do[contract.Erased](c, 200, "DELETE", ada, nil)
	require.NotContains(t, string(get(c, ada)), "Ada")
	for _, method := range []string{"GET", "DELETE"} {
		do[contract.Problem](c, 404, method, "/students/nobody/record", nil)
	}
	do[contract.Problem](c, 404, "POST", "/classes/nowhere/students", body{"students": []body{{"name": "A", "mark": "A"}}})
}
