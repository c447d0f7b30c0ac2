package e2e

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"
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
	p := open(t, startDemo(t), "/")
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
	headings := map[string]string{"tiles": "Tiles", "plan": "Plan", "bench": "Bench", "results": "Results", "stock": "Stock", "classes": "Classes", "rules": "House rules"}
	for _, view := range []string{"tiles", "plan", "bench", "results", "stock", "classes", "rules"} {
		p.goTo("/" + view)
		p.see("main h1", headings[view])
		shoot(view)
	}
	p.goTo("/plan")
	p.click("label", "planned ones too")
	p.clickX(`//section[h2[contains(., "Ferryman")]]//a[contains(., "look at")]`)
	p.see("button", "Exterior")
	p.click("button", "Exterior")
	shoot("desk")
	p.goTo("/foot")
	p.choose("Class", "All classes")
	p.see("h1", "Foot")
	shoot("foot")
	p.goTo("/kiln")
	shoot("kiln")
	p.choose("Class", "7 Plover")
	p.goTo("/bench")
	p.size(820, 1180)
	shoot("bench-tablet")
}
