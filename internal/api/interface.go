package api

import (
	"bytes"
	"errors"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"slices"
	"strconv"
	"strings"
	"sync"

	"github.com/klauspost/compress/gzip"

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
	serve, zipped := http.FileServerFS(files), newZipped(files)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		if info, err := fs.Stat(files, name); err == nil && !info.IsDir() {
			if strings.HasPrefix(name, "assets/") {
				w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
			}
			if !zipped.serve(w, r, name) {
				serve.ServeHTTP(w, r)
			}
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

// zipped are the texts of the interface as small as they get: each is compressed once,
// when it is first asked for.
type zipped struct {
	files fs.FS
	mu    sync.Mutex
	of    map[string][]byte
}

func newZipped(files fs.FS) *zipped { return &zipped{files: files, of: map[string][]byte{}} }

// serve answers with a compressed file; false where it is none that is compressed, or
// whoever asks does not take it.
func (z *zipped) serve(w http.ResponseWriter, r *http.Request, name string) bool {
	kind := mime.TypeByExtension(path.Ext(name))
	if !slices.Contains([]string{".js", ".css", ".svg"}, path.Ext(name)) || !strings.Contains(r.Header.Get("Accept-Encoding"), "gzip") {
		return false
	}
	text, err := z.text(name)
	if err != nil {
		return false
	}
	w.Header().Set("Content-Type", kind)
	w.Header().Set("Content-Encoding", "gzip")
	w.Header().Set("Content-Length", strconv.Itoa(len(text)))
	w.Header().Add("Vary", "Accept-Encoding")
	w.WriteHeader(http.StatusOK) // the router came here because it knows no such route
	if r.Method != http.MethodHead {
		_, _ = w.Write(text)
	}
	return true
}

// text is a file, compressed. Nobody waits for whoever is still being answered.
func (z *zipped) text(name string) ([]byte, error) {
	z.mu.Lock()
	defer z.mu.Unlock()
	if text, known := z.of[name]; known {
		return text, nil
	}
	plain, err := fs.ReadFile(z.files, name)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	zip, _ := gzip.NewWriterLevel(&out, gzip.BestCompression) // a level that there is
	_, err = zip.Write(plain)
	if err = errors.Join(err, zip.Close()); err != nil {
		return nil, err
	}
	z.of[name] = out.Bytes()
	return out.Bytes(), nil
}
