package plan_test

import (
	"fmt"
	"slices"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/internal/kept"
)

// All that is said of many more plans, drawn as those whose findings are written out, stays as it is.
func TestDrawnPlansStayAsTheyAre(t *testing.T) {
	var page kept.Page
	drawn := newDrawer(t, 11)
	others := newDrawer(t, 12)
	last, lastBody := plan.Plan{}, piece.Body{}
	for n := range 420 {
		p, w, shelf := drawn.draw(n)
		found := shelf.Check(p, w)
		page.Add(fmt.Sprintf("%d: %d found of a %s, weight %d", n, len(found), w.Body.Form, plan.Gravity(found)), found, shelf.Band(p, w), shelf.Help(p, w), plan.AsOne(found, w.Body), plan.Grave(found), plan.MayApprove(found))
		laid := func(surface string) []glaze.Layer {
			if s := p[surface].Stack; len(s) > 1 {
				return s[:1].Strokes()
			}
			return nil
		}
		staged := shelf.Stages(p, w, laid)
		page.Add("  changed", staged, shelf.FromJars(p, laid), plan.Changes(last, p, w.Body), plan.Adapted(last, lastBody, w.Body), plan.Rotated(p, w.Body, n%5-2), p.ForOthers(), p.AllBare(w.Body), p.Empty(), p.On(lastBody),
			p.Open(func(surface string, c plan.Choice) int { return len(surface) % 3 }))
		if n%3 == 0 && len(w.Body.Touching) > 0 {
			joined := w
			pair := w.Body.Touching[n%len(w.Body.Touching)]
			if body, err := w.Body.With(piece.Marking{Joins: []piece.Join{{A: pair[0], B: pair[1], Edge: []piece.Edge{piece.Ridge, piece.Strip, piece.Line, piece.Far}[n/3%4]}}}); err == nil {
				joined.Body = body
				page.Add("  joined", shelf.Check(p, joined))
			}
		}
		jarred := others.under(shelf, n)
		asIs := jarred.FromJars(p, laid)
		page.Add("  out of its jars", asIs, jarred.Check(asIs, w), jarred.Band(asIs, w))
		for _, looked := range []plan.Looked{{}, {Cover: true}, {Cover: true, Fired: true, Judged: true, Faulty: n%2 == 0, Joined: n%3 == 0}} {
			page.Add("  food", shelf.Food(p, w, looked))
		}
		var orders, evidence []any
		for i := range w.Body.Surfaces {
			s := &w.Body.Surfaces[i]
			spot := w.SpotOf(s)
			best, ok := shelf.Evidence(p[s.ID].Stack, spot)
			evidence = append(evidence, best, ok, spot, w.FiringOf(s), spot.On(p[s.ID].Stack), p[s.ID].Says(), p[s.ID].Same(last[s.ID]), p.Lies(s))
			for _, l := range p[s.ID].Stack {
				fired, known := shelf.Alone(l.Glaze, spot)
				evidence = append(evidence, fired, known, plan.BrushFor(*s, shelf.Glazes[l.Glaze], l.Dip))
			}
		}
		for _, step := range plan.Order(p, w.Body, shelf.House, shelf.Glazes) {
			orders = append(orders, step)
		}
		page.Add("  evidence and order", append(evidence, orders...)...)
		takes := map[string]float64{"S": float64(n%50) * 20, "W": 5, "gone": 3}
		page.Add("  jars", shelf.Short(takes), shelf.Lacking(p, takes), shelf.Pinned(p, w, found, map[string]string{"coats": "2", "band": "13"}), w.Stage(), w.Next(), w.Bisque(), plan.MayBisque(w.Cone))
		came := map[string]plan.Came{}
		for i := range w.Body.Surfaces {
			s := &w.Body.Surfaces[i]
			came[w.SpotOf(s).On(p[s.ID].Stack)] = plan.Came{Judged: 4 + n%9, Sound: n % 5, Most: float64(n%10) / 10, Advice: "A coat more."}
		}
		page.Add("  heard", plan.Heard(found, p, w, came), plan.Deserves(plan.Seen{Plan: p, Template: last, Body: w.Body, Findings: found, Changes: plan.Changes(last, p, w.Body), Stands: plan.StandpointOf(plan.Verdict([]string{"", "approved", "returned"}[n%3]), n%2 == 0), Note: []string{"", "thicker"}[n%2]}))
		supply := plan.Supply{Jar: func(code string) bool { return code != "W" }, Clay: func(string) bool { return n%2 == 0 }}
		clean, err := supply.Clean(p, w.Body)
		revised, not := supply.Revise(plan.Draft{Choices: p, Form: w.Body.Form, Own: plan.Own{Standing: w.Standing}, Now: w.Body, Coated: func(s string) bool { return n%4 == 0 }})
		page.Add(fmt.Sprintf("  supplied: %v, %v", err, not), clean, revised)
		last, lastBody = p, w.Body
	}
	golden.Assert(t, page.String(), "drawn.txt")
}

// under is a shelf of the same rules whose jars are watery or thick, and whose buckets were weighed.
func (d drawer) under(shelf *plan.Shelf, n int) *plan.Shelf {
	jars := slices.Clone(d.jars)
	for i := range jars {
		jars[i].Jar.State = []glaze.State{"", glaze.Watery, glaze.Thick}[(n+i)%3]
		if jars[i].Bucket() {
			jars[i].Density = []float64{0, 1.2, 1.7}[(n+i)%3]
		}
	}
	return plan.NewShelf(shelf.House, jars, nil)
}
