package bench_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"gotest.tools/v3/golden"

	"enkaustos/core/bench"
	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// What is said of a coat, and which strokes are due after it, stays as it is: over plans of
// brushed coats, dips and layers of two stages, on pieces as far as they got.
func TestStrokesAndWarningsStayAsTheyAre(t *testing.T) {
	body, spots := spotted(t)
	dip := glaze.Layer{Glaze: "D", Coats: 1, Dip: true, Seconds: 5, Density: 1.5}
	plans := []plan.Plan{spots,
		{"face": {Stack: glaze.Stack{dip}}, "edge": {Stack: glaze.Stack{dip}}},
		{"face": {Stack: glaze.Stack{{Glaze: "U", Coats: 2}, {Glaze: "A", Coats: 2, Stage: 1}}}, "edge": {Stack: glaze.Stack{{Glaze: "A", Coats: 2, Thick: glaze.Heavy}}}},
	}
	half := work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Part: work.UpperHalf, Share: 0.5}
	low := work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Part: work.Below, Line: 40, Share: 0.3}
	both := work.Event{Kind: work.Coated, Glaze: "D", How: work.Dipped, Over: []string{"face", "edge"}, Seconds: 5, Density: 1.6}
	fired := []work.Event{coat("face", "U"), {Kind: work.Loaded, Load: "L"}, {Kind: work.Fired, Load: "L", Cone: "04", Bisque: true}, {Kind: work.Unloaded, Load: "L"}}
	logs := [][]work.Event{nil, {coat("face", "A")}, {half}, {low}, {half, {Kind: work.Coated, Surface: "face", Glaze: "A", Of: "e1"}}, {both}, {coat("edge", "A"), coat("edge", "A")}, fired}
	events := []work.Event{coat("face", "A"), coat("edge", "A"), coat("dots", "B"), coat("back", "A"), coat("face", "U"), half, both,
		{Kind: work.Coated, Surface: "face", Glaze: "A", Of: "e1"}, {Kind: work.Coated, Surface: "face", Glaze: "D", How: work.Sponged}}
	var page strings.Builder
	for i, p := range plans {
		for j, before := range logs {
			for house, h := range []rules.House{rules.Default(), wet()} {
				state := log(append([]work.Event(nil), before...)...)
				fmt.Fprintf(&page, "plan %d, log %d, house %d\n", i, j, house)
				for _, s := range body.Surfaces {
					for _, stroke := range bench.Strokes(h, body, p, state, s.ID, func(string) glaze.Kind { return glaze.Solid }) {
						rest := ""
						if stroke.Rest != nil {
							rest = stroke.Rest.ID + " " + stroke.Rest.Rest()
						}
						fmt.Fprintf(&page, "  %s: %+v %s %v rest %q, as an event %+v\n", s.ID, stroke.Layer, stroke.Way, stroke.Dips, rest, stroke.Event(s.ID))
					}
				}
				for k, e := range events {
					e.At = start.Add(31 * time.Minute)
					for _, w := range bench.Warnings(bench.Lay{Event: e, Body: body, Plan: p, State: state, House: h, Drying: work.Drying{House: h}}) {
						fmt.Fprintf(&page, "  coat %d: %s %s\n", k, w.Code, w.Text)
					}
				}
			}
		}
	}
	golden.Assert(t, page.String(), "bench.txt")
}

// wet is a house that lays coat on damp coat.
func wet() rules.House {
	h, _ := rules.Default().With(map[string]string{"recoat": "damp"})
	return h
}
