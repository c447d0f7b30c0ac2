package lessons

import (
	"cmp"
	"context"
	"fmt"
	"strings"

	"enkaustos/core/lesson"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// usualDays is how many days of the calendar are shown where nobody says.
const usualDays = 14

// ListLessons is every day from one to another with its lessons.
func (l Calendar) ListLessons(_ context.Context, r contract.ListLessonsRequestObject) (contract.ListLessonsResponseObject, error) {
	m := l.School.Now()
	t, today, read := school.Bells.The(m.Snapshot), lesson.DateOf(m.At.Local()), reader{}
	from := cmp.Or(read.date(view.Value(r.Params.From)), today.Monday())
	out := contract.Calendar{Today: today.String(), From: view.Some(t.From.String()), To: view.Some(t.To.String()), Doubts: view.All(lesson.Doubts(t)), Days: []contract.CalendarDay{}}
	for d := from; d < from+lesson.Date(view.Or(r.Params.Days, usualDays)); d++ {
		out.Days = append(out.Days, contract.CalendarDay{Date: d.String(), Turn: t.Cycle.Called(t.Turn(d)), Holiday: t.Holiday(d), Odd: oddly(t, d), Taught: t.InTerm(d),
			Lessons: view.List(t.Calendar(d), func(one lesson.Lesson) contract.Lesson { return Show(m, one) })})
	}
	return contract.ListLessons200JSONResponse(out), read.err
}

// oddly says how an odd day runs, "" of any other.
func oddly(t lesson.Timetable, d lesson.Date) string {
	odd, is := t.OddDay(d)
	switch {
	case !is:
		return ""
	case odd.Own:
		return cmp.Or(odd.Name, "bells of its own")
	}
	as := lesson.Weekday(odd.Weekday)
	if turn := t.Cycle.Called(odd.Turn); turn != "" {
		as = strings.TrimPrefix(as+" of "+turn, " of ")
	}
	return strings.TrimPrefix(odd.Name+": as "+as, ": ")
}

// LessonsAround is the lesson that runs, the next and the last ones.
func (l Calendar) LessonsAround(_ context.Context, r contract.LessonsAroundRequestObject) (contract.LessonsAroundResponseObject, error) {
	m, class := l.School.Now(), view.Value(r.Params.Class)
	t, at := school.Bells.The(m.Snapshot), m.At.Local()
	one := func(l lesson.Lesson) contract.Lesson { return Show(m, l) }
	out := contract.LessonsAround{Next: []contract.Lesson{}, Before: view.List(t.Before(class, at, 4, 28), one)}
	for next := range t.Coming(class, at) {
		if begins := next.Begins(at.Location()); !begins.After(at) {
			out.Now = new(one(next))
			continue
		}
		if out.Next = append(out.Next, one(next)); len(out.Next) == 5 {
			break
		}
	}
	return contract.LessonsAround200JSONResponse(out), nil
}

// change is a timetable in which one lesson is otherwise. The zero key is one more.
func change(t lesson.Timetable, k lesson.Key, v contract.LessonChange) (lesson.Timetable, lesson.Key, error) {
	read := reader{}
	to := lesson.Change{Of: k, Note: strings.TrimSpace(view.Value(v.Note)),
		Now: lesson.Slot{Date: read.date(view.Value(v.Date)), Starts: read.clock(view.Or(v.Starts, "00:00")), Ends: read.clock(view.Or(v.Ends, "00:00")), Classes: view.Value(v.Classes)}}
	if k.More {
		to.Of = lesson.Key{}
	}
	out := t.Unchanged(k)
	switch is := string(v.Is); {
	case read.err != nil:
		return t, k, read.err
	case is == "usual" && !k.More && k != (lesson.Key{}):
		return out, k, nil
	case is == "cancelled" && k.More:
		return out, k, nil
	case is == "cancelled" && k != (lesson.Key{}):
		to.Now = lesson.Slot{}
	case is == "usual" || is == "cancelled" || to.Now.Date == 0:
		return t, k, school.Refuse("Say on which day and at what time the lesson is.")
	}
	out.Changes = append(out.Changes, to)
	if to.Of == (lesson.Key{}) {
		k = lesson.Key{Date: to.Now.Date, Starts: to.Now.Starts, More: true}
	}
	return out, k, nil
}

// ChangeLesson moves or cancels one lesson, or has it as the bells have it again.
func (l Calendar) ChangeLesson(ctx context.Context, r contract.ChangeLessonRequestObject) (contract.ChangeLessonResponseObject, error) {
	k, err := lesson.ParseKey(r.Key)
	if err != nil {
		return nil, school.Says(err)
	}
	return contract.ChangeLesson204Response{}, l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		t := school.Bells.The(m.Snapshot)
		if _, known := t.Find(k); !known {
			return school.Missing("lesson")
		}
		t, _, err := change(t, k, *r.Body)
		if err != nil {
			return err
		}
		return Keep(m, c, t)
	})
}

// AddLesson holds one more lesson beside the bells.
func (l Calendar) AddLesson(ctx context.Context, r contract.AddLessonRequestObject) (contract.AddLessonResponseObject, error) {
	var made lesson.Key
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		t := school.Bells.The(m.Snapshot)
		if t, made, err = change(t, lesson.Key{}, *r.Body); err != nil {
			return err
		}
		return Keep(m, c, t)
	})
	if err != nil {
		return nil, err
	}
	m := l.School.Now()
	one, ok := school.Bells.The(m.Snapshot).Find(made)
	if !ok {
		return nil, fmt.Errorf("the lesson that was added is not found: %s", made)
	}
	return contract.AddLesson201JSONResponse(Show(m, one)), nil
}
