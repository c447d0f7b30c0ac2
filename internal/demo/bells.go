package demo

import (
	"enkaustos/core/lesson"
	"enkaustos/internal/lessons"
	"enkaustos/internal/school"
)

// bells are the lessons of the demo's week: class, weekday from Monday, start
// and end in minutes after midnight.
var bells = []struct {
	class        string
	weekday      int
	starts, ends lesson.Minutes
}{
	{"7 Plover", 1, 9 * 60, 10*60 + 5},
	{"8 Teal", 1, 10*60 + 25, 11*60 + 30},
	{"10 Studio", 1, 13 * 60, 14*60 + 55},
	{"7 Wren", 2, 9 * 60, 10*60 + 5},
	{"12 Kiln Room", 2, 13 * 60, 14*60 + 55},
	{"9 Curlew", 3, 10*60 + 25, 11*60 + 30},
	{"7 Plover", 4, 9 * 60, 10*60 + 5},
	{"Thursday Club", 4, 15*60 + 30, 17 * 60},
	{"8 Teal", 5, 9 * 60, 10*60 + 5},
	{"10 Studio", 5, 11 * 60, 12*60 + 30},
}

func (m *maker) bells() error {
	byName := map[string]string{}
	for _, c := range m.school.Now().ClassesByName() {
		byName[c.Name] = c.ID
	}
	var week lesson.Timetable
	for _, b := range bells {
		week.Bells = append(week.Bells, lesson.Bell{Classes: []string{byName[b.class]}, Weekday: b.weekday, Starts: b.starts, Ends: b.ends})
	}
	return m.change(func(now school.Moment, c *school.Change) error { return lessons.Keep(now, c, week) })
}
