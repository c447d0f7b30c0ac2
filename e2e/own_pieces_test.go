package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// Some of a class make something of their own, by hand: chosen, several each, found at the bench
// by two letters, logged and told apart; one measures otherwise; a piece given by mistake goes; the
// assignment ends and is reopened, and the class is archived and brought back, the record whole.
func TestPiecesOfTheirOwn(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	p.choose("Class", "7 Plover")
	p.goTo("/plan")
	p.click("button", "New assignment")
	p.typeInto("input[name=assignment]", "Rain gauge")
	p.click(".el-dialog [role=radio]", "chosen students")
	p.see(".el-dialog button[disabled]", "Assign")
	p.choose("Students who make it", "Ilo M.")
	p.typeInto("input[name=each]", "2")
	p.press(input.Tab)
	p.click(".el-dialog [role=radio]", "Bottle")
	p.settle()
	p.click(".el-dialog button", "Assign")
	p.see(".notice", "2 pieces of Rain gauge wait for a plan")
	second := func() contract.Piece { return pieceOf(t, c, s.url, "Ilo M. · 2", "Rain gauge") }
	id := second().Id

	// The second one is narrower than the first: nothing else of it is.
	first := pieceOf(t, c, s.url, "Ilo M.", "Rain gauge")
	p.goTo("/plan/" + id)
	p.see("h1", "Ilo M. · 2")
	p.press(input.KeyD)
	p.click(".el-dialog summary", "It measures otherwise")
	p.typeInto(".own input[name=height]", "250")
	p.press(input.Tab)
	require.Eventually(t, func() bool {
		d := get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+id)
		return d.Own.Measures["height"] == 250 && len(d.Own.Measures) == 1
	}, patience, moment)
	require.Empty(t, get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+first.Id).Own.Measures)
	p.see(".own button", "Use the assignment's measures")
	p.press(input.Escape)

	// At the bench it is found like any other, and takes its coat.
	p.goTo("/bench")
	p.clickX(cell(second(), "Exterior"))
	p.see(".el-dialog", "which jar?")
	p.click(".el-dialog li button", "B11")
	coats := func() (n int) {
		for _, x := range second().Surfaces {
			n += len(x.On)
		}
		return n
	}
	require.Eventually(t, func() bool { return coats() == 1 }, patience, moment)

	// Another for somebody else, given by mistake: a second screen sees it come, and go.
	other := open(t, s, "/")
	other.unlock("bare feet only")
	other.goTo("/plan")
	gauge := `//section[.//h2[contains(., "Rain gauge")]]//a[contains(., "Ilo D.")]`
	given := func() bool { has, _, err := other.HasX(gauge); return err == nil && has }
	p.goTo("/plan")
	p.click(`button[aria-label="Add pieces of Rain gauge"]`, "Add pieces")
	p.choose("Students who make it", "Ilo D.")
	p.typeInto("input[name=each]", "1")
	p.click(".el-dialog button", "Add pieces")
	p.see(".notice", "1 more piece waits for a plan")
	require.Eventually(t, given, patience, moment)
	p.clickX(gauge)
	p.see(".head", "Rain gauge")
	p.see("h1", "Ilo D.")
	p.click("button", "Remove the piece")
	p.see("h1", "Plan")
	p.see(".notice", "The piece is removed")
	require.Eventually(t, func() bool { return !given() }, patience, moment)

	// It ends and is reopened; its class is archived and brought back.
	p.click(`button[aria-label="End Rain gauge"]`, "End")
	p.see(".notice", "Rain gauge has ended, 2 of its pieces unfired")
	p.gone("section h2", "Rain gauge")
	p.click("summary", "Ended assignments (1)")
	p.click(`button[aria-label="Reopen Rain gauge"]`, "Reopen")
	p.see("section h2", "Rain gauge")
	p.goTo("/classes")
	card := `//article[.//input[@aria-label="Name of the class 7 Plover"]]`
	p.clickX(card + `//summary[contains(., "Who is in it")]`)
	p.clickX(card + `//button[contains(., "Archive the class")]`)
	p.see(".notice", "7 Plover is archived")
	p.gone("article h2", "7 Plover")
	p.click("summary", "Archived classes (1)")
	p.click(`button[aria-label="Restore 7 Plover"]`, "Restore")
	p.see("article h2", "7 Plover")
	require.Equal(t, 1, coats(), "the record is whole")
}
