package internal_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

const module = "enkaustos/"

// rooms are the capabilities: each knows core, the kernel and what stands between,
// and no other room.
var rooms = []string{"bench", "desk", "door", "gate", "grades", "house", "kiln", "lessons", "lists", "live", "results", "room", "stock", "term", "today", "trust", "wall"}

// below says what each package of internal may import of internal; core may be
// imported by all of them. What is not named here is a tool of the tests.
var below = map[string][]string{
	"store":    {},
	"photo":    {},
	"exchange": {"letters"},
	"sheets":   {"letters"},
	"letters":  {},
	"qr":       {},
	"guard":    {},
	"upkeep":   {"school"},
	"contract": {},
	"school":   {"letters", "store", "photo"},
	"view":     {"contract", "exchange", "school"},
	"api":      append([]string{"contract", "guard", "letters", "photo", "qr", "school", "view"}, rooms...),
	"demo":     append([]string{"contract", "school", "view"}, rooms...),
	"rack":     {},
	"findings": {},
	"mutate":   {},
	"kept":     {}, // for tests alone, of core too
	"judge":    {"mutate"},
	"cold":     {"api", "contract", "demo", "school"},
	"foresee":  {"packed"},
	"packed":   {},
	"storm":    {"contract", "demo"},
	// The big school is made through the contract; its command serves one to make it by.
	"bigschool": {"api", "contract", "demo", "school"},
}

// imports are the imports of the packages below a folder, by package, tests left out.
func imports(t *testing.T, root string) map[string][]string {
	all := map[string][]string{}
	require.NoError(t, filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		if err != nil {
			return err
		}
		from := filepath.ToSlash(filepath.Dir(strings.TrimPrefix(path, "../")))
		for _, i := range file.Imports {
			if to := strings.Trim(i.Path.Value, `"`); !slices.Contains(all[from], to) {
				all[from] = append(all[from], to)
			}
		}
		return nil
	}))
	return all
}

// Arrows point one way: rooms to the kernel, the kernel to the disk, all of them to
// core, and core to nothing of the application; no room knows another, and who
// assembles them knows nothing of the disk.
func TestArrowsPointOneWay(t *testing.T) {
	walked := 0
	for from, all := range imports(t, "../core") {
		for _, to := range all {
			walked++
			require.False(t, strings.HasPrefix(to, module) && !strings.HasPrefix(to, module+"core/"), "%s imports %s", from, to)
		}
	}
	for from, all := range imports(t, "../internal") {
		name, _, _ := strings.Cut(strings.TrimPrefix(from, "internal/"), "/")
		allowed, known := below[name]
		if slices.Contains(rooms, name) {
			allowed, known = []string{"contract", "exchange", "guard", "photo", "qr", "school", "sheets", "view"}, true
		}
		require.True(t, known, "%s is in no place: say in this test what it may import", from)
		for _, to := range all {
			walked++
			inside, ok := strings.CutPrefix(to, module+"internal/")
			inside, _, _ = strings.Cut(inside, "/")
			if ok && inside != name {
				require.Contains(t, allowed, inside, "%s imports %s", from, to)
			}
		}
	}
	for from, all := range imports(t, "../cmd") {
		for _, to := range all {
			walked++
			require.NotContains(t, []string{module + "internal/rack", module + "internal/storm", module + "internal/bigschool", module + "internal/findings", module + "internal/mutate", module + "internal/kept"}, to, from)
		}
	}
	require.Greater(t, walked, 300, "it walked the whole tree")
}

// No type is a door to everything: the widest has some fifteen exported methods.
func TestNoTypeIsTooWide(t *testing.T) {
	const most = 16
	for _, root := range []string{"../core", "../internal"} {
		require.NoError(t, filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
			if err != nil || !d.IsDir() || filepath.Base(path) == "contract" {
				return err
			}
			width := map[string]int{}
			files, err := filepath.Glob(filepath.Join(path, "*.go"))
			if err != nil {
				return err
			}
			for _, name := range files {
				if strings.HasSuffix(name, "_test.go") {
					continue
				}
				file, err := parser.ParseFile(token.NewFileSet(), name, nil, parser.SkipObjectResolution)
				if err != nil {
					return err
				}
				for _, decl := range file.Decls {
					if f, ok := decl.(*ast.FuncDecl); ok && f.Recv != nil && f.Name.IsExported() {
						width[receiver(f.Recv.List[0].Type)]++
					}
				}
			}
			for name, n := range width {
				if ast.IsExported(name) {
					require.LessOrEqual(t, n, most, "%s.%s", path, name)
				}
			}
			return nil
		}))
	}
}

func receiver(e ast.Expr) string {
	switch v := e.(type) {
	case *ast.StarExpr:
		return receiver(v.X)
	case *ast.IndexExpr:
		return receiver(v.X)
	case *ast.Ident:
		return v.Name
	}
	return ""
}
