package view

import (
	"cmp"

	"enkaustos/core/foot"
	"enkaustos/core/piece"
	"enkaustos/internal/contract"
)

// FormKind is a form with its measurements.
func FormKind(k piece.Kind) contract.FormKind {
	return contract.FormKind{Form: string(k.Form), Name: k.Name, Measures: List(k.Measures, func(m piece.Measure) contract.Measure {
		return contract.Measure{Key: m.Key, Name: m.Name, Default: m.Default, Least: m.Least, Most: m.Most, Optional: m.Optional, Hint: m.Hint,
			Unit: cmp.Or(m.Unit, "mm"), Count: m.Count, At: m.At, Options: All(m.Options)}
	})}
}

// SurfaceAreas are the surfaces of a body as its form makes them.
func SurfaceAreas(b piece.Body) []contract.SurfaceArea {
	return List(b.Surfaces, func(s piece.Surface) contract.SurfaceArea { return surfaceArea(b, s) })
}

func surfaceArea(b piece.Body, s piece.Surface) contract.SurfaceArea {
	low, high := b.Reach(s.ID)
	return contract.SurfaceArea{LowMM: low, HighMM: high, Id: s.ID, Name: s.Name, AreaCM2: s.AreaCM2, Use: contract.SurfaceAreaUse(s.Use), Stands: s.Stands, Seat: s.Seat, Hidden: s.Hidden,
		Slope: s.SlopeDeg, Textured: s.Textured, Clay: Some(s.Clay), Detail: Some(string(s.Detail)), On: Some(s.On), Optional: Some(s.Optional)}
}

// Drawing is a form drawn to scale.
func Drawing(d piece.Drawing) contract.Drawing {
	return contract.Drawing{Left: d.Left, Top: d.Top, Width: d.Width, Height: d.Height, TableY: d.TableY, TableFrom: d.TableFrom, TableTo: d.TableTo,
		Shapes: List(d.Shapes, func(s piece.Shape) contract.Shape {
			return contract.Shape{Kind: contract.ShapeKind(s.Kind), Surface: s.Surface, Path: s.Path, Top: clip(s, s.Top), Bottom: clip(s, s.Bottom)}
		}),
		Labels: All(d.Labels), Handles: All(d.Handles), Captions: All(d.Captions)}
}

// clip is one end of the stretch in which a shape is seen; missing where all of
// it is.
func clip(s piece.Shape, y float64) *float64 {
	if s.Top == s.Bottom {
		return nil
	}
	return &y
}

// Band is the bare band of a piece, and what lies in it.
func Band(b foot.Band, body piece.Body) contract.Band {
	return contract.Band{HeightMM: b.HeightMM,
		Parts: List(b.Parts, func(part foot.Part) contract.BandPart { return contract.BandPart{Why: part.Why, Mm: part.MM} }),
		Bare: List(body.Band(b.HeightMM), func(part piece.BandPart) contract.BandArea {
			return contract.BandArea{Surface: part.Surface, AreaCM2: part.AreaCM2, OutlineMM: Some(part.OutlineMM)}
		})}
}
