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
	for i, one := range instances(t) {
		plan := schedule.Solve(one.Problem, schedule.Effort{Alone: 200, Orders: 30, Seed: 3})
		page.Add(fmt.Sprintf("proven %d: %d, bound %d", i, plan.Cost, plan.Bound), plan)
	}
	golden.Assert(t, page.String(), "plans.txt")
}
