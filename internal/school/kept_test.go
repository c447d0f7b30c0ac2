package school_test

import (
	"compress/gzip"
	"database/sql"
	"encoding/json"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"reflect"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fault"
	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/work"
	"enkaustos/internal/bench"
	_ "enkaustos/internal/demo" // every room, so that every kind of record is declared
	"enkaustos/internal/door"
	"enkaustos/internal/room"
	"enkaustos/internal/school"
	"enkaustos/internal/wall"
)

type still struct{ at time.Time }

func (s still) Now() time.Time { return s.at }

var noon = time.Date(2026, 3, 2, 12, 0, 0, 0, time.UTC)

func open(t *testing.T, dir string) *school.School {
	s, err := school.Open(t.Context(), dir, still{noon})
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s
}

// Every record comes back from the disk as it went there: each with every field set,
// and then with each field changed in turn.
func TestEveryFieldOfEveryRecordIsKept(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	written := map[string]any{}
	keys := map[string]string{}
	f := &filler{}
	fields := 0
	for _, kind := range school.AllKinds() {
		full := reflect.New(reflect.TypeOf(kind.Zero).Elem())
		f.fill(full.Elem())
		record := full.Interface()
		pointed(kind.Name, record)
		keep := func(record any) (key string) {
			require.NoError(t, s.Change(t.Context(), func(_ school.Moment, c *school.Change) error { key = kind.Put(c, record); return nil }), kind.Name)
			return key
		}
		keys[kind.Name] = keep(record)
		written[kind.Name] = record
		for path, other := range altered(record) {
			if points(path) {
				continue
			}
			fields++
			key := keep(other)
			back := reflect.New(reflect.TypeOf(kind.Zero).Elem()).Interface()
			ok, err := kind.FromDisk(t.Context(), s, key, back)
			require.NoError(t, err)
			require.True(t, ok)
			require.Equal(t, other, back, "%s%s", kind.Name, path)
			require.NotEqual(t, record, back, "%s%s is another now", kind.Name, path)
		}
		keep(record)
	}
	require.Greater(t, fields, 100)
	require.NoError(t, s.Close())
	s = open(t, dir)
	for _, kind := range school.AllKinds() {
		if record, ok := kind.InMemory(s.Now(), keys[kind.Name]); ok {
			require.Equal(t, reflect.ValueOf(written[kind.Name]).Elem().Interface(), record, kind.Name)
		}
	}
	m, p := s.Now(), s.Now().Pieces["P"]
	require.Equal(t, *written["plan"].(*school.Plan), p.Plan)
	require.Equal(t, *written["approval"].(*school.Approval), *p.Word)
	require.Contains(t, p.Schemes, written["scheme"].(*school.Scheme).Slot)
	require.Equal(t, *written["assignment"].(*school.AssignmentRecord), m.Assignments["A"].AssignmentRecord)
	require.Equal(t, *written["piece"].(*school.PieceRecord), p.PieceRecord)
}

// forgetful takes every member of the body under a key of a table away, one at a time,
// and says how often; look is asked each time, with the member that is not there.
func forgetful(t *testing.T, dir, table, column, key string, look func(member string)) (members int) {
	db, err := sql.Open("sqlite", filepath.Join(dir, "enkaustos.db"))
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	type row struct{ seq, body, member string }
	var rows []row
	found, err := db.QueryContext(t.Context(), "SELECT t.seq, t.body, j.fullkey FROM "+table+" t, json_tree(t.body) j WHERE typeof(j.key) = 'text' AND t."+column+" = ?", key) //nolint:gosec // our own table
	require.NoError(t, err)
	for found.Next() {
		var r row
		require.NoError(t, found.Scan(&r.seq, &r.body, &r.member))
		rows = append(rows, r)
	}
	require.NoError(t, found.Err())
	for _, r := range rows {
		set := func(how string, args ...any) {
			_, err := db.ExecContext(t.Context(), "UPDATE "+table+" SET body = "+how+" WHERE seq = ?", append(args, r.seq)...) //nolint:gosec // our own table
			require.NoError(t, err)
			if table == "event" {
				_, err = db.ExecContext(t.Context(), "UPDATE event SET sum = event_sum(seq, id, piece, kind, at, done, by, body)")
				require.NoError(t, err)
			}
		}
		set("json_remove(body, ?)", r.member)
		look(table + " " + r.member)
		set("?", r.body)
	}
	return len(rows)
}

// What shows that every field is kept would see any of them forgotten: whichever member
// a record or an event lacks when it is read back, it is not what was written.
func TestAnyForgottenFieldIsSeen(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	f := &filler{}
	members := 0
	for _, kind := range school.AllKinds() {
		full := reflect.New(reflect.TypeOf(kind.Zero).Elem())
		f.fill(full.Elem())
		record := full.Interface()
		pointed(kind.Name, record)
		var key string
		require.NoError(t, s.Change(t.Context(), func(_ school.Moment, c *school.Change) error { key = kind.Put(c, record); return nil }))
		members += forgetful(t, dir, kind.Table(), "key", key, func(member string) {
			back := reflect.New(reflect.TypeOf(kind.Zero).Elem()).Interface()
			ok, err := kind.FromDisk(t.Context(), s, key, back)
			require.NoError(t, err)
			require.True(t, ok)
			require.NotEqual(t, record, back, "%s is forgotten", member)
		})
	}
	var full work.Event
	f.fill(reflect.ValueOf(&full).Elem())
	full.Piece, full.Kind, full.Seq = "P", work.Coated, 1
	require.NoError(t, s.Change(t.Context(), func(_ school.Moment, c *school.Change) error { c.Log(full); return nil }))
	members += forgetful(t, dir, "event", "id", full.ID, func(member string) {
		got, err := s.Log(t.Context(), "P")
		require.NoError(t, err)
		require.NotEqual(t, []work.Event{full}, got, "%s is forgotten", member)
	})
	require.Greater(t, members, 150)
	t.Logf("%d members were taken away, one at a time, and each was missed", members)
}

// onePiece puts the piece P, and what a piece needs.
func onePiece(t *testing.T, s *school.School) {
	require.NoError(t, s.Change(t.Context(), func(_ school.Moment, c *school.Change) error {
		for _, kind := range school.AllKinds() {
			if slices.Contains([]string{"clay", "class", "assignment", "student", "piece"}, kind.Name) {
				record := reflect.New(reflect.TypeOf(kind.Zero).Elem()).Interface()
				pointed(kind.Name, record)
				kind.Put(c, record)
			}
		}
		return nil
	}))
}

// So does every event, of every kind.
func TestEveryFieldOfEveryEventIsKept(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	onePiece(t, s)
	f := &filler{}
	var want []work.Event
	for _, kind := range work.Kinds() {
		var full work.Event
		f.fill(reflect.ValueOf(&full).Elem())
		full.Piece, full.Kind = "P", kind
		events := []any{&full}
		for path, other := range altered(&full) {
			if path != ".Piece" && path != ".Kind" && path != ".Seq" {
				events = append(events, other)
			}
		}
		for i, e := range events {
			one := *e.(*work.Event)
			one.ID = fmt.Sprintf("%s-%d-%s", kind, i, one.ID)
			want = append(want, one)
		}
	}
	for i := range want {
		require.NoError(t, s.Change(t.Context(), func(m school.Moment, c *school.Change) error { c.Log(want[i]); return nil }))
		want[i].Seq = int64(i + 1)
	}
	require.NoError(t, s.Close())
	s = open(t, dir)
	got, err := s.Log(t.Context(), "P")
	require.NoError(t, err)
	require.Equal(t, want, got)
	require.Equal(t, int64(len(want)), s.Now().Seq)
}

// A start takes what was folded before it, and what came since on top: as if every log
// were read from its first event. What was undone since is not in it any more.
func TestAQuickStartIsAColdOne(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	log := func(events ...work.Event) {
		require.NoError(t, s.Change(t.Context(), func(_ school.Moment, c *school.Change) error { c.Log(events...); return nil }))
	}
	onePiece(t, s)
	coat := func(i int) work.Event {
		return work.Event{ID: fmt.Sprintf("c%d", i), Piece: "P", Kind: work.Coated, Surface: "face", Glaze: "G", At: noon.Add(time.Duration(i) * time.Minute), Done: noon}
	}
	for i := range 150 {
		log(coat(i))
	}
	require.NoError(t, s.Close())
	s = open(t, dir)
	require.Equal(t, int64(150), s.Folded())
	require.Len(t, s.Now().Pieces["P"].State.Coats, 150)

	log(work.Event{ID: "u", Piece: "P", Kind: work.Undone, Undoes: "c70", At: noon, Done: noon}, coat(151))
	require.NoError(t, s.Close())
	s = open(t, dir)
	require.Equal(t, int64(152), s.Now().Seq)
	quick := text(t, s.Now().Pieces["P"].State)
	require.Len(t, s.Now().Pieces["P"].State.Coats, 150)
	require.NoError(t, s.Reload(t.Context()))
	require.Equal(t, text(t, s.Now().Pieces["P"].State), quick)
}

// unpacked is a file of testdata.
func unpacked(t *testing.T, name string) []byte {
	file, err := os.Open(filepath.Join("testdata", name))
	require.NoError(t, err)
	defer func() { _ = file.Close() }()
	zipped, err := gzip.NewReader(file)
	require.NoError(t, err)
	data, err := io.ReadAll(zipped)
	require.NoError(t, err)
	return data
}

// A school of the layout before this one, with every field of every record and every
// kind of event in it, is taken over as it was: before-house.json is what the release
// before read in before-house.db.
func TestTheLayoutBeforeIsTakenOver(t *testing.T) {
	dir := t.TempDir()
	require.NoError(t, os.WriteFile(filepath.Join(dir, "enkaustos.db"), unpacked(t, "before-house.db.gz"), 0o600))
	s := open(t, dir)
	var before struct {
		Clays       []glaze.Clay
		Glazes      []glaze.Glaze
		Tiles       []glaze.Tile
		Classes     []school.Class
		Students    []school.Student
		Assignments []school.AssignmentRecord
		Pieces      []school.PieceRecord
		Plans       []school.Plan
		Bells       []struct {
			Class        string
			Weekday      int
			Starts, Ends lesson.Minutes
		}
		Stations   []room.Station
		Wishes     []school.Wish
		Strays     []bench.Stray
		Events     []work.Event
		Loads      []school.Load
		Schemes    []school.Scheme
		Approvals  []school.Approval
		JarLevels  []school.JarLevel
		Programmes []wall.Programme
		Hints      []string
	}
	require.NoError(t, json.Unmarshal(unpacked(t, "before-house.json.gz"), &before))
	m := s.Now()
	same(t, m, school.Clays, before.Clays, func(c glaze.Clay) string { return c.Code })
	same(t, m, school.Glazes, before.Glazes, func(g glaze.Glaze) string { return g.Code })
	same(t, m, school.Tiles, before.Tiles, func(x glaze.Tile) string { return x.Code })
	same(t, m, school.Classes, before.Classes, func(c school.Class) string { return c.ID })
	same(t, m, school.Students, before.Students, func(c school.Student) string { return c.ID })
	same(t, m, room.Stations, before.Stations, func(c room.Station) string { return c.ID })
	same(t, m, school.Wishes, before.Wishes, func(c school.Wish) string { return c.Piece })
	same(t, m, bench.Strays, before.Strays, func(c bench.Stray) string { return c.Event.ID })
	same(t, m, school.Loads, before.Loads, func(c school.Load) string { return c.ID })
	same(t, m, wall.Programmes, before.Programmes, func(c wall.Programme) string { return c.ID })
	for i, b := range school.Bells.The(m.Snapshot).Bells {
		require.Equal(t, lesson.Bell{Classes: []string{before.Bells[i].Class}, Weekday: before.Bells[i].Weekday, Starts: before.Bells[i].Starts, Ends: before.Bells[i].Ends}, b)
	}
	require.Len(t, school.Bells.The(m.Snapshot).Bells, len(before.Bells))
	for _, a := range before.Assignments {
		require.Equal(t, text(t, a), text(t, m.Assignments[a.ID].AssignmentRecord))
	}
	for _, p := range before.Pieces {
		require.Equal(t, p, m.Pieces[p.ID].PieceRecord)
	}
	for _, p := range before.Plans {
		require.Equal(t, text(t, p), text(t, m.Pieces[p.Piece].Plan))
	}
	for _, scheme := range before.Schemes {
		require.Equal(t, text(t, scheme.Choices), text(t, m.Pieces[scheme.Piece].Schemes[scheme.Slot]))
	}
	last := before.Approvals[len(before.Approvals)-1]
	word := *m.Pieces[last.Piece].Word
	word.ID = "" // it had none
	require.Equal(t, text(t, last), text(t, word))
	levels := school.JarLevels.Sorted(m.Snapshot, func(a, b school.JarLevel) int { return a.At.Compare(b.At) })
	for i := range levels {
		levels[i].ID = ""
	}
	require.Equal(t, text(t, before.JarLevels), text(t, levels))
	since := []work.Kind{work.Refired, work.Cleaned, work.Sanded, work.Vouched, work.Faulted, work.Flowed, work.Ground, work.Proved} // kinds that there were not then
	require.Len(t, before.Events, 2*(len(work.Kinds())-len(since)))
	for i, e := range before.Events {
		if e.Kind == "quality" { // a figure that stands among the grades since, if it was one
			before.Events[i].Kind, before.Events[i].Came, before.Events[i].Text = work.Resulted, fault.Faulty, ""
		}
	}
	for piece := range m.Pieces {
		log, err := s.Log(t.Context(), piece)
		require.NoError(t, err)
		want := slices.DeleteFunc(slices.Clone(before.Events), func(e work.Event) bool { return e.Piece != piece })
		require.Equal(t, text(t, want), text(t, log))
	}
	require.Equal(t, "Old School", school.Names.The(m.Snapshot).Name)
	require.Equal(t, door.Secret{Hash: "hash"}, door.TeacherSecret.The(m.Snapshot))
	require.Equal(t, door.Secret{Hash: "hash2"}, door.HelperSecret.The(m.Snapshot))
	require.Equal(t, map[string]string{"coats": "2", "bandMM": "9"}, school.Rules.The(m.Snapshot).Values)
	require.Equal(t, []string{"2026-03-02", "2026-03-05"}, school.Airs.The(m.Snapshot).Days)
	for key, want := range map[string]string{"label-G1": "jpeg of a label", "ph1": "jpeg one", "ph2": "jpeg two"} {
		picture, err := s.Picture(t.Context(), key)
		require.NoError(t, err)
		require.Equal(t, want, string(picture))
	}
	copies, err := s.Copies().List()
	require.NoError(t, err)
	require.Len(t, copies, 1, "what was there was copied first")
}

// text is a value as it lies on the disk; an empty list and none are the same there.
func text(t *testing.T, v any) string {
	out, err := json.Marshal(v)
	require.NoError(t, err)
	return string(out)
}

func same[T any](t *testing.T, m school.Moment, kind *school.Kind[T], before []T, key func(T) string) {
	t.Helper()
	require.Len(t, kind.All(m.Snapshot), len(before))
	for _, v := range before {
		now, ok := kind.Get(m.Snapshot, key(v))
		require.True(t, ok, key(v))
		require.Equal(t, text(t, v), text(t, now))
	}
}
