package cold

import (
	"context"
	"fmt"
	"maps"
	"net/url"
	"slices"
	"strings"

	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// left lists the routes that are not compared, with why.
var left = map[string]string{
	"/live":           "a stream that does not end",
	"/session":        "it speaks of the asker's session, and not of the school",
	"/exports/{file}": "archives carry the moment at which they were packed",
	"/backups":        "the copies lie beside the school",
	"/trust":          "it speaks of the machine", "/trust/authority.crt": "it speaks of the machine",
}

// compare asks every route of the contract that reads, as each role, of the memory as it is; reads the
// school of the disk; and asks again.
func (r *run) compare(ctx context.Context) error {
	paths, err := r.paths()
	if err != nil {
		return err
	}
	// Asking has the server itself write down what a lesson that begins was foreseen to do: the
	// answers are of one school only where nothing was written while they were asked.
	var warm, cold map[string]string
	for range 5 {
		is := r.school.Now().Snapshot
		if warm, err = r.answers(paths); err != nil {
			return err
		}
		if r.school.Now().Snapshot == is {
			break
		}
	}
	if err := r.school.Reload(ctx); err != nil {
		return err
	}
	is := r.school.Now().Snapshot
	if cold, err = r.answers(paths); err != nil {
		return err
	}
	if r.school.Now().Snapshot != is {
		return nil // written meanwhile: the next instant is compared
	}
	r.Instants++
	for _, path := range slices.Sorted(maps.Keys(warm)) {
		r.Answers++
		if warm[path] != cold[path] {
			r.Other = append(r.Other, fmt.Sprintf("seed %d, after %d changes, %s: %s", r.Seed, r.Changes, path, differ(warm[path], cold[path])))
		}
	}
	return nil
}

// answers are the answers to all paths as each role, by role and path.
func (r *run) answers(paths []string) (map[string]string, error) {
	all := map[string]string{}
	for role := range r.asks {
		for _, path := range paths {
			status, text, err := r.send(role, "GET", path, nil)
			if err != nil {
				return nil, fmt.Errorf("asking %s as %s: %w", path, role, err)
			}
			if status >= 500 {
				return nil, fmt.Errorf("seed %d: %s as %s answered %d %s", r.Seed, path, role, status, text)
			}
			all[role+" "+path] = fmt.Sprint(status, " ", text)
		}
	}
	return all, nil
}

// paths are the routes that read, with what there is in the school in them.
func (r *run) paths() (all []string, err error) {
	spec, err := contract.GetSpec()
	if err != nil {
		return nil, err
	}
	m := r.school.Now()
	lessons := slices.Collect(keysOf(m))
	of := func(path string) string {
		name := strings.Split(path, "/")[1]
		switch name {
		case "pieces":
			return oneKey(r, m.Pieces)
		case "assignments":
			return oneKey(r, m.Assignments)
		case "classes":
			return oneKey(r, school.Classes.All(m.Snapshot))
		case "loads":
			return oneKey(r, school.Loads.All(m.Snapshot))
		case "glazes":
			return oneKey(r, school.Glazes.All(m.Snapshot))
		case "tiles":
			return oneKey(r, school.Tiles.All(m.Snapshot))
		case "photographs":
			return oneKey(r, school.Photographs.All(m.Snapshot))
		case "lessons":
			if len(lessons) > 0 {
				return one(r, lessons...)
			}
		}
		return "none"
	}
	values := map[string]func() string{
		"class": func() string { return oneKey(r, school.Classes.All(m.Snapshot)) }, "assignment": func() string { return oneKey(r, m.Assignments) },
		"piece": func() string { return oneKey(r, m.Pieces) }, "clay": func() string { return oneKey(r, school.Clays.All(m.Snapshot)) },
		"cone": func() string { return "6" }, "kind": func() string { return "glazes" }, "as": func() string { return "csv" }, "vision": func() string { return "deutan" },
		"what": func() string { return "made" },
	}
	for path, item := range spec.Paths.Map() {
		if item.Get == nil || left[path] != "" {
			continue
		}
		rounds := 1
		if strings.Contains(path, "{") {
			rounds = 3
		}
		for range rounds {
			full := path
			for _, name := range []string{"{id}", "{code}", "{key}"} {
				if strings.Contains(full, name) {
					full = strings.ReplaceAll(full, name, url.PathEscape(of(path)))
				}
			}
			query := url.Values{}
			for _, p := range item.Get.Parameters {
				if v := values[p.Value.Name]; p.Value.In == "query" && p.Value.Required && v != nil {
					query.Set(p.Value.Name, v())
				}
			}
			if len(query) > 0 {
				full += "?" + query.Encode()
			}
			all = append(all, full)
		}
	}
	slices.Sort(all)
	return slices.Compact(all), nil
}

// keysOf are the keys of the lessons around a moment.
func keysOf(m school.Moment) func(yield func(string) bool) {
	return func(yield func(string) bool) {
		n := 0
		for l := range school.Bells.The(m.Snapshot).Coming("", m.At.Local()) {
			if n++; n > 6 || !yield(l.Key.String()) {
				return
			}
		}
	}
}

// differ shows two answers from where they differ on.
func differ(a, b string) string {
	at := 0
	for at < min(len(a), len(b)) && a[at] == b[at] {
		at++
	}
	from := max(0, at-120)
	return fmt.Sprintf("memory …%s…, a cold start …%s…", a[from:min(len(a), at+120)], b[from:min(len(b), at+120)])
}
