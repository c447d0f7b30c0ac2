package lessons

import (
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// A tablet lies about, and whoever holds it reads for everybody: students are called as the
// house wants tablets to call them, and what is said of them stays on the teacher's side.

// beforeAt is what a lesson needs, as somebody may read it.
func beforeAt(m school.Moment, by work.Actor, v contract.BeforeLesson) contract.BeforeLesson {
	if by.Role != work.Station {
		return v
	}
	v.Away = []contract.AwayPiece{}
	for _, list := range [][]contract.HandOut{v.Hand, v.Clean} {
		for i := range list {
			list[i].Student = view.Who(m, by, m.Pieces[list[i].Piece])
		}
	}
	for i := range v.Glazes {
		v.Glazes[i].Hit = nil
	}
	return v
}

// routeAt is where everybody is, as somebody may read it.
func routeAt(by work.Actor, v contract.LessonRoute) contract.LessonRoute {
	if by.Role == work.Station {
		v.Torn = []contract.TornSurface{}
	}
	return v
}

// closeAt is how a lesson ends, as somebody may read it.
func closeAt(m school.Moment, by work.Actor, v contract.CloseLesson) contract.CloseLesson {
	if by.Role != work.Station {
		return v
	}
	v.Finished, v.Undone, v.Wet, v.Absent = []string{}, []string{}, []string{}, []string{}
	for i := range v.Halves {
		v.Halves[i].Student = view.Who(m, by, m.Pieces[v.Halves[i].Piece])
	}
	return v
}

// seatingAt is a seating, as somebody may read it.
func seatingAt(m school.Moment, by work.Actor, class string, v contract.Seating) contract.Seating {
	if by.Role != work.Station {
		return v
	}
	v.Notes = []string{}
	for i := range v.Students {
		v.Students[i].Lost = false
		v.Students[i].Name = view.Student(m, class, v.Students[i].Name, v.Students[i].Mark)
	}
	return v
}
