// Package trust has the teacher's own tablet or phone reach the school over TLS: a local
// authority of this school vouches for the addresses that its machine has. Its key lies in
// the data folder alone; it is in no backup and leaves by no route.
package trust

import (
	"bytes"
	"crypto"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/hex"
	"encoding/pem"
	"errors"
	"fmt"
	"io/fs"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"time"
)

// Authority vouches for one school's server. It can vouch for no name of the internet:
// whoever stole its key could stand in for nothing but machines of a local network.
type Authority struct {
	cert  *x509.Certificate
	key   crypto.Signer
	names []string     // those of the internet that it was given when it was made
	nets  []*net.IPNet // addresses that it may vouch for; none where it is of a release before, and may for all
	open  bool         // others can read its key
}

const (
	folder   = "authority"
	certFile = "authority.pem"
	keyFile  = "key.pem"

	lasts   = 10 * 365 * 24 * time.Hour
	renewed = 365 * 24 * time.Hour // so long before its end another one is made
	// early is how far a device's clock may lag behind this machine's.
	early = 31 * 24 * time.Hour
)

// localNames end the names that a local network gives (RFC 6762, RFC 8375, and common
// practice).
var localNames = []string{"local", "lan", "home.arpa", "internal", "localhost"}

// Open reads the authority of a data folder, and makes it where there is none or where it
// has less than a year to go. Names are further ones under which the server is reached. The
// error is one sentence.
func Open(dir string, names []string, now time.Time) (*Authority, error) {
	at := filepath.Join(dir, folder)
	a, err := read(at)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return create(at, names, now)
	case err != nil:
		return nil, fmt.Errorf("%s: this school's certificate cannot be read: move the folder away, and every device has to trust a new one", at)
	case now.Add(renewed).After(a.cert.NotAfter):
		return create(at, names, now)
	}
	return a, nil
}

func read(at string) (*Authority, error) {
	public, err := block(filepath.Join(at, certFile), "CERTIFICATE")
	if err != nil {
		return nil, err
	}
	secret, err := block(filepath.Join(at, keyFile), "PRIVATE KEY")
	if err != nil {
		return nil, err
	}
	cert, err := x509.ParseCertificate(public)
	if err != nil {
		return nil, err
	}
	parsed, err := x509.ParsePKCS8PrivateKey(secret)
	if err != nil {
		return nil, err
	}
	key, ok := parsed.(*ecdsa.PrivateKey)
	if !ok || !key.PublicKey.Equal(cert.PublicKey) || !cert.IsCA {
		return nil, errors.New("the key is another one's")
	}
	return &Authority{cert: cert, key: key, names: cert.PermittedDNSDomains, nets: cert.PermittedIPRanges, open: readable(filepath.Join(at, keyFile))}, nil
}

func block(file, kind string) ([]byte, error) {
	text, err := os.ReadFile(file)
	if err != nil {
		return nil, err
	}
	b, _ := pem.Decode(text)
	if b == nil || b.Type != kind {
		return nil, fmt.Errorf("%s holds no %s", file, kind)
	}
	return b.Bytes, nil
}

func create(at string, names []string, now time.Time) (*Authority, error) {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, err
	}
	host, _ := os.Hostname() // else it goes without
	permitted, nets := slices.Clone(localNames), privateNets()
	for _, n := range names {
		switch ip := net.ParseIP(n); {
		case ip != nil && !within(nets, ip):
			nets = append(nets, alone(ip))
		case ip == nil && !permits(permitted, n):
			permitted = append(permitted, n)
		}
	}
	template := &x509.Certificate{
		SerialNumber: serial(),
		Subject:      pkix.Name{CommonName: strings.TrimSpace(fmt.Sprintf("Enkaustos, made %s on %.40s", now.Format("2 January 2006"), host)), Organization: []string{"Enkaustos"}},
		NotBefore:    now.Add(-2 * early), NotAfter: now.Add(lasts),
		KeyUsage: x509.KeyUsageCertSign, IsCA: true, BasicConstraintsValid: true, MaxPathLenZero: true,
		// For servers of this school alone: no name or address of the internet but those it is told, and
		// nobody's mail, programs or devices (RFC 5280, 4.2.1.10 and 4.2.1.12).
		ExtKeyUsage:         []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth},
		PermittedDNSDomains: permitted, PermittedDNSDomainsCritical: true, PermittedIPRanges: nets,
		PermittedEmailAddresses: []string{nowhere}, PermittedURIDomains: []string{nowhere},
	}
	der, err := x509.CreateCertificate(rand.Reader, template, template, &key.PublicKey, key)
	if err != nil {
		return nil, err
	}
	cert, err := x509.ParseCertificate(der)
	if err != nil {
		return nil, err
	}
	return &Authority{cert: cert, key: key, names: permitted, nets: nets}, keep(at, der, key)
}

// keep writes the key first: a certificate without its key would be read as damaged.
func keep(at string, der []byte, key *ecdsa.PrivateKey) error {
	secret, err := x509.MarshalPKCS8PrivateKey(key)
	if err != nil {
		return err
	}
	fresh := at + ".part"
	err = errors.Join(os.RemoveAll(fresh), os.MkdirAll(fresh, 0o700),
		os.WriteFile(filepath.Join(fresh, keyFile), pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret}), 0o600),
		os.WriteFile(filepath.Join(fresh, certFile), pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der}), 0o600))
	if err != nil {
		return fmt.Errorf("%s: this school's certificate cannot be kept: %w", at, err)
	}
	return errors.Join(os.RemoveAll(at), os.Rename(fresh, at)) // both files or neither
}

func serial() *big.Int {
	n := make([]byte, 16)
	_, _ = rand.Read(n) // never fails
	n[0] &= 0x7f        // a serial number is positive
	return new(big.Int).SetBytes(n)
}

// nowhere is a domain that there is not (RFC 2606): what is permitted for it alone is permitted for nobody.
const nowhere = "nowhere.invalid"

// privateNets are the addresses of machines that the internet does not reach: RFC 1918, 4193, 3927, and
// this machine itself.
func privateNets() (all []*net.IPNet) {
	for _, of := range []string{"10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "127.0.0.0/8", "fc00::/7", "fe80::/10", "::1/128"} {
		_, n, _ := net.ParseCIDR(of) // they are ones
		all = append(all, n)
	}
	return all
}

func within(nets []*net.IPNet, ip net.IP) bool {
	return slices.ContainsFunc(nets, func(n *net.IPNet) bool { return n.Contains(ip) })
}

// alone is a net of one address.
func alone(ip net.IP) *net.IPNet {
	if v4 := ip.To4(); v4 != nil {
		ip = v4
	}
	return &net.IPNet{IP: ip, Mask: net.CIDRMask(8*len(ip), 8*len(ip))}
}

// readable says whether others than its owner can read a file, where the system keeps that.
func readable(file string) bool {
	info, err := os.Stat(file)
	return err == nil && runtime.GOOS != "windows" && info.Mode().Perm()&0o077 != 0
}

// PermitsAddress says whether the authority may vouch for an address.
func (a *Authority) PermitsAddress(ip net.IP) bool { return len(a.nets) == 0 || within(a.nets, ip) }

// Doubt says what makes the authority worth less than it should be, and what to do about it; "" for
// nothing.
func (a *Authority) Doubt() string {
	switch {
	case a.open:
		return "Others on this machine can read the key of this school's certificate: whoever has it can pass for this server. Close the folder authority to them (chmod -R go-rwx), or move it away and trust the new one on each device."
	case len(a.nets) == 0:
		return "This school's certificate is of a release before, and its key could vouch for more than this server: move the folder authority away, start again, and trust the new one on each device."
	}
	return ""
}

func permits(domains []string, name string) bool {
	return slices.ContainsFunc(domains, func(d string) bool {
		return strings.EqualFold(name, d) || strings.HasSuffix(strings.ToLower(name), "."+strings.ToLower(d))
	})
}

// Permits says whether it may vouch for a host name; an address of a network it always may.
func (a *Authority) Permits(name string) bool { return permits(a.names, name) }

// DER is the certificate to be trusted, as devices take it.
func (a *Authority) DER() []byte { return bytes.Clone(a.cert.Raw) }

// Ends is when it has to be trusted anew at the latest.
func (a *Authority) Ends() time.Time { return a.cert.NotAfter.Add(-renewed) }

// Name is what devices call it in their lists.
func (a *Authority) Name() string { return a.cert.Subject.CommonName }

// Fingerprint is the SHA-256 of the certificate in pairs of hex digits, as devices show it.
func (a *Authority) Fingerprint() string {
	sum := sha256.Sum256(a.cert.Raw)
	digits := strings.ToUpper(hex.EncodeToString(sum[:]))
	var out strings.Builder
	for i := 0; i < len(digits); i += 2 {
		if i > 0 {
			out.WriteByte(' ')
		}
		out.WriteString(digits[i : i+2])
	}
	return out.String()
}
