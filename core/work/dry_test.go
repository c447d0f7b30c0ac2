package work

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

func after(minutes float64) time.Time {
	return start.Add(time.Duration(minutes * float64(time.Minute)))
}

func TestLaidWet(t *testing.T) {
	d := Drying{House: rules.Default()} // 1, 3 and 5 minutes
	on := []Coat{{At: start}, {At: after(1)}, {At: after(3)}, {At: after(9)}}
	wet := d.LaidWet(on)
	require.Len(t, wet, 1, "the third went on two minutes after the second, which takes three")
	require.Equal(t, on[2].At, wet[0].At)
	require.Equal(t, after(14), d.DryAt(on))
	require.True(t, d.DryAt(nil).IsZero())
	d.House.Recoat = "mostly"
	require.Empty(t, d.LaidWet(on), "mostly dry is enough: two of its three minutes")
	require.True(t, d.RecoatBy(on).IsZero(), "who waits for dryness is in no hurry")
	d.House.Recoat = rules.WhileDamp
	require.Empty(t, d.LaidWet([]Coat{{At: start}, {At: start.Add(time.Second)}}), "a house that lays damp on damp")
	require.Equal(t, after(14), d.RecoatBy(on), "there the next coat goes on before this one is dry")
}

// How long a coat takes: the house's figures, five minutes for underglaze before
// clear (both common practice), the rest from memory.
func TestWhatChangesDrying(t *testing.T) {
	kinds := map[string]glaze.Kind{"A": glaze.Solid, "U": glaze.Underglaze}
	for name, c := range map[string]struct {
		coat    Coat
		n       int
		pace    float64
		damp    bool
		minutes float64
	}{
		"a first coat":               {Coat{Glaze: "A"}, 1, 0, false, 1},
		"a second":                   {Coat{Glaze: "A"}, 2, 0, false, 3},
		"a fifth, as the third":      {Coat{Glaze: "A"}, 5, 0, false, 5},
		"underglaze":                 {Coat{Glaze: "U"}, 1, 0, false, 5},
		"felt thick":                 {Coat{Glaze: "A", Felt: Thick}, 2, 0, false, 3 * glaze.HeavyCoat},
		"felt thin":                  {Coat{Glaze: "A", Felt: Thin}, 2, 0, false, 3 * glaze.LightCoat},
		"a damp day":                 {Coat{Glaze: "A"}, 2, 0, true, 3 * dampDay},
		"a room that dries fast":     {Coat{Glaze: "A"}, 2, 0.5, false, 1.5},
		"all of it at once":          {Coat{Glaze: "A", Felt: Thick}, 3, 0.8, true, 5 * glaze.HeavyCoat * 0.8 * dampDay},
		"a glaze that nobody knows":  {Coat{Glaze: "?"}, 1, 0, false, 1},
		"a first coat on glazeware":  {Coat{Glaze: "A", OnGlazed: true}, 1, 0, false, 5 * onGlazed},
		"the fourth on it":           {Coat{Glaze: "A", OnGlazed: true}, 4, 0, false, 5 * onGlazed},
		"right is what it should be": {Coat{Glaze: "A", Felt: Right}, 1, 0, false, 1},
	} {
		t.Run(name, func(t *testing.T) {
			d := Drying{House: rules.Default(), Pace: c.pace, Damp: func(time.Time) bool { return c.damp }, Kind: func(code string) glaze.Kind { return kinds[code] }}
			require.InDelta(t, c.minutes, d.Dry(c.coat, c.n).Minutes(), 1e-6)
		})
	}
}

func TestKilnDry(t *testing.T) {
	d := Drying{House: rules.Default()}
	require.True(t, d.KilnDryAt(State{}).IsZero(), "what was never wet is dry")
	wet := Fold([]Event{{Seq: 1, ID: "1", Kind: Coated, Surface: "face", At: start}})
	require.Equal(t, start.Add(12*time.Hour), d.KilnDryAt(wet), "overnight (common practice)")
	patched := Step(wet, Event{Seq: 2, ID: "2", Kind: Patched, Surface: "face", At: after(30)}, nil)
	require.Equal(t, after(30).Add(12*time.Hour), d.KilnDryAt(patched), "a patch is wet as well")
	scraped := Step(wet, Event{Seq: 2, ID: "2", Kind: Scraped, Surface: "face", Back: 1, At: after(30)}, nil)
	require.Equal(t, start.Add(12*time.Hour), d.KilnDryAt(scraped), "a scrape is dry")
	earlier := Step(wet, Event{Seq: 2, ID: "2", Kind: Coated, Surface: "edge", At: after(60), Done: start.Add(-48 * time.Hour)}, nil)
	require.Equal(t, start.Add(12*time.Hour), d.KilnDryAt(earlier), "what is entered afterwards dried since then, and takes nothing back")
	d.Damp = func(time.Time) bool { return true }
	require.Equal(t, start.Add(18*time.Hour), d.KilnDryAt(wet))
	thick := Step(wet, Event{Seq: 2, ID: "2", Kind: Felted, Of: "1", Felt: Thick, At: after(1)}, nil)
	require.True(t, d.KilnDryAt(thick).After(d.KilnDryAt(wet)))
}

// Underglaze fired on to bisque still drinks; what came out of a glaze firing does not
// (common practice).
func TestGlazewareDriesSlowly(t *testing.T) {
	d := Drying{House: rules.Default()}
	through := func(bisque bool) State {
		return Fold([]Event{
			{Seq: 1, ID: "1", Kind: Coated, Surface: "face", Glaze: "U", At: start.Add(-99 * time.Hour)},
			{Seq: 2, ID: "2", Kind: Loaded, Load: "L"}, {Seq: 3, ID: "3", Kind: Fired, Load: "L", Cone: "6", Bisque: bisque}, {Seq: 4, ID: "4", Kind: Unloaded, Load: "L", At: start.Add(-time.Hour)},
			{Seq: 5, ID: "5", Kind: Refired}, {Seq: 6, ID: "6", Kind: Coated, Surface: "face", Glaze: "C", At: start},
		})
	}
	require.Equal(t, after(1), d.DryAt(through(true).Loose("face")))
	require.Equal(t, after(5*onGlazed), d.DryAt(through(false).Loose("face")))
}

// roomOf makes logs of a room where coats of 3 minutes really take so many, and
// people touch them after some waits.
func roomOf(really float64, waits ...float64) (states []State) {
	for i, wait := range waits {
		id := fmt.Sprint(i)
		log := []Event{
			{Seq: 1, ID: id + "a", Kind: Coated, Surface: "face", At: after(-10)},
			{Seq: 2, ID: id + "b", Kind: Coated, Surface: "face", At: start},
			{Seq: 3, ID: id + "c", Kind: TouchDry, Surface: "face", At: after(wait)},
		}
		if wait < really {
			log[2].Text = StillWet
		}
		states = append(states, Fold(log))
	}
	return states
}

func TestPaceIsLearned(t *testing.T) {
	d := Drying{House: rules.Default()}
	learn := func(states []State) Pace { return LearnPace(d, after(600), slices.Values(states)) }
	require.Equal(t, Pace{Factor: 1, Night: 1}, learn(nil), "nobody touched anything")
	patient := learn(roomOf(3, 4, 5, 6, 7, 8, 9, 10, 11))
	require.Equal(t, 1.0, patient.Factor, "who waits longer than needed teaches nothing")
	require.Equal(t, 8, patient.Count)

	var touches []float64
	for i := range 200 {
		touches = append(touches, 0.5+float64(i%40)/8) // after half a minute to five and a half
	}
	require.InDelta(t, 2.0/3, learn(roomOf(2, touches...)).Factor, 0.05, "coats of three minutes that take two")
	require.InDelta(t, 1.5, learn(roomOf(4.5, touches...)).Factor, 0.1, "or four and a half")
	require.Greater(t, learn(roomOf(2, touches[:4]...)).Factor, 0.8, "four touches are not believed against the house")
	late := LearnPace(d, start.Add(-time.Hour), slices.Values(roomOf(2, touches...)))
	require.Zero(t, late.Count, "only what happened before the day counts")
}

// More touches that found coats dry early never slow the room down, and more
// that found them wet never quicken it.
func TestPaceFollowsTheTouches(t *testing.T) {
	d := Drying{House: rules.Default()}
	rapid.Check(t, func(t *rapid.T) {
		really := rapid.Float64Range(1, 6).Draw(t, "really")
		waits := rapid.SliceOfN(rapid.Float64Range(0.3, 9), 1, 30).Draw(t, "waits")
		states := roomOf(really, waits...)
		was := LearnPace(d, after(600), slices.Values(states)).Factor
		more := rapid.Float64Range(0.3, 9).Draw(t, "more")
		dry := LearnPace(d, after(600), slices.Values(append(slices.Clone(states), roomOf(0, more)...))).Factor
		require.LessOrEqual(t, dry, was)
		wet := LearnPace(d, after(600), slices.Values(append(slices.Clone(states), roomOf(99, more)...))).Factor
		require.GreaterOrEqual(t, wet, was)
		require.True(t, was >= 0.3 && was <= 3)
	})
}

// A coat that may be one coat twice takes no stroke away until somebody says
// that it was the next.
func TestDoubtedCoatWaitsForAnAnswer(t *testing.T) {
	log := []Event{
		{Seq: 1, ID: "a", Kind: Coated, Surface: "face", Glaze: "A", At: start, By: "Table 1"},
		{Seq: 2, ID: "b", Kind: Coated, Surface: "face", Glaze: "A", At: after(1), By: "teacher", Doubts: "a"},
		{Seq: 3, ID: "c", Kind: Coated, Surface: "face", Glaze: "A", At: after(5), By: "Table 1"},
	}
	s := Fold(log)
	require.Len(t, s.Coats, 2)
	require.Len(t, s.Doubts, 1)
	answer := func(text string) State {
		return Step(s, Event{Seq: 4, ID: "d", Kind: Answered, Of: "b", Text: text}, nil)
	}
	require.Len(t, answer(SameCoat).Coats, 2)
	next := answer(NextCoat)
	require.Equal(t, []string{"a", "b", "c"}, []string{next.Coats[0].ID, next.Coats[1].ID, next.Coats[2].ID}, "it counts where it was laid")
	require.Empty(t, next.Doubts)
	first := Fold(append(log, Event{Seq: 4, ID: "u", Kind: Undone, Undoes: "a"}, Event{Seq: 5, ID: "d", Kind: Answered, Of: "b", Text: NextCoat}))
	require.Equal(t, []string{"b", "c"}, []string{first.Coats[0].ID, first.Coats[1].ID}, "before all others, where it was the first")
	more := Step(s, Event{Seq: 4, ID: "x", Kind: Coated, Surface: "face", Glaze: "A", At: after(6), By: "teacher", Doubts: "c"}, nil)
	require.Len(t, Step(more, Event{Seq: 5, ID: "d", Kind: Answered, Of: "b", Text: SameCoat}, nil).Doubts, 1, "one answer settles one doubt")
	require.Equal(t, s.Doubts, Step(next, Event{Seq: 5, ID: "e", Kind: Undone, Undoes: "d"}, func() []Event {
		return append(log, Event{Seq: 4, ID: "d", Kind: Answered, Of: "b", Text: NextCoat})
	}).Doubts, "the answer can be taken back")
}

// A piece that was felt cold after the house's night teaches the room a longer one; loads
// that went well bound it from above, and it is never shorter than the house's.
func TestTheNightIsLearnedFromColdPieces(t *testing.T) {
	d := Drying{House: rules.Default()}
	cold := func(hours float64) State {
		return Fold([]Event{{Seq: 1, ID: "a", Kind: Coated, Surface: "face", Glaze: "A", At: start},
			{Seq: 2, ID: "b", Kind: TouchDry, Text: StillWet, At: start.Add(time.Duration(hours * float64(time.Hour)))}})
	}
	loaded := func(hours float64) State {
		return Fold([]Event{{Seq: 1, ID: "a", Kind: Coated, Surface: "face", Glaze: "A", At: start},
			{Seq: 2, ID: "b", Kind: Loaded, Load: "L", Seen: 1, At: start.Add(time.Duration(hours * float64(time.Hour)))}})
	}
	learn := func(states ...State) Pace {
		return LearnPace(d, start.AddDate(0, 1, 0), slices.Values(states))
	}
	require.Equal(t, 1.0, learn().Night)
	require.Equal(t, 1.0, learn(cold(13)).Night, "one piece is no rule")
	require.InDelta(t, 1.5, learn(cold(18), cold(18), cold(18)).Night, 0.01)
	require.Equal(t, 3, learn(cold(18), cold(18), cold(18)).Nights)
	require.InDelta(t, 1.25, learn(cold(18), cold(18), cold(18), loaded(15), loaded(15), loaded(15)).Night, 0.01, "loads that went well")
	require.Equal(t, 1.0, learn(loaded(6), loaded(6), loaded(6)).Night, "never shorter than the house's")
	d.Night = 1.5
	require.Equal(t, start.Add(18*time.Hour), d.KilnDryAt(Fold([]Event{{Seq: 1, ID: "a", Kind: Coated, Surface: "face", Glaze: "A", At: start}})))
	twice := Fold([]Event{{Seq: 1, ID: "a", Kind: Coated, Surface: "face", Glaze: "A", At: start},
		{Seq: 2, ID: "b", Kind: TouchDry, Text: StillWet, At: start.Add(13 * time.Hour)}, {Seq: 3, ID: "c", Kind: TouchDry, Text: StillWet, At: start.Add(20 * time.Hour)}})
	require.Equal(t, []Night{{start.Add(13 * time.Hour), 13 * time.Hour, true}, {start.Add(20 * time.Hour), 20 * time.Hour, true}}, twice.Nights, "both since it was wetted")
}
