package work

import (
	"fmt"

	"enkaustos/core/foot"
	"enkaustos/core/matter"
)

// judging is what somebody says who looked at the piece.
var judging = []Entry{
	{Kind: Covered, Fields: []string{"cover", "surface", "seen", "saw"}, By: Helper,
		check: func(e Event, _ Scene) *Refusal {
			_, known := e.Cover.Guide()
			return unless(known, "%q is no verdict on the cover: expected %s, %s, %s or %s.", e.Cover, foot.Even, foot.Bald, foot.Gap, foot.Lump)
		},
		apply: func(s *State, e Event) {
			if e.Cover != foot.Even {
				s.CoverFaults++
			}
			s.Cover = &Look{ID: e.ID, Cover: e.Cover, Surface: e.Surface, At: e.Happened(), By: e.By, Seen: e.Seen, Saw: e.Saw, Lapsed: s.unseen(e)}
			s.looked(e)
		},
		says: func(e Event, on string) string {
			guide, _ := e.Cover.Guide()
			if on != "" {
				return "Cover: " + guide.Name + ", on the " + on
			}
			return "Cover: " + guide.Name
		}},
	{Kind: Checked, Fields: []string{"verdict", "seen", "saw", "spots", "parts", "text"}, By: Helper,
		Time: "when the piece was last wet, where glaze was wiped off",
		check: func(e Event, _ Scene) *Refusal {
			_, known := e.Verdict.Guide()
			if e.Text != "" && (cameOff[e.Text] == "" || !e.Verdict.Passes()) {
				return senseless("%q does not say how glaze came off a clean foot: expected %s, %s or %s.", e.Text, CameOffWet, CameOffDry, NeverThere)
			}
			return unless(known, "%q is no verdict on a foot: expected %s, %s, %s, %s, %s or %s.", e.Verdict, foot.Clean, foot.Stained, foot.Thin, foot.Left, foot.TooLow, foot.Unclear)
		},
		apply: func(s *State, e Event) {
			s.Check = &Check{ID: e.ID, Verdict: e.Verdict, Spots: e.Spots, Parts: e.Parts, At: e.Happened(), By: e.By, Seen: e.Seen, Saw: e.Saw, Lapsed: s.unseen(e),
				Unexplained: s.GlazeLeft && e.Verdict.Passes() && e.Text == ""}
			switch {
			case e.Verdict == foot.Left || e.Verdict == foot.TooLow:
				s.GlazeLeft = true
				s.FootFaults++
			case e.Verdict.Passes() && e.Text != "":
				s.GlazeLeft = false
			}
			if e.Text == CameOffWet {
				s.wet(e)
			}
			s.looked(e)
		},
		says: func(e Event, _ string) string {
			guide, _ := e.Verdict.Guide()
			if how := cameOff[e.Text]; how != "" {
				return "Foot: " + guide.Name + "; " + how
			}
			return "Foot: " + guide.Name
		}},
	{Kind: Vouched, Words: true, Fields: []string{"of", "text", "seen"}, By: Helper,
		check: func(e Event, sc Scene) *Refusal {
			if e.Of == "" {
				return senseless("say which doubt about a jar was looked into.")
			}
			if e.Seen < sc.State.LastCoat() {
				return &Refusal{Stale, "a coat was laid on it since you looked. Look again."}
			}
			return nil
		},
		apply: func(s *State, e Event) { s.Vouched = with(s.Vouched, e.Of, e.Seen) },
		says:  words("Looked at after its jar was doubted")},
	{Kind: Prepared, Fields: []string{"text"}, By: Helper,
		check: func(e Event, _ Scene) *Refusal {
			return unless(helped[e.Text] != "", "%q is no help in the kiln: expected stilts, cookie, wash, hole or solid.", e.Text)
		},
		apply: func(s *State, e Event) { s.Helps = with(s.Helps, e.Text, true) },
		says:  func(e Event, _ string) string { return helped[e.Text] }},
	{Kind: Ruled, Words: true, Fields: []string{"code", "surface", "text", "seen"}, By: Teacher,
		check: func(e Event, sc Scene) *Refusal {
			m, known := matter.Of(e.Code)
			switch {
			case e.Code == "" || e.Text == "":
				return senseless("say what is overruled, and why.")
			case !known || m.Waits == "":
				return senseless("nothing that keeps a piece out of the kiln is called %q.", e.Code)
			case m.Firm == matter.Always:
				return senseless("nobody may overrule that a piece %s.", m.One)
			}
			if e.Seen < sc.State.Seq {
				return &Refusal{Stale, "something happened to it since you looked. Look again before you overrule."}
			}
			return nil
		},
		apply: func(s *State, e Event) {
			if s.unseen(e) == "" {
				s.Rulings = append(s.Rulings, Ruling{Code: e.Code, Surface: e.Surface, Facts: e.Facts, Reason: e.Text, By: e.By, At: e.Happened()})
			}
		},
		says: func(e Event, _ string) string {
			return fmt.Sprintf("Overruled that it %s: %s", e.Code.One(), e.Text)
		}},
}

// helped says which help a piece is given in the kiln.
var helped = map[string]string{OnStilts: "Goes on stilts", OnCookie: "Goes on a cookie", OnWash: "Its shelf gets kiln wash",
	HasHole: "Has a hole for the air inside", IsSolid: "Is solid: no air inside"}

// unseen is why a look does not count from the beginning: something had happened
// that its maker had not seen; "" where nothing had.
func (s *State) unseen(e Event) string {
	if e.Seen < s.Voided {
		return s.VoidedBy + " that the checker had not seen"
	}
	return ""
}
