package kiln

import (
	"slices"

	"enkaustos/core/load"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Tick says that a planned piece stands in the kiln, by an event; or that it does not any more. It
// is refused where the piece may not be fired any more.
func Tick(m school.Moment, c *school.Change, by work.Actor, id, piece string, in bool, seen int64) error {
	l, err := laidOf(m, id)
	if err != nil {
		return err
	}
	p, ok := m.Pieces[owner(piece)]
	switch {
	case by.Role == work.Station && !l.kept.Tablets:
		return school.Refuse("The teacher did not open %s on the tablets.", l.load.Name)
	case !l.load.FiredAt.IsZero():
		return school.Refuse("%s was fired already.", l.load.Name)
	case load.IsTile(piece):
		return l.tickTile(m, c, piece, in)
	case !ok:
		return school.Missing("piece")
	case in == l.ticked(m, piece):
		return nil
	}
	inside := members(m, id)
	l.kept.At = m.At
	school.LoadPlans.Put(c, l.kept) // so that every tablet hears of it, whatever class it serves
	for n, of := range append([]string{p.ID}, l.onTop(piece)...) {
		q, known := m.Pieces[of]
		if !known {
			return school.Missing("piece")
		}
		e := work.Event{ID: school.NewID(), Piece: q.ID, At: m.At, By: by.Name, Hand: by.Hand(), Kind: work.TakenOut}
		if in {
			if e.Kind, e.Load, e.Seen = work.Loaded, id, max(seen, 0); seen == 0 || n > 0 {
				e.Seen = q.State.Seq
			}
			if reason := m.Survey(q).Verdict.KeptOut(school.GateOf(m, l.load, "", inside), ready.ToPut(e.Seen)); reason != "" {
				return school.Refuse("%s: %s", view.Who(m, by, q), reason)
			}
		}
		c.Log(e)
		inside = append(inside, q)
	}
	return nil
}

// tickTile keeps whether a test tile stands in the kiln: it has no record of its own.
func (l laid) tickTile(m school.Moment, c *school.Change, tile string, in bool) error {
	if !slices.ContainsFunc(l.pieces, func(p load.Piece) bool { return p.ID == tile }) {
		return school.Missing("test tile")
	}
	kept := l.kept
	kept.At = m.At
	kept.TilesIn = slices.DeleteFunc(slices.Clone(kept.TilesIn), func(id string) bool { return id == tile })
	if in {
		kept.TilesIn = append(kept.TilesIn, tile)
	}
	school.LoadPlans.Put(c, kept)
	return nil
}

// onTop are the pieces that stand on one in the plan.
func (l laid) onTop(piece string) []string {
	for _, level := range l.kept.Plan.Levels {
		for _, s := range level.Pieces {
			if s.Piece == piece {
				return s.Piled
			}
		}
	}
	return nil
}
