package main

import (
	"cmp"
	"context"
	"crypto/tls"
	"fmt"
	"log/slog"
	"net"
	"slices"
	"time"

	"enkaustos/internal/api"
	"enkaustos/internal/trust"
)

// secured is how the server is listened to: a certificate that the school has speaks for
// all of it; else, over the school's network, a local authority of its own beside plain
// http for the tablets. The options are told how other machines come in.
func (v *serving) secured(dir string, listener net.Listener, o *api.Options) (all []net.Listener, err error) {
	if !v.lan && v.pair == nil {
		return []net.Listener{listener}, nil
	}
	at := &reach{bound: listener.Addr(), names: v.hosts}
	o.Reach = func() (hosts, links []string) { return at.hosts(), at.links(v.scheme()) }
	o.Trust.Links = at.links
	for _, link := range at.links(v.scheme()) {
		fmt.Printf("Tablets open %s/station\n", link)
	}
	if v.pair != nil {
		o.Trust.Fault = func() string { return trust.Fault(v.pair.Leaf, at.hosts(), time.Now()) }
		warn(o.Log, o.Trust.Fault())
		config := &tls.Config{Certificates: []tls.Certificate{*v.pair}, MinVersion: tls.VersionTLS12, NextProtos: []string{"h2", "http/1.1"}}
		return []net.Listener{tls.NewListener(listener, config)}, nil
	}
	// An address that a school has of the internet is its own: it is named when the authority is made.
	authority, err := trust.Open(dir, slices.Concat(v.hosts, at.addresses()), time.Now())
	if err != nil {
		return nil, err
	}
	o.Trust.Authority = authority
	lost, err := trust.Remember(context.Background(), o.School, authority)
	if err != nil {
		return nil, err
	}
	o.Trust.Fault = func() string {
		return cmp.Or(unknown(authority, slices.Concat(v.hosts, at.addresses()), dir), authority.Doubt(), lost)
	}
	warn(o.Log, o.Trust.Fault())
	for _, link := range at.links(v.scheme()) {
		fmt.Printf("Your own tablet or phone opens %s/trust\n", link)
		break // one will do: the page names the others
	}
	plain, secure := trust.Split(listener)
	own := &trust.Server{Authority: authority, Hosts: at.hosts, Now: time.Now}
	return []net.Listener{plain, tls.NewListener(secure, own.TLS())}, nil
}

func warn(log *slog.Logger, fault string) {
	if fault != "" {
		log.Warn(fault)
	}
}

// unknown says for which name the school's own authority may not vouch.
func unknown(a *trust.Authority, names []string, dir string) string {
	i := slices.IndexFunc(names, func(n string) bool {
		ip := net.ParseIP(n)
		return ip == nil && !a.Permits(n) || ip != nil && !a.PermitsAddress(ip)
	})
	if i < 0 {
		return ""
	}
	return fmt.Sprintf("This school's certificate was made before it was told the name %s: move the folder authority out of %s, and trust the new one on each device.", names[i], dir)
}
