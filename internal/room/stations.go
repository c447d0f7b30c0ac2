package room

import (
	"crypto/rand"
	"crypto/subtle"
	"fmt"
	"math/big"
	"slices"
	"strings"
	"sync"
	"time"

	"enkaustos/core/work"
	"enkaustos/internal/school"
)

// Station is a tablet that was paired to the room.
type Station struct {
	ID       string    `json:"id"`
	Name     string    `json:"name"`
	PairedAt time.Time `json:"pairedAt,omitzero"`
	EndedAt  time.Time `json:"endedAt,omitzero"` // zero while it is paired
	Epoch    string    `json:"epoch,omitempty"`  // when it was paired, by school.Snapshot.Epoch
}

// Stations keeps the tablets that were paired.
var Stations = school.Register("station", func(s Station) string { return s.ID }).Quiet()

// Pairing is the code by which tablets are paired to the room.
type Pairing struct {
	mu    sync.Mutex
	code  string
	until time.Time
	wrong int
	spent bool // too many wrong ones were typed
}

// How long a code holds, and how many wrong ones are borne before it is dropped.
const (
	codeHolds = 10 * time.Minute
	codeWrong = 20
)

// Make makes a six-digit code with which tablets are paired to the room for ten
// minutes. An older code ends.
func (p *Pairing) Make(now time.Time) (code string, until time.Time, err error) {
	n, err := rand.Int(rand.Reader, big.NewInt(1_000_000))
	if err != nil {
		return "", time.Time{}, err
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	p.code, p.until, p.wrong, p.spent = fmt.Sprintf("%06d", n), now.Add(codeHolds), 0, false
	return p.code, p.until, nil
}

// Holds says whether a code pairs, now.
func (p *Pairing) Holds(code string, now time.Time) bool {
	code = strings.ReplaceAll(strings.TrimSpace(code), " ", "")
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.code == "" || !now.Before(p.until) {
		return false
	}
	if subtle.ConstantTimeCompare([]byte(code), []byte(p.code)) == 1 {
		return true
	}
	if p.wrong++; p.wrong >= codeWrong {
		p.code, p.spent = "", true
	}
	return false
}

// Lost says why the last code that was made holds no more; "" while it does, or where none
// was made.
func (p *Pairing) Lost(now time.Time) string {
	p.mu.Lock()
	defer p.mu.Unlock()
	switch {
	case p.spent:
		return "Somebody typed too many wrong codes, and this one ended: make another, and show it to whom it is for."
	case p.code != "" && !now.Before(p.until):
		return "Its ten minutes are over: make another."
	}
	return ""
}

// reserved are the names of those who are no tablets.
var reserved = []string{school.Teacher.Name, school.Helper.Name, "server"}

// Pair takes a tablet into the room; its code held.
func Pair(m school.Moment, c *school.Change, name string) (Station, error) {
	name, err := school.OneLine(name, "name of a tablet")
	if err != nil {
		return Station{}, err
	}
	if name == "" {
		name = fmt.Sprintf("Tablet %d", len(Stations.All(m.Snapshot))+1)
	}
	if slices.ContainsFunc(reserved, func(other string) bool { return strings.EqualFold(name, other) }) {
		return Station{}, school.Refuse("%q is not the name of a tablet: give it another.", name)
	}
	for _, st := range paired(m) {
		if strings.EqualFold(st.Name, name) {
			return Station{}, school.Refuse("A tablet is called %q already: give this one another name.", name)
		}
	}
	made := Station{ID: school.NewID(), Name: name, PairedAt: m.At, Epoch: m.Epoch()}
	Stations.Put(c, made)
	return made, nil
}

// End takes a tablet out of the room again.
func End(m school.Moment, c *school.Change, id string) error {
	st, ok := Stations.Get(m.Snapshot, id)
	if !ok || !st.in(m) {
		return school.Missing("tablet")
	}
	st.EndedAt = m.At
	Stations.Put(c, st)
	return nil
}

// in says whether a tablet is in the room still.
func (s Station) in(m school.Moment) bool { return s.EndedAt.IsZero() && s.Epoch == m.Epoch() }

// paired are the tablets of the room, the first paired first.
func paired(m school.Moment) []Station {
	all := Stations.Sorted(m.Snapshot, func(a, b Station) int { return a.PairedAt.Compare(b.PairedAt) })
	return slices.DeleteFunc(all, func(s Station) bool { return !s.in(m) })
}

// AtStation is a tablet as an actor: it serves the class that is in the room
// now. ok is false where it was never paired or was taken out.
func AtStation(m school.Moment, id string) (a work.Actor, ok bool) {
	st, known := Stations.Get(m.Snapshot, id)
	if !known || !st.in(m) {
		return work.Actor{}, false
	}
	hand := school.Hands.The(m.Snapshot)
	classes, _, _ := hand.Serving(school.Bells.The(m.Snapshot), m.At.Local())
	return work.Actor{Role: work.Station, Name: st.Name, ID: st.ID, Classes: classes, Locked: hand.Locked, Since: st.PairedAt}, true
}
