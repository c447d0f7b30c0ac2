package e2e

import (
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"sync/atomic"
	"testing"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
	"enkaustos/internal/sheets"
)

// A foot is refused by key and cleaned; a piece is dropped and repaired; a
// scrape takes coats off; and a line of the record is taken back.
func TestWhatElseHappensToAPiece(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "7 Wren")
	p.goTo("/foot")
	first := p.see(".look h2", "Storm-warning slab").MustText()
	who := first[:strings.Index(first, ".")+1]
	p.press('g')
	p.see(".notice", "Wipe it off with a damp sponge")
	p.see(".why", "Foot: Glaze left.")
	p.press('w')
	p.see(".why", "it was wiped wet after the check")
	p.press('e')
	p.see("h3", "seen: even all round")
	p.press('s')
	p.gone(".look h2", who)
	p.goTo("/kiln")
	p.click("summary", "It was last wet less than 12 hours ago")
	p.see(".held li", who)

	// It is dropped on the way: nothing else lets it into the kiln.
	p.goTo("/bench")
	p.clickX(`//button[@aria-label="Record of ` + who + `"]`)
	p.see(".lines", "Foot: Stained")
	p.choose("What happened", "It is damaged")
	p.typeInto(`.el-drawer input[aria-label^="What broke"]`, "corner off")
	p.click(".el-drawer button", "Save")
	p.see(".damage", "corner off")
	p.choose("What happened", "Repaired: corner off")
	p.click(".el-drawer button", "Save")
	p.gone(".el-drawer p", "Damaged: corner off")

	p.choose("What happened", "It feels cold: still damp")
	p.click(".el-drawer button", "Save")
	p.see(".lines .what", "Felt cold: still damp")

	// A scrape takes the last coat of the face off, and the foot lapsed with it.
	p.choose("Wiped surface", "Came off: Face")
	p.typeInto(`.el-drawer input[aria-label="Coats that came off"]`, "1")
	p.press(input.Tab)
	p.click(".el-drawer button", "Log it")
	p.see(".lines .what", "Wiped wet, 1 off the Face")
	p.clickX(`//button[@aria-label="undo: Wiped wet, 1 off the Face"]`)
	p.see(".lines .undone", "Wiped wet, 1 off the Face teacher (taken back)")
	p.press(input.Escape)
	p.gone(".el-drawer h3", "What happened")
	p.clickX(`//tr[th[contains(., "` + who + `")]]//td[contains(., "lapsed: it was")]`)
}

// The answer to a coat is lost on the way: the screen sends it again, and the
// piece still has it once.
func TestLostAnswerIsNoSecondCoat(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "7 Plover")
	var sent atomic.Int32
	router := p.HijackRequests()
	require.NoError(t, router.Add("*/api/events", proto.NetworkResourceTypeFetch, func(h *rod.Hijack) {
		if err := h.LoadResponse(http.DefaultClient, true); err != nil || sent.Add(1) == 1 {
			h.Response.Fail(proto.NetworkErrorReasonConnectionReset) // the server has it, the screen never hears of it
		}
	}))
	go router.Run()
	defer func() { require.NoError(t, router.Stop()) }()
	p.goTo("/bench")
	p.see("h2", "Tide-pool bowl")
	p.press(input.ArrowRight)
	before := p.strokes()
	p.press(input.Space)
	require.Eventually(t, func() bool { return p.strokes() > before }, patience, moment)
	require.Eventually(t, func() bool { return sent.Load() == 2 }, patience, moment, "it was sent twice")
	p.settle()
	require.Equal(t, before+1, p.strokes(), "and counts once")
}

// What cannot be taken over is shown cell by cell, and nothing is taken over.
func TestRefusedListInTheBrowser(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/classes")
	give := func(name, text string) {
		path := filepath.Join(t.TempDir(), name)
		require.NoError(t, os.WriteFile(path, []byte(text), 0o600))
		p.upload(path)
	}
	taken := func() bool {
		return p.see("footer button", "Import the list").MustProperty("disabled").Bool()
	}
	p.click(".bring button", "Import glazes")
	give("jars.csv", "code;name;kind;raw;cones\nN01;Night Ferry;shiny;#9c8bb8;5-6\nX1;Extra;solid;#9c8bb8;5-6\n")
	p.see(".sum", "1 added, 0 changed, 0 the same, 1 refused")
	p.see(".refused", `Row 2, kind: "shiny" is not a kind of glaze: expected one of solid, breaking`)
	require.True(t, taken(), "half a list is not offered")
	give("latin.csv", "code,name,kind,raw,cones\nX1,Gr\xfcn,solid,#9c8bb8,5-6\n")
	p.see(".rows", "Grün")
	give("secret.xls", "\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1")
	p.see(".notice.error", "of the old .xls kind: save it as .xlsx or as CSV")
	give("bare.csv", "code,name\nX1,Extra\n")
	p.see(".wrong", `no column "kind"`)
	require.True(t, taken())
	p.typeInto(`input[aria-label="kind of all rows"]`, "solid")
	p.typeInto(`input[aria-label="cones of all rows"]`, "5-6")
	p.press(input.Tab)
	p.see(".sum", "1 added")
	p.click("footer button", "Import the list")
	p.see(".notice", "1 added")
	p.goTo("/stock")
	p.see(".jars li", "X1")
}

// An office's workbook: a title above the headings, names in two columns, no class in it, a second
// sheet. Its columns are found and corrected, a student who is here otherwise is asked about, and
// pasted cells do as well.
func TestAWorkbookOfTheOffice(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/classes")
	book, err := sheets.Write(sheets.Sheet{Name: "Autumn", Rows: []sheets.Row{
		{Cells: []string{"Oak School, autumn"}}, {}, {Cells: []string{"No", "Surname", "Given name", "Born"}},
		{Cells: []string{"1", "Tern", "Ansa", "2014"}}, {Cells: []string{"2", "M.", "Ilo", "2014"}}}})
	require.NoError(t, err)
	path := filepath.Join(t.TempDir(), "office.xlsx")
	require.NoError(t, os.WriteFile(path, book, 0o600))
	p.click(".bring button", "Import class list")
	p.upload(path)
	p.see(".wrong", `no column "class"`)
	p.typeInto(`input[aria-label="class of all rows"]`, "7 Wren")
	p.press(input.Tab)
	p.see(".asks", "Row 5. Is Ilo M., 7 Wren, somebody who is here already?")
	p.see("footer", "1 to answer")
	p.click(".asks button", "Ilo M. (=), 7 Plover")
	p.see(".asks", `The mark "=" is Yara A.'s in 7 Wren: choose another for Ilo M.`)
	p.click(".asks button", "use this mark")
	p.see(".sum", "1 added, 1 changed, 0 the same, 0 refused")
	p.see(".rows", "Ansa Tern, 7 Wren AT")
	p.click("footer button", "Import the list")
	p.see(".notice", "Imported: 1 added, 1 changed")
	c := client(t, s.url)
	in := func(class string) (names []string) {
		for _, k := range get[[]contract.Class](t, c, s.url+"/api/classes") {
			for _, st := range k.Students {
				if k.Name == class {
					names = append(names, st.Name+" "+st.Mark)
				}
			}
		}
		return names
	}
	require.Contains(t, in("7 Wren"), "Ilo M. I")
	require.NotContains(t, in("7 Plover"), "Ilo M. =")
	require.NotEmpty(t, pieceOf(t, c, s.url, "Ilo M.", "Tide-pool bowl").Id, "the pieces stay where they were given")

	p.click(".bring button", "Import class list")
	p.typeInto(".paste textarea", "Pupil\tForm\nOra B.\t8 Crane\nOra B.\t8 Crane\n")
	p.press(input.Tab)
	p.see(".asks", "Two in 8 Crane are called Ora B.: give each of them a mark.")
	p.click(".asks button", "use this mark")
	p.see(".sum", "2 added")
	p.click("footer button", "Import the list")
	p.see(".notice", "2 added")
	require.Equal(t, []string{"Ora B. O", "Ora B. OB"}, in("8 Crane"))
}

// A changed house rule speaks at once in every plan; a senseless one changes
// nothing and says what was expected.
func TestHouseRuleReachesThePlan(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "10 Studio")
	thin, err := p.Eval(`async () => {
		const { pieces } = await (await fetch("/api/pieces")).json();
		for (const p of pieces.filter((p) => p.title === "Ferryman's bowl" && p.approval.state !== "approved")) {
			const { piece } = await (await fetch(` + "`/api/pieces/${p.id}`" + `)).json();
			if (piece.findings.some((f) => f.code === "coats-few" && f.text.startsWith("Exterior: 2 coats, the house lays 3"))) return p.id;
		}
	}`)
	require.NoError(t, err)
	desk := "/plan/" + thin.Value.Str()
	p.goTo(desk)
	p.click(".surfaces button", "Exterior")
	p.see("li.warn", "Exterior: 2 coats, the house lays 3")

	p.goTo("/rules")
	band := `input[aria-label="Bare band above the shelf, mm"]`
	p.typeInto(band, "plenty")
	p.click("button", "Save 1 change")
	p.see(".notice.error", `"plenty" will not do: expected a number from 0 to 30 mm`)
	p.typeInto(band, "13")
	p.typeInto(`input[aria-label="Coats of one glaze, coats"]`, "2")
	p.see(".effects", "pieces under way are touched")
	p.see(".effects li", "the house lays")
	p.click("button", "Save 2 changes")
	p.see(".own", "usual: 6")
	p.gone(".effects h2", "What this would change")
	p.choose("Start from a room", "Secondary bench")
	p.see(".effects", "pieces under way are touched")
	p.choose("Start from a room", "Young class")
	p.see("button", "Save 9 changes")
	p.goTo(desk)
	p.click(".surfaces button", "Exterior")
	p.see(".figures", "Bare to 13 mm above the shelf: the house's band 13 mm")
	p.gone("li.warn", "Exterior: 2 coats, the house lays 3")
}
