package demo

import (
	"time"

	corekiln "enkaustos/core/kiln"
	"enkaustos/internal/kiln"
	"enkaustos/internal/school"
)

// kilns are those of the invented school: the large one, and a small one for what is late.
func kilns() []corekiln.Kiln {
	large := corekiln.Usual()
	large.Name = "Lighthouse"
	large.Thermocouple = corekiln.Thermocouple{HighMM: 340, Degrees: 62, LongMM: 38}
	large.Closed = []time.Weekday{time.Sunday}
	small := corekiln.Usual()
	small.Name, small.Shape, small.Opening = "Matchbox", corekiln.Rectangular, corekiln.Door
	small.WidthMM, small.DepthMM, small.TallMM = 380, 340, 330
	small.Whole = corekiln.Shelf{WidthMM: 330, DepthMM: 300, ThickMM: 13, Count: 3}
	small.Half = corekiln.Shelf{ThickMM: 13}
	small.Posts = []corekiln.Post{{HighMM: 50, Count: 6}, {HighMM: 75, Count: 6}, {HighMM: 100, Count: 3}}
	small.Closed = []time.Weekday{time.Sunday}
	small.Minutes = 16 * 60
	return []corekiln.Kiln{large, small}
}

// kilns gives the school its kilns.
func (m *maker) kilns() error {
	return m.change(func(now school.Moment, c *school.Change) error {
		for _, k := range kilns() {
			if _, err := kiln.Keep(now, c, k); err != nil {
				return err
			}
		}
		return nil
	})
}
