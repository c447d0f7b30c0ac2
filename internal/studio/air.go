package studio

import (
	"context"
	"encoding/json"
	"maps"
	"slices"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// dampKey keeps the damp days, as JSON ["2026-03-02"].
const dampKey = "damp"

// day is a date as damp days are kept.
func day(at time.Time) string { return at.Local().Format(time.DateOnly) }

// drying is how coats dry under some rules; mu is held.
func (s *Studio) drying(house rules.House) work.Drying {
	d := s.unpaced(house)
	d.Pace = s.paceNow().Factor
	return d
}

func (s *Studio) unpaced(house rules.House) work.Drying {
	return work.Drying{House: house,
		Damp: func(at time.Time) bool { return s.damp[day(at)] },
		Kind: func(code string) glaze.Kind { return s.school.glazes[code].Kind }}
}

// paceNow is the pace that holds today: learned from everything before today, so
// that the memory and a cold start agree whatever is logged meanwhile; mu is held.
func (s *Studio) paceNow() work.Pace {
	s.pacing.Lock()
	defer s.pacing.Unlock()
	now := s.clock.Now().Local()
	today := day(now)
	pace, known := s.paces[today]
	if !known {
		midnight := time.Date(now.Year(), now.Month(), now.Day(), 0, 0, 0, 0, now.Location())
		pace = work.LearnPace(s.unpaced(s.house), midnight, func(yield func(work.State) bool) {
			for _, id := range slices.Sorted(maps.Keys(s.school.pieces)) {
				if !yield(s.school.pieces[id].state) {
					return
				}
			}
		})
		if s.paces == nil {
			s.paces = map[string]work.Pace{}
		}
		s.paces[today] = pace
	}
	return pace
}

// forgetPace has the pace learned anew.
func (s *Studio) forgetPace() {
	s.pacing.Lock()
	defer s.pacing.Unlock()
	s.paces = nil
}

// Air is how the room dries.
type Air struct {
	Damp bool // today
	work.Pace
}

// Air says how the room dries today.
func (s *Studio) Air() Air {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return Air{s.damp[day(s.clock.Now())], s.paceNow()}
}

// SetDamp says whether today is a damp day: coats and pieces dry more slowly.
func (s *Studio) SetDamp(ctx context.Context, damp bool) error {
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		days := maps.Clone(s.damp)
		if days == nil {
			days = map[string]bool{}
		}
		delete(days, day(s.clock.Now()))
		if damp {
			days[day(s.clock.Now())] = true
		}
		text, err := json.Marshal(slices.Sorted(maps.Keys(days)))
		if err != nil {
			return nil, nil, err
		}
		return func(tx *store.Tx) error { return tx.PutSetting(dampKey, string(text)) }, func() { s.damp = days }, nil
	})
}

// readDamp reads the damp days from the disk.
func (s *Studio) readDamp(ctx context.Context) (map[string]bool, error) {
	text, err := s.store.Setting(ctx, dampKey)
	if err != nil || text == "" {
		return nil, err
	}
	var days []string
	if err := json.Unmarshal([]byte(text), &days); err != nil {
		return nil, err
	}
	damp := map[string]bool{}
	for _, d := range days {
		damp[d] = true
	}
	return damp, nil
}
