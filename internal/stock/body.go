package stock

import (
	"context"

	"enkaustos/core/glaze"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// StirJars writes down that jars were stirred just now.
func (s Stock) StirJars(ctx context.Context, r contract.StirJarsRequestObject) (contract.StirJarsResponseObject, error) {
	err := s.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		for _, code := range r.Body.Codes {
			if err := LookInto(m, c, code, JarChange{Mixed: true}); err != nil {
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
			w, err := g.Weigh(r.Body.MassG, r.Body.VolumeML, view.Value(r.Body.HoldsML))
			if err != nil {
				return school.Refuse("%s", school.Sentence(err))
			}
			g.Density = w.Density
			v = contract.Weighing{Density: w.Density, DryG: w.DryG, WaterML: view.Some(w.WaterML), Says: w.Says}
			return nil
		})
	})
	return contract.WeighJar200JSONResponse(v), err
}
