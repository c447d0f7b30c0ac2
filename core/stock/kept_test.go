package stock_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/stock"
	"enkaustos/internal/kept"
)

// What drawn plans take, jars last and drops teach stays as it is.
func TestAmountsStayAsTheyAre(t *testing.T) {
	var page kept.Page
	body, err := piece.Build(piece.Bowl, nil)
	if err != nil {
		t.Fatal(err)
	}
	jars := map[string]*glaze.Glaze{"A": {Code: "A", Kind: glaze.Solid}, "D": {Code: "D", Kind: glaze.Dipping, DipCoats: 2}, "M": {Code: "M", Kind: glaze.Solid, Recipe: glaze.Recipe{{Glaze: "A", Parts: 1}, {Glaze: "D", Parts: 2}}}}
	var last []stock.Amount
	for n := range 150 {
		r := rand.New(rand.NewPCG(uint64(n), 4))
		one := func(of ...string) string { return of[r.IntN(len(of))] }
		p := plan.Plan{}
		for _, s := range body.Surfaces {
			p[s.ID] = plan.Choice{Bare: r.IntN(5) == 0, Stack: glaze.Stack{{Glaze: one("A", "D", "M", "gone"), Coats: r.IntN(4), Dip: r.IntN(3) == 0, Thick: glaze.Thickness(one("", "thin", "thick")), DownToMM: float64(r.IntN(2) * 30)}}}
		}
		spreads := stock.Spreads{"A": 0.03 + 0.03*r.Float64()}
		all := stock.OfPlan(p, body, map[string]float64{"exterior": float64(r.IntN(40))}, spreads, jars)
		page.Add(fmt.Sprintf("%d: %d glazes", n, len(all)), all, stock.Sum(all, last), stock.Less(all, last), stock.Less(stock.Sum(all, last), all), spreads.Of("A"), spreads.Of("B"))
		for _, a := range all {
			page.Add("  cups", a.Cups())
		}
		last = all
		var claims []stock.Claim
		var reserves []stock.Reserve
		for i := range r.IntN(7) {
			claims = append(claims, stock.Claim{Project: one("p", "q", "r"), Piece: fmt.Sprint(i), ML: float64(r.IntN(60)), Begun: r.IntN(3) == 0})
			if r.IntN(3) == 0 {
				reserves = append(reserves, stock.Reserve{Project: one("p", "q", ""), ML: float64(r.IntN(80))})
			}
		}
		left, known := float64(r.IntN(300)), r.IntN(4) > 0
		b := stock.BudgetOf(left, known, claims, reserves)
		page.Add(fmt.Sprintf("  budget free %.2f, short %.2f, takes %.2f, %v", b.FreeML(), b.ShortML(), b.TakesML(), stock.MayReserve(float64(r.IntN(200)-20), left, known, float64(r.IntN(90)))), b)
		var drops []stock.Drop
		for range r.IntN(8) {
			drops = append(drops, stock.Drop{ML: float64(r.IntN(90)), CM2: float64(r.IntN(2000))})
		}
		learned, ok := stock.Learn(drops)
		should := stock.ShouldML(left, float64(r.IntN(90)), float64(r.IntN(40)), float64(r.IntN(90)))
		page.Add(fmt.Sprintf("  learned %v: %s; should %.2f, missed %q", ok, learned.Says(), should, stock.Missed(should, left, 473)), learned, stock.NeededML(float64(r.IntN(900)), r.IntN(5), r.IntN(9)), stock.PiecesFrom(left, float64(r.IntN(900)), r.IntN(4)))
	}
	golden.Assert(t, page.String(), "amounts.txt")
}
