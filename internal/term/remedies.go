package term

import (
	"context"
	"fmt"
	"slices"
	"strconv"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/rules"
	coreterm "enkaustos/core/term"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// remedies are what would have fewer pieces late now.
func (t *Term) remedies() (*ahead, []coreterm.Remedy) {
	a, f := t.now()
	if f.Mean == 0 {
		return a, nil
	}
	return a, a.Remedies(f, courses, seed, a.className)
}

// ListTermRemedies is what would have fewer pieces late, each computed.
func (t *Term) ListTermRemedies(context.Context, contract.ListTermRemediesRequestObject) (contract.ListTermRemediesResponseObject, error) {
	_, all := t.remedies()
	return contract.ListTermRemedies200JSONResponse(view.List(all, func(r coreterm.Remedy) contract.TermRemedy {
		return contract.TermRemedy{Key: r.Key(), Text: r.Text, Saves: r.Saves, Late: countRange(r.After.Late), Last: dayRange(r.After.Last), Loads: countRange(r.After.All)}
	})), nil
}

// PickTermRemedy does what a remedy says.
func (t *Term) PickTermRemedy(ctx context.Context, r contract.PickTermRemedyRequestObject) (contract.PickTermRemedyResponseObject, error) {
	_, all := t.remedies()
	i := slices.IndexFunc(all, func(one coreterm.Remedy) bool { return one.Key() == r.Body.Key })
	if i < 0 {
		return nil, school.Refuse("This would save nothing as things are now: look again.")
	}
	var did string
	err := t.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		did, err = pick(m, c, school.ActorOf(ctx).Name, all[i])
		return err
	})
	return contract.PickTermRemedy200JSONResponse{Text: did}, err
}

// pick does what a remedy says, and says what was done.
func pick(m school.Moment, c *school.Change, by string, r coreterm.Remedy) (string, error) {
	k, known := school.Kilns.Get(m.Snapshot, r.Kiln)
	if r.Kiln != "" && !known {
		return "", school.Missing("kiln")
	}
	switch r.Does {
	case coreterm.OpensDay:
		k.Closed = slices.DeleteFunc(slices.Clone(k.Closed), func(d time.Weekday) bool { return int(d) == r.Day%7 })
		school.Kilns.Put(c, k)
		return fmt.Sprintf("%s may be lit on %ss now.", k.Name, time.Weekday(r.Day%7)), nil
	case coreterm.UsesKiln:
		k.Rests = false
		school.Kilns.Put(c, k)
		return k.Name + " is in use again.", nil
	case coreterm.AddsKiln:
		k.ID, k.Name = school.NewID(), another(m, k.Name)
		school.Kilns.Put(c, k)
		return k.Name + " was added with the same measures: correct them under Kilns.", nil
	case coreterm.Together:
		return "Classes are packed together now.", ruled(m, c, "kilnClasses", string(rules.Shared))
	case coreterm.MixesWares:
		return "Bisque is fired beside glaze now, where both go to one cone.", ruled(m, c, "kilnWares", string(rules.Shared))
	}
	n, err := fewer(m, c, by, r.Class)
	return fmt.Sprintf("%d plans of %s ask for a coat fewer now.", n, school.Classes.All(m.Snapshot)[r.Class].Name), err
}

// another is a kiln's name with a number that no other kiln has.
func another(m school.Moment, name string) string {
	for n := 2; ; n++ {
		next := name + " " + strconv.Itoa(n)
		taken := false
		for _, k := range school.Kilns.All(m.Snapshot) {
			taken = taken || k.Name == next
		}
		if !taken {
			return next
		}
	}
}

// ruled changes one rule of the school.
func ruled(m school.Moment, c *school.Change, key, value string) error {
	house, refused := m.House.With(map[string]string{key: value})
	if len(refused) > 0 {
		return school.Refuse("%s", refused[0].Reason)
	}
	school.Rules.Put(c, school.HouseRules{Values: house.Differences(rules.Default())})
	return nil
}

// fewer takes the last coat out of the plans of a class wherever its house can let that pass, and
// lets it pass. What was approved stays approved.
func fewer(m school.Moment, c *school.Change, by, class string) (n int, err error) {
	record, known := school.Classes.Get(m.Snapshot, class)
	if !known {
		return 0, school.Missing("class")
	}
	house := m.HouseOf(m.House, class, nil)
	lenient := fits.Lenient(house)
	record.Rules = lenient.Differences(m.House)
	school.Classes.Put(c, record)
	for _, p := range m.PiecesOf(class) {
		if !school.BeingGlazed(m, p) {
			continue
		}
		a := m.Assignments[p.Assignment]
		one := school.ToFit(m, p)
		one.House = fits.Lenient(a.House)
		choices, changed := one.PlanFewer(p.Plan.Choices)
		if changed == 0 {
			continue
		}
		n++
		next := school.Plan{Piece: p.ID, Revision: p.Plan.Revision + 1, At: m.At, By: by, Choices: choices, Own: p.Plan.Own}
		school.Plans.Put(c, next)
		if p.Approved() {
			word := *p.Word
			word.ID, word.At, word.By, word.Revision, word.Choices = school.NewID(), m.At, by, next.Revision, choices
			word.Rules = one.House.Differences(rules.Default())
			school.Approvals.Put(c, word)
		}
	}
	return n, nil
}
