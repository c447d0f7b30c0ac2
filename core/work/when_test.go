package work

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

// minute is a moment so many minutes after the start of these tests.
func minute(n int) time.Time { return start.Add(time.Duration(n) * time.Minute) }

// What comes first: the order of the log, but for what was told afterwards, which comes where its
// time puts it.
func TestWhatComesFirst(t *testing.T) {
	logged := func(min int, seq int64) When { return When{At: minute(min), Seq: seq} }
	told := func(min int, seq int64) When { return When{At: minute(min), Seq: seq, Told: true} }
	for name, c := range map[string]struct {
		first, then When
	}{
		"as it was logged":              {logged(1, 1), logged(2, 2)},
		"at one instant":                {logged(1, 1), logged(1, 2)},
		"a clock that was set back":     {logged(9, 1), logged(2, 2)},
		"told afterwards, of before":    {told(1, 9), logged(2, 2)},
		"told afterwards, of after":     {logged(2, 2), told(3, 9)},
		"told of the same instant":      {logged(2, 2), told(2, 9)},
		"both told, in the other order": {told(1, 9), told(2, 8)},
		"it never happened":             {When{}, logged(1, 1)},
	} {
		require.True(t, c.then.After(c.first), name)
		require.False(t, c.first.After(c.then), name)
	}
}

// Each rule that goes by time is the same for what comes late, at one instant, and the other way
// round.
func TestRulesByTime(t *testing.T) {
	const late = "late"
	coat := func(at, done int, kind string) Event {
		e := Event{Kind: Coated, Surface: "face", Glaze: "A", At: minute(at)}
		if done >= 0 {
			e.Done, e.Exact = minute(done), kind == late
		}
		return e
	}
	bone := func(at int) Event { return Event{Kind: BoneDry, At: minute(at)} }
	wipe := func(at int) Event { return Event{Kind: Wiped, Surface: "face", At: minute(at)} }
	fold := func(log ...Event) State {
		for i := range log {
			log[i].Seq, log[i].ID = int64(i+1), string(rune('a'+i))
		}
		return Fold(log)
	}
	t.Run("felt dry after it was wet", func(t *testing.T) {
		for name, c := range map[string]struct {
			log  []Event
			want bool
		}{
			"felt later":                          {[]Event{wipe(1), bone(2)}, true},
			"felt at the instant of the wipe":     {[]Event{wipe(1), bone(1)}, true},
			"wiped at the instant it was felt":    {[]Event{bone(1), wipe(1)}, false},
			"wiped later":                         {[]Event{bone(1), wipe(2)}, false},
			"a coat told late, of before":         {[]Event{bone(5), coat(9, 2, late)}, true},
			"a coat told late, of after":          {[]Event{bone(5), coat(9, 7, late)}, false},
			"wiped by a clock that was set back":  {[]Event{bone(50), wipe(2)}, false},
			"felt cold at the instant it was dry": {[]Event{bone(1), {Kind: TouchDry, Text: StillWet, At: minute(1)}}, false},
		} {
			s := fold(c.log...)
			require.Equal(t, c.want, s.DryToTouch(), name)
		}
	})
	t.Run("bone dry before the first coat", func(t *testing.T) {
		for name, c := range map[string]struct {
			log  []Event
			want bool
		}{
			"felt before":                       {[]Event{bone(1), coat(2, -1, "")}, true},
			"felt at the instant, logged first": {[]Event{bone(1), coat(1, -1, "")}, true},
			"felt after the first coat":         {[]Event{coat(1, -1, ""), bone(2)}, false},
			"at one instant, logged after":      {[]Event{coat(1, -1, ""), bone(1)}, false},
			"a coat told late, of before":       {[]Event{bone(5), coat(9, 2, late)}, false},
			"a coat told late, of after":        {[]Event{bone(5), coat(9, 7, late)}, true},
			"a coat from paper, of before":      {[]Event{bone(5), coat(9, 2, "")}, false},
			"felt once it was all wiped off":    {[]Event{coat(1, -1, ""), {Kind: Wiped, Surface: "face", Back: 1, At: minute(2)}, bone(3)}, true},
			"a clock that was set back":         {[]Event{coat(50, -1, ""), bone(2)}, false},
		} {
			require.Equal(t, c.want, fold(c.log...).BoneDry, name)
		}
	})
	t.Run("before which firing", func(t *testing.T) {
		fire := []Event{{Kind: Loaded, Load: "L", At: minute(9)}, {Kind: Fired, Load: "L", At: minute(10)}, {Kind: Unloaded, Load: "L", At: minute(20)}}
		for name, c := range map[string]struct {
			e    Event
			want int
		}{
			"laid after":                {coat(30, -1, ""), 1},
			"told late, of before":      {coat(30, 5, late), 0},
			"told late, of the instant": {coat(30, 10, late), 1},
			"told late, of after":       {coat(30, 25, late), 1},
			"from paper, of before":     {coat(30, 5, ""), 0},
			"a clock that was set back": {coat(5, -1, ""), 1},
		} {
			s := fold(append(append([]Event{}, fire...), c.e)...)
			require.Equal(t, c.want, s.Coats[0].Stage, name)
			require.Equal(t, c.want == 0, s.FiredOn(s.Coats[0]), name)
		}
	})
	t.Run("out of a mislabelled cup", func(t *testing.T) {
		jar := map[string]*glaze.Glaze{"A": {Code: "A", Doubts: []glaze.Doubt{{ID: "d", Since: minute(1), Until: minute(10)}}}}
		for name, c := range map[string]struct {
			e    Event
			want bool
		}{
			"laid meanwhile":               {coat(5, -1, ""), true},
			"laid as it was put right":     {coat(10, -1, ""), false},
			"told late, of meanwhile":      {coat(30, 5, late), true},
			"told late, of its beginning":  {coat(30, 1, late), true},
			"told late, of before":         {coat(30, 0, late), false},
			"told late, as it was put so":  {coat(30, 10, late), false},
			"entered for a lesson of then": {coat(30, 5, ""), true},
		} {
			require.Equal(t, c.want, len(fold(c.e).Doubted(jar)) > 0, name)
		}
	})
	t.Run("laid wet", func(t *testing.T) {
		wet := func(log ...Event) int { return len(Drying{House: rules.Default()}.LaidWet(fold(log...).Coats)) }
		require.Equal(t, 1, wet(coat(1, -1, ""), coat(1, -1, "")), "at one instant")
		require.Equal(t, 0, wet(coat(1, -1, ""), coat(9, -1, "")))
		require.Equal(t, 1, wet(coat(1, -1, ""), coat(30, 1, "late")), "told late, to the second")
		require.Equal(t, 0, wet(coat(30, 1, ""), coat(30, 1, "")), "from paper: both are of the lesson, and nobody knows the minute")
		require.Equal(t, 0, wet(coat(30, 1, ""), coat(1, -1, "")))
	})
	t.Run("the last look and the first coat", func(t *testing.T) {
		look := Event{Kind: Checked, Verdict: foot.Clean, Seen: 1, At: minute(20)}
		late := fold(Event{Kind: Noted, Text: "x", At: minute(1)}, look, coat(30, 5, late))
		require.NotEmpty(t, late.Check.Lapsed, "a look goes by what it had seen, whenever that was done")
		dust := fold(Event{Kind: Cleaned, At: minute(1)}, coat(1, -1, ""))
		require.Empty(t, dust.DustOn(rules.Default(), minute(2)).Why, "cleaned, then laid, at one instant")
		under := fold(coat(1, -1, ""), Event{Kind: Cleaned, At: minute(1)})
		require.NotEmpty(t, under.DustOn(rules.Default(), minute(2)).Why, "laid, then cleaned")
	})
}

// What a damage or a sanding that was taken back at once leaves behind is nothing.
func TestNothingIsLeftOfWhatWasOnlySaid(t *testing.T) {
	for kind, leaves := range map[Kind]bool{Damaged: false, Sanded: false, Repaired: false, Found: false, Coated: true, Patched: true, Wiped: true} {
		s := Fold([]Event{{Seq: 1, ID: "a", Kind: kind, Surface: "back", Glaze: "A", Text: "x", At: start}, {Seq: 2, ID: "b", Kind: Undone, Undoes: "a", At: start}})
		require.Equal(t, leaves, len(s.Undone) > 0, kind)
	}
}

// Each kind of event that a tablet may log either says which reason it may take away and why, or
// takes none.
func TestWhatATabletMayLift(t *testing.T) {
	for _, k := range Kinds() {
		e, _ := Of(k)
		if e.By != Station {
			require.Empty(t, e.Lifts, k)
		}
	}
	for _, k := range []Kind{Coated, Felted, Peeled, Cleaned, TouchDry, Undone} {
		require.NotEmpty(t, register[k].Lifts, k)
	}
}

// A room learns of the days before today alone, and of the same ones in memory as after a start.
func TestThePaceIsOfTheDaysBefore(t *testing.T) {
	d := Drying{House: rules.Default()}
	cold := func(day int) State {
		at := start.AddDate(0, 0, day)
		return Fold([]Event{{Seq: 1, ID: "a", Kind: Coated, Surface: "face", Glaze: "A", At: at.Add(-20 * time.Hour)}, {Seq: 2, ID: "b", Kind: TouchDry, Text: StillWet, At: at}})
	}
	today := start
	learn := func(states ...State) Pace {
		return LearnPace(d, today, func(yield func(State) bool) {
			for _, s := range states {
				if !yield(s) {
					return
				}
			}
		})
	}
	require.Equal(t, learn().Night, learn(cold(1), cold(1), cold(1)).Night, "felt today: it teaches tomorrow")
	require.Greater(t, learn(cold(-1), cold(-1), cold(-1)).Night, 1.0)
	require.True(t, d.TeachesAlike(State{}, cold(1), today))
	require.False(t, d.TeachesAlike(State{}, cold(-1), today))
	wait := d.KilnDryAt(cold(-1)).Sub(cold(-1).LastWet)
	d.Night = 1.889
	require.Zero(t, d.KilnDryAt(cold(-1)).Sub(cold(-1).LastWet)%(30*time.Minute), "nobody waits to the second")
	require.Greater(t, d.KilnDryAt(cold(-1)).Sub(cold(-1).LastWet), wait)
}
