package desk

import (
	"context"
	"slices"

	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// tableRules are the rules that somebody has to know who only has the sheet.
var tableRules = []string{"coats", "coatsLeast", "layering", "clearWhen", "recoat", "strokes", "faces", "open", "between", "thins", "band", "foot", "footBy", "wipes", "seat", "cleaning"}

// Kit is what an assignment still asks for: on the table of the lesson, for
// each piece to take away, and the rules of the house in words.
func Kit(m school.Moment, id string) (contract.Kit, error) {
	k := contract.Kit{Brushes: []contract.KitBrush{}, Pieces: []contract.KitPiece{}, Rules: []contract.KitRule{}, Food: []contract.FoodLine{}}
	a, ok := m.Assignments[id]
	if !ok {
		return k, school.Missing("assignment")
	}
	var amounts [][]stock.Amount
	for _, p := range m.PiecesIn(id) {
		if food := view.Food(m, p); len(food) > 0 {
			student := m.Maker(p)
			k.Food = append(k.Food, contract.FoodLine{Id: p.ID, Student: student.Name, Mark: student.Mark, Food: food})
		}
		if p.State.Firing != nil {
			continue
		}
		left := m.Survey(p).Open
		amounts = append(amounts, left)
		one := view.Kit(m, p)
		k.Pieces = append(k.Pieces, one)
		for _, b := range one.Brushes {
			k.Brushes = counted(k.Brushes, b)
		}
	}
	k.Amounts = view.List(stock.Sum(amounts...), view.Amount)
	for _, key := range tableRules {
		if f, ok := rules.FieldByKey(key); ok {
			k.Rules = append(k.Rules, contract.KitRule{Name: f.Name, Says: f.Says(a.House)})
		}
	}
	return k, nil
}

// counted counts how many pieces need a brush.
func counted(brushes []contract.KitBrush, brush string) []contract.KitBrush {
	i := slices.IndexFunc(brushes, func(x contract.KitBrush) bool { return x.Brush == brush })
	if i < 0 {
		return append(brushes, contract.KitBrush{Brush: brush, Pieces: 1})
	}
	brushes[i].Pieces++
	return brushes
}

// GetKit is what an assignment asks for on the table.
func (d Desk) GetKit(_ context.Context, r contract.GetKitRequestObject) (contract.GetKitResponseObject, error) {
	k, err := Kit(d.School.Now(), r.Id)
	return contract.GetKit200JSONResponse(k), err
}

// Amounts is what the plans of an assignment still to be fired take together,
// beside what is left in the jars.
func Amounts(m school.Moment, id string) ([]contract.Amount, error) {
	if _, ok := m.Assignments[id]; !ok {
		return nil, school.Missing("assignment")
	}
	var lists [][]stock.Amount
	for _, p := range m.PiecesIn(id) {
		if p.State.Firing == nil {
			lists = append(lists, m.Survey(p).Amounts)
		}
	}
	return view.List(stock.Sum(lists...), func(a stock.Amount) contract.Amount {
		g := school.Glazes.All(m.Snapshot)[a.Glaze]
		v := view.Amount(a)
		v.Name = view.Some(g.Name)
		if left, known := g.Jar.LeftML(); known {
			ml := float32(left)
			v.Left = &ml
		}
		return v
	}), nil
}

// ListAmounts is what the plans of an assignment take together.
func (d Desk) ListAmounts(_ context.Context, r contract.ListAmountsRequestObject) (contract.ListAmountsResponseObject, error) {
	all, err := Amounts(d.School.Now(), r.Id)
	return contract.ListAmounts200JSONResponse(all), err
}
