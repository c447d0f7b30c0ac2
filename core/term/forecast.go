package term

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/lesson"
)

// Days is when something is, four times of five: between Low and High. A day beyond the courses
// that were looked through is 0: nobody can say.
type Days struct{ Low, Middle, High lesson.Date }

// Count is how many of something there are, four times of five.
type Count struct{ Low, Middle, High int }

// Home is what a class takes home.
type Home struct {
	Class  string
	Pieces int
	Days   Days  // on which lesson of it the last one can go
	Late   Count // how many miss the day that they are wanted on
}

// Risk is how likely a piece misses the day that it is wanted on.
type Risk struct {
	Piece int // in Term.Pieces
	Late  float64
	Out   Days
}

// Forecast is what comes.
type Forecast struct {
	All    Count
	Loads  []Loads
	Homes  []Home
	Risks  []Risk // of every piece that is wanted on a day, the likeliest to be late first
	Late   Count
	Mean   float64 // pieces late, on average: by it two terms are compared
	Last   Days    // when the last piece is out
	Course []Load  // of the course that is most like the middle of all

	ground ground
	all    []course
}

// Loads is how many loads of one batch are to be fired.
type Loads struct {
	Batch  Batch
	Count  Count
	Pieces int // firings of pieces
}

// Usual is how many courses a forecast is made of.
const Usual = 200

// Forecast goes through the term so many times. The same term and seed have the same forecast.
func (t *Term) Forecast(courses int, seed int64) Forecast {
	g := t.ground()
	var all []course
	for n := range courses {
		all = append(all, g.run(g.thrown(seed+7919*int64(n))))
	}
	f := Forecast{ground: g, all: all, Loads: g.loads(all)}
	f.All = counts(all, func(c course) int { return len(c.loads) })
	f.Late = f.LateOf(func(int) bool { return true })
	for _, c := range all {
		f.Mean += float64(g.late(c, func(int) bool { return true })) / float64(courses)
	}
	f.Last = g.days(all, func(c course) lesson.Date {
		last := lesson.Date(0)
		for _, d := range c.out {
			last = max(last, d)
		}
		return last
	})
	f.Homes, f.Risks = g.homes(all), g.risks(all)
	f.Course = f.middle().loads
	return f
}

func (g ground) loads(all []course) (list []Loads) {
	n := map[Batch]int{}
	for i := range g.Pieces {
		for f := range g.Pieces[i].Firings {
			n[g.batch(&g.Pieces[i], f)]++
		}
	}
	for b, pieces := range n {
		of := func(l Load) bool {
			return l.Batch.Firing.Cone == b.Cone && l.Batch.Air == b.Air && l.Batch.Class == b.Class && (g.Mixed || l.Batch.Bisque == b.Bisque)
		}
		list = append(list, Loads{Batch: b, Pieces: pieces, Count: counts(all, func(c course) (n int) {
			for _, l := range c.loads {
				if of(l) {
					n++
				}
			}
			return n
		})})
	}
	slices.SortFunc(list, func(a, b Loads) int { return a.Batch.compare(b.Batch) })
	return list
}

// middle is the course that lies nearest to the middle of all: in its loads, and in the days on which
// classes take their work home.
func (f Forecast) middle() (best course) {
	least := math.MaxInt
	for _, c := range f.all {
		off := weekDays * abs(len(c.loads)-f.All.Middle)
		for _, h := range f.Homes {
			if h.Days.Middle > 0 {
				off += abs(int(f.ground.home(f.ground.class[h.Class], c) - h.Days.Middle))
			}
		}
		if off < least {
			least, best = off, c
		}
	}
	return best
}

// weekDays is as how many days of a class one load more or less counts.
const weekDays = 7

func abs(n int) int { return max(n, -n) }

// LateOf is how many of some pieces, given by where they stand in Term.Pieces, miss their day.
func (f Forecast) LateOf(some func(piece int) bool) Count {
	return counts(f.all, func(c course) int { return f.ground.late(c, some) })
}

// late is how many of some pieces miss their day in a course.
func (g ground) late(c course, some func(piece int) bool) (n int) {
	for i, p := range g.Pieces {
		if p.Want > 0 && c.out[i] > p.Want && some(i) {
			n++
		}
	}
	return n
}

func (g ground) homes(all []course) (list []Home) {
	for n, class := range g.Classes {
		h := Home{Class: class.ID}
		for _, p := range g.Pieces {
			if p.Class == class.ID {
				h.Pieces++
			}
		}
		if h.Pieces == 0 {
			continue
		}
		h.Late = counts(all, func(c course) int { return g.late(c, func(i int) bool { return g.Pieces[i].Class == class.ID }) })
		h.Days = g.days(all, func(c course) lesson.Date { return g.home(n, c) })
		list = append(list, h)
	}
	slices.SortStableFunc(list, func(a, b Home) int { return cmp.Compare(due(a.Days.Middle), due(b.Days.Middle)) })
	return list
}

// home is the lesson of a class at which the last of its work can go home: the first one on the day
// on which it is out, or later; where there is none any more, the day on which it is out.
func (g ground) home(class int, c course) lesson.Date {
	last := lesson.Date(0)
	for i, p := range g.Pieces {
		if p.Class == g.Classes[class].ID {
			last = max(last, c.out[i])
		}
	}
	for _, d := range g.Classes[class].Lessons {
		if d >= last {
			return d
		}
	}
	return last
}

func (g ground) risks(all []course) (list []Risk) {
	for i, p := range g.Pieces {
		if p.Want == 0 {
			continue
		}
		r := Risk{Piece: i, Out: g.days(all, func(c course) lesson.Date { return c.out[i] })}
		for _, c := range all {
			if c.out[i] > p.Want {
				r.Late += 1 / float64(len(all))
			}
		}
		list = append(list, r)
	}
	slices.SortStableFunc(list, func(a, b Risk) int { return cmp.Compare(b.Late, a.Late) })
	return list
}

// days is a range of days.
func (g ground) days(all []course, of func(course) lesson.Date) Days {
	at := quantiles(all, func(c course) int { return int(of(c)) })
	return Days{g.Known(lesson.Date(at[0])), g.Known(lesson.Date(at[1])), g.Known(lesson.Date(at[2]))}
}

func counts(all []course, of func(course) int) Count {
	at := quantiles(all, of)
	return Count{at[0], at[1], at[2]}
}

// quantiles are the values that a tenth, a half and nine tenths of the courses do not exceed, the
// outer ones taken outward.
func quantiles(all []course, of func(course) int) (at [3]int) {
	if len(all) == 0 {
		return at
	}
	values := make([]int, len(all))
	for i, c := range all {
		values[i] = of(c)
	}
	slices.Sort(values)
	last := float64(len(values) - 1)
	return [3]int{values[int(math.Floor(0.1*last))], values[len(values)/2], values[int(math.Ceil(0.9*last))]}
}
