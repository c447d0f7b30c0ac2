package api

import (
	"context"
	"encoding/base64"
	"fmt"
	"io"
	"time"

	"enkaustos/core/rules"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// GetRoom is the class in the room now, its tablets and the bells.
func (s *Server) GetRoom(context.Context, gen.GetRoomRequestObject) (gen.GetRoomResponseObject, error) {
	return gen.GetRoom200JSONResponse(s.room()), nil
}

// SwitchRoom puts another class before the tablets.
func (s *Server) SwitchRoom(ctx context.Context, r gen.SwitchRoomRequestObject) (gen.SwitchRoomResponseObject, error) {
	if err := s.Studio.SwitchRoom(ctx, r.Body.Class); err != nil {
		return nil, err
	}
	return gen.SwitchRoom200JSONResponse(s.room()), nil
}

// LockStations has the tablets take nothing, or take coats again.
func (s *Server) LockStations(ctx context.Context, r gen.LockStationsRequestObject) (gen.LockStationsResponseObject, error) {
	if err := s.Studio.LockStations(ctx, r.Body.Locked); err != nil {
		return nil, err
	}
	return gen.LockStations200JSONResponse(s.room()), nil
}

// SetDamp says whether today is a damp day.
func (s *Server) SetDamp(ctx context.Context, r gen.SetDampRequestObject) (gen.SetDampResponseObject, error) {
	if err := s.Studio.SetDamp(ctx, r.Body.Damp); err != nil {
		return nil, err
	}
	return gen.SetDamp200JSONResponse(s.room()), nil
}

// SetBells replaces the lessons of the week.
func (s *Server) SetBells(ctx context.Context, r gen.SetBellsRequestObject) (gen.SetBellsResponseObject, error) {
	var bells []store.Bell
	for _, b := range r.Body.Bells {
		starts, ends, err := minutes(b.Starts, b.Ends)
		if err != nil {
			return nil, err
		}
		bells = append(bells, store.Bell{Class: b.Class, Weekday: b.Weekday, Starts: starts, Ends: ends})
	}
	if err := s.Studio.SetBells(ctx, bells); err != nil {
		return nil, err
	}
	return gen.SetBells200JSONResponse(s.room()), nil
}

// minutes reads two times of the day as minutes after midnight.
func minutes(starts, ends string) (from, to int, err error) {
	for i, text := range []string{starts, ends} {
		at, err := time.Parse("15:04", text)
		if err != nil {
			return 0, 0, studio.Fault{Text: fmt.Sprintf("%q is no time of the day: expected one such as 09:15.", text)}
		}
		*[]*int{&from, &to}[i] = at.Hour()*60 + at.Minute()
	}
	return from, to, nil
}

func (s *Server) room() gen.Room {
	r, air := s.Studio.Room(), s.Studio.Air()
	return gen.Room{Class: r.Class, Name: r.Name, Ends: when(r.Ends), ByHand: r.ByHand, Locked: r.Locked,
		Damp: air.Damp, Pace: air.Factor, PaceCount: air.Count,
		Stations: list(r.Stations, func(st store.Station) gen.PairedStation {
			return gen.PairedStation{Id: st.ID, Name: st.Name, PairedAt: st.PairedAt}
		}),
		Bells: list(r.Bells, func(b store.Bell) gen.Bell {
			clock := func(m int) string { return fmt.Sprintf("%02d:%02d", m/60, m%60) }
			return gen.Bell{Class: b.Class, Weekday: b.Weekday, Starts: clock(b.Starts), Ends: clock(b.Ends)}
		})}
}

// MakePairingCode makes a code by which tablets are paired, and the links under
// which they open their page.
func (s *Server) MakePairingCode(context.Context, gen.MakePairingCodeRequestObject) (gen.MakePairingCodeResponseObject, error) {
	made, until, err := s.Studio.PairingCode()
	if err != nil {
		return nil, err
	}
	out := gen.MakePairingCode200JSONResponse{Code: made, Until: until, Links: list(s.Links, func(base string) string { return base + "/station" })}
	if len(s.Links) > 0 {
		picture, _, err := code(s.Links[0] + "/station#" + made)
		if err != nil {
			return nil, err
		}
		png, err := io.ReadAll(picture)
		if err != nil {
			return nil, err
		}
		url := "data:image/png;base64," + base64.StdEncoding.EncodeToString(png)
		out.Qr = &url
	}
	return out, nil
}

// EndStation takes a tablet out of the room.
func (s *Server) EndStation(ctx context.Context, r gen.EndStationRequestObject) (gen.EndStationResponseObject, error) {
	return gen.EndStation204Response{}, s.Studio.EndStation(ctx, r.Id)
}

// SetHelper chooses the passphrase of helpers.
func (s *Server) SetHelper(ctx context.Context, r gen.SetHelperRequestObject) (gen.SetHelperResponseObject, error) {
	return gen.SetHelper204Response{}, s.Studio.SetHelper(ctx, r.Body.Passphrase)
}

// pairedFor is how long a tablet stays paired: a school year.
const pairedFor = 400 * 24 * time.Hour

// PairStation pairs a tablet to the room.
func (s *Server) PairStation(ctx context.Context, r gen.PairStationRequestObject) (gen.PairStationResponseObject, error) {
	if who, here := s.who(ctx); here && who.Role != studio.Station {
		return nil, studio.Fault{Text: "This browser is the teacher's side: lock it first, or pair another browser."}
	}
	if s.pairings.spent(remote(ctx)) { // a whole trolley may be paired at once: only wrong codes count
		return nil, tooMany
	}
	st, err := s.Studio.Pair(ctx, r.Body.Code, value(r.Body.Name))
	if err != nil {
		s.pairings.allow(remote(ctx))
		return nil, err
	}
	if err := s.sessions.RenewToken(ctx); err != nil {
		return nil, err
	}
	s.sessions.Put(ctx, roleKey, string(studio.Station))
	s.sessions.Put(ctx, stationKey, st.ID)
	s.sessions.SetDeadline(ctx, time.Now().Add(pairedFor))
	v, err := s.session(ctx)
	return gen.PairStation200JSONResponse(v), err
}

// GetStation is what a tablet serves now.
func (s *Server) GetStation(ctx context.Context, _ gen.GetStationRequestObject) (gen.GetStationResponseObject, error) {
	a, locked, _ := s.Studio.AtStation(s.sessions.GetString(ctx, stationKey))
	r, house := s.Studio.Room(), s.Studio.HouseOf(a.Class)
	v := gen.GetStation200JSONResponse{Name: a.Name, Class: a.Class, ClassName: r.Name, Locked: locked, Ends: when(r.Ends), Now: s.Studio.Now(),
		Pictures: house.Tablets == rules.InPictures, Wipes: gen.StationStateWipes(house.Wipes)}
	return v, nil
}
