package lessons

import (
	"context"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/plan"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Brushes are the brushes of the room that carry numbers.
var Brushes = school.One[Rack]("brushes").Quiet()

// Rack is kept as a record of its own.
type Rack struct {
	Brushes fits.Rack `json:"brushes,omitempty"`
}

func showRack(m school.Moment) []contract.NumberedBrushes {
	return view.List(Brushes.The(m.Snapshot).Brushes, func(n fits.Numbered) contract.NumberedBrushes {
		return contract.NumberedBrushes{Brush: view.Typed(m, string(n.Brush)), From: n.From, To: n.To}
	})
}

// GetBrushes is the rack.
func (l Lessons) GetBrushes(context.Context, contract.GetBrushesRequestObject) (contract.GetBrushesResponseObject, error) {
	return contract.GetBrushes200JSONResponse(showRack(l.School.Now())), nil
}

// SetBrushes says which brushes carry which numbers.
func (l Lessons) SetBrushes(ctx context.Context, r contract.SetBrushesRequestObject) (contract.SetBrushesResponseObject, error) {
	var rack fits.Rack
	for _, n := range *r.Body {
		rack = append(rack, fits.Numbered{Brush: plan.Brush(n.Brush), From: n.From, To: n.To})
	}
	err := school.Says(rack.Check())
	if err == nil {
		err = l.School.Change(ctx, func(_ school.Moment, c *school.Change) error { Brushes.Put(c, Rack{rack}); return nil })
	}
	return contract.SetBrushes200JSONResponse(showRack(l.School.Now())), err
}

// out are the numbers of the brushes that were taken out for a lesson; where nobody ticked
// any, all of the rack.
func out(m school.Moment, at lesson.Lesson) []int {
	rack, kept := Brushes.The(m.Snapshot).Brushes, school.HeldOf(m, at)
	var numbers []int
	for _, n := range rack.All() {
		if kept.Ticked(brushItem(n)) {
			numbers = append(numbers, n)
		}
	}
	if len(numbers) == 0 {
		return rack.All()
	}
	return numbers
}
