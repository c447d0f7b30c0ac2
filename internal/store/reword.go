package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"

	"enkaustos/core/work"
)

// Erasing is what of a student is taken out of a file.
type Erasing struct {
	Pieces []string    // theirs
	Kinds  []work.Kind // of events that hold words
	Name   string      // where it has two words at least, it is taken out of every text
	Text   string      // that takes the place of words
}

// rare says whether a name is so rare that whatever is called so is the student.
func (e Erasing) rare() bool { return len(strings.Fields(e.Name)) > 1 }

// Mention is a text in which a student may be meant, and where it stands.
type Mention struct {
	Where string `json:"where"` // the kind of record, or "event"
	Text  string `json:"text"`
}

// Erase puts a text in the place of whatever words stand in the events and records of some pieces, and
// of a name wherever it stands, in records of whatever kind. Whoever has the school in memory has to
// read it again.
func (t *Tx) Erase(e Erasing) error {
	tables, err := tablesOf(t.ctx, t.raw)
	if err != nil {
		return err
	}
	for _, table := range tables {
		if err := t.eraseIn(table, e); err != nil {
			return fmt.Errorf("taking words out of every %s: %w", table, err)
		}
	}
	_, err = t.raw.ExecContext(t.ctx, "UPDATE event SET sum = event_sum(seq, id, piece, kind, at, done, by, body) WHERE sum <> event_sum(seq, id, piece, kind, at, done, by, body)")
	if err != nil {
		return fmt.Errorf("taking words out: %w", err)
	}
	return t.ForgetFolded()
}

// tablesOf are the tables whose rows have a body, the log with them.
func tablesOf(ctx context.Context, conn querier) (tables []string, err error) {
	rows, err := conn.QueryContext(ctx, "SELECT t.name FROM sqlite_schema t WHERE t.type = 'table' AND EXISTS (SELECT 1 FROM pragma_table_info(t.name) WHERE name = 'body') ORDER BY t.name")
	if err != nil {
		return nil, err
	}
	defer func() { _ = rows.Close() }()
	for rows.Next() {
		var name string
		if err := rows.Scan(&name); err != nil {
			return nil, err
		}
		tables = append(tables, name)
	}
	return tables, rows.Err()
}

// keptRow is a row that may hold words of or about somebody.
type keptRow struct {
	seq   int64
	own   bool // it is of a piece of theirs
	words bool // every text in it that is no code is somebody's words
	body  string
}

// rowsOf are the rows of a table that are of some pieces, or in which a text stands.
func rowsOf(ctx context.Context, conn querier, table, text string, e Erasing) (found []keptRow, err error) {
	pieces, _ := json.Marshal(e.Pieces)
	kinds, _ := json.Marshal(e.Kinds)
	quoted, _ := json.Marshal(text) // as it stands in a body
	asJSON := strings.Trim(string(quoted), `"`)
	piece, worded := "coalesce(body ->> 'piece', body -> 'event' ->> 'piece', '')", "true"
	if table == "event" {
		piece, worded = "piece", "kind IN (SELECT value FROM json_each(?2))"
	}
	rows, err := conn.QueryContext(ctx, `SELECT seq, `+piece+` IN (SELECT value FROM json_each(iif(?1 = 'null', '[]', ?1))), (`+worded+`) AND ?2 <> '', body FROM `+table+` ORDER BY seq`, string(pieces), string(kinds)) //nolint:gosec // our own tables
	if err != nil {
		return nil, err
	}
	defer func() { _ = rows.Close() }()
	for rows.Next() {
		var r keptRow
		if err := rows.Scan(&r.seq, &r.own, &r.words, &r.body); err != nil {
			return nil, err
		}
		if r.own || text != "" && strings.Contains(strings.ToLower(r.body), strings.ToLower(asJSON)) {
			found = append(found, r)
		}
	}
	return found, rows.Err()
}

// freely are the members of records and events that hold words as somebody typed them.
var freely = []string{"text", "note", "reason", "why"}

func (t *Tx) eraseIn(table string, e Erasing) error {
	name := ""
	if e.rare() {
		name = e.Name
	}
	rows, err := rowsOf(t.ctx, t.raw, table, name, e)
	if err != nil {
		return err
	}
	for _, r := range rows {
		body, err := eachText(r.body, func(member, text string) string {
			if r.own && r.words && text != "" && slices.Contains(freely, member) {
				return e.Text
			}
			return withoutName(text, name, e.Text)
		})
		if err != nil {
			return err
		}
		if body == r.body {
			continue
		}
		if _, err := t.raw.ExecContext(t.ctx, "UPDATE "+table+" SET body = ? WHERE seq = ?", body, r.seq); err != nil {
			return err
		}
	}
	return nil
}

// eachText is a JSON text with every string in it, but names of members, put through do with the member
// that it stands under. What nothing is done to is as it was, to the byte.
func eachText(body string, do func(member, text string) string) (string, error) {
	read := json.NewDecoder(strings.NewReader(body))
	read.UseNumber()
	var all any
	if err := read.Decode(&all); err != nil {
		return "", err
	}
	changed := false
	var walk func(member string, v any) any
	walk = func(member string, v any) any {
		switch v := v.(type) {
		case string:
			now := do(member, v)
			changed = changed || now != v
			return now
		case []any:
			for i := range v {
				v[i] = walk(member, v[i])
			}
		case map[string]any:
			for k := range v {
				v[k] = walk(k, v[k])
			}
		}
		return v
	}
	if all = walk("", all); !changed {
		return body, nil
	}
	out, err := json.Marshal(all)
	return string(out), err
}

// withoutName is a text with another in the place of a name that stands in it as words of its own, in
// whatever case. An empty name stands nowhere.
func withoutName(text, name, other string) string {
	for from := 0; ; {
		at, length := named(text[from:], name)
		if at < 0 {
			return text
		}
		text = text[:from+at] + other + text[from+at+length:]
		from += at + len(other)
	}
}

// named finds a name in a text, with no letter or digit beside it; at is -1 where it is not.
func named(text, name string) (at, length int) {
	word := func(r rune) bool { return unicode.IsLetter(r) || unicode.IsDigit(r) }
	for at := range text {
		end := at + len(name)
		if name == "" || end > len(text) || !strings.EqualFold(text[at:end], name) {
			continue
		}
		before, _ := utf8.DecodeLastRuneInString(text[:at])
		after, _ := utf8.DecodeRuneInString(text[end:])
		last, _ := utf8.DecodeLastRuneInString(name)
		if !(at > 0 && word(before)) && !(end < len(text) && word(last) && word(after)) {
			return at, len(name)
		}
	}
	return -1, 0
}

// Mentions are the texts in which the first word of a name stands, in records and events of whatever
// kind: a program cannot know who is meant.
func (a Archive) Mentions(ctx context.Context, e Erasing) (all []Mention, err error) {
	words := strings.Fields(e.Name)
	if len(words) == 0 {
		return nil, nil
	}
	conn := a.from
	tables, err := tablesOf(ctx, conn)
	if err != nil {
		return nil, err
	}
	for _, table := range tables {
		rows, err := rowsOf(ctx, conn, table, words[0], Erasing{Kinds: e.Kinds})
		if err != nil {
			return nil, err
		}
		for _, r := range rows {
			_, err := eachText(r.body, func(_, text string) string {
				m := Mention{Where: table, Text: text}
				if at, _ := named(text, words[0]); at >= 0 && !slices.Contains(all, m) {
					all = append(all, m)
				}
				return text
			})
			if err != nil {
				return nil, err
			}
		}
	}
	return all, nil
}

// Shred leaves no trace in the file of what was deleted or replaced: it is written anew.
func (a Archive) Shred(ctx context.Context) error {
	_, err := a.from.ExecContext(ctx, "VACUUM")
	_, again := a.from.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)")
	return errors.Join(err, again)
}

// Scrub leaves no trace of what was deleted in the log beside the file: what was deleted from the
// file itself was overwritten there (secure_delete).
// Whoever reads meanwhile holds it up; it waits for them, and says so where they do not end.
func (a Archive) Scrub(ctx context.Context) error {
	for range scrubs {
		var busy, pages, done int
		if err := a.from.QueryRowContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)").Scan(&busy, &pages, &done); err != nil {
			return err
		}
		if busy == 0 {
			return nil
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(100 * time.Millisecond):
		}
	}
	return ErrHeld
}

// scrubs is how often the log is tried to be emptied, a tenth of a second apart.
const scrubs = 50

// ErrHeld is returned where somebody reads the school without end.
var ErrHeld = errors.New("it is deleted, but the school's log still holds it, for somebody reads it: delete another photograph, or start the server anew, and it is gone")

// Checkpoint takes what the log holds into the database file, so that whoever copies that
// file alone has it. It waits for nobody: where somebody reads, it takes what it can.
func (a Archive) Checkpoint(ctx context.Context) error {
	_, err := a.from.ExecContext(ctx, "PRAGMA wal_checkpoint(PASSIVE)")
	return err
}
