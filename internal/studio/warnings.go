package studio

import (
	"enkaustos/core/bench"
	"enkaustos/core/work"
)

// Warning is something to say about an event that was kept all the same.
type Warning struct {
	Event, Piece string
	Code, Text   string
}

// warnings are what core has to say about a coat, with whose piece it is on; mu
// is held.
func (s *Studio) warnings(e work.Event, p *livePiece) (list []Warning) {
	if e.Kind != work.Coated {
		return nil
	}
	a := s.school.assignments[p.Assignment]
	for _, w := range bench.Warnings(bench.Lay{Event: e, Body: p.body, Plan: p.plan.Choices, State: p.state, House: a.house,
		Drying: s.drying(a.house), Jar: s.school.glazes[e.Glaze], Jars: a.Allowed(s.school.classes[a.Class])}) {
		list = append(list, Warning{e.ID, e.Piece, w.Code, s.school.who(p) + ": " + w.Text})
	}
	return list
}
