package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"enkaustos/core/work"
)

// Reword puts a text in the place of whatever words stand in the events of some kinds, the
// notes on plans and the wishes of some pieces, and leaves no trace of the old ones in the
// file: what was deleted is overwritten. Whoever has the school in memory has to read it
// again.
func (s *Store) Reword(ctx context.Context, pieces []string, kinds []work.Kind, text string) error {
	of, err := json.Marshal(pieces)
	if err != nil {
		return err
	}
	among, err := json.Marshal(kinds)
	if err != nil {
		return err
	}
	err = s.Write(ctx, func(tx *Tx) error {
		for _, change := range []string{
			`UPDATE event SET body = json_set(body, '$.text', ?2) WHERE piece IN (SELECT value FROM json_each(?1)) AND kind IN (SELECT value FROM json_each(?3)) AND body ->> 'text' <> ''`,
			`UPDATE approval SET body = json_set(body, '$.note', ?2) WHERE body ->> 'piece' IN (SELECT value FROM json_each(?1)) AND body ->> 'note' <> '' AND ?3 <> ''`,
			`UPDATE wish SET body = json_set(body, '$.text', ?2) WHERE body ->> 'piece' IN (SELECT value FROM json_each(?1)) AND body ->> 'text' <> '' AND ?3 <> ''`,
			`DELETE FROM folded WHERE ?1 <> '' AND ?2 <> '' AND ?3 <> ''`,
		} {
			if _, err := tx.raw.ExecContext(ctx, change, string(of), text, string(among)); err != nil {
				return fmt.Errorf("taking words out: %w", err)
			}
		}
		return nil
	})
	if err != nil {
		return err
	}
	_, err = s.writer.ExecContext(ctx, "VACUUM") // writes the file anew, without what was deleted
	_, again := s.writer.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)")
	return errors.Join(err, again)
}
