package school

import "fmt"

// epoch changes whenever everybody is to come in anew.
type epoch struct {
	Key string `json:"key"`
}

// Epoch is what sessions and tablets carry of the moment they came in: as long as it is
// the school's, they may stay. A new passphrase of the teacher changes it, and so does a
// backup that is put back: who was sent away before it was made stays away.
func (s *Snapshot) Epoch() string { return fmt.Sprintf("%s/%d", epochs.The(s).Key, s.restored) }

// EndAll ends every session, and the pairing of every tablet.
func EndAll(c *Change) { epochs.Put(c, epoch{NewID()}) }
