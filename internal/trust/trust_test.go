package trust_test

import (
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"encoding/pem"
	"io"
	"math/big"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/demo"
	"enkaustos/internal/school"
	"enkaustos/internal/trust"
)

var morning = time.Date(2026, 3, 2, 9, 15, 0, 0, time.UTC)

// believes is what a device that trusts the authority makes of a server's certificate.
func believes(t *testing.T, a *trust.Authority, s *trust.Server, host string, at time.Time) error {
	root, err := x509.ParseCertificate(a.DER())
	require.NoError(t, err)
	pool := x509.NewCertPool()
	pool.AddCert(root)
	made, err := s.TLS().GetCertificate(nil)
	require.NoError(t, err)
	leaf, err := x509.ParseCertificate(made.Certificate[0])
	require.NoError(t, err)
	_, err = leaf.Verify(x509.VerifyOptions{DNSName: host, Roots: pool, CurrentTime: at})
	return err
}

// The authority stays the same from start to start, vouches for what the machine is
// reached under now, and for nothing of the internet.
func TestVouchesForTheMachineAsItIsReached(t *testing.T) {
	dir, hosts, now := t.TempDir(), []string{"192.168.7.2", "glaze.local", "bank.example"}, morning
	a, err := trust.Open(dir, []string{"glaze.school.example"}, now)
	require.NoError(t, err)
	again, err := trust.Open(dir, nil, now.AddDate(5, 0, 0))
	require.NoError(t, err)
	require.Equal(t, a.Fingerprint(), again.Fingerprint())
	require.Regexp(t, `^([0-9A-F]{2} ){31}[0-9A-F]{2}$`, a.Fingerprint())

	s := &trust.Server{Authority: again, Hosts: func() []string { return hosts }, Now: func() time.Time { return now }}
	for _, h := range []string{"192.168.7.2", "glaze.local", "localhost", "127.0.0.1"} {
		require.NoError(t, believes(t, a, s, h, now), h)
	}
	require.Error(t, believes(t, a, s, "192.168.7.3", now))
	require.Error(t, believes(t, a, s, "bank.example", now), "it may vouch for no name of the internet")
	require.True(t, a.Permits("glaze.school.example"))
	require.False(t, a.Permits("school.example"))

	first, err := s.TLS().GetCertificate(nil)
	require.NoError(t, err)
	same, err := s.TLS().GetCertificate(nil)
	require.NoError(t, err)
	require.Same(t, first, same)
	hosts = []string{"192.168.7.9", "glaze.school.example"} // the router gave it another address
	require.NoError(t, believes(t, a, s, "192.168.7.9", now))
	require.NoError(t, believes(t, a, s, "glaze.school.example", now), "a name it was made for")
	require.Error(t, believes(t, a, s, "192.168.7.2", now))

	require.NoError(t, believes(t, a, s, "192.168.7.9", now.AddDate(0, 0, -30)), "a tablet whose clock lags a month")
	require.Error(t, believes(t, a, s, "192.168.7.9", now.AddDate(0, 0, -40)))
	now = now.AddDate(0, 0, 61) // a server that runs through the term
	require.NoError(t, believes(t, a, s, "192.168.7.9", now.AddDate(0, 0, 80)), "made anew by itself")
}

// With the authority's key in other hands: certificates for addresses of the internet, for mail, for
// programs and for devices are believed by nobody who trusts it.
func TestTheKeyVouchesForNothingElse(t *testing.T) {
	dir := t.TempDir()
	a, err := trust.Open(dir, []string{"203.0.113.9"}, morning)
	require.NoError(t, err)
	require.Empty(t, a.Doubt())
	text, err := os.ReadFile(filepath.Join(dir, "authority", "key.pem"))
	require.NoError(t, err)
	block, _ := pem.Decode(text)
	key, err := x509.ParsePKCS8PrivateKey(block.Bytes)
	require.NoError(t, err)
	root, err := x509.ParseCertificate(a.DER())
	require.NoError(t, err)
	pool := x509.NewCertPool()
	pool.AddCert(root)
	forged := func(usage x509.ExtKeyUsage, change func(*x509.Certificate)) error {
		template := &x509.Certificate{SerialNumber: big.NewInt(7), NotBefore: morning, NotAfter: morning.AddDate(0, 1, 0), ExtKeyUsage: []x509.ExtKeyUsage{usage}}
		change(template)
		der, err := x509.CreateCertificate(rand.Reader, template, root, root.PublicKey, key)
		require.NoError(t, err)
		leaf, err := x509.ParseCertificate(der)
		require.NoError(t, err)
		_, err = leaf.Verify(x509.VerifyOptions{Roots: pool, CurrentTime: morning.AddDate(0, 0, 1), KeyUsages: []x509.ExtKeyUsage{usage}})
		return err
	}
	address := func(ip string) func(*x509.Certificate) {
		return func(c *x509.Certificate) { c.IPAddresses = []net.IP{net.ParseIP(ip)} }
	}
	for _, ip := range []string{"10.1.2.3", "172.20.0.9", "192.168.7.2", "fd00::7", "fe80::1", "203.0.113.9"} {
		require.NoError(t, forged(x509.ExtKeyUsageServerAuth, address(ip)), ip)
	}
	for _, ip := range []string{"203.0.113.8", "8.8.8.8", "172.32.0.1", "2001:db8::1"} {
		require.Error(t, forged(x509.ExtKeyUsageServerAuth, address(ip)), ip)
	}
	require.Error(t, forged(x509.ExtKeyUsageServerAuth, func(c *x509.Certificate) { c.EmailAddresses = []string{"head@school.example"} }))
	for _, usage := range []x509.ExtKeyUsage{x509.ExtKeyUsageClientAuth, x509.ExtKeyUsageCodeSigning, x509.ExtKeyUsageEmailProtection} {
		require.Error(t, forged(usage, address("10.1.2.3")), usage)
	}
	require.NoError(t, os.Chmod(filepath.Join(dir, "authority", "key.pem"), 0o644))
	a, err = trust.Open(dir, nil, morning)
	require.NoError(t, err)
	require.Contains(t, a.Doubt(), "Others on this machine can read the key")
}

// The loss of an authority is said for a month, and not for the first one.
func TestALostAuthorityIsSaid(t *testing.T) {
	dir := t.TempDir()
	s, err := school.Open(t.Context(), dir, &demo.Clock{})
	require.NoError(t, err)
	defer func() { require.NoError(t, s.Close()) }()
	said := func() string {
		a, err := trust.Open(dir, nil, morning)
		require.NoError(t, err)
		lost, err := trust.Remember(t.Context(), s, a)
		require.NoError(t, err)
		return lost
	}
	require.Empty(t, said())
	require.Empty(t, said())
	require.NoError(t, os.RemoveAll(filepath.Join(dir, "authority")))
	require.Contains(t, said(), "is gone from the folder authority, and another was made")
	require.NotEmpty(t, said())
}

// Its end is seen a year before; what is damaged is refused in a sentence.
func TestAnAuthorityEnds(t *testing.T) {
	dir := t.TempDir()
	a, err := trust.Open(dir, nil, morning)
	require.NoError(t, err)
	later, err := trust.Open(dir, nil, a.Ends().AddDate(0, 0, 1))
	require.NoError(t, err)
	require.NotEqual(t, a.Fingerprint(), later.Fingerprint())

	key := filepath.Join(dir, "authority", "key.pem")
	for file, mode := range map[string]os.FileMode{filepath.Dir(key): 0o700, key: 0o600} {
		info, err := os.Stat(file)
		require.NoError(t, err)
		require.Equal(t, mode, info.Mode().Perm(), "for nobody else to read: %s", file)
	}
	other := t.TempDir()
	_, err = trust.Open(other, nil, morning)
	require.NoError(t, err)
	foreign, err := os.ReadFile(filepath.Join(other, "authority", "key.pem"))
	require.NoError(t, err)
	for _, damaged := range [][]byte{foreign, []byte("no key"), nil} {
		require.NoError(t, os.WriteFile(key, damaged, 0o600))
		_, err = trust.Open(dir, nil, morning)
		require.ErrorContains(t, err, "cannot be read: move the folder away")
	}
}

// What is wrong with a certificate that the school brings is said before a tablet meets it.
func TestFaultsOfACertificate(t *testing.T) {
	leaf := &x509.Certificate{NotBefore: morning, NotAfter: morning.AddDate(1, 0, 0), DNSNames: []string{"glaze.school.example"}}
	hosts := []string{"192.168.7.2", "glaze.school.example"}
	require.Empty(t, trust.Fault(leaf, hosts, morning.AddDate(0, 1, 0)))
	require.Empty(t, trust.Fault(leaf, nil, morning.AddDate(0, 1, 0)), "on this machine alone nobody asks by name")
	require.Contains(t, trust.Fault(leaf, hosts, morning.AddDate(1, 0, 1)), "ended on 2 March 2027")
	require.Contains(t, trust.Fault(leaf, hosts, morning.AddDate(-1, 0, 0)), "this machine takes today for 2 March 2025")
	require.Contains(t, trust.Fault(leaf, hosts[:1], morning.AddDate(0, 1, 0)), "192.168.7.2")
}

// One address takes plain http and TLS; whoever says nothing keeps nobody waiting.
func TestOneAddressForBoth(t *testing.T) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	a, err := trust.Open(t.TempDir(), nil, time.Now())
	require.NoError(t, err)
	own := &trust.Server{Authority: a, Hosts: func() []string { return nil }, Now: time.Now}
	plain, secure := trust.Split(l)
	server := &http.Server{Handler: http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		_, _ = io.WriteString(w, map[bool]string{true: "TLS", false: "plain"}[r.TLS != nil]+" "+r.Proto)
	})}
	ended := make(chan error, 2)
	for _, side := range []net.Listener{plain, tls.NewListener(secure, own.TLS())} {
		go func() { ended <- server.Serve(side) }()
	}
	silent, err := net.Dial("tcp", l.Addr().String())
	require.NoError(t, err)
	defer func() { _ = silent.Close() }()

	root, err := x509.ParseCertificate(a.DER())
	require.NoError(t, err)
	pool := x509.NewCertPool()
	pool.AddCert(root)
	c := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: pool}, ForceAttemptHTTP2: true}}
	for _, want := range []string{"plain HTTP/1.1", "TLS HTTP/2.0", "plain HTTP/1.1"} {
		scheme := "http"
		if strings.HasPrefix(want, "TLS") {
			scheme = "https"
		}
		answer, err := c.Get(scheme + "://" + l.Addr().String())
		require.NoError(t, err)
		text, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		require.NoError(t, answer.Body.Close())
		require.Equal(t, want, string(text))
	}
	require.NoError(t, server.Close())
	for range 2 {
		require.ErrorIs(t, <-ended, http.ErrServerClosed)
	}
}
