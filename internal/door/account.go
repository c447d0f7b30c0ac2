// Package door lets in: the passphrase of the teacher, that of the helpers, sessions,
// and who asks.
package door

import (
	"context"
	"unicode/utf8"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// How many characters a passphrase has, as the contract says.
const leastPassphrase, mostPassphrase = 10, 200

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
	hash, err := hashOf(ctx, passphrase)
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

// SetPassphrase replaces a passphrase; an empty one lets nobody in by it. Whoever came
// in by the old one is out: of the teacher's, everybody.
func SetPassphrase(ctx context.Context, s *school.School, of *school.Kind[Secret], passphrase string) error {
	var secret Secret
	if passphrase != "" {
		if n := utf8.RuneCountInString(passphrase); n < leastPassphrase || n > mostPassphrase {
			return school.Refuse("Take %d to %d characters for the passphrase.", leastPassphrase, mostPassphrase)
		}
		var err error
		if secret.Hash, err = hashOf(ctx, passphrase); err != nil {
			return err
		}
		taken, err := roleOf(ctx, s.Now(), passphrase)
		if err != nil {
			return err
		}
		if taken == work.Teacher && of == HelperSecret || taken == work.Helper && of == TeacherSecret {
			return school.Refuse("Take another passphrase: that one lets the %s in already.", taken) // who comes by it would be both
		}
	}
	return s.Change(ctx, func(_ school.Moment, c *school.Change) error {
		of.Put(c, secret)
		if of == TeacherSecret {
			school.EndAll(c)
		}
		return nil
	})
}

// roleOf says whose passphrase it is: the teacher's or the helpers'; "" for
// nobody's.
func roleOf(ctx context.Context, m school.Moment, passphrase string) (work.Role, error) {
	for _, door := range []struct {
		of   *school.Kind[Secret]
		role work.Role
	}{{TeacherSecret, work.Teacher}, {HelperSecret, work.Helper}} {
		hash := door.of.The(m.Snapshot).Hash
		if hash == "" {
			continue
		}
		if ok, err := fits(ctx, passphrase, hash); err != nil || ok {
			return door.role, err
		}
	}
	return "", nil
}

// SetHelper chooses the passphrase of helpers; an empty one shuts them out.
func (d *Door) SetHelper(ctx context.Context, r contract.SetHelperRequestObject) (contract.SetHelperResponseObject, error) {
	return contract.SetHelper204Response{}, SetPassphrase(ctx, d.School, HelperSecret, r.Body.Passphrase)
}
