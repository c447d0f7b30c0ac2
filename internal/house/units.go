package house

import (
	"context"

	"enkaustos/core/units"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// SetUnits says what the school measures with.
func (h House) SetUnits(ctx context.Context, r contract.SetUnitsRequestObject) (contract.SetUnitsResponseObject, error) {
	to := units.System{Length: units.Length(r.Body.Length), Volume: units.Volume(r.Body.Volume), Heat: units.Heat(r.Body.Heat)}
	err := h.School.Change(ctx, func(_ school.Moment, c *school.Change) error {
		school.Units.Put(c, to)
		return nil
	})
	return contract.SetUnits200JSONResponse(view.Units(to)), err
}
