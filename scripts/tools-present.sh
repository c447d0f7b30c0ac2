#!/bin/sh
# Says in one sentence what is missing or too old.
set -eu
need() {
  command -v "$1" >/dev/null 2>&1 || { echo "$2 is missing: install $2 $3 or newer." >&2; exit 1; }
}
older() { [ "$(printf '%s\n%s\n' "$1" "$2" | sort -V | head -n 1)" != "$2" ]; }
need go Go 1.26
need node Node 20.19
need npm npm 11
go_has=$(go env GOVERSION | sed 's/^go//')
older "$go_has" 1.26 && { echo "Go $go_has is too old: install Go 1.26 or newer." >&2; exit 1; }
node_has=$(node --version | sed 's/^v//')
older "$node_has" 20.19 && { echo "Node $node_has is too old: install Node 20.19 or newer." >&2; exit 1; }
exit 0
