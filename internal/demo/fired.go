package demo

import (
	"fmt"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/fault"
	"enkaustos/core/kiln"
	"enkaustos/core/results"
	"enkaustos/core/work"
	kilnroom "enkaustos/internal/kiln"
	resultsroom "enkaustos/internal/results"
	"enkaustos/internal/school"
	"enkaustos/internal/wall"
)

// firings fires the loads: one lies in the kiln and cools, the others are out.
func (m *maker) firings() error {
	for _, cone := range []kiln.Cone{"6", "04"} {
		for _, when := range []string{"last week", "cooling"} {
			name := fmt.Sprintf("Cone %s, %s", cone, when)
			if len(m.loads[name]) == 0 {
				continue
			}
			m.clock.freeze(m.today.AddDate(0, 0, -4))
			if when == "cooling" {
				m.clock.freeze(m.today.Add(-16 * time.Hour))
			}
			if err := m.fire(name, cone, when == "cooling"); err != nil {
				return err
			}
		}
	}
	return m.results()
}

// fire fires a load; what does not cool any more is unloaded.
func (m *maker) fire(name string, cone kiln.Cone, cooling bool) error {
	var load school.Load
	err := m.change(func(now school.Moment, c *school.Change) (err error) {
		load, err = kilnroom.Fill(now, c, school.Teacher, school.Load{Name: name, Cone: cone}, m.loads[name])
		return err
	})
	if err != nil {
		return err
	}
	in := map[kiln.Cone]string{"6": "Lighthouse", "04": "Matchbox"}[cone]
	err = m.change(func(now school.Moment, c *school.Change) error {
		return kilnroom.Fire(now, c, school.Teacher, load.ID, kilnNamed(now, in))
	})
	if err != nil || cooling {
		return err
	}
	m.clock.freeze(m.today.AddDate(0, 0, -2))
	return m.change(func(now school.Moment, c *school.Change) error {
		return kilnroom.Unload(now, c, school.Teacher, load.ID, "")
	})
}

var opinions = []string{
	"The rim broke lighter than the tile, I like it more.",
	"I would put one coat less on the outside.",
	"It came out as planned. The inside is my favourite.",
	"Streaky where I brushed one way only.",
	"The dark swallowed the pale line. Next time underglaze.",
}

func (m *maker) results() error {
	made := 0
	for _, name := range []string{"Cone 6, last week judged", "Cone 04, last week judged"} {
		for i, seen := range m.loads[name] {
			m.clock.freeze(m.today.AddDate(0, 0, -1).Add(time.Duration(i) * time.Minute))
			if _, err := m.log(work.Event{Piece: seen.Piece, Kind: work.Opined, Text: opinions[i%len(opinions)], Again: i%3 != 1}); err != nil {
				return err
			}
			if err := m.judged(i, seen.Piece); err != nil {
				return err
			}
			if i > 1 {
				continue
			}
			made++
			if err := m.tile(fmt.Sprintf("P%02d", made), seen.Piece); err != nil {
				return err
			}
		}
	}
	return nil
}

// judged says how a piece came out: sound, or with a fault that its record could explain.
func (m *maker) judged(i int, piece string) error {
	now := m.school.Now()
	e := work.Event{Piece: piece, Kind: work.Resulted, Came: fault.Sound}
	for _, on := range resultsroom.Told(now, now.Pieces[piece]).Evidence() {
		for _, p := range results.Priors() {
			if i%3 > 0 && e.Fault == "" && on.Clues.Of(p.Cause) == results.There && p.Share >= 0.2 {
				e = work.Event{Piece: piece, Kind: work.Faulted, Surface: on.Surface, Fault: p.Fault, Clear: i%2 == 0}
			}
		}
	}
	if _, err := m.log(e); err != nil {
		return err
	}
	flow := []fault.Flow{fault.Stayed, fault.Stayed, fault.ALittle, fault.ToBand}[i%4]
	_, err := m.log(work.Event{Piece: piece, Kind: work.Flowed, Flow: flow})
	return err
}

// tile makes a tile of the first surface of a fired piece.
func (m *maker) tile(code, piece string) error {
	return m.change(func(now school.Moment, c *school.Change) error {
		surface := now.Survey(now.Pieces[piece]).Surfaces[0]
		fired := colour.Lab{L: 46, A: 8, B: -4}
		if surface.Fired != nil {
			fired = *surface.Fired
			fired.L += 2
		}
		_, err := wall.FromPiece(now, c, code, piece, surface.ID, fired, false)
		return err
	})
}
