package e2e

import (
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/rack"
)

// desk opens the plan desk of a class.
func (p *screen) plans(class string) {
	p.unlock("bare feet only")
	p.choose("Class", class)
	p.goTo("/plan")
	p.see("h1", "Plan")
}

// A whole class goes from a template to approved plans by keys: the plan of one
// piece is turned on for each of the others, what nothing speaks against is
// approved at once, and what deserves a look is mended, approved or returned.
func TestClassFromATemplateReviewedByKeys(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.plans("10 Studio")
	p.clickX(`//section[.//h2[contains(., "Ferryman")]]//a[contains(@class, "card")][contains(., "Nothing planned")]`)
	p.see(".surfaces button[aria-checked=true]", "Interior")
	p.press('o')
	p.see(".el-drawer", "a neighbour")
	p.clickX(`//div[contains(@class, "el-drawer")]//li[1]/button`)
	p.see(".head", "Schemes")
	p.click("button", "Copy to the others")
	p.settle()
	p.click("li", "Copy, and rotate by one surface each")
	p.see(".notice", "5 more pieces have this plan, each turned on by one more")

	p.goTo("/plan")
	p.click(".unseen a", "Ferryman's bowl")
	p.see("h1", "What deserves a look")
	p.see(".head p", "0 not planned")
	p.click("body", "")
	keys := 0
	press := func(k input.Key) {
		p.press(k)
		keys++
		p.settle()
	}
	press('A')
	waiting := func() int { return p.count(".plans button") }
	plans := waiting()
	require.Greater(t, plans, 3)
	had := p.MustEval(`() => Number(document.querySelector(".head p:last-child").textContent.match(/(\d+) returned/)?.[1] ?? 0)`).Int()
	returned := false
	for n := 0; waiting() > 0 && n < 3*plans; n++ {
		before := waiting()
		p.see("article button", "Approve")
		for i := 0; i < 2 && p.countWith("article li button", "Apply") > 0 && waiting() == before; i++ {
			press('m')
			p.settle() // a plan that is mended whole leaves the list
		}
		if waiting() < before {
			continue // mended, nothing speaks against it any more: it waits with the clean ones
		}
		if !returned && before > 1 {
			press('r')
			p.see(".note input:focus", "")
			p.write(" ask me")
			p.clickX(`(//*[contains(@class, "plans")]//button)[last()]`)
			p.gone(".note input", "") // a note is of the plan that it was written to
			p.clickX(`(//*[contains(@class, "plans")]//button)[1]`)
			p.click("form.note button", "Return")
			returned = true
		} else {
			press('a')
		}
		require.Eventually(t, func() bool { return waiting() < before }, patience, moment)
	}
	require.True(t, returned)
	press('A')
	p.see(".done", "Every plan has had its look.")
	p.see(".head p", fmt.Sprintf("%d returned", had+1))
	t.Logf("%d keys for 24 plans, %d of which deserved a look", keys, plans)
	require.LessOrEqual(t, keys, 4*24, "four keys a plan, at a key a second, are 30 plans in two minutes")

	// After the approval a change shows as a change.
	p.goTo("/plan")
	p.click("label", "planned ones too")
	p.clickX(`//section[.//h2[contains(., "Ferryman")]]//a[contains(., "Nothing speaks")]`)
	p.see("section", "Approved")
	p.see(".surfaces button[aria-checked=true]", "Interior")
	p.press('+')
	p.see("section", "Changed since")
	p.see("section li", "Interior: ")
	p.goTo("/plan")
	p.see(".unseen a", "Ferryman's bowl 1")
}

// Schemes stand side by side, are turned by one key, and picked; what was the
// plan is kept.
func TestSchemesByKeys(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.plans("12 Kiln Room")
	p.click("label", "planned ones too")
	p.clickX(`//section[.//h2[contains(., "Lantern")]]//a[contains(@class, "card")][not(contains(., "Nothing planned"))]`)
	p.see(".surfaces", "Walls")
	p.press('v')
	p.see("h1", "one scheme")
	stack := func(scheme string) string {
		text, err := p.Eval(`(name) => document.querySelector("[aria-label='Stacks of " + name + "']")?.textContent ?? ""`, scheme)
		require.NoError(t, err)
		return text.Value.Str()
	}
	first := stack("A")
	p.press('n')
	p.see("h1", "2 schemes")
	second := stack("B")
	require.NotEqual(t, first, second, "another one to begin with")
	p.press('n')
	p.see("h1", "3 schemes")
	p.press(input.ArrowRight, 'r')
	require.Eventually(t, func() bool { return stack("B") != second }, patience, moment)
	second = stack("B")
	p.press('p')
	require.Eventually(t, func() bool { return stack("A") == second && stack("B") == first }, patience, moment)
	p.press('w')
	p.see("button", "Back to the desk")
	p.press(input.Escape)
	p.see("button", "Show the class")
	p.press(input.Escape)
	p.see(".surfaces", "Walls")
}

// A rule of one class speaks in its plans and in no other's; the preview says
// so before it does.
func TestRuleOfAClass(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/rules")
	p.choose("Whose rules", "10 Studio")
	p.typeInto(`input[aria-label="Colours on one piece, at most, glazes"]`, "1")
	p.see(".effects", "pieces under way are touched")
	p.see(".effects li", "this assignment allows 1")
	p.click("button", "Save 1 change")
	p.see(".own", "as above it: 0")
	p.goTo("/plan")
	p.choose("Class", "10 Studio")
	p.click("label", "planned ones too")
	p.clickX(`//section[.//h2[contains(., "Ferryman")]]//a[contains(., "look at")]`)
	p.see("section[aria-label=Findings] li", "")
	_, err := p.Eval(`() => document.querySelector("section[aria-label=Findings] .more")?.click()`)
	require.NoError(t, err)
	p.see("li.warn", "this assignment allows 1")
	p.goTo("/rules")
	p.choose("Whose rules", "The whole school")
	p.see(".rules", "Coats of one glaze")
	require.Zero(t, p.count(".own"), "the school's own rules are as they were")
}

// A motif is marked out, blurs into its ground, and does not once a line is cut
// between them; latex has to be peeled; the line is drawn by the way out.
func TestMarkedOutOnOnePiece(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.plans("10 Studio")
	p.click("label", "planned ones too")
	p.clickX(`//section[.//h2[contains(., "Ferryman")]]//a[contains(@class, "card")][not(contains(., "Nothing planned"))]`)
	p.see(".surfaces", "Exterior")
	p.press('d')
	p.typeInto("input[name=detail]", "Otter")
	p.choose("On which surface", "Exterior")
	p.click(".el-dialog button", "Add the detail")
	p.see(".el-dialog tbody th", "Otter")
	p.settle()
	p.click(".el-dialog__headerbtn", "")
	p.click(".surfaces button", "Otter")
	p.press('t')
	p.write("N01")
	p.press(input.Enter)
	p.see(".editor .code", "N01")
	p.click(".surfaces button", "Exterior")
	p.press('t')
	p.typeInto(".picker input", "N02")
	p.see(".tiles p", "N02")
	p.press(input.Enter)
	p.see(".editor .code", "N02")
	p.click(".surfaces button", "Otter")
	p.see("li.warn", "flow into each other, and its edge should stay sharp")
	p.press('d')
	p.choose("Between Otter and Exterior", "a cut line")
	p.click(".el-dialog__headerbtn", "")
	p.gone("li.warn", "its edge should stay sharp")

	p.click(".surfaces button", "Foot ring")
	p.choose("Resist", "latex")
	p.see("li.note", "latex keeps it bare")
	p.press('h')
	p.click(".el-drawer button", "Log it as peeled")
	p.see(".el-drawer", "Peeled the Foot ring")
}

// Two surfaces of a form can be told apart by a ridge that the form does not
// know of; a house that keeps colours apart is content then.
func TestEdgesOfTheFormAreChanged(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/rules")
	p.choose("Where two colours meet", "A line or ridge keeps them apart")
	p.click("button", "Save 1 change")
	p.see(".own", "usual")
	there, err := p.Eval(`async () => {
		const { pieces } = await (await fetch("/api/pieces")).json();
		const meets = (p) => p.findings.some((f) => f.code === "meeting" && f.text.startsWith("Lip and Exterior"));
		return pieces.find((p) => p.title === "Ferryman's bowl" && p.approval.state !== "approved" && meets(p)).id;
	}`)
	require.NoError(t, err)
	p.goTo("/plan/" + there.Value.Str())
	p.click(".surfaces button", "Exterior")
	p.see("li.warn", "this house keeps colours apart")
	p.press('d')
	p.choose("Between Exterior and Lip", "a ridge")
	p.click(".el-dialog__headerbtn", "")
	p.gone("li.warn", "Lip and Exterior")
}

// An odd form is refused until somebody decides how it lies; a pose in which it
// would tip over cannot be chosen; inches are inches.
func TestOddFormIsLaidDown(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/rules")
	p.click(".units [role=radio]", "inches")
	p.choose("Class", "12 Kiln Room")
	p.goTo("/plan")
	p.click("button", "New assignment")
	p.typeInto("input[name=assignment]", "Weather machine")
	p.click(".el-dialog .choices button", "Odd form")
	p.see(".areas", "Underneath")
	p.typeInto(".el-dialog input[name=height]", "12")
	p.press(input.Tab)
	p.click("button", "Assign")
	p.see("section h2", "Weather machine")
	p.clickX(`//section[.//h2[contains(., "Weather machine")]]//a[contains(., "Nothing planned")]`)
	p.see(".surfaces button[aria-checked=true]", "")
	p.press('t')
	p.write("N01")
	p.press(input.Enter)
	p.see("li.stop", "Nobody has decided how it lies in the kiln")
	p.press('d')
	p.see("fieldset button[disabled]", "tips over")
	p.click("fieldset button", "upright")
	p.see("fieldset button[aria-checked=true]", "upright")
	p.press(input.Escape)
	p.gone("li.stop", "Nobody has decided")
	height, err := p.Eval(`async () => {
		const id = location.pathname.split("/").at(-1);
		return (await (await fetch("/api/pieces/" + id)).json()).drawing.height;
	}`)
	require.NoError(t, err)
	require.InDelta(t, 12*25.4, height.Value.Num(), 0.1)
	p.see(".figures", "Bare to 1/4 in")
}

// A wall is pulled by the keys of its point, and areas follow.
func TestWallIsBentByKeys(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.plans("12 Kiln Room")
	p.click("button", "New assignment")
	p.click(".el-dialog .choices button", "Vase with neck")
	before := p.see(".areas span:nth-child(3)", "Exterior").MustText()
	point, err := p.Timeout(patience).Element("circle.handle:nth-of-type(2)")
	require.NoError(t, err)
	require.NoError(t, point.CancelTimeout().Focus())
	for range 10 {
		p.press(input.ArrowRight)
	}
	p.gone(".areas", before)
	bent, err := p.Eval(`() => document.querySelector("input[name=bend2]").value`)
	require.NoError(t, err)
	require.Equal(t, "10.0", bent.Value.Str())
}

// pdfText is the text of the page as it prints.
func (p *screen) pdfText() (text string, pages int) {
	printed, err := p.PDF(&proto.PagePrintToPDF{PrintBackground: true, PreferCSSPageSize: true})
	require.NoError(p.t, err)
	data, err := io.ReadAll(printed)
	require.NoError(p.t, err)
	file := filepath.Join(p.t.TempDir(), "page.pdf")
	require.NoError(p.t, os.WriteFile(file, data, 0o600))
	read := exec.CommandContext(p.t.Context(), "node", "scripts/pdftext.mjs", file)
	read.Dir = root(p.t, "web")
	out, err := read.Output()
	require.NoError(p.t, err)
	return string(out), strings.Count(string(out), "\n")
}

// What is printed says what it has to: the record sheet as text, the
// substitute's sheet on one page, kits with cups, a label for each piece.
func TestPrintsAsText(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.plans("7 Plover")
	p.click("a", "Record sheets to print")
	p.see(".record", "Interior")
	p.settle()
	text, pages := p.pdfText()
	require.Equal(t, 14, pages, "28 sheets, two a page")
	p.click(".choices button", "Letter")
	p.settle()
	_, letters := p.pdfText()
	require.Equal(t, 14, letters, "on Letter too")
	p.click(".choices button", "A4")
	for _, says := range []string{"Tide-pool bowl", "7 Plover", "FEN", "cone 6", "bare to", "Foot checked", "What came out", "Heron Weather"} {
		require.Contains(t, text, says)
	}
	p.click("a", "Overview, kits, labels")
	p.see("h1", "Class overview")
	p.click("a", "For the substitute")
	p.see(".page", "Put out")
	p.click(".choices button", "Letter")
	p.settle()
	text, pages = p.pdfText()
	require.Equal(t, 1, pages, "one page, on Letter")
	for _, says := range []string{"Put out", "Still to be laid", "Bare band above the shelf: 6 mm", "never sweep", "mL"} {
		require.Contains(t, text, says)
	}
	p.click("a", "To take home")
	p.see(".kits li", "Cups:")
	p.click("a", "Food")
	p.see(".pieces li", "Interior")
	p.settle()
	text, _ = p.pdfText()
	require.Contains(t, text, "leach test")
	require.NotContains(t, text, "is safe")
	p.click("a", "Labels")
	require.Eventually(t, func() bool { return p.count(".labels img") == 28 }, patience, moment)
}

// What is planned and never fired becomes the fewest tiles; once they are
// photographed their boxes are named already.
func TestTileProgrammeFromPlanToWall(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.plans("12 Kiln Room")
	p.goTo("/tiles/programme")
	p.see(".ask", "and fewer will not do.")
	p.click(".ask button", "Save this programme")
	p.see(".programme h3", "Q1-1")
	p.see(".back", "On the back: Q1-1 · FEN, cone 6, oxidation · A: ")
	p.goTo("/tiles/read")
	shot, file := rackFile(t, rack.Options{Seed: 5, Columns: 3, Rows: 3, Kelvin: 5000, Cards: rack.Ends})
	p.upload(file)
	p.see(".tools button", "Grey patch")
	p.markRack(shot, 3)
	p.choose("Planned tile", "Q1-1")
	p.see(".boxes", "1")
	first, err := p.Eval(`() => document.querySelector("[aria-label='Box 1: code of the tile']").value + " " + document.querySelector("[aria-label='Box 1: stack of the new tile']").value`)
	require.NoError(t, err)
	require.Regexp(t, `^Q1-1A1 \w+x2 \+ \w+x1$`, first.Value.Str())
	p.click("button", "Read")
	p.see(".says", "")
	p.click("button", "tiles to the wall")
	p.see(".notice", "hang on the wall")
	p.goTo("/tiles")
	p.typeInto(`input[placeholder="Code or name"]`, "Q1-1")
	p.see(".wall .code", "Q1-1A1")
	p.goTo("/tiles/programme")
	p.see(".programme h2", "of")
	p.gone(".programme h2", "0 of")
}
