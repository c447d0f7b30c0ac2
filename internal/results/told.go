// Package results says why faults came, what stacks became, and what a load risks: from all
// that is on record of the pieces that were fired before.
package results

import (
	"slices"
	"strings"
	"sync"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/results"
	"enkaustos/core/work"
	"enkaustos/internal/school"
)

// Results answers what the contract asks of what came out.
type Results struct {
	School *school.School
	mind   *mind
}

// New is the results of a school.
func New(s *school.School) Results { return Results{s, &mind{}} }

// mind remembers what was learned, for as long as the pieces that it was learned from are the same.
type mind struct {
	mu    sync.Mutex
	of    *school.Snapshot
	model *results.Model
	read  map[*school.Piece]reading
}

// reading is what one judged piece teaches, under the house as it was read.
type reading struct {
	house *school.Assignment
	seen  []results.Seen
}

// out says whether a piece is out of its glaze firing.
func out(p *school.Piece) bool { f := p.State.Firing; return f != nil && !f.Unloaded.IsZero() }

// told is all that is on record of a piece. load is where it stood, or is to stand.
func told(m school.Moment, p *school.Piece, load string, crazed crazings) results.Told {
	t := results.Told{Case: m.Case(p), Now: m.At, Piece: p.ID}
	if spot, _, ok := school.SpotIn(m, p, load); ok {
		t.Spot = &spot
	}
	before := m.At
	if f := p.State.Firing; f != nil {
		before = f.At
	}
	clay := m.Assignments[p.Assignment].Clay
	t.Crazed = func(s piece.Surface, stack glaze.Stack) bool {
		if s.Clay != "" {
			return crazed.before(s.Clay, stack, before)
		}
		return crazed.before(clay, stack, before)
	}
	return t
}

// Told is all that is on record of a piece that came out of the kiln.
func Told(m school.Moment, p *school.Piece) results.Told {
	return told(m, p, p.State.Firing.Load, crazedBy(m))
}

// crazings is when a stack first came out crazed on a clay.
type crazings map[string]time.Time

func (c crazings) before(clay string, stack glaze.Stack, at time.Time) bool {
	first, did := c[clay+"/"+stack.Text()]
	return did && first.Before(at)
}

func crazedBy(m school.Moment) crazings {
	all := crazings{}
	for _, p := range school.EveryPiece(m.Snapshot) {
		for _, f := range p.State.Outcome().Faults {
			if f.Kind != fault.Crazing {
				continue
			}
			clay := m.Assignments[p.Assignment].Clay
			if s, ok := p.Body.Surface(f.Surface); ok && s.Clay != "" {
				clay = s.Clay
			}
			key := clay + "/" + p.State.Stack(f.Surface).Text()
			if first, did := all[key]; !did || p.State.Firing.At.Before(first) {
				all[key] = p.State.Firing.At
			}
		}
	}
	return all
}

// learned is the model of the room now. What a piece taught is remembered while it, and the rules and
// tiles it was read under, are the same.
func (r Results) learned(m school.Moment) *results.Model {
	r.mind.mu.Lock()
	defer r.mind.mu.Unlock()
	if r.mind.of == m.Snapshot {
		return r.mind.model
	}
	read, same, crazed := map[*school.Piece]reading{}, r.mind.model != nil, crazedBy(m)
	for _, p := range school.EveryPiece(m.Snapshot) {
		if !p.State.Outcome().Tells() {
			continue
		}
		a := m.Assignments[p.Assignment]
		known, ok := r.mind.read[p]
		if !ok || known.house != a {
			known, same = reading{a, seen(m, p, crazed)}, false
		}
		read[p] = known
	}
	if r.mind.of = m.Snapshot; !same || len(read) != len(r.mind.read) {
		r.mind.model = learn(read)
	}
	r.mind.read = read
	return r.mind.model
}

// learn learns from readings in the order of their pieces, so that the same school learns the same.
func learn(read map[*school.Piece]reading) *results.Model {
	var pieces []*school.Piece
	for p := range read {
		pieces = append(pieces, p)
	}
	slices.SortFunc(pieces, func(a, b *school.Piece) int { return strings.Compare(a.ID, b.ID) })
	var all []results.Seen
	for _, p := range pieces {
		all = append(all, read[p].seen...)
	}
	return results.Learn(all)
}

// seen is what a judged piece teaches.
func seen(m school.Moment, p *school.Piece, crazed crazings) (all []results.Seen) {
	o := p.State.Outcome()
	for _, e := range told(m, p, p.State.Firing.Load, crazed).Evidence() {
		one := results.Seen{Clues: e.Clues}
		for _, f := range o.On(e.Surface) {
			one.Faults = append(one.Faults, f.Kind)
		}
		all = append(all, one)
	}
	return all
}

// evidenceOn is what is on record of the surface that a fault is on; that of the piece where the
// surface itself is bare.
func evidenceOn(all []results.Evidence, f work.Flaw) (results.Evidence, bool) {
	i := slices.IndexFunc(all, func(e results.Evidence) bool { return e.Surface == f.Surface })
	if i < 0 {
		return results.Evidence{}, false
	}
	return all[i], true
}
