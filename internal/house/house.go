// Package house keeps the rules of the house: the school's, a class's, an
// assignment's; it says what a changed rule would change before it does.
package house

import (
	"context"
	"errors"
	"slices"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// House answers what the contract asks of the house rules, and of what protects the
// house.
type House struct{ School *school.School }

// Scope is whose rules are meant: the school's, a class's, or an assignment's.
// The zero Scope is the school.
type Scope struct{ Class, Assignment string }

// holds says whether an assignment lies in the scope.
func (of Scope) holds(a *school.Assignment) bool {
	return (of.Class == "" || a.Class == of.Class) && (of.Assignment == "" || a.ID == of.Assignment)
}

// rules are the house that a scope's own rules lie over, and those rules.
func (of Scope) rules(m school.Moment) (under rules.House, own map[string]string, err error) {
	switch {
	case of.Assignment != "":
		a, ok := m.Assignments[of.Assignment]
		if !ok {
			return under, nil, school.Missing("assignment")
		}
		return m.HouseOf(m.House, a.Class, nil), a.Rules, nil
	case of.Class != "":
		c, ok := school.Classes.Get(m.Snapshot, of.Class)
		if !ok {
			return under, nil, school.Missing("class")
		}
		return m.House, c.Rules, nil
	}
	return rules.Default(), m.House.Differences(rules.Default()), nil
}

// Change is a change of rules in some scope.
type Change struct {
	Of     Scope
	Values map[string]string // by rules.Field.Key
	// Approved says that plans which were approved are to keep to the new rules
	// as well; else they keep the ones they were approved under.
	Approved bool
}

// own is what a scope's own rules become by a change, all of it or none. What comes
// to the same as without them is no rule of its own.
func (c Change) own(m school.Moment) (map[string]string, error) {
	under, own, err := c.Of.rules(m)
	if err != nil {
		return nil, err
	}
	house, _ := under.With(own)
	house, refused := house.With(c.Values)
	if len(refused) > 0 {
		fault := school.Fault{Kind: school.Refused}
		for _, r := range refused {
			fault.Text += school.Sentence(errors.New(r.Reason)) + " "
			fault.Fields = append(fault.Fields, school.Field{Name: r.Key, Text: r.Reason})
		}
		return nil, fault
	}
	return house.Differences(under), nil
}

// after is the house of an assignment once a scope's own rules are changed.
func (of Scope) after(m school.Moment, own map[string]string, a *school.Assignment) rules.House {
	house, class, assignment := m.House, school.Classes.All(m.Snapshot)[a.Class].Rules, a.Rules
	switch {
	case of.Assignment != "":
		assignment = own
	case of.Class != "":
		class = own
	default:
		house, _ = rules.Default().With(own)
	}
	house, _ = house.With(class)
	house, _ = house.With(assignment)
	return house
}

// Set changes rules, all of them or none.
func Set(m school.Moment, c *school.Change, change Change) error {
	own, err := change.own(m)
	if err != nil {
		return err
	}
	switch of := change.Of; {
	case of.Assignment != "":
		a := m.Assignments[of.Assignment].AssignmentRecord
		a.Rules = own
		school.Assignments.Put(c, a)
	case of.Class != "":
		class, _ := school.Classes.Get(m.Snapshot, of.Class)
		class.Rules = own
		school.Classes.Put(c, class)
	default:
		school.Rules.Put(c, school.HouseRules{Values: own})
	}
	if change.Approved {
		approveAgain(m, c, change.Of, own)
	}
	return nil
}

// approveAgain repeats the approvals of a scope under the rules that come.
func approveAgain(m school.Moment, c *school.Change, of Scope, own map[string]string) {
	for _, p := range m.PiecesOf(of.Class) {
		a := m.Assignments[p.Assignment]
		if of.holds(a) && p.State.Firing == nil && p.Approved() {
			word := *p.Word
			word.ID, word.At, word.Rules = school.NewID(), m.At, of.after(m, own, a).Differences(rules.Default())
			school.Approvals.Put(c, word)
		}
	}
}

// list are the rules of a scope in the order a teacher meets them.
func list(m school.Moment, of Scope) ([]contract.Rule, error) {
	under, own, err := of.rules(m)
	if err != nil {
		return nil, err
	}
	house, _ := under.With(own)
	return view.List(rules.Fields(), func(f rules.Field) contract.Rule {
		_, set := own[f.Key]
		return contract.Rule{Key: f.Key, Group: f.Group, Own: set, Name: f.Name, Reason: f.Reason, Unit: f.Unit, Value: f.Get(house), Default: f.Get(under),
			Least: f.Least, Most: f.Most, Choices: view.List(f.Choices, func(c rules.Choice) contract.RuleChoice {
				return contract.RuleChoice{Key: c.Key, Name: c.Name}
			})}
	}), nil
}

func scope(class, assignment *string) Scope { return Scope{view.Value(class), view.Value(assignment)} }

// GetRules lists the house rules.
func (h House) GetRules(_ context.Context, r contract.GetRulesRequestObject) (contract.GetRulesResponseObject, error) {
	all, err := list(h.School.Now(), scope(r.Params.Class, r.Params.Assignment))
	return contract.GetRules200JSONResponse(all), err
}

// SetRules changes house rules, all or none.
func (h House) SetRules(ctx context.Context, r contract.SetRulesRequestObject) (contract.SetRulesResponseObject, error) {
	of := scope(r.Params.Class, r.Params.Assignment)
	err := h.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return Set(m, c, Change{of, r.Body.Values, view.Value(r.Body.Approved)})
	})
	if err != nil {
		return nil, err
	}
	all, err := list(h.School.Now(), of)
	return contract.SetRules200JSONResponse(all), err
}

// ListPresets lists the rooms whose rules can be taken over as a start.
func (h House) ListPresets(context.Context, contract.ListPresetsRequestObject) (contract.ListPresetsResponseObject, error) {
	return contract.ListPresets200JSONResponse(view.List(rules.Presets(), func(p rules.Preset) contract.Preset {
		return contract.Preset{Key: p.Key, Name: p.Name, Means: p.Means, Values: p.Values}
	})), nil
}

// footGuides are the verdicts on a foot that a school has: the thin coat only where it lays one.
func footGuides(m school.Moment) []foot.Guide {
	stilts := m.House.Foot == rules.Stilts
	for _, a := range m.Assignments {
		stilts = stilts || a.House.Foot == rules.Stilts
	}
	return slices.DeleteFunc(foot.Guides(), func(g foot.Guide) bool { return g.Verdict == foot.Thin && !stilts })
}

// GetGuide gives the trade's lists of words.
func (h House) GetGuide(context.Context, contract.GetGuideRequestObject) (contract.GetGuideResponseObject, error) {
	return contract.GetGuide200JSONResponse{
		Verdicts: view.List(footGuides(h.School.Now()), func(g foot.Guide) contract.GuideVerdict {
			return contract.GuideVerdict{Verdict: contract.GuideVerdictVerdict(g.Verdict), Name: g.Name, Means: g.Means, Way: g.Way, Passes: g.Verdict.Passes()}
		}),
		Covers: view.List(foot.CoverGuides(), func(g foot.CoverGuide) contract.GuideCover {
			return contract.GuideCover{Cover: contract.GuideCoverCover(g.Cover), Name: g.Name, Means: g.Means, Way: g.Way}
		}),
		Faults: view.List(fault.All(), func(f fault.Fault) contract.GuideFault {
			return contract.GuideFault{Fault: string(f.Kind), Name: f.Name, Looks: f.Looks, Key: f.Key}
		}),
		Flows: view.List([]fault.Flow{fault.Stayed, fault.ALittle, fault.ToBand, fault.OnShelf}, func(f fault.Flow) contract.GuideFlow {
			return contract.GuideFlow{Flow: contract.GuideFlowFlow(f), Says: f.Says()}
		}),
		Cones: view.List(kiln.Cones(), func(c kiln.Cone) contract.GuideCone {
			return contract.GuideCone{Cone: string(c), Celsius: c.Celsius(kiln.Medium), Fahrenheit: c.Fahrenheit(kiln.Medium)}
		}),
		Details: view.List(piece.DetailKinds(), func(d piece.DetailMeaning) contract.GuideDetail {
			return contract.GuideDetail{Kind: string(d.Kind), Name: d.Name, Means: d.Means}
		}),
	}, nil
}

func backup(b school.Backup) contract.Backup {
	return contract.Backup{Name: b.Name, At: b.At, Bytes: b.Bytes}
}

// ListBackups lists the copies of the database.
func (h House) ListBackups(context.Context, contract.ListBackupsRequestObject) (contract.ListBackupsResponseObject, error) {
	copies, err := h.School.Copies().List()
	return contract.ListBackups200JSONResponse(view.List(copies, backup)), err
}

// MakeBackup copies the database while it is in use.
func (h House) MakeBackup(ctx context.Context, _ contract.MakeBackupRequestObject) (contract.MakeBackupResponseObject, error) {
	b, err := h.School.Copies().Make(ctx)
	return contract.MakeBackup201JSONResponse(backup(b)), err
}
