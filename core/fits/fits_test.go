package fits_test

import (
	"fmt"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/fits"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/schedule"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

var (
	nine  = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	cones = kiln.Range{From: "5", To: "6"}
	jars  = []glaze.Glaze{
		{Code: "A", Name: "Alder", Kind: glaze.Solid, Cones: cones, InStock: true, Raw: colour.Lab{L: 80}},
		{Code: "B", Name: "Brine", Kind: glaze.Solid, Cones: cones, InStock: true, Raw: colour.Lab{L: 40}},
	}
)

// bowl is a piece of a hand: the plan is by surface, the state what was logged before nine.
func bowl(t testing.TB, hand string, h rules.House, p plan.Plan, marking piece.Marking, log ...work.Event) fits.Piece {
	b, err := plan.Own{}.Body(piece.Bowl, nil, marking)
	require.NoError(t, err)
	for i := range log {
		log[i].Seq, log[i].ID, log[i].At = int64(i+1), fmt.Sprintf("e%d", i+1), nine.Add(-time.Duration(len(log)-i)*time.Minute)
	}
	state, shelf := work.Fold(log), plan.NewShelf(h, jars, nil)
	drying := work.Drying{House: h}
	c := survey.Case{Body: b, Plan: p, State: state, Shelf: shelf, Drying: drying, Spreads: stock.Spreads{}, Work: plan.Work{Body: b, Clay: glaze.Clay{Code: "P", Cones: cones}, Cone: "6"}}
	return fits.Piece{ID: hand + "'s bowl", Hand: hand, Body: b, State: state, Survey: survey.Of(c, nine), Order: plan.Order(c.Open(), b, h, shelf.Glazes), Drying: drying, House: h, Weight: 1}
}

func stack(code string, coats int) plan.Choice {
	return plan.Choice{Stack: glaze.Stack{{Glaze: code, Coats: coats}}}
}

var cleaned = work.Event{Kind: work.Cleaned}

// class has lessons of an hour on days that follow one another.
func class(h rules.House, lessons int, pieces ...fits.Piece) fits.Class {
	c := fits.Class{Pieces: pieces, Now: nine.Add(-time.Hour), House: h}
	for i := range lessons {
		begins := nine.AddDate(0, 0, i)
		c.Lessons = append(c.Lessons, fits.Lesson{Key: fmt.Sprint(i), Begins: begins, Rings: begins.Add(time.Hour)})
	}
	return c
}

// What is waited for is earlier in the row; a coat takes as long as its surface is large, by a
// brush that covers 20 to 40 cm² a minute (from memory), and the next one waits until it is dry.
func TestStrokesOfAPiece(t *testing.T) {
	h := rules.Default()
	p := bowl(t, "Ilo", h, plan.Plan{"interior": stack("A", 2), "exterior": stack("B", 1)}, piece.Marking{})
	all := p.Strokes()
	var said []string
	for _, s := range all {
		said = append(said, fmt.Sprint(s.Does, " ", s.Surface, " ", s.Layer.Glaze))
	}
	require.Equal(t, []string{"clean  ", "coat interior A", "coat interior A", "coat exterior B", "wipe  ", "show  "}, said)
	inside, _ := p.Body.Surface("interior")
	for _, s := range all {
		if s.Surface != "interior" {
			continue
		}
		require.GreaterOrEqual(t, s.Minutes, inside.AreaCM2/40-1e-9)
		require.LessOrEqual(t, s.Minutes, inside.AreaCM2/20+1e-9)
		require.Equal(t, h.Dry(s.Nth), s.Dries)
	}
	outside, _ := p.Body.Surface("exterior")
	require.Less(t, all[3].Minutes, outside.AreaCM2/20, "its band stays bare")
	h.Clean = rules.Rinsed
	require.Equal(t, 30*time.Minute, bowl(t, "Ilo", h, plan.Plan{"interior": stack("A", 2)}, piece.Marking{}).Strokes()[0].Dries)
	require.Empty(t, bowl(t, "Ilo", h, plan.Plan{}, piece.Marking{}).Strokes(), "nothing is planned: nobody can tell")
}

// Inlay and motifs before the ground they lie in, a detail over its base after it.
func TestDetailsHaveTheirTurn(t *testing.T) {
	marking := piece.Marking{Details: []piece.Detail{
		{ID: "star", Name: "star", On: "exterior", Kind: piece.Motif, AreaCM2: 8},
		{ID: "dots", Name: "dots", On: "exterior", Kind: piece.Motif, AreaCM2: 4, Over: true},
	}}
	p := bowl(t, "Ilo", rules.Default(), plan.Plan{"star": stack("B", 1), "dots": stack("B", 1), "exterior": stack("A", 2)}, marking, cleaned)
	planned, err := class(rules.Default(), 2, p).Plan(schedule.Thorough)
	require.NoError(t, err)
	at := map[string]fits.Step{}
	for _, s := range planned.Courses[0].Steps {
		at[fmt.Sprint(s.Surface, s.Nth)] = s
	}
	require.False(t, at["exterior1"].Begin.Before(at["star1"].End))
	require.False(t, at["dots1"].Begin.Before(at["exterior2"].End))
}

// For one pair of hands the order is the best of all orders: held to every order there is.
func TestOnePairOfHands(t *testing.T) {
	h := rules.Default()
	p := bowl(t, "Ilo", h, plan.Plan{"interior": stack("A", 2), "exterior": stack("B", 2), "lip": stack("A", 1)}, piece.Marking{}, cleaned)
	c := class(h, 1, p)
	c.Lessons[0].Rings = nine.Add(10 * time.Hour)
	planned, err := c.Plan(schedule.Usual)
	require.NoError(t, err)
	best := math.MaxInt
	everyOrder(p.Strokes(), func(ends int) { best = min(best, ends) }, int(h.ChangeMinutes()*4))
	from, _, _ := c.Glazing(0)
	require.Equal(t, best, int(planned.Courses[0].Ends.Sub(from)/fits.Tick))
	require.InDelta(t, planned.Bound, planned.Minutes, 1e-9, "and it is known to be the best")
}

// everyOrder goes through all orders of strokes for one pair of hands, tick by tick.
func everyOrder(all []fits.Stroke, found func(ends int), change int) {
	n := len(all)
	end := make([]int, n)
	var through func(free, done int, brush string)
	through = func(free, done int, brush string) {
		if done == 1<<n-1 {
			found(free)
			return
		}
		for i, s := range all {
			at, ready := free, done&(1<<i) == 0
			for _, a := range s.After() {
				ready = ready && done&(1<<a) != 0
				at = max(at, end[a]+int(math.Ceil(all[a].Dries.Seconds()/15)))
			}
			if !ready {
				continue
			}
			next := brush
			if s.Layer.Glaze != "" {
				if brush != "" && brush != s.Layer.Glaze {
					at = max(at, free+change)
				}
				next = s.Layer.Glaze
			}
			end[i] = at + int(math.Ceil(s.Minutes*4-1e-9))
			through(end[i], done|1<<i, next)
		}
	}
	through(0, 0, "")
}

// One jar with one seat: whoever comes second waits, and with more lessons than strokes
// everybody is finished; the forecast says after which one.
func TestASharedJar(t *testing.T) {
	h := rules.Default()
	var pieces []fits.Piece
	for i := range 6 {
		pieces = append(pieces, bowl(t, fmt.Sprint("student ", i), h, plan.Plan{"interior": stack("A", 3), "exterior": stack("A", 3)}, piece.Marking{}, cleaned))
	}
	free, err := class(h, 6, pieces...).Plan(schedule.Usual)
	require.NoError(t, err)
	h.Seats = 1
	one := class(h, 6, pieces...)
	tight, err := one.Plan(schedule.Usual)
	require.NoError(t, err)
	require.Greater(t, tight.Minutes, free.Minutes)
	for i, a := range tight.Courses {
		require.Less(t, a.Done, 6)
		for _, b := range tight.Courses[i+1:] {
			for _, s := range a.Steps {
				for _, o := range b.Steps {
					if s.Does == fits.Coats && o.Does == fits.Coats {
						require.False(t, s.Begin.Before(o.End) && o.Begin.Before(s.End), "two at one seat")
					}
				}
			}
		}
	}
	var last string
	done := -1
	for _, c := range tight.Courses {
		if c.Done > done {
			last, done = c.Piece, c.Done
		}
		for _, s := range c.Steps {
			from, to, ok := one.Glazing(s.Lesson)
			require.True(t, ok)
			require.False(t, s.Begin.Before(from) || s.End.After(to), "between set-up and clear-up")
		}
	}
	remedies, err := one.Remedies(last, 0, schedule.Usual)
	require.NoError(t, err)
	for _, r := range remedies {
		require.Less(t, r.Done, done, r.Text)
	}
	require.NotEmpty(t, remedies)
}

// A lesson that runs is planned from now on, what is wet waits, and a class without a lesson
// hears so.
func TestInTheMiddleOfALesson(t *testing.T) {
	h := rules.Default()
	p := bowl(t, "Ilo", h, plan.Plan{"interior": stack("A", 2)}, piece.Marking{}, cleaned, work.Event{Kind: work.Coated, Surface: "interior", Glaze: "A"})
	c := class(h, 1, p)
	c.Now = nine.Add(-30 * time.Second)
	c.Lessons[0].Begins = nine.Add(-20 * time.Minute)
	planned, err := c.Plan(schedule.Usual)
	require.NoError(t, err)
	require.False(t, planned.Courses[0].Steps[0].Begin.Before(nine), "the coat of a minute before nine is dry at nine")
	c.Now = nine.Add(35 * time.Minute) // the clearing up has begun: what is open is for another lesson
	c.Lessons[0].Rings = nine.Add(40 * time.Minute)
	planned, err = c.Plan(schedule.Usual)
	require.NoError(t, err)
	require.Equal(t, 1, planned.Courses[0].Done)
	rinsed := work.Event{Kind: work.Cleaned, Text: work.Rinse}
	c = class(h, 2, bowl(t, "Ilo", h, plan.Plan{"interior": stack("A", 1)}, piece.Marking{}, rinsed))
	c.Now, c.Lessons[0].Begins, c.Lessons[0].Rings = nine, nine.Add(-40*time.Minute), nine.Add(13*time.Minute)
	planned, err = c.Plan(schedule.Usual) // damp for half an hour, with five minutes left
	require.NoError(t, err)
	begins, _, _ := c.Glazing(1)
	require.Equal(t, begins, planned.Courses[0].Steps[0].Begin, "in the next lesson it is dry from the first minute on")
	c.Lessons = nil
	_, err = c.Plan(schedule.Usual)
	require.EqualError(t, err, "this class has no lesson in the timetable: add its bells, or another lesson")
}

// What the lessons left have no time for is said at the plan, with its figures; what fits, and
// what nobody planned, is not.
func TestMoreThanThereIsTimeFor(t *testing.T) {
	h := rules.Default()
	p := bowl(t, "Ilo", h, plan.Plan{"interior": stack("A", 3), "exterior": stack("B", 3)}, piece.Marking{}, cleaned)
	require.Nil(t, class(h, 3, p).Lacks("Friday", schedule.Usual))
	short := class(h, 1, p)
	short.Lessons[0].Rings = nine.Add(22 * time.Minute)
	f := short.Lacks("Friday 6 March", schedule.Usual)
	require.NotNil(t, f)
	require.Equal(t, matter.LessonTime, f.Code)
	require.Equal(t, 10.0, f.Numbers["left min"], "22 minutes, less 4 and 8")
	require.Contains(t, f.Text, "and until Friday 6 March the one lesson left has 10 minutes for glazing.")
	f = class(h, 0, p).Lacks("Friday", schedule.Usual)
	require.Contains(t, f.Text, "no lesson is left until Friday")
	require.Nil(t, class(h, 0, bowl(t, "Ilo", h, plan.Plan{}, piece.Marking{})).Lacks("Friday", schedule.Usual))
}
