# Two commands do everything on a fresh machine with Go, Node, make and apt-get:
#   make demo    install, build, make the demo data, serve it
#   make test    install what tests need, run every check
.DEFAULT_GOAL := help
SHELL := /bin/bash
.SHELLFLAGS := -eu -o pipefail -c
STAMPS := .stamps
SUDO := $(shell [ "$$(id -u)" = 0 ] || echo sudo)
ADDR ?= 127.0.0.1:8080
DATA ?= data-demo
GO_SOURCES := $(shell find cmd core internal -name '*.go' -o -name '*.sql' -o -name '*.ttf') web/web.go go.mod go.sum
WEB_SOURCES := $(shell find web/src web/public web/scripts -type f) web/index.html web/vite.config.ts web/package.json
BINARY := bin/scrappyrack

.PHONY: help limits demo test build dev bench storm soak truth generate shots fuzz clean
help: ## this list
	@grep -hE '^[a-z]+:.*##' $(MAKEFILE_LIST) | sed 's/:.*##/\t/' | expand -t 12

demo: build ## serve the demo at http://127.0.0.1:8080 (FRESH=1 starts over)
	$(BINARY) demo --addr $(ADDR) --data $(DATA) $(if $(FRESH),--fresh)

build: $(BINARY) ## the binary with the front end inside

$(BINARY): web/dist/index.html $(GO_SOURCES)
	go build -o $@ ./cmd/scrappyrack

web/dist/index.html: $(STAMPS)/web $(WEB_SOURCES)
	cd web && npm run --silent build

$(STAMPS)/web: web/package-lock.json
	cd web && npm ci --no-audit --no-fund --loglevel=error
	@mkdir -p $(STAMPS) && touch $@

$(STAMPS)/e2e: e2e/package-lock.json
	cd e2e && npm ci --no-audit --no-fund --loglevel=error
	@mkdir -p $(STAMPS) && touch $@

# Debian's packages that tests need: a browser, a reader of PDFs, an outside
# solver to agree with, a compiler
# for the race detector.
$(STAMPS)/debian:
	@missing=""; \
	for need in chromium-headless-shell:chromium-headless-shell pdftotext:poppler-utils cbc:coinor-cbc gcc:gcc; do \
	  command -v $${need%%:*} >/dev/null || missing="$$missing $${need##*:}"; \
	done; \
	if [ -n "$$missing" ]; then \
	  echo "installing$$missing"; $(SUDO) apt-get update -qq; \
	  DEBIAN_FRONTEND=noninteractive $(SUDO) apt-get install -y -qq --no-install-recommends $$missing libc6-dev fonts-dejavu-core >/dev/null; \
	fi
	@mkdir -p $(STAMPS) && touch $@

test: $(STAMPS)/web $(STAMPS)/e2e $(STAMPS)/debian build ## every check, stopping at the first kind that fails
	@./scripts/checks.sh

limits: ## the printed table of what a limit leaves, from the rules
	UPDATE=1 go test ./core/movement -run TestLimitsArePrinted -count=1 >/dev/null

generate: ## the OpenAPI description and the types from it
	go build -o $(BINARY) ./cmd/scrappyrack
	$(BINARY) openapi > docs/openapi.json.new && mv docs/openapi.json.new docs/openapi.json
	cd web && npm run --silent api >/dev/null

dev: $(STAMPS)/web ## the demo's API with the front end reloading as it changes
	go build -o $(BINARY) ./cmd/scrappyrack
	trap 'kill 0' EXIT; $(BINARY) demo --addr $(ADDR) --data $(DATA) & cd web && SCRAPPYRACK_URL=http://$(ADDR) npm run --silent dev

bench: build ## speed, as ratios within one run
	go test -run '^$$' -bench . -benchtime 1s ./bench/...

STORM ?= 60s
SEED ?= 1
storm: build ## writers, readers, kills, backups, restores and a full disk for STORM, against a model of what was acknowledged
	go run ./bench/storm -binary $(BINARY) -for $(STORM) -seed $(SEED)

shots: build $(STAMPS)/e2e $(STAMPS)/debian ## docs/screenshots from a fresh demo
	@./scripts/shots.sh

BUILDS ?= 10000
soak: ## BUILDS random builds worked out both ways, by the core and by a solver of its own (SEED)
	go test ./bench/outside/statics -run TestNoBuildPassesThatIsShort -v -timeout 120m -builds $(BUILDS) -seed $(SEED)

truth: ## docs/truth.md: what every stated uncertainty is worth, simulated
	go run ./bench/truth > docs/truth.md.new && mv docs/truth.md.new docs/truth.md

FUZZTIME ?= 20s
fuzz: ## fuzz every parser for FUZZTIME each
	go test ./core/quantity -run '^$$' -fuzz FuzzParse -fuzztime $(FUZZTIME)
	go test ./core/space -run '^$$' -fuzz FuzzWalk -fuzztime $(FUZZTIME)
	go test ./core/space -run '^$$' -fuzz FuzzLine -fuzztime $(FUZZTIME)
	go test ./internal/api -run '^$$' -fuzz FuzzJSON -fuzztime $(FUZZTIME)
	go test ./core/scale -run '^$$' -fuzz FuzzDecode -fuzztime $(FUZZTIME)
	go test ./internal/document -run '^$$' -fuzz FuzzReadStock -fuzztime $(FUZZTIME)

clean: ## forget everything built and installed here
	rm -rf bin $(STAMPS) web/node_modules e2e/node_modules web/dist && mkdir -p web/dist && touch web/dist/.gitkeep
