package lessons

import (
	"context"
	"slices"
	"time"

	"enkaustos/core/lesson"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Held is what is kept of one lesson.
type Held struct {
	Key   string `json:"key"` // lesson.Key
	Ticks []Tick `json:"ticks,omitempty"`
	// Planned is how many coats were foreseen for it when it was first prepared.
	Planned int `json:"planned,omitempty"`
}

// Tick is something on a list of a lesson that is done.
type Tick struct {
	Item string    `json:"item"`
	By   string    `json:"by"`
	At   time.Time `json:"at"`
}

// HeldLessons are the lessons of which something was ticked.
var HeldLessons = school.Register("lesson", func(h Held) string { return h.Key }).Quiet()

// held is what is kept of a lesson so far.
func held(m school.Moment, at lesson.Lesson) Held {
	h, _ := HeldLessons.Get(m.Snapshot, at.Key.String())
	h.Key = at.Key.String()
	return h
}

// ticked says whether something is ticked.
func (h Held) ticked(item string) bool {
	return slices.ContainsFunc(h.Ticks, func(t Tick) bool { return t.Item == item })
}

func showTicks(m school.Moment, at lesson.Lesson) []contract.LessonTick {
	return view.List(held(m, at).Ticks, func(t Tick) contract.LessonTick { return contract.LessonTick{Item: t.Item, By: t.By, At: t.At} })
}

// ListTicks is what is ticked on the lists of a lesson.
func (l Lessons) ListTicks(ctx context.Context, r contract.ListTicksRequestObject) (contract.ListTicksResponseObject, error) {
	m := l.School.Now()
	at, err := mine(ctx, m, r.Key)
	if err != nil {
		return nil, err
	}
	return contract.ListTicks200JSONResponse(showTicks(m, at)), nil
}

// mostTicks is more than any lesson's lists have lines.
const mostTicks = 1500

// TickLesson ticks what is done, or takes a tick back. With the first tick before a lesson
// is kept how many coats are foreseen for it.
func (l Lessons) TickLesson(ctx context.Context, r contract.TickLessonRequestObject) (contract.TickLessonResponseObject, error) {
	by, err := school.AtWork(ctx)
	if err != nil {
		return nil, err
	}
	now := l.School.Now()
	at, err := mine(ctx, now, r.Key)
	if err != nil {
		return nil, err
	}
	planned := held(now, at).Planned
	if planned == 0 && now.At.Before(at.Begins(time.Local)) {
		planned = foreseen(now, at) // searched for before the change begins: no tap waits for it
	}
	err = l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		h := held(m, at)
		h.Planned = planned
		h.Ticks = slices.DeleteFunc(slices.Clone(h.Ticks), func(t Tick) bool { return slices.Contains(r.Body.Items, t.Item) })
		if r.Body.Done {
			for _, item := range r.Body.Items {
				h.Ticks = append(h.Ticks, Tick{item, by.Name, m.At})
			}
		}
		if len(h.Ticks) > mostTicks {
			return school.Refuse("More than %d things are ticked in this lesson already.", mostTicks)
		}
		HeldLessons.Put(c, h)
		return nil
	})
	return contract.TickLesson200JSONResponse(showTicks(l.School.Now(), at)), err
}

// foreseen is how many coats fit into a lesson as it stands.
func foreseen(m school.Moment, at lesson.Lesson) int {
	_, planned, err := planOf(m, at, soon)
	if err != nil {
		return 0
	}
	return coatsIn(planned)
}
