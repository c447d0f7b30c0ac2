package e2e

import (
	"bytes"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"
)

// refusedStart runs a command that must fail with one sentence.
func refusedStart(t *testing.T, args ...string) string {
	var out bytes.Buffer
	cmd := exec.Command(root(t, "bin", "enkaustos"), args...)
	cmd.Stderr = &out
	require.Error(t, cmd.Run())
	text := strings.TrimSpace(out.String())
	require.Equal(t, 1, len(strings.Split(text, "\n")), "one sentence: %s", text)
	return text
}

func TestWhatCannotBeServed(t *testing.T) {
	demo := startDemo(t)
	dir := demo.cmd.Args[3]
	address := strings.TrimPrefix(demo.url, "http://")
	require.Contains(t, refusedStart(t, "serve", "--data", t.TempDir(), "--addr", address), "in use by another program")
	require.Contains(t, refusedStart(t, "demo", "--data", dir, "--addr", "127.0.0.1:0"), "another Enkaustos has this data folder open")
	require.Contains(t, refusedStart(t, "backup", "--data", dir), "another Enkaustos has this data folder open")
	require.Contains(t, refusedStart(t, "serve", "--data", "/proc/nowhere", "--addr", "127.0.0.1:0"), "/proc/nowhere: the data folder cannot be written to")
	require.Contains(t, refusedStart(t, "serve", "--data", t.TempDir(), "--addr", "nonsense"), "expected an address")

	damaged := t.TempDir()
	require.NoError(t, os.WriteFile(filepath.Join(damaged, "enkaustos.db"), bytes.Repeat([]byte("no database "), 900), 0o600))
	require.Contains(t, refusedStart(t, "serve", "--data", damaged, "--addr", "127.0.0.1:0"), "the database is damaged")
}

// The first visit goes through the one-time link; afterwards only the
// passphrase opens the door.
func TestFirstVisit(t *testing.T) {
	dir := t.TempDir()
	s := start(t, "serve", "--data", dir)
	p := open(t, s, "/welcome#wrong")
	p.see("h1", "Welcome to Enkaustos")
	p.typeInto("input[name=school]", "Brackenside School")
	p.typeInto("input[name=passphrase]", "kiln wash on both")
	p.typeInto("input[name=again]", "kiln wash on both")
	p.click("button", "Open the room")
	p.see(".refused", "not the link that the server printed")

	p = open(t, s, "/welcome#"+s.token())
	p.typeInto("input[name=school]", "Brackenside School")
	p.typeInto("input[name=passphrase]", "short")
	p.typeInto("input[name=again]", "short")
	p.click("button", "Open the room")
	p.see(".refused", "at least 10 characters")
	p.typeInto("input[name=passphrase]", "kiln wash on both")
	p.typeInto("input[name=again]", "kiln wash on both")
	p.click("button", "Open the room")
	p.see("h1", "First steps")
	p.firstCoat()

	other := open(t, s, "/")
	other.see("h1", "Brackenside School")
	other.typeInto("input[name=passphrase]", "kiln wash on neither")
	other.click("button", "Unlock")
	other.see(".refused", "That is not the passphrase")
}

// firstCoat goes from a new school to the first coat: a class list, ten jars,
// no tile, no plan, and one note instead of a wall of warnings.
func (p *screen) firstCoat() {
	p.click(".why a", "Classes")
	p.bring("Import class list", "students.csv")
	p.bring("Import glazes", "glazes.csv")
	p.choose("Class", "8 Kestrel")
	p.goTo("/plan")
	p.click("button", "New assignment")
	p.typeInto("input[name=assignment]", "First bowl")
	p.see(".areas", "Exterior")
	p.click("button", "Assign")
	p.see("section h2", "First bowl")
	p.goTo("/bench")
	p.clickX(`//tr[th[contains(., "Suna B.")]]//button[contains(@class, "cell")]`)
	p.see(".el-dialog", "which jar?")
	row := func() float64 { return p.topOf(`//tr[th[contains(., "Suna B.")]]`) }
	stood := row()
	p.typeInto(".el-dialog input", "Slate")
	p.press(input.Enter)
	p.gone(".el-dialog", "which jar?")
	p.see(".asked", "Were they wiped before their first coat? Suna B.")
	require.InDelta(p.t, stood, row(), 1, "the question comes above the row, which stands still under the hand")
	p.clickX(`//tr[th[contains(., "Suna B.")]]//button[contains(@class, "back")]/preceding-sibling::button`)
	p.press(input.Escape)
	// The whole class takes the same jar, and no plan is needed for that.
	p.clickX(`//th[contains(., "Interior")]//button`)
	p.see(".bar", "8 of 8")
	p.click(".bar button", "Log 8 coats")
	p.see(".el-dialog", "which jar?")
	p.typeInto(".el-dialog input", "Oat")
	p.press(input.Enter)
	p.see(".notice", "8 coats logged")
	p.goTo("/plan")
	p.see(".card", "Glazed without a plan")
	p.click(".card", "Suna B.")
	p.click("button", "Plan from its coats")
	p.see("li.note", "nobody knows how these come out")
}

// bring takes over one of the example lists.
func (p *screen) bring(button, file string, before ...func()) {
	p.click(".bring button", button)
	p.upload(root(p.t, "examples", file))
	p.see(".sum", "0 refused")
	for _, choose := range before {
		choose()
	}
	p.click("footer button", "Import the list")
	p.gone(".el-dialog", "Import the list")
}
