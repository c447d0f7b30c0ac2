package api

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"

	"github.com/getkin/kin-openapi/openapi3"
)

// unknown is the first field of a body that the contract does not name, as a path such as
// students.0.name; "" for none.
func (r route) unknown(body []byte) string {
	if r.Operation.RequestBody == nil {
		return ""
	}
	media := r.Operation.RequestBody.Value.Content.Get("application/json")
	if media == nil || media.Schema == nil {
		return ""
	}
	var sent any
	if json.Unmarshal(body, &sent) != nil {
		return "" // its shape was looked at before
	}
	return unknownIn(sent, media.Schema.Value)
}

// unknownIn looks through what was sent for a schema.
func unknownIn(sent any, schema *openapi3.Schema) string {
	switch sent := sent.(type) {
	case []any:
		if schema.Items == nil {
			return ""
		}
		for i, one := range sent {
			if field := unknownIn(one, schema.Items.Value); field != "" {
				return fmt.Sprintf("%d.%s", i, field)
			}
		}
	case map[string]any:
		known, rest, free := fieldsOf(schema)
		for _, name := range slices.Sorted(maps.Keys(sent)) {
			of := known[name]
			switch {
			case of == nil && rest != nil:
				of = rest
			case of == nil && free:
				continue
			case of == nil:
				return name
			}
			if field := unknownIn(sent[name], of); field != "" {
				return name + "." + field
			}
		}
	}
	return ""
}

// fieldsOf are the members that an object of a schema may have: those with a name, what all others are
// like, and whether there may be others that nothing is known of.
func fieldsOf(schema *openapi3.Schema) (known map[string]*openapi3.Schema, rest *openapi3.Schema, free bool) {
	known = map[string]*openapi3.Schema{}
	for _, part := range append(slices.Clone(schema.AllOf), &openapi3.SchemaRef{Value: schema}) {
		for name, of := range part.Value.Properties {
			known[name] = of.Value
		}
		more := part.Value.AdditionalProperties
		if more.Schema != nil {
			rest = more.Schema.Value
		}
		free = free || more.Has != nil && *more.Has
	}
	return known, rest, free
}
