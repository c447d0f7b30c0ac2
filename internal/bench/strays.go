package bench

import (
	"context"
	"errors"
	"strings"
	"time"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Stray is what a tablet sent late and could not be kept as it was.
type Stray struct {
	Event     work.Event `json:"event"`
	At        time.Time  `json:"at,omitzero"`         // when it arrived
	Happened  time.Time  `json:"happened,omitzero"`   // when the tablet saw it, by how long ago it said that was
	Station   string     `json:"station"`             // what the tablet is called
	StationID string     `json:"stationID,omitempty"` // which it is
	Reason    string     `json:"reason"`
	SettledAt time.Time  `json:"settledAt,omitzero"` // zero until the teacher decided
}

// Strays keeps what came late, by the id of its event.
var Strays = school.Register("stray", func(s Stray) string { return s.Event.ID }).Quiet()

// mostOpen is how many late taps of one tablet wait for a decision, more than a class logs in a lesson;
// what comes on top stays on the tablet, which asks again after strayWait.
const (
	mostOpen  = 800
	strayWait = time.Minute
)

// stray lays an event before the teacher; sent again it is the same.
func stray(m school.Moment, c *school.Change, by work.Actor, e work.Sent, reason string) error {
	open := 0
	for _, s := range Strays.All(m.Snapshot) {
		if s.SettledAt.IsZero() && s.StationID == by.ID {
			open++
		}
	}
	if _, known := Strays.Get(m.Snapshot, e.ID); !known {
		if open >= mostOpen {
			return school.TooMany("The teacher has to decide on what came late from this tablet before: it goes on then.", strayWait)
		}
		Strays.Put(c, Stray{Event: e.Event, At: m.At, Happened: m.At.Add(-e.Age()), Station: by.Name, StationID: by.ID, Reason: reason})
	}
	return nil
}

// ListStrays lists what waits for the teacher's decision, the oldest first.
func (b Bench) ListStrays(context.Context, contract.ListStraysRequestObject) (contract.ListStraysResponseObject, error) {
	m := b.School.Now()
	all := []contract.Stray{}
	for _, s := range Strays.Sorted(m.Snapshot, func(a, b Stray) int { return a.At.Compare(b.At) }) {
		if !s.SettledAt.IsZero() {
			continue
		}
		e := s.Event
		v := contract.Stray{Id: e.ID, Station: s.Station, At: s.At, Happened: s.Happened, Reason: s.Reason, Piece: e.Piece}
		on := ""
		if p, ok := m.Pieces[e.Piece]; ok {
			surface, _ := p.Body.Surface(e.Surface)
			v.Who, on = m.Who(p), surface.Name
		}
		v.Text = strings.TrimSpace(string(e.Kind) + " " + e.Glaze + " " + on)
		all = append(all, v)
	}
	return contract.ListStrays200JSONResponse(all), nil
}

// waiting are the taps that came late from the tablet of one and on its piece, and wait for a decision, in
// the order in which they happened.
func waiting(m school.Moment, of Stray) (all []Stray) {
	for _, s := range Strays.Sorted(m.Snapshot, func(a, b Stray) int { return a.Happened.Compare(b.Happened) }) {
		if s.SettledAt.IsZero() && s.Event.Piece == of.Event.Piece && s.StationID == of.StationID {
			all = append(all, s)
		}
	}
	return all
}

// Settle keeps a late event as what happened then, or lets it go.
func Settle(m school.Moment, c *school.Change, by work.Actor, id string, keep bool) error {
	s, ok := Strays.Get(m.Snapshot, id)
	if !ok || !s.SettledAt.IsZero() {
		return school.Missing("tap")
	}
	if keep {
		e := s.Event
		e.Done = s.Happened
		if _, err := Take(m, c, work.Actor{Role: by.Role, Name: s.Station, For: work.Actor{Role: work.Station, ID: s.StationID}.Hand()}, []work.Sent{{Event: e, Timed: true}}); err != nil {
			return err
		}
	}
	s.SettledAt = m.At
	Strays.Put(c, s)
	return nil
}

// SettleStray keeps a late event, or lets it go; where that is asked for, with every other one from the
// same tablet on the same piece. What cannot be kept stays to be decided on, and the last reason is said.
func (b Bench) SettleStray(ctx context.Context, r contract.SettleStrayRequestObject) (contract.SettleStrayResponseObject, error) {
	m, by := b.School.Now(), school.ActorOf(ctx)
	of, ok := Strays.Get(m.Snapshot, r.Id)
	if !ok {
		return nil, school.Missing("tap")
	}
	ids := []string{r.Id}
	if r.Body.All != nil && *r.Body.All {
		ids = nil
		for _, s := range waiting(m, of) {
			ids = append(ids, s.Event.ID)
		}
	}
	var refused error
	for _, id := range ids {
		err := b.School.Change(ctx, func(m school.Moment, c *school.Change) error { return Settle(m, c, by, id, r.Body.Keep) })
		if fault := (school.Fault{}); err != nil && !errors.As(err, &fault) {
			return nil, err
		}
		if err != nil {
			refused = err
		}
	}
	return contract.SettleStray204Response{}, refused
}
