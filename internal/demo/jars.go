package demo

import (
	"fmt"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/internal/school"
	"enkaustos/internal/stock"
)

// left is the jar that nobody stirred today.
const left = "N05"

// stirred stirs all jars three days ago, and all but one this morning.
func (m *maker) stirred() error {
	for _, at := range []time.Time{m.today.AddDate(0, 0, -3), m.today.Add(-35 * time.Minute)} {
		m.clock.freeze(at)
		err := m.change(func(now school.Moment, c *school.Change) error {
			for _, g := range now.Jars() {
				if g.Code == left && at.After(m.today.AddDate(0, 0, -1)) {
					continue
				}
				if err := stock.LookInto(now, c, g.Code, stock.JarChange{Mixed: true}); err != nil {
					return err
				}
			}
			return nil
		})
		if err != nil {
			return err
		}
	}
	return nil
}

// shelves is where the jars stand, and what they look like: dips in buckets on the floor,
// bottles at the sink, the others on two shelves.
func (m *maker) shelves() error {
	return m.change(func(now school.Moment, c *school.Change) error {
		for i, g := range now.Jars() {
			look, place := glaze.Squat, fmt.Sprintf("shelf %d", 1+i/9)
			switch {
			case g.Bucket():
				look, place = glaze.Pail, "floor"
			case g.Kind == glaze.Detail:
				look, place = glaze.Bottle, "by the sink"
			case i%3 == 0:
				look = glaze.Tall
			}
			if err := stock.LookInto(now, c, g.Code, stock.JarChange{Look: &look, Place: &place}); err != nil {
				return err
			}
		}
		return nil
	})
}

// kept keeps glaze for a project that is still to come.
func (m *maker) kept() error {
	return m.change(func(now school.Moment, c *school.Change) error {
		return stock.Reserve(now, c, school.Reserve{Glaze: "K41", ML: 300, For: "Spring show tiles"})
	})
}
