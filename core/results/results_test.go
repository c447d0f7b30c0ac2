package results_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/fault"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/results"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

func TestPieceBecomesTile(t *testing.T) {
	at := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	log := []work.Event{
		{Seq: 1, ID: "a", Kind: work.Coated, Surface: "face", Glaze: "A", At: at},
		{Seq: 2, ID: "b", Kind: work.Coated, Surface: "face", Glaze: "B", At: at},
		{Seq: 3, ID: "c", Kind: work.Undone, Undoes: "b", At: at},
		{Seq: 4, ID: "d", Kind: work.Fired, Cone: "6", At: at},
	}
	grey := colour.Lab{L: 50}
	_, err := results.Tile("T1", "p", "face", "P", grey, work.Fold(log))
	require.ErrorIs(t, err, results.ErrNotFired, "it still cools in the kiln")

	out := work.Fold(append(log, work.Event{Seq: 5, ID: "e", Kind: work.Unloaded, At: at.Add(time.Hour)}))
	tile, err := results.Tile("T1", "p", "face", "P", grey, out)
	require.NoError(t, err)
	require.Equal(t, glaze.Tile{Code: "T1", Clay: "P", Cone: "6", Fired: grey, Piece: "p",
		Stack: glaze.Stack{{Glaze: "A", Coats: 1}}}, tile, "what was logged and not undone")

	_, err = results.Tile("T1", "p", "edge", "P", grey, out)
	require.ErrorContains(t, err, "no coat was logged on the edge")
	_, err = results.Tile("T1", "p", "face", "P", colour.Lab{L: 120}, out)
	require.ErrorContains(t, err, "outside")
}

// A tile of a stack is the mean of all that was read of it, and says how far apart that lay.
func TestAStackBecomesATile(t *testing.T) {
	ground := results.FiredOn{Firing: glaze.FiringOf("P", "6", ""), Half: glaze.Texture}
	fired := func(piece string, sound bool, lab *colour.Lab) results.Fired {
		return results.Fired{Piece: piece, Surface: "face", Stack: glaze.Stack{{Glaze: "A", Coats: 2}}, Ground: ground, Judged: true, Sound: sound, Lab: lab}
	}
	hang := func(all ...results.Fired) (glaze.Tile, error) {
		return results.Hang("R1", &results.Records(all)[0], nine)
	}
	_, err := hang(fired("p1", true, nil))
	require.ErrorIs(t, err, results.ErrNotRead)
	_, err = hang(fired("p1", false, &colour.Lab{L: 40}))
	require.ErrorContains(t, err, "none of it came out sound")
	tile, err := hang(fired("p1", true, &colour.Lab{L: 40, A: 2}), fired("p2", false, &colour.Lab{L: 50, B: 6}), fired("p3", true, nil))
	require.NoError(t, err)
	require.Equal(t, colour.Lab{L: 45, A: 1, B: 3}, tile.Fired)
	require.Equal(t, []glaze.OnPiece{{Piece: "p1", Surface: "face", Lab: colour.Lab{L: 40, A: 2}}, {Piece: "p2", Surface: "face", Lab: colour.Lab{L: 50, B: 6}}}, tile.Samples)
	require.Equal(t, colour.Difference(tile.Samples[0].Lab, tile.Samples[1].Lab), glaze.Apart(tile.Samples))
	main, ok := tile.Main()
	require.True(t, ok && tile.Textured)
	a, b := colour.Difference(tile.Fired, tile.Samples[0].Lab), colour.Difference(tile.Fired, tile.Samples[1].Lab)
	require.InDelta(t, math.Sqrt((a*a+b*b)/2), main.Scatter, 1e-12, "the root mean square")
}

// What came out beside what its tile promised: a figure where one holds, a range where a surface shines
// and bends, and nothing where the picture says nothing.
func TestWhatCameOutBesideThePromise(t *testing.T) {
	// The first pair of Sharma, Wu and Dalal, "The CIEDE2000 color-difference formula", 2005, table 1.
	promise, came := colour.Lab{L: 50, A: 2.6772, B: -79.7751}, colour.Lab{L: 50, A: 0, B: -82.7485}
	took := func(change func(*results.Took)) results.Compared {
		of := results.Took{Lab: came, Scatter: 1, Finish: glaze.Glossy}
		change(&of)
		return results.Compare(of, promise)
	}
	flat := took(func(*results.Took) {})
	require.InDelta(t, 2.0425, flat.DeltaE, 1e-4)
	require.Equal(t, []float64{flat.DeltaE, flat.DeltaE}, []float64{flat.Least, flat.Most}, "flat: one figure")
	require.Equal(t, flat, took(func(of *results.Took) { of.Finish, of.Curved = glaze.Dull, true }), "matte: one figure")
	bent := took(func(of *results.Took) { of.Curved = true })
	require.Zero(t, bent.Least)
	require.InDelta(t, 2.0425+math.Hypot(3, 2), bent.Most, 1e-4)
	require.Contains(t, bent.Says(), "Between ΔE 0 and 6")
	for flag, want := range map[colour.Flag]string{colour.NoCard: "No card is in the picture", colour.TooSmall: "draw a larger box", colour.Glare: "shine or shadow in the box"} {
		none := took(func(of *results.Took) { of.Curved, of.Flags = true, []colour.Flag{flag} })
		require.Contains(t, none.Says(), want)
		require.Zero(t, none.DeltaE)
	}
	doubtful := took(func(of *results.Took) { of.Flags = []colour.Flag{colour.Uneven} })
	require.Contains(t, doubtful.Says(), "Not to be trusted too far: not one colour all over the box.")
}

// What an assignment took and taught: coats by day, the middle piece, amounts by area, plans by what
// most surely came out sound.
func TestLookingBack(t *testing.T) {
	body, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	house := rules.Default()
	shelf := plan.NewShelf(house, []glaze.Glaze{{Code: "A", Kind: glaze.Solid, Cones: cones, InStock: true}, {Code: "B", Kind: glaze.Solid, Cones: cones, InStock: true}}, nil)
	past := func(id, code string, days []int, came ...work.Event) results.Past {
		var log []work.Event
		for _, d := range days {
			log = append(log, work.Event{Kind: work.Coated, Surface: "face", Glaze: code, At: nine.AddDate(0, 0, d)})
		}
		log = append(log, work.Event{Kind: work.Fired, Cone: "6", At: nine.AddDate(0, 0, 10)}, work.Event{Kind: work.Unloaded, At: nine.AddDate(0, 0, 11)})
		log = append(log, came...)
		for i := range log {
			log[i].Seq, log[i].ID = int64(i+1), id+string(rune('a'+i))
		}
		return results.Past{ID: id, Case: survey.Case{Body: body, Plan: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: code, Coats: len(days)}}}}, State: work.Fold(log),
			Work: plan.Work{Body: body, Clay: clay, Cone: "6"}, Shelf: shelf, Drying: work.Drying{House: house}, Spreads: stock.Spreads{}}}
	}
	sound := work.Event{Kind: work.Resulted, Came: fault.Sound, At: nine.AddDate(0, 0, 12)}
	ran := work.Event{Kind: work.Faulted, Surface: "face", Fault: fault.Running, At: nine.AddDate(0, 0, 12)}
	a := results.LookBack([]results.Past{past("p1", "A", []int{0, 0}, ran), past("p2", "B", []int{0, 1}, sound), past("p3", "B", []int{0, 3}, sound), past("p4", "A", []int{2, 2})},
		func(t time.Time) string { return t.Format(time.DateOnly) })
	require.Equal(t, []int{4, 3, 2, 4, 8}, []int{a.Pieces, a.Out, a.Sound, a.Days, a.Coats})
	require.Equal(t, 1.5, a.PerPiece, "one, one, two and two days")
	require.Equal(t, []time.Time{nine, nine.AddDate(0, 0, 3), nine.AddDate(0, 0, 11)}, []time.Time{a.First, a.Last, a.Unloaded})
	require.Equal(t, map[fault.Kind]int{fault.Running: 1}, a.Faults)
	require.Equal(t, []string{"p2", "p1"}, []string{a.Plans[0].Piece, a.Plans[1].Piece})
	require.Equal(t, []int{2, 2, 2, 2, 1, 0}, []int{a.Plans[0].Pieces, a.Plans[0].Judged, a.Plans[0].Sound, a.Plans[1].Pieces, a.Plans[1].Judged, a.Plans[1].Sound})
	face, _ := body.Surface("face")
	for _, one := range a.Amounts {
		require.InDelta(t, 4*stock.SpreadML*face.AreaCM2, one.ML, 1e-9, one.Glaze)
	}
	require.Len(t, a.Amounts, 2)
}
