package results_test

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"gotest.tools/v3/golden"

	"enkaustos/core/colour"
	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/results"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/core/work"
	"enkaustos/internal/kept"
)

// past draws a piece that is out of a firing, with most of what its record can say.
func past(t *testing.T, r *rand.Rand, n int) results.Told {
	one := func(of ...string) string { return of[r.IntN(len(of))] }
	base := sound()
	form := []piece.Form{piece.Slab, piece.Bowl, piece.Mug, piece.Planter}[n%4]
	body, err := piece.Build(form, nil)
	require.NoError(t, err)
	house, _ := rules.Default().With(rules.Presets()[n%5].Values)
	p := plan.Plan{}
	var log []work.Event
	minute := float64(r.IntN(100))
	add := func(e work.Event) {
		minute += []float64{0.4, 2, 9, 60, 800}[r.IntN(5)]
		e.Seq, e.ID, e.At, e.Seen = int64(len(log)+1), fmt.Sprint("e", len(log)), at(minute), int64(len(log))
		e.By = one("Ilo", "Mae")
		e.Hand = e.By
		log = append(log, e)
	}
	if r.IntN(4) > 0 {
		add(work.Event{Kind: work.Cleaned, Text: one("", "", work.Rinse)})
	}
	for _, s := range body.Surfaces {
		if s.Stands {
			p[s.ID] = plan.Choice{Bare: true}
			continue
		}
		code := one("A", "W", "K", "R")
		p[s.ID] = plan.Choice{Stack: glaze.Stack{{Glaze: code, Coats: 1 + r.IntN(4)}, {Glaze: one("A", "R"), Coats: 1 + r.IntN(2)}}[:1+r.IntN(2)]}
		for _, l := range p[s.ID].Stack {
			for range l.Coats + r.IntN(5)/4 - r.IntN(6)/5 {
				add(work.Event{Kind: work.Coated, Surface: s.ID, Glaze: l.Glaze, How: work.Brushed, Felt: work.Thickness(one("", "", "", "thin", "thick")), Body: glaze.State(one("", "", "", "watery", "thick")), Settled: r.IntN(6) == 0})
			}
		}
	}
	for range r.IntN(4) {
		add([]work.Event{{Kind: work.Sanded}, {Kind: work.Wiped, Surface: body.Surfaces[0].ID, Back: 1}, {Kind: work.Patched, Surface: body.Surfaces[0].ID}, {Kind: work.Moved, Place: work.OwnPlace}, {Kind: work.TouchDry, Text: work.StillWet}, {Kind: work.LeftRoom}, {Kind: work.CameBack}, {Kind: work.Checked, Verdict: foot.Left}}[r.IntN(8)])
	}
	add(work.Event{Kind: work.Covered, Cover: foot.Cover(one("even", "even", "bald", "lump"))})
	add(work.Event{Kind: work.Checked, Verdict: foot.Verdict(one("clean", "clean", "low", "left"))})
	add(work.Event{Kind: work.Loaded, Load: "L"})
	cone := kiln.Cone(one("6", "6", "5", "04"))
	add(work.Event{Kind: work.Fired, Load: "L", Cone: cone})
	minute += 1500
	if n%9 > 0 {
		add(work.Event{Kind: work.Unloaded, Load: "L"})
		for range r.IntN(3) {
			add(work.Event{Kind: work.Faulted, Surface: body.Surfaces[r.IntN(len(body.Surfaces))].ID, Fault: fault.All()[r.IntN(len(fault.All()))].Kind, Clear: r.IntN(2) == 0})
		}
		if r.IntN(2) == 0 {
			add(work.Event{Kind: work.Resulted, Came: fault.Came(one("sound", "spoiled", "broken"))})
		}
		add(work.Event{Kind: work.Flowed, Flow: fault.Flow(one("not", "little", "shelf"))})
		add(work.Event{Kind: work.Opined, Text: "fine", Again: r.IntN(2) == 0})
	}
	jars := append(base.jars, glaze.Glaze{Code: "R", Name: "River", Kind: glaze.Breaking, Cones: cones, Runner: true, InStock: true})
	if n%3 == 0 {
		jars[0].Doubts = []glaze.Doubt{{ID: "d", What: glaze.Contaminated, Since: at(200)}}
	}
	spots := []*load.Spot{nil, {Shelf: load.Top, Side: load.Inmost}, {Shelf: load.Between, Side: load.Inmost}}
	return results.Told{Case: survey.Case{Body: body, Plan: p, State: work.Fold(log), Work: plan.Work{Body: body, Clay: clay, Cone: cone}, Shelf: plan.NewShelf(house, jars, base.tiles), Drying: work.Drying{House: house, Damp: func(at time.Time) bool { return at.Day()%2 == 0 }}, Spreads: stock.Spreads{}},
		Now: at(minute + 600), Piece: fmt.Sprint("p", n), Spot: spots[r.IntN(3)], Crazed: func(s piece.Surface, _ glaze.Stack) bool { return s.ID == "face" && n%4 == 0 }}
}

// What records say of causes, what is learned of them, foretold of a load and told of stacks and
// assignments stays as it is.
func TestRecordsSayWhatTheyDid(t *testing.T) {
	var page kept.Page
	var all []results.Past
	var seen []results.Seen
	var surfaces []results.Surface
	var fired []results.Fired
	for n := range 160 {
		r := rand.New(rand.NewPCG(uint64(n), 3))
		told := past(t, r, n)
		evidence := told.Evidence()
		page.Add(fmt.Sprintf("record %d: %d surfaces", n, len(evidence)), evidence)
		read := map[string]colour.Lab{told.Body.Surfaces[0].ID: {L: float64(20 + n%60), A: float64(n % 7)}}
		fired = append(fired, results.FiredOf(told.Piece, told.Work, told.State, read)...)
		all = append(all, results.Past{ID: told.Piece, Case: told.Case})
		for _, e := range evidence {
			var faults []fault.Kind
			for _, f := range told.State.Outcome().On(e.Surface) {
				faults = append(faults, f.Kind)
			}
			seen = append(seen, results.Seen{Clues: e.Clues, Faults: faults})
			surfaces = append(surfaces, results.Surface{Piece: told.Piece, Surface: e.Surface, Clues: e.Clues})
		}
		tile, err := results.Tile("T", told.Piece, told.Body.Surfaces[0].ID, "P", colour.Lab{L: 50}, told.State)
		page.Add(fmt.Sprintf("  as a tile: %v", err), tile)
		for _, flags := range [][]colour.Flag{nil, {colour.Glare}, {colour.Uneven}} {
			c := results.Compare(results.Took{Lab: colour.Lab{L: 40 + float64(n%30), A: 2, B: float64(n%9) - 4}, Scatter: float64(n % 5), Flags: flags, Finish: []glaze.Finish{glaze.Glossy, glaze.Dull}[n%2], Curved: n%3 == 0}, colour.Lab{L: 50, A: 1, B: 1})
			page.Add("  compared: "+c.Says(), c)
		}
	}
	for _, upTo := range []int{0, 9, 120, len(seen)} {
		m := results.Learn(seen[:upTo])
		page.Add(fmt.Sprintf("learned from %d, enough %v", upTo, m.Enough()), m.Foretell(surfaces[:40]))
		for _, f := range fault.All() {
			for _, g := range results.Causes() {
				share, ok := m.Share(f.Kind, g.Cause)
				page.Add(fmt.Sprintf("  %s by %s: %v", f.Kind, g.Cause, ok), share, m.Risk(f.Kind, seen[3].Clues.With(g.Cause, results.There)))
			}
			why := m.Why(f.Kind, seen[len(f.Kind)].Clues)
			page.Add(fmt.Sprintf("  why %s: %s", f.Kind, why.Named()), why, why.Worth())
		}
	}
	for i, rec := range results.Records(fired) {
		mean, ok := rec.Mean()
		hung, err := results.Hang(fmt.Sprint("R", i), &rec, nine)
		page.Add(fmt.Sprintf("stack %s: %d fired, mean %v, %v, %s", rec.Stack, rec.Fired, ok, err, rec.Advice()), rec, rec.Came(), rec.Key(), mean, hung)
	}
	for _, part := range [][]results.Past{nil, all[:1], all[:30], all} {
		page.Add(fmt.Sprintf("looking back at %d", len(part)), results.LookBack(part, func(at time.Time) string { return at.Format(time.DateOnly) }))
	}
	golden.Assert(t, page.String(), "records.txt")
}
