package api

import (
	"bytes"
	"strings"

	"github.com/gin-gonic/gin"

	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// speaks says the sentences of JSON answers in the school's units.
func speaks(s *school.School) gin.HandlerFunc {
	return func(c *gin.Context) {
		m := s.Now()
		if school.Units.The(m.Snapshot).Metric() || c.FullPath() == "/api/live" {
			return
		}
		w := &spoken{ResponseWriter: c.Writer}
		c.Writer = w
		c.Next()
		text := w.body.Bytes()
		if strings.Contains(w.Header().Get("Content-Type"), "json") {
			text = view.Said(m, text)
		}
		if len(text) > 0 {
			_, _ = w.ResponseWriter.Write(text) // who went away does not read it either
		}
	}
}

// spoken holds an answer back until all of it is there.
type spoken struct {
	gin.ResponseWriter
	body bytes.Buffer
}

func (w *spoken) Write(p []byte) (int, error)       { return w.body.Write(p) }
func (w *spoken) WriteString(p string) (int, error) { return w.body.WriteString(p) }
