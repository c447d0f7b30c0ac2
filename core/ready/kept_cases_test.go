package ready_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"gotest.tools/v3/golden"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// What keeps eighty pieces out of the kiln, their logs drawn by a fixed seed over
// jars with lids and every school, stands in testdata with its reasons and ways out.
// go test ./core/ready -update, and read the difference.
func TestBlockersStayAsTheyAre(t *testing.T) {
	random := rand.New(rand.NewPCG(5, 1))
	one := func(of ...string) string { return of[random.IntN(len(of))] }
	houses := []rules.House{rules.Default()}
	for _, p := range rules.Presets() {
		h, refused := rules.Default().With(p.Values)
		require.Empty(t, refused)
		houses = append(houses, h)
	}
	stilts, _ := rules.Default().With(map[string]string{"foot": "stilts"})
	houses = append(houses, stilts)
	var page strings.Builder
	var waiting []ready.Waiting
	for n := range 80 {
		form := []piece.Form{piece.Jar, piece.Slab, piece.Bowl, piece.Modelled}[n%4]
		body, err := piece.Build(form, nil)
		require.NoError(t, err)
		p := plan.Plan{}
		ground := ""
		for _, s := range body.Surfaces {
			switch {
			case s.Stands || s.Seat:
				p[s.ID] = plan.Choice{Bare: true}
			case n%5 == 4 && s.Upward:
				p[s.ID] = plan.Choice{Resist: plan.Latex}
			case ground == "":
				ground = s.ID
				p[s.ID] = plan.Choice{Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}
			}
		}
		if n == 7 {
			p = plan.Plan{}
		}
		log := story{}
		if n%3 > 0 {
			log = log.coat(ground, "A", 2).passed()
		}
		for range n % 7 {
			e := work.Event{Kind: work.Kinds()[random.IntN(len(work.Kinds()))], Surface: body.Surfaces[random.IntN(len(body.Surfaces))].ID, Glaze: one("A", "A", "B", "Q"),
				Seen: int64(random.IntN(len(log) + 1)), Verdict: foot.Verdict(one("clean", "stained", "left", "unclear", "bald")), Cover: foot.Cover(one("even", "even", "bald", "lump")),
				Parts: 1 + random.IntN(3), Undoes: fmt.Sprintf("e%d", 1+random.IntN(9)), Of: fmt.Sprintf("e%d", 1+random.IntN(9)), Back: random.IntN(2),
				Text: one("chip", "next", "same", "stilts", "latex"), Load: "L", Cone: "6", Felt: work.Thickness(one("", "thick")), Came: fault.Sound, Fault: fault.Running, Flow: fault.Stayed,
				Code: matter.Code(one("coats-missing", "foot-unchecked", "foot-refused", "drying", "cover-refused", "damaged", "drying"))}
			if e.Kind == work.Coated && random.IntN(3) == 0 {
				e.Doubts = e.Of
			}
			log = log.then(e)
		}
		saw := ready.Sight(ready.Case{Body: body})
		for i := range log {
			if log[i].Saw != nil {
				log[i].Saw = &saw
			}
		}
		house := houses[n%len(houses)]
		state := work.Fold(log)
		under := shelf.Under(house)
		w := plan.Work{Body: body, Clay: glaze.Clay{Cones: kiln.Range{From: "5", To: "6"}}, Cone: kiln.Cone(one("6", "6", "04", ""))}
		w.Standing.Stilts = n%2 == 0
		c := ready.Case{Body: body, Plan: p, Findings: under.Check(p, w), State: state, House: house, Cone: w.Cone, Stilts: w.Standing.Stilts,
			Drying: work.Drying{House: house}, Now: start.Add(time.Duration([]int{1, 13, 30}[n%3]) * time.Hour)}
		if laid, beside := ready.Laid(body, p, state); beside {
			c.Laid = under.Check(laid, w)
		}
		verdict := ready.Judge(c)
		blockers := verdict.Blockers()
		fmt.Fprintf(&page, "\n%d: %s, house %d, cone %s:", n, form, n%len(houses), c.Cone)
		for _, e := range log {
			fmt.Fprintf(&page, " %s", e.Kind)
		}
		in := ready.Load{ID: "L", Name: "Load 1", Cone: "6", NoKilns: true}
		fmt.Fprintf(&page, "\n  %s %+v load %q stops %q together %v may %v\n", ready.StageOf(state, blockers), ready.PlaceOf(state, blockers),
			verdict.KeptOut(in, ready.ToPut(int64(n%9))), verdict.KeptOut(in, ready.ToLight()), ready.MayPassTogether(blockers), verdict.Waits())
		for _, b := range blockers {
			fmt.Fprintf(&page, "  %+v\n", b)
		}
		waiting = append(waiting, ready.Waiting{Piece: fmt.Sprint(n), Blockers: blockers, Named: func(id string) string { s, _ := body.Surface(id); return s.Name }})
	}
	for _, g := range ready.Groups(waiting) {
		fmt.Fprintf(&page, "%s: %+v\n", g.Words(), g)
	}
	golden.Assert(t, page.String(), "blockers.txt")
}
