package stock

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"enkaustos/core/stock"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Budgets answers what the contract asks of how far the jars last.
type Budgets struct{ School *school.School }

// Reserve keeps glaze of a jar for a project of the school, or for one that is still to come.
func Reserve(m school.Moment, c *school.Change, r school.Reserve) error {
	g, ok := school.Glazes.Get(m.Snapshot, r.Glaze)
	if !ok {
		return school.Missing("jar")
	}
	r.For = strings.TrimSpace(r.For)
	_, known := m.Assignments[r.Assignment]
	switch {
	case r.Assignment != "" && !known:
		return school.Missing("assignment")
	case r.Assignment == "" && r.For == "":
		return school.Refuse("Say for which project it is kept.")
	}
	already := 0.0
	for _, other := range school.Reserves.All(m.Snapshot) {
		if other.Glaze == r.Glaze {
			already += other.ML
		}
	}
	left, looked := g.Jar.LeftML()
	if err := stock.MayReserve(r.ML, left, looked, already); err != nil {
		return school.Refuse("%s: %s.", g.Code, err)
	}
	r.ID, r.At = school.NewID(), m.At
	school.Reserves.Put(c, r)
	return nil
}

// ReserveGlaze keeps glaze of a jar for a project.
func (s Budgets) ReserveGlaze(ctx context.Context, r contract.ReserveGlazeRequestObject) (contract.ReserveGlazeResponseObject, error) {
	of := school.Reserve{Glaze: r.Code, ML: r.Body.Ml, Assignment: view.Value(r.Body.Assignment), For: view.Value(r.Body.For)}
	return contract.ReserveGlaze204Response{}, s.School.Change(ctx, func(m school.Moment, c *school.Change) error { return Reserve(m, c, of) })
}

// ReleaseReserve keeps glaze for a project no longer.
func (s Budgets) ReleaseReserve(ctx context.Context, r contract.ReleaseReserveRequestObject) (contract.ReleaseReserveResponseObject, error) {
	return contract.ReleaseReserve204Response{}, s.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		of, ok := school.Reserves.Get(m.Snapshot, r.Id)
		if !ok {
			return school.Missing("reserve")
		}
		school.Reserves.Drop(c, of)
		return nil
	})
}

// ListBudgets says how far each jar lasts.
func (s Budgets) ListBudgets(context.Context, contract.ListBudgetsRequestObject) (contract.ListBudgetsResponseObject, error) {
	return contract.ListBudgets200JSONResponse(BudgetsOf(s.School.Now())), nil
}

// BudgetsOf says of each jar that is asked for how far it lasts, what lacks most first.
func BudgetsOf(m school.Moment) []contract.JarBudget {
	all := []contract.JarBudget{}
	for _, g := range m.Jars() {
		b := m.Budgets()[g.Code]
		v := contract.JarBudget{Glaze: g.Code, Name: g.Name, Open: b.OpenML, Kept: b.KeptML, Short: b.ShortML(),
			Claims: claims(m, m.Claims(g.Code)), Hit: claims(m, b.Hit), Reserves: []contract.JarReserve{}, Nearest: []contract.JarNear{}}
		for _, r := range school.ReservesInOrder(m.Snapshot) {
			if r.Glaze == g.Code {
				v.Reserves = append(v.Reserves, contract.JarReserve{Id: r.ID, Ml: r.ML, For: keptFor(m, r)})
			}
		}
		if len(v.Claims) == 0 && len(v.Reserves) == 0 {
			continue
		}
		if b.Known {
			left, _ := g.Jar.LeftML()
			free := b.FreeML()
			v.Left, v.Free = &left, &free
		}
		if len(b.Hit) > 0 {
			v.Nearest = nearest(m, g.Code, b)
		}
		all = append(all, v)
	}
	slices.SortStableFunc(all, func(a, b contract.JarBudget) int { return cmp.Compare(b.Short, a.Short) })
	return all
}

// keptFor is what a reserve is for, in words.
func keptFor(m school.Moment, r school.Reserve) string {
	if a, ok := m.Assignments[r.Assignment]; ok {
		return a.Name + ", " + school.Classes.All(m.Snapshot)[a.Class].Name
	}
	return r.For
}

// claims are claims by project, in their order.
func claims(m school.Moment, of []stock.Claim) []contract.JarClaim {
	all := []contract.JarClaim{}
	for _, c := range of {
		i := slices.IndexFunc(all, func(v contract.JarClaim) bool { return v.Assignment == c.Project })
		if i < 0 {
			a := m.Assignments[c.Project]
			i = len(all)
			all = append(all, contract.JarClaim{Assignment: c.Project, Title: a.Name, Class: school.Classes.All(m.Snapshot)[a.Class].Name})
		}
		all[i].Pieces++
		all[i].Ml += c.ML
	}
	return all
}

// nearest are jars that could stand in for one: see school.NearestJars.
func nearest(m school.Moment, code string, b stock.Budget) []contract.JarNear {
	least := b.Hit[0].ML
	for _, h := range b.Hit {
		least = min(least, h.ML)
	}
	return view.Near(m, school.NearestJars(m, code, m.Assignments[b.Hit[0].Project], least))
}
