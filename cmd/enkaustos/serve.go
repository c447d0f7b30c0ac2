package main

import (
	"context"
	"crypto/rand"
	"crypto/tls"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"os"
	"runtime/debug"
	"strings"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"enkaustos/internal/api"
	"enkaustos/internal/demo"
	"enkaustos/internal/door"
	"enkaustos/internal/guard"
	"enkaustos/internal/qr"
	"enkaustos/internal/school"
	"enkaustos/internal/upkeep"
)

// wallClock is the clock of the machine.
type wallClock struct{}

func (wallClock) Now() time.Time { return time.Now() }

// serving is what serve and demo have in common.
type serving struct {
	addr        string
	lan         bool
	hosts       []string
	backupEvery time.Duration
	copyTo      string
	replicated  bool
	tlsCert     string
	tlsKey      string
	verbose     bool

	pair *tls.Certificate // of tlsCert and tlsKey; nil without
}

func (v *serving) flags(cmd *cobra.Command) {
	cmd.Flags().StringVar(&v.addr, "addr", "127.0.0.1:8470", "address to listen on")
	cmd.Flags().BoolVar(&v.lan, "lan", false, "serve the tablets of the room over the school's network, by plain http")
	cmd.Flags().StringSliceVar(&v.hosts, "host", nil, "further names under which the server may be asked")
	cmd.Flags().DurationVar(&v.backupEvery, "backup-every", 24*time.Hour, "how often to copy the database; 0 for never")
	cmd.Flags().StringVar(&v.copyTo, "copy-to", "", "folder on a stick or a share that gets every copy as well")
	cmd.Flags().BoolVar(&v.replicated, "replicated", false, "a replicator streams the database: leave its log to it")
	cmd.Flags().StringVar(&v.tlsCert, "tls-cert", "", "certificate, so that the teacher can work from another machine")
	cmd.Flags().StringVar(&v.tlsKey, "tls-key", "", "private key of the certificate")
	cmd.MarkFlagsRequiredTogether("tls-cert", "tls-key")
	cmd.Flags().BoolVar(&v.verbose, "verbose", false, "log every request")
}

func (v *serving) log() *slog.Logger {
	level := slog.LevelInfo
	if v.verbose {
		level = slog.LevelDebug
	}
	return slog.New(slog.NewTextHandler(os.Stderr, &slog.HandlerOptions{Level: level}))
}

func serveCommand() *cobra.Command {
	var v serving
	cmd := &cobra.Command{
		Use:   "serve",
		Short: "Serve a school to the browser",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) (err error) {
			dir, _ := cmd.Flags().GetString("data")
			ctx := cmd.Context()
			listener, err := v.listen(ctx)
			if err != nil {
				return err
			}
			s, err := school.Open(ctx, dir, wallClock{})
			if err != nil {
				return errors.Join(err, listener.Close())
			}
			invented := &beside{log: v.log()}
			defer func() { err = errors.Join(err, invented.close()) }()
			options := api.Options{School: s, Log: v.log(), Hosts: v.hosts, LAN: v.lan, Demo: invented.open}
			if door.NeedsSetup(s.Now()) {
				options.SetupToken = rand.Text()
				fmt.Printf("First visit: open this link once and choose your passphrase:\n  %s/welcome#%s\n", v.url(listener), options.SetupToken)
			}
			return v.run(ctx, dir, listener, options)
		},
	}
	v.flags(cmd)
	return cmd
}

func demoCommand() *cobra.Command {
	var v serving
	var at string
	var fresh bool
	cmd := &cobra.Command{
		Use:   "demo",
		Short: "Serve an invented school to try things out",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			dir, _ := cmd.Flags().GetString("data")
			ctx := cmd.Context()
			start := time.Time{}
			if at != "" {
				var err error
				if start, err = time.ParseInLocation("2006-01-02T15:04", at, time.Local); err != nil {
					return fmt.Errorf("--at %q: expected a moment such as 2026-03-02T09:15", at)
				}
			}
			listener, err := v.listen(ctx)
			if err != nil {
				return err
			}
			s, clock, err := demo.Open(ctx, dir, start, fresh)
			if err != nil {
				return errors.Join(err, listener.Close())
			}
			fmt.Printf("%s is open at\n  %s/\nPassphrase: %s\n", demo.School, v.url(listener), demo.Passphrase)
			return v.run(ctx, dir, listener, api.Options{School: s, Log: v.log(), Hosts: v.hosts, LAN: v.lan, Advance: clock.Advance})
		},
	}
	v.flags(cmd)
	cmd.Flags().StringVar(&at, "at", "", "moment to start at, such as 2026-03-02T09:15")
	cmd.Flags().BoolVar(&fresh, "fresh", false, "make the school anew")
	return cmd
}

func (v *serving) listen(ctx context.Context) (net.Listener, error) {
	if v.tlsCert != "" {
		certificate, err := tls.LoadX509KeyPair(v.tlsCert, v.tlsKey)
		if err != nil {
			return nil, fmt.Errorf("cannot use %s with %s: expected a certificate and its key in PEM", v.tlsCert, v.tlsKey)
		}
		v.pair = &certificate
	}
	if host, port, err := net.SplitHostPort(v.addr); err == nil && v.lan && (host == "localhost" || qr.Loopback(host)) {
		v.addr = net.JoinHostPort("0.0.0.0", port) // all networks of this machine: on loopback no tablet would find it
	}
	bare, err := new(net.ListenConfig).Listen(ctx, "tcp", v.addr)
	switch {
	case errors.Is(err, syscall.EADDRINUSE):
		return nil, fmt.Errorf("%s is in use by another program: choose another address with --addr", v.addr)
	case err != nil:
		return nil, fmt.Errorf("cannot listen on %q: expected an address such as 127.0.0.1:8470", v.addr)
	}
	return guard.Bound(bare), nil
}

// url is where a listener is reached on this machine.
func (v *serving) url(listener net.Listener) string {
	return v.scheme() + "://" + strings.Replace(strings.Replace(listener.Addr().String(), "[::]", "127.0.0.1", 1), "0.0.0.0", "127.0.0.1", 1)
}

func (v *serving) scheme() string {
	if v.tlsCert != "" {
		return "https"
	}
	return "http"
}

// run serves until the context ends, then lets running requests finish.
func (v *serving) run(ctx context.Context, dir string, listener net.Listener, o api.Options) (err error) {
	defer func() { err = errors.Join(err, o.School.Close()) }()
	o.CopyTo, o.CopyEvery = v.copyTo, v.backupEvery
	if bound, ok := listener.Addr().(*net.TCPAddr); ok && !bound.IP.IsUnspecified() {
		o.Hosts = append(o.Hosts, bound.IP.String())
	}
	if bound, is := listener.(*guard.Connections); is {
		o.Heard = bound.Heard
	}
	listeners, err := v.secured(dir, listener, &o)
	if err != nil {
		return errors.Join(err, listener.Close())
	}
	handler, err := api.New(o)
	if err != nil {
		return err
	}
	defer handler.Close()
	if os.Getenv("GOMEMLIMIT") == "" { // whoever sets it knows his machine
		debug.SetMemoryLimit(usualMemory)
	}
	server := handler.HTTP()
	o.Log.Info("serving", "address", v.url(listener), "school", school.Names.The(o.School.Now().Snapshot).Name)
	go upkeep.Upkeep{School: o.School, Log: o.Log, Every: v.backupEvery, Outside: v.copyTo, Replicated: v.replicated}.Run(ctx)
	failed := make(chan error, len(listeners))
	for _, l := range listeners {
		go func() { failed <- server.Serve(l) }()
	}
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	o.Log.Info("stopping")
	limit, cancel := context.WithTimeout(context.WithoutCancel(ctx), 10*time.Second)
	defer cancel()
	return server.Shutdown(limit)
}

// usualMemory is how much the process tries to stay within, but while a photograph is
// read: a big school takes some 120 MB of it.
const usualMemory = 180 << 20
