"""docs/rules.md, made from the docstrings of the core: each rule with its formula and source, in the order of its id."""

from __future__ import annotations

import importlib
import inspect
import pkgutil
import re
from collections.abc import Iterator
from dataclasses import dataclass

import ranura.core
from ranura.host import places

PAGE = places.ROOT / "docs" / "rules.md"
_LABELS = ("Rule", "Formula", "Source")
_HEAD = """# The rules, as the code has them

Made from the docstrings by `./ranura fix`; a test says whether it is current. Lengths are mm, angles degrees, speeds rpm,
unless a name says otherwise. Every figure on the screen names its rule.

"""


@dataclass(frozen=True)
class RuleEntry:
    """A rule as one function states it."""

    rule: str
    summary: str
    formula: str
    source: str
    where: str

    @property
    def order(self) -> tuple[float, str]:
        """By the number in the id, R2.1 before R2.9 before R3."""
        found = re.match(r"R(\d+)(?:\.(\d+))?", self.rule)
        return (int(found[1]) + int(found[2] or 0) / 100, self.rule) if found else (999.0, self.rule)


def entries() -> Iterator[RuleEntry]:
    """Every function of the core whose docstring names a rule. Raises ValueError when formula or source is missing."""
    for info in pkgutil.walk_packages(ranura.core.__path__, "ranura.core."):
        module = importlib.import_module(info.name)
        for name, function in inspect.getmembers(module, inspect.isfunction):
            text = inspect.getdoc(function)
            if function.__module__ == info.name and text and "\nRule: " in text:
                yield _entry(f"{info.name.removeprefix('ranura.')}.{name}", text)


def _entry(where: str, text: str) -> RuleEntry:
    parts = {label: re.search(rf"^{label}: (.+?)(?=^\w+: |\n\n|\Z)", text, re.MULTILINE | re.DOTALL) for label in _LABELS}
    missing = [label for label, found in parts.items() if found is None]
    if missing:
        raise ValueError(f"{where} names a rule without {' and '.join(missing)}")
    said = {label: " ".join(found[1].split()) for label, found in parts.items() if found is not None}
    summary = " ".join(text.split("\n\n")[0].split())
    return RuleEntry(rule=said["Rule"], summary=summary, formula=said["Formula"], source=said["Source"], where=where)


def rules_page() -> str:
    """The page as text."""
    lines = [_HEAD]
    for entry in sorted(entries(), key=lambda each: each.order):
        lines.append(f"## {entry.rule}\n\n{entry.summary}\n\n")
        lines.append(f"- Formula: {entry.formula}\n- Source: {entry.source}\n- Code: `{entry.where}`\n\n")
    return "".join(lines).rstrip() + "\n"


def write_rules_page() -> None:
    """Writes the page."""
    PAGE.parent.mkdir(exist_ok=True)
    PAGE.write_text(rules_page())
