package demo

import (
	"enkaustos/core/lesson"
	"enkaustos/internal/lessons"
	"enkaustos/internal/school"
)

// bells are the lessons of the demo's weeks: classes, weekday from Monday, week of the two
// that turn over (1 is A, 0 both), start and end in minutes after midnight.
var bells = []struct {
	classes       []string
	weekday, turn int
	starts, ends  lesson.Minutes
}{
	{[]string{"7 Plover"}, 1, 0, 9 * 60, 10*60 + 5},
	{[]string{"8 Teal"}, 1, 0, 10*60 + 25, 11*60 + 30},
	{[]string{"10 Studio"}, 1, 0, 13 * 60, 14*60 + 55},
	{[]string{"7 Wren"}, 2, 0, 9 * 60, 10*60 + 5},
	{[]string{"12 Kiln Room"}, 2, 0, 13 * 60, 14*60 + 55},
	{[]string{"9 Curlew"}, 3, 0, 10*60 + 25, 11*60 + 30},
	{[]string{"7 Plover"}, 4, 0, 9 * 60, 10*60 + 5},
	{[]string{"Thursday Club"}, 4, 1, 15*60 + 30, 17 * 60},
	{[]string{"8 Teal"}, 5, 0, 9 * 60, 10*60 + 5},
	{[]string{"10 Studio"}, 5, 0, 11 * 60, 12*60 + 30},
	{[]string{"7 Wren", "9 Curlew"}, 5, 2, 13*60 + 30, 14*60 + 20},
}

// The term lies around the demo's Monday: so many weeks before it and after it.
const weeksBefore, weeksAfter = 7, 11

// bells sets the timetable: two weeks that turn over, a week of holidays, a day that goes
// by the bells of another, a lesson that is called off and one that is held in addition.
func (m *maker) bells() error {
	byName := map[string]string{}
	for _, c := range m.school.Now().ClassesByName() {
		byName[c.Name] = c.ID
	}
	monday := lesson.DateOf(m.today.Local()).Monday()
	t := lesson.Timetable{From: monday - 7*weeksBefore, To: monday + 7*weeksAfter + 4, Cycle: lesson.Cycle{Turning: lesson.Weeks, Length: 2, From: monday},
		Holidays: []lesson.Holiday{{From: monday + 7*5, To: monday + 7*6 + 4, Name: "Thaw holidays"}, {From: monday + 7*9 + 4, To: monday + 7*9 + 4, Name: "Harbour day"}},
		Odd:      []lesson.OddDay{{Date: monday + 7*3 + 5, Weekday: 5, Turn: 1, Name: "Open Saturday"}},
		Changes: []lesson.Change{
			{Of: lesson.Key{Date: monday + 7*1 + 2, Starts: 10*60 + 25}, Note: "Class visit to the brickworks"},
			{Now: lesson.Slot{Date: monday + 7*1 + 3, Starts: 13 * 60, Ends: 14 * 60, Classes: []string{byName["9 Curlew"]}}, Note: "Instead of Wednesday"},
		}}
	for _, b := range bells {
		one := lesson.Bell{Weekday: b.weekday, Turn: b.turn, Starts: b.starts, Ends: b.ends}
		for _, name := range b.classes {
			one.Classes = append(one.Classes, byName[name])
		}
		t.Bells = append(t.Bells, one)
	}
	return m.change(func(now school.Moment, c *school.Change) error { return lessons.Keep(now, c, t) })
}
