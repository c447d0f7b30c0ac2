package foresee

import (
	"fmt"
	"math"
	"math/rand"
	"slices"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	corepiece "enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/schedule"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

// Outcome is one lesson of a term beside its forecasts.
type Outcome struct {
	Laid        int
	Range       fits.Range
	Fixed       [2]float64 // a fixed rate of coats a lesson: its range
	PastLessons int
}

// lessons of a term, and the effort by which each is planned.
const termLessons = 9

var effort = schedule.Effort{Alone: 150, Orders: 20, Seed: 1}

// Term simulates a term of a class, and forecasts each of its lessons from what was logged
// before it.
func Term(seed int64) ([]Outcome, error) {
	r := rand.New(rand.NewSource(seed)) //nolint:gosec // a simulation that can be repeated
	students := 10 + r.Intn(14)
	h := drawHidden(r, students)
	c, err := newClass(r, students)
	if err != nil {
		return nil, err
	}
	var out []Outcome
	var past []fits.Past
	var rates []float64
	base := 45 + 45*r.Float64()
	for n := range termLessons {
		begins := time.Date(2026, 3, 2+7*n, 9, 0, 0, 0, time.UTC)
		length := time.Duration(base*(0.7+0.6*r.Float64())) * time.Minute
		c.refill(r, students)
		foreseen, err := c.foresee(begins, length, base)
		if err != nil {
			return nil, err
		}
		log := lesson(r, h, c.pieces, length.Minutes())
		for _, l := range log {
			c.log(l.piece, work.Event{Kind: work.Coated, Surface: l.on, Glaze: l.glaze, At: begins.Add(time.Duration(l.at * float64(time.Minute)))})
		}
		one := Outcome{Laid: len(log), Range: fits.Forecast(foreseen, past), PastLessons: len(rates)}
		if len(rates) >= 2 {
			one.Fixed = fixed(rates)
			out = append(out, one)
		}
		past, rates = append(past, fits.Past{Foreseen: foreseen, Laid: len(log)}), append(rates, float64(len(log)))
	}
	return out, nil
}

// fixed is the range of a rate that is the same in every lesson: mean and scatter of those
// that were, by Student's quantile.
func fixed(rates []float64) [2]float64 {
	n, mean, squares := float64(len(rates)), 0.0, 0.0
	for _, x := range rates {
		mean += x / n
	}
	for _, x := range rates {
		squares += (x - mean) * (x - mean)
	}
	// Quantiles of Student's distribution that leave a tenth at either end, by degrees of
	// freedom (Abramowitz and Stegun, table 26.10).
	t := []float64{3.078, 1.886, 1.638, 1.533, 1.476, 1.440, 1.415, 1.397, 1.383}
	reach := t[min(len(rates)-2, len(t)-1)] * math.Sqrt(squares/(n-1)*(1+1/n))
	return [2]float64{mean - reach, mean + reach}
}

// class is the simulated class as the application knows it: plans and logs.
type class struct {
	pieces []*piece
	plans  []plan.Plan
	events [][]work.Event
	body   corepiece.Body
	shelf  *plan.Shelf
	house  rules.House
}

var codes = []string{"A", "B", "C", "D", "E", "F"}

var cones = kiln.Range{From: "5", To: "6"}

// newClass is a class in which every student has two bowls.
func newClass(r *rand.Rand, students int) (*class, error) {
	body, err := corepiece.Build(corepiece.Bowl, nil)
	if err != nil {
		return nil, err
	}
	var jars []glaze.Glaze
	for _, code := range codes {
		jars = append(jars, glaze.Glaze{Code: code, Name: code, Kind: glaze.Solid, Cones: cones, InStock: true})
	}
	c := &class{body: body, house: rules.Default(), shelf: plan.NewShelf(rules.Default(), jars, nil)}
	for student := range students {
		for range 2 {
			c.give(r, student)
		}
	}
	return c, nil
}

// refill gives whoever has fewer than two unfinished bowls another one, so that the work of a
// term does not run out.
func (c *class) refill(r *rand.Rand, students int) {
	open := make([]int, students)
	for _, p := range c.pieces {
		if !p.finished() {
			open[p.student]++
		}
	}
	for student, n := range open {
		for ; n < 2; n++ {
			c.give(r, student)
		}
	}
}

func (p *piece) finished() bool {
	return !slices.ContainsFunc(p.surfaces, func(s *surface) bool { return s.done < len(s.coats) })
}

// give gives a student a bowl with a plan of its own.
func (c *class) give(r *rand.Rand, student int) {
	choices, p := plan.Plan{}, &piece{student: student}
	for _, s := range c.body.Surfaces {
		if s.Stands || s.Seat || !slices.Contains([]string{"interior", "exterior", "lip"}, s.ID) {
			continue
		}
		one := &surface{id: s.ID, areaCM2: s.AreaCM2}
		code := codes[r.Intn(len(codes))]
		coats := 1 + r.Intn(3)
		for range coats {
			one.coats = append(one.coats, stroke{code})
		}
		choices[s.ID] = plan.Choice{Stack: glaze.Stack{{Glaze: code, Coats: coats}}}
		p.surfaces = append(p.surfaces, one)
	}
	c.pieces, c.plans, c.events = append(c.pieces, p), append(c.plans, choices), append(c.events, nil)
	c.log(len(c.pieces)-1, work.Event{Kind: work.Cleaned, At: time.Date(2026, 3, 1, 9, 0, 0, 0, time.UTC)})
}

func (c *class) log(piece int, e work.Event) {
	e.Seq = int64(len(c.events[piece]) + 1)
	e.ID = fmt.Sprint(e.Seq)
	c.events[piece] = append(c.events[piece], e)
}

// foresee is how many coats are planned for a lesson, from the log before it.
func (c *class) foresee(begins time.Time, length time.Duration, base float64) (coats int, err error) {
	k := c.asKnown(begins)
	k.Lessons = []fits.Lesson{{Key: "0", Begins: begins, Rings: begins.Add(length)}}
	for n := range 3 {
		next := begins.AddDate(0, 0, 7*(n+1))
		k.Lessons = append(k.Lessons, fits.Lesson{Key: fmt.Sprint(n + 1), Begins: next, Rings: next.Add(time.Duration(base) * time.Minute)})
	}
	planned, err := k.Plan(effort)
	for _, one := range planned.Courses {
		for _, s := range one.Steps {
			if s.Lesson == 0 && s.Does == fits.Coats {
				coats++
			}
		}
	}
	return coats, err
}

// asKnown is the class with all that its logs tell, and no lesson yet.
func (c *class) asKnown(begins time.Time) fits.Class {
	k := fits.Class{Now: begins.Add(-time.Minute), House: c.house}
	var told []fits.Laid
	for i := range c.pieces {
		state, drying := work.Fold(c.events[i]), work.Drying{House: c.house}
		at := survey.Case{Body: c.body, Plan: c.plans[i], State: state, Shelf: c.shelf, Drying: drying, Spreads: stock.Spreads{}, Work: plan.Work{Body: c.body, Clay: glaze.Clay{Code: "P", Cones: cones}, Cone: "6"}}
		p := fits.Piece{ID: fmt.Sprint(i), Hand: fmt.Sprint(c.pieces[i].student), Body: c.body, State: state, Survey: survey.Of(at, begins), Order: plan.Order(at.Open(), c.body, c.house, c.shelf.Glazes), Drying: drying, House: c.house, Weight: 1}
		told = append(told, p.LaidOn()...)
		if !c.pieces[i].finished() {
			k.Pieces = append(k.Pieces, p)
		}
	}
	k.Speed = fits.LearnSpeed(told, c.house.ChangeMinutes())
	return k
}
