package schedule_test

import (
	"fmt"
	"math/rand"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/core/schedule"
	"enkaustos/internal/kept"
)

// Plans of lessons that are drawn, and of the proven ones, stay as they are.
func TestPlansStayAsTheyAre(t *testing.T) {
	var page kept.Page
	for i := range 60 {
		p := drawn(rand.New(rand.NewSource(int64(i))), 1+i%9, 1+i%3)
		plan := schedule.Solve(p, schedule.Effort{Alone: 300, Orders: 60, Seed: int64(i)})
		page.Add(fmt.Sprintf("lesson %d: %d, bound %d, %v", i, plan.Cost, plan.Bound, p.Check()), plan, p.Starts())
	}
	for i := range 120 { // and what is wrong with what cannot be
		r := rand.New(rand.NewSource(int64(i)))
		p := drawn(r, 2, 2)
		job := &p.Jobs[r.Intn(len(p.Jobs))]
		op := &job.Ops[r.Intn(len(job.Ops))]
		wrong := []func(){func() { op.Ticks = -1 }, func() { op.Glaze = -1 }, func() { op.Glaze, op.Uses = 9, 99 }, func() { op.Uses = -1 }, func() { op.From = -3 }, func() { op.After = append(op.After, schedule.Lag{Op: 99}) }, func() { op.After = append(op.After, schedule.Lag{Op: 0, Ticks: -1}) },
			func() { job.Hand = -1 }, func() { job.Weight = -1 }, func() { job.Weight = 0 }, func() { job.Away = []int{9} }, func() { p.Lessons = []int{0, 0} }, func() { p.Lessons = []int{-5} }, func() { p.Shared[0].Room = 0 }, func() { p.Change = -1 }, func() { p.ChangeUses = 99 }, func() { p.Held = []int{-1} }, func() { op.Ticks = 0 }}[i%18]
		wrong()
		page.Add(fmt.Sprintf("wrong %d: %v", i%18, p.Check()))
	}
	for i, one := range instances(t) {
		plan := schedule.Solve(one.Problem, schedule.Effort{Alone: 200, Orders: 30, Seed: 3})
		page.Add(fmt.Sprintf("proven %d: %d, bound %d", i, plan.Cost, plan.Bound), plan)
	}
	golden.Assert(t, page.String(), "plans.txt")
}
