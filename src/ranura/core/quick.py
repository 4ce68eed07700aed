"""Quick sums: small questions typed in a line, answered with a figure to copy and its working.

A question begins with its word (`speed`, `offset`, `passes` …) and gives its lengths in order; words between them are for the
reader. A line without a word is arithmetic of lengths. A fraction without a unit is in inches, a plain number in the shop's unit.
"""

from __future__ import annotations

import re
from fractions import Fraction

from ranura.core import quick_refusals as refusals
from ranura.core.quick_sums import SUM_WORKS, SUMS, QuickAnswer, Sum, answered
from ranura.core.shop.shop import Shop
from ranura.core.text import length_refusals
from ranura.core.text.errors import LengthError, QuickError
from ranura.core.text.lengths import NUMBER_IN_TEXT, Unit, parse
from ranura.core.text.writing import write

_LENGTH = re.compile(rf"(?P<number>{NUMBER_IN_TEXT})\s*(?P<unit>mm|cm|m\b|inches|inch|in\b|ft\b|\"|″|'|′|°)?", re.IGNORECASE)
_TERM = re.compile(rf"\s*(?P<sign>[+\-−–*×x/:÷])?\s*{_LENGTH.pattern}\s*", re.IGNORECASE)
_LONGEST = 200


ARITHMETIC = "7/16 + 3.2mm"
_PLAIN = frozenset({"angle", "rpm"})
_TIMES, _BY = "*×x", "/:÷"
_SIGNS = "+-−–" + _TIMES + _BY


def completions(text: str) -> tuple[Sum, ...]:
    """The questions that a half-typed one may become; all of them for an empty line.

    >>> [each.example for each in completions("of")]
    ['offset 5/8 1/4']"""
    asked = text.strip().lower()
    begun = re.match(r"[a-z]*", asked)
    word = begun[0] if begun else ""
    if asked and not word:
        return ()
    return tuple(each for each in SUMS if each.name.startswith(word) and not asked.startswith(each.name + " "))


def quick(text: str, shop: Shop) -> QuickAnswer:
    """The answer to a question. Raises `QuickError` or `LengthError`, partial while typing on may mend it."""
    text = text[:_LONGEST]
    word = re.match(r"\s*([a-zA-Z]+)", text)
    if not word or word[1].lower() in ("mm", "in", "cm"):
        return _arithmetic(text, shop.unit)
    name = word[1].lower()
    found = next(((made, work) for made, work in SUM_WORKS if made.name == name), None)
    if found is None:
        starts = any(made.name.startswith(name) for made in SUMS)
        raise QuickError(refusals.UNKNOWN_SUM, partial=starts, word=word[1], known=", ".join(each.name for each in SUMS))
    made, work = found
    numbers = list(_LENGTH.finditer(text, word.end()))
    if len(numbers) < len(made.wants):
        raise QuickError(refusals.SUM_WANTS, partial=True, name=name, missing=made.wants[len(numbers)], example=made.example)
    if len(numbers) > len(made.wants):
        raise QuickError(refusals.TOO_MANY_LENGTHS, name=name, count=len(made.wants), example=made.example)
    given = [_plain(each) if want in _PLAIN else _mm(each, shop.unit) for each, want in zip(numbers, made.wants, strict=True)]
    if any(value <= 0 for value in given):
        raise LengthError(length_refusals.ZERO)
    return work(given, shop)


def _plain(found: re.Match[str]) -> float:
    text = found["number"].replace(",", ".")
    return float(Fraction(text)) if " " not in text else float(parse(text, "mm"))


def _mm(found: re.Match[str], unit: Unit) -> float:
    number, said = found["number"], found["unit"]
    if said == "°":
        raise QuickError(refusals.ANGLE_FOR_LENGTH, text=found[0])
    return float(parse(f"{number} {said or ('in' if '/' in number else unit)}", unit))


def _arithmetic(text: str, unit: Unit) -> QuickAnswer:
    """Lengths added and taken away; a number after × or ÷ multiplies or divides the length before it."""
    terms, said, facts, place = list[float](), list[str](), dict[str, float](), 0
    if not text.strip():
        raise QuickError(refusals.NOTHING_ASKED, partial=True)
    while place < len(text):
        found = _TERM.match(text, place)
        if found is None or (bool(terms) != bool(found["sign"])):
            unfinished = text.rstrip()[-1:] in _SIGNS
            raise QuickError(refusals.UNFINISHED_SUM, partial=unfinished, text=text.strip(), example=ARITHMETIC)
        sign = found["sign"] or "+"
        if sign in _TIMES + _BY:
            factor = _plain(found)
            if factor == 0 or found["unit"]:
                raise QuickError(refusals.FACTOR, text=found[0].strip())
            terms[-1] *= factor if sign in _TIMES else 1 / factor
            said.append(f"{'×' if sign in _TIMES else '/'} {factor:g}")
        else:
            mm = _mm(found, unit)
            terms.append(mm if sign == "+" else -mm)
            name = f"t{len(facts)}"
            facts[name] = mm
            said.append(("+ " if sign == "+" else "− ") * bool(found["sign"]) + f"{{{name}:fine}}")
        place = found.end()
    total = sum(terms)
    if total < 0:
        raise LengthError(length_refusals.NEGATIVE, text=text.strip())
    working = write(" ".join(said) + " = {total:fine}", total=total, **facts)
    return answered("sum", total, "mm", "", working, setting=False)
