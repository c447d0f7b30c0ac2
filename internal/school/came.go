package school

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"sync"

	"enkaustos/core/colour"
	"enkaustos/core/plan"
	"enkaustos/core/results"
)

// came is what became of stacks on pieces, worked out once of one snapshot.
type came struct {
	once    sync.Once
	records []results.Record
	told    map[string]plan.Came
}

// Stacks are the stacks that were fired on pieces, by what became of them.
func (m Moment) Stacks() []results.Record {
	m.came.once.Do(func() {
		m.came.records = results.Records(m.fired())
		m.came.told = make(map[string]plan.Came, len(m.came.records))
		for i := range m.came.records {
			r := &m.came.records[i]
			m.came.told[r.Key()] = r.Came()
		}
	})
	return m.came.records
}

// fired is every surface that came out of a glaze firing, the oldest first.
func (m Moment) fired() (all []results.Fired) {
	pieces := slices.DeleteFunc(EveryPiece(m.Snapshot), func(p *Piece) bool { return p.State.Firing == nil || p.State.Firing.Unloaded.IsZero() })
	slices.SortFunc(pieces, func(a, b *Piece) int {
		return cmp.Or(a.State.Firing.Unloaded.Compare(b.State.Firing.Unloaded), cmp.Compare(a.ID, b.ID))
	})
	for _, p := range pieces {
		all = append(all, remember(m, m.memo.fired, p, func() []results.Fired {
			read := map[string]colour.Lab{}
			for surface, f := range p.FiredAs {
				read[surface] = f.Lab
			}
			return results.FiredOf(p.ID, m.WorkOf(p), p.State, read)
		})...)
	}
	return all
}

// remember is what was worked out of a piece, for as long as it is the same piece.
func remember[T any](m Moment, in map[*Piece]T, p *Piece, work func() T) T {
	m.memo.mu.Lock()
	v, known := in[p]
	m.memo.mu.Unlock()
	if !known {
		v = work()
		m.memo.mu.Lock()
		in[p] = v
		m.memo.mu.Unlock()
	}
	return v
}

// grounds are what the stacks of a plan are called on their grounds.
func (m Moment) grounds(p *Piece) []string {
	return remember(m, m.memo.grounds, p, func() (all []string) {
		work := m.WorkOf(p)
		for i := range p.Body.Surfaces {
			s := &p.Body.Surfaces[i]
			if p.Plan.Choices[s.ID].Planned() {
				all = append(all, work.SpotOf(s).On(p.Plan.Choices.Lies(s)))
			}
		}
		return all
	})
}

// Told are findings of a plan with what became of its stacks on pieces before.
func (m Moment) Told(p *Piece, findings []plan.Finding) []plan.Finding {
	if m.Stacks(); p.State.Firing != nil || m.hears(p) == "" {
		return findings
	}
	return ToldOf(m, p.Plan.Choices, m.WorkOf(p), findings)
}

// ToldOf is Told for choices that are no plan yet.
func ToldOf(m Moment, choices plan.Plan, w plan.Work, findings []plan.Finding) []plan.Finding {
	m.Stacks()
	return plan.Heard(findings, choices, w, m.came.told)
}

// hears says in a word what the plan of a piece hears of results: another word, other findings.
func (m Moment) hears(p *Piece) string {
	if m.Stacks(); len(m.came.told) == 0 || p.State.Firing != nil {
		return ""
	}
	var word strings.Builder
	for _, ground := range m.grounds(p) {
		if c, is := m.came.told[ground]; is && c.Judged > 0 {
			fmt.Fprintf(&word, "%d/%d ", c.Sound, c.Judged)
		}
	}
	return word.String()
}

// OfferTo is what the maker of a piece is asked to try, or declined; stands is false where that is not to
// be had any more: it was fired or approved meanwhile, or something lies there.
func OfferTo(m Moment, p *Piece) (o Offer, stands bool) {
	o, is := Offers.Get(m.Snapshot, p.ID)
	_, there := p.Body.Surface(o.Surface)
	return o, is && there && p.State.Firing == nil && !p.Approved() && len(p.State.On(o.Surface)) == 0
}
