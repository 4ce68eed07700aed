"""The type on paper and the mathematical signs on the screen, cut from the fonts the page uses. Run by `./ranura fix`.

A PDF needs TrueType with a fixed weight and width, and knows no font features: the numerators and denominators of true
fractions get places of their own in the private area (`NUMERATOR`, `DENOMINATOR` + digit). The web font has no π or ⌈⌉;
those come from a mathematical font, cut down to the signs the workings use.
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

from fontTools import subset
from fontTools.ttLib import TTFont
from fontTools.varLib import instancer

from ranura.formats.type_on_paper import DENOMINATOR, FONTS, NUMERATOR
from ranura.host import places

_PACKAGES = places.WEB / "node_modules"
_TEXT = _PACKAGES / "@fontsource-variable" / "archivo" / "files" / "archivo-latin-wdth-normal.woff2"
_MATH = _PACKAGES / "@fontsource" / "noto-sans-math" / "files" / "noto-sans-math-latin-400-normal.woff2"
_MATH_SIGNS = "πφΣ√∞≈≤≥⌈⌉⌊⌋→"
_INSTANCES = {"text": (430, 94), "strong": (660, 92), "figure": (680, 78)}
"""Weight and width of each face on paper."""

_DIGITS = ("zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine")
_WEB_MATH = places.WEB / "src" / "app" / "fonts" / "math.woff2"


def _face(name: str, weight: int, width: int) -> TTFont:
    font = instancer.instantiateVariableFont(TTFont(_TEXT, recalcTimestamp=False), {"wght": weight, "wdth": width}, static=True)
    for record in font["name"].names:
        if record.nameID in (1, 3, 4, 6, 16):
            record.string = f"RanuraPaper-{name.title()}"
    for table in font["cmap"].tables:
        if table.isUnicode():
            for digit, glyph in enumerate(_DIGITS):
                table.cmap[NUMERATOR + digit] = f"{glyph}.numr"
                table.cmap[DENOMINATOR + digit] = f"{glyph}.dnom"
    for feature_table in ("GSUB", "GPOS", "GDEF", "STAT", "HVAR", "avar"):
        if feature_table in font:
            del font[feature_table]
    return font


def _math() -> TTFont:
    font = TTFont(_MATH, recalcTimestamp=False)
    options = subset.Options(layout_features=[], name_IDs=["*"], notdef_outline=True, hinting=False)
    cutter = subset.Subsetter(options)
    cutter.populate(text=_MATH_SIGNS)
    cutter.subset(font)
    return font


def _write(font: Any, path: Path, flavor: str | None) -> None:
    font.flavor = flavor
    path.parent.mkdir(parents=True, exist_ok=True)
    font.save(path)


def write_fonts() -> None:
    """Writes the faces for paper and the signs for the screen; the same bytes for the same sources."""
    for name, (weight, width) in _INSTANCES.items():
        _write(_face(name, weight, width), FONTS / f"{name}.ttf", None)
    _write(_math(), FONTS / "math.ttf", None)
    _write(_math(), _WEB_MATH, "woff2")
    (FONTS / "LICENSE").write_text((_PACKAGES / "@fontsource-variable" / "archivo" / "LICENSE").read_text())
