"""What is said of a drawing (R9)."""

from __future__ import annotations

from ranura.core.text.words import Words


def _said(code: str, message: str, do: str) -> Words:
    return Words(code=code, place="guide", level="note", message=message, do=do)


GAP_CLOSED = _said("gap-closed", "Two ends were {gap:len} apart and have been joined", "Look whether they belong together")
GAP = _said("gap", "Two ends lie {gap:len} apart and are not joined", "Join them in the drawing, or take a larger tolerance")
OPEN_END = _said("open-end", "A line ends here and meets nothing", "Close the loop, or leave the line out")
DRAWN_TWICE = _said("drawn-twice", "A line lies here twice; one of them was left out", "Nothing")
SPECK = _said("speck", "A speck smaller than {0.5:len} was left out", "Nothing")
CROSSES_ITSELF = _said("crosses-itself", "A loop crosses itself here", "Part it, so that it is clear what is inside")
CROSSES_ANOTHER = _said("crosses-another", "Two loops cross one another here", "Join or part them")
TOUCHES = _said("touches", "Two loops touch one another here", "Move one of them, or join them")
NOTHING_DRAWN = _said("nothing-drawn", "No line was found in it", "Choose another file, or show its hidden layers")
