"""A bit described in a few words, as one would read it off its packet: "roundover 1/4 in, 1/2 shank, bearing".

What is said is put into the form's fields; what is usual and was not said is put in too, and marked as a guess to be checked.
A fraction without a unit is in inches, whatever the shop's unit: nobody says 1/2 mm.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from ranura.core.shop.drawer.texts import bit_from_texts
from ranura.core.shop.tooling.profiles import KINDS, Profile
from ranura.core.text.errors import CraftError
from ranura.core.text.lengths import Unit

_PROFILE_WORDS: tuple[tuple[str, Profile], ...] = (
    (r"stile[ -](?:and|&)[ -]rail", "stile-and-rail"),
    (r"cop(?:e|ing)", "coping"),
    (r"tongue[ -](?:and|&)[ -]groove", "tongue-and-groove"),
    (r"mit(?:re|er)[ -]lock", "mitre-lock"),
    (r"drawer[ -]lock", "drawer-lock"),
    (r"double[ -]bearing", "double-bearing"),
    (r"round[ -]?over", "roundover"),
    (r"flush(?:[ -]trim)?", "flush-trim"),
    (r"slot[ -]?(?:cutter|ting)?(?![a-z])(?<!t-slot)", "slot-cutter"),
    (r"t[ -]slot", "t-slot"),
    (r"key ?hole", "keyhole"),
    (r"core[ -]?box|round[ -]?nose", "core-box"),
    (r"v[ -]?(?:groove|bit)", "v-groove"),
    (r"rabb?et|rebate", "rabbet"),
    (r"compression", "compression"),
    (r"down[ -]?cut", "down-cut"),
    (r"up[ -]?cut|spiral", "up-cut"),
    (r"dovetail", "dovetail"),
    (r"surfac(?:ing|er)|flattening", "surfacing"),
    (r"pattern|template", "pattern"),
    (r"chamfer", "chamfer"),
    (r"bevel", "bevel"),
    (r"ogee", "ogee"),
    (r"bead(?:ing)?", "bead"),
    (r"cove", "cove"),
    (r"straight", "straight"),
)
_NUMBER = r"(?:\d+[ -]\d+/\d+|\d+/\d+|\d+(?:[.,]\d+)?)"
_LENGTH = rf"(?P<length>{_NUMBER}\s*(?:mm|cm|inches|inch|in\b|\"|″)?)"
_WORDED: tuple[tuple[str, str], ...] = (
    (rf"{_LENGTH}[ -]*(?:shank|shaft)", "shank"),
    (rf"(?:shank|shaft)\s*{_LENGTH}", "shank"),
    (rf"{_LENGTH}\s*(?:overall|total)", "overall_length"),
    (rf"(?:overall|total)\s*{_LENGTH}", "overall_length"),
    (rf"bearing\s*{_LENGTH}", "bearing"),
    (rf"{_LENGTH}\s*bearing", "bearing"),
    (rf"(?:radius|r)\s*{_LENGTH}", "radius"),
    (rf"{_LENGTH}\s*radius", "radius"),
    (rf"{_LENGTH}\s*(?:cutting length|cutting|long|deep|high)", "cutting_length"),
    (rf"(?:cutting length|cuts)\s*{_LENGTH}", "cutting_length"),
    (rf"{_LENGTH}\s*(?:wide|width)", "width"),
    (rf"neck\s*{_LENGTH}", "neck"),
    (rf"{_LENGTH}\s*neck", "neck"),
    (rf"head\s*{_LENGTH}", "head"),
    (rf"{_LENGTH}\s*head", "head"),
)
_PLAIN: tuple[tuple[str, str], ...] = (
    (r"(?P<value>\d+(?:\.\d+)?)\s*(?:°|\u00ba|deg(?:rees?)?)", "angle"),
    (r"(?P<value>\d+)[ -]*flutes?", "flutes"),
    (r"(?P<value>\d{2}[ ,.]?\d{3})\s*(?:rpm|max(?:imum)?)?\b(?=\D|$)", "marked_max_rpm"),
    (r"(?:€|\$|£)\s*(?P<value>\d+(?:[.,]\d+)?)", "price"),
    (r"(?P<value>\d+(?:[.,]\d+)?)\s*(?:€|\$|£)", "price"),
)
_SAID: tuple[tuple[str, str, str], ...] = (
    (r"solid[ -]carbide|full carbide", "body", "solid-carbide"),
    (r"carbide[ -]tipped|tipped", "body", "tipped"),
    (r"\bhss\b|high[ -]speed steel|\bsteel\b", "body", "steel"),
    (r"\bdull\b|\bblunt\b", "state", "dull"),
    (r"\bworn\b", "state", "worn"),
    (r"\bsharp\b|\bnew\b", "state", "sharp"),
    (r"no plunge|does not plunge", "plunges", "no"),
    (r"\bplunges?\b|plunging", "plunges", "yes"),
)
_USUAL_BEARING = "1/2 in"
_FRACTION_ALONE = re.compile(r"(?:\d+[ -])?\d+/\d+")
_SPIRAL_BODY: frozenset[Profile] = frozenset({"up-cut", "down-cut", "compression"})


@dataclass(frozen=True, kw_only=True, slots=True)
class Draft:
    """What a description says, as texts for the form; `guessed` fields are usual and to be checked, `missing` must be typed.

    `left` are words that nothing was made of.
    """

    texts: dict[str, str]
    guessed: tuple[str, ...]
    missing: tuple[str, ...]
    left: str


def describe(text: str) -> Draft:
    """Reads a description; never raises, since it is read while it is typed.

    >>> describe("roundover 1/4 in, 1/2 shank, bearing").texts["shank"]
    '1/2 in'"""
    rest = _Rest(text.lower().replace("×", " x "))
    texts: dict[str, str] = {}
    profile = next((profile for pattern, profile in _PROFILE_WORDS if rest.take(pattern)), None)
    for pattern, field in _PLAIN:
        for found in rest.take(pattern):
            texts.setdefault(field, found["value"].replace(" ", "").replace(",", "." if field == "price" else ""))
    for pattern, field in _WORDED:
        for found in rest.take(pattern):
            texts.setdefault(field, _with_unit(found["length"]))
    for pattern, field, value in _SAID:
        for _ in rest.take(pattern):
            texts.setdefault(field, value)
    named_bearing = any(True for _ in rest.take(r"bearing"))
    sizes = [_with_unit(found["length"]) for found in rest.take(_LENGTH)]
    rest.take(r"\bx\b")
    if profile is None:
        return Draft(texts=texts, guessed=(), missing=("profile",), left=rest.words)
    texts["profile"] = profile
    kind = KINDS[profile]
    open_fields = [size for size in (*kind.sizes, "overall_length") if size not in texts and size not in ("angle", "bearing")]
    for field, size in zip(open_fields, sizes, strict=False):
        texts[field] = size
    guessed = _usual(profile, texts, named_bearing)
    missing = tuple(
        field for field in ("shank", *kind.sizes, "overall_length") if field not in texts and (field not in kind.optional)
    )
    return Draft(texts=texts, guessed=guessed, missing=missing, left=rest.words)


def _usual(profile: Profile, texts: dict[str, str], named_bearing: bool) -> tuple[str, ...]:
    """Fills in what is usual for a profile and was not said; returns what it filled in."""
    kind = KINDS[profile]
    guessed: list[str] = []

    def guess(field: str, value: str) -> None:
        if field not in texts:
            texts[field] = value
            guessed.append(field)

    if "bearing" in kind.sizes and kind.makes != "templates" and (named_bearing or "bearing" not in kind.optional):
        guess("bearing", _USUAL_BEARING)
    guess("flutes", "2")
    guess("body", "solid-carbide" if profile in _SPIRAL_BODY else "tipped")
    if profile == "v-groove":
        guess("angle", "90")
    if profile == "dovetail":
        guess("angle", "14")
    return tuple(guessed)


def _with_unit(length: str) -> str:
    text = re.sub(r"\s+", " ", length.strip())
    return f"{text} in" if _FRACTION_ALONE.fullmatch(text) else text


class _Rest:
    """The words not yet understood."""

    def __init__(self, text: str) -> None:
        self._text = text

    def take(self, pattern: str) -> list[re.Match[str]]:
        """Every place a pattern is found at, taken out of the rest."""
        found = list(re.finditer(rf"(?<![\w/.]){pattern}(?![\w/])", self._text))
        for match in reversed(found):
            self._text = f"{self._text[: match.start()]} , {self._text[match.end() :]}"
        return found

    @property
    def words(self) -> str:
        """What is left, without the punctuation."""
        return " ".join(word for word in re.split(r"[\s,;x]+", self._text) if word)


def problem_of(texts: dict[str, str], unit: Unit) -> CraftError | None:
    """The first thing wrong with a draft, None when it is a bit."""
    try:
        bit_from_texts(texts, id="draft", unit=unit)
    except CraftError as problem:
        return problem
    return None
