package e2e

import (
	"math"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// plansLoad plans a load in the browser, and says where its plan is asked for.
func (p *screen) plansLoad(s *server, cone string) (path, plan string) {
	p.t.Helper()
	p.goTo("/kiln")
	p.click("button", "Plan a cone "+cone+" load")
	p.see("main h1", "cone "+cone)
	where, err := p.Eval(`() => location.pathname`)
	require.NoError(p.t, err)
	path = where.Value.Str()
	return path, s.url + "/api/loads/" + path[len("/kiln/load/"):] + "/plan"
}

// dragTo drags a piece on its shelf by so many mm to the right and to the back.
func (p *screen) dragTo(piece string, dx, dy float64) {
	p.t.Helper()
	v, err := p.Eval(`(piece) => {
		const at = document.querySelector('g.piece[data-piece="' + piece + '"]');
		at.scrollIntoView({ block: "nearest" });
		const b = at.getBoundingClientRect();
		return [b.left + b.width / 2, b.top + b.height / 2, at.ownerSVGElement.getScreenCTM().a];
	}`, piece)
	require.NoError(p.t, err)
	x, y, scale := v.Value.Arr()[0].Num(), v.Value.Arr()[1].Num(), v.Value.Arr()[2].Num()
	require.NoError(p.t, p.Mouse.MoveTo(proto.NewPoint(x, y)))
	require.NoError(p.t, p.Mouse.Down(proto.InputMouseButtonLeft, 1))
	require.NoError(p.t, p.Mouse.MoveLinear(proto.NewPoint(x+dx*scale, y-dy*scale), 6))
	require.NoError(p.t, p.Mouse.Up(proto.InputMouseButtonLeft, 1))
}

// A load from plan to cart: planned, a piece moved by keys and one by dragging, locked, the rest planned
// again, printed, ticked at a tablet, fired and unloaded.
func TestALoadByHand(t *testing.T) {
	s := startRoom(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	path, url := p.plansLoad(s, "6")
	plan := func() contract.LoadPlan { return get[contract.LoadPlan](t, c, url) }
	on := func(piece string) (at contract.LoadStanding, level int) {
		for n, l := range plan().Levels {
			for _, st := range l.Pieces {
				if st.Piece == piece {
					return st, n
				}
			}
		}
		return at, -1
	}
	first := plan()
	require.Empty(t, first.Breaches)
	require.Empty(t, first.Out)
	pieces := first.Levels[0].Pieces
	require.Greater(t, len(pieces), 3)

	// By keys: five steps to one side, and turned; what then stands where it may not says how much is
	// missing, and slides to where it may.
	p.click(`g.piece[data-piece="`+pieces[0].Piece+`"]`, "")
	p.see(".chosen h2", pieces[0].Student)
	for range 5 {
		p.press(input.ArrowRight)
	}
	p.press(',')
	moved := func() contract.LoadStanding { at, _ := on(pieces[0].Piece); return at }
	require.Eventually(t, func() bool {
		return math.Abs(moved().X-pieces[0].X-25) < 1e-6 && math.Abs(moved().Turn-pieces[0].Turn-math.Pi/12) < 1e-6
	}, patience, moment)
	p.press('g')
	require.Eventually(t, func() bool {
		for _, b := range plan().Breaches {
			if b.Piece == pieces[0].Piece {
				return false
			}
		}
		return true
	}, patience, moment)

	// By dragging: it lands near, and legally.
	before, _ := on(pieces[1].Piece)
	p.dragTo(pieces[1].Piece, 60, 40)
	require.Eventually(t, func() bool {
		at, _ := on(pieces[1].Piece)
		return at.X != before.X && at.Y != before.Y
	}, patience, moment)
	require.Empty(t, plan().Breaches)

	// Locked, it stays where it is when the rest is planned again.
	p.see(".chosen h2", pieces[1].Student)
	p.press('k')
	require.Eventually(t, func() bool { at, _ := on(pieces[1].Piece); return at.Locked }, patience, moment)
	locked, level := on(pieces[1].Piece)
	p.press('r')
	p.see(".notice", "The rest is planned again.")
	again, there := on(pieces[1].Piece)
	require.Equal(t, locked, again)
	require.Equal(t, level, there)
	require.Empty(t, plan().Breaches)

	// One did not fit: its rim is wider than its form says, it is looked at again, and the rest is planned anew.
	p.click("button", "Did not fit")
	p.see(".el-dialog", "measure so as well")
	p.fill(`.el-dialog input[name="rim"]`, "97")
	p.press(input.Tab)
	p.click(".el-dialog .el-checkbox", "I looked again, with it in hand")
	p.click(".el-dialog button", "Save")
	p.see(".notice", "Planned again as it measures.")
	require.InDelta(t, 97, get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+pieces[1].Piece).Own.Measures["rim"], 1e-9)

	// Test tiles take what room is left.
	p.click(".tiles summary", "Test tiles")
	p.fill(`input[aria-label="How many tiles"]`, "6")
	p.press(input.Tab)
	p.click(".tiles button", "Put them in")
	p.see(".tiles summary", "6 of 6 have room")

	// Two teachers at once: who looked before hears of it.
	stale := plan().Revision
	p.press('k')
	require.Eventually(t, func() bool { return plan().Revision > stale }, patience, moment)
	r, err := request("POST", url, map[string]any{"revision": stale, "act": "hold", "piece": pieces[1].Piece})
	require.NoError(t, err)
	answer, err := c.Do(r)
	require.NoError(t, err)
	_ = answer.Body.Close()
	require.Equal(t, 422, answer.StatusCode)

	// On paper, bottom up.
	p.goTo(path + "/sheets")
	p.see(".sheet", "on its own props")
	text, pages := p.pdfText()
	require.GreaterOrEqual(t, pages, len(plan().Levels))
	for _, st := range plan().Levels[0].Pieces {
		require.Contains(t, text, st.Student)
	}
	require.Contains(t, text, "When all of it stands: 3 stands of")

	// At a tablet that the teacher opened it on.
	p.goTo(path)
	p.click("button", "Open on the tablets")
	p.see("button", "Close on the tablets")
	tablet := pairedTablet(t, s, p, "Kiln table")
	tablet.click("header button", "Open Load")
	tablet.see("h2", "Shelf 1: 0 of")
	tablet.examine("a load on a tablet")
	lowest := plan().Levels[0].Pieces[0]
	tablet.clickX(`//main//li/button[@role="checkbox" and contains(@aria-label, "` + lowest.Student + `")]`)
	tablet.see("h2", "Shelf 1: 1 of")
	at, _ := on(lowest.Piece)
	require.True(t, at.In)
	p.see(".head", "1 stand in the kiln")

	// All of it in, lit, and out again next day.
	for _, l := range plan().Levels {
		for _, st := range l.Pieces {
			send(t, c, "POST", url[:len(url)-len("/plan")]+"/tick", map[string]any{"piece": st.Piece, "in": true})
		}
	}
	p.goTo("/kiln")
	p.clickX(`//article[contains(., "Plan in Lighthouse")]//button[contains(., "Mark as fired")]`)
	p.click(".el-message-box button", "Mark as fired")
	p.see(".load", "Plan in Lighthouse")
	require.Eventually(t, func() bool { return plan().FiredAt != nil }, patience, moment)
	tablet.gone("header button", "Open Load")

	// Opened at once it is hot: a reason is asked for, and without one it stays closed.
	p.clickX(`//article[contains(., "Plan in Lighthouse")]//button[contains(., "Mark as unloaded")]`)
	p.see(".el-message-box", "hot for 12 hours more")
	p.examine("a kiln that is hot")
	p.click(".el-message-box button", "Leave it closed")
	p.gone(".el-message-box", "hot for")
	require.Nil(t, plan().UnloadedAt)
	p.click(".demo button", "Next morning")

	// Out by the same plan, the highest shelf first: one broken, one to be fired again, each one key.
	p.goTo(path)
	p.see(".out h2", "To unload")
	whose := func() string { return p.see(".out b", "").MustText() }
	came := func(key input.Key) (who string) {
		who = whose()
		p.press(key)
		require.Eventually(t, func() bool { return whose() != who }, patience, moment)
		return who
	}
	came('s')
	broken, refired := came('b'), came('f')
	how := map[string]string{}
	for _, l := range plan().Levels {
		for _, st := range l.Pieces {
			if st.CameOut != nil {
				how[st.Student+" "+st.Mark] = *st.CameOut
			}
		}
	}
	require.Len(t, how, 3)
	require.Contains(t, how[broken], "broken")
	require.Equal(t, "to be fired again", how[refired])
	p.examine("a load coming out")
	p.goTo("/kiln")
	p.clickX(`//article[contains(., "Plan in Lighthouse")]//button[contains(., "Mark as unloaded")]`)
	require.Eventually(t, func() bool { return plan().UnloadedAt != nil }, patience, moment)
}

// A kiln that cannot be is refused at its fields, and nothing that was typed is lost; mended, it is
// kept and drawn.
func TestAKilnIsAdded(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/kiln/kilns")
	p.see(".kilns h2", "Matchbox")
	p.click("button", "Add a kiln")
	p.fill(`input[aria-label="Name"]`, "Beehive")
	p.fill(`[aria-label="Width of a shelf"] input, input[aria-label="Width of a shelf"]`, "700")
	p.click("button", "Save the kiln")
	p.see(".wrong", "does not go in")
	p.fill(`[aria-label="Width of a shelf"] input, input[aria-label="Width of a shelf"]`, "500")
	p.click("button", "Save the kiln")
	p.see(".kilns h2", "Beehive")
	p.examine("kilns")
}

// What stands nowhere near legal says the missing millimetres where they are missing, and a piece that
// is left out is put back on a shelf.
func TestWhatIsMissingIsSaid(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	_, url := p.plansLoad(s, "6")
	plan := get[contract.LoadPlan](t, c, url)
	piece := plan.Levels[0].Pieces[0]
	send(t, c, "POST", url, map[string]any{"revision": plan.Revision, "act": "move", "piece": piece.Piece, "level": 0, "x": 270, "y": 0, "turn": 0})
	p.see(".missing rect", "")
	p.examine("a load by hand")
	p.click(`g.piece[data-piece="`+piece.Piece+`"]`, "")
	p.see(".chosen .wrong", "beyond where it may stand")
	p.press('o')
	p.see(".left li", piece.Student)
	p.see(".left li", "Taken out by hand.")
	p.click(".left button", "Put here")
	p.gone(".left li", piece.Student)
	p.gone(".missing rect", "")
}
