package studio

import (
	"context"
	"fmt"
	"maps"
	"slices"
	"strings"

	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/internal/exchange"
	"enkaustos/internal/store"
)

// Document is an assignment with its plans, to be taken elsewhere.
func (s *Studio) Document(id string) (exchange.AssignmentDocument, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	a, ok := s.school.assignments[id]
	if !ok {
		return exchange.AssignmentDocument{}, missing("assignment")
	}
	d := exchange.AssignmentDocument{Format: exchange.AssignmentFormat, Name: a.Name, Form: a.Form, Measures: a.Measures, Marking: a.Marking,
		Clay: a.Clay, Cone: a.Cone, Atmosphere: a.Atmosphere, Rules: a.Rules, Template: a.Template}
	for _, p := range s.school.piecesOf(a.Class) {
		if p.Assignment == id && p.plan.Revision > 0 {
			student := s.school.students[p.Student]
			d.Plans = append(d.Plans, exchange.PlanDocument{Student: student.Name, Mark: student.Mark, Choices: p.plan.Choices, Own: p.plan.Own})
		}
	}
	return d, nil
}

// DocumentImport is what a document would bring, or has brought.
type DocumentImport struct {
	Applied    bool
	Name       string
	Plans      int      // whose student is in the class
	Unmatched  []string // students that are not in the class
	Assignment string   // the id of what was made
}

// ImportDocument looks at an assignment with its plans and, where apply says so,
// gives it to a class, whole or not at all. Plans go to the students of the same
// name and mark.
func (s *Studio) ImportDocument(ctx context.Context, by, class string, data []byte, apply bool) (DocumentImport, error) {
	var out DocumentImport
	d, err := exchange.ReadAssignment(data)
	if err != nil {
		return out, refuse("%s", sentence(err))
	}
	return out, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		a, err := s.fromDocument(class, d)
		if err != nil {
			return nil, nil, err
		}
		out = DocumentImport{Name: a.Name}
		held := shaped(a)
		of := map[string]exchange.PlanDocument{}
		for _, p := range d.Plans {
			of[strings.ToLower(p.Student+"\x00"+p.Mark)] = p
		}
		var pieces []store.Piece
		var plans []store.Plan
		for _, student := range s.school.studentsOf(class) {
			p := store.Piece{ID: store.NewID(), Assignment: a.ID, Student: student.ID}
			pieces = append(pieces, p)
			key := strings.ToLower(student.Name + "\x00" + student.Mark)
			brought, ok := of[key]
			if !ok {
				continue
			}
			delete(of, key)
			next, err := s.revised(&livePiece{Piece: p, body: held.body}, held, by, brought.Choices, brought.Own)
			if err != nil {
				return nil, nil, Fault{Text: brought.Student + ": " + err.Error()}
			}
			plans = append(plans, next)
		}
		if len(pieces) == 0 {
			return nil, nil, refuse("This class has no students yet: bring a class list first.")
		}
		out.Plans = len(plans)
		for _, key := range slices.Sorted(maps.Keys(of)) {
			out.Unmatched = append(out.Unmatched, of[key].Student)
		}
		if !apply {
			return nil, nil, nil
		}
		out.Applied, out.Assignment = true, a.ID
		write := func(tx *store.Tx) error {
			if err := addAssignment(tx, a, pieces); err != nil {
				return err
			}
			return addPlans(tx, plans)
		}
		return write, func() {
			s.rememberAssignment(a, pieces)
			s.takeAll(plans)
		}, nil
	})
}

// fromDocument is the assignment that a document makes for a class, where the
// room has what it asks for.
func (s *Studio) fromDocument(class string, d exchange.AssignmentDocument) (store.Assignment, error) {
	a := store.Assignment{ID: store.NewID(), Class: class, Name: strings.TrimSpace(d.Name), Form: d.Form, Measures: d.Measures, Marking: d.Marking,
		Clay: d.Clay, Atmosphere: d.Atmosphere, Rules: d.Rules, MadeAt: s.clock.Now()}
	c, ok := s.school.classes[class]
	if !ok {
		return a, missing("class")
	}
	if a.Atmosphere == "" {
		a.Atmosphere = c.Atmosphere
	}
	var err error
	if a.Cone, err = s.clayAndCone(d.Clay, string(d.Cone)); err != nil {
		return a, err
	}
	if err := s.knownClays(d.Marking); err != nil {
		return a, err
	}
	if _, refused := rules.Default().With(d.Rules); len(refused) > 0 {
		return a, refuse("%s", sentence(fmt.Errorf("%s", refused[0].Reason)))
	}
	body, err := plan.Own{}.Body(a.Form, a.Measures, a.Marking)
	if err != nil {
		return a, refusals(err)
	}
	a.Template, err = s.cleanPlan(d.Template, body)
	return a, err
}
