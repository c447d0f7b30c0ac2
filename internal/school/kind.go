package school

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"slices"

	"enkaustos/internal/store"
)

// Kind is a kind of record: where it lies on the disk and how it is found in the
// memory. A room declares its kinds once, as variables; reading, writing and
// remembering follow.
type Kind[T any] struct {
	table string
	fixed string // the key, where there is only one such record
	key   func(T) string
	index int
	piece func(T) string
	fold  func(n *next, v T, kept bool)
	sound func(T) error
	quiet bool
	alone bool
}

// anyKind is a kind whatever its records are.
type anyKind interface {
	tableName() string
	name() string
	pieceOf(record any) string
	shows() bool
	teachers() bool
	put(n *next, p put)
	read(ctx context.Context, s *store.Store, n *next) error
	sample() any
	fixedKey() string
}

// registered are all kinds, in the order in which they were declared: those of the
// kernel first.
var registered []anyKind

// Register declares a kind of which there are many, each under its key, in a table
// of that name.
func Register[T any](table string, key func(T) string) *Kind[T] {
	k := &Kind[T]{table: table, key: key, index: len(registered)}
	registered = append(registered, k)
	return k
}

// One declares a kind of which there is one; the zero record until it is put.
func One[T any](key string) *Kind[T] {
	k := &Kind[T]{table: "setting", fixed: key, key: func(T) string { return key }, index: len(registered)}
	registered = append(registered, k)
	return k
}

// OfPiece says that every record of the kind belongs to one piece: whoever looks at
// that piece is told of it, and nobody else.
func (k *Kind[T]) OfPiece(piece func(T) string) *Kind[T] {
	k.piece = piece
	return k
}

// Quiet says that the records of the kind have no part in how a piece stands.
func (k *Kind[T]) Quiet() *Kind[T] {
	k.quiet = true
	return k
}

// Teachers says that nobody but the teacher hears that such a record is another one.
func (k *Kind[T]) Teachers() *Kind[T] {
	k.alone = true
	return k
}

// ForTeachers says whether what changed, by its name in Told.Kinds, is nobody's but the teacher's.
func ForTeachers(kind string) bool {
	return slices.ContainsFunc(registered, func(k anyKind) bool { return k.name() == kind && k.teachers() })
}

// Sound says what a record has to be, beside its shape, for the rooms to work with it: a
// file in which one is not is refused as damaged.
func (k *Kind[T]) Sound(sound func(T) error) *Kind[T] {
	k.sound = sound
	return k
}

// folds says that the records are not kept as such in memory but made part of
// something there.
func (k *Kind[T]) folds(fold func(n *next, v T, kept bool)) *Kind[T] {
	k.fold = fold
	return k
}

// All is every record by its key; the map is not to be changed.
func (k *Kind[T]) All(s *Snapshot) map[string]T {
	if k.index < len(s.tables) {
		if table, ok := s.tables[k.index].(map[string]T); ok {
			return table
		}
	}
	return nil
}

// Get is one record; ok is false where there is none.
func (k *Kind[T]) Get(s *Snapshot, key string) (v T, ok bool) {
	v, ok = k.All(s)[key]
	return v, ok
}

// The is the only record of a kind of which there is one.
func (k *Kind[T]) The(s *Snapshot) T { return k.All(s)[k.fixed] }

// Sorted lists the records by what less says, and by their keys where that says
// nothing.
func (k *Kind[T]) Sorted(s *Snapshot, less func(a, b T) int) []T {
	return slices.SortedFunc(maps.Values(k.All(s)), func(a, b T) int { return cmp.Or(less(a, b), cmp.Compare(k.key(a), k.key(b))) })
}

// Put keeps a record, in the place of the one of the same key.
func (k *Kind[T]) Put(c *Change, v T) { c.puts = append(c.puts, put{k, k.key(v), v, false}) }

// Drop throws a record away.
func (k *Kind[T]) Drop(c *Change, v T) { c.puts = append(c.puts, put{k, k.key(v), v, true}) }

func (k *Kind[T]) tableName() string { return k.table }
func (k *Kind[T]) fixedKey() string  { return k.fixed }
func (k *Kind[T]) shows() bool       { return !k.quiet }
func (k *Kind[T]) teachers() bool    { return k.alone }
func (k *Kind[T]) sample() any       { return new(T) }

func (k *Kind[T]) name() string { return cmp.Or(k.fixed, k.table) }

func (k *Kind[T]) pieceOf(record any) string {
	if v, ok := record.(T); ok && k.piece != nil {
		return k.piece(v)
	}
	return ""
}

// put remembers a record in what the school will be, or forgets it.
func (k *Kind[T]) put(n *next, p put) { k.keep(n, p.key, p.record.(T), !p.dropped) }

func (k *Kind[T]) keep(n *next, key string, v T, kept bool) {
	if k.fold != nil {
		k.fold(n, v, kept)
		return
	}
	table := ownTable[T](n, k.index)
	if kept {
		table[key] = v
	} else {
		delete(table, key)
	}
}

// ownTable is a table that may be changed: the one of the snapshot before stays as
// it was.
func ownTable[T any](n *next, index int) map[string]T {
	for len(n.tables) <= index {
		n.tables = append(n.tables, nil)
	}
	table, _ := n.tables[index].(map[string]T)
	if !n.owned[index] {
		if table = maps.Clone(table); table == nil {
			table = map[string]T{}
		}
		n.tables[index], n.owned[index] = table, true
	}
	return table
}

func (k *Kind[T]) read(ctx context.Context, s *store.Store, n *next) error {
	if k.fixed != "" {
		var v T
		ok, err := s.Record(ctx, k.table, k.fixed, &v)
		if ok && err == nil {
			if err = k.check(k.fixed, v); err == nil {
				k.keep(n, k.fixed, v, true)
			}
		}
		return err
	}
	return s.Records(ctx, k.table, func(key string, body []byte) error {
		var v T
		if err := json.Unmarshal(body, &v); err != nil {
			return err
		}
		if err := k.check(key, v); err != nil {
			return err
		}
		k.keep(n, key, v, true)
		return nil
	})
}

// check refuses a record that lies under the key of another, or that no room can work with.
func (k *Kind[T]) check(key string, v T) error {
	if own := k.key(v); own != key {
		return fmt.Errorf("the %s %q calls itself %q", k.name(), key, own)
	}
	if k.sound == nil {
		return nil
	}
	if err := k.sound(v); err != nil {
		return fmt.Errorf("the %s %q: %w", k.name(), key, err)
	}
	return nil
}
