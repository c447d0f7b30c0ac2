package grades

import (
	"strings"
	"time"

	"enkaustos/core/grade"
	"enkaustos/core/lesson"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
)

func wasGlazed(f work.Firing) bool { return !f.Bisque }

// RecordOf is what is known of how a piece was glazed.
func RecordOf(m school.Moment, p *school.Piece) grade.Record {
	at, s := m.Survey(p), p.State
	r := grade.Record{Planned: !p.Plan.Choices.Empty(), Approved: p.Approved(), CoverFound: s.CoverFaults, CoverEven: at.Cover != nil && at.Cover.Stands(), FootFound: s.FootFaults,
		FootClean: at.Check != nil && at.Check.Stands(), Overruled: len(at.Rulings) > 0, Dusty: s.Cleaning.Skipped, Nameless: s.Unnamed}
	for _, surface := range at.Surfaces {
		strays := false
		for _, c := range surface.On {
			r.Laid++
			strays = strays || !c.Planned
			if c.OnWet {
				r.OnWet++
			}
		}
		if strays {
			r.Strays++
		}
		r.Wanted += len(surface.Left)
	}
	r.Wanted += r.Laid
	for _, h := range s.Damages {
		r.Broke = append(r.Broke, h.What)
	}
	if o := s.Opinion; o != nil {
		r.Words, r.Again = len(strings.Fields(o.Text)), true
	}
	return r
}

// standOf is what the record proposes to note beside a grade.
func standOf(m school.Moment, p *school.Piece) grade.Stand {
	day := func(at time.Time) lesson.Date {
		if at.IsZero() {
			return 0
		}
		return lesson.DateOf(at.Local())
	}
	days := grade.Days{Due: m.Assignments[p.Assignment].Due, Today: day(m.At), Absent: day(p.State.Absent)}
	for _, c := range p.State.Coats {
		days.LastCoat = max(days.LastCoat, day(c.At))
	}
	return days.Stands()
}

// unglazed says whether a piece was made and never glazed: nothing lies on it, and it was not
// given out today.
func unglazed(m school.Moment, p *school.Piece) bool {
	a, s := m.Assignments[p.Assignment], p.State
	made := !a.Green || len(s.Past) > 0
	return made && !a.Over && len(s.Coats) == 0 && s.Firing == nil && m.At.Sub(madeAt(m, p)) > 24*time.Hour
}

// madeAt is since when a piece waits for its glaze: since it came out of the bisque, or was
// given out.
func madeAt(m school.Moment, p *school.Piece) time.Time {
	if n := len(p.State.Past); n > 0 {
		return p.State.Past[n-1].Unloaded
	}
	return m.Assignments[p.Assignment].MadeAt
}

// sheet is the grades of an assignment as a list.
func sheet(m school.Moment, a *school.Assignment) contract.ExportGrades200TextcsvResponse {
	rows := [][]string{}
	for _, p := range piecesOf(m, a.ID) {
		student := m.Maker(p)
		cells := []string{student.Name, student.Mark, a.Name}
		for _, what := range []grade.What{grade.Made, grade.Glazing} {
			one, _ := school.Grades.Get(m.Snapshot, school.Grade{Piece: p.ID, What: what}.Key())
			figure, of := "", ""
			if one.Value != nil {
				figure, of = grade.Figure(*one.Value), grade.Figure(one.Scale.Best)
			}
			cells = append(cells, figure, of, string(one.Stand), one.Note)
		}
		rows = append(rows, cells)
	}
	columns := []string{"student", "mark", "piece", "made", "made, best", "made, stands", "made, note", "glazing", "glazing, best", "glazing, stands", "glazing, note"}
	text := exchange.WriteTable(columns, rows)
	return contract.ExportGrades200TextcsvResponse{Body: strings.NewReader(text), ContentLength: int64(len(text)),
		Headers: contract.ExportGrades200ResponseHeaders{ContentDisposition: new(`attachment; filename="grades.csv"`)}}
}
