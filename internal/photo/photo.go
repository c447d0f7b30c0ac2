package photo

import (
	"bytes"
	"context"
	"encoding/binary"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"io"
	"math"

	"enkaustos/core/colour"
)

// Kept is a photograph as it is kept: upright, at most KeptSide pixels a side,
// as JPEG with the colour profile of the original and nothing else of it.
type Kept struct {
	Width, Height int
	JPEG          []byte
}

// Keep takes a photograph in. Cancelling the context stops it soon. An error
// that IsRefused is one sentence for the teacher.
func Keep(ctx context.Context, data []byte) (Kept, error) { return keep(ctx, data, MostPixels) }

// keep is Keep of a picture with at most so many pixels.
func keep(ctx context.Context, data []byte, most int) (Kept, error) {
	k, err := check(data, most)
	if err != nil {
		return Kept{}, err
	}
	a, err := readAbout(data, k)
	if err != nil {
		return Kept{}, err
	}
	decoded, err := decode(ctx, k, data)
	if err != nil {
		return Kept{}, err
	}
	small, err := shrink(ctx, decoded, a.space)
	if err != nil {
		return Kept{}, err
	}
	small = turn(small, a.turn)
	var out bytes.Buffer
	if err := jpeg.Encode(&out, small, &jpeg.Options{Quality: 95}); err != nil {
		return Kept{}, err
	}
	return Kept{small.Rect.Dx(), small.Rect.Dy(), withProfile(out.Bytes(), a.profile)}, nil
}

// Picture is a kept photograph as the reader of core/colour takes it.
func (k Kept) Picture() (colour.Picture, error) {
	a, err := readAbout(k.JPEG, jpegKind)
	if err != nil {
		return colour.Picture{}, err
	}
	decoded, err := jpeg.Decode(bytes.NewReader(k.JPEG))
	if err != nil {
		return colour.Picture{}, err
	}
	b := decoded.Bounds()
	p := colour.Picture{Width: b.Dx(), Height: b.Dy(), Space: a.space, Pix: make([]uint8, 3*b.Dx()*b.Dy())}
	at := pixelsOf(decoded)
	for y := range p.Height {
		for x := range p.Width {
			r, g, bl := at(b.Min.X+x, b.Min.Y+y)
			i := 3 * (y*p.Width + x)
			p.Pix[i], p.Pix[i+1], p.Pix[i+2] = uint8(r>>8), uint8(g>>8), uint8(bl>>8)
		}
	}
	return p, nil
}

// stoppable is a reader that ends when its context does.
type stoppable struct {
	ctx context.Context
	io.Reader
}

func (s stoppable) Read(p []byte) (int, error) {
	if err := s.ctx.Err(); err != nil {
		return 0, err
	}
	return s.Reader.Read(p)
}

func decode(ctx context.Context, k kind, data []byte) (image.Image, error) {
	from := stoppable{ctx, bytes.NewReader(data)}
	of := png.Decode
	if k == jpegKind {
		of = jpeg.Decode
	}
	decoded, err := of(from)
	switch {
	case ctx.Err() != nil:
		return nil, ctx.Err()
	case err != nil:
		return nil, errBroken
	}
	return decoded, nil
}

// pixelsOf is a way to the 16-bit channels of the usual kinds of picture that
// makes no garbage: 50 million colours as interfaces would be some 800 MB of it.
func pixelsOf(m image.Image) func(x, y int) (r, g, b uint32) {
	switch m := m.(type) {
	case *image.YCbCr:
		return func(x, y int) (uint32, uint32, uint32) {
			c := m.COffset(x, y)
			r, g, b := color.YCbCrToRGB(m.Y[m.YOffset(x, y)], m.Cb[c], m.Cr[c])
			return uint32(r) * 257, uint32(g) * 257, uint32(b) * 257
		}
	case *image.NRGBA:
		return func(x, y int) (uint32, uint32, uint32) {
			p := m.Pix[m.PixOffset(x, y):]
			return uint32(p[0]) * 257, uint32(p[1]) * 257, uint32(p[2]) * 257
		}
	case *image.NRGBA64:
		return func(x, y int) (uint32, uint32, uint32) { return sixteen(m.Pix[m.PixOffset(x, y):]) }
	case *image.RGBA64: // a PNG without transparency
		return func(x, y int) (uint32, uint32, uint32) { return sixteen(m.Pix[m.PixOffset(x, y):]) }
	case *image.RGBA:
		return func(x, y int) (uint32, uint32, uint32) {
			p := m.Pix[m.PixOffset(x, y):]
			return uint32(p[0]) * 257, uint32(p[1]) * 257, uint32(p[2]) * 257
		}
	case *image.Gray:
		return func(x, y int) (uint32, uint32, uint32) {
			v := uint32(m.Pix[m.PixOffset(x, y)]) * 257
			return v, v, v
		}
	}
	return func(x, y int) (uint32, uint32, uint32) {
		r, g, b, _ := m.At(x, y).RGBA()
		return r, g, b
	}
}

// sixteen are the first three 16-bit channels of a pixel.
func sixteen(p []uint8) (r, g, b uint32) {
	return uint32(p[0])<<8 | uint32(p[1]), uint32(p[2])<<8 | uint32(p[3]), uint32(p[4])<<8 | uint32(p[5])
}

// shrink makes a picture at most KeptSide pixels a side: every new pixel is the
// mean of the light that fell on its share of the old ones.
func shrink(ctx context.Context, m image.Image, space colour.Space) (*image.RGBA, error) {
	b := m.Bounds()
	factor := max(1, float64(max(b.Dx(), b.Dy()))/KeptSide)
	w, h := max(1, int(math.Round(float64(b.Dx())/factor))), max(1, int(math.Round(float64(b.Dy())/factor)))
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	at, back := pixelsOf(m), inverse(space)
	for y := range h {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		y0, y1 := y*b.Dy()/h, max((y+1)*b.Dy()/h, y*b.Dy()/h+1)
		for x := range w {
			x0, x1 := x*b.Dx()/w, max((x+1)*b.Dx()/w, x*b.Dx()/w+1)
			var sum [3]float64
			for v := y0; v < y1; v++ {
				for u := x0; u < x1; u++ {
					r, g, bl := at(b.Min.X+u, b.Min.Y+v)
					sum[0] += space.Curve[0][r>>8]
					sum[1] += space.Curve[1][g>>8]
					sum[2] += space.Curve[2][bl>>8]
				}
			}
			n := float64((x1 - x0) * (y1 - y0))
			out.SetRGBA(x, y, color.RGBA{back(0, sum[0]/n), back(1, sum[1]/n), back(2, sum[2]/n), 255})
		}
	}
	return out, nil
}

// inverse finds the value of a channel whose light is nearest.
func inverse(space colour.Space) func(k int, light float64) uint8 {
	const steps = 4096
	var table [3][steps + 1]uint8
	for k := range table {
		v := 0
		for i := range table[k] {
			light := float64(i) / steps * space.Curve[k][255]
			for v < 255 && math.Abs(space.Curve[k][v+1]-light) <= math.Abs(space.Curve[k][v]-light) {
				v++
			}
			table[k][i] = uint8(v) //nolint:gosec // at most 255
		}
	}
	return func(k int, light float64) uint8 {
		// Dark values lie close together: they are searched one by one.
		if i := int(light / space.Curve[k][255] * steps); i > 64 {
			return table[k][min(i, steps)]
		}
		v := 0
		for v < 255 && math.Abs(space.Curve[k][v+1]-light) <= math.Abs(space.Curve[k][v]-light) {
			v++
		}
		return uint8(v) //nolint:gosec // at most 255
	}
}

// turn puts a picture upright as its EXIF orientation says (1 to 8).
func turn(m *image.RGBA, orientation int) *image.RGBA {
	if orientation <= 1 {
		return m
	}
	w, h := m.Rect.Dx(), m.Rect.Dy()
	ow, oh := w, h
	if orientation >= 5 {
		ow, oh = h, w
	}
	out := image.NewRGBA(image.Rect(0, 0, ow, oh))
	for y := range oh {
		for x := range ow {
			sx, sy := x, y
			switch orientation {
			case 2:
				sx = w - 1 - x
			case 3:
				sx, sy = w-1-x, h-1-y
			case 4:
				sy = h - 1 - y
			case 5:
				sx, sy = y, x
			case 6:
				sx, sy = y, h-1-x
			case 7:
				sx, sy = w-1-y, h-1-x
			case 8:
				sx, sy = w-1-y, x
			}
			out.SetRGBA(x, y, m.RGBAAt(sx, sy))
		}
	}
	return out
}

// withProfile puts a colour profile into a JPEG, right behind its start (ICC.1,
// annex B.4: one APP2 segment, for profiles below 64 kB).
func withProfile(encoded, profile []byte) []byte {
	if len(profile) == 0 {
		return encoded
	}
	segment := append([]byte("ICC_PROFILE\x00\x01\x01"), profile...)
	out := append([]byte{}, encoded[:2]...)
	out = append(out, 0xff, 0xe2)
	out = binary.BigEndian.AppendUint16(out, uint16(len(segment)+2)) //nolint:gosec // mostProfile keeps it below
	return append(append(out, segment...), encoded[2:]...)
}
