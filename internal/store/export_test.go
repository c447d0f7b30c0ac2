package store

import "database/sql"

// Pools are the connections by what they are for.
func (s *Store) Pools() map[string]*sql.DB {
	return map[string]*sql.DB{"writer": s.writer, "reader": s.reader}
}
