package api

import (
	"io/fs"
	"net/http"
	"path"
	"strings"

	"enkaustos/web"
)

// newInterface serves the built interface. Names under assets/ carry a hash of
// their contents and may be kept for ever; every other path is a screen, which
// index.html draws.
func newInterface() http.Handler {
	files, err := fs.Sub(web.Dist, "dist")
	if err != nil {
		panic(err) // the folder is part of the binary
	}
	serve := http.FileServerFS(files)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		if info, err := fs.Stat(files, name); err == nil && !info.IsDir() {
			if strings.HasPrefix(name, "assets/") {
				w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
			}
			serve.ServeHTTP(w, r)
			return
		}
		page, err := fs.ReadFile(files, "index.html")
		if err != nil || strings.HasPrefix(name, "assets/") {
			writeProblem(w, http.StatusNotFound, "The interface was not built into this binary: run 'make build'.", nil)
			return
		}
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.Header().Set("Cache-Control", "no-cache")
		w.WriteHeader(http.StatusOK) // the router came here because it knows no such route
		_, _ = w.Write(page)
	})
}
