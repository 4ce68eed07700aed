"""`./ranura calc NAME` and `calc --batch`: nothing but answers on standard output, no database, no server."""

from __future__ import annotations

import json
import sys
from collections.abc import Sequence
from typing import Any, BinaryIO, TextIO

from pydantic import ValidationError

from ranura.calc.fields import Refused
from ranura.calc.registry import CALCULATORS, Problem, calculate, problem_of, unknown
from ranura.core.text.errors import CraftError

USAGE = f"usage: ranura calc NAME < request.json\n       ranura calc --batch < requests.jsonl\nNAME: {', '.join(CALCULATORS)}"


def _loads(text: bytes) -> Any:
    """JSON as it stands; NaN and infinities come through as floats and are refused by the field that gets them."""
    return json.loads(text)


def answer_one(name: str, request: Any) -> dict[str, Any]:
    """`{"answer": …}` or `{"error": …}`."""
    try:
        return {"answer": calculate(name, request)}
    except (ValidationError, Refused, CraftError) as error:
        return problem_of(error).body()


def answer_line(line: bytes) -> dict[str, Any]:
    """One line of a batch."""
    try:
        asked = _loads(line)
    except (ValueError, RecursionError):
        return Problem(None, "this line is not valid JSON").body()
    if not isinstance(asked, dict):
        return Problem(None, 'a line is an object {"calc": NAME, "request": {…}}').body()
    name = asked.get("calc")
    if not isinstance(name, str) or name not in CALCULATORS:
        return (Problem("calc", "this is missing") if "calc" not in asked else unknown(name)).body()
    if "request" not in asked:
        return Problem("request", "this is missing").body()
    for key in asked:
        if key not in ("calc", "request"):
            return Problem(key, "this field is not known here").body()
    return answer_one(name, asked["request"])


def _write(output: TextIO, value: Any) -> None:
    output.write(json.dumps(value, ensure_ascii=False, allow_nan=False) + "\n")


def main(arguments: Sequence[str], source: BinaryIO, output: TextIO) -> int:
    """Answers one sum (exit 2 with the error when it cannot) or a batch (exit 0 when every line got its line)."""
    if list(arguments) == ["--batch"]:
        for line in source:
            _write(output, answer_line(line))
        return 0
    if len(arguments) != 1 or arguments[0].startswith("-"):
        print(USAGE, file=sys.stderr)
        return 2
    name = arguments[0]
    if name not in CALCULATORS:
        _write(output, unknown(name).body())
        return 2
    try:
        request = _loads(source.read())
    except (ValueError, RecursionError):
        _write(output, Problem(None, "this is not valid JSON").body())
        return 2
    found = answer_one(name, request)
    _write(output, found.get("answer", found))
    return 0 if "answer" in found else 2
