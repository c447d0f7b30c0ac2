package studio

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/programme"
	"enkaustos/core/wall"
	"enkaustos/internal/store"
)

// Untried is what the plans of some classes ask for and no tile shows, on one
// clay in one firing.
type Untried struct {
	Firing glaze.Firing
	Stacks []UntriedStack
	Strips []string        // glazes in these plans whose cover is not known on this clay
	Sheet  programme.Sheet // the fewest tiles that show all of it
}

// UntriedStack is a stack that nobody has fired, and who plans it.
type UntriedStack struct {
	Stack  glaze.Stack
	Pieces []string // whose pieces they are
}

// Untried lists what the plans of classes (none for all) ask for and no tile
// shows, by clay and firing, with the tiles that would show it.
func (s *Studio) Untried(classes []string) []Untried {
	s.mu.RLock()
	defer s.mu.RUnlock()
	by := map[glaze.Firing]*Untried{}
	used := map[glaze.Firing][]string{}
	for _, p := range s.school.piecesOf("") {
		a := s.school.assignments[p.Assignment]
		if p.state.Firing != nil || len(classes) > 0 && !slices.Contains(classes, a.Class) {
			continue
		}
		for _, surface := range p.body.Surfaces {
			choice := p.plan.Choices[surface.ID]
			if !choice.Planned() {
				continue
			}
			f := glaze.FiringOf(cmp.Or(surface.Clay, a.Clay), a.Cone, a.Atmosphere)
			for _, layer := range choice.Stack {
				if !slices.Contains(used[f], layer.Glaze) {
					used[f] = append(used[f], layer.Glaze)
				}
			}
			if best, ok := s.shelf.Evidence(choice.Stack, f); ok && best.Exact {
				continue
			}
			if by[f] == nil {
				by[f] = &Untried{Firing: f}
			}
			by[f].add(choice.Stack.Normal(), s.school.who(p))
		}
	}
	var list []Untried
	for f, glazes := range used {
		u := by[f]
		if u == nil {
			u = &Untried{Firing: f}
		}
		u.Strips = s.withoutCover(glazes, f)
		if len(u.Stacks)+len(u.Strips) == 0 {
			continue
		}
		var stacks []glaze.Stack
		for _, untried := range u.Stacks {
			stacks = append(stacks, untried.Stack)
		}
		u.Sheet = programme.Make(stacks, u.Strips, s.freePrefix(), where(f))
		list = append(list, *u)
	}
	slices.SortFunc(list, func(a, b Untried) int {
		return cmp.Or(strings.Compare(a.Firing.Clay, b.Firing.Clay), strings.Compare(string(a.Firing.Cone), string(b.Firing.Cone)), strings.Compare(string(a.Firing.Air), string(b.Firing.Air)))
	})
	return list
}

func (u *Untried) add(stack glaze.Stack, who string) {
	i := slices.IndexFunc(u.Stacks, func(s UntriedStack) bool { return s.Stack.Same(stack) })
	if i < 0 {
		u.Stacks = append(u.Stacks, UntriedStack{Stack: stack})
		i = len(u.Stacks) - 1
	}
	if !slices.Contains(u.Stacks[i].Pieces, who) {
		u.Stacks[i].Pieces = append(u.Stacks[i].Pieces, who)
	}
}

// withoutCover are the glazes of which no strips tell how they cover a clay;
// what is not brushed in coats has no such curve.
func (s *Studio) withoutCover(glazes []string, f glaze.Firing) (missing []string) {
	clay := s.school.clays[f.Clay]
	for _, code := range slices.Sorted(slices.Values(glazes)) {
		kind := s.school.glazes[code].Kind
		if kind == glaze.Detail || kind == glaze.Clear || kind == glaze.Dipping {
			continue
		}
		one := glaze.Tile{Clay: f.Clay, Cone: f.Cone, Atmosphere: f.Air, Stack: glaze.Stack{{Glaze: code, Coats: 1}}}
		if _, err := colour.FitCover(clay.Fired, wall.Strips(one, s.school.tileList())); err != nil {
			missing = append(missing, code)
		}
	}
	return missing
}

// where is what the back of every tile says of its firing.
func where(f glaze.Firing) string { return fmt.Sprintf("%s, cone %s, %s", f.Clay, f.Cone, f.Air) }

// freePrefix is what the codes of the next programme begin with: none of the
// tiles on the wall or in an earlier programme begins so.
func (s *Studio) freePrefix() string {
	for n := len(s.school.programmes) + 1; ; n++ {
		prefix := fmt.Sprintf("Q%d-", n)
		taken := false
		for code := range s.school.tiles {
			taken = taken || strings.HasPrefix(code, prefix)
		}
		for _, p := range s.school.programmes {
			for _, code := range codesOf(p.Sheet) {
				taken = taken || strings.HasPrefix(code, prefix)
			}
		}
		if !taken {
			return prefix
		}
	}
}

// codesOf are the codes of the tiles of a sheet, as they are made.
func codesOf(sheet programme.Sheet) (codes []string) {
	for _, t := range sheet.Crossed {
		codes = append(codes, t.Code)
	}
	for _, t := range sheet.Strips {
		codes = append(codes, t.Code)
	}
	return codes
}

// KeepProgramme keeps the tiles that the plans of classes ask for on one clay,
// to be made, fired and photographed.
func (s *Studio) KeepProgramme(ctx context.Context, name string, classes []string, clay string, cone kiln.Cone, air glaze.Atmosphere) (store.Programme, error) {
	var kept store.Programme
	f := glaze.FiringOf(clay, cone, air)
	untried := s.Untried(classes)
	return kept, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		i := slices.IndexFunc(untried, func(u Untried) bool { return u.Firing == f })
		if i < 0 {
			return nil, nil, refuse("No plan asks for a tile that is missing on %s.", where(f))
		}
		kept = store.Programme{ID: store.NewID(), Name: cmp.Or(strings.TrimSpace(name), "Tiles for "+clay), Clay: clay, Cone: cone, Atmosphere: f.Air,
			MadeAt: s.clock.Now(), Sheet: untried[i].Sheet}
		return func(tx *store.Tx) error { return tx.PutProgramme(kept) }, func() { s.school.programmes[kept.ID] = kept }, nil
	})
}

// Programme is a kept tile programme, and how many of its fields hang on the wall.
type Programme struct {
	store.Programme
	Fields, Read int
}

// Programmes lists the kept tile programmes, the newest first.
func (s *Studio) Programmes() []Programme {
	s.mu.RLock()
	defer s.mu.RUnlock()
	var list []Programme
	for _, p := range s.school.programmes {
		v := Programme{Programme: p}
		count := func(code string) {
			v.Fields++
			if _, hangs := s.school.tiles[code]; hangs {
				v.Read++
			}
		}
		for _, t := range p.Sheet.Crossed {
			for _, cell := range t.Cells {
				count(cell.Code)
			}
		}
		for _, t := range p.Sheet.Strips {
			count(t.Code)
		}
		list = append(list, v)
	}
	slices.SortFunc(list, func(a, b Programme) int { return cmp.Or(b.MadeAt.Compare(a.MadeAt), strings.Compare(a.ID, b.ID)) })
	return list
}

// DropProgramme throws a programme away; tiles that were read stay on the wall.
func (s *Studio) DropProgramme(ctx context.Context, id string) error {
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		if _, ok := s.school.programmes[id]; !ok {
			return nil, nil, missing("programme")
		}
		return func(tx *store.Tx) error { return tx.RemoveProgramme(id) }, func() { delete(s.school.programmes, id) }, nil
	})
}
