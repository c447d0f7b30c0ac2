package judge

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/kiln"
	"enkaustos/core/ready"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

// kilns are those of the judge's world.
var kilns = []kiln.Kiln{
	{Name: "Low", From: "06", To: "04", Air: kiln.Oxidation}, {Name: "Mid", From: "04", To: "6", Air: kiln.Oxidation},
	{Name: "High", From: "5", To: "10", Air: kiln.Reduction}, {Name: "Old", From: "06", To: "10", Air: kiln.Oxidation, Rests: true},
}

// atTheGate holds the gate against a load that is drawn, in a kiln, with company: what core lets in,
// or lets be lit, has to agree with all of it. It says what is wrong; "" where nothing is.
func (f *Found) atTheGate(h *History, steps []Step, v ready.Verdict, now time.Time) string {
	told := tell(steps)
	t := &told
	faults := Judge(steps, now)
	next := string(t.world.Cone)
	if t.world.Green && t.firings() == 0 {
		next = "04"
	}
	in := ready.Load{ID: one(h.draw, "L", "L", "L", "M"), Name: "Load", Cone: kiln.Cone(one(h.draw, next, next, next, "04", "6")), NoKilns: h.in(3)}
	if !in.NoKilns {
		in.Kilns = []kiln.Kiln{one(h.draw, kilns...)}
	}
	if h.in(3) {
		in.Bisque = new(h.in(2))
	}
	if h.in(4) {
		in.Class = one(h.draw, class, "another")
	}
	if h.in(2) {
		in.Inside = []ready.Company{{Who: "Another", Air: one(h.draw, kiln.Oxidation, kiln.Oxidation, kiln.Reduction)}}
	}
	seen := int64(h.IntN(len(steps) + 1))
	wrong := func(act string) string {
		if why := t.againstLoad(in, next); why != "" {
			return fmt.Sprintf("it may be %s, and %s", act, why)
		}
		if len(faults) > 0 {
			return fmt.Sprintf("it may be %s, and %s", act, faults[0].Why)
		}
		return ""
	}
	if why := f.bothWays(t, v, in, next, seen); why != "" {
		return why
	}
	if v.KeptOut(in, ready.ToPut(seen)) == "" {
		f.Let++
		switch why := wrong("put into a load"); {
		case why != "":
			return why
		case seen < t.upset:
			return "it may be put into a load by somebody who had not seen all"
		case t.load != "" && t.load != "fell":
			return "it may be put into a load while it stands in one"
		}
	}
	if v.KeptOut(in, ready.ToLight()) == "" {
		f.Lit++
		if why := wrong("lit"); why != "" {
			return why
		}
		if t.load != in.ID {
			return "the kiln may be lit with it, and it does not stand in it"
		}
	}
	return ""
}

// bothWays asks of each act whether the gate keeps out what it need not: where nothing of the piece
// itself speaks against it, only the load and where it stands may.
func (f *Found) bothWays(t *tale, v ready.Verdict, in ready.Load, next string, seen int64) string {
	stands, here := t.load != "" && t.load != "fell", t.load == in.ID
	clear := len(v.Blockers()) == 0 && !t.inKiln && t.againstLoad(in, next) == ""
	for _, try := range []struct {
		act ready.Act
		may bool
	}{{ready.ToPlan(), clear && (!stands || here)}, {ready.ToPut(seen), clear && !stands && seen >= t.upset}, {ready.ToLight(), clear && here}} {
		why := v.KeptOut(in, try.act)
		if (why == "") != try.may || why != "" && (!strings.HasSuffix(why, ".") || strings.Contains(why, "%!")) {
			return fmt.Sprintf("the gate says %q of %+v and load %+v, and the judge: it may %v", why, try.act, in, try.may)
		}
	}
	alone := len(v.Blockers()) == 0 && !t.inKiln
	if v.Waits() != (alone && !stands) || v.MayBeFired() != alone {
		return fmt.Sprintf("it waits %v and may be fired %v, and the judge: %v, it stands %v", v.Waits(), v.MayBeFired(), alone, stands)
	}
	return ""
}

// againstLoad says what speaks against a piece in a load; "" where nothing does.
func (t *tale) againstLoad(in ready.Load, next string) string {
	w := t.world
	switch {
	case string(in.Cone) != next:
		return "the load is fired to another cone"
	case in.Bisque != nil && *in.Bisque != (w.Green && t.firings() == 0):
		return "the load is of other wares"
	case in.Class != "" && in.Class != class:
		return "the load is of another class"
	case slices.ContainsFunc(in.Inside, func(c ready.Company) bool { return c.Air == kiln.Reduction }):
		return "what stands beside it is fired in reduction"
	case in.NoKilns:
		return ""
	}
	k := in.Kilns[0]
	if k.Rests || k.Air == kiln.Reduction || hotter(string(k.From), next) || hotter(next, string(k.To)) {
		return k.Name + " is not fired so"
	}
	return ""
}

// byTablet leaves out each event of a tablet that may take no reason away: what is ready has to be
// so without it, but for what an adult saw who looked after it, or overruled. It says what is wrong; ""
// where nothing is.
func (f *Found) byTablet(w World, log []work.Event, rulings []work.Ruling, now time.Time) string {
	for i, e := range log {
		entry, _ := work.Of(e.Kind)
		seen := slices.ContainsFunc(log[i+1:], func(l work.Event) bool {
			return (l.Kind == work.Covered || l.Kind == work.Checked) && !l.FromTablet() && l.Seen >= e.Seq
		})
		if !e.FromTablet() || entry.Lifts != "" || seen && (e.Kind == work.Wiped || e.Kind == work.Scraped) {
			continue
		}
		f.Taps++
		without := slices.Delete(slices.Clone(log), i, i+1)
		against := slices.DeleteFunc(survey.Of(w.Case(work.Fold(without)), now).Verdict.Blockers(), func(b ready.Blocker) bool {
			return slices.ContainsFunc(rulings, func(r work.Ruling) bool { return r.Code == b.Code && r.Surface == b.Surface })
		})
		if len(against) > 0 {
			return fmt.Sprintf("it is ready by what a tablet said, event %d, a %s: without it %s", e.Seq, e.Kind, said(against))
		}
	}
	return ""
}
