package store

import "database/sql"

// Pools are the connections by what they are for.
func (s *Store) Pools() map[string]*sql.DB {
	return map[string]*sql.DB{"writer": s.writer, "reader": s.reader}
}

// Path is where the database lies.
func (s *Store) Path() string { return s.path() }

// Steps has every step of a restore told before it is made.
func Steps(tell func(string)) { step = tell }
