"""Refusals: files that are not what they should be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

EMPTY_FILE = Refusal("empty-file", "This file is empty; its first line names the columns")
UNKNOWN_COLUMN = Refusal("unknown-column", "{name!r} is no column here; the columns are {known}")
COLUMN_TWICE = Refusal("column-twice", "A column stands twice in the first line")
COLUMN_MISSING = Refusal("column-missing", "The first line must name the column {name!r}")
BROKEN_CSV = Refusal("broken-csv", "Line {line} is broken: {what}")
TOO_MANY_CELLS = Refusal("too-many-cells", "Line {line} has more cells than the {count} columns")
TOO_MANY_ROWS = Refusal("too-many-rows", "More than {most} rows are too many at once; part the file")
NAME_TWICE = Refusal("name-twice", "{name!r} stands twice in this file; give one another name")
ROWS_REFUSED = Refusal("rows-refused", "{count} rows cannot be taken yet; mend them or leave them out")
NOT_READY = Refusal("not-ready", "This import is not ready")
NO_JSON = Refusal("no-json", "This is not valid JSON")
OTHER_FORMAT = Refusal("other-format", "This is no shop file; its format must be {format!r}")
NO_LOG = Refusal("no-log", "This is no log: neither a table with the columns {known} nor a file whose format is {format!r}")
ROW_WRONG = Refusal("row-wrong", "Line {line}, {column}: {what}")
NO_JOB = Refusal("no-job", "This is no job file; its format must be {format!r}")
OTHER_VERSION = Refusal("other-version", "Version {version} of the file is not known here")
WRONG_PLACE = Refusal("wrong-place", "{place}: {what}")
TOO_LONG = Refusal("too-long", "{place} has {count} signs; at most {most} can be kept")
NO_TEXT = Refusal("no-text", "{place} holds a sign that is no text")
ID_TWICE = Refusal("id-twice", "{place}: {id!r} stands twice")
NO_PATH = Refusal("no-path", "This is no path data: letters M, L, H, V, C, S, Q, T, A and Z with their numbers")
NOT_FINITE = Refusal("not-finite", "A number in it is not finite, or further out than 100 m")
TOO_MANY_SIDES = Refusal("too-many-sides", "It has more than {most} sides; draw it with fewer")
EMPTY_DRAWING = Refusal("empty-drawing", "This file is empty")
ENTITIES = Refusal("entities", "A drawing with entities of its own is not read; save it as plain SVG")
BROKEN_XML = Refusal("broken-xml", "This SVG is broken: {what}")
NO_DRAWING = Refusal("no-drawing", "This is neither an SVG nor a DXF drawing")
NESTED = Refusal("nested", "Parts of this drawing hold one another too often or too deep; take blocks and copies apart first")
TOO_LARGE = Refusal("too-large", "A drawing may have {most} MB at most")
TOOK_TOO_LONG = Refusal("took-too-long", "This drawing was not read within {seconds} s; save it with fewer points")
TOO_MUCH_OF_IT = Refusal("too-much-of-it", "This drawing takes more memory or time than there is; save it with fewer points")
_FROM_CHILD = (NO_PATH, NOT_FINITE, TOO_MANY_SIDES, EMPTY_DRAWING, ENTITIES, BROKEN_XML, NO_DRAWING, NESTED)
OF_CHILD = {each.code: each for each in _FROM_CHILD}
"""What the process that reads drawings may say, by code."""
