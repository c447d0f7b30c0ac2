package api_test

import (
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
	kernel "enkaustos/internal/school"
)

// workTheTimetable asks everything of the timetable of a teacher who has a class called 7.
func workTheTimetable(c *caller, class string) {
	t := c.t
	bell := func(from, to string) body {
		return body{"classes": []string{class}, "weekday": 1, "starts": from, "ends": to}
	}
	put := func(status int, bells ...body) string {
		asked := body{"cycle": body{"turning": "", "length": 0}, "bells": bells, "holidays": []body{}, "odd": []body{}}
		if status == 200 {
			require.Len(t, do[contract.Timetable](c, 200, "PUT", "/timetable", asked).Bells, len(bells))
			return ""
		}
		return do[contract.Problem](c, status, "PUT", "/timetable", asked).Detail
	}
	put(200, bell("09:00", "10:00"), bell("10:00", "11:00"))
	require.Contains(t, put(422, bell("09:00", "10:00"), bell("09:45", "11:00")), "before 7 has left")
	require.Contains(t, put(422, bell("11:00", "09:00")), "a lesson from 11:00 to 09:00 would end on another day")
	require.Contains(t, put(422, bell("", "09:00")), "expected one such as 09:15")
	require.Len(t, do[contract.Timetable](c, 200, "GET", "/timetable", nil).Bells, 2, "what was refused changed nothing")

	days := do[contract.Calendar](c, 200, "GET", "/lessons?from=2030-03-04&days=7", nil).Days
	require.Len(t, days, 7)
	require.Equal(t, "2030-03-04T09:00", days[0].Lessons[0].Key)
	change := func(status int, key string, v body) {
		do[any](c, status, "PUT", "/lessons/"+key, v)
	}
	on := func(day string) []contract.Lesson {
		return do[contract.Calendar](c, 200, "GET", "/lessons?days=1&from="+day, nil).Days[0].Lessons
	}
	change(204, "2030-03-04T09:00", body{"is": "cancelled", "note": "visit"})
	require.Equal(t, contract.LessonIsCancelled, on("2030-03-04")[0].Is)
	require.Contains(t, do[contract.Problem](c, 422, "GET", "/lessons/2030-03-04T09:00/course", nil).Detail, "This lesson is called off")
	change(204, "2030-03-04T09:00", body{"is": "moved", "date": "2030-03-06", "starts": "13:00", "ends": "14:00", "classes": []string{class}})
	require.Equal(t, "2030-03-04T09:00", on("2030-03-06")[0].Key)
	change(422, "2030-03-04T10:00", body{"is": "moved", "date": "2030-03-06", "starts": "13:30", "ends": "14:30", "classes": []string{class}})
	change(404, "2030-03-05T09:00", body{"is": "cancelled"})
	change(422, "someday", body{"is": "cancelled"})
	change(204, "2030-03-04T09:00", body{"is": "usual"})
	require.Empty(t, on("2030-03-06"))
	more := do[contract.Lesson](c, 201, "POST", "/lessons", body{"is": "added", "date": "2030-03-06", "starts": "13:00", "ends": "14:00", "classes": []string{class}})
	require.Equal(t, "2030-03-06T13:00+", more.Key)
	do[contract.Problem](c, 422, "POST", "/lessons", body{"is": "added"})
	do[contract.Problem](c, 422, "POST", "/lessons", body{"is": "usual"})
	do[contract.Problem](c, 422, "POST", "/lessons", body{"is": "cancelled"})
	change(204, strings.ReplaceAll(more.Key, "+", "%2B"), body{"is": "cancelled"})
	require.Empty(t, on("2030-03-06"))
	around := do[contract.LessonsAround](c, 200, "GET", "/lessons/around?class="+class, nil)
	require.Len(t, around.Next, 5)
	require.Len(t, around.Before, 4)
	foresee(c, class, around.Next[0].Key)
	prepare(c, around.Next[0].Key)
	takeACalendar(c, class)
	seatTheClass(c, class)
	put(200, bell("09:00", "10:00"), bell("10:00", "11:00"))
}

// takeACalendar takes the lessons out as a file, and a file in.
func takeACalendar(c *caller, class string) {
	t := c.t
	file := string(get(c, "/timetable/calendar"))
	require.Contains(t, file, "BEGIN:VCALENDAR")
	require.Contains(t, file, "SUMMARY:7")
	taken := do[contract.CalendarImport](c, 200, "POST", "/timetable/calendar", body{"text": file, "apply": false})
	require.False(t, taken.Applied)
	require.Equal(t, class, taken.Names[0].Class)
	require.Zero(t, taken.Lost+taken.Added+taken.Changed, "what was taken out is what is there")

	at := time.Now().AddDate(0, 1, 0).Format("20060102")
	text := "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:1\r\nSUMMARY:Pottery\r\nDTSTART:" + at + "T120000\r\nDTEND:" + at + "T130000\r\nRRULE:FREQ=WEEKLY;COUNT=6\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
	require.Empty(t, do[contract.CalendarImport](c, 200, "POST", "/timetable/calendar", body{"text": text, "apply": false}).Names[0].Class)
	named := body{"text": text, "apply": true, "classes": body{"Pottery": class}, "holidays": true}
	applied := do[contract.CalendarImport](c, 200, "POST", "/timetable/calendar", named)
	require.True(t, applied.Applied)
	require.Equal(t, []int{6, 0}, []int{applied.Added + applied.Changed, applied.Lost}, "six lessons, and every other stays")
	// A file of whole days alone brings holidays, and leaves the term and every lesson alone.
	table := do[contract.Timetable](c, 200, "GET", "/timetable", nil)
	days := "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:2\r\nSUMMARY:Thaw\r\nDTSTART;VALUE=DATE:" + at + "\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
	require.Len(t, do[contract.CalendarImport](c, 200, "POST", "/timetable/calendar", body{"text": days, "apply": true, "holidays": true}).Holidays, 1)
	then := do[contract.Timetable](c, 200, "GET", "/timetable", nil)
	require.Equal(t, []any{table.From, table.To, table.Bells}, []any{then.From, then.To, then.Bells})
	require.Len(t, then.Holidays, 1)
	for _, broken := range []string{"", "BEGIN:VCALENDAR\r\nEND:VCALENDAR\r\n", strings.ReplaceAll(text, at, "19010101"), strings.ReplaceAll(text, "WEEKLY", "SECONDLY"), strings.ReplaceAll(text, "WEEKLY", "OFTEN")} {
		problem := do[contract.Problem](c, 422, "POST", "/timetable/calendar", body{"text": broken, "apply": true})
		require.NotEmpty(t, problem.Detail)
		require.NotContains(t, problem.Detail, "\n")
	}
}

// foresee asks what fits into a lesson, and what would help a piece.
func foresee(c *caller, class, key string) {
	t := c.t
	course := do[contract.LessonCourse](c, 200, "GET", "/lessons/"+key+"/course", nil)
	require.Equal(t, key, course.Lesson.Key)
	require.NotEmpty(t, course.Pieces)
	total := 0
	for _, n := range course.Counts {
		total += n
	}
	for _, p := range course.Pieces {
		require.Equal(t, class, p.Class)
		if p.Unsure {
			total++
		}
	}
	require.Len(t, course.Pieces, total)
	do[[]contract.Remedy](c, 200, "GET", "/lessons/"+key+"/remedies?piece="+course.Pieces[0].Piece, nil)
	do[contract.Problem](c, 404, "GET", "/lessons/"+key+"/remedies?piece=nowhere", nil)
	do[contract.Problem](c, 404, "GET", "/lessons/2030-03-05T03:00/course", nil)
	route := do[contract.LessonRoute](c, 200, "GET", "/lessons/"+key+"/route", nil)
	require.NotEmpty(t, route.Turns)
	require.False(t, route.Extras.Held)
	do[contract.Problem](c, 404, "GET", "/lessons/2030-03-05T03:00/route", nil)
	do[any](c, 204, "PUT", "/classes/"+class+"/extras", body{"released": true})
	do[contract.Problem](c, 404, "PUT", "/classes/nowhere/extras", body{"released": true})
}

// prepare asks what a lesson needs, and ticks it.
func prepare(c *caller, key string) {
	t := c.t
	before := do[contract.BeforeLesson](c, 200, "GET", "/lessons/"+key+"/before", nil)
	require.NotEmpty(t, before.Hand)
	tick := func(done bool, items ...string) []contract.LessonTick {
		return do[[]contract.LessonTick](c, 200, "PUT", "/lessons/"+key+"/ticks", body{"items": items, "done": done})
	}
	require.Empty(t, do[[]contract.LessonTick](c, 200, "GET", "/lessons/"+key+"/ticks", nil))
	require.Equal(t, "teacher", tick(true, "tool:sponge", "glaze:A")[0].By)
	require.Len(t, tick(false, "glaze:A"), 1)
	require.Len(t, tick(true, "back:Table"), 2)
	poured := func(status int, ml float64) []contract.Poured {
		if status != 200 {
			do[contract.Problem](c, status, "POST", "/lessons/"+key+"/pours", body{"glaze": "A", "ml": ml})
			return nil
		}
		return do[[]contract.Poured](c, 200, "POST", "/lessons/"+key+"/pours", body{"glaze": "A", "ml": ml})
	}
	poured(422, -10)
	poured(200, 60)
	require.InDelta(t, 25, poured(200, -25)[0].Back, 1e-9)
	poured(422, -60)
	require.Zero(t, poured(200, 0)[0].Back, "the last one is taken back")
	require.Empty(t, poured(200, 0))
	poured(422, 0)
	do[contract.Problem](c, 404, "POST", "/lessons/"+key+"/pours", body{"glaze": "nowhere", "ml": 5})
	rack := []body{{"brush": "12 mm flat", "from": 1, "to": 6}}
	require.Len(t, do[[]contract.NumberedBrushes](c, 200, "PUT", "/brushes", rack), 1)
	require.Contains(t, do[contract.Problem](c, 422, "PUT", "/brushes", append(rack, rack[0])).Detail, "is on two brushes")
	require.Len(t, do[[]contract.NumberedBrushes](c, 200, "GET", "/brushes", nil), 1)
	do[[]contract.JarShortage](c, 200, "GET", "/lessons/shortages?days=2", nil)
	closing := do[contract.CloseLesson](c, 200, "GET", "/lessons/"+key+"/close", nil)
	require.NotEmpty(t, closing.Back)
	require.Empty(t, closing.Unticked, "its bell has not gone")
	do[contract.Problem](c, 404, "PUT", "/lessons/2030-03-05T03:00/ticks", body{"items": []string{"x"}, "done": true})
}

// seatTheClass gives a class of two its jars.
func seatTheClass(c *caller, class string) {
	t := c.t
	path := "/classes/" + class
	students := do[contract.Seating](c, 200, "GET", path+"/seating", nil).Students
	require.NotEmpty(t, students)
	do[contract.Seating](c, 200, "PUT", path+"/choices", body{"student": students[0].Id, "choices": []string{"A"}})
	require.Contains(t, do[contract.Problem](c, 422, "PUT", path+"/choices", body{"student": students[0].Id, "choices": []string{"A", "A"}}).Detail, "chose A twice")
	require.Contains(t, do[contract.Problem](c, 422, "PUT", path+"/choices", body{"student": students[0].Id, "choices": []string{"nowhere"}}).Detail, "There is no jar")
	do[contract.Problem](c, 404, "PUT", path+"/choices", body{"student": "nobody", "choices": []string{}})
	require.Contains(t, do[contract.Problem](c, 422, "PUT", path+"/seating", body{"jars": []body{{"code": "A", "seats": 0}}, "assign": true}).Detail, "A has no seat")
	seated := do[contract.Seating](c, 200, "PUT", path+"/seating", body{"jars": []body{{"code": "A", "seats": 1}}, "assign": true})
	require.Equal(t, 1, seated.Seated)
	require.Equal(t, "A", seated.Students[0].At)
	require.Equal(t, 1, seated.Students[0].Rank)
	do[contract.Problem](c, 404, "GET", "/classes/nowhere/seating", nil)
}

// A calendar file is looked at beside the change that somebody else makes: no tap waits for it.
func TestACalendarIsReadBesideTheTaps(t *testing.T) {
	server, s := school(t)
	c := teacher(t, server.URL)
	held, free := make(chan struct{}), make(chan struct{})
	go func() {
		_ = s.Change(t.Context(), func(kernel.Moment, *kernel.Change) error { close(held); <-free; return nil })
	}()
	<-held
	defer close(free)
	event := `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:1\r\nSUMMARY:Pottery\r\nDTSTART:20260309T120000\r\nDTEND:20260309T130000\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`
	code, text := ask(t, c, "POST", server.URL+"/api/timetable/calendar", `{"text":"`+event+`","apply":false}`)
	require.Equal(t, http.StatusOK, code, text)
	require.Contains(t, text, "Pottery")
}
