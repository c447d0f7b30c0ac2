package matter_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/matter"
)

// Every matter says what it is, once, and enough of it: what keeps pieces out of the
// kiln is said of one and of many, what a plan is stopped by waits at the plan, and
// every matter is said somewhere.
func TestTheRegisterIsWhole(t *testing.T) {
	seen := map[matter.Code]bool{}
	for _, m := range matter.All() {
		require.False(t, seen[m.Code], "%s stands twice", m.Code)
		seen[m.Code] = true
		require.NotEmpty(t, m.Means, m.Code)
		require.NotEmpty(t, m.About, m.Code)
		require.True(t, len(m.Weighs) > 0 || m.Waits != "" || m.Laid, "%s is said nowhere", m.Code)
		require.Equal(t, len(m.Weighs) > 0, m.Settled != "", "%s: what is found in a plan is settled somewhere", m.Code)
		if m.Code.Weight() == matter.Stop && len(m.Weighs) > 0 {
			require.Equal(t, matter.Plan, m.Waits, m.Code)
		}
		if m.Waits != "" {
			require.NotEmpty(t, m.One, m.Code)
			require.NotEmpty(t, m.Many, m.Code)
			require.Equal(t, m.One, m.Code.One())
		} else {
			require.Empty(t, m.Firm, "%s keeps nothing out of the kiln", m.Code)
		}
		require.True(t, m.Eyes == "" || m.Waits == matter.Foot, "%s: eyes look at the gate", m.Code)
	}
	_, ok := matter.Of("no-such-matter")
	require.False(t, ok)
	require.Equal(t, matter.Stop, matter.Code("no-such-matter").Weight(), "what nobody registered stops")
}

// Nobody says what is not in the register, and nothing is in it that nobody says: the
// checks name matters by their constants, never by a text.
func TestChecksSayWhatIsRegistered(t *testing.T) {
	said := map[string]bool{}
	constants := map[string]matter.Code{}
	walk(t, ".", func(n ast.Node) {
		if spec, ok := n.(*ast.ValueSpec); ok && len(spec.Values) == 1 {
			if lit, ok := spec.Values[0].(*ast.BasicLit); ok {
				if id, ok := spec.Type.(*ast.Ident); ok && id.Name == "Code" {
					constants[spec.Names[0].Name] = matter.Code(strings.Trim(lit.Value, `"`))
				}
			}
		}
	})
	for _, folder := range []string{"../plan", "../fits", "../ready", "../bench", "../../internal/bench"} {
		walk(t, folder, func(n ast.Node) {
			switch n := n.(type) {
			case *ast.KeyValueExpr:
				key, _ := n.Key.(*ast.Ident)
				lit, text := n.Value.(*ast.BasicLit)
				require.False(t, key != nil && key.Name == "Code" && text && lit.Kind == token.STRING, "%s names a matter by a text", folder)
			case *ast.SelectorExpr:
				if x, ok := n.X.(*ast.Ident); ok && x.Name == "matter" {
					said[n.Sel.Name] = true
				}
			}
		})
	}
	require.Greater(t, len(constants), 60)
	for name, code := range constants {
		_, ok := matter.Of(code)
		require.True(t, ok, "%s is not in the register", name)
		require.True(t, said[name], "%s is in the register, and no check says it", name)
	}
	require.Len(t, constants, len(matter.All()))
}

func walk(t *testing.T, folder string, visit func(ast.Node)) {
	files, err := filepath.Glob(filepath.Join(folder, "*.go"))
	require.NoError(t, err)
	require.NotEmpty(t, files)
	for _, name := range files {
		if strings.HasSuffix(name, "_test.go") {
			continue
		}
		file, err := parser.ParseFile(token.NewFileSet(), name, nil, parser.SkipObjectResolution)
		require.NoError(t, err)
		ast.Inspect(file, func(n ast.Node) bool {
			if n != nil {
				visit(n)
			}
			return true
		})
	}
}
