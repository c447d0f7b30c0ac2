package term_test

import (
	"fmt"
	"math"
	"math/rand"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/chance"
	"enkaustos/core/kiln"
	"enkaustos/core/lesson"
	"enkaustos/core/term"
)

// monday is the first day of every term here.
var monday = lesson.DateOf(time.Date(2026, 3, 2, 0, 0, 0, 0, time.UTC))

// sure is a figure of which nothing is left open.
func sure(share float64) chance.Shares {
	return chance.Shares{Mean: math.Log(share), Scatter: 1e-9, N: 1e9, Freedom: 8}
}

func oneKiln() term.Kiln {
	k := kiln.Usual()
	k.ID, k.Name = "k", "Barrel"
	k.Closed = []time.Weekday{time.Saturday, time.Sunday}
	return term.Kiln{Kiln: k}
}

// punctual is a term in which every class does what was foreseen, kilns are half full and unloaded
// in time.
func punctual(pieces ...term.Piece) *term.Term {
	t := &term.Term{Today: monday, Last: monday + 60, Kilns: []term.Kiln{oneKiln()}, Fill: sure(0.5), Late: term.Lateness{InTime: 1e9}, Pieces: pieces}
	c := term.Class{ID: "c", Pace: sure(1)}
	for w := range 20 {
		c.Lessons = append(c.Lessons, monday+lesson.Date(7*w+1)) // Tuesdays
	}
	t.Classes = []term.Class{c}
	return t
}

var glazed = term.Firing{Cone: "6", Air: kiln.Oxidation}

// waiting are pieces that wait for the kiln, each a share of what a load holds.
func waiting(n int, share float64, f term.Firing) (all []term.Piece) {
	for i := range n {
		all = append(all, term.Piece{ID: fmt.Sprint(f, i), Class: "c", Hand: fmt.Sprint("h", i), Litres: share * 0.5 * oneKiln().Litres(), Firings: []term.Firing{f}, Work: []float64{0}, Dries: 1})
	}
	return all
}

// A load takes a day: twelve pieces of a quarter each are three loads, on Monday, Tuesday and
// Wednesday, and the last is out on Thursday.
func TestLoadsInARow(t *testing.T) {
	of := punctual(waiting(12, 0.249, glazed)...)
	f := of.Forecast(40, 1)
	require.Equal(t, term.Count{Low: 3, Middle: 3, High: 3}, f.All)
	require.Equal(t, term.Days{Low: monday + 3, Middle: monday + 3, High: monday + 3}, f.Last)
	require.Equal(t, monday+8, f.Homes[0].Days.Middle, "the class's next lesson from Thursday on is the Tuesday after")
	for n, l := range f.Course {
		require.Equal(t, monday+lesson.Date(n), l.Lit)
		require.Len(t, l.Pieces, 4)
	}
}

// A weekend, a closed weekday, a holiday and a load that takes two days each put it off.
func TestDaysOnWhichNobodyFires(t *testing.T) {
	for name, c := range map[string]struct {
		change func(*term.Term)
		last   lesson.Date
	}{
		"as it is":         {func(*term.Term) {}, monday + 3},
		"closed Tuesdays":  {func(t *term.Term) { t.Kilns[0].Closed = append(t.Kilns[0].Closed, time.Tuesday) }, monday + 4},
		"two days a load":  {func(t *term.Term) { t.Kilns[0].Minutes = 30 * 60 }, monday + 7}, // out on Saturday: unloaded on Monday
		"a holiday":        {func(t *term.Term) { t.Away = func(d lesson.Date) bool { return d >= monday+1 && d <= monday+4 } }, monday + 9},
		"it cools until":   {func(t *term.Term) { t.Kilns[0].Out = monday + 2 }, monday + 7},
		"until Saturday":   {func(t *term.Term) { t.Kilns[0].Out = monday + 5 }, monday + 10}, // nobody opens it before Monday
		"another kiln":     {func(t *term.Term) { t.Kilns = append(t.Kilns, oneKiln()) }, monday + 2},
		"one that rests":   {func(t *term.Term) { k := oneKiln(); k.Rests = true; t.Kilns = append(t.Kilns, k) }, monday + 3},
		"one not so hot":   {func(t *term.Term) { k := oneKiln(); k.To = "04"; t.Kilns = append(t.Kilns, k) }, monday + 3},
		"one fired in red": {func(t *term.Term) { k := oneKiln(); k.Air = kiln.Reduction; t.Kilns = append(t.Kilns, k) }, monday + 3},
	} {
		of := punctual(waiting(12, 0.249, glazed)...)
		if name == "a holiday" { // the lesson that lies in it falls out with it
			of.Classes[0].Lessons = of.Classes[0].Lessons[1:]
		}
		c.change(of)
		require.Equal(t, c.last, of.Forecast(10, 1).Last.High, name)
	}
}

// What nobody can fire is never out, and says so.
func TestNoKilnForACone(t *testing.T) {
	of := punctual(waiting(3, 0.1, term.Firing{Cone: "10", Air: kiln.Oxidation})...)
	f := of.Forecast(10, 1)
	require.Zero(t, f.Last.High)
	require.False(t, of.Fires(f.Loads[0].Batch))
	require.Zero(t, f.All.High)
}

// Two and a half lessons of work end in the third lesson; it dries overnight, is fired and out the day
// after that; where its maker has another piece that is wanted earlier, that goes first.
func TestWorkBeforeTheKiln(t *testing.T) {
	work := func(id string, lessons float64, want lesson.Date) term.Piece {
		return term.Piece{ID: id, Class: "c", Hand: "h", Litres: 0.5 * oneKiln().Litres(), Firings: []term.Firing{glazed}, Work: []float64{lessons}, Dries: 1, Want: want}
	}
	outs := func(of *term.Term) (first, second lesson.Date) { // a maker who is never away: the middle of many courses
		by := map[int]lesson.Date{}
		for _, r := range of.Forecast(200, 3).Risks {
			by[r.Piece] = r.Out.Low
		}
		return by[0], by[1]
	}
	// Hands lie apart, so the earliest tenth is no later than the plan has it.
	first, second := outs(punctual(work("a", 1.4, monday+90), work("b", 1.4, monday+90)))
	require.LessOrEqual(t, first, monday+8+2)
	require.Greater(t, second, first)
	first, second = outs(punctual(work("a", 1.4, monday+90), work("b", 1.4, monday+30)))
	require.Greater(t, first, second, "what is wanted first is worked at first")
}

// A bisque comes before its glaze, with the lessons between them.
func TestBisqueThenGlaze(t *testing.T) {
	p := term.Piece{ID: "g", Class: "c", Hand: "h", Litres: 1, Firings: []term.Firing{{Cone: "04", Air: kiln.Oxidation, Bisque: true}, glazed}, Work: []float64{0, 1}, Dries: 1, From: monday + 4}
	f := punctual(p).Forecast(50, 1)
	require.Len(t, f.Loads, 2)
	require.True(t, f.Loads[0].Batch.Bisque)
	require.Equal(t, "04", string(f.Loads[0].Batch.Cone))
	require.Equal(t, 2, f.All.Middle)
	require.GreaterOrEqual(t, f.Course[0].Lit, monday+4, "it dries first")
	require.Greater(t, f.Course[1].Lit, f.Course[0].Out+7-1, "glazed in a lesson between")
}

// A show that the closed Wednesday spoils is saved by firing on Wednesdays, by a kiln that rests,
// by one more: each is found, and what it is said to save is what the changed term has.
func TestWhatWouldSaveAShow(t *testing.T) {
	low := term.Firing{Cone: "04", Air: kiln.Oxidation}
	of := punctual(append(waiting(4, 0.24, glazed), waiting(4, 0.24, low)...)...)
	for i := range of.Pieces {
		of.Pieces[i].Want = monday + 3
	}
	of.Kilns[0].Closed = append(of.Kilns[0].Closed, time.Wednesday, time.Tuesday)
	spare := oneKiln()
	spare.ID, spare.Name, spare.Rests = "s", "Spare", true
	of.Kilns = append(of.Kilns, spare)
	now := of.Forecast(20, 1)
	require.Equal(t, term.Count{Low: 4, Middle: 4, High: 4}, now.Late)
	require.InDelta(t, 4, now.Mean, 1e-9)
	found := map[term.Does]int{}
	for _, r := range of.Remedies(now, 20, 1, func(c string) string { return c }) {
		found[r.Does]++
		require.InDelta(t, 4, r.Saves, 1e-9, r.Text)
		require.Zero(t, r.After.Late.High, r.Text)
		require.Contains(t, []string{"Use Spare again.", "Light Barrel on Tuesdays as well.", "Light Barrel on Wednesdays as well.", "A second kiln like Barrel."}, r.Text)
	}
	require.Equal(t, map[term.Does]int{term.UsesKiln: 1, term.OpensDay: 2, term.AddsKiln: 1}, found)
}

// Two half loads of two classes, or of bisque and glaze of one cone, go into one where the house packs
// them together.
func TestPackedTogether(t *testing.T) {
	of := punctual(append(waiting(2, 0.24, glazed), waiting(2, 0.24, glazed)...)...)
	for i := range of.Pieces[:2] {
		of.Pieces[i].Class = "d"
	}
	of.Classes = append(of.Classes, term.Class{ID: "d", Lessons: of.Classes[0].Lessons, Pace: sure(1)})
	require.Equal(t, 1, of.Forecast(9, 1).All.Middle)
	of.Apart = true
	require.Equal(t, 2, of.Forecast(9, 1).All.Middle)
	bisque := glazed
	bisque.Bisque = true
	of = punctual(append(waiting(2, 0.24, glazed), waiting(2, 0.24, bisque)...)...)
	require.Equal(t, 2, of.Forecast(9, 1).All.Middle)
	of.Mixed = true
	require.Equal(t, 1, of.Forecast(9, 1).All.Middle)
}

// Whatever a term is like: a kiln holds one load at a time, is lit on no day on which it may not be,
// takes no more than a load holds, nothing twice, and nothing that shares no load.
func TestCoursesKeepToTheHouse(t *testing.T) {
	rapid.Check(t, func(r *rapid.T) {
		of := punctual()
		of.Apart, of.Mixed = rapid.Bool().Draw(r, "apart"), rapid.Bool().Draw(r, "mixed")
		of.Fill, of.Late = term.LearnFill(nil), term.LearnLateness(nil)
		holiday := monday + lesson.Date(rapid.IntRange(0, 20).Draw(r, "holiday"))
		of.Away = func(d lesson.Date) bool { return d >= holiday && d < holiday+5 }
		of.Classes = append(of.Classes, term.Class{ID: "d", Lessons: of.Classes[0].Lessons, Pace: sure(0.8)})
		for n := range rapid.IntRange(1, 2).Draw(r, "kilns") {
			k := oneKiln()
			k.ID, k.Minutes = fmt.Sprint(n), rapid.IntRange(600, 4000).Draw(r, "minutes")
			k.Closed = append(k.Closed, time.Weekday(rapid.IntRange(1, 5).Draw(r, "closed")))
			of.Kilns = append(of.Kilns[:n], k)
		}
		for i := range rapid.IntRange(1, 40).Draw(r, "pieces") {
			p := term.Piece{ID: fmt.Sprint(i), Class: []string{"c", "d"}[i%2], Hand: fmt.Sprint("h", i/3), Litres: rapid.Float64Range(0.2, 9).Draw(r, "litres"), Dries: 1}
			p.Firings = []term.Firing{{Cone: kiln.Cone(rapid.SampledFrom([]string{"04", "6"}).Draw(r, "cone")), Air: kiln.Oxidation}}
			if rapid.Bool().Draw(r, "green") {
				p.Firings = append([]term.Firing{{Cone: "04", Air: kiln.Oxidation, Bisque: true}}, p.Firings...)
			}
			for range p.Firings {
				p.Work = append(p.Work, rapid.Float64Range(0, 3).Draw(r, "work"))
			}
			p.Want = lesson.Date(rapid.IntRange(0, 1).Draw(r, "wanted")) * (monday + 20)
			of.Pieces = append(of.Pieces, p)
		}
		f := of.Forecast(5, 7)
		fired, last := map[int]int{}, map[int]lesson.Date{}
		for _, l := range f.Course {
			k := of.Kilns[l.Kiln]
			require.NotContains(r, k.Closed, time.Weekday(l.Lit.Weekday()%7))
			require.False(r, of.Away(l.Lit) && !taught(of, l.Lit))
			require.GreaterOrEqual(r, l.Lit, last[l.Kiln], "one load at a time")
			require.True(r, of.Known(l.Out) == 0 || l.Out >= l.Lit+lesson.Date(k.Days()))
			last[l.Kiln] = l.Out
			if len(l.Pieces) > 1 { // one alone goes in whatever it takes
				require.LessOrEqual(r, l.Full, 1+1e-9)
			}
			classes, wares := map[string]bool{}, map[bool]bool{}
			for _, i := range l.Pieces {
				next := of.Pieces[i].Firings[fired[i]]
				fired[i]++
				require.Equal(r, l.Batch.Cone, next.Cone)
				classes[of.Pieces[i].Class], wares[next.Bisque] = true, true
			}
			require.True(r, !of.Apart || len(classes) == 1)
			require.True(r, of.Mixed || len(wares) == 1)
		}
		require.Equal(r, f.Course, of.Forecast(5, 7).Course, "the same dice, the same term")
		for _, c := range []term.Count{f.All, f.Late} {
			require.True(r, c.Low <= c.Middle && c.Middle <= c.High)
		}
	})
}

func taught(t *term.Term, d lesson.Date) bool {
	for _, c := range t.Classes {
		for _, l := range c.Lessons {
			if l == d {
				return true
			}
		}
	}
	return false
}

// A load that left something behind teaches how much one holds; one that took all there was and was
// nearly empty does not; five small pieces teach the same as one large one.
func TestFillIsLearnedByForm(t *testing.T) {
	load := func(litres float64, left bool) term.PastLoad {
		return term.PastLoad{Litres: litres, Room: 100, Left: left}
	}
	none := term.LearnFill(nil)
	require.Zero(t, none.Seen)
	require.Equal(t, none, term.LearnFill([]term.PastLoad{load(5, false), load(9, false), {Litres: 3}}), "lit for another reason")
	full := term.LearnFill([]term.PastLoad{load(60, true), load(62, true), load(58, true), load(61, true)})
	require.Equal(t, 4, full.Seen)
	_, middle, _ := full.Range80()
	require.InDelta(t, 0.56, middle, 0.03)
	low, _, high := full.Range80()
	wide, _, wider := none.Range80()
	require.Less(t, high/low, wider/wide)
	require.Equal(t, []int{3}, term.LearnPatience([]term.PastLoad{{Left: true, Waited: 9}, {Waited: 3}}))
}

// What is said of a figure holds four times of five where the figure is as it is thought to be.
func TestDrawsAreAsSpreadAsTheRange(t *testing.T) {
	r := rand.New(rand.NewSource(4))
	known := chance.Usual{Share: 0.5, Scatter: 0.2, Counts: 2, Spread: 6}.Learn([]float64{0.4, 0.45, 0.6, 0.52, 0.38})
	low, _, high := known.Range80()
	in := 0
	const many = 20000
	for range many {
		if x := known.Draw(r).Next(r); low <= x && x <= high {
			in++
		}
	}
	require.InDelta(t, 0.8, float64(in)/many, 0.015)
}
