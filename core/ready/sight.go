package ready

import (
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/work"
)

// Sight is what a look at a piece sees now of how it is made and how it will stand.
// A look carries it, and holds for as long as it is the same.
func Sight(c Case) work.Sight {
	var all, standing []string
	for _, s := range c.Body.Surfaces {
		all = append(all, s.ID)
		if s.Stands {
			standing = append(standing, s.ID)
		}
	}
	return work.Sight{BandMM: c.Band.HeightMM, Lies: c.Body.Lies, Shape: c.Body.Shape, Surfaces: strings.Join(all, " "), Stands: strings.Join(standing, " ")}
}

// Looks are the last look all round and the last check of the foot, each with why it no
// longer counts for the piece as it is; nil where there was none.
func Looks(c Case) (*work.Look, *work.Check) {
	look, check := c.State.Cover, c.State.Check
	if c.State.Firing != nil {
		return look, check // they were of the piece before it was fired
	}
	if look != nil && look.Lapsed == "" {
		if why := c.coverIsOther(look.Saw); why != "" {
			of := *look
			of.Lapsed, look = why, &of
		}
	}
	if check != nil && check.Lapsed == "" {
		if why := c.footIsOther(check); why != "" {
			of := *check
			of.Lapsed, check = why, &of
		}
	}
	return look, check
}

// unsaid is why a look from before looks said what they saw does not count.
const unsaid = "it was kept without what it had looked at"

// coverIsOther is why a look all round that saw something does not speak of all surfaces
// of the piece as it is; "" where it does.
func (c Case) coverIsOther(saw *work.Sight) string {
	if saw == nil {
		return unsaid
	}
	then := strings.Fields(saw.Surfaces)
	for _, s := range c.Body.Surfaces {
		if !slices.Contains(then, s.ID) {
			return s.Name + " was added after the look"
		}
	}
	return ""
}

// footIsOther is why a check does not speak of the foot as it is; "" where it does.
func (c Case) footIsOther(check *work.Check) string {
	saw, now := check.Saw, Sight(c)
	switch {
	case saw == nil:
		return unsaid
	case saw.Lies != now.Lies && saw.Lies == "":
		return "how it lies in the kiln was decided after the check"
	case saw.Lies != now.Lies:
		return "it was turned onto another side after the check"
	case saw.Shape != now.Shape:
		return "it was measured anew after the check"
	case saw.Stands != now.Stands:
		return "it stands on something else since the check"
	case now.BandMM > saw.BandMM:
		return fmt.Sprintf("its bare band rose from %g to %g mm after the check", saw.BandMM, now.BandMM)
	case now.BandMM < saw.BandMM && !check.Verdict.Passes():
		return fmt.Sprintf("its bare band went down from %g to %g mm after the check", saw.BandMM, now.BandMM)
	}
	for _, back := range c.State.Undone {
		if back.Seq > check.Seen && c.standsOn(back.Surfaces) {
			return back.Why + ", which was taken back, where it stands"
		}
	}
	for _, s := range c.Body.Surfaces {
		if s.Stands && c.underLatex(s) {
			return "latex lay on the " + s.Name + ", under which nobody saw it"
		}
	}
	return ""
}

// standsOn says whether a piece stands on one of some surfaces; none means the piece as a
// whole.
func (c Case) standsOn(ids []string) bool {
	return len(ids) == 0 || slices.ContainsFunc(ids, func(id string) bool { s, _ := c.Body.Surface(id); return s.Stands })
}

// underLatex says whether latex lies on a surface that nobody peeled.
func (c Case) underLatex(s piece.Surface) bool {
	on := c.State.Latexed[s.ID] || c.Plan[s.ID].Resist == plan.Latex
	return on && !c.State.Peeled[s.ID]
}
