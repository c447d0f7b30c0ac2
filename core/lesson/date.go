package lesson

import (
	"fmt"
	"time"
)

// Date is a day of the calendar, counted from 1 January 1970; 0 is no date. In text and
// JSON it is written as 2026-03-02.
type Date int

const (
	dateLayout = "2006-01-02"
	secondsDay = 24 * 60 * 60
)

// DateOf is the day of a moment, in the moment's own location.
func DateOf(at time.Time) Date {
	y, m, d := at.Date()
	return Date(time.Date(y, m, d, 0, 0, 0, 0, time.UTC).Unix() / secondsDay)
}

// ParseDate reads a day such as 2026-03-02. The error is one sentence.
func ParseDate(text string) (Date, error) {
	at, err := time.Parse(dateLayout, text)
	if err != nil || at.Year() > 2200 || DateOf(at) < 1 {
		return 0, fmt.Errorf("%q is no day of the calendar: expected one such as 2026-03-02", text)
	}
	return DateOf(at), nil
}

func (d Date) utc() time.Time { return time.Unix(int64(d)*secondsDay, 0).UTC() }

// String is the day as 2026-03-02, "" for no date.
func (d Date) String() string {
	if d == 0 {
		return ""
	}
	return d.utc().Format(dateLayout)
}

// Said is the day as people say it: Monday 2 March.
func (d Date) Said() string { return d.utc().Format("Monday 2 January") }

// Weekday is 1 for Monday to 7 for Sunday.
func (d Date) Weekday() int { return mod(int(d)+3, 7) + 1 }

// Monday is the first day of the week that d lies in.
func (d Date) Monday() Date { return d - Date(d.Weekday()-1) }

// At is a time of that day in a location. On the day on which clocks change it is what the
// clock on the wall shows.
func (d Date) At(m Minutes, in *time.Location) time.Time {
	y, month, day := d.utc().Date()
	return time.Date(y, month, day, int(m)/60, int(m)%60, 0, 0, in)
}

// MarshalText writes the day as 2026-03-02.
func (d Date) MarshalText() ([]byte, error) { return []byte(d.String()), nil }

// UnmarshalText reads what MarshalText wrote.
func (d *Date) UnmarshalText(text []byte) (err error) {
	if *d = 0; len(text) > 0 {
		*d, err = ParseDate(string(text))
	}
	return err
}

// mod is the remainder that is never negative.
func mod(a, n int) int { return (a%n + n) % n }
