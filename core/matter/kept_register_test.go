package matter_test

import (
	"fmt"
	"strings"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/core/matter"
)

// What is known of each thing that can be said stays as it was looked at.
func TestTheRegisterStaysAsItIs(t *testing.T) {
	var page strings.Builder
	for _, m := range matter.All() {
		fmt.Fprintf(&page, "%+v\n", m)
	}
	golden.Assert(t, page.String(), "register.txt")
}
