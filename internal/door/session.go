package door

import (
	"context"
	"crypto/subtle"
	"net/http"
	"time"

	"github.com/alexedwards/scs/sqlite3store"
	"github.com/alexedwards/scs/v2"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Door answers what the contract asks of sessions, and knows who asks.
type Door struct {
	School *school.School
	// SetupToken is the secret of the one-time link that chooses the
	// passphrase; used only while none is chosen.
	SetupToken string
	// Advance moves the clock on; nil outside the demo.
	Advance func(time.Duration)
	// Station finds a tablet by its id; ok is false where it was never paired or was
	// taken out.
	Station func(m school.Moment, id string) (a work.Actor, ok bool)
	// TakeOut takes a tablet out of the room.
	TakeOut func(ctx context.Context, id string) error

	// Tries slows down guessing.
	Tries *Attempts

	plain, secure *scs.SessionManager
	kept          *kept
}

const (
	roleKey    = "role"
	stationKey = "station" // id of the tablet
	handKey    = "hand"    // tells two screens of one role apart
	epochKey   = "epoch"   // when the session began, by school.Snapshot.Epoch
	secretKey  = "secret"  // the passphrase that a helper came in by, by its hash
	tlsKey     = "tls"     // it came over TLS: its token is worth nothing without

	loginLasts = 14 * 24 * time.Hour
	// pairedLasts is how long a tablet stays paired: a school year.
	pairedLasts = 400 * 24 * time.Hour
)

// Open makes the sessions. failed answers where a session could not be kept.
func (d *Door) Open(failed func(http.ResponseWriter, *http.Request, error)) (err error) {
	if d.kept, err = newKept(sqlite3store.New(d.School.Sessions())); err != nil {
		return err
	}
	once := func(w http.ResponseWriter, r *http.Request, err error) {
		failed(w, r, err)
		if a, is := w.(*answer); is {
			a.over = true
		}
	}
	d.plain, d.secure = newSessions(d.kept, once), newSessions(d.kept, once)
	// A session over TLS has a name of its own, which browsers keep from plain http (RFC
	// 6265bis, 4.1.3.2): whoever listens there never sees it.
	d.secure.Cookie.Name = "__Host-enkaustos"
	if d.Advance != nil { // cookies know no ports: the demo beside a school must not lock it
		d.plain.Cookie.Name, d.secure.Cookie.Name = "enkaustos-demo", "__Host-enkaustos-demo"
	}
	d.secure.Cookie.Secure = true
	return nil
}

func newSessions(store scs.Store, failed func(http.ResponseWriter, *http.Request, error)) *scs.SessionManager {
	s := scs.New()
	s.HashTokenInStore = true // nobody who reads the disk or a backup can come in by it
	s.Store = store
	s.Lifetime = loginLasts
	s.Cookie.Name = "enkaustos"
	s.Cookie.SameSite = http.SameSiteStrictMode
	s.ErrorFunc = failed
	return s
}

// Close stops what runs in the background.
func (d *Door) Close() { d.kept.StopCleanup() }

type secureKey struct{}

// Sessions has every request know its session: those over TLS and those over plain http
// have nothing to do with each other.
func (d *Door) Sessions(next http.Handler) http.Handler {
	plain, secure := d.plain.LoadAndSave(next), d.secure.LoadAndSave(next)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		w = &answer{ResponseWriter: w}
		if r.TLS == nil {
			plain.ServeHTTP(w, r)
			return
		}
		secure.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), secureKey{}, true)))
	})
}

// answer is an answer that ends where its session could not be kept: the sessions write the cookie as the
// handler writes the first byte, and what the handler says then is not so.
type answer struct {
	http.ResponseWriter
	over bool
}

func (a *answer) WriteHeader(status int) {
	if !a.over {
		a.ResponseWriter.WriteHeader(status)
	}
}

func (a *answer) Write(text []byte) (int, error) {
	if a.over {
		return len(text), nil
	}
	return a.ResponseWriter.Write(text)
}

// Unwrap lets the standard library find what the writer below can do.
func (a *answer) Unwrap() http.ResponseWriter { return a.ResponseWriter }

func overTLS(ctx context.Context) bool { return ctx.Value(secureKey{}) != nil }

// sessions are those that a request belongs to.
func (d *Door) sessions(ctx context.Context) *scs.SessionManager {
	if overTLS(ctx) {
		return d.secure
	}
	return d.plain
}

// plainKey marks a request that another machine made over plain http: only the
// tablets of the room are served there.
type plainKey struct{}

// WithPlain marks a request that another machine made over plain http.
func WithPlain(r *http.Request) *http.Request {
	return r.WithContext(context.WithValue(r.Context(), plainKey{}, true))
}

// Plain says whether another machine made the request over plain http.
func Plain(ctx context.Context) bool { return ctx.Value(plainKey{}) != nil }

// Who is who asks; here is false for nobody. A session of before a new passphrase or a
// restored backup is nobody's; so is a tablet's that was taken out of the room. Over
// plain http only a tablet counts, whatever the cookie says.
func (d *Door) Who(ctx context.Context) (a work.Actor, here bool) {
	role, m := work.Role(d.sessions(ctx).GetString(ctx, roleKey)), d.School.Now()
	switch {
	case role == "" || d.sessions(ctx).GetString(ctx, epochKey) != m.Epoch():
		return a, false
	case d.sessions(ctx).GetBool(ctx, tlsKey) != overTLS(ctx):
		return a, false
	case role == work.Station:
		return d.Station(m, d.sessions(ctx).GetString(ctx, stationKey))
	case Plain(ctx):
		return a, false
	case role == work.Teacher:
		a = school.Teacher
	case role == work.Helper && d.sessions(ctx).GetString(ctx, secretKey) == HelperSecret.The(m.Snapshot).Hash:
		a = school.Helper
	default:
		return a, false
	}
	a.ID = d.sessions(ctx).GetString(ctx, handKey)
	return a, true
}

// Lasts says whether a session was not ended since its request began, as a stream
// has to ask.
func (d *Door) Lasts(ctx context.Context) bool {
	// A context of its own: in the request's lies the session as it was when that began.
	now, err := d.sessions(ctx).Load(context.Background(), d.sessions(ctx).Token(ctx))
	return err == nil && d.sessions(ctx).GetString(now, roleKey) != ""
}

// Ended is how many sessions have ended: while it stays the same, all that lasted last.
func (d *Door) Ended() int64 { return d.kept.ended.Load() }

// Key names the session of who asks, for what is bounded by session.
func (d *Door) Key(ctx context.Context) string { return d.sessions(ctx).Token(ctx) }

// Session says who is here.
func (d *Door) Session(ctx context.Context) contract.Session {
	m := d.School.Now()
	v := contract.Session{Elsewhere: view.Some(Plain(ctx)), State: contract.Locked, Demo: d.Advance != nil, School: school.Names.The(m.Snapshot).Name, Now: m.At, Units: view.Units(school.Units.The(m.Snapshot))}
	if NeedsSetup(m) {
		v.State = contract.Setup
	} else if a, here := d.Who(ctx); here {
		v.State, v.Role, v.Name = contract.Open, view.Some(contract.SessionRole(a.Role)), view.Some(a.Name)
	}
	return v
}

// admit gives the session a role under a new token.
func (d *Door) admit(ctx context.Context, role work.Role) error {
	if err := d.sessions(ctx).RenewToken(ctx); err != nil {
		return err
	}
	m := d.School.Now()
	d.sessions(ctx).Put(ctx, roleKey, string(role))
	d.sessions(ctx).Put(ctx, handKey, school.NewID())
	d.sessions(ctx).Put(ctx, epochKey, m.Epoch())
	d.sessions(ctx).Put(ctx, tlsKey, overTLS(ctx))
	if role == work.Helper {
		d.sessions(ctx).Put(ctx, secretKey, HelperSecret.The(m.Snapshot).Hash)
	}
	return nil
}

// AdmitStation makes the session a tablet's, for a school year.
func (d *Door) AdmitStation(ctx context.Context, id string) error {
	if err := d.admit(ctx, work.Station); err != nil {
		return err
	}
	d.sessions(ctx).Put(ctx, stationKey, id)
	d.sessions(ctx).SetDeadline(ctx, time.Now().Add(pairedLasts))
	return nil
}

// GetSession says who is here.
func (d *Door) GetSession(ctx context.Context, _ contract.GetSessionRequestObject) (contract.GetSessionResponseObject, error) {
	return contract.GetSession200JSONResponse(d.Session(ctx)), nil
}

// Leave locks the teacher's side; a tablet leaves the room.
func (d *Door) Leave(ctx context.Context, _ contract.LeaveRequestObject) (contract.LeaveResponseObject, error) {
	if a, here := d.Who(ctx); here && a.Role == work.Station {
		if err := d.TakeOut(ctx, a.ID); err != nil {
			return nil, err
		}
	}
	return contract.Leave204Response{}, d.sessions(ctx).Destroy(ctx)
}

// SetUp chooses the passphrase with the one-time link.
func (d *Door) SetUp(ctx context.Context, r contract.SetUpRequestObject) (contract.SetUpResponseObject, error) {
	if !d.Tries.Allow(ctx) {
		return nil, ErrTooMany
	}
	if subtle.ConstantTimeCompare([]byte(r.Body.Token), []byte(d.SetupToken)) != 1 || d.SetupToken == "" {
		return nil, school.Refuse("This is not the link that the server printed at its start: open that one.")
	}
	if err := SetUp(ctx, d.School, r.Body.School, r.Body.Passphrase); err != nil {
		return nil, err
	}
	if err := d.admit(ctx, work.Teacher); err != nil {
		return nil, err
	}
	return contract.SetUp200JSONResponse(d.Session(ctx)), nil
}

// Login opens the teacher's side.
func (d *Door) Login(ctx context.Context, r contract.LoginRequestObject) (contract.LoginResponseObject, error) {
	if !d.Tries.Allow(ctx) {
		return nil, ErrTooMany
	}
	role, err := roleOf(ctx, d.School.Now(), r.Body.Passphrase)
	if err != nil {
		return nil, err
	}
	if role == "" {
		return nil, school.Refuse("That is not the passphrase.")
	}
	if err := d.admit(ctx, role); err != nil {
		return nil, err
	}
	return contract.Login200JSONResponse(d.Session(ctx)), nil
}

// AdvanceClock moves the demo's clock on.
func (d *Door) AdvanceClock(ctx context.Context, r contract.AdvanceClockRequestObject) (contract.AdvanceClockResponseObject, error) {
	if d.Advance == nil {
		return nil, school.Fault{Kind: school.NotFound, Text: "Only the demo can move its clock."}
	}
	d.Advance(time.Duration(r.Body.Minutes) * time.Minute)
	return contract.AdvanceClock200JSONResponse(d.Session(ctx)), nil
}
