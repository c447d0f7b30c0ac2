package photo_test

import (
	"bytes"
	"compress/zlib"
	"context"
	"errors"
	"image"
	"image/color"
	"image/jpeg"
	"io"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/internal/photo"
)

func keep(t testing.TB, data []byte) photo.Kept {
	kept, err := photo.Keep(t.Context(), data)
	require.NoError(t, err)
	return kept
}

// read is the colour in the middle of a part of the picture, as the camera kept it.
func read(t testing.TB, k photo.Kept, x, y float64) colour.Lab {
	p, err := k.Picture()
	require.NoError(t, err)
	w, h := float64(p.Width), float64(p.Height)
	r, err := p.Read(colour.Box{X: x*w - 0.1*w, Y: y*h - 0.1*h, W: 0.2 * w, H: 0.2 * h}, p.Unlit())
	require.NoError(t, err)
	return r.Lab
}

func TestKeptUprightSmallAndWithoutItsPlace(t *testing.T) {
	m := flags(2600, 1400, plain)
	for orientation, corner := range map[uint16]color.RGBA{ // what is seen at the top left
		1: plain[0], 2: plain[1], 3: plain[3], 4: plain[2], 5: plain[0], 6: plain[2], 7: plain[3], 8: plain[1],
	} {
		data := withEXIF(asJPEG(t, m), orientation)
		require.Contains(t, string(data), "GPS")
		k := keep(t, data)
		require.Equal(t, photo.KeptSide, max(k.Width, k.Height))
		require.Equal(t, orientation >= 5, k.Height > k.Width, "orientation %d", orientation)
		want, err := colour.FromHex(hex(corner))
		require.NoError(t, err)
		require.Less(t, colour.Difference(want, read(t, k, 0.25, 0.25)), 1.0, "orientation %d", orientation)
		require.NotContains(t, string(k.JPEG), "Exif")
		require.NotContains(t, string(k.JPEG), "GPS")
	}
}

// Some write the orientation as a LONG, where the standard has a SHORT: it is meant all the
// same; one that is none turns nothing.
func TestOrientationAsALong(t *testing.T) {
	m := asJPEG(t, flags(800, 400, plain))
	for orientation, turned := range map[uint32]bool{6: true, 3: false, 0: false, 9: false, 1 << 20: false} {
		k := keep(t, withLongEXIF(m, orientation))
		require.Equal(t, turned, k.Height > k.Width, "orientation %d", orientation)
	}
	want, err := colour.FromHex(hex(plain[3]))
	require.NoError(t, err)
	require.Less(t, colour.Difference(want, read(t, keep(t, withLongEXIF(m, 3)), 0.25, 0.25)), 1.0)
}

func hex(c color.RGBA) string {
	const digits = "0123456789abcdef"
	var b strings.Builder
	b.WriteByte('#')
	for _, v := range []uint8{c.R, c.G, c.B} {
		b.WriteByte(digits[v>>4])
		b.WriteByte(digits[v&15])
	}
	return b.String()
}

// A tablet's Display P3 means another light by the same numbers: sRGB red is
// (234, 51, 35) there. The profile goes with the kept picture.
func TestColourProfileIsHonoured(t *testing.T) {
	p3 := flags(400, 400, [4]color.RGBA{{234, 51, 35, 255}, {117, 251, 76, 255}, {0, 0, 245, 255}, {128, 128, 128, 255}})
	k := keep(t, withSegment(asJPEG(t, p3), 0xe2, "ICC_PROFILE\x00\x01\x01"+string(displayP3())))
	for i, want := range []string{"#ff0000", "#00ff00", "#0000ff", "#808080"} {
		lab, err := colour.FromHex(want)
		require.NoError(t, err)
		got := read(t, k, 0.25+0.5*float64(i%2), 0.25+0.5*float64(i/2))
		require.Less(t, colour.Difference(lab, got), 1.2, want)
	}
	require.Contains(t, string(k.JPEG), "ICC_PROFILE")
	again := keep(t, k.JPEG)
	require.Less(t, colour.Difference(read(t, k, 0.25, 0.25), read(t, again, 0.25, 0.25)), 0.5, "kept pictures can be taken in again")

	_, err := photo.Keep(t.Context(), withSegment(asJPEG(t, p3), 0xe2, "ICC_PROFILE\x00\x01\x01"+strings.Repeat("nonsense", 40)))
	require.NoError(t, refusedOrNil(err))
}

func refusedOrNil(err error) error {
	if photo.IsRefused(err) {
		return nil
	}
	return err
}

// The mean of the light, not of the numbers: fine black and white stripes are
// half the light of white, 188 in sRGB, once they are made small.
func TestShrinkingKeepsTheLight(t *testing.T) {
	m := image.NewRGBA(image.Rect(0, 0, 4000, 400))
	for y := range 400 {
		for x := range 4000 {
			v := uint8(255 * (x % 2))
			m.SetRGBA(x, y, color.RGBA{v, v, v, 255})
		}
	}
	decoded, err := jpeg.Decode(bytes.NewReader(keep(t, asPNG(t, m)).JPEG))
	require.NoError(t, err)
	r, _, _, _ := decoded.At(700, 100).RGBA()
	require.InDelta(t, 188, r>>8, 2)
}

func TestSixteenBitsAreRead(t *testing.T) {
	m := image.NewNRGBA64(image.Rect(0, 0, 200, 200))
	for y := range 200 {
		for x := range 200 {
			m.SetNRGBA64(x, y, color.NRGBA64{0x8000, 0x4000, 0xc000, 0xffff})
		}
	}
	want, err := colour.FromHex("#8040c0")
	require.NoError(t, err)
	require.Less(t, colour.Difference(want, read(t, keep(t, asPNG(t, m)), 0.5, 0.5)), 1.0)
}

// What cannot or should not be read is refused by name, before it is decoded,
// with the remedy.
func TestRefusedPictures(t *testing.T) {
	small := asJPEG(t, flags(300, 300, plain))
	picture := asPNG(t, flags(300, 300, plain))
	for name, c := range map[string]struct {
		data []byte
		says string
	}{
		"nothing":            {nil, "empty"},
		"HEIC":               {[]byte("\x00\x00\x00\x18ftypheic\x00\x00\x00\x00"), "a HEIC picture, which cannot be read here: set the camera to store JPEG"},
		"AVIF":               {[]byte("\x00\x00\x00\x18ftypavif\x00\x00\x00\x00"), "AVIF"},
		"video":              {[]byte("\x00\x00\x00\x18ftypmp42\x00\x00\x00\x00"), "a video"},
		"GIF":                {[]byte("GIF89a......"), "GIF"},
		"WebP":               {[]byte("RIFF\x00\x00\x00\x00WEBPVP8 "), "WebP"},
		"raw":                {[]byte("II*\x00\x08\x00\x00\x00"), "TIFF or raw"},
		"BMP":                {[]byte("BM............"), "BMP"},
		"PDF":                {[]byte("%PDF-1.7"), "PDF"},
		"text":               {[]byte("a,b,c\n1,2,3\n"), "expected JPEG or PNG"},
		"too many bytes":     {append(bytes.Clone(small), make([]byte, photo.MostBytes)...), "more than 25 MB"},
		"too many pixels":    {frameOnly(0xc0, 20000, 20000, 0x22, 0x11, 0x11), "has 400 megapixels, more than 50"},
		"too few pixels":     {asJPEG(t, flags(40, 40, plain)), "only 40 by 40 pixels"},
		"CMYK":               {frameOnly(0xc0, 800, 800, 0x11, 0x11, 0x11, 0x11), "printer's colours (CMYK)"},
		"heavy progressive":  {frameOnly(0xc2, 7000, 7000, 0x11, 0x11, 0x11), "too much memory"},
		"cut JPEG":           {small[:len(small)/2], "cut short or damaged"},
		"JPEG header only":   {small[:20], "cut short or damaged"},
		"cut PNG":            {picture[:len(picture)-300], "cut short or damaged"},
		"moving PNG":         {withChunk(picture, "acTL", make([]byte, 8)), "a moving picture"},
		"a swelling profile": {withChunk(picture, "iCCP", append([]byte("p\x00\x00"), squeezed(t, 64<<20)...)), "a colour profile of more than 4 MB"},
		"a broken profile":   {withChunk(picture, "iCCP", []byte("p\x00\x00nonsense")), "cut short or damaged"},
		"a lying chunk":      {append(bytes.Clone(picture[:33]), "\xff\xff\xff\xf0iCCPxx"...), "cut short or damaged"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := photo.Keep(t.Context(), c.data)
			require.True(t, photo.IsRefused(err), "%v", err)
			require.ErrorContains(t, err, c.says)
		})
	}
	require.NotEmpty(t, keep(t, picture).JPEG, "what a file is called does not matter, only what it is")
}

// A picture waits for its turn without having been read, and one too many is sent away.
func TestPicturesAreReadInTurn(t *testing.T) {
	ctx, cancel := context.WithCancel(t.Context())
	body, feed := io.Pipe()
	var all sync.WaitGroup
	all.Go(func() { _, _ = photo.KeepInTurn(ctx, body) })
	_, err := feed.Write([]byte("\xff\xd8\xff")) // the first is being read now, and has the place
	require.NoError(t, err)
	read := &counting{}
	var busy atomic.Int64
	for range 20 {
		all.Go(func() {
			if _, err := photo.KeepInTurn(ctx, read); errors.Is(err, photo.ErrBusy) {
				busy.Add(1)
			}
		})
	}
	require.Eventually(t, func() bool { return busy.Load() == 20-5 }, 20*time.Second, time.Millisecond, "one is read, five wait")
	require.Zero(t, read.n.Load(), "nothing of what waits is read")
	cancel()
	require.NoError(t, feed.CloseWithError(io.ErrUnexpectedEOF))
	all.Wait()
	_, err = photo.KeepInTurn(t.Context(), bytes.NewReader(asJPEG(t, flags(300, 300, plain))))
	require.NoError(t, err, "the place is free again")
}

// counting is a body that says whether somebody read of it.
type counting struct{ n atomic.Int64 }

func (c *counting) Read([]byte) (int, error) { c.n.Add(1); return 0, io.EOF }

func TestCancelled(t *testing.T) {
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	_, err := photo.Keep(ctx, asJPEG(t, flags(1200, 800, plain)))
	require.ErrorIs(t, err, context.Canceled)
}

// Whatever a colour profile is made of, in either kind of file: the picture is kept, or
// refused in a sentence.
func FuzzProfile(f *testing.F) {
	for _, seed := range [][]byte{displayP3(), displayP3()[:200], []byte("nonsense"), nil, bytes.Repeat([]byte{0xff}, 500)} {
		f.Add(seed)
	}
	jpeg, png := asJPEG(f, flags(16, 16, plain)), asPNG(f, flags(16, 16, plain))
	f.Fuzz(func(t *testing.T, profile []byte) {
		if len(profile) > 1<<14 {
			t.Skip()
		}
		var small bytes.Buffer
		zip := zlib.NewWriter(&small)
		_, err := zip.Write(profile)
		require.NoError(t, err)
		require.NoError(t, zip.Close())
		for _, file := range [][]byte{
			withSegment(jpeg, 0xe2, "ICC_PROFILE\x00\x01\x01"+string(profile)),
			withChunk(png, "iCCP", append([]byte("p\x00\x00"), small.Bytes()...)),
		} {
			kept, err := photo.Keep(t.Context(), file)
			if err != nil {
				require.True(t, photo.IsRefused(err), "%v", err)
				continue
			}
			p, err := kept.Picture()
			require.NoError(t, err)
			require.Equal(t, 3*p.Width*p.Height, len(p.Pix))
		}
	})
}

// Whatever bytes come: a kept picture or a sentence, never a crash.
func FuzzKeep(f *testing.F) {
	f.Add(asJPEG(f, flags(80, 70, plain)))
	f.Add(asPNG(f, flags(80, 70, plain)))
	f.Add(withEXIF(asJPEG(f, flags(80, 70, plain)), 6))
	f.Add(withSegment(asJPEG(f, flags(80, 70, plain)), 0xe2, "ICC_PROFILE\x00\x01\x01"+string(displayP3())))
	f.Add(frameOnly(0xc2, 90, 90, 0x11, 0x11, 0x11))
	f.Fuzz(func(t *testing.T, data []byte) {
		if len(data) > 1<<14 {
			t.Skip()
		}
		kept, err := photo.Keep(t.Context(), data)
		if err != nil {
			require.True(t, photo.IsRefused(err), "%v", err)
			return
		}
		p, err := kept.Picture()
		require.NoError(t, err)
		require.Equal(t, 3*p.Width*p.Height, len(p.Pix))
	})
}

// A part of a photograph is what lay in its box, as large as it was there.
func TestAPartIsCutOut(t *testing.T) {
	k := keep(t, asJPEG(t, flags(800, 600, plain)))
	for i, box := range []colour.Box{{X: 0, Y: 0, W: 300, H: 200}, {X: 500, Y: 0, W: 300, H: 200}, {X: 0, Y: 400, W: 300, H: 200}, {X: 500, Y: 400, W: 300, H: 200}} {
		part, err := k.Cut(box)
		require.NoError(t, err)
		require.Equal(t, []int{300, 200}, []int{part.Width, part.Height})
		whole := read(t, k, (box.X+150)/800, (box.Y+100)/600)
		require.Less(t, colour.Difference(whole, read(t, part, 0.5, 0.5)), 1.0, "part %d", i)
	}
}
