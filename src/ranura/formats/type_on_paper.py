"""Setting type on a PDF page: our faces, true fractions, and the mathematical signs from a second font.

Why by hand: reportlab places glyphs by character alone and knows no font features, so fractions are written with the
numerators and denominators that `host/fonts.py` gave places in the private area.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Sequence
from functools import cache
from pathlib import Path
from typing import Literal

from reportlab.pdfbase import pdfmetrics, ttfonts
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

FONTS = Path(__file__).parent / "fonts"
NUMERATOR, DENOMINATOR = 0xE000, 0xE010
_FRACTION_SLASH = "\u2044"

Face = Literal["text", "strong", "figure"]
_FRACTION = re.compile(r"(?<![\d/.])(\d{1,3})/(\d{1,3})(?![\d/])")


@cache
def register() -> None:
    """Makes the faces known to reportlab, once; what is copied out of a page, or read aloud, has the digits of its fractions."""
    ttfonts.makeToUnicodeCMap = _readable(ttfonts.makeToUnicodeCMap)  # type: ignore[assignment] # it has no other way in
    for name in ("text", "strong", "figure", "math"):
        pdfmetrics.registerFont(TTFont(f"paper-{name}", FONTS / f"{name}.ttf"))


def _readable(made: Callable[[str, Sequence[int]], str]) -> Callable[[str, Sequence[int]], str]:
    """The table of what the glyphs of a font mean, with our own small digits as the digits that they are."""

    def meaning(name: str, subset: Sequence[int]) -> str:
        return made(name, [_digit(code) for code in subset])

    return meaning


def _digit(code: int) -> int:
    """The digit that a glyph of the private area shows, as its sign; any other sign as it is."""
    for first in (NUMERATOR, DENOMINATOR):
        if first <= code < first + 10:
            return ord("0") + code - first
    return code


def _true_fractions(text: str) -> str:
    def drawn(found: re.Match[str]) -> str:
        above = "".join(chr(NUMERATOR + int(digit)) for digit in found[1])
        below = "".join(chr(DENOMINATOR + int(digit)) for digit in found[2])
        return above + _FRACTION_SLASH + below

    return _FRACTION.sub(drawn, text)


def _runs(text: str, face: Face) -> Iterator[tuple[str, str]]:
    """The text in pieces of one font each."""
    register()
    own: dict[int, int] = pdfmetrics.getFont(f"paper-{face}").face.charToGlyph  # type: ignore[attr-defined] # of a TTFont
    piece, current = "", f"paper-{face}"
    for sign in _true_fractions(text):
        font = f"paper-{face}" if ord(sign) in own else "paper-math"
        if font != current and piece:
            yield current, piece
            piece = ""
        current = font
        piece += sign
    if piece:
        yield current, piece


def width_of(text: str, face: Face, size: float) -> float:
    """How wide a text is, in points."""
    return sum(pdfmetrics.stringWidth(piece, font, size) for font, piece in _runs(text, face))


def write(canvas: Canvas, x: float, y: float, text: str, face: Face, size: float, *, align: float = 0.0) -> float:
    """Writes a text with its baseline at y; `align` 0 starts at x, 1 ends there, 0.5 is centred. Returns where it ends."""
    x -= align * width_of(text, face, size)
    for font, piece in _runs(text, face):
        canvas.setFont(font, size)
        canvas.drawString(x, y, piece)
        x += pdfmetrics.stringWidth(piece, font, size)
    return x


def wrapped(text: str, face: Face, size: float, width: float) -> list[str]:
    """Breaks a text at spaces into lines no wider than `width` points."""
    lines: list[str] = []
    for word in text.split(" "):
        if lines and width_of(f"{lines[-1]} {word}", face, size) <= width:
            lines[-1] += f" {word}"
        else:
            lines.append(word)
    return lines
