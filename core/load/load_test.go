package load_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
)

const effort = 150_000

func school() kiln.Kiln {
	k := kiln.Usual()
	k.Name = "K"
	k.Thermocouple = kiln.Thermocouple{HighMM: 330, Degrees: 40, LongMM: 50}
	return k
}

func anyKiln(t *rapid.T) kiln.Kiln {
	k := school()
	k.Shape = rapid.SampledFrom([]kiln.Shape{kiln.Round, kiln.Oval, kiln.Octagonal, kiln.Rectangular}).Draw(t, "shape")
	k.WidthMM = float64(rapid.IntRange(300, 800).Draw(t, "wide"))
	k.TallMM = float64(rapid.IntRange(200, 800).Draw(t, "tall"))
	k.Whole.WidthMM = k.WidthMM - 60
	if k.Shape == kiln.Oval || k.Shape == kiln.Rectangular {
		k.DepthMM = float64(rapid.IntRange(300, 700).Draw(t, "deep"))
		k.Whole.DepthMM = k.DepthMM - 50
	}
	k.PerShelf = rapid.IntRange(3, 4).Draw(t, "posts")
	k.Thermocouple.HighMM = float64(rapid.IntRange(60, 190).Draw(t, "thermocouple"))
	k.Half.Count = rapid.IntRange(0, 2).Draw(t, "halves")
	for i := range k.Posts {
		k.Posts[i].Count = 3 * rapid.IntRange(0, 3).Draw(t, "count")
	}
	return k
}

func anyPieces(t *rapid.T, most int) []load.Piece {
	n := rapid.IntRange(1, most).Draw(t, "n")
	pieces := make([]load.Piece, n)
	for i := range pieces {
		p := load.Piece{ID: fmt.Sprint(i), TallMM: rapid.Float64Range(10, 250).Draw(t, "tall"), Grams: rapid.Float64Range(50, 2000).Draw(t, "grams"),
			Bare: rapid.IntRange(0, 5).Draw(t, "bare") == 0, Runs: rapid.IntRange(0, 4).Draw(t, "runs") == 0, Due: max(0, rapid.IntRange(-5, 9).Draw(t, "due"))}
		a, b := rapid.Float64Range(30, 200).Draw(t, "a"), rapid.Float64Range(30, 120).Draw(t, "b")
		switch rapid.IntRange(0, 3).Draw(t, "form") {
		case 0:
			p.Outline = outline.Disc(a / 2)
		case 1:
			p.Outline = outline.Rectangle(a, b)
		case 2:
			p.Outline = outline.Oval(a, b)
		default:
			p.Outline = append(outline.Disc(b/2), outline.Part{Core: []outline.Point{{X: b/2 + 30, Y: 8}, {Y: 8}, {Y: -8}, {X: b/2 + 30, Y: -8}}})
		}
		pieces[i] = p
	}
	return pieces
}

func anyWays(t *rapid.T) load.Ways {
	w := load.Usual()
	w.Runners = rapid.SampledFrom([]load.Runners{load.RunnersAnywhere, load.RunnersInside, load.RunnersLow}).Draw(t, "runners")
	return w
}

func texts(all []load.Breach) (list []string) {
	for _, b := range all {
		list = append(list, fmt.Sprintf("level %d, %s %s: %s", b.Level, b.Piece, b.Other, b.Text))
	}
	return list
}

// No plan places two glazed pieces nearer than the gap, a piece outside, a level on posts that do not
// exist, or one piece twice; everything is in it or left out with a reason; the same seed and effort
// give the same plan.
func TestPlansAreLegal(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k, ways, pieces := anyKiln(t), anyWays(t), anyPieces(t, 24)
		r := load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: effort, Seed: rapid.Int64Range(0, 9).Draw(t, "seed")}
		if len(k.Faults()) > 0 {
			_, faults := load.Find(r)
			require.NotEmpty(t, faults)
			return
		}
		plan, faults := load.Find(r)
		require.Empty(t, faults)
		require.Empty(t, texts(load.Breaches(k, ways, pieces, plan)))
		seen := map[string]int{}
		for _, l := range plan.Levels {
			require.NotEmpty(t, append(slices.Clone(l.Pieces), carriesHalves(plan, l)...), "no empty shelf is built in")
			for _, s := range l.Pieces {
				seen[s.Piece]++
			}
		}
		for _, o := range plan.Out {
			seen[o.Piece]++
			require.NotEmpty(t, o.Why)
		}
		require.Len(t, seen, len(pieces))
		for id, n := range seen {
			require.Equal(t, 1, n, id)
		}
		again, _ := load.Find(r)
		require.Equal(t, plan, again)
	})
}

// carriesHalves stands for the half shelves that a shelf carries.
func carriesHalves(plan load.Plan, l load.Level) []load.Standing {
	for _, above := range plan.Levels {
		if above.Side != kiln.Whole && plan.Levels[above.On].BaseMM == l.BaseMM {
			return []load.Standing{{}}
		}
	}
	return nil
}

func placed(p load.Plan) (n int) {
	for _, l := range p.Levels {
		n += len(l.Pieces)
	}
	return n
}

// due counts the pieces with a day in a plan.
func due(p load.Plan, pieces []load.Piece) (n int) {
	for _, l := range p.Levels {
		for _, s := range l.Pieces {
			if slices.ContainsFunc(pieces, func(q load.Piece) bool { return q.ID == s.Piece && q.Due > 0 }) {
				n++
			}
		}
	}
	return n
}

// A larger kiln that begins from the smaller one's plan loads no fewer of those with a day, and
// where it loads as many of those, no fewer at all.
func TestALargerKilnLoadsNoFewer(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k, ways, pieces := anyKiln(t), anyWays(t), anyPieces(t, 20)
		if len(k.Faults()) > 0 {
			return
		}
		small, _ := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: effort / 2})
		k.TallMM += float64(rapid.IntRange(0, 200).Draw(t, "taller"))
		for i := range k.Posts {
			k.Posts[i].Count += 3 * rapid.IntRange(0, 1).Draw(t, "more posts")
		}
		wider := float64(rapid.IntRange(0, 80).Draw(t, "wider"))
		k.WidthMM, k.Whole.WidthMM = k.WidthMM+wider, k.Whole.WidthMM+wider
		if k.DepthMM > 0 {
			k.DepthMM, k.Whole.DepthMM = k.DepthMM+wider, k.Whole.DepthMM+wider
		}
		k.Whole.Count += rapid.IntRange(0, 2).Draw(t, "more shelves")
		large, faults := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: effort / 2, Start: &small})
		require.Empty(t, faults)
		require.GreaterOrEqual(t, due(large, pieces), due(small, pieces))
		if due(large, pieces) == due(small, pieces) {
			require.GreaterOrEqual(t, placed(large), placed(small))
		}
		require.Empty(t, texts(load.Breaches(k, ways, pieces, large)))
	})
}

// What is locked stays where it is, on its shelf, and the rest is planned around it.
func TestLockedStays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k, ways, pieces := school(), anyWays(t), anyPieces(t, 24)
		first, _ := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: effort / 2})
		type spot struct {
			level int
			place outline.Place
		}
		locked := map[string]spot{}
		for n, l := range first.Levels {
			for i := range l.Pieces {
				if rapid.IntRange(0, 3).Draw(t, "lock") == 0 {
					l.Pieces[i].Locked = true
					locked[l.Pieces[i].Piece] = spot{n, l.Pieces[i].Place}
				}
			}
		}
		again, faults := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: effort / 2, Start: &first, Seed: 7})
		require.Empty(t, faults)
		require.Empty(t, texts(load.Breaches(k, ways, pieces, again)))
		require.GreaterOrEqual(t, due(again, pieces), due(first, pieces))
		for n, l := range again.Levels {
			for _, s := range l.Pieces {
				if at, ok := locked[s.Piece]; ok {
					require.Equal(t, at, spot{n, s.Place})
					delete(locked, s.Piece)
				}
			}
		}
		require.Empty(t, locked)
	})
}

func TestRequestsThatMakeNoSense(t *testing.T) {
	one := load.Piece{ID: "a", Outline: outline.Disc(30), TallMM: 50}
	for name, r := range map[string]load.Request{
		"an impossible kiln": {Kiln: kiln.Kiln{}, Ways: load.Usual(), Pieces: []load.Piece{one}},
		"a negative gap":     {Kiln: school(), Ways: load.Ways{GapMM: -6, Runners: load.RunnersAnywhere}, Pieces: []load.Piece{one}},
		"a piece twice":      {Kiln: school(), Ways: load.Usual(), Pieces: []load.Piece{one, one}},
		"no measures":        {Kiln: school(), Ways: load.Usual(), Pieces: []load.Piece{{ID: "a"}}},
	} {
		_, faults := load.Find(r)
		require.NotEmpty(t, faults, name)
	}
}

// What is left out says why: taller than the kiln, wider than a shelf, no posts, no room.
func TestWhyItWasLeftOut(t *testing.T) {
	k := school()
	k.TallMM, k.Thermocouple = 300, kiln.Thermocouple{}
	full := func(n int) (list []load.Piece) {
		for i := range n {
			list = append(list, load.Piece{ID: fmt.Sprint(i), Outline: outline.Disc(100), TallMM: 90})
		}
		return list
	}
	why := func(k kiln.Kiln, id string, pieces ...load.Piece) string {
		plan, faults := load.Find(load.Request{Kiln: k, Ways: load.Usual(), Pieces: pieces, Steps: effort})
		require.Empty(t, faults)
		for _, o := range plan.Out {
			if o.Piece == id || id == "" {
				return o.Why
			}
		}
		return "it stands in it"
	}
	tower := load.Piece{ID: "tower", Outline: outline.Disc(40), TallMM: 400}
	require.Contains(t, why(k, "tower", tower), "400 mm tall")
	table := load.Piece{ID: "table", Outline: outline.Rectangle(500, 400), TallMM: 20}
	require.Contains(t, why(k, "table", table), "wider than a shelf")
	none := k
	none.Posts = nil
	require.Contains(t, why(none, "", full(9)...), "no posts")
	require.Contains(t, why(k, "", full(30)...), "full")
	two := load.Request{Kiln: k, Ways: load.Usual(), Pieces: full(8), Steps: effort}
	two.Kiln.Posts = []kiln.Post{{HighMM: 110, Count: 0}}
	plan, _ := load.Find(two)
	require.NotEmpty(t, plan.Out)
	gains := load.Gains(two, plan)
	require.NotEmpty(t, gains)
	require.Equal(t, "3 more posts of 110 mm", gains[0].What)
	require.Len(t, gains[0].Pieces, len(plan.Out))
}

// A search that is stopped answers with the best it has.
func TestStopped(t *testing.T) {
	k, told := school(), 0
	r := load.Request{Kiln: k, Ways: load.Usual(), Steps: 400 * effort}
	for i := range 60 {
		r.Pieces = append(r.Pieces, load.Piece{ID: fmt.Sprint(i), Outline: outline.Disc(60), TallMM: 100})
	}
	r.Watch = func(best load.Plan, share float64) bool {
		require.Positive(t, placed(best))
		told++
		return told < 2
	}
	plan, _ := load.Find(r)
	require.Equal(t, 2, told)
	require.Positive(t, placed(plan))
}
