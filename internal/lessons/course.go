package lessons

import (
	"cmp"
	"context"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/schedule"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// ahead is over how many lessons of a class is planned at most.
const ahead = 8

// Class is the classes of a lesson with what is before them: their open pieces, and the
// lessons that they have from now on, of which it is the one at.
func Class(m school.Moment, l lesson.Lesson) (c fits.Class, at int) {
	c = school.FitClasses(m, l.Classes)
	if len(l.Classes) == 0 {
		return c, 0
	}
	c.Lessons, at = school.LessonsAhead(m, l, ahead)
	if runs(m, l) {
		c.Held = brushes(m, l)
	}
	return c, at
}

// planOf plans what the classes of a lesson do from now on, and shows it from that lesson on.
func planOf(m school.Moment, l lesson.Lesson, e schedule.Effort) (fits.Class, fits.Planned, error) {
	class, at := Class(m, l)
	planned, err := class.Plan(e)
	if err != nil {
		return class, planned, err
	}
	return class.From(at), planned.From(at), nil
}

// brushes is what is on the brush of everybody who has laid something in a lesson that runs.
func brushes(m school.Moment, l lesson.Lesson) map[string]string {
	held, last := map[string]string{}, map[string]time.Time{}
	for p, c := range school.LaidIn(m, l) {
		if c.How != work.Dipped && c.At.After(last[p.Student]) {
			held[p.Student], last[p.Student] = c.Glaze, c.At
		}
	}
	return held
}

// find is the lesson of a key.
func find(m school.Moment, key string) (lesson.Lesson, error) {
	k, err := lesson.ParseKey(key)
	if err != nil {
		return lesson.Lesson{}, school.Says(err)
	}
	l, ok := school.Bells.The(m.Snapshot).Find(k)
	switch {
	case !ok:
		return l, school.Missing("lesson")
	case l.Is == lesson.Cancelled:
		return l, school.Refuse("This lesson is called off: the calendar can have it held again.")
	}
	return l, nil
}

// GetCourse is who does what when in a lesson. It is searched for on a snapshot: no tap
// waits for it.
func (l Lessons) GetCourse(_ context.Context, r contract.GetCourseRequestObject) (contract.GetCourseResponseObject, error) {
	m := l.School.Now()
	at, err := find(m, r.Key)
	if err != nil {
		return nil, err
	}
	class, planned, err := l.Running.Plan(m, at)
	if err != nil {
		return nil, school.Says(err)
	}
	return contract.GetCourse200JSONResponse(showCourse(m, at, class, planned)), nil
}

func showCourse(m school.Moment, at lesson.Lesson, class fits.Class, planned fits.Planned) contract.LessonCourse {
	out := contract.LessonCourse{Lesson: Show(m, at), Pieces: []contract.PieceCourse{}, Counts: make([]int, len(class.Lessons)+1), Speed: cmp.Or(class.Speed.Factor, 1), SpeedCount: class.Speed.Count,
		Lessons: view.List(class.Lessons, func(l fits.Lesson) contract.Lesson {
			k, _ := lesson.ParseKey(l.Key)
			one, _ := school.Bells.The(m.Snapshot).Find(k)
			return Show(m, one)
		})}
	if from, to, ok := class.Glazing(0); ok {
		out.Glazing = &contract.Glazing{From: from.UTC(), To: to.UTC()}
	}
	for _, w := range planned.Changes {
		if w.Lesson == 0 {
			out.Washes++
		}
	}
	out.Coats = coats(m, at, planned)
	sure := 0
	for _, c := range planned.Courses {
		one := showPiece(m, class, c)
		if !one.Unsure {
			out.Counts[one.Done]++
			sure++
		}
		out.Pieces = append(out.Pieces, one)
	}
	if sure > 0 {
		out.Minutes, out.Bound = planned.Minutes/float64(sure), planned.Bound/float64(sure)
	}
	return out
}

func showPiece(m school.Moment, class fits.Class, c fits.Course) contract.PieceCourse {
	p := m.Pieces[c.Piece]
	student, a := m.Maker(p), m.Assignments[p.Assignment]
	due := school.DueOf(m, a)
	one := contract.PieceCourse{Piece: p.ID, Student: student.Name, Mark: student.Mark, Title: a.Name, Class: a.Class, Unsure: c.Unsure, Done: c.Done, Ends: view.When(c.Ends.UTC()),
		Due: view.Some(due.String()), Behind: behind(class, c, due), Steps: []contract.CourseStep{}}
	if !c.Unsure && !c.Ends.IsZero() {
		one.KilnDry = view.When(m.Drying(a).KilnDryAfter(c.Ends).UTC())
	}
	for _, s := range c.Steps {
		if s.Lesson > 0 {
			one.Later++
			continue
		}
		surface, _ := p.Body.Surface(s.Surface)
		one.Steps = append(one.Steps, contract.CourseStep{Does: contract.CourseStepDoes(s.Does), Surface: view.Some(surface.Name), Glaze: view.Some(s.Layer.Glaze),
			Name: view.Some(school.Glazes.All(m.Snapshot)[s.Layer.Glaze].Name), Nth: view.Some(s.Nth), Dip: view.Some(s.Layer.Dip), Brush: view.Some(string(s.Brush)),
			Begin: s.Begin.UTC(), End: s.End.UTC(), Optional: s.Optional})
	}
	return one
}

// behind says whether a piece asks for more than the lessons up to its last day have time
// for. Where more lessons are left than are planned over, nobody is.
func behind(class fits.Class, c fits.Course, due lesson.Date) bool {
	if c.Unsure || due == 0 {
		return false
	}
	if c.Done < len(class.Lessons) {
		return lesson.DateOf(class.Lessons[c.Done].Begins) > due
	}
	return len(class.Lessons) < ahead || lesson.DateOf(class.Lessons[len(class.Lessons)-1].Begins) > due
}

// coats is how many coats a class lays in a lesson, learned from its lessons that were
// prepared, and so foreseen.
func coats(m school.Moment, at lesson.Lesson, planned fits.Planned) contract.CoatForecast {
	var past []fits.Past
	for _, class := range at.Classes[:min(1, len(at.Classes))] {
		past = school.PastLessons(m, class)
	}
	foreseen := coatsIn(planned)
	r := fits.Forecast(foreseen, past)
	return contract.CoatForecast{Foreseen: foreseen, Low: r.Low, High: r.High, Lessons: r.Lessons}
}

// coatsIn is how many coats fit into the first lesson that is planned.
func coatsIn(planned fits.Planned) (n int) {
	for _, c := range planned.Courses {
		for _, s := range c.Steps {
			if s.Lesson == 0 && s.Does == fits.Coats {
				n++
			}
		}
	}
	return n
}
