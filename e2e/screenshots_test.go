package e2e

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/rack"
)

// TestScreenshots makes the pictures of docs/screenshots from the demo:
// make screenshots. Without SCREENSHOTS it has nothing to do.
func TestScreenshots(t *testing.T) {
	dir := os.Getenv("SCREENSHOTS")
	if dir == "" {
		t.Skip("make screenshots")
	}
	dir = root(t, dir)
	require.NoError(t, os.MkdirAll(dir, 0o750))
	firstSteps(t, dir)
	s := startRoom(t)
	p := open(t, s, "/")
	shoot := func(name string) {
		p.settle()
		picture, err := p.Screenshot(false, nil)
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(filepath.Join(dir, name+".png"), picture, 0o600))
	}
	p.see("h1", "Ashgarrow School")
	p.unlock("bare feet only")
	shoot("today")
	p.choose("Class", "10 Studio")
	headings := map[string]string{"tiles": "Tiles", "plan": "Plan", "bench": "Bench", "results": "What came out", "results/laboratory": "The class as a laboratory", "stock": "Stock"}
	for _, view := range []string{"tiles", "plan", "bench", "results", "results/laboratory", "stock"} {
		p.goTo("/" + view)
		p.see("main h1", headings[view])
		if view == "results" {
			p.see(".look h2", "")
			p.press('k', 'k')
			p.see(".why", "Next time:")
		}
		if view == "results/laboratory" {
			p.click(".matrices button[aria-label*='under way']", "")
		}
		shoot(filepath.Base(view))
	}
	p.goTo("/tiles")
	p.see(".wall .code", "F01")
	p.goTo("/tiles/read")
	shot, file := rackFile(t, rack.Options{Seed: 11, Columns: 6, Rows: 3, Kelvin: 4600, FallOff: 0.2, Glare: true, Noise: 0.04, Cards: rack.Ends})
	p.upload(file)
	p.markRack(shot, 6)
	p.typeInto("input[name=codes]", "F01 F02 F03 F04 F05 F06 F07 F08 F09 F10 F11 F12")
	p.click("button", "Assign the codes")
	p.click("button", "Read 18 boxes")
	p.see(".says", "White, grey and black")
	_, err := p.Eval(`() => window.scrollTo(0, 0)`)
	require.NoError(t, err)
	shoot("photograph")
	p.goTo("/plan")
	p.click("label", "planned ones too")
	p.clickX(`//section[.//h2[contains(., "Ferryman")]]//a[contains(., "look at")]`)
	p.see("button", "Exterior")
	p.click("button", "Exterior")
	shoot("desk")
	p.goTo("/plan")
	p.goTo("/lessons")
	p.see(".week[aria-current]", "week A")
	shoot("lessons")
	p.goTo("/lessons/" + morning)
	p.see("#now", "Right now")
	shoot("lesson")
	p.goTo(afternoon + "/before")
	p.see("h2", "Hand out")
	shoot("before")
	p.goTo("/foot")
	p.choose("Class", "All classes")
	p.see("h1", "Foot and cover")
	shoot("foot")
	p.goTo("/kiln")
	p.click("button", "Plan a cone 6 load")
	p.see(".above h2", "Shelf 1")
	shoot("kiln")
	p.goTo("/kiln/term")
	p.click("button", "Find what would help")
	p.see("ol li", "Late then")
	shoot("term")
	p.choose("Class", "7 Wren")
	p.goTo("/bench/handover")
	p.see(".ready h2", "Onto the ready shelf")
	shoot("handover")

	tablet := pairedTablet(t, s, p, "Window table")
	shootTablet := func(name string) {
		tablet.settle()
		picture, err := tablet.Screenshot(false, nil)
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(filepath.Join(dir, name+".png"), picture, 0o600))
	}
	tablet.click(".names button", "Ilo N.")
	tablet.see(".stroke", "N05")
	shootTablet("tablet")
	tablet.click("header button", "Everybody")
	tablet.click(".table .choices button", "Window table")
	tablet.see(".table li", "Idris")
	shootTablet("tablet-table")
}

// firstSteps is a picture of the way into an empty room.
func firstSteps(t *testing.T, dir string) {
	s := start(t, "serve", "--data", t.TempDir())
	p := open(t, s, "/welcome#"+s.token())
	for _, field := range [][2]string{{"school", "Ashgarrow School"}, {"passphrase", "bare feet only"}, {"again", "bare feet only"}} {
		p.typeInto("input[name="+field[0]+"]", field[1])
	}
	p.press(input.Enter)
	p.typeInto("input[name=class]", "7 Plover")
	p.typeInto("textarea", "Ilo N.\nIdris F.\nAnouk K.\nNia A.")
	p.see(".names .num", "4 students")
	p.click("button", "Add the class")
	for _, jar := range [][2]string{{"N01", "Night Ferry"}, {"N05", "Moss Telegram"}} {
		p.typeInto(".jar-form input[name=code]", jar[0])
		p.typeInto(".jar-form input[name=name]", jar[1])
		p.press(input.Enter)
		p.see(".shelf", jar[1])
	}
	p.click("button", "Next: What it makes")
	p.typeInto("input[name=assignment]", "Tide-pool bowl")
	p.see(".areas", "Exterior")
	p.settle()
	picture, err := p.Screenshot(false, nil)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(filepath.Join(dir, "first.png"), picture, 0o600))
}
