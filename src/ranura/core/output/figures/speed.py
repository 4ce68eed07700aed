"""The figures of speed (R2): target, dial position, rim speed."""

from __future__ import annotations

from ranura.core.choosing.setting import ToolSetting
from ranura.core.cutting import speed as spindle
from ranura.core.shop.house_rules import school_name
from ranura.core.text.figures import Figure, School, because, given, plain, show
from ranura.core.text.writing import grouped, write

_SPEED_SET_BY = {
    "rule": "the school {school} asks for it",
    "bit": "the bit's marked maximum of {cap:rpm} rpm wins",
    "rim": "the ceiling of 60 m/s at the rim wins",
    "router": "the router turns no faster than {cap:rpm} rpm",
}
_EASED = "; eased to {eased:pct} of that"
_SLOWED = "; slowed from {asked:rpm} so that its chip is not too thin and it does not burn"
_SPEED_FORMULA = {
    "rim-speed": "n = 60 000 · v / (π · D)",
    "bands-inch": "n from the inch chart at D",
    "bands-metric": "n from the metric chart at D",
    "share": "n = share at D · n_max",
}


def speed_figures(setting: ToolSetting) -> list[Figure]:
    """Target, dial position if there is a dial table, rim speed."""
    return [_rpm(setting), *_dial(setting), _rim(setting)]


def _rpm(setting: ToolSetting) -> Figure:
    speed, bit, router, rules = setting.speed, setting.bit, setting.router, setting.rules
    asked = spindle.rule_rpm(
        rules.speed_rule, diameter=bit.diameter, router_max_rpm=router.max_rpm, rim_limit_m_s=rules.rim_speed_limit_m_s
    )
    worked = write("{n:rpm} rpm from the chart or share, then the caps: {rpm:rpm} rpm", n=asked, rpm=speed.rpm)
    if rules.speed_rule == "rim-speed":
        worked = write(
            "60 000 · {v:n} m/s / (π · {d:mm}) = {n:rpm}, then the caps: {rpm:rpm} rpm",
            v=rules.rim_speed_limit_m_s,
            d=bit.diameter,
            n=asked,
            rpm=speed.rpm,
        )
    eased, slowed = _EASED if rules.speed_share < 1 else "", _SLOWED if speed.slowed_from is not None else ""
    inputs = [given("D", "bit diameter", bit.diameter, "mm"), given("n_max", "router's maximum", router.max_rpm, "rpm")]
    if bit.marked_max_rpm is not None:
        inputs.append(given("n_bit", "marked on the bit", bit.marked_max_rpm, "rpm"))
    return Figure(
        key="speed.rpm",
        label="Spindle speed",
        value=speed.rpm,
        unit="rpm",
        shown=show(speed.rpm, "rpm"),
        rule="R2",
        school=rules.speed_rule,
        formula=f"{_SPEED_FORMULA[rules.speed_rule]}; n ≤ marked, ≤ 60 m/s at the rim, ≤ n_max; down to 100",
        worked=worked,
        because=because(
            f"Set so because {_SPEED_SET_BY[speed.limited_by]}{eased}{slowed}",
            school=school_name(rules.speed_rule),
            cap=speed.cap_rpm,
            eased=rules.speed_share,
            asked=speed.slowed_from or speed.rpm,
        ),
        inputs=tuple(inputs),
        others=tuple(School(rule=school, shown=show(rpm, "rpm")) for school, rpm in speed.others.items()),
    )


def _dial(setting: ToolSetting) -> list[Figure]:
    speed, router = setting.speed, setting.router
    if speed.dial_shown is None or speed.shown_rpm is None:
        return []
    position = dial_text(speed.dial_shown)
    steps = " · ".join(f"{dial_text(each.setting)}: {grouped(each.rpm)}" for each in router.dial)
    stepped = "the highest step not above the target" if router.stepped else "read between the measured positions"
    return [
        Figure(
            key="speed.dial",
            label="Dial position",
            value=speed.shown_rpm,
            unit="dial",
            shown=plain(position),
            rule="R2.9",
            formula="s = s0 + (s1 − s0) · (n − n0) / (n1 − n0); down to a tenth; a stepped dial: the step below",
            worked=write("{name} gives {steps}", name=router.name, steps=steps),
            because=because(
                "{rpm:rpm} rpm lies at {position}: {how}, which gives {dial:rpm} rpm",
                rpm=speed.rpm,
                position=position,
                how=stepped,
                dial=speed.shown_rpm,
            ),
            inputs=(given("n", "target", speed.rpm, "rpm"),),
        )
    ]


def dial_text(setting: float | str) -> str:
    """A dial's position as it stands on the dial, to a tenth of a step."""
    return setting if isinstance(setting, str) else f"{setting:.1f}".removesuffix(".0")


def _rim(setting: ToolSetting) -> Figure:
    bit, rpm = setting.bit, setting.turning_rpm
    value = spindle.rim_speed(diameter=bit.diameter, rpm=rpm)
    return Figure(
        key="speed.rim",
        label="Rim speed",
        value=value,
        unit="m/s",
        shown=show(value, "m/s"),
        rule="R2",
        formula="v = π · D · n / 60 000",
        worked=write("π · {d:mm} · {n:rpm} / 60 000 = {v:n1} m/s", d=bit.diameter, n=rpm, v=value),
        because=because("This shop holds rims to {limit:n} m/s", limit=setting.rules.rim_speed_limit_m_s),
        inputs=(given("D", "bit diameter", bit.diameter, "mm"), given("n", "speed at the dial", rpm, "rpm")),
    )
