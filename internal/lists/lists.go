// Package lists keeps who is taught and what they make: classes, assignments, and the
// lists that a teacher brings and takes away.
package lists

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Lists answers what the contract asks of classes, assignments and lists.
type Lists struct{ School *school.School }

// ClassChange is what a class fires and may use from now on.
type ClassChange struct {
	Name       *string // nil leaves it
	Clay, Cone string
	Atmosphere glaze.Atmosphere // "" leaves it
	Jars       *[]string        // glaze.Glaze.Code; empty allows all, nil leaves it
	Archived   *bool            // it is taught no more; nil leaves it
	Hushed     *[]matter.Code   // notes that its plans do not show; nil leaves it
}

// ChangeClassOf changes what a class fires, for assignments from now on, and the
// jars it may use.
func ChangeClassOf(m school.Moment, c *school.Change, id string, to ClassChange) (school.Class, error) {
	class, ok := school.Classes.Get(m.Snapshot, id)
	if !ok {
		return class, school.Missing("class")
	}
	cone, err := clayAndCone(m, to.Clay, to.Cone)
	if err != nil {
		return class, err
	}
	if to.Name != nil {
		if class.Name, err = freeName(m, *to.Name, id); err != nil {
			return class, err
		}
	}
	class.Clay, class.Cone = to.Clay, cone
	if to.Atmosphere != "" {
		class.Atmosphere = to.Atmosphere
	}
	if to.Jars != nil {
		class.Jars = once(*to.Jars)
		if err := m.Room().KnownJars(class.Jars); err != nil {
			return class, school.Says(err)
		}
	}
	if to.Hushed != nil {
		for _, code := range *to.Hushed {
			if !code.MayHush() {
				return class, school.Refuse("%q is no note that may be hidden: what shields the shelf or people is always said.", code)
			}
		}
		class.Hushed = once(*to.Hushed)
	}
	if to.Archived != nil && *to.Archived != class.Archived {
		if class.Archived = *to.Archived; class.Archived {
			err = archive(m, c, class)
		} else {
			_, err = freeName(m, class.Name, id)
		}
		if err != nil {
			return class, err
		}
	}
	school.Classes.Put(c, class)
	return class, nil
}

// once is a list of codes in which each stands once.
func once[T cmp.Ordered](codes []T) []T {
	list := slices.Clone(codes)
	slices.Sort(list)
	return slices.Compact(list)
}

func clayAndCone(m school.Moment, clay, cone string) (kiln.Cone, error) {
	if !m.Room().Clay(clay) {
		return "", school.Refuse("No clay is called %q.", clay)
	}
	k, err := kiln.ParseCone(cone)
	if err != nil {
		return "", school.Says(err)
	}
	return k, nil
}

func class(m school.Moment, c school.Class) contract.Class {
	laying := m.Laying[c.ID]
	v := contract.Class{Archived: view.Some(c.Archived), Hushed: view.All(c.Hushed), Laying: view.Some(laying.Says()), Id: c.ID, Name: c.Name, Clay: c.Clay, Cone: string(c.Cone), Atmosphere: glaze.Oxidation, Jars: view.All(c.Jars),
		Students: view.List(m.EverIn(c.ID), func(s school.Student) contract.Student {
			return contract.Student{Id: s.ID, Name: s.Name, Mark: s.Mark, Left: view.Some(s.Left), Table: view.Some(s.Table)}
		})}
	if c.Atmosphere != "" {
		v.Atmosphere = c.Atmosphere
	}
	return v
}

// ListClasses lists the classes, those that are archived among them.
func (l Lists) ListClasses(context.Context, contract.ListClassesRequestObject) (contract.ListClassesResponseObject, error) {
	m := l.School.Now()
	return contract.ListClasses200JSONResponse(view.List(school.EveryClass(m.Snapshot), func(c school.Class) contract.Class { return class(m, c) })), nil
}

// ChangeClass changes what a class fires and may use.
func (l Lists) ChangeClass(ctx context.Context, r contract.ChangeClassRequestObject) (contract.ChangeClassResponseObject, error) {
	var changed contract.Class
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		to, err := ChangeClassOf(m, c, r.Id, ClassChange{r.Body.Name, r.Body.Clay, r.Body.Cone, view.Value(r.Body.Atmosphere), r.Body.Jars, r.Body.Archived, r.Body.Hushed})
		changed = class(m, to)
		return err
	})
	return contract.ChangeClass200JSONResponse(changed), err
}

// ListClays lists the clays.
func (l Lists) ListClays(context.Context, contract.ListClaysRequestObject) (contract.ListClaysResponseObject, error) {
	return contract.ListClays200JSONResponse(view.List(l.School.Now().ClaysByCode(), view.Clay)), nil
}

// ImportList looks at a list, and takes it over whole or not at all.
func (l Lists) ImportList(ctx context.Context, r contract.ImportListRequestObject) (contract.ImportListResponseObject, error) {
	out, err := l.Import(ctx, ImportRequest{Kind: ListKind(r.Body.Kind), Text: r.Body.Text,
		Apply: r.Body.Apply, Clay: view.Value(r.Body.Clay), Cone: view.Value(r.Body.Cone), Answers: answers(r.Body.Answers, false), Marks: answers(r.Body.Answers, true)})
	if err != nil {
		return nil, err
	}
	classes, asks := view.All(out.NewClasses), view.List(out.Asks, func(a Ask) contract.ImportAsk { return asked(l.School.Now(), a) })
	return contract.ImportList200JSONResponse{Kind: contract.ListKind(out.Kind), Applied: out.Applied,
		Added: out.Count(Added), Changed: out.Count(Changed), Same: out.Count(Same), NewClasses: &classes, Asks: &asks,
		Refused: view.List(out.Refused, func(r RefusedCell) contract.Refusal {
			return contract.Refusal{Row: r.Row, Column: r.Column, Expected: r.Expected}
		}),
		Rows: view.List(out.Rows, func(r ImportRow) contract.ImportRow {
			return contract.ImportRow{Row: r.Row, Change: contract.ImportRowChange(r.Change), Text: strings.TrimSpace(r.Text)}
		})}, nil
}

func asked(m school.Moment, a Ask) contract.ImportAsk {
	return contract.ImportAsk{Row: a.Row, Text: a.Text, Propose: view.Some(a.Propose), Answer: view.Some(a.Answer), Of: view.List(a.Of, func(s school.Student) contract.ImportOf {
		text := s.Called() + ", " + school.Classes.All(m.Snapshot)[s.Class].Name
		if s.Left {
			text += ", who left"
		}
		return contract.ImportOf{Id: s.ID, Text: text}
	})}
}

// answers are what was said of who rows are, or of their marks.
func answers(given *[]contract.ImportAnswer, marks bool) map[int]string {
	to := map[int]string{}
	for _, a := range view.Value(given) {
		if view.Value(a.Mark) == marks {
			to[a.Row] = a.Answer
		}
	}
	return to
}
