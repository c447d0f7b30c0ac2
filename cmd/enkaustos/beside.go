package main

import (
	"context"
	"errors"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"os"
	"sync"
	"time"

	"enkaustos/internal/api"
	"enkaustos/internal/demo"
	"enkaustos/internal/guard"
	"enkaustos/internal/school"
)

// beside is the invented school that a teacher looks round in from a school of her own:
// made when it is first asked for, on a port of this machine alone, and gone with the server.
type beside struct {
	log *slog.Logger

	mu     sync.Mutex
	dir    string
	url    string
	school *school.School
	server *http.Server
}

// open says where the invented school is.
func (b *beside) open(ctx context.Context) (string, error) {
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.url == "" {
		if err := b.start(context.WithoutCancel(ctx)); err != nil {
			return "", errors.Join(err, b.closed())
		}
	}
	return b.url, nil
}

func (b *beside) start(ctx context.Context) (err error) {
	if b.dir, err = os.MkdirTemp("", "enkaustos-demo-"); err != nil {
		return err
	}
	var clock *demo.Clock
	if b.school, clock, err = demo.Open(ctx, b.dir, time.Time{}, false); err != nil {
		return err
	}
	handler, err := api.New(api.Options{School: b.school, Log: b.log, Advance: clock.Advance})
	if err != nil {
		return err
	}
	bare, err := new(net.ListenConfig).Listen(ctx, "tcp", "127.0.0.1:0")
	if err != nil {
		return err
	}
	b.server = handler.HTTP()
	b.server.RegisterOnShutdown(handler.Close)
	go func() { _ = b.server.Serve(guard.Bound(bare)) }() // it ends by close alone
	b.url = "http://" + bare.Addr().String() + "/#" + url.Values{"in": {demo.Passphrase}}.Encode()
	return nil
}

// close ends the invented school and removes what it left.
func (b *beside) close() error {
	b.mu.Lock()
	defer b.mu.Unlock()
	return b.closed()
}

func (b *beside) closed() (err error) {
	if b.server != nil {
		limit, cancel := context.WithTimeout(context.Background(), time.Second)
		defer cancel()
		if b.server.Shutdown(limit) != nil { // whoever still looks on is cut off
			err = b.server.Close()
		}
	}
	if b.school != nil {
		err = errors.Join(err, b.school.Close())
	}
	if b.dir != "" {
		err = errors.Join(err, os.RemoveAll(b.dir))
	}
	b.server, b.school, b.dir, b.url = nil, nil, "", ""
	return err
}
