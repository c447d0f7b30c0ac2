package fits

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"enkaustos/core/rules"
	"enkaustos/core/schedule"
)

// Lesson is one lesson that a class has: when its bell goes at the beginning and at the end.
type Lesson struct {
	Key           string
	Begins, Rings time.Time
	Classes       []string // that have it; none for all
}

// Class is a class with what is before it.
type Class struct {
	Pieces  []Piece
	Lessons []Lesson // the next ones in order, the one that runs with them
	Now     time.Time
	House   rules.House
	Speed   Speed                  // learned; the zero one as usual
	Seats   func(glaze string) int // at a jar; nil or 0 for the house's
	// Held is the glaze on the brush of each hand, where a lesson runs and it has laid one.
	Held map[string]string
}

// Step is a stroke where it is planned.
type Step struct {
	Stroke
	Lesson     int // in Class.Lessons; their number for what goes beyond them
	Begin, End time.Time
}

// Course is how it goes with one piece.
type Course struct {
	Piece  string
	Hand   string
	Steps  []Step
	Unsure bool // nothing is planned for it: nobody can tell
	Done   int  // the lesson after which it waits for nobody; the number of lessons where that lies beyond them
	Ends   time.Time
}

// Planned is the plan of a class.
type Planned struct {
	Courses []Course
	Minutes float64 // the weighted ends, in working minutes
	Bound   float64 // no plan has fewer
	Changes []Wash
}

// Wash is a brush that is changed.
type Wash struct {
	Hand       string
	Lesson     int // in Class.Lessons
	Begin, End time.Time
}

// room numbers what the hands of a class share.
type room struct {
	schedule.Problem
	jars  map[string]int // by code: its number among glazes, from 1
	hands []string
}

const sink, teacher = 1, 2

// ErrNoLesson is returned for a class that has no lesson left.
type ErrNoLesson struct{}

func (ErrNoLesson) Error() string {
	return "this class has no lesson in the timetable: add its bells, or another lesson"
}

// Plan is what each of a class does when, so that the pieces are finished soonest.
func (c Class) Plan(e schedule.Effort) (Planned, error) {
	if len(c.Lessons) == 0 {
		return Planned{}, ErrNoLesson{}
	}
	r, strokes := c.problem()
	if err := r.Check(); err != nil {
		return Planned{}, fmt.Errorf("this lesson cannot be planned: %w", err)
	}
	return c.read(r, strokes, schedule.Solve(r.Problem, e)), nil
}

// window is when somebody glazes: a lesson without its setting up and clearing up, and
// without what of it is past.
type window struct {
	lesson int // in Class.Lessons
	begin  time.Time
	ticks  int
}

// leastWindow is the shortest time in which anybody begins a stroke.
const leastWindow = time.Minute

func (c Class) windows() (all []window) {
	setUp, clearUp := minutes(c.House.SetUpMinutes), minutes(c.House.ClearMinutes)
	for i, l := range c.Lessons {
		from, to := l.Begins.Add(setUp), l.Rings.Add(-clearUp)
		if c.Now.After(l.Begins) {
			from = c.Now // who asks in the middle of a lesson is at work
		}
		if left := to.Sub(from); left >= leastWindow {
			all = append(all, window{i, from, int(left / Tick)})
		}
	}
	return all
}

func (c Class) problem() (room, [][]Stroke) {
	windows, most := c.windows(), ticks(leastWindow.Minutes())
	first := window{begin: c.Now}
	r := room{jars: map[string]int{}}
	r.Shared = []schedule.Room{{Name: "the sink", Room: max(1, c.House.Sinks)}, {Name: "the teacher", Room: 1}}
	r.Change = int(c.House.ChangeMinutes()*float64(time.Minute)/float64(Tick) + 0.5)
	if c.House.Wash == rules.WashBrush {
		r.ChangeUses = sink
	}
	if len(windows) > 0 {
		first = windows[0]
	}
	for _, w := range windows {
		r.Lessons, most = append(r.Lessons, w.ticks), max(most, w.ticks)
	}
	r.Lessons = append(r.Lessons, 0)
	r.held(c)
	var all [][]Stroke
	for _, p := range c.Pieces {
		strokes := p.Strokes()
		all = append(all, strokes)
		hand := r.hand(p.Hand)
		job := schedule.Job{Hand: hand, Weight: max(1, p.Weight), Away: c.away(p, windows)}
		for _, s := range strokes {
			// Who does not get through a stroke in the longest lesson goes on in the next one.
			op := schedule.Op{Ticks: min(c.ticksOf(s), most), Rank: s.rank, Uses: r.uses(c, s), From: from(s, first)}
			if (s.Does == Coats || s.Does == Edges) && !p.Helped {
				op.Glaze = r.jar(c, s.Layer.Glaze)
			}
			for _, a := range s.after {
				op.After = append(op.After, schedule.Lag{Op: a, Ticks: waits(strokes[a])})
			}
			op.Extra = s.Optional
			job.Ops = append(job.Ops, op)
		}
		r.Jobs = append(r.Jobs, job)
	}
	return r, all
}

// away are the windows in which the class of a piece has no lesson.
func (c Class) away(p Piece, windows []window) (all []int) {
	for i, w := range windows {
		if has := c.Lessons[w.lesson].Classes; len(has) > 0 && !slices.Contains(has, p.Class) {
			all = append(all, i)
		}
	}
	return all
}

// held puts on the brushes what is on them.
func (r *room) held(c Class) {
	for _, p := range c.Pieces {
		if code := c.Held[p.Hand]; code != "" {
			hand := r.hand(p.Hand)
			r.Held = append(r.Held, make([]int, max(0, hand+1-len(r.Held)))...)
			r.Held[hand] = r.jar(c, code)
		}
	}
}

// waits is how many ticks pass until what follows a stroke may.
func waits(s Stroke) int { return int((s.Dries + Tick - 1) / Tick) }

func (c Class) ticksOf(s Stroke) int {
	speed := c.Speed.Factor
	if speed <= 0 || s.Does == Shown {
		speed = 1
	}
	return ticks(s.Minutes / speed)
}

// from is how many ticks a stroke may not begin before, counted from the beginning of the
// first window: within it, for until the next lesson everything dries.
func from(s Stroke, first window) int {
	late := int((s.From.Sub(first.begin) + Tick - 1) / Tick)
	return min(first.ticks, max(0, late))
}

func (r *room) hand(name string) int {
	if i := slices.Index(r.hands, name); i >= 0 {
		return i
	}
	r.hands = append(r.hands, name)
	return len(r.hands) - 1
}

// jar is the number of a glaze on a brush.
func (r *room) jar(c Class, code string) int {
	if r.jars[code] == 0 {
		seats := c.House.Seats
		if c.Seats != nil && c.Seats(code) > 0 {
			seats = c.Seats(code)
		}
		r.Shared = append(r.Shared, schedule.Room{Name: code, Room: max(1, seats)})
		r.jars[code] = len(r.Shared)
	}
	return r.jars[code]
}

func (r *room) uses(c Class, s Stroke) int {
	switch {
	case s.Does == Coats || s.Does == Edges:
		return r.jar(c, s.Layer.Glaze)
	case s.Does == Shown:
		return teacher
	case s.Does == Cleans && c.House.Clean == rules.Rinsed:
		return sink
	}
	return 0
}

// read puts a plan of ticks back on the clock.
func (c Class) read(r room, strokes [][]Stroke, plan schedule.Plan) Planned {
	windows, starts := c.windows(), r.Starts()
	// when is the moment of a tick in the lesson that another tick lies in.
	when := func(at, within int) (lesson int, moment time.Time) {
		i := len(starts) - 1
		for starts[i] > within {
			i--
		}
		if i >= len(windows) {
			return len(c.Lessons), time.Time{}
		}
		return windows[i].lesson, windows[i].begin.Add(time.Duration(at-starts[i]) * Tick)
	}
	perMinute := float64(time.Minute / Tick)
	out := Planned{Minutes: float64(plan.Cost) / perMinute, Bound: float64(plan.Bound) / perMinute}
	for j, p := range c.Pieces {
		one := Course{Piece: p.ID, Hand: p.Hand, Unsure: len(strokes[j]) == 0}
		for o, s := range strokes[j] {
			span := plan.Ops[j][o]
			step := Step{Stroke: s}
			step.Lesson, step.Begin = when(span.From, span.From)
			_, step.End = when(span.To, span.From)
			one.Steps = append(one.Steps, step)
			if !s.Optional && (step.Lesson > one.Done || step.Lesson == one.Done && step.End.After(one.Ends)) {
				one.Done, one.Ends = step.Lesson, step.End
			}
		}
		slices.SortStableFunc(one.Steps, func(a, b Step) int { return cmp.Or(cmp.Compare(a.Lesson, b.Lesson), a.Begin.Compare(b.Begin)) })
		out.Courses = append(out.Courses, one)
	}
	for _, w := range plan.Changes {
		lesson, from := when(w.From, w.From)
		if _, to := when(w.To, w.From); lesson < len(c.Lessons) {
			out.Changes = append(out.Changes, Wash{r.hands[w.Hand], lesson, from, to})
		}
	}
	return out
}

// From is a class as it is seen from one of its lessons on, counted in Lessons.
func (c Class) From(lesson int) Class {
	c.Lessons = c.Lessons[lesson:]
	return c
}

// From is a plan as it is seen from one of the lessons on: without what is done before it, and
// without the pieces that are finished by then.
func (p Planned) From(lesson int) Planned {
	if lesson == 0 {
		return p
	}
	out := Planned{Minutes: p.Minutes, Bound: p.Bound}
	for _, c := range p.Courses {
		if !c.Unsure && c.Done < lesson {
			continue
		}
		steps := c.Steps
		c.Steps, c.Done = nil, max(0, c.Done-lesson)
		for _, s := range steps {
			if s.Lesson >= lesson {
				s.Lesson -= lesson
				c.Steps = append(c.Steps, s)
			}
		}
		out.Courses = append(out.Courses, c)
	}
	for _, w := range p.Changes {
		if w.Lesson >= lesson {
			w.Lesson -= lesson
			out.Changes = append(out.Changes, w)
		}
	}
	return out
}

// Glazing is from when to when somebody glazes in a lesson; ok is false where it has no
// time for a stroke.
func (c Class) Glazing(lesson int) (from, to time.Time, ok bool) {
	for _, w := range c.windows() {
		if w.lesson == lesson {
			return w.begin, w.begin.Add(time.Duration(w.ticks) * Tick), true
		}
	}
	return from, to, false
}
