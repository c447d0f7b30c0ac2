package demo

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"time"

	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// Passphrase opens the demo. It is printed at the start.
const Passphrase = "bare feet only"

// School is the demo's invented school.
const School = "Ashgarrow School"

const shiftKey = "demo-shift" // seconds that the demo's clock is ahead

// Open opens the demo in dir, and makes it where there is none or fresh asks
// for it. The demo stands at the moment at; the zero moment means now, or where
// the clock had been moved to. A folder that holds a real school is refused.
func Open(ctx context.Context, dir string, at time.Time, fresh bool) (*store.Store, *studio.Studio, *Clock, error) {
	if fresh {
		if err := clear(ctx, dir); err != nil {
			return nil, nil, nil, err
		}
	}
	s, err := store.Open(ctx, dir, time.Now())
	if err != nil {
		return nil, nil, nil, err
	}
	clock := &Clock{}
	school, err := studio.Open(ctx, s, clock)
	if err == nil {
		err = start(ctx, s, school, clock, at)
	}
	if err != nil {
		return nil, nil, nil, errors.Join(err, s.Close())
	}
	return s, school, clock, nil
}

// start makes the school where there is none and sets the clock.
func start(ctx context.Context, s *store.Store, school *studio.Studio, clock *Clock, at time.Time) error {
	save := func(shift time.Duration) error {
		return s.Write(ctx, func(tx *store.Tx) error { return tx.PutSetting(shiftKey, fmt.Sprint(int(shift.Seconds()))) })
	}
	kept, err := s.Setting(ctx, shiftKey)
	switch {
	case err != nil:
		return err
	case kept == "" && school.School() != "":
		return errors.New("this folder holds a real school: choose another folder with --data")
	case kept == "":
		if at.IsZero() {
			at = time.Now()
		}
		if err := school.Together(ctx, func(ctx context.Context) error { return build(ctx, school, clock, at) }); err != nil {
			return fmt.Errorf("making the demo: %w", err)
		}
		clock.run(at)
	case at.IsZero():
		var seconds int
		_, _ = fmt.Sscan(kept, &seconds) // written by us
		clock.run(time.Now().Add(time.Duration(seconds) * time.Second))
	default:
		clock.run(at)
	}
	clock.save = func(shift time.Duration) { _ = save(shift) } // a demo's clock is no record
	return save(time.Until(clock.Now()))
}

// clear removes an old demo; a real school it leaves alone.
func clear(ctx context.Context, dir string) error {
	path := filepath.Join(dir, "enkaustos.db")
	if _, err := os.Stat(path); errors.Is(err, os.ErrNotExist) {
		return nil
	}
	s, err := store.Open(ctx, dir, time.Now())
	if err != nil {
		return err
	}
	kept, err := s.Setting(ctx, shiftKey)
	if err := errors.Join(err, s.Close()); err != nil {
		return err
	}
	if kept == "" {
		return errors.New("this folder holds a real school: --fresh only removes a demo")
	}
	return os.Remove(path)
}

// classList writes the class list as a teacher would bring it.
func classList() string {
	var b strings.Builder
	b.WriteString("name,class,mark\n")
	n := 0
	for _, c := range classes {
		for i := range c.students {
			letter := 'A' + rune((n*7+3)%26)
			fmt.Fprintf(&b, "%s %c.,%s,%s\n", givenNames[(n*11+i)%len(givenNames)], letter, c.name, marks[i%len(marks)])
			n++
		}
	}
	return b.String()
}
