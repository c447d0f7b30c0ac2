package plan_test

import (
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// The codes are a promise to whoever reads docs/findings.md: every code that
// core can say is listed there, and nothing is listed that it cannot say.
func TestEveryCodeIsListed(t *testing.T) {
	said := map[string]bool{}
	for _, folder := range []string{".", "../ready"} {
		files, err := filepath.Glob(filepath.Join(folder, "*.go"))
		require.NoError(t, err)
		for _, name := range files {
			if strings.HasSuffix(name, "_test.go") {
				continue
			}
			source, err := os.ReadFile(name)
			require.NoError(t, err)
			for _, hit := range regexp.MustCompile(`Code(?:: |\s*=\s*|, [a-zA-Z., ]+ = )"([a-z-]+)"`).FindAllStringSubmatch(string(source), -1) {
				said[hit[1]] = true
			}
		}
	}
	require.Greater(t, len(said), 15)
	text, err := os.ReadFile("../../docs/findings.md")
	require.NoError(t, err)
	listed := map[string]bool{}
	for _, row := range regexp.MustCompile("(?m)^\\| (`.+?) \\|").FindAllStringSubmatch(string(text), -1) {
		for _, code := range regexp.MustCompile("`([a-z-]+)`").FindAllStringSubmatch(row[1], -1) {
			listed[code[1]] = true
		}
	}
	require.Equal(t, said, listed)
}
