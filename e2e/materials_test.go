package e2e

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/internal/contract"
)

// given gives a class something to make, and returns one of its pieces.
func given(t *testing.T, s *server, class string, assignment map[string]any) contract.Piece {
	t.Helper()
	c := client(t, s.url)
	for _, k := range get[[]contract.Class](t, c, s.url+"/api/classes") {
		if k.Name == class {
			assignment["class"], assignment["cone"] = k.Id, "6"
		}
	}
	require.NotEmpty(t, assignment["class"])
	send(t, c, "POST", s.url+"/api/assignments", assignment)
	for _, p := range get[contract.PieceList](t, c, s.url+"/api/pieces").Pieces {
		if p.Title == assignment["name"] {
			return p
		}
	}
	require.Fail(t, "nobody got a piece")
	return contract.Piece{}
}

// cell is the cell of a piece on the bench, by the name of its surface.
func cell(p contract.Piece, surface string) string {
	return fmt.Sprintf(`//section[.//h2[contains(., %q)]]//tr[th[contains(., %q)]]//button[contains(@class, "cell") and contains(@aria-label, ", %s: ")]`, p.Title, p.Student, surface)
}

// seeCell waits for what a cell says of itself.
func (p *screen) seeCell(of contract.Piece, surface, says string) {
	p.t.Helper()
	require.Eventuallyf(p.t, func() bool {
		cells, err := p.ElementsX(cell(of, surface))
		if err != nil || len(cells) == 0 {
			return false
		}
		label, err := cells[0].Attribute("aria-label")
		return err == nil && label != nil && len(*label) > 0 && strings.Contains(*label, says)
	}, patience, moment, "%s never says %s", surface, says)
}

// A cup goes into the bucket whole, then from the rim down to a height into another: each
// dip is logged once, over all that it goes over, and the tile made of it says dips.
func TestADippedCupFromBucketToTile(t *testing.T) {
	s := startDemo(t)
	cup := given(t, s, "9 Curlew", map[string]any{"name": "Ferry beaker", "form": "cup", "measures": map[string]float64{"handle": 0}})
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/plan/" + cup.Id)

	// Interior in one bucket; lip and exterior in both, the second down to 52 mm.
	p.see(".surfaces button[aria-checked=true]", "Interior")
	p.dipWith("F48", "D71")
	for _, surface := range []string{"Lip", "Exterior"} {
		p.press(input.ArrowDown)
		p.see(".surfaces button[aria-checked=true]", surface)
		p.dipWith("F50", "D72")
		p.typeInto(`input[aria-label^="How far down the dip into D72"]`, "52")
		p.press(input.Enter)
		p.seeDrawn("dip to 52 mm")
		p.blur()
	}
	p.press(input.ArrowDown)
	p.see(".surfaces button[aria-checked=true]", "Foot")
	p.choose("Resist", "wax")
	p.see(".editor", "Kept bare with wax")

	// Weighed far too heavy, a bucket's dip is refused before anybody made it, until it is thinned.
	c := client(t, s.url)
	weigh := func(density float64) {
		send(t, c, "PUT", s.url+"/api/glazes/D72/card", map[string]any{"density": density})
	}
	weigh(2.4)
	p.see("li.stop", "would run")
	weigh(1.46)
	p.gone("li.stop", "would run")

	// One press a dip: it lies on every surface that it goes over.
	p.choose("Class", "9 Curlew")
	p.goTo("/bench")
	p.clickX(cell(cup, "Interior"))
	for _, surface := range []string{"Interior", "Lip", "Exterior"} {
		p.seeCell(cup, surface, "1 on")
	}
	p.seeCell(cup, "Exterior", "dip D72 Paper Moon to 52 mm")
	p.click(".demo button", "+1 h")
	p.clickX(cell(cup, "Lip"))
	p.seeCell(cup, "Exterior", "2 on, 0 to go")
	p.seeCell(cup, "Interior", "1 on, 0 to go")
	events := get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+cup.Id).History
	require.Len(t, events, 2, "two dips are two events")
	require.Contains(t, events[1].Text, "Dip into D72")
	require.Contains(t, events[1].Text, "down to 52 mm")

	// Each dip keeps the bucket of its day.
	weigh(2.4)
	for _, f := range get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+cup.Id).Piece.Findings {
		require.NotContains(t, f.Text, "would run", "it is mud today, and was not when they were made")
	}

	p.pass(cup)
	p.fire("Ferry beaker")
	p.goTo("/results/pieces")
	p.clickX(fmt.Sprintf(`//*[contains(concat(" ", @class, " "), " card ")][.//h2[contains(., %q)] and contains(., "Ferry beaker")]//button[contains(., "Add a tile")]`, cup.Student))
	p.choose("Surface", "Exterior")
	p.typeInto("input[name=tile-code]", "FER1")
	p.click("button", "Add to the wall")
	p.see(".notice", "FER1 hangs on the wall")
	for _, tile := range get[[]contract.Tile](t, c, s.url+"/api/tiles") {
		if tile.Code == "FER1" {
			require.Equal(t, "D71x1 dip + D72x1 dip to 52", glaze.Stack(tile.Stack).Text(), "nothing of it was brushed")
			return
		}
	}
	require.Fail(t, "no tile FER1")
}

// dipWith takes a tile by its code, and expects its topmost jar in the stack.
func (p *screen) dipWith(tile, jar string) {
	p.t.Helper()
	p.press('t')
	p.typeInto(".picker input", tile)
	p.see(".tiles .code, .tiles p", tile)
	p.press(input.Enter)
	p.see(".editor .code", jar)
	p.blur()
}

// seeDrawn waits for words on a drawing.
func (p *screen) seeDrawn(words string) {
	p.t.Helper()
	require.Eventuallyf(p.t, func() bool {
		drawn, err := p.Eval(`(words) => [...document.querySelectorAll("svg.section text")].some((x) => x.textContent.includes(words))`, words)
		return err == nil && drawn.Value.Bool()
	}, patience, moment, "no drawing says %s", words)
}

// blur leaves a field, so that keys work again.
func (p *screen) blur() {
	_, err := p.Eval(`() => document.activeElement.blur()`)
	require.NoError(p.t, err)
}

// pass looks at a piece all round and from below, and lets a night go by.
func (p *screen) pass(of contract.Piece) {
	p.t.Helper()
	p.goTo("/foot")
	p.clickX(fmt.Sprintf(`//*[contains(@class, "queue")]//button[contains(., %q) and contains(., %q)]`, of.Student, of.Title))
	p.see(".look h2", of.Title)
	p.press('e')
	p.see("h3", "seen: even all round")
	p.press('q')
	p.gone(".look h2", of.Title)
	p.click(".demo button", "Next morning")
}

// fire puts what may be fired into a load, fires it and takes it out.
func (p *screen) fire(title string) {
	p.t.Helper()
	p.goTo("/kiln")
	p.see(".fit", title)
	p.click("section button", "into a cone 6 load")
	p.see(".standing", title)
	p.clickX(fmt.Sprintf(`//article[contains(., %q)]//button[contains(., "Mark as fired")]`, title))
	p.click(".el-message-box button", "Mark as fired")
	p.see(".load", "cooling takes 12 to 24 h")
	p.click(".demo button", "Next morning")
	p.clickX(fmt.Sprintf(`//article[contains(., %q)]//button[contains(., "Mark as unloaded")]`, title))
	p.gone(".load", title)
}

// Half a coat at the bell is half a coat next day: it is offered where it was left, it holds
// the piece back until then, and then it is one coat.
func TestHalfACoatIsResumedNextDay(t *testing.T) {
	s := startDemo(t)
	slab := given(t, s, "7 Wren", map[string]any{"name": "Thin ice tile", "form": "slab", "measures": map[string]float64{"thickness": 6}})
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/plan/" + slab.Id)
	p.planWith("N01")
	p.press(input.ArrowDown)
	p.planWith("N01")
	p.see(".surfaces button[aria-checked=true]", "Edge")
	p.gone("li.stop", "bare band") // a plain stack comes down nearly to the shelf
	p.choose("Class", "7 Wren")
	p.goTo("/bench")
	focus := func() {
		_, err := p.Eval(`(path) => document.evaluate(path, document, null, 9).singleNodeValue.focus()`, cell(slab, "Face"))
		require.NoError(t, err)
	}
	p.seeCell(slab, "Face", "0 on")
	focus()
	p.press('l')
	p.see("form.coat", "brushed")
	p.choose("Which part is done", "upper half")
	p.click("form.coat button", "Log this coat")
	p.see(".notice", "the rest is offered next time")
	p.see(".lines", "upper half only")
	p.press(input.Escape)
	p.seeCell(slab, "Face", "lower half")
	p.click(".demo button", "Next morning")
	p.seeCell(slab, "Face", "lower half")
	row := fmt.Sprintf(`//section[.//h2[contains(., "Thin ice tile")]]//tr[th[contains(., %q)]]/td[contains(., "the lower half")]`, slab.Student)
	require.Eventually(t, func() bool { found, err := p.ElementsX(row); return err == nil && len(found) == 1 }, patience, moment)

	// The rest, and all other coats; then it is fired with its edges glazed.
	for coat := range 3 {
		p.clickX(cell(slab, "Face"))
		p.seeCell(slab, "Face", fmt.Sprintf("%d on, %d to go", coat+1, 2-coat))
		p.clickX(cell(slab, "Edge"))
		p.seeCell(slab, "Edge", fmt.Sprintf("%d on, %d to go", coat+1, 2-coat))
		p.click(".demo button", "+1 h")
	}
	p.goTo("/foot")
	p.clickX(fmt.Sprintf(`//*[contains(@class, "queue")]//button[contains(., %q) and contains(., "Thin ice")]`, slab.Student))
	p.see(".line", "2 mm")
	p.see(".help", "its edge is glazed down to 2 mm") // kiln wash below it
	p.press('e')
	p.see("h3", "seen: even all round")
	p.press('q')
	p.gone(".look h2", "Thin ice tile")
	p.click(".demo button", "Next morning")
	p.fire("Thin ice tile")
	fired := get[contract.PieceDetail](t, client(t, s.url), s.url+"/api/pieces/"+slab.Id).Piece
	require.NotNil(t, fired.Fired)
	for _, surface := range fired.Surfaces {
		if surface.Id == "face" {
			require.Len(t, surface.On, 3, "the half coat became one")
		}
	}
}

// Who finds a foot clean on which glaze was left says how it came off: wiped off wet, it
// dries for another night.
func TestHowTheGlazeCameOff(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "7 Wren")
	c := client(t, s.url)
	var left contract.Piece
	for _, piece := range get[contract.PieceList](t, c, s.url+"/api/pieces").Pieces {
		if piece.Title == "Storm-warning slab" && piece.GlazeLeft != nil && *piece.GlazeLeft {
			left = piece
		}
	}
	require.NotEmpty(t, left.Id)
	p.goTo("/foot")
	p.clickX(fmt.Sprintf(`//*[contains(@class, "queue")]//button[contains(., %q)]`, left.Student))
	p.see(".why", "Glaze left")
	p.press('q')
	p.see(".asks", "How did it come off?")
	p.see(".look h2", left.Student)
	p.click(".asks button", "Wiped off wet")
	p.gone(".look h2", left.Student)
	after := get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+left.Id)
	require.Equal(t, "Foot: Clean; wiped off wet", after.History[len(after.History)-1].Text)
	require.NotZero(t, after.Piece.Blockers[0].ClearsAt)
	require.WithinDuration(t, after.Now.Add(12*time.Hour), after.Piece.Blockers[0].ClearsAt, 5*time.Minute, "it is wet again")
}

// Underglaze on greenware, the bisque, then clear and the glaze firing: one piece, one
// record, two firings, each with its own gate.
func TestUnderglazeOnGreenwareThroughTwoFirings(t *testing.T) {
	s := startDemo(t)
	tile := given(t, s, "7 Wren", map[string]any{"name": "Night heron tile", "form": "slab", "measures": map[string]float64{}, "green": true})
	require.EqualValues(t, "greenware", tile.Ware)
	require.Equal(t, "04", tile.NextCone)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/plan/" + tile.Id)
	p.dipWith("F43", "U51") // three coats of underglaze under clear
	p.see(".editor", "on greenware")
	p.see(".editor", "after the bisque")
	p.press(input.ArrowDown)
	p.see(".surfaces button[aria-checked=true]", "Edge")
	p.press('b')
	p.see(".editor", "Left bare on purpose")

	// On greenware goes the underglaze, and no more; then a hand on the clay.
	p.choose("Class", "7 Wren")
	p.goTo("/bench")
	for coat := range 3 {
		p.clickX(cell(tile, "Face"))
		p.seeCell(tile, "Face", fmt.Sprintf("%d on, %d to go", coat+1, 2-coat))
		p.click(".demo button", "+1 h")
	}
	p.goTo("/kiln")
	p.gone(".fit", "Night heron")
	p.goTo("/bench")
	p.click(".ready button", "bone dry")
	p.see(".notice", "dry all over")
	p.goTo("/kiln")
	p.see(".fit", "Night heron tile, greenware")
	p.click("section button", "into a cone 04 load")
	p.see(".standing", "Night heron")
	p.clickX(`//article[contains(., "Night heron")]//button[contains(., "Mark as fired")]`)
	p.click(".el-message-box button", "Mark as fired")
	p.see(".load", "cooling takes 12 to 24 h")
	p.click(".demo button", "Next morning")
	p.clickX(`//article[contains(., "Night heron")]//button[contains(., "Mark as unloaded")]`)
	p.gone(".load", "Night heron")

	// Bisque now: the clear is offered, and the looks are asked for.
	p.goTo("/bench")
	p.seeCell(tile, "Face", "K41")
	for left := p.toGo(tile, "Face"); left > 0; left-- {
		p.clickX(cell(tile, "Face"))
		p.seeCell(tile, "Face", fmt.Sprintf("%d to go", left-1))
		p.click(".demo button", "+1 h")
	}
	p.pass(tile)
	p.fire("Night heron tile")
	after := get[contract.PieceDetail](t, client(t, s.url), s.url+"/api/pieces/"+tile.Id)
	require.EqualValues(t, "results", after.Piece.Stage)
	said := ""
	for _, h := range after.History {
		said += h.Text + "\n"
	}
	require.Contains(t, said, "Fired to bisque, cone 04")
	require.Contains(t, said, "Fired to cone 6")

	// Mended, it goes into the fire a third time: felt dry, looked at anew, one record.
	p.goTo("/results/pieces")
	p.clickX(`//*[contains(concat(" ", @class, " "), " card ")][contains(., "Night heron")]//button[contains(., "Fire it again")]`)
	p.typeInto("input[name=refire-why]", "a bald spot is filled")
	p.click(".el-dialog button", "Send to the bench")
	p.see(".notice", "for another firing")
	p.goTo("/bench")
	p.see(".ready", "ware that is fired again must hold no water")
	p.click(".ready button", "Log all 1 as dry")
	p.see(".notice", "dry all over")
	p.pass(tile)
	p.goTo("/kiln")
	p.see(".fit", "Night heron tile, for another firing")
	last := get[contract.PieceDetail](t, client(t, s.url), s.url+"/api/pieces/"+tile.Id)
	require.EqualValues(t, "glazed", last.Piece.Ware)
	require.Greater(t, len(last.History), len(after.History), "the record goes on")
}

// toGo is how many coats a cell has to go.
func (p *screen) toGo(of contract.Piece, surface string) (left int) {
	p.t.Helper()
	label, err := p.MustElementX(cell(of, surface)).Attribute("aria-label")
	require.NoError(p.t, err)
	_, behind, _ := strings.Cut(*label, " on, ")
	_, err = fmt.Sscanf(behind, "%d to go", &left)
	require.NoError(p.t, err)
	return left
}
