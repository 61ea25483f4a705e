# `make demo` and `make test` do everything on a machine with Python 3.11 to 3.13, Node 20 and apt.
SHELL := /bin/bash
PYTHON ?= python3
BIN := .venv/bin
PORT ?= 8750
# The locks are whole; of the packages only what is used is compiled, when it is used.
LOCKED = --quiet --no-deps --no-compile --require-hashes
# What is compiled is kept: the next of the many processes of a run does not compile it anew.
unexport PYTHONDONTWRITEBYTECODE
export PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD = 1
export PIP_DISABLE_PIP_VERSION_CHECK = 1
export npm_config_fund = false
export npm_config_audit = false
export npm_config_update_notifier = false

WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts web/tsconfig.json

.PHONY: demo dev test lint types unit zones count mutate soak web-unit browser bench screenshots fmt lock build schema clean

demo: .stamps/runtime build ## serve the demo scenario at one printed address
	$(BIN)/brookwind demo --port $(PORT)

dev: .stamps/dev .stamps/web ## reload both sides: API on 8750, pages on 5173
	trap 'kill 0' EXIT; $(BIN)/uvicorn --factory brookwind.api.development:make_dev_app --reload --port 8750 & \
	cd web && npx vite --host 127.0.0.1

test: .stamps/dev .stamps/web ## everything that must hold
	$(MAKE) --no-print-directory --output-sync=target -j2 lint types web-unit zones build chromium
	$(MAKE) --no-print-directory unit count
	@echo "All of it holds."

lint: .stamps/dev .stamps/web
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	$(BIN)/lint-imports --no-cache
	cd web && npm run --silent lint

types: .stamps/dev .stamps/web schema-fresh
	$(BIN)/mypy --num-workers 2
	cd web && npm run --silent types

.PHONY: schema-fresh
schema-fresh: .stamps/dev .stamps/web
	@mkdir -p .stamps && $(BIN)/python scripts/openapi.py > .stamps/openapi.json \
	&& cd web && npx openapi-typescript ../.stamps/openapi.json -o ../.stamps/schema.d.ts > /dev/null \
	&& diff -q ../.stamps/schema.d.ts src/api/schema.d.ts > /dev/null \
	&& ../$(BIN)/python ../scripts/quantities.py | diff -q - src/units/quantities.json > /dev/null \
	|| { echo "schema.d.ts or quantities.json in web/src is stale: run 'make schema' and commit them."; exit 1; }

schema: .stamps/dev .stamps/web ## make the web's types and table of quantities anew from Python
	@mkdir -p .stamps && $(BIN)/python scripts/openapi.py > .stamps/openapi.json
	cd web && npx openapi-typescript ../.stamps/openapi.json -o src/api/schema.d.ts
	$(BIN)/python scripts/quantities.py > web/src/units/quantities.json

# One worker more than there are processors: a page that waits leaves its own to another.
unit: .stamps/dev build chromium
	$(BIN)/python -m pytest -n 3 --dist worksteal -p no:benchmark

zones: .stamps/web ## what the web writes of times, in other time zones
	set -e; cd web && for zone in Asia/Tokyo America/New_York; do TZ=$$zone npx vitest run --reporter=dot src/units src/water; done

web-unit: .stamps/web
	cd web && npx vitest run --reporter=dot

count: .stamps/dev ## lines of code and of tests
	@$(BIN)/python scripts/count.py

mutate: .stamps/dev ## does a test notice when the core is wrong? prints what lives; SEED=n draws sixty sites
	$(if $(SEED),SEED=$(SEED) $(BIN)/python -m benchmarks.mutate_drawn,$(BIN)/python -m benchmarks.mutate $(ONLY))

soak: .stamps/dev build ## try to break it, for some twenty minutes; SHARE=0.05 for a twentieth of it
	SHARE=$(SHARE) $(BIN)/python -m benchmarks.soak

practice: .stamps/dev ## a thousand random rigs and boxes, a thousand plumbed beds in each of three currents
	MANY=1000 $(BIN)/python -m pytest -n 2 -p no:benchmark tests/core/test_practice.py tests/core/test_exercises.py

hands: .stamps/dev build chromium ## the working rigs tied by mouse and by keys, every handle dragged by mouse and by finger
	BOTH_HANDS=1 $(BIN)/python -m pytest -n 2 -p no:benchmark tests/web/test_own_rig.py tests/web/test_drags.py

bench: .stamps/dev build ## benchmarks; medians are what counts, and their ratio to a fixed piece of arithmetic
	$(BIN)/python -m pytest benchmarks --benchmark-only -p benchmarks.yardstick --benchmark-columns=median,max,iqr,rounds
	$(BIN)/python -m benchmarks.process

screenshots: .stamps/dev build chromium ## refresh docs/screenshots from the demo data
	$(BIN)/python -m scripts.screenshots

fmt: .stamps/dev .stamps/web
	$(BIN)/ruff check --fix --quiet . ; $(BIN)/ruff format .
	cd web && npm run --silent fmt

lock: .stamps/dev ## resolve the Python locks again
	cd requirements && for name in runtime dev; do ../$(BIN)/pip-compile --quiet --generate-hashes --no-emit-index-url \
	--no-emit-find-links --strip-extras --allow-unsafe --output-file $$name.lock $$name.in; done

build: brookwind/static/index.html

brookwind/static/index.html: .stamps/runtime .stamps/web $(WEB_SOURCES)
	cd web && npx vite build --logLevel warn
	$(BIN)/python scripts/licences.py brookwind/static/licences.txt
	@touch $@

.stamps/runtime: requirements/runtime.lock pyproject.toml
	@$(PYTHON) -c 'import sys; sys.exit(not (3, 11) <= sys.version_info[:2] <= (3, 13))' \
	|| { echo "Python 3.11, 3.12 or 3.13 is needed: make PYTHON=/path/to/python3"; exit 1; }
	test -d .venv || $(PYTHON) -m venv .venv
	$(BIN)/pip install $(LOCKED) -r requirements/runtime.lock
	$(BIN)/pip install --quiet --no-build-isolation --no-deps --editable .
	$(BIN)/python -m compileall -q brookwind # not compiled anew at every start
	$(BIN)/python -c 'import uvicorn, gsw, scipy.special, scipy.interpolate, brookwind.api.app' # nor what it needs
	@mkdir -p .stamps && touch $@

.stamps/dev: .stamps/runtime requirements/dev.lock
	$(BIN)/pip install $(LOCKED) -r requirements/dev.lock
	@mkdir -p .stamps && touch $@

.stamps/web: web/package-lock.json web/package.json
	cd web && npm ci --silent
	@mkdir -p .stamps && touch $@

.PHONY: chromium
chromium:
	@command -v chromium-headless-shell > /dev/null || { \
	  sudo=$$([ "$$(id -u)" = 0 ] || echo sudo); \
	  $$sudo apt-get update -qq && $$sudo apt-get install -y -qq chromium-headless-shell > /dev/null; } \
	  || command -v chromium > /dev/null

clean:
	rm -rf .stamps .venv web/node_modules brookwind/static
