# Fine Batch. `make demo` shows it, `make test` proves it; the other targets serve those who work on it.
SHELL := /bin/bash
VENV := .venv
PY := $(VENV)/bin/python
STAMPS := .stamps
PORT ?= 8765
export UV_PYTHON_DOWNLOADS := never
# Where compiled modules may not be kept, every start compiles all of them anew: 6 s instead of 2.
unexport PYTHONDONTWRITEBYTECODE

# Node 20.19 or newer is used if it is there; else one from a wheel inside the venv (see tools/node-ok).
NODE_PATH_PREFIX = $(shell tools/node-ok && echo "" || echo "$(CURDIR)/$(VENV)/bin:")
NPM = cd web && PATH="$(NODE_PATH_PREFIX)$$PATH" npm

.PHONY: demo test dev lint build wheel types bench truth learnbench faultbench tradetable daybench repairbench ovenbench wishbench killbench loadbench fuzz mutants golden pictures clean help

help: ## what there is
	@grep -hE '^[a-z]+:.*##' $(MAKEFILE_LIST) | sed 's/:.*## /\t/'

demo: $(STAMPS)/run build ## install, build, fill the demo kitchen, start
	@$(VENV)/bin/finebatch demo --data var/demo --port $(PORT)

test: $(STAMPS)/dev build $(STAMPS)/chromium ## every test, browser included
	$(PY) -m pytest -n 2 --dist worksteal

dev: $(STAMPS)/dev $(STAMPS)/npm ## server and interface, both reloading (open the address Vite prints)
	@trap 'kill 0' EXIT; \
	FINEBATCH_DATA=var/dev $(PY) -m uvicorn finebatch.api.dev:app --port 8765 --reload --reload-dir finebatch & \
	$(NPM) run dev

lint: $(STAMPS)/dev $(STAMPS)/npm ## formatting, types, borders, drift of the generated types
	$(VENV)/bin/ruff check .
	$(VENV)/bin/ruff format --check .
	$(VENV)/bin/mypy
	$(VENV)/bin/lint-imports
	$(PY) -m finebatch.api.schema var/openapi.json var/limits.ts
	@diff -q var/limits.ts web/src/client/limits.ts || { echo "The limits have changed: run make types."; exit 1; }
	$(NPM) run --silent types:check
	$(NPM) run --silent check

build: $(STAMPS)/web ## the interface, into web/dist

wheel: $(STAMPS)/dev build ## one file with the interface in it, into dist/: `pip install` of it needs no Node
	$(VENV)/bin/uv build --quiet --wheel --no-build-isolation --python $(PY) --out-dir dist

types: $(STAMPS)/run $(STAMPS)/npm ## TypeScript types, limits and defaults from the API's schema
	$(PY) -m finebatch.api.schema var/openapi.json web/src/client/limits.ts
	$(NPM) run --silent types

bench: $(STAMPS)/dev build ## measure the budgets (docs/budgets.md)
	$(PY) -m tests.budgets

truth: $(STAMPS)/dev ## how true the bake model is: bakes, trade ranges, jumps, speed (docs/model.md)
	$(PY) -m tests.truth

learnbench: $(STAMPS)/dev ## how much a notebook sharpens the predictions, in simulated kitchens (docs/learning.md)
	$(PY) -m tests.learning_bench

faultbench: $(STAMPS)/dev ## does the fault finder find what was planted? (docs/learning.md)
	$(PY) -m tests.fault_bench

tradetable: $(STAMPS)/dev ## what the trade says of each family, with what the model says, as learning takes it
	$(PY) -c "from tests.simulated import trade_table; open('finebatch/reference/trade_looks.json', 'w').write(trade_table())"

daybench: $(STAMPS)/dev ## measure the bake day's benchmark set (docs/bake-day.md)
	$(PY) -m tests.day_bench

repairbench: $(STAMPS)/dev ## 500 things that go wrong in chains: how each day is mended (docs/bake-day.md)
	$(PY) -m tests.repair_bench

ovenbench: $(STAMPS)/dev ## evenings at the oven: planned anew, looks, taps (docs/oven.md)
	$(PY) -m tests.oven_bench

wishbench: $(STAMPS)/dev ## known, random and impossible wishes: how near, how fast, what is broken (docs/wish.md); half an hour
	$(PY) -m tests.wish_bench

killbench: $(STAMPS)/dev build ## a thousand kills while everything is written (docs/reliability.md); half an hour
	$(PY) -m tests.kill_bench

loadbench: $(STAMPS)/dev ## a kitchen of years: thousands of doughs and bakes, every list (docs/reliability.md)
	$(PY) -m tests.load_bench

fuzz: $(STAMPS)/dev ## every operation of the API against ten times as many inputs, new ones each time (docs/reliability.md)
	FINEBATCH_FUZZ=10 $(PY) -m pytest -p no:xdist -q -s tests/api/test_fuzz.py

mutants: $(STAMPS)/dev ## which rules have a test that would notice (docs/mutants.md); some minutes
	@$(VENV)/bin/uv pip install --quiet --python $(PY) --require-hashes -r requirements-mutants.txt
	$(VENV)/bin/mutmut run
	$(VENV)/bin/mutmut results

golden: $(STAMPS)/dev ## what a move of code must not change: written, or compared with what was written
	$(PY) -m tests.golden

pictures: $(STAMPS)/dev build $(STAMPS)/chromium ## docs/screenshots anew, from the demo kitchen
	$(PY) -m tests.pictures

clean: ## everything that was made
	rm -rf $(VENV) $(STAMPS) web/node_modules web/dist dist var

$(VENV)/bin/uv:
	@python3 -c 'import sys; sys.exit(sys.version_info < (3, 11))' || { echo "Fine Batch needs Python 3.11 or newer."; exit 1; }
	@python3 -m venv $(VENV) || { echo "Python's venv module is missing: install python3-venv (apt-get install python3-venv)."; rm -rf $(VENV); exit 1; }
	@$(VENV)/bin/pip install --quiet --disable-pip-version-check uv==0.13.9

$(STAMPS)/run: requirements.txt $(VENV)/bin/uv
	@mkdir -p $(STAMPS)
	@$(VENV)/bin/uv pip install --quiet --python $(PY) --require-hashes -r requirements.txt
	@$(VENV)/bin/uv pip install --quiet --python $(PY) --no-deps -e .
	@$(PY) -c "import finebatch.api.app, finebatch.store.copies, alembic.command, uvicorn; finebatch.api.app.bakemodel.warm_up()"
	@touch $@

$(STAMPS)/dev: requirements-dev.txt $(STAMPS)/run
	@$(VENV)/bin/uv pip install --quiet --python $(PY) --require-hashes -r requirements-dev.txt
	@touch $@

$(STAMPS)/npm: web/package.json web/package-lock.json $(VENV)/bin/uv
	@mkdir -p $(STAMPS)
	@tools/node-ok || { echo "Node 20.19 or newer is not here; installing one inside the venv."; \
	  $(VENV)/bin/uv pip install --quiet --python $(PY) --require-hashes -r requirements-node.txt; }
	@$(NPM) ci --silent
	@touch $@

$(STAMPS)/web: $(STAMPS)/npm $(shell find web/src web/public -type f) web/index.html web/vite.config.ts
	@$(NPM) run --silent build -- --logLevel warn
	@touch $@

$(STAMPS)/chromium: $(VENV)/bin/uv
	@mkdir -p $(STAMPS)
	@tools/install-chromium
	@touch $@
