package view

import (
	"enkaustos/core/results"
	"enkaustos/core/survey"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// CameOut is the colour that was read of a surface, beside what its tile promised.
func CameOut(p *school.Piece, s survey.Surface, f school.FiredColour) *contract.CameOut {
	v := &contract.CameOut{Hex: Hex(&f.Lab), Photo: f.Photo, At: f.At}
	if s.Tile == "" || s.Fired == nil {
		v.Says = "No tile promised anything here: what came out is the first that is known of it."
		return v
	}
	v.Tile, v.Promise = Some(s.Tile), Hex(s.Fired)
	c := results.Compare(results.Took{Lab: f.Lab, Scatter: f.Scatter, Flags: f.Flags, Finish: s.Finish, Curved: p.Body.Curved(s.ID)}, *s.Fired)
	v.Says = c.Says()
	switch {
	case c.Nothing != "":
		v.Hex = nil
	case c.Least != c.Most:
		v.Least, v.Most = &c.Least, &c.Most
	default:
		v.DeltaE = &c.DeltaE
	}
	return v
}

// cameOut are the colours that were read of the surfaces of a piece, in their places.
func cameOut(p *school.Piece, all []survey.Surface, shown []contract.SurfaceState) {
	for i, s := range all {
		if f, read := p.FiredAs[s.ID]; read {
			shown[i].Came = CameOut(p, s, f)
		}
	}
}
