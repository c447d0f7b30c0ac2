// Package door lets in: the passphrase of the teacher, that of the helpers, sessions,
// and who asks.
package door

import (
	"context"

	"github.com/alexedwards/argon2id"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// hashing is how a passphrase is hashed: 19 MiB, twice, one lane (the least that
// OWASP recommends for argon2id, from memory). A hash carries its own figures, so
// older ones go on to fit.
var hashing = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// leastPassphrase is how many characters a passphrase has at least.
const leastPassphrase = 10

// Secret is the argon2id hash of a passphrase; "" lets nobody in.
type Secret struct {
	Hash string `json:"hash"`
}

// The passphrases of the teacher and of the helpers.
var (
	TeacherSecret = school.One[Secret]("passphrase").Quiet()
	HelperSecret  = school.One[Secret]("helper").Quiet()
)

// ErrSetUp is returned when the passphrase was chosen already.
var ErrSetUp = school.Stale("The passphrase was chosen already: log in with it.")

// NeedsSetup says whether nobody has chosen a passphrase yet.
func NeedsSetup(m school.Moment) bool { return TeacherSecret.The(m.Snapshot).Hash == "" }

// SetUp chooses the passphrase and the school's name, once, and puts two
// starter clays on the list so that a first class can be brought at once.
func SetUp(ctx context.Context, s *school.School, name, passphrase string) error {
	hash, err := argon2id.CreateHash(passphrase, hashing)
	if err != nil {
		return err
	}
	return s.Change(ctx, func(m school.Moment, c *school.Change) error {
		if school.Names.The(m.Snapshot).Name != "" {
			return ErrSetUp
		}
		TeacherSecret.Put(c, Secret{hash})
		school.Names.Put(c, school.Name{Name: name})
		if len(school.Clays.All(m.Snapshot)) == 0 {
			for _, clay := range starterClays {
				school.Clays.Put(c, clay)
			}
		}
		return nil
	})
}

// starterClays are two common bodies (common practice; colours from memory).
// A clay list replaces or adds to them.
var starterClays = []glaze.Clay{
	{Code: "PALE", Name: "Pale stoneware", Cones: kiln.Range{From: "5", To: "6"}, Fired: colour.Lab{L: 78, A: 3, B: 12}},
	{Code: "RED", Name: "Red earthenware", Cones: kiln.Range{From: "06", To: "04"}, Fired: colour.Lab{L: 52, A: 24, B: 30}, Dark: true},
}

// SetPassphrase replaces a passphrase; an empty one lets nobody in by it.
func SetPassphrase(ctx context.Context, s *school.School, of *school.Kind[Secret], passphrase string) error {
	var secret Secret
	if passphrase != "" {
		if len(passphrase) < leastPassphrase {
			return school.Refuse("Take at least %d characters for the passphrase.", leastPassphrase)
		}
		var err error
		if secret.Hash, err = argon2id.CreateHash(passphrase, hashing); err != nil {
			return err
		}
	}
	return s.Change(ctx, func(_ school.Moment, c *school.Change) error { of.Put(c, secret); return nil })
}

// roleOf says whose passphrase it is: the teacher's or the helpers'; "" for
// nobody's.
func roleOf(m school.Moment, passphrase string) (work.Role, error) {
	for _, door := range []struct {
		of   *school.Kind[Secret]
		role work.Role
	}{{TeacherSecret, work.Teacher}, {HelperSecret, work.Helper}} {
		hash := door.of.The(m.Snapshot).Hash
		if hash == "" {
			continue
		}
		if fits, err := argon2id.ComparePasswordAndHash(passphrase, hash); err != nil || fits {
			return door.role, err
		}
	}
	return "", nil
}

// SetHelper chooses the passphrase of helpers; an empty one shuts them out.
func (d *Door) SetHelper(ctx context.Context, r contract.SetHelperRequestObject) (contract.SetHelperResponseObject, error) {
	return contract.SetHelper204Response{}, SetPassphrase(ctx, d.School, HelperSecret, r.Body.Passphrase)
}
