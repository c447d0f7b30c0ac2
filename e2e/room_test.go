package e2e

import (
	"cmp"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"
)

// count is how many elements of a selector the screen shows.
func (p *screen) count(selector string) int {
	n, err := p.Eval(`(s) => document.querySelectorAll(s).length`, selector)
	require.NoError(p.t, err)
	return n.Value.Int()
}

// The wall follows the class: its clay and cone, raw beside fired; search and
// labels narrow it, and another clay can be looked at.
func TestTheWallFollowsTheClass(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/tiles")
	p.see(".head p", "68 on every clay")
	p.choose("Class", "8 Teal")
	p.see(".head p", "on Red Harrow, cone 04")
	p.gone(".tile p", "FEN")
	here := p.count(".tile")
	require.Less(t, here, 68)
	p.choose("Clay", "Pale Fen (FEN)")
	p.see(".tile p", "FEN")
	p.gone(".tile p", "HAR")
	p.typeInto(`input[aria-label="Code or name"]`, "night ferry")
	require.Eventually(t, func() bool { return p.count(".tile") < 10 }, patience, moment)
	p.see(".tile p", "N01 Night Ferry")
	p.typeInto(`input[aria-label="Code or name"]`, "no such glaze")
	p.see(".empty", "No tile here yet")

	// One key turns the room to chalk, and it stays so on the next screen.
	p.press(input.Tab)
	_, err := p.Eval(`() => document.activeElement.blur()`)
	require.NoError(t, err)
	p.press('c')
	p.see(".colours button[aria-checked=true]", "Chalk")
	p.press('3')
	p.see("h1", "Bench")
	p.see(".colours button[aria-checked=true]", "Chalk")
}

// An empty jar is heard of at once on every plan that wants it.
func TestEmptyJarReachesThePlans(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "7 Wren")
	p.goTo("/plan")
	p.click("label", "planned ones too")
	p.clickX(`//a[contains(@class, "card")]`)
	code := p.see(".editor .code", "").MustText()
	path := p.MustInfo().URL[len(p.url):]

	p.goTo("/stock")
	p.clickX(`//article[.//span[@class="code" and .="` + code + `"]]//label[contains(@class, "el-checkbox")]`)
	p.see(".jar.out .code", code)
	p.goTo(path)
	p.see("li.warn", code)
	p.see("li.warn", "is not in stock")
}

// Every number on Today is the number of pieces that its link leads to, and the
// rail says the same.
func TestTodayCountsWhatItLeadsTo(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.see("th", "7 Wren")
	for stage, items := range map[string]string{"Plan": ".card", "Foot": ".queue li", "Results": ".queue li"} {
		links, err := p.Eval(`(stage) => [...document.querySelectorAll("tbody td a")]
			.filter((a) => a.ariaLabel.includes(", " + stage + ":"))
			.map((a) => [a.ariaLabel.split(",")[0], Number(a.textContent)])`, stage)
		require.NoError(t, err)
		require.NotEmpty(t, links.Value.Arr(), stage)
		for _, link := range links.Value.Arr()[:1] {
			class, pieces := link.Arr()[0].Str(), link.Arr()[1].Int()
			p.click("tbody td a[aria-label^='"+class+", "+stage+"']", "")
			heading := map[string]string{"Results": "What came out"}[stage]
			p.see("main h1", cmp.Or(heading, stage))
			require.Eventually(t, func() bool { return p.count(items) == pieces }, patience, moment, "%s, %s: %d", class, stage, pieces)
			rail, err := p.Eval(`(stage) => [...document.querySelectorAll(".shelf")].find((s) => s.textContent.includes(stage)).querySelector(".count").textContent * 1`, stage)
			require.NoError(t, err)
			require.Equal(t, pieces, rail.Value.Int(), "the rail follows the class")
		}
		p.choose("Class", "All classes")
		p.press('0')
		p.see("main h1", "Today")
		p.see("th", "7 Wren")
	}
}

// A session that was ended elsewhere shows the door again, not a refusal on
// every screen; the passphrase leads back to the same place.
func TestEndedSessionShowsTheDoor(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/foot")
	p.see(".look h2", "")
	require.NoError(t, p.SetCookies(nil))
	p.press('3')
	p.see("h1", "Ashgarrow School")
	p.typeInto("input[name=passphrase]", "bare feet only")
	p.press(input.Enter)
	p.see("main h1", "Bench")
}

// On a tablet in the glaze room everything can be reached by tap: targets are
// 44 px high, and no screen is wider than the tablet.
func TestTabletTargets(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.size(820, 1180)
	p.choose("Class", "7 Plover")
	for path, heading := range map[string]string{"/bench": "Bench", "/foot": "Foot", "/tiles": "Tiles"} {
		p.goTo(path)
		p.see("main h1", heading)
		p.settle()
		wide, err := p.Eval(`() => document.documentElement.scrollWidth`)
		require.NoError(t, err)
		require.LessOrEqual(t, wide.Value.Int(), 820, path)
	}
	p.goTo("/bench")
	p.see("h2", "Tide-pool bowl")
	small, err := p.Eval(`() => [...document.querySelectorAll("td button, th .record")]
		.filter((b) => b.getBoundingClientRect().height < 44).map((b) => b.outerHTML.slice(0, 80))`)
	require.NoError(t, err)
	require.Empty(t, small.Value.Arr())
}
