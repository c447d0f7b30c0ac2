package school

import (
	"context"
	"reflect"
)

// Registered names every kind of record that was declared, with an empty record of
// it, and says how to put one and how to read it from the disk.
type Registered struct {
	Name string
	Zero any
	kind anyKind
}

func AllKinds() (all []Registered) {
	for _, k := range registered {
		all = append(all, Registered{k.name(), k.sample(), k})
	}
	return all
}

// Put puts a record, given by pointer, and returns its key.
func (r Registered) Put(c *Change, record any) string {
	put := reflect.ValueOf(r.kind).MethodByName("Put")
	put.Call([]reflect.Value{reflect.ValueOf(c), reflect.ValueOf(record).Elem()})
	return c.puts[len(c.puts)-1].key
}

// Table is where the records lie.
func (r Registered) Table() string { return r.kind.tableName() }

// FromDisk reads the record of a key from the disk, into a pointer.
func (r Registered) FromDisk(ctx context.Context, s *School, key string, into any) (bool, error) {
	return s.store.Record(ctx, r.kind.tableName(), key, into)
}

// InMemory is the record of a key as the memory has it; ok is false where the memory
// has made something else of it.
func (r Registered) InMemory(m Moment, key string) (record any, ok bool) {
	found := reflect.ValueOf(r.kind).MethodByName("Get").Call([]reflect.Value{reflect.ValueOf(m.Snapshot), reflect.ValueOf(key)})
	return found[0].Interface(), found[1].Bool()
}

// Folded is up to which event the start had no need to fold.
func (s *School) Folded() int64 { return s.folded }
