package judge

import (
	"fmt"
	"strings"

	"enkaustos/core/fault"
	"enkaustos/core/work"
)

// inFull holds all that core writes down of coats, looks, firings, rulings and results against the
// events that said it. It says what is otherwise; "" where nothing is.
func (t *tale) inFull(s work.State) string {
	of := tables{}
	for i, c := range s.Coats {
		t.coats[i].inFull(&of, c)
	}
	if l := s.Cover; l != nil && t.cover != nil {
		e := t.cover.event
		of.same(fmt.Sprint(l.ID, l.Cover, l.Surface, l.At, l.By, l.Seen, *l.Saw), fmt.Sprint(e.ID, e.Cover, e.Surface, when(e), e.By, e.Seen, *e.Saw), "the look all round")
		of.same(l.Stands(), l.Lapsed == "" && e.Cover == "even", "that look stands")
	}
	if c := s.Check; c != nil && t.check != nil {
		e := t.check.event
		of.same(fmt.Sprint(c.ID, c.Verdict, c.Spots, c.Parts, c.At, c.By, c.Seen, *c.Saw), fmt.Sprint(e.ID, e.Verdict, e.Spots, e.Parts, when(e), e.By, e.Seen, *e.Saw), "the check of the foot")
		of.same(c.Stands(), c.Lapsed == "" && among(e.Verdict, "clean", "stained", "thin"), "that check stands")
	}
	for _, lapsed := range []string{lapsedOf(s.Cover), lapsedOf(s.Check)} {
		of.same(lapsed == "" || strings.Contains(lapsed, " "), true, "%q says why a look no longer counts,", lapsed)
	}
	for i, r := range s.Rulings {
		e := t.rulings[i].event
		of.same(fmt.Sprint(r.Code, r.Surface, r.Facts, r.Reason, r.By, r.At), fmt.Sprint(e.Code, e.Surface, e.Facts, e.Text, e.By, when(e)), "a ruling")
	}
	if f := s.Firing; f != nil {
		e, out := t.fire, work.Event{}
		if t.out {
			out = t.unload
		}
		of.same(fmt.Sprint(f.Load, f.Cone, f.At, f.Seq, f.Bisque, f.ID, f.Unloaded.UTC(), f.OutID), fmt.Sprint(e.Load, e.Cone, e.At, e.Seq, e.Bisque, e.ID, out.At.UTC(), out.ID), "its firing")
	}
	of.same(work.Words(s.Damages), t.said(t.harms, ""), "what broke")
	of.same(work.Words(s.Lost), t.said(t.lost, "a part"), "what is missing")
	for _, u := range s.Undone {
		of.says(u.Why, "why what was taken back counts")
	}
	of.same(s.LastCoat(), lastSeq(t.coats), "its last coat")
	of.same(s.Voided == 0 || s.VoidedBy != "", true, "what looks fell by is said")
	t.outcomeInFull(&of, s)
	if len(of.wrong) > 0 {
		return "in full: " + of.wrong[0]
	}
	return ""
}

func lapsedOf(l any) string {
	switch l := l.(type) {
	case *work.Look:
		if l != nil {
			return l.Lapsed
		}
	case *work.Check:
		if l != nil {
			return l.Lapsed
		}
	}
	return ""
}

func lastSeq(all []lay) (seq int64) {
	for _, c := range all {
		seq = max(seq, c.seq)
	}
	return seq
}

// said are the words in which somebody said what is wrong.
func (t *tale) said(ids []string, otherwise string) string {
	var all []string
	for _, id := range ids {
		what := t.words[id]
		if what == "" {
			what = otherwise
		}
		all = append(all, what)
	}
	return strings.Join(all, "; ")
}

// inFull is of one coat: what its first event said, and where it was gone on with, its last.
func (c lay) inFull(of *tables, core work.Coat) {
	e, last := c.of, c.last
	hand := e.Hand
	if hand == "" {
		hand = e.By
	}
	of.same(fmt.Sprint(core.ID, core.Seq, core.Surface, core.Glaze, core.By, core.Hand, core.How, core.DownToMM, core.Seconds, core.Density, core.Body, core.Settled, core.Doubts),
		fmt.Sprint(e.ID, e.Seq, c.surface, e.Glaze, e.By, hand, e.How, e.DownTo, e.Seconds, e.Density, e.Body, e.Settled, e.Doubts), "a coat")
	of.same(fmt.Sprint(core.At.UTC(), core.Told, core.Dated, core.Share, core.Part, core.LineMM), fmt.Sprint(when(last).UTC(), !last.Done.IsZero(), !last.Done.IsZero() && !last.Exact, last.Share, last.Part, last.Line), "the last stroke of a coat")
}

// outcomeInFull is of what came out.
func (t *tale) outcomeInFull(of *tables, s work.State) {
	o := s.Outcome()
	if !t.inKiln || !t.out {
		return
	}
	var faults []string
	for _, f := range o.Faults {
		faults = append(faults, f.Surface+" "+f.Kind.Name())
		of.same(f.ID != "" && o.SoundOn(f.Surface), false, "a surface with a fault is sound")
	}
	came := map[string]string{"sound": "sound", "spoiled": "spoiled", "stuck": "stuck to its shelf", "broken": "broken", "joined": "joined afterwards"}[t.rest.came]
	all := faults
	if came != "" {
		all = append([]string{came}, faults...)
	}
	if moved := map[string]string{"little": "moved a little", "band": "moved to the bare band", "shelf": "ran onto the shelf"}[t.rest.flow]; moved != "" {
		all = append(all, "the glaze "+moved)
	}
	says := strings.Join(all, "; ")
	if says == "" {
		says = "not looked at yet"
	}
	of.same(o.Says(func(id string) string { return id }), says, "what came out, in words")
	judged := t.rest.came != "" || len(faults) > 0
	of.same(o.SoundOn("nowhere"), judged && o.Came != fault.Spoiled, "a surface without a fault is sound")
	of.same(o.Tells(), len(faults) > 0 || among(t.rest.came, "sound", "joined", "broken"), "it tells of causes")
	of.same(o.Harm, t.broke, "the harm that it took")
	if last := t.rest.judged; last.ID != "" {
		of.same(fmt.Sprint(o.At, o.By, o.Seq), fmt.Sprint(when(last), last.By, last.Seq), "who said so, and when")
	}
	for i, f := range t.rest.flawIDs {
		of.same(o.Faults[i].ID, f, "which event noted a fault")
	}
}
