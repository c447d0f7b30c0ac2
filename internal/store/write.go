package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"encoding/json"
	"strings"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/work"
	"enkaustos/internal/store/db"
)

// NewID makes an id for a record: 26 random letters and digits.
func NewID() string { return strings.ToLower(rand.Text()) }

// Tx is one transaction. Its methods add or replace whole records.
type Tx struct {
	ctx context.Context
	q   *db.Queries
}

func (t *Tx) PutSetting(key, value string) error {
	return t.q.PutSetting(t.ctx, db.PutSettingParams{Key: key, Value: value})
}

func (t *Tx) PutClay(c glaze.Clay) error {
	return t.q.PutClay(t.ctx, db.PutClayParams{Code: c.Code, Name: c.Name, ConeFrom: string(c.Cones.From), ConeTo: string(c.Cones.To),
		L: c.Fired.L, A: c.Fired.A, B: c.Fired.B, Dark: truth(c.Dark)})
}

func (t *Tx) PutGlaze(g glaze.Glaze) error {
	return t.q.PutGlaze(t.ctx, db.PutGlazeParams{Code: g.Code, Name: g.Name, Kind: string(g.Kind),
		ConeFrom: string(g.Cones.From), ConeTo: string(g.Cones.To), L: g.Raw.L, A: g.Raw.A, B: g.Raw.B,
		Food: string(g.Food), InStock: truth(g.InStock), Runner: truth(g.Runner), Coats: int64(g.Coats),
		Atmosphere: string(g.Atmosphere), JarMl: g.Jar.ML, JarLevel: g.Jar.Level, JarState: string(g.Jar.State), MixedAt: instant(g.Jar.MixedAt)})
}

// PutHint keeps the picture on a maker's label; nil takes it away.
func (t *Tx) PutHint(code string, picture []byte) error {
	if picture == nil {
		return t.q.RemoveHint(t.ctx, code)
	}
	return t.q.PutHint(t.ctx, db.PutHintParams{Glaze: code, Picture: picture})
}

func (t *Tx) PutTile(tile glaze.Tile) error {
	stack, err := json.Marshal(tile.Stack)
	if err != nil {
		return err
	}
	err = t.q.PutTile(t.ctx, db.PutTileParams{Code: tile.Code, Clay: tile.Clay, Cone: string(tile.Cone), Stack: string(stack),
		L: tile.Fired.L, A: tile.Fired.A, B: tile.Fired.B, Textured: truth(tile.Textured),
		Piece: sql.NullString{String: tile.Piece, Valid: tile.Piece != ""}, Atmosphere: string(tile.Atmosphere), Place: int64(tile.Place)})
	if err != nil {
		return err
	}
	for _, r := range tile.Readings {
		if err := t.putReading(tile.Code, r); err != nil {
			return err
		}
	}
	return nil
}

func (t *Tx) putReading(tile string, r glaze.Reading) error {
	return t.q.PutReading(t.ctx, db.PutReadingParams{Tile: tile, Half: string(r.Half), Coats: int64(r.Coats), L: r.Lab.L, A: r.Lab.A, B: r.Lab.B,
		Spread: r.Spread, Flags: joinFlags(r.Flags), Source: string(r.Source), Photo: r.Photo, At: r.At.UnixMilli()})
}

// AddPhotograph keeps a photograph with its pixels.
func (t *Tx) AddPhotograph(p Photograph, picture []byte) error {
	return t.q.AddPhotograph(t.ctx, db.AddPhotographParams{ID: p.ID, Name: p.Name, At: p.At.UnixMilli(), Width: int64(p.Width), Height: int64(p.Height), Picture: picture})
}

// RemovePhotograph throws a photograph away; what was read from it stays.
func (t *Tx) RemovePhotograph(id string) error { return t.q.RemovePhotograph(t.ctx, id) }

func (t *Tx) PutClass(c Class) error {
	err := t.q.PutClass(t.ctx, db.PutClassParams{ID: c.ID, Name: c.Name, Clay: c.Clay, Cone: string(c.Cone), Atmosphere: string(c.Atmosphere)})
	if err != nil {
		return err
	}
	if err := t.q.ClearClassJars(t.ctx, c.ID); err != nil {
		return err
	}
	for _, code := range c.Jars {
		if err := t.q.AddClassJar(t.ctx, db.AddClassJarParams{Class: c.ID, Glaze: code}); err != nil {
			return err
		}
	}
	return nil
}

func (t *Tx) PutStudent(s Student) error {
	return t.q.PutStudent(t.ctx, db.PutStudentParams{ID: s.ID, Class: s.Class, Name: s.Name, Mark: s.Mark})
}

func (t *Tx) PutAssignment(a Assignment) error {
	measures, err := json.Marshal(a.Measures)
	if err != nil {
		return err
	}
	return t.q.PutAssignment(t.ctx, db.PutAssignmentParams{ID: a.ID, Class: a.Class, Name: a.Name, Form: string(a.Form),
		Measures: string(measures), Clay: a.Clay, Cone: string(a.Cone), MadeAt: a.MadeAt.UnixMilli(), Atmosphere: string(a.Atmosphere)})
}

func (t *Tx) AddPiece(p Piece) error { return t.q.AddPiece(t.ctx, db.AddPieceParams(p)) }

func (t *Tx) AddPlan(p Plan) error {
	choices, err := json.Marshal(p.Choices)
	if err != nil {
		return err
	}
	return t.q.AddPlan(t.ctx, db.AddPlanParams{Piece: p.Piece, Revision: int64(p.Revision), At: p.At.UnixMilli(), By: p.By, Choices: string(choices)})
}

// AddEvent appends an event and returns its place in the server's order.
func (t *Tx) AddEvent(e work.Event) (seq int64, err error) {
	return t.q.AddEvent(t.ctx, db.AddEventParams{ID: e.ID, Piece: e.Piece, Kind: string(e.Kind), At: e.At.UnixMilli(), By: e.By,
		Surface: e.Surface, Glaze: e.Glaze, Back: int64(e.Back), Undoes: e.Undoes, Seen: e.Seen, Verdict: string(e.Verdict),
		Load: e.Load, Cone: string(e.Cone), Text: e.Text, Again: truth(e.Again), Mark: int64(e.Mark)})
}

func (t *Tx) PutLoad(l Load) error {
	return t.q.PutLoad(t.ctx, db.PutLoadParams{ID: l.ID, Name: l.Name, Cone: string(l.Cone), MadeAt: l.MadeAt.UnixMilli(),
		FiredAt: instant(l.FiredAt), UnloadedAt: instant(l.UnloadedAt)})
}

func joinFlags(flags []colour.Flag) string {
	words := make([]string, len(flags))
	for i, f := range flags {
		words[i] = string(f)
	}
	return strings.Join(words, ",")
}

func truth(b bool) int64 {
	if b {
		return 1
	}
	return 0
}

func instant(at time.Time) sql.NullInt64 {
	return sql.NullInt64{Int64: at.UnixMilli(), Valid: !at.IsZero()}
}
