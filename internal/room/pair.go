package room

import (
	"context"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Keeper is the door, as far as a tablet that is paired needs it.
type Keeper interface {
	AdmitStation(ctx context.Context, id string) error
	Session(ctx context.Context) contract.Session
	Who(ctx context.Context) (a work.Actor, here bool)
}

// Tries slows down guessing of codes.
type Tries interface {
	Spent(ctx context.Context) bool
	Allow(ctx context.Context) bool
}

// PairStation pairs a tablet to the room by the code that the teacher shows. A whole
// trolley may be paired at once: only wrong codes count as tries.
func (r Room) PairStation(ctx context.Context, q contract.PairStationRequestObject) (contract.PairStationResponseObject, error) {
	if who, here := r.Door.Who(ctx); here && who.Role != work.Station {
		return nil, school.Refuse("This browser is the teacher's side: lock it first, or pair another browser.")
	}
	if r.Tries.Spent(ctx) {
		return nil, r.TooMany
	}
	if !r.Pairing.Holds(q.Body.Code, r.School.Now().At) {
		r.Tries.Allow(ctx)
		return nil, school.Refuse("That code does not pair a tablet now: ask the teacher for a new one.")
	}
	name := ""
	if q.Body.Name != nil {
		name = *q.Body.Name
	}
	var made Station
	err := r.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		made, err = Pair(m, c, name)
		return err
	})
	if err != nil {
		return nil, err
	}
	if err := r.Door.AdmitStation(ctx, made.ID); err != nil {
		return nil, err
	}
	return contract.PairStation200JSONResponse(r.Door.Session(ctx)), nil
}
