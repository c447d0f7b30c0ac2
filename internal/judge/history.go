package judge

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"time"

	"enkaustos/core/bench"
	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/ready"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

// History is what happened to one piece, in order.
type History struct {
	Steps []Step
	log   []work.Event
	state work.State // folded step by step, as a server does
	world World
	now   time.Time
	wrong string // what core would keep, or refuse, that cannot be so
	draw
}

// teacher and tablet are who does all of it.
var (
	teacher = work.Actor{Role: work.Teacher, Name: "teacher"}
	tablet  = work.Actor{Role: work.Station, ID: "t", Name: "Table 1", Classes: []string{class}}
)

// Draw draws a history by its seed: half of them begin with all that a careful class does,
// so that something is ready at all.
func Draw(seed uint64) *History {
	h := &History{draw: draw{rand.New(rand.NewPCG(seed, 12))}, now: start}
	h.world = h.draw.world()
	h.Steps = append(h.Steps, Step{At: start, World: h.world})
	if !h.in(5) {
		h.carefully()
		for h.in(4) {
			h.through(h.world.Green && len(h.state.Past) == 0)
			h.carefully()
		}
	}
	if h.in(2) {
		h.tempt()
	}
	for range h.IntN(10) {
		h.anything()
	}
	if h.in(2) {
		h.look()
	}
	if h.in(6) {
		h.onFired()
	}
	if h.in(3) {
		h.add(work.Event{Kind: work.Loaded, Load: "L", Seen: h.state.Seq})
		for h.in(3) {
			h.anything()
		}
	}
	return h
}

// onFired works on a piece that is out of the kiln, and says afterwards that it is fired again.
func (h *History) onFired() {
	h.through(h.world.Green && len(h.state.Past) == 0)
	h.add(work.Event{Kind: work.Coated, Surface: one(h.draw, h.world.Body.Surfaces...).ID, Glaze: "A"})
	h.add(work.Event{Kind: work.Refired, Text: "mended"})
	h.carefully()
}

// add logs an event as a server does, where it is not refused: by the teacher or from a tablet, now
// and then at the same instant as the one before, or late.
func (h *History) add(e work.Event) bool {
	if !h.in(8) {
		h.now = h.now.Add(time.Duration(1+h.IntN(40)) * time.Minute)
	}
	by := h.hand(&e)
	e.ID, e.Piece, e.At, e.By, e.Hand = fmt.Sprintf("e%d", len(h.log)+1), "p", h.now, by.Name, by.Hand()
	e.Seq = int64(len(h.log) + 1)
	if e.Kind == work.Coated {
		if e.Share == 0 {
			e.Share = bench.ShareOf(h.world.Body, e)
		}
		if e.How == "" {
			e.How = work.Brushed
		}
		if e.How == work.Dipped && e.Glaze == "D" {
			e.Density = h.world.Bucket
		}
		if e.Glaze == "B" {
			e.Body = h.world.Jar
		}
	}
	served := slices.Contains([]work.Kind{work.Loaded, work.Fired, work.Unloaded}, e.Kind)
	if served && !h.canBe(e.Kind) {
		return false
	}
	if !served && h.refused(by, e) {
		return false
	}
	if e.Kind == work.Ruled {
		if e.Facts = ready.FactsOf(h.world.Case(h.state).Judged(h.now), e.Code, e.Surface); e.Facts == "" {
			return false
		}
	}
	if e.Kind == work.Coated && e.Of == "" && h.in(12) && len(h.state.Coats) > 0 {
		e.Doubts = h.state.Coats[len(h.state.Coats)-1].ID
	}
	h.state = work.Step(h.state, e, func() []work.Event { return h.log })
	h.log = append(h.log, e)
	h.Steps = append(h.Steps, Step{At: h.now, Event: &e, World: h.world})
	return true
}

// refused asks core whether an event is kept, and the judge whether that is as it should be.
func (h *History) refused(by work.Actor, e work.Event) bool {
	scene := h.scene()
	if e.Exact { // it comes without a date, and the server gives it one
		e.Done, scene.Then = time.Time{}, e.Done
	} else if !h.in(20) {
		by = allowed(by, work.Role(kindsOf[e.Kind].by))
	}
	if h.in(100) {
		by.Classes = []string{"another"}
	}
	t := tell(h.Steps)
	no, cannot := work.Refuse(by, e, scene), t.cannot(asked{Event: e, by: by, then: scene.Then, now: h.now, find: scene.Find})
	switch {
	case (no != nil) != cannot:
		h.wrong = fmt.Sprintf("core refuses a %s of a %s: %v; the judge: %v. %+v", e.Kind, by.Role, no, cannot, e)
	case no != nil && (!strings.HasSuffix(no.Text, ".") || strings.Contains(no.Text, "%!")):
		h.wrong = fmt.Sprintf("a %s is refused with %q", e.Kind, no.Text)
	}
	return no != nil
}

// canBe says whether a kiln can take the step: a piece is put in, fired, and comes out, in turn.
func (h *History) canBe(k work.Kind) bool {
	inside := h.state.Load != nil && h.state.Load.Lapsed == ""
	switch f := h.state.Firing; k {
	case work.Loaded:
		return f == nil && !inside
	case work.Fired:
		return f == nil && h.state.Load != nil
	default:
		return f != nil && f.Unloaded.IsZero()
	}
}

// hand is who logs an event: whoever may, now and then a tablet; and a tablet now and then what no
// door lets it yet, a wipe, or what it was without the network for.
func (h *History) hand(e *work.Event) work.Actor {
	entry, _ := work.Of(e.Kind)
	forced := (e.Kind == work.Wiped || e.Kind == work.Scraped) && h.in(4)
	if !forced && (entry.By != work.Station || !h.in(2)) {
		return teacher
	}
	if !forced && e.Done.IsZero() && h.in(6) {
		if then := h.now.Add(-time.Duration(1+h.IntN(180)) * time.Minute); then.After(start) {
			e.Done, e.Exact = then, true
		}
	}
	if e.Done.IsZero() || e.Exact {
		return tablet
	}
	return teacher
}

// allowed is somebody with at least a role: what no door lets a tablet say yet is held against the
// piece all the same.
func allowed(by work.Actor, least work.Role) work.Actor {
	if !by.Role.Includes(least) {
		by.Role = least
	}
	return by
}

func (h *History) scene() work.Scene {
	return work.Scene{Class: class, Body: h.world.Body, Plan: h.world.Plan, State: h.state, Now: h.now,
		Jar: func(code string) bool {
			return slices.ContainsFunc(glazes, func(g glaze.Glaze) bool { return g.Code == code })
		},
		Find: func(id string) (work.Event, bool) {
			i := slices.IndexFunc(h.log, func(e work.Event) bool { return e.ID == id })
			if i < 0 {
				return work.Event{}, false
			}
			return h.log[i], true
		}}
}

// carefully lays all that is due, feels what is to be felt, and looks.
func (h *History) carefully() {
	v := survey.Of(h.world.Case(h.state), h.now)
	for _, s := range v.Surfaces {
		if s.Choice.Resist != "" && len(h.state.Past) == 0 {
			h.add(work.Event{Kind: work.Resisted, Surface: s.ID, Text: string(s.Choice.Resist)})
		}
	}
	h.add(work.Event{Kind: work.BoneDry})
	for range 40 {
		laid := false
		for _, s := range survey.Of(h.world.Case(h.state), h.now).Surfaces {
			if len(s.Left) > 0 && (!s.Left[0].Dip || s.Left[0].Dips[0] == s.ID) && !h.in(60) {
				laid = h.add(h.slipped(s.Left[0].Event(s.ID))) || laid
			}
		}
		if !laid {
			break
		}
	}
	for _, s := range v.Surfaces {
		if s.Choice.Resist == "latex" {
			h.add(work.Event{Kind: work.Peeled, Surface: s.ID})
		}
	}
	h.add(work.Event{Kind: work.BoneDry})
	h.add(work.Event{Kind: work.Prepared, Text: one(h.draw, work.HasHole, work.IsSolid)})
	h.look()
}

// slipped is a coat as it is laid: now and then brushed where a dip was meant, dipped where a
// brush was, or half done.
func (h *History) slipped(e work.Event) work.Event {
	switch {
	case !h.in(25):
	case e.How == work.Dipped:
		e.Surface, e.How, e.Over, e.DownTo, e.Seconds, e.Density = e.Over[0], work.Sponged, nil, 0, 0, 0
	case h.in(3):
		e.Surface, e.How, e.Over, e.Of = "", work.Dipped, []string{e.Surface}, ""
	default:
		e.Part = work.UpperHalf
	}
	return e
}

// tempt does what invites a wrong verdict: most of it looks harmless in the record.
func (h *History) tempt() {
	standing := h.world.Body.Surfaces[0].ID
	for _, s := range h.world.Body.Surfaces {
		if s.Stands {
			standing = s.ID
		}
	}
	last := func() string { return h.log[len(h.log)-1].ID }
	saw := survey.Of(h.world.Case(h.state), h.now).Sight
	check := func(v foot.Verdict) {
		h.add(work.Event{Kind: work.Checked, Verdict: v, Seen: h.state.Seq, Saw: &saw, Parts: h.state.Parts})
	}
	switch h.IntN(7) {
	case 6: // a jar doubted, and looked at before another coat came out of it
		h.world.Doubts = append(slices.Clip(h.world.Doubts), h.doubt(len(h.world.Doubts)))
		h.Steps = append(h.Steps, Step{At: h.now, World: h.world})
		if h.in(2) {
			h.add(work.Event{Kind: work.Vouched, Of: h.world.Doubts[len(h.world.Doubts)-1].ID, Seen: h.state.Seq})
		}
		h.look()
	case 0: // a coat on the foot, taken back
		if h.add(work.Event{Kind: work.Coated, Surface: standing, Glaze: "A"}) {
			h.add(work.Event{Kind: work.Undone, Undoes: last()})
		}
	case 1: // latex on the foot when it was looked at
		h.add(work.Event{Kind: work.Resisted, Surface: standing, Text: "latex"})
		h.look()
		h.add(work.Event{Kind: work.Ruled, Code: "latex-on", Surface: standing, Text: "it is peeled", Seen: h.state.Seq})
	case 2: // glaze left, then clean
		check(foot.Left)
		check(foot.Clean)
	case 3: // a stroke overruled, and one more taken back
		h.takeBack()
		h.overrule()
		h.look()
		h.overrule()
		h.takeBack()
		h.look()
	case 4: // broken twice, mended once
		h.add(work.Event{Kind: work.Damaged, Text: "rim"})
		h.add(work.Event{Kind: work.Damaged, Text: "handle"})
		h.add(work.Event{Kind: work.Repaired, Of: last()})
		h.look()
	case 5: // felt cold on the way to the kiln
		h.now = h.now.Add(13 * time.Hour)
		h.add(work.Event{Kind: work.TouchDry, Text: work.StillWet})
	}
}

// takeBack takes back some coat that is on.
func (h *History) takeBack() {
	if len(h.state.Coats) > 0 {
		h.add(work.Event{Kind: work.Undone, Undoes: one(h.draw, h.state.Coats...).ID})
	}
}

// look looks all round and at the foot, as the piece is.
func (h *History) look() {
	saw := survey.Of(h.world.Case(h.state), h.now).Sight
	h.add(work.Event{Kind: work.Covered, Cover: foot.Even, Seen: h.state.Seq, Saw: &saw})
	h.add(work.Event{Kind: work.Checked, Verdict: foot.Clean, Seen: h.state.Seq, Saw: &saw, Parts: h.state.Parts,
		Text: one(h.draw, "", "", work.CameOffWet, work.CameOffDry)})
}

// through takes the piece through a load and a firing.
func (h *History) through(bisque bool) {
	of := h.world.work(h.state)
	h.add(work.Event{Kind: work.Loaded, Load: "L", Seen: h.state.Seq})
	h.add(work.Event{Kind: work.Fired, Load: "L", Cone: of.Next(), Bisque: bisque})
	h.add(work.Event{Kind: work.Unloaded, Load: "L"})
	if bisque {
		return
	}
	if h.in(2) {
		h.add(work.Event{Kind: work.Opined, Text: "quieter than its tile"})
		h.add(work.Event{Kind: work.Resulted, Came: []fault.Came{fault.Sound, fault.Spoiled, fault.Stuck, fault.Broken}[h.IntN(4)]})
		h.add(work.Event{Kind: work.Faulted, Surface: h.world.Body.Surfaces[0].ID, Fault: fault.Running})
		h.add(work.Event{Kind: work.Faulted, Surface: h.world.Body.Surfaces[0].ID, Fault: fault.Drips})
		h.add(work.Event{Kind: work.Ground})
		h.add(work.Event{Kind: work.Flowed, Flow: fault.OnShelf})
		if n := len(h.state.Coats); n > 0 && h.in(2) {
			last := h.state.Coats[n-1]
			h.add(work.Event{Kind: work.Felted, Of: last.ID, Felt: work.Thin})
			h.add(work.Event{Kind: work.Proved, Surface: last.Surface, Felt: work.Thick})
		}
	}
	if !h.in(4) {
		h.add(work.Event{Kind: work.Refired, Text: "mended"})
	}
}

// anything is one more thing that happens, likely or not.
func (h *History) anything() {
	switch h.IntN(12) {
	case 0, 1:
		h.changeWorld()
	case 2:
		h.overrule()
	case 3:
		h.look()
	case 4:
		if len(h.log) > 0 {
			h.add(work.Event{Kind: work.Undone, Undoes: one(h.draw, h.log...).ID})
		}
	case 5:
		h.now = h.now.Add(time.Duration(h.IntN(30)) * time.Hour)
	default:
		h.settle()
		e := h.event(one(h.draw, work.Kinds()...))
		if h.in(3) {
			h.spoil(&e)
		}
		h.add(e)
	}
}

// settle puts right what is wrong with the piece, more often than chance has it.
func (h *History) settle() {
	for _, wrong := range []struct {
		is   bool
		then work.Kind
	}{{len(h.state.Lost) > 0, work.Found}, {h.state.Unnamed, work.Named}, {h.state.Aside != "", work.TakenUp}, {h.state.Away != "", work.CameBack}} {
		if wrong.is && h.in(2) {
			h.add(work.Event{Kind: wrong.then})
		}
	}
	if len(h.state.Doubts) > 0 && h.in(2) {
		h.add(work.Event{Kind: work.Answered, Of: h.state.Doubts[0].ID, Text: one(h.draw, work.SameCoat, work.NextCoat)})
	}
}

// overrule overrules something that keeps the piece out of the kiln now.
func (h *History) overrule() {
	blockers := survey.Of(h.world.Case(h.state), h.now).Verdict.Blockers()
	if len(blockers) > 0 {
		b := one(h.draw, blockers...)
		if facts := ready.FactsOf(h.world.Case(h.state).Judged(h.now), b.Code, b.Surface); (facts == "") != b.Firm {
			h.wrong = fmt.Sprintf("what a ruling on %s %s is of: %q, and it is firm: %v", b.Code, b.Surface, facts, b.Firm)
		}
		h.add(work.Event{Kind: work.Ruled, Code: b.Code, Surface: b.Surface, Text: "I take it on me", Seen: h.state.Seq})
	}
}
