package stock

import (
	"context"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// shake says whether everybody whom a tablet serves may open jars by their house.
func shake(m school.Moment, by work.Actor) bool {
	return !slices.ContainsFunc(by.Classes, func(class string) bool { return m.HouseOf(m.House, class, nil).Shakes != rules.Student })
}

// StirJars writes down that jars were stirred just now.
func (s Stock) StirJars(ctx context.Context, r contract.StirJarsRequestObject) (contract.StirJarsResponseObject, error) {
	by := school.ActorOf(ctx)
	err := s.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		if by.Role == work.Station && !shake(m, by) {
			return school.Deny("In this house the teacher shakes and opens jars.")
		}
		for _, code := range r.Body.Codes {
			if err := LookInto(m, c, code, JarChange{Mixed: true, By: by.Name}); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return nil, err
	}
	m := s.School.Now()
	return contract.StirJars200JSONResponse(view.List(r.Body.Codes, func(code string) contract.Glaze {
		return view.Jar(m, school.Glazes.All(m.Snapshot)[code])
	})), nil
}

// WeighJar keeps the density of a sample, and says what follows from it.
func (s Stock) WeighJar(ctx context.Context, r contract.WeighJarRequestObject) (contract.WeighJarResponseObject, error) {
	var v contract.Weighing
	err := s.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return change(m, c, r.Code, func(g *glaze.Glaze) error {
			w, err := g.Weigh(glaze.Sample{MassG: r.Body.MassG, VolumeML: r.Body.VolumeML, HoldsML: view.Value(r.Body.HoldsML), FillML: view.Value(r.Body.FillML)})
			if err != nil {
				return school.Refuse("%s", school.Sentence(err))
			}
			g.Density = w.Density
			v = contract.Weighing{Density: w.Density, DryG: w.DryG, WaterML: view.Some(w.WaterML), PowderG: view.Some(w.PowderG), Says: w.Says}
			return nil
		})
	})
	return contract.WeighJar200JSONResponse(v), err
}
