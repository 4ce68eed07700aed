"""Tools by chance, for properties: any bit that can be, any router, any drawer."""

from __future__ import annotations

from hypothesis import assume
from hypothesis import strategies as st

from ranura.core.shop.tooling.bits import NOMINAL_SHANKS, Bit
from ranura.core.shop.tooling.profiles import KINDS, PROFILES
from ranura.core.shop.tooling.routers import Base, DialPosition, GuidedSide, Router
from ranura.core.text.errors import BitError

_sizes = {
    "diameter": st.integers(30, 800).map(lambda n: n / 10),
    "radius": st.integers(10, 190).map(lambda n: n / 10),
    "width": st.integers(10, 200).map(lambda n: n / 10),
    "angle": st.integers(5, 120).map(float),
    "cutting_length": st.integers(30, 500).map(lambda n: n / 10),
    "bearing": st.sampled_from([9.525, 12.7, 15.9, 19.0]),
    "head": st.integers(20, 100).map(lambda n: n / 10),
    "neck": st.integers(20, 90).map(lambda n: n / 10),
    "up_cut_tip": st.integers(10, 80).map(lambda n: n / 10),
}
names = st.text("abc =+-@'\",;×°½é\t 12.7/", min_size=1, max_size=20).map(str.strip).filter(bool)


@st.composite
def bits(draw, *, id: str = "any", profiles=PROFILES) -> Bit:
    """Any bit that can be; sizes that its profile does not print are left out."""
    profile = draw(st.sampled_from(profiles))
    kind = KINDS[profile]
    given = [size for size in kind.sizes if size not in kind.optional or draw(st.booleans())]
    sizes = {size: draw(_sizes[size]) for size in given}
    try:
        bare = Bit(id=id, name="bare", profile=profile, shank=draw(st.sampled_from(list(NOMINAL_SHANKS))), **sizes)
        return Bit(
            id=id,
            name=draw(names),
            profile=profile,
            shank=bare.shank,
            **sizes,
            flutes=draw(st.integers(1, 4)),
            body=draw(st.sampled_from(["tipped", "solid-carbide", "steel"])),
            state=draw(st.sampled_from(["sharp", "worn", "dull"])),
            plunges=draw(st.sampled_from([None, True, False])),
            overall_length=draw(st.none() | st.integers(1, 60).map(lambda n: round(bare.head_length + n, 3))),
            marked_max_rpm=draw(st.none() | st.integers(8, 30).map(lambda n: n * 1000.0)),
            price=draw(st.none() | st.integers(1, 90).map(float)),
            metres_cut=draw(st.integers(0, 900).map(float)),
        )
    except BitError:
        assume(False)
        raise


@st.composite
def routers(draw, *, id: str = "any") -> Router:
    """Any router with one or two bases."""
    stepped = draw(st.booleans())
    count = draw(st.integers(0, 7))
    speeds = sorted(draw(st.lists(st.integers(80, 250), min_size=count, max_size=count, unique=True)))
    dial = tuple(
        DialPosition(
            setting="ABCDEFG"[place] if stepped else float(place + 1),
            rpm=speed * 100.0,
            measured=draw(st.booleans()),
            manual_rpm=draw(st.none() | st.integers(80, 250).map(lambda n: n * 100.0)),
        )
        for place, speed in enumerate(speeds)
    )
    made = []
    for _ in range(draw(st.integers(1, 2))):
        side = draw(st.integers(20, 90).map(float))
        kind = draw(st.sampled_from(["fixed", "plunge"]))
        made.append(
            Base(
                kind=kind,
                round=draw(st.booleans()),
                across=side * 2,
                sides=(GuidedSide(name="flat", distance=side, measured=draw(st.booleans())),),
                opening=draw(st.none() | st.integers(20, 80).map(float)),
                collet_height=draw(st.none() | st.integers(4, 20).map(float)),
                plunge_travel=40.0 if kind == "plunge" else None,
                turret=(6.0, 12.0) if kind == "plunge" else (),
            )
        )
    collets = draw(st.lists(st.sampled_from(list(NOMINAL_SHANKS)), min_size=1, max_size=4, unique=True))
    return Router(
        id=id,
        name=draw(names),
        router_class=draw(st.sampled_from(["trim", "mid-size", "large"])),
        rated_input_w=draw(st.integers(400, 2400).map(float)),
        min_rpm=8_000,
        max_rpm=25_000,
        dial=dial,
        stepped=stepped,
        collets=tuple(collets),
        bases=tuple(made),
        soft_start=draw(st.booleans()),
        speed_hold=draw(st.booleans()),
        collet_bore=draw(st.none() | st.integers(15, 40).map(float)),
    )
