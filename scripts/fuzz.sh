#!/bin/sh
# Every fuzz target for a while, one after the other: each has to stay clean. A find is put
# among the seeds of its target by hand; its file is not kept.
set -eu
while="${1:-60s}"
grep -rl "^func Fuzz" --include=*_test.go core internal | sort | while read -r file; do
	grep -o "^func Fuzz[A-Za-z]*" "$file" | sed 's/^func //' | while read -r target; do
		printf '%s %s: ' "$(dirname "$file")" "$target"
		if ! out=$(go test -vet=off -run '^$' -fuzz "^$target\$" -fuzztime "$while" "./$(dirname "$file")" 2>&1 </dev/null); then
			echo "found something"
			echo "$out"
			exit 1
		fi
		echo "$out" | grep -o 'execs: [0-9]*' | tail -1
	done
done
