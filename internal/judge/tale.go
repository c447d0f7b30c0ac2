package judge

import (
	"fmt"
	"strings"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/work"
)

// lay is a coat on one surface, as the judge tells it.
type lay struct {
	last               work.Event // that laid it, or more of it
	of                 work.Event // that began it
	id, surface, glaze string
	seq                int64
	at                 time.Time
	dip, begun, told   bool
	downTo             float64
	coats              float64 // how thick it lies, in brushed coats, as it was meant
	felt               string
	jar                glaze.State
	stage              int
}

// look is what somebody saw, the last of its kind.
type look struct {
	seen    int64
	saw     *work.Sight
	passes  bool
	parts   int
	unsaid  bool // glaze was left before, and nobody said how it came off
	refused bool
	thin    bool // one thin coat was seen on the foot
	unclear bool
	surface string
	event   work.Event
}

// taken is an event that was taken back.
type taken struct {
	seq      int64
	surfaces []string
}

// ruling is the teacher's word on one thing, with how that was.
type ruling struct {
	code, surface, as string
	event             work.Event
}

// tale is a history told from its events alone, by the judge's own reading.
type tale struct {
	coats, doubts  []lay
	wet, felt      time.Time
	boneDry        bool
	harms, lost    []string
	words          map[string]string // by event: what broke, or is missing
	broke          string            // the harm that it took in the fire
	aside, away    int64             // by which event; 0 for not
	unnamed        int64
	parts          int
	latex          map[string]bool
	vouched        map[string]int64 // by doubt: up to which event its coats were looked at
	help           map[string]bool
	cover, check   *look
	left           bool // glaze was seen on the foot, and nothing took it off
	upset          int64
	undone         []taken
	rulings        []ruling
	stage          int
	bisque, inKiln bool
	out, glazed    bool
	conesPast      []string
	lit            []time.Time // when each of its firings was
	dryAfter       bool        // felt dry all over since it was last wet
	soaked         bool        // wiped wet over raw clay and glaze, and not felt since
	boneAt         time.Time
	load           string // that it stands in; "fell" where something happened to it since
	gone           []lay  // that a tablet says were wiped off, and no adult looked since
	firingCone     string
	fire, unload   work.Event // of its last firing
	bisques        []bool     // of each of its firings, whether it was to bisque
	rest           rest
	litSeqs        []int64
	everLatex      map[string]bool // latex was laid on it in this stage, peeled or not
	seq            int64
	then           func() tale // as it was told just before the event, with nothing taken back later
	world          World
}

// upsets are the kinds after which a look from before says nothing.
var upsets = map[work.Kind]bool{work.Coated: true, work.Patched: true, work.Wiped: true, work.Scraped: true, work.Damaged: true,
	work.Repaired: true, work.Parted: true, work.Found: true, work.CameBack: true, work.Peeled: true, work.Sanded: true}

// soils are the kinds of which, taken back, something may still be where the piece stands.
var soils = map[work.Kind]bool{work.Coated: true, work.Patched: true, work.Wiped: true}

// begins are the kinds that are work for another firing, of a piece that is out of the kiln.
var begins = map[work.Kind]bool{work.Coated: true, work.Patched: true, work.Wiped: true, work.Resisted: true}

// earlier says whether an event was told afterwards, of before some moment.
func earlier(e work.Event, than time.Time) bool { return !e.Done.IsZero() && e.Done.Before(than) }

// tell reads a history.
func tell(steps []Step) tale {
	dead := undone(steps)
	t := tale{latex: map[string]bool{}, everLatex: map[string]bool{}, help: map[string]bool{}, vouched: map[string]int64{}}
	for i, s := range steps {
		t.world, t.then = s.World, func() tale { return tell(steps[:i]) }
		if s.Event == nil {
			continue
		}
		e := *s.Event
		t.seq = e.Seq
		on := e.Over
		if e.Surface != "" {
			on = []string{e.Surface}
		}
		if dead[e.ID] {
			t.rest.inside = nil
			if soils[e.Kind] {
				t.undone = append(t.undone, taken{e.Seq, on})
			}
			continue
		}
		t.happens(e, on)
		if upsets[e.Kind] {
			if t.upset, t.rulings = e.Seq, nil; t.load != "" {
				t.load = "fell"
			}
		}
	}
	return t
}

// undone are the events that another one took back, and that was not taken back itself.
func undone(steps []Step) map[string]bool {
	dead := map[string]bool{}
	for i := len(steps) - 1; i >= 0; i-- {
		if e := steps[i].Event; e != nil && e.Kind == work.Undone && !dead[e.ID] {
			dead[e.Undoes] = true
		}
	}
	return dead
}

func when(e work.Event) time.Time {
	if !e.Done.IsZero() {
		return e.Done
	}
	return e.At
}

// wets says that it was wet at a moment. dryAfter falls unless a hand felt it dry later than that.
func (t *tale) wets(at time.Time) {
	if at.After(t.wet) {
		t.wet = at
	}
	t.dryAfter = t.dryAfter && t.felt.After(at)
}

func later(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

// raw says whether no coat of this stage was on when an event happened.
func (t *tale) raw(e work.Event) bool {
	for _, c := range t.coats {
		if c.stage == t.firings() && !(earlier(e, c.at) || c.told && c.at.After(when(e))) {
			return false
		}
	}
	return true
}

// firings is how many it has behind it.
func (t *tale) firings() int { return len(t.lit) }

// happens takes the tale one event further.
func (t *tale) happens(e work.Event, on []string) {
	if begins[e.Kind] && t.inKiln && t.out && !earlier(e, t.lit[len(t.lit)-1]) {
		t.glazed = true
		t.next(e)
	}
	t.tellRest(e)
	if t.words == nil {
		t.words = map[string]string{}
	}
	t.words[e.ID] = e.Text
	if e.Kind == work.Resulted {
		t.words[e.ID] = map[fault.Came]string{fault.Broken: "broke in the firing", fault.Stuck: "stuck to the shelf", fault.Joined: "was joined after the firing: no glue stands the fire"}[e.Came]
	}
	switch e.Kind {
	case work.Felted:
		for i := range t.coats {
			if t.coats[i].id == e.Of {
				t.coats[i].felt = string(e.Felt)
			}
		}
	case work.Coated:
		t.coated(e, on)
		t.wets(when(e))
	case work.Cleaned:
		if e.Text == work.Rinse {
			t.wets(when(e))
		}
	case work.Answered:
		t.answered(e)
	case work.Patched:
		t.wets(when(e))
	case work.Wiped, work.Scraped:
		tablet := strings.HasPrefix(e.Hand, "station/")
		if e.Kind == work.Wiped {
			if t.raw(e) {
				t.boneDry = false
			} else {
				t.soaked = true
			}
			t.wets(when(e))
		}
		t.off(e.Surface, e.Back, tablet)
		t.left = t.left && tablet
	case work.TouchDry:
		if e.Text == work.StillWet {
			t.wets(when(e))
		}
	case work.BoneDry:
		if t.raw(e) {
			t.boneDry, t.boneAt = true, when(e)
		}
		if t.felt = later(t.felt, when(e)); t.felt.Equal(when(e)) && !t.felt.Before(t.wet) {
			t.soaked, t.dryAfter = false, true
		}
	case work.Resisted:
		if e.Text == "latex" {
			t.latex[e.Surface], t.everLatex[e.Surface] = true, true
		}
	case work.Peeled:
		t.latex[e.Surface] = false
		t.help["peeled "+e.Surface] = true
	case work.Damaged:
		t.harms = append(t.harms, e.ID)
	case work.Resulted:
		if !t.out {
			break // nobody judges what is in the kiln
		}
		if t.broke != "" {
			t.harms = without(t.harms, t.broke)
		}
		if t.broke = ""; e.Came != fault.Sound && e.Came != fault.Spoiled {
			t.broke, t.harms = e.ID, append(t.harms, e.ID)
		}
	case work.Repaired:
		t.harms = without(t.harms, e.Of)
	case work.Parted:
		t.harms, t.parts = nil, e.Parts
	case work.Missing:
		t.lost = append(t.lost, e.ID)
	case work.Found:
		t.lost = without(t.lost, e.Of)
	case work.SetAside:
		t.aside = e.Seq
	case work.TakenUp:
		t.aside = 0
	case work.LeftRoom:
		t.away = e.Seq
	case work.CameBack:
		if t.away = 0; e.Text != "" {
			t.harms = append(t.harms, e.ID)
		}
	case work.Nameless:
		t.unnamed = e.Seq
	case work.Named:
		t.unnamed = 0
	case work.Vouched:
		t.vouched[e.Of] = e.Seen
	case work.Prepared:
		t.help[e.Text] = true
	case work.Covered:
		t.cover = &look{seen: e.Seen, saw: e.Saw, passes: e.Cover == foot.Even, surface: e.Surface, event: e}
		t.looked(e)
	case work.Checked:
		t.checked(e)
	case work.Ruled:
		if e.Seen >= t.upset {
			then := t.then() // it is of what was seen, whatever of that was taken back since
			t.rulings = append(t.rulings, ruling{string(e.Code), e.Surface, then.as(string(e.Code), e.Surface), e})
		}
	case work.Loaded:
		if t.load = e.Load; e.Seen < t.upset {
			t.load = "fell"
		}
	case work.TakenOut:
		t.load = ""
	case work.Fired:
		if t.inKiln && t.out { // what began its stage was taken back since: the fire before was one all the same
			load := t.load
			t.next(e)
			t.load = load
		}
		t.fire, t.litSeqs = e, append(t.litSeqs, e.Seq)
		t.bisques = append(t.bisques, e.Bisque)
		t.inKiln, t.out, t.bisque, t.firingCone = true, false, e.Bisque, string(e.Cone)
		t.lit = append(t.lit, e.At)
	case work.Unloaded:
		if t.load = ""; t.inKiln {
			if t.out = true; t.bisque {
				t.next(e)
			}
			t.unload = e
			t.rest.inside = []string{e.ID}
		}
	case work.Refired:
		if t.inKiln && t.out {
			t.glazed = true
			t.next(e)
		}
		if t.again() {
			t.rest.next = string(e.Cone)
		}
	}
}

// again says whether it is on its way into the fire once more, glazed and fired before.
func (t *tale) again() bool { return !t.inKiln && t.firings() > 0 && !t.bisques[t.firings()-1] }

func without(all []string, one string) (left []string) {
	for _, id := range all {
		if id != one && !(one == "" && len(all) == 1) {
			left = append(left, id)
		}
	}
	return left
}

// looked says that an adult looked, after all that happened.
func (t *tale) looked(e work.Event) {
	if !strings.HasPrefix(e.Hand, "station/") && e.Seen >= t.upset {
		t.gone = nil
	}
}

func (t *tale) checked(e work.Event) {
	defer t.looked(e)
	bad := e.Verdict == foot.Left || e.Verdict == foot.TooLow
	good := e.Verdict == foot.Clean || e.Verdict == foot.Stained || e.Verdict == foot.Thin
	t.check = &look{seen: e.Seen, saw: e.Saw, passes: good, parts: e.Parts, refused: !good, thin: e.Verdict == foot.Thin, unclear: e.Verdict == foot.Unclear, event: e, unsaid: good && t.left && e.Text == ""}
	if bad {
		t.left = true
	} else if good && e.Text != "" {
		t.left = false
	}
	if e.Text == work.CameOffWet {
		t.wets(when(e))
	}
}

// next begins another stage: what lies on the piece is fired on, and what was seen is past.
func (t *tale) next(e work.Event) {
	t.stage++
	t.rest.renew(fmt.Sprint(t.firingCone, t.bisque))
	t.conesPast = append(t.conesPast, t.firingCone)
	t.inKiln, t.out, t.broke = false, false, ""
	t.cover, t.check, t.rulings, t.undone = nil, nil, nil, nil
	t.wet, t.felt, t.boneDry, t.left = time.Time{}, time.Time{}, false, false
	t.dryAfter, t.soaked, t.gone, t.load = false, false, nil, ""
	t.latex, t.help, t.everLatex = map[string]bool{}, map[string]bool{}, map[string]bool{}
	t.upset = e.Seq
}
