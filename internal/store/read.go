package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"

	"enkaustos/core/work"
)

// querier is what reads: the pool, or a transaction that sees its own writes.
type querier interface {
	QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error)
}

// reading is where a context reads: inside Together, what was written there.
func (s *Store) reading(ctx context.Context) querier {
	if tx, inside := ctx.Value(txKey{}).(*Tx); inside {
		return tx.raw
	}
	return s.reader
}

// Records hands on the records of a table in the order in which they first came.
func (s *Store) Records(ctx context.Context, table string, take func(key string, body []byte) error) error {
	rows, err := s.reading(ctx).QueryContext(ctx, "SELECT key, body FROM "+table+" ORDER BY seq")
	if err != nil {
		return fmt.Errorf("reading every %s: %w", table, err)
	}
	defer func() { _ = rows.Close() }()
	for rows.Next() {
		var key string
		var body sql.RawBytes
		if err := rows.Scan(&key, &body); err != nil {
			return fmt.Errorf("reading every %s: %w", table, err)
		}
		if err := take(key, body); err != nil {
			return fmt.Errorf("reading the %s %q: %w", table, key, err)
		}
	}
	return rows.Err()
}

// Record reads one record; ok is false where there is none.
func (s *Store) Record(ctx context.Context, table, key string, into any) (ok bool, err error) {
	rows, err := s.reading(ctx).QueryContext(ctx, "SELECT body FROM "+table+" WHERE key = ?", key)
	if err != nil {
		return false, fmt.Errorf("reading the %s %q: %w", table, key, err)
	}
	defer func() { _ = rows.Close() }()
	if !rows.Next() {
		return false, rows.Err()
	}
	var body sql.RawBytes
	if err := rows.Scan(&body); err != nil {
		return false, err
	}
	return true, json.Unmarshal(body, into)
}

const eventColumns = "SELECT seq, id, piece, kind, at, done, by, body, sum FROM event"

// Events hands on the events of the pieces from one key up to before another, or up to
// the last where that is "": piece by piece, each piece's in the server's order.
func (s *Store) Events(ctx context.Context, from, before string, take func(work.Event) error) error {
	return s.events(ctx, take, eventColumns+" WHERE piece >= ?1 AND (?2 = '' OR piece < ?2) ORDER BY piece, seq", from, before)
}

// EventsAfter hands on the events after one, in the server's order.
func (s *Store) EventsAfter(ctx context.Context, seq int64, take func(work.Event) error) error {
	return s.events(ctx, take, eventColumns+" WHERE seq > ? ORDER BY seq", seq)
}

// EventsOf is the log of a piece in the server's order.
func (s *Store) EventsOf(ctx context.Context, piece string) (log []work.Event, err error) {
	err = s.events(ctx, func(e work.Event) error { log = append(log, e); return nil }, eventColumns+" WHERE piece = ? ORDER BY seq", piece)
	return log, err
}

func (s *Store) events(ctx context.Context, take func(work.Event) error, query string, args ...any) error {
	rows, err := s.reading(ctx).QueryContext(ctx, query, args...)
	if err != nil {
		return fmt.Errorf("reading events: %w", err)
	}
	defer func() { _ = rows.Close() }()
	known := words{}
	var r row
	for rows.Next() {
		if err := r.scan(rows); err != nil {
			return explain(ctx, s.reading(ctx), s.path(), err)
		}
		var e work.Event
		if len(r.body) > len("{}") {
			if err := json.Unmarshal(r.body, &e); err != nil {
				return fmt.Errorf("reading the event %q: %w", r.id, err)
			}
		}
		e.Seq, e.ID, e.Piece, e.Kind, e.By, e.At = r.seq, r.id, known.same(r.piece), work.Kind(known.same(r.kind)), known.same(r.by), moment(r.at)
		e.Surface, e.Glaze, e.Hand = known.same(e.Surface), known.same(e.Glaze), known.same(e.Hand)
		if r.done.Valid {
			e.Done = moment(r.done.Int64)
		}
		if !e.DeviceAt.IsZero() {
			e.DeviceAt = e.DeviceAt.UTC()
		}
		s.corrected(&e)
		if err := take(e); err != nil {
			return err
		}
	}
	return rows.Err()
}

// words keeps one copy of what thousands of events have in common.
type words map[string]string

func (w words) same(text string) string {
	if known, ok := w[text]; ok {
		return known
	}
	text = strings.Clone(text)
	w[text] = text
	return text
}

// Picture is a picture as JPEG; nil where there is none.
func (s *Store) Picture(ctx context.Context, key string) ([]byte, error) {
	var jpeg []byte
	err := s.reader.QueryRowContext(ctx, "SELECT jpeg FROM picture WHERE key = ?", key).Scan(&jpeg)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	return jpeg, err
}

// lastMS is the end of the year 9999, the last that a date is written in.
const lastMS = 253402300799999

// dated says whether a number is a date; one that is none was written by no school.
func dated(ms int64) bool { return ms >= 0 && ms <= lastMS }

func moment(ms int64) time.Time { return time.UnixMilli(ms).UTC() }

// PieceOf is the piece that an event happened to; "" where there is no such event.
func (s *Store) PieceOf(ctx context.Context, event string) (piece string, err error) {
	rows, err := s.reading(ctx).QueryContext(ctx, "SELECT piece FROM event WHERE id = ?", event)
	if err != nil {
		return "", err
	}
	defer func() { _ = rows.Close() }()
	if rows.Next() {
		err = rows.Scan(&piece)
	}
	return piece, errors.Join(err, rows.Err())
}
