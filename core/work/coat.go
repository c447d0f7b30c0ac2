package work

import (
	"fmt"
	"slices"
	"time"

	"enkaustos/core/glaze"
)

// Coat is one coat that is on one surface of the piece. A dip over several surfaces is a
// coat on each of them, all of one ID.
type Coat struct {
	ID       string
	Seq      int64
	Surface  string
	Glaze    string
	At       time.Time
	By       string
	Hand     string // who laid it, by Actor.Hand
	Felt     Thickness
	How      How         // "" in logs of before coats said it: as planned, then
	DownToMM float64     // of a dip: how far down it went, mm above the table; 0 = over all of the surface
	Seconds  float64     // of a dip: how long it was held; 0 = as usual
	Density  float64     // of the bucket it was dipped into, g/mL; 0 = as its figure says
	Body     glaze.State // of the jar it came out of: watery or thick; "" = as it should be
	Settled  bool        // its jar was not stirred for longer than it stays mixed
	Share    float64     // how much of the surface it covers; 0 = all of it
	Part     Part        // of a coat that was begun: which part that is
	LineMM   float64     // of Above and Below: where, mm above the table
	Doubts   string      // ID of the coat that it may be once more
	Stage    int         // how many firings the piece had behind it when it was laid
	OnGlazed bool        // one of those was a glaze firing: nothing of the coat soaks in
	Told     bool        // afterwards: entered for a lesson that is over, or sent late
	Dated    bool        // At says the lesson and not the minute
}

// Begun says whether part of the coat is still to lay.
func (c Coat) Begun() bool { return c.Share > 0 }

// Layer is the coat as a layer of a stack.
func (c Coat) Layer() glaze.Layer {
	l := glaze.Layer{Glaze: c.Glaze, Coats: 1, Dip: c.How == Dipped, DownToMM: c.DownToMM, Seconds: c.Seconds, Density: c.Density, Stage: c.Stage}
	if c.Felt != Right {
		l.Thick = c.Felt
	}
	if c.Felt == "" { // who felt it knows better than the jar
		l.Body = c.Body
	}
	return l
}

// Part is which part of a surface a coat covers that was begun.
type Part string

// The parts of a surface, as they are called at the bell.
const (
	UpperHalf Part = "upper"
	LowerHalf Part = "lower"
	LeftHalf  Part = "left"
	RightHalf Part = "right"
	Above     Part = "above" // a line
	Below     Part = "below"
	SomeOfIt  Part = "some" // so much of it
)

// rests names each part, and what is left when it is done, as it follows "the" and "its".
var rests = map[Part][2]string{
	UpperHalf: {"upper half", "lower half"}, LowerHalf: {"lower half", "upper half"},
	LeftHalf: {"left half", "right half"}, RightHalf: {"right half", "left half"},
	Above: {"above %g mm", "part below %g mm"}, Below: {"below %g mm", "part above %g mm"},
	SomeOfIt: {"%.0f %% of it", "other %.0f %%"},
}

// Known says whether somebody knows the part.
func (p Part) Known() bool { return rests[p][0] != "" }

// says names the part that is done, and the one that is not.
func (p Part) says(lineMM, share float64) (done, left string) {
	words := rests[p]
	switch p {
	case Above, Below:
		return fmt.Sprintf(words[0], lineMM), fmt.Sprintf(words[1], lineMM)
	case SomeOfIt:
		return fmt.Sprintf(words[0], 100*share), fmt.Sprintf(words[1], 100*(1-share))
	}
	return words[0], words[1]
}

// Rest names the part of a begun coat that is still to lay: "lower half".
func (c Coat) Rest() string {
	_, left := c.Part.says(c.LineMM, c.Share)
	return left
}

// laid is the coat that an event lays on a surface.
func laid(e Event, surface string) Coat {
	return Coat{ID: e.ID, Seq: e.Seq, Surface: surface, Glaze: e.Glaze, At: e.Happened(), Told: !e.Done.IsZero(), Dated: e.Dated(), By: e.By, Hand: e.Whose(), Felt: e.Felt, How: e.How,
		DownToMM: e.DownTo, Seconds: e.Seconds, Density: e.Density, Body: e.Body, Settled: e.Settled, Share: e.Share, Part: e.Part, LineMM: e.Line, Doubts: e.Doubts}
}

// coat lays a coat, or goes on with one that was begun.
func (s *State) coat(e Event) {
	s.Carried = 0
	if s.BoneDry && !e.When().After(s.Bone) {
		s.BoneDry = false // told afterwards: the coat was on when the clay was felt
	}
	if e.Of != "" {
		s.resume(e)
		return
	}
	for _, surface := range e.On() {
		coat := laid(e, surface)
		coat.Stage, coat.OnGlazed = s.stageAt(e.When())
		if e.Doubts != "" {
			s.Doubts = append(s.Doubts, coat)
			continue
		}
		s.Coats = slices.Insert(s.Coats, s.place(coat, !e.Done.IsZero()), coat)
	}
}

// place is where a coat comes among the others: last, but where it was entered afterwards
// before what was laid on its surface later.
func (s *State) place(coat Coat, afterwards bool) int {
	if afterwards {
		if i := slices.IndexFunc(s.Coats, func(c Coat) bool { return c.Surface == coat.Surface && c.At.After(coat.At) }); i >= 0 {
			return i
		}
	}
	return len(s.Coats)
}

// resume lays the rest of a coat that was begun, or more of it. It is one coat, as old as
// its last stroke.
func (s *State) resume(e Event) {
	i := slices.IndexFunc(s.Coats, func(c Coat) bool { return c.ID == e.Of && c.Begun() })
	if i < 0 {
		return
	}
	s.Coats = slices.Clone(s.Coats)
	c := &s.Coats[i]
	c.At, c.Told, c.Dated, c.Share, c.Part, c.LineMM = e.Happened(), !e.Done.IsZero(), e.Dated(), e.Share, e.Part, e.Line
	c.Stage, c.OnGlazed = s.stageAt(e.When())
	if e.Felt != "" {
		c.Felt = e.Felt
	}
}

// answer settles a doubted coat: the next one counts where it was laid, the
// same one never did.
func (s *State) answer(e Event) {
	var left []Coat
	for _, coat := range s.Doubts {
		if coat.ID != e.Of {
			left = append(left, coat)
			continue
		}
		if e.Text != NextCoat {
			continue
		}
		at := slices.IndexFunc(s.Coats, func(c Coat) bool { return c.Seq > coat.Seq })
		if at < 0 {
			at = len(s.Coats)
		}
		s.Coats = slices.Insert(slices.Clone(s.Coats), at, coat)
	}
	s.Doubts = left
}

// Loose is the coats on a surface that are not fired on yet, in the order they were laid.
func (s State) Loose(surface string) []Coat {
	on := s.On(surface)
	return on[len(on)-s.loose(on):]
}

// loose is how many of the coats on a surface are not fired on yet.
func (s State) loose(on []Coat) (n int) {
	for i := range on {
		if !s.FiredOn(on[i]) {
			n++
		}
	}
	return n
}

// Stage is how many firings the piece has behind it.
func (s *State) Stage() int {
	if s.Firing != nil {
		return len(s.Past) + 1
	}
	return len(s.Past)
}

// FiredOn says whether a coat went through a fire: no wipe takes it off.
func (s *State) FiredOn(c Coat) bool { return c.Stage < s.Stage() }

// stageAt is how many of its firings the piece had behind it at a moment, and whether one of
// them was a glaze firing. It follows from when each was lit, so that it is the same whenever
// the server hears of what was done then.
func (s *State) stageAt(at When) (stage int, glazed bool) {
	for _, f := range s.Firings() {
		if at.After(f.lit()) {
			stage++
			glazed = glazed || !f.Bisque
		}
	}
	return stage, glazed
}

// takeOff removes the last coats of a surface that were wiped or scraped off; what is fired on
// stays. What a tablet says is gone is no stroke any more, and until an adult looked it still
// counts where it would harm.
func (s *State) takeOff(e Event) {
	kept := slices.Clone(s.Coats)
	for i, coats := len(kept)-1, e.Back; i >= 0 && coats > 0; i-- {
		if kept[i].Surface == e.Surface && !s.FiredOn(kept[i]) {
			if e.FromTablet() {
				s.Sponged = append(s.Sponged, kept[i])
			}
			kept = slices.Delete(kept, i, i+1)
			coats--
		}
	}
	s.Coats = kept
	s.GlazeLeft = s.GlazeLeft && e.FromTablet()
}

// looked says that an adult looked at the piece after all that was said of it.
func (s *State) looked(e Event) {
	if !e.FromTablet() && e.Seen >= s.Voided {
		s.Sponged = nil
	}
}

// checkCoat says why a coat cannot have been laid; nil where it can.
func checkCoat(e Event, sc Scene) *Refusal {
	switch {
	case !sc.Jar(e.Glaze):
		return senseless("no jar is called %q.", e.Glaze)
	case e.Felt != "" && !e.Felt.Known():
		return senseless("a coat feels thin, right or thick, not %q.", e.Felt)
	case !slices.Contains([]How{"", Brushed, Dipped, Sponged, Trailed}, e.How):
		return senseless("a coat is laid with a brush, a dip, a sponge or a bottle, not %q.", e.How)
	case e.How == Dipped:
		return checkDip(e, sc)
	case len(e.Over) > 0 || e.DownTo != 0 || e.Seconds != 0 || e.Density != 0:
		return senseless("only a dip goes over several surfaces, to a height, for so long, into a bucket that was weighed.")
	}
	return checkPart(e, sc)
}

// longestDip is how many seconds anybody holds a piece in a bucket (from memory).
const longestDip = 120

func checkDip(e Event, sc Scene) *Refusal {
	switch {
	case e.Surface != "" || len(e.Over) == 0:
		return senseless("say over which surfaces the dip went.")
	case e.Share != 0 || e.Part != "" || e.Of != "":
		return senseless("a dip is not begun and gone on with.")
	case !(e.DownTo >= 0 && e.DownTo < sc.Body.HeightMM):
		return senseless("a dip to %g mm above the table does not reach a piece of %g mm.", e.DownTo, sc.Body.HeightMM)
	case !(e.Seconds >= 0 && e.Seconds <= longestDip):
		return senseless("a dip is held for up to %d seconds, not %g.", longestDip, e.Seconds)
	case e.Density != 0 && !glaze.Weighs(e.Density):
		return senseless("a bucket of glaze weighs more than 1 and at most %g g per mL, not %g.", glaze.MaxDensity, e.Density)
	}
	for i, id := range e.Over {
		if slices.Contains(e.Over[:i], id) {
			return senseless("the dip names %q twice.", id)
		}
	}
	return nil
}

// checkPart is about a coat that was begun, or that goes on with one.
func checkPart(e Event, sc Scene) *Refusal {
	switch {
	case e.Part == "" && (e.Share != 0 || e.Line != 0):
		return senseless("say which part of the coat is done.")
	case e.Part != "" && !e.Part.Known():
		return senseless("%q is no part of a surface.", e.Part)
	case e.Part != "" && !(e.Share > 0 && e.Share < 1):
		return senseless("a coat that was begun covers more than nothing and less than all of its surface.")
	}
	if e.Of == "" {
		return nil
	}
	i := slices.IndexFunc(sc.State.Coats, func(c Coat) bool { return c.ID == e.Of })
	switch {
	case i < 0 || !sc.State.Coats[i].Begun():
		return senseless("the coat that is gone on with was not begun, or is done.")
	case sc.State.Coats[i].Surface != e.Surface || sc.State.Coats[i].Glaze != e.Glaze:
		return senseless("another coat was begun there.")
	}
	return nil
}

// saysCoat is the line of a coat in the record.
func saysCoat(e Event, on string) string {
	line := map[How]string{Dipped: "Dip into", Sponged: "Sponged coat of", Trailed: "Line of"}[e.How]
	if line == "" {
		line = "Coat of"
	}
	line = fmt.Sprintf("%s %s on the %s", line, e.Glaze, on)
	if e.How == Dipped {
		line = fmt.Sprintf("Dip into %s, over the %s", e.Glaze, on)
	}
	if e.DownTo > 0 {
		line += fmt.Sprintf(", down to %g mm", e.DownTo)
	}
	if e.Of != "" {
		line = fmt.Sprintf("Went on with the coat of %s on the %s", e.Glaze, on)
	}
	if e.Part != "" {
		done, _ := e.Part.says(e.Line, e.Share)
		line += ", " + done + " only"
	}
	if e.Felt != "" && e.Felt != Right {
		line += ", felt " + string(e.Felt)
	}
	if e.Body != "" {
		line += fmt.Sprintf(", its jar %s", e.Body)
	}
	if e.Settled {
		line += ", its jar not stirred"
	}
	if e.Doubts != "" {
		line += "; the same or the next?"
	}
	return line
}
