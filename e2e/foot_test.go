package e2e

import (
	"math"
	"strconv"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
	"enkaustos/internal/rack"
)

// The feet of a class by keyboard: two refused with the place marked, the others
// passed as one batch; one is voided by a coat later, and the queue says why.
func TestFeetOfAClassByKeyboard(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "7 Plover")
	p.goTo("/foot")
	p.see(".look h2", "Tide-pool bowl")
	all := p.count(".queue li")
	require.Greater(t, all, 3)
	who := func() string {
		text := p.see(".look h2", "").MustText()
		return text[:strings.Index(text, ".")+1]
	}

	// The first is refused, and where the glaze is is marked by key.
	first := who()
	p.press('e')
	p.see("h3", "seen: even all round")
	_, err := p.Eval(`() => document.querySelector("figure svg[role=application]").focus()`)
	require.NoError(t, err)
	p.press(input.ArrowRight, input.ArrowRight, input.Enter, input.ArrowDown, input.ArrowDown, input.ArrowDown, input.Enter)
	p.see("figcaption", "2 marked")
	p.press('g')
	p.see(".why", "Glaze left")
	p.see(".why", "recoat the face it lay on")
	p.press(input.Escape)

	// The second has a bald spot on the exterior, and its band is too low.
	p.press(input.ArrowDown)
	p.gone(".look h2", first)
	second := who()
	p.press('b')
	p.see(".why", "Cover: Bald spot")
	p.press('l')
	p.see(".why", "Band too low")

	// Both are left out; all others pass at one key.
	p.press('x', input.ArrowUp)
	p.see(".look h2", first)
	p.press('x')
	p.see(".ways button", "all "+strconv.Itoa(all-2)+" as even and clean")
	p.press('A')
	p.see(".notice", strconv.Itoa(all-2)+" passed")
	require.Eventually(t, func() bool { return p.count(".queue li") == 2 }, patience, moment)

	c := client(t, s.url)
	var passed contract.Piece
	spots := 0
	for _, piece := range get[contract.PieceList](t, c, s.url+"/api/pieces").Pieces {
		if piece.Title != "Tide-pool bowl" || piece.Foot == nil {
			continue
		}
		switch {
		case piece.Student == first:
			spots = len(*piece.Foot.Spots)
			require.Equal(t, "own", piece.Place)
		case piece.Student != second && piece.Foot.Verdict == "clean":
			passed = piece
			require.Equal(t, "ready", piece.Place, "it dries on the ready shelf")
		}
	}
	require.Equal(t, 2, spots)
	require.NotEmpty(t, passed.Id)

	// A late coat voids one, and it comes back with the reason.
	send(t, c, "POST", s.url+"/api/events", map[string]any{"events": []map[string]any{
		{"id": "a-late-coat", "kind": "coat", "piece": passed.Id, "surface": passed.Surfaces[0].Id, "glaze": "N01"}}})
	p.see(".queue li", "lapsed: a coat was logged after the")

	// The first is wiped and looked at again; a step back takes a batch back.
	p.press('w')
	p.see(".why", "wiped wet after")
	p.press('e', 'q')
	p.gone(".queue li", first)
}

// The gauge prints at true size: the line of each strip, and a ruler to check it.
func TestGaugeIsTrueToSize(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/foot/gauge")
	p.see("h1", "Foot gauge")
	require.Eventually(t, func() bool { return p.count(`.edge[data-mm="2"]`) == 1 }, patience, moment, "flat work came")
	mm := p.MustEval(`() => {
		const px = 96 / 25.4;
		const ruler = document.querySelector('[aria-label^="A ruler"] .edge').getBoundingClientRect().width / px;
		const strips = [...document.querySelectorAll(".edge[data-mm]")].map((line) => {
			const table = line.parentElement.querySelector(".table").getBoundingClientRect();
			return [Number(line.dataset.mm), (table.top - line.getBoundingClientRect().top) / px];
		});
		return { ruler, strips };
	}`)
	require.InDelta(t, 100, mm.Get("ruler").Num(), 0.1)
	cut := map[float64]bool{}
	for _, strip := range mm.Get("strips").Arr() {
		require.InDelta(t, strip.Arr()[0].Num(), strip.Arr()[1].Num(), 0.3)
		cut[strip.Arr()[0].Num()] = true
	}
	for _, piece := range get[contract.PieceList](t, client(t, s.url), s.url+"/api/pieces").Pieces {
		if piece.Fired == nil && piece.BandMM > 0 {
			require.True(t, cut[math.Ceil(piece.BandMM)], "%s needs %g mm", piece.Title, piece.BandMM)
		}
	}
	text, _ := p.pdfText()
	require.Contains(t, text, "10 mm")
	require.Contains(t, text, "This ruler is 100 mm long")
}

// The gate: what each piece waits for; a blocker that may be overruled, with a
// reason that stands on the load, and one that may not; the hand-over after it.
func TestGateAndHandOver(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "8 Teal")
	p.goTo("/kiln/ready")
	p.see("h1", "May it be fired?")
	p.see("summary", "are drying for the kiln until today")
	p.click("summary", "wait for a look all round")
	p.see(".why", "never overruled")
	p.click("summary", "are drying for the kiln")
	p.clickX(`//details[@open][contains(., "are drying")]//button[contains(., "overrule")]`)
	p.see(".el-dialog", "goes into the kiln")
	p.typeInto(".el-dialog input", "bone dry to the touch, by the stove")
	p.press(input.Enter)
	p.see(".taken", "bone dry to the touch")
	p.goTo("/kiln")
	p.click("section button", "into a cone 04 load")
	p.see(".standing .taken", "by the stove")

	p.choose("Class", "7 Wren")
	p.goTo("/bench/handover")
	p.see(".ready h2", "Onto the ready shelf")
	p.see(".own li", "Foot: Glaze left")
	p.see(".own li", "coat missing")
	p.press(input.Enter)
	p.see(".notice", "pieces put away")
	p.see(".head button", "Confirm all 0")
	p.goTo("/foot")
	p.choose("Shelf", "Own places")
	p.see(".queue li", "Storm-warning slab")
	p.choose("Shelf", "Ready shelf")
	p.see(".empty", "on this shelf")
}

// What the teacher overruled is one fact: with a coat taken back it is another, and the piece
// is held up again.
func TestARulingFallsWithACoat(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "8 Teal")
	p.goTo("/kiln/ready")
	p.click("summary", "lack coats")
	row := `(//details[@open][contains(., "lack coats")]//button[contains(., "overrule") and contains(@aria-label, "1 coat missing")])[1]`
	found, err := p.Timeout(patience).ElementX(row)
	require.NoError(t, err)
	label, err := found.CancelTimeout().Attribute("aria-label")
	require.NoError(t, err)
	who := strings.TrimPrefix(strings.SplitN(*label, ":", 2)[0], "Overrule for ")
	p.clickX(row)
	p.typeInto(".el-dialog input", "the third is for the look of it")
	p.press(input.Enter)
	p.see(".taken", "the third is for the look of it")

	p.goTo("/bench")
	p.clickX(`//button[@aria-label="Record of ` + who + `"]`)
	p.see(".lines .what", "Overruled that it lacks coats")
	p.clickX(`(//ol[contains(@class, "lines")]//button[starts-with(@aria-label, "undo: Coat of")])[1]`)
	p.see(".lines .undone", "Coat of")
	p.press(input.Escape)
	p.goTo("/kiln/ready")
	p.see("summary", "lack coats")
	p.gone(".taken", "the third is for the look of it")
}

// A piece without a name is found by what can be seen on it.
func TestNamelessPieceIsFound(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "7 Plover")
	p.goTo("/bench/lost")
	p.choose("Form", "Bowl")
	p.choose("Glazes", "B13")
	p.see(".found li", "B13 fits")
	_, file := rackFile(t, rack.Options{Columns: 2, Rows: 1, Kelvin: 5000, Cards: rack.Middle})
	p.upload(file)
	p.see(".colour button", "not sure")
	p.see(".found li", "raw colour")
	p.clickX(`(//ol[@aria-label="Candidates"]//button[contains(., "Choose this piece")])[1]`)
	p.see(".notice", "Mark it in pencil now")
}
