package fits

import (
	"slices"
	"time"
)

// Wait is what somebody waits for before the next stroke.
type Wait string

// For a coat to dry, for a place at a jar or at the sink, for the teacher to look.
const (
	ToDry     Wait = "dries"
	AtJar     Wait = "jar"
	AtSink    Wait = "sink"
	AtTeacher Wait = "teacher"
)

// Task is a step of somebody in the lesson that runs, or a change of the brush.
type Task struct {
	Step
	Piece string // "" for a change of the brush
}

// Turn is where one pair of hands is in the lesson that runs.
type Turn struct {
	Hand  string
	Tasks []Task   // what is left of this lesson, in order; none for who has nothing to do
	Waits Wait     // what the first task waits for; "" where it can be done now
	With  []string // who is at what it waits for
}

// grace is how late somebody may be at a step without waiting for it.
const grace = 2 * Tick

// Route is what everybody does now, and next, by a plan that was made now, or a moment ago:
// the hands as the pieces name them. Who waits waits for the coat below, else for a place.
func (c Class) Route(planned Planned) (all []Turn) {
	at := map[string]int{}
	for _, course := range planned.Courses {
		if _, known := at[course.Hand]; !known {
			at[course.Hand] = len(all)
			all = append(all, Turn{Hand: course.Hand})
		}
		turn := &all[at[course.Hand]]
		for _, s := range course.Steps {
			if s.Lesson == 0 {
				turn.Tasks = append(turn.Tasks, Task{s, course.Piece})
			}
		}
	}
	for _, w := range planned.Changes {
		if i, known := at[w.Hand]; known && w.Lesson == 0 {
			all[i].Tasks = append(all[i].Tasks, Task{Step: Step{Stroke: Stroke{Does: Changes}, Begin: w.Begin, End: w.End}})
		}
	}
	for i := range all {
		slices.SortStableFunc(all[i].Tasks, func(a, b Task) int { return a.Begin.Compare(b.Begin) })
	}
	if now, _, ok := c.Glazing(0); ok { // before the first brush nobody waits for anything else
		for i := range all {
			waiting(all, i, now)
		}
	}
	return all
}

// waiting says what a turn waits for, as somebody begins to glaze or goes on.
func waiting(all []Turn, i int, now time.Time) {
	turn := &all[i]
	if len(turn.Tasks) == 0 {
		return
	}
	first := turn.Tasks[0]
	if first.Begin.Sub(now) <= grace {
		return
	}
	if first.From.Sub(now) > grace {
		turn.Waits = ToDry
		return
	}
	switch first.Does {
	case Coats, Edges:
		turn.Waits = AtJar
	case Shown:
		turn.Waits = AtTeacher
	default:
		turn.Waits = AtSink
	}
	for k := range all {
		if k != i && slices.ContainsFunc(all[k].Tasks, func(t Task) bool {
			return t.Begin.Before(first.Begin) && at(t) == turn.Waits && (turn.Waits != AtJar || t.Layer.Glaze == first.Layer.Glaze)
		}) {
			turn.With = append(turn.With, all[k].Hand)
		}
	}
}

// at is where somebody is for a task.
func at(t Task) Wait {
	switch t.Does {
	case Coats, Edges:
		return AtJar
	case Shown:
		return AtTeacher
	}
	return AtSink
}

// Torn is a surface that is begun, or would be in this lesson, and is not finished in it.
type Torn struct {
	Piece, Surface string
	Today, Later   int // coats
}

// Torn are the surfaces that will not be finished in the lesson that runs, in the order of the
// courses; begun says whether there is something on one already.
func (p Planned) Torn(begun func(piece, surface string) bool) (all []Torn) {
	for _, c := range p.Courses {
		of := map[string]int{}
		for _, s := range c.Steps {
			if s.Does != Coats || s.Optional {
				continue
			}
			i, known := of[s.Surface]
			if !known {
				i = len(all)
				of[s.Surface] = i
				all = append(all, Torn{Piece: c.Piece, Surface: s.Surface})
			}
			if s.Lesson == 0 {
				all[i].Today++
			} else {
				all[i].Later++
			}
		}
	}
	return slices.DeleteFunc(all, func(t Torn) bool { return t.Later == 0 || t.Today == 0 && !begun(t.Piece, t.Surface) })
}
