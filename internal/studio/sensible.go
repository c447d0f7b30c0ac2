package studio

import (
	"slices"

	"enkaustos/core/foot"
	"enkaustos/core/plan"
	"enkaustos/core/results"
	"enkaustos/core/work"
)

// atStation are the kinds that a tablet of the room may log.
var atStation = []work.Kind{work.Coated, work.Felted, work.Patched, work.TouchDry, work.Undone, work.Resisted, work.Peeled,
	work.Noted, work.Opined, work.Nameless}

// Denied is a refusal because of who asks.
func denied(text string) error { return Fault{Kind: Denied, Text: text} }

// may refuses what somebody of a role may not log. A tablet serves the pieces
// of the class that is in the room, and takes back only what it logged itself.
func (s *Studio) may(by Actor, e work.Event, p *livePiece) error {
	switch by.Role {
	case Teacher:
		return nil
	case Helper:
		if e.Kind == work.Graded || e.Kind == work.Ruled {
			return denied("Marks and rulings are the teacher's.")
		}
		return nil
	}
	switch {
	case !slices.Contains(atStation, e.Kind):
		return denied("That is logged on the teacher's side.")
	case s.school.assignments[p.Assignment].Class != by.Class:
		return denied("This piece is not of the class that is in the room now.")
	case !e.Done.IsZero():
		return denied("What happened in another lesson is entered on the teacher's side.")
	}
	if e.Kind == work.Undone {
		log := p.state.Log()
		if i := slices.IndexFunc(log, func(old work.Event) bool { return old.ID == e.Undoes }); i >= 0 && log[i].By != by.Name {
			return denied("Somebody else logged that: the teacher can take it back.")
		}
	}
	return nil
}

// sensible refuses an event that cannot have happened to the piece.
func (s *Studio) sensible(e work.Event, p *livePiece) error {
	body, who := p.body, s.school.who(p)
	_, known := body.Surface(e.Surface)
	needs := slices.Contains([]work.Kind{work.Coated, work.Patched, work.TouchDry, work.Scraped}, e.Kind)
	if !known && (e.Surface != "" || needs) {
		return refuse("%s: a %s has no surface %q.", who, body.Form, e.Surface)
	}
	switch e.Kind {
	case work.Coated, work.Felted, work.Answered, work.Wiped, work.Scraped, work.Resisted, work.Peeled:
		return s.sensibleBrush(e, p, who)
	case work.Undone:
		return undoable(e, p, who)
	case work.Checked, work.Covered, work.Prepared, work.Ruled:
		return sensibleJudge(e, p, who)
	case work.TakenOut:
		if p.state.Load == nil || p.state.Firing != nil {
			return refuse("%s: stands in no load that could be changed.", who)
		}
	case work.Opined, work.Graded:
		if p.state.Firing == nil || p.state.Firing.Unloaded.IsZero() {
			return refuse("%s: is not out of the kiln yet.", who)
		}
		if e.Kind == work.Graded && !slices.ContainsFunc(results.Marks(), func(m results.Mark) bool { return m.Value == e.Mark }) {
			return refuse("%s: %d is no mark: expected 1 to %d.", who, e.Mark, len(results.Marks()))
		}
	default:
		return sensibleFate(e, p, who)
	}
	return nil
}

func (s *Studio) sensibleBrush(e work.Event, p *livePiece, who string) error {
	switch e.Kind {
	case work.Coated:
		if _, ok := s.school.glazes[e.Glaze]; !ok {
			return refuse("%s: no jar is called %q.", who, e.Glaze)
		}
		if !thickness(e.Felt) && e.Felt != "" {
			return refuse("%s: a coat feels thin, right or thick, not %q.", who, e.Felt)
		}
	case work.Felted:
		if !thickness(e.Felt) || !slices.ContainsFunc(p.state.Coats, func(c work.Coat) bool { return c.ID == e.Of }) {
			return refuse("%s: say which coat felt thin, right or thick.", who)
		}
	case work.Answered:
		if !slices.ContainsFunc(p.state.Doubts, func(c work.Coat) bool { return c.ID == e.Of }) {
			return refuse("%s: that question was answered already.", who)
		}
		if e.Text != work.SameCoat && e.Text != work.NextCoat {
			return refuse("%s: say whether it was the same coat or the next.", who)
		}
	case work.Resisted:
		if r := plan.Resist(e.Text); e.Surface == "" || r != plan.Wax && r != plan.Latex {
			return refuse("%s: say which surface is resisted, and with wax or latex.", who)
		}
	case work.Peeled:
		if p.state.Resists[e.Surface] != string(plan.Latex) && p.plan.Choices[e.Surface].Resist != plan.Latex {
			return refuse("%s: no latex lies there to be peeled.", who)
		}
	case work.Wiped, work.Scraped:
		if n := len(p.state.On(e.Surface)); e.Back > n || e.Back < 0 {
			return refuse("%s: only %d coats are on, %d cannot come off.", who, n, e.Back)
		}
	}
	return nil
}

func thickness(t work.Thickness) bool { return t == work.Thin || t == work.Right || t == work.Thick }

func sensibleJudge(e work.Event, p *livePiece, who string) error {
	switch e.Kind {
	case work.Checked:
		if _, ok := e.Verdict.Guide(); !ok {
			return refuse("%s: %q is no verdict on a foot: expected %s, %s, %s, %s or %s.", who, e.Verdict, foot.Clean, foot.Stained, foot.Left, foot.TooLow, foot.Unclear)
		}
	case work.Covered:
		if _, ok := e.Cover.Guide(); !ok {
			return refuse("%s: %q is no verdict on the cover: expected %s, %s, %s or %s.", who, e.Cover, foot.Even, foot.Bald, foot.Gap, foot.Lump)
		}
	case work.Prepared:
		if !slices.Contains([]string{work.OnStilts, work.OnCookie, work.OnWash}, e.Text) {
			return refuse("%s: %q is no help in the kiln: expected stilts, cookie or wash.", who, e.Text)
		}
	case work.Ruled:
		if e.Code == "" || e.Text == "" {
			return refuse("%s: say what is overruled, and why.", who)
		}
		if e.Seen < p.state.Seq {
			return Fault{Kind: Conflict, Text: who + ": something happened to it since you looked. Look again before you overrule."}
		}
	}
	return nil
}

func sensibleFate(e work.Event, p *livePiece, who string) error {
	state := p.state
	switch {
	case e.Kind == work.Damaged && e.Text == "":
		return refuse("%s: say what is damaged.", who)
	case e.Kind == work.Repaired && state.Damage == "":
		return refuse("%s: nothing is damaged.", who)
	case e.Kind == work.Parted && e.Parts < 2:
		return refuse("%s: it came apart into %d: expected two parts or more.", who, e.Parts)
	case e.Kind == work.Found && state.Lost == "":
		return refuse("%s: nothing of it is missing.", who)
	case e.Kind == work.Named && !state.Unnamed:
		return refuse("%s: its name was never missed.", who)
	case e.Kind == work.TakenUp && state.Aside == "":
		return refuse("%s: it is not set aside.", who)
	case e.Kind == work.CameBack && state.Away == "":
		return refuse("%s: it never left the room.", who)
	case e.Kind == work.LeftRoom && (state.Firing != nil || state.Load != nil):
		return refuse("%s: it stands in a kiln load.", who)
	case e.Kind == work.Noted && e.Text == "":
		return refuse("%s: an empty note says nothing.", who)
	case e.Kind == work.Moved && !slices.Contains([]work.Place{work.ReadyShelf, work.OwnPlace, work.Cart}, e.Place):
		return refuse("%s: %q is no place: expected ready, own or cart.", who, e.Place)
	}
	return nil
}

func undoable(e work.Event, p *livePiece, who string) error {
	log := p.state.Log()
	i := slices.IndexFunc(log, func(old work.Event) bool { return old.ID == e.Undoes })
	switch {
	case i < 0:
		return refuse("%s: there is nothing of that name to undo.", who)
	case log[i].Kind != work.Undone && !log[i].Kind.Undoable():
		return refuse("%s: a %s cannot be undone.", who, log[i].Kind)
	}
	return nil
}
