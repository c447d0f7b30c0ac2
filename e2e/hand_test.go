package e2e

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// The teacher walks: Today, Bench, Foot, Hand over and Kiln on a phone and on a tablet run over no
// edge, have targets for a thumb, and axe finds nothing serious; a coat is logged and the next piece
// reached by one press each.
func TestInOneHand(t *testing.T) {
	s := startRoom(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	p.choose("Class", "12 Kiln Room")
	for name, size := range map[string][2]int{"phone": {390, 844}, "tablet": {820, 1180}} {
		p.size(size[0], size[1])
		for _, path := range []string{"/", "/bench", "/foot", "/bench/handover", "/kiln"} {
			p.goTo(path)
			p.see("main h1", "")
			p.settle()
			over := p.MustEval(`() => document.documentElement.scrollWidth - document.documentElement.clientWidth`).Int()
			require.LessOrEqual(t, over, 0, "%s %s runs over its edge", name, path)
			p.examine(name + " " + path)
		}
	}
	p.size(390, 844)
	p.choose("Class", "7 Plover")
	p.goTo("/bench")
	p.see(".steps", "1 of")
	p.click(".steps button", "Next")
	p.see(".steps", "2 of")
	bowl := func() contract.Piece { return pieceOf(t, c, s.url, "Idris G.", "Tide-pool bowl") }
	p.see("article h2", "Idris G.")
	before := len(bowl().Surfaces[2].On)
	p.click("article .add", "Exterior")
	require.Eventually(t, func() bool { return len(bowl().Surfaces[2].On) == before+1 }, patience, moment)
	p.click(`article button[aria-label="Idris G., Exterior: undo the last coat"]`, "↶")
	require.Eventually(t, func() bool { return len(bowl().Surfaces[2].On) == before }, patience, moment)
	small := p.MustEval(`() => [...document.querySelectorAll("article button, .steps button, nav.rail a")].filter((b) => b.getClientRects().length && b.getBoundingClientRect().height < 44).map((b) => b.textContent.trim())`)
	require.Empty(t, small.Arr(), "targets for a thumb")
}
