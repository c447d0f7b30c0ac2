// Command mutate measures what the tests of core are worth: it breaks core in seeded
// places, one at a time, and counts how many of the breaks a test catches. The source
// is never touched: the go command reads the broken file through an overlay.
package main

import (
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"math/rand"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"time"
)

func main() {
	seed := flag.Int64("seed", 2026, "which places")
	places := flag.Int("places", 200, "how many")
	enough := flag.Int("enough", 190, "how many have to be caught")
	flag.Parse()
	all, err := breaks("core")
	if err != nil {
		fail(err)
	}
	random := rand.New(rand.NewSource(*seed)) //nolint:gosec // a sample, no secret
	random.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	needs, err := dependents()
	if err != nil {
		fail(err)
	}
	report(all, needs, *seed, *places, *enough)
}

func fail(err error) {
	fmt.Fprintln(os.Stderr, err)
	os.Exit(1)
}

func report(all []broken, needs map[string][]string, seed int64, places, enough int) {
	var survivors []broken
	caught, void := 0, 0
	for _, b := range all {
		if caught+len(survivors) == places {
			break
		}
		switch verdict := b.try(needs); verdict {
		case "void":
			void++ // it does not compile: nothing that anybody could write by mistake
		case "caught":
			caught++
		default:
			survivors = append(survivors, b)
		}
		fmt.Fprintf(os.Stderr, "\r%d of %d, %d caught", caught+len(survivors), places, caught)
	}
	slices.SortFunc(survivors, func(a, b broken) int { return strings.Compare(a.String(), b.String()) })
	fmt.Printf(`# What the tests of core are worth

Written by %[1]smake mutate%[1]s on %[2]s. Core is broken in %[3]d places, drawn from %[4]d by
seed %[5]d: conditions, figures, signs and dropped fields, one at a time. The tests of
the package and of the ones that use it run on each. **%[6]d of %[3]d were caught**; %[7]d more
did not compile and are not counted.
`, "`", time.Now().Format("2 January 2006"), caught+len(survivors), len(all), seed, caught, void)
	if len(survivors) > 0 {
		fmt.Print("\nNot caught:\n\n| where | from | to |\n|---|---|---|\n")
		for _, b := range survivors {
			fmt.Printf("| %s:%d | `%s` | `%s` |\n", b.file, b.line, b.from, b.to)
		}
	}
	if caught < enough {
		fail(fmt.Errorf("\n%d of %d were caught, %d have to be", caught, places, enough))
	}
}

// broken is one place with something else written in it.
type broken struct {
	file     string
	line     int
	from, to string
	start    int // bytes into the file
	end      int
}

func (b broken) String() string { return fmt.Sprintf("%s:%05d %s", b.file, b.line, b.from) }

// swapped says what a mistaken hand writes for a sign.
var swapped = map[token.Token]token.Token{
	token.EQL: token.NEQ, token.NEQ: token.EQL, token.LSS: token.LEQ, token.LEQ: token.LSS,
	token.GTR: token.GEQ, token.GEQ: token.GTR, token.LAND: token.LOR, token.LOR: token.LAND,
	token.ADD: token.SUB, token.SUB: token.ADD, token.MUL: token.QUO, token.QUO: token.MUL,
}

// breaks are all places of a folder that can be broken.
func breaks(root string) (all []broken, err error) {
	err = filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		text, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		files := token.NewFileSet()
		file, err := parser.ParseFile(files, path, text, parser.SkipObjectResolution)
		if err != nil {
			return err
		}
		add := func(from, to token.Pos, with string) {
			at, end := files.Position(from), files.Position(to).Offset
			all = append(all, broken{path, at.Line, strings.Join(strings.Fields(string(text[at.Offset:end])), " "), with, at.Offset, end})
		}
		ast.Inspect(file, func(n ast.Node) bool { return place(n, add) })
		return nil
	})
	return all, err
}

// place breaks one node, where it is one that can be broken.
func place(n ast.Node, add func(from, to token.Pos, with string)) bool {
	switch n := n.(type) {
	case *ast.ImportSpec:
		return false
	case *ast.BinaryExpr:
		if to, ok := swapped[n.Op]; ok {
			add(n.OpPos, n.OpPos+token.Pos(len(n.Op.String())), to.String())
		}
	case *ast.BasicLit:
		switch n.Kind {
		case token.INT:
			add(n.Pos(), n.End(), "("+n.Value+" + 1)")
		case token.FLOAT:
			add(n.Pos(), n.End(), "("+n.Value+" * 1.25)")
		}
	case *ast.UnaryExpr:
		if n.Op == token.NOT || n.Op == token.SUB {
			add(n.OpPos, n.OpPos+1, " ")
		}
	case *ast.CompositeLit:
		for i, e := range n.Elts {
			if pair, ok := e.(*ast.KeyValueExpr); ok && i+1 < len(n.Elts) {
				if _, field := pair.Key.(*ast.Ident); field {
					add(pair.Pos(), n.Elts[i+1].Pos(), "")
				}
			}
		}
	}
	return true
}

// try runs the tests on the broken source.
func (b broken) try(needs map[string][]string) (verdict string) {
	dir, err := os.MkdirTemp("", "mutate")
	if err != nil {
		fail(err)
	}
	defer func() { _ = os.RemoveAll(dir) }()
	text, err := os.ReadFile(b.file)
	if err != nil {
		fail(err)
	}
	other := filepath.Join(dir, filepath.Base(b.file))
	whole, err := filepath.Abs(b.file)
	if err != nil {
		fail(err)
	}
	overlay, _ := json.Marshal(map[string]map[string]string{"Replace": {whole: other}})
	err = os.WriteFile(other, slices.Concat(text[:b.start], []byte(b.to), text[b.end:]), 0o600)
	if err == nil {
		err = os.WriteFile(filepath.Join(dir, "overlay.json"), overlay, 0o600)
	}
	if err != nil {
		fail(err)
	}
	run := func(args ...string) bool {
		ctx, stop := context.WithTimeout(context.Background(), 5*time.Minute)
		defer stop()
		return exec.CommandContext(ctx, "go", append([]string{args[0], "-overlay", filepath.Join(dir, "overlay.json")}, args[1:]...)...).Run() == nil
	}
	defer forget()
	own := "./" + filepath.ToSlash(filepath.Dir(b.file))
	switch {
	case !run("build", own):
		return "void"
	case !run("test", "-failfast", own):
		return "caught"
	case len(needs[own]) > 0 && !run(append([]string{"test", "-failfast"}, needs[own]...)...):
		return "caught"
	}
	return "survived"
}

// forget throws away the cases that broke a broken core: the whole one stands them.
func forget() {
	kept, _ := filepath.Glob("core/*/testdata/rapid")
	for _, dir := range kept {
		_ = os.RemoveAll(dir)
	}
}

// dependents are the packages of core that use a package, directly or not.
func dependents() (map[string][]string, error) {
	text, err := exec.Command("go", "list", "-test", "-f", "{{.ImportPath}} {{join .Deps \" \"}}", "./core/...").Output()
	if err != nil {
		return nil, err
	}
	needs := map[string][]string{}
	for line := range strings.Lines(string(text)) {
		fields := strings.Fields(line)
		user, ok := strings.CutSuffix(fields[0], ".test")
		if !ok {
			continue
		}
		for _, used := range fields[1:] {
			short, inside := strings.CutPrefix(used, "enkaustos/")
			if inside && strings.HasPrefix(short, "core/") && used != user && !strings.Contains(used, "_test") {
				needs["./"+short] = append(needs["./"+short], "./"+strings.TrimPrefix(user, "enkaustos/"))
			}
		}
	}
	return needs, nil
}
