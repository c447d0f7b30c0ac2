package guard_test

import (
	"context"
	"fmt"
	"net"
	"testing"
	"testing/synctest"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/guard"
)

// An address counts as its machine; of IPv6, as its network.
func TestWhoAnAddressCountsAs(t *testing.T) {
	for remote, want := range map[string]string{
		"192.0.2.7:4711": "192.0.2.7", "127.0.0.1:1": "127.0.0.1", "[::1]:1": "::1", "[::ffff:192.0.2.7]:1": "192.0.2.7",
		"[2001:db8:1:2:aaaa::7]:1": "2001:db8:1:2::", "[2001:db8:1:2:bbbb::9]:1": "2001:db8:1:2::", "[fe80::1%eth0]:1": "fe80::",
		"nonsense": "invalid IP", "": "invalid IP",
	} {
		require.Equal(t, want, guard.Address(remote).String(), remote)
	}
}

// One device gets so many connections and no more; another one gets its own; what is
// closed makes room.
func TestConnectionsOfOneDevice(t *testing.T) {
	bare, err := new(net.ListenConfig).Listen(t.Context(), "tcp", "127.0.0.1:0")
	require.NoError(t, err)
	bound := guard.Bound(bare)
	accepted := make(chan net.Conn, 1000)
	go func() {
		for {
			c, err := bound.Accept()
			if err != nil {
				close(accepted)
				return
			}
			accepted <- c
		}
	}()
	dial := func(last byte) {
		c, err := (&net.Dialer{LocalAddr: &net.TCPAddr{IP: net.IPv4(127, 0, 0, last)}}).DialContext(context.Background(), "tcp", bare.Addr().String())
		require.NoError(t, err)
		t.Cleanup(func() { _ = c.Close() })
	}
	taken := func() (got []net.Conn) {
		for {
			select {
			case c := <-accepted:
				got = append(got, c)
			case <-time.After(300 * time.Millisecond):
				return got
			}
		}
	}
	for range 300 {
		dial(2)
	}
	first := taken()
	require.Len(t, first, 160)
	dial(3)
	require.Len(t, taken(), 1, "somebody else comes in")
	require.NoError(t, first[0].Close())
	_ = first[0].Close() // closed twice it is one
	dial(2)
	dial(2)
	require.Len(t, taken(), 1)
	require.NoError(t, bound.Close())
}

// Room is kept for paired tablets: however many strangers hold connections, they come in.
func TestRoomIsKeptForPairedTablets(t *testing.T) {
	bound := guard.Bound(nil)
	var held int
	for machine := range 20 {
		for range 40 {
			if bound.Enter(fmt.Sprintf("192.0.2.%d:1", machine+1)) {
				held++
			}
		}
	}
	require.Equal(t, 192, held, "of all strangers together")
	require.False(t, bound.Enter("198.51.100.7:1"))
	bound.Heard("198.51.100.7:1")
	for range 75 { // 25 tablets behind one router
		require.True(t, bound.Enter("198.51.100.7:1"))
	}
	for n := range 1000 { // somebody pairs and comes from everywhere
		bound.Heard(fmt.Sprintf("10.0.%d.%d:1", n/250, n%250))
	}
	require.True(t, bound.Enter("127.0.0.1:1"), "this machine is never kept out")
}

// What was taken comes back in its time; who spends everything leaves the others theirs.
func TestQuota(t *testing.T) {
	synctest.Test(t, func(t *testing.T) {
		q := guard.Quota{AtOnce: 5, Every: 10 * time.Second}
		take := func(who string, n int) (bool, time.Duration) { return q.Take(who, n, time.Now()) }
		ok, _ := take("a", 5)
		require.True(t, ok)
		require.True(t, q.Spent("a", time.Now()))
		ok, wait := take("a", 1)
		require.False(t, ok)
		require.InDelta(t, 10, wait.Seconds(), 0.01)
		ok, _ = take("b", 5)
		require.True(t, ok)
		time.Sleep(wait)
		ok, _ = take("a", 1)
		require.True(t, ok, "as long as it said, it waited")
		ok, wait = take("a", 1000)
		require.False(t, ok, "more than there ever is")
		require.Positive(t, wait)
		for n := range 30_000 { // somebody makes addresses up
			take(fmt.Sprint("made up ", n), 1)
		}
		ok, _ = take("c", 5)
		require.True(t, ok)
	})
}
