package main

import (
	"bufio"
	"bytes"
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"slices"
	"strings"
)

// checks are the tests whose counts stand in the report: each logs lines of what it tried,
// how often, and what came of it, behind this word.
const counted = "counted: "

const checks = "^(TestNoPathLeadsAroundTheRole|TestEveryRouteAsEveryRole|TestDamagedFiles|TestRestoreKilledAtEveryStep|TestAMissingDatabaseIsNoNewSchool)$"

// reportChecks runs the tests that count, and prints their counts.
func reportChecks(ctx context.Context) error {
	fmt.Print(`
## Doors, damaged files and restores

Counts of tests that make test runs as well (there with 50 damaged files). A door is a route asked as a role that may not,
with its path as it is written, encoded, with doubled slashes, dots, or other cases. A
damaged file is the demo's database with bits or bytes turned, cut, or with a stretch of
nothing: it is started, and it is restored.

| tried | how often | what came of it |
|---|---|---|
`)
	run := exec.CommandContext(ctx, "go", "test", "-count=1", "-vet=off", "-timeout", "60m", "-v", "-run", checks, "./internal/api", "./internal/store")
	run.Env = append(os.Environ(), "DAMAGE=1000")
	out, err := run.CombinedOutput()
	var lines []string
	for scan := bufio.NewScanner(bytes.NewReader(out)); scan.Scan(); {
		if _, line, is := strings.Cut(scan.Text(), counted); is {
			lines = append(lines, line)
		}
	}
	slices.Sort(lines)
	for _, line := range lines {
		fmt.Printf("| %s |\n", line)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, string(out))
		return fmt.Errorf("a check failed: %w", err)
	}
	if len(lines) < 6 {
		return errors.New("the checks counted too little")
	}
	return nil
}
