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
	"go/importer"
	"go/parser"
	"go/token"
	"go/types"
	"io/fs"
	"math/rand"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"slices"
	"strconv"
	"strings"
	"sync"
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
	caught, void, survivors := tryAll(all, needs, places)
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

// tryAll breaks one place after the other, one a processor, until so many have compiled.
func tryAll(all []broken, needs map[string][]string, places int) (caught, void int, survivors []broken) {
	var lock sync.Mutex
	next := 0
	take := func() (b broken, ok bool) {
		lock.Lock()
		defer lock.Unlock()
		if next == len(all) || next-void == places {
			return b, false
		}
		next++
		return all[next-1], true
	}
	var hands sync.WaitGroup
	for range runtime.NumCPU() {
		hands.Go(func() {
			for b, ok := take(); ok; b, ok = take() {
				verdict := b.try(needs)
				lock.Lock()
				switch verdict {
				case "void":
					void++ // it does not compile: nothing that anybody could write by mistake
				case "caught":
					caught++
				default:
					survivors = append(survivors, b)
					fmt.Fprintf(os.Stderr, "\rnot caught: %s:%d %s -> %s\n", b.file, b.line, b.from, b.to)
				}
				fmt.Fprintf(os.Stderr, "\r%d of %d, %d caught", caught+len(survivors), places, caught)
				lock.Unlock()
			}
		})
	}
	hands.Wait()
	forget()
	return caught, void, survivors
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
	token.EQL: token.NEQ, token.NEQ: token.EQL, token.LAND: token.LOR, token.LOR: token.LAND,
	token.ADD: token.SUB, token.SUB: token.ADD, token.MUL: token.QUO, token.QUO: token.MUL,
}

// What is smaller is no figure: it is how near to a bound counts as on it.
const tolerance = 1e-3

// A count that meets its bound tells "less" from "at most"; a measured number never
// meets it to the last bit, so there the comparison is turned round.
var (
	offByOne = map[token.Token]token.Token{token.LSS: token.LEQ, token.LEQ: token.LSS, token.GTR: token.GEQ, token.GEQ: token.GTR}
	turned   = map[token.Token]token.Token{token.LSS: token.GEQ, token.LEQ: token.GTR, token.GTR: token.LEQ, token.GEQ: token.LSS}
)

// breaks are all places of a folder that can be broken.
func breaks(root string) (all []broken, err error) {
	known := token.NewFileSet()
	imports := importer.ForCompiler(known, "source", nil)
	err = filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
		if err != nil || !d.IsDir() {
			return err
		}
		found, err := packageBreaks(known, imports, path)
		all = append(all, found...)
		return err
	})
	return all, err
}

// packageBreaks are the places of one package.
func packageBreaks(known *token.FileSet, imports types.Importer, dir string) (all []broken, err error) {
	paths, err := filepath.Glob(filepath.Join(dir, "*.go"))
	if err != nil {
		return nil, err
	}
	var files []*ast.File
	for _, path := range paths {
		if strings.HasSuffix(path, "_test.go") {
			continue
		}
		file, err := parser.ParseFile(known, path, nil, parser.SkipObjectResolution)
		if err != nil {
			return nil, err
		}
		files = append(files, file)
	}
	said := types.Info{Types: map[ast.Expr]types.TypeAndValue{}}
	if _, err := (&types.Config{Importer: imports}).Check(dir, known, files, &said); err != nil {
		return nil, err
	}
	for _, file := range files {
		path := known.Position(file.Pos()).Filename
		text, err := os.ReadFile(path)
		if err != nil {
			return nil, err
		}
		add := func(from, to token.Pos, with string) {
			at, end := known.Position(from), known.Position(to).Offset
			all = append(all, broken{path, at.Line, strings.Join(strings.Fields(string(text[at.Offset:end])), " "), with, at.Offset, end})
		}
		ast.Inspect(file, func(n ast.Node) bool { return place(n, said, add) })
	}
	return all, nil
}

// place breaks one node, where it is one that can be broken.
func place(n ast.Node, said types.Info, add func(from, to token.Pos, with string)) bool {
	switch n := n.(type) {
	case *ast.ImportSpec:
		return false
	case *ast.BinaryExpr:
		if to, ok := otherSign(n, said); ok {
			add(n.OpPos, n.OpPos+token.Pos(len(n.Op.String())), to.String())
		}
	case *ast.BasicLit:
		switch n.Kind {
		case token.INT:
			add(n.Pos(), n.End(), "("+n.Value+" + 1)")
		case token.FLOAT:
			if v, err := strconv.ParseFloat(n.Value, 64); err == nil && v >= tolerance {
				add(n.Pos(), n.End(), "("+n.Value+" * 1.25)")
			}
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

// otherSign is what stands in the place of an operator, if anything can.
func otherSign(n *ast.BinaryExpr, said types.Info) (token.Token, bool) {
	basic, ok := said.TypeOf(n.X).Underlying().(*types.Basic)
	measured := ok && basic.Info()&types.IsFloat != 0
	if ok && basic.Info()&types.IsString != 0 && n.Op == token.ADD {
		return 0, false // words put together have no minus
	}
	for _, signs := range []map[token.Token]token.Token{swapped, map[bool]map[token.Token]token.Token{true: turned, false: offByOne}[measured]} {
		if to, ok := signs[n.Op]; ok {
			return to, true
		}
	}
	return 0, false
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
	own := "./" + filepath.ToSlash(filepath.Dir(b.file))
	switch {
	case !run("build", own):
		return "void"
	case !run("test", "-vet=off", "-ldflags=-s -w", "-failfast", own):
		return "caught"
	case len(needs[own]) > 0 && !run(append([]string{"test", "-vet=off", "-ldflags=-s -w", "-failfast"}, needs[own]...)...):
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
