package door

import (
	"context"
	"time"

	"github.com/alexedwards/argon2id"

	"enkaustos/internal/school"
)

// hashing is how a passphrase is hashed: 19 MiB, twice, one lane (the least that
// OWASP recommends for argon2id, from memory). A hash carries its own figures, so
// older ones go on to fit.
var hashing = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// A hash takes memory and a processor on purpose. One is made at a time, and only so
// many wait: whoever comes on top of them is sent away before he costs anything.
const mostWaiting = 8

var (
	hashes  = make(chan struct{}, 1)
	waiting = make(chan struct{}, mostWaiting)
)

var errBusy = school.TooMany("Many are logging in at once: wait a moment, then try again.", 5*time.Second)

// inTurn hashes, once it is its turn.
func inTurn(ctx context.Context, hash func() error) error {
	select {
	case waiting <- struct{}{}:
		defer func() { <-waiting }()
	default:
		return errBusy
	}
	select {
	case hashes <- struct{}{}:
		defer func() { <-hashes }()
	case <-ctx.Done():
		return ctx.Err()
	}
	return hash()
}

// hashOf is the hash of a passphrase.
func hashOf(ctx context.Context, passphrase string) (hash string, err error) {
	err = inTurn(ctx, func() (err error) {
		hash, err = argon2id.CreateHash(passphrase, hashing)
		return err
	})
	return hash, err
}

// fits says whether a passphrase is the one of a hash.
func fits(ctx context.Context, passphrase, hash string) (ok bool, err error) {
	err = inTurn(ctx, func() (err error) {
		ok, err = argon2id.ComparePasswordAndHash(passphrase, hash)
		return err
	})
	return ok, err
}
