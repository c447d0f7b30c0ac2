package work

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"gotest.tools/v3/golden"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/rules"
	"enkaustos/internal/kept"
)

// What many logs amount to whose events are all taken that can have happened stays as it is, whole:
// what is refused, in which words, and all that is asked of the piece after each.
func TestDrawnLogsAmountToWhatTheyDid(t *testing.T) {
	var page kept.Page
	for n := range 160 {
		r := rand.New(rand.NewPCG(uint64(n), 5))
		s := scene(t)
		var log []Event
		s.Find = func(id string) (Event, bool) {
			i := slices.IndexFunc(log, func(e Event) bool { return e.ID == id })
			if i < 0 {
				return Event{}, false
			}
			return log[i], true
		}
		var answers []any
		for i := range 40 {
			e := drawnEvent(r, i, log)
			s.State, s.Now, s.Then = Fold(log), e.At, time.Time{}
			by := []Actor{teacher, teacher, teacher, table, {Role: Helper, Name: "helper"}}[r.IntN(5)]
			if by.Role == Station && e.Exact {
				s.Then = e.Done
			}
			e.By, e.Hand = by.Name, by.Hand()
			no := Refuse(by, e, s)
			answers = append(answers, no, e.Says("Name"), e.Says(""))
			if no == nil || e.Kind == Loaded || e.Kind == Fired || e.Kind == Unloaded {
				log = append(log, e)
			}
		}
		state := Fold(log)
		page.Add(fmt.Sprintf("log %d: %d of 40 events, %d coats, %d firings", n, len(log), len(state.Coats), state.Stage()), append(answers, state, UndoneIn(log))...)
		dry := Drying{House: rules.Default(), Pace: float64(n%3) * 0.7, Night: float64(n%4) * 0.5, Damp: func(at time.Time) bool { return at.Minute()%4 == 3 }, Kind: func(code string) glaze.Kind { return glaze.Kind(map[string]string{"U": "underglaze"}[code]) }}
		dry.House.Recoat = []rules.Recoating{rules.WhenDry, rules.MostlyDry, rules.WhileDamp}[n%3]
		var asked []any
		for _, surface := range []string{"face", "edge", "back", ""} {
			on := state.On(surface)
			for _, planned := range []glaze.Stack{nil, {{Glaze: "A", Coats: 2}}, {{Glaze: "A", Coats: 1}, {Glaze: "B", Coats: 2, Stage: 1}}, {{Glaze: "A", Coats: 1, Dip: true, DownToMM: 5}}} {
				p := Compare(planned, on)
				asked = append(asked, p, p.Next(), p.Due(state.Stage()))
			}
			asked = append(asked, state.Layers(surface), state.Stack(surface), state.Loose(surface), state.Keeps(surface), dry.DryAt(on), dry.RecoatAt(on), dry.RecoatBy(on), dry.LaidWet(on))
			for _, c := range on {
				asked = append(asked, c.Layer(), c.Rest(), state.FiredOn(c), c.When())
			}
		}
		now := start.Add(30 * time.Hour)
		jars := map[string]*glaze.Glaze{"A": {Code: "A", Doubts: []glaze.Doubt{{ID: "d", What: glaze.Contaminated, Since: start}}}, "M": {Code: "M", Recipe: glaze.Recipe{{Glaze: "A", Parts: 1}}}}
		page.Add("  asked", append(asked, dry.KilnDryAt(state), dry.KilnDryAfter(now), dry.ReadyAt(state), state.Dust(dry.House, now), state.DustOn(dry.House, now), state.DustOn(dry.House, start.Add(2*time.Hour)), state.Doubted(jars), state.LastCoat(), state.Outcome(), state.Firings(),
			state.Unfired("L"), state.StillInside("L"), state.Outcome().Says(func(s string) string { return s }), state.Outcome().Sharp(), state.Outcome().Tells(), state.Outcome().SoundOn("face"))...)
		half := Fold(log[:len(log)/2])
		pace := LearnPace(dry, now, slices.Values([]State{state, half}))
		page.Add(fmt.Sprintf("  pace %.3f of %d, night %.3f of %d", pace.Factor, pace.Count, pace.Night, pace.Nights), pace, dry.TeachesAlike(state, half, now), dry.TeachesAlike(state, state, start))
	}
	golden.Assert(t, page.String(), "drawn.txt")
}

// drawnEvent is the next event of a log, mostly one that can happen.
func drawnEvent(r *rand.Rand, i int, log []Event) Event {
	one := func(of ...string) string { return of[r.IntN(len(of))] }
	id := func() string {
		if len(log) > 0 {
			return log[r.IntN(len(log))].ID
		}
		return "none"
	}
	kinds := append(Kinds(), Coated, Coated, Coated, Coated, Felted, TouchDry, Covered, Checked, Loaded, Fired, Unloaded, Undone, Resulted, Faulted)
	e := Event{Seq: int64(i + 1), ID: fmt.Sprintf("e%d", i+1), Piece: "p", Kind: kinds[r.IntN(len(kinds))], At: start.Add(time.Duration(i*(1+r.IntN(9))) * time.Minute),
		Surface: one("face", "face", "edge", "back"), Seen: int64(r.IntN(i + 2))}
	if r.IntN(2) == 0 {
		e.Seen = int64(i)
	}
	switch e.Kind {
	case Coated:
		e.Glaze, e.Felt, e.Body, e.Settled = one("A", "B", "U", "M"), Thickness(one("", "", "thin", "thick")), glaze.State(one("", "", "watery", "thick")), r.IntN(5) == 0
		switch r.IntN(7) {
		case 0:
			e.Surface, e.How, e.Over, e.DownTo, e.Seconds, e.Density = "", Dipped, []string{"face", "edge"}, float64(r.IntN(2)*5), float64(r.IntN(3)*4), []float64{0, 1.3, 1.6}[r.IntN(3)]
		case 1:
			e.Part, e.Share, e.Line = Part(one("upper", "below", "some")), 0.1+0.8*r.Float64(), float64(r.IntN(9))
		case 2:
			e.Of = id()
		case 3:
			e.Doubts = id()
		case 4:
			e.How = How(one("brush", "sponge", "bottle"))
		}
	case Felted, Answered, Repaired, Found:
		e.Of, e.Felt, e.Text = id(), Thickness(one("thin", "right", "thick")), one("", "same", "next", "pin")
	case Undone:
		e.Undoes = id()
	case Wiped, Scraped:
		e.Back = r.IntN(3)
	case Covered:
		e.Cover, e.Saw = foot.Cover(one("even", "even", "bald", "gap")), &Sight{BandMM: 6, Surfaces: "face edge back", Stands: "back"}
	case Checked:
		e.Verdict, e.Text, e.Parts, e.Saw = foot.Verdict(one("clean", "clean", "stained", "left", "low", "unclear")), one("", "", "wiped", "misjudged"), r.IntN(3), &Sight{BandMM: 6}
	case Ruled:
		e.Code, e.Text, e.Facts = matter.Code(one("drying", "coats-missing", "damp")), "fine", "facts"
	case Loaded, Fired, Unloaded, TakenOut:
		e.Load, e.Cone, e.Bisque = "L", kiln.Cone(one("6", "04")), r.IntN(3) == 0
	case Resulted, Faulted, Flowed, Proved:
		e.Came, e.Fault, e.Flow, e.Felt, e.Clear = fault.Came(one("sound", "stuck", "joined", "spoiled")), fault.Kind(one("running", "streaks", "drips")), fault.Flow(one("not", "shelf", "little")), Thickness(one("thin", "thick")), r.IntN(2) == 0
	default:
		e.Text, e.Parts, e.Place, e.Photo, e.Shown, e.Again = one("", "wet", "wax", "latex", "stilts", "hole", "rinse", "before", "not", "rim"), r.IntN(4), Place(one("ready", "own", "cart")), "x", r.IntN(3) == 0, r.IntN(2) == 0
	}
	if r.IntN(8) == 0 {
		e.Done, e.Exact = e.At.Add(-time.Duration(r.IntN(300))*time.Minute), r.IntN(2) == 0
	}
	return e
}
