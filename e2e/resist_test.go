package e2e

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
	"enkaustos/internal/rack"
)

// Wax and latex are logged where the work is: at the tablet before the first coat, at the bench for
// all at once, in the record; latex is peeled there. A piece that came out is photographed.
func TestResistIsLoggedWhereTheWorkIs(t *testing.T) {
	s, p, tablet := beforeTheFirstCoat(t)
	c := client(t, s.url)
	ring := func(student string) contract.SurfaceState {
		all := pieceOf(t, c, s.url, student, "Tide-pool bowl").Surfaces
		return all[slices.IndexFunc(all, func(x contract.SurfaceState) bool { return x.Name == "Lip" })]
	}
	keeps := func(student, what string) {
		t.Helper()
		require.Eventually(t, func() bool {
			k := ring(student).Keeps
			return k == nil && what == "" || k != nil && string(*k) == what
		}, patience, moment)
	}
	plan := func(student, resist string) {
		p.goTo("/plan/" + pieceOf(t, c, s.url, student, "Tide-pool bowl").Id)
		p.click(".surfaces button", "Lip")
		p.choose("Resist", resist)
		require.Eventually(t, func() bool { r := ring(student).Resist; return r != nil && string(*r) == resist }, patience, moment)
	}
	plan("Ilo N.", "wax")
	tablet.see(".resist", "First wax: Lip")
	tablet.see(".resist", "ventilate")
	tablet.click(".resist button", "Wax is on")
	tablet.gone(".resist", "wax")
	keeps("Ilo N.", "wax")

	plan("Ilo D.", "latex")
	p.choose("Class", "7 Plover")
	p.goTo("/bench")
	p.see(".ready", "1 surface waits for latex before the first coat. Latex: ask about allergies.")
	p.click(".ready button", "Log latex on all 1")
	keeps("Ilo D.", "latex")
	p.clickX(cell(pieceOf(t, c, s.url, "Ilo D.", "Tide-pool bowl"), "Lip") + `[contains(., "latex is on")]`)
	p.click(".el-dialog__headerbtn", "")
	p.clickX(`//button[@aria-label="Record of Ilo D."]`)
	p.click(".el-drawer button", "Log it as peeled")
	p.see(".el-drawer", "Peeled the Lip")
	keeps("Ilo D.", "")
	p.choose("Resisted surface", "Resist on: Interior")
	p.click(".resisted", "Log it")
	p.see(".el-drawer", "Resisted the Interior with latex")

	_, shot := rackFile(t, rack.Options{Seed: 5, Columns: 1, Rows: 1, Kelvin: 5000})
	p.choose("Class", "All classes")
	p.goTo("/results/pieces")
	p.see(".card button", "Photograph")
	p.upload(shot)
	p.see(".notice", "the photograph is in its record")
	p.see(".card .photo img", "")
}
