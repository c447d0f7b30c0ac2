// Package gate shows pieces: as lists, one by one, and by what holds them out of the
// kiln.
package gate

import (
	"bytes"
	"context"
	"fmt"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"time"

	"enkaustos/core/ready"
	"enkaustos/core/survey"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/exchange"
	"enkaustos/internal/qr"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Gate answers what the contract asks of pieces and what they wait for.
type Gate struct{ School *school.School }

// At lists the pieces of a class ("" for all) that wait at a stage ("" for all).
func At(m school.Moment, class string, stage ready.Stage) []*school.Piece {
	return waiting(m, m.PiecesOf(class), stage)
}

// Over lists the pieces of a class ("" for all) that nobody works on any more, and stood at a stage
// ("" for all).
func Over(m school.Moment, class string, stage ready.Stage) []*school.Piece {
	return waiting(m, slices.DeleteFunc(school.EveryPiece(m.Snapshot), func(p *school.Piece) bool {
		a := m.Assignments[p.Assignment]
		return !a.Over || class != "" && a.Class != class
	}), stage)
}

func waiting(m school.Moment, list []*school.Piece, stage ready.Stage) []*school.Piece {
	if stage == "" {
		return list
	}
	var at []*school.Piece
	for _, p := range list {
		if m.Survey(p).Stage == stage {
			at = append(at, p)
		}
	}
	return at
}

// ListPieces lists pieces of a class at a stage; to a tablet the class that is in the
// room.
func (g Gate) ListPieces(ctx context.Context, r contract.ListPiecesRequestObject) (contract.ListPiecesResponseObject, error) {
	m, by, class := g.School.Now(), school.ActorOf(ctx), view.Value(r.Params.Class)
	var pieces []*school.Piece
	switch {
	case by.Role == work.Station:
		for _, served := range by.Classes {
			pieces = append(pieces, At(m, served, view.Value(r.Params.Stage))...)
		}
	case view.Value(r.Params.Over):
		pieces = Over(m, class, view.Value(r.Params.Stage))
	default:
		pieces = At(m, class, view.Value(r.Params.Stage))
	}
	return pieceList{m, by, pieces}, nil
}

// pieceList is a list of pieces as it is sent: what was written of each stands ready.
type pieceList struct {
	school.Moment
	by     work.Actor
	pieces []*school.Piece
}

// VisitListPiecesResponse writes a PieceList of the contract.
func (l pieceList) VisitListPiecesResponse(w http.ResponseWriter) error {
	text := fmt.Appendf(make([]byte, 0, 2048*len(l.pieces)+64), `{"now":%q,"pieces":[`, l.At.Format(time.RFC3339Nano))
	for i, p := range l.pieces {
		if i > 0 {
			text = append(text, ',')
		}
		text = append(text, view.JSON(l.Moment, l.by, p)...)
	}
	w.Header().Set("Content-Type", "application/json")
	_, err := w.Write(append(text, "]}"...))
	return err
}

// GetPiece is all about one piece.
func (g Gate) GetPiece(ctx context.Context, r contract.GetPieceRequestObject) (contract.GetPieceResponseObject, error) {
	v, err := view.Fetch(ctx, g.School, r.Id)
	return contract.GetPiece200JSONResponse(v), err
}

// Groups gathers what holds the pieces of a class ("" for all) out of the kiln.
func Groups(m school.Moment, class string) []ready.Group {
	var waiting []ready.Waiting
	for _, p := range m.PiecesOf(class) {
		named := func(id string) string { surface, _ := p.Body.Surface(id); return surface.Name }
		waiting = append(waiting, ready.Waiting{Piece: p.ID, Blockers: m.Survey(p).Verdict.Blockers(), Named: named})
	}
	return ready.Groups(waiting)
}

// GetReady gathers what holds pieces out of the kiln.
func (g Gate) GetReady(_ context.Context, r contract.GetReadyRequestObject) (contract.GetReadyResponseObject, error) {
	return contract.GetReady200JSONResponse(view.List(Groups(g.School.Now(), view.Value(r.Params.Class)), func(group ready.Group) contract.ReadyGroup {
		return contract.ReadyGroup{Code: group.Code, Words: group.Words(), Stage: group.Stage, Pieces: group.Pieces, ClearsAt: view.When(group.ClearsAt)}
	})), nil
}

// GetRound is a piece in the round.
func (g Gate) GetRound(ctx context.Context, r contract.GetRoundRequestObject) (contract.GetRoundResponseObject, error) {
	p, err := g.School.Now().Piece(school.ActorOf(ctx), r.Id)
	if err != nil {
		return nil, err
	}
	return contract.GetRound200JSONResponse(p.Body.Round()), nil
}

// GetDrawing draws a piece as planned.
func (g Gate) GetDrawing(_ context.Context, r contract.GetDrawingRequestObject) (contract.GetDrawingResponseObject, error) {
	m := g.School.Now()
	p, ok := m.Pieces[r.Id]
	if !ok {
		return nil, school.Missing("piece")
	}
	of := map[string]survey.Surface{}
	for _, surface := range m.Survey(p).Surfaces {
		of[surface.ID] = surface
	}
	title := m.Maker(p).Name + ", " + m.Assignments[p.Assignment].Name
	svg := exchange.SVG(title, p.Body.Drawing(), func(id string) exchange.Painted {
		return view.Painted(of[id], view.Value(r.Params.Colours) == contract.Chalk)
	})
	return contract.GetDrawing200ImagesvgXmlResponse{Body: bytes.NewReader([]byte(svg)), ContentLength: int64(len(svg))}, nil
}

// GetPieceCode draws a QR code for the label of a piece: "/" and its id, which a
// scanner types into the find fields of bench and tablets; over TLS an address
// that ends with it, so that a phone's camera finds the piece as well.
func (g Gate) GetPieceCode(ctx context.Context, r contract.GetPieceCodeRequestObject) (contract.GetPieceCodeResponseObject, error) {
	p, ok := g.School.Now().Pieces[r.Id]
	if !ok {
		return nil, school.Missing("piece")
	}
	text := "/" + p.ID
	if base, ok := qr.Reachable(ctx); ok && strings.HasPrefix(base, "https") {
		text = base + "/plan/" + url.PathEscape(p.ID)
	}
	picture, size, err := qr.Picture(text)
	return contract.GetPieceCode200ImagepngResponse{Body: picture, ContentLength: size}, err
}
