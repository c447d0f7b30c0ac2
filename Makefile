# Everything a fresh machine with Go, Node and make needs: make demo, make test.
ADDR ?= 127.0.0.1:8470
DATA ?= .demo
CHROMIUM ?= /usr/bin/chromium

# One way of compiling for the binary and its tests, so that a fresh machine compiles the
# libraries once.
export CGO_ENABLED = 0
export GOFLAGS = -trimpath

GO_SOURCES := $(shell find cmd core internal web/embed.go -name '*.go' -o -name '*.sql' -o -name '*.csv' 2>/dev/null)
WEB_SOURCES := $(shell find web/src web/public web/index.html web/vite.config.ts -type f 2>/dev/null)

.PHONY: walk format cold judge accuracy lesson-report kiln-report results-report term-report big-school damage fuzz mutate storm race demo build test unit e2e bench screenshots dev lint lint-types lint-style generate check-generated tools-present chromium

demo: build
	./bin/enkaustos demo --data $(DATA) --addr $(ADDR)

build: bin/enkaustos

bin/enkaustos: web/dist/index.html $(GO_SOURCES) go.mod | tools-present
	go build -o $@ ./cmd/enkaustos

web/dist/index.html: web/node_modules/.installed $(WEB_SOURCES)
	cd web && npm run --silent build

web/node_modules/.installed: web/package-lock.json | tools-present
	cd web && npm ci --silent
	touch $@

tools-present:
	@sh scripts/tools-present.sh

# The whole of the tests: the core, the server, and the real interface in Chromium. A
# browser test waits for its page now and then, so that four run beside one another.
# (make lint vets.)
test: build chromium
	cd web && npm run --silent test
	go test -vet=off ./core/... ./internal/... ./cmd/...
	go test -vet=off -count=1 -timeout 30m -parallel 4 ./e2e/...

# Every place with a route that fails, what moves under a finger, and what runs over an edge.
walk: build chromium
	WALK=1 go test -vet=off -count=1 -timeout 15m -parallel 3 -run TestWalk ./e2e/

chromium:
	@test -x $(CHROMIUM) || { echo "Installing Chromium for the browser tests"; apt-get update -qq && apt-get install -y -qq chromium; }

# Each benchmark stands beside a reference run: see docs/benchmarks.md.
bench: build chromium big-school
	go run ./internal/bigschool/report > .benchmarks.part
	mv .benchmarks.part docs/benchmarks.md

screenshots: build chromium
	SCREENSHOTS=docs/screenshots go test -count=1 -run TestScreenshots ./e2e/

# Plans, seats and forecasts of lessons beside what is proven, solved and simulated.
lesson-report:
	go run ./internal/foresee/report > .lesson.part
	mv .lesson.part docs/lesson.md

# Forecasts of terms beside simulated schools.
term-report:
	go run ./internal/foresee/firings/report > .term.part
	mv .term.part docs/term.md

# Loads of kilns beside proven packings, bounds, first fit and a MILP solver.
kiln-report:
	go run ./internal/packed/report > .kiln.part
	mv .kiln.part docs/kiln.md

# Causes named and faults foretold, beside simulated schools and a standard regression.
results-report:
	@test -x /usr/bin/liblinear-train || apt-get install -y -qq liblinear-tools
	go run ./internal/foresee/causes/report > .results.part
	mv .results.part docs/results.md

# How well a photograph is read, against rendered racks whose truth is known.
accuracy:
	go run ./internal/rack/report > docs/accuracy.md

# What the tests of core are worth: 300 breaks drawn anew, of which 270 have to be noticed.
mutate:
	GOFLAGS= go run ./internal/mutate/command > .mutations.part # it reads the standard library's sources where they lie
	mv .mutations.part docs/mutations.md

# Forty simulated tablets against the real server: nothing lost, nothing twice.
storm: build .tools/litestream
	REPLICATOR=.tools/litestream go run ./internal/storm > .reliability.part
	mv .reliability.part docs/reliability.md

# The replicator that docs/administrator.md speaks of; no part of the product.
.tools/litestream:
	GOFLAGS= GOBIN=$(CURDIR)/.tools go install github.com/benbjohnson/litestream/cmd/litestream@v0.5.18

# A thousand damaged databases, started and restored: each answers or is refused in a sentence.
damage:
	DAMAGE=1000 go test -count=1 -timeout 30m -v -run TestDamagedFiles ./internal/api

# The verdict "may be fired" against a judge written apart, FOR says how long; then forty breaks of
# core, each judged for two minutes.
judge:
	go run ./internal/judge/command -for $(or $(FOR),1h) > .judge.part
	go run ./internal/judge/breaks -for $(or $(EACH),2m) >> .judge.part
	mv .judge.part docs/judge.md

# What a school in memory answers against cold starts of it, ten thousand random changes long.
cold:
	go run ./internal/cold/command > .cold.part
	mv .cold.part docs/memory.md

# Every parser against whatever bytes come, a minute each; FUZZ says how long else.
fuzz:
	sh scripts/fuzz.sh $(FUZZ)

# The server's tests under the race detector; wants a C compiler, so CI goes without.
race:
	CGO_ENABLED=1 go test -race ./internal/...

# A thousand pieces of forty classes, made through the contract, to measure by.
big-school: build
	go run ./internal/bigschool/command --data .big-school

# The interface reloads as it is edited; the server is a demo.
dev: build
	./bin/enkaustos demo --data $(DATA) --addr 127.0.0.1:8470 & \
	trap "kill $$!" EXIT; cd web && npm run dev

lint: web/node_modules/.installed check-generated
	@test -z "$$(gofmt -l core internal cmd e2e web/embed.go)" || { gofmt -l core internal cmd e2e web/embed.go; echo "run gofmt -w on these"; exit 1; }
	go vet ./...
	go tool -modfile=tools/go.mod staticcheck ./...
	$(MAKE) --no-print-directory -j2 lint-types lint-style

# Each of them keeps one processor busy.
lint-types:
	cd web && npm run --silent types
lint-style:
	cd web && npm run --silent lint && npm run --silent format

# Everything written by hand laid out as lint wants it; generated code stays as it was generated.
format: web/node_modules/.installed
	gofmt -w core internal cmd e2e web/embed.go
	cd web && npx prettier --log-level warn --write .

# Both sides of the contract from their source.
generate: web/node_modules/.installed
	go run ./internal/findings
	go tool -modfile=tools/go.mod oapi-codegen -config internal/contract/config.yaml api/openapi.yaml
	cd web && npx openapi-typescript ../api/openapi.yaml -o src/api/schema.d.ts
	sh scripts/generated-sum.sh > tools/generated.sum

# Generated code is committed; this notices when it or its sources changed apart.
check-generated:
	@sh scripts/generated-sum.sh | diff -q - tools/generated.sum >/dev/null || { echo "Generated code is stale: run make generate"; exit 1; }
