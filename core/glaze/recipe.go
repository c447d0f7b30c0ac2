package glaze

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"enkaustos/core/colour"
)

// Part is one jar of a recipe.
type Part struct {
	Glaze string  `json:"glaze"` // Glaze.Code
	Parts float64 `json:"parts"` // by volume, of any unit
}

// Recipe is what was mixed on the palette, jar by jar.
type Recipe []Part

// String writes the recipe as it is mixed: "2 parts K07, 1 part T31".
func (r Recipe) String() string {
	words := make([]string, len(r))
	for i, p := range r {
		noun := "parts"
		if p.Parts == 1 {
			noun = "part"
		}
		words[i] = fmt.Sprintf("%g %s %s", p.Parts, noun, p.Glaze)
	}
	return strings.Join(words, ", ")
}

// ParseRecipe reads what String writes; "" is no recipe. The error is one sentence.
func ParseRecipe(text string) (Recipe, error) {
	if strings.TrimSpace(text) == "" {
		return nil, nil
	}
	var r Recipe
	for _, part := range strings.Split(text, ",") {
		words := strings.Fields(part)
		if len(words) != 3 || !strings.HasPrefix(words[1], "part") {
			return nil, fmt.Errorf("%q is no recipe: expected such as 2 parts K07, 1 part T31", text)
		}
		n, err := strconv.ParseFloat(words[0], 64)
		if err != nil || !(n > 0 && n <= 1000) {
			return nil, fmt.Errorf("%q: expected more than 0 and at most 1,000 parts", words[0])
		}
		r = append(r, Part{words[2], n})
	}
	return r, nil
}

// Share is how much of a mL of the recipe comes out of each jar, by code.
func (r Recipe) Share() map[string]float64 {
	whole := 0.0
	for _, p := range r {
		whole += p.Parts
	}
	shares := make(map[string]float64, len(r))
	for _, p := range r {
		shares[p.Glaze] += p.Parts / whole
	}
	return shares
}

// Mix is the glaze that a recipe makes: of the one kind of its jars, fired
// where all of them are fired, without a claim for food, as runny as the
// runniest. Its raw colour is the mean of the jars', which is true to the
// palette before the fire and says nothing of what comes out. The error is one
// sentence.
func Mix(code, name string, r Recipe, jars map[string]*Glaze) (Glaze, error) {
	if len(r.Share()) < 2 {
		return Glaze{}, errors.New("a recipe takes two jars or more")
	}
	mixed := Glaze{Code: code, Name: cmp.Or(name, r.String()), Recipe: slices.Clone(r), Food: FoodNotClaimed, InStock: true, Jar: UnknownJar()}
	for i, part := range r {
		g := jars[part.Glaze]
		switch {
		case g == nil:
			return Glaze{}, fmt.Errorf("no jar is called %q", part.Glaze)
		case len(g.Recipe) > 0:
			return Glaze{}, fmt.Errorf("%s is a recipe itself: mix from the jars", g.Code)
		case !(part.Parts > 0 && part.Parts <= 1000):
			return Glaze{}, fmt.Errorf("%g parts of %s: expected more than 0 and at most 1,000", part.Parts, g.Code)
		case i == 0:
			mixed.Kind, mixed.Cones, mixed.Atmosphere, mixed.Ware = g.Kind, g.Cones, g.Atmosphere, g.Ware
		case g.Kind != mixed.Kind:
			return Glaze{}, fmt.Errorf("%s is %s and %s is %s: only one kind may be mixed", r[0].Glaze, mixed.Kind, g.Code, g.Kind)
		}
		both, meet := mixed.Cones.Meet(g.Cones)
		if !meet {
			return Glaze{}, fmt.Errorf("%s fires to cone %s, the others to cone %s: they do not meet", g.Code, g.Cones, mixed.Cones)
		}
		mixed.Cones = both
		mixed.Runner = mixed.Runner || g.Runner
		mixed.Dear = mixed.Dear || g.Dear
		mixed.Coats = max(mixed.Coats, g.Coats)
		mixed.InStock = mixed.InStock && g.InStock
		mixed.Atmosphere, mixed.Ware = cmp.Or(mixed.Atmosphere, g.Atmosphere), cmp.Or(mixed.Ware, g.Ware)
		mixed.Jar.State = worse(mixed.Jar.State, g.Jar.State)
	}
	for code, share := range r.Share() {
		raw := jars[code].Raw
		mixed.Raw = colour.Lab{L: mixed.Raw.L + share*raw.L, A: mixed.Raw.A + share*raw.A, B: mixed.Raw.B + share*raw.B}
	}
	return mixed, nil
}

func worse(a, b State) State {
	if b == Dried {
		return b
	}
	return a
}
