// Package api assembles the rooms behind the contract of api/openapi.yaml, and serves
// the interface.
package api

import (
	"context"
	"errors"
	"log/slog"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/klauspost/compress/gzhttp"

	"enkaustos/internal/bench"
	"enkaustos/internal/contract"
	"enkaustos/internal/desk"
	"enkaustos/internal/door"
	"enkaustos/internal/gate"
	"enkaustos/internal/grades"
	"enkaustos/internal/guard"
	"enkaustos/internal/house"
	"enkaustos/internal/kiln"
	"enkaustos/internal/lessons"
	"enkaustos/internal/lists"
	"enkaustos/internal/live"
	"enkaustos/internal/qr"
	"enkaustos/internal/results"
	"enkaustos/internal/room"
	"enkaustos/internal/school"
	"enkaustos/internal/stock"
	"enkaustos/internal/term"
	"enkaustos/internal/today"
	"enkaustos/internal/trust"
	"enkaustos/internal/wall"
)

// Options are what a server needs.
type Options struct {
	School *school.School
	Log    *slog.Logger
	// SetupToken is the secret of the one-time link that chooses the
	// passphrase; used only while none is chosen.
	SetupToken string
	// Hosts are names and addresses besides loopback under which the server
	// may be asked; a page elsewhere that points its name here is refused.
	Hosts []string
	// LAN has tablets of the room served to other machines over plain http.
	LAN bool
	// Reach are further hosts, and the links under which tablets find this server, as they
	// are now; nil where only this machine asks.
	Reach func() (hosts, links []string)
	// Trust says how other machines reach the server over TLS.
	Trust trust.Trust
	// CopyEvery is how often the school is copied; 0 for never.
	CopyEvery time.Duration
	// CopyTo is the folder outside the machine that gets every copy; "" for none.
	CopyTo string
	// Heard is told from where a paired tablet asks; nil where nobody wants to know.
	Heard func(remote string)
	// Advance moves the clock on; nil outside the demo.
	Advance func(time.Duration)
	// Demo opens the invented school beside this one, and says where; nil in the demo itself.
	Demo func(context.Context) (url string, err error)
}

// Server answers one school.
type Server struct {
	Options
	door    *door.Door
	pairing *door.Attempts // wrong codes of tablets
	// requests are what a tablet may ask: a class of 32 that hands in 20 taps each, one by
	// one, never meets the bound.
	requests guard.Quota
	live     *live.Streams
	running  *lessons.Running
	handler  http.Handler
}

// rooms are all rooms together: they answer the whole contract.
type rooms struct {
	*door.Door
	*live.Streams
	wall.Wall
	wall.Photographs
	desk.Desk
	desk.Votes
	desk.Offers
	bench.Bench
	gate.Gate
	kiln.Kiln
	kiln.Kilns
	*kiln.Planning
	*term.Term
	term.Shows
	stock.Stock
	stock.Budgets
	stock.Doubts
	grades.Grades
	results.Results
	results.Laboratory
	results.Boards
	lists.Lists
	lists.ByHand
	room.Room
	lessons.Calendar
	lessons.Lessons
	house.House
	today.Today
	trust.Trust
}

// assemble puts the rooms together.
func assemble(o Options, pairing *door.Attempts) rooms {
	s := o.School
	d := &door.Door{School: s, Tries: door.NewAttempts(), SetupToken: o.SetupToken, Advance: o.Advance, Station: room.AtStation,
		TakeOut: func(ctx context.Context, id string) error {
			return s.Change(ctx, func(m school.Moment, c *school.Change) error { return room.End(m, c, id) })
		}}
	return rooms{d, live.New(s, d), wall.Wall{School: s}, wall.Photographs{School: s, CopyEvery: o.CopyEvery}, desk.Desk{School: s}, desk.Votes{School: s}, desk.Offers{School: s}, bench.New(s), gate.Gate{School: s},
		kiln.Kiln{School: s}, kiln.Kilns{School: s}, &kiln.Planning{School: s}, &term.Term{School: s}, term.Shows{School: s}, stock.Stock{School: s}, stock.Budgets{School: s}, stock.Doubts{School: s}, grades.Grades{School: s}, results.New(s), results.Laboratory{School: s}, results.Boards{School: s}, lists.Lists{School: s}, lists.ByHand{School: s},
		room.Room{School: s, Pairing: &room.Pairing{}, Door: d, Tries: pairing, TooMany: door.ErrTooMany, Links: links(o.Reach)},
		lessons.Calendar{School: s}, lessons.Lessons{School: s, Running: lessons.NewRunning(s)}, house.House{School: s}, today.Today{School: s, CopyTo: o.CopyTo, Demo: o.Demo, Fault: o.Trust.Fault}, o.Trust}
}

// links are where tablets find the server, as it is now.
func links(reach func() (hosts, links []string)) func() []string {
	return func() []string {
		if reach == nil {
			return nil
		}
		_, all := reach()
		return all
	}
}

// New builds the server. The error means that the contract itself is broken.
func New(o Options) (*Server, error) {
	pairing := door.NewAttempts()
	all := assemble(o, pairing)
	s := &Server{Options: o, door: all.Door, pairing: pairing, live: all.Streams, running: all.Lessons.Running,
		requests: guard.Quota{AtOnce: 1500, Every: 50 * time.Millisecond}}
	err := s.door.Open(func(w http.ResponseWriter, _ *http.Request, err error) {
		o.Log.Error("session", "error", err)
		status, text := http.StatusInternalServerError, "The session could not be kept."
		if disk := (school.Fault{}); errors.As(school.ToldByDisk(err), &disk) {
			status, text = http.StatusInsufficientStorage, disk.Text
		}
		writeProblem(w, status, text, nil)
	})
	if err != nil {
		return nil, err
	}

	gin.SetMode(gin.ReleaseMode)
	engine := gin.New()
	engine.ContextWithFallback = true
	engine.HandleMethodNotAllowed = true
	engine.RedirectTrailingSlash = false // a path is read in one way
	validate, err := s.validator()
	if err != nil {
		return nil, err
	}
	engine.Use(s.recoverer(), s.logger())
	strict := contract.NewStrictHandlerWithOptions(all, []contract.StrictMiddlewareFunc{ownContext}, contract.StrictGinServerOptions{
		RequestErrorHandlerFunc:  s.badRequest,
		HandlerErrorFunc:         s.failed,
		ResponseErrorHandlerFunc: s.failed,
	})
	routes := engine.Group("", speaks(o.School))
	routes.Use(validate) // before anything of the request is read: who asks comes first
	contract.RegisterHandlersWithOptions(routes, strict, contract.GinServerOptions{
		BaseURL:      "/api",
		ErrorHandler: func(c *gin.Context, err error, _ int) { s.badRequest(c, err) },
	})
	files := newInterface()
	engine.NoRoute(func(c *gin.Context) {
		if strings.HasPrefix(c.Request.URL.Path, "/api/") {
			writeProblem(c.Writer, http.StatusNotFound, "There is no such address.", nil)
			return
		}
		files.ServeHTTP(c.Writer, c.Request)
	})
	engine.NoMethod(func(c *gin.Context) {
		writeProblem(c.Writer, http.StatusMethodNotAllowed, "This address does not take that method.", nil)
	})

	origin := http.NewCrossOriginProtection()
	origin.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		writeProblem(w, http.StatusForbidden, "The request came from another site.", nil)
	}))
	zip, err := gzhttp.NewWrapper(gzhttp.CompressionLevel(1)) // a list is read once: its time counts, not its last kilobyte
	if err != nil {
		return nil, err
	}
	zipped := zip(engine)
	s.handler = s.guard(origin.Handler(s.door.Sessions(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path == "/api/live" { // a stream is not held back to be made smaller
			engine.ServeHTTP(w, r)
			return
		}
		zipped.ServeHTTP(w, r)
	}))))
	return s, nil
}

// ownContext gives every handler a context of its own. Gin's is used again by the
// next request as soon as this one is answered, while the database driver may
// still look at it.
func ownContext(next contract.StrictHandlerFunc, _ string) contract.StrictHandlerFunc {
	return func(c *gin.Context, request any) (any, error) { return next(c.Copy(), request) }
}

// HTTP is the server over HTTP, with the bounds that hold for every request: those of a
// route that takes longer are set when it is known who asks.
func (s *Server) HTTP() *http.Server {
	server := &http.Server{Handler: s, ReadHeaderTimeout: headTime, ReadTimeout: quickTime, WriteTimeout: answerTime, IdleTimeout: idleTime,
		ErrorLog:       slog.NewLogLogger(s.Log.Handler(), slog.LevelDebug), // a device that does not trust us yet is no error of ours
		MaxHeaderBytes: mostHead, HTTP2: &http.HTTP2Config{MaxConcurrentStreams: mostStreams}}
	server.RegisterOnShutdown(s.live.Close)
	server.RegisterOnShutdown(s.running.Close)
	return server
}

// What a request's head may have, and how many requests a connection of HTTP/2 may have
// open at once.
const (
	mostHead    = 12 << 10 // bytes; the standard library adds 4 kB of its own
	mostStreams = 32
)

// Close stops what runs in the background.
func (s *Server) Close() {
	s.live.Close()
	s.door.Close()
}

// ServeHTTP answers one request.
func (s *Server) ServeHTTP(w http.ResponseWriter, r *http.Request) { s.handler.ServeHTTP(w, r) }

// policy lets a page load nothing from elsewhere. Styles may stand in
// attributes: glaze colours are data.
const policy = "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; " +
	"font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"

// overTLS refuses the teacher's side to another machine, and says how it gets there.
func (s *Server) overTLS() string {
	if s.Options.Trust.Authority != nil {
		return "From another machine the teacher's side is only served over TLS: open /trust on this device, it says how."
	}
	return "From another machine the teacher's side is only served over TLS: start the server with --lan, or with --tls-cert and --tls-key."
}

// guard refuses foreign host names, and other machines that
// come over plain http, but for the tablets of the room: a passphrase would cross
// the school's network in the clear. It sets the headers that every answer carries.
func (s *Server) guard(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", policy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		if strings.HasPrefix(r.URL.Path, "/api/") {
			h.Set("Cache-Control", "no-store")
		}
		if !s.knownHost(r.Host) {
			writeProblem(w, http.StatusMisdirectedRequest, "This server is not known under that name.", nil)
			return
		}
		if r.TLS == nil && !qr.Loopback(r.RemoteAddr) {
			if !s.LAN {
				writeProblem(w, http.StatusForbidden, s.overTLS(), nil)
				return
			}
			r = door.WithPlain(r)
		}
		next.ServeHTTP(w, withControl(r, w))
	})
}

func (s *Server) knownHost(host string) bool {
	name := qr.HostName(host)
	if qr.Loopback(host) || name == "localhost" || slices.Contains(s.Hosts, name) {
		return true
	}
	if s.Reach == nil {
		return false
	}
	hosts, _ := s.Reach()
	return slices.Contains(hosts, name)
}

func (s *Server) logger() gin.HandlerFunc {
	return func(c *gin.Context) {
		start := time.Now()
		c.Next()
		s.Log.Debug("request", "method", c.Request.Method, "path", c.Request.URL.Path,
			"status", c.Writer.Status(), "took", time.Since(start))
	}
}

func (s *Server) recoverer() gin.HandlerFunc {
	return gin.CustomRecoveryWithWriter(nil, func(c *gin.Context, fault any) {
		s.Log.Error("panic", "path", c.Request.URL.Path, "fault", fault)
		writeProblem(c.Writer, http.StatusInternalServerError, "Something broke on the server; nothing was changed.", nil)
		c.Abort()
	})
}
