package e2e

import (
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
	p.see(".head p", "64 on every clay")
	p.choose("Class", "8 Teal")
	p.see(".head p", "on Red Harrow, cone 04")
	p.gone(".tile p", "FEN")
	here := p.count(".tile")
	require.Less(t, here, 64)
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
	p.see(".look button[aria-pressed=true]", "Chalk")
	p.press('3')
	p.see("h1", "Bench")
	p.see(".look button[aria-pressed=true]", "Chalk")
}

// An empty jar and a changed rule are heard of at once on every plan; what
// cannot be a rule is refused and what was there stays.
func TestStockAndRulesReachThePlans(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "7 Wren")
	p.goTo("/plan")
	p.click("label", "planned ones too")
	p.clickX(`//a[contains(@class, "card")]`)
	first, err := p.Timeout(patience).Element(".editor .code")
	require.NoError(t, err)
	code := first.CancelTimeout().MustText()
	path := p.MustInfo().URL[len(p.url):]

	p.goTo("/stock")
	p.clickX(`//li[.//span[@class="code" and .="` + code + `"]]//label[contains(@class, "el-checkbox")]`)
	p.see("li.out .code", code)
	p.goTo(path)
	p.see("li.warn", code)
	p.see("li.warn", "is not in stock")

	p.goTo("/rules")
	p.typeInto(`input[aria-label="Coats of one glaze, coats"]`, "three")
	p.click("button", "Keep 1 changes")
	p.see(".el-message", "expected a whole number from 1 to 6 coats")
	p.typeInto(`input[aria-label="Coats of one glaze, coats"]`, "5")
	p.click("button", "Keep 1 changes")
	p.see(".el-message", "The house rules are kept")
	p.goTo(path)
	if more := p.count("button.more"); more > 0 {
		p.click("button.more", "Show all")
	}
	p.see("li.warn", "the house lays 5; the clay will show through")
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
