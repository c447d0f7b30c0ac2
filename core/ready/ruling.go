package ready

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/matter"
	"enkaustos/core/work"
)

// FactsOf is all that a ruling on a blocker is of, figures included; "" where nothing of that
// code keeps the piece out of the kiln on that surface, or nobody may overrule it.
func FactsOf(c Case, code matter.Code, surface string) string {
	all := blockers(c)
	i := slices.IndexFunc(all, func(b Blocker) bool { return b.Code == code && b.Surface == surface && !b.Firm })
	if i < 0 {
		return ""
	}
	return c.facts(all[i])
}

// facts are what a blocker says, what is planned and laid on its surface, and, where it
// speaks of the whole piece, the moment that it goes by. What an event began is that event:
// the words in which somebody said so are theirs, and are not written down once more.
func (c Case) facts(b Blocker) string {
	if at, known := c.State.Since[b.Code]; known {
		facts := fmt.Sprintf("since %d", at)
		harms := map[matter.Code][]work.Harm{matter.Damaged: c.State.Damages, matter.PartMissing: c.State.Lost}
		for _, h := range harms[b.Code] { // each by itself: one more that is back is another fact
			facts += " " + h.ID
		}
		return facts
	}
	facts := []string{b.Text}
	if b.Surface != "" {
		facts = append(facts, "planned "+c.Plan[b.Surface].Stack.String(), "laid "+c.State.Stack(b.Surface).String())
	}
	switch b.Code {
	case matter.JarDoubted:
		for _, d := range c.Doubted {
			if !d.Looked {
				facts = append(facts, "doubt "+d.ID) // another one is another fact, in whatever words
			}
		}
	case matter.CoverRefused, matter.CoverLapsed:
		facts = append(facts, "look "+c.State.Cover.ID)
	case matter.FootRefused, matter.FootUnclear, matter.FootLapsed, matter.FootParts, matter.FootHow:
		facts = append(facts, "check "+c.State.Check.ID)
	}
	if !b.ClearsAt.IsZero() {
		facts = append(facts, "wet "+c.State.LastWet.UTC().Format(time.RFC3339Nano))
	}
	return strings.Join(facts, "; ")
}

// ruled says whether the teacher overruled a blocker as it is.
func (c Case) ruled(b Blocker) bool {
	return slices.ContainsFunc(c.State.Rulings, func(r work.Ruling) bool { return c.covers(r, b) })
}

// covers says whether a ruling is of a blocker as it is.
func (c Case) covers(r work.Ruling, b Blocker) bool {
	return r.Code == b.Code && r.Surface == b.Surface && r.Facts == c.facts(b)
}

// Standing are the rulings that count: each is of something that would keep the piece out of
// the kiln as it is. Of a piece that went through the fire they are all that it had.
func Standing(c Case) []work.Ruling {
	if c.State.Firing != nil || len(c.State.Rulings) == 0 {
		return c.State.Rulings
	}
	all := everything(c)
	return slices.DeleteFunc(slices.Clone(c.State.Rulings), func(r work.Ruling) bool {
		return !slices.ContainsFunc(all, func(b Blocker) bool { return !b.Firm && c.covers(r, b) })
	})
}
