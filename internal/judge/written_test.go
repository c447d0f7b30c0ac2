package judge_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/judge"
)

// What stands written in core is what the judge has written apart.
func TestWhatStandsWrittenIsTheSame(t *testing.T) {
	require.Empty(t, strings.Join(judge.Written(), "\n"))
}
