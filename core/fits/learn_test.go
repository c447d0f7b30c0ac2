package fits_test

import (
	"fmt"
	"math/rand"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fits"
)

// laidBy is what a class of a speed lays in a lesson, each stroke as long as it takes, with
// chatter between some of them.
func laidBy(random *rand.Rand, speed float64, students, coats int) (all []fits.Laid) {
	for student := range students {
		at, glaze := nine, "A"
		for range coats {
			usual := 1 + 3*random.Float64()
			took := usual / speed * (0.9 + 0.2*random.Float64())
			next := string(rune('A' + random.Intn(2)))
			if next != glaze {
				took += 2
			}
			if random.Intn(8) == 0 {
				took += 6
			}
			glaze = next
			at = at.Add(time.Duration(took * float64(time.Minute)))
			all = append(all, fits.Laid{Hand: fmt.Sprint(student), At: at, Glaze: glaze, Minutes: usual})
		}
	}
	return all
}

// The speed of a class is found within a tenth from a lesson's coats, whoever chats; few
// coats change little, and nothing is as usual.
func TestSpeedIsLearned(t *testing.T) {
	random := rand.New(rand.NewSource(7))
	for _, speed := range []float64{0.5, 0.8, 1, 1.4, 2} {
		got := fits.LearnSpeed(laidBy(random, speed, 20, 8), 2)
		require.InEpsilon(t, speed, got.Factor, 0.1)
		require.Greater(t, got.Count, 100)
		few := fits.LearnSpeed(laidBy(random, speed, 1, 3), 2)
		require.InDelta(t, 1, few.Factor, 0.35)
	}
	require.Equal(t, fits.Speed{Factor: 1}, fits.LearnSpeed(nil, 2))
	waited := []fits.Laid{{Hand: "a", At: nine}, {Hand: "a", At: nine.Add(5 * time.Minute), Minutes: 1, Ready: nine.Add(4 * time.Minute)}}
	require.Zero(t, fits.LearnSpeed(waited, 0).Count, "who waited for a coat to dry was not slow")
	double := []fits.Laid{{Hand: "a", At: nine}, {Hand: "a", At: nine.Add(time.Second), Minutes: 1}, {Hand: "b", At: nine.Add(time.Minute), Minutes: 1}}
	require.Zero(t, fits.LearnSpeed(double, 0).Count, "neither a slip nor another hand says anything")
}
