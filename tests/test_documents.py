"""The documents say what is there: every rule, verb, route, code and picture has its place."""

from __future__ import annotations

import re

import pytest

from ranura.calc.registry import CALCULATORS
from ranura.host import places
from ranura.host.__main__ import VERBS
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


def test_every_room_and_calculator_has_its_place():
    architecture = (DOCS / "architecture.md").read_text()
    for room in ("core", "calc", "formats", "store", "api", "host", "web"):
        assert f"`{room}" in architecture or f"{room}/" in architecture
    for name in CALCULATORS:
        assert f"`{name}`" in architecture


def test_pictures_are_linked_and_there():
    linked = set(re.findall(r"docs/screenshots/[\w-]+\.png", README))
    there = {f"docs/screenshots/{p.name}" for p in (DOCS / "screenshots").glob("*.png")}
    assert linked == there
    assert 3 <= len(there) < 20


@pytest.mark.parametrize("page", ["README.md", "CONTRIBUTING.md", "docs/architecture.md"])
def test_links_lead_somewhere(page):
    path = places.ROOT / page
    for target in re.findall(r"\]\((?!http|#)([^)#]+)", path.read_text()):
        assert (path.parent / target).exists(), target
