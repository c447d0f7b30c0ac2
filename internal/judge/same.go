package judge

import (
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/work"
)

// against holds what core folded a log to against what the judge reads in it: which coats lie
// where and before which firing, when the piece was wet and felt, what is wrong with it, which look
// and load still count. It says what is not the same; "" where all is.
func (t *tale) against(s work.State) string {
	say := func(what string, core, judge any) string {
		if fmt.Sprint(core) == fmt.Sprint(judge) {
			return ""
		}
		return fmt.Sprintf("%s: %v, and the judge reads %v", what, core, judge)
	}
	var core, told []string
	for _, c := range s.Coats {
		core = append(core, fmt.Sprintf("%s on %s of %s, fired on %v, begun %v, felt %s", c.ID, c.Surface, c.Glaze, s.FiredOn(c), c.Begun(), c.Felt))
	}
	for _, c := range t.coats {
		told = append(told, fmt.Sprintf("%s on %s of %s, fired on %v, begun %v, felt %s", c.id, c.surface, c.glaze, c.stage < t.firings(), c.begun, c.felt))
	}
	for _, why := range []string{
		say("its coats", strings.Join(core, "; "), strings.Join(told, "; ")),
		say("coats in doubt", len(s.Doubts), len(t.doubts)),
		say("last wet", s.LastWet.UTC(), t.wet.UTC()),
		say("its firings", s.Stage(), t.firings()),
		say("damages", len(s.Damages), len(t.harms)),
		say("missing parts", len(s.Lost), len(t.lost)),
		say("set aside", s.Aside != "", t.aside > 0),
		say("away", s.Away != "", t.away > 0),
		say("without a name", s.Unnamed, t.unnamed > 0),
		say("glaze left on its foot", s.GlazeLeft, t.left),
		say("looks fell by", s.Voided, t.upset),
		say("a look counts", s.Cover != nil && s.Cover.Lapsed == "", t.cover != nil && t.cover.seen >= t.upset),
		say("a check counts", s.Check != nil && s.Check.Lapsed == "", t.check != nil && t.check.seen >= t.upset),
		say("latex", latexed(s.Latexed, s.Peeled), latexed(t.latex, nil)),
		say("coats that a tablet says are gone", len(s.Sponged), len(t.gone)),
		say("rulings", len(s.Rulings), len(t.rulings)),
		say("parts", s.Parts, t.parts),
		say("looked at for doubted jars", s.Vouched, t.vouched),
		say("help", latexed(s.Helps, nil), t.helps()),
	} {
		if why != "" {
			return why
		}
	}
	return t.rest.against(t, s)
}

// helps are the helps that were recorded for its firing.
func (t *tale) helps() (all []string) {
	for what := range t.help {
		if !strings.HasPrefix(what, "peeled ") {
			all = append(all, what)
		}
	}
	slices.Sort(all)
	return all
}

func latexed(on, off map[string]bool) (ids []string) {
	for id, is := range on {
		if is && !off[id] {
			ids = append(ids, id)
		}
	}
	slices.Sort(ids)
	return ids
}
