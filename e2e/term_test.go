package e2e

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// A show that cannot be met with the one kiln in use: who misses it is named, what would save them is
// computed, done by a press, and comes as it was said. The calendar hangs on the wall.
func TestAShowIsSaved(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/kiln")
	p.click("a", "Kilns and their shelves")
	p.click(`button[aria-label="Change Matchbox"]`, "")
	p.click(".check .el-checkbox", "Out of use")
	p.click("button", "Save")
	p.see(".kilns", "Out of use")

	p.goTo("/kiln")
	p.click("a", "The term's loads")
	p.see(".sum", "loads are still to be lit for 185 pieces")
	p.click(`button[aria-label="Delete Harbour open house"]`, "")
	p.click(".el-message-box button", "Delete")
	p.gone(".show h3", "Harbour")
	p.click("button", "Add a show")
	p.fill(`input[aria-label="What for"]`, "Mayor's visit")
	p.fill(`input[aria-label="Out of the kiln by"]`, "2026-03-03")
	p.choose("What is in it", "Seed-thief bowl, 8 Teal")
	p.choose("What is in it", "Lamplighter's cup, 9 Curlew")
	p.click(".el-dialog h3, .el-dialog__title", "wanted")
	p.click(".el-dialog button", "Save")
	p.see(".show h3", "Mayor's visit")
	p.see(".show .verdict", "will be late")
	p.see(".risks", "Seed-thief bowl, 8 Teal")
	c := client(t, s.url)
	late := func() contract.CountRange {
		return get[contract.TermForecast](t, c, s.url+"/api/term").Shows[0].Late
	}
	before := late()
	p.examine("the term")

	p.click("button", "Find what would help")
	p.see("ol", "Use Matchbox again.")
	all := get[[]contract.TermRemedy](t, c, s.url+"/api/term/remedies")
	var said contract.TermRemedy
	for _, r := range all {
		if r.Text == "Use Matchbox again." {
			said = r
		}
	}
	require.Less(t, said.Late.Middle, before.Middle)
	p.click(`button[aria-label="Apply: Use Matchbox again."]`, "")
	p.see(".el-message-box", "Late then")
	p.click(".el-message-box button", "Apply")
	p.see(".notice", "Matchbox is in use again.")
	require.Equal(t, said.Late, late(), "what was said comes")
	p.see(".lists", "Matchbox")

	p.click("a", "Calendar for the wall")
	p.see(".day .event", "Mayor's visit")
	p.settle()
	text, pages := p.pdfText()
	require.Equal(t, 1, pages, "one sheet for the wall")
	for _, says := range []string{"kiln and classes", "Thaw holidays", "Matchbox, cone 04", "9 Curlew"} {
		require.Contains(t, text, says)
	}
}
