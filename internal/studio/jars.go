package studio

import (
	"context"

	"enkaustos/core/glaze"
	"enkaustos/internal/store"
)

// JarChange is what somebody saw who looked into a jar; nil leaves a figure.
type JarChange struct {
	ML, Level *float64
	State     *glaze.State
	Mixed     bool // just now
}

// ChangeJar writes down how full a jar is, how its glaze is, and when it was
// mixed.
func (s *Studio) ChangeJar(ctx context.Context, code string, to JarChange) (glaze.Glaze, error) {
	return s.changeGlaze(ctx, code, func(g *glaze.Glaze) {
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
	})
}

// SetStock says whether a jar is in the room.
func (s *Studio) SetStock(ctx context.Context, code string, inStock bool) (glaze.Glaze, error) {
	return s.changeGlaze(ctx, code, func(g *glaze.Glaze) { g.InStock = inStock })
}

func (s *Studio) changeGlaze(ctx context.Context, code string, change func(*glaze.Glaze)) (glaze.Glaze, error) {
	var g glaze.Glaze
	return g, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		var ok bool
		if g, ok = s.school.glazes[code]; !ok {
			return nil, nil, missing("jar")
		}
		change(&g)
		return func(tx *store.Tx) error { return tx.PutGlaze(g) },
			func() { s.school.glazes[code] = g; s.newShelf() }, nil
	})
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
