// Package judge holds the verdict "may be fired" against one written apart. It draws
// histories of a piece, lets core fold and judge them in several ways, and asks a judge of
// its own, which shares no judgement with core, whether what core calls ready may be fired.
package judge

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"sync"
	"time"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

// World is a piece and all around it, at one moment.
type World struct {
	Form    piece.Form
	Own     plan.Own
	Clay    glaze.Clay
	Cone    kiln.Cone
	Green   bool
	House   rules.House
	Plan    plan.Plan
	Body    piece.Body
	Bucket  float64       // g/mL of the dipping glaze as it was last weighed; 0 for never
	Jar     glaze.State   // of the brushing glaze B: watery, thick, or ""
	Doubts  []glaze.Doubt // about the jar of A
	Planned int           // revision of all of the above: it grows with every change
}

var (
	mid    = kiln.Range{From: "5", To: "6"}
	glazes = []glaze.Glaze{
		{Code: "A", Name: "Amber", Kind: glaze.Solid, Cones: mid, InStock: true},
		{Code: "B", Name: "Beck", Kind: glaze.Solid, Cones: mid, InStock: true, Coats: 2},
		{Code: "R", Name: "River", Kind: glaze.Breaking, Cones: mid, InStock: true, Runner: true},
		{Code: "D", Name: "Dune", Kind: glaze.Dipping, Cones: mid, InStock: true},
		{Code: "C", Name: "Clear", Kind: glaze.Clear, Cones: mid, InStock: true},
		{Code: "U", Name: "Under", Kind: glaze.Underglaze, Cones: kiln.Range{From: "06", To: "6"}, InStock: true},
		{Code: "V", Name: "Vole", Kind: glaze.Underglaze, Cones: kiln.Range{From: "06", To: "04"}, InStock: true},
		{Code: "L", Name: "Low", Kind: glaze.Solid, Cones: kiln.Range{From: "06", To: "04"}, InStock: true},
	}
	clays = []glaze.Clay{
		{Code: "P", Name: "Pale", Cones: mid}, {Code: "P", Name: "Pale", Cones: mid}, {Code: "P", Name: "Pale", Cones: mid},
		{Code: "E", Name: "Earthen", Cones: kiln.Range{From: "06", To: "04"}}, {Code: "S", Name: "Stone", Cones: kiln.Range{From: "8", To: "10"}},
	}
)

// draw is where the history of one piece comes from.
type draw struct{ *rand.Rand }

func one[T any](d draw, of ...T) T { return of[d.IntN(len(of))] }

func (d draw) in(n int) bool { return d.IntN(n) == 0 }

// world draws a piece, mostly one that can be fired at all.
func (d draw) world() World {
	kinds := piece.Kinds()
	w := World{Form: kinds[d.IntN(len(kinds))].Form, Clay: one(d, clays...), Cone: "6", Green: d.in(4)}
	if d.in(3) {
		w.Clay = clays[0]
	}
	w.House = d.house()
	w.Own.Measures = piece.Measures{}
	if kinds := piece.Kinds(); slices.ContainsFunc(kinds, func(k piece.Kind) bool { return k.Form == w.Form && hasPose(k) }) && !d.in(4) {
		w.Own.Measures["pose"] = 1
	}
	if d.in(8) { // some of it lies low
		w.House.Flat, w.House.BandMM = rules.EdgesBare, one(d, 6, 13, 20.0)
	}
	w.Own.Standing.Stilts = d.in(4) || w.House.Foot == rules.Stilts && d.in(2)
	w.Own.Standing.LidApart = d.in(4)
	w.Bucket, w.Jar = d.bucket(), d.jar()
	w.shape()
	if d.in(3) {
		w.Own.Marking = d.details(w.Body)
		w.shape()
	}
	w.Plan = d.plan(w)
	return w
}

// details draws what is marked out on a piece: let into its ground, or laid over it.
func (d draw) details(b piece.Body) (m piece.Marking) {
	for n := range 1 + d.IntN(2) {
		ground := one(d, b.Surfaces...)
		m.Details = append(m.Details, piece.Detail{ID: fmt.Sprintf("detail%d", n), Name: "Detail", Kind: one(d, piece.Panel, piece.Motif, piece.Dots, piece.Letters),
			On: ground.ID, AreaCM2: min(3, ground.AreaCM2/4), Over: d.in(2), Edged: d.in(3), Optional: d.in(6)})
	}
	return m
}

// bucket draws what a bucket weighs: mostly as it should, now and then water or mud.
func (d draw) bucket() float64 {
	return one(d, 0, 0, 1.4, 1.45, 1.5, 1.2, 1.9, 2.4)
}

// jar draws how a brushing glaze is: mostly as it should.
func (d draw) jar() glaze.State { return one(d, "", "", "", glaze.Watery, glaze.Thick) }

// jars are the glazes as they are now.
func (w World) jars() []glaze.Glaze {
	all := slices.Clone(glazes)
	for i := range all {
		if all[i].Kind == glaze.Dipping {
			all[i].Density = w.Bucket
		}
		if all[i].Code == "B" {
			all[i].Jar.State = w.Jar
		}
		if all[i].Code == "A" {
			all[i].Doubts = w.Doubts
		}
	}
	return all
}

func hasPose(k piece.Kind) bool {
	return slices.ContainsFunc(k.Measures, func(m piece.Measure) bool { return m.Key == "pose" })
}

// bodies are those of pieces with their usual measures: most are drawn again and again.
var bodies sync.Map

// built is the body of the world's piece.
func built(w World) (piece.Body, error) {
	key := fmt.Sprint(w.Form, w.Own.Measures)
	usual := len(w.Own.Marking.Details) == 0 && len(w.Own.Measures) <= 1
	if b, known := bodies.Load(key); usual && known {
		return b.(piece.Body), nil
	}
	body, err := w.Own.Body(w.Form, nil, piece.Marking{})
	if err == nil && usual {
		bodies.Store(key, body)
	}
	return body, err
}

// shape gives the world's piece its body; what cannot be built is left as it was.
func (w *World) shape() bool {
	body, err := built(*w)
	if err != nil {
		w.Own.Marking = piece.Marking{} // a ground that takes no detail
		if body, err = built(*w); err != nil {
			return false
		}
	}
	w.Body = body
	w.Planned++
	return true
}

// house draws a house: a room as it is proposed, with some of its rules another way.
func (d draw) house() rules.House {
	h, _ := rules.Default().With(one(d, rules.Presets()...).Values)
	if d.in(6) {
		h.Foot, h.StiltsCone = rules.Stilts, one(d, "04", "6", "6", "none")
	}
	if d.in(6) {
		h.Seat = rules.OneCoat
	}
	if d.in(6) {
		h.Layering = rules.Double
	}
	for range d.IntN(4) {
		f := one(d, rules.Fields()...)
		value := fmt.Sprint(f.Least + float64(d.IntN(4)))
		if len(f.Choices) > 0 {
			value = one(d, f.Choices...).Key
		}
		_ = f.Set(&h, value) // a value that the rule does not take leaves it
	}
	return h
}

// plan draws choices for all surfaces, mostly sensible ones.
func (d draw) plan(w World) plan.Plan {
	p, footed := plan.Plan{}, w.House.Foot == rules.Stilts && d.in(2)
	for _, s := range w.Body.Surfaces {
		switch {
		case s.Stands && footed || s.Seat && d.in(4): // as a house may lay it there, or against it
			p[s.ID] = plan.Choice{Stack: glaze.Stack{{Glaze: "A", Coats: 1}}}
		case (s.Stands || s.Seat) && !d.in(8):
			p[s.ID] = plan.Choice{Bare: true}
		case d.in(9):
			p[s.ID] = plan.Choice{Resist: one(d, plan.Wax, plan.Latex)}
		case !d.in(9):
			p[s.ID] = plan.Choice{Stack: d.stack(w)}
		}
	}
	shelf := plan.NewShelf(w.House, w.jars(), nil)
	return shelf.Stages(p, w.work(work.State{}), func(string) []glaze.Layer { return nil })
}

func (d draw) stack(w World) glaze.Stack {
	switch d.IntN(9) {
	case 8: // in turn, or far too much of one
		if d.in(2) {
			return glaze.Stack{{Glaze: "A", Coats: 4 + d.IntN(5)}}
		}
		return glaze.Stack{{Glaze: "A", Coats: 2}, {Glaze: "R", Coats: 2}, {Glaze: "A", Coats: 2}, {Glaze: "R", Coats: 1}}
	case 0:
		return glaze.Stack{{Glaze: "D", Coats: 1, Dip: true}}
	case 1:
		return glaze.Stack{{Glaze: "D", Coats: 1, Dip: true}, {Glaze: "D", Coats: 1, Dip: true, DownToMM: w.Body.HeightMM / 2}}
	case 2:
		return glaze.Stack{{Glaze: one(d, "U", "U", "V"), Coats: 1 + d.IntN(3)}, {Glaze: "C", Coats: 2}}
	case 3:
		return glaze.Stack{{Glaze: "A", Coats: 2}, {Glaze: one(d, "R", "B"), Coats: 1}}
	}
	return glaze.Stack{{Glaze: one(d, "A", "A", "A", "B", "R", "L"), Coats: 1 + d.IntN(max(1, w.House.Coats))}}
}

// work is what the plan is checked for; past are the firings that a state has behind it.
func (w World) work(s work.State) plan.Work {
	of := plan.Work{Body: w.Body, Clay: w.Clay, Cone: w.Cone, Standing: w.Own.Standing, Green: w.Green}
	if w.Green {
		of.BisqueCone = "04"
	}
	for _, f := range s.Past {
		of.Past = append(of.Past, f.Cone)
	}
	if s.NextCone != "" {
		of.Cone = s.NextCone
	}
	of.Standing.Stilts = of.Standing.Stilts || s.Helps[work.OnStilts]
	return of
}

// Case is what core judges.
func (w World) Case(s work.State) survey.Case {
	shelf := plan.NewShelf(w.House, w.jars(), nil)
	return survey.Case{Goes: ready.Goes{Class: class}, Body: w.Body, Plan: shelf.FromJars(w.Plan, s.Layers), State: s, Work: w.work(s), Shelf: shelf,
		Drying: work.Drying{House: w.House}, Spreads: stock.Spreads{}}
}

// Step is one thing that happens: to the piece, or to what is planned and ruled.
type Step struct {
	At    time.Time
	Event *work.Event // nil where the world changed
	World World       // as it is from this step on
}

// class is the class of every piece.
const class = "c"

// start is when every history begins.
var start = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

// verdicts that a foot or a cover can get, the good ones often.
var (
	feet   = []foot.Verdict{foot.Clean, foot.Clean, foot.Clean, foot.Stained, foot.Left, foot.TooLow, foot.Unclear}
	covers = []foot.Cover{foot.Even, foot.Even, foot.Even, foot.Bald, foot.Gap}
)
