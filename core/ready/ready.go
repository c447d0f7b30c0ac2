// Package ready gives the one verdict "may be fired", with every blocker, and
// says at which stage of the job a piece waits.
package ready

import (
	"fmt"
	"maps"
	"slices"
	"time"

	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// Stage is where in the order of the job a piece waits.
type Stage string

// The stages a piece passes.
const (
	Plan    Stage = "plan"
	Bench   Stage = "bench"
	Foot    Stage = "foot"
	Kiln    Stage = "kiln"    // coats on, foot clean: dries, waits, fires, cools
	Results Stage = "results" // out of the kiln
	Done    Stage = "done"    // looked at and marked
)

// Case is all that the verdict depends on.
type Case struct {
	Body     piece.Body
	Plan     plan.Plan
	Findings []plan.Finding // of the plan, under today's rules
	Laid     []plan.Finding // of what is really on the piece, where that strays from the plan
	State    work.State
	House    rules.House
	Now      time.Time
}

// Blocker is one reason why a piece may not be fired.
type Blocker struct {
	Code     string // stable, listed in docs/findings.md
	Surface  string // piece.Surface.ID; "" for the whole piece
	Text     string
	Way      string
	Stage    Stage     // where it is mended
	ClearsAt time.Time // when it clears by itself; zero where it does not
}

// Blockers lists everything that keeps a piece out of the kiln; none means that
// it may be fired. A piece that went through the fire has none.
func Blockers(c Case) []Blocker {
	if c.State.Firing != nil {
		return nil
	}
	var all []Blocker
	if c.State.Damage != "" {
		all = append(all, Blocker{Code: "damaged", Stage: Bench,
			Text: "It is damaged: " + c.State.Damage + ".", Way: "Mend it and say so, or set it aside."})
	}
	if c.Plan.Empty() {
		return append(all, Blocker{Code: "no-plan", Stage: Plan,
			Text: "Nothing is planned, so nobody can say whether it is complete.",
			Way:  "Plan it, from what is already on it."})
	}
	all = append(all, stops(c)...)
	all = append(all, laid(c)...)
	missing := strokes(c)
	all = append(all, missing...)
	all = append(all, latex(c)...)
	if len(missing) == 0 {
		all = append(all, check(c)...)
	}
	return append(all, drying(c)...)
}

// stops are the findings of the plan that protect shelf or kiln.
func stops(c Case) []Blocker {
	var all []Blocker
	for _, f := range c.Findings {
		if f.Severity == plan.Stop {
			all = append(all, Blocker{Code: f.Code, Surface: f.Surface, Text: f.Text, Way: f.Way, Stage: Plan})
		}
	}
	return all
}

// Laid is the plan as it was really brushed: a surface whose coats stray from
// its plan counts with the stack that is on it, every other as planned. strays
// is false where no surface does.
func Laid(b piece.Body, p plan.Plan, s work.State) (asLaid plan.Plan, strays bool) {
	for _, surface := range b.Surfaces {
		on := s.On(surface.ID)
		if len(work.Compare(p[surface.ID].Stack, on).Other) == 0 {
			continue
		}
		if !strays {
			asLaid, strays = maps.Clone(p), true
			if asLaid == nil {
				asLaid = plan.Plan{}
			}
		}
		asLaid[surface.ID] = plan.Choice{Stack: s.Stack(surface.ID)}
	}
	return asLaid, strays
}

// laid are the stops that the coats on a piece earn though its plan has none:
// glaze where it stands, too much of it, or a jar for another cone.
func laid(c Case) []Blocker {
	var all []Blocker
	for _, f := range c.Laid {
		planned := slices.ContainsFunc(c.Findings, func(p plan.Finding) bool { return p.Code == f.Code && p.Surface == f.Surface })
		if f.Severity == plan.Stop && !planned {
			all = append(all, Blocker{Code: f.Code, Surface: f.Surface, Text: f.Text, Stage: Bench,
				Way: "It is on the piece already: wipe it off, and log the wipe."})
		}
	}
	return all
}

// strokes are the planned strokes that are not on.
func strokes(c Case) []Blocker {
	var all []Blocker
	for _, s := range c.Body.Surfaces {
		choice := c.Plan[s.ID]
		if !choice.Planned() || s.Optional {
			continue // an extra never holds a piece back
		}
		if p := work.Compare(choice.Stack, c.State.On(s.ID)); len(p.Left) > 0 {
			all = append(all, Blocker{Code: "coats-missing", Surface: s.ID, Stage: Bench,
				Text: fmt.Sprintf("%s: %s missing, %s next.", s.Name, counted(len(p.Left), "coat"), p.Next()),
				Way:  "Lay it at the bench."})
		}
	}
	return all
}

// latex asks for latex to be peeled: it does not burn off as wax does.
func latex(c Case) []Blocker {
	var all []Blocker
	for _, s := range c.Body.Surfaces {
		on := c.State.Resists[s.ID] == string(plan.Latex) || c.Plan[s.ID].Resist == plan.Latex
		if on && !c.State.Peeled[s.ID] {
			all = append(all, Blocker{Code: "latex-on", Surface: s.ID, Stage: Bench,
				Text: fmt.Sprintf("%s: its latex was not peeled.", s.Name), Way: "Peel it, and log that."})
		}
	}
	return all
}

// check asks for a look at the foot that has seen the last coat.
func check(c Case) []Blocker {
	last := c.State.Check
	blocked := Blocker{Code: "foot-unchecked", Stage: Foot, Text: "Its foot was not checked.", Way: "Check the foot."}
	switch {
	case last.Stands():
		return nil
	case last == nil:
	case last.Lapsed != "":
		blocked.Code = "foot-lapsed"
		blocked.Text = "The check of its foot lapsed: " + last.Lapsed + "."
		blocked.Way = "Check the foot again."
	default:
		guide, _ := last.Verdict.Guide()
		blocked.Code, blocked.Text, blocked.Way = "foot-refused", "Foot: "+guide.Name+".", guide.Way
	}
	return []Blocker{blocked}
}

// drying asks for the night before the kiln.
func drying(c Case) []Blocker {
	at := c.State.LastWet.Add(c.House.KilnDry())
	if c.State.LastWet.IsZero() || !c.Now.Before(at) {
		return nil
	}
	return []Blocker{{Code: "drying", Stage: Kiln, ClearsAt: at,
		Text: fmt.Sprintf("It was last wet less than %v hours ago.", c.House.KilnDryHours),
		Way:  "Let it dry, room-warm to the touch."}}
}

// StageOf says where a piece waits, from its blockers.
func StageOf(s work.State, blockers []Blocker) Stage {
	switch {
	case s.Firing != nil && s.Firing.Unloaded.IsZero():
		return Kiln
	case s.Firing != nil && s.Quality == nil:
		return Results
	case s.Firing != nil:
		return Done
	}
	for _, stage := range []Stage{Plan, Bench, Foot} {
		for _, b := range blockers {
			if b.Stage == stage {
				return stage
			}
		}
	}
	return Kiln
}

// MayBeLoaded says whether a piece waits for a kiln with nothing against it: no
// blocker, not fired, and in no load that still counts.
func MayBeLoaded(s work.State, blockers []Blocker) bool {
	return len(blockers) == 0 && s.Firing == nil && (s.Load == nil || s.Load.Lapsed != "")
}

func counted(n int, noun string) string {
	if n == 1 {
		return "1 " + noun
	}
	return fmt.Sprintf("%d %ss", n, noun)
}
