package studio

import (
	"context"
	"encoding/json"
	"maps"
	"slices"

	"enkaustos/core/rules"
	"enkaustos/internal/store"
)

const (
	schoolKey     = "school"
	houseKey      = "house"      // JSON {field: value}, only what differs from the default
	passphraseKey = "passphrase" // argon2id hash
)

// Rule is a field of the house rules with its value.
type Rule struct {
	rules.Field
	Value, Default string
}

// Rules lists the house rules in the order a teacher meets them.
func (s *Studio) Rules() []Rule {
	s.mu.RLock()
	defer s.mu.RUnlock()
	var list []Rule
	for _, f := range rules.Fields() {
		list = append(list, Rule{f, f.Get(s.house), f.Get(rules.Default())})
	}
	return list
}

// House is the house rules as they are today.
func (s *Studio) House() rules.House {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return s.house
}

// SetRules changes house rules, all of values or none.
func (s *Studio) SetRules(ctx context.Context, values map[string]string) error {
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		house, err := s.houseWith(values)
		if err != nil {
			return nil, nil, err
		}
		changed := map[string]string{}
		for _, f := range rules.Fields() {
			if v := f.Get(house); v != f.Get(rules.Default()) {
				changed[f.Key] = v
			}
		}
		text, err := json.Marshal(changed)
		if err != nil {
			return nil, nil, err
		}
		return func(tx *store.Tx) error { return tx.PutSetting(houseKey, string(text)) },
			func() { s.house = house; s.newShelf() }, nil
	})
}

// houseWith is the house with some of its rules changed, all of them or none;
// mu is held.
func (s *Studio) houseWith(values map[string]string) (rules.House, error) {
	house := s.house
	fault := Fault{Kind: Refused}
	for _, key := range slices.Sorted(maps.Keys(values)) {
		field, ok := rules.FieldByKey(key)
		if !ok {
			return house, refuse("There is no house rule %q.", key)
		}
		if err := field.Set(&house, values[key]); err != nil {
			fault.Text += err.Error() + ". "
			fault.Fields = append(fault.Fields, Field{key, err.Error()})
		}
	}
	if len(fault.Fields) > 0 {
		return house, fault
	}
	return house, nil
}

// readHouse puts the school's own values over the defaults.
func (s *Studio) readHouse(ctx context.Context) (rules.House, error) {
	house := rules.Default()
	text, err := s.store.Setting(ctx, houseKey)
	if err != nil || text == "" {
		return house, err
	}
	var changed map[string]string
	if err := json.Unmarshal([]byte(text), &changed); err != nil {
		return house, err
	}
	for key, value := range changed {
		if field, ok := rules.FieldByKey(key); ok {
			if err := field.Set(&house, value); err != nil {
				return house, err
			}
		}
	}
	return house, nil
}
