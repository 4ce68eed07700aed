"""The documents say what is there: every rule, verb, route, code and picture has its place."""

from __future__ import annotations

import re
from typing import get_args

import pytest

from ranura.calc.registry import CALCULATORS
from ranura.core.shop.tooling.profiles import PROFILES
from ranura.devices.lines import Word, parse
from ranura.formats.tables import BIT_HEADER, ROUTER_HEADER
from ranura.host import places
from ranura.host.__main__ import VERBS
from ranura.host.checks import shop_schema
from ranura.host.rules_page import entries, rules_page

DOCS = places.ROOT / "docs"
README = (places.ROOT / "README.md").read_text()


def test_the_rules_page_is_current():
    assert (DOCS / "rules.md").read_text() == rules_page(), "run ./ranura fix"


def test_every_rule_of_this_slice_is_on_the_page():
    page = rules_page()
    for rule in ("R1", "R2", "R2.1", "R2.2", "R2.4", "R2.5", "R2.6", "R2.8", "R2.9", "R3", "R4", "R5", "R7", "R8", "R15", "R17"):
        assert re.search(rf"^## .*\b{re.escape(rule)}\b", page, re.MULTILINE), rule
    assert all(entry.source and entry.formula for entry in entries())


@pytest.mark.parametrize("verb", VERBS)
def test_every_verb_is_explained_to_contributors(verb):
    assert f"./ranura {verb}" in (places.ROOT / "CONTRIBUTING.md").read_text()


def test_every_column_and_every_line_is_in_the_formats_page():
    page = (DOCS / "formats.md").read_text()
    named = set(re.findall(r"`([\w-]+)`", page))
    wanted = {*BIT_HEADER, *(name for name in ROUTER_HEADER if not name.startswith("base2_")), *PROFILES}
    assert wanted <= named
    columns = set(re.findall(r"`([\w]+)`", "".join(re.findall(r"^\| (`[^|]+) \|", page, re.MULTILINE))))
    assert columns <= wanted | {"READ", "ZERO"}, "no column that is not there"
    for word in get_args(Word):
        assert f"`{word}" in page
    for line in re.findall(r"^\| `([A-Z]+ ?[^`]*)` \|", page.split("| Ranura says")[0], re.MULTILINE):
        parse(line)


def test_the_published_schema_is_current():
    assert (DOCS / "shop.schema.json").read_text() == shop_schema(), "run ./ranura fix"


def test_every_room_and_calculator_has_its_place():
    architecture = (DOCS / "architecture.md").read_text()
    for room in ("core", "calc", "formats", "store", "devices", "api", "host", "web"):
        assert f"`{room}" in architecture or f"{room}/" in architecture
    for name in CALCULATORS:
        assert f"`{name}`" in architecture


def test_pictures_are_linked_and_there():
    linked = set(re.findall(r"docs/screenshots/[\w-]+\.png", README))
    there = {f"docs/screenshots/{p.name}" for p in (DOCS / "screenshots").glob("*.png")}
    assert linked == there
    assert 3 <= len(there) < 20


@pytest.mark.parametrize("page", ["README.md", "CONTRIBUTING.md", "docs/architecture.md", "docs/formats.md"])
def test_links_lead_somewhere(page):
    path = places.ROOT / page
    for target in re.findall(r"\]\((?!http|#)([^)#]+)", path.read_text()):
        assert (path.parent / target).exists(), target
