"""The gauge strip: seven figures, each with the Brief's band, its state and a sentence."""

import math
from dataclasses import dataclass
from typing import Literal

from wenlo.core.analysis.figures import DARKEST_SHOWN, Evaluated
from wenlo.core.brief.brief import Brief, Wanted
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.photometry.exposure import format_aperture, format_power, third_stop_iso
from wenlo.core.photometry.stops import format_stops
from wenlo.core.units.length import UnitSystem, format_length

GaugeKey = Literal["shadow_edge", "contrast", "background", "evenness", "spill", "loss", "exposure"]
GAUGE_KEYS: tuple[GaugeKey, ...] = ("shadow_edge", "contrast", "background", "evenness", "spill", "loss", "exposure")

GaugeState = Literal["within", "below", "above", "unknown"]

EDGE_BAND = (0.9, 1.6)
"""A shadow edge from a tenth under to 60 % over the wanted one looks as asked for. [-]"""
STOP_BAND = 0.5
"""Contrast and background may be half a stop off either way. [stop]"""


@dataclass(frozen=True, kw_only=True)
class Gauge:
    """One gauge.

    ``value`` is SI or stops, None when it cannot be known; ``low`` and ``high`` bound the wanted band,
    None where it is open; ``spread`` is what the usual spread of the material makes of it; ``scale`` is
    the range that the gauge shows.
    """

    key: GaugeKey
    label: str
    unit: Literal["m", "stop", "share", "iso", "aperture", "power"]
    value: float | None
    low: float | None
    high: float | None
    spread: tuple[float, float] | None
    scale: tuple[float, float]
    text: str
    sentence: str
    spread_text: str = ""

    @property
    def state(self) -> GaugeState:
        """Where the value lies against the band."""
        if self.value is None or not math.isfinite(self.value):
            return "unknown"
        # what rounds to the limit in the display must not read as outside it
        slack = 1e-9 + 1e-3 * abs(self.value)
        if self.low is not None and self.value < self.low - slack:
            return "below"
        if self.high is not None and self.value > self.high + slack:
            return "above"
        return "within"


def _spread(low: str, high: str) -> str:
    # nothing to tell where both ends read the same
    return "" if low == high else f"{low}–{high}"


def edge_word(edge: float) -> str:
    """What people call a 10–90 % shadow edge of this width [m] behind a nose or chin.

    >>> edge_word(0.001), edge_word(0.03)
    ('crisp', 'soft')
    """
    for limit, word in ((0.002, "crisp"), (0.006, "firm"), (0.015, "gentle"), (0.035, "soft")):
        if edge < limit:
            return word
    return "wrapped"


def _finite(value: float) -> float | None:
    if math.isnan(value):
        return None
    return max(-DARKEST_SHOWN, min(DARKEST_SHOWN, value))


def deep_stops(value: float) -> str:
    """Stops with their unit, or that they are more than any camera shows."""
    return f"over {DARKEST_SHOWN:.0f} stops" if value >= DARKEST_SHOWN else format_stops(value)


def gauges(
    brief: Brief, design: ModifierParameters, result: Evaluated, *, units: UnitSystem = "metric"
) -> tuple[Gauge, ...]:
    """All gauges of a design, in the order of the strip.

    Parameters
    ----------
    brief, design: what was evaluated.
    result: the figures.
    units: how lengths are written in the sentences.
    """
    wanted = brief.wanted

    def length(value: float) -> str:
        return format_length(value, system=units)

    light = result.light
    room = result.with_room
    contrast = _finite(result.contrast) if room else None
    background = _finite(result.background)
    if not room:
        background = None
    edge = light.shadow_edge if math.isfinite(light.shadow_edge) else None
    even = _finite(light.sheet.centre_to_edge)
    return (
        Gauge(
            key="shadow_edge",
            label="Shadow edge",
            unit="m",
            value=edge,
            low=wanted.shadow_edge * EDGE_BAND[0],
            high=wanted.shadow_edge * EDGE_BAND[1],
            spread=None,
            scale=(0.0, wanted.shadow_edge * 2.5),
            text="–" if edge is None else length(edge),
            sentence=(
                f"The edge that throws the shadow would stand {length(wanted.occluder_distance)} from the face, at or"
                " behind the sheet; give a smaller distance in the Brief."
                if edge is None
                else (
                    f"An edge {length(wanted.occluder_distance)} away throws a shadow edge {length(edge)} "
                    f"wide ({edge_word(edge)}); the light works like an even strip "
                    f"{length(light.across.edge_equivalent)} wide, though it is {length(design.source_size[0])}."
                )
            ),
        ),
        Gauge(
            key="contrast",
            label="Contrast",
            unit="stop",
            value=contrast,
            low=wanted.contrast - STOP_BAND,
            high=wanted.contrast + STOP_BAND,
            spread=None,
            scale=(0.0, max(5.0, wanted.contrast + 2)),
            text="–" if contrast is None else format_stops(contrast),
            sentence=(
                "The set does not fit the room, so what the walls return is not known."
                if contrast is None
                else (
                    f"The lit side is {deep_stops(contrast)} over the far side, with everything in the set counted;"
                    f" {result.levels.room_share * 100:.0f} % of the light at the face comes back from walls, floor and"
                    " ceiling."
                )
            ),
        ),
        Gauge(
            key="background",
            label="Background",
            unit="stop",
            value=background,
            low=wanted.background - STOP_BAND,
            high=wanted.background + STOP_BAND,
            spread=None,
            scale=(min(-5.0, wanted.background - 2), 1.0),
            text="–" if background is None else format_stops(background, signed=True),
            sentence=(
                "The set does not fit the room, so the light on the backdrop is not known."
                if background is None
                else (
                    f"The backdrop gets {format_stops(abs(background))} {'less' if background < 0 else 'more'} light"
                    " than the face."
                )
            ),
        ),
        Gauge(
            key="evenness",
            label="Evenness",
            unit="stop",
            value=even,
            low=None,
            high=wanted.evenness,
            spread=None,
            scale=(0.0, max(4.0, wanted.evenness * 2)),
            text="–" if even is None else deep_stops(even),
            sentence=(
                "No sheet shines toward the face, so there is nothing to be even."
                if even is None
                else (
                    f"From the middle of the sheet to its edge the glow falls {deep_stops(even)}, to the worst corner"
                    f" {deep_stops(light.sheet.worst_corner)}; the brightest patch is {light.sheet.peak_to_mean:.1f}"
                    " times the mean."
                )
            ),
        ),
        Gauge(
            key="spill",
            label="Spill",
            unit="share",
            value=light.missed if math.isfinite(light.missed) else None,
            low=None,
            high=wanted.spill,
            spread=None,
            scale=(0.0, max(0.6, wanted.spill * 1.5)),
            text=f"{light.missed * 100:.0f} %" if math.isfinite(light.missed) else "–",
            sentence=(
                f"{light.missed * 100:.0f} % of the lamp's light misses the sheet and goes past it into the room."
                if math.isfinite(light.missed)
                else "By day there is no lamp whose light could miss it."
            ),
        ),
        Gauge(
            key="loss",
            label="Loss",
            unit="stop",
            value=_finite(light.loss),
            low=None,
            high=wanted.loss,
            spread=result.loss_band if all(map(math.isfinite, result.loss_band)) else None,
            scale=(0.0, max(5.0, wanted.loss * 1.5)),
            text=format_stops(light.loss),
            spread_text=(
                _spread(f"{result.loss_band[0]:.1f}", f"{result.loss_band[1]:.1f}")
                if math.isfinite(result.loss_band[1])
                else ""
            ),
            sentence=(
                f"The sheet costs {format_stops(light.loss)} against the bare lamp from where it hangs,"
                f" {format_stops(light.loss_at_sheet)} against the bare lamp at the sheet's place. Real sheets of this"
                f" kind run from {format_stops(result.loss_band[0])} to {format_stops(result.loss_band[1])}."
            ),
        ),
        _exposure_gauge(brief, result),
    )


def _exposure_gauge(brief: Brief, result: Evaluated) -> Gauge:
    wanted: Wanted = brief.wanted
    lamp, setting = brief.lamp.type, result.setting
    flash = lamp.kind == "flash"
    fixed_time = "" if flash else f", {shutter_text(brief.camera.shutter)}"
    amount = result.levels.exposure * brief.lamp.power
    reading = f"The meter at the face reads {amount:.3g} {'lx·s' if flash else 'lx'}"
    off = setting.off_by
    now = (
        "the present setting is right"
        if abs(off) < 1 / 6
        else f"the present setting is {format_stops(abs(off))} {'over' if off > 0 else 'under'}"
    )
    dark = not all(map(math.isfinite, (result.light.loss, *result.loss_band)))
    low_loss, high_loss = (0.0, 0.0) if dark else (band - result.light.loss for band in result.loss_band)
    if wanted.solve_for == "iso":
        ends = (setting.iso * 2**low_loss, setting.iso * 2**high_loss)
        text = f"ISO {third_stop_iso(setting.iso):.0f}" if math.isfinite(setting.iso) else "no light"
        return Gauge(
            key="exposure",
            label="Exposure",
            unit="iso",
            value=setting.iso if math.isfinite(setting.iso) else None,
            low=None,
            high=wanted.iso_highest,
            spread=ends if math.isfinite(ends[1]) else None,
            scale=(25.0, max(wanted.iso_highest * 2, 400.0)),
            text=text,
            spread_text=(
                _spread(f"{third_stop_iso(ends[0]):.0f}", f"{third_stop_iso(ends[1]):.0f}")
                if math.isfinite(ends[1])
                else ""
            ),
            sentence=f"{reading}: set {text} at {format_aperture(brief.camera.aperture)}{fixed_time}; {now}.",
        )
    if wanted.solve_for == "aperture":
        text = format_aperture(setting.aperture)
        ends = (setting.aperture * 2 ** (-high_loss / 2), setting.aperture * 2 ** (-low_loss / 2))
        return Gauge(
            key="exposure",
            label="Exposure",
            unit="aperture",
            value=setting.aperture or None,
            low=wanted.aperture_widest,
            high=None,
            spread=ends,
            scale=(1.0, 16.0),
            text=text,
            spread_text=(
                f"{format_aperture(ends[0])}–{format_aperture(ends[1]).removeprefix('f/')}" if ends[0] > 0 else ""
            ),
            sentence=f"{reading}: set {text} at ISO {brief.camera.iso:.0f}{fixed_time}; {now}.",
        )
    power = setting.power
    ends = (power * 2**low_loss, power * 2**high_loss)
    text = format_power(power) if math.isfinite(power) else "no light"
    return Gauge(
        key="exposure",
        label="Exposure",
        unit="power",
        value=power if math.isfinite(power) else None,
        low=lamp.lowest_power,
        high=1.0,
        spread=ends if math.isfinite(ends[1]) else None,
        scale=(0.0, 2.0),
        text=text,
        spread_text=f"{format_power(ends[0])} to {format_power(ends[1])}" if math.isfinite(ends[1]) else "",
        sentence=(
            f"{reading} at the present power: set the lamp to {text} for {format_aperture(brief.camera.aperture)}, "
            f"ISO {brief.camera.iso:.0f}{fixed_time}; {now}."
        ),
    )


def shutter_text(seconds: float) -> str:
    """Shutter time as on a camera's dial.

    >>> shutter_text(0.01), shutter_text(2.0), shutter_text(2 ** (1 / 3))
    ('1/100 s', '2 s', '1.3 s')
    """
    return f"{seconds:.1f}".removesuffix(".0") + " s" if seconds >= 0.3 else f"1/{round(1 / seconds)} s"
