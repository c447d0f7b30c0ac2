package wall

import (
	"context"
	"errors"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/wall"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// SaveReadings keeps readings of tiles.
func (w Wall) SaveReadings(ctx context.Context, r contract.SaveReadingsRequestObject) (contract.SaveReadingsResponseObject, error) {
	var read []wall.Read
	var codes []string
	for _, t := range r.Body.Tiles {
		one := wall.Read{Code: t.Code, Clay: view.Value(t.Clay), Cone: view.Value(t.Cone), Stack: view.Value(t.Stack),
			Atmosphere: view.Value(t.Atmosphere), Place: view.Value(t.Place)}
		for _, reading := range t.Readings {
			v, err := newReading(reading)
			if err != nil {
				return nil, school.Fault{Text: "Tile " + t.Code + ": " + err.Error() + "."}
			}
			if slices.Contains(v.Flags, colour.Cards) && !view.Value(r.Body.Looked) {
				return nil, school.Refuse("The cards of this photograph disagree: look at them, mark them again or say that you looked. Nothing was kept.")
			}
			one.Readings = append(one.Readings, v)
		}
		read, codes = append(read, one), append(codes, t.Code)
	}
	if err := w.School.Change(ctx, func(m school.Moment, c *school.Change) error { return SaveReadingsOf(m, c, read) }); err != nil {
		return nil, err
	}
	return contract.SaveReadings200JSONResponse(w.tiles(codes...)), nil
}

func newReading(r contract.NewReading) (glaze.Reading, error) {
	v := glaze.Reading{Half: glaze.Half(r.Half), Coats: view.Value(r.Coats), Scatter: float64(view.Value(r.Scatter)), Source: glaze.Source(r.Source), Photo: view.Value(r.Photo)}
	for _, f := range view.Value(r.Flags) {
		v.Flags = append(v.Flags, colour.Flag(f))
	}
	lab, err := given(r.Lab, r.Hex)
	if err == nil && lab == nil {
		err = errors.New("a reading has neither L*a*b* nor a hex")
	}
	if err == nil {
		v.Lab = *lab
	}
	return v, err
}

// given is a colour that was given as L*a*b* or as a hex; nil where as neither.
func given(lab *colour.Lab, hex *contract.Hex) (*colour.Lab, error) {
	if lab != nil || hex == nil {
		return lab, nil
	}
	v, err := colour.FromHex(*hex)
	return &v, err
}
