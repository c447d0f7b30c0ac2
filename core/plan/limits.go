package plan

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// limits asks whether the plan keeps to what its assignment allows.
func (c *check) limits() {
	h := &c.shelf.House
	if h.MostColours > 0 {
		if used := c.colours(func(piece.Surface) bool { return true }); len(used) > h.MostColours {
			c.add(Finding{Code: matter.ColoursMany, Numbers: Numbers{"colours": float64(len(used)), "allowed": float64(h.MostColours)},
				Text: fmt.Sprintf("%d colours lie on it (%s); this assignment allows %d.", len(used), strings.Join(used, ", "), h.MostColours),
				Way:  "Give two surfaces the same stack."})
		}
	}
	if h.InsideOutside == rules.OneEach {
		c.oneEach("inside", func(s piece.Surface) bool { return s.Upward && s.Use != piece.Lip })
		c.oneEach("outside", func(s piece.Surface) bool { return !s.Upward && s.Use != piece.Lip && !s.Recess })
	}
	if h.MostCovered < 100 {
		planned, all := 0.0, 0.0
		for _, s := range c.work.Body.Surfaces {
			if s.Stands || s.Seat || s.Over {
				continue
			}
			all += s.AreaCM2
			if c.plan[s.ID].Planned() {
				planned += s.AreaCM2
			}
		}
		if share := 100 * planned / max(all, 1e-9); share > float64(h.MostCovered)+0.5 {
			c.add(Finding{Code: matter.CoveredMuch, Numbers: Numbers{"percent": share, "allowed": float64(h.MostCovered)},
				Text: fmt.Sprintf("%.0f %% of what may be glazed is (%.0f of %.0f cm²); this assignment allows %d %%.", share, planned, all, h.MostCovered),
				Way:  "Leave a surface bare on purpose."})
		}
	}
}

// colours are the codes of the glazes on some surfaces, without clears.
func (c *check) colours(on func(piece.Surface) bool) []string {
	used := map[string]bool{}
	for _, s := range c.work.Body.Surfaces {
		if choice := c.plan[s.ID]; choice.Planned() && on(s) {
			for _, layer := range choice.Stack {
				if g := c.shelf.Glazes[layer.Glaze]; g == nil || g.Kind != glaze.Clear {
					used[layer.Glaze] = true
				}
			}
		}
	}
	return slices.Sorted(maps.Keys(used))
}

func (c *check) oneEach(where string, on func(piece.Surface) bool) {
	if used := c.colours(on); len(used) > 1 {
		c.add(Finding{Code: matter.OneEach, Numbers: Numbers{"glazes": float64(len(used))},
			Text: fmt.Sprintf("%d glazes %s (%s); this assignment takes one.", len(used), where, strings.Join(used, ", ")),
			Way:  "Choose the one that matters most."})
	}
}

// whole asks what only the piece as a whole can answer.
func (c *check) whole() {
	if c.work.Body.NeedsPose {
		c.add(c.noPose())
	}
	if h := &c.shelf.House; h.Path == rules.OnceFired && h.Vents == rules.WantVents && !c.vented() {
		c.add(Finding{Code: matter.NoVents,
			Text: "It is fired once, and nothing is left bare for the gas to leave the clay.",
			Way:  "Mark a bare place to scratch through, or leave a surface bare."})
	}
	if f := c.shelf.Lacking(c.plan, c.work.Takes); f != nil {
		c.add(*f)
	}
}

// Lacking says which jars of a plan hold less than is asked of them, mL by code: what all open
// strokes of all plans take, and what is kept; nil where none does.
func (s *Shelf) Lacking(p Plan, takes map[string]float64) *Finding {
	var short []string
	missing := Numbers{}
	for _, jar := range s.Short(takes) {
		if p.uses(jar.Glaze.Code) {
			short = append(short, jar.String())
			missing[jar.Glaze.Code+" missing mL"] = jar.AskML - jar.LeftML
		}
	}
	if len(short) == 0 {
		return nil
	}
	return &Finding{Code: matter.JarShort, Severity: matter.JarShort.Weight(), Numbers: missing,
		Text: "All plans of the school, with what is kept for projects, take more than is left of " + strings.Join(short, ", ") + ".",
		Way:  "Order it now, or choose another for some of them; Stock says who is hit, and what is nearest."}
}

// ShortJar is a jar that holds less than is asked of it.
type ShortJar struct {
	Glaze         *glaze.Glaze
	AskML, LeftML float64
}

func (j ShortJar) String() string {
	return fmt.Sprintf("%s %s (%.0f mL of %.0f)", j.Glaze.Code, j.Glaze.Name, j.AskML, j.LeftML)
}

// Short lists the jars that hold less than is taken of them, mL by code; a jar
// that nobody looked into is not short.
func (s *Shelf) Short(takes map[string]float64) (short []ShortJar) {
	for _, code := range slices.Sorted(maps.Keys(takes)) {
		if g := s.Glazes[code]; g != nil {
			if left, known := g.Jar.LeftML(); known && takes[code] > left {
				short = append(short, ShortJar{Glaze: g, AskML: takes[code], LeftML: left})
			}
		}
	}
	return short
}

// noPose asks for the way a free form lies in the kiln.
func (c *check) noPose() Finding {
	var stable []string
	for _, p := range c.work.Body.Poses {
		if p.Stable {
			stable = append(stable, p.Name)
		}
	}
	way := "Give it feet or a flat spot to stand on."
	if len(stable) > 0 {
		way = "Choose one: it stands " + strings.Join(stable, ", ") + "."
	}
	return Finding{Code: matter.NoPose, Way: way,
		Text: "Nobody has decided how it lies in the kiln, so nobody can say what has to stay bare."}
}

// vented says whether some clay is left for gas to leave by, beside the foot.
func (c *check) vented() bool {
	for _, s := range c.work.Body.Surfaces {
		if !s.Stands && (s.BareByKind || c.plan[s.ID].KeptBare()) {
			return true
		}
	}
	return false
}

// uses says whether the plan lays a glaze anywhere.
func (p Plan) uses(code string) bool {
	for _, choice := range p {
		if choice.Planned() && slices.ContainsFunc(choice.Stack, func(l glaze.Layer) bool { return l.Glaze == code }) {
			return true
		}
	}
	return false
}
