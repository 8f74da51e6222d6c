# Every command a newcomer needs. `make demo` and `make test` start from a bare machine.
SHELL := /bin/bash
PORT ?= 8000
# LAN=1 serves the yard's Wi-Fi too
LAN ?=
export PATH := $(CURDIR)/.venv/bin:$(PATH)

.PHONY: demo serve test test-long mutants lint types drift validation reference calibrate forecast-trial learning-trial table-trial fault-test fuzz reliability cook-bench every-plan truth bench bill wheel soak households loc screenshots build setup setup-test clean

demo: setup
	@tools/serve.sh demo $(PORT) $(LAN)

serve: setup
	@tools/serve.sh home $(PORT) $(LAN)

test: setup-test
	@tools/test.sh

test-long: setup-test
	@tools/test.sh long

mutants: setup-test
	@export NUMBA_CACHE_DIR=$${NUMBA_CACHE_DIR:-$(CURDIR)/var/numba}; \
	pytest tests/core tests/cli tests/web -n auto --junitxml=var/mutation/tests.xml && python tests/mutation/run.py

setup:
	@tools/setup.sh app

setup-test:
	@tools/setup.sh test

build: setup

lint: setup-test
	ruff check . && ruff format --check .
	mypy
	lint-imports
	cd frontend && npm run -s typecheck && npm run -s lint

types:
	python manage.py export_openapi_schema --api brasko.web.config.api.api --indent 1 > docs/formats/openapi.json
	cd frontend && npm run -s types
	python tools/formats.py

drift: setup-test
	@tools/drift.sh

validation: setup-test
	@python tools/validation.py

reference: setup-test
	@python tools/reference.py

calibrate: setup-test
	@python tools/calibrate.py

forecast-trial: setup-test
	@python tools/forecast_trial.py

learning-trial: setup-test
	@python tools/learning_trial.py

table-trial: setup-test
	@python tools/table_trial.py

fault-test: setup-test
	@BRASKO_KILLS=50 pytest tests/e2e/test_killed.py -m long

fuzz: setup-test
	@python tools/fuzz.py

reliability: setup-test
	@python tools/reliability.py

cook-bench: setup-test
	@python tools/cook_bench.py

every-plan: setup-test
	@python tools/every_plan.py

truth: setup-test
	@python tools/truth.py

bench: setup-test
	@python tools/bench.py

bill: setup-test
	@python tools/bill.py

wheel: setup-test
	@tools/wheel.sh

soak: setup-test
	@python tools/soak.py

households: setup-test
	@python tools/many_households.py

loc:
	@python3 tools/loc.py

screenshots: setup-test
	@python tools/screenshots.py

clean:
	rm -rf .venv frontend/node_modules frontend/dist var
