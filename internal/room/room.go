// Package room is the glaze room: the bells of its week, the class that is in it, its
// air, and the tablets that were paired to it.
package room

import (
	"context"
	"slices"
	"time"

	"enkaustos/core/lesson"
	"enkaustos/core/rules"
	"enkaustos/internal/contract"
	"enkaustos/internal/qr"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Room answers what the contract asks of the room.
type Room struct {
	School  *school.School
	Pairing *Pairing
	Door    Keeper
	Tries   Tries
	TooMany error // what somebody hears who tries too often
	// Links are the addresses under which tablets find this server, now.
	Links func() []string
}

// Switch puts another class before the tablets, until the lesson ends by the bell;
// "" follows the bells again.
func Switch(m school.Moment, c *school.Change, class string) error {
	if class != "" {
		if _, err := school.Taught(m.Snapshot, class); err != nil {
			return err
		}
	}
	var until time.Time
	if now, runs := school.Bells.The(m.Snapshot).At(m.At.Local()); runs {
		until = now.Rings(time.Local).UTC()
	}
	school.Hands.Put(c, school.Hands.The(m.Snapshot).Switched(class, until, m.At))
	return nil
}

// Lock has the tablets take nothing, or take coats again.
func Lock(m school.Moment, c *school.Change, locked bool) error {
	school.Hands.Put(c, school.Hands.The(m.Snapshot).Shut(locked, m.At))
	return nil
}

// SayDamp says whether today is a damp day: coats and pieces dry more slowly.
func SayDamp(m school.Moment, c *school.Change, damp bool) error {
	today := school.Day(m.At)
	days := slices.DeleteFunc(slices.Clone(school.Airs.The(m.Snapshot).Days), func(d string) bool { return d == today })
	if damp {
		days = append(days, today)
	}
	slices.Sort(days)
	school.Airs.Put(c, school.Air{Days: days})
	return nil
}

// show is the class in the room now, its tablets and the bells.
func show(m school.Moment) contract.Room {
	hand := school.Hands.The(m.Snapshot)
	classes, ends, byHand := hand.Serving(school.Bells.The(m.Snapshot), m.At.Local())
	pace := m.Pace()
	return contract.Room{Classes: view.All(classes), Name: school.Called(m.Snapshot, classes), Ends: view.When(ends), ByHand: byHand, Locked: hand.Locked,
		Damp: slices.Contains(school.Airs.The(m.Snapshot).Days, school.Day(m.At)), Pace: pace.Factor, PaceCount: pace.Count, Night: view.Some(pace.Night), NightCount: view.Some(pace.Nights),
		Stations: view.List(paired(m), func(s Station) contract.PairedStation {
			return contract.PairedStation{Id: s.ID, Name: s.Name, PairedAt: s.PairedAt}
		}),
	}
}

// shown is the room, with what became of the code that pairs tablets.
func (r Room) shown(m school.Moment) contract.Room {
	v := show(m)
	v.CodeLost = view.Some(r.Pairing.Lost(m.At))
	return v
}

// changed makes a change and answers with the room as it is then.
func (r Room) changed(ctx context.Context, do func(m school.Moment, c *school.Change) error) (contract.Room, error) {
	err := r.School.Change(ctx, do)
	return r.shown(r.School.Now()), err
}

// GetRoom is the class in the room now, its tablets and the bells.
func (r Room) GetRoom(context.Context, contract.GetRoomRequestObject) (contract.GetRoomResponseObject, error) {
	return contract.GetRoom200JSONResponse(r.shown(r.School.Now())), nil
}

// SwitchRoom puts another class before the tablets.
func (r Room) SwitchRoom(ctx context.Context, q contract.SwitchRoomRequestObject) (contract.SwitchRoomResponseObject, error) {
	v, err := r.changed(ctx, func(m school.Moment, c *school.Change) error { return Switch(m, c, q.Body.Class) })
	return contract.SwitchRoom200JSONResponse(v), err
}

// LockStations has the tablets take nothing, or take coats again.
func (r Room) LockStations(ctx context.Context, q contract.LockStationsRequestObject) (contract.LockStationsResponseObject, error) {
	v, err := r.changed(ctx, func(m school.Moment, c *school.Change) error { return Lock(m, c, q.Body.Locked) })
	return contract.LockStations200JSONResponse(v), err
}

// SetDamp says whether today is a damp day.
func (r Room) SetDamp(ctx context.Context, q contract.SetDampRequestObject) (contract.SetDampResponseObject, error) {
	v, err := r.changed(ctx, func(m school.Moment, c *school.Change) error { return SayDamp(m, c, q.Body.Damp) })
	return contract.SetDamp200JSONResponse(v), err
}

// MakePairingCode makes a code by which tablets are paired, and the links under
// which they open their page.
func (r Room) MakePairingCode(context.Context, contract.MakePairingCodeRequestObject) (contract.MakePairingCodeResponseObject, error) {
	made, until, err := r.Pairing.Make(r.School.Now().At)
	if err != nil {
		return nil, err
	}
	links := r.Links()
	out := contract.MakePairingCode200JSONResponse{Code: made, Until: until, Links: view.List(links, func(base string) string { return base + "/station" })}
	if len(links) > 0 {
		url, err := qr.Data(links[0] + "/station#" + made)
		if err != nil {
			return nil, err
		}
		out.Qr = &url
	}
	return out, nil
}

// EndStation takes a tablet out of the room.
func (r Room) EndStation(ctx context.Context, q contract.EndStationRequestObject) (contract.EndStationResponseObject, error) {
	return contract.EndStation204Response{}, r.School.Change(ctx, func(m school.Moment, c *school.Change) error { return End(m, c, q.Id) })
}

// GetStation is what a tablet serves now.
func (r Room) GetStation(ctx context.Context, _ contract.GetStationRequestObject) (contract.GetStationResponseObject, error) {
	m, a := r.School.Now(), school.ActorOf(ctx)
	now, house := show(m), together(m, a.Classes)
	key, clearing := runs(m, a.Classes, house)
	return contract.GetStation200JSONResponse{Lesson: key, Clearing: clearing, Name: a.Name, Classes: view.All(a.Classes), ClassName: school.Called(m.Snapshot, a.Classes), Units: view.Units(school.Units.The(m.Snapshot)), Locked: a.Locked, Ends: now.Ends, Now: m.At,
		Stirs: house.Shakes == rules.Student, Pictures: house.Tablets == rules.InPictures, Wipes: contract.StationStateWipes(house.Wipes),
		Opinions: view.SomeList(view.Unsigned(m, a.Classes))}, nil
}

// together is the house in which several classes are in the room at once: who may do less in
// one of them may do less in all of them, and who reads pictures sees pictures.
func together(m school.Moment, classes []string) rules.House {
	house := m.House
	for i, class := range classes {
		of := m.HouseOf(m.House, class, nil)
		if i == 0 {
			house = of
			continue
		}
		if of.Shakes != rules.Student {
			house.Shakes = of.Shakes
		}
		if of.Tablets == rules.InPictures {
			house.Tablets = of.Tablets
		}
		if of.Wipes != rules.Student {
			house.Wipes = of.Wipes
		}
	}
	return house
}

// runs is the lesson that a tablet's classes are in, and when its clearing up begins; where the
// teacher has them served before the bell, the lesson that comes, to be prepared.
func runs(m school.Moment, classes []string, house rules.House) (key *string, clearing *time.Time) {
	l, now, ok := lesson.InRoom(school.Bells.The(m.Snapshot), classes, m.At.Local())
	switch {
	case !ok:
		return nil, nil
	case !now:
		return new(l.Key.String()), nil
	}
	return new(l.Key.String()), new(l.Rings(time.Local).Add(-time.Duration(house.ClearMinutes * float64(time.Minute))).UTC())
}
