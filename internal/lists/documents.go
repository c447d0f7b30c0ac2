package lists

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"maps"
	"slices"
	"strings"

	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
)

// Document is an assignment with its plans, to be taken elsewhere.
func Document(m school.Moment, id string) (exchange.AssignmentDocument, error) {
	a, ok := m.Assignments[id]
	if !ok {
		return exchange.AssignmentDocument{}, school.Missing("assignment")
	}
	d := exchange.AssignmentDocument{Format: exchange.AssignmentFormat, Name: a.Name, Form: a.Form, Measures: a.Measures, Marking: a.Marking,
		Clay: a.Clay, Cone: a.Cone, Green: a.Green, BisqueCone: a.BisqueCone, Atmosphere: a.Atmosphere, Rules: a.Rules, Template: a.Template}
	for _, p := range m.PiecesIn(id) {
		if p.Plan.Revision > 0 {
			student := school.Students.All(m.Snapshot)[p.Student]
			d.Plans = append(d.Plans, exchange.PlanDocument{Student: student.Name, Mark: student.Mark, Choices: p.Plan.Choices, Own: p.Plan.Own})
		}
	}
	return d, nil
}

// TakeDocument looks at an assignment with its plans and, where apply says so,
// gives it to a class, whole or not at all. Plans go to the students of the same
// name and mark.
func TakeDocument(m school.Moment, c *school.Change, by work.Actor, class string, data []byte, apply bool) (contract.DocumentImport, error) {
	out := contract.DocumentImport{Unmatched: []string{}}
	d, err := exchange.ReadAssignment(data)
	if err != nil {
		return out, school.Says(err)
	}
	a, err := fromDocument(m, class, d)
	if err != nil {
		return out, school.Says(err)
	}
	out.Name = a.Name
	of := map[string]exchange.PlanDocument{}
	for _, p := range d.Plans {
		of[strings.ToLower(p.Student+"\x00"+p.Mark)] = p
	}
	students := m.StudentsOf(class)
	if len(students) == 0 {
		return out, school.Refuse("This class has no students yet: bring a class list first.")
	}
	var brought school.Change
	school.Assignments.Put(&brought, a.AssignmentRecord)
	for _, student := range students {
		p := school.PieceRecord{ID: school.NewID(), Assignment: a.ID, Student: student.ID}
		school.Pieces.Put(&brought, p)
		key := strings.ToLower(student.Name + "\x00" + student.Mark)
		doc, ok := of[key]
		if !ok {
			continue
		}
		delete(of, key)
		clean, err := m.Room().Revise(plan.Draft{Choices: doc.Choices, Own: doc.Own, Form: a.Form, Measures: a.Measures, Marking: a.Marking, Now: a.Body,
			Coated: func(string) bool { return false }})
		if err != nil {
			return out, school.Fault{Text: doc.Student + ": " + school.Says(err).Error()}
		}
		out.Plans++
		school.Plans.Put(&brought, school.Plan{Piece: p.ID, Revision: 1, At: m.At, By: by.Name, Choices: clean, Own: doc.Own})
	}
	for _, key := range slices.Sorted(maps.Keys(of)) {
		out.Unmatched = append(out.Unmatched, of[key].Student)
	}
	if apply {
		c.Add(brought)
		out.Applied, out.Assignment = true, &a.ID
	}
	return out, nil
}

// fromDocument is the assignment that a document makes for a class, where the
// room has what it asks for.
func fromDocument(m school.Moment, class string, d exchange.AssignmentDocument) (*school.Assignment, error) {
	c, err := school.Taught(m.Snapshot, class)
	if err != nil {
		return nil, err
	}
	cone, err := clayAndCone(m, d.Clay, string(d.Cone))
	if err != nil {
		return nil, err
	}
	if err := m.Room().KnownClays(d.Marking); err != nil {
		return nil, err
	}
	if _, refused := rules.Default().With(d.Rules); len(refused) > 0 {
		return nil, errors.New(refused[0].Reason)
	}
	if d.Green && plan.MayBisque(d.BisqueCone) != "" {
		return nil, errors.New(plan.MayBisque(d.BisqueCone))
	}
	a, err := school.Shaped(school.AssignmentRecord{ID: school.NewID(), Class: class, Name: strings.TrimSpace(d.Name), Form: d.Form, Measures: d.Measures, Marking: d.Marking,
		Clay: d.Clay, Cone: cone, Green: d.Green, BisqueCone: d.BisqueCone, Atmosphere: cmp.Or(d.Atmosphere, c.Atmosphere), Rules: d.Rules, MadeAt: m.At})
	if err != nil {
		return nil, err
	}
	a.Template, err = m.Room().Clean(d.Template, a.Body)
	return a, err
}

// ExportAssignment is an assignment with its plans as a document.
func (l Lists) ExportAssignment(_ context.Context, r contract.ExportAssignmentRequestObject) (contract.ExportAssignmentResponseObject, error) {
	d, err := Document(l.School.Now(), r.Id)
	if err != nil {
		return nil, err
	}
	text, err := json.Marshal(d)
	if err != nil {
		return nil, err
	}
	var object map[string]any
	err = json.Unmarshal(text, &object)
	return contract.ExportAssignment200JSONResponse(object), err
}

// ImportAssignment looks at a document, and takes it over whole or not at all.
func (l Lists) ImportAssignment(ctx context.Context, r contract.ImportAssignmentRequestObject) (contract.ImportAssignmentResponseObject, error) {
	text, err := json.Marshal(r.Body.Document)
	if err != nil {
		return nil, err
	}
	var out contract.DocumentImport
	err = l.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		out, err = TakeDocument(m, c, school.ActorOf(ctx), r.Body.Class, text, r.Body.Apply)
		return err
	})
	return contract.ImportAssignment200JSONResponse(out), err
}

// GetDocumentSchema is the schema of such documents.
func (l Lists) GetDocumentSchema(context.Context, contract.GetDocumentSchemaRequestObject) (contract.GetDocumentSchemaResponseObject, error) {
	var object map[string]any
	err := json.Unmarshal(exchange.AssignmentSchema, &object)
	return contract.GetDocumentSchema200JSONResponse(object), err
}

// ExportFile writes lists that can be brought again, and the wall as a palette.
func (l Lists) ExportFile(_ context.Context, r contract.ExportFileRequestObject) (contract.ExportFileResponseObject, error) {
	return contract.ExportFile200TextResponse(export(l.School.Now(), r.File)), nil
}
