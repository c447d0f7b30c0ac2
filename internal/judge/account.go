package judge

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/piece"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

// firmness is who may overrule what keeps a piece out of the kiln.
type firmness int

const (
	loose   firmness = iota // the teacher
	always                  // nobody
	stilted                 // nobody, but where the house lays glaze on feet and stilts are recorded
)

// codes are all that keeps a piece out of the kiln: where it waits, and how firm that is. What a plan
// is stopped for waits at the bench where it only lies there.
var codes = map[string]struct {
	stage string
	firm  firmness
	plan  bool // a plan is stopped for it
}{
	"contact": {"plan", stilted, true}, "below-band": {"plan", stilted, true}, "clay-cone": {"plan", always, true}, "glaze-cone": {"plan", loose, true},
	"unknown-glaze": {"plan", always, true}, "coats-stop": {"plan", loose, true}, "seat": {"plan", loose, true}, "no-pose": {"plan", always, true},
	"no-plan": {"plan", always, false}, "cone-unknown": {"plan", always, false}, "coats-missing": {"bench", loose, false}, "coats-astray": {"bench", always, false},
	"same-or-next": {"bench", always, false}, "jar-doubted": {"bench", loose, false}, "latex-on": {"bench", loose, false}, "not-bone-dry": {"bench", loose, false},
	"damp": {"bench", always, false}, "closed": {"bench", always, false}, "damaged": {"bench", loose, false}, "part-missing": {"bench", loose, false},
	"aside": {"bench", loose, false}, "away": {"bench", loose, false}, "no-name": {"bench", loose, false}, "cover-unchecked": {"foot", loose, false},
	"cover-lapsed": {"foot", loose, false}, "cover-refused": {"foot", loose, false}, "foot-unchecked": {"foot", stilted, false}, "foot-lapsed": {"foot", stilted, false},
	"foot-refused": {"foot", stilted, false}, "foot-unclear": {"foot", stilted, false}, "foot-parts": {"foot", stilted, false}, "foot-how": {"foot", stilted, false},
	"drying": {"kiln", loose, false},
}

// account is all that keeps the piece out of the kiln but for what a plan is stopped for: by code and
// surface, overruled or not. cover and foot are asked only once nothing is left to lay: blocked says so.
func (t *tale) account(now time.Time, bandMM float64, blocked bool) (all []string) {
	if t.inKiln {
		return nil
	}
	say := func(is bool, code, surface string) {
		if is {
			all = append(all, code+"/"+surface)
		}
	}
	w := t.world
	bisque := w.Green && t.stage == 0
	once := w.House.Path == rules.OnceFired && !bisque && t.stage == 0
	say(len(t.harms) > 0, "damaged", "")
	say(len(t.lost) > 0, "part-missing", "")
	say(t.aside > 0, "aside", "")
	say(t.away > 0, "away", "")
	say(t.unnamed > 0, "no-name", "")
	say(once && (!t.boneDry || t.soaked), "not-bone-dry", "")
	round := w.Form == piece.Modelled || w.Form == piece.Odd
	say((bisque || once) && round && !t.help["hole"] && !t.help["solid"], "closed", "")
	var astray []string
	for _, c := range t.coats {
		_, here := w.Body.Surface(c.surface)
		say(!here && !slices.Contains(astray, c.surface), "coats-astray", c.surface)
		if !here {
			astray = append(astray, c.surface)
		}
	}
	for _, on := range t.doubtedJars() {
		say(true, "jar-doubted", on[0])
	}
	planned := slices.ContainsFunc(w.Body.Surfaces, func(s piece.Surface) bool { return glazed(w.Plan[s.ID]) })
	carries := len(t.coats) > 0 || len(t.gone) > 0
	bare := !slices.ContainsFunc(w.Body.Surfaces, func(s piece.Surface) bool { return !s.Optional && !w.Plan[s.ID].Bare && w.Plan[s.ID].Resist == "" })
	if !bisque && !planned && (carries || !bare) {
		say(true, "no-plan", "")
		return all
	}
	for _, s := range w.Body.Surfaces {
		var on []lay
		for _, c := range t.coats {
			if c.surface == s.ID {
				on = append(on, c)
			}
		}
		say(!s.Optional && t.missing(w.Plan[s.ID], on) > 0, "coats-missing", s.ID)
		say(t.underLatex(s.ID), "latex-on", s.ID)
	}
	for _, c := range t.doubts {
		say(true, "same-or-next", c.surface)
	}
	if bisque {
		say(!t.dryAfter, "damp", "")
		return all
	}
	say(t.again() && !t.dryAfter, "damp", "")
	say(!t.wet.IsZero() && now.Before(t.dryFrom()), "drying", "")
	if !blocked && (carries || planned || t.left) {
		say(t.coverIs() != "", t.coverIs(), t.coverOn())
		foot := t.footIs(bandMM)
		say(foot != "", foot, "")
	}
	return all
}

func (t *tale) underLatex(id string) bool {
	return t.latex[id] || t.world.Plan[id].Resist == "latex" && !t.help["peeled "+id]
}

// dryFrom is when it is dry enough for the kiln: the house's night, a quarter longer with a coat that
// felt thick (from memory), in half hours.
func (t *tale) dryFrom() time.Time {
	hours := t.world.House.KilnDryHours
	thick := slices.ContainsFunc(t.coats, func(c lay) bool { return c.felt == "thick" && t.wet.Sub(c.at).Hours() < t.world.House.KilnDryHours })
	if thick {
		hours *= 1.25
	}
	halves := int(2 * hours)
	if float64(halves) < 2*hours {
		halves++
	}
	return t.wet.Add(time.Duration(halves) * 30 * time.Minute)
}

func (t *tale) coverIs() string {
	switch why := t.badLook(t.cover); {
	case why == "":
		return ""
	case t.cover == nil:
		return "cover-unchecked"
	case why == "refused" && t.lapsed():
		return "cover-lapsed"
	case why == "refused":
		return "cover-refused"
	}
	return "cover-lapsed"
}

// lapsed says whether the last look all round is of another piece than it is now.
func (t *tale) lapsed() bool {
	of := *t.cover
	of.passes = true
	return t.badLook(&of) != ""
}

func (t *tale) coverOn() string {
	if t.coverIs() == "cover-refused" {
		return t.cover.surface
	}
	return ""
}

// footIs is what is to be said of the last check of the foot, of a piece that needs a band of a height.
func (t *tale) footIs(bandMM float64) string {
	l := t.check
	if l == nil {
		return "foot-unchecked"
	}
	var standing []string
	for _, s := range t.world.Body.Surfaces {
		if s.Stands {
			standing = append(standing, s.ID)
		}
	}
	other := l.seen < t.upset || l.saw == nil || l.saw.Lies != t.world.Body.Lies || l.saw.Shape != t.world.Body.Shape || l.saw.Stands != strings.Join(standing, " ") ||
		bandMM > l.saw.BandMM || bandMM < l.saw.BandMM && l.refused
	for _, u := range t.undone {
		other = other || u.seq > l.seen && t.where(u.surfaces)
	}
	for _, id := range standing {
		other = other || t.underLatex(id)
	}
	switch {
	case other:
		return "foot-lapsed"
	case l.refused && l.unclear:
		return "foot-unclear"
	case l.refused:
		return "foot-refused"
	case l.parts < t.parts:
		return "foot-parts"
	case l.unsaid:
		return "foot-how"
	case l.thin && !t.onStilts():
		return "foot-refused"
	}
	return ""
}

func (t *tale) onStilts() bool {
	return t.world.House.Foot == rules.Stilts && (t.world.Own.Standing.Stilts || t.help["stilts"])
}

// doubtedJars are the surfaces with coats of this stage out of each doubted jar that nobody looked at.
func (t *tale) doubtedJars() (all [][]string) {
	doubts := t.world.Doubts
	for _, d := range doubts {
		t.world.Doubts = doubts[:0:0]
		t.world.Doubts = append(t.world.Doubts, d)
		if on := t.doubtful(); len(on) > 0 {
			all = append(all, on)
		}
	}
	t.world.Doubts = doubts
	return all
}

// accounts holds what core says of a piece against the judge's account, both ways. It says what is
// otherwise; "" where nothing is.
func (t *tale) accounts(v survey.Survey, faults []Fault, now time.Time) string {
	var core, plans, open []string
	blocked := false
	for _, b := range v.Verdict.Blockers() {
		of, known := codes[string(b.Code)]
		if why := t.toldWell(b, now); why != "" || !known {
			return fmt.Sprintf("core says %s: %s", b.Code, why)
		}
		switch is := string(b.Code) + "/" + b.Surface; {
		case !of.plan:
			core = append(core, is)
		case slices.Contains(plans, is+b.Text):
			return "core says twice " + is
		default:
			plans = append(plans, is+b.Text)
		}
		blocked = blocked || among(b.Code, "coats-missing", "same-or-next", "latex-on")
	}
	for _, own := range t.account(now, v.Band.HeightMM, blocked) {
		if i := slices.Index(core, own); i >= 0 {
			core = slices.Delete(core, i, i+1)
			continue
		}
		code, surface, _ := strings.Cut(own, "/")
		overruled := slices.ContainsFunc(v.Rulings, func(r work.Ruling) bool { return string(r.Code) == code && r.Surface == surface })
		if firm := codes[code].firm; !overruled || firm == always || firm == stilted && !t.onStilts() {
			open = append(open, own)
		}
	}
	if len(core)+len(open) > 0 {
		return fmt.Sprintf("core keeps it out for %v, and the judge for %v", core, open)
	}
	if why := stopped(faults, v); why != "" && !t.inKiln {
		return why
	}
	return t.placed(v)
}

// stopped asks that core says all that a plan is stopped for and that nobody overruled, on its surface,
// whatever else keeps the piece out; too many coats only once all are on, for two glazes may be laid
// thicker than the first of them alone.
func stopped(faults []Fault, v survey.Survey) string {
	blockers := v.Verdict.Blockers()
	if slices.ContainsFunc(blockers, func(b ready.Blocker) bool { return b.Code == "no-plan" }) {
		return ""
	}
	unfinished := slices.ContainsFunc(blockers, func(b ready.Blocker) bool { return b.Code == "coats-missing" })
	for _, f := range faults {
		if unfinished && slices.Contains(f.Codes, "coats-stop") {
			continue
		}
		said := slices.ContainsFunc(blockers, func(b ready.Blocker) bool {
			return slices.Contains(f.Codes, string(b.Code)) && b.Surface == f.Surface
		}) || slices.ContainsFunc(v.Rulings, func(r work.Ruling) bool {
			return !f.Firm && slices.Contains(f.Codes, string(r.Code)) && r.Surface == f.Surface
		})
		if len(f.Codes) == 1 && codes[f.Codes[0]].plan && !said {
			return fmt.Sprintf("core says nothing of this: %s (%s)", f.Why, f.Surface)
		}
	}
	return ""
}

// toldWell says what is wrong with how something is told that keeps a piece out: firm or not, where it
// waits, in a sentence with a way out.
func (t *tale) toldWell(b ready.Blocker, now time.Time) string {
	of := codes[string(b.Code)]
	s, on := t.world.Body.Surface(b.Surface)
	switch {
	case b.Firm != (of.firm == always || of.firm == stilted && !t.onStilts()):
		return fmt.Sprintf("firm %v", b.Firm)
	case string(b.Stage) != of.stage && !(of.plan && b.Stage == ready.Bench):
		return "it waits at " + string(b.Stage)
	case !strings.HasSuffix(strings.TrimSpace(b.Text), "."), strings.Contains(b.Text+b.Way, "%!"), b.Way == "":
		return fmt.Sprintf("%q, and as the way out %q", b.Text, b.Way)
	case on && !strings.Contains(b.Text, s.Name) && !of.plan:
		return fmt.Sprintf("%q names no %s", b.Text, s.Name)
	case b.About == "":
		return "nobody knows what it is about"
	case (b.Code == "drying") != !b.ClearsAt.IsZero(), b.Code == "drying" && !b.ClearsAt.Equal(t.dryFrom()):
		return fmt.Sprintf("it clears at %v", b.ClearsAt)
	case b.Code == "coats-missing":
		var lies []lay
		for _, c := range t.coats {
			if c.surface == b.Surface {
				lies = append(lies, c)
			}
		}
		if n := t.missing(t.world.Plan[b.Surface], lies); !strings.Contains(b.Text, fmt.Sprintf(": %d coat", n)) || strings.Contains(b.Text, "coats missing") != (n != 1) {
			return fmt.Sprintf("%q, and %d are missing", b.Text, n)
		}
	}
	return ""
}

// placed says what is wrong with where core says that the piece waits, and is put after the lesson.
func (t *tale) placed(v survey.Survey) string {
	stage, place := "kiln", "ready"
	blockers := v.Verdict.Blockers()
	for _, want := range []string{"foot", "bench", "plan"} {
		if slices.ContainsFunc(blockers, func(b ready.Blocker) bool { return string(b.Stage) == want }) {
			stage = want
		}
	}
	lasting := slices.ContainsFunc(blockers, func(b ready.Blocker) bool { return b.Code != "drying" })
	switch judged := t.rest.came != "" || len(t.rest.flaws) > 0; {
	case t.inKiln && !t.out:
		stage, place = "kiln", ""
	case t.inKiln && judged:
		stage, place = "done", "cart"
	case t.inKiln:
		stage, place = "results", "cart"
	case t.load != "" && t.load != "fell", t.away > 0:
		place = ""
	case lasting:
		place = "own"
	}
	if string(v.Stage) != stage || string(v.Placing.Place) != place || v.Placing.Reason == "" {
		return fmt.Sprintf("it waits at %s and is put %q (%s), by the judge at %s and %q", v.Stage, v.Placing.Place, v.Placing.Reason, stage, place)
	}
	return ""
}
