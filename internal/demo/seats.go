package demo

import (
	"fmt"

	"enkaustos/core/work"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
)

// tables are the tables of the demo's room, and how many sit at one.
var tables = []string{"Window table", "Sink table", "Long table", "Door table", "Corner table", "Press table"}

const atTable = 5

// seat gives the students of a class their tables.
func (m *maker) seat(class string) error {
	return m.change(func(now school.Moment, c *school.Change) error {
		for i, s := range now.StudentsOf(class) {
			table := tables[i/atTable%len(tables)]
			if err := lists.ChangeStudentOf(now, c, s.ID, lists.StudentChange{Table: &table}); err != nil {
				return err
			}
		}
		return nil
	})
}

// board puts the nth piece of a class on a board of its own place.
func (m *maker) board(piece string, n int) error {
	_, err := m.log(work.Event{Piece: piece, Kind: work.Moved, Place: work.OwnPlace, Text: fmt.Sprintf("board %d", 1+n/6)})
	return err
}
