package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// A finding that no press can mend leads to where it is mended: the tiles for its surface, the
// assignment's clay and cone, the details; and clear over open underglaze is one press.
func TestFindingsLeadToWhereTheyAreMended(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	bowl := given(t, s, "7 Plover", map[string]any{"name": "Gull bowl", "form": "bowl", "measures": map[string]float64{}})
	revision := 0
	plan := func(layers ...contract.Layer) {
		choice := map[string]any{"surface": "exterior", "bare": false, "stack": layers}
		send(t, c, "PUT", s.url+"/api/pieces/"+bowl.Id+"/plan", map[string]any{"revision": revision, "choices": []any{choice}})
		revision++
	}
	find := func(text string) string {
		return `//section[@aria-label="Findings"]//li[contains(., "` + text + `")]`
	}
	plan(contract.Layer{Glaze: "U51", Coats: 3})
	p.goTo("/plan/" + bowl.Id)
	p.click("button.more", "Show all")
	p.see("section li", "Lay 2 coats of clear K41 over it")
	p.clickX(find("underglaze that lies open") + `//button[contains(., "Apply")]`)
	p.gone("section li", "underglaze that lies open")
	revision = get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+bowl.Id).Piece.Revision
	p.clickX(`//button[starts-with(normalize-space(.), "Exterior")]`)
	p.see(".editor", "K41")

	plan(contract.Layer{Glaze: "N05", Coats: 2}, contract.Layer{Glaze: "L65", Coats: 2})
	p.see("section li", "L65 Low Window is for cone 06–04")
	p.clickX(find("L65 Low Window") + `//a[contains(., "Choose a tile")]`)
	require.Eventually(t, func() bool {
		return p.MustEval(`() => document.activeElement.matches("input[aria-label='Search the tiles'], .picker input, input") && !location.search`).Bool()
	}, patience, moment, "the search of the tiles has the focus, and the address is plain again")

	// Its clay is not made for the cone: that is changed at the assignment.
	send(t, c, "PATCH", s.url+"/api/assignments/"+bowl.Assignment, map[string]any{"cone": "10"})
	p.see("section li", "slumps or bloats")
	p.clickX(find("slumps or bloats") + `//a[contains(., "Change clay or cone")]`)
	p.see(".el-dialog", "Change Gull bowl")
	p.press(input.Escape)
}
