package cold

import (
	"fmt"
	"maps"
	"net/http"
	"slices"
	"time"

	"enkaustos/core/work"
	"enkaustos/internal/school"
)

// body is a request's JSON.
type body = map[string]any

// change does one thing that a room does, likely or not. A refusal is a sentence; a broken server is
// an error.
func (r *run) change() error {
	m := r.school.Now()
	role, method, path, with, kind := "teacher", "POST", "/events", any(nil), ""
	switch n := r.IntN(100); {
	case n < 72:
		e := r.event(m)
		kind, with = string(e["kind"].(work.Kind)), body{"events": []body{e}}
		if entry, _ := work.Of(e["kind"].(work.Kind)); entry.By == work.Station && e["done"] == nil && r.IntN(3) == 0 {
			role = "station"
			if r.IntN(3) == 0 {
				e["ageMS"] = 1000 * r.IntN(3600)
			}
		}
	case n < 77:
		p := m.Pieces[oneKey(r, m.Pieces)]
		kind, method, path, with = "plan", "PUT", "/pieces/"+p.ID+"/plan", body{"revision": p.Plan.Revision, "choices": r.choices(m, p)}
	case n < 83:
		kind, path, with = r.kiln(m)
	case n < 86:
		kind, method, path, with = "jar", "PUT", "/glazes/"+oneKey(r, school.Glazes.All(m.Snapshot)), body{"level": float64(r.IntN(101)) / 100}
	case n < 88:
		kind, path, with = "stirred", "/glazes/stirred", body{"codes": []string{oneKey(r, school.Glazes.All(m.Snapshot))}}
	case n < 90:
		kind, method, path, with = "damp", "PUT", "/room/damp", body{"damp": r.IntN(2) == 0}
	case n < 92:
		kind, method, path, with = "rules", "PUT", "/rules", body{"values": one(r, map[string]string{"coats": "2"}, map[string]string{"coats": "3"}, map[string]string{"band": "8"}, map[string]string{"kilnDry": "14"}, map[string]string{"recoat": "damp"}, map[string]string{"recoat": "dry"})}
	case n < 94:
		p := m.Pieces[oneKey(r, m.Pieces)]
		kind, path, with = "approval", "/approvals", body{"words": []body{{"piece": p.ID, "revision": max(1, p.Plan.Revision), "verdict": one(r, "approved", "returned"), "note": "look again"}}}
	case n < 96:
		kind, method, path, with = "room", "PUT", "/room", body{"class": oneKey(r, school.Classes.All(m.Snapshot))}
	case n < 98:
		kind, method, path, with = "assignment", "PATCH", "/assignments/"+oneKey(r, m.Assignments), one(r, body{"cone": "6"}, body{"cone": "04"}, body{"released": true}, body{"due": m.At.AddDate(0, 0, 20).Format(time.DateOnly)})
	default:
		kind, path, with = "doubt", "/glazes/"+oneKey(r, school.Glazes.All(m.Snapshot))+"/doubts", body{"what": one(r, "contaminated", "mislabelled"), "since": m.At.Add(-time.Duration(r.IntN(60)) * time.Hour)}
	}
	status, text, err := r.send(role, method, path, with)
	switch {
	case err != nil:
		return err
	case status >= 500:
		return fmt.Errorf("seed %d, change %d: %s %s as %s answered %d %s to %v", r.Seed, r.Changes, method, path, role, status, text, with)
	case status == http.StatusBadRequest:
		return fmt.Errorf("seed %d: %s %s does not ask as the contract says: %s", r.Seed, method, path, text)
	case status >= 300:
		r.Refused++
	default:
		r.Kinds[kind]++
	}
	r.Changes++
	return nil
}

// event draws something that happens to a piece: often its next stroke, or a look at it.
func (r *run) event(m school.Moment) body {
	p := m.Pieces[oneKey(r, m.Pieces)]
	v := m.Survey(p)
	r.n++
	e := body{"id": fmt.Sprintf("cold-%d-%06d", r.Seed, r.n), "piece": p.ID, "seen": p.State.Seq, "saw": v.Sight}
	surface := one(r, p.Body.Surfaces...).ID
	set := func(kind work.Kind, more body) body {
		e["kind"] = kind
		for k, v := range more {
			e[k] = v
		}
		return e
	}
	if r.IntN(2) == 0 {
		for _, s := range v.Surfaces {
			if len(s.Left) > 0 {
				stroke := s.Left[0].Event(s.ID)
				more := body{"glaze": stroke.Glaze}
				if stroke.How == work.Dipped {
					more["how"], more["surfaces"], more["downTo"], more["seconds"] = stroke.How, stroke.Over, stroke.DownTo, stroke.Seconds
				} else {
					more["surface"] = s.ID
				}
				if r.IntN(12) == 0 {
					more["done"] = m.At.Add(-time.Duration(1+r.IntN(200)) * time.Hour)
				}
				return set(work.Coated, more)
			}
		}
	}
	switch r.IntN(15) {
	case 0:
		return set(work.Cleaned, body{"text": one(r, "", "rinse", "before", "not")})
	case 1:
		return set(work.BoneDry, nil)
	case 2:
		return set(work.Coated, body{"surface": surface, "glaze": oneKey(r, school.Glazes.All(m.Snapshot)), "felt": one(r, "thin", "right", "thick")})
	case 3:
		return set(work.Wiped, body{"surface": surface, "back": r.IntN(2)})
	case 4:
		return set(work.TouchDry, body{"surface": surface, "text": one(r, "", "wet")})
	case 5:
		return set(work.Patched, body{"surface": surface})
	case 6:
		return set(work.Moved, body{"place": one(r, work.OwnPlace, work.ReadyShelf)})
	case 7:
		return set(work.Damaged, body{"text": "rim"})
	case 8:
		return set(work.Repaired, body{"text": "sanded wet"})
	case 9, 10:
		of := slices.Clone(p.State.Coats)
		if len(of) == 0 {
			return set(work.Absent, nil)
		}
		return set(work.Undone, body{"undoes": one(r, of...).ID})
	case 11:
		return set(work.Refired, body{"text": "mended"})
	case 12, 13:
		return set(work.Covered, body{"cover": one(r, "even", "even", "even", "bald")})
	}
	return set(work.Checked, body{"verdict": one(r, "clean", "clean", "clean", "stained", "left")})
}

// choices draws a plan.
func (r *run) choices(m school.Moment, p *school.Piece) (all []body) {
	for _, s := range p.Body.Surfaces {
		bare := s.Stands || s.Seat || r.IntN(6) == 0
		stack := []body{}
		if !bare {
			stack = append(stack, body{"glaze": oneKey(r, school.Glazes.All(m.Snapshot)), "coats": 1 + r.IntN(3)})
		}
		all = append(all, body{"surface": s.ID, "bare": bare, "stack": stack})
	}
	return all
}

// kiln takes some load one step on, or opens one.
func (r *run) kiln(m school.Moment) (kind, path string, with any) {
	for _, l := range school.LoadsInOrder(m.Snapshot) {
		switch {
		case !l.UnloadedAt.IsZero() || r.IntN(3) == 0:
		case l.FiredAt.IsZero():
			return "fire", "/loads/" + l.ID + "/fire", nil
		case r.IntN(5) == 0:
			return "back", "/loads/" + l.ID + "/back", nil
		default:
			return "unload", "/loads/" + l.ID + "/unload?why=drill", nil
		}
	}
	var waiting []body
	cone := ""
	for _, id := range slices.Sorted(maps.Keys(m.Pieces)) {
		p := m.Pieces[id]
		w := m.WorkOf(p)
		if next := string(w.Next()); m.Survey(p).Verdict.Waits() && (cone == "" || cone == next) && len(waiting) < 5 {
			cone, waiting = next, append(waiting, body{"id": id, "seen": p.State.Seq})
		}
	}
	if len(waiting) == 0 {
		return "stirred", "/glazes/stirred", body{"codes": []string{oneKey(r, school.Glazes.All(m.Snapshot))}}
	}
	return "load", "/loads", body{"cone": cone, "pieces": waiting}
}
