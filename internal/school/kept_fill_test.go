package school_test

import (
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"time"

	_ "enkaustos/internal/demo" // every room, so that every kind of record is declared
)

// filler gives every field a value of its own, none of them zero.
type filler struct{ n int }

func (f *filler) fill(v reflect.Value) {
	f.n++
	switch v.Kind() {
	case reflect.String:
		v.SetString(fmt.Sprintf("v%d", f.n))
	case reflect.Int, reflect.Int64:
		v.SetInt(int64(f.n + 1))
	case reflect.Float64:
		v.SetFloat(float64(f.n) + 0.25)
	case reflect.Bool:
		v.SetBool(true)
	case reflect.Pointer:
		v.Set(reflect.New(v.Type().Elem()))
		f.fill(v.Elem())
	case reflect.Slice:
		v.Set(reflect.MakeSlice(v.Type(), 2, 2))
		f.fill(v.Index(0))
		f.fill(v.Index(1))
	case reflect.Map:
		v.Set(reflect.MakeMap(v.Type()))
		key, value := reflect.New(v.Type().Key()).Elem(), reflect.New(v.Type().Elem()).Elem()
		f.fill(key)
		f.fill(value)
		v.SetMapIndex(key, value)
	case reflect.Struct:
		if v.Type() == reflect.TypeFor[time.Time]() {
			v.Set(reflect.ValueOf(noon.Add(time.Duration(f.n) * time.Second)))
			return
		}
		for i := range v.NumField() {
			f.fill(v.Field(i))
		}
	default:
		panic("no field of a record is a " + v.Kind().String())
	}
}

// altered are copies of a record, each with one leaf of it changed, by the path of
// the leaf.
func altered(record any) map[string]any {
	all := map[string]any{}
	var walk func(path string, of func(copied reflect.Value) reflect.Value)
	walk = func(path string, of func(reflect.Value) reflect.Value) {
		copied := reflect.New(reflect.TypeOf(record).Elem())
		text, _ := json.Marshal(record)
		_ = json.Unmarshal(text, copied.Interface())
		v := of(copied.Elem())
		switch v.Kind() {
		case reflect.String:
			v.SetString(v.String() + "x")
		case reflect.Int, reflect.Int64:
			v.SetInt(v.Int() + 1)
		case reflect.Float64:
			v.SetFloat(v.Float() + 1)
		case reflect.Bool:
			v.SetBool(false)
		case reflect.Slice:
			v.Set(v.Slice(0, 1))
			walk(path+"[0]", func(r reflect.Value) reflect.Value { return of(r).Index(0) })
		case reflect.Map:
			v.Set(reflect.Zero(v.Type()))
		case reflect.Pointer:
			walk(path, func(r reflect.Value) reflect.Value { return of(r).Elem() })
			return
		case reflect.Struct:
			if v.Type() == reflect.TypeFor[time.Time]() {
				v.Set(reflect.ValueOf(v.Interface().(time.Time).Add(time.Hour)))
				break
			}
			for i := range v.NumField() {
				walk(path+"."+v.Type().Field(i).Name, func(r reflect.Value) reflect.Value { return of(r).Field(i) })
			}
			return
		}
		all[path] = copied.Interface()
	}
	walk("", func(r reflect.Value) reflect.Value { return r })
	return all
}

// known are what records point to, by the names of their fields.
var known = map[string]string{"Load": "L", "Kiln": "N", "Clay": "K", "Class": "C", "Glaze": "G", "Assignment": "A", "Student": "S", "Piece": "P"}

// pointed has a record point to what there is, and gives the ones that others point to
// their keys.
func pointed(kind string, record any) {
	v := reflect.ValueOf(record).Elem()
	for v.Kind() == reflect.Pointer {
		v = v.Elem()
	}
	for name, key := range known {
		if f := v.FieldByName(name); f.IsValid() && f.Kind() == reflect.String {
			f.SetString(key)
		}
	}
	own := map[string]string{"clay": "Code", "glaze": "Code", "class": "ID", "assignment": "ID", "student": "ID", "piece": "ID", "load": "ID", "kiln": "ID"}[kind]
	if own != "" {
		v.FieldByName(own).SetString(map[string]string{"clay": "K", "glaze": "G", "class": "C", "assignment": "A", "student": "S", "piece": "P", "load": "L", "kiln": "N"}[kind])
	}
}

// points says whether a path is one that points to another record, or is a key.
func points(path string) bool {
	return slices.Contains([]string{".Load", ".Kiln", ".Clay", ".Class", ".Glaze", ".Assignment", ".Student", ".Piece", ".ID", ".Code", ".Revision", ".Slot", ".Event.ID"}, path)
}
