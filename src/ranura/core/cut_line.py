"""A cut said in one line, read by the forms of the families: `dado 3/4 x 1/4 at 8 1/2 across shelf side`,
`roundover 6 all round lid`, `mortise 60 x 8 x 32 at 100, 40 leg`.

It begins with what can be begun (`Start`). Then come its sizes in the order in which a new cut is asked for them, after "at"
where it lies, any answer of its form in the form's own words, and the name of a board. A length is read as in a quick sum: a
fraction without a unit is in inches, a plain number in the unit of who types.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

from ranura.core.board.pieces import Piece
from ranura.core.text.errors import LengthError
from ranura.core.text.forms import (
    Answer,
    Blank,
    Change,
    ChoiceBlank,
    EdgesBlank,
    FieldPath,
    FieldValue,
    Form,
    LengthBlank,
    NumberBlank,
    Phrase,
    RepeatBlank,
    Start,
    TypedLength,
)
from ranura.core.text.lengths import NUMBER_IN_TEXT, Unit, parse

_PART = re.compile(
    rf"(?P<number>{NUMBER_IN_TEXT})\s*(?P<unit>mm|cm|m\b|inches|inch|in\b(?!\s+the\s+board)|ft\b|\"|″|'|′|°|deg(?:rees)?\b)?"
    rf"|(?P<times>×|x(?=\s*[\d.,]))|(?P<at>@)|(?P<word>[^\W\d_][\w\-]*)",
    re.IGNORECASE,
)
_TIMES = re.compile(
    rf"\b(?P<count>\d{{1,2}}) times(?: every (?P<spacing>(?:{NUMBER_IN_TEXT})\s*(?:mm|cm|in\b|\"|″)?))?", re.IGNORECASE
)
_BOARD = " the board "
_FILLER = re.compile(r"a|an|all|and|around|at|board|by|edges?|from|in|into|its|of|on|part|round|the|to|with|x", re.IGNORECASE)
"""Words that a line may have and that say nothing more."""
_SIZES = {"wide": "width", "deep": "depth", "long": "length", "thick": "thickness", "high": "height"}
"""Words behind a length, and the label that they stand for."""
_MOST_ANSWERS = 12


@dataclass(frozen=True, kw_only=True, slots=True)
class CutLine:
    """What was understood of a line."""

    start: Start
    board: int
    """The place of its board in the list."""
    board_said: bool
    """Whether the line names it; else it is the board that is open."""
    cut: Change
    """The cut as far as it is known."""
    form: Form
    missing: tuple[str, ...]
    """The labels of blanks that are still empty."""
    strange: tuple[str, ...]
    """What was not understood."""


@dataclass(frozen=True, slots=True)
class Boards:
    """What a line may be about: the boards of a job, which of them is open, and what is asked of a cut in them."""

    pieces: Sequence[Piece]
    open: int
    starts: Callable[[Piece], Sequence[Start]]
    form: Callable[[Change, Piece], Form]
    unit: Unit


def begun(text: str, boards: Boards) -> tuple[Start, ...]:
    """The cuts that a line which is hardly begun may become."""
    said = _plain(text).strip()
    starts = boards.starts(boards.pieces[boards.open]) if said and boards.pieces else ()
    return tuple(each for each in starts if any(name.startswith(said) for name in _names(each)))


def wants(form: Form) -> str:
    """What a line of this form goes on with: "width x depth at distance from the end"."""
    blanks = [each for each in _lengths(form) if not each.optional]
    sizes = " x ".join(each.label for each in blanks if not each.place)
    places = ", ".join(each.label for each in blanks if each.place)
    return " ".join(each for each in (sizes, f"at {places}" if places else "") if each).lower()


def read_line(text: str, boards: Boards) -> CutLine | None:
    """What a line says, as far as it is typed; None where it does not begin with a cut, or there is no board to cut."""
    if not boards.pieces:
        return None
    board = _named(text, boards.pieces)
    said = text if board is None else f"{text[: board[1]]}{_BOARD}{text[board[2] :]}"
    line = _read(said, boards, boards.open if board is None else board[0])
    if line is None or board is not None:
        return line and replace(line, board_said=True)
    meant, words = _meant(line.strange, boards.pieces)
    if meant is None:
        return line
    for word in words:
        said = re.sub(rf"(\bin\s+)?\b{re.escape(word)}\b", " ", said, count=1)
    again = _read(f"{said}{_BOARD}", boards, meant)
    return again and replace(again, board_said=True)


def _plain(text: str) -> str:
    return text.lower().replace("-", " ")


def _names(start: Start) -> tuple[str, ...]:
    return tuple(_plain(each) for each in (start.name, start.key, *start.also))


def _named(text: str, pieces: Sequence[Piece]) -> tuple[int, int, int] | None:
    """The board that a line names, and from where to where; the longest name, and of two alike the last said."""
    found = [
        (match.end() - match.start(), match.start(), place)
        for place, piece in enumerate(pieces)
        for match in re.finditer(rf"(?<!\w){re.escape(piece.name)}(?!\w)", text, re.IGNORECASE)
        if match.start() > 0
    ]
    if not found:
        return None
    length, at, place = max(found, key=lambda each: (each[0], each[1], -each[2]))
    return place, at, at + length


def _meant(words: Sequence[str], pieces: Sequence[Piece]) -> tuple[int | None, list[str]]:
    """The only board of which some words begin a word, and these words; None where there is none, or several."""
    fits = {
        word: {
            place
            for place, piece in enumerate(pieces)
            if any(part.startswith(word.lower()) for part in piece.name.lower().split())
        }
        for word in words
    }
    telling = [word for word in words if fits[word]]
    common = set.intersection(*(fits[word] for word in telling)) if telling else set[int]()
    return (common.pop(), telling) if len(common) == 1 else (None, [])


def _read(text: str, boards: Boards, board: int) -> CutLine | None:
    piece = boards.pieces[board]
    said = _plain(text).lstrip()
    names = [(len(name), start) for start in boards.starts(piece) for name in _names(start) if _begins(said, name)]
    if not names:
        return None
    length, start = max(names, key=lambda each: each[0])
    reading = _Reading(text.lstrip()[length:], dict(start.cut), piece, boards)
    reading.answers()
    reading.repeats()
    reading.lengths()
    form = boards.form(reading.cut, piece)
    return CutLine(
        start=start,
        board=board,
        board_said=False,
        cut=reading.cut,
        form=form,
        missing=tuple(each.label for each in _lengths(form) if not each.optional and _empty(reading.cut, each.field)),
        strange=tuple(reading.strange),
    )


def _begins(said: str, name: str) -> bool:
    return said.startswith(name) and not said[len(name) : len(name) + 1].isalnum()


def _lengths(form: Form) -> list[LengthBlank]:
    """The lengths of a form in the order in which a new cut is asked for them, then those that only its sentence has."""
    found: dict[FieldPath, LengthBlank] = {}
    for each in (*form.first, *form.sentence):
        if isinstance(each, LengthBlank):
            found.setdefault(each.field, each)
    return list(found.values())


def _blanks(form: Form) -> Iterator[Blank]:
    yield from form.first
    yield from form.options
    yield from form.more
    yield from (each for each in form.sentence if not isinstance(each, Phrase))


def _empty(cut: Change, field: FieldPath) -> bool:
    path, _, place = field.rpartition(".")
    many = cut.get(path) if place.isdigit() else None
    value = many[int(place)] if isinstance(many, tuple) else cut.get(field)
    return value is None or (isinstance(value, TypedLength) and not value.typed)


def _changed(cut: Change, change: Change) -> dict[FieldPath, FieldValue]:
    """A cut after a change; what stood at a path below or above a changed one goes."""
    made = dict(cut)
    for path, value in change.items():
        for other in [each for each in made if each.startswith(f"{path}.") or path.startswith(f"{each}.")]:
            del made[other]
        made[path] = value
    return made


class _Reading:
    """A line while it is read: what is left of it, and what is known of the cut."""

    def __init__(self, text: str, cut: dict[FieldPath, FieldValue], piece: Piece, boards: Boards) -> None:
        self.left = text
        self.cut = cut
        self.piece = piece
        self.boards = boards
        self.strange: list[str] = []

    @property
    def form(self) -> Form:
        return self.boards.form(self.cut, self.piece)

    def answers(self) -> None:
        """Takes the answers that are said in a form's own words, the longest first; each may bring another form."""
        for _ in range(_MOST_ANSWERS):
            found = max(self._said(), key=lambda each: each[0].end() - each[0].start(), default=None)
            if found is None:
                break
            match, blank, answer = found
            self.left = f"{self.left[: match.start()]} ; {self.left[match.end() :]}"
            if isinstance(blank, EdgesBlank):
                continue
            self.cut = _changed(self.cut, answer.change)
            usual = {path: value for path, value in answer.usual.items() if _empty(self.cut, path)}
            self.cut = _changed(self.cut, usual)
            self._length_of(usual, match.start() + 3)
        self._edges()

    def _said(self) -> Iterator[tuple[re.Match[str], Blank, Answer]]:
        for blank in _blanks(self.form):
            if isinstance(blank, ChoiceBlank):
                for answer in blank.choices:
                    for says in (answer.says, *answer.also):
                        if match := _find(says, self.left):
                            yield match, blank, answer

    def _edges(self) -> None:
        """Takes the edges that are named; none named leaves all round."""
        for blank in _blanks(self.form):
            if isinstance(blank, EdgesBlank):
                named = []
                for answer in blank.choices:
                    if match := _find(answer.says, self.left):
                        self.left = f"{self.left[: match.start()]} {self.left[match.end() :]}"
                        named.append(answer.value)
                if named:
                    self.cut = _changed(self.cut, {blank.field: tuple(named)})

    def _length_of(self, usual: Change, at: int) -> None:
        """A length right behind an answer that brings one is that one: "stopped near 20"."""
        fields = [path for path, value in usual.items() if isinstance(value, TypedLength)]
        match = re.compile(rf"\s*(?:of\s+)?(?={NUMBER_IN_TEXT})").match(self.left, at)
        part = _PART.match(self.left, match.end()) if fields and match else None
        if part is None or part["number"] is None:
            return
        length = self._length(part)
        if length is not None:
            self.cut = _changed(self.cut, dict.fromkeys(fields, length))
            self.left = f"{self.left[: part.start()]} {self.left[part.end() :]}"

    def repeats(self) -> None:
        """Takes "4 times every 96"."""
        match = _TIMES.search(self.left)
        if match is None or not any(isinstance(each, RepeatBlank) for each in _blanks(self.form)):
            return
        self.left = f"{self.left[: match.start()]} {self.left[match.end() :]}"
        self.cut = _changed(self.cut, {"count": int(match["count"])})
        if match["spacing"]:
            part = _PART.match(match["spacing"])
            length = part and self._length(part)
            if length:
                self.cut = _changed(self.cut, {"spacing": length})

    def lengths(self) -> None:
        """Gives the lengths to their blanks: sizes in their order, those with a word like "deep" to theirs, after "at" the
        places; angles by their sign."""
        form = self.form
        waiting = [each for each in _lengths(form) if _empty(self.cut, each.field)]
        angles = [each for each in _blanks(form) if isinstance(each, NumberBlank) and each.takes == "angle"]
        parts = list(_PART.finditer(self.left))
        placing, last = False, 0
        for index, part in enumerate(parts):
            self._unread(self.left[last : part.start()])
            last = part.end()
            behind = parts[index + 1]["word"] if index + 1 < len(parts) else None
            if part["at"] or (part["word"] and part["word"].lower() == "at"):
                placing = True
            elif part["word"]:
                word = part["word"].lower()
                if not (_FILLER.fullmatch(word) or word in _SIZES or any(word in each.before.split() for each in angles)):
                    self.strange.append(part["word"])
            elif part["number"] and (part["unit"] or "")[:1].lower() in ("°", "d"):
                degrees = float(part["number"].replace(",", "."))
                if angles and _may_be(angles[0], degrees):
                    self.cut = _changed(self.cut, {angles.pop(0).field: degrees})
                else:
                    self.strange.append(part[0].strip())
            elif part["number"]:
                blank = _blank_for(waiting, behind, placing)
                length = self._length(part)
                if blank is not None and length is not None:
                    waiting.remove(blank)
                    self.cut = _changed(self.cut, {blank.field: length})
                elif not (length and placing and self._another_place(length, form)):
                    self.strange.append(part[0].strip())
        self._unread(self.left[last:])

    def _unread(self, text: str) -> None:
        """What is no part of any line is said, but for the signs between parts."""
        self.strange += re.findall(r"[^\s,;:.\-–()]+", text)

    def _another_place(self, length: TypedLength, form: Form) -> bool:
        """Keeps one more place of a cut that may be made at several."""
        if not any(isinstance(each, RepeatBlank) and each.places for each in _blanks(form)):
            return False
        more = self.cut.get("more") or ()
        assert isinstance(more, tuple), "places are a list"
        self.cut = _changed(self.cut, {"more": (*more, length)})
        return True

    def _length(self, part: re.Match[str]) -> TypedLength | None:
        number, said = part["number"], part["unit"]
        unit: Unit = "in" if "/" in number else self.boards.unit
        typed = f"{number} {said}" if said else number
        try:
            parse(typed, unit)
        except LengthError:
            return None
        return TypedLength(typed=typed, unit=unit)


def _may_be(blank: NumberBlank, value: float) -> bool:
    """Whether a number lies within what its blank takes."""
    return (blank.least is None or value >= blank.least) and (blank.most is None or value <= blank.most)


def _blank_for(waiting: Sequence[LengthBlank], behind: str | None, placing: bool) -> LengthBlank | None:
    """The blank that the next length is for."""
    behind = (behind or "").lower()
    label = _SIZES.get(behind)
    if label is not None:
        return next((each for each in waiting if each.label.lower().startswith(label)), None)
    placing = placing or behind == "from"
    return next((each for each in waiting if each.place == placing), None)


def _find(says: str, text: str) -> re.Match[str] | None:
    """Where something is said, whatever its capitals and hyphens; "the" before it and "the board" behind it may be missing."""
    words = re.split(r"[\s\-]+", says.strip())
    if not words[0]:
        return None
    short = words[1:] if words[0].lower() == "the" else words
    tail = r"(?:[\s\-]+the[\s\-]+board)?" if [each.lower() for each in short[-2:]] == ["the", "board"] else ""
    if tail:
        short = short[:-2]
    body = r"[\s\-]+".join(re.escape(each) for each in short)
    return re.search(rf"(?<!\w)(?:the\s+)?{body}{tail}(?!\w)", text, re.IGNORECASE)
