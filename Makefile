# One verb each; CI calls the same. `make demo` and `make test` need only Debian, Python 3.11+ and make.
PYTHON ?= python3
VENV := .venv
BIN := $(VENV)/bin
RUN := PYTHONPATH=src $(BIN)/python
CSS := src/amber_acre/web/static/app.css
export PIP_DISABLE_PIP_VERSION_CHECK := 1

.PHONY: demo test dev css shots bench backup check fuzz mutants lint clean

demo: $(VENV)/demo.stamp ## the demo world on this machine; prints its address
	$(RUN) -m amber_acre demo

test: lint ## everything: style, types, import contracts, core, store, web and browser tests
	$(BIN)/python -m pytest -n 2 --dist worksteal

lint: $(VENV)/test.stamp
	$(BIN)/ruff format --check src tests benchmarks
	$(BIN)/ruff check src tests benchmarks
	$(BIN)/mypy
	PYTHONPATH=src $(BIN)/lint-imports --no-cache

dev: $(VENV)/test.stamp ## your own database, restarted on every change
	AMBER_ACRE_DEV=1 AMBER_ACRE_DATABASE=$${AMBER_ACRE_DATABASE:-var/amber-acre.sqlite} PYTHONPATH=src $(BIN)/uvicorn --factory amber_acre.web.serving:application --reload --reload-dir src --port $${AMBER_ACRE_PORT:-8040}

css: node_modules/.package-lock.json ## builds the style sheet that is committed
	npx @tailwindcss/cli -i src/amber_acre/web/styles/app.css -o $(CSS) --minify

backup: $(VENV)/demo.stamp ## copies your database, also while it is served: make backup COPY=file
	$(RUN) -m amber_acre backup $(COPY)

check: $(VENV)/demo.stamp ## looks for damage in your database; nothing is changed
	$(RUN) -m amber_acre check

fuzz: $(VENV)/test.stamp ## a hundred thousand odd requests against every address
	AMBER_ACRE_FUZZ=100000 PYTHONPATH=src:. $(BIN)/python -m pytest -q tests/web/test_fuzz.py

mutants: $(VENV)/test.stamp ## what no test of its own name sees: make mutants MODULES="src/amber_acre/core/rules/label.py"
	PYTHONPATH=src:. $(BIN)/python -m tests.mutants $(MODULES)

shots: $(VENV)/test.stamp ## the pictures in docs/screenshots, from the demo
	PYTHONPATH=src:. $(BIN)/python -m tests.journeys.shots

bench: $(VENV)/test.stamp ## ratios measured in one run, written to docs/performance.md
	PYTHONPATH=src:. $(BIN)/python -m benchmarks.run

clean:
	rm -rf $(VENV) node_modules var

$(VENV)/bin/python:
	@$(PYTHON) -c 'import sys; sys.exit(sys.version_info < (3, 11))' || { echo "Python 3.11 or newer is needed."; exit 1; }
	@$(PYTHON) -c 'import venv, ensurepip' 2>/dev/null || { echo "python3-venv is missing: run 'apt-get install python3-venv', then this again."; exit 1; }
	$(PYTHON) -m venv $(VENV)

$(VENV)/demo.stamp: requirements.lock | $(VENV)/bin/python
	$(BIN)/pip install -q --require-hashes -r requirements.lock
	touch $@

$(VENV)/test.stamp: requirements-test.lock | $(VENV)/bin/python
	$(BIN)/pip install -q --require-hashes -r requirements-test.lock
	@command -v chromium >/dev/null || { SUDO=$$([ "$$(id -u)" = 0 ] || echo sudo); $$SUDO apt-get update -qq && $$SUDO apt-get install -y -qq chromium; }
	touch $@ $(VENV)/demo.stamp

node_modules/.package-lock.json: package-lock.json
	npm ci --no-audit --no-fund
