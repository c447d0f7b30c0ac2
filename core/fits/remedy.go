package fits

import (
	"slices"
	"time"

	"enkaustos/core/schedule"
)

// Remedy is what would bring a piece back that is behind.
type Remedy struct {
	Text string // what is done, in a sentence
	Done int    // the lesson after which it would be finished
}

// extra is how much longer the class would be in the room.
const extra = 30 * time.Minute

// Remedies are what would finish a piece sooner, each computed with the whole class: one
// coat fewer where the house lets it pass, its extras left out, a helper, half an hour more.
// Those that change nothing are left out; the best one comes first. lesson is the one, counted in
// Lessons, that could be longer.
func (c Class) Remedies(piece string, lesson int, e schedule.Effort) ([]Remedy, error) {
	now, err := c.doneAfter(piece, e)
	if err != nil {
		return nil, err
	}
	var all []Remedy
	try := func(text string, other Class) error {
		done, err := other.doneAfter(piece, e)
		if err == nil && done < now {
			all = append(all, Remedy{text, done})
		}
		return err
	}
	for _, r := range []struct {
		text   string
		change func(p *Piece)
	}{
		{"One coat fewer on each surface where the house lets that pass.", func(p *Piece) { p.Fewer = true }},
		{"Its extras are left out.", func(p *Piece) { p.Plain = true }},
		{"A helper cleans it, washes its brushes and wipes its foot.", func(p *Piece) { p.Helped = true }},
		{"It goes first at jars, sink and teacher.", func(p *Piece) { p.Weight = 8 }},
	} {
		if err := try(r.text, c.with(piece, r.change)); err != nil {
			return nil, err
		}
	}
	if err := try("Half an hour more in this lesson.", c.longer(lesson)); err != nil {
		return nil, err
	}
	slices.SortStableFunc(all, func(a, b Remedy) int { return a.Done - b.Done })
	return all, nil
}

func (c Class) with(piece string, change func(*Piece)) Class {
	c.Pieces = slices.Clone(c.Pieces)
	for i := range c.Pieces {
		if c.Pieces[i].ID == piece {
			change(&c.Pieces[i])
		}
	}
	return c
}

func (c Class) longer(lesson int) Class {
	c.Lessons = slices.Clone(c.Lessons)
	c.Lessons[lesson].Rings = c.Lessons[lesson].Rings.Add(extra)
	return c
}

// doneAfter is the lesson after which a piece is finished.
func (c Class) doneAfter(piece string, e schedule.Effort) (int, error) {
	planned, err := c.Plan(e)
	for _, one := range planned.Courses {
		if one.Piece == piece {
			return one.Done, err
		}
	}
	return 0, err
}
