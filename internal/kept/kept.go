// Package kept is for tests that hold many answers against the ones that were looked at: each is
// a line with what it is, a few words, and a digest of all that it says.
package kept

import (
	"fmt"
	"hash/fnv"
	"regexp"
	"strings"

	"github.com/davecgh/go-spew/spew"
)

var whole = spew.ConfigState{Indent: " ", SortKeys: true, DisableMethods: true, DisablePointerAddresses: true, DisableCapacities: true}

// address is where a function lies: that changes with every build.
var address = regexp.MustCompile(`\) 0x[0-9a-f]+`)

// Page is the page of such lines.
type Page struct{ strings.Builder }

// Add writes a line: what the answer is, in words, and a digest of the answers, their private fields
// too. An answer that is otherwise than it was shows as another digest: print it to see what changed.
func (p *Page) Add(words string, answers ...any) {
	digest := fnv.New64a()
	_, _ = digest.Write(address.ReplaceAll([]byte(whole.Sdump(answers...)), nil))
	fmt.Fprintf(p, "%s #%016x\n", words, digest.Sum64())
}
