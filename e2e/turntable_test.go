package e2e

import (
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// shown is the picture on the turntable, once there is one: so many colours, and a mark of it.
func (p *screen) shown() (mark string) {
	p.t.Helper()
	began := time.Now()
	defer func() { p.t.Log("shown took", time.Since(began)) }()
	require.Eventually(p.t, func() bool {
		got := p.MustEval(`() => {
			const c = document.querySelector("canvas");
			if (!c) return "";
			const flat = Object.assign(document.createElement("canvas"), { width: 80, height: 60 });
			const g = flat.getContext("2d");
			g.drawImage(c, 0, 0, 80, 60);
			const at = g.getImageData(0, 0, 80, 60).data;
			const colours = new Set();
			let sum = 0;
			for (let i = 0; i < at.length; i += 4) { colours.add((at[i] >> 3 << 10) + (at[i + 1] >> 3 << 5) + (at[i + 2] >> 3)); sum = (sum * 31 + at[i] + 7 * at[i + 1] + 13 * at[i + 2]) % 1e9; }
			return colours.size > 24 ? String(sum) : "";
		}`).Str()
		mark = got
		return got != ""
	}, patience, moment)
	return mark
}

// A planned piece stands on the turntable at the desk, at the foot check, in a scheme and at a
// tablet over plain http; it turns by mouse and keys, in chalk and fired; where nothing draws solids
// the half-section stays.
func TestTheTurntable(t *testing.T) {
	s, p, tablet := beforeTheFirstCoat(t)
	c := client(t, s.url)
	for _, title := range []string{"Lamplighter's cup", "Lantern for a lost ferry", "Tide-pool bowl", "Beast from the marsh", "Storm-warning slab"} {
		who := map[string]string{"Lamplighter's cup": "Finn A.", "Lantern for a lost ferry": "Anouk B.", "Tide-pool bowl": "Ilo N.", "Beast from the marsh": "Anouk K.", "Storm-warning slab": "Caspar H."}[title]
		p.goTo("/plan/" + pieceOf(t, c, s.url, who, title).Id)
		p.see("h1", who)
		p.click("button", "Turntable")
		p.shown()
	}
	p.goTo("/plan/" + pieceOf(t, c, s.url, "Finn A.", "Lamplighter's cup").Id)
	p.see("h1", "Finn A.")
	p.press('y')
	rests := p.shown()
	time.Sleep(400 * time.Millisecond) // some twenty frames, in which it would have turned
	require.Equal(t, rests, p.shown(), "it does not turn by itself for who asked for less motion")
	p.click(".turns button", "→") // it stands still from now on
	p.settle()
	first := p.shown()
	p.see("canvas", "").MustFocus()
	p.press(input.ArrowLeft)
	p.settle()
	second := p.shown()
	require.NotEqual(t, first, second, "a key turns it")
	p.press('c')
	require.Eventually(t, func() bool { return p.shown() != second }, patience, moment, "chalk looks otherwise")
	p.press(input.Escape)
	require.Eventually(t, func() bool { return p.count("canvas") == 0 }, patience, moment, "Escape closes it")

	// Coats of which none was fired are told by the strips of their glaze on this clay, and said to be; others are hatched.
	bowl := given(t, s, "7 Plover", map[string]any{"name": "Gull bowl", "form": "bowl", "measures": map[string]float64{}})
	thin := func(surface, jar string, coats int) map[string]any {
		return map[string]any{"surface": surface, "bare": false, "stack": []contract.Layer{{Glaze: jar, Coats: coats}}}
	}
	send(t, c, "PUT", s.url+"/api/pieces/"+bowl.Id+"/plan", map[string]any{"revision": 0, "choices": []any{thin("exterior", "N01", 4), thin("interior", "B13", 2)}})
	p.goTo("/plan/" + bowl.Id)
	p.see("h1", bowl.Student)
	p.press('c') // fired again
	p.click("button", "Turntable")
	p.see(".says", "Estimated, from strips fired on this clay, with the clay showing through as far as they tell: Exterior.")
	p.see(".says", "Hatched: Interior.")
	p.press(input.Escape)

	p.goTo("/foot")
	p.click(".round", "Turntable")
	p.shown()
	tablet.click("button", "Turn it")
	tablet.shown()
	tablet.click("button", "Drawing")
	tablet.see(".drawing svg", "")

	p.goTo("/plan/" + pieceOf(t, c, s.url, "Finn A.", "Lamplighter's cup").Id)
	p.see("h1", "Finn A.")
	p.MustEval(`() => { const get = HTMLCanvasElement.prototype.getContext; HTMLCanvasElement.prototype.getContext = function (kind, ...more) { return kind.startsWith("webgl") ? null : get.call(this, kind, ...more); }; }`)
	p.click("button", "Turntable")
	p.see(".el-dialog svg.section", "")
	require.False(t, strings.Contains(p.MustElement(".el-dialog").MustText(), "WebGL"), "and says nothing")
}
