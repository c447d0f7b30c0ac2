package work

import (
	"cmp"
	"slices"
	"strings"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/matter"
)

// Outcome is what came of one glaze firing of a piece, as somebody saw it. The zero Outcome
// is of a piece that nobody looked at yet.
type Outcome struct {
	Came   fault.Came // "" where nobody said, or where faults say it
	Faults []Flaw
	Flow   fault.Flow           // how far the glaze moved; "" where nobody said
	Proved map[string]Thickness // by surface: whether what was felt there before the fire was too thin, right, too thick
	Ground bool                 // its sharp drips were ground off
	At     time.Time            // when it was last said
	By     string
	Seq    int64 // of the last event that said something

	Harm string // ID of the harm that Came did; "" for none
}

// Flaw is a fault of one surface.
type Flaw struct {
	ID      string   // of the event that noted it
	Before  []string // of those that noted it otherwise before
	Kind    fault.Kind
	Surface string
	Clear   bool // at first sight; else on a second look
}

// Judged says whether somebody said how the piece came out.
func (o Outcome) Judged() bool { return o.Came != "" || len(o.Faults) > 0 }

// Sound says whether somebody looked and found nothing.
func (o Outcome) Sound() bool { return o.Came == fault.Sound }

// Tells says whether its faults are known, so that it teaches what brings them about: a piece that is
// spoiled, or of before faults were named, tells nothing of causes.
func (o Outcome) Tells() bool {
	return len(o.Faults) > 0 || o.Came == fault.Sound || o.Came == fault.Joined || o.Came == fault.Broken
}

// SoundOn says whether somebody looked and found nothing on a surface.
func (o Outcome) SoundOn(surface string) bool {
	return o.Judged() && len(o.On(surface)) == 0 && o.Came != fault.Spoiled && o.Came != fault.Faulty
}

// Sharp says whether it has sharp drips that nobody ground off.
func (o Outcome) Sharp() bool {
	return !o.Ground && slices.ContainsFunc(o.Faults, func(f Flaw) bool { return f.Kind == fault.Drips })
}

// On lists the faults of a surface.
func (o Outcome) On(surface string) (all []Flaw) {
	for _, f := range o.Faults {
		if f.Surface == surface {
			all = append(all, f)
		}
	}
	return all
}

// Outcome is what came of the last glaze firing that it is out of: of this stage of its work.
func (s *State) Outcome() Outcome {
	if s.Firing == nil || s.Firing.Outcome == nil {
		return Outcome{}
	}
	return *s.Firing.Outcome
}

// judgingFired is what somebody says who looks at a fired piece.
var judgingFired = []Entry{
	{Kind: Resulted, Words: true, Fields: []string{"came", "text"}, By: Helper,
		check: func(e Event, sc Scene) *Refusal {
			if r := outOfTheKiln(e, sc); r != nil {
				return r
			}
			if e.Came.Says() == "" || e.Came == fault.Faulty {
				return senseless("%q is no way to come out: expected sound, spoiled, stuck, broken or joined.", e.Came)
			}
			out := sc.State.Outcome()
			if e.Came == fault.Sound && len(out.Faults) > 0 {
				return senseless("has a fault noted (%s): take that back before you call it sound.", out.Faults[0].Kind.Name())
			}
			return unless(out.Came != e.Came, "is noted as %s already.", e.Came.Says())
		},
		apply: func(s *State, e Event) { s.judge(e, func(o *Outcome) { s.came(o, e) }) },
		says:  func(e Event, _ string) string { return words("Came out "+e.Came.Says())(e, "") }},
	{Kind: Faulted, Fields: []string{"surface", "fault", "clear"}, By: Helper,
		check: func(e Event, sc Scene) *Refusal {
			if r := outOfTheKiln(e, sc); r != nil {
				return r
			}
			f, known := fault.Of(e.Fault)
			if !known {
				return senseless("%q is no fault that is known: expected %s.", e.Fault, fault.Names())
			}
			same := func(old Flaw) bool { return old.Surface == e.Surface && old.Kind == e.Fault && old.Clear == e.Clear }
			return unless(!slices.ContainsFunc(sc.State.Outcome().Faults, same), "has that noted already: %s.", f.Name)
		},
		apply: func(s *State, e Event) { s.judge(e, func(o *Outcome) { o.found(e) }) },
		says: func(e Event, on string) string {
			how := "small"
			if e.Clear {
				how = "clear"
			}
			return on + ": " + e.Fault.Name() + ", " + how
		}},
	{Kind: Flowed, Fields: []string{"flow"}, By: Helper,
		check: func(e Event, sc Scene) *Refusal {
			if r := outOfTheKiln(e, sc); r != nil {
				return r
			}
			return unless(e.Flow.Says() != "", "%q does not say how far glaze moved: expected not, little, band or shelf.", e.Flow)
		},
		apply: func(s *State, e Event) { s.judge(e, func(o *Outcome) { o.Flow = e.Flow }) },
		says:  func(e Event, _ string) string { return "The glaze " + e.Flow.Says() }},
	{Kind: Ground, By: Helper,
		check: func(e Event, sc Scene) *Refusal {
			if r := outOfTheKiln(e, sc); r != nil {
				return r
			}
			return unless(sc.State.Outcome().Sharp(), "has no sharp drips noted that are still there.")
		},
		apply: func(s *State, e Event) { s.judge(e, func(o *Outcome) { o.Ground = true }) },
		says:  says("Sharp drips ground off")},
	{Kind: Proved, Fields: []string{"surface", "felt"}, By: Helper,
		check: func(e Event, sc Scene) *Refusal {
			if r := outOfTheKiln(e, sc); r != nil {
				return r
			}
			felt := func(c Coat) bool { return c.Surface == e.Surface && c.Felt != "" }
			if !slices.ContainsFunc(sc.State.Coats, felt) {
				return senseless("had no coat felt on that surface: nothing is there to compare.")
			}
			return unless(slices.Contains([]Thickness{Thin, Right, Thick}, e.Felt), "%q is no thickness: expected thin, right or thick.", e.Felt)
		},
		apply: func(s *State, e Event) {
			s.judge(e, func(o *Outcome) { o.Proved = with(o.Proved, e.Surface, e.Felt) })
		},
		says: func(e Event, on string) string { return on + ": came out as a coat that was " + string(e.Felt) }},
}

// judge changes what came of the firing that the piece is out of. States share outcomes, so
// that it is another one afterwards.
func (s *State) judge(e Event, change func(o *Outcome)) {
	if s.Firing == nil || s.Firing.Unloaded.IsZero() {
		return
	}
	firing, out := *s.Firing, s.Outcome()
	out.Faults = slices.Clip(out.Faults)
	change(&out)
	out.At, out.By, out.Seq = e.Happened(), e.By, e.Seq
	if firing.OutSeq == s.Seq { // nothing but looks at what came out happened since
		firing.OutSeq, firing.Judged = e.Seq, append(slices.Clip(firing.Judged), e.ID)
	}
	firing.Outcome = &out
	s.Firing = &firing
}

// came says how the piece came out as a whole. What broke keeps it from another firing.
func (s *State) came(o *Outcome, e Event) {
	if o.Harm != "" {
		s.Damages = mended(s.Damages, Event{Of: o.Harm})
	}
	o.Came, o.Harm = e.Came, ""
	if what := e.Came.Harms(); what != "" {
		o.Harm = e.ID
		s.Damages = harmed(s.Damages, Event{ID: e.ID, Text: what}, "")
		s.Since = with(s.Since, matter.Damaged, e.Seq)
	}
}

// found notes a fault: the same one on the same surface, seen otherwise, takes its place.
func (o *Outcome) found(e Event) {
	if o.Came == fault.Sound {
		o.Came = ""
	}
	var before []string
	o.Faults = slices.DeleteFunc(slices.Clone(o.Faults), func(f Flaw) bool {
		same := f.Kind == e.Fault && f.Surface == e.Surface
		if same {
			before = append(slices.Clip(f.Before), f.ID)
		}
		return same
	})
	if e.Fault == fault.Drips {
		o.Ground = false
	}
	o.Faults = append(o.Faults, Flaw{ID: e.ID, Before: before, Kind: e.Fault, Surface: e.Surface, Clear: e.Clear})
}

// Says is what came out, in a clause: "streaky or see-through; moved a little". name gives
// surfaces their names.
func (o Outcome) Says(name func(surface string) string) string {
	var all []string
	if o.Came != "" {
		all = append(all, o.Came.Says())
	}
	for _, f := range o.Faults {
		all = append(all, name(f.Surface)+" "+f.Kind.Name())
	}
	if o.Flow != "" && o.Flow != fault.Stayed {
		all = append(all, "the glaze "+o.Flow.Says())
	}
	return cmp.Or(strings.Join(all, "; "), "not looked at yet")
}
