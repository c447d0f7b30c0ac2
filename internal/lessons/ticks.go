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

func showTicks(m school.Moment, at lesson.Lesson) []contract.LessonTick {
	return view.List(school.HeldOf(m, at).Ticks, func(t school.Tick) contract.LessonTick { return contract.LessonTick{Item: t.Item, By: t.By, At: t.At} })
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
	planned := school.HeldOf(now, at).Planned
	if planned == 0 && now.At.Before(at.Begins(time.Local)) {
		planned = foreseen(now, at) // searched for before the change begins: no tap waits for it
	}
	err = l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		h := school.HeldOf(m, at)
		h.Planned = planned
		h.Ticks = slices.DeleteFunc(slices.Clone(h.Ticks), func(t school.Tick) bool { return slices.Contains(r.Body.Items, t.Item) })
		if r.Body.Done {
			for _, item := range r.Body.Items {
				h.Ticks = append(h.Ticks, school.Tick{Item: item, By: by.Name, At: m.At})
			}
		}
		if len(h.Ticks) > mostTicks {
			return school.Refuse("More than %d things are ticked in this lesson already.", mostTicks)
		}
		school.HeldLessons.Put(c, h)
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
