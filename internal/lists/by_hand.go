package lists

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/roster"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// ByHand answers what the contract asks of classes, students, clays and jars that are typed.
type ByHand struct{ School *school.School }

// named is a name as it is kept: neither empty nor too long.
func named(what, text string) (string, error) {
	text = strings.Join(strings.Fields(text), " ")
	switch n := len([]rune(text)); {
	case n == 0:
		return "", school.Refuse("Give the %s a name.", what)
	case n > roster.LongestName:
		return "", school.Refuse("A name has at most %d letters, and this one has %d: shorten it.", roster.LongestName, n)
	}
	return text, nil
}

// freeName is a name for a class that no other class has.
func freeName(m school.Moment, text, but string) (string, error) {
	name, err := named("class", text)
	if err != nil {
		return "", err
	}
	for _, c := range m.ClassesByName() { // next year's class may be called as one that is archived
		if c.ID != but && strings.EqualFold(c.Name, name) {
			return "", school.Refuse("There is a class called %s already: add the students there, or choose another name.", c.Name)
		}
	}
	return name, nil
}

// AddClass adds a class with its students.
func AddClass(m school.Moment, c *school.Change, of school.Class, students []roster.Entry) (school.Class, error) {
	name, err := freeName(m, of.Name, "")
	if err != nil {
		return of, err
	}
	if of.Cone, err = clayAndCone(m, of.Clay, string(of.Cone)); err != nil {
		return of, err
	}
	of.ID, of.Name = school.NewID(), name
	school.Classes.Put(c, of)
	_, err = join(m, c, of, nil, students)
	return of, err
}

// AddStudents has students join a class. Where pieces is said each gets one of every
// assignment that the whole class works on.
func AddStudents(m school.Moment, c *school.Change, id string, students []roster.Entry, pieces bool) error {
	class, err := school.Taught(m.Snapshot, id)
	if err != nil {
		return err
	}
	joined, err := join(m, c, class, m.StudentsOf(id), students)
	if err != nil || !pieces {
		return err
	}
	for _, a := range m.AssignmentsInOrder() {
		if a.Class != id || a.Over || a.Some {
			continue
		}
		for _, s := range joined {
			school.Pieces.Put(c, school.PieceRecord{ID: school.NewID(), Assignment: a.ID, Student: s.ID})
		}
	}
	return nil
}

// join puts students into a class beside those who are in it.
func join(m school.Moment, c *school.Change, class school.Class, there []school.Student, students []roster.Entry) (joined []school.Student, err error) {
	if len(there)+len(students) > roster.MostInAClass {
		return nil, school.Refuse("A class has at most %d students.", roster.MostInAClass)
	}
	there = slices.Clone(there)
	for _, e := range students {
		s := school.Student{ID: school.NewID(), Class: class.ID, Mark: strings.TrimSpace(e.Mark)}
		if s.Name, err = named("student", e.Name); err != nil {
			return nil, err
		}
		if err := fits(s, there, class.Name); err != nil {
			return nil, err
		}
		there, joined = append(there, s), append(joined, s)
		school.Students.Put(c, s)
	}
	return joined, nil
}

// fits asks whether a student can be told from those who are in a class.
func fits(s school.Student, there []school.Student, class string) error {
	var others []roster.Entry
	for _, other := range there {
		if other.ID != s.ID {
			others = append(others, roster.Entry{Name: other.Name, Mark: other.Mark})
		}
	}
	if why := roster.Clash(roster.Entry{Name: s.Name, Mark: s.Mark}, others, class); why != "" {
		return school.Refuse("%s", why)
	}
	return nil
}

// StudentChange is how a student is from now on; nil leaves it.
type StudentChange struct {
	Name, Mark, Class *string
	Left              *bool
	Table             *string
}

// ChangeStudentOf renames a student, has them mark otherwise, moves them, has them leave or come
// back. Their pieces stay what and whose they are.
func ChangeStudentOf(m school.Moment, c *school.Change, id string, to StudentChange) (err error) {
	s, ok := school.Students.Get(m.Snapshot, id)
	if !ok {
		return school.Missing("student")
	}
	if to.Name != nil {
		if s.Name, err = named("student", *to.Name); err != nil {
			return err
		}
	}
	if to.Mark != nil {
		s.Mark = strings.TrimSpace(*to.Mark)
	}
	if to.Class != nil {
		s.Class = *to.Class
	}
	if to.Left != nil {
		s.Left = *to.Left
	}
	if to.Table != nil {
		s.Table = strings.TrimSpace(*to.Table)
	}
	class := school.Classes.All(m.Snapshot)[s.Class]
	if to.Class != nil {
		if class, err = school.Taught(m.Snapshot, s.Class); err != nil {
			return err
		}
	}
	if !s.Left {
		if err := fits(s, m.StudentsOf(s.Class), class.Name); err != nil {
			return err
		}
	}
	school.Students.Put(c, s)
	return nil
}

// PutClayOf adds a clay, or changes one. Whether it is dark is told by its fired colour where nobody
// says it.
func PutClayOf(m school.Moment, c *school.Change, of glaze.Clay, cones string, dark *bool) (glaze.Clay, error) {
	old, known := school.Clays.Get(m.Snapshot, of.Code)
	of.Bisque = old.Bisque
	if known && of.Fired.Hex() == old.Fired.Hex() {
		of.Fired = old.Fired // what was measured finer than a hex stays
	}
	switch {
	case dark != nil:
		of.Dark = *dark
	case known && of.Fired == old.Fired:
		of.Dark = old.Dark
	default:
		of.Dark = glaze.DarkWhenFired(of.Fired)
	}
	var err error
	if of.Code, err = code(of.Code); err != nil {
		return of, err
	}
	if of.Name, err = named("clay", of.Name); err != nil {
		return of, err
	}
	if of.Cones, err = kiln.ParseRange(cones); err != nil {
		return of, school.Says(err)
	}
	school.Clays.Put(c, of)
	return of, nil
}

// code is a code as it is kept: short, and nothing that joins stacks.
func code(text string) (string, error) {
	text = strings.TrimSpace(text)
	if n := len([]rune(text)); n == 0 || n > 40 || strings.ContainsAny(text, "+×*=@") {
		return "", school.Refuse("%q is no code: give 1 to 40 letters and digits, without +, ×, *, = and @.", text)
	}
	return text, nil
}

// NewJar is a jar as it is typed: what is not said is as the jars there are.
type NewJar struct {
	Code, Name, Kind, Cones string
	Raw                     *string // a hex; nil where nobody said
	Food                    glaze.FoodLabel
}

// AddJarOf adds a jar.
func AddJarOf(m school.Moment, c *school.Change, of NewJar) (g glaze.Glaze, err error) {
	g = glaze.Glaze{InStock: true, Food: glaze.FoodNotClaimed, Jar: glaze.UnknownJar()}
	if g.Code, err = code(of.Code); err != nil {
		return g, err
	}
	if _, taken := school.Glazes.Get(m.Snapshot, g.Code); taken {
		return g, school.Refuse("There is a jar %s already: change that one, or give this one another code.", g.Code)
	}
	if g.Name, err = named("jar", of.Name); err != nil {
		return g, err
	}
	if g.Kind, err = glaze.ParseKind(of.Kind); err != nil {
		return g, school.Says(err)
	}
	if of.Food != "" {
		g.Food = of.Food
	}
	if of.Cones == "" {
		of.Cones = usualCones(m)
	}
	if g.Cones, err = kiln.ParseRange(of.Cones); err != nil {
		return g, school.Says(fmt.Errorf("its cones, from the label: %w", err))
	}
	if of.Raw != nil {
		if g.Raw, err = colour.FromHex(*of.Raw); err != nil {
			return g, school.Says(err)
		}
	}
	school.Glazes.Put(c, g)
	return g, nil
}

// usualCones is what most jars of the room are made for, else what its classes fire to.
func usualCones(m school.Moment) string {
	count, most := map[string]int{}, ""
	for _, g := range m.Jars() {
		cones := g.Cones.String()
		if count[cones]++; count[cones] > count[most] {
			most = cones
		}
	}
	if classes := m.ClassesByName(); most == "" && len(classes) > 0 {
		return string(classes[0].Cone)
	}
	return most
}

func entries(of []contract.NewStudent) []roster.Entry {
	return view.List(of, func(s contract.NewStudent) roster.Entry { return roster.Entry{Name: s.Name, Mark: s.Mark} })
}

// ReadNames reads names as they were typed or pasted.
func (l ByHand) ReadNames(_ context.Context, r contract.ReadNamesRequestObject) (contract.ReadNamesResponseObject, error) {
	var taken []string
	for _, s := range l.School.Now().StudentsOf(view.Value(r.Body.Class)) {
		taken = append(taken, s.Mark)
	}
	read, refused := roster.Read(r.Body.Text, taken)
	return contract.ReadNames200JSONResponse{
		Students: view.List(read, func(e roster.Entry) contract.NewStudent { return contract.NewStudent{Name: e.Name, Mark: e.Mark} }),
		Refused:  view.List(refused, func(r roster.Refused) string { return fmt.Sprintf("Row %d: %s.", r.Row, r.Says) })}, nil
}

// AddClass adds a class by hand.
func (l ByHand) AddClass(ctx context.Context, r contract.AddClassRequestObject) (contract.AddClassResponseObject, error) {
	var id string
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		made, err := AddClass(m, c, school.Class{Name: r.Body.Name, Clay: r.Body.Clay, Cone: kiln.Cone(r.Body.Cone)}, entries(r.Body.Students))
		id = made.ID
		return err
	})
	if err != nil {
		return nil, err
	}
	m := l.School.Now()
	return contract.AddClass201JSONResponse(class(m, school.Classes.All(m.Snapshot)[id])), nil
}

// AddStudents has students join a class.
func (l ByHand) AddStudents(ctx context.Context, r contract.AddStudentsRequestObject) (contract.AddStudentsResponseObject, error) {
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return AddStudents(m, c, r.Id, entries(r.Body.Students), view.Value(r.Body.Pieces))
	})
	if err != nil {
		return nil, err
	}
	m := l.School.Now()
	return contract.AddStudents200JSONResponse(class(m, school.Classes.All(m.Snapshot)[r.Id])), nil
}

// ChangeStudent changes a student.
func (l ByHand) ChangeStudent(ctx context.Context, r contract.ChangeStudentRequestObject) (contract.ChangeStudentResponseObject, error) {
	return contract.ChangeStudent204Response{}, l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return ChangeStudentOf(m, c, r.Id, StudentChange{r.Body.Name, r.Body.Mark, r.Body.Class, r.Body.Left, r.Body.Table})
	})
}

// PutClay adds a clay, or changes one.
func (l ByHand) PutClay(ctx context.Context, r contract.PutClayRequestObject) (contract.PutClayResponseObject, error) {
	fired, err := colour.FromHex(r.Body.Fired)
	if err != nil {
		return nil, school.Says(err)
	}
	var v contract.Clay
	err = l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		made, err := PutClayOf(m, c, glaze.Clay{Code: r.Code, Name: r.Body.Name, Fired: fired}, r.Body.Cones, r.Body.Dark)
		v = view.Clay(made)
		return err
	})
	return contract.PutClay200JSONResponse(v), err
}

// AddJar adds a jar.
func (l ByHand) AddJar(ctx context.Context, r contract.AddJarRequestObject) (contract.AddJarResponseObject, error) {
	of := NewJar{Code: r.Body.Code, Name: r.Body.Name, Kind: r.Body.Kind, Cones: view.Value(r.Body.Cones), Raw: r.Body.Raw, Food: glaze.FoodLabel(view.Value(r.Body.Food))}
	var made glaze.Glaze
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		made, err = AddJarOf(m, c, of)
		return err
	})
	if err != nil {
		return nil, err
	}
	return contract.AddJar201JSONResponse(view.Jar(l.School.Now(), made)), nil
}
