// Package mutate breaks sources on purpose, one place at a time: what tests, or a judge, are worth
// shows in how many of the breaks they notice. The source is never touched: the go command reads
// the broken file through an overlay.
package mutate

import (
	"fmt"
	"go/ast"
	"go/importer"
	"go/parser"
	"go/token"
	"go/types"
	"io/fs"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
)

// Break is one place with something else written in it.
type Break struct {
	File     string
	Line     int
	From, To string
	Operator string
	start    int // bytes into the file
	end      int
}

// Package is the package of the place, as the go command names it.
func (b Break) Package() string { return "./" + filepath.ToSlash(filepath.Dir(b.File)) }

func (b Break) String() string { return fmt.Sprintf("%s:%05d %s", b.File, b.Line, b.From) }

// Draw finds all places of some folders that can be broken, and puts them in an order that follows
// from a seed.
func Draw(seed uint64, roots ...string) (all []Break, err error) {
	for _, root := range roots {
		of, err := find(root)
		if err != nil {
			return nil, err
		}
		all = append(all, of...)
	}
	rand.New(rand.NewPCG(seed, 1)).Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	return all, nil
}

// At is a break that is written out: the text from, which stands once in the file, becomes to.
func At(file, from, to string) (b Break, err error) {
	text, err := os.ReadFile(file)
	if err != nil {
		return b, err
	}
	at := strings.Index(string(text), from)
	if at < 0 || strings.LastIndex(string(text), from) != at {
		return b, fmt.Errorf("%s: %q stands there %d times, expected once", file, from, strings.Count(string(text), from))
	}
	return Break{File: file, Line: 1 + strings.Count(string(text[:at]), "\n"), From: oneLine(from), To: to, Operator: "by hand", start: at, end: at + len(from)}, nil
}

// find lists all places of a folder that can be broken.
func find(root string) (all []Break, err error) {
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

// packageBreaks lists the places of one package.
func packageBreaks(known *token.FileSet, imports types.Importer, dir string) (all []Break, err error) {
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
		w := walker{said: said, add: func(operator string, from, to token.Pos, with string) {
			at, end := known.Position(from), known.Position(to).Offset
			all = append(all, Break{File: path, Line: at.Line, From: oneLine(string(text[at.Offset:end])), To: with, Operator: operator, start: at.Offset, end: end})
		}}
		ast.Inspect(file, w.visit)
	}
	return all, nil
}

func oneLine(text string) string { return strings.Join(strings.Fields(text), " ") }
