package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"encoding/json"
	"fmt"
	"strings"
	"time"

	"enkaustos/core/work"
)

// Tx is one transaction.
type Tx struct {
	ctx context.Context
	raw *sql.Tx
}

// Put adds a record to a table, or replaces the one of the same key. The table is
// one of the layout's, never somebody's input.
func (t *Tx) Put(table, key string, record any) error {
	body, err := json.Marshal(record)
	if err != nil {
		return fmt.Errorf("writing a %s: %w", table, err)
	}
	_, err = t.raw.ExecContext(t.ctx, "INSERT INTO "+table+" (key, body) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET body = excluded.body", key, string(body))
	if err != nil {
		return fmt.Errorf("writing a %s: %w", table, err)
	}
	return nil
}

// Drop throws a record away.
func (t *Tx) Drop(table, key string) error {
	_, err := t.raw.ExecContext(t.ctx, "DELETE FROM "+table+" WHERE key = ?", key)
	return err
}

// AddEvent appends an event at its place in the server's order.
func (t *Tx) AddEvent(e work.Event) error {
	r := row{seq: e.Seq, id: e.ID, piece: e.Piece, kind: string(e.Kind), at: e.At.UnixMilli(), by: e.By, body: []byte(bodyOf(e))}
	if !e.Done.IsZero() {
		r.done = sql.NullInt64{Int64: e.Done.UnixMilli(), Valid: true}
	}
	_, err := t.raw.ExecContext(t.ctx, "INSERT INTO event (seq, id, piece, kind, at, done, by, body, sum) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
		r.seq, r.id, r.piece, r.kind, r.at, r.done, r.by, string(r.body), r.sum())
	if err != nil {
		return fmt.Errorf("logging a %s: %w", e.Kind, err)
	}
	return nil
}

// bodyOf is what of an event has no column of its own.
func bodyOf(e work.Event) string {
	e.Seq, e.ID, e.Piece, e.Kind, e.At, e.Done, e.By = 0, "", "", "", time.Time{}, time.Time{}, ""
	body, _ := json.Marshal(e) // plain values: they always marshal
	return string(body)
}

// PutPicture keeps a picture as JPEG; DropPicture throws it away.
func (t *Tx) PutPicture(key string, jpeg []byte) error {
	_, err := t.raw.ExecContext(t.ctx, "INSERT INTO picture (key, jpeg) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET jpeg = excluded.jpeg", key, jpeg)
	return err
}

func (t *Tx) DropPicture(key string) error {
	_, err := t.raw.ExecContext(t.ctx, "DELETE FROM picture WHERE key = ?", key)
	return err
}

// NewID makes an id for a record: 26 random letters and digits.
func NewID() string { return strings.ToLower(rand.Text()) }
