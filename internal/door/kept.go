package door

import (
	"sync"
	"sync/atomic"
	"time"

	"github.com/alexedwards/scs/sqlite3store"
)

// kept keeps the sessions on the disk, and knows their tokens, so that a made-up cookie
// costs the disk nothing.
type kept struct {
	*sqlite3store.SQLite3Store
	mu    sync.RWMutex
	known map[string]bool
	ended atomic.Int64 // how many sessions have ended
}

func newKept(disk *sqlite3store.SQLite3Store) (*kept, error) {
	all, err := disk.All()
	if err != nil {
		return nil, err
	}
	k := &kept{SQLite3Store: disk, known: map[string]bool{}}
	for token := range all {
		k.known[token] = true
	}
	return k, nil
}

// Find is a session by its token.
func (k *kept) Find(token string) (session []byte, found bool, err error) {
	k.mu.RLock()
	known := k.known[token]
	k.mu.RUnlock()
	if !known {
		return nil, false, nil
	}
	return k.SQLite3Store.Find(token)
}

// Commit keeps a session.
func (k *kept) Commit(token string, session []byte, until time.Time) error {
	k.mu.Lock()
	k.known[token] = true
	k.mu.Unlock()
	return k.SQLite3Store.Commit(token, session, until)
}

// Delete ends a session.
func (k *kept) Delete(token string) error {
	k.mu.Lock()
	delete(k.known, token)
	k.mu.Unlock()
	defer k.ended.Add(1) // once it is gone: who asks then finds it so
	return k.SQLite3Store.Delete(token)
}
