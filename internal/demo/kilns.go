package demo

import (
	"time"

	corekiln "enkaustos/core/kiln"
	"enkaustos/core/lesson"
	"enkaustos/internal/contract"
	"enkaustos/internal/kiln"
	"enkaustos/internal/school"
	"enkaustos/internal/term"
)

// kilns are those of the invented school: the large one, and a small one for what is late.
func kilns() []corekiln.Kiln {
	large := corekiln.Usual()
	large.Name = "Lighthouse"
	large.Thermocouple = corekiln.Thermocouple{HighMM: 340, Degrees: 62, LongMM: 38}
	large.Closed = []time.Weekday{time.Saturday, time.Sunday, time.Wednesday}
	small := corekiln.Usual()
	small.Name, small.Shape, small.Opening = "Matchbox", corekiln.Rectangular, corekiln.Door
	small.WidthMM, small.DepthMM, small.TallMM = 380, 340, 330
	small.Whole = corekiln.Shelf{WidthMM: 330, DepthMM: 300, ThickMM: 13, Count: 3}
	small.Half = corekiln.Shelf{ThickMM: 13}
	small.Posts = []corekiln.Post{{HighMM: 50, Count: 6}, {HighMM: 75, Count: 6}, {HighMM: 100, Count: 3}}
	small.Closed = []time.Weekday{time.Saturday, time.Sunday}
	small.Minutes = 16 * 60
	return []corekiln.Kiln{large, small}
}

// kilnNamed is the id of a kiln.
func kilnNamed(now school.Moment, name string) string {
	for _, k := range school.Kilns.All(now.Snapshot) {
		if k.Name == name {
			return k.ID
		}
	}
	return ""
}

// shows are days by which pieces are wanted.
func (m *maker) shows() error {
	monday := lesson.DateOf(m.today).Monday()
	return m.change(func(now school.Moment, c *school.Change) error {
		show := contract.Show{Name: "Harbour open house", Date: (monday + 7*1 + 4).String()}
		for _, a := range now.AssignmentsInOrder() {
			switch a.Name {
			case "Seed-thief bowl", "Lamplighter's cup", "Ferryman's bowl", "Salt cellar bowl":
				show.Assignments = append(show.Assignments, a.ID)
			}
		}
		_, err := term.Keep(now, c, "", show)
		return err
	})
}

// kilns gives the school its kilns.
func (m *maker) kilns() error {
	return m.change(func(now school.Moment, c *school.Change) error {
		for _, k := range kilns() {
			if _, err := kiln.Keep(now, c, k); err != nil {
				return err
			}
		}
		return nil
	})
}
