package experiment_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/experiment"
	"enkaustos/core/glaze"
)

// some are blanks and fits as chance has them: few, so that every way of sharing can be gone through.
func some(t *rapid.T) (blanks []experiment.Blank, fits []experiment.Fit) {
	for i := range rapid.IntRange(1, 4).Draw(t, "blanks") {
		blanks = append(blanks, experiment.Blank{Stack: glaze.Stack{{Glaze: fmt.Sprint(i), Coats: 2}}, Running: rapid.IntRange(0, 2).Draw(t, "running")})
	}
	for s := range rapid.IntRange(1, 5).Draw(t, "students") {
		for b := range blanks {
			if rapid.Bool().Draw(t, "fits") {
				fits = append(fits, experiment.Fit{Blank: b, Student: fmt.Sprint("s", s), Piece: fmt.Sprint("p", s), Surface: "wall", Wish: rapid.IntRange(0, 3).Draw(t, "wish")})
			}
		}
	}
	return blanks, fits
}

// rank says how good a sharing is: how many places of each blank are filled, the first blank before
// the second, and then how near it comes to the wishes.
func rank(blanks []experiment.Blank, fits []experiment.Fit, chosen []int) []int {
	score := make([]int, len(blanks)+1)
	for _, i := range chosen {
		score[fits[i].Blank]++
		score[len(blanks)] += fits[i].Wish
	}
	return score
}

func less(a, b []int) bool {
	for i := range a {
		if a[i] != b[i] {
			return a[i] < b[i]
		}
	}
	return false
}

// best goes through every way of sharing.
func best(blanks []experiment.Blank, fits []experiment.Fit) []int {
	top := make([]int, len(blanks)+1)
	var walk func(i int, chosen []int, has map[string]bool, taken []int)
	walk = func(i int, chosen []int, has map[string]bool, taken []int) {
		if i == len(fits) {
			if score := rank(blanks, fits, chosen); less(top, score) {
				top = score
			}
			return
		}
		walk(i+1, chosen, has, taken)
		f := fits[i]
		if !has[f.Student] && taken[f.Blank] < blanks[f.Blank].Open() {
			has[f.Student] = true
			taken[f.Blank]++
			walk(i+1, append(chosen[:len(chosen):len(chosen)], i), has, taken)
			taken[f.Blank]--
			has[f.Student] = false
		}
	}
	walk(0, nil, map[string]bool{}, make([]int, len(blanks)))
	return top
}

// In small classes no sharing fills the places of the most planned stacks better, and none that fills
// the same comes nearer to the wishes.
func TestNoSharingIsBetter(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		blanks, fits := some(t)
		offers := experiment.Share(blanks, fits, nil)
		score, once := make([]int, len(blanks)+1), map[string]bool{}
		for _, o := range offers {
			require.False(t, once[o.Student], "one to a student")
			once[o.Student] = true
			score[o.Blank]++
			near := -1
			for _, f := range fits {
				if f.Student == o.Student && f.Blank == o.Blank {
					near = f.Wish
				}
			}
			require.GreaterOrEqual(t, near, 0, "nobody is offered what does not fit")
			score[len(blanks)] += near
		}
		require.Equal(t, best(blanks, fits), score)
	})
}

// A jar is not asked for more than it holds, by all offers together; one that nobody looked into
// holds enough.
func TestNoJarIsOverdrawn(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		blanks, fits := some(t)
		for i := range fits {
			fits[i].Takes = map[string]float64{"A": rapid.Float64Range(0, 30).Draw(t, "takes"), "B": 500}
		}
		left := experiment.Stock{"A": rapid.Float64Range(0, 60).Draw(t, "left")}
		total := 0.0
		for _, o := range experiment.Share(blanks, fits, left) {
			for _, f := range fits {
				if f.Student == o.Student && f.Blank == o.Blank {
					total += f.Takes["A"]
				}
			}
		}
		require.LessOrEqual(t, total, left["A"])
	})
}
