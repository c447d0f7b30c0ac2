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
		defer func() {
			c.Writer = w.ResponseWriter // what is said of a panic is said past this
			if w.body.Len() > 0 {
				_, _ = c.Writer.Write(view.Said(m, w.body.Bytes())) // who went away does not read it either
			}
		}()
		c.Next()
	}
}

// spoken holds an answer in JSON back until all of it is there.
type spoken struct {
	gin.ResponseWriter
	body bytes.Buffer
}

func (w *spoken) Write(p []byte) (int, error) {
	if strings.Contains(w.Header().Get("Content-Type"), "json") {
		return w.body.Write(p)
	}
	return w.ResponseWriter.Write(p)
}

func (w *spoken) WriteString(p string) (int, error) { return w.Write([]byte(p)) }
