"""The documents say what is there: every rule, verb, route, code and picture has its place."""

from __future__ import annotations

import re
from typing import get_args

import pytest

from ranura.calc.registry import CALCULATORS
from ranura.core.families import FAMILIES
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


def _drawn(tree: str) -> dict[str, set[str]]:
    """The folders below each root of a tree that is drawn by indentation."""
    found: dict[str, set[str]] = {}
    root, path = "", []
    for line in tree.splitlines():
        name = line.split("/ ")[0].rstrip("/")
        depth = (len(name) - len(name.lstrip())) // 2
        if depth == 0:
            root, path = name, []
            found[root] = set()
            continue
        path = [*path[: depth - 1], name.strip()]
        found[root].add("/".join(path))
    return found


def _folders(root: str) -> set[str]:
    """Those that hold code, or what ships with it."""
    top = places.ROOT / root
    there = {path for path in top.rglob("*") if path.is_dir() and any(each.is_file() for each in path.iterdir())}
    hidden = ("__pycache__", "generated")
    return {str(path.relative_to(top)) for path in there if path.name not in hidden}


def test_the_tree_in_the_architecture_is_the_one_there_is():
    tree = (DOCS / "architecture.md").read_text().split("```")[1].strip("\n")
    drawn = _drawn(tree)
    assert drawn.keys() == {"src/ranura", "web/src"}
    for root, rooms in drawn.items():
        assert rooms == _folders(root)


def test_every_module_that_a_document_names_is_there():
    modules = {
        str(path.relative_to(places.ROOT)) for top in ("src", "web/src", "tests") for path in (places.ROOT / top).rglob("*.*")
    }
    for page in ("docs/architecture.md", "CONTRIBUTING.md"):
        for named in re.findall(r"`([\w/-]+\.(?:py|ts|tsx))`", (places.ROOT / page).read_text()):
            assert any(f"/{module}".endswith(f"/{named}") for module in modules), f"{page}: {named}"


def test_every_calculator_has_its_place():
    architecture = (DOCS / "architecture.md").read_text()
    for name in CALCULATORS:
        assert f"`{name}`" in architecture


def test_every_family_and_its_parts_have_a_word_in_the_glossary():
    glossary = (DOCS / "glossary.md").read_text()
    for family in FAMILIES.values():
        assert f"| {family.planner.__module__.split('.')[-2]} |" in glossary


def test_pictures_are_linked_and_there():
    linked = set(re.findall(r"docs/screenshots/[\w-]+\.png", README))
    there = {f"docs/screenshots/{p.name}" for p in (DOCS / "screenshots").glob("*.png")}
    assert linked == there
    assert 3 <= len(there) < 20


@pytest.mark.parametrize("page", ["README.md", "CONTRIBUTING.md", "docs/architecture.md", "docs/formats.md", "docs/glossary.md"])
def test_links_lead_somewhere(page):
    path = places.ROOT / page
    for target in re.findall(r"\]\((?!http|#)([^)#]+)", path.read_text()):
        assert (path.parent / target).exists(), target
