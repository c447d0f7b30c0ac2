package photo_test

import (
	"bytes"
	"compress/zlib"
	"encoding/binary"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
)

// flags is a picture of four coloured quarters, so that turning it shows.
func flags(w, h int, quarters [4]color.RGBA) *image.RGBA {
	m := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			m.SetRGBA(x, y, quarters[2*(2*y/h)+2*x/w])
		}
	}
	return m
}

var plain = [4]color.RGBA{{200, 60, 50, 255}, {60, 140, 70, 255}, {50, 70, 160, 255}, {210, 200, 190, 255}}

func asJPEG(t testing.TB, m image.Image) []byte {
	var out bytes.Buffer
	require.NoError(t, jpeg.Encode(&out, m, &jpeg.Options{Quality: 97}))
	return out.Bytes()
}

func asPNG(t testing.TB, m image.Image) []byte {
	var out bytes.Buffer
	require.NoError(t, png.Encode(&out, m))
	return out.Bytes()
}

// withSegment puts a marker segment behind the start of a JPEG.
func withSegment(encoded []byte, marker byte, body string) []byte {
	out := append([]byte{}, encoded[:2]...)
	out = append(out, 0xff, marker)
	out = binary.BigEndian.AppendUint16(out, uint16(len(body)+2))
	return append(append(out, body...), encoded[2:]...)
}

// withEXIF writes an orientation, and a place where the photograph was taken.
func withEXIF(encoded []byte, orientation uint16) []byte {
	return withOrientation(encoded, 3, append(binary.BigEndian.AppendUint16(nil, orientation), 0, 0))
}

// withLongEXIF writes the orientation as a LONG, as some cameras and editors do.
func withLongEXIF(encoded []byte, orientation uint32) []byte {
	return withOrientation(encoded, 4, binary.BigEndian.AppendUint32(nil, orientation))
}

func withOrientation(encoded []byte, kind byte, value []byte) []byte {
	b := []byte("Exif\x00\x00MM\x00*\x00\x00\x00\x08")
	b = append(b, 0, 2)
	b = append(b, 0x01, 0x12, 0, kind, 0, 0, 0, 1)
	b = append(b, value...)
	b = append(b, 0x01, 0x0f, 0, 2, 0, 0, 0, 4)
	b = append(b, "GPS\x00"...)
	b = append(b, 0, 0, 0, 0)
	return withSegment(encoded, 0xe1, string(b))
}

// frameOnly is a JPEG that has nothing but its header.
func frameOnly(marker byte, w, h uint16, sampling ...byte) []byte {
	body := []byte{8}
	body = binary.BigEndian.AppendUint16(body, h)
	body = binary.BigEndian.AppendUint16(body, w)
	body = append(body, byte(len(sampling)))
	for i, s := range sampling {
		body = append(body, byte(i+1), s, 0)
	}
	return withSegment(withSegment([]byte{0xff, 0xd8, 0xff, 0xd9}, marker, string(body)), 0xe0, "JFIF\x00\x01\x01\x00\x00\x01\x00\x01\x00\x00")
}

// withChunk puts a chunk behind the header of a PNG.
func withChunk(encoded []byte, name string, body []byte) []byte {
	chunk := binary.BigEndian.AppendUint32(nil, uint32(len(body)))
	named := append([]byte(name), body...)
	chunk = binary.BigEndian.AppendUint32(append(chunk, named...), crc32.ChecksumIEEE(named))
	const header = 8 + 25
	return append(append(append([]byte{}, encoded[:header]...), chunk...), encoded[header:]...)
}

// displayP3 is a colour profile of Display P3 as tablets write it: its primaries
// adapted to D50 and the curve of sRGB (ICC.1, version 4; figures from memory).
func displayP3() []byte {
	fixed := func(v float64) []byte {
		return binary.BigEndian.AppendUint32(nil, uint32(int32(math.Round(v*65536))))
	}
	three := func(x, y, z float64) []byte {
		return append(append(append([]byte("XYZ \x00\x00\x00\x00"), fixed(x)...), fixed(y)...), fixed(z)...)
	}
	curve := []byte("para\x00\x00\x00\x00\x00\x03\x00\x00")
	for _, v := range []float64{2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045} {
		curve = append(curve, fixed(v)...)
	}
	text := func(s string) []byte {
		b := []byte("mluc\x00\x00\x00\x00\x00\x00\x00\x01\x00\x00\x00\x0cenUS")
		b = binary.BigEndian.AppendUint32(b, uint32(2*len(s)))
		b = binary.BigEndian.AppendUint32(b, 28)
		for _, r := range s {
			b = append(b, 0, byte(r))
		}
		return b
	}
	tags := []struct {
		name string
		body []byte
	}{
		{"desc", text("Wide")}, {"cprt", text("none")}, {"wtpt", three(0.9642, 1, 0.8249)},
		{"rXYZ", three(0.51512, 0.2412, -0.00105)}, {"gXYZ", three(0.29198, 0.69225, 0.04189)}, {"bXYZ", three(0.1571, 0.06657, 0.78407)},
		{"rTRC", curve}, {"gTRC", curve}, {"bTRC", curve},
	}
	table := binary.BigEndian.AppendUint32(nil, uint32(len(tags)))
	var bodies []byte
	start := 128 + 4 + 12*len(tags)
	for _, tag := range tags {
		table = append(table, tag.name...)
		table = binary.BigEndian.AppendUint32(table, uint32(start+len(bodies)))
		table = binary.BigEndian.AppendUint32(table, uint32(len(tag.body)))
		bodies = append(bodies, tag.body...)
		for len(bodies)%4 != 0 {
			bodies = append(bodies, 0)
		}
	}
	header := make([]byte, 128)
	binary.BigEndian.PutUint32(header, uint32(start+len(bodies)))
	binary.BigEndian.PutUint32(header[8:], 0x04300000)
	copy(header[12:], "mntrRGB XYZ ")
	copy(header[36:], "acsp")
	copy(header[68:], append(append(fixed(0.9642), fixed(1)...), fixed(0.8249)...))
	return append(append(header, table...), bodies...)
}

// squeezed is so many bytes of nothing, as zlib packs them.
func squeezed(t testing.TB, n int) []byte {
	var out bytes.Buffer
	z := zlib.NewWriter(&out)
	_, err := z.Write(make([]byte, n))
	require.NoError(t, err)
	require.NoError(t, z.Close())
	return out.Bytes()
}
