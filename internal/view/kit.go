package view

import (
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Kit is what one piece still asks for: its glazes and brushes, and its open strokes in
// their working order.
func Kit(m school.Moment, p *school.Piece) contract.KitPiece {
	student := m.Maker(p)
	k := contract.KitPiece{Id: p.ID, Student: student.Name, Mark: student.Mark, Brushes: []string{}, Left: []string{}, Amounts: List(m.Survey(p).Open, Amount)}
	for _, step := range plan.Order(m.Case(p).Open(), p.Body, m.Assignments[p.Assignment].House, m.Shelf.Glazes) {
		surface, _ := p.Body.Surface(step.Surface)
		if brush := string(step.Brush); step.Edging != "" && !slices.Contains(k.Brushes, brush) {
			k.Brushes = append(k.Brushes, brush)
		}
		if step.Edging != "" {
			continue // its coats are the ground's
		}
		left := surface.Name + " " + glaze.Stack{step.Layer}.String()
		if step.FreshWater {
			left += ", fresh water first"
		}
		k.Left = append(k.Left, left)
		if brush := string(step.Brush); !slices.Contains(k.Brushes, brush) {
			k.Brushes = append(k.Brushes, brush)
		}
	}
	return k
}
