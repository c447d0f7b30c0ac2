package survey_test

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"gotest.tools/v3/golden"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/core/work"
	"enkaustos/internal/kept"
)

// drawn is a piece at some moment of its work, under the rules of some room.
func drawn(t *testing.T, n int) (survey.Case, time.Time) {
	r := rand.New(rand.NewPCG(uint64(n), 8))
	one := func(of ...string) string { return of[r.IntN(len(of))] }
	body, err := piece.Build([]piece.Form{piece.Slab, piece.Bowl, piece.Jar, piece.Vase}[n%4], nil)
	require.NoError(t, err)
	house, _ := rules.Default().With(rules.Presets()[n%5].Values)
	p := plan.Plan{}
	var log []work.Event
	add := func(e work.Event) {
		e.Seq, e.ID, e.At, e.By, e.Hand = int64(len(log)+1), fmt.Sprint("e", len(log)+1), nine.Add(time.Duration(len(log)*(1+r.IntN(30)))*time.Minute), "teacher", one("teacher", "station/t")
		log = append(log, e)
	}
	for _, s := range body.Surfaces {
		switch {
		case s.Stands && r.IntN(6) > 0:
			p[s.ID] = plan.Choice{Bare: true}
			continue
		case r.IntN(6) == 0:
			p[s.ID] = plan.Choice{Resist: plan.Resist(one("wax", "latex"))}
			continue
		}
		p[s.ID] = plan.Choice{Stack: glaze.Stack{{Glaze: one("A", "H"), Coats: 1 + r.IntN(4), Dip: r.IntN(8) == 0}, {Glaze: one("A", "H"), Coats: 1}}[:1+r.IntN(2)], Heavy: r.IntN(8) == 0}
		for range r.IntN(5) {
			e := work.Event{Kind: work.Coated, Surface: s.ID, Glaze: one("A", "A", "H"), Felt: work.Thickness(one("", "", "thin", "thick")), How: work.Brushed}
			if r.IntN(9) == 0 {
				e.Part, e.Share = work.UpperHalf, 0.5
			}
			if r.IntN(12) == 0 {
				e.Doubts = "e1"
			}
			add(e)
		}
	}
	saw := work.Sight{BandMM: 6, Shape: body.Shape}
	for range r.IntN(6) {
		add([]work.Event{{Kind: work.Wiped, Surface: body.Surfaces[0].ID, Back: 1}, {Kind: work.Damaged, Text: "rim"}, {Kind: work.TouchDry, Text: work.StillWet}, {Kind: work.Covered, Cover: foot.Even, Seen: int64(len(log)), Saw: &saw},
			{Kind: work.Checked, Verdict: foot.Clean, Seen: int64(len(log)), Saw: &saw}, {Kind: work.BoneDry}, {Kind: work.Resisted, Surface: body.Surfaces[0].ID, Text: "latex"}, {Kind: work.LeftRoom, Text: "home"}, {Kind: work.Loaded, Load: "L", Seen: int64(len(log))}}[r.IntN(9)])
	}
	of := plan.Work{Body: body, Clay: pale, Cone: kiln.Cone(one("6", "6", "5", "04")), Green: n%7 == 0, BisqueCone: "04", Standing: plan.Standing{Stilts: n%5 == 0, BandMM: float64(n % 3 * 6)}}
	c := survey.Case{Body: body, Plan: p, State: work.Fold(log), Work: of, Shelf: shelf.Under(house), Drying: work.Drying{House: house}, Spreads: stock.Spreads{"A": 0.05}, Approved: n%3 == 0, Pinned: map[string]string{"coats": "2"}}
	return c, nine.Add(time.Duration(r.IntN(40)) * time.Hour)
}

// What the whole house says of drawn pieces, and what other rules would change, stays as it is.
func TestSurveysStayAsTheyAre(t *testing.T) {
	var page kept.Page
	for n := range 240 {
		c, now := drawn(t, n)
		v := survey.Of(c, now)
		page.Add(fmt.Sprintf("%d: %d found, %s, %s", n, len(v.Findings), v.Stage, v.Placing.Reason), v, v.InClass(c, map[string]float64{"A": 900, "H": 30}), c.OpenAmounts(), c.Open())
		strict, _ := c.Shelf.House.With(map[string]string{"over": "strict", "band": "13", "kilnDry": "30"})
		other := c.Under(strict)
		var e survey.Effects
		e.Compare("Ilo", c.Judged(now), other.Judged(now), v.Findings, survey.Of(other, now).Findings)
		page.Add(fmt.Sprintf("  under others: %d touched, %d stopped, %d freed", e.Pieces, e.Stopped, e.Freed), e.List())
		for i := range c.Body.Surfaces {
			s := &c.Body.Surfaces[i]
			page.Add("  looks", survey.AppearanceOf(c.Shelf, c.Plan[s.ID].Stack, c.Work.SpotOf(s)))
		}
	}
	golden.Assert(t, page.String(), "surveys.txt")
}
