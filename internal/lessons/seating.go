package lessons

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/seats"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Seating is who of a class works at which jar.
type Seating struct {
	Class   string              `json:"class"`
	Jars    []seats.Jar         `json:"jars,omitempty"`
	Choices map[string][]string `json:"choices,omitempty"` // by school.Student.ID, the best first
	At      map[string]string   `json:"at,omitempty"`      // glaze.Glaze.Code by school.Student.ID
	Lost    []string            `json:"lost,omitempty"`    // who got none of the choices, or the last one, the day before
	Made    time.Time           `json:"made,omitzero"`     // when the class was seated last
}

// Seatings are the seatings of classes.
var Seatings = school.Register("seating", func(s Seating) string { return s.Class }).Quiet()

// seating is what is kept of a class, without who has left it.
func seating(m school.Moment, class string) Seating {
	s, ok := Seatings.Get(m.Snapshot, class)
	if !ok {
		s.Class = class
	}
	return s
}

// seen finds a class for somebody: a tablet finds those that it serves.
func seen(ctx context.Context, m school.Moment, class string) error {
	by := school.ActorOf(ctx)
	_, err := school.Taught(m.Snapshot, class)
	if err == nil && by.Role == work.Station && !by.Serves(class) {
		err = school.Deny("This class is not in the room now.")
	}
	return err
}

// GetSeating is who of a class works at which jar.
func (l Lessons) GetSeating(ctx context.Context, r contract.GetSeatingRequestObject) (contract.GetSeatingResponseObject, error) {
	m := l.School.Now()
	if err := seen(ctx, m, r.Id); err != nil {
		return nil, err
	}
	return contract.GetSeating200JSONResponse(seatingAt(m, school.ActorOf(ctx), r.Id, showSeating(m, seating(m, r.Id)))), nil
}

// ChooseJars keeps what somebody would like to work with.
func (l Lessons) ChooseJars(ctx context.Context, r contract.ChooseJarsRequestObject) (contract.ChooseJarsResponseObject, error) {
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		if err := seen(ctx, m, r.Id); err != nil {
			return err
		}
		who, ok := school.Students.Get(m.Snapshot, r.Body.Student)
		if !ok || who.Class != r.Id {
			return school.Missing("student")
		}
		for _, code := range r.Body.Choices {
			if _, ok := school.Glazes.Get(m.Snapshot, code); !ok {
				return school.Refuse("There is no jar %q in this room.", code)
			}
		}
		child := seats.Child{ID: who.ID, Choices: r.Body.Choices}
		if err := seats.Check([]seats.Child{child}, nil, func(string) string { return who.Name }); err != nil {
			return school.Says(err)
		}
		s := seating(m, r.Id)
		choices := map[string][]string{who.ID: r.Body.Choices}
		for id, others := range s.Choices {
			if id != who.ID {
				choices[id] = others
			}
		}
		s.Choices = choices
		Seatings.Put(c, s)
		return nil
	})
	if err != nil {
		return nil, err
	}
	m := l.School.Now()
	return contract.ChooseJars200JSONResponse(seatingAt(m, school.ActorOf(ctx), r.Id, showSeating(m, seating(m, r.Id)))), nil
}

// SetSeating says which jars are offered, and seats the class by its choices.
func (l Lessons) SetSeating(ctx context.Context, r contract.SetSeatingRequestObject) (contract.SetSeatingResponseObject, error) {
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		if _, err := school.Taught(m.Snapshot, r.Id); err != nil {
			return err
		}
		s := seating(m, r.Id)
		s.Jars = nil
		for _, j := range r.Body.Jars {
			if _, ok := school.Glazes.Get(m.Snapshot, j.Code); !ok {
				return school.Missing("jar")
			}
			s.Jars = append(s.Jars, seats.Jar{Glaze: j.Code, Seats: j.Seats})
		}
		children := childrenOf(m, s)
		if err := seats.Check(children, s.Jars, func(id string) string { return school.Students.All(m.Snapshot)[id].Name }); err != nil {
			return school.Says(err)
		}
		if r.Body.Assign {
			s = seated(m, s)
		}
		Seatings.Put(c, s)
		return nil
	})
	if err != nil {
		return nil, err
	}
	m := l.School.Now()
	return contract.SetSeating200JSONResponse(showSeating(m, seating(m, r.Id))), nil
}

// seated seats a class anew. On a new day, who lost the time before comes first; on the same
// day, a jar that turned out dry moves as few as can be.
func seated(m school.Moment, s Seating) Seating {
	if !s.Made.IsZero() && school.Day(s.Made) != school.Day(m.At) {
		s.Lost = nil
		for _, c := range childrenOf(m, s) {
			if seats.Lost(c.Choices, s.At[c.ID]) {
				s.Lost = append(s.Lost, c.ID)
			}
		}
	}
	s.At = seats.Assign(childrenOf(m, s), s.Jars).At
	s.Made = m.At
	return s
}

// childrenOf are the students of a class as they choose now.
func childrenOf(m school.Moment, s Seating) (all []seats.Child) {
	for _, who := range m.StudentsOf(s.Class) {
		all = append(all, seats.Child{ID: who.ID, Choices: s.Choices[who.ID], Lost: slices.Contains(s.Lost, who.ID), Before: s.At[who.ID]})
	}
	return all
}

func showSeating(m school.Moment, s Seating) contract.Seating {
	out := contract.Seating{Jars: view.All(offer(m, s)), Students: []contract.SeatedStudent{}, Notes: notes(m, s), Made: view.When(s.Made)}
	for _, who := range m.StudentsOf(s.Class) {
		one := contract.SeatedStudent{Id: who.ID, Name: who.Name, Mark: who.Mark, Choices: view.All(s.Choices[who.ID]), At: s.At[who.ID], Lost: slices.Contains(s.Lost, who.ID)}
		if one.At != "" {
			one.Rank = slices.Index(one.Choices, one.At) + 1
			out.Seated++
		}
		out.Students = append(out.Students, one)
	}
	return out
}

// offer are the jars that a class may use, those that are offered with their seats.
func offer(m school.Moment, s Seating) (all []contract.SeatingJar) {
	class := school.Classes.All(m.Snapshot)[s.Class]
	house := m.HouseOf(m.House, s.Class, nil)
	for _, g := range m.Jars() {
		if len(class.Jars) > 0 && !slices.Contains(class.Jars, g.Code) || len(g.Recipe) > 0 {
			continue
		}
		at := slices.IndexFunc(s.Jars, func(j seats.Jar) bool { return j.Glaze == g.Code })
		if !g.InStock && at < 0 {
			continue
		}
		one := contract.SeatingJar{Code: g.Code, Name: g.Name, Raw: view.Jar(m, g).Raw, Seats: house.Seats, Offered: at >= 0}
		if g.Jar.Seats > 0 {
			one.Seats = g.Jar.Seats
		}
		if at >= 0 {
			one.Seats = s.Jars[at].Seats
		}
		if act, why, needs := fits.Mind(&g, house, ""); needs && (act == fits.Replace || act == fits.Closed) {
			one.Trouble = &why
		}
		if t, shown := shows(m, class, g.Code); shown {
			one.Fired, one.Tile = view.Hex(&t.Fired), view.Some(t.Code)
		}
		all = append(all, one)
	}
	return all
}

// shows is a fired tile of one glaze alone on the clay of a class, at its cone where there
// is one.
func shows(m school.Moment, class school.Class, code string) (best glaze.Tile, ok bool) {
	for _, t := range m.TilesByCode() {
		if len(t.Stack) == 1 && t.Stack[0].Glaze == code && t.Clay == class.Clay && (!ok || t.Cone == class.Cone && best.Cone != class.Cone) {
			best, ok = t, true
		}
	}
	return best, ok
}

// notes say what is in the way of a good seating.
func notes(m school.Moment, s Seating) []string {
	all := []string{}
	places, offered := 0, map[string]bool{}
	for _, j := range s.Jars {
		places, offered[j.Glaze] = places+j.Seats, true
	}
	students := m.StudentsOf(s.Class)
	if len(s.Jars) > 0 && places < len(students) {
		all = append(all, fmt.Sprintf("%d children and %d seats: add a jar, or seats at one.", len(students), places))
	}
	var silent, gone []string
	for _, who := range students {
		choices := s.Choices[who.ID]
		if len(choices) == 0 {
			silent = append(silent, who.Name)
		} else if len(s.Jars) > 0 && !slices.ContainsFunc(choices, func(c string) bool { return offered[c] }) {
			gone = append(gone, who.Name)
		}
	}
	if len(silent) > 0 && len(silent) < len(students) {
		all = append(all, "Nothing chosen yet: "+lesson.And(silent)+".")
	}
	if len(gone) > 0 {
		all = append(all, "All that they chose is not offered: "+lesson.And(gone)+".")
	}
	for _, j := range s.Jars {
		if g := school.Glazes.All(m.Snapshot)[j.Glaze]; !g.InStock || g.Jar.State == glaze.Dried {
			all = append(all, strings.TrimSpace(g.Code+" "+g.Name)+" is offered and is dry or not in the room: take it out, and seat the class again.")
		}
	}
	return all
}
