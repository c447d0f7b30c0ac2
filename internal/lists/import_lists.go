package lists

import (
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/wall"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
)

func truth(fallback bool) func(string) (bool, error) {
	return func(text string) (bool, error) { return exchange.Truth(text, fallback) }
}

func readClays(r *reading) error {
	var seen []string
	return r.rows([]string{"code", "name", "cones", "fired"}, func() (string, Change) {
		c := glaze.Clay{Code: r.text("code", 40), Name: r.text("name", 80),
			Cones: take(r, "cones", kiln.ParseRange), Fired: take(r, "fired", colour.FromHex), Dark: take(r, "dark", truth(false))}
		old, known := school.Clays.All(r.Snapshot)[c.Code]
		c.Bisque = optional(r, "bisque", old.Bisque, orNone(colour.FromHex))
		r.once(&seen, "code", c.Code)
		return c.Code + " " + c.Name, keep(r, changeOf(known, old == c), school.Clays, c)
	})
}

func readGlazes(r *reading) error {
	var seen []string
	return r.rows([]string{"code", "name", "kind", "cones"}, func() (string, Change) {
		old, known := school.Glazes.All(r.Snapshot)[r.row.Get("code")]
		if !known {
			old.Jar = glaze.UnknownJar()
		}
		g := old // what the list says nothing of stays
		g.Code, g.Name, g.Atmosphere = r.text("code", 40), r.text("name", 80), optional(r, "atmosphere", old.Atmosphere, glaze.ParseAtmosphere)
		g.Jar.ML, g.Jar.Level = optional(r, "ml", old.Jar.ML, millilitres), optional(r, "level", old.Jar.Level, level)
		g.Jar.State = optional(r, "state", old.Jar.State, glaze.ParseState)
		g.Kind, g.Raw, g.Cones = take(r, "kind", glaze.ParseKind), optional(r, "raw", old.Raw, orNone(colour.FromHex)), take(r, "cones", kiln.ParseRange)
		g.Food, g.InStock, g.Runner = glaze.FoodNotClaimed, take(r, "stock", truth(true)), take(r, "runner", truth(false))
		g.Coats, g.Recipe = take(r, "coats", ownCoats), optional(r, "recipe", old.Recipe, glaze.ParseRecipe)
		g.Thick, g.Dear, g.Ware = optional(r, "thick", old.Thick, truth(false)), optional(r, "dear", old.Dear, truth(false)), optional(r, "ware", old.Ware, ware)
		g.DipCoats, g.DipSeconds = optional(r, "dip coats", old.DipCoats, upTo(glaze.MaxCoats, "coats")), optional(r, "dip seconds", old.DipSeconds, upTo(120, "seconds"))
		g.DipDensity, g.Density = optional(r, "dip density", old.DipDensity, density), optional(r, "density", old.Density, density)
		g.SlideMM = optional(r, "slide", old.SlideMM, upTo(300, "mm"))
		if take(r, "food", truth(false)) {
			g.Food = glaze.FoodClaimed
		}
		if strings.ContainsAny(g.Code, "+×*") {
			r.refuse("code", "expected a code without +, × and *, which join stacks")
		}
		if slices.ContainsFunc(g.Recipe, func(part glaze.Part) bool { return part.Glaze == g.Code }) {
			r.refuse("recipe", "expected other jars than %s itself", g.Code)
		}
		if known && g.Raw.Hex() == old.Raw.Hex() {
			g.Raw = old.Raw // what was measured finer than a hex stays
		}
		r.once(&seen, "code", g.Code)
		return g.Code + " " + g.Name, keep(r, changeOf(known, reflect.DeepEqual(old, g)), school.Glazes, g)
	})
}

// orNone reads a value that may be missing.
func orNone[T any](parse func(string) (T, error)) func(string) (T, error) {
	return func(text string) (v T, err error) {
		if text == "" {
			return v, nil
		}
		return parse(text)
	}
}

// upTo reads a figure from 0 to most; empty is 0, for not known.
func upTo(most float64, unit string) func(string) (float64, error) {
	return orNone(func(text string) (float64, error) {
		v, err := decimal(text)
		if err != nil || !(v >= 0 && v <= most) {
			return 0, fmt.Errorf("%q: expected 0 to %g %s, or nothing", text, most, unit)
		}
		return v, nil
	})
}

// density reads what a bucket weighs in g/mL, or nothing.
var density = orNone(func(text string) (float64, error) {
	v, err := decimal(text)
	if err != nil || v != 0 && !glaze.Weighs(v) {
		return 0, fmt.Errorf("%q: a bucket of glaze weighs more than 1 and at most %g g per mL", text, glaze.MaxDensity)
	}
	return v, nil
})

// short reads words, no more than so many letters.
func short(most int) func(string) (string, error) {
	return func(text string) (string, error) {
		if len([]rune(text)) > most {
			return "", fmt.Errorf("expected at most %d letters", most)
		}
		return text, nil
	}
}

// ware reads what a glaze may go on; empty means both.
func ware(text string) (glaze.Ware, error) {
	w := glaze.Ware(strings.ToLower(strings.TrimSpace(text)))
	if w != glaze.AnyWare && w != glaze.Greenware && w != glaze.Bisque {
		return "", fmt.Errorf("%q: expected greenware, bisque, or nothing for both", text)
	}
	return w, nil
}

// ownCoats reads a jar's own figure; empty means the rule of the house.
func ownCoats(text string) (int, error) {
	if text == "" {
		return 0, nil
	}
	n, err := strconv.Atoi(text)
	if err != nil || n < 0 || n > glaze.MaxCoats {
		return 0, fmt.Errorf("%q: expected a number of coats from 1 to %d, or nothing", text, glaze.MaxCoats)
	}
	return n, nil
}

func readTiles(r *reading) error {
	var seen []string
	return r.rows([]string{"code", "clay", "cone", "stack", "fired"}, func() (string, Change) {
		old, known := school.Tiles.All(r.Snapshot)[r.row.Get("code")]
		t := glaze.Tile{Code: r.text("code", 40), Clay: r.row.Get("clay"), Piece: old.Piece,
			Atmosphere: optional(r, "atmosphere", old.Atmosphere, glaze.ParseAtmosphere), Place: optional(r, "place", old.Place, place),
			Cone: take(r, "cone", kiln.ParseCone), Stack: take(r, "stack", glaze.ParseStack),
			Fired: take(r, "fired", colour.FromHex), Textured: take(r, "textured", truth(false)),
			Faults: optional(r, "faults", old.Faults, glaze.ParseFaults), Leached: optional(r, "leach test", old.Leached, short(120))}
		if _, ok := school.Clays.All(r.Snapshot)[t.Clay]; !ok {
			r.refuse("clay", "no clay is called %q: bring it first, or use one of %s", t.Clay, codes(r.ClaysByCode(), func(c glaze.Clay) string { return c.Code }))
		}
		for _, layer := range t.Stack {
			if _, ok := school.Glazes.All(r.Snapshot)[layer.Glaze]; !ok {
				r.refuse("stack", "no jar is called %q: bring the list of glazes first", layer.Glaze)
			}
		}
		r.once(&seen, "code", t.Code)
		if t.Atmosphere == glaze.Oxidation && old.Atmosphere == "" {
			t.Atmosphere = "" // the two mean the same
		}
		if known && t.Fired.Hex() == old.Fired.Hex() && t.Stack.Same(old.Stack) {
			t.Fired, t.Readings = old.Fired, old.Readings // what was read finer than a hex stays
		} else if known {
			t.Readings = []glaze.Reading{{Half: t.MainHalf(), Coats: t.Stack.Total(), Lab: t.Fired, Source: glaze.FromTyping, At: r.At}}
		}
		return t.Code + ": " + t.Stack.String(), keep(r, changeOf(known, reflect.DeepEqual(old, t)), school.Tiles, t)
	})
}

// readReadings reads a colorimeter's list: a tile's code and L*, a*, b*, and
// which half or strip of it was measured.
func readReadings(r *reading) error {
	read := map[string]wall.Read{}
	err := r.rows([]string{"code", "l", "a", "b"}, func() (string, Change) {
		code := r.text("code", 40)
		t, known := school.Tiles.All(r.Snapshot)[code]
		if !known {
			r.refuse("code", "no tile is called %q: bring the list of tiles first", code)
			return code, Refusal
		}
		lab := colour.Lab{L: take(r, "l", decimal), A: take(r, "a", decimal), B: take(r, "b", decimal)}
		half := optional(r, "half", t.MainHalf(), readHalf)
		coats := optional(r, "coats", 0, ownCoats)
		if coats == 0 {
			coats = t.Stack.Total()
		}
		if !r.bad && !lab.Valid() {
			r.refuse("l", "L* %v, a* %v, b* %v is no colour that a surface can have", lab.L, lab.A, lab.B)
		}
		held := read[code]
		held.Code = code
		held.Readings = append(held.Readings, glaze.Reading{Half: half, Coats: coats, Lab: lab, Source: glaze.FromColorimeter})
		read[code] = held
		text := fmt.Sprintf("%s, %s, %s: L* %.1f a* %.1f b* %.1f", code, half, glaze.Counted(coats), lab.L, lab.A, lab.B)
		return text, Changed
	})
	if err != nil || len(r.out.Refused) > 0 {
		return err
	}
	for _, code := range slices.Sorted(maps.Keys(read)) {
		tile, err := read[code].On(school.Tiles.All(r.Snapshot)[code], true, r.Room(), r.At)
		if err != nil {
			return err
		}
		r.puts = append(r.puts, func(c *school.Change) { school.Tiles.Put(c, tile) })
	}
	return nil
}

func readHalf(text string) (glaze.Half, error) {
	switch half := glaze.Half(strings.ToLower(text)); half {
	case "", glaze.Smooth:
		return glaze.Smooth, nil
	case glaze.Texture, "textured":
		return glaze.Texture, nil
	}
	return "", fmt.Errorf("%q: expected smooth or texture", text)
}

// decimal reads a number with a point or a comma.
func decimal(text string) (float64, error) {
	v, err := strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64)
	if err != nil || v != v || v > 1e6 || v < -1e6 {
		return 0, fmt.Errorf("%q: expected a number", text)
	}
	return v, nil
}

func millilitres(text string) (float64, error) {
	if text == "" {
		return 0, nil
	}
	v, err := decimal(text)
	if err != nil || v < 0 || v > 50_000 {
		return 0, fmt.Errorf("%q: expected how many mL the full jar holds, 0 to 50000, or nothing", text)
	}
	return v, nil
}

func level(text string) (float64, error) {
	if text == "" {
		return -1, nil
	}
	v, err := decimal(text)
	if err != nil || v < 0 || v > 1 {
		return 0, fmt.Errorf("%q: expected how full the jar is, 0 to 1, or nothing", text)
	}
	return v, nil
}

func place(text string) (int, error) {
	if text == "" {
		return 0, nil
	}
	n, err := strconv.Atoi(text)
	if err != nil || n < 0 || n > 9999 {
		return 0, fmt.Errorf("%q: expected the place on the wall, 1 to 9999, or nothing", text)
	}
	return n, nil
}

func codes[T any](list []T, code func(T) string) string {
	all := make([]string, len(list))
	for i, v := range list {
		all[i] = code(v)
	}
	return strings.Join(all, ", ")
}

// newClass makes the class that a class list names for the first time.
func (r *reading) newClass(name string) school.Class {
	class := school.Class{ID: school.NewID(), Name: name, Clay: r.Clay}
	clays := r.ClaysByCode()
	if class.Clay == "" && len(clays) > 0 {
		class.Clay = clays[0].Code
	}
	clay, ok := school.Clays.All(r.Snapshot)[class.Clay]
	if !ok {
		r.refuse("class", "%s is a new class and needs a clay: expected one of %s", name, codes(clays, func(c glaze.Clay) string { return c.Code }))
		return class
	}
	cone := r.Cone
	if cone == "" {
		cone = string(clay.Cones.To)
	}
	var err error
	if class.Cone, err = kiln.ParseCone(cone); err != nil {
		r.refuse("class", "%s", err)
		return class
	}
	r.out.NewClasses = append(r.out.NewClasses, name)
	r.puts = append(r.puts, func(c *school.Change) { school.Classes.Put(c, class) })
	return class
}
