package main

import (
	"context"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"syscall"
	"time"

	"enkaustos/internal/bigschool"
	"enkaustos/internal/contract"
)

const (
	askedEach = 200 // times that every list is asked for
	tapped    = 600 // coats, alone and beside a search
	starts    = 5
)

// server is the program as it serves a school.
type server struct {
	cmd *exec.Cmd
	url string
	bigschool.Caller
}

// serve starts the program and says how long it took to its first answer.
func serve(ctx context.Context, bin, data string) (*server, time.Duration, error) {
	free, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return nil, 0, err
	}
	addr := free.Addr().String()
	if err := free.Close(); err != nil {
		return nil, 0, err
	}
	s := &server{cmd: exec.CommandContext(ctx, bin, "serve", "--data", data, "--addr", addr), url: "http://" + addr}
	began := time.Now()
	if err := s.cmd.Start(); err != nil {
		return nil, 0, err
	}
	for {
		answer, err := http.Get(s.url + "/api/session")
		if err == nil {
			_ = answer.Body.Close()
			break
		}
		if time.Since(began) > time.Minute {
			return nil, 0, err
		}
		time.Sleep(2 * time.Millisecond)
	}
	took := time.Since(began)
	jar, err := cookiejar.New(nil)
	s.Caller = bigschool.Caller{URL: s.url, Client: &http.Client{Jar: jar}}
	return s, took, err
}

func (s *server) stop() {
	_ = s.cmd.Process.Signal(syscall.SIGTERM)
	_ = s.cmd.Wait()
}

// memory is the most that the server ever held, in MB.
func (s *server) memory() int {
	text, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", s.cmd.Process.Pid))
	if err != nil {
		return 0
	}
	for line := range strings.Lines(string(text)) {
		if fields := strings.Fields(line); len(fields) > 1 && fields[0] == "VmHWM:" {
			kb, _ := strconv.Atoi(fields[1])
			return kb / 1024
		}
	}
	return 0
}

// measureSchool measures the program as it serves a copy of the big school.
func measureSchool(ctx context.Context, bin, data string) (rows []row, err error) {
	dir, err := os.MkdirTemp("", "big-school")
	if err != nil {
		return nil, err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	if err := os.CopyFS(filepath.Join(dir, "data"), os.DirFS(data)); err != nil {
		return nil, fmt.Errorf("%w: make big-school makes it", err)
	}
	data = filepath.Join(dir, "data")
	var again times
	for range starts {
		s, took, err := serve(ctx, bin, data)
		if err != nil {
			return nil, err
		}
		if len(again) == 0 {
			rows = append(rows, row{"the first start of a new version: every log is folded", ms(took), "500 ms"})
		}
		again = append(again, took)
		s.stop()
	}
	rows = append(rows, row{fmt.Sprintf("a start, until the first answer: median of %d, slowest", starts-1), ms(again[1:].at(0.5)) + ", " + ms(again[1:].at(1)), "500 ms"})
	s, _, err := serve(ctx, bin, data)
	if err != nil {
		return nil, err
	}
	defer s.stop()
	rows = append(rows, row{"memory after a start", fmt.Sprintf("%d MB", s.memory()), "150 MB"})
	if err := s.Do("POST", "/login", map[string]string{"passphrase": bigschool.Passphrase}, nil); err != nil {
		return nil, err
	}
	class, err := s.largest()
	if err != nil {
		return nil, err
	}
	for _, measure := range []func(string) ([]row, error){s.lists, s.browser, s.taps} { // taps last: they change the school
		more, err := measure(class)
		if err != nil {
			return nil, err
		}
		rows = append(rows, more...)
	}
	return append(rows, row{"memory at its peak, after all of this", fmt.Sprintf("%d MB", s.memory()), "150 MB"}), nil
}

func (s *server) largest() (string, error) {
	var classes []contract.Class
	if err := s.Do("GET", "/classes", nil, &classes); err != nil {
		return "", err
	}
	for _, c := range classes {
		if c.Name == bigschool.Largest {
			return c.Id, nil
		}
	}
	return "", fmt.Errorf("no class is called %s", bigschool.Largest)
}

// lists asks for every list that a screen asks for, packed as a browser takes it.
func (s *server) lists(class string) (rows []row, err error) {
	for _, list := range []struct{ name, path, budget string }{
		{"all pieces", "/pieces", "50 ms"}, {"the bench's stage", "/pieces?stage=bench", "50 ms"},
		{"the bench of 32 students, five surfaces", "/pieces?class=" + class, "20 ms"},
		{"Today", "/today", "50 ms"}, {"the gate", "/ready", "50 ms"}, {"tiles", "/tiles", "50 ms"},
		{"classes", "/classes", "50 ms"}, {"assignments", "/assignments", "50 ms"}, {"loads", "/loads", "50 ms"},
		{"stacks by what became of them", "/results/stacks", "50 ms"}, {"the laboratory", "/results/laboratory", "50 ms"}, {"faults by cause", "/results/faults?class=" + class, "50 ms"},
	} {
		var took times
		size := 0
		for range askedEach {
			began := time.Now()
			if size, err = s.ask(list.path); err != nil {
				return nil, err
			}
			took = append(took, time.Since(began))
		}
		rows = append(rows, row{fmt.Sprintf("%s: p50, p99, size", list.name),
			fmt.Sprintf("%s, %s, %d kB", ms(took.at(0.5)), ms(took.at(0.99)), size/1000), "p99 " + list.budget})
	}
	return rows, nil
}

func (s *server) ask(path string) (size int, err error) {
	r, err := http.NewRequest("GET", s.url+"/api"+path, nil)
	if err != nil {
		return 0, err
	}
	r.Header.Set("Accept-Encoding", "gzip")
	answer, err := s.Client.Do(r)
	if err != nil {
		return 0, err
	}
	defer func() { _ = answer.Body.Close() }()
	n, err := io.Copy(io.Discard, answer.Body)
	if err == nil && answer.StatusCode != http.StatusOK {
		err = fmt.Errorf("%s: %s", path, answer.Status)
	}
	return int(n), err
}

// taps taps coats alone, and while searches run without a pause.
func (s *server) taps(class string) (rows []row, err error) {
	var list contract.PieceList
	if err := s.Do("GET", "/pieces?class="+class, nil, &list); err != nil {
		return nil, err
	}
	round := 0
	tap := func() (took times, err error) {
		for i := range tapped {
			p := list.Pieces[i%len(list.Pieces)]
			round++
			began := time.Now()
			err := s.Do("POST", "/events", map[string]any{"events": []map[string]any{{"id": fmt.Sprintf("bench-%d-%d", began.UnixNano(), round),
				"kind": "coat", "piece": p.Id, "surface": p.Surfaces[0].Id, "glaze": "N01"}}}, nil)
			if err != nil {
				return nil, err
			}
			took = append(took, time.Since(began))
		}
		return took, nil
	}
	alone, err := tap()
	if err != nil {
		return nil, err
	}
	rows = append(rows, row{"a tap: p50, p99", ms(alone.at(0.5)) + ", " + ms(alone.at(0.99)), ""})
	lesson, err := s.lesson(class)
	if err != nil {
		return nil, err
	}
	for _, search := range []struct{ name, path string }{
		{"a search for tiles to make", "/programmes/untried?class=" + class}, {"the plan of a lesson", lesson},
	} {
		busy, searches, err := s.beside(search.path, tap)
		if err != nil {
			return nil, err
		}
		rows = append(rows, row{fmt.Sprintf("a tap while %s runs beside it (%d ran): p50, p99", search.name, searches), ms(busy.at(0.5)) + ", " + ms(busy.at(0.99)), "the same tap alone + 5 ms: " + ms(alone.at(0.99)+5*time.Millisecond)})
	}
	return rows, nil
}

// lesson gives a class a bell on every day, and is where the plan of its next lesson is asked.
func (s *server) lesson(class string) (path string, err error) {
	var bells []map[string]any
	for day := 1; day <= 5; day++ {
		bells = append(bells, map[string]any{"classes": []string{class}, "weekday": day, "starts": "09:00", "ends": "10:05"})
	}
	err = s.Do("PUT", "/timetable", map[string]any{"cycle": map[string]any{"turning": "", "length": 0}, "bells": bells, "holidays": []any{}, "odd": []any{}}, nil)
	if err != nil {
		return "", err
	}
	var around contract.LessonsAround
	if err := s.Do("GET", "/lessons/around?class="+class, nil, &around); err != nil {
		return "", err
	}
	return "/lessons/" + around.Next[0].Key + "/course", nil
}

// beside does something while something else is asked for without a pause.
func (s *server) beside(path string, tap func() (times, error)) (took times, searches int, err error) {
	var failed error
	stop, stopped := make(chan struct{}), make(chan struct{})
	go func() {
		defer close(stopped)
		for failed == nil {
			select {
			case <-stop:
				return
			default:
				_, failed = s.ask(path)
				searches++
			}
		}
	}()
	took, err = tap()
	close(stop)
	<-stopped
	if err == nil {
		err = failed
	}
	return took, searches, err
}
