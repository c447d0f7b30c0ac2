package photo

import (
	"bytes"
	"image"
	"image/draw"
	"image/jpeg"

	"enkaustos/core/colour"
)

// Cut is a part of a kept photograph, with its colour profile. The box lies within it.
func (k Kept) Cut(b colour.Box) (Kept, error) {
	a, err := readAbout(k.JPEG, jpegKind)
	if err != nil {
		return Kept{}, err
	}
	decoded, err := jpeg.Decode(bytes.NewReader(k.JPEG))
	if err != nil {
		return Kept{}, err
	}
	from := decoded.Bounds().Min.Add(image.Pt(int(b.X), int(b.Y)))
	part := image.NewRGBA(image.Rect(0, 0, int(b.W), int(b.H)))
	draw.Draw(part, part.Rect, decoded, from, draw.Src)
	var out bytes.Buffer
	if err := jpeg.Encode(&out, part, &jpeg.Options{Quality: 92}); err != nil {
		return Kept{}, err
	}
	return Kept{part.Rect.Dx(), part.Rect.Dy(), withProfile(out.Bytes(), a.profile)}, nil
}
