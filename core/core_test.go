package core_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// allowed are the only packages that core may import besides its own: pure
// computation, no way to reach a file, a socket, a database or a clock.
var allowed = map[string]bool{
	"cmp": true, "errors": true, "fmt": true, "maps": true, "math": true,
	"gonum.org/v1/gonum/mat": true, // least squares and inverses
	"regexp":                 true, // figures within a sentence
	"math/rand":              true, // only with a seed of ours: the same question gets the same answer
	"slices":                 true, "sort": true, "strconv": true, "strings": true, "time": true, "unicode": true,
}

// clock are the functions of package time that read or wait on the clock of
// the machine. core may name durations and moments, never ask for them.
var clock = map[string]bool{
	"Now": true, "Since": true, "Until": true, "Sleep": true, "After": true,
	"AfterFunc": true, "Tick": true, "NewTimer": true, "NewTicker": true,
}

func TestCoreStandsAlone(t *testing.T) {
	files := 0
	err := filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		files++
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		require.NoError(t, err)
		for _, imported := range file.Imports {
			name, _ := strconv.Unquote(imported.Path.Value)
			require.Truef(t, allowed[name] || strings.HasPrefix(name, "enkaustos/core/"), "%s imports %s", path, name)
		}
		ast.Inspect(file, func(n ast.Node) bool {
			if sel, ok := n.(*ast.SelectorExpr); ok {
				if pkg, ok := sel.X.(*ast.Ident); ok && pkg.Name == "rand" {
					require.Contains(t, []string{"New", "NewSource", "Rand"}, sel.Sel.Name, "%s draws from a source without a seed", path)
				}
				if pkg, ok := sel.X.(*ast.Ident); ok && pkg.Name == "time" {
					require.Falsef(t, clock[sel.Sel.Name], "%s reads the clock: time.%s", path, sel.Sel.Name)
				}
			}
			return true
		})
		return nil
	})
	require.NoError(t, err)
	require.Greater(t, files, 10, "the walk must have seen core")
}
