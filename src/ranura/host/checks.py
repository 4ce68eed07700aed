"""`test`, `check`, `fix` and `prove`: every linter, type checker, sweep and test runner behind four verbs; pytest last."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import time
from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass

from ranura.host import places, setup
from ranura.host.progress import CannotGoOn, say

PYTHON = str(places.venv_python())
BIN = places.VENV / "bin"
OPENAPI = places.WEB / "openapi"
SCHEMA = places.ROOT / "docs" / "shop.schema.json"
COMPILED = places.ROOT / ".ranura" / "pycache"
GENERATED = places.WEB / "src" / "api" / "generated"

MOST_WORKERS = 4
"""Each has a database, a server and a browser of its own. One more than there are cores: a browser is often waited for."""


@dataclass(frozen=True)
class Step:
    """One command of a verb, run from the project's root or from web/."""

    what: str
    command: tuple[str, ...]
    in_web: bool = False
    tells: bool = False
    """What it says is worth reading when all is in order, too."""


def _npm(script: str) -> tuple[str, ...]:
    return (*setup.npm_command(), "run", "--silent", script)


def _python_steps() -> list[Step]:
    return [
        Step("Formatting of Python", (str(BIN / "ruff"), "format", "--check", "-q", "src", "tests")),
        Step("Linting of Python", (str(BIN / "ruff"), "check", "-q", "src", "tests")),
        Step("Types of Python", (PYTHON, "-m", "mypy", "--no-error-summary")),
        Step("Arrows between rooms", (str(BIN / "lint-imports"), "--no-cache")),
    ]


def _page_steps() -> list[Step]:
    return [
        Step("Linting of the page", _npm("lint"), in_web=True),
        Step("Types of the page", _npm("types"), in_web=True),
        Step("What the page does not use", _npm("unused"), in_web=True),
    ]


def _run(steps: Sequence[Step], *, together: bool = False) -> None:
    """Runs commands, one after the other or all on the cores there are, and says in their order how each went."""
    with ThreadPoolExecutor(max_workers=(os.cpu_count() or 1) if together else 1) as pool:
        for step, (done, seconds) in zip(steps, pool.map(_done, steps), strict=True):
            if done.returncode:
                pool.shutdown(wait=False, cancel_futures=True)
                say((done.stdout + done.stderr).strip())
                raise CannotGoOn(f"{step.what}: not in order")
            say(f"{step.what}: in order ({seconds:.1f} s)")
            if step.tells:
                say(done.stdout.strip())


def _done(step: Step) -> tuple[subprocess.CompletedProcess[str], float]:
    began = time.monotonic()
    done = subprocess.run(
        step.command,
        cwd=places.WEB if step.in_web else places.ROOT,
        env=setup.node_environment() if step.in_web else _testing_environment(),
        stdin=subprocess.DEVNULL,
        capture_output=True,
        text=True,
    )
    return done, time.monotonic() - began


def _check(more: Sequence[Step] = (), early: Sequence[Step] = ()) -> None:
    """All checks, and more beside those of the page; those of Python and others from the start: types take longest, and what
    the page is made from is waited for."""
    with ThreadPoolExecutor(max_workers=2) as pool:
        begun = [pool.submit(_run, steps) for steps in (_python_steps(), early)]
        prepare()
        _run([*more, *_page_steps()], together=True)
        for each in begun:
            each.result()


def prepare() -> None:
    """What linters and tests of the page need: its packages, the client generated from the API, the built page."""
    setup.ensure_node_packages(places.WEB, "dev")
    generate_client()
    setup.ensure_page("dev")


def generate_client() -> None:
    """The page's types of the API, made from its OpenAPI description when that changed."""
    from ranura.host.openapi import description

    setup.ensure_node_packages(OPENAPI, "dev")
    GENERATED.mkdir(parents=True, exist_ok=True)
    source, target = GENERATED / "openapi.json", GENERATED / "schema.ts"
    text = description()
    if target.is_file() and source.is_file() and source.read_text() == text:
        return
    source.write_text(text)
    generator = str(OPENAPI / "node_modules" / "openapi-typescript" / "bin" / "cli.js")
    options = ("--output", str(target), "--default-non-nullable=false")
    _run([Step("The page's types of the API", (*setup.node_command(), generator, str(source), *options))])


def check() -> int:
    """Linters and types."""
    _check()
    return 0


def shop_schema() -> str:
    """The schema of the shop's file, as docs/shop.schema.json has it."""
    from ranura.formats.shop_file import schema

    return json.dumps(schema(), ensure_ascii=False, indent=1, sort_keys=True) + "\n"


def fix() -> int:
    """Formats everything and writes the generated documents."""
    from ranura.host.fonts import write_fonts
    from ranura.host.rules_page import write_rules_page

    prepare()
    write_fonts()
    _run(
        [
            Step("Formatting Python", (str(BIN / "ruff"), "format", "-q", "src", "tests")),
            Step("Mending Python", (str(BIN / "ruff"), "check", "-q", "--fix", "src", "tests")),
            Step("Formatting the page", _npm("fix"), in_web=True),
        ]
    )
    write_rules_page()
    say("docs/rules.md: written")
    SCHEMA.write_text(shop_schema())
    say("docs/shop.schema.json: written")
    return 0


SWEPT = {"quick": 200, "usual": 1_000, "all": 10_000}
"""How many random cuts are planned, proven and judged a second time."""
SWEEP_WITHIN = 25
"""Seconds after which a sweep before the tests begins no further cut; it says how many it looked at."""


def test(*, reach: str, rest: Sequence[str]) -> int:
    """All checks, random cuts beside those of the page, and tests. "quick" leaves out those marked slow, all but "all" those
    marked thorough, and "all" tries ten times as much. `rest` goes to pytest. Ends with pytest's own code."""
    if rest:
        prepare()
    else:
        within = () if reach == "all" else ("--within", str(SWEEP_WITHIN))
        cuts = (PYTHON, "-m", "tests.oracle.sweep", "--count", str(SWEPT[reach]), *within)
        _check(
            [
                Step("Random cuts, proven and judged a second time", cuts, tells=True),
                Step("Tests of the page's own thinking", _npm("test"), in_web=True),
            ],
            _compiling(),
        )
    only = {"quick": ["-m", "not slow and not thorough", "--hypothesis-profile=quick"], "all": ["--hypothesis-profile=long"]}.get(
        reach, [] if rest else ["-m", "not thorough"]
    )
    # Files share the cores, each file on one of them: a worker has a database and a server of its own.
    only += (
        [] if rest else ["-n", str(min((os.cpu_count() or 1) + 1, MOST_WORKERS)), "--dist", "loadfile", "--no-loadscope-reorder"]
    )
    say("Tests of core, API, store and browser:")
    sys.stderr.flush()
    done = subprocess.run([PYTHON, "-m", "pytest", *only, *rest], cwd=places.ROOT, env=_testing_environment())
    return done.returncode


def _compiling() -> list[Step]:
    """Tests and all that they import, compiled once where they never were: else every worker does it, all at once."""
    there = COMPILED.joinpath(*places.ROOT.parts[1:], "tests", "core")
    collected = (PYTHON, "-m", "pytest", "--collect-only", "-q", "-p", "no:xdist")
    return [] if there.is_dir() else [Step("Tests, compiled", collected)]


def prove(arguments: Sequence[str]) -> int:
    """Plans random cuts and judges their moves a second time (`tests/oracle`). Ends with 1 when anything disagreed."""
    return subprocess.run(
        [PYTHON, "-m", "tests.oracle.sweep", *arguments], cwd=places.ROOT, env=_testing_environment()
    ).returncode


def _testing_environment() -> dict[str, str]:
    """Compiled tests are kept from run to run, out of the tree: collecting them is a good part of the quick test."""
    kept = {name: value for name, value in os.environ.items() if name != "PYTHONDONTWRITEBYTECODE"}
    return {
        **kept,
        "PYTHONUTF8": "1",
        "PYTHONPYCACHEPREFIX": str(COMPILED),
        "PYTHONPATH": os.pathsep.join([str(places.ROOT / "src"), str(places.ROOT)]),
    }
