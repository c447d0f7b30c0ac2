package e2e

import (
	"bytes"
	"os/exec"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"
)

// A real piece of a real student, from the files that a teacher brings to a
// tile on the wall: one demo server is used for its clock, on an empty school
// of its own class.
func TestFromFileToTile(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")

	// Bring the lists: clays, glazes, tiles, then the class.
	p.goTo("/classes")
	p.bring("Import clays", "clays.csv")
	p.bring("Import glazes", "glazes.csv")
	p.bring("Import tiles", "tiles.csv")
	p.bring("Import class list", "students.csv", func() { p.choose("Clay of new classes", "Skerry White") })
	p.choose("Class", "8 Kestrel")

	// Two students of one name stay two.
	p.see("li h2", "8 Kestrel")

	// Give the class a round-bottomed bowl.
	p.goTo("/plan")
	p.click("button", "New assignment")
	p.typeInto("input[name=assignment]", "Kestrel bowl")
	p.see(".areas", "Exterior")
	p.click("button", "Assign")
	p.see("section h2", "Kestrel bowl")

	// Plan it from tiles; the check finds a glazed foot, and mends it.
	p.click(".card", "Bram K.")
	p.see(".surfaces button[aria-checked=true]", "Interior")
	p.planWith("G2")
	p.press(input.ArrowDown)
	p.see(".surfaces button[aria-checked=true]", "Lip")
	p.planWith("G2")
	p.press(input.ArrowDown)
	p.planWith("G1")
	p.press(input.ArrowDown)
	p.see(".surfaces button[aria-checked=true]", "Foot ring")
	p.planWith("G1")
	p.see("li.stop", "glaze would weld it to the shelf")
	p.press('m')
	p.gone("li.stop", "weld")
	p.see(".editor", "Left bare on purpose")

	// Nothing may be loaded yet.
	p.goTo("/kiln")
	p.see(".none", "No piece may be fired now")

	// Lay all nine coats by keyboard, waiting for each to dry.
	p.goTo("/bench")
	p.see("th", "Bram K.")
	p.press(input.ArrowUp)
	for column := range 3 {
		for range 3 {
			p.coatHere()
		}
		if column < 2 {
			p.press(input.ArrowRight)
		}
	}
	p.see("td.rest", "Nobody looked all round at its cover")
	p.goTo("/kiln")
	p.see("summary", "Nobody looked all round at its cover")

	// Foot and cover pass; then the night before the kiln.
	p.goTo("/foot")
	p.see(".look h2", "Bram K.")
	p.see(".line", "6 mm")
	p.press('e')
	p.see("h3", "seen: even all round")
	p.press('q')
	p.gone(".look h2", "Bram K.")
	p.goTo("/kiln")
	p.see("summary", "It was last wet less than 12 hours ago")
	p.click(".demo button", "Next morning")
	p.see(".fit", "Bram K.")
	p.click("section button", "into a cone 6 load")
	p.see(".standing", "Bram K.")
	p.click(".load button", "Mark as fired")
	p.click(".el-message-box button", "Mark as fired")
	p.see(".load", "cooling takes 12 to 24 h")

	// Each step, said by mistake, is taken back.
	load := `//article[contains(., "Kestrel bowl")]`
	p.clickX(load + `//button[contains(., "Undo firing")]`)
	p.see(".notice", "is not fired yet")
	p.clickX(load + `//button[contains(., "Mark as fired")]`)
	p.see(".el-message-box", "1 piece, cone 6. It can be undone until the load is unloaded.")
	p.click(".el-message-box button", "Mark as fired")
	p.see(".notice", "is fired, and cools")
	p.click(".demo button", "Next morning")
	p.clickX(load + `//button[contains(., "Mark as unloaded")]`)
	p.gone(".load", "Kestrel bowl")
	p.click(".unloaded button", "Undo unloading")
	p.see(".load", "Kestrel bowl")
	p.clickX(load + `//button[contains(., "Mark as unloaded")]`)
	p.gone(".load", "Kestrel bowl")

	// What came out: opinion, and a tile.
	p.goTo("/results/pieces")
	p.see(".card h2", "Bram K.")
	p.typeInto(".card textarea", "Quieter than the tile, I would do it again.")
	p.click("button", "Save the opinion")
	p.see(".notice", "opinion kept")
	p.click(".card button", "Add a tile")
	p.typeInto("input[name=tile-code]", "KES1")
	p.typeInto("input[name=tile-fired]", "#dcd2bb")
	p.click("button", "Add to the wall")
	p.see(".notice", "KES1 hangs on the wall")
	p.goTo("/results")
	p.see(".look h2", "Bram K.")
	p.press('s')
	p.see(".said", "It came out sound.")
	p.goTo("/tiles")
	p.see(".tile", "KES1")
	p.see(".tile", "from Bram K. (V)")
}

// planWith searches the tiles for a jar's code and takes the first.
func (p *screen) planWith(code string) {
	p.t.Helper()
	p.press('t')
	p.typeInto(".picker input", code)
	p.see(".tiles .code, .tiles p", code)
	p.press(input.Enter)
	p.see(".editor .code", code)
	// Leave the search field, so that keys work again.
	_, err := p.Eval(`() => document.activeElement.blur()`)
	require.NoError(p.t, err)
}

// coatHere adds the next coat under the cursor and lets it dry.
func (p *screen) coatHere() {
	p.t.Helper()
	before := p.strokes()
	p.press(input.Space)
	require.Eventually(p.t, func() bool { return p.strokes() > before }, patience, 30*time.Millisecond)
	p.click(".demo button", "+5 min")
	p.settle()
	_, err := p.Eval(`() => document.querySelector("td.here button").focus()`)
	require.NoError(p.t, err)
}

// strokes counts the coats that lie under the cursor.
func (p *screen) strokes() int {
	count, err := p.Eval(`() => Number(/(\d+) on/.exec(document.querySelector("td.here button.cell").ariaLabel)[1])`)
	require.NoError(p.t, err)
	return count.Value.Int()
}

// A coat after the check brings a piece back out of the ready list.
func TestCoatAfterTheCheck(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "8 Teal")
	p.goTo("/kiln")
	first, err := p.Timeout(patience).Element(".fit li b")
	require.NoError(t, err)
	who := first.CancelTimeout().MustText()
	name := who[:strings.LastIndex(who, " ")]
	p.see(".fit", who)

	p.goTo("/bench")
	p.clickX(`//tr[th[contains(., "` + name + `")]]//button[contains(@class, "cell")]`)
	p.see(".el-dialog", "which jar?")
	p.typeInto(".el-dialog input", "L61")
	p.press(input.Enter)
	p.see(".notice", "its foot has to be checked again")

	p.goTo("/kiln")
	p.gone(".fit", who)
	p.see("summary", "The look at its cover lapsed: a coat was logged after the look")

	// Taken back, the check counts again: the tap was a mistake.
	p.goTo("/bench")
	p.clickX(`//tr[th[contains(., "` + name + `")]]//button[contains(@class, "back")]`)
	p.see("td.rest", "Nothing: it may be fired.")
}

// The command line refuses what the browser refuses, and takes over what it shows.
func TestImportOnTheCommandLine(t *testing.T) {
	dir := t.TempDir()
	run := func(args ...string) (string, error) {
		var out bytes.Buffer
		cmd := exec.Command(root(t, "bin", "enkaustos"), append(args, "--data", dir)...)
		cmd.Stdout, cmd.Stderr = &out, &out
		err := cmd.Run()
		return out.String(), err
	}
	out, err := run("import", "tiles", root(t, "examples", "tiles.csv"))
	require.Error(t, err)
	require.Contains(t, out, "no school lies in", "a list alone begins none")
	start(t, "serve", "--data", dir).stop()
	out, err = run("import", "tiles", root(t, "examples", "tiles.csv"))
	require.Error(t, err)
	require.Contains(t, out, "row 2, clay: no clay is called \"SKR\"")
	require.Contains(t, out, "nothing was taken over")
	for _, kind := range []string{"clays", "glazes", "tiles", "students"} {
		dry, err := run("import", "--dry-run", kind, root(t, "examples", kind+".csv"))
		require.NoError(t, err, dry)
		require.Contains(t, dry, "A dry run")
		out, err := run("import", kind, root(t, "examples", kind+".csv"))
		require.NoError(t, err, out)
		require.Contains(t, out, "0 refused")
		again, err := run("import", kind, root(t, "examples", kind+".csv"))
		require.NoError(t, err)
		require.Contains(t, again, "0 added, 0 changed", "a list brought twice changes nothing")
	}

	// What is kept of a student is shown, and erased.
	shown, err := run("student", "Suna B.")
	require.NoError(t, err, shown)
	require.Contains(t, shown, `"pieces": []`)
	out, err = run("student", "Suna B.", "--erase")
	require.NoError(t, err, out)
	require.Contains(t, out, "is erased")
	out, err = run("student", "Suna B.")
	require.Error(t, err)
	require.Contains(t, out, "Nobody is called")
}
