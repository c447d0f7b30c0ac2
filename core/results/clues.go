package results

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/load"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/survey"
	"enkaustos/core/units"
	"enkaustos/core/work"
)

// Told is all that is on record of a piece that was fired, or is to be.
type Told struct {
	survey.Case
	Now   time.Time
	Piece string     // its id: a tile that was read from it promised nothing
	Spot  *load.Spot // where it stood, or is to stand, in its kiln; nil where no plan says so
	// Crazed says whether a stack crazed on the clay of this piece before; nil where nothing is known.
	Crazed func(surface piece.Surface, stack glaze.Stack) bool
}

// Evidence is what a record says of the causes on one glazed surface.
type Evidence struct {
	Surface string
	Clues   Clues
	Texts   map[Cause]string // of those that are there, in a clause
}

// reader reads one surface of a record.
type reader struct {
	Told
	verdict ready.Case
	lies    []plan.Finding // of what lies on the piece
	at      piece.Surface
	on      []work.Coat
	stack   glaze.Stack
	laidBy  map[string][]work.Coat // by hand, in order
}

// Evidence reads the glazed surfaces of a piece.
func (t Told) Evidence() (all []Evidence) {
	verdict := t.Judged(t.Now)
	r := reader{Told: t, verdict: verdict, lies: verdict.Findings, laidBy: map[string][]work.Coat{}}
	if verdict.Laid != nil {
		r.lies = verdict.Laid
	}
	for _, c := range t.State.Coats {
		r.laidBy[c.Hand] = append(r.laidBy[c.Hand], c)
	}
	for _, hand := range r.laidBy {
		slices.SortStableFunc(hand, func(a, b work.Coat) int { return a.At.Compare(b.At) })
	}
	for _, s := range t.Body.Surfaces {
		r.at, r.on, r.stack = s, t.State.On(s.ID), t.State.Stack(s.ID)
		if len(r.on) == 0 && !t.Plan[s.ID].Planned() {
			continue
		}
		e := Evidence{Surface: s.ID, Texts: map[Cause]string{}}
		for i, g := range guides {
			var text string
			if e.Clues[i], text = clues[g.Cause](&r); e.Clues[i] == There {
				e.Texts[g.Cause] = text
			}
		}
		all = append(all, e)
	}
	return all
}

// clues says how each cause is read.
var clues = map[Cause]func(*reader) (Sign, string){
	Few: (*reader).few, Wet: (*reader).wet, Dusty: (*reader).dusty, Thick: (*reader).thick, Unstirred: (*reader).unstirred, Watery: (*reader).watery,
	Low: (*reader).low, NoCookie: (*reader).cookie, Ground: (*reader).ground, Met: (*reader).met, Seat: (*reader).seat, Place: (*reader).place,
	NoVents: (*reader).vents, Unfit: (*reader).unfit, Wiped: (*reader).wiped, Carried: (*reader).carried, Dark: (*reader).dark, Doubted: (*reader).doubted,
	Hollow: (*reader).hollow, Missed: (*reader).missed,
}

// said finds something that the check says of what lies on the surface.
func (r *reader) said(codes ...matter.Code) (text string, is bool) {
	for _, f := range r.lies {
		if f.Surface == r.at.ID && slices.Contains(codes, f.Code) {
			return strings.TrimPrefix(strings.TrimSuffix(f.Text, "."), r.at.Name+": "), true
		}
	}
	return "", false
}

// laid finds a coat of the surface, and says which: "coat 2".
func (r *reader) laid(is func(c work.Coat) bool) (name string, found bool) {
	i := slices.IndexFunc(r.on, is)
	return fmt.Sprintf("coat %d", i+1), i >= 0
}

func (r *reader) few() (Sign, string) {
	if len(r.on) == 0 {
		return Unsaid, ""
	}
	if text, is := r.said(matter.CoatsFew, matter.UnderglazeFew); is {
		return There, text
	}
	if open := work.Compare(r.Plan[r.at.ID].Stack, r.on); len(open.Left) > 0 {
		return There, units.Many(len(open.Left), "planned coat was not laid", "planned coats were not laid")
	}
	if name, is := r.laid(func(c work.Coat) bool { return c.Felt == work.Thin }); is {
		return There, name + " felt thin"
	}
	return Absent, ""
}

func (r *reader) thick() (Sign, string) {
	if len(r.on) == 0 {
		return Unsaid, ""
	}
	if text, is := r.said(matter.CoatsMany, matter.CoatsStop); is {
		return There, text
	}
	if name, is := r.laid(func(c work.Coat) bool { return c.Felt == work.Thick }); is {
		return There, name + " felt thick"
	}
	return Absent, ""
}

func (r *reader) wet() (Sign, string) {
	if len(r.on) == 0 {
		return Unsaid, ""
	}
	wet := r.Drying.LaidWet(r.on)
	if len(wet) == 0 {
		return Absent, ""
	}
	i := slices.IndexFunc(r.on, func(c work.Coat) bool { return c.Seq == wet[0].Seq })
	return There, fmt.Sprintf("coat %d went on %s after coat %d", i+1, while(r.on[i].At.Sub(r.on[i-1].At)), i)
}

func (r *reader) dusty() (Sign, string) {
	c := r.State.Cleaning
	first := time.Time{}
	for _, coat := range r.State.Coats {
		if coat.Stage == len(r.State.Past) && (first.IsZero() || coat.At.Before(first)) {
			first = coat.At
		}
	}
	switch {
	case c.Skipped:
		return There, "somebody said that nobody took the dust off"
	case c.Sanded:
		return There, "it was sanded, and not wiped afterwards"
	case c.At.IsZero() || first.IsZero():
		return Unsaid, ""
	case r.Shelf.House.CleanDays > 0 && first.Sub(c.At) > time.Duration(r.Shelf.House.CleanDays*24)*time.Hour:
		return There, fmt.Sprintf("it stood %s between its cleaning and its first coat", while(first.Sub(c.At)))
	}
	return Absent, ""
}

func (r *reader) unstirred() (Sign, string) {
	if len(r.on) == 0 {
		return Unsaid, ""
	}
	if i := slices.IndexFunc(r.on, func(c work.Coat) bool { return c.Settled }); i >= 0 {
		return There, fmt.Sprintf("coat %d came out of %s, which had not been stirred", i+1, r.on[i].Glaze)
	}
	return Absent, ""
}

func (r *reader) watery() (Sign, string) {
	if len(r.on) == 0 {
		return Unsaid, ""
	}
	if i := slices.IndexFunc(r.on, func(c work.Coat) bool { return c.Body == glaze.Watery }); i >= 0 {
		return There, fmt.Sprintf("%s was watery when coat %d was laid", r.on[i].Glaze, i+1)
	}
	return Absent, ""
}

func (r *reader) low() (Sign, string) {
	if text, is := r.said(matter.Contact, matter.BelowBand, matter.RunsLow); is {
		return There, text
	}
	if i := slices.IndexFunc(r.State.Rulings, func(o work.Ruling) bool { m, _ := matter.Of(o.Code); return m.About == matter.OfFoot }); i >= 0 {
		return There, "it was fired on the teacher's word: " + r.State.Rulings[i].Reason
	}
	if r.State.Check == nil {
		return Unsaid, ""
	}
	return Absent, ""
}

func (r *reader) cookie() (Sign, string) {
	for _, h := range r.Shelf.Help(r.Plan, r.Work) {
		if h.Kind == work.OnCookie && !r.State.Helps[work.OnCookie] {
			return There, "it should have had a cookie: " + strings.ToLower(h.Why[:1]) + strings.TrimSuffix(h.Why[1:], ".")
		}
	}
	return Absent, ""
}

func (r *reader) ground() (Sign, string) {
	stack := r.stack
	if len(stack) == 0 {
		stack = r.Plan[r.at.ID].Stack
	}
	e, ok := r.Shelf.Evidence(stack, r.Work.SpotOf(&r.at))
	switch {
	case !ok || e.Tile.Piece == r.Piece && r.Piece != "":
		return There, fmt.Sprintf("no tile showed %s before", stack)
	case !e.Exact:
		return There, fmt.Sprintf("its tile %s is not the same: %s", e.Tile.Code, e.Short)
	}
	return Absent, ""
}

// melts is the glaze that lies on top of a surface, where it melts in this firing.
func (r *reader) melts(surface string) string {
	on := r.State.On(surface)
	if len(on) == 0 {
		return ""
	}
	top := on[len(on)-1].Glaze
	if g := r.Shelf.Glazes[top]; g == nil || !g.MeltsAt(r.Work.Cone) {
		return ""
	}
	return top
}

func (r *reader) met() (Sign, string) {
	mine := r.melts(r.at.ID)
	if mine == "" {
		return Absent, ""
	}
	for _, id := range r.Body.Neighbours(r.at.ID) {
		if other := r.melts(id); other != "" && other != mine && r.Body.Between(r.at.ID, id) == piece.Touch {
			s, _ := r.Body.Surface(id)
			return There, fmt.Sprintf("%s meets %s on the %s with nothing between", mine, other, s.Name)
		}
	}
	return Absent, ""
}

func (r *reader) seat() (Sign, string) {
	if r.at.Seat && r.melts(r.at.ID) != "" {
		return There, "glaze lay on the " + r.at.Name
	}
	return Absent, ""
}

func (r *reader) place() (Sign, string) {
	switch {
	case r.Spot == nil:
		return Unsaid, ""
	case r.Spot.Shelf != load.Between || r.Spot.Side == load.Outmost:
		return There, "it stood on " + r.Spot.String()
	}
	return Absent, ""
}

func (r *reader) vents() (Sign, string) {
	vent := func(s piece.Surface) bool { return s.Detail == piece.Vent }
	if r.Shelf.House.Path == rules.OnceFired && len(r.State.Past) == 0 && !slices.ContainsFunc(r.Body.Surfaces, vent) {
		return There, "it was glazed on bone-dry clay, and no vent was marked out"
	}
	return Absent, ""
}

func (r *reader) unfit() (Sign, string) {
	if r.Crazed != nil && r.Crazed(r.at, r.stack) {
		return There, fmt.Sprintf("%s crazed on %s before", r.stack, r.Work.Clay.Name)
	}
	for _, f := range r.lies {
		if f.Surface == r.at.ID && f.Code == matter.BadBefore && strings.Contains(f.Text, glaze.Crazed.Says()) {
			return There, strings.TrimPrefix(strings.TrimSuffix(f.Text, "."), r.at.Name+": ")
		}
	}
	return Absent, ""
}

// lastCoat is when the last coat of all went on.
func (r *reader) lastCoat() (last time.Time) {
	for _, c := range r.State.Coats {
		if c.At.After(last) {
			last = c.At
		}
	}
	return last
}

func (r *reader) wiped() (Sign, string) {
	last := r.lastCoat()
	switch {
	case last.IsZero():
		return Unsaid, ""
	case r.State.WetAt.After(last):
		return There, "it was wiped wet after its last coat"
	}
	return Absent, ""
}

// often is from how many times on a piece counts as carried often (from memory).
const often = 3

func (r *reader) carried() (Sign, string) {
	switch n := r.State.Carried; {
	case n >= often:
		return There, fmt.Sprintf("it was put elsewhere %d times after its last coat", n)
	case n > 0:
		return Absent, ""
	}
	return Unsaid, ""
}

// soon is how long a dark glaze stays in brush and water, and darker by how much it has to be, in L*
// (both from memory).
const (
	soon   = 30 * time.Minute
	darker = 25.0
)

func (r *reader) dark() (Sign, string) {
	if len(r.on) == 0 {
		return Unsaid, ""
	}
	at := r.Work.SpotOf(&r.at)
	for _, c := range r.on {
		mine, known := r.Shelf.Alone(c.Glaze, at)
		hand := r.laidBy[c.Hand]
		i := slices.IndexFunc(hand, func(o work.Coat) bool { return o.Seq == c.Seq })
		if !known || i < 1 || hand[i-1].Glaze == c.Glaze || c.At.Sub(hand[i-1].At) > soon {
			continue
		}
		if before, known := r.Shelf.Alone(hand[i-1].Glaze, at); known && mine.L-before.L > darker {
			return There, fmt.Sprintf("%s went on %s after %s, which is darker, by the same hand", c.Glaze, while(c.At.Sub(hand[i-1].At)), hand[i-1].Glaze)
		}
	}
	return Absent, ""
}

func (r *reader) doubted() (Sign, string) {
	for _, d := range r.State.Doubted(r.Shelf.Glazes) {
		if slices.ContainsFunc(d.Coats, func(c work.Coat) bool { return c.Surface == r.at.ID }) {
			return There, d.Glaze + " was doubted then"
		}
	}
	return Absent, ""
}

func (r *reader) hollow() (Sign, string) {
	if len(r.on) == 0 {
		return Unsaid, ""
	}
	if !r.at.Upward && !r.at.Recess {
		return Absent, ""
	}
	if name, is := r.laid(func(c work.Coat) bool { return c.How == work.Dipped }); is {
		return There, name + " was a dip into a hollow that faces up"
	}
	if look := r.State.Cover; look != nil && look.Cover == "lump" && look.Surface == r.at.ID {
		return There, "the last look found a lump there"
	}
	return Absent, ""
}

func (r *reader) missed() (Sign, string) {
	cover, _ := ready.Looks(r.verdict)
	switch {
	case r.State.Cover == nil:
		return There, "nobody looked at its cover"
	case !cover.Stands() && r.State.Cover.Cover != "even":
		return There, "the last look found something, and none since was even"
	}
	return Absent, ""
}

// while is a time in words.
func while(d time.Duration) string {
	switch {
	case d < 2*time.Minute:
		return fmt.Sprintf("%.0f s", d.Seconds())
	case d < 2*time.Hour:
		return fmt.Sprintf("%.0f min", d.Minutes())
	case d < 48*time.Hour:
		return fmt.Sprintf("%.0f h", d.Hours())
	}
	return fmt.Sprintf("%.0f days", d.Hours()/24)
}
