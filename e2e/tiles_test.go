package e2e

import (
	"encoding/json"
	"fmt"
	"image"
	"os"
	"path/filepath"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/internal/contract"
	"enkaustos/internal/rack"
)

// drag marks something on the photograph, in its own pixels.
func (p *screen) drag(from, to image.Point) {
	p.t.Helper()
	place := func(at image.Point) proto.Point {
		v, err := p.Eval(`(x, y) => {
			const svg = document.querySelector("svg.rack");
			svg.scrollIntoView({ block: "nearest" });
			const b = svg.getBoundingClientRect(), [, , w, h] = svg.getAttribute("viewBox").split(" ").map(Number);
			return [b.left + (x / w) * b.width, b.top + (y / h) * b.height];
		}`, at.X, at.Y)
		require.NoError(p.t, err)
		return proto.NewPoint(v.Value.Arr()[0].Num(), v.Value.Arr()[1].Num())
	}
	require.NoError(p.t, p.Mouse.MoveTo(place(from)))
	require.NoError(p.t, p.Mouse.Down(proto.InputMouseButtonLeft, 1))
	require.NoError(p.t, p.Mouse.MoveLinear(place(to), 4))
	require.NoError(p.t, p.Mouse.Up(proto.InputMouseButtonLeft, 1))
}

// rackFile is a rendered rack as a file to be sent.
func rackFile(t *testing.T, o rack.Options) (rack.Photo, string) {
	shot := rack.Render(o)
	file := filepath.Join(t.TempDir(), "rack.jpg")
	require.NoError(t, os.WriteFile(file, shot.JPEG(92), 0o600))
	return shot, file
}

// markRack marks the cards of a rack, tells their lightness, and lays a grid
// over its tiles, four pixels wider than it should be.
func (p *screen) markRack(shot rack.Photo, columns int) {
	p.t.Helper()
	p.see(".tools button", "Grey patch")
	words := map[string]string{"white": "White patch", "grey": "Grey patch", "black": "Black patch"}
	for _, card := range shot.Cards {
		p.click(".tools button", words[card.Kind])
		p.drag(card.Box.Min, card.Box.Max)
	}
	require.Equal(p.t, len(shot.Cards), p.count(".rack .mark"))
	for _, card := range shot.Cards[:3] {
		p.typeInto(fmt.Sprintf(`input[aria-label="L* of the %s patch"]`, card.Kind), fmt.Sprintf("%.1f", card.L))
		p.press(input.Tab)
	}
	p.typeInto(`input[aria-label="Columns of the grid"]`, fmt.Sprint(columns))
	p.press(input.Tab)
	p.typeInto(`input[aria-label="Rows of the grid"]`, fmt.Sprint(len(shot.Tiles)/columns))
	p.press(input.Tab)
	p.click(".tools button", "Grid of tiles")
	first, last := shot.Tiles[0].Box, shot.Tiles[len(shot.Tiles)-1].Box
	margin := (shot.Tiles[1].Box.Min.X - first.Max.X) / 2
	p.drag(first.Min.Sub(image.Pt(margin, margin)), last.Max.Add(image.Pt(margin+4, margin)))
}

// Everything on a photograph can be done by keyboard: marks are placed in its
// middle, moved, sized and taken away; and without a card the answer says so.
func TestMarksByKeyboard(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/tiles/read")
	_, file := rackFile(t, rack.Options{Seed: 4, Columns: 3, Rows: 1, Kelvin: 5000, Cards: rack.Middle})
	p.upload(file)
	p.see(".tools button", "Grey patch")
	box := func() [4]float64 {
		v, err := p.Eval(`() => { const r = document.querySelector(".rack .mark rect"); return ["x", "y", "width", "height"].map((k) => Number(r.getAttribute(k))); }`)
		require.NoError(t, err)
		var out [4]float64
		for i := range out {
			out[i] = v.Value.Arr()[i].Num()
		}
		return out
	}
	focus := func(text string) {
		_, err := p.Eval(`(text) => [...document.querySelectorAll(".tools button")].find((b) => b.textContent.includes(text)).focus()`, text)
		require.NoError(t, err)
	}
	focus("Single box")
	p.press(input.Enter)
	focus("Add a mark")
	p.press(input.Enter)
	require.Eventually(t, func() bool { return p.count(".rack .mark:focus") == 1 }, patience, moment)
	before := box()
	p.press(input.ArrowRight, input.ArrowDown)
	after := box()
	require.Equal(t, [2]float64{before[0] + 1, before[1] + 1}, [2]float64{after[0], after[1]})
	require.NoError(t, p.KeyActions().Press(input.ShiftLeft).Type(input.ArrowLeft).Release(input.ShiftLeft).Do())
	require.Equal(t, after[0]-10, box()[0])
	require.NoError(t, p.KeyActions().Press(input.AltLeft).Type(input.ArrowRight).Release(input.AltLeft).Do())
	require.Equal(t, after[2]+1, box()[2])
	p.click("button", "Read 1 boxes")
	p.see(".says", "No card: the light's own cast and brightness are in these colours")
	p.see(".flag", "no card: the light's own cast is in it")
	_, err := p.Eval(`() => document.querySelector(".rack .mark").focus()`)
	require.NoError(t, err)
	p.press(input.Delete)
	require.Zero(t, p.count(".rack .mark"))
	focus("Grid of tiles")
	p.press(input.Enter)
	focus("Add a mark")
	p.press(input.Enter)
	require.Eventually(t, func() bool { return p.count(".rack .corner:focus") == 1 }, patience, moment)
	require.Equal(t, 12, p.count(".rack .cell"))
	p.press(input.Delete)
	require.Zero(t, p.count(".rack .cell"))
}

// A rack is photographed, its cards and a grid are marked, the tiles are named
// and hung; the nearest tile for a target is found on the right clay; and an
// overlap that nobody fired stands hatched, with the pieces that plan it.
func TestRackIsReadAndSearched(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	shot, file := rackFile(t, rack.Options{Seed: 3, Columns: 4, Rows: 2, Kelvin: 4300, FallOff: 0.2, Noise: 0.03, Glare: true, Cards: rack.Ends})
	heic := filepath.Join(t.TempDir(), "rack.heic")
	require.NoError(t, os.WriteFile(heic, []byte("\x00\x00\x00\x18ftypheic\x00\x00\x00\x00"), 0o600))

	p.choose("Class", "7 Plover")
	p.goTo("/tiles")
	p.click("a", "Read a photograph")
	p.upload(heic)
	p.see(".notice.error", "a HEIC picture, which cannot be read here")
	p.upload(file)
	p.markRack(shot, 4)
	// The grid was laid 4 pixels too wide: a corner is pulled back by keyboard.
	for _, corner := range []int{2, 4} {
		_, err := p.Eval(`(i) => document.querySelectorAll("svg.rack .corner")[i - 1].focus()`, corner)
		require.NoError(t, err)
		p.press(input.ArrowLeft, input.ArrowLeft, input.ArrowLeft, input.ArrowLeft)
	}
	p.typeInto("input[name=codes]", "W1 W2 W3 W4 W5 W6 W7 W8")
	p.click("button", "Assign the codes")
	p.see(".fresh", "New on the wall: W1, W2")
	for box := 1; box <= 8; box++ {
		p.typeInto(fmt.Sprintf(`input[aria-label="Box %d: stack of the new tile"]`, box), "N05x3")
		p.press(input.Tab)
	}
	p.click("button", "Read 8 boxes")
	p.see(".says", "White, grey and black")
	p.see(".says", "evened out along the line between the two cards")
	p.click("button", "Add 8 tiles to the wall")
	p.see(".notice", "8 tiles hang on the wall")

	// What hangs there is what was fired.
	c := client(t, s.url)
	var hung contract.TileDetail
	for i, tile := range shot.Tiles {
		hung = get[contract.TileDetail](t, c, fmt.Sprintf("%s/api/tiles/W%d", s.url, i+1))
		truth := colour.Lab{L: tile.L, A: tile.A, B: tile.B}
		require.Less(t, colour.Difference(truth, colour.Lab{L: float64(hung.Lab.L), A: float64(hung.Lab.A), B: float64(hung.Lab.B)}), 6.0)
	}

	// The nearest tile for a target, on the class's clay.
	p.goTo("/tiles")
	p.see(`.wall button[data-code=W8]`, "")
	p.press('f')
	p.typeInto("input[name=target]", hung.Tile.Fired)
	p.press(input.Tab)
	p.see(".found li:first-child .tile", "W8")
	p.see(".found li:first-child .how", "the same to the eye")
	p.choose("Class", "8 Teal") // another clay: what was nearest is a hint there
	p.see(".missed .how", "fired on FEN: a hint")
	require.Zero(t, p.countWith(".found:not(.missed) .tile", "W8"))

	// The question nobody has fired.
	p.choose("Class", "7 Plover")
	p.click("a", "Overlaps")
	p.see("h1", "Which overlaps were fired")
	p.click("td button", "N03 over B13: never fired, planned 2×")
	p.see(".el-dialog", "Nobody has fired this on FEN at cone 6")
	p.click(".plans-list a", "")
	p.see("li.warn", "was never fired on Pale Fen at cone 6")
}

// One patch of a card lies in shadow: it is named, nothing is kept until somebody looked, and
// without it the rack is read and hung.
func TestARackWithOneCardInShadow(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/tiles/read")
	shot, file := rackFile(t, rack.Options{Seed: 5, Columns: 4, Rows: 1, Kelvin: 5600, Noise: 0.03, Cards: rack.Ends, Shade: rack.Shade{Card: true, Tiles: 4}})
	p.upload(file)
	p.markRack(shot, 4)
	p.typeInto("input[name=codes]", "X1 X2 X3 X4")
	p.click("button", "Assign the codes")
	for box := 1; box <= 4; box++ {
		p.typeInto(fmt.Sprintf(`input[aria-label="Box %d: stack of the new tile"]`, box), "N05x3")
		p.press(input.Tab)
	}
	p.click("button", "Read 4 boxes")
	p.see(".doubts", "Nothing is kept until then")
	p.see(".boxes .flag", "its cards disagree")
	hang := func() bool {
		v, err := p.Eval(`() => [...document.querySelectorAll("button")].find((b) => b.textContent.includes(" tiles to the wall")).disabled`)
		require.NoError(t, err)
		return !v.Value.Bool()
	}
	require.False(t, hang())
	c := client(t, s.url)
	reading := map[string]any{"half": "smooth", "source": "photograph", "hex": "#808080", "flags": []string{"cards"}}
	res, err := post(c, s.url+"/api/tiles/readings", map[string]any{"tiles": []any{map[string]any{"code": "X9", "clay": "FEN", "cone": "6", "stack": "N05x3", "readings": []any{reading}}}})
	require.NoError(t, err)
	require.NoError(t, res.Body.Close())
	require.Equal(t, 422, res.StatusCode, "no other way keeps it either")
	p.click(".doubts button", "Show card 2, grey")
	_, err = p.Eval(`() => document.querySelector(".rack .mark.chosen").focus()`)
	require.NoError(t, err)
	p.press(input.Delete)
	p.click("button", "Read 4 boxes")
	p.see(".boxes tr:last-child .flag", "in shadow") // the fourth tile lies in a shadow of its own
	p.gone(".doubts", "Look at the cards")
	p.see(".says", "say which it was")
	p.click("button", "daylight")
	p.see(".says", "By daylight half of all tiles")
	require.True(t, hang())
	p.click("button", "Add 4 tiles to the wall")
	p.see(".notice", "4 tiles hang on the wall")
}

// countWith is how many elements of a selector hold a text.
func (p *screen) countWith(selector, text string) int {
	n, err := p.Eval(`(s, text) => [...document.querySelectorAll(s)].filter((e) => e.textContent.includes(text)).length`, selector, text)
	require.NoError(p.t, err)
	return n.Value.Int()
}

// The wall is ordered, seen with other eyes, made small, held side by side and
// shown to the class, by keyboard where it counts.
func TestTheWallIsAnInstrument(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/tiles")
	p.see(".head p", "68 on every clay")
	codes := func() (list []string) {
		v, err := p.Eval(`() => [...document.querySelectorAll(".wall .code")].map((c) => c.textContent)`)
		require.NoError(t, err)
		require.NoError(t, json.Unmarshal([]byte(v.Value.JSON("", "")), &list))
		return list
	}
	before := codes()
	p.choose("Order of the wall", "light to dark")
	require.Eventually(t, func() bool { return len(codes()) == 68 && codes()[0] != before[0] }, patience, moment)
	p.click(".wall button[data-code=F09]", "")
	p.click(".el-drawer button", "Order the wall by it")
	require.Eventually(t, func() bool { return len(codes()) == 68 && codes()[0] == "F09" }, patience, moment, "the nearest hang first")
	p.see(".tools", "nearest to F09")
	p.choose("Order of the wall", "by code")
	require.Eventually(t, func() bool { return codes()[0] == before[0] }, patience, moment)

	p.choose("Seen with", "without green")
	p.see(".alike", "≈")
	p.choose("Seen with", "usual sight")
	p.gone(".alike", "≈")
	p.press('m')
	require.Eventually(t, func() bool { return p.count(".wall.dense") == 1 }, patience, moment)
	p.see(".wall.dense .name", "Night Ferry")
	p.press('m')

	// How a glaze covers: known from strips; told which to fire where it is not.
	for _, code := range []string{"F01", "F06"} {
		p.click(".wall button[data-code="+code+"]", "")
		p.see(".el-drawer section", "enough on FEN")
		p.see(".el-drawer section", "Estimate")
		p.click(".el-drawer button", "Compare")
		p.press(input.Escape)
		p.gone(".el-drawer h3", "How it covers")
	}
	p.click(".wall button[data-code=F09]", "")
	p.see(".el-drawer section", "fire a strip tile of B13 on FEN with 1 and 2 coats side by side")
	p.press(input.Escape)
	p.gone(".el-drawer h3", "How it covers")
	p.clickX(`//*[contains(@class, "wall")]//button[@data-code="F13"]`)
	p.click(".el-drawer button", "Compare")
	p.press(input.Escape)
	p.gone(".el-drawer h3", "How it covers")
	p.click(".tray button", "Show the class")
	p.see(".big .name", "N01 Night Ferry")
	p.see(".big .strips", "2×")
	require.Positive(t, p.count(".big .rough"), "its textured half beside the smooth one")
	inside, err := p.Eval(`() => document.querySelector(".big .name").getBoundingClientRect().bottom <= innerHeight`)
	require.NoError(t, err)
	require.True(t, inside.Value.Bool(), "the names are on the screen")
	p.press(input.Escape)
	p.see(".tray", "F06")

	// A colour measured elsewhere is typed, and marked so.
	p.click("button", "Add by hand")
	p.typeInto("input[name=tile-code]", "HAND1")
	p.typeInto("input[name=tile-stack]", "N01 × 2 + B11")
	p.choose("Clay of the tile", "Pale Fen")
	p.typeInto("input[name=tile-colour]", "nearly blue")
	p.click("button", "Add to the wall")
	p.see(".notice.error", "a hex such as #7a8f99, or L* a* b*")
	p.typeInto("input[name=tile-colour]", "41,5 -3.2 -14")
	p.click("button", "Add to the wall")
	p.see(".notice", "HAND1 hangs on the wall")
	p.typeInto(`input[aria-label="Code or name"]`, "HAND1")
	p.see(".wall button[data-code=HAND1] .doubt", "typed in, not measured")
}

// Stock: how full a jar is and how its glaze is are kept; cards can be printed.
func TestJarsAreLookedInto(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/stock?jar=N04")
	p.see(".jar.found .code", "N04")
	_, err := p.Eval(`() => document.querySelector('[aria-label="How full N04 is, in percent"]').focus()`)
	require.NoError(t, err)
	p.press(input.ArrowRight)
	c := client(t, s.url)
	require.Eventually(t, func() bool {
		for _, g := range get[[]contract.Glaze](t, c, s.url+"/api/glazes") {
			if g.Code == "N04" && g.Level > 0.2 {
				return true
			}
		}
		return false
	}, patience, 300e6)
	p.clickX(`//article[.//span[@class="code" and .="N04"]]//button[contains(., "Mark as stirred")]`)
	p.see(".jar.found", "mixed 2 Mar")
	p.click("a", "Jar cards to print")
	p.see(".cards .name", "N04 Quay Rust")
	p.see(".unknown", "no tile on FEN")
}
