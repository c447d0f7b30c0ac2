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
	hash, err := argon2id.CreateHash(passphrase, argon2id.DefaultParams)
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

// Admit says whether a passphrase is the teacher's.
func (s *Studio) Admit(ctx context.Context, passphrase string) (bool, error) {
	hash, err := s.store.Setting(ctx, passphraseKey)
	if err != nil || hash == "" {
		return false, err
	}
	return argon2id.ComparePasswordAndHash(passphrase, hash)
}

// SetPassphrase replaces the passphrase, from the command line.
func (s *Studio) SetPassphrase(ctx context.Context, passphrase string) error {
	hash, err := argon2id.CreateHash(passphrase, argon2id.DefaultParams)
	if err != nil {
		return err
	}
	return s.store.Write(ctx, func(tx *store.Tx) error { return tx.PutSetting(passphraseKey, hash) })
}
