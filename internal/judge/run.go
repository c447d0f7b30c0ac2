package judge

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/ready"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

// Found is what a number of histories came to.
type Found struct {
	Histories, Verdicts, Ready, Overruled int
	Let, Lit, Taps                        int // let into a load, let be lit, and events of tablets left out
	Kinds                                 map[work.Kind]int
	Forms                                 map[string]int
	Wrong                                 []string // each a history, and why; none where all is well
}

// Run draws histories by their seeds, each judged at its end and once within.
func Run(first, n uint64) Found {
	f := Found{Kinds: map[work.Kind]int{}, Forms: map[string]int{}}
	for seed := first; seed < first+n && len(f.Wrong) < 5; seed++ {
		f.one(seed)
	}
	return f
}

func (f *Found) one(seed uint64) {
	h := Draw(seed)
	f.Histories++
	f.Forms[string(h.world.Form)]++
	for _, s := range h.Steps {
		if s.Event != nil {
			f.Kinds[s.Event.Kind]++
		}
	}
	ends := []int{len(h.Steps), 1 + h.IntN(len(h.Steps))}
	for _, end := range ends {
		steps := h.Steps[:end]
		now := steps[end-1].At.Add(time.Duration(one(h.draw, 0, 11, 13, 30, 200)) * time.Hour)
		if why := f.verdict(h, steps, now); why != "" {
			f.Wrong = append(f.Wrong, fmt.Sprintf("seed %d, %d steps, %s: %s\n%s", seed, end, now.Format(time.RFC3339), why, written(steps)))
			return
		}
	}
}

// verdict is what is wrong with core's verdict after some steps; "" where nothing is.
func (f *Found) verdict(h *History, steps []Step, now time.Time) string {
	var log []work.Event
	for _, s := range steps {
		if s.Event != nil {
			log = append(log, *s.Event)
		}
	}
	world := steps[len(steps)-1].World
	cold := survey.Of(world.Case(work.Fold(log)), now)
	for _, batch := range []int{1, 2 + h.IntN(5)} {
		warm := survey.Of(world.Case(folded(log, batch)), now)
		if a, b := said(cold.Verdict.Blockers()), said(warm.Verdict.Blockers()); a != b {
			return fmt.Sprintf("in batches of %d the verdict is another: %s, not %s", batch, b, a)
		}
	}
	f.Verdicts++
	told := tell(steps)
	if why := told.against(work.Fold(log)); why != "" {
		return "core holds another piece than the judge: " + why
	}
	if h.wrong != "" {
		return h.wrong
	}
	if why := told.accounts(cold, Judge(steps, now), now); why != "" {
		return why
	}
	for _, why := range []string{h.figures(), h.dries(work.Fold(log), now)} {
		if why != "" {
			return why
		}
	}
	for range 4 {
		if why := f.atTheGate(h, steps, cold.Verdict, now); why != "" {
			return why
		}
	}
	if !cold.Verdict.Waits() {
		return ""
	}
	f.Ready++
	if len(cold.Rulings) > 0 {
		f.Overruled++
	}
	if faults := Judge(steps, now); len(faults) > 0 {
		return fmt.Sprintf("it is called ready, and %s", faults[0].Why)
	}
	return f.byTablet(world, log, cold.Rulings, now)
}

// folded is the state of a log that came in batches, each folded onto what was held.
func folded(log []work.Event, batch int) work.State {
	var s work.State
	for i, e := range log {
		if i%batch == 0 && i > 0 {
			s = work.Fold(log[:i]) // a restart between two batches
		}
		s = work.Step(s, e, func() []work.Event { return log[:i] })
	}
	return s
}

func said(blockers []ready.Blocker) string {
	all := make([]string, len(blockers))
	for i, b := range blockers {
		all[i] = string(b.Code) + "/" + b.Surface
	}
	slices.Sort(all)
	return strings.Join(all, " ")
}

// written is a history as it is read.
func written(steps []Step) string {
	var text strings.Builder
	w := steps[len(steps)-1].World
	fmt.Fprintf(&text, "%s of %s, cone %s, green %v, house %v, standing %+v\n", w.Form, w.Clay.Name, w.Cone, w.Green, w.House, w.Own.Standing)
	for _, s := range w.Body.Surfaces {
		fmt.Fprintf(&text, "  %s (stands %v): %s\n", s.ID, s.Stands, w.Plan[s.ID].Says())
	}
	for _, s := range steps {
		if s.Event == nil {
			fmt.Fprintf(&text, "%s the world changed\n", s.At.Format("2 15:04"))
			continue
		}
		e := *s.Event
		fmt.Fprintf(&text, "%s %d %s %s%v %s of %q undoes %q text %q seen %d %s%s back %d\n", s.At.Format("2 15:04"), e.Seq, e.Kind, e.Surface, e.Over, e.Glaze, e.Of, e.Undoes, e.Text, e.Seen, e.Verdict, e.Cover, e.Back)
	}
	return text.String()
}

// Unseen lists the kinds of events that no history had.
func (f Found) Unseen() (kinds []work.Kind) {
	for _, k := range work.Kinds() {
		if f.Kinds[k] == 0 {
			kinds = append(kinds, k)
		}
	}
	return kinds
}

// Add adds what other histories came to.
func (f *Found) Add(g Found) {
	f.Histories, f.Verdicts, f.Ready, f.Overruled = f.Histories+g.Histories, f.Verdicts+g.Verdicts, f.Ready+g.Ready, f.Overruled+g.Overruled
	f.Let, f.Lit, f.Taps = f.Let+g.Let, f.Lit+g.Lit, f.Taps+g.Taps
	for k, n := range g.Kinds {
		f.Kinds[k] += n
	}
	for form, n := range g.Forms {
		f.Forms[form] += n
	}
	f.Wrong = append(f.Wrong, g.Wrong...)
}
