package studio

import (
	"slices"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
)

// Kit is what an assignment still asks for: on the table of the lesson, for
// each piece to take away, and the rules of the house in words.
type Kit struct {
	Amounts []stock.Amount
	Brushes []KitBrush
	Pieces  []KitPiece
	Rules   []KitRule
}

// KitBrush is a brush and how many pieces need one.
type KitBrush struct {
	Brush  plan.Brush
	Pieces int
}

// KitPiece is what one piece still asks for.
type KitPiece struct {
	ID, Student, Mark string
	Amounts           []stock.Amount
	Brushes           []plan.Brush
	Left              []string // its open strokes in their working order
}

// KitRule is a rule of the house in words.
type KitRule struct{ Name, Says string }

// tableRules are the rules that somebody has to know who only has the sheet.
var tableRules = []string{"coats", "coatsLeast", "layering", "clearWhen", "recoat", "strokes", "faces", "open", "between", "thins", "band", "foot", "footBy", "wipes", "seat", "cleaning"}

// Kit is what is still to be laid on the pieces of an assignment.
func (s *Studio) Kit(id string) (Kit, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	a, ok := s.school.assignments[id]
	if !ok {
		return Kit{}, missing("assignment")
	}
	var k Kit
	var amounts [][]stock.Amount
	for _, p := range s.school.piecesOf(a.Class) {
		if p.Assignment != id || p.state.Firing != nil {
			continue
		}
		one := s.kitOf(p, a)
		k.Pieces = append(k.Pieces, one)
		amounts = append(amounts, one.Amounts)
		for _, b := range one.Brushes {
			k.count(b)
		}
	}
	k.Amounts = stock.Sum(amounts...)
	for _, key := range tableRules {
		if f, ok := rules.FieldByKey(key); ok {
			k.Rules = append(k.Rules, KitRule{f.Name, f.Says(a.house)})
		}
	}
	return k, nil
}

func (k *Kit) count(b plan.Brush) {
	i := slices.IndexFunc(k.Brushes, func(x KitBrush) bool { return x.Brush == b })
	if i < 0 {
		k.Brushes = append(k.Brushes, KitBrush{Brush: b})
		i = len(k.Brushes) - 1
	}
	k.Brushes[i].Pieces++
}

// kitOf is what one piece still asks for; mu is held.
func (s *Studio) kitOf(p *livePiece, a *assignment) KitPiece {
	student := s.school.students[p.Student]
	k := KitPiece{ID: p.ID, Student: student.Name, Mark: student.Mark}
	left := p.open()
	band := foot.Band{HeightMM: a.shelf.Band(p.plan.Choices, s.workOf(p, a)).HeightMM}
	k.Amounts = s.amounts(left, p.body, band)
	for _, step := range plan.Order(left, p.body, a.house, s.shelf.Glazes) {
		surface, _ := p.body.Surface(step.Surface)
		layer := glaze.Stack{{Glaze: step.Glaze, Coats: step.Coats, Dip: step.Dip}}
		k.Left = append(k.Left, surface.Name+" "+layer.String())
		if !slices.Contains(k.Brushes, step.Brush) {
			k.Brushes = append(k.Brushes, step.Brush)
		}
	}
	return k
}
