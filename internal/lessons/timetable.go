// Package lessons is the timetable of the room and each of its lessons.
package lessons

import (
	"context"
	"errors"
	"time"

	"enkaustos/core/lesson"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Calendar answers what the contract asks of the timetable, and Lessons what it asks of a
// lesson and its class.
type (
	Calendar struct{ School *school.School }
	Lessons  struct {
		School  *school.School
		Running *Running
	}
)

// Keep keeps a timetable, if it can be.
func Keep(m school.Moment, c *school.Change, t lesson.Timetable) error {
	checked, err := lesson.Checked(t, func(class string) string {
		c, _ := school.Taught(m.Snapshot, class)
		if c.Archived {
			return ""
		}
		return c.Name
	})
	switch {
	case errors.Is(err, lesson.ErrNoClass):
		return school.Missing("class")
	case err != nil:
		return school.Says(err)
	}
	school.Bells.Put(c, checked)
	return nil
}

// GetTimetable is the bells and what departs from them day by day.
func (l Calendar) GetTimetable(context.Context, contract.GetTimetableRequestObject) (contract.GetTimetableResponseObject, error) {
	return contract.GetTimetable200JSONResponse(show(school.Bells.The(l.School.Now().Snapshot))), nil
}

// SetTimetable replaces it; lessons that were moved or cancelled stay so.
func (l Calendar) SetTimetable(ctx context.Context, r contract.SetTimetableRequestObject) (contract.SetTimetableResponseObject, error) {
	t, err := read(*r.Body)
	if err == nil {
		err = l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
			t.Changes = school.Bells.The(m.Snapshot).Changes
			return Keep(m, c, t)
		})
	}
	return contract.SetTimetable200JSONResponse(show(school.Bells.The(l.School.Now().Snapshot))), err
}

// show is a timetable as the contract has it.
func show(t lesson.Timetable) contract.Timetable {
	return contract.Timetable{Cycle: showCycle(t.Cycle), From: view.Some(t.From.String()), To: view.Some(t.To.String()), Bells: view.List(t.Bells, showBell),
		Holidays: view.List(t.Holidays, showHoliday),
		Odd: view.List(t.Odd, func(o lesson.OddDay) contract.OddDay {
			bells := view.List(o.Bells, showBell)
			return contract.OddDay{Date: o.Date.String(), Name: view.Some(o.Name), Weekday: view.Some(o.Weekday), Turn: view.Some(o.Turn), Own: view.Some(o.Own), Bells: &bells}
		}),
		Doubts: new(view.All(lesson.Doubts(t)))}
}

func showCycle(c lesson.Cycle) contract.Cycle {
	return contract.Cycle{Turning: contract.CycleTurning(c.Turning), Length: c.Length, From: view.Some(c.From.String()), Through: view.Some(c.Through)}
}

func showHoliday(h lesson.Holiday) contract.Holiday {
	return contract.Holiday{From: h.From.String(), To: h.To.String(), Name: h.Name}
}

func showBell(b lesson.Bell) contract.Bell {
	return contract.Bell{Classes: view.All(b.Classes), Weekday: view.Some(b.Weekday), Turn: view.Some(b.Turn), Starts: b.Starts.String(), Ends: b.Ends.String()}
}

// read is a timetable as it was sent. The error is one sentence.
func read(v contract.Timetable) (t lesson.Timetable, err error) {
	r := &reader{}
	t = lesson.Timetable{From: r.date(view.Value(v.From)), To: r.date(view.Value(v.To)), Bells: r.bells(v.Bells),
		Cycle: lesson.Cycle{Turning: lesson.Turning(v.Cycle.Turning), Length: v.Cycle.Length, From: r.date(view.Value(v.Cycle.From)), Through: view.Value(v.Cycle.Through)}}
	for _, h := range v.Holidays {
		t.Holidays = append(t.Holidays, lesson.Holiday{From: r.date(h.From), To: r.date(h.To), Name: h.Name})
	}
	for _, o := range v.Odd {
		t.Odd = append(t.Odd, lesson.OddDay{Date: r.date(o.Date), Name: view.Value(o.Name), Weekday: view.Value(o.Weekday), Turn: view.Value(o.Turn), Own: view.Value(o.Own), Bells: r.bells(view.Value(o.Bells))})
	}
	if t.Cycle.Turning == lesson.Weekly {
		t.Cycle = lesson.Cycle{}
	}
	return t, r.err
}

// reader reads dates and times, and keeps the first of them that is none.
type reader struct{ err error }

func (r *reader) date(text string) lesson.Date {
	if text == "" || r.err != nil {
		return 0
	}
	d, err := lesson.ParseDate(text)
	if err != nil {
		r.err = school.Says(err)
	}
	return d
}

func (r *reader) clock(text string) lesson.Minutes {
	if r.err != nil {
		return 0
	}
	if text == "24:00" {
		return 24 * 60
	}
	m, err := lesson.ParseMinutes(text)
	if err != nil {
		r.err = school.Says(err)
	}
	return m
}

func (r *reader) bells(in []contract.Bell) (out []lesson.Bell) {
	for _, b := range in {
		out = append(out, lesson.Bell{Classes: b.Classes, Weekday: view.Value(b.Weekday), Turn: view.Value(b.Turn), Starts: r.clock(b.Starts), Ends: r.clock(b.Ends)})
	}
	return out
}

// Show is a lesson as the contract has it, its moments in the room's own time.
func Show(m school.Moment, l lesson.Lesson) contract.Lesson {
	return contract.Lesson{Key: l.Key.String(), Date: l.Date.String(), Starts: l.Starts.String(), Ends: l.Ends.String(), Begins: l.Begins(time.Local).UTC(), Rings: l.Rings(time.Local).UTC(),
		Classes: view.All(l.Classes), Names: school.Called(m.Snapshot, l.Classes), Is: contract.LessonIs(l.Is), Note: l.Note}
}
