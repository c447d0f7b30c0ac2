package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"encoding/binary"
	"errors"
	"fmt"
	"hash/crc32"
	"path/filepath"

	"modernc.org/sqlite"
)

// The sum of an event is a CRC-32C (Castagnoli) over its columns: it notices every turned bit and every
// run of up to 32. It guards against disks, not against people.
var castagnoli = crc32.MakeTable(crc32.Castagnoli)

// row is an event as it lies in its table.
type row struct {
	seq, at             int64
	done                sql.NullInt64
	id, piece, kind, by string
	body                []byte
	buffer              []byte // used again from row to row
}

// sum is what the column of that name holds.
func (r *row) sum() int64 {
	b := r.buffer[:0]
	for _, n := range []int64{r.seq, r.at, r.done.Int64} {
		b = binary.LittleEndian.AppendUint64(b, uint64(n)) //nolint:gosec // its bits, whatever they are
	}
	if r.done.Valid {
		b = append(b, 1)
	}
	for _, text := range []string{r.id, r.piece, r.kind, r.by} {
		b = append(binary.AppendUvarint(b, uint64(len(text))), text...)
	}
	r.buffer = append(b, r.body...)
	return int64(crc32.Checksum(r.buffer, castagnoli))
}

// SQL writes the sum of rows that it changes: event_sum(seq, id, piece, kind, at, done, by, body).
func init() {
	sqlite.MustRegisterDeterministicScalarFunction("event_sum", 8, func(_ *sqlite.FunctionContext, args []driver.Value) (driver.Value, error) {
		var r row
		var known [7]bool
		r.seq, known[0] = args[0].(int64)
		r.id, known[1] = args[1].(string)
		r.piece, known[2] = args[2].(string)
		r.kind, known[3] = args[3].(string)
		r.at, known[4] = args[4].(int64)
		r.done.Int64, r.done.Valid = args[5].(int64)
		r.by, known[5] = args[6].(string)
		body, is := args[7].(string)
		r.body, known[6] = []byte(body), is
		for _, ok := range known {
			if !ok {
				return nil, errors.New("event_sum takes the columns of an event")
			}
		}
		return r.sum(), nil
	})
}

// altered says that a row of the log is not what was written.
type altered struct {
	piece string
	at    int64
}

// Error is nothing of its own: explain says more, and the way out.
func (altered) Error() string { return "" }
func (altered) Unwrap() error { return ErrDamaged }

// logCheck reads the whole log of a file, and refuses one in which a bit has turned. A file of a layout
// before has no sums: it gets them when it is migrated.
func logCheck(ctx context.Context, conn querier, path string) error {
	has, err := conn.QueryContext(ctx, "SELECT 1 FROM pragma_table_info('event') WHERE name = 'sum'")
	if err != nil {
		return about(path, err)
	}
	summed := has.Next()
	if err := errors.Join(has.Err(), has.Close()); err != nil {
		return about(path, err)
	}
	if !summed {
		return nil
	}
	rows, err := conn.QueryContext(ctx, eventColumns)
	if err != nil {
		return about(path, err)
	}
	defer func() { _ = rows.Close() }()
	var r row
	for rows.Next() {
		if err := r.scan(rows); err != nil {
			return explain(ctx, conn, path, err)
		}
	}
	if err := rows.Err(); err != nil {
		return about(path, err)
	}
	return nil
}

// scan reads the next event of eventColumns, and holds it against its sum.
func (r *row) scan(rows *sql.Rows) error {
	var sum int64
	var body sql.RawBytes
	if err := rows.Scan(&r.seq, &r.id, &r.piece, &r.kind, &r.at, &r.done, &r.by, &body, &sum); err != nil {
		return fmt.Errorf("reading events: %w", err)
	}
	if r.body = body; r.sum() != sum {
		return altered{r.piece, r.at}
	}
	return nil
}

// explain names the piece and the day of what was altered, and the newest copy that is whole.
func explain(ctx context.Context, conn querier, path string, err error) error {
	var what altered
	if !errors.As(err, &what) {
		return about(path, err)
	}
	day := "on a day that cannot be read"
	if dated(what.at) {
		day = "on " + moment(what.at).Local().Format("2 January 2006")
	}
	way := "look for a copy of the school outside this machine"
	if copies, err := (Archive{dir: filepath.Join(filepath.Dir(path), backupsDir)}).List(); err == nil {
		for _, b := range copies {
			file := filepath.Join(filepath.Dir(path), backupsDir, b.Name)
			if inspect(ctx, file) == nil {
				way = "the newest whole copy is " + b.Name + ": put it back with 'enkaustos restore " + file + "'"
				break
			}
		}
	}
	return fmt.Errorf("%s: what was logged %s for %s is not what was written there; %s%w", path, day, owner(ctx, conn, what.piece), way, what)
}

// owner names a piece as a teacher does, where its records can be read.
func owner(ctx context.Context, conn querier, piece string) string {
	rows, err := conn.QueryContext(ctx, `SELECT student.body ->> 'name', assignment.body ->> 'name' FROM piece
		JOIN student ON student.key = piece.body ->> 'student' JOIN assignment ON assignment.key = piece.body ->> 'assignment' WHERE piece.key = ?`, piece)
	if err != nil {
		return "the piece " + piece
	}
	defer func() { _ = rows.Close() }()
	var who, what string
	if !rows.Next() || rows.Scan(&who, &what) != nil {
		return "the piece " + piece
	}
	return who + ", " + what
}
