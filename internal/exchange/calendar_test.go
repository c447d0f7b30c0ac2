package exchange_test

import (
	"bytes"
	"context"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/internal/exchange"
)

// berlin is a zone with daylight-saving days: 29 March and 25 October 2026.
func berlin(t *testing.T) *time.Location {
	zone, err := time.LoadLocation("Europe/Berlin")
	require.NoError(t, err)
	return zone
}

// read reads events of 2026 as a room in Berlin does; each event is the lines between its
// BEGIN and END.
func read(t *testing.T, events ...string) (exchange.Calendar, error) {
	var file strings.Builder
	file.WriteString("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//school//EN\r\n")
	for i, e := range events {
		fmt.Fprintf(&file, "BEGIN:VEVENT\r\nUID:%d\r\n%s\r\nEND:VEVENT\r\n", i, strings.ReplaceAll(strings.TrimSpace(e), "\n", "\r\n"))
	}
	file.WriteString("END:VCALENDAR\r\n")
	zone := berlin(t)
	return exchange.ReadCalendar(t.Context(), file.String(), zone, time.Date(2026, 1, 1, 0, 0, 0, 0, zone), time.Date(2027, 1, 1, 0, 0, 0, 0, zone))
}

// Repetitions, exceptions and zones as RFC 5545 (sections 3.3.10, 3.8.4.4, 3.8.5) has them:
// what is said of the clock on the wall stays there over the days on which clocks change.
func TestCalendarsAreReadAsTheyAreMeant(t *testing.T) {
	for what, c := range map[string]struct {
		event string
		want  string
	}{
		"once, in universal time":       {"DTSTART:20260302T080000Z\nDTEND:20260302T090000Z", "02.03 09:00-10:00"},
		"once, of no zone":              {"DTSTART:20260302T080000\nDURATION:PT1H5M", "02.03 08:00-09:05"},
		"in another zone":               {"DTSTART;TZID=America/New_York:20260302T080000\nDTEND;TZID=America/New_York:20260302T090000", "02.03 14:00-15:00"},
		"over the day clocks change":    {"DTSTART;TZID=Europe/Berlin:20260326T090000\nDTEND;TZID=Europe/Berlin:20260326T100000\nRRULE:FREQ=WEEKLY;COUNT=2", "26.03 09:00-10:00, 02.04 09:00-10:00"},
		"another zone changes earlier":  {"DTSTART;TZID=America/New_York:20260305T080000\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;COUNT=2", "05.03 14:00-15:00, 12.03 13:00-14:00"},
		"every other week, two days":    {"DTSTART:20260302T080000\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH;UNTIL=20260320T000000", "02.03 08:00-09:00, 05.03 08:00-09:00, 16.03 08:00-09:00, 19.03 08:00-09:00"},
		"with days left out":            {"DTSTART:20260302T080000\nDURATION:PT1H\nRRULE:FREQ=DAILY;COUNT=4\nEXDATE:20260303T080000,20260304T080000", "02.03 08:00-09:00, 05.03 08:00-09:00"},
		"and days put in":               {"DTSTART:20260302T080000\nDURATION:PT1H\nRDATE:20260310T100000", "02.03 08:00-09:00, 10.03 10:00-11:00"},
		"whole days":                    {"DTSTART;VALUE=DATE:20260328\nDTEND;VALUE=DATE:20260331", "28.03 00:00-00:00"},
		"without an end, to the end":    {"DTSTART:20261221T080000\nDURATION:PT1H\nRRULE:FREQ=WEEKLY", "21.12 08:00-09:00, 28.12 08:00-09:00"},
		"begun long ago":                {"DTSTART:19990104T080000\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;UNTIL=20260112T230000Z", "05.01 08:00-09:00, 12.01 08:00-09:00"},
		"on no day that there is":       {"DTSTART:20260302T080000\nDURATION:PT1H\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30", ""},
		"called off":                    {"DTSTART:20260302T080000\nDURATION:PT1H\nSTATUS:CANCELLED", ""},
		"a zone that nobody knows":      {"DTSTART;TZID=Glaze Room Time:20260302T080000\nDURATION:PT1H", "02.03 08:00-09:00"},
		"outside the term":              {"DTSTART:20280302T080000\nDURATION:PT1H", ""},
		"a line folded in its middle":   {"DTSTART:20260302T080\n 000\nDURATION:PT1H", "02.03 08:00-09:00"},
		"an end before the beginning":   {"DTSTART:20260302T080000\nDTEND:20260302T070000", ""},
		"a beginning that is no moment": {"DTSTART:soon\nDURATION:PT1H", ""},
	} {
		got, err := read(t, c.event+"\nSUMMARY:7 Plover\\, glazing")
		require.NoError(t, err, what)
		var all []string
		for _, e := range got.Events {
			require.Equal(t, "7 Plover, glazing", e.Name)
			all = append(all, e.Starts.Format("02.01 15:04")+e.Ends.Format("-15:04"))
		}
		require.Equal(t, c.want, strings.Join(all, ", "), what)
	}
	moved, err := read(t, "DTSTART:20260302T080000\nDURATION:PT1H\nRRULE:FREQ=DAILY;COUNT=3", "")
	require.NoError(t, err)
	require.Equal(t, []string{`An event without a beginning that can be was left out: "".`}, moved.Notes)
}

// One occurrence of a series may be somewhere else: it stands for the one it replaces.
func TestAnOccurrenceThatWasMoved(t *testing.T) {
	file := strings.ReplaceAll(`BEGIN:VCALENDAR
VERSION:2.0
BEGIN:VEVENT
UID:a
SUMMARY:7
DTSTART;TZID=Europe/Berlin:20260302T080000
DURATION:PT1H
RRULE:FREQ=DAILY;COUNT=3
END:VEVENT
BEGIN:VEVENT
UID:a
SUMMARY:7
RECURRENCE-ID;TZID=Europe/Berlin:20260303T080000
DTSTART;TZID=Europe/Berlin:20260303T110000
DURATION:PT1H
END:VEVENT
END:VCALENDAR
`, "\n", "\r\n")
	got, err := exchange.ReadCalendar(t.Context(), file, berlin(t), time.Date(2026, 1, 1, 0, 0, 0, 0, time.UTC), time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC))
	require.NoError(t, err)
	var all []string
	for _, e := range got.Events {
		all = append(all, e.Starts.Format("2 15:04"))
	}
	require.Equal(t, []string{"2 08:00", "3 11:00", "4 08:00"}, all)
}

// What is no calendar of a room is refused with a sentence, whatever its size.
func TestCalendarsThatAreRefused(t *testing.T) {
	for event, said := range map[string]string{
		"DTSTART:20260302T080000\nDURATION:PT1H\nSUMMARY:Bell\nRRULE:FREQ=SECONDLY":         `"Bell" repeats within a day: no timetable of a room does`,
		"DTSTART:20260302T080000\nDURATION:PT1H\nSUMMARY:Bell\nRRULE:FREQ=DAILY;BYHOUR=8,9": `"Bell" repeats within a day: no timetable of a room does`,
		"DTSTART:20260302T080000\nDURATION:PT1H\nSUMMARY:Bell\nRRULE:FREQ=OFTEN":            `how "Bell" repeats cannot be read: FREQ=OFTEN`,
	} {
		_, err := read(t, event)
		require.EqualError(t, err, said)
	}
	for _, file := range []string{"", "name,class\nIlo,7\n", "BEGIN:VCALENDAR\r\nEND:VCALENDAR\r\n", "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n"} {
		_, err := exchange.ReadCalendar(t.Context(), file, time.UTC, time.Time{}, time.Now())
		require.Error(t, err, "%q", file)
		require.NotContains(t, err.Error(), "\n")
	}
	thousand := make([]string, 1000)
	for i := range thousand {
		thousand[i] = "SUMMARY:7\nDTSTART:" + time.Date(2026, 1, 5, 8, 0, 0, 0, time.UTC).AddDate(0, 0, i%350).Format("20060102T150405") + "\nDURATION:PT1H"
	}
	got, err := read(t, thousand...)
	require.NoError(t, err)
	require.Len(t, got.Events, 1000, "a thousand events are a school year of a room")
	for i := range thousand {
		thousand[i] += "\nRRULE:FREQ=DAILY"
	}
	_, err = read(t, thousand...)
	require.EqualError(t, err, "this calendar has more than 6000 events in the term: export the calendar of the room alone, or shorten the term")
}

// A file that would take long is refused before it does: rules that are followed from long ago and never
// come true, parts within parts, more entries than any room has; and who asked may go away.
func TestCalendarsThatTakeTooLong(t *testing.T) {
	var never, weekly []string
	for range 40 {
		never = append(never, "DTSTART:19700101T080000\nDURATION:PT1H\nSUMMARY:Never\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30")
		weekly = append(weekly, "DTSTART:19990104T080000\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;UNTIL=20260112T230000Z")
	}
	_, err := read(t, never...)
	require.ErrorContains(t, err, `"Never" repeats since 1970, and with the others of this file that is too long to follow`)
	got, err := read(t, weekly...)
	require.NoError(t, err, "forty lessons that were weekly since 1999 are a timetable")
	require.Len(t, got.Events, 80)
	deep := "BEGIN:VCALENDAR\r\n" + strings.Repeat("BEGIN:VEVENT\r\n", 20_000)
	_, err = exchange.ReadCalendar(t.Context(), deep, time.UTC, time.Time{}, time.Now())
	require.ErrorContains(t, err, "parts within parts, more than 4 deep")
	many := "BEGIN:VCALENDAR\r\n" + strings.Repeat("BEGIN:VEVENT\r\nEND:VEVENT\r\n", 20_001) + "END:VCALENDAR\r\n"
	_, err = exchange.ReadCalendar(t.Context(), many, time.UTC, time.Time{}, time.Now())
	require.ErrorContains(t, err, "more than 20000 entries")
	gone, leave := context.WithCancel(t.Context())
	leave()
	_, err = exchange.ReadCalendar(gone, "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART:20260302T080000\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n", time.UTC, time.Time{}, time.Now())
	require.ErrorIs(t, err, context.Canceled)
}

// What is written is read back as it was, in whatever zone.
func TestCalendarsGoRound(t *testing.T) {
	zone := berlin(t)
	rapid.Check(t, func(t *rapid.T) {
		var events []exchange.Event
		for i := range rapid.IntRange(1, 20).Draw(t, "events") {
			starts := time.Date(2026, 1, 2+i*15, rapid.IntRange(0, 22).Draw(t, "hour"), 5*rapid.IntRange(0, 11).Draw(t, "minute"), 0, 0, zone)
			events = append(events, exchange.Event{Name: rapid.SampledFrom([]string{"7 Plover", "8; Teal, B", `9 \ Heron`}).Draw(t, "name"), Starts: starts, Ends: starts.Add(time.Hour)})
		}
		var file bytes.Buffer
		require.NoError(t, exchange.WriteCalendar(&file, "Room", events, func(i int) string { return fmt.Sprint(i) }, time.Date(2026, 1, 1, 0, 0, 0, 0, zone)))
		back, err := exchange.ReadCalendar(t.Context(), file.String(), zone, time.Date(2026, 1, 1, 0, 0, 0, 0, zone), time.Date(2027, 1, 1, 0, 0, 0, 0, zone))
		require.NoError(t, err)
		require.Equal(t, len(events), len(back.Events))
		for i, e := range events {
			require.Equal(t, e.Name, back.Events[i].Name)
			require.True(t, e.Starts.Equal(back.Events[i].Starts))
			require.True(t, e.Ends.Equal(back.Events[i].Ends))
		}
	})
}

// Whatever a file holds, it is read or refused with a sentence, and soon.
func FuzzReadCalendar(f *testing.F) {
	f.Add("DTSTART:20260302T080000\r\nRRULE:FREQ=YEARLY;BYSETPOS=-1;BYDAY=MO,TU\r\n")
	f.Add("DTSTART;TZID=:20260302\r\nRRULE:FREQ=MONTHLY;BYMONTHDAY=31;INTERVAL=0\r\nEXDATE:\r\n")
	f.Add("DTSTART:00010101T000000Z\r\nDURATION:P999999999W\r\nRRULE:FREQ=DAILY;COUNT=-5\r\nRDATE:,,,\r\n")
	f.Fuzz(func(t *testing.T, lines string) {
		file := "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n" + lines + "\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
		got, err := exchange.ReadCalendar(t.Context(), file, time.UTC, time.Date(2026, 1, 1, 0, 0, 0, 0, time.UTC), time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC))
		if err == nil {
			for _, e := range got.Events {
				require.False(t, e.Ends.Before(e.Starts))
			}
		}
	})
}
