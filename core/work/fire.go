package work

import (
	"slices"
	"time"
)

// firing is what the kiln does, and what comes of it.
var firing = []Entry{
	{Kind: Loaded, Fields: []string{"load", "seen"}, Keeps: true,
		Time: "how long the piece had dried",
		apply: func(s *State, e Event) {
			s.Load = &Loading{Load: e.Load}
			s.night(e.Happened(), false)
			if e.Seen < s.Voided {
				s.Load.Lapsed = s.VoidedBy + " before it was loaded"
			}
		},
		says: says("Into a load")},
	{Kind: TakenOut, By: Helper, Keeps: true,
		check: func(_ Event, sc Scene) *Refusal {
			return unless(sc.State.Load != nil && sc.State.Firing == nil, "stands in no load that could be changed.")
		},
		apply: func(s *State, _ Event) { s.Load = nil },
		says:  says("Out of the load")},
	{Kind: Fired, Fields: []string{"load", "cone", "bisque"}, Keeps: true,
		Time: "which coats that are told afterwards went through it",
		apply: func(s *State, e Event) {
			if s.out() { // whatever was undone since, no firing takes the place of another
				load := s.Load
				s.next(e, "it was fired again")
				s.Load = load
			}
			s.Firing = &Firing{Load: e.Load, Cone: e.Cone, At: e.At, Seq: e.Seq, Bisque: e.Bisque, ID: e.ID}
		},
		says: func(e Event, _ string) string {
			if e.Bisque {
				return "Fired to bisque, cone " + string(e.Cone)
			}
			return "Fired to cone " + string(e.Cone)
		}},
	{Kind: Unloaded, Words: true, Fields: []string{"load", "text"}, Keeps: true,
		apply: func(s *State, e Event) {
			s.Load = nil
			if s.Firing != nil {
				firing := *s.Firing
				firing.Unloaded, firing.OutID, firing.OutSeq = e.At, e.ID, e.Seq
				s.Firing = &firing
				if firing.Bisque {
					s.next(e, "it was fired to bisque")
				}
			}
		},
		says: words("Out of the kiln")},
	{Kind: Refired, Words: true, Fields: []string{"text", "cone"}, By: Helper,
		check: func(e Event, sc Scene) *Refusal {
			if e.Cone != "" && !e.Cone.Known() {
				return senseless("%q is no cone.", e.Cone)
			}
			if sc.State.again() && sc.State.Load == nil {
				return nil // work on it began already: now it is said for which cone
			}
			return outOfTheKiln(e, sc)
		},
		apply: func(s *State, e Event) {
			if s.out() {
				s.next(e, "it is made ready for another firing")
			}
			if s.again() {
				s.NextCone = e.Cone
			}
		},
		says: func(e Event, _ string) string {
			if e.Cone != "" {
				return words("To be fired again, to cone "+string(e.Cone))(e, "")
			}
			return words("To be fired again")(e, "")
		}},
	{Kind: Opined, Words: true, Fields: []string{"text", "again"}, By: Station,
		check: outOfTheKiln,
		apply: func(s *State, e Event) { s.Opinion = &Opinion{e.Text, e.Again, e.At} },
		says:  words("Opinion")},
}

// next begins another stage of the work: what lies on the piece is fired on, and looks,
// rulings and help were of the stage before.
func (s *State) next(e Event, why string) {
	s.Past = append(s.Past, *s.Firing)
	s.Firing, s.Load, s.NextCone = nil, nil, ""
	s.Cover, s.Check, s.Helps, s.Rulings, s.Undone = nil, nil, nil, nil, nil
	s.Opinion = nil
	s.CoverFaults, s.FootFaults = 0, 0
	s.LastWet, s.WetAt, s.FeltDry, s.BoneDry, s.Soaked, s.GlazeLeft = time.Time{}, time.Time{}, time.Time{}, false, false, false
	s.Wet, s.Felt, s.Bone, s.Sponged = When{}, When{}, When{}, nil
	s.Cleaning = Cleaning{}
	s.Latexed, s.Peeled, s.Waxed, s.Touches = nil, nil, nil, nil // nothing of it outlives the fire
	s.Voided, s.VoidedBy = e.Seq, why
}

// Unfired is the event to take back where a piece that was said to be fired in a load was not;
// none where it was not said, or came out since.
func (s *State) Unfired(load string) []string {
	if f := s.Firing; f != nil && f.Load == load && f.Unloaded.IsZero() {
		return []string{f.ID}
	}
	return nil
}

// StillInside lists the events to take back, the last first, where a piece that was said to be
// unloaded from a load still stands in it: what was said of how it came out, and that it did.
// None where it was not said, or anything else happened to the piece since.
func (s *State) StillInside(load string) []string {
	last := s.Firing
	if n := len(s.Past); last == nil && n > 0 {
		last = &s.Past[n-1]
	}
	if last == nil || last.Load != load || last.OutSeq != s.Seq {
		return nil
	}
	all := slices.Clone(last.Judged)
	slices.Reverse(all)
	return append(all, last.OutID)
}

// out says whether the piece went through a fire and is out of the kiln.
func (s *State) out() bool { return s.Firing != nil && !s.Firing.Unloaded.IsZero() }

// again says whether the piece is on its way into the fire once more, glazed and fired before.
func (s *State) again() bool {
	n := len(s.Past)
	return s.Firing == nil && n > 0 && !s.Past[n-1].Bisque
}

func outOfTheKiln(_ Event, sc Scene) *Refusal {
	return unless(sc.State.out(), "is not out of the kiln yet.")
}
