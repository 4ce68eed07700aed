"""Reads a drawing in a process of its own: whatever a file does to it, it ends in time, takes no more memory than it may, and
nothing of it stays behind."""

from __future__ import annotations

import json
import math
import os
import resource
import subprocess
import sys

from ranura.core.geometry.loops import Loop
from ranura.core.text.errors import FileError
from ranura.core.text.lengths import Unit
from ranura.formats import refusals
from ranura.formats.drawing import Drawing
from ranura.formats.drawings import read_drawing

LARGEST = 20_000_000
"""Bytes of a file at most."""
_SECONDS, _MEMORY = 15, 512 * 2**20


def read_apart(data: bytes, unit: Unit | None) -> Drawing:
    """A drawing read by a child process (see `read_drawing`). Raises FileError, also where it took too long or too much."""
    if len(data) > LARGEST:
        raise FileError(refusals.TOO_LARGE, field="text", most=LARGEST // 1_000_000)
    command = [sys.executable, "-m", "ranura.formats.drawing_reader", unit or ""]
    few_threads = {**os.environ, "OPENBLAS_NUM_THREADS": "1", "OMP_NUM_THREADS": "1"}
    try:
        done = subprocess.run(
            command, input=data, capture_output=True, timeout=_SECONDS, preexec_fn=_limited, check=False, env=few_threads
        )
    except subprocess.TimeoutExpired as late:
        raise FileError(refusals.TOOK_TOO_LONG, field="text", seconds=_SECONDS) from late
    if done.returncode != 0:
        raise FileError(refusals.TOO_MUCH_OF_IT, field="text")
    answer = json.loads(done.stdout)
    if "refused" in answer:
        raise FileError(refusals.OF_CHILD[answer["refused"]], field=answer["field"], **answer["facts"])
    layered = tuple((layer, Loop(tuple(map(tuple, vertices)), closed=closed)) for layer, closed, vertices in answer["loops"])
    return Drawing(layered, answer["unit"], answer["unit_from"])


def _limited() -> None:
    resource.setrlimit(resource.RLIMIT_AS, (_MEMORY, _MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (math.ceil(_SECONDS), math.ceil(_SECONDS)))
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, 0))


def _child(unit: Unit | None) -> None:
    try:
        drawing = read_drawing(sys.stdin.buffer.read(), unit)
    except FileError as refused:
        json.dump({"refused": refused.code, "field": refused.field, "facts": dict(refused.facts)}, sys.stdout)
        return
    loops = [(layer, loop.closed, loop.vertices) for layer, loop in drawing.layered]
    # All at once: written piece by piece it takes ten times as long.
    sys.stdout.write(json.dumps({"loops": loops, "unit": drawing.unit, "unit_from": drawing.unit_from}))


if __name__ == "__main__":
    said = sys.argv[1]
    _child("mm" if said == "mm" else "in" if said == "in" else None)
