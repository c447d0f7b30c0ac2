// Package schedule finds who does what when: pairs of hands that share jars, a sink and
// somebody who looks, strokes that have to dry before the next, and a brush that is changed
// between glazes. It knows no clay: core/lesson makes its problems of plans.
package schedule

import "fmt"

// Problem is what is to be done. Times are whole ticks, whatever a tick is.
type Problem struct {
	Jobs   []Job  `json:"jobs"`
	Shared []Room `json:"shared"` // what all hands share
	Change int    `json:"change"` // ticks that a pair of hands takes from one glaze to another
	// ChangeUses is what a change occupies, counted from 1 in Shared; 0 for nothing.
	ChangeUses int `json:"changeUses"`
	// Lessons are how long the lessons are, one after the other; the last one goes on for
	// ever. None is one lesson without an end. Nothing goes on over the end of a lesson,
	// what was wet is dry in the next one, and brushes are clean.
	Lessons []int `json:"lessons,omitempty"`
	// Held is the glaze on the brush of each hand as it begins; none is clean brushes.
	Held []int `json:"held,omitempty"`
}

// Job is one piece in one pair of hands.
type Job struct {
	Hand   int  `json:"hand"`   // 0, 1, 2 …
	Weight int  `json:"weight"` // what a tick costs by which it ends later; at least 1
	Ops    []Op `json:"ops"`    // each after those that it waits for
	// Away are the lessons, counted in Problem.Lessons, that its hand is not in; never the
	// last one.
	Away []int `json:"away,omitempty"`
}

// Op is one thing that is done in one go.
type Op struct {
	Ticks int   `json:"ticks"`           // at least 1
	Glaze int   `json:"glaze"`           // on the brush, counted from 1; 0 for none
	Uses  int   `json:"uses"`            // one place of what is shared, counted from 1; 0 for none
	After []Lag `json:"after"`           // all of them before it in the job
	From  int   `json:"from,omitempty"`  // not before this tick; dry by the end of its lesson, as all is
	Extra bool  `json:"extra,omitempty"` // its job is finished without it
	Rank  int   `json:"-"`               // where two orders cost the same, the lower one first
}

// Lag is a wait for another op of the job: so many ticks after its end.
type Lag struct {
	Op    int `json:"op"`
	Ticks int `json:"ticks"`
}

// Room is something that several hands share.
type Room struct {
	Name string `json:"name"`
	Room int    `json:"room"` // how many at once; at least 1
}

// Check says what is wrong with a problem, in one sentence.
func (p Problem) Check() error {
	for j, job := range p.Jobs {
		if job.Weight < 1 || job.Hand < 0 {
			return fmt.Errorf("job %d weighs %d in hand %d: both count from 1 and 0", j, job.Weight, job.Hand)
		}
		for _, l := range job.Away {
			if l < 0 || l >= len(p.ended()) {
				return fmt.Errorf("job %d is away from lesson %d, which does not end", j, l)
			}
		}
		for o, op := range job.Ops {
			if op.Ticks < 1 || op.Uses < 0 || op.Uses > len(p.Shared) || op.Glaze < 0 {
				return fmt.Errorf("op %d of job %d takes %d ticks of place %d", o, j, op.Ticks, op.Uses)
			}
			for _, a := range op.After {
				if a.Op < 0 || a.Op >= o || a.Ticks < 0 {
					return fmt.Errorf("op %d of job %d waits %d ticks for op %d, which is not before it", o, j, a.Ticks, a.Op)
				}
			}
		}
	}
	for _, r := range p.Shared {
		if r.Room < 1 {
			return fmt.Errorf("%s has room for nobody", r.Name)
		}
	}
	for _, length := range p.ended() {
		if length < 1 {
			return fmt.Errorf("a lesson of %d ticks has room for nothing", length)
		}
	}
	if p.Change < 0 || p.ChangeUses < 0 || p.ChangeUses > len(p.Shared) {
		return fmt.Errorf("a change of %d ticks uses place %d", p.Change, p.ChangeUses)
	}
	return nil
}

// ended are the lengths of the lessons that end.
func (p Problem) ended() []int {
	if len(p.Lessons) == 0 {
		return nil
	}
	return p.Lessons[:len(p.Lessons)-1]
}

// Span is from a tick up to another one, that one left out.
type Span struct{ From, To int }

// Plan is a problem with everything in its place.
type Plan struct {
	Ops     [][]Span // by job and op
	Changes []Change // by hand, in order
	Ends    []int    // by job: when its last op ends
	Cost    int      // the weighted ends
	Bound   int      // no plan of this problem costs less
}

// Change is a brush that is changed.
type Change struct {
	Hand int
	Span
}

// Starts are the ticks at which the lessons begin, on the clock that stands still between
// them.
func (p Problem) Starts() []int {
	starts := []int{0}
	for _, length := range p.ended() {
		starts = append(starts, starts[len(starts)-1]+length)
	}
	return starts
}
