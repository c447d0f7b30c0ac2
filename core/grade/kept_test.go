package grade_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/core/grade"
	"enkaustos/core/lesson"
	"enkaustos/internal/kept"
)

// What is proposed for drawn records, and what drawn points come to, stays as it is.
func TestProposalsStayAsTheyAre(t *testing.T) {
	var page kept.Page
	for n := range 300 {
		r := rand.New(rand.NewPCG(uint64(n), 4))
		is := func() bool { return r.IntN(2) == 0 }
		rec := grade.Record{Planned: is(), Approved: is(), Strays: r.IntN(3), Wanted: r.IntN(9), Laid: r.IntN(9), OnWet: r.IntN(3), CoverFound: r.IntN(3), CoverEven: is(), FootFound: r.IntN(3), FootClean: is(), Overruled: is(), Words: r.IntN(30), Again: is(), Dusty: is(), Nameless: is()}
		if is() {
			rec.Broke = []string{"rim"}
		}
		page.Add(fmt.Sprint(n), grade.Propose(rec))
		day := func() lesson.Date { return lesson.Date(r.IntN(2) * (20000 + r.IntN(9))) }
		days := grade.Days{Due: day(), Today: 20004, LastCoat: day(), Absent: day()}
		page.Add(fmt.Sprintf("  stands %q", days.Stands()), days.Stands().Known())
		rubric := grade.UsualRubric()
		points := map[grade.Line]int{}
		for _, l := range grade.Lines() {
			if r.IntN(6) > 0 {
				points[l.Line] = r.IntN(5)
			}
		}
		v, ok := rubric.Of(points)
		page.Add(fmt.Sprintf("  points %.4f %v, %v", v, ok, rubric.Check()), rubric)
		s := grade.Usual()
		page.Add(fmt.Sprintf("  grade %s, holds %v, %v", grade.Figure(s.At(r.Float64())), s.Holds(float64(r.IntN(80))/4-2), s.Check()), s)
	}
	golden.Assert(t, page.String(), "proposals.txt")
}
