package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"os"
)

// inspect refuses a file that is no SQLite database of ours, is damaged, or was
// written by a newer version.
func inspect(ctx context.Context, path string) error {
	conn, _, err := identify(ctx, path)
	if err != nil {
		return err
	}
	return errors.Join(wholeCheck(ctx, conn, path), conn.Close())
}

var errNoFile = errors.New("there is no such file")

// identify opens a file and refuses one that is not ours or was written by a newer
// version; current says whether its layout is today's. No pragmas here: looking at a
// file must not change it.
func identify(ctx context.Context, path string) (conn *sql.DB, current bool, err error) {
	if _, err := os.Stat(path); err != nil {
		return nil, false, fmt.Errorf("cannot read %s: %w", path, cmpErr(errNoFile, Cause(err)))
	}
	if conn, err = sql.Open("sqlite", fileURL(path)); err != nil {
		return nil, false, err
	}
	if current, err = layout(ctx, conn, path); err != nil {
		return nil, false, errors.Join(err, conn.Close())
	}
	return conn, current, nil
}

// layout says whether the layout of an open file is today's, and refuses a foreign
// file and one from a newer version.
func layout(ctx context.Context, conn *sql.DB, path string) (current bool, err error) {
	var id int
	if err := conn.QueryRowContext(ctx, "PRAGMA application_id").Scan(&id); err != nil {
		return false, about(path, err)
	}
	if id != applicationID {
		if err := quickCheck(ctx, conn, path); err != nil {
			return false, err
		}
		return false, fmt.Errorf("%s: %w", path, ErrForeign)
	}
	provider, err := newProvider(conn)
	if err != nil {
		return false, err
	}
	sources := provider.ListSources()
	newest := sources[len(sources)-1].Version
	var version int64
	err = conn.QueryRowContext(ctx, "SELECT COALESCE(MAX(version_id), 0) FROM goose_db_version WHERE is_applied").Scan(&version)
	if err != nil {
		return false, about(path, err)
	}
	if version > newest {
		return false, ErrNewer
	}
	return version == newest, nil
}

// inspectFully is inspect, and reads every row and index, and what points to what.
func inspectFully(ctx context.Context, path string) error {
	conn, _, err := identify(ctx, path)
	if err != nil {
		return err
	}
	defer func() { _ = conn.Close() }()
	var verdict string
	if err := conn.QueryRowContext(ctx, "PRAGMA integrity_check(1)").Scan(&verdict); err != nil {
		return about(path, err)
	}
	if verdict != "ok" {
		return fmt.Errorf("%s: %w", path, ErrDamaged)
	}
	if err := logCheck(ctx, conn, path); err != nil {
		return err
	}
	rows, err := conn.QueryContext(ctx, "PRAGMA foreign_key_check")
	if err != nil {
		return about(path, err)
	}
	defer func() { _ = rows.Close() }()
	if rows.Next() {
		return fmt.Errorf("%s: a record points to one that is not there: %w", path, ErrDamaged)
	}
	return errors.Join(rows.Err())
}
