package studio

import (
	"cmp"
	"context"
	"encoding/json"
	"slices"
	"time"

	"enkaustos/internal/store"
)

// roomKey keeps what the teacher switched by hand, as JSON.
const roomKey = "room"

// byHand is what the teacher set beside the bells.
type byHand struct {
	Class  string    `json:"class,omitempty"`
	Until  time.Time `json:"until,omitzero"` // the bell that ends it; zero until it is switched back
	Locked bool      `json:"locked,omitempty"`
}

// Room is the class that is in the room now, as the tablets have it.
type Room struct {
	Class    string    // Class.ID; "" between lessons
	Name     string    // of the class
	Ends     time.Time // of its lesson; zero where no bell says so
	ByHand   bool      // the teacher switched to it
	Locked   bool      // no tablet takes anything
	Stations []store.Station
	Bells    []store.Bell
}

// Room says which class is in the room now, which tablets serve it, and the
// bells of the week.
func (s *Studio) Room() Room {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return s.room()
}

// byBell is the class that the bells have in the room at a moment in the room's
// own time, and when its lesson ends; mu is held.
func (s *Studio) byBell(now time.Time) (class string, ends time.Time) {
	for _, b := range s.school.bells {
		if b.Holds(now) {
			return b.Class, time.Date(now.Year(), now.Month(), now.Day(), b.Ends/60, b.Ends%60, 0, 0, now.Location())
		}
	}
	return "", time.Time{}
}

// serving is the class before the tablets at a moment: by hand, else by the bell;
// mu is held.
func (s *Studio) serving(now time.Time) (class string, ends time.Time, byHand bool) {
	class, ends = s.byBell(now)
	if s.hand.Class != "" && (s.hand.Until.IsZero() || now.Before(s.hand.Until)) {
		return s.hand.Class, s.hand.Until, class != s.hand.Class
	}
	return class, ends, false
}

// room is Room; mu is held.
func (s *Studio) room() Room {
	r := Room{Locked: s.hand.Locked, Bells: slices.Clone(s.school.bells)}
	for _, st := range s.school.stations {
		if st.EndedAt.IsZero() {
			r.Stations = append(r.Stations, st)
		}
	}
	slices.SortFunc(r.Stations, func(a, b store.Station) int {
		return cmp.Or(a.PairedAt.Compare(b.PairedAt), cmp.Compare(a.ID, b.ID))
	})
	r.Class, r.Ends, r.ByHand = s.serving(s.clock.Now().Local())
	r.Name = s.school.classes[r.Class].Name
	return r
}

// SwitchRoom puts another class before the tablets, until the lesson ends by the
// bell; "" follows the bells again.
func (s *Studio) SwitchRoom(ctx context.Context, class string) error {
	return s.setHand(ctx, func(h *byHand) error {
		if class != "" {
			if _, ok := s.school.classes[class]; !ok {
				return missing("class")
			}
		}
		h.Class = class
		_, h.Until = s.byBell(s.clock.Now().Local())
		return nil
	})
}

// LockStations has the tablets take nothing, or take coats again.
func (s *Studio) LockStations(ctx context.Context, locked bool) error {
	return s.setHand(ctx, func(h *byHand) error { h.Locked = locked; return nil })
}

func (s *Studio) setHand(ctx context.Context, set func(*byHand) error) error {
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		hand := s.hand
		if err := set(&hand); err != nil {
			return nil, nil, err
		}
		text, err := json.Marshal(hand)
		if err != nil {
			return nil, nil, err
		}
		return func(tx *store.Tx) error { return tx.PutSetting(roomKey, string(text)) }, func() { s.hand = hand }, nil
	})
}

func (s *Studio) readHand(ctx context.Context) (h byHand, err error) {
	text, err := s.store.Setting(ctx, roomKey)
	if err != nil || text == "" {
		return h, err
	}
	return h, json.Unmarshal([]byte(text), &h)
}

// SetBells replaces the lessons of the week. Lessons of one day may not overlap:
// the room holds one class.
func (s *Studio) SetBells(ctx context.Context, bells []store.Bell) error {
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		bells = slices.Clone(bells)
		slices.SortFunc(bells, func(a, b store.Bell) int {
			return cmp.Or(cmp.Compare(a.Weekday, b.Weekday), cmp.Compare(a.Starts, b.Starts))
		})
		for i, b := range bells {
			class, ok := s.school.classes[b.Class]
			switch {
			case !ok:
				return nil, nil, missing("class")
			case b.Weekday < 1 || b.Weekday > 7 || b.Starts < 0 || b.Ends > 24*60 || b.Ends <= b.Starts:
				return nil, nil, refuse("%s: a lesson from %s to %s on day %d cannot be.", class.Name, clockTime(b.Starts), clockTime(b.Ends), b.Weekday)
			case i > 0 && bells[i-1].Weekday == b.Weekday && bells[i-1].Ends > b.Starts:
				return nil, nil, refuse("%s begins at %s, before %s has left.", class.Name, clockTime(b.Starts), s.school.classes[bells[i-1].Class].Name)
			}
		}
		return func(tx *store.Tx) error { return tx.PutBells(bells) }, func() { s.school.bells = bells }, nil
	})
}

// clockTime writes minutes after midnight as a clock shows them.
func clockTime(minutes int) string {
	return time.Date(2000, 1, 1, 0, minutes, 0, 0, time.UTC).Format("15:04")
}
