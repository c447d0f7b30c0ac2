// Package ready gives the one verdict "may be fired", with every blocker, and
// says at which stage of the job a piece waits.
package ready

import (
	"fmt"
	"maps"
	"slices"
	"time"

	"enkaustos/core/foot"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// Stage is where in the order of the job a piece waits.
type Stage = matter.Stage

// The stages a piece passes.
const (
	Plan    = matter.Plan
	Bench   = matter.Bench
	Foot    = matter.Foot
	Kiln    = matter.Kiln
	Results = matter.Results
	Done    = matter.Done
)

// Case is all that the verdict depends on.
type Case struct {
	Body     piece.Body
	Plan     plan.Plan
	Findings []plan.Finding // of the plan, under today's rules
	Laid     []plan.Finding // of what is really on the piece, where that strays from the plan
	State    work.State
	House    rules.House
	Cone     kiln.Cone       // of its next firing
	Bisque   bool            // that firing is to bisque, of greenware: Findings are plan.Shelf.CheckBisque's
	Stilts   bool            // recorded at the plan that it stands on them
	Band     foot.Band       // that it needs, for what is planned and for what is laid
	Doubted  []work.Doubtful // jars that its coats came out of
	Drying   work.Drying
	Now      time.Time
	Goes     Goes // into which air, of which class; cone and bisque are Judge's to say
}

// onStilts says whether glaze may lie where the piece would stand: the house
// lets it, and stilts are recorded.
func (c Case) onStilts() bool {
	return c.House.Foot == rules.Stilts && (c.Stilts || c.State.Helps[work.OnStilts])
}

// Blocker is one reason why a piece may not be fired.
type Blocker struct {
	Code     matter.Code  `json:"code"`
	Surface  string       `json:"surface"` // piece.Surface.ID; "" for the whole piece
	Text     string       `json:"text"`
	Way      string       `json:"way"`
	Stage    Stage        `json:"stage"`             // where it is mended
	ClearsAt time.Time    `json:"clearsAt,omitzero"` // when it clears by itself; zero where it does not
	Firm     bool         `json:"firm,omitempty"`    // nobody may overrule it
	About    matter.About `json:"about"`
	Eyes     matter.Eyes  `json:"eyes,omitempty"` // what a look at the piece would settle
}

// blockers lists everything of a piece itself that keeps it out of every kiln. What the teacher
// overruled is left out. A piece that went through the fire has none.
func blockers(c Case) []Blocker {
	return slices.DeleteFunc(everything(c), func(b Blocker) bool { return !b.Firm && c.ruled(b) })
}

// everything is all that speaks against firing, overruled or not.
func everything(c Case) []Blocker {
	if c.State.Firing != nil {
		return nil
	}
	c.State.Cover, c.State.Check = Looks(c)
	all := whole(c)
	if !c.Cone.Known() {
		all = append(all, Blocker{Code: matter.ConeUnknown,
			Text: fmt.Sprintf("Nobody can say at which cone it is fired: %q is none.", c.Cone), Way: "Set the cone of its assignment."})
	}
	all = append(all, astray(c)...)
	all = append(all, doubted(c)...)
	if c.Bisque {
		return c.allRegistered(append(all, toBisque(c)...))
	}
	if c.Plan.Empty() && !(c.Plan.AllBare(c.Body) && c.unglazed()) {
		all = append(all, Blocker{Code: matter.NoPlan,
			Text: "Nothing is planned, so nobody can say whether it is complete.",
			Way:  "Plan it, from what is already on it."})
		return c.allRegistered(all)
	}
	all = append(all, stops(c)...)
	all = append(all, laid(c)...)
	unfinished := append(strokes(c), doubts(c)...)
	unfinished = append(unfinished, latex(c)...)
	all = append(all, unfinished...)
	if !(c.unglazed() && c.Plan.Empty() && !c.State.GlazeLeft) && !slices.ContainsFunc(unfinished, func(b Blocker) bool { return !c.ruled(b) }) {
		all = append(all, cover(c)...)
		all = append(all, check(c)...)
	}
	all = append(all, again(c)...)
	all = append(all, drying(c)...)
	return c.allRegistered(all)
}

// unglazed says whether no coat lies on the piece, and none may: where none is planned either,
// there is nothing to look for at its cover or its foot.
func (c Case) unglazed() bool { return len(c.State.Coats) == 0 && len(c.State.Sponged) == 0 }

func (c Case) allRegistered(all []Blocker) []Blocker {
	for i := range all {
		all[i] = c.registered(all[i])
	}
	return all
}

// registered fills in what the register says of a blocker.
func (c Case) registered(b Blocker) Blocker {
	m, known := matter.Of(b.Code)
	b.About, b.Eyes = m.About, m.Eyes
	b.Firm = !known || m.Firm == matter.Always || m.Firm == matter.UnlessOnStilts && !c.onStilts()
	if b.Stage == "" {
		b.Stage = m.Waits
	}
	return b
}

// whole are the reasons that lie in the piece as a whole.
func whole(c Case) []Blocker {
	s, all := c.State, []Blocker(nil)
	for _, why := range []struct {
		is bool
		Blocker
	}{
		{len(s.Damages) > 0, Blocker{Code: matter.Damaged, Text: "It is damaged: " + work.Words(s.Damages) + ".",
			Way: "Mend it and say so, log its parts as glazed apart, or set it aside."}},
		{len(s.Lost) > 0, Blocker{Code: matter.PartMissing, Text: "Not all of it is here. Missing: " + work.Words(s.Lost) + ".", Way: "Find it and say so."}},
		{s.Aside != "", Blocker{Code: matter.Aside, Text: "It is set aside: " + s.Aside + ".", Way: "Take it up again."}},
		{s.Away != "", Blocker{Code: matter.Away, Text: "It is out of the room: " + s.Away + ".", Way: "Take it in, and look at its rim for chips."}},
		{s.Unnamed, Blocker{Code: matter.NoName, Text: "No name or mark can be read on it.",
			Way: "Find out whose it is and mark it in pencil; that burns away, so write it on the plan of the shelf as well."}},
		{c.onceFired() && !s.BoneDry, Blocker{Code: matter.NotBoneDry, Text: "Nobody felt whether its clay was bone dry before the glaze went on.",
			Way: "Clay is felt before its first coat: pale all over, not clammy; greenware takes about seven days. Now the teacher decides, or the glaze is wiped off and the clay dried and felt."}},
		{c.onceFired() && s.BoneDry && s.Soaked, Blocker{Code: matter.NotBoneDry, Text: "It was wiped wet over raw clay, and nobody felt since whether it is dry.",
			Way: "Feel it: pale all over, not clammy."}},
	} {
		if why.is {
			all = append(all, why.Blocker)
		}
	}
	return append(all, closed(c)...)
}

// onceFired says whether its glaze goes onto clay that was never fired.
func (c Case) onceFired() bool {
	return c.House.Path == rules.OnceFired && !c.Bisque && len(c.State.Past) == 0
}

// found says whether a stop of a kind speaks of a surface.
func found(all []plan.Finding, f plan.Finding) bool {
	return slices.ContainsFunc(all, func(o plan.Finding) bool {
		return o.Code == f.Code && o.Surface == f.Surface && o.Severity == plan.Stop
	})
}

// stops are the findings of the plan that protect shelf or kiln. Where what lies there earns the
// same, that is said by its own figures.
func stops(c Case) []Blocker {
	var all []Blocker
	for _, f := range c.Findings {
		if f.Severity == plan.Stop && !found(c.Laid, f) {
			all = append(all, Blocker{Code: f.Code, Surface: f.Surface, Text: f.Text, Way: f.Way, Stage: Plan})
		}
	}
	return all
}

// Laid is the plan as it was really brushed: a surface whose coats stray from
// its plan counts with the stack that is on it, every other as planned. beside
// is false where no surface does.
func Laid(b piece.Body, p plan.Plan, s work.State) (asLaid plan.Plan, beside bool) {
	for _, surface := range b.Surfaces {
		on := s.On(surface.ID)
		if p := work.Compare(p[surface.ID].Stack, on); len(p.Other) == 0 && !p.Strays {
			continue
		}
		if !beside {
			asLaid, beside = maps.Clone(p), true
			if asLaid == nil {
				asLaid = plan.Plan{}
			}
		}
		asLaid[surface.ID] = plan.Choice{Stack: s.Stack(surface.ID)}
	}
	return asLaid, beside
}

// laid are the stops that the coats on a piece earn, whatever its plan has: glaze where it
// stands, too much of it, or a jar for another cone.
func laid(c Case) []Blocker {
	var all []Blocker
	for _, f := range c.Laid {
		if f.Severity != plan.Stop {
			continue
		}
		b := Blocker{Code: f.Code, Surface: f.Surface, Text: f.Text, Stage: Bench, Way: "It is on the piece already: wipe it off, and log the wipe."}
		if found(c.Findings, f) {
			b.Stage, b.Way = Plan, "It is on the piece already, and planned: change the plan, then wipe it off and log the wipe."
		}
		if slices.ContainsFunc(c.State.Sponged, func(s work.Coat) bool { return s.Surface == f.Surface }) {
			b.Text += " A tablet says that some of it was wiped off, and nobody of the teacher's side looked since."
			b.Way = "Look at it: all round, and at the foot."
		}
		all = append(all, b)
	}
	return all
}

// Felt are the warnings that finished surfaces earn by how thick their coats turned out,
// though as planned they would not: thin coats are too few, thick ones too many.
func (c Case) Felt() (all []plan.Finding) {
	for _, f := range c.Laid {
		few := f.Code == matter.CoatsFew || f.Code == matter.CoatsMany
		planned := slices.ContainsFunc(c.Findings, func(p plan.Finding) bool { return p.Code == f.Code && p.Surface == f.Surface })
		if !few || planned || len(work.Compare(c.Plan[f.Surface].Stack, c.State.On(f.Surface)).Due(c.State.Stage())) > 0 {
			continue
		}
		f.Text = "As it was laid, " + f.Text
		f.Way, f.Mend = "Lay another coat, or accept it; say so on the piece.", nil
		if f.Code == matter.CoatsMany {
			f.Way = "Wipe some of it off, or draw the line higher."
		}
		all = append(all, f)
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
		p := work.Compare(choice.Stack, c.State.On(s.ID))
		if p.Left = p.Due(c.State.Stage()); len(p.Left) > 0 {
			all = append(all, Blocker{Code: matter.CoatsMissing, Surface: s.ID, Text: missing(s, p), Way: "Lay it at the bench."})
		}
	}
	return all
}

// missing says which strokes a surface lacks.
func missing(s piece.Surface, p work.Progress) string {
	next := p.Next()
	if p.Begun != nil {
		return fmt.Sprintf("%s: %s missing, of the next one, %s, the %s.", s.Name, counted(len(p.Left), "coat"), next.Glaze, p.Begun.Rest())
	}
	if next.Dip {
		return fmt.Sprintf("%s: %s missing, a dip into %s next.", s.Name, counted(len(p.Left), "coat"), next.Glaze)
	}
	return fmt.Sprintf("%s: %s missing, %s next.", s.Name, counted(len(p.Left), "coat"), next.Glaze)
}

// astray are the coats that lie where the piece, as it is measured now, has no surface: nobody
// can say what they will touch.
func astray(c Case) []Blocker {
	var all []Blocker
	for _, coat := range c.State.Coats {
		known := slices.ContainsFunc(all, func(b Blocker) bool { return b.Surface == coat.Surface })
		if _, here := c.Body.Surface(coat.Surface); !here && !known {
			all = append(all, Blocker{Code: matter.CoatsAstray, Surface: coat.Surface,
				Text: fmt.Sprintf("%s lies on the %s, which it no longer has.", coat.Glaze, coat.Surface), Way: "Measure it as it is: give it that surface back."})
		}
	}
	return all
}

// doubts are coats that two people may have logged for one.
func doubts(c Case) []Blocker {
	var all []Blocker
	for _, coat := range c.State.Doubts {
		surface, _ := c.Body.Surface(coat.Surface)
		all = append(all, Blocker{Code: matter.SameOrNext, Surface: coat.Surface,
			Text: fmt.Sprintf("%s: two people logged %s within moments.", surface.Name, coat.Glaze), Way: "Say whether it was the same coat or the next."})
	}
	return all
}

// latex asks for latex to be peeled: it does not burn off as wax does.
func latex(c Case) []Blocker {
	var all []Blocker
	for _, s := range c.Body.Surfaces {
		if c.underLatex(s) {
			all = append(all, Blocker{Code: matter.LatexOn, Surface: s.ID,
				Text: fmt.Sprintf("%s: its latex was not peeled.", s.Name), Way: "Peel it, and log that."})
		}
	}
	return all
}

// drying asks for the night before the kiln.
func drying(c Case) []Blocker {
	at := c.Drying.KilnDryAt(c.State)
	if at.IsZero() || !c.Now.Before(at) {
		return nil
	}
	return []Blocker{{Code: matter.Drying, ClearsAt: at,
		Text: fmt.Sprintf("It was last wet less than %g hours ago.", at.Sub(c.State.LastWet).Hours()),
		Way:  "Let it dry, room-warm to the touch."}}
}

// StageOf says where a piece waits, from its blockers.
func StageOf(s work.State, blockers []Blocker) Stage {
	switch {
	case s.Firing != nil && s.Firing.Unloaded.IsZero():
		return Kiln
	case s.Firing != nil && !s.Outcome().Judged():
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

func counted(n int, noun string) string {
	if n == 1 {
		return "1 " + noun
	}
	return fmt.Sprintf("%d %ss", n, noun)
}
