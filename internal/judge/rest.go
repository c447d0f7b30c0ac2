package judge

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/work"
)

// rest is what else is known of a piece: where it is, how its clay was cleaned, what came out of the
// kiln, what teaches how fast the room dries.
type rest struct {
	place, spot, opinion, next string
	carried                    int
	notes, pictures, touches   []string
	absent, awaySince, wetAt   time.Time
	clean                      work.Cleaning
	waxed                      []string
	badCovers, badFeet         int
	nights, past               []string
	since                      map[string]int64
	came, flow                 string
	flaws                      []string // kind, surface, at first sight
	flawIDs                    []string
	judged                     work.Event // the last that said what came out
	ground                     bool
	proved                     map[string]string
	inside                     []string // what to take back where it was said to be out by mistake, the last first; none once anything else happened
}

// own is the judge's table of a kind of event.
type own struct{ by, is string }

// kindsOf is the judge's table of all of them.
var kindsOf = func() map[work.Kind]own {
	all := map[work.Kind]own{}
	for _, row := range lines(eventsTXT) {
		cells := strings.Split(row, "|")
		all[work.Kind(cells[0])] = own{cells[1], cells[3]}
	}
	return all
}()

// is says whether a kind is something, by the judge's table.
func is(k work.Kind, what string) bool { return strings.Contains(kindsOf[k].is, what) }

// judgesFired are the kinds that say what came out of the kiln.
var judgesFired = map[work.Kind]bool{work.Resulted: true, work.Faulted: true, work.Flowed: true, work.Ground: true, work.Proved: true}

// tellRest takes what else is known one event further. It comes before the rest of the tale does.
func (t *tale) tellRest(e work.Event) {
	r := &t.rest
	if !judgesFired[e.Kind] || !t.out {
		r.inside = nil
	} else if len(r.inside) > 0 {
		r.inside = append([]string{e.ID}, r.inside...)
	}
	if r.since == nil {
		r.since = map[string]int64{}
	}
	for code, kind := range map[string]work.Kind{"damaged": work.Damaged, "part-missing": work.Missing, "no-name": work.Nameless, "aside": work.SetAside, "away": work.LeftRoom} {
		if e.Kind == kind {
			r.since[code] = e.Seq
		}
	}
	r.nightsOf(e)
	if is(e.Kind, "wets") || e.Kind == work.Cleaned && e.Text == work.Rinse || e.Kind == work.Checked && e.Text == work.CameOffWet {
		r.wetAt = later(r.wetAt, when(e))
	}
	switch e.Kind {
	case work.Cleaned, work.Sanded:
		t.cleaned(e)
	case work.Moved:
		r.place, r.spot = string(e.Place), e.Text
		r.carried++
	case work.LeftRoom:
		r.spot, r.awaySince = "", when(e)
		r.carried++
	case work.CameBack:
		r.awaySince = time.Time{}
	case work.Coated:
		r.carried = 0
	case work.Noted:
		r.notes = append(r.notes, fmt.Sprint(e.Text, e.Shown))
	case work.Pictured:
		r.pictures = append(r.pictures, e.Photo)
	case work.Opined:
		r.opinion = fmt.Sprint(e.Text, e.Again)
	case work.Absent:
		r.absent = when(e)
	case work.TouchDry:
		r.touches = append(r.touches, fmt.Sprint(e.Surface, e.Text == work.StillWet, when(e).UTC()))
	case work.Resisted:
		if e.Text == "wax" && !slices.Contains(r.waxed, e.Surface) {
			r.waxed = append(r.waxed, e.Surface)
		}
	case work.Covered:
		if e.Cover != foot.Even {
			r.badCovers++
		}
	case work.Checked:
		if e.Verdict == foot.Left || e.Verdict == foot.TooLow {
			r.badFeet++
		}
	case work.Fired:
		r.came, r.flow, r.flaws, r.flawIDs, r.ground, r.proved, r.judged = "", "", nil, nil, false, nil, work.Event{}
	default:
		if judgesFired[e.Kind] && t.out {
			r.cameOut(e)
		}
	}
}

// nightsOf notes how long it had dried when it was felt cold, or went into a load.
func (r *rest) nightsOf(e work.Event) {
	cold := e.Kind == work.TouchDry && e.Text == work.StillWet
	if wait := when(e).Sub(r.wetAt); (cold || e.Kind == work.Loaded) && !r.wetAt.IsZero() && wait > 0 {
		r.nights = append(r.nights, fmt.Sprint(wait, cold))
	}
}

// cleaned says how the clay was made ready.
func (t *tale) cleaned(e work.Event) {
	var first *lay
	for i, c := range t.coats {
		if c.stage == t.firings() && (first == nil || c.before(*first)) {
			first = &t.coats[i]
		}
	}
	switch {
	case e.Kind == work.Sanded:
		if first == nil {
			t.rest.clean = work.Cleaning{Sanded: true}
		}
	case e.Text == work.NotCleaned:
		t.rest.clean = work.Cleaning{Skipped: true}
	case e.Text == work.CleanFirst && first != nil:
		t.rest.clean = work.Cleaning{At: first.at}
	case t.raw(e):
		t.rest.clean = work.Cleaning{At: when(e), Rinsed: e.Text == work.Rinse}
	}
}

// before says whether a coat was laid before another: in the order of the log, but where one was told
// afterwards.
func (c lay) before(o lay) bool {
	if (c.told || o.told) && !c.at.Equal(o.at) {
		return c.at.Before(o.at)
	}
	return c.seq < o.seq
}

// cameOut is what somebody says who looks at the fired piece.
func (r *rest) cameOut(e work.Event) {
	r.judged = e
	switch e.Kind {
	case work.Resulted:
		r.came = string(e.Came)
		if e.Came == fault.Broken || e.Came == fault.Stuck || e.Came == fault.Joined {
			r.since["damaged"] = e.Seq
		}
	case work.Faulted:
		if r.came == string(fault.Sound) {
			r.came = ""
		}
		of := string(e.Fault) + " " + e.Surface + " "
		if i := slices.IndexFunc(r.flaws, func(f string) bool { return strings.HasPrefix(f, of) }); i >= 0 {
			r.flaws, r.flawIDs = slices.Delete(slices.Clone(r.flaws), i, i+1), slices.Delete(slices.Clone(r.flawIDs), i, i+1)
		}
		r.flaws, r.flawIDs = append(slices.Clip(r.flaws), of+fmt.Sprint(e.Clear)), append(slices.Clip(r.flawIDs), e.ID)
		r.ground = r.ground && e.Fault != fault.Drips
	case work.Flowed:
		r.flow = string(e.Flow)
	case work.Ground:
		r.ground = true
	case work.Proved:
		proved := map[string]string{e.Surface: string(e.Felt)}
		for s, f := range r.proved {
			if s != e.Surface {
				proved[s] = f
			}
		}
		r.proved = proved
	}
}

// sharp says whether drips were noted that nobody ground off.
func (r *rest) sharp() bool {
	return !r.ground && slices.ContainsFunc(r.flaws, func(f string) bool { return strings.HasPrefix(f, string(fault.Drips)+" ") })
}

// renew begins another stage: what was of the one before is past.
func (r *rest) renew(firing string) {
	r.past = append(r.past, firing)
	r.opinion, r.next, r.touches, r.waxed, r.badCovers, r.badFeet, r.clean, r.wetAt = "", "", nil, nil, 0, 0, work.Cleaning{}, time.Time{}
}

// against holds the rest of what core knows against it.
func (r *rest) against(t *tale, s work.State) (why string) {
	same := func(what string, core, own any) {
		if a, b := fmt.Sprint(core), fmt.Sprint(own); a != b && why == "" {
			why = fmt.Sprintf("%s: %s, and the judge reads %s", what, a, b)
		}
	}
	var notes, touches, past, nights, waxed, flaws []string
	for _, n := range s.Notes {
		notes = append(notes, fmt.Sprint(n.Text, n.Shown))
	}
	for _, x := range s.Touches {
		touches = append(touches, fmt.Sprint(x.Surface, x.Wet, x.At.UTC()))
	}
	for _, f := range s.Past {
		past = append(past, fmt.Sprint(f.Cone, f.Bisque))
	}
	for _, n := range s.Nights {
		nights = append(nights, fmt.Sprint(n.Wait, n.Cold))
	}
	for id, on := range s.Waxed {
		if on {
			waxed = append(waxed, id)
		}
	}
	slices.Sort(waxed)
	slices.Sort(r.waxed)
	since := map[string]int64{}
	for code, at := range s.Since {
		since[string(code)] = at
	}
	same("where it is", fmt.Sprint(s.Place, s.Spot, s.Carried, s.AwaySince.UTC(), s.Absent.UTC()), fmt.Sprint(r.place, r.spot, r.carried, r.awaySince.UTC(), r.absent.UTC()))
	same("its notes", notes, r.notes)
	same("its pictures", s.Pictures, r.pictures)
	same("touches", touches, r.touches)
	same("its firings", past, r.past)
	same("nights", nights, r.nights)
	same("wax", waxed, r.waxed)
	same("since when", since, r.since)
	same("faults that looks found", fmt.Sprint(s.CoverFaults, s.FootFaults), fmt.Sprint(r.badCovers, r.badFeet))
	same("how it was cleaned", fmt.Sprintf("%v %+v", s.Cleaning.At.UTC(), s.Cleaning), fmt.Sprintf("%v %+v", r.clean.At.UTC(), r.clean))
	same("its next cone", s.NextCone, r.next)
	same("its last wet", s.WetAt.UTC(), r.wetAt.UTC())
	opinion := ""
	if s.Opinion != nil {
		opinion = fmt.Sprint(s.Opinion.Text, s.Opinion.Again)
	}
	same("the opinion", opinion, r.opinion)
	var unfired []string
	if t.inKiln && !t.out {
		unfired = []string{t.fire.ID}
	}
	same("what to take back of a firing that was not", append(s.Unfired("L"), s.Unfired("M")...), unfired)
	same("what to take back where it stands inside", append(s.StillInside("L"), s.StillInside("M")...), r.inside)
	if o := s.Outcome(); t.inKiln {
		for _, f := range o.Faults {
			flaws = append(flaws, fmt.Sprint(f.Kind, " ", f.Surface, " ", f.Clear))
		}
		same("what came out", fmt.Sprint(o.Came, o.Flow, o.Ground, flaws, o.Proved), fmt.Sprint(r.came, r.flow, r.ground, r.flaws, r.proved))
		same("sharp drips", o.Sharp(), r.sharp())
		same("it was judged", fmt.Sprint(o.Judged(), o.Sound()), fmt.Sprint(r.came != "" || len(r.flaws) > 0, r.came == "sound"))
	}
	if why == "" {
		why = t.inFull(s)
	}
	return why
}
