package api

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"net/url"
	"strings"

	"github.com/gin-gonic/gin"
	"github.com/skip2/go-qrcode"

	"enkaustos/internal/api/gen"
	"enkaustos/internal/exchange"
	"enkaustos/internal/studio"
)

// GetDrawing draws a piece as planned.
func (s *Server) GetDrawing(_ context.Context, r gen.GetDrawingRequestObject) (gen.GetDrawingResponseObject, error) {
	p, _, err := s.Studio.Piece(r.Id)
	if err != nil {
		return nil, err
	}
	of := map[string]studio.Surface{}
	for _, surface := range p.Surfaces {
		of[surface.ID] = surface
	}
	svg := exchange.SVG(p.Student.Name+", "+p.Assignment.Name, p.Body.Drawing(), func(id string) exchange.Painted {
		return painted(of[id], value(r.Params.Look) == gen.Chalk)
	})
	return gen.GetDrawing200ImagesvgXmlResponse{Body: bytes.NewReader([]byte(svg)), ContentLength: int64(len(svg))}, nil
}

// painted is a surface in chalk or as fired; what no tile knows has no colour.
func painted(s studio.Surface, chalk bool) exchange.Painted {
	v := exchange.Painted{Lines: []string{s.Name, s.Choice.Says()}}
	switch {
	case !s.Choice.Planned():
		v.Fill = "#f4f4f4"
	case chalk && s.Raw != nil:
		v.Fill = s.Raw.Hex()
	case !chalk && s.Fired != nil:
		v.Fill = s.Fired.Hex()
	}
	return v
}

// GetAssignmentDrawing draws the form of an assignment.
func (s *Server) GetAssignmentDrawing(_ context.Context, r gen.GetAssignmentDrawingRequestObject) (gen.GetAssignmentDrawingResponseObject, error) {
	name, body, err := s.Studio.FormOf(r.Id)
	if err != nil {
		return nil, err
	}
	svg := exchange.SVG(name, body.Drawing(), func(id string) exchange.Painted {
		surface, _ := body.Surface(id)
		return exchange.Painted{Fill: "#f4f4f4", Lines: []string{surface.Name}}
	})
	return gen.GetAssignmentDrawing200ImagesvgXmlResponse{Body: bytes.NewReader([]byte(svg)), ContentLength: int64(len(svg))}, nil
}

// GetPieceCode draws a QR code for the label of a piece: "/" and its id, which a
// scanner types into the find fields of bench and tablets; over TLS an address
// that ends with it, so that a phone's camera finds the piece as well.
func (s *Server) GetPieceCode(ctx context.Context, r gen.GetPieceCodeRequestObject) (gen.GetPieceCodeResponseObject, error) {
	p, _, err := s.Studio.Piece(r.Id)
	if err != nil {
		return nil, err
	}
	text := "/" + p.ID
	if base, ok := reachable(ctx); ok && strings.HasPrefix(base, "https") {
		text = base + "/plan/" + url.PathEscape(p.ID)
	}
	picture, size, err := code(text)
	return gen.GetPieceCode200ImagepngResponse{Body: picture, ContentLength: size}, err
}

// code draws a text as a QR code.
func code(text string) (picture io.Reader, size int64, err error) {
	png, err := qrcode.Encode(text, qrcode.Medium, 240)
	return bytes.NewReader(png), int64(len(png)), err
}

// reachable is the address under which the asker reached this server; ok is
// false where it would lead nowhere from another device.
func reachable(ctx context.Context) (base string, ok bool) {
	c, isGin := ctx.(*gin.Context)
	if !isGin || loopback(c.Request.Host) || hostName(c.Request.Host) == "localhost" {
		return "", false
	}
	scheme := "http"
	if c.Request.TLS != nil {
		scheme = "https"
	}
	return scheme + "://" + c.Request.Host, true
}

// ExportAssignment is an assignment with its plans as a document.
func (s *Server) ExportAssignment(_ context.Context, r gen.ExportAssignmentRequestObject) (gen.ExportAssignmentResponseObject, error) {
	d, err := s.Studio.Document(r.Id)
	if err != nil {
		return nil, err
	}
	v, err := loose(d)
	return gen.ExportAssignment200JSONResponse(v), err
}

// loose is a value as the JSON object that it becomes.
func loose(v any) (map[string]any, error) {
	text, err := json.Marshal(v)
	if err != nil {
		return nil, err
	}
	var object map[string]any
	return object, json.Unmarshal(text, &object)
}

// ImportAssignment looks at a document, and takes it over whole or not at all.
func (s *Server) ImportAssignment(ctx context.Context, r gen.ImportAssignmentRequestObject) (gen.ImportAssignmentResponseObject, error) {
	text, err := json.Marshal(r.Body.Document)
	if err != nil {
		return nil, err
	}
	out, err := s.Studio.ImportDocument(ctx, s.actor(ctx).Name, r.Body.Class, text, r.Body.Apply)
	if err != nil {
		return nil, err
	}
	return gen.ImportAssignment200JSONResponse{Applied: out.Applied, Name: out.Name, Plans: out.Plans, Assignment: some(out.Assignment),
		Unmatched: list(out.Unmatched, func(name string) string { return name })}, nil
}

// GetDocumentSchema is the schema of such documents.
func (s *Server) GetDocumentSchema(context.Context, gen.GetDocumentSchemaRequestObject) (gen.GetDocumentSchemaResponseObject, error) {
	var object map[string]any
	err := json.Unmarshal(exchange.AssignmentSchema, &object)
	return gen.GetDocumentSchema200JSONResponse(object), err
}
