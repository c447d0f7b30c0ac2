package studio

import (
	"context"
	"encoding/json"
	"errors"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
	"enkaustos/internal/store"
)

const (
	schoolKey     = "school"
	houseKey      = "house"      // JSON {field: value}, only what differs from the default
	passphraseKey = "passphrase" // argon2id hash
)

// Rule is a field of the house rules with its value in some scope.
type Rule struct {
	rules.Field
	Value string
	From  string // what it would be without the scope's own value
	Own   bool   // the scope has a value of its own
}

// Scope is whose rules are meant: the school's, a class's, or an assignment's.
// The zero Scope is the school.
type Scope struct{ Class, Assignment string }

// HouseOf is the rules of a class; of the school for "".
func (s *Studio) HouseOf(class string) rules.House {
	s.mu.RLock()
	defer s.mu.RUnlock()
	house, _ := s.house.With(s.school.classes[class].Rules)
	return house
}

// Rules lists the rules of a scope in the order a teacher meets them.
func (s *Studio) Rules(of Scope) ([]Rule, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	under, own, err := s.scoped(of)
	if err != nil {
		return nil, err
	}
	house, _ := under.With(own)
	var list []Rule
	for _, f := range rules.Fields() {
		_, set := own[f.Key]
		list = append(list, Rule{f, f.Get(house), f.Get(under), set})
	}
	return list, nil
}

// scoped is the house that a scope's own rules lie over, and those rules; mu is
// held.
func (s *Studio) scoped(of Scope) (under rules.House, own map[string]string, err error) {
	switch {
	case of.Assignment != "":
		a, ok := s.school.assignments[of.Assignment]
		if !ok {
			return under, nil, missing("assignment")
		}
		under, _ = s.house.With(s.school.classes[a.Class].Rules)
		return under, a.Rules, nil
	case of.Class != "":
		c, ok := s.school.classes[of.Class]
		if !ok {
			return under, nil, missing("class")
		}
		return s.house, c.Rules, nil
	}
	return rules.Default(), s.house.Differences(rules.Default()), nil
}

// House is the house rules as they are today.
func (s *Studio) House() rules.House {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return s.house
}

// Figure is what the house lays of a glaze alone.
func (s *Studio) Figure(g glaze.Glaze) int {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return s.house.OfGlaze(&g)
}

// RuleChange is a change of rules in some scope.
type RuleChange struct {
	Of     Scope
	Values map[string]string // by rules.Field.Key
	// Approved says that plans which were approved are to keep to the new rules
	// as well; else they keep the ones they were approved under.
	Approved bool
}

// SetRules changes rules, all of them or none. What comes to the same as
// without them is no rule of its own.
func (s *Studio) SetRules(ctx context.Context, c RuleChange) error {
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		own, err := s.ownRules(c.Of, c.Values)
		if err != nil {
			return nil, nil, err
		}
		write, remember, err := s.ruleChange(c.Of, own)
		if err != nil || !c.Approved {
			return write, remember, err
		}
		again := s.approvedAgain(c.Of, own)
		return func(tx *store.Tx) error {
				if err := write(tx); err != nil {
					return err
				}
				return addApprovals(tx, again)
			}, func() {
				remember()
				s.sayAll(again)
			}, nil
	})
}

// ruleChange is how a scope's own rules are written and remembered.
func (s *Studio) ruleChange(of Scope, own map[string]string) (func(*store.Tx) error, func(), error) {
	switch {
	case of.Assignment != "":
		a := s.school.assignments[of.Assignment]
		changed := a.Assignment
		changed.Rules = own
		return func(tx *store.Tx) error { return tx.PutAssignment(changed) }, func() { a.Assignment = changed; s.ruled(a) }, nil
	case of.Class != "":
		c := s.school.classes[of.Class]
		c.Rules = own
		return func(tx *store.Tx) error { return tx.PutClass(c) }, func() { s.school.classes[c.ID] = c; s.newShelf() }, nil
	}
	house, _ := rules.Default().With(own)
	text, err := json.Marshal(own)
	if err != nil {
		return nil, nil, err
	}
	return func(tx *store.Tx) error { return tx.PutSetting(houseKey, string(text)) },
		func() { s.house = house; s.newShelf() }, nil
}

// approvedAgain are the approvals of a scope once more, under the rules that
// come; mu is held.
func (s *Studio) approvedAgain(of Scope, own map[string]string) (again []store.Approval) {
	for _, p := range s.school.piecesOf("") {
		a := s.school.assignments[p.Assignment]
		if of.holds(a) && p.state.Firing == nil && p.approved() {
			word := *p.word
			word.At, word.Rules = s.clock.Now(), s.houseAfter(of, own, a).Differences(rules.Default())
			again = append(again, word)
		}
	}
	return again
}

// holds says whether an assignment lies in the scope.
func (of Scope) holds(a *assignment) bool {
	return (of.Class == "" || a.Class == of.Class) && (of.Assignment == "" || a.ID == of.Assignment)
}

// ownRules is what a scope's own rules become by a change, all of it or none;
// mu is held.
func (s *Studio) ownRules(of Scope, values map[string]string) (map[string]string, error) {
	under, own, err := s.scoped(of)
	if err != nil {
		return nil, err
	}
	house, _ := under.With(own)
	house, refused := house.With(values)
	if len(refused) > 0 {
		fault := Fault{Kind: Refused}
		for _, r := range refused {
			fault.Text += sentence(errors.New(r.Reason)) + " "
			fault.Fields = append(fault.Fields, Field{r.Key, r.Reason})
		}
		return nil, fault
	}
	return house.Differences(under), nil
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
