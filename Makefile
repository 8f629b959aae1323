# One command each; `make demo` and `make test` start from a fresh clone.
SHELL := /bin/bash
PYTHON ?= python3
BIN := .venv/bin
MANAGE := MINT_LEVER_PLAIN_HTTP=1 $(BIN)/mint-lever manage
PORT ?= 8340

.PHONY: demo test judge bench siege coverage lint build install install-test chromium migrate format pictures types

demo: export MINT_LEVER_PLAIN_HTTP = 1
demo: install build migrate
	$(MANAGE) load_demo
	@echo "Mint Lever is at http://127.0.0.1:$(PORT)/ (stop it with Ctrl-C)"
	$(BIN)/mint-lever serve --port $(PORT)

# Three workers on two processors: a browser test waits half of its time. What is compiled is kept
# for the run, whatever the environment says: a server is started a hundred times.
test: export PYTHONDONTWRITEBYTECODE =
test: export PYTHONPYCACHEPREFIX = $(CURDIR)/.venv/compiled
test: install-test build chromium
	@said=$$(mktemp); (cd web && npm test --silent) >$$said 2>&1 & beside=$$!; \
	$(BIN)/python -m pytest -n 3 --dist worksteal -m "not judge"; core=$$?; \
	wait $$beside; web=$$?; cat $$said; rm $$said; exit $$((core || web))

# What finds faults and takes longer: drawn evenings, every width and theme, kills, drawn calls.
judge: SHARE ?= 1
judge: export PYTHONDONTWRITEBYTECODE =
judge: export PYTHONPYCACHEPREFIX = $(CURDIR)/.venv/compiled
judge: install-test build chromium
	PYTHONPATH=tests $(BIN)/python benchmarks/judge_parts.py --share $(SHARE)

# Everything a script can check that is not a test. The types are made anew and must come out as
# they are kept.
lint: install-test web/node_modules/.installed
	$(BIN)/ruff check --no-cache core server tests benchmarks tools
	$(BIN)/ruff format --no-cache --check core server tests benchmarks tools
	$(BIN)/mypy core/mint_lever
	$(BIN)/mypy server/mint_lever_server
	$(BIN)/mypy tools
	$(BIN)/python tools/check_names.py
	$(BIN)/python tools/check_imports.py
	PYTHONPATH=core $(BIN)/python tools/make_check_values.py --check
	PYTHONPATH=core:server $(BIN)/lint-imports --no-cache
	$(MANAGE) makemigrations --check --dry-run
	cd web && npm run --silent check
	fresh=$$(mktemp -d) && \
	$(MANAGE) export_openapi_schema --api mint_lever_server.config.api.api --output $$fresh/openapi.json --indent 1 && \
	diff -q $$fresh/openapi.json web/openapi.json && \
	(cd web && npx --no-install openapi-typescript openapi.json -o $$fresh/schema.ts >/dev/null) && \
	diff -q $$fresh/schema.ts web/src/api/schema.ts

# How much of core and server the tests run, line by line of what is missing.
coverage: install-test build chromium
	$(BIN)/python -m pytest tests/core tests/checks tests/server -n 2 --cov=core/mint_lever --cov=server --cov-report=term-missing:skip-covered

# Ten thousand drawn calls, a hundred kills, an hour of ten pilots: an hour and a half.
siege: install-test build
	PYTHONPATH=tests $(BIN)/python benchmarks/fuzz.py
	PYTHONPATH=tests $(BIN)/python benchmarks/kills.py
	PYTHONPATH=tests $(BIN)/python benchmarks/soak.py

bench: install-test build chromium
	PYTHONPATH=tests $(BIN)/python benchmarks/chain.py
	PYTHONPATH=tests $(BIN)/python benchmarks/tail.py
	PYTHONPATH=tests $(BIN)/python benchmarks/rotors.py
	PYTHONPATH=tests $(BIN)/python benchmarks/head_speed.py
	PYTHONPATH=tests $(BIN)/python benchmarks/log.py
	PYTHONPATH=tests $(BIN)/python benchmarks/modes.py
	PYTHONPATH=tests $(BIN)/python benchmarks/field.py
	PYTHONPATH=tests $(BIN)/python benchmarks/waiting_times.py
	PYTHONPATH=tests $(BIN)/python benchmarks/papers.py
	PYTHONPATH=tests $(BIN)/python benchmarks/fleet.py
	$(BIN)/python benchmarks/bounds.py
	PYTHONPATH=tests $(BIN)/python benchmarks/growth.py
	PYTHONPATH=tests $(BIN)/python benchmarks/door.py
	PYTHONPATH=tests $(BIN)/python benchmarks/load.py
	PYTHONPATH=tests $(BIN)/python benchmarks/browser.py
	$(BIN)/python benchmarks/evening.py

install: .venv/.installed web/node_modules/.installed
install-test: .venv/.installed-test

# The lists are whole, so pip is told not to look for what they need: asked to, it finds a release
# newer than the list's on the day it comes out, has no hash for it, and stops.
.venv/.installed: requirements/base.txt requirements/build.txt pyproject.toml
	test -x $(BIN)/python || $(PYTHON) -m venv .venv
	$(BIN)/pip install -q --no-deps --require-hashes -r requirements/base.txt -r requirements/build.txt
	$(BIN)/pip install -q --no-deps --no-build-isolation -e .
	touch $@

.venv/.installed-test: .venv/.installed requirements/dev.txt
	$(BIN)/pip install -q --no-deps --require-hashes -r requirements/dev.txt
	$(BIN)/pip check
	touch $@

web/node_modules/.installed: web/package-lock.json
	cd web && npm ci --silent
	touch $@

build: web/dist/index.html
web/dist/index.html: .venv/.installed web/node_modules/.installed web/index.html web/vite.config.ts $(shell find web/src web/public -type f 2>/dev/null)
	cd web && npm run --silent build
	$(BIN)/python -m whitenoise.compress -q web/dist/assets map woff woff2

migrate: .venv/.installed
	$(MANAGE) migrate -v 0

# Debian's own Chromium without a window to draw: half the work of a whole browser. Nothing is done
# where it is there already. curl runs the examples of docs/api.md.
chromium:
	@command -v chromium-headless-shell >/dev/null && command -v curl >/dev/null || \
	(apt-get update -qq && \
	DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium-headless-shell curl)

format: install-test
	$(BIN)/ruff check --fix core server tests benchmarks tools
	$(BIN)/ruff format core server tests benchmarks tools
	cd web && npx biome check --write .

# The README's pictures, anew from demo data.
pictures: install-test build chromium
	PYTHONPATH=tests $(BIN)/python benchmarks/pictures.py

# The browser's types, from the API's own description.
types: install-test
	$(MANAGE) export_openapi_schema --api mint_lever_server.config.api.api --output web/openapi.json --indent 1
	cd web && npm run --silent types
