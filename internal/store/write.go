package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"encoding/json"
	"strings"
	"time"

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
	recipe, err := json.Marshal(g.Recipe)
	if err != nil {
		return err
	}
	return t.q.PutGlaze(t.ctx, db.PutGlazeParams{Code: g.Code, Name: g.Name, Kind: string(g.Kind),
		ConeFrom: string(g.Cones.From), ConeTo: string(g.Cones.To), L: g.Raw.L, A: g.Raw.A, B: g.Raw.B,
		Food: string(g.Food), InStock: truth(g.InStock), Runner: truth(g.Runner), Coats: int64(g.Coats),
		Atmosphere: string(g.Atmosphere), JarMl: g.Jar.ML, JarLevel: g.Jar.Level, JarState: string(g.Jar.State), MixedAt: instant(g.Jar.MixedAt),
		Thick: truth(g.Thick), Dear: truth(g.Dear), Ware: string(g.Ware), Recipe: string(recipe)})
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
		Piece: sql.NullString{String: tile.Piece, Valid: tile.Piece != ""}, Atmosphere: string(tile.Atmosphere), Place: int64(tile.Place), Faults: joined(tile.Faults)})
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
		Spread: r.Spread, Flags: joined(r.Flags), Source: string(r.Source), Photo: r.Photo, At: r.At.UnixMilli()})
}

// AddPhotograph keeps a photograph with its pixels.
func (t *Tx) AddPhotograph(p Photograph, picture []byte) error {
	return t.q.AddPhotograph(t.ctx, db.AddPhotographParams{ID: p.ID, Name: p.Name, At: p.At.UnixMilli(), Width: int64(p.Width), Height: int64(p.Height), Picture: picture, Piece: p.Piece})
}

// RemovePhotograph throws a photograph away; what was read from it stays.
func (t *Tx) RemovePhotograph(id string) error { return t.q.RemovePhotograph(t.ctx, id) }

func (t *Tx) PutClass(c Class) error {
	rules, err := json.Marshal(c.Rules)
	if err != nil {
		return err
	}
	err = t.q.PutClass(t.ctx, db.PutClassParams{ID: c.ID, Name: c.Name, Clay: c.Clay, Cone: string(c.Cone), Atmosphere: string(c.Atmosphere), Rules: string(rules)})
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
	var text [5]string
	if err := marshal(text[:], a.Measures, a.Rules, a.Marking, a.Template, a.Jars); err != nil {
		return err
	}
	return t.q.PutAssignment(t.ctx, db.PutAssignmentParams{ID: a.ID, Class: a.Class, Name: a.Name, Form: string(a.Form),
		Measures: text[0], Clay: a.Clay, Cone: string(a.Cone), MadeAt: a.MadeAt.UnixMilli(), Atmosphere: string(a.Atmosphere),
		Rules: text[1], Marking: text[2], Template: text[3], Jars: text[4]})
}

// marshal writes values as JSON, one text each.
func marshal(texts []string, values ...any) error {
	for i, v := range values {
		text, err := json.Marshal(v)
		if err != nil {
			return err
		}
		texts[i] = string(text)
	}
	return nil
}

func (t *Tx) AddPiece(p Piece) error { return t.q.AddPiece(t.ctx, db.AddPieceParams(p)) }

func (t *Tx) AddPlan(p Plan) error {
	var text [2]string
	if err := marshal(text[:], p.Choices, p.Own); err != nil {
		return err
	}
	return t.q.AddPlan(t.ctx, db.AddPlanParams{Piece: p.Piece, Revision: int64(p.Revision), At: p.At.UnixMilli(), By: p.By, Choices: text[0], Own: text[1]})
}

// PutScheme keeps a plan beside the plan; RemoveScheme drops it.
func (t *Tx) PutScheme(s Scheme) error {
	var text [1]string
	if err := marshal(text[:], s.Choices); err != nil {
		return err
	}
	return t.q.PutScheme(t.ctx, db.PutSchemeParams{Piece: s.Piece, Slot: int64(s.Slot), At: s.At.UnixMilli(), Choices: text[0]})
}

func (t *Tx) RemoveScheme(piece string, slot int) error {
	return t.q.RemoveScheme(t.ctx, db.RemoveSchemeParams{Piece: piece, Slot: int64(slot)})
}

func (t *Tx) AddApproval(a Approval) error {
	var text [2]string
	if err := marshal(text[:], a.Rules, a.Choices); err != nil {
		return err
	}
	return t.q.AddApproval(t.ctx, db.AddApprovalParams{Piece: a.Piece, Revision: int64(a.Revision), At: a.At.UnixMilli(), By: a.By,
		Verdict: string(a.Verdict), Note: a.Note, Rules: text[0], Choices: text[1]})
}

func (t *Tx) AddJarLevel(l JarLevel) error {
	return t.q.AddJarLevel(t.ctx, db.AddJarLevelParams{Glaze: l.Glaze, At: l.At.UnixMilli(), Ml: l.ML})
}

func (t *Tx) PutProgramme(p Programme) error {
	var text [1]string
	if err := marshal(text[:], p.Sheet); err != nil {
		return err
	}
	return t.q.PutProgramme(t.ctx, db.PutProgrammeParams{ID: p.ID, Name: p.Name, Clay: p.Clay, Cone: string(p.Cone), Atmosphere: string(p.Atmosphere),
		MadeAt: p.MadeAt.UnixMilli(), Sheet: text[0]})
}

func (t *Tx) RemoveProgramme(id string) error { return t.q.RemoveProgramme(t.ctx, id) }

// AddEvent appends an event and returns its place in the server's order.
func (t *Tx) AddEvent(e work.Event) (seq int64, err error) {
	spots := [1]string{"[]"}
	if len(e.Spots) > 0 {
		if err := marshal(spots[:], e.Spots); err != nil {
			return 0, err
		}
	}
	return t.q.AddEvent(t.ctx, db.AddEventParams{ID: e.ID, Piece: e.Piece, Kind: string(e.Kind), At: e.At.UnixMilli(), By: e.By,
		Surface: e.Surface, Glaze: e.Glaze, Back: int64(e.Back), Undoes: e.Undoes, Seen: e.Seen, Verdict: string(e.Verdict),
		Load: e.Load, Cone: string(e.Cone), Text: e.Text, Again: truth(e.Again), Mark: int64(e.Mark),
		Done: instant(e.Done), DeviceAt: instant(e.DeviceAt), Felt: string(e.Felt), About: e.Of, Doubts: e.Doubts, Cover: string(e.Cover),
		Spots: spots[0], Parts: int64(e.Parts), Place: string(e.Place), Photo: e.Photo, Code: e.Code})
}

// PutBells replaces the lessons of the week.
func (t *Tx) PutBells(bells []Bell) error {
	if err := t.q.ClearBells(t.ctx); err != nil {
		return err
	}
	for _, b := range bells {
		if err := t.q.AddBell(t.ctx, db.AddBellParams{Class: b.Class, Weekday: int64(b.Weekday), Starts: int64(b.Starts), Ends: int64(b.Ends)}); err != nil {
			return err
		}
	}
	return nil
}

func (t *Tx) PutStation(s Station) error {
	return t.q.PutStation(t.ctx, db.PutStationParams{ID: s.ID, Name: s.Name, PairedAt: s.PairedAt.UnixMilli(), EndedAt: instant(s.EndedAt)})
}

func (t *Tx) PutStray(s Stray) error {
	var text [1]string
	if err := marshal(text[:], s.Event); err != nil {
		return err
	}
	return t.q.PutStray(t.ctx, db.PutStrayParams{ID: s.Event.ID, At: s.At.UnixMilli(), Happened: s.Happened.UnixMilli(), Station: s.Station,
		Event: text[0], Reason: s.Reason, SettledAt: instant(s.SettledAt)})
}

func (t *Tx) PutWish(w Wish) error {
	var text [1]string
	if err := marshal(text[:], w.Tiles); err != nil {
		return err
	}
	return t.q.PutWish(t.ctx, db.PutWishParams{Piece: w.Piece, At: w.At.UnixMilli(), Tiles: text[0], Text: w.Text})
}

func (t *Tx) PutLoad(l Load) error {
	return t.q.PutLoad(t.ctx, db.PutLoadParams{ID: l.ID, Name: l.Name, Cone: string(l.Cone), MadeAt: l.MadeAt.UnixMilli(),
		FiredAt: instant(l.FiredAt), UnloadedAt: instant(l.UnloadedAt)})
}

// joined writes words of a fixed list with commas between them.
func joined[T ~string](list []T) string {
	words := make([]string, len(list))
	for i, f := range list {
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
