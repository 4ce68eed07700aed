"""What is said under a code: each once, under its own name, by somebody."""

from __future__ import annotations

import importlib
import pkgutil
import re
from pathlib import Path

import pytest

import ranura
from ranura.core.text.errors import Refusal
from ranura.core.text.trade_words import TRADE_WORDS
from ranura.core.text.words import Words

ROOT = Path(ranura.__file__).parent
ROOMS = ("core", "formats", "devices")
MODULES = [
    importlib.import_module(each.name)
    for room in ROOMS
    for each in pkgutil.walk_packages([str(ROOT / room)], f"ranura.{room}.")
    if "__main__" not in each.name
]


def constants(kind: type) -> list[tuple[str, str, str]]:
    """Module, name and code of every constant of a kind, where it is made."""
    found = []
    for module in MODULES:
        source = Path(module.__file__ or "").read_text()
        for name, value in vars(module).items():
            if isinstance(value, kind) and re.search(rf"^{name} = {kind.__name__}\(", source, re.MULTILINE):
                found.append((module.__name__, name, value.code))
    return found


WORDS: dict[str, Words] = {code: getattr(importlib.import_module(module), name) for module, name, code in constants(Words)}
"""The words of every caution, by code."""
SOURCES = {path: path.read_text() for path in ROOT.rglob("*.py")}
NAMES = {path: set(re.findall(r"\b[A-Z][A-Z0-9_]+\b", text)) for path, text in SOURCES.items()}
"""The constants that every module names."""


def test_no_code_stands_twice():
    codes = [code for _, _, code in constants(Words)]
    assert len(codes) > 150
    assert len(codes) == len(set(codes))


@pytest.mark.parametrize("kind", [Words, Refusal])
def test_a_constant_is_called_like_its_code_and_somebody_says_it(kind):
    for module, name, code in constants(kind):
        assert name == code.upper().replace("-", "_") or name.endswith("_" + code.upper().replace("-", "_")), (module, code)
        own = Path(importlib.import_module(module).__file__ or "")
        said = [path for path, names in NAMES.items() if name in names and path != own]
        assert said or SOURCES[own].count(name) > 1, f"nobody says {name} of {module}"


def test_a_family_speaks_in_its_own_words_or_in_those_that_all_share():
    for path, text in SOURCES.items():
        family = re.search(r"core/cuts/(\w+)/", str(path))
        if family:
            written = re.findall(r"from ranura\.core\.cuts\.(\w+) import (?:words|refusals)", text)
            assert set(written) <= {family[1]}, path


def test_the_words_of_the_trade_stand_once_each_and_in_one_sentence():
    words = [each.word for each in TRADE_WORDS]
    assert words == sorted(set(words))
    for each in TRADE_WORDS:
        assert not each.says.endswith("."), each.word
        assert each.says[0].islower(), each.word
        assert len(each.says) < 170, each.word
