package stock

import (
	"context"
	"fmt"

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
		return change(m, c, r.Code, func(g *glaze.Glaze) (err error) {
			v, err = weighed(g, r.Body.MassG, r.Body.VolumeML, view.Value(r.Body.HoldsML))
			return err
		})
	})
	return contract.WeighJar200JSONResponse(v), err
}

// weighed keeps a weighing in a glaze. How much water it takes is said of buckets alone, against
// the jar's own figure: a brushing glaze holds gum, and its density does not tell how it flows.
func weighed(g *glaze.Glaze, massG, volumeML, holdsML float64) (v contract.Weighing, err error) {
	if v.Density, err = glaze.DensityOf(massG, volumeML); err != nil {
		return v, school.Refuse("%s", school.Sentence(err))
	}
	if v.DryG, err = glaze.DryMatter(massG, volumeML, glaze.SolidsDensity); err != nil {
		return v, school.Refuse("%s", school.Sentence(err))
	}
	if holdsML < 0 {
		return v, school.Refuse("A bucket holds no %g mL: say how much is in it.", holdsML)
	}
	g.Density = v.Density
	v.Says = fmt.Sprintf("%.2f g/mL, with about %.0f g dry in the sample.", v.Density, v.DryG)
	switch figure := g.DipDensity; {
	case !g.Bucket():
		v.Says += " Density is not flow: a brushing glaze holds gum, and is never watered by its density. Compare it with this jar's own figure."
	case figure == 0:
		v.Says += " This bucket has no figure of its own yet: write one down after a good firing. Usual for dipping: 1.40 to 1.50."
	case v.Density < figure:
		v.Says += fmt.Sprintf(" Thinner than its figure of %.2f: it lays less. Let it settle and take water off.", figure)
	case holdsML == 0:
		v.Says += fmt.Sprintf(" Its figure is %.2f. Say how much is in the bucket, and the water for it is worked out.", figure)
	default:
		water, err := glaze.WaterToThin(holdsML, v.Density, figure)
		if err != nil {
			return v, school.Refuse("%s", school.Sentence(err))
		}
		v.WaterML = &water
		v.Says += fmt.Sprintf(" %.0f mL of water bring %.0f mL to its figure of %.2f: half of it first, then weigh again. A gelled or gummed glaze misleads.", water, holdsML, figure)
	}
	return v, nil
}
