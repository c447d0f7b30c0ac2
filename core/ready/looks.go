package ready

import (
	"fmt"
	"strings"

	"enkaustos/core/foot"
	"enkaustos/core/matter"
)

// cover asks for a look all round that has seen the last coat.
func cover(c Case) []Blocker {
	last := c.State.Cover
	blocked := Blocker{Code: matter.CoverUnchecked, Text: "Nobody looked all round at its cover.", Way: "Look at it from every side." + c.closer()}
	switch {
	case last.Stands():
		return nil
	case last == nil:
	case last.Lapsed != "":
		blocked.Code = matter.CoverLapsed
		blocked.Text = "The look at its cover lapsed: " + last.Lapsed + "."
		blocked.Way = "Look all round again." + c.closer()
	default:
		guide, _ := last.Cover.Guide()
		blocked.Code, blocked.Surface = matter.CoverRefused, last.Surface
		blocked.Text, blocked.Way = "Cover: "+guide.Name+on(c, last.Surface)+".", guide.Way
	}
	return []Blocker{blocked}
}

// closer is what a look all round has to mind, behind the way out.
func (c Case) closer() string {
	if asks := LookFor(c); len(asks) > 0 {
		return " " + strings.Join(asks, " ")
	}
	return ""
}

// LookFor is what a look at the piece has to mind, in sentences: raw glaze that is not told
// from what it lies on or beside, hollows that hold glaze, and points and edges of a motif
// that were gone over twice.
func LookFor(c Case) (asks []string) {
	var unseen, hollow, seams []string
	for _, f := range c.Findings {
		s, known := c.Body.Surface(f.Surface)
		switch {
		case known && f.Code == matter.RawUnseen:
			unseen = append(unseen, s.Name)
		case known && f.Code == matter.Seam:
			seams = append(seams, s.Name)
		}
	}
	for _, s := range c.Body.Surfaces {
		if s.Holds() && c.Plan[s.ID].Planned() {
			hollow = append(hollow, s.Name)
		}
	}
	if len(unseen) > 0 {
		asks = append(asks, "Raw glaze cannot be seen on the "+strings.Join(unseen, ", ")+": look twice there, or feel with a pin.")
	}
	if len(hollow) > 0 {
		asks = append(asks, "Glaze that filled the "+strings.Join(hollow, ", ")+" is drained or scooped out.")
	}
	if len(seams) > 0 {
		asks = append(asks, "Along the edge of the "+strings.Join(seams, ", ")+" no double thickness stands.")
	}
	return asks
}

// on names a surface behind what is said; "" where there is none.
func on(c Case, id string) string {
	if surface, ok := c.Body.Surface(id); ok {
		return " on the " + surface.Name
	}
	return ""
}

// check asks for a look at the foot that has seen the last coat, and every part.
func check(c Case) []Blocker {
	last := c.State.Check
	blocked := Blocker{Code: matter.FootUnchecked, Text: "Its foot was not checked.", Way: "Check the foot."}
	switch {
	case last.Stands() && last.Parts < c.State.Parts:
		blocked.Code = matter.FootParts
		blocked.Text = fmt.Sprintf("It is fired in %d parts, and the foot of %d was checked.", c.State.Parts, last.Parts)
		blocked.Way = "Look at every part, then check again."
	case last.Stands() && last.Unexplained:
		blocked.Code = matter.FootHow
		blocked.Text = "Glaze was left on its foot, then it was clean, and nobody said how it came off."
		blocked.Way = "Check the foot again, and say whether it was wiped off wet, scraped off dry, or never there."
	case last.Stands() && last.Verdict == foot.Thin && !c.onStilts():
		blocked.Code, blocked.Text = matter.FootRefused, "Foot: a thin coat lies on it, and it stands on no stilts."
		blocked.Way = "Wipe it bare, or record that it stands on stilts where the house lays that coat."
	case last.Stands():
		return nil
	case last == nil:
	case last.Lapsed != "":
		blocked.Code = matter.FootLapsed
		blocked.Text = "The check of its foot lapsed: " + last.Lapsed + "."
		blocked.Way = "Check the foot again."
	default:
		guide, _ := last.Verdict.Guide()
		blocked.Code, blocked.Text, blocked.Way = matter.FootRefused, "Foot: "+guide.Name+".", guide.Way
		if last.Verdict == foot.Unclear {
			blocked.Code = matter.FootUnclear
		}
	}
	return []Blocker{blocked}
}
