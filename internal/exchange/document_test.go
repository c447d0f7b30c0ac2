package exchange_test

import (
	"encoding/json"
	"encoding/xml"
	"io"
	"reflect"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/internal/exchange"
)

// full is a document that uses every field there is.
func full() exchange.AssignmentDocument {
	marking := piece.Marking{
		Details:  []piece.Detail{{ID: "hoop", Name: "Hoop", Kind: piece.Stripe, On: "exterior", FromMM: 20, ToMM: 30}, {ID: "eye", Name: "Eye", Kind: piece.Dots, On: "exterior", AreaCM2: 1, Optional: true, Soft: true, Edged: true, Over: true}},
		Joins:    []piece.Join{{A: "hoop", B: "exterior", Edge: piece.Ridge}},
		Textured: map[string]bool{"exterior": true}, Clays: map[string]string{"eye": "RED"},
	}
	choices := plan.Plan{
		"interior": {Stack: glaze.Stack{{Glaze: "A", Coats: 3}, {Glaze: "D", Coats: 1, Dip: true, Thick: glaze.Heavy, DownToMM: 40, Seconds: 3, Density: 1.45, Stage: 1}}, Heavy: true, Tried: true},
		"foot":     {Resist: plan.Latex}, "lip": {Bare: true},
	}
	return exchange.AssignmentDocument{Format: exchange.AssignmentFormat, Name: "Cup", Form: piece.Cup, Measures: piece.Measures{"rim": 80}, Marking: marking,
		Clay: "FEN", Cone: "6", Green: true, BisqueCone: "04", Atmosphere: glaze.Reduction, Rules: map[string]string{"coats": "2"}, Template: choices,
		Plans: []exchange.PlanDocument{{Student: "Ilo", Mark: "O", Choices: choices, Own: plan.Own{Measures: piece.Measures{"height": 90}, Marking: marking, Standing: plan.Standing{BandMM: 9, Stilts: true, Cookie: true, LidApart: true}}}}}
}

// What is written by the types is allowed by the published schema, and is read
// back as it was.
func TestDocumentsFollowTheirSchema(t *testing.T) {
	text, err := json.Marshal(full())
	require.NoError(t, err)
	read, err := exchange.ReadAssignment(text)
	require.NoError(t, err)
	require.Equal(t, full(), read)
	small := exchange.AssignmentDocument{Format: exchange.AssignmentFormat, Name: "Slab", Form: piece.Slab, Measures: piece.Measures{}, Clay: "FEN", Cone: "6"}
	text, err = json.Marshal(small)
	require.NoError(t, err)
	_, err = exchange.ReadAssignment(text)
	require.NoError(t, err)
}

// What a document can hold is held by the full one: a field that is new somewhere is missing here until
// the schema knows it. What is read when a layer is judged is never planned.
func TestTheFullDocumentHasEveryField(t *testing.T) {
	used, all := map[string]bool{}, map[string]bool{}
	var walk func(v reflect.Value)
	walk = func(v reflect.Value) {
		switch v.Kind() {
		case reflect.Struct:
			for i := range v.NumField() {
				name := v.Type().String() + "." + v.Type().Field(i).Name
				all[name] = true
				if !v.Field(i).IsZero() {
					used[name] = true
				}
				walk(v.Field(i))
			}
		case reflect.Map:
			for _, key := range v.MapKeys() {
				walk(v.MapIndex(key))
			}
		case reflect.Slice:
			for i := range v.Len() {
				walk(v.Index(i))
			}
		}
	}
	walk(reflect.ValueOf(full()))
	delete(all, "glaze.Layer.Body")
	for name := range all {
		require.True(t, used[name], name)
	}
}

// Every kind of detail, edge and resist that core knows is a word of the schema.
func TestSchemaKnowsTheWordsOfTheTrade(t *testing.T) {
	schema := string(exchange.AssignmentSchema)
	for _, d := range piece.DetailKinds() {
		require.Contains(t, schema, `"`+string(d.Kind)+`"`)
	}
	for _, word := range []string{string(piece.Touch), string(piece.Line), string(piece.Ridge), string(piece.Strip), string(piece.Far), string(plan.Wax), string(plan.Latex)} {
		require.Contains(t, schema, `"`+word+`"`)
	}
}

// Bad documents get one sentence that names the place and what was expected.
func TestBadDocuments(t *testing.T) {
	for says, change := range map[string]func(map[string]any){
		"format: value must be":             func(d map[string]any) { d["format"] = "something/2" },
		"additional properties 'glitter'":   func(d map[string]any) { d["glitter"] = true },
		"missing property 'clay'":           func(d map[string]any) { delete(d, "clay") },
		"measures/rim: got string":          func(d map[string]any) { d["measures"] = map[string]any{"rim": "wide"} },
		"template/interior/stack/0/coats: ": func(d map[string]any) { put(d, 99, "template", "interior", "stack", 0, "coats") },
		"marking/details/0/kind: ":          func(d map[string]any) { put(d, "glitter", "marking", "details", 0, "kind") },
		"plans/0/choices/foot/resist: ":     func(d map[string]any) { put(d, "honey", "plans", 0, "choices", "foot", "resist") },
		"plans/0/own/standing/bandMM: ":     func(d map[string]any) { put(d, -1, "plans", 0, "own", "standing", "bandMM") },
	} {
		text, err := json.Marshal(full())
		require.NoError(t, err)
		var loose map[string]any
		require.NoError(t, json.Unmarshal(text, &loose))
		change(loose)
		text, err = json.Marshal(loose)
		require.NoError(t, err)
		_, err = exchange.ReadAssignment(text)
		require.ErrorContains(t, err, says)
		require.NotContains(t, err.Error(), "\n", "one sentence")
	}
	_, err := exchange.ReadAssignment([]byte("not JSON"))
	require.EqualError(t, err, "this is no JSON document")
}

// put sets a value deep inside a JSON document.
func put(at any, v any, path ...any) {
	for _, step := range path[:len(path)-1] {
		switch step := step.(type) {
		case string:
			at = at.(map[string]any)[step]
		case int:
			at = at.([]any)[step]
		}
	}
	at.(map[string]any)[path[len(path)-1].(string)] = v
}

func FuzzReadAssignment(f *testing.F) {
	text, err := json.Marshal(full())
	require.NoError(f, err)
	f.Add(text)
	f.Add([]byte(`{"format":"enkaustos-assignment/1","measures":null}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		d, err := exchange.ReadAssignment(data)
		if err == nil {
			require.Equal(t, exchange.AssignmentFormat, d.Format)
			require.NotEmpty(t, d.Name)
		}
	})
}

// Every form's drawing is an XML document that stands alone, names each of its
// surfaces, and says hatched where nobody knows a colour.
func TestDrawingsAsSVG(t *testing.T) {
	for _, kind := range piece.Kinds() {
		body, err := plan.Own{}.Body(kind.Form, nil, piece.Marking{})
		require.NoError(t, err)
		marked, err := body.With(piece.Marking{Details: []piece.Detail{{ID: "mark", Name: "<Mark> & co", Kind: piece.Motif, On: body.Surfaces[0].ID, AreaCM2: 1}}})
		require.NoError(t, err)
		svg := exchange.SVG(`A "piece" & more`, marked.Drawing(), func(id string) exchange.Painted {
			s, _ := marked.Surface(id)
			if id == "mark" {
				return exchange.Painted{Lines: []string{s.Name}}
			}
			return exchange.Painted{Fill: "#aabbcc", Lines: []string{s.Name, "3 × A"}}
		})
		read := xml.NewDecoder(strings.NewReader(svg))
		text := ""
		for {
			token, err := read.Token()
			if err == io.EOF {
				break
			}
			require.NoError(t, err, kind.Form)
			if chars, ok := token.(xml.CharData); ok {
				text += string(chars)
			}
		}
		for _, s := range marked.Surfaces {
			require.Contains(t, text, s.Name, kind.Form)
		}
		require.Contains(t, svg, `fill="url(#unknown)"`)
		require.NotContains(t, svg, "NaN")
		require.Equal(t, 1, strings.Count(svg, "http"), "nothing is loaded: only the namespace is named")
	}
}
