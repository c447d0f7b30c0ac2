package term_test

import (
	"fmt"
	"testing"
	"time"

	"gotest.tools/v3/golden"
	"pgregory.net/rapid"

	"enkaustos/core/kiln"
	"enkaustos/core/lesson"
	"enkaustos/core/term"
	"enkaustos/internal/kept"
)

// anyTerm draws a term with some classes, kilns, holidays and pieces.
func anyTerm(r *rapid.T) *term.Term {
	of := punctual()
	of.Apart, of.Mixed = rapid.Bool().Draw(r, "apart"), rapid.Bool().Draw(r, "mixed")
	var past []term.PastLoad
	for range rapid.IntRange(0, 6).Draw(r, "past") {
		past = append(past, term.PastLoad{Litres: rapid.Float64Range(5, 95).Draw(r, "litres"), Room: 100, Left: rapid.Bool().Draw(r, "left"), DaysLate: rapid.IntRange(0, 3).Draw(r, "late"), Waited: rapid.IntRange(0, 9).Draw(r, "waited")})
	}
	of.Fill, of.Late, of.Waited = term.LearnFill(past), term.LearnLateness(past), term.LearnPatience(past)
	holiday := monday + lesson.Date(rapid.IntRange(0, 20).Draw(r, "holiday"))
	of.Away = func(d lesson.Date) bool { return d >= holiday && d < holiday+5 }
	of.Classes = append(of.Classes, term.Class{ID: "d", Lessons: of.Classes[0].Lessons[:rapid.IntRange(1, 9).Draw(r, "lessons")], Pace: sure(0.8)})
	of.Last = monday + lesson.Date(rapid.IntRange(0, 1).Draw(r, "ends"))*lesson.Date(rapid.IntRange(10, 60).Draw(r, "last"))
	for n := range rapid.IntRange(1, 2).Draw(r, "kilns") {
		k := oneKiln()
		k.ID, k.Minutes, k.Rests = fmt.Sprint(n), rapid.IntRange(600, 4000).Draw(r, "minutes"), n > 0 && rapid.Bool().Draw(r, "rests")
		k.Closed, k.Out = append(k.Closed, time.Weekday(rapid.IntRange(1, 5).Draw(r, "closed"))), monday*lesson.Date(rapid.IntRange(0, 1).Draw(r, "cools"))
		of.Kilns = append(of.Kilns[:n], k)
	}
	for i := range rapid.IntRange(1, 30).Draw(r, "pieces") {
		p := term.Piece{ID: fmt.Sprint(i), Class: []string{"c", "d"}[i%2], Hand: fmt.Sprint("h", i%2, i/6), Litres: rapid.Float64Range(0.2, 15).Draw(r, "litres"), Dries: 1}
		p.Firings = []term.Firing{{Cone: kiln.Cone(rapid.SampledFrom([]string{"04", "6", "10"}).Draw(r, "cone")), Air: kiln.Oxidation}}
		if rapid.Bool().Draw(r, "green") {
			p.Firings = append([]term.Firing{{Cone: "04", Air: kiln.Oxidation, Bisque: true}}, p.Firings...)
		}
		for range p.Firings {
			p.Work = append(p.Work, rapid.Float64Range(0, 3).Draw(r, "work"))
		}
		if rapid.IntRange(0, 2).Draw(r, "with fewer") == 0 {
			for _, lessons := range p.Work {
				p.Fewer = append(p.Fewer, 0.6*lessons)
			}
		}
		p.From = monday * lesson.Date(rapid.IntRange(0, 1).Draw(r, "from"))
		p.Want = lesson.Date(rapid.IntRange(0, 1).Draw(r, "wanted")) * (monday + lesson.Date(rapid.IntRange(3, 30).Draw(r, "by")))
		of.Pieces = append(of.Pieces, p)
	}
	return of
}

// Forecasts of drawn terms and what would save their shows stay as they are.
func TestTermsStayAsTheyAre(t *testing.T) {
	var page kept.Page
	drawn := rapid.Custom(anyTerm)
	for i := range 160 {
		of := drawn.Example(i)
		f := of.Forecast(9, int64(i))
		page.Add(fmt.Sprintf("term %d: %v loads, late %v, until %v", i, f.All, f.Late, f.Last), f, of.Fill, of.Late, of.Waited, f.LateOf(func(p int) bool { return p%2 == 0 }))
		for _, r := range of.Remedies(f, 9, int64(i), func(c string) string { return "class " + c }) {
			page.Add(fmt.Sprintf("  %s saves %.2f: %s", r.Does, r.Saves, r.Text), r)
		}
		for _, l := range f.Course {
			page.Add("  load", l, of.Fires(l.Batch), of.Known(l.Out))
		}
	}
	golden.Assert(t, page.String(), "terms.txt")
}
