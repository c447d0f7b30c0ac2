package term_test

import (
	"context"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/lesson"
	"enkaustos/core/matter"
	coreterm "enkaustos/core/term"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo/demotest"
	"enkaustos/internal/school"
	"enkaustos/internal/term"
)

// glazeRoom is the invented school with its term.
func glazeRoom(t *testing.T) (context.Context, *school.School, *term.Term) {
	s, _ := demotest.Open(t)
	return school.WithActor(t.Context(), school.Teacher), s, &term.Term{School: s}
}

func forecast(t *testing.T, ctx context.Context, of *term.Term) contract.TermForecast {
	v, err := of.GetTerm(ctx, contract.GetTermRequestObject{})
	require.NoError(t, err)
	return contract.TermForecast(v.(contract.GetTerm200JSONResponse))
}

func remedies(t *testing.T, ctx context.Context, of *term.Term) map[string]contract.TermRemedy {
	v, err := of.ListTermRemedies(ctx, contract.ListTermRemediesRequestObject{})
	require.NoError(t, err)
	by := map[string]contract.TermRemedy{}
	for _, r := range v.(contract.ListTermRemedies200JSONResponse) {
		by[r.Key] = r
	}
	return by
}

// wanted has assignments wanted for a show, so many days from today.
func wanted(t *testing.T, ctx context.Context, s *school.School, days int, names ...string) {
	require.NoError(t, s.Change(ctx, func(m school.Moment, c *school.Change) error {
		for _, old := range school.Shows.All(m.Snapshot) {
			school.Shows.Drop(c, old)
		}
		show := contract.Show{Name: "A show", Date: (lesson.DateOf(m.At.Local()) + lesson.Date(days)).String()}
		for _, a := range m.AssignmentsInOrder() {
			for _, name := range names {
				if a.Name == name {
					show.Assignments = append(show.Assignments, a.ID)
				}
			}
		}
		_, err := term.Keep(m, c, "", show)
		return err
	}))
}

// All open pieces are in it, with the firings and the work that are left; a class's are home when the
// last of it is out; the calendar has every load of the course once.
func TestTheTermOfASchool(t *testing.T) {
	ctx, s, of := glazeRoom(t)
	m := s.Now()
	ahead := term.Ahead(m)
	through := 0
	for _, p := range m.PiecesOf("") {
		if f := p.State.Firing; f != nil && !f.Unloaded.IsZero() && !f.Bisque || p.State.Aside != "" || len(p.State.Damages) > 0 {
			through++
		}
	}
	require.Len(t, ahead.Pieces, len(m.PiecesOf(""))-through)
	for _, p := range ahead.Pieces {
		require.Positive(t, p.Litres)
		require.Len(t, p.Work, len(p.Firings))
		require.True(t, len(p.Firings) > 0 || p.Cools > 0)
	}
	v := forecast(t, ctx, of)
	require.Equal(t, v, forecast(t, ctx, of), "asked again, the same")
	homes, lit := 0, 0
	for _, h := range v.Homes {
		homes += h.Pieces
	}
	require.Equal(t, v.Waiting, homes)
	for _, d := range v.Days {
		lit += len(d.Lit)
		for range d.Lit {
			require.Empty(t, d.Holiday)
		}
	}
	require.Len(t, v.Course, lit)
	for _, l := range v.Loads {
		require.True(t, l.Fires)
	}
}

// A piece that somebody took home to glaze is not ready for the kiln.
func TestWorkElsewhereIsStillWork(t *testing.T) {
	ctx, s, _ := glazeRoom(t)
	m := s.Now()
	var id string
	for _, p := range m.PiecesOf("") {
		if m.Survey(p).Stage == matter.Bench {
			id = p.ID
		}
	}
	at := func() coreterm.Piece {
		for _, p := range term.Ahead(s.Now()).Pieces {
			if p.ID == id {
				return p
			}
		}
		return coreterm.Piece{}
	}
	require.Positive(t, at().Work[0])
	require.NoError(t, s.Change(ctx, func(m school.Moment, c *school.Change) error {
		c.Log(work.Event{ID: "took-home", Piece: id, Kind: work.LeftRoom, At: m.At, Text: "home"})
		return nil
	}))
	require.NotEmpty(t, s.Now().Pieces[id].State.Away)
	require.Positive(t, at().Work[0], "its coats are still to lay")
}

// What is picked is done, and saves what was said: a kiln that rests, a weekday, a second kiln.
func TestRemediesAreDone(t *testing.T) {
	ctx, s, of := glazeRoom(t)
	require.NoError(t, s.Change(ctx, func(m school.Moment, c *school.Change) error {
		for _, k := range school.Kilns.All(m.Snapshot) {
			if k.Name == "Matchbox" {
				k.Rests = true
				school.Kilns.Put(c, k)
			}
		}
		return nil
	}))
	wanted(t, ctx, s, 3, "Seed-thief bowl", "Lamplighter's cup")
	for _, kind := range []string{"use:", "day:", "add:"} {
		before := forecast(t, ctx, of).Shows[0].Late
		var key string
		all := remedies(t, ctx, of)
		for k := range all {
			if strings.HasPrefix(k, kind) {
				key = k
			}
		}
		if key == "" {
			continue // what was done before left nothing for it
		}
		kilns := len(school.Kilns.All(s.Now().Snapshot))
		done, err := of.PickTermRemedy(ctx, contract.PickTermRemedyRequestObject{Body: &contract.PickTermRemedyJSONRequestBody{Key: key}})
		require.NoError(t, err, kind)
		require.NotEmpty(t, done.(contract.PickTermRemedy200JSONResponse).Text)
		after := forecast(t, ctx, of)
		require.Equal(t, all[key].Late, after.Shows[0].Late, "%s what was said comes", kind)
		require.LessOrEqual(t, after.Shows[0].Late.Middle, before.Middle)
		if kind == "add:" {
			require.Len(t, school.Kilns.All(s.Now().Snapshot), kilns+1)
		}
	}
	require.NotContains(t, remedies(t, ctx, of), "use:", "it is in use already")
}

// One coat fewer: the plans of the class ask for it, what was approved stays approved, and every piece
// that had all its coats has them still.
func TestFewerCoatsChangePlans(t *testing.T) {
	ctx, s, of := glazeRoom(t)
	wanted(t, ctx, s, 8, "Ferryman's bowl")
	key := ""
	for k, r := range remedies(t, ctx, of) {
		if strings.HasPrefix(k, "fewer:") {
			key = k
			require.Contains(t, r.Text, "10 Studio")
		}
	}
	require.NotEmpty(t, key)
	was := s.Now()
	_, err := of.PickTermRemedy(ctx, contract.PickTermRemedyRequestObject{Body: &contract.PickTermRemedyJSONRequestBody{Key: key}})
	require.NoError(t, err)
	is, changed := s.Now(), 0
	for id, p := range is.Pieces {
		old := was.Pieces[id]
		require.Equal(t, old.Approved(), p.Approved(), "what was approved stays so")
		if old.Plan.Revision == p.Plan.Revision {
			continue
		}
		changed++
		for surface, c := range p.Plan.Choices {
			require.GreaterOrEqual(t, old.Plan.Choices[surface].Stack.Total(), c.Stack.Total())
			require.LessOrEqual(t, old.Plan.Choices[surface].Stack.Total()-1, c.Stack.Total())
		}
		require.LessOrEqual(t, few(is, p), few(was, old), "the house lets it pass")
	}
	require.Positive(t, changed)
}

// few counts the findings that a surface has too few coats.
func few(m school.Moment, p *school.Piece) (n int) {
	for _, f := range m.Survey(p).Findings {
		if f.Code == matter.CoatsFew {
			n++
		}
	}
	return n
}

// A holiday moves what comes, and what is past is nobody's show any more.
func TestHolidaysAndPastShows(t *testing.T) {
	ctx, s, of := glazeRoom(t)
	before := forecast(t, ctx, of)
	require.NoError(t, s.Change(ctx, func(m school.Moment, c *school.Change) error {
		bells := school.Bells.The(m.Snapshot)
		today := lesson.DateOf(m.At.Local())
		bells.Holidays = append(bells.Holidays, lesson.Holiday{From: today + 1, To: today + 14, Name: "Snow"})
		school.Bells.Put(c, bells)
		return nil
	}))
	after := forecast(t, ctx, of)
	require.Greater(t, after.Last.Middle, before.Last.Middle)
	for _, d := range after.Days {
		if d.Holiday == "Snow" && len(d.Classes) == 0 {
			require.Empty(t, d.Lit, "nobody lights a kiln in the snow")
			require.Empty(t, d.Out)
		}
	}
	m := s.Now()
	for _, a := range m.AssignmentsInOrder() {
		if show, ok := school.NextShow(m, a.ID); ok {
			later := m
			later.At = m.At.Add(60 * 24 * time.Hour)
			_, still := school.NextShow(later, a.ID)
			require.False(t, still, show.Name)
		}
	}
}
