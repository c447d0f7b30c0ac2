package grade_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/grade"
)

// Scales of schools: whole and half steps, per cent, and those where 1 is the best.
func TestScales(t *testing.T) {
	for _, c := range []struct {
		scale grade.Scale
		share float64
		want  float64
	}{
		{grade.Usual(), 1, 4}, {grade.Usual(), 0, 1}, {grade.Usual(), 0.5, 3}, {grade.Usual(), 0.49, 2},
		{grade.Scale{Least: 0, Best: 100, Step: 5}, 0.83, 85},
		{grade.Scale{Least: 6, Best: 1, Step: 0.5}, 1, 1}, {grade.Scale{Least: 6, Best: 1, Step: 0.5}, 0.8, 2},
		{grade.Usual(), 7, 4}, {grade.Usual(), -1, 1},
	} {
		require.NoError(t, c.scale.Check())
		require.InDelta(t, c.want, c.scale.At(c.share), 1e-9, "%+v at %g", c.scale, c.share)
	}
	require.ErrorContains(t, grade.Usual().Holds(5), "5 is no grade here: expected 1 to 4 in steps of 1")
	require.ErrorContains(t, grade.Usual().Holds(2.5), "expected 1 to 4")
	require.Error(t, grade.Usual().Holds(math.NaN()))
	for _, bad := range []grade.Scale{{}, {Least: 1, Best: 1, Step: 1}, {Least: 1, Best: 4}, {Least: 1, Best: 4, Step: 0.7}, {Least: 0, Best: 1e9, Step: 1}, {Least: 0, Best: math.Inf(1), Step: 1}, {Least: math.NaN(), Best: 1, Step: 1}} {
		require.Error(t, bad.Check(), "%+v", bad)
	}
}

// Whatever the weights and points, a grade is one of the scale; more points on a line never
// make a worse one.
func TestGradesAreOfTheScale(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := grade.UsualRubric()
		r.Scale = rapid.SampledFrom([]grade.Scale{grade.Usual(), {Least: 6, Best: 1, Step: 0.5}, {Least: 0, Best: 100, Step: 1}}).Draw(t, "scale")
		points := map[grade.Line]int{}
		for _, l := range grade.Lines() {
			r.Weights[l.Line] = float64(rapid.IntRange(0, 5).Draw(t, "weight"))
			points[l.Line] = rapid.IntRange(0, grade.Most).Draw(t, "points")
		}
		r.Weights[grade.Foot]++
		require.NoError(t, r.Check())
		v, ok := r.Of(points)
		require.True(t, ok)
		require.NoError(t, r.Scale.Holds(v))
		line := rapid.SampledFrom(grade.Lines()).Draw(t, "line").Line
		points[line] = min(points[line]+1, grade.Most)
		better, _ := r.Of(points)
		require.GreaterOrEqual(t, (better-v)*math.Copysign(1, r.Scale.Best-r.Scale.Least), -1e-9)
		delete(points, grade.Foot)
		_, ok = r.Of(points)
		require.False(t, ok, "a line with a weight is missing")
	})
	none := grade.UsualRubric()
	none.Weights = map[grade.Line]float64{grade.Plan: 0}
	require.ErrorContains(t, none.Check(), "needs a weight")
	none.Weights = map[grade.Line]float64{"beauty": 1}
	require.ErrorContains(t, none.Check(), "no line of a rubric")
}

// What the record proposes, line by line, with its reason.
func TestProposals(t *testing.T) {
	fine := grade.Record{Planned: true, Approved: true, Wanted: 9, Laid: 9, CoverEven: true, FootClean: true, Words: 12, Again: true}
	for _, c := range []struct {
		change func(*grade.Record)
		line   grade.Line
		points int
		reason string
	}{
		{func(r *grade.Record) { r.Planned = false }, grade.Plan, 0, "No plan was drawn."},
		{func(r *grade.Record) { r.Approved = false }, grade.Plan, 3, "never approved"},
		{func(r *grade.Record) { r.Strays = 1 }, grade.Plan, 3, "Approved; 1 surface was glazed otherwise than planned."},
		{func(r *grade.Record) { r.Laid = 6 }, grade.Coats, 2, "6 of 9 planned coats lie."},
		{func(r *grade.Record) { r.OnWet = 1 }, grade.Coats, 3, "Every planned coat lies; 1 coat was laid on a wet one."},
		{func(r *grade.Record) { r.Wanted = 0 }, grade.Coats, 0, "No coat was planned."},
		{func(r *grade.Record) { r.CoverFound = 2 }, grade.Cover, 2, "Even after 2 looks that found something."},
		{func(r *grade.Record) { r.CoverEven = false }, grade.Cover, 0, "Nobody looked"},
		{func(r *grade.Record) { r.FootFound = 1 }, grade.Foot, 3, "Bare after 1 look that found glaze."},
		{func(r *grade.Record) { r.FootClean, r.Overruled = false, true }, grade.Foot, 1, "on the teacher's word"},
		{func(r *grade.Record) { r.Words = 0 }, grade.Notes, 1, "without a word"},
		{func(r *grade.Record) { r.Words, r.Again = 0, false }, grade.Notes, 0, "No opinion"},
		{func(r *grade.Record) { r.Words = 3 }, grade.Notes, 2, "An opinion of 3 words."},
		{func(r *grade.Record) { r.Dusty, r.Nameless = true, true }, grade.Care, 2, "Glazed on clay that nobody cleaned; no name on it."},
	} {
		r := fine
		c.change(&r)
		for _, p := range grade.Propose(r) {
			if p.Line != c.line {
				require.Equal(t, grade.Most, p.Points, "%s: one thing touches one line", c.reason)
				continue
			}
			require.Equal(t, c.points, p.Points, c.reason)
			require.Contains(t, p.Reason, c.reason)
		}
	}
}

// Late and missing count from the day after; who was missed and laid nothing was absent.
func TestWhatStandsBesideAGrade(t *testing.T) {
	for _, c := range []struct {
		days grade.Days
		want grade.Stand
	}{
		{grade.Days{Due: 5, Today: 5}, ""},
		{grade.Days{Due: 5, Today: 6}, grade.Missing},
		{grade.Days{Due: 5, Today: 9, LastCoat: 5}, ""},
		{grade.Days{Due: 5, Today: 9, LastCoat: 6}, grade.Late},
		{grade.Days{Today: 9, LastCoat: 6}, ""},
		{grade.Days{Due: 20, Today: 9, Absent: 6}, grade.Absent},
		{grade.Days{Due: 20, Today: 9, Absent: 6, LastCoat: 7}, ""},
	} {
		require.Equal(t, c.want, c.days.Stands(), "%+v", c.days)
	}
}
