package fits

import (
	"fmt"
	"math"

	"enkaustos/core/matter"
	"enkaustos/core/plan"
	"enkaustos/core/schedule"
)

// Lacks is what is to be said where the lessons of a class, all that are left until a last
// day, have no time for all that its pieces ask for; nil where they have, and where nothing
// is planned. until names the day.
func (c Class) Lacks(until string, e schedule.Effort) *plan.Finding {
	lessons := len(c.Lessons)
	if lessons == 0 { // any lesson will do to count the work: it is not there
		c.Lessons = []Lesson{{Begins: c.Now, Rings: c.Now}}
	}
	planned, err := c.Plan(e)
	if err != nil {
		return nil
	}
	lacks, asks := false, 0.0
	for _, one := range planned.Courses {
		lacks = lacks || !one.Unsure && one.Done >= lessons
		for _, s := range one.Steps {
			if !s.Optional {
				asks += s.Minutes
			}
		}
	}
	if !lacks {
		return nil
	}
	left := 0.0
	for i := range lessons {
		if from, to, ok := c.Glazing(i); ok {
			left += to.Sub(from).Minutes()
		}
	}
	asks = math.Ceil(asks)
	text := fmt.Sprintf("It asks for %.0f minutes of work and for drying between, and until %s %s %.0f minutes for glazing.", asks, until, count(lessons), left)
	if lessons == 0 {
		text = fmt.Sprintf("It asks for %.0f minutes of work, and no lesson is left until %s.", asks, until)
	}
	return &plan.Finding{Code: matter.LessonTime, Severity: matter.LessonTime.Weight(), Text: text, Numbers: plan.Numbers{"work min": asks, "left min": left},
		Way: "Plan fewer glazes or coats, or find time: a lesson says what would help."}
}

func count(lessons int) string {
	if lessons == 1 {
		return "the one lesson left has"
	}
	return fmt.Sprintf("the %d lessons left have", lessons)
}
