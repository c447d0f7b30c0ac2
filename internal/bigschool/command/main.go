// Command command makes the big school in a folder, through the contract.
package main

import (
	"context"
	"flag"
	"fmt"
	"log/slog"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"time"

	"enkaustos/internal/api"
	"enkaustos/internal/bigschool"
	"enkaustos/internal/school"
)

// clock begins some days ago and can be sent on, so that what is made is dry, fired and unloaded today.
type clock struct{ behind time.Duration }

func (c *clock) Now() time.Time { return time.Now().Add(-c.behind) }

// begun is how long ago the school is begun.
const begun = 6 * 24 * time.Hour

func main() {
	dir := flag.String("data", ".big-school", "folder of the school")
	flag.Parse()
	if err := run(context.Background(), *dir); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(ctx context.Context, dir string) error {
	clock := &clock{begun}
	s, err := school.Open(ctx, dir, clock)
	if err != nil {
		return err
	}
	defer func() { _ = s.Close() }()
	if len(s.Now().Pieces) > 0 {
		fmt.Printf("%s holds a school already: %d pieces, %d events\n", dir, len(s.Now().Pieces), s.Now().Seq)
		return nil
	}
	handler, err := api.New(api.Options{School: s, Log: slog.New(slog.DiscardHandler), SetupToken: "big"})
	if err != nil {
		return err
	}
	server := httptest.NewServer(handler)
	defer func() {
		server.Close()
		handler.Close()
	}()
	c := server.Client()
	if c.Jar, err = cookiejar.New(nil); err != nil {
		return err
	}
	began := time.Now()
	if err := bigschool.Make(bigschool.Caller{URL: server.URL, Client: c}, "big", func(format string, args ...any) { fmt.Printf(format+"\n", args...) }, func(d time.Duration) { clock.behind -= d }); err != nil {
		return err
	}
	fmt.Printf("%d pieces and %d events in %s, made in %s. Serve it: ./bin/enkaustos serve --data %s (passphrase: %s)\n",
		len(s.Now().Pieces), s.Now().Seq, dir, time.Since(began).Round(time.Second), dir, bigschool.Passphrase)
	return nil
}
