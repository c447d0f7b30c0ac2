package school

import (
	"maps"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// next is a school on its way from one snapshot to the following one: it changes
// copies only.
type next struct {
	*Snapshot
	owned    map[int]bool      // tables that were copied
	touched  map[string]*Piece // pieces that were copied, as they were; nil where they are new
	ownParts struct{ pieces, assignments bool }
	reorder  bool // pieces, or what they are listed by, are others
	remake   bool // jars, tiles or rules changed: so does everything that is checked by them
	resurvey bool // something that surveys look at changed
}

func from(s Snapshot) *next {
	return &next{Snapshot: &s, owned: map[int]bool{}, touched: map[string]*Piece{}}
}

// with is the school after a change. It gives the change's events their places in
// the server's order.
func (m Moment) with(c *Change) (*Snapshot, error) {
	n := from(*m.Snapshot)
	n.tables = slices.Clone(n.tables)
	for _, p := range c.puts {
		p.kind.put(n, p)
		n.noted(p)
	}
	for i := range c.events {
		n.Seq++
		c.events[i].Seq = n.Seq
		if err := n.event(c, c.events[:i], c.events[i]); err != nil {
			return nil, err
		}
	}
	n.settle()
	if n.memo == m.memo && n.teachesOtherwise(m) {
		n.memo = newMemo()
	}
	return n.Snapshot, nil
}

// teachesOtherwise says whether the room's pace, which is learned from the days before today, is
// another by a change: a coat of another day was taken back, wiped off or told afterwards.
func (n *next) teachesOtherwise(m Moment) bool {
	drying := m.drying()
	for id, old := range n.touched {
		var before, now work.State
		if old != nil {
			before = old.State
		}
		if p := n.Pieces[id]; p != nil {
			now = p.State
		}
		if !drying.TeachesAlike(before, now, midnight(m.At)) {
			return true
		}
	}
	return false
}

// noted says what has to be worked out again because of a record.
func (n *next) noted(p put) {
	switch p.kind.name() {
	case "piece", "assignment", "student", "class":
		n.reorder = true
	}
	if piece := p.kind.pieceOf(p.record); piece != "" {
		n.own(piece) // what was remembered of it does not hold any more
		return
	}
	if !p.kind.shows() {
		return
	}
	n.resurvey = true
	switch p.kind.name() {
	case "glaze", "tile", "class", "assignment", "house", "avoided":
		n.remake = true
	}
}

// event folds one event into its piece. before are the events of the same change
// that come before it.
func (n *next) event(c *Change, before []work.Event, e work.Event) error {
	var log []work.Event
	if e.Kind == work.Undone {
		var err error
		if log, err = c.logUntil(e.Piece, before); err != nil {
			return err
		}
	}
	p := n.own(e.Piece)
	p.State = work.Step(p.State, e, func() []work.Event { return log })
	return nil
}

// own is a piece that may be changed.
func (n *next) own(id string) *Piece {
	if !n.ownParts.pieces {
		n.Pieces, n.ownParts.pieces = maps.Clone(n.Pieces), true
	}
	old := n.Pieces[id]
	if _, copied := n.touched[id]; copied {
		return old
	}
	p := &Piece{}
	if old != nil {
		*p = *old
		if n.memo != nil {
			n.memo.forget(old)
		}
	}
	n.Pieces[id], n.touched[id] = p, old
	return p
}

func (n *next) piece(r PieceRecord, kept bool) {
	p := n.own(r.ID)
	if !kept {
		delete(n.Pieces, r.ID)
		return
	}
	p.PieceRecord = r
	p.shape(n.Assignments[r.Assignment])
}

func (n *next) plan(saved Plan, _ bool) {
	p := n.own(saved.Piece)
	p.Plan = saved
	p.shape(n.Assignments[p.Assignment])
}

func (n *next) scheme(s Scheme, kept bool) {
	p := n.own(s.Piece)
	if p.Schemes = maps.Clone(p.Schemes); p.Schemes == nil {
		p.Schemes = map[int]plan.Plan{}
	}
	if kept {
		p.Schemes[s.Slot] = s.Choices
	} else {
		delete(p.Schemes, s.Slot)
		if len(p.Schemes) == 0 {
			p.Schemes = nil // as of a piece that never had one
		}
	}
}

func (n *next) firedAs(f FiredColour, kept bool) {
	p := n.own(f.Piece)
	if p.FiredAs = maps.Clone(p.FiredAs); p.FiredAs == nil {
		p.FiredAs = map[string]FiredColour{}
	}
	if p.FiredAs[f.Surface] = f; !kept {
		delete(p.FiredAs, f.Surface)
	}
	if len(p.FiredAs) == 0 {
		p.FiredAs = nil // as of a piece of which nobody read any
	}
}

func (n *next) approval(a Approval, _ bool) {
	p := n.own(a.Piece)
	p.Word = &a
	if a.Verdict == plan.Approved {
		p.Granted = &a
	}
}

// assignment builds the body once; measurements were checked when the assignment
// was made, so they can be built.
func (n *next) assignment(r AssignmentRecord, _ bool) {
	if !n.ownParts.assignments {
		n.Assignments, n.ownParts.assignments = maps.Clone(n.Assignments), true
	}
	old, shaped := n.Assignments[r.ID], r
	a, _ := Shaped(r)
	n.Assignments[r.ID] = a
	if old == nil || old.Form == shaped.Form && maps.Equal(old.Measures, r.Measures) && sameMarking(old.AssignmentRecord, r) {
		return
	}
	for _, p := range n.Pieces {
		if p.Assignment == r.ID {
			n.own(p.ID).shape(a)
		}
	}
}

func sameMarking(a, b AssignmentRecord) bool {
	return slices.Equal(a.Marking.Details, b.Marking.Details) && slices.Equal(a.Marking.Joins, b.Marking.Joins) &&
		maps.Equal(a.Marking.Textured, b.Marking.Textured) && maps.Equal(a.Marking.Clays, b.Marking.Clays)
}

// settle works out what follows from the records.
func (n *next) settle() {
	if n.remake || n.Shelf == nil {
		n.shelves()
	}
	if n.owned[JarLevels.index] || n.owned[Glazes.index] || n.Learned == nil || n.pastChanged() {
		n.learn()
		n.resurvey = true // amounts follow what was learned
	}
	if n.reorder || n.order.running == nil {
		n.order = n.ordered()
	}
	if n.resurvey || n.memo == nil {
		n.memo = newMemo()
	}
	n.budgets = &budgets{}
	if n.came == nil || n.resurvey || n.firedTouched() {
		n.came = &came{}
	}
}

// firedTouched says whether a piece that was fired, or now is, became another one.
func (n *next) firedTouched() bool {
	for id, old := range n.touched {
		now := n.Pieces[id]
		if old != nil && old.State.Firing != nil || now != nil && now.State.Firing != nil {
			return true
		}
	}
	return false
}

// shelves rebuilds what plans are checked against.
func (n *next) shelves() {
	house, _ := rules.Default().With(Rules.The(n.Snapshot).Values)
	n.House = house
	n.Shelf = plan.NewShelf(house, slices.Collect(maps.Values(Glazes.All(n.Snapshot))), n.TilesByCode())
	var unwanted []plan.Unwanted
	for _, a := range Avoids.All(n.Snapshot) {
		unwanted = append(unwanted, a.Unwanted)
	}
	n.Shelf.Unwant(unwanted)
	all := make(map[string]*Assignment, len(n.Assignments))
	for id, a := range n.Assignments {
		ruled := *a
		ruled.House = n.HouseOf(house, a.Class, a.Rules)
		ruled.Shelf = n.Shelf.Under(ruled.House)
		ruled.Over = a.Ended || Classes.All(n.Snapshot)[a.Class].Archived
		all[id] = &ruled
	}
	n.Assignments, n.ownParts.assignments = all, true
}

// HouseOf is a house with the rules of a class and of an assignment over it.
func (s *Snapshot) HouseOf(house rules.House, class string, assignment map[string]string) rules.House {
	house, _ = house.With(Classes.All(s)[class].Rules)
	house, _ = house.With(assignment)
	return house
}

// Clay is a clay by its code, the zero clay where there is none.
func (s *Snapshot) Clay(code string) glaze.Clay { return Clays.All(s)[code] }
