package main

import (
	"bytes"
	"compress/zlib"
	"context"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/binary"
	"encoding/pem"
	"fmt"
	"hash/crc32"
	"image"
	"image/color"
	"image/png"
	"io"
	"math/big"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"time"
)

func nested(_ context.Context, f *flooded) error {
	body := strings.Repeat("[", 2<<20) + strings.Repeat("]", 2<<20)
	f.atOnce(60, 60, func(n int) bool { return f.post(from(n%4), "/api/pair", strings.NewReader(body), nil) })
	return nil
}

// post says whether something was answered as if nothing were wrong.
func (f *flooded) post(c *http.Client, path string, body io.Reader, change func(*http.Request)) bool {
	r, err := http.NewRequest("POST", f.scheme+"://"+f.addr+path, body) //nolint:noctx // the client has a time limit
	if err != nil {
		return false
	}
	r.Header.Set("Content-Type", "application/json")
	if change != nil {
		change(r)
	}
	answer, err := c.Do(r)
	if err != nil {
		return false
	}
	defer func() { _ = answer.Body.Close() }()
	_, _ = io.Copy(io.Discard, answer.Body)
	return answer.StatusCode < 300
}

// slowBodies keeps as many connections open as it gets, each with a body that never ends.
func slowBodies(_ context.Context, f *flooded) error {
	f.atOnce(3000, 3000, func(n int) bool {
		conn, err := (&net.Dialer{Timeout: 5 * time.Second, LocalAddr: &net.TCPAddr{IP: net.IPv4(127, 0, 1, byte(1+n%20))}}).Dial("tcp", f.addr)
		if err != nil {
			return false
		}
		defer func() { _ = conn.Close() }()
		_, err = fmt.Fprintf(conn, "POST /api/pair HTTP/1.1\r\nHost: %s\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n", f.addr)
		for begun := time.Now(); err == nil && time.Since(begun) < 30*time.Second; time.Sleep(time.Second) {
			_, err = conn.Write([]byte(" "))
		}
		return err == nil // it was borne for as long as it liked
	})
	return nil
}

func longHeads(_ context.Context, f *flooded) error {
	long := strings.Repeat("x", 1<<20)
	f.atOnce(600, 100, func(n int) bool {
		return f.post(from(n%10), "/api/pair", strings.NewReader("{}"), func(r *http.Request) { r.Header.Set("X-Long", long) })
	})
	return nil
}

func guesses(_ context.Context, f *flooded) error {
	f.atOnce(560, 112, func(n int) bool {
		return f.post(from(n%56), "/api/login", strings.NewReader(fmt.Sprintf(`{"passphrase":"guess number %d"}`, n)), nil)
	})
	return nil
}

// events sends one event from the tablet that floods.
func (f *flooded) event(e map[string]any) bool {
	return f.tablet.call("POST", "/events", map[string]any{"events": []map[string]any{e}}, nil) == nil
}

func notes(_ context.Context, f *flooded) error {
	text := strings.Repeat("n", 2000)
	f.atOnce(10_000, 20, func(n int) bool {
		return f.event(map[string]any{"id": fmt.Sprintf("note-%06d", n), "kind": "note", "piece": f.pieces[n%len(f.pieces)].Id, "text": text})
	})
	return nil
}

func lateTaps(_ context.Context, f *flooded) error {
	f.atOnce(5000, 20, func(n int) bool {
		return f.event(map[string]any{"id": fmt.Sprintf("late-%06d", n), "kind": "coat", "piece": "nowhere", "surface": "interior", "glaze": "N01", "ageMS": 60_000})
	})
	return nil
}

// unread opens streams with the tablet's session and reads none of them, while the class
// works.
func unread(_ context.Context, f *flooded) error {
	cookie := ""
	address := "http://" + f.addr
	if r, err := http.NewRequest("GET", address, nil); err == nil { //nolint:noctx // never sent
		for _, c := range f.tablet.client.Jar.Cookies(r.URL) {
			cookie += c.Name + "=" + c.Value
		}
	}
	f.atOnce(500, 500, func(n int) bool {
		conn, err := (&net.Dialer{Timeout: 5 * time.Second, LocalAddr: &net.TCPAddr{IP: net.IPv4(127, 0, 1, byte(1+n%20))}}).Dial("tcp", f.addr)
		if err != nil {
			return false
		}
		defer func() { _ = conn.Close() }()
		_, _ = fmt.Fprintf(conn, "GET /api/live?after=0 HTTP/1.1\r\nHost: %s\r\nCookie: %s\r\n\r\n", f.addr, cookie)
		head := make([]byte, 12)
		_ = conn.SetReadDeadline(time.Now().Add(5 * time.Second))
		_, err = io.ReadFull(conn, head)
		time.Sleep(15 * time.Second)
		return err == nil && string(head) == "HTTP/1.1 200"
	})
	return nil
}

func madeUp(_ context.Context, f *flooded) error {
	f.atOnce(20_000, 50, func(n int) bool {
		r, err := http.NewRequest("GET", "http://"+f.addr+"/api/pieces", nil) //nolint:noctx // the client has a time limit
		if err != nil {
			return false
		}
		r.AddCookie(&http.Cookie{Name: "enkaustos", Value: fmt.Sprintf("%043d", n)})
		answer, err := shared.Do(r)
		if err != nil {
			return false
		}
		_, _ = io.Copy(io.Discard, answer.Body)
		_ = answer.Body.Close()
		return answer.StatusCode < 300
	})
	return nil
}

var shared = trusting()

// bomb is a picture of 64 by 64 pixels whose colour profile is 2 GB of nothing.
func bomb(_ context.Context, f *flooded) error {
	var profile bytes.Buffer
	profile.WriteString("p\x00\x00")
	z := zlib.NewWriter(&profile)
	zeros := make([]byte, 1<<20)
	for range 2048 {
		if _, err := z.Write(zeros); err != nil {
			return err
		}
	}
	if err := z.Close(); err != nil {
		return err
	}
	var small bytes.Buffer
	if err := png.Encode(&small, image.NewRGBA(image.Rect(0, 0, 64, 64))); err != nil {
		return err
	}
	const header = 8 + 25
	chunk := append([]byte("iCCP"), profile.Bytes()...)
	file := append([]byte{}, small.Bytes()[:header]...)
	file = binary.BigEndian.AppendUint32(file, uint32(len(chunk)-4)) //nolint:gosec // some 2 MB
	file = append(file, chunk...)
	file = binary.BigEndian.AppendUint32(file, crc32.ChecksumIEEE(chunk))
	file = append(file, small.Bytes()[header:]...)
	f.atOnce(5, 5, func(int) bool { return f.picture(file) })
	return nil
}

func manyPictures(_ context.Context, f *flooded) error {
	m := image.NewNRGBA64(image.Rect(0, 0, 8000, 6000))
	for i := range m.Pix {
		m.Pix[i] = byte(i>>9) * byte(i&1)
	}
	m.Set(0, 0, color.NRGBA64{A: 0xffff})
	var file bytes.Buffer
	if err := (&png.Encoder{CompressionLevel: png.BestSpeed}).Encode(&file, m); err != nil {
		return err
	}
	m = nil
	fmt.Fprintf(os.Stderr, "a picture of %d MB\n", file.Len()>>20)
	f.atOnce(20, 20, func(int) bool { return f.picture(file.Bytes()) })
	return nil
}

// picture sends a photograph as the teacher.
func (f *flooded) picture(file []byte) bool {
	slow := *f.head.client
	slow.Timeout = 4 * time.Minute
	return f.post(&slow, "/api/photographs?name=x", bytes.NewReader(file), func(r *http.Request) { r.Header.Set("Content-Type", "application/octet-stream") })
}

// overTLS gives the server a certificate.
func (s *server) overTLS(dir string) error {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return err
	}
	made := &x509.Certificate{SerialNumber: big.NewInt(1), Subject: pkix.Name{CommonName: "a school"}, NotBefore: time.Now().Add(-time.Hour), NotAfter: time.Now().Add(time.Hour), IPAddresses: []net.IP{net.IPv4(127, 0, 0, 1)}}
	der, err := x509.CreateCertificate(rand.Reader, made, made, &key.PublicKey, key)
	if err != nil {
		return err
	}
	secret, err := x509.MarshalPKCS8PrivateKey(key)
	if err != nil {
		return err
	}
	cert, private := filepath.Join(dir, "cert.pem"), filepath.Join(dir, "key.pem")
	if err := os.WriteFile(cert, pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der}), 0o600); err != nil {
		return err
	}
	if err := os.WriteFile(private, pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret}), 0o600); err != nil {
		return err
	}
	s.scheme, s.more = "https", append(s.more, "--tls-cert", cert, "--tls-key", private)
	return nil
}
