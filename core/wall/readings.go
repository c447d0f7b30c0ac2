package wall

import (
	"fmt"
	"slices"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/plan"
)

// Read is what was read on one tile. Clay, cone and stack are needed for a tile
// that is not on the wall yet. A reading of 0 coats is of the whole.
type Read struct {
	Code, Clay, Cone, Stack string
	Atmosphere              glaze.Atmosphere
	Place                   int
	Readings                []glaze.Reading
}

// longestCode is how many characters the code of a tile may have.
const longestCode = 40

// On is a tile with what was read on it at a moment; known says whether it is on the
// wall already. The error is one sentence.
func (r Read) On(t glaze.Tile, known bool, room plan.Supply, now time.Time) (glaze.Tile, error) {
	if r.Code == "" {
		return t, fmt.Errorf("a tile has no code: give it one, and write it on its back")
	}
	if !known {
		var err error
		if t, err = r.hung(room); err != nil {
			return t, err
		}
	}
	if r.Place > 0 {
		t.Place = r.Place
	}
	t.Readings = slices.Clone(t.Readings)
	if _, read := t.Main(); known && !read {
		// What a list said of the whole tile stays, until the whole is read.
		t.Readings = append(t.Readings, glaze.Reading{Half: t.MainHalf(), Coats: t.Stack.Total(), Lab: t.Fired, Source: glaze.FromTyping, At: now})
	}
	for _, reading := range r.Readings {
		if reading.Coats == 0 {
			reading.Coats = t.Stack.Total()
		}
		if reading.Coats < 1 || reading.Coats > t.Stack.Total() && len(t.Stack) > 1 {
			return t, fmt.Errorf("tile %s: a box with %d coats does not fit its stack of %d", r.Code, reading.Coats, t.Stack.Total())
		}
		if !reading.Lab.Valid() {
			return t, fmt.Errorf("tile %s: L* %.0f, a* %.0f, b* %.0f is no colour that a surface can have", r.Code, reading.Lab.L, reading.Lab.A, reading.Lab.B)
		}
		reading.At = now
		t.Readings = slices.DeleteFunc(t.Readings, func(old glaze.Reading) bool {
			return old.Half == reading.Half && old.Coats == reading.Coats
		})
		t.Readings = append(t.Readings, reading)
	}
	t.Samples = nil // read as a tile, it is no mean of pieces any more
	whole := func(r glaze.Reading) bool { return r.Coats == t.Stack.Total() }
	if !slices.ContainsFunc(t.Readings, whole) {
		return t, fmt.Errorf("tile %s: none of its boxes carries all %d coats of its stack: mark one that does", r.Code, t.Stack.Total())
	}
	return t.Settled(), nil
}

// hung is a tile that was never on the wall.
func (r Read) hung(room plan.Supply) (glaze.Tile, error) {
	t := glaze.Tile{Code: r.Code, Clay: r.Clay, Atmosphere: r.Atmosphere}
	if len([]rune(r.Code)) > longestCode {
		return t, fmt.Errorf("the code %q is too long: %d characters at most", r.Code, longestCode)
	}
	if !room.Clay(r.Clay) {
		return t, fmt.Errorf("tile %s is new and needs a clay: no clay is called %q", r.Code, r.Clay)
	}
	var err error
	if t.Cone, err = kiln.ParseCone(r.Cone); err != nil {
		return t, fmt.Errorf("tile %s: %w", r.Code, err)
	}
	if t.Stack, err = glaze.ParseStack(r.Stack); err != nil {
		return t, fmt.Errorf("tile %s: %w", r.Code, err)
	}
	for _, layer := range t.Stack {
		if !room.Jar(layer.Glaze) {
			return t, fmt.Errorf("tile %s: no jar is called %q", r.Code, layer.Glaze)
		}
	}
	return t, nil
}
