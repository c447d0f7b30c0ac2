package ready

import (
	"cmp"
	"slices"
	"time"

	"enkaustos/core/matter"
	"enkaustos/core/work"
)

// Placing is where a piece goes at the end of a lesson, and why.
type Placing struct {
	Place  work.Place // "" where it is not in the room
	Reason string     // in one line
}

// PlaceOf says where a piece goes when the lesson ends. The ready shelf takes
// pieces whose coats are on and whose cover and foot passed: they dry there.
// Everything else goes to its own place, with the first reason.
func PlaceOf(s work.State, blockers []Blocker) Placing {
	switch {
	case s.Firing != nil && !s.Firing.Unloaded.IsZero():
		return Placing{work.Cart, "It is fired: to be picked up."}
	case s.Firing != nil || s.Load != nil && s.Load.Lapsed == "":
		return Placing{"", "It stands in the kiln."}
	case s.Away != "":
		return Placing{"", "It is out of the room: " + s.Away + "."}
	}
	for _, b := range blockers {
		if b.ClearsAt.IsZero() {
			return Placing{work.OwnPlace, b.Text}
		}
	}
	if len(blockers) > 0 {
		return Placing{work.ReadyShelf, "Coats on, cover and foot passed; it dries there."}
	}
	return Placing{work.ReadyShelf, "Dry, and nothing speaks against firing it."}
}

// Group is how many pieces wait for the same thing.
type Group struct {
	Code     matter.Code
	Surface  string // its name, where all wait on the same surface
	Stage    Stage
	Pieces   []string  // by their IDs
	ClearsAt time.Time // when the last of them clears by itself; zero where they do not
}

// Waiting is a piece and what it waits for.
type Waiting struct {
	Piece    string
	Blockers []Blocker
	Named    func(surface string) string // the name of a surface; nil where nobody knows
}

// Groups gathers pieces by the first thing each waits for, the largest group
// first: by code, and for missing coats by surface.
func Groups(all []Waiting) []Group {
	groups := map[string]*Group{}
	for _, w := range all {
		if len(w.Blockers) == 0 {
			continue
		}
		first, surface := first(w.Blockers), ""
		if first.Surface != "" && w.Named != nil {
			surface = w.Named(first.Surface)
		}
		key := string(first.Code) + " " + surface
		g := groups[key]
		if g == nil {
			g = &Group{Code: first.Code, Surface: surface, Stage: first.Stage}
			groups[key] = g
		}
		g.Pieces = append(g.Pieces, w.Piece)
		if first.ClearsAt.After(g.ClearsAt) {
			g.ClearsAt = first.ClearsAt
		}
	}
	list := make([]Group, 0, len(groups))
	for _, g := range groups {
		list = append(list, *g)
	}
	slices.SortFunc(list, func(a, b Group) int {
		return cmp.Or(len(b.Pieces)-len(a.Pieces), cmp.Compare(a.Code, b.Code), cmp.Compare(a.Surface, b.Surface))
	})
	return list
}

// Words say of the pieces of a group what they wait for: "lack coats on the
// Interior".
func (g Group) Words() string {
	m, _ := matter.Of(g.Code)
	words := m.Many
	if len(g.Pieces) == 1 {
		words = m.One
	}
	if g.Surface != "" {
		words += " on the " + g.Surface
	}
	return words
}

// first is the blocker that is mended first in the order of the job.
func first(blockers []Blocker) Blocker {
	for _, stage := range []Stage{Plan, Bench, Foot} {
		for _, b := range blockers {
			if b.Stage == stage {
				return b
			}
		}
	}
	return blockers[0]
}
