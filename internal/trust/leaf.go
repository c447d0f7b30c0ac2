package trust

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"fmt"
	"net"
	"slices"
	"sync"
	"time"
)

// A certificate of the server itself is short: it is made anew whenever its addresses
// change, and a while before it ends. Devices take up to 825 days from authorities that
// somebody installed (from memory).
const (
	leafLasts = 90 * 24 * time.Hour
	leafLeast = 30 * 24 * time.Hour
)

// Server has a certificate at hand for the addresses that the machine has now.
type Server struct {
	Authority *Authority
	// Hosts are the names and addresses under which the server is reached, as they are now.
	Hosts func() []string
	// Now is the machine's clock, not a demo's: devices compare with theirs.
	Now func() time.Time

	mu   sync.Mutex
	made *tls.Certificate
	of   []string
}

// TLS is how the server speaks TLS with its own certificate.
func (s *Server) TLS() *tls.Config {
	return &tls.Config{MinVersion: tls.VersionTLS12, NextProtos: []string{"h2", "http/1.1"},
		GetCertificate: func(*tls.ClientHelloInfo) (*tls.Certificate, error) { return s.certificate() }}
}

func (s *Server) certificate() (*tls.Certificate, error) {
	s.mu.Lock()
	defer s.mu.Unlock()
	hosts, now := s.Hosts(), s.Now()
	if s.made != nil && slices.Equal(hosts, s.of) && now.Add(leafLeast).Before(s.made.Leaf.NotAfter) && now.After(s.made.Leaf.NotBefore) {
		return s.made, nil
	}
	made, err := s.Authority.vouch(hosts, now)
	if err != nil {
		return nil, err
	}
	s.made, s.of = made, hosts
	return made, nil
}

// vouch makes a certificate for the hosts that the authority may vouch for, and for this
// machine's own name.
func (a *Authority) vouch(hosts []string, now time.Time) (*tls.Certificate, error) {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, err
	}
	template := &x509.Certificate{
		SerialNumber: serial(), Subject: pkix.Name{Organization: []string{"Enkaustos"}},
		NotBefore: now.Add(-early), NotAfter: now.Add(leafLasts),
		KeyUsage: x509.KeyUsageDigitalSignature, ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}, BasicConstraintsValid: true,
		DNSNames: []string{"localhost"}, IPAddresses: []net.IP{net.IPv4(127, 0, 0, 1)},
	}
	for _, h := range hosts {
		if ip := net.ParseIP(h); ip != nil {
			if a.PermitsAddress(ip) {
				template.IPAddresses = append(template.IPAddresses, ip)
			}
		} else if a.Permits(h) {
			template.DNSNames = append(template.DNSNames, h)
		}
	}
	der, err := x509.CreateCertificate(rand.Reader, template, a.cert, &key.PublicKey, a.key)
	if err != nil {
		return nil, fmt.Errorf("a certificate for %v: %w", hosts, err)
	}
	leaf, err := x509.ParseCertificate(der)
	if err != nil {
		return nil, err
	}
	return &tls.Certificate{Certificate: [][]byte{der, a.cert.Raw}, PrivateKey: key, Leaf: leaf}, nil
}

// Fault is what keeps a school's certificate from being believed, in one sentence; "" for
// nothing. Hosts are those under which devices reach the server.
func Fault(leaf *x509.Certificate, hosts []string, now time.Time) string {
	day := func(t time.Time) string { return t.Format("2 January 2006") }
	switch {
	case now.After(leaf.NotAfter):
		return fmt.Sprintf("The certificate ended on %s: browsers refuse it until the school has it renewed.", day(leaf.NotAfter))
	case now.Before(leaf.NotBefore):
		return fmt.Sprintf("The certificate holds from %s on, and this machine takes today for %s: one of the two is wrong.", day(leaf.NotBefore), day(now))
	case len(hosts) > 0 && !slices.ContainsFunc(hosts, func(h string) bool { return leaf.VerifyHostname(h) == nil }):
		return fmt.Sprintf("The certificate is not for an address under which this machine is reached (%s): name the one it is for with --host.", hosts[0])
	}
	return ""
}
