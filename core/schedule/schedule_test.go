package schedule_test

import (
	"encoding/json"
	"math/rand"
	"os"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/schedule"
)

// instance is a small lesson whose best plan was proven by a general-purpose MILP solver,
// see web/scripts/lesson-model.mjs.
type instance struct {
	schedule.Problem
	Fewest int
}

func instances(t testing.TB) (all []instance) {
	file, err := os.ReadFile("testdata/instances.json")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(file, &all))
	return all
}

// legal holds a plan against its problem, by what a plan has to be and not by how it is made.
func legal(t require.TestingT, p schedule.Problem, plan schedule.Plan) {
	starts := p.Starts()
	lesson := func(at int) int {
		n := 0
		for i, s := range starts {
			if at >= s {
				n = i
			}
		}
		return n
	}
	type use struct {
		schedule.Span
		glaze, hand, room int
	}
	var all []use
	cost := 0
	for j, job := range p.Jobs {
		end := 0
		for o, op := range job.Ops {
			at := plan.Ops[j][o]
			require.Equal(t, op.Ticks, at.To-at.From)
			require.Equal(t, lesson(at.From), lesson(at.To-1), "nothing goes over the bell")
			for _, a := range op.After {
				before := plan.Ops[j][a.Op].To
				require.GreaterOrEqual(t, at.From, before)
				if lesson(at.From) == lesson(before-1) {
					require.GreaterOrEqual(t, at.From, before+a.Ticks, "it is dry")
				}
			}
			all = append(all, use{at, op.Glaze, job.Hand, op.Uses})
			require.NotContains(t, job.Away, lesson(at.From), "its hand is there")
			require.GreaterOrEqual(t, at.From, op.From)
			if !op.Extra {
				end = max(end, at.To)
			}
		}
		require.Equal(t, end, plan.Ends[j])
		cost += job.Weight * end
	}
	require.Equal(t, cost, plan.Cost)
	require.LessOrEqual(t, plan.Bound, cost)
	for _, c := range plan.Changes {
		require.Equal(t, p.Change, c.To-c.From)
		all = append(all, use{c.Span, -1, c.Hand, p.ChangeUses})
	}
	for i, a := range all {
		if a.hand < len(p.Held) && p.Held[a.hand] > 0 && a.glaze > 0 && a.glaze != p.Held[a.hand] && p.Change > 0 && lesson(a.From) == 0 {
			require.True(t, slices.ContainsFunc(plan.Changes, func(c schedule.Change) bool { return c.Hand == a.hand && c.To <= a.From }), "what was on the brush is washed off")
		}
		for r := range p.Shared {
			if a.room != r+1 {
				continue
			}
			at := 0 // how many are there as a comes
			for _, b := range all {
				if b.room == r+1 && b.From <= a.From && a.From < b.To {
					at++
				}
			}
			require.LessOrEqual(t, at, p.Shared[r].Room, p.Shared[r].Name)
		}
		for k, b := range all {
			if k == i || a.hand != b.hand {
				continue
			}
			require.True(t, a.To <= b.From || b.To <= a.From, "a hand does one thing at a time")
			if a.glaze > 0 && b.glaze > 0 && a.glaze != b.glaze && a.To <= b.From && p.Change > 0 && lesson(a.From) == lesson(b.From) {
				changed := false
				for _, c := range plan.Changes {
					changed = changed || c.Hand == a.hand && c.From >= a.To && c.To <= b.From
				}
				require.True(t, changed, "the brush is changed between two glazes")
			}
		}
	}
}

// Small lessons cost as few weighted minutes as a MILP solver (highs) proves, or hardly more.
func TestAgainstProvenLessons(t *testing.T) {
	all := instances(t)
	sum, worst := 0.0, 0.0
	for i, one := range all {
		require.NoError(t, one.Check())
		plan := schedule.Solve(one.Problem, schedule.Thorough)
		legal(t, one.Problem, plan)
		require.GreaterOrEqual(t, plan.Cost, one.Fewest, "instance %d: nothing is better than the best", i)
		require.LessOrEqual(t, plan.Bound, one.Fewest, "instance %d: the bound is one", i)
		gap := float64(plan.Cost-one.Fewest) / float64(one.Fewest)
		t.Logf("%d: %d of %d, bound %d", i, plan.Cost, one.Fewest, plan.Bound)
		sum, worst = sum+gap, max(worst, gap)
	}
	require.LessOrEqual(t, sum/float64(len(all)), 0.01)
	require.LessOrEqual(t, worst, 0.05)
}

// drawn is a lesson of a class, in ticks of which a lesson has some two hundred.
func drawn(random *rand.Rand, students, lessons int) schedule.Problem {
	p := schedule.Problem{Change: random.Intn(9), Shared: []schedule.Room{{Name: "sink", Room: 1 + random.Intn(3)}, {Name: "teacher", Room: 1}}}
	for range 8 {
		p.Shared = append(p.Shared, schedule.Room{Name: "jar", Room: 1 + random.Intn(4)})
	}
	for range lessons - 1 {
		p.Lessons = append(p.Lessons, 120+random.Intn(120))
	}
	if lessons > 1 {
		p.Lessons = append(p.Lessons, 0)
	}
	p.ChangeUses = random.Intn(2)
	for hand := range students {
		job := schedule.Job{Hand: hand, Weight: 1}
		if lessons > 1 && random.Intn(4) == 0 {
			job.Away = []int{random.Intn(lessons - 1)}
		}
		if random.Intn(2) == 0 {
			p.Held = append(p.Held, make([]int, hand+1-len(p.Held))...)
			p.Held[hand] = 1 + random.Intn(8)
		}
		for range 1 + random.Intn(4) {
			glaze, coats := 1+random.Intn(8), 1+random.Intn(3)
			for n := range coats {
				op := schedule.Op{Ticks: 3 + random.Intn(20), Glaze: glaze, Uses: 2 + glaze, Rank: glaze, From: max(0, random.Intn(60)-50), Extra: random.Intn(9) == 0}
				if n > 0 {
					op.After = []schedule.Lag{{Op: len(job.Ops) - 1, Ticks: 4 + 8*n}}
				}
				job.Ops = append(job.Ops, op)
			}
		}
		look := schedule.Op{Ticks: 3, Uses: 2, Rank: 99}
		for o := range job.Ops {
			look.After = append(look.After, schedule.Lag{Op: o, Ticks: 4})
		}
		job.Ops = append(job.Ops, look)
		p.Jobs = append(p.Jobs, job)
	}
	return p
}

// Whatever a class is to do, its plan is one that can be, and the same effort finds the same.
func TestPlansCanBe(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		random := rand.New(rand.NewSource(rapid.Int64().Draw(t, "seed")))
		p := drawn(random, rapid.IntRange(0, 12).Draw(t, "students"), rapid.IntRange(1, 4).Draw(t, "lessons"))
		require.NoError(t, p.Check())
		effort := schedule.Effort{Alone: rapid.IntRange(1, 400).Draw(t, "alone"), Orders: rapid.IntRange(0, 60).Draw(t, "orders"), Seed: 3}
		plan := schedule.Solve(p, effort)
		legal(t, p, plan)
		require.Equal(t, plan, schedule.Solve(p, effort))
	})
}

// More effort never makes a plan dearer than the orders that it begins with.
func TestSearchingHelps(t *testing.T) {
	seed := rand.Int63n(1e9)
	t.Logf("seed %d", seed)
	random := rand.New(rand.NewSource(seed))
	for range 10 {
		p := drawn(random, 14, 3)
		first, then := schedule.Solve(p, schedule.Effort{Alone: 500, Seed: 1}), schedule.Solve(p, schedule.Effort{Alone: 500, Orders: 400, Seed: 1})
		require.LessOrEqual(t, then.Cost, first.Cost)
	}
}

// Of two orders that cost the same, the one of lower ranks first is taken: light before dark.
func TestRanksCountWhereTheyCostNothing(t *testing.T) {
	ops := []schedule.Op{{Ticks: 3, Glaze: 1, Rank: 2}, {Ticks: 3, Glaze: 2, Rank: 1}, {Ticks: 3, Glaze: 3, Rank: 0}}
	plan := schedule.Solve(schedule.Problem{Change: 2, Jobs: []schedule.Job{{Weight: 1, Ops: ops}}}, schedule.Usual)
	require.Equal(t, 13, plan.Cost)
	require.Equal(t, []schedule.Span{{From: 10, To: 13}, {From: 5, To: 8}, {From: 0, To: 3}}, plan.Ops[0])
}

func TestProblemsThatCannotBe(t *testing.T) {
	for said, p := range map[string]schedule.Problem{
		"op 0 of job 0 takes 0 ticks of place 0":                       {Jobs: []schedule.Job{{Weight: 1, Ops: []schedule.Op{{}}}}},
		"op 0 of job 0 takes 1 ticks of place 1":                       {Jobs: []schedule.Job{{Weight: 1, Ops: []schedule.Op{{Ticks: 1, Uses: 1}}}}},
		"op 0 of job 0 waits 1 ticks for op 0, which is not before it": {Jobs: []schedule.Job{{Weight: 1, Ops: []schedule.Op{{Ticks: 1, After: []schedule.Lag{{Ticks: 1}}}}}}},
		"job 0 weighs 0 in hand 0: both count from 1 and 0":            {Jobs: []schedule.Job{{}}},
		"the jar of B01 has room for nobody":                           {Shared: []schedule.Room{{Name: "the jar of B01"}}},
		"a change of 1 ticks uses place 2":                             {Change: 1, ChangeUses: 2},
		"job 0 is away from lesson 1, which does not end":              {Lessons: []int{9, 0}, Jobs: []schedule.Job{{Weight: 1, Away: []int{1}}}},
		"a lesson of 0 ticks has room for nothing":                     {Lessons: []int{0, 0}},
	} {
		require.EqualError(t, p.Check(), said)
	}
}

// A class of 32 that plans four lessons.
func BenchmarkClassOf32(b *testing.B) {
	p := drawn(rand.New(rand.NewSource(1)), 32, 4)
	for b.Loop() {
		plan := schedule.Solve(p, schedule.Usual)
		b.ReportMetric(100*float64(plan.Cost-plan.Bound)/float64(plan.Bound), "%gap")
	}
}

// Two glazes and no wait: through before the bell with a change, or after it without one. The
// bound knows both ways.
func TestABreakSavesOneChange(t *testing.T) {
	for _, c := range []struct{ lesson, cost int }{{30, 21}, {20, 0}, {15, 0}} {
		p := schedule.Problem{Change: 5, Lessons: []int{c.lesson, 0}, Jobs: []schedule.Job{{Weight: 1, Ops: []schedule.Op{{Ticks: 8, Glaze: 1}, {Ticks: 8, Glaze: 2}}}}}
		if c.lesson < 21 {
			c.cost = c.lesson + 8
		}
		plan := schedule.Solve(p, schedule.Usual)
		legal(t, p, plan)
		require.Equal(t, c.cost, plan.Cost)
		require.Equal(t, c.cost, plan.Bound)
		plan = schedule.Solve(p, schedule.Effort{Alone: 1, Seed: 1}) // no time to prove anything: the bound is one by itself
		require.LessOrEqual(t, plan.Bound, c.cost)
		require.GreaterOrEqual(t, plan.Bound, min(21, c.lesson+1))
	}
}

// Where no change of brush fits before the bell, the next lesson begins with a clean one: one
// pair of hands knows that as well as all of them, or its bound would be none.
func TestABellInsteadOfAChange(t *testing.T) {
	p := schedule.Problem{Change: 3, Lessons: []int{10, 0}, Jobs: []schedule.Job{{Weight: 1, Ops: []schedule.Op{{Ticks: 8, Glaze: 1}, {Ticks: 2, Glaze: 2}}}}}
	plan := schedule.Solve(p, schedule.Usual)
	legal(t, p, plan)
	require.Equal(t, 12, plan.Cost)
	require.Equal(t, 12, plan.Bound)
	p.Jobs[0].Ops[1].From = 11 // and what may not begin yet waits in it all the same
	plan = schedule.Solve(p, schedule.Usual)
	legal(t, p, plan)
	require.Equal(t, 13, plan.Cost)
}
