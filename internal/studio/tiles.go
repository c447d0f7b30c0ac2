package studio

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/wall"
	"enkaustos/internal/store"
)

// TileReadings is what was read on one tile. Clay, cone and stack are needed
// for a tile that is not on the wall yet. A reading of 0 coats is of the whole.
type TileReadings struct {
	Code, Clay, Cone, Stack string
	Atmosphere              glaze.Atmosphere
	Place                   int
	Readings                []glaze.Reading
}

// SaveReadings keeps readings, all or none; tiles that are not on the wall yet
// are hung.
func (s *Studio) SaveReadings(ctx context.Context, read []TileReadings) ([]Tile, error) {
	var saved []Tile
	err := s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		fault := Fault{Kind: Refused}
		tiles := map[string]glaze.Tile{}
		var order []string
		for _, r := range read {
			r.Code = strings.TrimSpace(r.Code)
			t, known := tiles[r.Code]
			if !known {
				t, known = s.school.tiles[r.Code]
				order = append(order, r.Code)
			}
			t, err := s.withReadings(t, known, r)
			if err != nil {
				fault.Fields = append(fault.Fields, Field{r.Code, err.Error()})
				fault.Text = strings.TrimSpace(fault.Text + " " + err.Error())
				continue
			}
			tiles[r.Code] = t
		}
		if len(fault.Fields) > 0 {
			return nil, nil, fault
		}
		for _, code := range order {
			saved = append(saved, s.tile(tiles[code]))
		}
		write := func(tx *store.Tx) error {
			for _, code := range order {
				if err := tx.PutTile(tiles[code]); err != nil {
					return err
				}
			}
			return nil
		}
		return write, func() {
			for code, t := range tiles {
				s.school.tiles[code] = t
			}
			s.newShelf()
		}, nil
	})
	return saved, err
}

// withReadings is a tile with what was read on it. The error is one sentence.
func (s *Studio) withReadings(t glaze.Tile, known bool, r TileReadings) (glaze.Tile, error) {
	if r.Code == "" {
		return t, refuse("A tile has no code: give it one, and write it on its back.")
	}
	if !known {
		var err error
		if t, err = s.newTile(r); err != nil {
			return t, err
		}
	}
	if r.Place > 0 {
		t.Place = r.Place
	}
	t.Readings = slices.Clone(t.Readings)
	if _, read := t.Main(); known && !read {
		// What a list said of the whole tile stays, until the whole is read.
		t.Readings = append(t.Readings, glaze.Reading{Half: t.MainHalf(), Coats: t.Stack.Total(), Lab: t.Fired, Source: glaze.FromTyping, At: s.clock.Now()})
	}
	for _, reading := range r.Readings {
		if reading.Coats == 0 {
			reading.Coats = t.Stack.Total()
		}
		if reading.Coats < 1 || reading.Coats > t.Stack.Total() && len(t.Stack) > 1 {
			return t, refuse("Tile %s: a box with %d coats does not fit its stack of %d.", r.Code, reading.Coats, t.Stack.Total())
		}
		if !reading.Lab.Valid() {
			return t, refuse("Tile %s: L* %.0f, a* %.0f, b* %.0f is no colour that a surface can have.", r.Code, reading.Lab.L, reading.Lab.A, reading.Lab.B)
		}
		reading.At = s.clock.Now()
		t.Readings = slices.DeleteFunc(t.Readings, func(old glaze.Reading) bool {
			return old.Half == reading.Half && old.Coats == reading.Coats
		})
		t.Readings = append(t.Readings, reading)
	}
	whole := func(r glaze.Reading) bool { return r.Coats == t.Stack.Total() }
	if !slices.ContainsFunc(t.Readings, whole) {
		return t, refuse("Tile %s: none of its boxes carries all %d coats of its stack: mark one that does.", r.Code, t.Stack.Total())
	}
	return t.Settled(), nil
}

// newTile is a tile that was never on the wall.
func (s *Studio) newTile(r TileReadings) (glaze.Tile, error) {
	t := glaze.Tile{Code: r.Code, Clay: r.Clay, Atmosphere: r.Atmosphere}
	if len([]rune(r.Code)) > 40 {
		return t, refuse("The code %q is too long: 40 characters at most.", r.Code)
	}
	if _, ok := s.school.clays[r.Clay]; !ok {
		return t, refuse("Tile %s is new and needs a clay: no clay is called %q.", r.Code, r.Clay)
	}
	cone, err := kiln.ParseCone(r.Cone)
	if err != nil {
		return t, refuse("Tile %s: %s", r.Code, sentence(err))
	}
	t.Cone = cone
	if t.Stack, err = glaze.ParseStack(r.Stack); err != nil {
		return t, refuse("Tile %s: %s", r.Code, sentence(err))
	}
	for _, layer := range t.Stack {
		if _, ok := s.school.glazes[layer.Glaze]; !ok {
			return t, refuse("Tile %s: no jar is called %q.", r.Code, layer.Glaze)
		}
	}
	return t, nil
}

// TileDetail is all that is known of one tile.
type TileDetail struct {
	Tile
	Cover Cover
}

// Cover is how a glaze covers its clay, in words and colours.
type Cover struct {
	Known     bool
	Enough    int // coats; 0 where it is not known or never enough
	Says      string
	Coats     []CoverCoat
	Estimates []CoverEstimate
	Missing   []int // strips to fire next
}

// CoverCoat is what a number of coats looks like.
type CoverCoat struct {
	Coats     int
	Lab       colour.Lab
	ClayShows bool
	Fired     bool // a strip shows it; else the curve tells it
}

// CoverEstimate is how many coats another clay may take: an estimate.
type CoverEstimate struct {
	Clay  string
	Coats int // 0: more than anyone lays
	Says  string
}

// UsualStep is the ΔE2000 that another coat has to change to be worth it.
const UsualStep = 1.5

// TileDetail is one tile with its cover curve; step is the ΔE2000 that another
// coat has to change to be worth it.
func (s *Studio) TileDetail(code string, step float64) (TileDetail, error) {
	s.mu.RLock()
	t, ok := s.school.tiles[code]
	if !ok {
		s.mu.RUnlock()
		return TileDetail{}, missing("tile")
	}
	view, clays, strips := s.tile(t), s.school.clayList(), wall.Strips(t, s.school.tileList())
	s.mu.RUnlock()
	return TileDetail{view, cover(t, strips, clays, step)}, nil
}

func cover(t glaze.Tile, strips []colour.Strip, clays []glaze.Clay, step float64) Cover {
	if len(t.Stack) != 1 {
		return Cover{Says: "A tile of one glaze can tell how it covers; what overlaps look like is only known where they were fired."}
	}
	i := slices.IndexFunc(clays, func(c glaze.Clay) bool { return c.Code == t.Clay })
	missing := colour.Missing(strips)
	if i < 0 {
		return Cover{Says: "Not known: the clay's own fired colour is missing.", Missing: missing}
	}
	curve, err := colour.FitCover(clays[i].Fired, strips)
	if errors.Is(err, colour.ErrNoCurve) {
		return Cover{Missing: missing, Says: sentence(err) + " Read them again, or fire new ones."}
	}
	if err != nil {
		return Cover{Missing: missing, Says: fmt.Sprintf("Not known how it covers: fire a strip tile of %s on %s with %s side by side.",
			t.Stack[0].Glaze, t.Clay, coatsInWords(missing))}
	}
	v := Cover{Known: true, Missing: missing}
	enough, ok := curve.Enough(step)
	if ok {
		v.Enough = enough
		v.Says = fmt.Sprintf("%s %s enough on %s: another changes it by less than %.1f.", counted(enough), be(enough), t.Clay, step)
	} else {
		v.Says = fmt.Sprintf("%d coats are not enough on %s to hide the change of another.", colour.MostCoats, t.Clay)
	}
	for n := 1; n <= max(3, t.Stack.Total()); n++ {
		c := CoverCoat{Coats: n, Lab: curve.After(float64(n)), ClayShows: curve.ClayShows(n)}
		for _, strip := range strips {
			if strip.Coats == n {
				c.Lab, c.Fired = strip.Lab, true
			}
		}
		v.Coats = append(v.Coats, c)
	}
	for _, clay := range clays {
		if clay.Code == t.Clay {
			continue
		}
		e := CoverEstimate{Clay: clay.Code}
		if n, ok := curve.EnoughOn(clay.Fired, step); ok {
			e.Coats = n
			e.Says = fmt.Sprintf("Estimate: %s on %s.", counted(n), clay.Name)
		} else {
			e.Says = fmt.Sprintf("Estimate: more than %d coats on %s.", colour.MostCoats, clay.Name)
		}
		v.Estimates = append(v.Estimates, e)
	}
	return v
}

func counted(coats int) string {
	if coats == 1 {
		return "1 coat"
	}
	return fmt.Sprintf("%d coats", coats)
}

func be(n int) string {
	if n == 1 {
		return "is"
	}
	return "are"
}

func coatsInWords(coats []int) string {
	words := make([]string, len(coats))
	for i, n := range coats {
		words[i] = fmt.Sprint(n)
	}
	switch len(words) {
	case 0:
		return "other numbers of coats"
	case 1:
		return counted(coats[0])
	}
	return strings.Join(words[:len(words)-1], ", ") + " and " + words[len(words)-1] + " coats"
}

// SeenTile is a tile as somebody with another colour vision sees it.
type SeenTile struct {
	Code       string
	Fired, Raw colour.Lab
	Lost       []string // tiles that cannot be told from it
}

// SeeTiles is the wall as a colour-blind student sees it, by code.
func (s *Studio) SeeTiles(v colour.Vision) []SeenTile {
	s.mu.RLock()
	defer s.mu.RUnlock()
	tiles := s.school.tileList()
	lost := wall.Lost(tiles, v)
	list := make([]SeenTile, len(tiles))
	for i, t := range tiles {
		list[i] = SeenTile{t.Code, t.Fired.As(v), s.tile(t).Raw.As(v), lost[t.Code]}
	}
	return list
}

// Confusions lists jars that are taken for each other on one clay.
func (s *Studio) Confusions(clay string, cone kiln.Cone) []wall.Confusion {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return wall.Confusions(s.school.glazeList(), s.school.tileList(), clay, cone)
}

// MarkTile writes down what went wrong with a fired tile: whoever plans the
// same stack on that clay is warned.
func (s *Studio) MarkTile(ctx context.Context, code string, faults []glaze.Fault) (Tile, error) {
	var marked Tile
	return marked, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		t, ok := s.school.tiles[code]
		if !ok {
			return nil, nil, missing("tile")
		}
		for _, f := range faults {
			if f.Says() == "" {
				return nil, nil, refuse("%q is nothing a tile is marked with: expected crazed, ran or avoid.", f)
			}
		}
		t.Faults = slices.Compact(slices.Sorted(slices.Values(faults)))
		marked = s.tile(t)
		return func(tx *store.Tx) error { return tx.PutTile(t) }, func() { s.school.tiles[code] = t; s.newShelf() }, nil
	})
}
