package results

import (
	"bytes"
	"context"
	"crypto/sha256"
	_ "embed"
	"encoding/base64"
	"fmt"
	"html/template"
	"slices"
	"strings"

	"enkaustos/core/survey"
	"enkaustos/internal/contract"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

//go:embed home.html
var homeText string

var homePage = template.Must(template.New("home").Parse(homeText))

// home is what the page for students at home shows.
type home struct {
	Title, Class, Clay, Cone string
	Pieces                   []homePiece
}

type homePiece struct {
	Who     string
	Picture template.URL
	Drawing template.HTML // of our own making
	Stacks  []homeStack
	Opinion string
	Again   bool
}

// sum is a number of what is shown of a piece.
func (p homePiece) sum() []byte {
	sum := sha256.Sum256(fmt.Append(nil, p))
	return sum[:]
}

type homeStack struct {
	Surface, Stack string
	Fired          template.CSS
}

// GetHomePage is what came of an assignment as one page, with its pictures in it. Of grades and causes it
// says nothing.
func (r Results) GetHomePage(ctx context.Context, q contract.GetHomePageRequestObject) (contract.GetHomePageResponseObject, error) {
	m := r.School.Now()
	a := m.Assignments[q.Id]
	if a == nil {
		return nil, school.Missing("assignment")
	}
	who := school.OfNobody
	if q.Params.Who != nil {
		who = school.Whose(*q.Params.Who)
	}
	page := home{Title: a.Name, Class: school.Classes.All(m.Snapshot)[a.Class].Name, Clay: m.Clay(a.Clay).Name, Cone: string(a.Cone)}
	for _, p := range m.PiecesIn(a.ID) {
		if !out(p) {
			continue
		}
		one, err := r.atHome(ctx, m, p, who)
		if err != nil {
			return nil, err
		}
		page.Pieces = append(page.Pieces, one)
	}
	if len(page.Pieces) == 0 {
		return nil, school.Refuse("Nothing of “%s” is out of the kiln yet: the page comes with its first piece.", a.Name)
	}
	if who == school.OfNobody { // in an order that has nothing to do with the class list
		slices.SortFunc(page.Pieces, func(a, b homePiece) int { return bytes.Compare(a.sum(), b.sum()) })
	}
	var text bytes.Buffer
	if err := homePage.Execute(&text, page); err != nil {
		return nil, err
	}
	return contract.GetHomePage200TexthtmlResponse{Body: &text, ContentLength: int64(text.Len()),
		Headers: contract.GetHomePage200ResponseHeaders{ContentDisposition: new(`attachment; filename="what-came-out.html"`)}}, nil
}

func (r Results) atHome(ctx context.Context, m school.Moment, p *school.Piece, who school.Whose) (v homePiece, err error) {
	v.Who = who.Says(m.Maker(p))
	of := map[string]survey.Surface{}
	for _, s := range m.Survey(p).Surfaces {
		of[s.ID] = s
		if len(s.On) == 0 {
			continue
		}
		one := homeStack{Surface: s.Name, Stack: view.StackName(m, p.State.Stack(s.ID).AsLaid())}
		if hex := view.Hex(s.Fired); hex != nil {
			one.Fired = template.CSS(*hex) //nolint:gosec // six digits of a colour that we worked out
		}
		v.Stacks = append(v.Stacks, one)
	}
	if o := p.State.Opinion; o != nil {
		v.Opinion, v.Again = o.Text, o.Again
	}
	all := school.PicturesOf(m, p)
	if len(all) == 0 {
		svg := exchange.SVG(m.Assignments[p.Assignment].Name, p.Body.Drawing(), func(id string) exchange.Painted { return view.Painted(of[id], false) })
		v.Drawing = template.HTML(strings.TrimSpace(svg)) //nolint:gosec // drawn by us, its texts escaped
		return v, nil
	}
	jpeg, err := r.School.Picture(ctx, all[len(all)-1])
	v.Picture = template.URL("data:image/jpeg;base64," + base64.StdEncoding.EncodeToString(jpeg)) //nolint:gosec // a picture that we wrote
	return v, err
}
