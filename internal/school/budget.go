package school

import (
	"cmp"
	"slices"
	"strings"
	"sync"

	"enkaustos/core/stock"
	"enkaustos/core/work"
)

// Budgets is how far each jar lasts, by its code: the open strokes of all plans of all classes,
// and what is kept, against what is left.
func (m Moment) Budgets() map[string]stock.Budget {
	m.budgets.once.Do(func() {
		claims := m.claims()
		m.budgets.claims = claims
		reserves := map[string][]stock.Reserve{}
		for _, r := range ReservesInOrder(m.Snapshot) {
			reserves[r.Glaze] = append(reserves[r.Glaze], stock.Reserve{Project: r.Assignment, ML: r.ML})
		}
		m.budgets.of = map[string]stock.Budget{}
		cups := InCups(m)
		for code, g := range Glazes.All(m.Snapshot) {
			left, known := g.Jar.LeftML()
			m.budgets.of[code] = stock.BudgetOf(left+cups[code], known, claims[code], reserves[code])
		}
	})
	return m.budgets.of
}

// Claims is what open strokes take of a jar, piece by piece.
func (m Moment) Claims(code string) []stock.Claim {
	m.Budgets()
	return m.budgets.claims[code]
}

// Takes is all that is asked of each jar, mL by code.
func (m Moment) Takes() map[string]float64 {
	m.Budgets()
	return m.budgets.takes()
}

// ReservesInOrder are the reserves, the oldest first.
func ReservesInOrder(s *Snapshot) []Reserve {
	return Reserves.Sorted(s, func(a, b Reserve) int { return cmp.Or(a.At.Compare(b.At), strings.Compare(a.ID, b.ID)) })
}

// claims is what the open strokes of pieces take of each jar, by its code, as pieces are listed.
func (m Moment) claims() map[string][]stock.Claim {
	claims := map[string][]stock.Claim{}
	for _, p := range m.PiecesOf("") {
		for _, a := range m.openAmounts(p) {
			if a.ML > 0 {
				begun := slices.ContainsFunc(p.State.Coats, func(c work.Coat) bool { return c.Glaze == a.Glaze })
				claims[a.Glaze] = append(claims[a.Glaze], stock.Claim{Project: p.Assignment, Piece: p.ID, ML: a.ML, Begun: begun})
			}
		}
	}
	return claims
}

// openAmounts is what a piece's plan still takes, remembered as its survey is.
func (m Moment) openAmounts(p *Piece) []stock.Amount {
	m.memo.mu.Lock()
	open, known := m.memo.open[p]
	m.memo.mu.Unlock()
	if known {
		return open
	}
	open = m.Case(p).OpenAmounts()
	m.memo.mu.Lock()
	m.memo.open[p] = open
	m.memo.mu.Unlock()
	return open
}

// budgets is how far jars last, worked out once of one snapshot.
type budgets struct {
	once   sync.Once
	of     map[string]stock.Budget
	claims map[string][]stock.Claim
	taken  sync.Once
	ml     map[string]float64
}

func (b *budgets) takes() map[string]float64 {
	b.taken.Do(func() {
		b.ml = make(map[string]float64, len(b.of))
		for code, of := range b.of {
			b.ml[code] = of.TakesML()
		}
	})
	return b.ml
}
