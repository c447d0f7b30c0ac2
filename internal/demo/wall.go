package demo

import (
	"fmt"
	"maps"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/wall"
	"enkaustos/internal/gate"
	"enkaustos/internal/school"
	room "enkaustos/internal/wall"
)

// daring plans an overlap that nobody has fired on two pieces that are not
// begun yet: the matrix shows the question, and the desk warns of it.
func (m *maker) daring() error {
	planned := 0
	for _, p := range gate.At(m.school.Now(), "", ready.Bench) {
		a := m.school.Now().Assignments[p.Assignment]
		if planned == 2 || a.Clay != "FEN" || a.Form != piece.Bowl || len(p.State.Coats) > 0 {
			continue
		}
		choices := maps.Clone(p.Plan.Choices)
		choices["exterior"] = plan.Choice{Stack: glaze.Stack{{Glaze: "B13", Coats: 2}, {Glaze: "N03", Coats: 1}}}
		if _, err := m.save(p, choices); err != nil {
			return err
		}
		planned++
	}
	return nil
}

// readings are boxes that the invented school has read on its tiles: strips of
// one and two coats, textured halves, and one photograph in bad light.
func (m *maker) readings() error {
	hex := func(text string) colour.Lab {
		c, err := colour.FromHex(text)
		if err != nil {
			panic(err) // written below
		}
		return c
	}
	box := func(half glaze.Half, coats int, fired string, spread float64, flags ...colour.Flag) glaze.Reading {
		return glaze.Reading{Half: half, Coats: coats, Lab: hex(fired), Scatter: spread, Flags: flags, Source: glaze.FromPhotograph}
	}
	read := []wall.Read{
		{Code: "F06", Readings: []glaze.Reading{box(glaze.Smooth, 1, "#dccdb2", 1.1), box(glaze.Smooth, 2, "#e9dec6", 0.8), box(glaze.Smooth, 3, "#efe6d0", 0.6)}},
		{Code: "F13", Readings: []glaze.Reading{box(glaze.Smooth, 1, "#8f8c85", 1.4), box(glaze.Smooth, 2, "#6e6f70", 0.9), box(glaze.Smooth, 3, "#5c5f63", 0.7),
			box(glaze.Texture, 3, "#6d6f72", 3.1)}},
		{Code: "F10", Readings: []glaze.Reading{box(glaze.Smooth, 3, "#5d2b3c", 1.9), box(glaze.Texture, 3, "#502834", 3.6)}},
		{Code: "F14", Readings: []glaze.Reading{box(glaze.Smooth, 3, "#9aa37c", 4.6, colour.Uneven)}},
		{Code: "F03", Readings: []glaze.Reading{box(glaze.Smooth, 3, "#d9a12c", 1.2, colour.Glare)}},
		{Code: "H49", Readings: []glaze.Reading{box(glaze.Smooth, 1, "#7d8f6f", 1.3), box(glaze.Smooth, 2, "#628d76", 1.0), box(glaze.Smooth, 3, "#548e7c", 0.9)}},
	}
	err := m.change(func(now school.Moment, c *school.Change) error { return room.SaveReadingsOf(now, c, read) })
	if err != nil {
		return fmt.Errorf("the demo's readings are refused: %w", err)
	}
	return nil
}
