package studio

import (
	"enkaustos/core/foot"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/stock"
	"enkaustos/core/work"
)

// amounts is what a plan takes of each jar, less what has to stay bare; mu is
// held.
func (s *Studio) amounts(p plan.Plan, b piece.Body, band foot.Band) []stock.Amount {
	bare := map[string]float64{}
	for _, part := range b.Band(band.HeightMM) {
		bare[part.Surface] = part.AreaCM2
	}
	return stock.OfPlan(p, b, bare, s.spreads, s.shelf.Glazes)
}

// ClassAmount is how much of one glaze an assignment takes over all its plans.
type ClassAmount struct {
	stock.Amount
	Name   string
	LeftML float64
	Known  bool // whether anybody knows what is left
}

// Amounts is what the plans of an assignment still to be fired take together,
// beside what is left in the jars.
func (s *Studio) Amounts(id string) ([]ClassAmount, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	if _, ok := s.school.assignments[id]; !ok {
		return nil, missing("assignment")
	}
	var lists [][]stock.Amount
	for _, p := range s.school.pieces {
		if p.Assignment == id && p.state.Firing == nil {
			lists = append(lists, s.view(p, s.clock.Now()).Amounts)
		}
	}
	var out []ClassAmount
	for _, a := range stock.Sum(lists...) {
		g := s.school.glazes[a.Glaze]
		left, known := g.Jar.LeftML()
		out = append(out, ClassAmount{a, g.Name, left, known})
	}
	return out, nil
}

// takesOf is what a class still takes of each jar, over all of its plans: the
// strokes that are not on yet. It is added up when it is asked for, and again
// after anything changed; mu is held.
func (s *Studio) takesOf(class string) map[string]float64 {
	s.taking.Lock()
	defer s.taking.Unlock()
	if takes, ok := s.takes[class]; ok {
		return takes
	}
	takes := map[string]float64{}
	for _, p := range s.school.pieces {
		a := s.school.assignments[p.Assignment]
		if a.Class != class || p.state.Firing != nil || p.plan.Choices.Empty() {
			continue
		}
		band := a.shelf.Band(p.plan.Choices, plan.Work{Body: p.body, Standing: p.plan.Own.Standing})
		for _, amount := range s.amounts(p.open(), p.body, band) {
			takes[amount.Glaze] += amount.ML
		}
	}
	if s.takes == nil {
		s.takes = map[string]map[string]float64{}
	}
	s.takes[class] = takes
	return takes
}

// open is the part of a plan that is not on the piece yet.
func (p *livePiece) open() plan.Plan {
	left := plan.Plan{}
	for id, choice := range p.plan.Choices {
		if !choice.Planned() {
			continue
		}
		if stack := choice.Stack.After(work.Compare(choice.Stack, p.state.On(id)).Done); len(stack) > 0 {
			left[id] = plan.Choice{Stack: stack}
		}
	}
	return left
}

func (s *Studio) forgetTakes() {
	s.taking.Lock()
	defer s.taking.Unlock()
	s.takes = nil
}

// learn works out how far each glaze spreads, from what its jar dropped
// between two looks and what was brushed in between; mu is held.
func (s *Studio) learn() {
	s.spreads, s.learned = stock.Spreads{}, map[string]stock.Learned{}
	for code, levels := range s.school.levels {
		var drops []stock.Drop
		for i := 1; i < len(levels); i++ {
			from, to := levels[i-1], levels[i]
			if to.ML >= from.ML {
				continue // filled up, or nobody used it
			}
			drops = append(drops, stock.Drop{ML: from.ML - to.ML, CM2: s.brushed(code, from, to)})
		}
		if learned, known := stock.Learn(drops); known {
			s.spreads[code], s.learned[code] = learned.MLPerCM2, learned
		}
	}
}
