package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
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
		each(ctx, q.ListGlazes, func(row db.Glaze) error {
			g, err := toGlaze(row)
			r.Glazes = append(r.Glazes, g)
			return err
		}),
		each(ctx, q.ListTiles, func(row db.Tile) error {
			t, err := toTile(row)
			r.Tiles = append(r.Tiles, t)
			return err
		}),
		each(ctx, q.ListReadings, func(row db.Reading) error { r.read(row); return nil }),
		each(ctx, q.ListHints, func(code string) error { r.Hints = append(r.Hints, code); return nil }),
		each(ctx, q.ListClasses, func(row db.Class) error {
			c := Class{ID: row.ID, Name: row.Name, Clay: row.Clay, Cone: kiln.Cone(row.Cone), Atmosphere: glaze.Atmosphere(row.Atmosphere)}
			err := json.Unmarshal([]byte(row.Rules), &c.Rules)
			r.Classes = append(r.Classes, c)
			return err
		}),
		each(ctx, q.ListClassJars, func(row db.ClassJar) error { r.allow(row); return nil }),
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
			err := unmarshal([]string{row.Choices, row.Own}, &p.Choices, &p.Own)
			r.Plans = append(r.Plans, p)
			return err
		}),
		each(ctx, q.ListSchemes, func(row db.Scheme) error {
			s := Scheme{Piece: row.Piece, Slot: int(row.Slot), At: moment(row.At)}
			err := unmarshal([]string{row.Choices}, &s.Choices)
			r.Schemes = append(r.Schemes, s)
			return err
		}),
		each(ctx, q.ListApprovals, func(row db.Approval) error {
			a := Approval{Piece: row.Piece, Revision: int(row.Revision), At: moment(row.At), By: row.By, Verdict: Verdict(row.Verdict), Note: row.Note}
			err := unmarshal([]string{row.Rules, row.Choices}, &a.Rules, &a.Choices)
			r.Approvals = append(r.Approvals, a)
			return err
		}),
		each(ctx, q.ListJarLevels, func(row db.JarLevel) error {
			r.JarLevels = append(r.JarLevels, JarLevel{row.Glaze, moment(row.At), row.Ml})
			return nil
		}),
		each(ctx, q.ListProgrammes, func(row db.Programme) error {
			p := Programme{ID: row.ID, Name: row.Name, Clay: row.Clay, Cone: kiln.Cone(row.Cone), Atmosphere: glaze.Atmosphere(row.Atmosphere), MadeAt: moment(row.MadeAt)}
			err := unmarshal([]string{row.Sheet}, &p.Sheet)
			r.Programmes = append(r.Programmes, p)
			return err
		}),
		each(ctx, q.ListEvents, func(row db.Event) error {
			e, err := toEvent(row)
			r.Events = append(r.Events, e)
			return err
		}),
		each(ctx, q.ListBells, func(row db.Bell) error {
			r.Bells = append(r.Bells, Bell{row.Class, int(row.Weekday), int(row.Starts), int(row.Ends)})
			return nil
		}),
		each(ctx, q.ListStations, func(row db.Station) error {
			r.Stations = append(r.Stations, Station{row.ID, row.Name, moment(row.PairedAt), maybe(row.EndedAt)})
			return nil
		}),
		each(ctx, q.ListWishes, func(row db.Wish) error {
			w := Wish{Piece: row.Piece, At: moment(row.At), Text: row.Text}
			err := unmarshal([]string{row.Tiles}, &w.Tiles)
			r.Wishes = append(r.Wishes, w)
			return err
		}),
		each(ctx, q.ListStrays, func(row db.Stray) error {
			s := Stray{At: moment(row.At), Happened: moment(row.Happened), Station: row.Station, Reason: row.Reason, SettledAt: maybe(row.SettledAt)}
			err := unmarshal([]string{row.Event}, &s.Event)
			r.Strays = append(r.Strays, s)
			return err
		}),
		each(ctx, q.ListLoads, func(row db.Load) error {
			r.Loads = append(r.Loads, Load{row.ID, row.Name, kiln.Cone(row.Cone), moment(row.MadeAt), maybe(row.FiredAt), maybe(row.UnloadedAt)})
			return nil
		}),
	)
	return r, err
}

// unmarshal reads JSON texts, one into each value.
func unmarshal(texts []string, into ...any) error {
	for i, text := range texts {
		if err := json.Unmarshal([]byte(text), into[i]); err != nil {
			return err
		}
	}
	return nil
}

// read puts a reading on its tile; tiles come before, in the order of codes.
func (r *Records) read(row db.Reading) {
	i, ok := slices.BinarySearchFunc(r.Tiles, row.Tile, func(t glaze.Tile, code string) int { return strings.Compare(t.Code, code) })
	if ok {
		r.Tiles[i].Readings = append(r.Tiles[i].Readings, toReading(row))
	}
}

// allow puts a jar on the list of its class.
func (r *Records) allow(row db.ClassJar) {
	for i := range r.Classes {
		if r.Classes[i].ID == row.Class {
			r.Classes[i].Jars = append(r.Classes[i].Jars, row.Glaze)
		}
	}
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

func toGlaze(r db.Glaze) (glaze.Glaze, error) {
	g := glaze.Glaze{Code: r.Code, Name: r.Name, Kind: glaze.Kind(r.Kind),
		Raw:   colour.Lab{L: r.L, A: r.A, B: r.B},
		Cones: kiln.Range{From: kiln.Cone(r.ConeFrom), To: kiln.Cone(r.ConeTo)},
		Food:  glaze.FoodLabel(r.Food), InStock: r.InStock != 0, Runner: r.Runner != 0, Coats: int(r.Coats),
		Atmosphere: glaze.Atmosphere(r.Atmosphere),
		Jar:        glaze.Jar{ML: r.JarMl, Level: r.JarLevel, State: glaze.State(r.JarState), MixedAt: maybe(r.MixedAt)},
		Thick:      r.Thick != 0, Dear: r.Dear != 0, Ware: glaze.Ware(r.Ware)}
	return g, unmarshal([]string{r.Recipe}, &g.Recipe)
}

func toReading(r db.Reading) glaze.Reading {
	v := glaze.Reading{Half: glaze.Half(r.Half), Coats: int(r.Coats), Lab: colour.Lab{L: r.L, A: r.A, B: r.B}, Spread: r.Spread,
		Source: glaze.Source(r.Source), Photo: r.Photo, At: moment(r.At)}
	v.Flags = split[colour.Flag](r.Flags)
	return v
}

// split reads what joined wrote.
func split[T ~string](text string) (list []T) {
	for _, word := range strings.Split(text, ",") {
		if word != "" {
			list = append(list, T(word))
		}
	}
	return list
}

// Photographs lists the kept photographs, the newest first.
func (s *Store) Photographs(ctx context.Context) ([]Photograph, error) {
	rows, err := db.New(s.reader).ListPhotographs(ctx)
	list := make([]Photograph, len(rows))
	for i, r := range rows {
		list[i] = Photograph{ID: r.ID, Name: r.Name, At: moment(r.At), Width: int(r.Width), Height: int(r.Height)}
	}
	return list, err
}

// Photograph is one photograph with its pixels as JPEG; ok is false where there
// is none.
func (s *Store) Photograph(ctx context.Context, id string) (p Photograph, picture []byte, ok bool, err error) {
	r, err := db.New(s.reader).GetPhotograph(ctx, id)
	if errors.Is(err, sql.ErrNoRows) {
		return p, nil, false, nil
	}
	return Photograph{r.ID, r.Name, r.Piece, moment(r.At), int(r.Width), int(r.Height)}, r.Picture, err == nil, err
}

// Hint is the picture on a maker's label as JPEG, nil where there is none.
func (s *Store) Hint(ctx context.Context, code string) ([]byte, error) {
	picture, err := db.New(s.reader).GetHint(ctx, code)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	return picture, err
}

func toTile(r db.Tile) (glaze.Tile, error) {
	t := glaze.Tile{Code: r.Code, Clay: r.Clay, Cone: kiln.Cone(r.Cone), Fired: colour.Lab{L: r.L, A: r.A, B: r.B},
		Textured: r.Textured != 0, Piece: r.Piece.String, Atmosphere: glaze.Atmosphere(r.Atmosphere), Place: int(r.Place), Faults: split[glaze.Fault](r.Faults)}
	return t, json.Unmarshal([]byte(r.Stack), &t.Stack)
}

func toAssignment(r db.Assignment) (Assignment, error) {
	a := Assignment{ID: r.ID, Class: r.Class, Name: r.Name, Form: piece.Form(r.Form), Clay: r.Clay,
		Cone: kiln.Cone(r.Cone), Atmosphere: glaze.Atmosphere(r.Atmosphere), MadeAt: moment(r.MadeAt)}
	return a, unmarshal([]string{r.Measures, r.Rules, r.Marking, r.Template, r.Jars}, &a.Measures, &a.Rules, &a.Marking, &a.Template, &a.Jars)
}

func toEvent(r db.Event) (work.Event, error) {
	e := work.Event{Seq: r.Seq, ID: r.ID, Piece: r.Piece, Kind: work.Kind(r.Kind), At: moment(r.At), By: r.By,
		Surface: r.Surface, Glaze: r.Glaze, Back: int(r.Back), Undoes: r.Undoes, Seen: r.Seen,
		Verdict: foot.Verdict(r.Verdict), Load: r.Load, Cone: kiln.Cone(r.Cone), Text: r.Text, Again: r.Again != 0, Mark: int(r.Mark),
		Done: maybe(r.Done), DeviceAt: maybe(r.DeviceAt), Felt: work.Thickness(r.Felt), Of: r.About, Doubts: r.Doubts, Cover: foot.Cover(r.Cover),
		Parts: int(r.Parts), Place: work.Place(r.Place), Photo: r.Photo, Code: r.Code}
	if r.Spots == "[]" { // of most events: 60,000 of them are read at the start
		return e, nil
	}
	return e, unmarshal([]string{r.Spots}, &e.Spots)
}
