// Package photo takes in photographs: it refuses what cannot or should not be
// read before it is decoded, turns the rest upright, makes it small, honours
// its colour profile and drops everything else that a camera writes down.
package photo

import (
	"bytes"
	"compress/zlib"
	"encoding/binary"
	"errors"
	"fmt"
	"image/jpeg"
	"image/png"
	"io"
)

// What is taken in at most.
const (
	MostBytes  = 25 << 20
	MostPixels = 50_000_000
	// What a tablet of the room sends at most: its own camera, and no more.
	TabletBytes  = 10 << 20
	TabletPixels = 20_000_000
	// mostMemory is what decoding may take, so that a server that reads one
	// photograph at a time stays within 600 MB.
	mostMemory = 380 << 20
	// KeptSide is the longer side of a kept picture, in pixels.
	KeptSide = 2000
)

// Refused is why a photograph is not taken in: one sentence with the remedy.
type Refused string

func (r Refused) Error() string { return string(r) }

func refuse(format string, args ...any) error { return Refused(fmt.Sprintf(format, args...)) }

// kind is a picture format known by its first bytes.
type kind string

const (
	jpegKind kind = "JPEG"
	pngKind  kind = "PNG"
)

const asJPEG = "set the camera to store JPEG, or export it as JPEG or PNG"

// sniff tells a format by content, whatever the file is called. The error is a
// Refused that names the format.
func sniff(data []byte) (kind, error) {
	starts := func(magic string) bool { return bytes.HasPrefix(data, []byte(magic)) }
	named := func(name string) (kind, error) {
		return "", refuse("This is %s, which cannot be read here: %s.", name, asJPEG)
	}
	brand := ""
	if len(data) >= 12 && string(data[4:8]) == "ftyp" {
		brand = string(data[8:12])
	}
	switch {
	case len(data) == 0:
		return "", refuse("The file is empty: choose the photograph again.")
	case starts("\xff\xd8\xff"):
		return jpegKind, nil
	case starts("\x89PNG\r\n\x1a\n"):
		return pngKind, nil
	case brand == "avif" || brand == "avis":
		return named("an AVIF picture")
	case brand == "heic" || brand == "heix" || brand == "mif1" || brand == "msf1" || brand == "hevc" || brand == "heim":
		return named("a HEIC picture")
	case brand != "":
		return "", refuse("This is a video: take a photograph, and send it as JPEG or PNG.")
	case starts("GIF8"):
		return named("a GIF picture")
	case starts("RIFF") && len(data) >= 12 && string(data[8:12]) == "WEBP":
		return named("a WebP picture")
	case starts("II*\x00") || starts("MM\x00*"):
		return named("a TIFF or raw camera picture")
	case starts("BM"):
		return named("a BMP picture")
	case starts("%PDF"):
		return named("a PDF document")
	}
	return "", refuse("This is not a photograph that can be read here: expected JPEG or PNG.")
}

// check looks at a picture without decoding it. The error is a Refused.
func check(data []byte, most int) (kind, error) {
	if len(data) > MostBytes {
		return "", refuse("The file has %d MB, more than %d MB: send a smaller photograph.", len(data)>>20, MostBytes>>20)
	}
	k, err := sniff(data)
	if err != nil {
		return "", err
	}
	if k == jpegKind {
		return k, checkJPEG(data, most)
	}
	return k, checkPNG(data, most)
}

func checkSize(w, h, most int) error {
	if w*h > most {
		return refuse("The photograph has %d megapixels, more than %d: send a smaller one.", w*h/1_000_000, most/1_000_000)
	}
	if w < 64 || h < 64 {
		return refuse("The photograph has only %d by %d pixels: send a larger one.", w, h)
	}
	return nil
}

var (
	errCut    = Refused("The photograph did not arrive whole: send it again.")
	errBroken = Refused("The file is cut short or damaged: send the photograph again.")
	errHeavy  = Refused("The photograph takes too much memory to decode in this form: save it as ordinary JPEG, or smaller.")
)

func checkJPEG(data []byte, most int) error {
	config, err := jpeg.DecodeConfig(bytes.NewReader(data))
	if err != nil {
		return errBroken
	}
	frame, err := readFrame(data)
	if err != nil {
		return err
	}
	if frame.parts == 4 {
		return refuse("This JPEG is in printer's colours (CMYK): save it as RGB and send it again.")
	}
	if err := checkSize(config.Width, config.Height, most); err != nil {
		return err
	}
	samples := float64(config.Width*config.Height) * frame.samples
	if frame.progressive {
		samples += 4 * samples // every coefficient is held until the end
	}
	if samples > mostMemory {
		return errHeavy
	}
	return nil
}

// frame is what the header of a JPEG says about how it is coded.
type frame struct {
	progressive bool
	parts       int
	samples     float64 // a pixel, over all parts
}

// readFrame walks the markers of a JPEG to the start of its frame (ITU-T T.81,
// annex B).
func readFrame(data []byte) (frame, error) {
	for at := 2; at+4 <= len(data); {
		if data[at] != 0xff {
			return frame{}, errBroken
		}
		marker := data[at+1]
		if marker == 0xff { // padding
			at++
			continue
		}
		length := int(binary.BigEndian.Uint16(data[at+2:]))
		body := data[min(at+4, len(data)):min(at+2+max(length, 2), len(data))]
		if marker >= 0xc0 && marker <= 0xcf && marker != 0xc4 && marker != 0xc8 && marker != 0xcc {
			return parseFrame(marker, body)
		}
		at += 2 + max(length, 2)
	}
	return frame{}, errBroken
}

func parseFrame(marker byte, body []byte) (frame, error) {
	if len(body) < 6 || len(body) < 6+3*int(body[5]) {
		return frame{}, errBroken
	}
	f := frame{progressive: marker == 0xc2, parts: int(body[5])}
	widest, sum := 1, 0
	for i := range f.parts {
		sampling := int(body[6+3*i+1])
		n := (sampling >> 4) * (sampling & 15)
		sum += n
		widest = max(widest, n)
	}
	f.samples = float64(sum) / float64(widest)
	return f, nil
}

func checkPNG(data []byte, most int) error {
	config, err := png.DecodeConfig(bytes.NewReader(data))
	if err != nil {
		return errBroken
	}
	if err := checkSize(config.Width, config.Height, most); err != nil {
		return err
	}
	depth, colours, interlaced := int(data[24]), data[25], data[28] == 1
	bytesPer := map[byte]int{0: 1, 2: 4, 3: 1, 4: 4, 6: 4}[colours] * max(1, depth/8)
	memory := config.Width * config.Height * bytesPer
	if interlaced {
		memory += memory / 2
	}
	if memory > mostMemory {
		return errHeavy
	}
	animated, err := walkPNG(data)
	if err == nil && animated {
		return refuse("This PNG is a moving picture: send a single photograph.")
	}
	return err
}

// walkPNG steps from chunk to chunk (W3C PNG, section 5), so that no chunk that
// claims to be longer than the file is believed.
func walkPNG(data []byte) (animated bool, err error) {
	for at := 8; ; {
		if at+12 > len(data) {
			return animated, errBroken
		}
		length := uint64(binary.BigEndian.Uint32(data[at:]))
		name := string(data[at+4 : at+8])
		animated = animated || name == "acTL"
		if name == "IEND" {
			return animated, nil
		}
		next := uint64(at) + 12 + length
		if next > uint64(len(data)) {
			return animated, errBroken
		}
		if name == "iCCP" {
			if err := inflates(data[at+8 : next-4]); err != nil {
				return animated, err
			}
		}
		at = int(next) //nolint:gosec // not longer than the file
	}
}

// inflatesTo is how much a colour profile may be once it is inflated; real ones are a few
// megabytes at most, and two of them can inflate to two thousand.
const inflatesTo = 4 << 20

// inflates says whether the colour profile of a PNG (W3C PNG, section 11.3.2.3: a name, 0,
// the method 0, a zlib stream) stays within its bounds, and holds no more of it in memory
// than a few kB.
func inflates(chunk []byte) error {
	name := bytes.IndexByte(chunk, 0)
	if name < 0 || name+2 > len(chunk) {
		return errBroken
	}
	z, err := zlib.NewReader(bytes.NewReader(chunk[name+2:]))
	if err != nil {
		return errBroken
	}
	n, err := io.Copy(io.Discard, io.LimitReader(z, inflatesTo+1))
	switch {
	case n > inflatesTo:
		return refuse("The photograph carries a colour profile of more than %d MB: save it as sRGB and send it again.", inflatesTo>>20)
	case err != nil:
		return errBroken
	}
	return nil
}

// IsRefused says whether an error is a refusal, and not a fault of ours.
func IsRefused(err error) bool {
	var r Refused
	return errors.As(err, &r)
}
