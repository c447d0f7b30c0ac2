package seats_test

import (
	"encoding/json"
	"fmt"
	"os"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/seats"
)

// everyone goes through all seatings of children, and finds the best score.
func everyone(children []seats.Child, jars []seats.Jar) (best seats.Score) {
	taken := make([]int, len(jars))
	at := map[string]string{}
	var seat func(i int)
	seat = func(i int) {
		if i == len(children) {
			if s := seats.Of(children, at); s.Compare(best) > 0 {
				best = s
			}
			return
		}
		seat(i + 1)
		for j := range jars {
			if taken[j] < jars[j].Seats {
				taken[j]++
				at[children[i].ID] = jars[j].Glaze
				seat(i + 1)
				delete(at, children[i].ID)
				taken[j]--
			}
		}
	}
	seat(0)
	return best
}

// fits holds a seating against its jars: nobody at a jar that they did not choose, and no
// jar with more than its seats.
func fits(t require.TestingT, children []seats.Child, jars []seats.Jar, s seats.Seating) {
	taken := map[string]int{}
	for _, c := range children {
		if at, ok := s.At[c.ID]; ok {
			require.Contains(t, c.Choices, at)
			taken[at]++
		}
	}
	for _, j := range jars {
		require.LessOrEqual(t, taken[j.Glaze], j.Seats)
		delete(taken, j.Glaze)
	}
	require.Empty(t, taken)
}

// Small classes: no seating at all is better, whichever way one goes through them.
func TestAgainstEverySeating(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var jars []seats.Jar
		for j := range rapid.IntRange(0, 4).Draw(t, "jars") {
			jars = append(jars, seats.Jar{Glaze: fmt.Sprint("J", j), Seats: rapid.IntRange(1, 2).Draw(t, "seats")})
		}
		var children []seats.Child
		for i := range rapid.IntRange(0, 6).Draw(t, "children") {
			codes := rapid.Permutation([]string{"J0", "J1", "J2", "J3", "gone"}).Draw(t, "choices")
			children = append(children, seats.Child{ID: fmt.Sprint(i), Choices: codes[:rapid.IntRange(0, 3).Draw(t, "n")], Lost: rapid.Bool().Draw(t, "lost"), Before: rapid.SampledFrom([]string{"", "J0", "J1"}).Draw(t, "before")})
		}
		got := seats.Assign(children, jars)
		fits(t, children, jars, got)
		require.Equal(t, everyone(children, jars), got.Score)
	})
}

// Large classes: what a MILP solver (highs) finds, level by level, see web/scripts/seats.mjs.
func TestAgainstSolvedSeatings(t *testing.T) {
	var all []struct {
		Children []seats.Child
		Jars     []seats.Jar
		Best     seats.Score
	}
	file, err := os.ReadFile("testdata/instances.json")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(file, &all))
	require.GreaterOrEqual(t, len(all), 20)
	for i, one := range all {
		require.NoError(t, seats.Check(one.Children, one.Jars, func(id string) string { return id }))
		got := seats.Assign(one.Children, one.Jars)
		fits(t, one.Children, one.Jars, got)
		require.Equal(t, one.Best, got.Score, "instance %d", i)
	}
}

func TestSeatsThatCannotBe(t *testing.T) {
	name := func(string) string { return "Ilo" }
	for said, c := range map[string]struct {
		children []seats.Child
		jars     []seats.Jar
	}{
		"B01 has no seat: give it one, or leave it out":      {nil, []seats.Jar{{Glaze: "B01"}}},
		"B01 has 81 seats: at most 80":                       {nil, []seats.Jar{{Glaze: "B01", Seats: 81}}},
		"B01 stands there twice":                             {nil, []seats.Jar{{Glaze: "B01", Seats: 1}, {Glaze: "B01", Seats: 1}}},
		"Ilo has 4 choices: at most 3":                       {[]seats.Child{{Choices: []string{"a", "b", "c", "d"}}}, nil},
		"Ilo chose a twice":                                  {[]seats.Child{{Choices: []string{"a", "a"}}}, nil},
		"81 children are more than a room holds: at most 80": {make([]seats.Child, 81), nil},
	} {
		require.EqualError(t, seats.Check(c.children, c.jars, name), said)
	}
}

func BenchmarkClassOf32(b *testing.B) {
	var children []seats.Child
	var jars []seats.Jar
	for j := range 10 {
		jars = append(jars, seats.Jar{Glaze: fmt.Sprint(j), Seats: 3})
	}
	for i := range 32 {
		children = append(children, seats.Child{ID: fmt.Sprint(i), Choices: []string{fmt.Sprint(i * i % 5), fmt.Sprint(i % 10), fmt.Sprint((i + 7) % 10)}[i%2:], Lost: i%5 == 0})
	}
	for b.Loop() {
		seats.Assign(children, jars)
	}
}

// Who got nothing, or the last of three, goes before the next time.
func TestWhoLost(t *testing.T) {
	three := []string{"A", "B", "C"}
	for at, lost := range map[string]bool{"A": false, "B": false, "C": true, "": true} {
		require.Equal(t, lost, seats.Lost(three, at), at)
	}
	require.False(t, seats.Lost([]string{"A", "B"}, "B"))
	require.False(t, seats.Lost(nil, ""), "who chose nothing lost nothing")
}
