package bench

import (
	"context"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Relabel logs the coats on some pieces that came out of a mislabelled cup as the glaze that it
// held: each is taken back, and entered afterwards for when it was laid. What is fired stays as
// it was logged.
func Relabel(m school.Moment, c *school.Change, by work.Actor, doubt string, pieces []string) error {
	for _, id := range pieces {
		p, err := m.Unfired(by, id)
		if err != nil {
			return err
		}
		doubts := p.State.Doubted(m.Shelf.Glazes)
		i := slices.IndexFunc(doubts, func(d work.Doubtful) bool { return d.ID == doubt })
		switch {
		case i < 0:
			return school.Stale("%s: nothing on it is out of that cup any more. Look again.", m.Who(p))
		case doubts[i].What != glaze.Mislabelled || doubts[i].Instead == "":
			return school.Refuse("Say first what the cup really held.")
		}
		if _, err := Take(m, c, by, relabelled(p, doubts[i])); err != nil {
			return err
		}
	}
	return nil
}

// relabelled are the events that log the coats of a doubt as what they are.
func relabelled(p *school.Piece, d work.Doubtful) (events []work.Sent) {
	log := func(e work.Event, timed bool) {
		e.ID, e.Piece = school.NewID(), p.ID
		events = append(events, work.Sent{Event: e, Timed: timed})
	}
	seen := map[string]bool{}
	for _, coat := range d.Coats {
		if seen[coat.ID] || p.State.FiredOn(coat) || coat.Glaze != d.Glaze {
			continue // fired, or mixed: nobody can say what that is now
		}
		seen[coat.ID] = true
		e := work.Event{Kind: work.Coated, Surface: coat.Surface, Glaze: d.Instead, Done: coat.At, Felt: coat.Felt, How: coat.How, Seconds: coat.Seconds, DownTo: coat.DownToMM, Part: coat.Part, Share: coat.Share, Line: coat.LineMM}
		if coat.How == work.Dipped {
			e.Surface = ""
			for _, other := range d.Coats {
				if other.ID == coat.ID {
					e.Over = append(e.Over, other.Surface)
				}
			}
		}
		log(work.Event{Kind: work.Undone, Undoes: coat.ID}, false)
		log(e, !coat.Dated)
	}
	return events
}

// RelabelCoats logs coats out of a mislabelled cup as what they are.
func (b Bench) RelabelCoats(ctx context.Context, r contract.RelabelCoatsRequestObject) (contract.RelabelCoatsResponseObject, error) {
	return contract.RelabelCoats204Response{}, b.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return Relabel(m, c, school.ActorOf(ctx), r.Id, r.Body.Pieces)
	})
}
