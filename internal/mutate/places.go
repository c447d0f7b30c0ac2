package main

import (
	"fmt"
	"go/ast"
	"go/importer"
	"go/parser"
	"go/token"
	"go/types"
	"io/fs"
	"os"
	"path/filepath"
	"strconv"
	"strings"
)

// broken is one place with something else written in it.
type broken struct {
	file     string
	line     int
	from, to string
	start    int // bytes into the file
	end      int
}

// pkg is the package of the place, as the go command names it.
func (b broken) pkg() string { return "./" + filepath.ToSlash(filepath.Dir(b.file)) }

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
