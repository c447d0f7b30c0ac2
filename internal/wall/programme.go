package wall

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/programme"
	"enkaustos/core/wall"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
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

// UntriedBy lists what the plans of classes (none for all) ask for and no tile
// shows, by clay and firing, with the tiles that would show it.
func UntriedBy(m school.Moment, classes []string) []Untried {
	by := map[glaze.Firing]*Untried{}
	used := map[glaze.Firing][]string{}
	for _, p := range m.PiecesOf("") {
		a := m.Assignments[p.Assignment]
		if p.State.Firing != nil || len(classes) > 0 && !slices.Contains(classes, a.Class) {
			continue
		}
		c := m.Case(p)
		for _, surface := range p.Body.Surfaces {
			choice := p.Plan.Choices[surface.ID]
			if !choice.Planned() {
				continue
			}
			at := c.Work.SpotOf(&surface)
			f := at.Firing
			for _, layer := range choice.Stack {
				if !slices.Contains(used[f], layer.Glaze) {
					used[f] = append(used[f], layer.Glaze)
				}
			}
			if best, ok := m.Shelf.Evidence(p.Plan.Choices.Lies(&surface), at); ok && best.Exact {
				continue
			}
			if by[f] == nil {
				by[f] = &Untried{Firing: f}
			}
			by[f].add(p.Plan.Choices.Lies(&surface).AsFired(), m.Who(p))
		}
	}
	var list []Untried
	for f, glazes := range used {
		u := by[f]
		if u == nil {
			u = &Untried{Firing: f}
		}
		u.Strips = withoutCover(m, glazes, f)
		if len(u.Stacks)+len(u.Strips) == 0 {
			continue
		}
		var stacks []glaze.Stack
		for _, untried := range u.Stacks {
			stacks = append(stacks, untried.Stack)
		}
		u.Sheet = programme.Make(stacks, u.Strips, freePrefix(m), where(f))
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
func withoutCover(m school.Moment, glazes []string, f glaze.Firing) (missing []string) {
	clay, tiles := m.Clay(f.Clay), m.TilesByCode()
	for _, code := range slices.Sorted(slices.Values(glazes)) {
		kind := school.Glazes.All(m.Snapshot)[code].Kind
		if kind == glaze.Detail || kind == glaze.Clear || kind == glaze.Dipping {
			continue
		}
		one := glaze.Tile{Clay: f.Clay, Cone: f.Cone, Atmosphere: f.Air, Stack: glaze.Stack{{Glaze: code, Coats: 1}}}
		if _, err := colour.FitCurve(clay.Fired, wall.Strips(one, tiles)); errors.Is(err, colour.ErrNotKnown) {
			missing = append(missing, code)
		}
	}
	return missing
}

// where is what the back of every tile says of its firing.
func where(f glaze.Firing) string { return fmt.Sprintf("%s, cone %s, %s", f.Clay, f.Cone, f.Air) }

// freePrefix is what the codes of the next programme begin with: none of the
// tiles on the wall or in an earlier programme begins so.
func freePrefix(m school.Moment) string {
	for n := len(Programmes.All(m.Snapshot)) + 1; ; n++ {
		prefix := fmt.Sprintf("Q%d-", n)
		taken := false
		for code := range school.Tiles.All(m.Snapshot) {
			taken = taken || strings.HasPrefix(code, prefix)
		}
		for _, p := range Programmes.All(m.Snapshot) {
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

// Programme is a tile programme that was kept, to be made and photographed.
type Programme struct {
	ID         string           `json:"id"`
	Name       string           `json:"name"`
	Clay       string           `json:"clay"`
	Cone       kiln.Cone        `json:"cone"`
	Atmosphere glaze.Atmosphere `json:"atmosphere,omitempty"`
	MadeAt     time.Time        `json:"madeAt,omitzero"`
	Sheet      programme.Sheet  `json:"sheet,omitzero"`
}

// Programmes keeps the tile programmes.
var Programmes = school.Register("programme", func(p Programme) string { return p.ID }).Quiet()

// Keep keeps the tiles that plans ask for in one firing, to be made, fired and
// photographed. untried is what UntriedBy found: a search that takes its time goes on
// before the change, not in it.
func Keep(m school.Moment, c *school.Change, name string, untried []Untried, f glaze.Firing) (Programme, error) {
	i := slices.IndexFunc(untried, func(u Untried) bool { return u.Firing == f })
	if i < 0 {
		return Programme{}, school.Refuse("No plan asks for a tile that is missing on %s.", where(f))
	}
	kept := Programme{ID: school.NewID(), Name: cmp.Or(strings.TrimSpace(name), "Tiles for "+f.Clay), Clay: f.Clay, Cone: f.Cone, Atmosphere: f.Air,
		MadeAt: m.At, Sheet: untried[i].Sheet}
	Programmes.Put(c, kept)
	return kept, nil
}

// programmeOf is a programme, and how many of its fields hang on the wall.
func programmeOf(m school.Moment, p Programme) contract.Programme {
	v := contract.Programme{Id: p.ID, Name: p.Name, Clay: p.Clay, Cone: string(p.Cone), Atmosphere: p.Atmosphere, MadeAt: p.MadeAt, Sheet: sheet(p.Sheet)}
	count := func(code string) {
		v.Fields++
		if _, hangs := school.Tiles.Get(m.Snapshot, code); hangs {
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
	return v
}

func sheet(s programme.Sheet) contract.ProgrammeSheet {
	stacks := func(all []glaze.Stack) [][]glaze.Layer {
		return view.List(all, func(s glaze.Stack) []glaze.Layer { return view.All(s) })
	}
	return contract.ProgrammeSheet{AtLeast: s.AtLeast, Proven: s.Proven(),
		Crossed: view.List(s.Crossed, func(c programme.Crossed) contract.CrossedTile {
			return contract.CrossedTile{Code: c.Code, Back: c.Back, Columns: stacks(c.Columns), Rows: stacks(c.Rows),
				Cells: view.List(c.Cells, func(x programme.Cell) contract.ProgrammeCell {
					return contract.ProgrammeCell{Code: x.Code, Stack: x.Stack.Text(), Wanted: x.Wanted}
				})}
		}),
		Strips: view.List(s.Strips, func(x programme.Strip) contract.StripTile {
			return contract.StripTile{Code: x.Code, Glaze: x.Glaze, Back: x.Back}
		})}
}

// ListUntried lists what plans ask for and no tile shows.
func (w Wall) ListUntried(_ context.Context, r contract.ListUntriedRequestObject) (contract.ListUntriedResponseObject, error) {
	return contract.ListUntried200JSONResponse(view.List(UntriedBy(w.School.Now(), view.Value(r.Params.Class)), func(u Untried) contract.Untried {
		return contract.Untried{Clay: u.Firing.Clay, Cone: string(u.Firing.Cone), Atmosphere: u.Firing.Air, Strips: view.All(u.Strips), Sheet: sheet(u.Sheet),
			Stacks: view.List(u.Stacks, func(x UntriedStack) contract.UntriedStack {
				return contract.UntriedStack{Stack: x.Stack.String(), Pieces: x.Pieces}
			})}
	})), nil
}

// ListProgrammes lists the kept tile programmes, the newest first.
func (w Wall) ListProgrammes(context.Context, contract.ListProgrammesRequestObject) (contract.ListProgrammesResponseObject, error) {
	m := w.School.Now()
	all := Programmes.Sorted(m.Snapshot, func(a, b Programme) int { return b.MadeAt.Compare(a.MadeAt) })
	return contract.ListProgrammes200JSONResponse(view.List(all, func(p Programme) contract.Programme { return programmeOf(m, p) })), nil
}

// KeepProgramme keeps the tiles that plans ask for.
func (w Wall) KeepProgramme(ctx context.Context, r contract.KeepProgrammeRequestObject) (contract.KeepProgrammeResponseObject, error) {
	untried := UntriedBy(w.School.Now(), view.Value(r.Body.Classes))
	f := glaze.FiringOf(r.Body.Clay, kiln.Cone(r.Body.Cone), view.Value(r.Body.Atmosphere))
	var v contract.Programme
	err := w.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		kept, err := Keep(m, c, view.Value(r.Body.Name), untried, f)
		v = programmeOf(m, kept)
		return err
	})
	return contract.KeepProgramme201JSONResponse(v), err
}

// DropProgramme throws a programme away; tiles that were read stay on the wall.
func (w Wall) DropProgramme(ctx context.Context, r contract.DropProgrammeRequestObject) (contract.DropProgrammeResponseObject, error) {
	return contract.DropProgramme204Response{}, w.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		p, ok := Programmes.Get(m.Snapshot, r.Id)
		if !ok {
			return school.Missing("programme")
		}
		Programmes.Drop(c, p)
		return nil
	})
}
