package api_test

import (
	"database/sql"
	"flag"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	_ "modernc.org/sqlite"

	"enkaustos/internal/demo/demotest"
)

// rows are the stored texts of a school: each table that has a body, and some of its rows.
func rows(t testing.TB, db *sql.DB, each func(table, key, body string)) {
	tables, err := db.Query(`SELECT m.name, (SELECT name FROM pragma_table_info(m.name) WHERE pk = 1) FROM sqlite_schema m
		WHERE m.type = 'table' AND EXISTS (SELECT 1 FROM pragma_table_info(m.name) WHERE name = 'body') ORDER BY 1`)
	require.NoError(t, err)
	var names [][2]string
	for tables.Next() {
		var n [2]string
		require.NoError(t, tables.Scan(&n[0], &n[1]))
		names = append(names, n)
	}
	require.NoError(t, tables.Err())
	for _, n := range names {
		found, err := db.Query(`SELECT CAST(` + n[1] + ` AS TEXT), body FROM ` + n[0] + ` ORDER BY length(body) DESC LIMIT 3`)
		require.NoError(t, err)
		for found.Next() {
			var key, body string
			require.NoError(t, found.Scan(&key, &body))
			each(n[0]+" WHERE "+n[1], key, body)
		}
		require.NoError(t, found.Err())
	}
}

// Whatever JSON lies in a row: the school opens and answers, or is refused in a sentence.
func FuzzStoredJSON(f *testing.F) {
	whole := filepath.Join(demotest.Folder(f, demotest.Monday), "enkaustos.db")
	healthy, err := os.ReadFile(whole)
	require.NoError(f, err)
	db, err := sql.Open("sqlite", whole)
	require.NoError(f, err)
	many := 0
	fuzzing := flag.Lookup("test.fuzz").Value.String() != ""
	rows(f, db, func(table, key, body string) {
		many++
		if fuzzing { // as it is it starts, as every other test sees
			f.Add(table, key, body)
		}
		// Each row is emptied the one way or the other in every run, both ways by make fuzz.
		if fuzzing || many%2 == 0 {
			f.Add(table, key, "{}")
		}
		if fuzzing || many%2 == 1 {
			f.Add(table, key, "null")
		}
	})
	require.Greater(f, many, 20)
	require.NoError(f, db.Close())
	f.Fuzz(func(t *testing.T, table, key, body string) {
		dir := t.TempDir()
		file := filepath.Join(dir, "enkaustos.db")
		require.NoError(t, os.WriteFile(file, healthy, 0o600))
		db, err := sql.Open("sqlite", file)
		require.NoError(t, err)
		_, err = db.Exec(`UPDATE `+strings.Replace(table, " WHERE ", " SET body = ? WHERE ", 1)+` = ?`, body, key)
		require.NoError(t, db.Close())
		if err != nil {
			t.Skip() // no such table, or a text that the table itself refuses
		}
		t.Log(table, key, body[:min(len(body), 40)])
		started(t, dir)
	})
}
