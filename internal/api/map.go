package api

import (
	"cmp"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// list maps a list; an empty one becomes [], never null.
func list[T, U any](in []T, one func(T) U) []U {
	out := make([]U, len(in))
	for i := range in {
		out[i] = one(in[i])
	}
	return out
}

// value is what an optional field holds, zero where it is missing.
func value[T any](p *T) (v T) {
	if p != nil {
		v = *p
	}
	return v
}

// some is an optional field: missing where v is zero.
func some[T comparable](v T) *T {
	var zero T
	if v == zero {
		return nil
	}
	return &v
}

// when is an optional moment.
func when(at time.Time) *time.Time {
	if at.IsZero() {
		return nil
	}
	return &at
}

func hex(c *colour.Lab) *gen.Hex {
	if c == nil {
		return nil
	}
	return some(c.Hex())
}

func clay(c glaze.Clay) gen.Clay {
	return gen.Clay{Code: c.Code, Name: c.Name, Cones: c.Cones.String(), Hottest: string(c.Cones.To), Fired: c.Fired.Hex(), Dark: c.Dark}
}

func (s *Server) jar(g glaze.Glaze) gen.Glaze {
	return gen.Glaze{Code: g.Code, Name: g.Name, Kind: string(g.Kind), Raw: g.Raw.Hex(), Cones: g.Cones.String(),
		Food: gen.GlazeFood(g.Food), InStock: g.InStock, Runner: g.Runner, Coats: g.Coats,
		Figure: s.Studio.Figure(g), Ml: float32(g.Jar.ML), Level: float32(g.Jar.Level), State: gen.GlazeState(g.Jar.State),
		MixedAt: when(g.Jar.MixedAt), Hint: s.Studio.HasHint(g.Code), Atmosphere: some(gen.Atmosphere(g.Atmosphere)),
		Thick: g.Thick, Dear: g.Dear, Ware: gen.GlazeWare(g.Ware), Spread: s.spread(g.Code),
		Recipe: list(g.Recipe, func(p glaze.Part) gen.RecipePart { return gen.RecipePart{Glaze: p.Glaze, Parts: p.Parts} })}
}

// spread is what one brushed coat of a glaze takes: learned, or the usual figure.
func (s *Server) spread(code string) gen.Spread {
	if learned, ok := s.Studio.Spread(code); ok {
		return gen.Spread{MlPerCM2: learned.MLPerCM2, Lessons: learned.Lessons}
	}
	return gen.Spread{MlPerCM2: stock.SpreadML}
}

func layers(s glaze.Stack) []gen.Layer {
	return list(s, func(l glaze.Layer) gen.Layer { return gen.Layer{Glaze: l.Glaze, Coats: l.Coats, Dip: some(l.Dip)} })
}

func stackOf(in []gen.Layer) glaze.Stack {
	return list(in, func(l gen.Layer) glaze.Layer { return glaze.Layer{Glaze: l.Glaze, Coats: l.Coats, Dip: value(l.Dip)} })
}

func class(c studio.Class) gen.Class {
	v := gen.Class{Id: c.ID, Name: c.Name, Clay: c.Clay, Cone: string(c.Cone), Atmosphere: gen.Oxidation, Jars: list(c.Jars, func(code string) string { return code }),
		Students: list(c.Students, func(s store.Student) gen.Student { return gen.Student{Id: s.ID, Name: s.Name, Mark: s.Mark} })}
	if c.Atmosphere != "" {
		v.Atmosphere = gen.Atmosphere(c.Atmosphere)
	}
	return v
}

func formKind(k piece.Kind) gen.FormKind {
	return gen.FormKind{Form: string(k.Form), Name: k.Name, Measures: list(k.Measures, func(m piece.Measure) gen.Measure {
		return gen.Measure{Key: m.Key, Name: m.Name, Default: m.Default, Least: m.Least, Most: m.Most, Optional: m.Optional, Hint: m.Hint,
			Unit: cmp.Or(m.Unit, "mm"), Count: m.Count, At: m.At, Options: list(m.Options, func(name string) string { return name })}
	})}
}

func assignment(a studio.Assignment) gen.Assignment {
	return gen.Assignment{Id: a.ID, Class: a.Class, Name: a.Name, Form: string(a.Form), Measures: a.Measures,
		Clay: a.Clay, Cone: string(a.Cone), Pieces: a.Pieces, Marking: marking(a.Marking), Template: choices(a.Template), Rules: len(a.Rules), Jars: list(a.Jars, func(code string) string { return code })}
}

func surfaceArea(s piece.Surface) gen.SurfaceArea {
	return gen.SurfaceArea{Id: s.ID, Name: s.Name, AreaCM2: s.AreaCM2, Use: gen.SurfaceAreaUse(s.Use), Stands: s.Stands, Seat: s.Seat, Hidden: s.Hidden,
		Slope: s.SlopeDeg, Textured: s.Textured, Clay: some(s.Clay), Detail: some(string(s.Detail)), On: some(s.On), Optional: some(s.Optional)}
}

func drawing(d piece.Drawing) gen.Drawing {
	return gen.Drawing{Left: d.Left, Top: d.Top, Width: d.Width, Height: d.Height, TableY: d.TableY, TableFrom: d.TableFrom, TableTo: d.TableTo,
		Shapes: list(d.Shapes, func(s piece.Shape) gen.Shape {
			return gen.Shape{Kind: gen.ShapeKind(s.Kind), Surface: s.Surface, Path: s.Path, Top: clip(s, s.Top), Bottom: clip(s, s.Bottom)}
		}),
		Labels: list(d.Labels, func(l piece.Label) gen.Label {
			return gen.Label{Surface: l.Surface, X: l.X, Y: l.Y, Left: l.Left}
		}),
		Handles:  list(d.Handles, func(h piece.Handle) gen.Handle { return gen.Handle{Measure: h.Measure, X: h.X, Y: h.Y} }),
		Captions: list(d.Captions, func(c piece.Caption) gen.Caption { return gen.Caption{Text: c.Text, X: c.X, Y: c.Y} }),
	}
}

func rule(r studio.Rule) gen.Rule {
	return gen.Rule{Key: r.Key, Group: r.Group, Own: r.Own, Name: r.Name, Reason: r.Reason, Unit: r.Unit, Value: r.Value, Default: r.From, Least: r.Least, Most: r.Most,
		Choices: list(r.Choices, func(c rules.Choice) gen.RuleChoice { return gen.RuleChoice{Key: c.Key, Name: c.Name} })}
}

func load(l studio.Load) gen.Load {
	return gen.Load{Id: l.ID, Name: l.Name, Cone: string(l.Cone), Pieces: list(l.Pieces, func(id string) string { return id }),
		MadeAt: l.MadeAt, FiredAt: when(l.FiredAt), UnloadedAt: when(l.UnloadedAt),
		Overruled: list(l.Overruled, func(o studio.Overruled) gen.Ruling {
			v := ruling(o.Ruling)
			v.Piece = some(o.Piece)
			return v
		})}
}

func backup(b store.Backup) gen.Backup { return gen.Backup{Name: b.Name, At: b.At, Bytes: b.Bytes} }

func imported(i studio.Import) gen.Import {
	classes := list(i.NewClasses, func(name string) string { return name })
	return gen.Import{Kind: gen.ListKind(i.Kind), Applied: i.Applied,
		Added: i.Count(studio.Added), Changed: i.Count(studio.Changed), Same: i.Count(studio.Same), NewClasses: &classes,
		Refused: list(i.Refused, func(r studio.RefusedCell) gen.Refusal {
			return gen.Refusal{Row: r.Row, Column: r.Column, Expected: r.Expected}
		}),
		Rows: list(i.Rows, func(r studio.ImportRow) gen.ImportRow {
			return gen.ImportRow{Row: r.Row, Change: gen.ImportRowChange(r.Change), Text: r.Text}
		})}
}

func stageCounts(in []studio.Count) []gen.Count {
	return list(in, func(c studio.Count) gen.Count { return gen.Count{Stage: gen.Stage(c.Stage), Pieces: c.Pieces} })
}

func today(t studio.Today) gen.Today {
	return gen.Today{Counts: stageCounts(t.Counts), Tiles: t.Tiles, Glazes: t.Glazes,
		Classes: list(t.Classes, func(c studio.ClassCounts) gen.ClassCounts {
			return gen.ClassCounts{Id: c.ID, Name: c.Name, Counts: stageCounts(c.Counts)}
		}),
		Blocked: list(t.Blocked, func(h studio.Held) gen.Held {
			return gen.Held{Code: h.Code, Text: h.Text, Stage: gen.Stage(h.Stage), Pieces: h.Pieces, Class: h.Class, ClearsAt: when(h.ClearsAt)}
		}),
		Next: list(t.Next, func(n studio.NextStep) gen.NextStep {
			return gen.NextStep{Text: n.Text, Why: n.Why, To: n.To, Class: some(n.Class)}
		})}
}
