package main

import (
	"bytes"
	"context"
	"crypto/tls"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"strings"
	"time"

	"enkaustos/internal/demo"
)

// server is the real binary with the demo's school, on one address through all
// its deaths.
type server struct {
	dir, addr string
	more      []string // arguments
	scheme    string
	cmd       *exec.Cmd
	peakMB    int
}

func newServer(dir string) (*server, error) {
	listener, err := new(net.ListenConfig).Listen(context.Background(), "tcp", "127.0.0.1:0")
	if err != nil {
		return nil, err
	}
	s := &server{dir: dir, addr: listener.Addr().String(), scheme: "http"}
	return s, listener.Close()
}

// start runs the binary and waits until it answers.
func (s *server) start() error {
	s.cmd = exec.Command("bin/enkaustos", append([]string{"demo", "--data", s.dir, "--addr", s.addr, "--at", "2026-03-02T09:15"}, s.more...)...) //nolint:gosec // our own binary
	s.cmd.Stderr = os.Stderr
	if err := s.cmd.Start(); err != nil {
		return fmt.Errorf("%w: run 'make build' first", err)
	}
	for range 300 {
		if answer, err := trusting().Get(s.scheme + "://" + s.addr + "/api/session"); err == nil {
			return answer.Body.Close()
		}
		time.Sleep(50 * time.Millisecond)
	}
	return fmt.Errorf("the server does not answer at %s", s.addr)
}

// kill ends the process as a power cut would, and starts it again.
func (s *server) kill() error {
	s.weigh()
	_ = s.cmd.Process.Kill()
	_ = s.cmd.Wait()
	return s.start()
}

func (s *server) stop() {
	s.weigh()
	_ = s.cmd.Process.Kill()
	_ = s.cmd.Wait()
}

// weigh notes the most memory that the process ever held.
func (s *server) weigh() {
	text, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", s.cmd.Process.Pid))
	if err != nil {
		return
	}
	for _, line := range strings.Split(string(text), "\n") {
		var kb int
		if n, _ := fmt.Sscanf(line, "VmHWM: %d kB", &kb); n == 1 {
			s.peakMB = max(s.peakMB, kb/1024)
		}
	}
}

// caller is a session.
type caller struct {
	base   string
	client *http.Client
}

func (s *server) visitor() (*caller, error) {
	jar, err := cookiejar.New(nil)
	client := trusting()
	client.Jar = jar
	return &caller{s.scheme + "://" + s.addr + "/api", client}, err
}

// trusting is a client that takes whatever certificate the server made for itself.
func trusting() *http.Client {
	return &http.Client{Timeout: 5 * time.Second, Transport: &http.Transport{TLSClientConfig: &tls.Config{InsecureSkipVerify: true}}} //nolint:gosec // our own server
}

// teacher is a session of the teacher's side.
func (s *server) teacher() (*caller, error) {
	c, err := s.visitor()
	if err != nil {
		return nil, err
	}
	return c, c.call("POST", "/login", map[string]string{"passphrase": demo.Passphrase}, nil)
}

// call asks for a path and reads the answer into out.
func (c *caller) call(method, path string, body, out any) error {
	text, err := json.Marshal(body)
	if err != nil {
		return err
	}
	r, err := http.NewRequest(method, c.base+path, bytes.NewReader(text)) //nolint:noctx // the client has a time limit
	if err != nil {
		return err
	}
	r.Header.Set("Content-Type", "application/json")
	answer, err := c.client.Do(r)
	if err != nil {
		return err
	}
	defer func() { _ = answer.Body.Close() }()
	got, err := io.ReadAll(answer.Body)
	switch {
	case err != nil:
		return err
	case answer.StatusCode >= 300:
		return fmt.Errorf("%s %s: %d %s", method, path, answer.StatusCode, got)
	case out == nil:
		return nil
	}
	return json.Unmarshal(got, out)
}
