"""Through dovetails (R14): pins on the first board and tails on the second, by a straight comb and a tapered one."""

from __future__ import annotations

from ranura.core.board.stood import End
from ranura.core.cuts.through_dovetails.asked import PROUD, ThroughDovetailsCut
from ranura.core.cuts.through_dovetails.on_board import ThroughOnBoard, best_pair, through_under
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, Stood, at_ends, cornered, refuse_widths, room_of_dovetails
from ranura.core.learning.forecast import Spread, forecast
from ranura.core.text.writing import write

_A_TENTH = 0.1
"""mm of fit that a correction is said for."""


def through(joint: Joint, boards: Boards) -> Joined:
    """Pins at an end of the first board, or at both of four corners, and the tails that go over them.

    Rule: R14 through dovetails
    Formula: tails and pins as deep as the mate is thick, and 0.3 mm more; a pin is narrower than its place by the clearance
    Source: bit and fingers lean alike, so that moving the pins' comb makes pins wider or narrower over their whole length

    Raises `CutError` without a pair of combs, and where the boards cannot be laid out under it."""
    refuse_widths(boards)
    pins, tails = boards.first.thickness, boards.second.thickness
    pair = best_pair(boards.pairs, pins.mm, field="joint.kind")
    room = room_of_dovetails(joint, boards.rules)
    play = room + joint.correction
    first_ends: tuple[End, ...] = ("left", "right") if joint.into == "both" else (joint.end,)
    # Of four corners opposite ends meet, and all shown faces lie inside.
    second_end: End = "right" if joint.into == "both" else joint.ends[0]
    inside_shown = second_end != first_ends[0]
    of_first = [
        ThroughDovetailsCut(makes="pins", end=end, mate=tails, outside="back", play=play, combs=pair.id) for end in first_ends
    ]
    of_second = [
        ThroughDovetailsCut(makes="tails", end=end, mate=pins, outside="back" if inside_shown else "shown", combs=pair.id)
        for end in joint.ends
    ]
    laid = through_under(pair, of_first[0], boards.first)
    through_under(pair, of_second[0], boards.second)
    return Joined(
        cuts=(
            *at_ends("b", "Tails", of_second, write("Tails first: the straight comb leaves nothing to set")),
            *at_ends("a", "Pins", of_first, write("Then pins to fit them: their comb is moved until they do, in scrap")),
        ),
        placing=cornered(boards, first_ends[0], second_end, proud=PROUD),
        lines=_lines(laid, play),
        # On the face of the tails; the second board comes out of the first towards its inside, which is drawn above.
        seen_along=(0.0, 0.0, 1.0 if first_ends[0] == "right" else -1.0),
        around=boards.first.width.mm,
        stood=Stood(first=first_ends[0], second=second_end),
        expected=forecast(
            width=room,
            mate=0.0,
            causes=(
                Spread(of="bit", mm=2 * boards.rules.spread_bit),
                Spread(of="spacer", mm=2 * laid.lean * boards.rules.spread_spacer),
            ),
        ),
        mended=write(
            "Too tight: move the pins' comb away from you, by {x:fine} for every {t:fine} that it binds; too loose: towards you",
            x=_A_TENTH / (2 * laid.lean),
            t=_A_TENTH,
        ),
        by_hand=(write("Glue it up, and plane tails and pins flush: they stand {p:fine} proud", p=PROUD),),
    )


def _lines(laid: ThroughOnBoard, play: float) -> tuple[Line, ...]:
    """Where the fit is measured, on the board with pins as it stands: beside a pin near the middle, before its inside, and below
    the tail beside it."""
    number = len(laid.middles) // 2
    pin, tail = laid.middles[number], (laid.middles[number - 1] + laid.middles[number]) / 2
    middle, half = laid.thick / 2, laid.long - laid.depth / 2
    x, y = laid.on_board((pin, middle))
    inside = laid.on_board((pin, laid.thick))
    return (
        Line(name=write("across a pin"), at=(x, y, half), way=(1.0, 0.0, 0.0), reach=laid.combs.pitch / 2, wanted=max(play, 0.0)),
        Line(name=write("before a pin"), at=(*inside, half), way=(0.0, 1.0, 0.0), reach=middle, wanted=0.0),
        Line(
            name=write("below a tail"),
            at=(*laid.on_board((tail, middle)), laid.long - laid.depth),
            way=(0.0, 0.0, 1.0),
            reach=laid.depth / 2,
            wanted=0.0,
        ),
    )
