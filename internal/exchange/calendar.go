package exchange

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"io"
	"regexp"
	"slices"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/teambition/rrule-go"
)

// Event is one event of a calendar file, on one day, in the room's own time.
type Event struct {
	Name   string
	Starts time.Time
	Ends   time.Time // of days: the first moment after the last one
	Days   bool      // it is of whole days
}

// Calendar is what a calendar file has between two moments.
type Calendar struct {
	Events []Event
	Notes  []string // what was taken otherwise than it is written, and what was left out
}

// Limits of a calendar file: a school year of one room has some 1,500 lessons.
const (
	MostEvents   = 6000
	mostInSeries = 3000
	mostEntries  = 20_000  // events, zones and alarms that the file is written with
	mostDeep     = 4       // an alarm within an event within a calendar, and one to spare
	mostFollowed = 100_000 // days that rules are followed over, in all
)

// ReadCalendar reads the events of an iCalendar file (RFC 5545) that lie between two
// moments, repeated ones one by one. Times without a zone, and of zones that nobody knows,
// are the room's own. It ends with its asker. The error is one sentence.
func ReadCalendar(ctx context.Context, file string, room *time.Location, from, to time.Time) (Calendar, error) {
	if err := readable(file); err != nil {
		return Calendar{}, err
	}
	parsed, err := ics.ParseCalendar(strings.NewReader(file))
	if err != nil {
		return Calendar{}, unread(err)
	}
	r := calendarReader{room: room, from: from, to: to, noted: map[string]bool{}}
	instead := map[string]bool{} // times of series that another event stands for
	for _, e := range parsed.Events() {
		if at, ok := r.moment(e.GetProperty(ics.ComponentPropertyRecurrenceId)); ok {
			instead[series(e, at.when)] = true
		}
	}
	for _, e := range parsed.Events() {
		if err := cmp.Or(ctx.Err(), r.read(e, instead)); err != nil {
			return Calendar{}, err
		}
	}
	if len(parsed.Events()) == 0 {
		return Calendar{}, errors.New("this calendar file has no events")
	}
	slices.SortStableFunc(r.out.Events, func(a, b Event) int { return cmp.Or(a.Starts.Compare(b.Starts), strings.Compare(a.Name, b.Name)) })
	return r.out, nil
}

// readable refuses what a parser would take too long for: parts within parts, and too many of them.
func readable(file string) error {
	deep, entries := 0, 0
	for line := range strings.Lines(file) {
		switch head := strings.ToUpper(line[:min(6, len(line))]); {
		case head == "BEGIN:":
			deep++
			entries++
		case strings.HasPrefix(head, "END:"):
			deep--
		}
		if deep > mostDeep {
			return fmt.Errorf("this calendar file has parts within parts, more than %d deep: no calendar of lessons is written so", mostDeep)
		}
		if entries > mostEntries {
			return fmt.Errorf("this calendar file has more than %d entries: export the calendar of the room alone", mostEntries)
		}
	}
	return nil
}

// unread says of what a parser could not read where it stopped.
func unread(err error) error {
	if found := lineOf.FindStringSubmatch(err.Error()); found != nil && found[1] != "0" {
		return fmt.Errorf("line %s of this calendar file cannot be read: expected iCalendar (.ics)", found[1])
	}
	return errors.New("this is no calendar file: expected iCalendar (.ics), which begins with BEGIN:VCALENDAR and ends with END:VCALENDAR")
}

var lineOf = regexp.MustCompile(`line (\d+)`)

func series(e *ics.VEvent, at time.Time) string { return e.Id() + at.UTC().Format(time.RFC3339) }

type calendarReader struct {
	room     *time.Location
	from, to time.Time
	out      Calendar
	noted    map[string]bool
	followed int // days, so far
}

func (r *calendarReader) note(format string, args ...any) {
	if text := fmt.Sprintf(format, args...); !r.noted[text] {
		r.noted[text] = true
		r.out.Notes = append(r.out.Notes, text)
	}
}

// moment is a time as a property has it.
type moment struct {
	when time.Time
	days bool
}

// moment reads a property of a time. Its location is the one by which it repeats.
func (r *calendarReader) moment(p *ics.IANAProperty) (moment, bool) {
	if p == nil {
		return moment{}, false
	}
	zone := r.room
	if names := p.ICalParameters["TZID"]; len(names) > 0 {
		known, err := time.LoadLocation(strings.Trim(names[0], `"`))
		if err == nil && names[0] != "" {
			zone = known
		} else {
			r.note("Times of the zone %q are taken as the room's own: nobody knows that zone here.", names[0])
		}
	}
	return parseMoment(p.Value, zone)
}

func parseMoment(text string, zone *time.Location) (moment, bool) {
	text = strings.TrimSpace(text)
	if universal, ok := strings.CutSuffix(text, "Z"); ok {
		text, zone = universal, time.UTC
	}
	for _, layout := range []string{"20060102T150405", "20060102T1504", "20060102"} {
		if at, err := time.ParseInLocation(layout, text, zone); err == nil {
			return moment{when: at, days: layout == "20060102"}, true
		}
	}
	return moment{}, false
}

// read adds the events that one entry of the file stands for.
func (r *calendarReader) read(e *ics.VEvent, instead map[string]bool) error {
	name := strings.Join(strings.Fields(value(e, ics.ComponentPropertySummary)), " ")
	starts, ok := r.moment(e.GetProperty(ics.ComponentPropertyDtStart))
	if !ok || starts.when.Year() < earliest {
		r.note("An event without a beginning that can be was left out: %q.", name)
		return nil
	}
	if strings.EqualFold(value(e, ics.ComponentPropertyStatus), "CANCELLED") {
		return nil
	}
	lasts, ok := r.lasts(e, starts)
	if !ok {
		r.note("%q ends before it begins, and was left out.", name)
		return nil
	}
	at, err := r.times(e, starts, name)
	if err != nil {
		return err
	}
	own := e.GetProperty(ics.ComponentPropertyRecurrenceId) != nil
	for _, when := range at {
		if !own && instead[series(e, when)] {
			continue
		}
		event := Event{Name: name, Starts: when.In(r.room), Ends: when.Add(lasts).In(r.room), Days: starts.days}
		if starts.days {
			event.Ends = when.AddDate(0, 0, int(lasts.Round(24*time.Hour)/(24*time.Hour)))
		}
		if event.Starts.Before(r.to) && event.Ends.After(r.from) {
			r.out.Events = append(r.out.Events, event)
		}
		if len(r.out.Events) > MostEvents {
			return fmt.Errorf("this calendar has more than %d events in the term: export the calendar of the room alone, or shorten the term", MostEvents)
		}
	}
	return nil
}

// lasts is how long an event is, by the clock on the wall; ok is false where it ends
// before it begins.
func (r *calendarReader) lasts(e *ics.VEvent, starts moment) (time.Duration, bool) {
	if ends, ok := r.moment(e.GetProperty(ics.ComponentPropertyDtEnd)); ok {
		d := ends.when.Sub(starts.when)
		return d, d >= 0
	}
	if text := value(e, ics.ComponentPropertyDuration); text != "" {
		d, err := parseDuration(text)
		return d, err == nil && d >= 0
	}
	if starts.days {
		return 24 * time.Hour, true
	}
	return 0, true
}

// times are when an event takes place: once, or as its rule repeats it.
func (r *calendarReader) times(e *ics.VEvent, starts moment, name string) ([]time.Time, error) {
	rule := value(e, ics.ComponentPropertyRrule)
	if rule == "" {
		return append([]time.Time{starts.when}, r.listed(e, ics.ComponentPropertyRdate)...), nil
	}
	option, err := rrule.StrToROptionInLocation(rule, starts.when.Location())
	if err != nil {
		return nil, fmt.Errorf("how %q repeats cannot be read: %s", name, rule)
	}
	if option.Freq > rrule.DAILY || len(option.Byhour)+len(option.Byminute)+len(option.Bysecond) > 0 {
		return nil, fmt.Errorf("%q repeats within a day: no timetable of a room does", name)
	}
	option.Dtstart = starts.when
	if option.Until.IsZero() || option.Until.After(r.to) {
		option.Until = r.to // nothing after it is asked for, and a rule without an end needs one
	}
	if r.followed += steps(option); r.followed > mostFollowed {
		return nil, fmt.Errorf("%q repeats since %s, and with the others of this file that is too long to follow: let it begin later", name, starts.when.Format("2006"))
	}
	repeated, err := rrule.NewRRule(*option)
	if err != nil {
		return nil, fmt.Errorf("how %q repeats cannot be read: %s", name, rule)
	}
	out := map[time.Time]bool{}
	skip := map[time.Time]bool{}
	for _, at := range r.listed(e, ics.ComponentPropertyExdate) {
		skip[at.UTC()] = true
	}
	all, next := r.listed(e, ics.ComponentPropertyRdate), repeated.Iterator()
	for at, more := next(); more; at, more = next() {
		if at.Before(r.from.AddDate(0, 0, -longestEvent)) {
			continue
		}
		if all = append(all, at); len(all) > mostInSeries {
			return nil, fmt.Errorf("%q repeats more than %d times in the term", name, mostInSeries)
		}
	}
	return slices.DeleteFunc(all, func(at time.Time) bool {
		gone := skip[at.UTC()] || out[at.UTC()]
		out[at.UTC()] = true
		return gone
	}), nil
}

// steps is over how many days a rule is followed, from its beginning: a week of a weekly rule counts
// as one, and a rule that matches each time ends with its count.
func steps(rule *rrule.ROption) int {
	filters := len(rule.Bymonth) + len(rule.Bymonthday) + len(rule.Byyearday) + len(rule.Byweekno) + len(rule.Byweekday) + len(rule.Bysetpos) + len(rule.Byeaster)
	if rule.Count > 0 && filters == 0 {
		return rule.Count
	}
	days := int(max(0, rule.Until.Sub(rule.Dtstart).Hours()/24)) + 1
	switch every := max(1, rule.Interval); rule.Freq {
	case rrule.WEEKLY:
		return 1 + days/(7*every)
	case rrule.DAILY:
		return 1 + days/every
	}
	return days
}

// earliest is the year before which nothing begins: a rule is followed from its beginning,
// day by day, and one from the year 1 would take seconds.
const earliest = 1970

// longestEvent is how many days an event can have begun before the term and still reach it.
const longestEvent = 120

// listed are the times of a property that stands several times, or holds several.
func (r *calendarReader) listed(e *ics.VEvent, p ics.ComponentProperty) (all []time.Time) {
	for _, property := range e.GetProperties(p) {
		for _, text := range strings.Split(property.Value, ",") {
			one := *property
			one.Value = text
			if at, ok := r.moment(&one); ok {
				all = append(all, at.when)
			}
		}
	}
	return all
}

func value(e *ics.VEvent, p ics.ComponentProperty) string {
	if found := e.GetProperty(p); found != nil {
		return ics.FromText(found.Value)
	}
	return ""
}

// parseDuration reads how long something is as RFC 5545 writes it: PT1H5M, P2D, P1W.
func parseDuration(text string) (time.Duration, error) {
	rest, ok := strings.CutPrefix(strings.TrimPrefix(text, "+"), "P")
	if !ok {
		return 0, fmt.Errorf("%q is no duration", text)
	}
	units := map[byte]time.Duration{'W': 7 * 24 * time.Hour, 'D': 24 * time.Hour, 'H': time.Hour, 'M': time.Minute, 'S': time.Second}
	var total, n time.Duration
	for i := range len(rest) {
		switch c := rest[i]; {
		case c == 'T':
		case c >= '0' && c <= '9' && n < 1e6:
			n = 10*n + time.Duration(c-'0')
		case units[c] > 0:
			total, n = total+n*units[c], 0
		default:
			return 0, fmt.Errorf("%q is no duration", text)
		}
	}
	return total, nil
}

// WriteCalendar writes events as an iCalendar file, one by one and in universal time, so
// that whoever reads it needs to know no zones. uid names each event, the same every time,
// so that a calendar that takes the file again changes what it has. asOf is when it was made.
func WriteCalendar(to io.Writer, name string, events []Event, uid func(i int) string, asOf time.Time) error {
	calendar := ics.NewCalendarFor("Enkaustos")
	calendar.SetMethod(ics.MethodPublish)
	calendar.SetName(name)
	calendar.SetXWRCalName(name)
	for i, e := range events {
		out := calendar.AddEvent(uid(i))
		out.SetDtStampTime(asOf)
		out.SetSummary(e.Name)
		if e.Days {
			out.SetAllDayStartAt(e.Starts)
			out.SetAllDayEndAt(e.Ends)
			continue
		}
		out.SetStartAt(e.Starts)
		out.SetEndAt(e.Ends)
	}
	return calendar.SerializeTo(to)
}
