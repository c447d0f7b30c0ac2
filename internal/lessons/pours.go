package lessons

import (
	"context"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// mostPours is more than anybody pours in a lesson, and mostPouredML more than a cup of any
// kind holds.
const mostPours, mostPouredML = 600, 5000

// Pour says that glaze left a jar in cups for a lesson, or came back clean; 0 mL takes the last
// one of that glaze back. The level of the jar follows, where it is known.
func Pour(m school.Moment, c *school.Change, at lesson.Lesson, code string, ml float64, by string) error {
	g, ok := school.Glazes.Get(m.Snapshot, code)
	if !ok {
		return school.Missing("jar")
	}
	all := slices.DeleteFunc(school.PoursOf(m.Snapshot, at.Key.String()), func(p school.Pour) bool { return p.Glaze != code })
	poured, back := sums(all)
	switch {
	case ml > mostPouredML || ml < -mostPouredML:
		return school.Refuse("At most %d mL are poured at once: what else left the jar is said by its level in Stock.", mostPouredML)
	case len(all) >= mostPours:
		return school.Refuse("%s was poured %d times in this lesson already.", code, mostPours)
	case ml == 0 && len(all) == 0:
		return school.Refuse("Nothing of %s was poured in this lesson.", code)
	case ml < 0 && -ml > poured-back+0.5:
		return school.Refuse("%.0f mL of %s cannot come back: %.0f are out.", -ml, code, poured-back)
	case ml == 0:
		last := all[len(all)-1]
		school.Pours.Drop(c, last)
		lower(c, g, -last.Took)
	default:
		school.Pours.Put(c, school.Pour{ID: school.NewID(), Glaze: code, ML: ml, At: m.At, By: by, Lesson: at.Key.String(), Took: lower(c, g, ml)})
	}
	return nil
}

// mostCups is how many cups somebody at a tablet pours at once.
const mostCups = 6

// canPour refuses a tablet what no hand pours: more than some cups, or than its jar holds.
func canPour(m school.Moment, by work.Actor, code string, ml float64) error {
	g, ok := school.Glazes.Get(m.Snapshot, code)
	if by.Role != work.Station || !ok || ml <= 0 {
		return nil
	}
	switch {
	case !g.InStock || g.Jar.State == glaze.Dried:
		return school.Refuse("%s is not out: nothing is poured from it.", code)
	case ml > mostCups*m.House.CupML:
		return school.Refuse("At most %d cups are poured at once.", mostCups)
	case g.Jar.ML > 0 && ml > g.Jar.ML: // its level is a guess, its size is none
		return school.Refuse("The jar of %s holds %.0f mL at most: more cannot be poured.", code, g.Jar.ML)
	}
	return nil
}

// lower takes so much out of a jar whose level is known, and says how much that was: no jar
// holds less than nothing, or more than it is full.
func lower(c *school.Change, g glaze.Glaze, ml float64) (took float64) {
	left, known := g.Jar.LeftML()
	if !known || ml == 0 {
		return 0
	}
	g.Jar.Level = min(1, max(0, (left-ml)/g.Jar.ML))
	school.Glazes.Put(c, g)
	now, _ := g.Jar.LeftML()
	return left - now
}

// sums are what was poured and what came back, mL.
func sums(all []school.Pour) (poured, back float64) {
	for _, p := range all {
		poured, back = poured+max(0, p.ML), back+max(0, -p.ML)
	}
	return poured, back
}

// PourGlaze answers what the contract asks of pouring.
func (l Lessons) PourGlaze(ctx context.Context, r contract.PourGlazeRequestObject) (contract.PourGlazeResponseObject, error) {
	by := school.ActorOf(ctx)
	var at lesson.Lesson
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		if at, err = nowMine(ctx, m, r.Key); err != nil {
			return err
		}
		if err := canPour(m, by, r.Body.Glaze, r.Body.Ml); err != nil {
			return err
		}
		return Pour(m, c, at, r.Body.Glaze, r.Body.Ml, by.Name)
	})
	if err != nil {
		return nil, err
	}
	return contract.PourGlaze200JSONResponse(poured(l.School.Now(), at)), nil
}

// poured is what left each jar for a lesson.
func poured(m school.Moment, at lesson.Lesson) []contract.Poured {
	all := []contract.Poured{}
	of := map[string][]school.Pour{}
	for _, p := range school.PoursOf(m.Snapshot, at.Key.String()) {
		of[p.Glaze] = append(of[p.Glaze], p)
	}
	cup := cupML(m, at)
	for _, g := range m.Jars() {
		if len(of[g.Code]) > 0 {
			out, back := sums(of[g.Code])
			all = append(all, contract.Poured{Code: g.Code, Name: g.Name, Raw: view.Jar(m, g).Raw, Ml: out, Back: back, CupML: cup})
		}
	}
	return all
}

// cupML is what a cup of the classes of a lesson holds.
func cupML(m school.Moment, at lesson.Lesson) float64 {
	if len(at.Classes) == 0 {
		return m.House.CupML
	}
	return m.HouseOf(m.House, at.Classes[0], nil).CupML
}
