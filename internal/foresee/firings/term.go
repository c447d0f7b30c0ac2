// Package firings holds the forecast of a term to simulated schools.
package firings

import (
	"fmt"
	"math"
	"time"

	"enkaustos/core/chance"
	"enkaustos/core/fits"
	"enkaustos/core/kiln"
	"enkaustos/core/lesson"
	"enkaustos/core/term"
)

// Told is a stated range and what came of it.
type Told struct{ Low, High, Was int }

// Held says whether it came to lie within.
func (t Told) Held() bool { return t.Low <= t.Was && t.Was <= t.High }

// Foretold is one term's forecast, by form and by a fixed number of pieces a load, beside what came.
type Foretold struct {
	Loads, LoadsByCount Told
	Homes, HomesByCount []Told // by class, in days
	Late, LateByCount   Told   // pieces that missed the show
}

// day0 is a Monday.
var day0 = lesson.DateOf(time.Date(2026, 1, 5, 0, 0, 0, 0, time.UTC))

// KilnTerm follows a school for some weeks, forecasts the rest of its term from what is on record,
// and follows it to the end.
func KilnTerm(seed int64) Foretold {
	s := newSimSchool(seed)
	today := 21 + int(seed)%14
	s.until(today)
	before, lit := s.observed(today, false), len(s.loads)
	count := s.observed(today, true)
	byForm, byCount := before.Forecast(term.Usual, seed), count.Forecast(term.Usual, seed)
	s.until(s.last + 60)
	was, late := len(s.loads)-lit, 0
	last := make([]int, len(s.plan))
	for _, p := range s.pots {
		out := p.out
		if out == 0 {
			out = s.last + 60
		}
		last[p.class] = max(last[p.class], out)
		if out > s.show && out > today {
			late++
		}
	}
	told := func(c term.Count, was int) Told { return Told{c.Low, c.High, was} }
	out := Foretold{Loads: told(byForm.All, was), LoadsByCount: told(byCount.All, was), Late: told(byForm.Late, late), LateByCount: told(byCount.Late, late)}
	for class, day := range last {
		if day < today {
			continue
		}
		for day < s.last+60 && !s.teaches(class, day) {
			day++
		}
		if h, ok := homeOf(byForm, class); ok {
			out.Homes = append(out.Homes, Told{offset(h.Low), offset(h.High), day})
		}
		if h, ok := homeOf(byCount, class); ok {
			out.HomesByCount = append(out.HomesByCount, Told{offset(h.Low), offset(h.High), day})
		}
	}
	return out
}

func name(class int) string { return string(rune('a' + class)) }

func offset(d lesson.Date) int {
	if d == 0 {
		return math.MaxInt32
	}
	return int(d - day0)
}

func homeOf(f term.Forecast, class int) (term.Days, bool) {
	for _, h := range f.Homes {
		if h.Class == name(class) {
			return h.Days, true
		}
	}
	return term.Days{}, false
}

func (s *simSchool) teaches(class, day int) bool {
	for _, d := range s.days[class] {
		if schoolDay(day) && day%7 == d {
			return true
		}
	}
	return false
}

// observed is what is on record: coats laid and foreseen, loads with the forms in them, and of
// every piece what is left to lay. Counted, every piece is as large as every other.
func (s *simSchool) observed(today int, counted bool) *term.Term {
	k := kiln.Usual()
	k.WidthMM, k.Whole.WidthMM, k.TallMM = s.h.shelfMM+50, s.h.shelfMM, s.h.stackMM+50
	k.Minutes, k.From, k.To = s.kilnUse*24*60, "022", "10"
	k.Closed = []time.Weekday{time.Saturday, time.Sunday, time.Weekday((s.shut + 1) % 7)}
	one := term.Kiln{Kiln: k}
	litres := func(w ware) float64 {
		if counted {
			return one.Litres() / 50
		}
		return math.Pi / 4 * (w.across + 6) * (w.across + 6) * (w.tall + 12) / 1e6
	}
	if s.inside != nil {
		one.Out = day0 + lesson.Date(max(s.opens, today))
	}
	t := &term.Term{Today: day0 + lesson.Date(today), Last: day0 + lesson.Date(s.last), Kilns: []term.Kiln{one}}
	var past []term.PastLoad
	for _, l := range s.loads {
		p := term.PastLoad{Room: one.Litres(), Left: l.left, DaysLate: l.daysLate, Waited: l.waited}
		for _, x := range l.pots {
			p.Litres += litres(x.ware)
		}
		past = append(past, p)
	}
	t.Fill, t.Late, t.Waited = term.LearnFill(past), term.LearnLateness(past), term.LearnPatience(past)
	if counted { // the mean number of pieces a load and how far it lies apart, nothing else
		t.Fill = countsOf(past)
	}
	for class := range s.plan {
		c := term.Class{ID: name(class)}
		for day := today; day < s.last+60; day++ {
			if s.teaches(class, day) {
				c.Lessons = append(c.Lessons, day0+lesson.Date(day))
			}
		}
		var lessons []fits.Past
		for _, l := range s.lessons {
			if l.class == class {
				lessons = append(lessons, fits.Past{Foreseen: l.foreseen, Laid: l.laid})
			}
		}
		c.Pace = fits.Pace(lessons)
		t.Classes = append(t.Classes, c)
	}
	for _, p := range s.pots {
		if p.out == 0 {
			t.Pieces = append(t.Pieces, s.seen(p, litres(p.ware)))
		}
	}
	return t
}

// seen is a piece as it is on record.
func (s *simSchool) seen(p *pot, litres float64) term.Piece {
	one := term.Piece{Class: name(p.class), Hand: fmt.Sprint(p.class, p.student), Litres: litres, Dries: 1, Want: day0 + lesson.Date(s.show)}
	stages := p.stages
	if p.cooking {
		one.Cools, stages = 1, stages[1:]
	}
	for n, coats := range stages {
		work := 0.0
		switch {
		case coats < 0:
			one.From = day0 + lesson.Date(p.dryOn-s.h.drying[p.class]+7) // about a week, as everybody says
		case n == 0 && !p.cooking:
			work = float64(p.coats) / float64(s.plan[p.class])
		default:
			work = float64(coats) / float64(s.plan[p.class])
		}
		one.Firings = append(one.Firings, term.Firing{Cone: "06", Air: kiln.Oxidation, Bisque: coats < 0})
		one.Work = append(one.Work, work)
	}
	return one
}

// countsOf is a fixed number of pieces a load as people count it: from all loads alike.
func countsOf(past []term.PastLoad) (fill chance.Shares) {
	var shares []float64
	for _, p := range past {
		shares = append(shares, p.Litres/p.Room)
	}
	return chance.Usual{Share: 0.7, Scatter: 0.35, Counts: 1, Spread: 2}.Learn(shares)
}
