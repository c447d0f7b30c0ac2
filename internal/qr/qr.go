// Package qr draws codes for labels and cards, and knows under which address this
// server was reached.
package qr

import (
	"bytes"
	"context"
	"encoding/base64"
	"fmt"
	"image"
	"image/color"
	"image/draw"
	"image/png"
	"io"
	"net"
	"strings"

	"github.com/boombuler/barcode/qr"
	"github.com/gin-gonic/gin"
)

const (
	sidePX = 240 // how wide a code is drawn at least, in pixels
	quiet  = 4   // modules that stay white around it (ISO/IEC 18004)
)

// encode draws a text as a QR code, as PNG: every module of it as many whole pixels.
func encode(text string) ([]byte, error) {
	code, err := qr.Encode(text, qr.M, qr.Auto)
	if err != nil {
		return nil, fmt.Errorf("a code for %q: %w", text, err)
	}
	modules := code.Bounds().Dx()
	module := (sidePX + modules + 2*quiet - 1) / (modules + 2*quiet)
	side := module * (modules + 2*quiet)
	picture := image.NewPaletted(image.Rect(0, 0, side, side), color.Palette{color.White, color.Black})
	for y := range modules {
		for x := range modules {
			if code.At(x, y) == color.Black {
				at := image.Pt(x+quiet, y+quiet).Mul(module)
				draw.Draw(picture, image.Rectangle{at, at.Add(image.Pt(module, module))}, image.Black, image.Point{}, draw.Src)
			}
		}
	}
	var out bytes.Buffer
	err = png.Encode(&out, picture)
	return out.Bytes(), err
}

// Picture draws a text as a QR code, as PNG.
func Picture(text string) (picture io.Reader, size int64, err error) {
	png, err := encode(text)
	return bytes.NewReader(png), int64(len(png)), err
}

// Data is a text as a QR code in a data URL.
func Data(text string) (url string, err error) {
	png, err := encode(text)
	return "data:image/png;base64," + base64.StdEncoding.EncodeToString(png), err
}

// Reachable is the address under which the asker reached this server; ok is
// false where it would lead nowhere from another device.
func Reachable(ctx context.Context) (base string, ok bool) {
	c, isGin := ctx.(*gin.Context)
	if !isGin || Loopback(c.Request.Host) || HostName(c.Request.Host) == "localhost" {
		return "", false
	}
	scheme := "http"
	if c.Request.TLS != nil {
		scheme = "https"
	}
	return scheme + "://" + c.Request.Host, true
}

// Loopback says whether an address, with or without a port, is this machine's.
func Loopback(address string) bool {
	ip := net.ParseIP(HostName(address))
	return ip != nil && ip.IsLoopback()
}

// HostName is an address without its port.
func HostName(address string) string {
	if h, _, err := net.SplitHostPort(address); err == nil {
		return h
	}
	return strings.Trim(address, "[]")
}
