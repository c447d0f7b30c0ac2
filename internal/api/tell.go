package api

import (
	"fmt"
	"strings"

	"enkaustos/core/work"
	"enkaustos/internal/studio"
)

// tell says what an event was, as a line of the piece's record.
func tell(e work.Event, p studio.Piece) string {
	line := tellWork(e, p)
	if line == "" {
		line = tellFate(e)
	}
	if line == "" {
		line = tellKiln(e)
	}
	if !e.Done.IsZero() {
		line += ", entered afterwards"
	}
	return line
}

// with puts words behind a head: "Damaged: rim"; the head alone without words.
func with(head, words string) string { return strings.TrimSuffix(head+": "+words, ": ") }

// tellWork is what hands did to the glaze, and what eyes found.
func tellWork(e work.Event, p studio.Piece) string {
	on, _ := p.Body.Surface(e.Surface)
	switch e.Kind {
	case work.BoneDry:
		return "Felt, and bone dry"
	case work.Coated:
		line := fmt.Sprintf("Coat of %s on the %s", e.Glaze, on.Name)
		if e.Felt != "" && e.Felt != work.Right {
			line += ", felt " + string(e.Felt)
		}
		if e.Doubts != "" {
			line += "; the same or the next?"
		}
		return line
	case work.Felted:
		return "The coat felt " + string(e.Felt)
	case work.Answered:
		return map[string]string{work.SameCoat: "It was the same coat, logged twice", work.NextCoat: "It was the next coat"}[e.Text]
	case work.Patched:
		return fmt.Sprintf("Patched a spot on the %s", on.Name)
	case work.TouchDry:
		if e.Text == work.StillWet {
			return fmt.Sprintf("Touched the %s: still wet", on.Name)
		}
		return fmt.Sprintf("Touched the %s: dry", on.Name)
	case work.Resisted:
		return fmt.Sprintf("Resisted the %s with %s", on.Name, e.Text)
	case work.Peeled:
		return fmt.Sprintf("Peeled the %s", on.Name)
	case work.Wiped:
		if e.Back > 0 {
			return fmt.Sprintf("Wiped wet, %d off the %s", e.Back, on.Name)
		}
		return "Wiped wet"
	case work.Scraped:
		return fmt.Sprintf("Scraped, %d off the %s", e.Back, on.Name)
	case work.Covered:
		guide, _ := e.Cover.Guide()
		if on.Name != "" {
			return "Cover: " + guide.Name + ", on the " + on.Name
		}
		return "Cover: " + guide.Name
	case work.Checked:
		guide, _ := e.Verdict.Guide()
		return "Foot: " + guide.Name
	}
	return ""
}

// tellFate is what befell the piece as a whole.
func tellFate(e work.Event) string {
	switch e.Kind {
	case work.Undone:
		return "Took a step back"
	case work.Damaged:
		return with("Damaged", e.Text)
	case work.Repaired:
		return with("Repaired", e.Text)
	case work.Parted:
		return fmt.Sprintf("Came apart: glazed and fired in %d parts", e.Parts)
	case work.Missing:
		return with("A part is missing", e.Text)
	case work.Found:
		return "The part is back"
	case work.Nameless:
		return "No name can be read on it"
	case work.Named:
		return "Its name is on it again"
	case work.SetAside:
		return with("Set aside", e.Text)
	case work.TakenUp:
		return "Taken up again"
	case work.Absent:
		return "Its maker was absent"
	case work.Noted:
		return with("Note", e.Text)
	case work.Pictured:
		return "Photographed"
	case work.Moved:
		return map[work.Place]string{work.ReadyShelf: "Put on the ready shelf", work.OwnPlace: "Put in its own place", work.Cart: "Put on the cart"}[e.Place]
	case work.LeftRoom:
		return with("Left the room", e.Text)
	case work.CameBack:
		return with("Came back", e.Text)
	}
	return ""
}

// tellKiln is what the kiln did, and what came of it.
func tellKiln(e work.Event) string {
	switch e.Kind {
	case work.Prepared:
		return map[string]string{work.OnStilts: "Goes on stilts", work.OnCookie: "Goes on a cookie", work.OnWash: "Its shelf gets kiln wash"}[e.Text]
	case work.Ruled:
		return fmt.Sprintf("Overruled %s: %s", strings.ReplaceAll(e.Code, "-", " "), e.Text)
	case work.Loaded:
		return "Into a load"
	case work.TakenOut:
		return "Out of the load"
	case work.Fired:
		return "Fired to cone " + string(e.Cone)
	case work.Unloaded:
		return "Out of the kiln"
	case work.Opined:
		return with("Opinion", e.Text)
	case work.Graded:
		return fmt.Sprintf("Quality %d", e.Mark)
	}
	return string(e.Kind)
}
