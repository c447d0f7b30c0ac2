package lessons

import (
	"cmp"
	"context"
	"slices"
	"strings"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/schedule"
	"enkaustos/core/stock"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// soon is enough effort for what other classes take.
var soon = schedule.Effort{Alone: 200, Orders: 40, Seed: 1}

// ask is what a piece takes of a jar in a lesson that is still to come, or runs.
type ask struct {
	lesson fits.Lesson
	glaze  string
	piece  string
	ml     float64
	when   time.Time // its last stroke of it in that lesson
}

// asksOf are what the pieces of a plan take in those of its lessons that begin before a moment.
func asksOf(m school.Moment, planned fits.Planned, before time.Time, lessons []fits.Lesson) (all []ask) {
	for _, c := range planned.Courses {
		p := m.Pieces[c.Piece]
		for n, at := range lessons {
			if !at.Begins.Before(before) {
				break
			}
			for _, a := range m.Case(p).AmountsOf(c.InLesson(n), m.Survey(p).Band) {
				one := ask{lesson: at, glaze: a.Glaze, piece: c.Piece, ml: a.ML}
				for _, s := range c.Steps {
					if s.Lesson == n && s.Layer.Glaze == a.Glaze && s.End.After(one.when) {
						one.when = s.End
					}
				}
				all = append(all, one)
			}
		}
	}
	return all
}

// inTurn puts asks into the order in which they come to the jar.
func inTurn(all []ask) []ask {
	slices.SortStableFunc(all, func(a, b ask) int {
		return cmp.Or(a.lesson.Begins.Compare(b.lesson.Begins), a.when.Compare(b.when), strings.Compare(a.piece, b.piece))
	})
	return all
}

// contested are the classes whose plans ask for a jar that does not last for all plans: nobody
// else can make one short, or go without.
func contested(m school.Moment) map[string]bool {
	classes := map[string]bool{}
	for code, b := range m.Budgets() {
		if b.ShortML() <= 0 {
			continue
		}
		for _, c := range m.Claims(code) {
			classes[m.Assignments[c.Project].Class] = true
		}
	}
	return classes
}

// asks are what all classes but some take in the lessons that begin before a moment and are not
// over, each class planned by itself from now on; those that cannot make a jar short are left
// out.
func asks(m school.Moment, before time.Time, but []string) (all []ask) {
	may, seen := contested(m), map[string]bool{}
	for next := range school.Bells.The(m.Snapshot).Coming("", m.At.Local()) {
		if !next.Begins(time.Local).Before(before) {
			break
		}
		fresh := slices.DeleteFunc(slices.Clone(next.Classes), func(class string) bool { return seen[class] || !may[class] || slices.Contains(but, class) })
		if len(fresh) == 0 {
			continue
		}
		for _, class := range fresh {
			seen[class] = true
		}
		class, _ := Class(m, next)
		class.Pieces = slices.DeleteFunc(class.Pieces, func(p fits.Piece) bool { return !slices.Contains(fresh, p.Class) })
		if planned, err := class.Plan(soon); err == nil { // a class whose lesson cannot be planned takes nothing that is known
			all = append(all, asksOf(m, planned, before, class.Lessons)...)
		}
	}
	return all
}

// earlier is what all classes take before a lesson, its own ones as they are planned with it.
func (g gathering) earlier() []ask {
	begins := g.at.Begins(time.Local)
	return inTurn(append(asks(g.m, begins, g.at.Classes), asksOf(g.m, g.whole, begins, g.between)...))
}

// budget holds what is asked of a jar against what is in it, or stands in cups, and what is kept
// of it.
func budget(m school.Moment, code string, all []ask, inCups map[string]float64) stock.Budget {
	g := school.Glazes.All(m.Snapshot)[code]
	left, known := g.Jar.LeftML()
	var claims []stock.Claim
	for _, a := range all {
		if a.glaze == code {
			claims = append(claims, stock.Claim{Project: m.Pieces[a.piece].Assignment, Piece: a.piece, ML: a.ml})
		}
	}
	var reserves []stock.Reserve
	for _, r := range school.ReservesInOrder(m.Snapshot) {
		if r.Glaze == code {
			reserves = append(reserves, stock.Reserve{Project: r.Assignment, ML: r.ML})
		}
	}
	return stock.BudgetOf(left+inCups[code], known, claims, reserves)
}

// noticedML is less than anybody sees lacking.
const noticedML = 0.5

// namesOf are who is hit, each once.
func namesOf(m school.Moment, hit []stock.Claim) []string {
	all := []string{}
	for _, h := range hit {
		if who := m.Who(m.Pieces[h.Piece]); h.ML > noticedML && !slices.Contains(all, who) {
			all = append(all, who)
		}
	}
	return all
}

// leastOf is what the first of those lacks who are hit.
func leastOf(hit []stock.Claim) float64 {
	least := hit[0].ML
	for _, h := range hit {
		least = min(least, h.ML)
	}
	return least
}

// short says of a glaze that is put out whether it lasts, after what comes before it.
func (g gathering) short(earlier []ask, inCups map[string]float64, one *contract.PutOutGlaze) {
	own := slices.DeleteFunc(asksOf(g.m, g.planned, g.at.Rings(time.Local), g.class.Lessons[:1]), func(a ask) bool { return a.glaze != one.Code })
	sum := 0.0
	for _, a := range earlier {
		if a.glaze == one.Code {
			sum += a.ml
		}
	}
	b := budget(g.m, one.Code, append(slices.Clone(earlier), inTurn(own)...), inCups)
	one.Earlier, one.Kept = view.Some(sum), view.Some(b.KeptML)
	if short := b.ShortML(); b.Known && short > noticedML {
		here := slices.DeleteFunc(b.Hit, func(c stock.Claim) bool {
			return !slices.ContainsFunc(own, func(a ask) bool { return a.piece == c.Piece })
		})
		one.Short, one.Hit = &short, new(namesOf(g.m, here))
		if len(here) > 0 {
			one.Nearest = new(view.Near(g.m, school.NearestJars(g.m, one.Code, g.m.Assignments[here[0].Project], leastOf(here))))
		}
	}
}

// ListShortages is what will be short in the lessons of the days that come.
func (l Lessons) ListShortages(_ context.Context, r contract.ListShortagesRequestObject) (contract.ListShortagesResponseObject, error) {
	m := l.School.Now()
	return contract.ListShortages200JSONResponse(shortages(m, until(m, view.Or(r.Params.Days, 1)))), nil
}

// until is the end of the nth day with lessons after today.
func until(m school.Moment, days int) time.Time {
	today := lesson.DateOf(m.At.Local())
	last := today
	for next := range school.Bells.The(m.Snapshot).Coming("", m.At.Local()) {
		if next.Date > last {
			if days == 0 {
				break
			}
			last, days = next.Date, days-1
		}
	}
	return (last + 1).At(0, time.Local)
}

func shortages(m school.Moment, before time.Time) []contract.JarShortage {
	all := []contract.JarShortage{}
	every, inCups := inTurn(asks(m, before, nil)), school.InCups(m)
	for _, g := range m.Jars() {
		b := budget(m, g.Code, every, inCups)
		if !b.Known || b.ShortML() <= noticedML || b.OpenML == 0 {
			continue
		}
		left, _ := g.Jar.LeftML()
		one := contract.JarShortage{Code: g.Code, Name: g.Name, Raw: view.Jar(m, g).Raw, Left: left, Takes: b.OpenML, Kept: b.KeptML, Short: b.ShortML(), Hit: namesOf(m, b.Hit), Nearest: []contract.JarNear{}}
		if len(b.Hit) > 0 {
			one.Nearest = view.Near(m, school.NearestJars(m, g.Code, m.Assignments[b.Hit[0].Project], leastOf(b.Hit)))
			first := slices.IndexFunc(every, func(a ask) bool { return a.glaze == g.Code && a.piece == b.Hit[0].Piece })
			if at, err := find(m, every[first].lesson.Key); err == nil {
				one.First = new(Show(m, at))
			}
		}
		all = append(all, one)
	}
	slices.SortStableFunc(all, func(a, b contract.JarShortage) int { return cmp.Compare(b.Short, a.Short) })
	return all
}
