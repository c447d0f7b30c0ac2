package bench

import (
	"context"
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

// stray lays an event before the teacher; sent again it is the same.
func stray(m school.Moment, c *school.Change, by work.Actor, e work.Sent, reason string) error {
	if _, known := Strays.Get(m.Snapshot, e.ID); !known {
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

// SettleStray keeps a late event, or lets it go.
func (b Bench) SettleStray(ctx context.Context, r contract.SettleStrayRequestObject) (contract.SettleStrayResponseObject, error) {
	return contract.SettleStray204Response{}, b.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return Settle(m, c, school.ActorOf(ctx), r.Id, r.Body.Keep)
	})
}
