package demo

import (
	"enkaustos/core/colour"
	"enkaustos/core/ready"
	"enkaustos/internal/desk"
	"enkaustos/internal/gate"
	resultsroom "enkaustos/internal/results"
	"enkaustos/internal/school"
)

// laboratory has some students say that they would try what nobody has fired, offers it to them, and
// has two of them take it and one decline; and it reads what some pieces came out as.
func (m *maker) laboratory() error {
	m.clock.freeze(m.today.AddDate(0, 0, -1))
	var made []string
	err := m.change(func(now school.Moment, c *school.Change) error {
		for _, stage := range []ready.Stage{ready.Plan, ready.Bench} {
			for i, p := range gate.At(now, "", stage) {
				if i%5 == 0 && len(p.State.Coats) == 0 && !p.Approved() {
					school.Wishes.Put(c, school.Wish{Piece: p.ID, At: now.At, Willing: true})
				}
			}
		}
		return nil
	})
	if err != nil {
		return err
	}
	err = m.change(func(now school.Moment, c *school.Change) (err error) {
		made, err = resultsroom.Offer(now, c, school.Teacher.Name, "")
		return err
	})
	if err != nil {
		return err
	}
	for i, piece := range made[:min(3, len(made))] {
		err := m.change(func(now school.Moment, c *school.Change) error {
			return desk.Answer(now, c, school.Teacher, piece, i < 2)
		})
		if err != nil {
			return err
		}
	}
	return m.change(m.read)
}

// read keeps what surfaces of judged pieces came out as: near what their tiles promised, and some not.
func (m *maker) read(now school.Moment, c *school.Change) error {
	drift := func(most float64) float64 { return (m.random.Float64() - 0.5) * 2 * most }
	for i, p := range gate.At(now, "", ready.Done) {
		if i%2 == 1 {
			continue
		}
		for _, s := range now.Survey(p).Surfaces {
			if s.Fired == nil || len(s.On) == 0 {
				continue
			}
			lab := colour.Lab{L: s.Fired.L + drift(4), A: s.Fired.A + drift(3), B: s.Fired.B + drift(3)}
			school.FiredAs.Put(c, school.FiredColour{Piece: p.ID, Surface: s.ID, At: now.At, Lab: lab, Scatter: 0.8 + m.random.Float64()})
		}
	}
	return nil
}
