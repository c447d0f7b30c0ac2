package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/work"
	"enkaustos/internal/store/db"
)

// Records reads the whole school, once, at the start.
func (s *Store) Records(ctx context.Context) (Records, error) {
	var r Records
	q := db.New(s.reader)
	err := errors.Join(
		each(ctx, q.ListClays, func(row db.Clay) error { r.Clays = append(r.Clays, toClay(row)); return nil }),
		each(ctx, q.ListGlazes, func(row db.Glaze) error { r.Glazes = append(r.Glazes, toGlaze(row)); return nil }),
		each(ctx, q.ListTiles, func(row db.Tile) error {
			t, err := toTile(row)
			r.Tiles = append(r.Tiles, t)
			return err
		}),
		each(ctx, q.ListClasses, func(row db.Class) error {
			r.Classes = append(r.Classes, Class{row.ID, row.Name, row.Clay, kiln.Cone(row.Cone)})
			return nil
		}),
		each(ctx, q.ListStudents, func(row db.Student) error {
			r.Students = append(r.Students, Student{row.ID, row.Class, row.Name, row.Mark})
			return nil
		}),
		each(ctx, q.ListAssignments, func(row db.Assignment) error {
			a, err := toAssignment(row)
			r.Assignments = append(r.Assignments, a)
			return err
		}),
		each(ctx, q.ListPieces, func(row db.Piece) error {
			r.Pieces = append(r.Pieces, Piece(row))
			return nil
		}),
		each(ctx, q.ListNewestPlans, func(row db.Plan) error {
			p := Plan{Piece: row.Piece, Revision: int(row.Revision), At: moment(row.At), By: row.By}
			r.Plans = append(r.Plans, p)
			return json.Unmarshal([]byte(row.Choices), &r.Plans[len(r.Plans)-1].Choices)
		}),
		each(ctx, q.ListEvents, func(row db.Event) error { r.Events = append(r.Events, toEvent(row)); return nil }),
		each(ctx, q.ListLoads, func(row db.Load) error {
			r.Loads = append(r.Loads, Load{row.ID, row.Name, kiln.Cone(row.Cone), moment(row.MadeAt), maybe(row.FiredAt), maybe(row.UnloadedAt)})
			return nil
		}),
	)
	return r, err
}

// each runs one query and hands on its rows.
func each[T any](ctx context.Context, list func(context.Context) ([]T, error), take func(T) error) error {
	rows, err := list(ctx)
	if err != nil {
		return fmt.Errorf("reading the school: %w", err)
	}
	for _, row := range rows {
		if err := take(row); err != nil {
			return fmt.Errorf("reading the school: %w", err)
		}
	}
	return nil
}

// Setting reads a setting, "" where it was never set.
func (s *Store) Setting(ctx context.Context, key string) (string, error) {
	value, err := db.New(s.reader).GetSetting(ctx, key)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil
	}
	return value, err
}

func moment(ms int64) time.Time { return time.UnixMilli(ms).UTC() }

func maybe(ms sql.NullInt64) time.Time {
	if !ms.Valid {
		return time.Time{}
	}
	return moment(ms.Int64)
}

func toClay(r db.Clay) glaze.Clay {
	return glaze.Clay{Code: r.Code, Name: r.Name, Cones: kiln.Range{From: kiln.Cone(r.ConeFrom), To: kiln.Cone(r.ConeTo)},
		Fired: colour.Lab{L: r.L, A: r.A, B: r.B}, Dark: r.Dark != 0}
}

func toGlaze(r db.Glaze) glaze.Glaze {
	return glaze.Glaze{Code: r.Code, Name: r.Name, Kind: glaze.Kind(r.Kind),
		Raw:   colour.Lab{L: r.L, A: r.A, B: r.B},
		Cones: kiln.Range{From: kiln.Cone(r.ConeFrom), To: kiln.Cone(r.ConeTo)},
		Food:  glaze.FoodLabel(r.Food), InStock: r.InStock != 0, Runner: r.Runner != 0, Coats: int(r.Coats)}
}

func toTile(r db.Tile) (glaze.Tile, error) {
	t := glaze.Tile{Code: r.Code, Clay: r.Clay, Cone: kiln.Cone(r.Cone), Fired: colour.Lab{L: r.L, A: r.A, B: r.B},
		Textured: r.Textured != 0, Piece: r.Piece.String}
	return t, json.Unmarshal([]byte(r.Stack), &t.Stack)
}

func toAssignment(r db.Assignment) (Assignment, error) {
	a := Assignment{ID: r.ID, Class: r.Class, Name: r.Name, Form: piece.Form(r.Form), Clay: r.Clay,
		Cone: kiln.Cone(r.Cone), MadeAt: moment(r.MadeAt)}
	return a, json.Unmarshal([]byte(r.Measures), &a.Measures)
}

func toEvent(r db.Event) work.Event {
	return work.Event{Seq: r.Seq, ID: r.ID, Piece: r.Piece, Kind: work.Kind(r.Kind), At: moment(r.At), By: r.By,
		Surface: r.Surface, Glaze: r.Glaze, Back: int(r.Back), Undoes: r.Undoes, Seen: r.Seen,
		Verdict: foot.Verdict(r.Verdict), Load: r.Load, Cone: kiln.Cone(r.Cone), Text: r.Text, Again: r.Again != 0, Mark: int(r.Mark)}
}
