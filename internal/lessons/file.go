package lessons

import (
	"bytes"
	"cmp"
	"context"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"enkaustos/core/lesson"
	"enkaustos/internal/contract"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// A file of a school year and somewhat more is read, from some weeks before today.
const (
	yearsBack  = 120 * 24 * time.Hour
	yearsAhead = 400 * 24 * time.Hour
)

// taking is a calendar file on its way into the timetable.
type taking struct {
	m      school.Moment
	file   exchange.Calendar
	named  map[string]string // whose lessons the events of a name are
	out    contract.CalendarImport
	slots  []lesson.Slot
	window [2]lesson.Date // the first and the last day of its lessons
}

// ImportCalendar looks at an iCalendar file, and takes it over whole or not at all.
func (l Calendar) ImportCalendar(ctx context.Context, r contract.ImportCalendarRequestObject) (contract.ImportCalendarResponseObject, error) {
	now := l.School.Now()
	file, err := readCalendar(ctx, now, r.Body.Text)
	if err != nil {
		return nil, err
	}
	var out contract.CalendarImport
	if !r.Body.Apply {
		out, err = take(now, &school.Change{}, file, *r.Body)
		return contract.ImportCalendar200JSONResponse(out), err
	}
	err = l.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		out, err = take(m, c, file, *r.Body)
		return err
	})
	return contract.ImportCalendar200JSONResponse(out), err
}

// mostRead is how long a file of a caller is read.
const mostRead = 2 * time.Second

// readCalendar reads a calendar file, while every tap goes on.
func readCalendar(ctx context.Context, now school.Moment, text string) (exchange.Calendar, error) {
	ctx, stop := context.WithTimeout(ctx, mostRead)
	defer stop()
	file, err := exchange.ReadCalendar(ctx, text, time.Local, now.At.Add(-yearsBack), now.At.Add(yearsAhead))
	switch {
	case ctx.Err() != nil:
		return file, school.Refuse("This calendar file takes too long to read: export the calendar of the room alone.")
	case err != nil:
		return file, school.Says(err)
	case len(file.Events) == 0:
		return file, school.Refuse("No event of this file lies within %d days before today and %d after it.", int(yearsBack.Hours()/24), int(yearsAhead.Hours()/24))
	}
	return file, nil
}

// take says what a calendar file would bring; where that is asked for, it brings it.
func take(m school.Moment, c *school.Change, file exchange.Calendar, v contract.ImportCalendarJSONRequestBody) (contract.CalendarImport, error) {
	read := reader{}
	from, to := read.date(view.Value(v.From)), read.date(view.Value(v.To))
	if read.err != nil {
		return contract.CalendarImport{}, read.err
	}
	if from != 0 && to != 0 && to < from {
		return contract.CalendarImport{}, school.Refuse("The last day lies before the first one: from %s to %s.", from.Said(), to.Said())
	}
	t := &taking{m: m, file: file, named: view.Value(v.Classes)}
	t.names()
	t.lessons(from, to)
	base := school.Bells.The(m.Snapshot)
	if view.Value(v.Holidays) {
		base = t.holidays(base)
	}
	fitted := lesson.Fitted{Timetable: base}
	if len(t.slots) > 0 {
		if from != 0 || to != 0 { // between them, what the file does not have is not taught
			from, to = t.window[0], t.window[1]
		}
		fitted = base.Taking(t.slots, from, to)
	}
	t.says(school.Bells.The(m.Snapshot), fitted)
	if err := Keep(m, c, fitted.Timetable); err != nil { // looked at only, it says whether it could be kept
		return contract.CalendarImport{}, err
	}
	t.out.Applied = v.Apply
	return t.out, nil
}

// names says what the events are called, and whose lessons they are taken for.
func (t *taking) names() {
	byName := map[string]*contract.CalendarName{}
	for _, e := range t.file.Events {
		n := byName[e.Name]
		if n == nil {
			class, said := t.named[e.Name]
			if !said {
				class = t.classNamed(e.Name)
			}
			n = &contract.CalendarName{Name: e.Name, First: e.Starts.UTC(), Class: class, Days: view.Some(e.Days)}
			byName[e.Name] = n
		}
		n.Events++
		n.Last = e.Starts.UTC()
	}
	t.named = map[string]string{}
	for _, n := range slices.SortedFunc(maps.Values(byName), func(a, b *contract.CalendarName) int {
		return cmp.Or(b.Events-a.Events, strings.Compare(a.Name, b.Name))
	}) {
		t.out.Names = append(t.out.Names, *n)
		t.named[n.Name] = n.Class
	}
}

// classNamed is the class whose name stands in the name of an event, the longest first; ""
// for none.
func (t *taking) classNamed(event string) string {
	best := school.Class{}
	padded := " " + plain(event) + " "
	for _, c := range t.m.ClassesByName() {
		if !c.Archived && strings.Contains(padded, " "+plain(c.Name)+" ") && len(c.Name) > len(best.Name) {
			best = c
		}
	}
	return best.ID
}

// plain is a name without case and punctuation.
func plain(name string) string {
	return strings.Join(strings.FieldsFunc(strings.ToLower(name), func(r rune) bool { return strings.ContainsRune(" ,;:.()[]/-–", r) }), " ")
}

// lessons are the slots of the events that are lessons, from one day to another (0 for no
// such bound), and the days that they reach over.
func (t *taking) lessons(from, to lesson.Date) {
	left := map[string]int{}
	first, last := lesson.Date(0), lesson.Date(0)
	for _, e := range t.file.Events {
		class := t.named[e.Name]
		if class == "" || e.Days {
			continue
		}
		d := lesson.DateOf(e.Starts)
		if from != 0 && d < from || to != 0 && d > to {
			continue
		}
		starts, ends := clock(e.Starts), clock(e.Ends)
		switch next := lesson.DateOf(e.Ends); {
		case next == d+1 && ends == 0:
			ends = 24 * 60
		case next != d:
			left["ends on the day it begins"]++
			continue
		case ends == starts:
			left["lasts some time"]++
			continue
		}
		if first == 0 {
			first = d
		}
		last = d
		t.slots = append(t.slots, lesson.Slot{Date: d, Starts: starts, Ends: ends, Classes: []string{class}})
	}
	t.window = [2]lesson.Date{cmp.Or(from, first), cmp.Or(to, last)}
	for _, why := range slices.Sorted(maps.Keys(left)) {
		t.out.Notes = append(t.out.Notes, fmt.Sprintf("Lessons left out, for a lesson %s: %d.", why, left[why]))
	}
}

func clock(at time.Time) lesson.Minutes { return lesson.Minutes(at.Hour()*60 + at.Minute()) }

// holidays takes events of whole days that are no class's as holidays, beside those that
// the timetable has.
func (t *taking) holidays(base lesson.Timetable) lesson.Timetable {
	base.Holidays = slices.Clone(base.Holidays)
	for _, e := range t.file.Events {
		if !e.Days || t.named[e.Name] != "" {
			continue
		}
		h := lesson.Holiday{From: lesson.DateOf(e.Starts), To: lesson.DateOf(e.Ends) - 1, Name: e.Name}
		if !slices.ContainsFunc(base.Holidays, func(o lesson.Holiday) bool { return o.From <= h.To && h.From <= o.To }) {
			base.Holidays = append(base.Holidays, h)
			t.out.Holidays = append(t.out.Holidays, showHoliday(h))
		}
	}
	return base
}

// says what the file would bring: what becomes other of every lesson of the term.
func (t *taking) says(before lesson.Timetable, f lesson.Fitted) {
	t.out.Holidays, t.out.Notes = view.All(t.out.Holidays), append(view.All(t.file.Notes), t.out.Notes...)
	t.out.Bells, t.out.Cancelled, t.out.Cycle = view.List(f.Bells, showBell), f.Cancelled, showCycle(f.Timetable.Cycle)
	t.out.From, t.out.To = t.window[0].String(), t.window[1].String()
	d := lesson.Between(before, f.Timetable)
	t.out.Added, t.out.Changed, t.out.Lost = d.Added, d.Changed, d.Lost
}

// ExportCalendar writes the lessons of the term as an iCalendar file: from its first day,
// or four months back, to its last, or a year ahead.
func (l Calendar) ExportCalendar(context.Context, contract.ExportCalendarRequestObject) (contract.ExportCalendarResponseObject, error) {
	m := l.School.Now()
	t, today := school.Bells.The(m.Snapshot), lesson.DateOf(m.At.Local())
	from, to := cmp.Or(t.From, today-120), cmp.Or(t.To, today+365)
	var events []exchange.Event
	var uids []string
	for d := from; d <= to; d++ {
		for _, one := range t.On(d) {
			events = append(events, exchange.Event{Name: school.Called(m.Snapshot, one.Classes), Starts: one.Begins(time.Local), Ends: one.Rings(time.Local)})
			uids = append(uids, one.Key.String()+"@enkaustos")
		}
	}
	var file bytes.Buffer
	err := exchange.WriteCalendar(&file, cmp.Or(school.Names.The(m.Snapshot).Name, "Glaze room"), events, func(i int) string { return uids[i] }, m.At)
	return contract.ExportCalendar200TextcalendarResponse{Body: &file, ContentLength: int64(file.Len())}, err
}
