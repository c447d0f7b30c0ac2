package photo

import (
	"bytes"
	"errors"
	"time"

	"github.com/bep/imagemeta"
	"github.com/kovidgoyal/imaging/prism/meta/autometa"
	"github.com/kovidgoyal/imaging/prism/meta/icc"

	"enkaustos/core/colour"
)

// about is what is kept of a file's metadata: how it is turned, and what its
// colours mean. Where and by whom it was taken is not looked at.
type about struct {
	turn    int // EXIF orientation, 1 to 8
	profile []byte
	space   colour.Space
}

func readAbout(data []byte, k kind) (about, error) {
	a := about{turn: 1, space: colour.SRGB()}
	md, _, err := autometa.Load(bytes.NewReader(data))
	if err != nil || md == nil {
		return a, errBroken
	}
	a.turn = orientation(data, k)
	profile, err := md.ICCProfileData()
	if err != nil || len(profile) == 0 {
		return a, nil // a picture without a profile that can be read is sRGB
	}
	if len(profile) > mostProfile {
		return a, refuse("The photograph carries a colour profile of %d kB: save it as sRGB and send it again.", len(profile)>>10)
	}
	a.space, err = spaceOf(profile)
	if err != nil {
		return a, refuse("The photograph's colour profile cannot be read: save it as sRGB and send it again.")
	}
	a.profile = profile
	return a, nil
}

// mostProfile is the longest colour profile that is kept with a picture, in
// bytes; what cameras and tablets write has some hundred to a few thousand.
const mostProfile = 60_000

// orientation is how the camera was held (EXIF 0x0112), 1 where nothing that
// can be read says so.
func orientation(data []byte, k kind) int {
	turn := 1
	format := imagemeta.JPEG
	if k == pngKind {
		format = imagemeta.PNG
	}
	_, err := imagemeta.Decode(imagemeta.Options{
		R: bytes.NewReader(data), ImageFormat: format, Sources: imagemeta.EXIF,
		ShouldHandleTag: func(tag imagemeta.TagInfo) bool { return tag.Tag == "Orientation" && tag.Namespace == "IFD0" },
		HandleTag: func(tag imagemeta.TagInfo) error {
			switch v := tag.Value.(type) { // SHORT by the standard, LONG as some write it
			case uint16:
				turn = upright(uint32(v))
			case uint32:
				turn = upright(v)
			}
			return nil
		},
		Timeout: 2 * time.Second,
	})
	if err != nil {
		return 1
	}
	return turn
}

// upright is an orientation that there is, 1 where there is no such.
func upright(v uint32) int {
	if v < 1 || v > 8 {
		return 1
	}
	return int(v)
}

// errNoMatrix is returned for profiles that are more than curves and primaries.
var errNoMatrix = errors.New("the profile is no matrix profile")

// spaceOf turns an ICC profile of curves and primaries (as cameras, tablets and
// screens use; ICC.1, annex F.3) into a space of the reader.
func spaceOf(profile []byte) (s colour.Space, err error) {
	defer func() {
		if recover() != nil { // the parser gives up on malformed profiles
			err = errNoMatrix
		}
	}()
	p, err := icc.DecodeProfile(bytes.NewReader(profile))
	if err != nil {
		return s, err
	}
	toPCS, err := p.CreateTransformerToPCS(icc.RelativeColorimetricRenderingIntent, 3, true)
	if err != nil {
		return s, err
	}
	light := func(r, g, b float64) colour.XYZ {
		x, y, z := toPCS.Transform(r, g, b)
		if p.Header.ProfileConnectionSpace == icc.ColorSpaceLab {
			return colour.XYZ{}
		}
		return colour.XYZ{X: x, Y: y, Z: z}
	}
	primaries := [3]colour.XYZ{light(1, 0, 0), light(0, 1, 0), light(0, 0, 1)}
	white, grey := light(1, 1, 1), light(0.5, 0.5, 0.5)
	if white.Y < 0.5 || white.Y > 2 {
		return s, errNoMatrix
	}
	for k, c := range primaries {
		adapted := colour.XYZ{X: c.X / white.Y, Y: c.Y / white.Y, Z: c.Z / white.Y}.Adapt(colour.D50, colour.D65)
		s.ToXYZ[0][k], s.ToXYZ[1][k], s.ToXYZ[2][k] = adapted.X, adapted.Y, adapted.Z
		for v := range 256 {
			var channel [3]float64
			channel[k] = float64(v) / 255
			s.Curve[k][v] = light(channel[0], channel[1], channel[2]).Y / c.Y
		}
	}
	// Curves and primaries add up; a table would not.
	sum := 0.0
	for k := range primaries {
		sum += s.ToXYZ[1][k] * (s.Curve[k][127] + s.Curve[k][128]) / 2
	}
	if diff := sum - grey.Y/white.Y; diff > 0.01 || diff < -0.01 {
		return s, errNoMatrix
	}
	return s, nil
}
