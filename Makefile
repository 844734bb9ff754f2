# make demo    run the application on the demo data (RESET=1 starts over)
# make lint    what reads the code, Go and page
# make test    lint, the page's tests, unit tests, database tests and browser tests
# make shots   refresh docs/screenshots from the demo data
# make bench   measure speed
# make weight  measure what a first visit weighs
# make rays    compare the renderer's rays with a compiled library's
# make dev     the demo, with the page reloading as it is written
# make race    light, the deeds and the API under Go's race detector (needs a C compiler)
SHELL := /bin/bash
.DEFAULT_GOAL := demo
PAGE := $(shell find ui/src ui/public -type f 2>/dev/null) ui/index.html ui/proof.html ui/vite.config.ts ui/vite.proof.config.ts ui/tsconfig.json
RULES := $(shell find cmd internal ui/embed.go -name '*.go' -not -name '*_test.go' -o -name '*.sql')

# Tests that hold the server to bounds in time and memory: nothing else may run beside them.
ALONE := TestTheWorstThatIsLetIn|TestAThousandStrangersAtOnce

.PHONY: tools testtools demo dev serve lint test race shots bench rays weight build types clean
tools:
	@scripts/install.sh demo

testtools:
	@scripts/install.sh test

demo: tools build
	@bin/figladder demo $(if $(RESET),--reset)

# The page comes from vite, which hands /api on; the rules are built again by a new start.
dev: tools build
	@trap 'kill 0' EXIT INT TERM; bin/figladder demo & cd ui && npx vite

serve: build
	@bin/figladder serve

build: bin/figladder

ui/node_modules/.installed: ui/package-lock.json ui/package.json
	@echo "Fetching the page's libraries."
	@cd ui && npm ci --no-fund --no-audit --loglevel=error >/dev/null && touch node_modules/.installed

# The page's types come from the Go ones, by way of the API's description.
ui/src/api/schema.d.ts: $(RULES) ui/node_modules/.installed go.sum
	@echo "Building the rules."
	@mkdir -p bin && go build -o bin/describe ./cmd/figladder
	@bin/describe openapi > ui/openapi.json && rm bin/describe
	@cd ui && node scripts/words.mjs
	@cd ui && npx openapi-typescript openapi.json -o src/api/schema.next.ts >/dev/null
	@cmp -s ui/src/api/schema.next.ts $@ && rm ui/src/api/schema.next.ts || mv ui/src/api/schema.next.ts $@
	@touch $@

ui/dist/index.html: ui/src/api/schema.d.ts $(PAGE)
	@echo "Building the page."
	@cd ui && npx vue-tsc --noEmit && npx vite build --logLevel error && npx vite build -c vite.proof.config.ts --logLevel error && node scripts/compress.mjs

bin/figladder: ui/dist/index.html $(RULES)
	@echo "Building the binary."
	@go build -o $@ ./cmd/figladder

# What reads the code: errors not looked at, code nobody calls, what depends on the order of
# evaluation, what is exported without a word; the page's form, rules and types.
LINTER := go tool -modfile=lint/go.mod
lint: build
	@gofmt -l cmd internal ui/embed.go e2e | (! grep .) || (echo "gofmt these files"; exit 1)
	go vet ./...
	$(LINTER) errcheck -exclude lint/errcheck.txt ./...
	$(LINTER) staticcheck -checks 'all,-ST1000,-ST1003,-ST1005' ./...
	$(LINTER) gocritic check -enable evalOrder ./...
	$(LINTER) revive -config lint/revive.toml -set_exit_status -exclude ui/node_modules/... ./...
	cd ui && npm run lint --silent

test: testtools build lint
	cd ui && npm test --silent
	bin/figladder with-database -- go test -vet=off -count=1 -timeout 40m -skip '$(ALONE)' $$(go list ./... | grep -v /e2e)
	@echo "A browser that shares its cores with every other test waits in vain."
	bin/figladder with-database -- go test -vet=off -count=1 -timeout 40m ./e2e
	@echo "What holds bounds in time and memory runs by itself."
	bin/figladder with-database -- go test -vet=off -count=1 -timeout 20m -run '$(ALONE)' ./internal/api

race: testtools build
	go test -race -count=1 -run TestTheSameSet ./internal/craft/light
	bin/figladder with-database -- go test -race -count=1 -timeout 60m -skip '$(ALONE)' ./internal/craft/cores ./internal/studio/... ./internal/api

shots: testtools build
	@FIGLADDER_SHOTS=1 go test -count=1 -run 'TestShots|TestDishesPicture|TestLarderPicture' ./e2e ./internal/demo

# What a first visit weighs, for docs/benchmarks.md.
weight: testtools build
	@FIGLADDER_WEIGHT=1 bin/figladder with-database -- go test -v -count=1 -run TestWeight ./e2e | grep "^|"

# Needs a C++ compiler and Debian's libembree-dev; says so where they are not.
rays:
	@mkdir -p .run; g++ -O3 -march=native scripts/rays.cpp -o .run/rays -lembree3 2>/dev/null || { echo "skipped: needs g++ and libembree-dev"; exit 0; }; \
	FIGLADDER_RAY_LIBRARY=$(CURDIR)/.run/rays go test -count=1 -v -run TestRaysAgainstACompiledLibrary ./internal/craft/preview | grep "^|\|FAIL\|Error"

bench: build
	go test -run '^$$' -bench . -benchtime 10x ./internal/craft/... ./internal/api ./internal/demo

clean:
	rm -rf bin ui/dist/assets ui/dist/index.html ui/node_modules
