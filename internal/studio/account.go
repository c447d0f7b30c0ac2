package studio

import (
	"context"
	"errors"

	"github.com/alexedwards/argon2id"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/internal/store"
)

// hashing is how a passphrase is hashed: 19 MiB, twice, one lane (the least that
// OWASP recommends for argon2id, from memory). A hash carries its own figures, so
// older ones go on to fit.
var hashing = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// ErrSetUp is returned when the passphrase was chosen already.
var ErrSetUp = Fault{Kind: Conflict, Text: "The passphrase was chosen already: log in with it."}

// NeedsSetup says whether nobody has chosen a passphrase yet.
func (s *Studio) NeedsSetup(ctx context.Context) (bool, error) {
	hash, err := s.store.Setting(ctx, passphraseKey)
	return hash == "", err
}

// SetUp chooses the passphrase and the school's name, once, and puts two
// starter clays on the list so that a first class can be brought at once.
func (s *Studio) SetUp(ctx context.Context, school, passphrase string) error {
	hash, err := argon2id.CreateHash(passphrase, hashing)
	if err != nil {
		return err
	}
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		if s.name != "" {
			return nil, nil, ErrSetUp
		}
		clays := starterClays
		if len(s.school.clays) > 0 {
			clays = nil
		}
		write := func(tx *store.Tx) error {
			errs := []error{tx.PutSetting(passphraseKey, hash), tx.PutSetting(schoolKey, school)}
			for _, c := range clays {
				errs = append(errs, tx.PutClay(c))
			}
			return errors.Join(errs...)
		}
		return write, func() {
			s.name = school
			for _, c := range clays {
				s.school.clays[c.Code] = c
			}
		}, nil
	})
}

// starterClays are two common bodies (common practice; colours from memory).
// A clay list replaces or adds to them.
var starterClays = []glaze.Clay{
	{Code: "PALE", Name: "Pale stoneware", Cones: kiln.Range{From: "5", To: "6"}, Fired: colour.Lab{L: 78, A: 3, B: 12}},
	{Code: "RED", Name: "Red earthenware", Cones: kiln.Range{From: "06", To: "04"}, Fired: colour.Lab{L: 52, A: 24, B: 30}, Dark: true},
}

// helperKey keeps the argon2id hash of the helpers' passphrase.
const helperKey = "helper"

// SetHelper chooses the passphrase of helpers; an empty one shuts them out.
func (s *Studio) SetHelper(ctx context.Context, passphrase string) error {
	hash := ""
	switch {
	case passphrase == "":
	case len(passphrase) < 10:
		return refuse("Take at least 10 characters for the helpers' passphrase.")
	default:
		var err error
		if hash, err = argon2id.CreateHash(passphrase, hashing); err != nil {
			return err
		}
	}
	return s.store.Write(ctx, func(tx *store.Tx) error { return tx.PutSetting(helperKey, hash) })
}

// RoleOf says whose passphrase it is: the teacher's or the helpers'; "" for
// nobody's.
func (s *Studio) RoleOf(ctx context.Context, passphrase string) (Role, error) {
	for _, door := range []struct {
		key  string
		role Role
	}{{passphraseKey, Teacher}, {helperKey, Helper}} {
		hash, err := s.store.Setting(ctx, door.key)
		if err != nil {
			return "", err
		}
		if hash == "" {
			continue
		}
		if fits, err := argon2id.ComparePasswordAndHash(passphrase, hash); err != nil || fits {
			return door.role, err
		}
	}
	return "", nil
}

// SetPassphrase replaces the passphrase, from the command line.
func (s *Studio) SetPassphrase(ctx context.Context, passphrase string) error {
	hash, err := argon2id.CreateHash(passphrase, hashing)
	if err != nil {
		return err
	}
	return s.store.Write(ctx, func(tx *store.Tx) error { return tx.PutSetting(passphraseKey, hash) })
}
