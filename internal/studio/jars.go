package studio

import (
	"context"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/stock"
	"enkaustos/internal/store"
)

// JarChange is what somebody saw who looked into a jar; nil leaves a figure.
type JarChange struct {
	ML, Level *float64
	State     *glaze.State
	Mixed     bool // just now
}

// ChangeJar writes down how full a jar is, how its glaze is, and when it was
// mixed. What it dropped since the last look tells how far the glaze spreads.
func (s *Studio) ChangeJar(ctx context.Context, code string, to JarChange) (glaze.Glaze, error) {
	return s.changeGlaze(ctx, code, func(g *glaze.Glaze) error {
		if to.ML != nil {
			g.Jar.ML = *to.ML
		}
		if to.Level != nil {
			g.Jar.Level = *to.Level
		}
		if to.State != nil {
			g.Jar.State = *to.State
		}
		if to.Mixed {
			g.Jar.MixedAt = s.clock.Now()
		}
		return nil
	})
}

// SetStock says whether a jar is in the room.
func (s *Studio) SetStock(ctx context.Context, code string, inStock bool) (glaze.Glaze, error) {
	return s.changeGlaze(ctx, code, func(g *glaze.Glaze) error { g.InStock = inStock; return nil })
}

// Card is what a glaze's label and the house say of it; nil leaves a figure.
type Card struct {
	Name                *string
	Coats               *int // 0: the rule of the house
	Thick, Dear, Runner *bool
	Food                *glaze.FoodLabel
	Ware                *glaze.Ware
}

// ChangeCard changes what is known of a glaze.
func (s *Studio) ChangeCard(ctx context.Context, code string, to Card) (glaze.Glaze, error) {
	return s.changeGlaze(ctx, code, func(g *glaze.Glaze) error {
		set(&g.Thick, to.Thick)
		set(&g.Dear, to.Dear)
		set(&g.Runner, to.Runner)
		set(&g.Food, to.Food)
		set(&g.Ware, to.Ware)
		set(&g.Coats, to.Coats)
		set(&g.Name, to.Name)
		if g.Name = strings.TrimSpace(g.Name); g.Name == "" {
			return refuse("Give the glaze a name.")
		}
		return nil
	})
}

func set[T any](to *T, from *T) {
	if from != nil {
		*to = *from
	}
}

// MixGlaze keeps a recipe as a glaze of its own.
func (s *Studio) MixGlaze(ctx context.Context, code, name string, r glaze.Recipe) (glaze.Glaze, error) {
	var mixed glaze.Glaze
	return mixed, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		code = strings.TrimSpace(code)
		if _, taken := s.school.glazes[code]; taken || code == "" || strings.ContainsAny(code, "+×* ") {
			return nil, nil, refuse("The code %q is taken, empty or joins stacks: give the recipe a short one of its own.", code)
		}
		var err error
		if mixed, err = glaze.Mix(code, strings.TrimSpace(name), r, s.shelf.Glazes); err != nil {
			return nil, nil, refuse("%s", sentence(err))
		}
		return func(tx *store.Tx) error { return tx.PutGlaze(mixed) },
			func() { s.school.glazes[code] = mixed; s.newShelf() }, nil
	})
}

func (s *Studio) changeGlaze(ctx context.Context, code string, change func(*glaze.Glaze) error) (glaze.Glaze, error) {
	var g glaze.Glaze
	return g, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		var ok bool
		if g, ok = s.school.glazes[code]; !ok {
			return nil, nil, missing("jar")
		}
		before, known := g.Jar.LeftML()
		if err := change(&g); err != nil {
			return nil, nil, err
		}
		left, now := g.Jar.LeftML()
		looked := now && (!known || before != left)
		level := store.JarLevel{Glaze: code, At: s.clock.Now(), ML: left}
		write := func(tx *store.Tx) error {
			if err := tx.PutGlaze(g); err != nil || !looked {
				return err
			}
			return tx.AddJarLevel(level)
		}
		return write, func() {
			s.school.glazes[code] = g
			s.newShelf()
			if looked {
				s.school.levels[code] = append(s.school.levels[code], level)
				s.learn()
			}
		}, nil
	})
}

// Spread is what one brushed coat of a glaze takes, as the room learned it; ok
// is false where it did not.
func (s *Studio) Spread(code string) (learned stock.Learned, ok bool) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	learned, ok = s.learned[code]
	return learned, ok
}

// brushed is the area of all coats of a glaze that were logged between two
// looks into its jar, in cm², each coat counted; mu is held.
func (s *Studio) brushed(code string, from, to store.JarLevel) (cm2 float64) {
	for _, p := range s.school.pieces {
		for _, coat := range p.state.Coats {
			if coat.Glaze == code && coat.At.After(from.At) && !coat.At.After(to.At) {
				surface, _ := p.body.Surface(coat.Surface)
				cm2 += surface.AreaCM2
			}
		}
	}
	return cm2
}

// Glaze is one jar, and whether there is a picture of its label.
func (s *Studio) Glaze(code string) (g glaze.Glaze, ok bool) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	g, ok = s.school.glazes[code]
	return g, ok
}

// HasHint says whether there is a picture of the maker's label.
func (s *Studio) HasHint(code string) bool {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return s.school.hints[code]
}

// PutHint keeps a picture of the maker's label, small; nil takes it away.
func (s *Studio) PutHint(ctx context.Context, code string, data []byte) error {
	var picture []byte
	if data != nil {
		kept, err := s.keepPicture(ctx, data)
		if err != nil {
			return err
		}
		picture = kept.JPEG
	}
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		if _, ok := s.school.glazes[code]; !ok {
			return nil, nil, missing("jar")
		}
		return func(tx *store.Tx) error { return tx.PutHint(code, picture) }, func() {
			if picture == nil {
				delete(s.school.hints, code)
				return
			}
			s.school.hints[code] = true
		}, nil
	})
}

// Hint is the picture of a maker's label as JPEG.
func (s *Studio) Hint(ctx context.Context, code string) ([]byte, error) {
	picture, err := s.store.Hint(ctx, code)
	if err == nil && picture == nil {
		err = missing("picture")
	}
	return picture, err
}
