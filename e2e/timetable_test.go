package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// fill sets a field of a date or a time, as its picker does.
func (p *screen) fill(selector, value string) {
	p.see(selector, "").MustEval(`(value) => { this.value = value; for (const e of ["input", "change"]) this.dispatchEvent(new Event(e, { bubbles: true })) }`, value)
}

// A lesson is moved, shared and called off on the calendar, and the tablets follow it; a
// clash is refused with a sentence, and nothing of it is kept.
func TestTheCalendarIsFollowed(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	tablet := pairedTablet(t, s, teacher, "Window table")
	tablet.see("header b", "7 Plover")

	teacher.goTo("/lessons")
	teacher.see(".week[aria-current] h2", "week A")
	today := func(text string) {
		teacher.clickX(`//div[contains(@class, "today")]//button[contains(., "` + text + `")]`)
	}
	today("10:25 8 Teal")
	teacher.fill(".fields label:nth-child(2) input", "09:30")
	teacher.click("button", "Save the lesson")
	teacher.see(".notice", "8 Teal begins at 09:30, before 7 Plover has left at 10:05")
	teacher.click("button", "Call off the lesson")
	teacher.see(".today .cancelled", "8 Teal")

	// 8 Teal comes with 7 Plover: one lesson of two classes.
	today("09:00 7 Plover")
	teacher.choose("Classes of the lesson", "8 Teal")
	teacher.click(".el-dialog__title", "7 Plover") // the list of classes is left
	teacher.click("button", "Save the lesson")
	teacher.see(".today .moved", "7 Plover and 8 Teal")
	tablet.see("header b", "7 Plover and 8 Teal")
	tablet.see(".names", "Ilo N.")
	c := client(t, s.url)
	other := get[struct {
		Pieces []struct{ Class, Student string }
	}](t, c, s.url+"/api/pieces")
	of := ""
	classes := get[[]struct{ ID, Name string }](t, c, s.url+"/api/classes")
	for _, class := range classes {
		for _, p := range other.Pieces {
			if class.Name == "8 Teal" && p.Class == class.ID {
				of = p.Student
			}
		}
	}
	require.NotEmpty(t, of)
	tablet.see(".names", of)

	today("09:00 7 Plover")
	teacher.click("button", "Call off the lesson")
	tablet.see(".none", "No class is in the room now")
	today("7 Plover")
	teacher.click("button", "Restore as the bells have it")
	tablet.see("header b", "7 Plover")
	tablet.gone("header b", "8 Teal")
}

// Bells of an ordinary fortnight are set by hand, and a calendar of the office is brought in
// after a look at what it changes.
func TestBellsAreSetAndACalendarIsBrought(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/lessons/bells")
	p.click("button", "Add a bell")
	p.fill(`input[aria-label="End of lesson 12"]`, "13:00")
	p.click("button", "Save the timetable")
	p.see(".notice", "would end on another day: split it at midnight")
	p.fill(`input[aria-label="End of lesson 12"]`, "15:00")
	p.click("li:nth-child(12) .el-tag__close", "")
	p.click("button", "Save the timetable")
	p.see(".notice", "is of no class: choose one")
	p.choose("Classes of lesson 12", "9 Curlew")
	p.click("h1", "Bells")
	p.clickX(`//select[@aria-label="Turn of lesson 12"]`)
	p.see(`select[aria-label="Turn of lesson 12"]`, "").MustSelect("week A")
	p.click("button", "Save the timetable")
	p.see(".notice", "The timetable is kept")
	p.goTo("/lessons")
	p.see(".week[aria-current]", "14:20 9 Curlew")

	file := filepath.Join(t.TempDir(), "office.ics")
	calendar := `BEGIN:VCALENDAR
VERSION:2.0
BEGIN:VEVENT
UID:1
SUMMARY:Room 4 - 9 Curlew
DTSTART:20260302T120000
DURATION:PT50M
RRULE:FREQ=WEEKLY;COUNT=8
END:VEVENT
BEGIN:VEVENT
UID:2
SUMMARY:Staff meeting
DTSTART:20260303T150000
DURATION:PT1H
RRULE:FREQ=WEEKLY;COUNT=8
END:VEVENT
END:VCALENDAR
`
	require.NoError(t, os.WriteFile(file, []byte(strings.ReplaceAll(calendar, "\n", "\r\n")), 0o600))
	p.click("button", "Import a calendar")
	p.upload(file)
	p.see(".names", "Staff meeting")
	p.see(".brings", "lost. Other days and other classes stay as they are.")
	p.click("button", "Import the lessons")
	p.see(".notice", "The calendar is imported")
	p.see(".week[aria-current]", "12:00 9 Curlew")
	p.see(".week[aria-current]", "10:25 9 Curlew") // its other days stay

	require.NoError(t, os.WriteFile(file, []byte("name,class\nIlo,7\n"), 0o600))
	p.click("button", "Import a calendar")
	p.upload(file)
	p.see(".wrong", "This is no calendar file: expected iCalendar")
}
