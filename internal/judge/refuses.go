package judge

import (
	"slices"
	"strings"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/kiln"
	"enkaustos/core/work"
)

// asked is an event before it is kept: whose it is, and the moment that is told for it.
type asked struct {
	work.Event
	by   work.Actor
	then time.Time // where a tablet sends it late
	now  time.Time
	find func(id string) (work.Event, bool)
}

// rank is how much a role may do.
func rank(r work.Role) int { return slices.Index([]work.Role{"station", "helper", "teacher"}, r) }

// cannot says whether an event is not to be kept, by the judge's own reading: whoever says so may not,
// or it cannot have happened.
func (t *tale) cannot(e asked) bool {
	if least := kindsOf[e.Kind].by; least == "" || rank(e.by.Role) < rank(work.Role(least)) || t.notByTablet(e) {
		return true
	}
	on := e.Over
	if e.Surface != "" {
		on = []string{e.Surface}
	}
	for _, id := range on {
		if _, there := t.world.Body.Surface(id); !there {
			return true
		}
	}
	speaks := slices.Contains([]work.Kind{work.Coated, work.Patched, work.Scraped, work.Faulted, work.Proved}, e.Kind)
	if speaks && len(on) == 0 || e.Done.After(e.now) {
		return true
	}
	at := e.now
	for _, told := range []time.Time{e.Event.Done, e.then} {
		if !told.IsZero() {
			at = told
		}
	}
	if is(e.Kind, "works") && t.inKiln && !at.Before(t.lit[len(t.lit)-1]) && (!t.out || e.by.Role == work.Station) {
		return true
	}
	return t.absurd(e)
}

// notByTablet says whether a tablet may not say it: of another class, of another lesson, for the class
// to read, or to take back what another hand did.
func (t *tale) notByTablet(e asked) bool {
	if e.by.Role != work.Station {
		return false
	}
	if !slices.Contains(e.by.Classes, class) || e.Shown || !e.Done.IsZero() {
		return true
	}
	old, found := e.find(e.Undoes)
	return e.Kind == work.Undone && found && old.Hand != "station/"+e.by.ID
}

// loose is how many coats on a surface went through no fire yet.
func (t *tale) loose(surface string) (n int) {
	for _, c := range t.coats {
		if c.stage == t.firings() && (surface == "" || c.surface == surface) {
			n++
		}
	}
	return n
}

func among[T comparable](v T, of ...T) bool { return slices.Contains(of, v) }

// coat finds a coat by its event.
func coat(all []lay, id string) (c lay, found bool) {
	i := slices.IndexFunc(all, func(c lay) bool { return c.id == id })
	if i < 0 {
		return c, false
	}
	return all[i], true
}

// absurd says whether it cannot have happened to the piece as it is.
func (t *tale) absurd(e asked) bool {
	loaded := t.load != ""
	switch e.Kind {
	case work.Cleaned:
		return !among(e.Text, "", work.Rinse, work.CleanFirst, work.NotCleaned) || among(e.Text, work.CleanFirst, work.NotCleaned) && t.loose("") == 0
	case work.Coated:
		return t.noCoat(e)
	case work.Felted:
		_, on := coat(t.coats, e.Of)
		return !on || !among(e.Felt, work.Thin, work.Right, work.Thick) || !among(e.Text, "", work.ByPin)
	case work.Answered:
		_, asked := coat(t.doubts, e.Of)
		return !asked || !among(e.Text, work.SameCoat, work.NextCoat)
	case work.TouchDry:
		return e.Surface == "" && e.Text != work.StillWet
	case work.Undone:
		return t.noUndo(e)
	case work.Resisted:
		return e.Surface == "" || !among(e.Text, "wax", "latex")
	case work.Peeled:
		return !t.everLatex[e.Surface] && t.world.Plan[e.Surface].Resist != "latex"
	case work.Wiped, work.Scraped:
		n := t.loose(e.Surface)
		if e.Surface == "" {
			n = 0
		}
		return e.Back < 0 || e.Back > n
	case work.Damaged, work.Noted:
		return e.Text == ""
	case work.Repaired:
		return noMend(t.harms, e.Of)
	case work.Found:
		return noMend(t.lost, e.Of)
	case work.Parted:
		return e.Parts < 2
	case work.Named:
		return t.unnamed == 0
	case work.TakenUp:
		return t.aside == 0
	case work.Moved:
		return len([]rune(e.Text)) > 30 || !among(e.Place, "ready", "own", "cart")
	case work.LeftRoom:
		return t.inKiln || loaded
	case work.CameBack:
		return t.away == 0
	case work.TakenOut:
		return !loaded || t.inKiln
	default:
		return t.noWord(e, loaded)
	}
}

// noWord is of what somebody says who looked at the piece, raw or fired.
func (t *tale) noWord(e asked, loaded bool) bool {
	r := &t.rest
	switch e.Kind {
	case work.Covered:
		return !among(e.Cover, "even", "bald", "gap", "lump")
	case work.Checked:
		good := among(e.Verdict, "clean", "stained", "thin")
		return !good && !among(e.Verdict, foot.Left, foot.TooLow, foot.Unclear) || e.Text != "" && (!good || !among(e.Text, "wiped", "scraped", "misjudged"))
	case work.Vouched:
		last := int64(0)
		for _, c := range t.coats {
			last = max(last, c.seq)
		}
		return e.Of == "" || e.Seen < last
	case work.Prepared:
		return !among(e.Text, "stilts", "cookie", "wash", "hole", "solid")
	case work.Ruled:
		c, known := codes[string(e.Code)]
		return e.Text == "" || !known || c.firm == always || e.Seen < t.seq
	case work.Refired:
		return e.Cone != "" && !slices.Contains(kiln.Cones(), e.Cone) || !(t.again() && !loaded) && !t.out
	case work.Opined:
		return !t.out
	case work.Resulted:
		return !t.out || !among(e.Came, "sound", "spoiled", "stuck", "broken", "joined") || e.Came == fault.Sound && len(r.flaws) > 0 || r.came == string(e.Came)
	case work.Faulted:
		_, known := fault.Of(e.Fault)
		return !t.out || !known || slices.ContainsFunc(r.flaws, func(f string) bool {
			return f == strings.Join([]string{string(e.Fault), e.Surface, map[bool]string{true: "true", false: "false"}[e.Clear]}, " ")
		})
	case work.Flowed:
		return !t.out || !among(e.Flow, "not", "little", "band", "shelf")
	case work.Ground:
		return !t.out || !r.sharp()
	case work.Proved:
		felt := slices.ContainsFunc(t.coats, func(c lay) bool { return c.surface == e.Surface && c.felt != "" })
		return !t.out || !felt || !among(e.Felt, work.Thin, work.Right, work.Thick)
	}
	return false
}

// noMend says whether it cannot be said what is mended.
func noMend(harms []string, of string) bool {
	return len(harms) == 0 || of == "" && len(harms) > 1 || of != "" && !slices.Contains(harms, of)
}

// noCoat says whether a coat cannot have been laid so.
func (t *tale) noCoat(e asked) bool {
	_, jar := jarOf(e.Glaze)
	if !jar || !among(e.Felt, "", work.Thin, work.Right, work.Thick) || !among(e.How, "", "brush", "dip", "sponge", "bottle") {
		return true
	}
	if e.How == work.Dipped {
		twice := len(e.Over) != len(slices.Compact(slices.Sorted(slices.Values(e.Over))))
		return e.Surface != "" || len(e.Over) == 0 || twice || e.Share != 0 || e.Part != "" || e.Of != "" || !(e.DownTo >= 0 && e.DownTo < t.world.Body.HeightMM) ||
			e.Seconds < 0 || e.Seconds > 120 || e.Density != 0 && (e.Density <= 1 || e.Density > 2.5)
	}
	switch {
	case len(e.Over) > 0, e.DownTo != 0, e.Seconds != 0, e.Density != 0:
		return true
	case e.Part == "" && (e.Share != 0 || e.Line != 0):
		return true
	case e.Part != "" && (!among(e.Part, "upper", "lower", "left", "right", "above", "below", "some") || e.Share <= 0 || e.Share >= 1):
		return true
	case e.Of == "":
		return false
	}
	begun, found := coat(t.coats, e.Of)
	return !found || !begun.begun || begun.surface != e.Surface || begun.glaze != e.Glaze
}

// noUndo says whether an event cannot be taken back: it is none, a firing, or rested on since.
func (t *tale) noUndo(e asked) bool {
	old, found := e.find(e.Undoes)
	switch {
	case !found, is(old.Kind, "keeps"):
		return true
	case old.Kind == work.Refired && (t.load != "" || slices.ContainsFunc(t.litSeqs, func(seq int64) bool { return seq > old.Seq })):
		return true
	}
	for back := old; back.Kind == work.Undone; { // an undo that is taken back brings back what it took
		if back, found = e.find(back.Undoes); !found {
			return false
		} else if is(back.Kind, "keeps") {
			return true
		}
	}
	return false
}
