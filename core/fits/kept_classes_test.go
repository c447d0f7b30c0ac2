package fits_test

import (
	"fmt"
	"testing"
	"time"

	"gotest.tools/v3/golden"
	"pgregory.net/rapid"

	"enkaustos/core/fits"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/schedule"
	"enkaustos/core/work"
	"enkaustos/internal/kept"
)

// anyHouse draws the rules that a lesson goes by.
func anyHouse(t *rapid.T) rules.House {
	h, _ := rules.Default().With(rapid.SampledFrom(rules.Presets()).Draw(t, "room").Values)
	for _, key := range []string{"between", "open", "faces", "footBy", "wipes", "recoat", "extras", "cleaning", "clearWhen", "strokes", "shakes", "thins", "seats", "sinks"} {
		f, _ := rules.FieldByKey(key)
		if len(f.Choices) > 0 {
			_ = f.Set(&h, rapid.SampledFrom(f.Choices).Draw(t, key).Key)
		} else {
			_ = f.Set(&h, fmt.Sprint(rapid.IntRange(1, 3).Draw(t, key)))
		}
	}
	return h
}

// anyClass draws a class of a few hands with bowls in all states, before its lessons or within one.
func anyClass(tt *testing.T) func(t *rapid.T) fits.Class {
	return func(t *rapid.T) fits.Class {
		h := anyHouse(t)
		var pieces []fits.Piece
		for i := range rapid.IntRange(1, 5).Draw(t, "hands") {
			p := plan.Plan{}
			marking := piece.Marking{}
			if rapid.IntRange(0, 2).Draw(t, "dots") == 0 {
				marking.Details = []piece.Detail{{ID: "dots", Name: "Dots", Kind: rapid.SampledFrom([]piece.DetailKind{piece.Dots, piece.Motif, piece.Letters}).Draw(t, "kind"), On: "exterior", AreaCM2: 4, Over: rapid.Bool().Draw(t, "over"), Edged: rapid.Bool().Draw(t, "edged"), Optional: rapid.Bool().Draw(t, "extra")}}
				if d := &marking.Details[0]; d.Over || d.Kind == piece.Dots {
					d.Edged = false
				}
				p["dots"] = stack("B", 1)
			}
			for _, surface := range []string{"interior", "exterior", "lip"} {
				s := glaze.Stack{{Glaze: rapid.SampledFrom([]string{"A", "B"}).Draw(t, "glaze"), Coats: rapid.IntRange(1, 3).Draw(t, "coats")}}
				switch rapid.IntRange(0, 5).Draw(t, "how") {
				case 0:
					s = append(s, glaze.Layer{Glaze: "B", Coats: 1})
				case 1:
					s = glaze.Stack{{Glaze: "A", Coats: 1, Dip: true}}
				case 2:
					continue
				}
				p[surface] = plan.Choice{Stack: s}
			}
			var log []work.Event
			for range rapid.IntRange(0, 4).Draw(t, "did") {
				log = append(log, rapid.SampledFrom([]work.Event{cleaned, {Kind: work.Coated, Surface: "interior", Glaze: "A"}, {Kind: work.Coated, Surface: "exterior", Glaze: "B"},
					{Kind: work.Coated, Surface: "exterior", Glaze: "A", Part: work.UpperHalf, Share: 0.5}, {Kind: work.Cleaned, Text: work.Rinse}, {Kind: work.Damaged, Text: "rim"}}).Draw(t, "event"))
			}
			b := bowl(tt, fmt.Sprint("hand ", i/rapid.IntRange(1, 2).Draw(t, "each")), h, p, marking, log...)
			b.ID, b.Weight = fmt.Sprint("piece ", i), rapid.SampledFrom([]int{1, 1, fits.ForShow}).Draw(t, "weight")
			b.Fewer, b.Helped, b.Plain = rapid.IntRange(0, 5).Draw(t, "fewer") == 0, rapid.IntRange(0, 5).Draw(t, "helped") == 0, rapid.IntRange(0, 5).Draw(t, "plain") == 0
			pieces = append(pieces, b)
		}
		c := class(h, rapid.IntRange(1, 4).Draw(t, "lessons"), pieces...)
		for i := range c.Lessons {
			c.Lessons[i].Rings = c.Lessons[i].Begins.Add(time.Duration(rapid.IntRange(12, 50).Draw(t, "minutes")) * time.Minute)
		}
		c.Now = nine.Add(time.Duration(rapid.IntRange(-60, 40).Draw(t, "now")) * time.Minute)
		if rapid.Bool().Draw(t, "held") {
			c.Held = map[string]string{"hand 0": "A"}
		}
		c.Speed = fits.LearnSpeed(nil, rapid.Float64Range(0, 3).Draw(t, "change"))
		return c
	}
}

// What drawn classes are planned to do, wait for, put out and could do otherwise stays as it is.
func TestClassesStayAsTheyAre(t *testing.T) {
	var page kept.Page
	drawn := rapid.Custom(anyClass(t))
	effort := schedule.Effort{Alone: 200, Orders: 20, Seed: 1}
	rack := fits.Rack{{Brush: plan.WideBrush, From: 11, To: 14}, {Brush: plan.FineBrush, From: 1, To: 9}}
	for i := range 110 {
		c := drawn.Example(i)
		planned, err := c.Plan(effort)
		page.Add(fmt.Sprintf("class %d: %.1f minutes, bound %.1f, %d changes, %v", i, planned.Minutes, planned.Bound, len(planned.Changes), err), planned.Courses, planned.Changes)
		page.Add("  its route", c.Route(planned), c.Spans(planned), planned.From(1).Courses, planned.Torn(func(piece, surface string) bool { return surface == "exterior" }))
		for _, p := range c.Pieces {
			fewer, n := p.PlanFewer(plan.Plan{"interior": stack("A", 3)})
			held, is := fits.InHand(p.Survey.Surfaces, "A")
			page.Add(fmt.Sprintf("  %s: may be fewer %v, %d", p.ID, p.MayBeFewer(), n), p.LaidOn(), p.Strokes(), fewer, held.ID, is, fits.Rough(p.Body, c.House), c.Unplanned(p.Body, c.House))
			remedies, err := c.Remedies(p.ID, 0, effort)
			page.Add(fmt.Sprintf("    %d ways out, %v", len(remedies), err), remedies)
		}
		for _, course := range planned.Courses {
			page.Add("  what is laid when", course.InLesson(0), course.InLesson(1), course.InLesson(9))
		}
		from, to, ok := c.Glazing(0)
		page.Add(fmt.Sprintf("  glazing %v", ok), from, to, c.Lacks("Friday", effort), c.From(1).Lessons, c.WithFewer().Pieces)
		page.Add("  put out", fits.Tools(planned.Courses, 0, c.House, i%3, i%7, rack), fits.Back(jars, []string{"1", "2"}, []int{11, 3}, rack))
	}
	for i := range 40 {
		past := []fits.Past{{Foreseen: i, Laid: i / 2}, {Foreseen: 12, Laid: 9 + i%5}, {Foreseen: 3, Laid: 3}}[:i%4%3+1]
		page.Add(fmt.Sprintf("forecast %d: %+v", i, fits.Forecast(i, past)), fits.Pace(past))
	}
	golden.Assert(t, page.String(), "classes.txt")
}
