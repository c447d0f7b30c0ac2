package e2e

import (
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/cookiejar"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/demo/demotest"
)

// elsewhere is this machine's address on a network, by which it is another machine's to
// the server.
func elsewhere(t *testing.T, s *server) (host string) {
	all, err := net.InterfaceAddrs()
	require.NoError(t, err)
	_, port, err := net.SplitHostPort(strings.TrimPrefix(s.url, "http://"))
	require.NoError(t, err)
	for _, a := range all {
		if n, ok := a.(*net.IPNet); ok && n.IP.To4() != nil && !n.IP.IsLoopback() {
			return net.JoinHostPort(n.IP.String(), port)
		}
	}
	t.Skip("this machine is on no network, so that nothing can be asked from elsewhere")
	return ""
}

// The teacher's own tablet: over plain http it is told how it comes to the teacher's side;
// once it trusts the school's authority, teacher and helper work there as on the laptop.
func TestTheTeachersOwnTablet(t *testing.T) {
	beside(t)
	dir := demotest.Folder(t, demotest.Monday)
	s := start(t, "demo", "--data", dir, "--at", "2026-03-02T09:15", "--lan")
	host := elsewhere(t, s)
	laptop := open(t, s, "/")
	laptop.unlock("bare feet only")
	laptop.goTo("/room")
	laptop.see(".sheet", "Your own tablet or phone")
	shown := strings.Join(strings.Fields(laptop.see(".print", "").MustText()), " ")

	tablet := open(t, &server{t: t, url: "http://" + host}, "/")
	tablet.size(820, 1180)
	tablet.see("h1", "Your own tablet or phone")
	require.Zero(t, tablet.count("input"), "no passphrase is asked for where it would be read")
	tablet.see("[role=status]", "this device refuses https://"+host)
	tablet.examine("trust")

	// What the tablet loads is what the laptop shows, and it vouches for the address.
	answer, err := http.Get("http://" + host + "/api/trust/authority.crt")
	require.NoError(t, err)
	der, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	root, err := x509.ParseCertificate(der)
	require.NoError(t, err)
	require.Equal(t, shown, fingerprint(der))
	pool := x509.NewCertPool()
	pool.AddCert(root)
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	trusting := &http.Client{Jar: jar, Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: pool}, ForceAttemptHTTP2: true}}
	open, err := post(trusting, "https://"+host+"/api/login", map[string]string{"passphrase": "bare feet only"})
	require.NoError(t, err)
	require.NoError(t, open.Body.Close())
	require.Equal(t, http.StatusOK, open.StatusCode)
	require.True(t, open.Cookies()[0].Secure)
	refused, err := post(trusting, "http://"+host+"/api/login", map[string]string{"passphrase": "bare feet only"})
	require.NoError(t, err)
	require.NoError(t, refused.Body.Close())
	require.Equal(t, http.StatusForbidden, refused.StatusCode, "no passphrase over plain http")

	// The tablet trusts it from here on, as after its settings were changed.
	require.NoError(t, proto.SecuritySetIgnoreCertificateErrors{Ignore: true}.Call(tablet.Page))
	tablet.MustEval(`() => document.querySelector("button.go")?.click()`) // unless it has checked again by itself
	tablet.click("a", "Go to the teacher’s side")
	tablet.unlock("bare feet only")
	require.True(t, tablet.MustEval(`() => window.isSecureContext && location.protocol === "https:"`).Bool())
	tablet.goSecure("/foot")
	tablet.see("h1", "Foot and cover")
	tablet.see(".look h2", "")
	all := tablet.count(".queue li")
	tablet.press('e')
	tablet.see("h3", "seen: even all round")
	tablet.press('s') // the foot: stained, which passes
	require.Eventually(t, func() bool { return tablet.count(".queue li") == all-1 }, patience, moment)
	laptop.goTo("/foot")
	laptop.see(".look h2", "")
	require.Equal(t, all-1, laptop.count(".queue li"))
}

// fingerprint is a certificate's as devices show it.
func fingerprint(der []byte) string {
	return fmt.Sprintf("% X", sha256.Sum256(der))
}

// goSecure opens a path of the page's own server, which is not the one it began with.
func (p *screen) goSecure(path string) {
	require.NoError(p.t, p.Navigate(p.MustEval(`() => location.origin`).Str()+path))
	require.NoError(p.t, p.WaitLoad())
}

// A tablet whose clock is wrong is told so, for browsers only say that the certificate is.
func TestATabletWithAWrongClock(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/trust")
	p.see("main p", "Only this machine is served")
	require.Zero(t, p.count("[role=alert]"))
	_, err := p.EvalOnNewDocument(fmt.Sprintf(`{ const D = Date, off = %d; window.Date = class extends D {
		constructor(...a) { if (a.length) super(...a); else super(D.now() - off); } }; }`, (3 * 24 * time.Hour).Milliseconds()))
	require.NoError(t, err)
	p.goTo("/trust")
	p.see("[role=alert]", "3 days behind the school’s machine")
}
