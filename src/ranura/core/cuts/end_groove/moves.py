"""What a plan for a groove in a side does, as moves: past the bit along the fence, from one face or from both (R21)."""

from __future__ import annotations

from dataclasses import replace

from ranura.core.board.stood import stood
from ranura.core.cuts.end_groove.setting import GrooveSetting
from ranura.core.cutting.stepping import Pass
from ranura.core.geometry.rings import Ring
from ranura.core.proof.bodies import work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import Body, Change, Fresh, GuidePlace, Program, shown_face
from ranura.core.proof.recorder import CLEAR, Recorder
from ranura.core.proof.tall_fence import blocks_behind, fence_beside


def groove_program(setting: GrooveSetting) -> Program:
    """The moves of a groove, the board standing. Empty of moves where a stop leaves no passes."""
    asked, stepping = setting.groove, setting.stepping
    along, low = asked.along, asked.high - setting.fence_high
    work = work_of(stood(setting.piece, asked.cut.on), ())
    if stepping is None:
        fence = fence_beside(along, "fence-1", first=True, low=low, high=asked.high, begun=0, after=None)
        return Program(bodies=(work, fence, *blocks_behind(along, None)), settings=(), moves=())
    recorder, begun = Recorder(), list[int]()
    for number, each in enumerate(stepping.passes):
        begun.append(len(recorder.moves))
        recorder.setting = number
        recorder.set(*_changes(setting, number, each))
        _run(recorder, setting, each, first=_first(setting, number))
    machine = machine_of(
        setting, frame=shown_face(asked.high), guides=(), hold="sled" if along.pushed else "fence", part=along.part
    )
    fences: list[Body] = [
        fence_beside(along, _name(number), first=_first(setting, number), low=low, high=asked.high, begun=at, after=after)
        for number, (at, after) in enumerate(zip(begun, [*begun[1:], None], strict=True))
    ]
    return Program(
        bodies=(work, *fences, *_blocks(setting, begun)),
        settings=tuple(
            replace(machine, guides=(GuidePlace(kind="fence", body=_name(i), r=None, z0=None, z1=None, at=None, spacer=0.0),))
            for i in range(len(stepping.passes))
        ),
        moves=tuple(recorder.moves),
    )


def _name(number: int) -> str:
    return f"fence-{number + 1}"


def _first(setting: GrooveSetting, number: int) -> bool:
    """Whether a run is made with the first face on the fence."""
    return not setting.turned or number % 2 == 0


def _blocks(setting: GrooveSetting, begun: list[int]) -> tuple[Body, ...]:
    """The block behind the board, in every run on its own side."""
    if not setting.turned:
        return tuple(blocks_behind(setting.groove.along, None))
    both = tuple(blocks_behind(setting.groove.along, 0))
    found: list[Body] = []
    for number, (at, after) in enumerate(zip(begun, [*begun[1:], None], strict=True)):
        found += [
            replace(each, id=f"backer-{number + 1}", from_move=at, to_move=after) for each in both[number % 2 : number % 2 + 1]
        ]
    return tuple(found)


def _run(recorder: Recorder, setting: GrooveSetting, each: Pass, *, first: bool) -> None:
    """Past the bit, all the way."""
    asked, out = setting.groove, setting.bit.diameter / 2 + CLEAR
    y = setting.axis if first else asked.thick - setting.axis
    ways: list[Ring] = [((-out, y), (0.0, y)), ((0.0, y), (asked.run, y)), ((asked.run, y), (asked.run + out, y))]
    if not first:
        ways = [tuple(reversed(way)) for way in reversed(ways)]
    # In the second run at a height the groove of the first lies on the bit's other side.
    fresh: Fresh = "both" if first else "left"
    into, through, away = ways
    recorder.start(into[0], each.to_depth)
    recorder.enter(into, each.to_depth, fresh, each.feed_m_min)
    recorder.cut(through, each.to_depth, fresh, each.feed_m_min)
    recorder.leave(away, each.to_depth, fresh, each.feed_m_min)
    recorder.stop(away[-1], each.to_depth)


def _changes(setting: GrooveSetting, number: int, each: Pass) -> list[Change]:
    turned = [Change(what="board", to="turned end for end, its other face on the fence")] if setting.turned and number else []
    depth = Change(what="depth", to=each.to_depth)
    if number:
        return [*turned, *([depth] if _first(setting, number) else [])]
    return [
        Change(what="bit", to=setting.bit.id),
        Change(what="speed", to=setting.turning_rpm),
        Change(what="held", to="sled" if setting.groove.along.pushed else "table"),
        Change(what="guide", to="table-fence"),
        depth,
    ]
