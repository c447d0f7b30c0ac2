package studio

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/results"
	"enkaustos/core/wall"
	"enkaustos/internal/store"
)

// Tile is a fired tile with what the jars' labels say of it.
type Tile struct {
	glaze.Tile
	Title   string // codes and names of its glazes
	Raw     colour.Lab
	Food    bool // every melting glaze on it carries a food label
	InStock bool
	PieceOf string // whose piece it was read from
	Doubt   string // why its colour is not to be trusted too far; "" where it is
}

// Class is a class with its students.
type Class struct {
	store.Class
	Students []store.Student
}

// Clays lists the clays by code.
func (s *Studio) Clays() []glaze.Clay {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return s.school.clayList()
}

// Glazes lists the jars by code.
func (s *Studio) Glazes() []glaze.Glaze {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return s.school.glazeList()
}

// Tiles lists the fired tiles in the order that the wall hangs.
func (s *Studio) Tiles(by wall.Order) []Tile {
	s.mu.RLock()
	defer s.mu.RUnlock()
	var list []Tile
	for _, t := range wall.Arrange(s.school.tileList(), by) {
		list = append(list, s.tile(t))
	}
	return list
}

func (s *Studio) tile(t glaze.Tile) Tile {
	v := Tile{Tile: t, Food: true, InStock: true}
	var names []string
	for _, layer := range t.Stack {
		g := s.school.glazes[layer.Glaze]
		names = append(names, strings.TrimSpace(layer.Glaze+" "+g.Name))
		v.Raw = g.Raw
		v.Food = v.Food && (!g.Kind.Melts() || g.Food == glaze.FoodClaimed)
		v.InStock = v.InStock && g.InStock
	}
	top := s.school.glazes[t.Stack[len(t.Stack)-1].Glaze]
	v.Food = v.Food && top.Kind.Melts()
	slices.Reverse(names)
	v.Title = strings.Join(names, " over ")
	if p, ok := s.school.pieces[t.Piece]; ok {
		v.PieceOf = s.school.who(p)
	}
	v.Doubt = t.Doubt()
	return v
}

// Classes lists the classes with their students.
func (s *Studio) Classes() []Class {
	s.mu.RLock()
	defer s.mu.RUnlock()
	var list []Class
	for _, c := range s.school.classList() {
		list = append(list, Class{c, s.school.studentsOf(c.ID)})
	}
	return list
}

// TileFromPiece makes a tile of a surface of a fired piece: its stack is what
// was logged there, the colour is what the teacher read.
func (s *Studio) TileFromPiece(ctx context.Context, code, pieceID, surface string, fired colour.Lab, textured bool) (Tile, error) {
	var made Tile
	return made, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		p, ok := s.school.pieces[pieceID]
		if !ok {
			return nil, nil, missing("piece")
		}
		code = strings.TrimSpace(code)
		if _, taken := s.school.tiles[code]; taken || code == "" {
			return nil, nil, refuse("The code %q is taken or empty: give the tile a code of its own.", code)
		}
		a := s.school.assignments[p.Assignment]
		on, ok := p.body.Surface(surface)
		if !ok {
			return nil, nil, refuse("A %s has no surface %q.", a.Form, surface)
		}
		t, err := results.Tile(code, pieceID, surface, cmp.Or(on.Clay, a.Clay), fired, p.state)
		if err != nil {
			return nil, nil, refuse("%s", sentence(err))
		}
		t.Textured = textured
		made = s.tile(t)
		return func(tx *store.Tx) error { return tx.PutTile(t) },
			func() { s.school.tiles[code] = t; s.newShelf() }, nil
	})
}

// ClassChange is what a class fires and may use from now on.
type ClassChange struct {
	Clay, Cone string
	Atmosphere glaze.Atmosphere // "" leaves it
	Jars       *[]string        // glaze.Glaze.Code; empty allows all, nil leaves it
}

// ChangeClass changes what a class fires, for assignments from now on, and the
// jars it may use.
func (s *Studio) ChangeClass(ctx context.Context, id string, to ClassChange) (Class, error) {
	var changed Class
	return changed, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		c, ok := s.school.classes[id]
		if !ok {
			return nil, nil, missing("class")
		}
		k, err := s.clayAndCone(to.Clay, to.Cone)
		if err != nil {
			return nil, nil, err
		}
		c.Clay, c.Cone = to.Clay, k
		if to.Atmosphere != "" {
			c.Atmosphere = to.Atmosphere
		}
		if to.Jars != nil {
			c.Jars = slices.Clone(*to.Jars)
			if err := s.knownJars(c.Jars); err != nil {
				return nil, nil, err
			}
		}
		changed = Class{c, s.school.studentsOf(id)}
		return func(tx *store.Tx) error { return tx.PutClass(c) }, func() { s.school.classes[id] = c; s.newShelf() }, nil
	})
}

// knownJars refuses a jar that the room has not.
func (s *Studio) knownJars(jars []string) error {
	for _, code := range jars {
		if _, ok := s.school.glazes[code]; !ok {
			return refuse("No jar is called %q.", code)
		}
	}
	return nil
}

// knownClays refuses a clay that the room has not.
func (s *Studio) knownClays(m piece.Marking) error {
	for surface, clay := range m.Clays {
		if _, ok := s.school.clays[clay]; !ok {
			return refuse("%s: no clay is called %q.", surface, clay)
		}
	}
	return nil
}

func (s *Studio) clayAndCone(clay, cone string) (kiln.Cone, error) {
	if _, ok := s.school.clays[clay]; !ok {
		return "", refuse("No clay is called %q.", clay)
	}
	k, err := kiln.ParseCone(cone)
	if err != nil {
		return "", refuse("%s", sentence(err))
	}
	return k, nil
}

// Assignment is an assignment and how many pieces it has.
type Assignment struct {
	store.Assignment
	Pieces int
}

// Assignments lists the assignments, the oldest first.
func (s *Studio) Assignments() []Assignment {
	s.mu.RLock()
	defer s.mu.RUnlock()
	count := map[string]int{}
	for _, p := range s.school.pieces {
		count[p.Assignment]++
	}
	var list []Assignment
	for _, a := range s.school.assignmentList() {
		list = append(list, Assignment{a.Assignment, count[a.ID]})
	}
	return list
}

// AddAssignment gives a class a form: every student of the class gets a piece.
// An empty clay or cone is the class's own.
func (s *Studio) AddAssignment(ctx context.Context, a store.Assignment) (Assignment, error) {
	var made Assignment
	return made, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		class, ok := s.school.classes[a.Class]
		if !ok {
			return nil, nil, missing("class")
		}
		if a.Clay == "" {
			a.Clay = class.Clay
		}
		if a.Cone == "" {
			a.Cone = class.Cone
		}
		if a.Atmosphere == "" {
			a.Atmosphere = class.Atmosphere
		}
		var err error
		if a.Cone, err = s.clayAndCone(a.Clay, string(a.Cone)); err != nil {
			return nil, nil, err
		}
		if a.Name = strings.TrimSpace(a.Name); a.Name == "" {
			return nil, nil, refuse("Give the assignment a name.")
		}
		if _, err := (plan.Own{}).Body(a.Form, a.Measures, a.Marking); err != nil {
			return nil, nil, refusals(err)
		}
		if err := cmp.Or(s.knownClays(a.Marking), s.knownJars(a.Jars)); err != nil {
			return nil, nil, err
		}
		a.ID, a.MadeAt = store.NewID(), s.clock.Now()
		var pieces []store.Piece
		for _, student := range s.school.studentsOf(a.Class) {
			pieces = append(pieces, store.Piece{ID: store.NewID(), Assignment: a.ID, Student: student.ID})
		}
		if len(pieces) == 0 {
			return nil, nil, refuse("%s has no students yet: bring a class list first.", class.Name)
		}
		made = Assignment{a, len(pieces)}
		return func(tx *store.Tx) error { return addAssignment(tx, a, pieces) },
			func() { s.rememberAssignment(a, pieces) }, nil
	})
}

// addAssignment writes an assignment with its pieces.
func addAssignment(tx *store.Tx, a store.Assignment, pieces []store.Piece) error {
	if err := tx.PutAssignment(a); err != nil {
		return err
	}
	for _, p := range pieces {
		if err := tx.AddPiece(p); err != nil {
			return err
		}
	}
	return nil
}

// rememberAssignment remembers what addAssignment wrote; mu is held.
func (s *Studio) rememberAssignment(a store.Assignment, pieces []store.Piece) {
	s.ruled(s.school.addAssignment(a))
	for _, p := range pieces {
		s.school.addPiece(p)
	}
}

// sentence starts with a capital and ends with a full stop.
func sentence(err error) string {
	text := err.Error()
	return strings.ToUpper(text[:1]) + text[1:] + "."
}

// Sketch builds a form, with what is marked on it, without keeping it.
func Sketch(form piece.Form, m piece.Measures, marking piece.Marking) (piece.Body, error) {
	body, err := plan.Own{}.Body(form, m, marking)
	return body, refusals(err)
}
