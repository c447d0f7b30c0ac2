package qr_test

import (
	"image/png"
	"strings"
	"testing"

	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/qr"
)

// What is drawn is read again by a reader of another hand, at any length that a label has.
func TestCodesAreRead(t *testing.T) {
	for _, text := range []string{"N05", "https://192.168.7.2:8470/bench#yqltfnxssz7btjn26s5tbsk6jt", "7 Plover, Ilo Núñez", strings.Repeat("0123456789", 30)} {
		picture, size, err := qr.Picture(text)
		require.NoError(t, err)
		require.Positive(t, size)
		img, err := png.Decode(picture)
		require.NoError(t, err)
		require.GreaterOrEqual(t, img.Bounds().Dx(), 240)
		bits, err := gozxing.NewBinaryBitmapFromImage(img)
		require.NoError(t, err)
		read, err := qrcode.NewQRCodeReader().Decode(bits, nil)
		require.NoError(t, err, text)
		require.Equal(t, text, read.GetText())
	}
	_, _, err := qr.Picture(strings.Repeat("x", 5000))
	require.Error(t, err, "more than a code holds")
}
