package results

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/fault"
	"enkaustos/core/glaze"
)

// clear is a record that rules every cause out.
func clearOf() (c Clues) {
	for i := range c {
		c[i] = Absent
	}
	return c
}

// Every prior is of a cause and a fault that are known, every cause can be read and said.
func TestTheRegisterHoldsTogether(t *testing.T) {
	require.Len(t, guides, causes)
	require.Len(t, clues, causes)
	for _, g := range guides {
		require.NotNil(t, clues[g.Cause], g.Cause)
		for _, text := range []string{g.Name, g.Teach, g.Try, g.Unsaid} {
			require.NotEmpty(t, text, g.Cause)
		}
		require.NotContains(t, g.Try, "you forgot", "kindly")
	}
	with := map[fault.Kind]bool{}
	for _, p := range priors {
		require.GreaterOrEqual(t, p.Cause.index(), 0, p.Cause)
		_, known := fault.Of(p.Fault)
		require.True(t, known, p.Fault)
		require.True(t, p.Share > 0 && p.Share < 1)
		with[p.Fault] = true
	}
	require.Len(t, with, len(fault.All()), "every fault has a cause")
}

// With nothing learned, a fault on a clear record comes of nothing, one with one cause is a noisy or
// of the two in closed form, and what a room shows takes the place of what was thought.
func TestTheModelInClosedForm(t *testing.T) {
	m := Learn(nil)
	bareRisk := m.Risk(fault.LidStuck, clearOf())
	q, ok := m.Share(fault.LidStuck, Seat)
	require.True(t, ok)
	welded := clearOf().With(Seat, There)
	require.InDelta(t, 1-(1-bareRisk)*(1-q.Share), m.Risk(fault.LidStuck, welded), 1e-12)
	why := m.Why(fault.LidStuck, welded)
	require.InDelta(t, q.Share/m.Risk(fault.LidStuck, welded), why.Causes[0].Odds, 1e-12)
	require.Equal(t, Seat, why.Named())
	require.Equal(t, Cause(""), m.Why(fault.LidStuck, clearOf()).Named(), "nothing on record explains it")
	require.Empty(t, m.Why(fault.LidStuck, clearOf()).Worth())
	require.Zero(t, m.Risk("boredom", welded))

	var seen []Seen
	for i := range 1000 {
		one := Seen{Clues: welded}
		if i%10 < 3 {
			one.Faults = []fault.Kind{fault.LidStuck}
		}
		seen = append(seen, one)
	}
	learned, _ := Learn(seen).Share(fault.LidStuck, Seat)
	require.InDelta(t, 0.3, learned.Share, 0.02, "of a thousand three hundred stuck, whatever was thought")
	require.Equal(t, []int{300, 1000}, []int{learned.With, learned.Of})
	few, _ := Learn(seen[:10]).Share(fault.LidStuck, Seat)
	require.Greater(t, few.Share, 0.4, "ten say little against what is usual")
}

// around keeps what it is told: its mean lies near the share, and a twentieth of it lies outside what
// odds of a third and three times reach.
func TestPriorsReachAsFarAsSaid(t *testing.T) {
	for _, share := range []float64{0.01, 0.1, 0.3, 0.7} {
		b := around(share)
		require.InDelta(t, share, b.a/(b.a+b.b), 0.25*share, share)
		sd := math.Sqrt(b.a * b.b / ((b.a + b.b) * (b.a + b.b) * (b.a + b.b + 1)))
		odds := share / (1 - share)
		low, high := odds/reach/(1+odds/reach), odds*reach/(1+odds*reach)
		require.InDelta(t, high-low, 2*math.Sqrt(3)*sd, 0.2*(high-low), "of one that lies anywhere between alike")
	}
}

// Whatever a room showed: what is there never lowers a risk, odds are odds, and a record that says more
// of a cause that is there names it no later.
func TestWhatIsThereNeverHelps(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		sign := rapid.SampledFrom([]Sign{Unsaid, Absent, There})
		draw := func() (c Clues) {
			for i := range c {
				c[i] = sign.Draw(t, "sign")
			}
			return c
		}
		kinds := fault.All()
		var seen []Seen
		for range rapid.IntRange(0, 40).Draw(t, "seen") {
			one := Seen{Clues: draw()}
			if rapid.Bool().Draw(t, "faulty") {
				one.Faults = []fault.Kind{rapid.SampledFrom(kinds).Draw(t, "fault").Kind}
			}
			seen = append(seen, one)
		}
		m, c, kind := Learn(seen), draw(), rapid.SampledFrom(kinds).Draw(t, "kind").Kind
		cause := rapid.SampledFrom(guides).Draw(t, "cause").Cause
		there, absent := m.Risk(kind, c.With(cause, There)), m.Risk(kind, c.With(cause, Absent))
		// What goes wrong seldom comes alone: a cause that is there may make an unlogged one less
		// likely only where the room showed it.
		if len(seen) == 0 {
			require.GreaterOrEqual(t, there, absent-1e-12)
		}
		require.True(t, there > 0 && there < 1)
		why := m.Why(kind, c)
		last := 1.0
		for _, l := range why.Causes {
			require.True(t, l.Odds > 0 && l.Odds <= 1+1e-9, "%v", l)
			require.LessOrEqual(t, l.Odds, last+1e-12, "the likeliest first")
			require.NotEqual(t, Absent, c.Of(l.Cause))
			last = l.Odds
		}
		require.True(t, why.Nothing >= 0 && why.Nothing <= 1+1e-9)
	})
}

// Wilson's interval beside the values that Newcombe printed for the 95 % one (Statistics in Medicine
// 17, 1998, table I; the values from memory), here by its own formula at his z.
func TestWilson(t *testing.T) {
	for _, c := range []struct {
		seen, n     int
		least, most float64
	}{{81, 263, 0.2553, 0.3662}, {15, 148, 0.0624, 0.1605}, {0, 20, 0, 0.1611}, {1, 29, 0.0061, 0.1718}} {
		least, most := wilson(c.seen, c.n, 1.959964)
		require.InDelta(t, c.least, least, 5e-5)
		require.InDelta(t, c.most, most, 5e-5)
	}
	least, most := Wilson(0, 0)
	require.Equal(t, []float64{0, 1}, []float64{least, most})
	two, _ := Wilson(2, 2)
	many, _ := Wilson(27, 30)
	require.Less(t, two, many, "a few firings never beat many")
}

// Counts foretold: a tenth of a distribution lies below, a tenth above; for one that varies as its mean
// that is Poisson's (of 4: P(0..1) = 0.0916, P(0..6) = 0.8893, P(0..7) = 0.9489).
func TestReaches(t *testing.T) {
	low, high := reaches(4, 4)
	require.Equal(t, []int{2, 7}, []int{low, high})
	low, high = reaches(0, 0)
	require.Equal(t, []int{0, 0}, []int{low, high})
	narrow, wide := func() (int, int) { l, h := reaches(10, 10); return l, h }, func() (int, int) { l, h := reaches(10, 40); return l, h }
	l1, h1 := narrow()
	l2, h2 := wide()
	require.True(t, l2 < l1 && h2 > h1, "what varies more reaches farther: %d-%d in %d-%d", l1, h1, l2, h2)
}

// A load names first what risks most, and what of it would lower that.
func TestALoadForetold(t *testing.T) {
	m := Learn(nil)
	require.False(t, m.Enough())
	load := []Surface{{Piece: "fine", Surface: "face", Clues: clearOf()}, {Piece: "risky", Surface: "exterior", Clues: clearOf().With(Thick, There).With(Low, There)}}
	for range 20 {
		load = append(load, load[0])
	}
	all := m.Foretell(load)
	require.NotEmpty(t, all)
	i := 0
	for all[i].Kind != fault.Running {
		i++
	}
	first := all[i].First[0]
	require.Equal(t, "risky", first.Piece)
	require.Contains(t, []Cause{Thick, Low}, first.Cause)
	require.Less(t, first.Lower, first.Risk)
	require.Empty(t, m.Foretell(nil))
}

// Stacks by what became of them: few never beat many, coats are advised on where the results speak and
// do not contradict each other, and one that nobody judged says nothing.
func TestStacksByWhatBecameOfThem(t *testing.T) {
	ground := FiredOn{Firing: glaze.Firing{Clay: "P", Cone: "6"}, Half: glaze.Smooth}
	var all []Fired
	add := func(code string, n, streaks, ran int) {
		for i := range n {
			f := Fired{Piece: code, Stack: glaze.Stack{{Glaze: code, Coats: 3}}, Ground: ground, Judged: true, Sound: i >= streaks+ran, Said: true, Again: i > 0}
			switch {
			case i < streaks:
				f.Faults = []fault.Kind{fault.Streaks}
			case i < streaks+ran:
				f.Faults = []fault.Kind{fault.Running}
			}
			all = append(all, f)
		}
	}
	add("M", 30, 0, 2)
	add("F", 2, 0, 0)
	add("S", 6, 3, 0)
	add("R", 6, 0, 3)
	add("B", 6, 2, 2)
	all = append(all, Fired{Piece: "N", Stack: glaze.Stack{{Glaze: "N", Coats: 2}}, Ground: ground})
	other := ground
	other.Cone = "04"
	all = append(all, Fired{Piece: "M4", Stack: glaze.Stack{{Glaze: "M", Coats: 3}}, Ground: other, Judged: true, Sound: true})
	list := Records(all)
	require.Equal(t, "M", list[0].Stack[0].Glaze)
	require.Equal(t, 30, list[0].Judged, "another cone is another ground")
	advice := map[string]int{}
	for _, r := range list {
		if r.Ground == ground {
			advice[r.Stack[0].Glaze] = r.MoreOrFewer
		}
	}
	require.Equal(t, map[string]int{"M": 0, "F": 0, "S": 1, "R": -1, "B": 0, "N": 0}, advice)
	last := list[len(list)-1]
	require.True(t, last.NeverJudged)
	require.Equal(t, "N", last.Stack[0].Glaze)
}
