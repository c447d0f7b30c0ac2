package e2e

import (
	"fmt"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"
)

// A whole column by keyboard, two pieces left out: everyone else gets one coat,
// wet on the board, and one key takes a coat back.
func TestWholeClassWithExceptions(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.choose("Class", "7 Plover")
	p.goTo("/bench")
	p.see("h2", "Tide-pool bowl")
	count := func(selector string) int {
		n, err := p.Eval(`(s) => document.querySelectorAll(s).length`, selector)
		require.NoError(t, err)
		return n.Value.Int()
	}
	p.press(input.ArrowRight)
	p.press(input.ArrowLeft)
	p.press('a')
	p.see(".bar", "get their next coat")
	all := count("td.picked")
	require.Greater(t, all, 10)
	left := 0
	for left < 2 { // leave out the first two that would get a coat
		here := count("td.here.picked")
		p.press('x')
		left += here
		p.press(input.ArrowDown)
	}
	require.Equal(t, all-2, count("td.picked"))
	p.press(input.Enter)
	p.see(".notice", fmt.Sprintf("%d coats logged", all-2))
	require.Equal(t, all-2, count(".tally .wet"), "each of them wet")

	// One more on a wet one is kept, with a warning; then it is taken back.
	for count("td.here .tally .wet") == 0 || count("td.here .tally .next") == 0 {
		p.press(input.ArrowDown)
	}
	before := p.strokes()
	p.press(input.Space)
	p.see(".notice.warning", "the coat below is wet")
	require.Equal(t, before+1, p.strokes())
	p.press('u')
	require.Eventually(t, func() bool { return p.strokes() == before }, patience, moment)
	p.click(".demo button", "+5 min")
	require.Eventually(t, func() bool { return count(".tally .wet") == 0 }, patience, moment, "dry after the house's minutes")
}

// Where a school has more open than anybody oversees, the bench asks for a class
// first; a student who is looked for by name brings the class along.
func TestABigSchoolChoosesAClassFirst(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.MustEval(`async () => {
		for (const c of await (await fetch("/api/classes")).json())
			for (const name of ["First", "Second"]) {
				const answer = await fetch("/api/assignments", { method: "POST", headers: { "Content-Type": "application/json" },
					body: JSON.stringify({ class: c.id, name: name + " tile", form: "slab", measures: {}, cone: c.cone }) });
				if (!answer.ok) throw new Error(await answer.text());
			}
	}`)
	p.goTo("/bench")
	p.see("h2", "Which class is at the bench?")
	require.Zero(t, p.count("table"), "thousands of cells are not drawn")
	p.click(".choices button", "7 Plover")
	p.see("h2", "Tide-pool bowl")
	p.see(".class-switch", "7 Plover")
	p.choose("Class", "All classes")
	p.see("h2", "Which class is at the bench?")
	p.see(".rail", "Bench")
	p.press('/')
	p.write("Ilo V")
	p.press(input.Enter)
	p.see(".class-switch", "7 Plover")
	p.see("tr:has(td.here) th", "Ilo V.")
}
