// Package stock keeps the jars of the room: what is in them, and what their labels
// say.
package stock

import (
	"bytes"
	"context"
	"net/url"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/internal/contract"
	"enkaustos/internal/photo"
	"enkaustos/internal/qr"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Stock answers what the contract asks of the jars.
type Stock struct{ School *school.School }

// JarChange is what somebody saw who looked into a jar; nil leaves a figure.
type JarChange struct {
	ML, Level *float64
	State     *glaze.State
	Mixed     bool // just now
	Seats     *int
	Look      *glaze.Look
	Place     *string
	By        string // what who mixed it is called
}

// LookInto writes down how full a jar is, how its glaze is, and when it was mixed.
// What it dropped since the last look tells how far the glaze spreads.
func LookInto(m school.Moment, c *school.Change, code string, to JarChange) error {
	return change(m, c, code, func(g *glaze.Glaze) error {
		if to.State != nil && !g.Bucket() && g.Jar.State != *to.State {
			g.Density = 0 // it was thinned or thickened since it was weighed
		}
		set(&g.Jar.ML, to.ML)
		set(&g.Jar.Level, to.Level)
		set(&g.Jar.State, to.State)
		set(&g.Jar.Seats, to.Seats)
		set(&g.Jar.Look, to.Look)
		set(&g.Jar.Place, to.Place)
		if to.Mixed {
			g.Jar.MixedAt, g.Jar.MixedBy = m.At, to.By
		}
		return nil
	})
}

// Card is what a glaze's label and the house say of it; nil leaves a figure.
type Card struct {
	Name                *string
	Kind, Cones, Raw    *string // as lists write them
	Coats               *int    // 0: the rule of the house
	Thick, Dear, Runner *bool
	DipCoats            *float64 // as thick as so many brushed ones; 0: as usual
	DipSeconds, SlideMM *float64
	DipDensity, Density *float64 // g/mL: as the figure of a dip was found, and as last weighed; 0: not known
	Food                *glaze.FoodLabel
	Ware                *glaze.Ware
}

// Write changes what is known of a glaze.
func Write(m school.Moment, c *school.Change, code string, to Card) error {
	return change(m, c, code, func(g *glaze.Glaze) error {
		set(&g.Thick, to.Thick)
		set(&g.Dear, to.Dear)
		set(&g.Runner, to.Runner)
		set(&g.DipCoats, to.DipCoats)
		set(&g.DipSeconds, to.DipSeconds)
		set(&g.DipDensity, to.DipDensity)
		set(&g.Density, to.Density)
		set(&g.SlideMM, to.SlideMM)
		set(&g.Food, to.Food)
		set(&g.Ware, to.Ware)
		set(&g.Coats, to.Coats)
		if err := relabelled(g, to); err != nil {
			return school.Says(err)
		}
		set(&g.Name, to.Name)
		if g.Name = strings.TrimSpace(g.Name); g.Name == "" {
			return school.Refuse("Give the glaze a name.")
		}
		for _, d := range []float64{g.DipDensity, g.Density} {
			if d != 0 && !glaze.Weighs(d) {
				return school.Refuse("A bucket of glaze weighs more than 1 and at most %g g per mL, not %g: weigh a known volume and divide.", glaze.MaxDensity, d)
			}
		}
		return nil
	})
}

// relabelled changes what a jar is.
func relabelled(g *glaze.Glaze, to Card) (err error) {
	if to.Kind != nil {
		if g.Kind, err = glaze.ParseKind(*to.Kind); err != nil {
			return err
		}
	}
	if to.Cones != nil {
		if g.Cones, err = kiln.ParseRange(*to.Cones); err != nil {
			return err
		}
	}
	if to.Raw != nil {
		g.Raw, err = colour.FromHex(*to.Raw)
	}
	return err
}

func set[T any](to *T, from *T) {
	if from != nil {
		*to = *from
	}
}

// change changes one glaze, and notes what was left where somebody looked.
func change(m school.Moment, c *school.Change, code string, do func(*glaze.Glaze) error) error {
	g, ok := school.Glazes.Get(m.Snapshot, code)
	if !ok {
		return school.Missing("jar")
	}
	before, known := g.Jar.LeftML()
	if err := do(&g); err != nil {
		return err
	}
	school.Glazes.Put(c, g)
	if left, now := g.Jar.LeftML(); now && (!known || before != left) {
		should, _ := school.ShouldML(m, code)
		school.JarLevels.Put(c, school.JarLevel{ID: school.NewID(), Glaze: code, At: m.At, ML: left, Should: should})
	}
	return nil
}

// Mix keeps a recipe as a glaze of its own.
func Mix(m school.Moment, c *school.Change, code, name string, r glaze.Recipe) error {
	if _, taken := school.Glazes.Get(m.Snapshot, code); taken || code == "" || strings.ContainsAny(code, "+×* ") {
		return school.Refuse("The code %q is taken, empty or joins stacks: give the recipe a short one of its own.", code)
	}
	mixed, err := glaze.Mix(code, strings.TrimSpace(name), r, m.Shelf.Glazes)
	if err != nil {
		return school.Says(err)
	}
	school.Glazes.Put(c, mixed)
	return nil
}

// SetLabel keeps a picture of the maker's label; nil takes it away.
func SetLabel(m school.Moment, c *school.Change, code string, jpeg []byte) error {
	if _, ok := school.Glazes.Get(m.Snapshot, code); !ok {
		return school.Missing("jar")
	}
	label := school.Label{Glaze: code, Picture: "label-" + code}
	c.Picture(label.Picture, jpeg)
	if jpeg == nil {
		school.Labels.Drop(c, label)
	} else {
		school.Labels.Put(c, label)
	}
	return nil
}

// changed makes a change to a jar and answers with it.
func (s Stock) changed(ctx context.Context, code string, do func(school.Moment, *school.Change) error) (contract.Glaze, error) {
	if err := s.School.Change(ctx, do); err != nil {
		return contract.Glaze{}, err
	}
	m := s.School.Now()
	return view.Jar(m, school.Glazes.All(m.Snapshot)[code]), nil
}

// ListGlazes lists the jars.
func (s Stock) ListGlazes(context.Context, contract.ListGlazesRequestObject) (contract.ListGlazesResponseObject, error) {
	m := s.School.Now()
	return contract.ListGlazes200JSONResponse(view.List(m.Jars(), func(g glaze.Glaze) contract.Glaze { return view.Jar(m, g) })), nil
}

// SetStock says whether a jar is in the room.
func (s Stock) SetStock(ctx context.Context, r contract.SetStockRequestObject) (contract.SetStockResponseObject, error) {
	v, err := s.changed(ctx, r.Code, func(m school.Moment, c *school.Change) error {
		return change(m, c, r.Code, func(g *glaze.Glaze) error { g.InStock = r.Body.InStock; return nil })
	})
	return contract.SetStock200JSONResponse(v), err
}

// ChangeJar writes down how full a jar is and how its glaze is.
func (s Stock) ChangeJar(ctx context.Context, r contract.ChangeJarRequestObject) (contract.ChangeJarResponseObject, error) {
	to := JarChange{ML: wide(r.Body.Ml), Level: wide(r.Body.Level), State: (*glaze.State)(r.Body.State), Mixed: view.Value(r.Body.Mixed), Seats: r.Body.Seats, Look: (*glaze.Look)(r.Body.Look), Place: r.Body.Place, By: school.ActorOf(ctx).Name}
	v, err := s.changed(ctx, r.Code, func(m school.Moment, c *school.Change) error { return LookInto(m, c, r.Code, to) })
	return contract.ChangeJar200JSONResponse(v), err
}

func wide(v *float32) *float64 {
	if v == nil {
		return nil
	}
	w := float64(*v)
	return &w
}

// ChangeCard changes what is known of a glaze.
func (s Stock) ChangeCard(ctx context.Context, r contract.ChangeCardRequestObject) (contract.ChangeCardResponseObject, error) {
	to := Card{Name: r.Body.Name, Kind: r.Body.Kind, Cones: r.Body.Cones, Raw: r.Body.Raw, Coats: r.Body.Coats, Thick: r.Body.Thick, Dear: r.Body.Dear, Runner: r.Body.Runner,
		DipCoats: r.Body.DipCoats, DipSeconds: r.Body.DipSeconds, DipDensity: r.Body.DipDensity, Density: r.Body.Density, SlideMM: r.Body.SlideMM,
		Food: (*glaze.FoodLabel)(r.Body.Food), Ware: (*glaze.Ware)(r.Body.Ware)}
	v, err := s.changed(ctx, r.Code, func(m school.Moment, c *school.Change) error { return Write(m, c, r.Code, to) })
	return contract.ChangeCard200JSONResponse(v), err
}

// MixGlaze keeps a recipe as a glaze of its own.
func (s Stock) MixGlaze(ctx context.Context, r contract.MixGlazeRequestObject) (contract.MixGlazeResponseObject, error) {
	code := strings.TrimSpace(r.Body.Code)
	v, err := s.changed(ctx, code, func(m school.Moment, c *school.Change) error {
		return Mix(m, c, code, view.Value(r.Body.Name), r.Body.Parts)
	})
	return contract.MixGlaze201JSONResponse(v), err
}

// GetHint is the picture on a maker's label.
func (s Stock) GetHint(ctx context.Context, r contract.GetHintRequestObject) (contract.GetHintResponseObject, error) {
	label, ok := school.Labels.Get(s.School.Now().Snapshot, r.Code)
	if !ok {
		return nil, school.Missing("picture")
	}
	jpeg, err := s.School.Picture(ctx, label.Picture)
	if err != nil {
		return nil, err
	}
	return contract.GetHint200ImagejpegResponse{Body: bytes.NewReader(jpeg), ContentLength: int64(len(jpeg))}, nil
}

// PutHint keeps a picture of a maker's label, small.
func (s Stock) PutHint(ctx context.Context, r contract.PutHintRequestObject) (contract.PutHintResponseObject, error) {
	kept, err := photo.KeepInTurn(ctx, r.Body)
	if err != nil {
		return nil, school.Photo(err)
	}
	return contract.PutHint204Response{}, s.School.Change(ctx, func(m school.Moment, c *school.Change) error { return SetLabel(m, c, r.Code, kept.JPEG) })
}

// RemoveHint takes the picture of a maker's label away.
func (s Stock) RemoveHint(ctx context.Context, r contract.RemoveHintRequestObject) (contract.RemoveHintResponseObject, error) {
	return contract.RemoveHint204Response{}, s.School.Change(ctx, func(m school.Moment, c *school.Change) error { return SetLabel(m, c, r.Code, nil) })
}

// GetJarCode draws a QR code that leads to the jar, at the address under which
// the asker reached this server. An address of this machine alone would lead
// nowhere from a tablet: then the code holds the jar's code and name.
func (s Stock) GetJarCode(ctx context.Context, r contract.GetJarCodeRequestObject) (contract.GetJarCodeResponseObject, error) {
	g, ok := school.Glazes.Get(s.School.Now().Snapshot, r.Code)
	if !ok {
		return nil, school.Missing("jar")
	}
	text := g.Code + " " + g.Name
	if base, ok := qr.Reachable(ctx); ok {
		text = base + "/stock?jar=" + url.QueryEscape(g.Code)
	}
	picture, size, err := qr.Picture(text)
	return contract.GetJarCode200ImagepngResponse{Body: picture, ContentLength: size}, err
}
