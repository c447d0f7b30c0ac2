package lessons

import (
	"context"
	"slices"
	"strconv"
	"strings"
	"time"

	"enkaustos/core/fits"
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

// TickLesson ticks what is done, or takes a tick back. With the first tick before a lesson
// is kept how many coats are foreseen for it.
func (l Lessons) TickLesson(ctx context.Context, r contract.TickLessonRequestObject) (contract.TickLessonResponseObject, error) {
	by := school.ActorOf(ctx)
	now := l.School.Now()
	at, err := nowMine(ctx, now, r.Key)
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
		for _, item := range r.Body.Items {
			if r.Body.Done && !isItem(m, at, item) {
				return school.Refuse("Nothing on the lists of this lesson is called %q.", item)
			}
		}
		h.Ticks = slices.DeleteFunc(slices.Clone(h.Ticks), func(t school.Tick) bool { return slices.Contains(r.Body.Items, t.Item) })
		if r.Body.Done {
			for _, item := range slices.Compact(slices.Sorted(slices.Values(r.Body.Items))) {
				h.Ticks = append(h.Ticks, school.Tick{Item: item, By: by.Name, At: m.At})
			}
		}
		school.HeldLessons.Put(c, h)
		return nil
	})
	return contract.TickLesson200JSONResponse(showTicks(l.School.Now(), at)), err
}

// isItem says whether a line of the lists of a lesson can be called so: lists come and go with what is
// logged, so what was on one a moment ago is one as well.
func isItem(m school.Moment, at lesson.Lesson, item string) bool {
	kind, of, _ := strings.Cut(item, ":")
	name, table, hasTable := strings.Cut(of, "@")
	atTable := !hasTable || table == "" || slices.Contains(tablesOf(m, at), table)
	jar := func(code string) bool { return school.Glazes.All(m.Snapshot)[code].Code != "" }
	switch kind {
	case "jar", "glaze":
		return jar(of)
	case "more":
		return jar(name) && atTable
	case "tool":
		code, tip := strings.CutPrefix(of, "tip for ")
		return fits.IsTool(of) && (!tip || jar(code))
	case "brush":
		n, err := strconv.Atoi(of)
		return err == nil && brushItem(n) == item && Brushes.The(m.Snapshot).Brushes.Kind(n) != ""
	case "back":
		return atTable && slices.ContainsFunc(fits.Back(m.Jars(), []string{""}, out(m, at), Brushes.The(m.Snapshot).Brushes), func(t fits.Tool) bool { return t.Name == name })
	case "half":
		return slices.ContainsFunc(at.Classes, func(class string) bool { return school.Students.All(m.Snapshot)[of].Class == class })
	case "place", "hand":
		p := m.Pieces[of]
		return p != nil && slices.Contains(at.Classes, m.ClassOf(p))
	}
	return false
}

// foreseen is how many coats fit into a lesson as it stands.
func foreseen(m school.Moment, at lesson.Lesson) int {
	_, planned, err := planOf(m, at, soon)
	if err != nil {
		return 0
	}
	return coatsIn(planned)
}
