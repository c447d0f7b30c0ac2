package e2e

import (
	"bytes"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"
)

// tabTo presses Tab until what has the focus holds a text or is called so.
func (p *screen) tabTo(text string) {
	p.t.Helper()
	for range 90 {
		p.press(input.Tab)
		there, err := p.Eval(`(text) => { const a = document.activeElement; return a.textContent.includes(text) && a.id !== "main" && a !== document.body || a.name === text || a.value === text || a.getAttribute("aria-label") === text; }`, text)
		require.NoError(p.t, err)
		if there.Value.Bool() {
			return
		}
	}
	require.Failf(p.t, "not reached", "no Tab leads to %q", text)
}

// write types a text letter by letter.
func (p *screen) write(text string) {
	for _, r := range text {
		p.press(input.Key(r))
	}
}

// A lidded jar is planned from nothing by keyboard alone, from the assignment to
// the last surface; its findings are mended by their way out; the rest of the
// class takes the plan over.
func TestLiddedJarByKeyboardAlone(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "9 Curlew") // keys start here
	p.see(".class-switch", "9 Curlew")
	p.press('2')
	p.see("h1", "Plan")
	p.tabTo("New assignment")
	p.press(input.Enter)
	p.see(".el-dialog", "New assignment")
	p.tabTo("assignment")
	p.write("Weather jar")
	p.tabTo("Bowl")
	for range 7 {
		p.press(input.ArrowRight)
	}
	p.press(input.Enter)
	p.see(".areas", "Lid flange")
	p.tabTo("Assign")
	p.press(input.Enter)
	p.see("section h2", "Weather jar")
	require.Eventually(t, func() bool {
		shut, err := p.Eval(`() => ![...document.querySelectorAll(".el-overlay")].some((o) => o.checkVisibility())`)
		return err == nil && shut.Value.Bool()
	}, patience, moment)
	p.tabTo("Nothing planned")
	p.press(input.Enter)
	p.see(".surfaces button[aria-checked=true]", "Interior")

	plan := func(surface, code string) {
		t.Helper()
		p.see(".surfaces button[aria-checked=true]", surface)
		p.press('t')
		p.write(code)
		p.see(".tiles p", code)
		p.press(input.Enter)
		p.see(".editor .code", code)
		clear, err := p.Eval(`() => { const i = document.querySelector(".picker input"); i.value = ""; i.dispatchEvent(new Event("input")); return document.activeElement.id; }`)
		require.NoError(t, err)
		require.Equal(t, "main", clear.Value.Str(), "the keys of the desk count again at once")
	}
	plan("Interior", "N01")
	p.press(input.ArrowDown)
	plan("Seat", "N01")
	p.see("li.stop", "glaze on it welds the lid to the jar")
	p.press('m')
	p.gone("li.stop", "welds the lid")
	p.press(input.ArrowDown)
	plan("Lip", "N01")
	p.press(input.ArrowDown)
	plan("Exterior", "B11")
	p.press(input.ArrowDown)
	p.see(".surfaces button[aria-checked=true]", "Foot")
	p.press('b')
	p.see(".editor", "Left bare on purpose")
	p.press(input.ArrowDown)
	plan("Lid inside", "N01")
	p.press(input.ArrowDown)
	plan("Lid flange", "B11")
	p.see("li.stop", "the piece stands on it")
	p.press('m')
	p.gone("li.stop", "the piece stands on it")
	p.press(input.ArrowDown)
	plan("Lid top", "B11")
	p.press(input.ArrowDown)
	plan("Knob", "B11")
	p.see(".clear", "Nothing known speaks against this plan")
	p.see(".left", "It takes about")
	p.tabTo("Copy to the others")
	p.press(input.Enter)
	p.see("li", "Copy the plan")
	p.settle()
	p.press(input.Enter)
	p.see(".notice", "25 more pieces have this plan")
}

// Record sheets on paper: two a page, each with the piece to scale, a stroke to
// tick for every coat still to lay, and a line for what came out.
func TestRecordSheets(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "10 Studio")
	p.press('2')
	p.click("a", "Record sheets to print")
	p.see("h1", "Record sheets")
	p.see(".record", "Interior")
	require.Equal(t, 24, p.count(".record"))
	require.Equal(t, 24, p.count(".record svg.section"))
	counted, err := p.Eval(`async () => {
		const id = location.pathname.split("/").at(-1);
		const { pieces } = await (await fetch("/api/pieces")).json();
		const planned = pieces.filter((p) => p.assignment === id && p.revision).flatMap((p) => p.surfaces);
		const sum = (of) => planned.reduce((n, s) => n + s[of].length, 0);
		const strokes = (which) => document.querySelectorAll(".layer .boxes i" + which).length;
		return sum("left") > 0 && sum("on") > 0 && sum("left") === strokes(":not(.done)") && sum("on") === strokes(".done");
	}`)
	require.NoError(t, err)
	require.True(t, counted.Value.Bool(), "a stroke for every coat that is on or still to lay, and no other")
	pages, err := p.PDF(&proto.PagePrintToPDF{PrintBackground: true})
	require.NoError(t, err)
	text, err := io.ReadAll(pages)
	require.NoError(t, err)
	count := bytes.Count(text, []byte("/Type /Page")) - bytes.Count(text, []byte("/Type /Pages"))
	require.InDelta(t, 12, count, 1, "24 sheets, two a page")
}

// An assignment goes out as JSON and comes back for another class.
func TestDocumentComesBack(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.plans("12 Kiln Room")
	text, err := p.Eval(`async () => {
		const list = await (await fetch("/api/assignments")).json();
		const lantern = list.find((a) => a.name === "Lantern for a lost ferry");
		return await (await fetch("/api/assignments/" + lantern.id + "/document")).text();
	}`)
	require.NoError(t, err)
	file := filepath.Join(t.TempDir(), "lantern.json")
	require.NoError(t, os.WriteFile(file, []byte(text.Value.Str()), 0o600))
	bring := func(path string) {
		field, err := p.Timeout(patience).Element("input[name=document]")
		require.NoError(t, err)
		require.NoError(t, field.CancelTimeout().SetFiles([]string{path}))
	}
	bring(file)
	p.see(".looked", "comes with 12 plans for students of this class")
	p.choose("Class it is for", "10 Studio")
	p.see(".looked", "comes with 0 plans")
	p.see(".looked", "Not in this class")
	p.click("button", "Import it")
	p.see(".notice", "Lantern for a lost ferry is brought")
	broken := filepath.Join(t.TempDir(), "broken.json")
	require.NoError(t, os.WriteFile(broken, []byte(`{"format": "something else"}`), 0o600))
	bring(broken)
	p.see(".notice.error", "missing propert")
	require.Equal(t, http.StatusOK, p.status("/api/documents/schema"))
}

func (p *screen) status(path string) int {
	got, err := p.Eval(`async (path) => (await fetch(path)).status`, path)
	require.NoError(p.t, err)
	return got.Value.Int()
}
