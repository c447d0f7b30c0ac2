package core_test

import (
	"fmt"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// Two readings of one tile that differ by about one are the same to the eye.
func Example_colours() {
	one, _ := colour.FromHex("#4a6f8c")
	two, _ := colour.FromHex("#4b708b")
	other, _ := colour.FromHex("#6f8c4a")
	fmt.Printf("%.1f %.1f\n", colour.Difference(one, two), colour.Difference(one, other))
	// Output: 0.9 38.2
}

// A stack is written layer by layer, the one nearest the clay first.
func Example_stack() {
	stack, _ := glaze.ParseStack("K07x2 + T31")
	fmt.Println(stack, stack.Total(), len(stack.Strokes()))
	_, err := glaze.ParseStack("K07x0")
	fmt.Println(err)
	// Output:
	// 2 × K07, 1 × T31 over 3 3
	// "K07x0" is not a stack: expected glaze codes with 1 to 12 coats each, such as K07x2 + T31x1
}

// A round-bottomed bowl has to be bare inside a circle far wider than the band
// is high.
func Example_band() {
	bowl, _ := piece.Build(piece.Bowl, piece.Measures{"rim": 150, "height": 70, "foot": 0})
	for _, part := range bowl.Band(6) {
		fmt.Printf("%s: %.0f cm², inside a circle of %.0f mm\n", part.Surface, part.AreaCM2, part.OutlineMM)
	}
	// Output: exterior: 28 cm², inside a circle of 29 mm
}

// Cone 6 and cone 06 are often confused; in the fire they are 224 K apart.
func Example_cones() {
	for _, c := range []kiln.Cone{"06", "6"} {
		fmt.Printf("cone %s: %d °C\n", c, c.Celsius(kiln.Medium))
	}
	low := ready.Judge(ready.Case{Cone: "06", Plan: plan.Plan{"face": {Bare: true}}, Body: piece.Body{Surfaces: []piece.Surface{{ID: "face"}}}})
	fmt.Println(low.KeptOut(ready.Load{Cone: "6", NoKilns: true}, ready.ToPlan()))
	// Output:
	// cone 06: 998 °C
	// cone 6: 1222 °C
	// This piece is planned for cone 06, the load is cone 6.
}

// The verdict on one slab, from the plan to the morning after.
func Example_verdict() {
	slab, _ := piece.Build(piece.Slab, nil)
	clear := glaze.Glaze{Code: "C", Name: "Clear", Kind: glaze.Clear, Cones: kiln.Range{From: "5", To: "6"}, InStock: true}
	clay := glaze.Clay{Code: "P", Name: "Pale", Cones: kiln.Range{From: "5", To: "6"}}
	tile := glaze.Tile{Code: "t1", Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "C", Coats: 1}}}
	house := rules.Default()
	shelf := plan.NewShelf(house, []glaze.Glaze{clear}, []glaze.Tile{tile})
	chosen := plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "C", Coats: 1}}}, "edge": {Bare: true}}
	findings := shelf.Check(chosen, plan.Work{Body: slab, Clay: clay, Cone: "6"})
	for _, f := range findings {
		fmt.Println(f.Severity, f.Text)
	}

	nine := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	ask := func(log []work.Event, now time.Time) {
		c := ready.Case{Body: slab, Plan: chosen, Findings: findings, State: work.Fold(log), House: house,
			Cone: "6", Drying: work.Drying{House: house}, Now: now}
		verdict := ready.Judge(c)
		for _, b := range verdict.Blockers() {
			fmt.Println(b.Text)
		}
		if verdict.Waits() {
			fmt.Println("It may be fired.")
		}
	}
	log := []work.Event{{Seq: 1, ID: "a", Kind: work.Coated, Surface: "face", Glaze: "C", At: nine}}
	ask(log, nine)
	saw := ready.Sight(ready.Case{Body: slab})
	log = append(log, work.Event{Seq: 2, ID: "b", Kind: work.Covered, Cover: foot.Even, Seen: 1, Saw: &saw, At: nine},
		work.Event{Seq: 3, ID: "c", Kind: work.Checked, Verdict: foot.Clean, Seen: 1, Saw: &saw, At: nine})
	ask(log, nine)
	ask(log, nine.Add(12*time.Hour))
	// Output:
	// warn Face: 1 coat, the house lays 3; the clay will show through.
	// Nobody looked all round at its cover.
	// Its foot was not checked.
	// It was last wet less than 12 hours ago.
	// It was last wet less than 12 hours ago.
	// It may be fired.
}
