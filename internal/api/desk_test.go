package api_test

import (
	"fmt"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/internal/contract"
)

// workTheDesk answers every operation of the plan desk: what is marked out,
// schemes, copies, rules of a class, the review, recipes, documents, tile
// programmes. class has two students and the glaze A.
func workTheDesk(t *testing.T, c *caller, class string) {
	do[contract.Import](c, 200, "POST", "/imports", body{"kind": "glazes", "apply": true,
		"text": "code,name,kind,raw,cones,food,ml,level,thick,dear,ware\nB,Beck,solid,#8899aa,5-6,yes,118,0.9,,,\nK,Kestrel,breaking,#445566,5-6,yes,,,yes,yes,bisque\n"})
	made := do[contract.Assignment](c, 201, "POST", "/assignments", body{"class": class, "name": "Cup", "form": "cup", "cone": "6", "measures": body{"handle": 0},
		"marking": body{"details": []body{{"id": "hoop", "name": "Hoop", "kind": "band", "on": "exterior", "fromMM": 40, "toMM": 55}}}})
	require.Equal(t, "hoop", made.Marking.Details[0].ID)
	do[contract.Problem](c, 422, "POST", "/assignments", body{"class": class, "name": "Cup", "form": "cup", "cone": "6", "measures": body{},
		"marking": body{"details": []body{{"id": "hoop", "name": "Hoop", "kind": "band", "on": "roof", "fromMM": 40, "toMM": 55}}}})

	var mine []contract.Piece
	for _, p := range do[contract.PieceList](c, 200, "GET", "/pieces?class="+class, nil).Pieces {
		if p.Assignment == made.Id {
			mine = append(mine, p)
		}
	}
	require.Len(t, mine, 2)
	id, other := mine[0].Id, mine[1].Id
	layer := func(glaze string, coats int) []body { return []body{{"glaze": glaze, "coats": coats}} }
	choices := []body{
		{"surface": "interior", "bare": false, "stack": layer("A", 3)}, {"surface": "lip", "bare": false, "stack": layer("A", 3)},
		{"surface": "exterior", "bare": false, "stack": layer("B", 2)}, {"surface": "hoop", "bare": false, "stack": layer("A", 3)},
		{"surface": "foot", "bare": false, "stack": []body{}, "resist": "latex"},
	}
	saved := do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+id+"/plan", body{"revision": 0, "choices": choices,
		"own": body{"standing": body{"bandMM": 9}, "marking": body{"details": []body{{"id": "star", "name": "Star", "kind": "motif", "on": "exterior", "areaCM2": 4, "optional": true}}}}})
	require.InDelta(t, 9, saved.Band.HeightMM, 1e-9)
	require.Equal(t, "star", saved.Surfaces[len(saved.Surfaces)-1].Id)
	require.NotEmpty(t, saved.Order)
	require.NotEmpty(t, saved.Under.Contact)
	codes := map[string]contract.Finding{}
	for _, f := range saved.Piece.Findings {
		codes[string(f.Code)] = f
	}
	require.Contains(t, codes, "latex")
	require.Contains(t, codes, "coats-few")
	do[contract.Problem](c, 422, "PUT", "/pieces/"+id+"/plan", body{"revision": 1, "choices": choices, "own": body{"marking": body{"clays": body{"lip": "?"}}}})

	// Schemes side by side.
	require.Len(t, do[[]contract.Scheme](c, 200, "GET", "/pieces/"+id+"/schemes", nil), 1)
	two := do[[]contract.Scheme](c, 200, "POST", "/pieces/"+id+"/schemes", nil)
	require.Len(t, two, 2)
	require.Equal(t, "B", stackIn(two[1], "interior"), "the second one begins with the stacks moved on")
	require.Len(t, do[[]contract.Scheme](c, 200, "POST", "/pieces/"+id+"/schemes", nil), 3)
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/pieces/"+id+"/schemes", nil).Detail, "drop one first")
	turned := do[[]contract.Scheme](c, 200, "PUT", "/pieces/"+id+"/schemes/2", body{"act": "turn"})
	require.NotEqual(t, stackIn(two[1], "interior"), stackIn(turned[1], "interior"))
	kept := do[[]contract.Scheme](c, 200, "PUT", "/pieces/"+id+"/schemes/2", body{"act": "save", "choices": choices[:3]})
	require.Empty(t, stackIn(kept[1], "hoop"))
	picked := do[[]contract.Scheme](c, 200, "PUT", "/pieces/"+id+"/schemes/2", body{"act": "pick"})
	require.Empty(t, stackIn(picked[0], "hoop"), "the picked one is the plan")
	require.Equal(t, "A", stackIn(picked[1], "hoop"), "and what was the plan is kept")
	do[[]contract.Scheme](c, 200, "PUT", "/pieces/"+id+"/schemes/2", body{"act": "pick"})
	require.Len(t, do[[]contract.Scheme](c, 200, "DELETE", "/pieces/"+id+"/schemes/3", nil), 2)
	do[contract.Problem](c, 404, "PUT", "/pieces/"+id+"/schemes/3", body{"act": "pick"})

	// A neighbour's plan, and the review.
	require.Equal(t, contract.ModelKind("neighbour"), do[[]contract.Model](c, 200, "GET", "/pieces/"+other+"/models", nil)[0].Kind)
	do[contract.PieceDetail](c, 200, "POST", "/pieces/"+other+"/plan/copy", body{"from": id, "revision": 0})
	review := do[contract.Review](c, 200, "GET", "/assignments/"+made.Id+"/review", nil)
	require.Len(t, review.Deserving, 2, "two coats where the house lays three deserve a look")
	first := review.Deserving[0].Piece
	do[contract.Problem](c, 422, "POST", "/approvals", body{"words": []body{{"piece": first.Id, "revision": first.Revision, "verdict": "returned"}}})
	do[contract.Problem](c, 409, "POST", "/approvals", body{"words": []body{{"piece": first.Id, "revision": first.Revision + 1, "verdict": "approved"}}})
	do[any](c, 204, "POST", "/approvals", body{"words": []body{{"piece": first.Id, "revision": first.Revision, "verdict": "approved"}}})
	require.Equal(t, 1, do[contract.Review](c, 200, "GET", "/assignments/"+made.Id+"/review", nil).Approved)

	kit := do[contract.Kit](c, 200, "GET", "/assignments/"+made.Id+"/kit", nil)
	require.Len(t, kit.Pieces, 2)
	require.Equal(t, "Interior 3 × A", kit.Pieces[0].Left[0])
	sum := float32(0)
	for _, p := range kit.Pieces {
		for _, a := range p.Amounts {
			sum += a.Ml
		}
	}
	for _, a := range kit.Amounts {
		sum -= a.Ml
	}
	require.InDelta(t, 0, sum, 1e-3, "the amounts of a class are the sum of its pieces")

	// Rules of a class and of an assignment.
	do[[]contract.Rule](c, 200, "PUT", "/rules?class="+class, body{"values": body{"mostColours": "1"}})
	for _, r := range do[[]contract.Rule](c, 200, "GET", "/rules?assignment="+made.Id, nil) {
		if r.Key == "mostColours" {
			require.Equal(t, "1", r.Value)
			require.False(t, r.Own, "it is the class's")
		}
	}
	require.Positive(t, do[contract.RuleEffects](c, 200, "POST", "/rules/preview?assignment="+made.Id, body{"values": body{"mostColours": "3"}}).Pieces)
	do[contract.Problem](c, 404, "GET", "/rules?class=nowhere", nil)
	do[[]contract.Rule](c, 200, "PUT", "/rules?class="+class, body{"values": body{"mostColours": "0"}})

	// Cards, recipes, tiles that went wrong.
	require.True(t, do[contract.Glaze](c, 200, "PUT", "/glazes/B/card", body{"dear": true, "coats": 2}).Dear)
	do[contract.Glaze](c, 200, "PUT", "/glazes/B/card", body{"dear": false, "coats": 0})
	for _, light := range []float64{0.9, 1, 3} {
		require.Contains(t, do[contract.Problem](c, 422, "PUT", "/glazes/B/card", body{"density": light}).Detail, "weighs more than 1 and at most 2.5 g per mL")
	}
	mixed := do[contract.Glaze](c, 201, "POST", "/glazes", body{"code": "AB", "parts": []body{{"glaze": "A", "parts": 2}, {"glaze": "B", "parts": 1}}})
	require.Equal(t, "2 parts A, 1 part B", mixed.Name)
	do[contract.Problem](c, 422, "POST", "/glazes", body{"code": "AK", "parts": []body{{"glaze": "A", "parts": 2}, {"glaze": "K", "parts": 1}}})
	require.Equal(t, []contract.Fault{glaze.Crazed}, do[contract.Tile](c, 200, "PUT", "/tiles/T1/faults", body{"faults": []string{"crazed"}}).Faults)

	// The assignment changes; what carries a plan stays.
	require.Contains(t, do[contract.Problem](c, 422, "PATCH", "/assignments/"+made.Id, body{"marking": body{}}).Detail, "cannot be taken away")
	do[contract.Assignment](c, 200, "PATCH", "/assignments/"+made.Id, body{"measures": body{"handle": 0, "height": 100}, "template": choices[:3], "jars": []string{"A"}})
	found := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+id, nil)
	require.Contains(t, fmt.Sprint(found.Piece.Findings), "not-allowed", "B is not among the jars of this lesson")
	do[contract.Problem](c, 422, "PATCH", "/assignments/"+made.Id, body{"jars": []string{"?"}})

	// Documents go both ways.
	document := do[map[string]any](c, 200, "GET", "/assignments/"+made.Id+"/document", nil)
	schema := do[struct {
		Properties struct{ Format struct{ Const string } }
	}](c, 200, "GET", "/documents/schema", nil)
	require.Equal(t, document["format"], schema.Properties.Format.Const)
	looked := do[contract.DocumentImport](c, 200, "POST", "/documents", body{"class": class, "document": document, "apply": false})
	require.Equal(t, 2, looked.Plans)
	brought := do[contract.DocumentImport](c, 200, "POST", "/documents", body{"class": class, "document": document, "apply": true})
	again := do[map[string]any](c, 200, "GET", "/assignments/"+*brought.Assignment+"/document", nil)
	require.Equal(t, document, again, "out, in and out again is the same document")
	document["glitter"] = true
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/documents", body{"class": class, "document": document, "apply": true}).Detail, "glitter")

	// The tile programme.
	untried := do[[]contract.Untried](c, 200, "GET", "/programmes/untried?class="+class, nil)
	require.NotEmpty(t, untried)
	kept1 := do[contract.Programme](c, 201, "POST", "/programmes", body{"clay": untried[0].Clay, "cone": untried[0].Cone, "classes": []string{class}})
	require.True(t, kept1.Sheet.Proven)
	require.Len(t, do[[]contract.Programme](c, 200, "GET", "/programmes", nil), 1)
	do[any](c, 204, "DELETE", "/programmes/"+kept1.Id, nil)
	do[contract.Problem](c, 404, "DELETE", "/programmes/"+kept1.Id, nil)

	// Drawings stand alone.
	require.NotEmpty(t, do[piece.Round](c, 200, "GET", "/pieces/"+id+"/round", nil))
	for _, path := range []string{"/pieces/" + id + "/drawing?colours=fired", "/pieces/" + id + "/drawing", "/assignments/" + made.Id + "/drawing", "/pieces/" + id + "/qr"} {
		status, text := ask(t, c.client, "GET", c.url+"/api"+path, "")
		require.Equal(t, http.StatusOK, status, path)
		if strings.Contains(path, "drawing") {
			require.True(t, strings.HasPrefix(text, "<svg "), path)
			require.Contains(t, text, "Exterior")
		}
	}
}

func stackIn(s contract.Scheme, surface string) string {
	for _, x := range s.Surfaces {
		if x.Id == surface && len(x.Stack) > 0 {
			return x.Stack[0].Glaze
		}
	}
	return ""
}
