package e2e

import (
	"bytes"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"encoding/pem"
	"math/big"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
	"enkaustos/internal/demo/demotest"
)

// command runs enkaustos to its end and returns what it printed.
func command(t *testing.T, in string, args ...string) (string, error) {
	var out bytes.Buffer
	cmd := exec.Command(root(t, "bin", "enkaustos"), args...)
	cmd.Stdin = strings.NewReader(in)
	cmd.Stdout, cmd.Stderr = &out, &out
	err := cmd.Run()
	return out.String(), err
}

// Copies are made on the schedule while the server works, and one of them
// brings the school back in another folder.
func TestScheduledBackupComesBack(t *testing.T) {
	dir := t.TempDir()
	s := start(t, "demo", "--data", dir, "--at", "2026-03-02T09:15", "--backup-every", "300ms")
	var copies []string
	require.Eventually(t, func() bool {
		copies, _ = filepath.Glob(filepath.Join(dir, "backups", "*.db"))
		return len(copies) >= 2
	}, patience, moment)
	s.stop()

	other := t.TempDir()
	said, err := command(t, "", "restore", copies[0], "--data", other)
	require.NoError(t, err, said)
	s = start(t, "demo", "--data", other)
	require.Len(t, get[[]contract.Class](t, client(t, s.url), s.url+"/api/classes"), 7)
	s.stop()

	said, err = command(t, "", "restore", "nowhere.db", "--data", other)
	require.Error(t, err)
	require.Equal(t, "enkaustos: cannot read nowhere.db: there is no such file\n", said)
	said, err = command(t, "", "backup", "--data", other)
	require.NoError(t, err)
	require.Regexp(t, `^enkaustos-\d{8}-\d{6}\.db \(\d+ bytes\)\n$`, said)

	nowhere := filepath.Join(other, "mistyped")
	for _, args := range [][]string{{"backup"}, {"student", "Mara"}, {"passphrase"}, {"import", "clays", "clays.csv"}} {
		said, err = command(t, "", append(args, "--data", nowhere)...)
		require.Error(t, err)
		require.Regexp(t, "no school lies in |cannot read clays.csv", said)
		require.NoDirExists(t, nowhere, "a mistyped folder makes no school")
	}
	said, err = command(t, "too short\n", "passphrase", "--data", other)
	require.Error(t, err)
	require.Contains(t, said, "10 to 200 characters")
	said, err = command(t, "wet sponge first\n", "passphrase", "--data", other)
	require.NoError(t, err, said)
	s = start(t, "demo", "--data", other)
	p := open(t, s, "/")
	p.unlock("wet sponge first")
}

// certificate writes a certificate for this machine, and its key.
func certificate(t *testing.T) (cert, key string, trust *x509.CertPool) {
	private, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	require.NoError(t, err)
	template := &x509.Certificate{SerialNumber: big.NewInt(1), NotBefore: time.Now().Add(-time.Hour), NotAfter: time.Now().Add(time.Hour),
		IPAddresses: []net.IP{net.IPv4(127, 0, 0, 1)}, IsCA: true, BasicConstraintsValid: true}
	der, err := x509.CreateCertificate(rand.Reader, template, template, private.Public(), private)
	require.NoError(t, err)
	secret, err := x509.MarshalPKCS8PrivateKey(private)
	require.NoError(t, err)
	dir := t.TempDir()
	cert, key = filepath.Join(dir, "cert.pem"), filepath.Join(dir, "key.pem")
	public := pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der})
	require.NoError(t, os.WriteFile(cert, public, 0o600))
	require.NoError(t, os.WriteFile(key, pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret}), 0o600))
	trust = x509.NewCertPool()
	require.True(t, trust.AppendCertsFromPEM(public))
	return cert, key, trust
}

// With a certificate the server speaks TLS, and its cookie is for TLS alone.
func TestServesOverTLS(t *testing.T) {
	cert, key, trust := certificate(t)
	require.Contains(t, refusedStart(t, "serve", "--data", t.TempDir(), "--tls-cert", key, "--tls-key", key), "expected a certificate and its key in PEM")
	require.Contains(t, refusedStart(t, "serve", "--data", t.TempDir(), "--tls-cert", cert), "tls-key")

	s := start(t, "demo", "--data", t.TempDir(), "--tls-cert", cert, "--tls-key", key)
	require.True(t, strings.HasPrefix(s.url, "https://"))
	c := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: trust}, ForceAttemptHTTP2: true}}
	answer, err := post(c, s.url+"/api/login", map[string]string{"passphrase": "bare feet only"})
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	require.Equal(t, http.StatusOK, answer.StatusCode)
	require.Equal(t, "HTTP/2.0", answer.Proto)
	require.Equal(t, "__Host-enkaustos-demo", answer.Cookies()[0].Name)
	cookie := answer.Cookies()[0]
	require.True(t, cookie.Secure && cookie.HttpOnly && cookie.SameSite == http.SameSiteStrictMode)
}

// Entries that are dated after now are said, and the teacher has them count from now on.
func TestEntriesOfAWrongClock(t *testing.T) {
	beside(t)
	s := start(t, "demo", "--data", demotest.Folder(t, demotest.Monday), "--at", "2026-02-25T09:15")
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.see("[role=alert]", "dated after now, the last on 2 March 2026")
	p.examine("entries dated after now")
	p.click("button", "Count them from now on")
	p.see(".notice", "dries from now")
	p.gone("[role=alert]", "dated after now")
	p.see(".held", "are drying for the kiln, the last until Wed")
}
