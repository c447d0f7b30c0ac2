package mutate

import (
	"go/ast"
	"go/constant"
	"go/token"
	"go/types"
	"strconv"
)

// walker breaks what a mistaken hand could have written otherwise.
type walker struct {
	said types.Info
	add  func(operator string, from, to token.Pos, with string)
}

// swapped says what a mistaken hand writes for a sign.
var swapped = map[token.Token]token.Token{
	token.EQL: token.NEQ, token.NEQ: token.EQL, token.LAND: token.LOR, token.LOR: token.LAND,
	token.ADD: token.SUB, token.SUB: token.ADD, token.MUL: token.QUO, token.QUO: token.MUL,
}

// bounds tell "less" from "at most"; turned turns a comparison round, which a measured number, that
// never meets its bound to the last bit, shows better.
var (
	bounds = map[token.Token]token.Token{token.LSS: token.LEQ, token.LEQ: token.LSS, token.GTR: token.GEQ, token.GEQ: token.GTR}
	turned = map[token.Token]token.Token{token.LSS: token.GEQ, token.LEQ: token.GTR, token.GTR: token.LEQ, token.GEQ: token.LSS}
)

// visit breaks one node in every way in which it can be broken.
func (w walker) visit(n ast.Node) bool {
	switch n := n.(type) {
	case *ast.ImportSpec:
		return false
	case *ast.BinaryExpr:
		w.sign(n)
	case *ast.BasicLit:
		w.figure(n)
	case *ast.Ident:
		w.boolean(n)
	case *ast.UnaryExpr:
		if n.Op == token.NOT || n.Op == token.SUB {
			w.add("sign", n.OpPos, n.OpPos+1, " ")
		}
	case *ast.CompositeLit:
		w.fields(n)
	case *ast.ReturnStmt:
		w.result(n)
	case *ast.BlockStmt:
		w.statements(n.List)
	case *ast.CaseClause:
		w.statements(n.Body)
	}
	return true
}

// sign writes another sign, and of a comparison of measured numbers its other bound as well.
func (w walker) sign(n *ast.BinaryExpr) {
	basic, ok := w.said.TypeOf(n.X).Underlying().(*types.Basic)
	if ok && basic.Info()&types.IsString != 0 && n.Op == token.ADD {
		return // words put together have no minus
	}
	end := n.OpPos + token.Pos(len(n.Op.String()))
	if to, is := swapped[n.Op]; is {
		w.add("sign", n.OpPos, end, to.String())
	}
	if to, is := bounds[n.Op]; is {
		w.add("bound", n.OpPos, end, to.String())
	}
	if to, is := turned[n.Op]; is && ok && basic.Info()&types.IsFloat != 0 {
		w.add("sign", n.OpPos, end, to.String())
	}
}

// figure writes another figure: a count one more, a number a quarter more; of a number so small
// that it is how near counts as on it, a thousand times.
func (w walker) figure(n *ast.BasicLit) {
	switch n.Kind {
	case token.INT:
		w.add("figure", n.Pos(), n.End(), "("+n.Value+" + 1)")
	case token.FLOAT:
		v, err := strconv.ParseFloat(n.Value, 64)
		switch {
		case err != nil || v == 0:
		case v < 1e-3:
			w.add("small figure", n.Pos(), n.End(), "("+n.Value+" * 1000)")
		default:
			w.add("figure", n.Pos(), n.End(), "("+n.Value+" * 1.25)")
		}
	}
}

// boolean writes true for false, and the other way round.
func (w walker) boolean(n *ast.Ident) {
	if v := w.said.Types[n]; v.IsValue() && v.Value != nil && (n.Name == "true" || n.Name == "false") {
		w.add("boolean", n.Pos(), n.End(), map[string]string{"true": "false", "false": "true"}[n.Name])
	}
}

// fields leaves a field out, the last one too; one that says what its type's zero says changes nothing.
func (w walker) fields(n *ast.CompositeLit) {
	for i, e := range n.Elts {
		pair, ok := e.(*ast.KeyValueExpr)
		if !ok {
			return
		}
		if _, field := pair.Key.(*ast.Ident); !field || w.zero(pair.Value) {
			continue
		}
		end := n.Rbrace
		if i+1 < len(n.Elts) {
			end = n.Elts[i+1].Pos()
		}
		w.add("field left out", pair.Pos(), end, "")
	}
}

// zero says whether an expression is the zero of its type.
func (w walker) zero(e ast.Expr) bool {
	v := w.said.Types[e]
	if v.IsNil() {
		return true
	}
	if v.Value == nil {
		return false
	}
	switch v.Value.Kind() {
	case constant.Bool:
		return !constant.BoolVal(v.Value)
	case constant.String:
		return constant.StringVal(v.Value) == ""
	case constant.Int, constant.Float:
		return constant.Sign(v.Value) == 0
	}
	return false
}

// result returns nothing of what was worked out.
func (w walker) result(n *ast.ReturnStmt) {
	for _, r := range n.Results {
		v := w.said.Types[r]
		if v.Type == nil || v.Value != nil {
			continue // a constant is broken as one
		}
		zero := ""
		switch t := v.Type.Underlying().(type) {
		case *types.Basic:
			switch {
			case t.Info()&types.IsBoolean != 0:
				w.add("constant returned", r.Pos(), r.End(), "true")
				zero = "false"
			case t.Info()&types.IsNumeric != 0:
				zero = "0"
			case t.Info()&types.IsString != 0:
				zero = `""`
			}
		case *types.Slice, *types.Map, *types.Pointer:
			zero = "nil"
		}
		if zero != "" && !v.IsNil() {
			w.add("constant returned", r.Pos(), r.End(), zero)
		}
	}
}

// statements leaves a statement out.
func (w walker) statements(list []ast.Stmt) {
	for _, s := range list {
		switch s := s.(type) {
		case *ast.ExprStmt, *ast.IncDecStmt:
		case *ast.AssignStmt:
			if s.Tok == token.DEFINE {
				continue
			}
		case *ast.BranchStmt:
			if s.Tok == token.FALLTHROUGH {
				continue
			}
		case *ast.IfStmt:
			if s.Else != nil || s.Init != nil {
				continue
			}
		default:
			continue
		}
		w.add("statement left out", s.Pos(), s.End(), "")
	}
}
