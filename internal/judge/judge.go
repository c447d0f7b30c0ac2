package judge

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

// Fault is why the judge would not let a piece be fired.
type Fault struct {
	Why     string
	Surface string
	Codes   []string // by which core may have called it, for a ruling to speak of
	Firm    bool     // nobody may overrule it

	Anywhere bool // a ruling on it may speak of any surface
}

// order is how hot the cones of the judge's world are.
var order = []string{"06", "04", "5", "6", "8", "10"}

func hotter(one, other string) bool { return slices.Index(order, one) > slices.Index(order, other) }

func jarOf(code string) (g glaze.Glaze, known bool) {
	for _, g := range glazes {
		if g.Code == code {
			return g, true
		}
	}
	return g, false
}

// melts says whether a coat flows in the next firing: all but underglaze within its cones.
func melts(code, cone string) bool {
	g, known := jarOf(code)
	return !known || g.Kind != glaze.Underglaze || hotter(cone, string(g.Cones.To))
}

// Judge lists what speaks against firing a piece after a history, and is not overruled as it
// is. It is no more than what nobody would let pass: an empty list says nothing.
func Judge(steps []Step, now time.Time) []Fault {
	t := tell(steps)
	var open []Fault
	for _, f := range t.faults(now) {
		excused := !f.Firm && slices.ContainsFunc(t.rulings, func(r ruling) bool {
			return (r.surface == f.Surface || f.Anywhere) && slices.Contains(f.Codes, r.code) && r.as == t.as(r.code, r.surface)
		})
		if !excused {
			open = append(open, f)
		}
	}
	return open
}

func (t *tale) faults(now time.Time) (all []Fault) {
	say := func(is bool, f Fault) {
		if is {
			all = append(all, f)
		}
	}
	w := t.world
	bisque := w.Green && t.stage == 0
	cone := string(w.Cone)
	if bisque {
		cone = "04"
	}
	stilted := w.House.Foot == rules.Stilts && (w.Own.Standing.Stilts || t.help["stilts"])
	say(len(t.harms) > 0, Fault{Why: "it is damaged", Codes: []string{"damaged"}})
	say(len(t.lost) > 0, Fault{Why: "a part is missing", Codes: []string{"part-missing"}})
	say(t.aside > 0, Fault{Why: "it is set aside", Codes: []string{"aside"}})
	say(t.away > 0, Fault{Why: "it is away", Codes: []string{"away"}})
	say(t.unnamed > 0, Fault{Why: "it has no name", Codes: []string{"no-name"}})
	say(t.inKiln, Fault{Why: "it was fired already", Firm: true})
	say(len(t.doubts) > 0, Fault{Why: "nobody said whether a coat is there", Firm: true})
	say(!bisque && hotter(cone, string(w.Clay.Cones.To)), Fault{Why: "its clay slumps", Codes: []string{"clay-cone"}, Firm: true})
	once := w.House.Path == rules.OnceFired && !bisque && t.stage == 0
	round := w.Form == piece.Modelled || w.Form == piece.Odd
	say((bisque || once) && round && !t.help["hole"] && !t.help["solid"], Fault{Why: "closed, and nobody pierced it", Firm: true})
	say(once && (!t.boneDry || t.soaked), Fault{Why: "its clay was never felt", Codes: []string{"not-bone-dry"}})
	say((bisque || t.glazed && t.stage > 0 && !t.bisque) && !t.dryAfter, Fault{Why: "nobody felt it since it was wet", Firm: true})
	if on := t.doubtful(); len(on) > 0 {
		all = append(all, Fault{Why: "a coat out of a doubted jar", Surface: on[0], Codes: []string{"jar-doubted"}})
	}
	for _, c := range t.coats {
		_, here := w.Body.Surface(c.surface)
		say(!here, Fault{Why: "glaze lies on the " + c.surface + ", which it has not", Firm: true})
	}
	for _, s := range w.Body.Surfaces {
		all = append(all, t.surface(s, cone, stilted)...)
	}
	if bisque {
		return all
	}
	planned := slices.ContainsFunc(w.Body.Surfaces, func(s piece.Surface) bool { return glazed(w.Plan[s.ID]) })
	meantBare := len(t.coats) == 0 && len(t.gone) == 0 && !slices.ContainsFunc(w.Body.Surfaces, func(s piece.Surface) bool {
		return !s.Optional && !w.Plan[s.ID].Bare && w.Plan[s.ID].Resist == ""
	})
	say(!planned && !meantBare, Fault{Why: "nothing is planned", Firm: true})
	say(planned && w.Body.NeedsPose, Fault{Why: "nobody knows how it lies", Codes: []string{"no-pose"}, Firm: true})
	dry := t.wet.Add(time.Duration(w.House.KilnDryHours * float64(time.Hour)))
	say(!t.wet.IsZero() && now.Before(dry), Fault{Why: "it is not dry", Codes: []string{"drying"}})
	if meantBare && !planned && !t.left {
		return all // it carries nothing that could be missed, or stick
	}
	if why := t.badLook(t.cover); why != "" {
		all = append(all, Fault{Why: "cover: " + why, Anywhere: true, Codes: []string{"cover-unchecked", "cover-lapsed", "cover-refused"}})
	}
	if why := t.badCheck(stilted, cone); why != "" {
		all = append(all, Fault{Why: "foot: " + why, Codes: []string{"foot-unchecked", "foot-lapsed", "foot-refused", "foot-unclear", "foot-parts", "foot-how"}, Firm: !stilted})
	}
	return all
}

func glazed(c plan.Choice) bool {
	if c.Bare || c.Resist != "" {
		return false
	}
	for _, l := range c.Stack {
		if l.Coats > 0 {
			return true
		}
	}
	return false
}

// surface is what speaks against one surface.
func (t *tale) surface(s piece.Surface, cone string, stilted bool) (all []Fault) {
	choice := t.world.Plan[s.ID]
	var on []lay
	brushed, h := 0, t.world.House
	for _, c := range t.coats {
		if c.surface != s.ID {
			continue
		}
		on = append(on, c)
		if !melts(c.glaze, cone) {
			continue
		}
		brushed++
		if g, known := jarOf(c.glaze); known && hotter(cone, string(g.Cones.To)) {
			all = append(all, Fault{Why: c.glaze + " would run off", Surface: s.ID, Codes: []string{"glaze-cone"}})
		}
	}
	if missing := t.missing(choice, on); missing > 0 && !s.Optional {
		all = append(all, Fault{Why: fmt.Sprintf("%d strokes missing on the %s", missing, s.ID), Surface: s.ID, Codes: []string{"coats-missing"}})
	}
	if (t.latex[s.ID] || choice.Resist == plan.Latex) && !t.help["peeled "+s.ID] || t.latex[s.ID] {
		all = append(all, Fault{Why: "latex on the " + s.ID, Surface: s.ID, Codes: []string{"latex-on"}})
	}
	bisque := t.world.Green && t.stage == 0
	if bisque {
		return all
	}
	flows := t.pileOn(piece.Surface{ID: s.ID}, cone)
	say := func(is bool, f Fault) {
		if f.Surface = s.ID; is {
			all = append(all, f)
		}
	}
	say(s.Stands && brushed > 0 && (!stilted || flows.weight > 1 || flows.dips > 0), Fault{Why: "glaze where it stands", Codes: []string{"contact"}, Firm: !stilted})
	hot := !slices.Contains(order, h.StiltsCone) || hotter(cone, h.StiltsCone)
	say(s.Stands && brushed > 0 && stilted && hot, Fault{Why: "its stilts are not made for this cone", Codes: []string{"contact"}})
	say(s.Seat && !s.Stands && brushed > 0 && (h.Seat != rules.OneCoat || flows.weight > 1 || !t.world.Own.Standing.LidApart), Fault{Why: "glaze on the seat of its lid", Codes: []string{"seat"}})
	inBand := !s.Stands && !s.Upward && !s.Recess && brushed > 0 && !stilted && s.AreaCM2 > 0 && t.world.Body.AreaAboveCM2(s.ID, t.least(cone)) <= 0
	say(inBand, Fault{Why: "all of it lies in the bare band", Codes: []string{"below-band"}, Firm: true})
	food := s.Use != piece.Plain
	for _, wiped := range []bool{false, true} {
		told := *t
		if wiped { // as a tablet says, and nobody looked
			told.coats = append(slices.Clip(t.coats), t.gone...)
		}
		p, own := told.pileOn(s, cone), told.pileOn(piece.Surface{ID: s.ID}, cone)
		say(len(own.codes) > 0 && p.weight >= told.refusedFrom(p, food)-1e-9 && !(wiped && len(t.gone) == 0), Fault{Why: "far too much glaze", Codes: []string{"coats-stop"}})
	}
	return all
}

// missing is how many strokes lack that are due before the next firing.
func (t *tale) missing(c plan.Choice, on []lay) (n int) {
	if !glazed(c) {
		return 0
	}
	var want []glaze.Layer
	for _, l := range c.Stack {
		for range l.Coats {
			want = append(want, l)
		}
	}
	next := 0
	for _, coat := range on {
		if next == len(want) {
			break
		}
		w := want[next]
		fits := coat.glaze == w.Glaze && coat.dip == w.Dip && coat.stage >= w.Stage && (coat.downTo == 0 || w.DownToMM > 0)
		if fits && !coat.begun {
			next++
		}
	}
	for _, w := range want[next:] {
		if w.Stage > t.stage {
			break
		}
		n++
	}
	return n
}

// badLook is why a look does not count for the piece as it is.
func (t *tale) badLook(l *look) string {
	switch {
	case l == nil:
		return "never"
	case !l.passes:
		return "refused"
	case l.seen < t.upset:
		return "something happened since"
	case l.saw == nil:
		return "it says nothing of what it saw"
	}
	for _, s := range t.world.Body.Surfaces {
		if !slices.Contains(strings.Fields(l.saw.Surfaces), s.ID) {
			return s.ID + " was added"
		}
	}
	return ""
}

// badCheck is why the last check does not count for the foot as it is.
func (t *tale) badCheck(stilted bool, cone string) string {
	l := t.check
	switch {
	case l == nil:
		return "never"
	case l.refused:
		return "refused"
	case l.seen < t.upset:
		return "something happened since"
	case l.parts < t.parts:
		return "not all parts"
	case l.unsaid:
		return "nobody said how it came off"
	case l.saw == nil || l.saw.Lies != t.world.Body.Lies || l.saw.Shape != t.world.Body.Shape:
		return "it was another foot"
	case l.thin && !stilted:
		return "a coat lies on it, and it stands on no stilts"
	case !stilted && l.saw.BandMM < t.least(cone):
		return "its band rose"
	}
	for _, u := range t.undone {
		if u.seq > l.seen && t.where(u.surfaces) {
			return "something was taken back where it stands"
		}
	}
	for _, s := range t.world.Body.Surfaces {
		if s.Stands && t.latex[s.ID] {
			return "nobody saw it under the latex"
		}
	}
	return ""
}

// where says whether a piece stands on one of some surfaces; none is the piece as a whole.
func (t *tale) where(ids []string) bool {
	if len(ids) == 0 {
		return true
	}
	for _, s := range t.world.Body.Surfaces {
		if s.Stands && slices.Contains(ids, s.ID) {
			return true
		}
	}
	return false
}
