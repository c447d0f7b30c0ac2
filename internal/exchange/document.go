package exchange

import (
	"bytes"
	_ "embed"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"sync"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"golang.org/x/text/language"
	"golang.org/x/text/message"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
)

// AssignmentSchema is the published JSON Schema of an assignment with its plans.
//
//go:embed assignment.schema.json
var AssignmentSchema []byte

// AssignmentFormat is what every document says it is.
const AssignmentFormat = "enkaustos-assignment/1"

// AssignmentDocument is an assignment with the plans of its pieces, as
// AssignmentSchema describes it.
type AssignmentDocument struct {
	Format     string            `json:"format"`
	Name       string            `json:"name"`
	Form       piece.Form        `json:"form"`
	Measures   piece.Measures    `json:"measures"`
	Marking    piece.Marking     `json:"marking,omitzero"`
	Clay       string            `json:"clay"`
	Cone       kiln.Cone         `json:"cone"`
	Green      bool              `json:"green,omitempty"` // its pieces start as greenware
	BisqueCone kiln.Cone         `json:"bisqueCone,omitempty"`
	Atmosphere glaze.Atmosphere  `json:"atmosphere,omitempty"`
	Rules      map[string]string `json:"rules,omitempty"`
	Template   plan.Plan         `json:"template,omitempty"`
	Plans      []PlanDocument    `json:"plans,omitempty"`
}

// PlanDocument is the plan of one student's piece.
type PlanDocument struct {
	Student string    `json:"student"`
	Mark    string    `json:"mark,omitempty"`
	Choices plan.Plan `json:"choices"`
	Own     plan.Own  `json:"own,omitzero"`
}

var compiled = sync.OnceValues(func() (*jsonschema.Schema, error) {
	parsed, err := jsonschema.UnmarshalJSON(bytes.NewReader(AssignmentSchema))
	if err != nil {
		return nil, err
	}
	c := jsonschema.NewCompiler()
	if err := c.AddResource("assignment.schema.json", parsed); err != nil {
		return nil, err
	}
	return c.Compile("assignment.schema.json")
})

// ReadAssignment reads a document. The error is one sentence that names the
// place and what was expected there.
func ReadAssignment(data []byte) (AssignmentDocument, error) {
	var d AssignmentDocument
	schema, err := compiled()
	if err != nil {
		return d, err
	}
	parsed, err := jsonschema.UnmarshalJSON(bytes.NewReader(data))
	if err != nil {
		return d, errors.New("this is no JSON document")
	}
	if err := schema.Validate(parsed); err != nil {
		return d, placed(err)
	}
	return d, json.Unmarshal(data, &d)
}

// placed is the deepest fault of a document, with its place.
func placed(err error) error {
	var fault *jsonschema.ValidationError
	if !errors.As(err, &fault) {
		return err
	}
	for len(fault.Causes) > 0 {
		fault = fault.Causes[0]
	}
	at := strings.Join(fault.InstanceLocation, "/")
	if at == "" {
		at = "the document"
	}
	return fmt.Errorf("%s: %s", at, fault.ErrorKind.LocalizedString(message.NewPrinter(language.English)))
}
