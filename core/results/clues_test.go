package results_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/results"
	"enkaustos/core/rules"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

var (
	nine  = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	cones = kiln.Range{From: "5", To: "6"}
	clay  = glaze.Clay{Code: "P", Name: "Pale", Cones: cones}
)

// record is what a piece is that nothing speaks against: cleaned, three coats an hour apart from one
// stirred jar on face and edge, looked at, put on the shelf once, fired in the middle of its kiln.
type record struct {
	form   piece.Form
	plan   plan.Plan
	log    []work.Event
	house  rules.House
	jars   []glaze.Glaze
	tiles  []glaze.Tile
	spot   *load.Spot
	crazed bool
}

func sound() record {
	three := func(code string) glaze.Stack { return glaze.Stack{{Glaze: code, Coats: 3}} }
	r := record{form: piece.Slab, house: rules.Default(), spot: &load.Spot{Shelf: load.Between, Side: load.Inmost},
		plan:  plan.Plan{"face": {Stack: three("A")}, "edge": {Bare: true}},
		jars:  []glaze.Glaze{{Code: "A", Name: "Alder", Kind: glaze.Solid, Cones: cones, InStock: true}, {Code: "W", Name: "White", Kind: glaze.Solid, Cones: cones, InStock: true}, {Code: "K", Name: "Coal", Kind: glaze.Solid, Cones: cones, InStock: true}},
		tiles: []glaze.Tile{{Code: "tA", Clay: "P", Cone: "6", Stack: three("A"), Fired: colour.Lab{L: 40}}, {Code: "tW", Clay: "P", Cone: "6", Stack: three("W"), Fired: colour.Lab{L: 92}}, {Code: "tK", Clay: "P", Cone: "6", Stack: three("K"), Fired: colour.Lab{L: 20}}}}
	r.log = []work.Event{{Kind: work.Cleaned, At: at(0)}, coat("face", "A", 60), coat("face", "A", 120), coat("face", "A", 180), {Kind: work.Covered, Cover: foot.Even, At: at(200)}, {Kind: work.Checked, Verdict: foot.Clean, At: at(201)}, {Kind: work.Moved, Place: work.ReadyShelf, At: at(202)}}
	return r
}

func at(minute float64) time.Time { return nine.Add(time.Duration(minute * float64(time.Minute))) }

func coat(surface, code string, minute float64) work.Event {
	return work.Event{Kind: work.Coated, Surface: surface, Glaze: code, At: at(minute), By: "Ilo", Hand: "Ilo", How: work.Brushed}
}

// face is what the record says of the face.
func (r record) face(t *testing.T) results.Evidence {
	body, err := piece.Build(r.form, nil)
	require.NoError(t, err)
	for i := range r.log {
		r.log[i].Seq, r.log[i].ID, r.log[i].Seen = int64(i+1), fmt.Sprintf("e%d", i), int64(i)
	}
	state := work.Fold(r.log)
	state.Firing = &work.Firing{Load: "L", Cone: "6", At: at(2000), Unloaded: at(4000)}
	of := plan.Work{Body: body, Clay: clay, Cone: "6"}
	told := results.Told{Case: survey.Case{Body: body, Plan: r.plan, State: state, Work: of, Shelf: plan.NewShelf(r.house, r.jars, r.tiles), Drying: work.Drying{House: r.house}}, Now: at(5000), Piece: "p", Spot: r.spot,
		Crazed: func(piece.Surface, glaze.Stack) bool { return r.crazed }}
	for _, e := range told.Evidence() {
		if e.Surface == "face" {
			return e
		}
	}
	require.Fail(t, "nothing is said of the face")
	return results.Evidence{}
}

// A record that nothing speaks against rules every cause out; each case changes one thing, and exactly
// that cause is there, in words, or is what nobody logged.
func TestARecordTellsItsCauses(t *testing.T) {
	fine := sound().face(t)
	for _, g := range results.Causes() {
		require.Equal(t, results.Absent, fine.Clues.Of(g.Cause), g.Cause)
	}
	for _, c := range []struct {
		cause  results.Cause
		change func(*record)
		sign   results.Sign
		text   string
	}{
		{results.Few, func(r *record) { r.log = append(r.log[:3], r.log[4:]...) }, results.There, "1 planned coat was not laid"},
		{results.Few, func(r *record) { r.log[2].Felt = work.Thin }, results.There, "2.6 coats"},
		{results.Wet, func(r *record) { r.log[2].At = at(60.5) }, results.There, "coat 2 went on 30 s after coat 1"},
		{results.Dusty, func(r *record) { r.log[0].Kind = work.Noted }, results.Unsaid, ""},
		{results.Dusty, func(r *record) { r.log[0].Kind = work.Sanded }, results.There, "sanded, and not wiped"},
		{results.Dusty, func(r *record) { r.log[0].At = at(-8 * 24 * 60) }, results.There, "it stood 8 days between"},
		{results.Thick, func(r *record) { r.log[3].Felt = work.Thick }, results.There, "3.7 coats, the house lays 3"},
		{results.Unstirred, func(r *record) { r.log[1].Settled = true }, results.There, "coat 1 came out of A, which had not been stirred"},
		{results.Watery, func(r *record) { r.log[1].Body = glaze.Watery; r.log[3].Felt = "" }, results.There, "A was watery when coat 1 was laid"},
		{results.Ground, func(r *record) { r.tiles[0].Clay = "Q" }, results.There, "its tile tA is not the same: on Q"},
		{results.Ground, func(r *record) { r.tiles[0].Piece = "p" }, results.There, "no tile showed"},
		{results.Place, func(r *record) { r.spot = &load.Spot{Shelf: load.Top, Side: load.Inmost} }, results.There, "it stood on"},
		{results.Place, func(r *record) { r.spot = nil }, results.Unsaid, ""},
		{results.NoVents, func(r *record) { r.house.Path = rules.OnceFired }, results.There, "no vent was marked out"},
		{results.Unfit, func(r *record) { r.crazed = true }, results.There, "crazed on Pale before"},
		{results.Wiped, func(r *record) { r.log = append(r.log, work.Event{Kind: work.Wiped, At: at(300)}) }, results.There, "wiped wet after its last coat"},
		{results.Carried, func(r *record) { r.log = r.log[:6] }, results.Unsaid, ""},
		{results.Carried, func(r *record) {
			more := r.log[6]
			r.log = append(r.log, more, more)
		}, results.There, "put elsewhere 3 times"},
		{results.Doubted, func(r *record) { r.jars[0].Doubts = []glaze.Doubt{{ID: "d", What: glaze.Contaminated, Since: at(0)}} }, results.There, "A was doubted then"},
		{results.Missed, func(r *record) { r.log[4].Cover = foot.Bald }, results.There, "none since was even"},
	} {
		r := sound()
		c.change(&r)
		e := r.face(t)
		require.Equal(t, c.sign, e.Clues.Of(c.cause), "%s: %s", c.cause, c.text)
		require.Contains(t, e.Texts[c.cause], c.text, c.cause)
	}
}

// A dark glaze before a light one by the same hand is told, and not by another hand, nor hours later.
func TestADarkGlazeBeforeALightOne(t *testing.T) {
	with := func(change func(dark *work.Event)) results.Sign {
		r := sound()
		r.plan = plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "W", Coats: 3}}}, "edge": {Stack: glaze.Stack{{Glaze: "K", Coats: 1}}}}
		dark := coat("edge", "K", 50)
		change(&dark)
		r.log = append([]work.Event{r.log[0], dark}, coat("face", "W", 60), coat("face", "W", 120), coat("face", "W", 180))
		return r.face(t).Clues.Of(results.Dark)
	}
	require.Equal(t, results.There, with(func(*work.Event) {}))
	require.Equal(t, results.Absent, with(func(e *work.Event) { e.Hand = "Oda" }))
	require.Equal(t, results.Absent, with(func(e *work.Event) { e.At = at(-200) }))
	require.Equal(t, results.Absent, with(func(e *work.Event) { e.Glaze = "W" }))
}
