package api

import (
	"cmp"
	"fmt"
	"maps"
	"slices"

	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/studio"
)

func choice(surface string, c plan.Choice) gen.Choice {
	return gen.Choice{Surface: surface, Bare: c.Bare, Stack: layers(c.Stack), Resist: some(gen.ChoiceResist(c.Resist)), Heavy: some(c.Heavy)}
}

func choices(p plan.Plan) []gen.Choice {
	return list(slices.Sorted(maps.Keys(p)), func(id string) gen.Choice { return choice(id, p[id]) })
}

func planOf(in []gen.Choice) plan.Plan {
	p := plan.Plan{}
	for _, c := range in {
		p[c.Surface] = plan.Choice{Bare: c.Bare, Stack: stackOf(c.Stack), Resist: plan.Resist(value(c.Resist)), Heavy: value(c.Heavy)}
	}
	return p
}

func standing(s plan.Standing) *gen.Standing {
	return &gen.Standing{BandMM: some(s.BandMM), Stilts: some(s.Stilts), Cookie: some(s.Cookie)}
}

func own(o plan.Own) gen.Own {
	m := marking(o.Marking)
	v := gen.Own{Marking: &m, Standing: standing(o.Standing)}
	if len(o.Measures) > 0 {
		v.Measures = (*map[string]float64)(&o.Measures)
	}
	return v
}

func ownOf(in gen.Own) plan.Own {
	o := plan.Own{Measures: value(in.Measures), Marking: markingOf(in.Marking)}
	if s := in.Standing; s != nil {
		o.Standing = plan.Standing{BandMM: value(s.BandMM), Stilts: value(s.Stilts), Cookie: value(s.Cookie)}
	}
	return o
}

func marking(m piece.Marking) gen.Marking {
	details := list(m.Details, func(d piece.Detail) gen.Detail {
		return gen.Detail{Id: d.ID, Name: d.Name, Kind: string(d.Kind), On: d.On, AreaCM2: some(d.AreaCM2), FromMM: some(d.FromMM), ToMM: some(d.ToMM),
			Optional: some(d.Optional), Soft: some(d.Soft)}
	})
	joins := list(m.Joins, join)
	v := gen.Marking{Details: &details, Joins: &joins}
	if len(m.Textured) > 0 {
		v.Textured = &m.Textured
	}
	if len(m.Clays) > 0 {
		v.Clays = &m.Clays
	}
	return v
}

func join(j piece.Join) gen.Join { return gen.Join{A: j.A, B: j.B, Edge: gen.JoinEdge(j.Edge)} }

func markingOf(in *gen.Marking) (m piece.Marking) {
	if in == nil {
		return m
	}
	for _, d := range value(in.Details) {
		m.Details = append(m.Details, piece.Detail{ID: d.Id, Name: d.Name, Kind: piece.DetailKind(d.Kind), On: d.On, AreaCM2: value(d.AreaCM2),
			FromMM: value(d.FromMM), ToMM: value(d.ToMM), Optional: value(d.Optional), Soft: value(d.Soft)})
	}
	for _, j := range value(in.Joins) {
		m.Joins = append(m.Joins, piece.Join{A: j.A, B: j.B, Edge: piece.Edge(j.Edge)})
	}
	m.Textured, m.Clays = value(in.Textured), value(in.Clays)
	return m
}

func under(u piece.Under) gen.Under {
	return gen.Under{Contact: u.Contact, Limit: u.Limit, Left: u.Left, Top: u.Top, Width: u.Width, Height: u.Height}
}

func pose(p piece.Pose) gen.Pose {
	return gen.Pose{Option: p.Option, Name: p.Name, Stable: p.Stable, MarginMM: p.MarginMM}
}

// clip is one end of the stretch in which a shape is seen; missing where all of
// it is.
func clip(s piece.Shape, y float64) *float64 {
	if s.Top == s.Bottom {
		return nil
	}
	return &y
}

// step says one step of the working order in the words of the bench.
func step(p studio.Piece) func(plan.Step) gen.Step {
	return func(s plan.Step) gen.Step {
		surface, _ := p.Body.Surface(s.Surface)
		says := fmt.Sprintf("%s: %d × %s, %s", surface.Name, s.Coats, s.Glaze, s.Brush)
		if s.Dip {
			says = fmt.Sprintf("%s: dip into %s, %s", surface.Name, s.Glaze, s.Brush)
		}
		if s.Optional {
			says += ", if time is left"
		}
		return gen.Step{Surface: s.Surface, Glaze: s.Glaze, Coats: s.Coats, Brush: string(s.Brush), Says: says, Optional: some(s.Optional)}
	}
}

func planChange(c plan.Change) gen.PlanChange {
	return gen.PlanChange{Surface: c.Surface, Text: c.Text}
}

func approval(a studio.Approval) gen.Approval {
	return gen.Approval{State: gen.ApprovalState(cmp.Or(a.State, studio.PlanUnseen)), At: when(a.At), Note: a.Note, Changes: list(a.Changes, planChange)}
}

func word(w studio.Word) gen.Word {
	return gen.Word{Piece: w.Piece, Revision: w.Revision, Verdict: gen.WordVerdict(w.Verdict), Note: some(w.Note)}
}

func scheme(s studio.Scheme) gen.Scheme {
	return gen.Scheme{Slot: s.Slot, BandMM: s.BandMM, Findings: list(s.Findings, finding), Amounts: list(s.Amounts, amount), Surfaces: list(s.Surfaces, surface)}
}
