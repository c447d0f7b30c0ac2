// Package qr draws codes for labels and cards, and knows under which address this
// server was reached.
package qr

import (
	"bytes"
	"context"
	"encoding/base64"
	"io"
	"net"
	"strings"

	"github.com/gin-gonic/gin"
	"github.com/skip2/go-qrcode"
)

// sidePX is how wide a code is drawn, in pixels.
const sidePX = 240

// Picture draws a text as a QR code, as PNG.
func Picture(text string) (picture io.Reader, size int64, err error) {
	png, err := qrcode.Encode(text, qrcode.Medium, sidePX)
	return bytes.NewReader(png), int64(len(png)), err
}

// Data is a text as a QR code in a data URL.
func Data(text string) (url string, err error) {
	png, err := qrcode.Encode(text, qrcode.Medium, sidePX)
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
