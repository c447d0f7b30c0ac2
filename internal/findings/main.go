// Command findings writes what the house can say where it is said again: as a table in
// docs/findings.md, and as the list of codes in the contract.
package main

import (
	"cmp"
	"fmt"
	"os"
	"regexp"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/matter"
	"enkaustos/core/work"
)

const (
	document = "docs/findings.md"
	contract = "api/openapi.yaml"
)

var line = regexp.MustCompile(`(?m)^    MatterCode: .*$`)

func main() {
	api, err := os.ReadFile(contract)
	if err == nil {
		err = os.WriteFile(contract, Contract(api), 0o644)
	}
	if err == nil {
		err = os.WriteFile(document, []byte(Document()), 0o644)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

// Contract is the contract with today's codes in it.
func Contract(text []byte) []byte {
	var codes []string
	for _, m := range matter.All() {
		codes = append(codes, string(m.Code))
	}
	return line.ReplaceAllLiteral(text, []byte("    MatterCode: { type: string, x-go-type: matter.Code, x-go-type-import: { path: enkaustos/core/matter }, enum: ["+strings.Join(codes, ", ")+"] }"))
}

// Document is docs/findings.md.
func Document() string {
	var out strings.Builder
	out.WriteString(head)
	table(&out, "Findings of a plan (`core/plan`)", []string{"code", "severity", "about", "settled at", "says"}, func(m matter.Matter) []string {
		if len(m.Weighs) == 0 {
			return nil
		}
		var weighs []string
		for _, w := range m.Weighs {
			weighs = append(weighs, string(w))
		}
		return []string{strings.Join(weighs, ", "), string(m.About), string(m.Settled), m.Means}
	})
	table(&out, "What keeps a piece out of the kiln (`core/ready`)", []string{"code", "where it is mended", "about", "overruled", "a piece", "says"}, func(m matter.Matter) []string {
		if m.Waits == "" {
			return nil
		}
		firm := map[matter.Firm]string{matter.Loose: "with a reason", matter.Always: "never", matter.UnlessOnStilts: "only on stilts"}[m.Firm]
		return []string{string(m.Waits), string(m.About), firm, m.One, m.Means}
	})
	out.WriteString(laid)
	table(&out, "Warnings of a coat as it goes on (`core/bench`)", []string{"code", "about", "says"}, func(m matter.Matter) []string {
		if !m.Laid {
			return nil
		}
		return []string{string(m.About), m.Means}
	})
	out.WriteString("\n## Doubts about a reading (`core/colour`)\n\nThey go with the colour wherever it is shown.\n\n| code | says |\n|---|---|\n")
	for _, f := range colour.Flags() {
		fmt.Fprintf(&out, "| `%s` | %s |\n", f.Flag, f.Means)
	}
	out.WriteString(events)
	for _, k := range work.Kinds() {
		e, _ := work.Of(k)
		var does []string
		for _, d := range []struct {
			is   bool
			says string
		}{{e.Wets, "wets"}, {e.Voids != "", "voids looks"}, {e.Works, "begins another stage"}, {e.Keeps, "stays"}} {
			if d.is {
				does = append(does, d.says)
			}
		}
		fmt.Fprintf(&out, "| `%s` | %s | %s | %s | %s |\n", k, cmp.Or(string(e.By), "server"), strings.Join(does, ", "), e.Time, e.Lifts)
	}
	return out.String()
}

func table(out *strings.Builder, title string, columns []string, row func(matter.Matter) []string) {
	fmt.Fprintf(out, "\n## %s\n\n| %s |\n|%s\n", title, strings.Join(columns, " | "), strings.Repeat("---|", len(columns)))
	for _, m := range matter.All() {
		if cells := row(m); cells != nil {
			fmt.Fprintf(out, "| `%s` | %s |\n", m.Code, strings.Join(cells, " | "))
		}
	}
}

const head = `# What the checks can say

Made from the register in core/matter by make generate. Every finding and blocker
carries a stable code, the surface, one sentence with its numbers, and a way out.
*stop*: may not be fired like this. *warn*: will probably disappoint. *note*: worth
knowing. Figures are common practice unless the text says otherwise, and all of them
follow the house rules. A code with two severities weighs as the first unless its
sentence says why it weighs as the second.
`

const events = `
## Events (core/work)

What comes first is asked of work.When: the place in the log, but for what was told afterwards
(entered for a lesson that is over, or sent late by a tablet), which comes where its time puts it.
*by its time*: what of the event goes by when it was really done; all else goes by its place in the
log. *a tablet lifts*: the reason against firing that a tablet may take away by it, and why it may;
no other event of a tablet takes any away (held by make judge).

| kind | the least who logs it | does | by its time | a tablet lifts |
|---|---|---|---|---|
`

const laid = `
A *stop* waits at the plan where the plan earns it, and at the bench where the coats
that are really on the piece earn it though the plan does not.

A blocker that is overruled stays so, with its reason on the piece and on its load,
until something happens to the piece again. *only on stilts*: where the house lays
glaze there and stilts are recorded.
`
