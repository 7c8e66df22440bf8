"""The gauge strip: seven figures, each with the Brief's band, its state and what it says."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wenlo.core.analysis.figures import DARKEST_SHOWN, Evaluated
from wenlo.core.analysis.how_sure import Doubt, HowSure, together
from wenlo.core.brief.brief import Brief, Wanted
from wenlo.core.facts import ArgKind, Fact, Phrases, Value, told_stops, yes
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.photometry.exposure import format_aperture, third_stop_iso
from wenlo.core.photometry.stops import format_stops
from wenlo.core.units.length import rounded

GaugeKey = Literal["shadow_edge", "contrast", "background", "evenness", "spill", "loss", "exposure"]
GAUGE_KEYS: tuple[GaugeKey, ...] = ("shadow_edge", "contrast", "background", "evenness", "spill", "loss", "exposure")

GaugeState = Literal["within", "below", "above", "unknown"]

EDGE_BAND = (0.9, 1.6)
"""A shadow edge from a tenth under to 60 % over the wanted one looks as asked for. [-]"""
STOP_BAND = 0.5
"""Contrast and background may be half a stop off either way. [stop]"""


OF_EXPOSURES: dict[str, ArgKind] = {
    "beside": "label",
    "time": "label",
    "timed": "choice",
    "reading": "rough",
    "flash": "choice",
    "now": "choice",
    "off": "in_stops",
    "spread": "choice",
}
"""What is said of an exposure, whatever dial is to be set."""

TOLD: dict[str, ArgKind] = {"low": "tenth", "high": "tenth", "spread": "choice"}
"""Between what a figure of a real set lies, and whether that is worth telling."""

SAYS = Phrases(
    "gauge",
    {
        "shadow-edge": {
            "edge": "length",
            "away": "length",
            "word": "choice",
            "strip": "length",
            "wide": "length",
            "low": "length",
            "high": "length",
            "spread": "choice",
        },
        "shadow-edge-none": {"away": "length"},
        "contrast": {"stops": "deep_stops", "room": "share", **TOLD},
        "contrast-unknown": {},
        "background": {"stops": "by_stops", "off": "in_stops", "way": "choice", **TOLD},
        "background-unknown": {},
        "evenness": {"falls": "deep_stops", "corner": "deep_stops", "peak": "tenth", **TOLD},
        "evenness-none": {},
        "spill": {"missed": "share", "low": "share", "high": "share", "spread": "choice"},
        "spill-none": {},
        "loss": {"stops": "in_stops", "at_sheet": "in_stops", **TOLD},
        "loss-dark": {},
        "exposure": {"set": "label", "low": "label", "high": "label", **OF_EXPOSURES},
        "exposure-power": {"set": "power", "low": "power", "high": "power", **OF_EXPOSURES},
        "exposure-none": {},
    },
    room="light",
)


@dataclass(frozen=True, kw_only=True)
class Gauge:
    """One gauge.

    ``value`` is SI or stops, None when it cannot be known; ``low`` and ``high`` bound the wanted band,
    None where it is open; ``spread`` is between what it lies in a real set, 95 times in a hundred, and ``doubts`` are
    the causes of that; ``scale`` is the range that the gauge shows; ``says`` what it is called, its value, spread and
    what it means.
    """

    key: GaugeKey
    unit: Literal["m", "stop", "share", "iso", "aperture", "power"]
    value: float | None
    low: float | None
    high: float | None
    spread: tuple[float, float] | None
    scale: tuple[float, float]
    says: Fact
    doubts: tuple[Doubt, ...] = ()

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


def gauges(brief: Brief, design: ModifierParameters, result: Evaluated, *, all_bands: bool = True) -> tuple[Gauge, ...]:
    """All gauges of a design, in the order of the strip.

    Parameters
    ----------
    brief, design: what was evaluated.
    result: the figures.
    all_bands: whether to tell of each figure how sure it is, not of loss and exposure alone.
    """
    wanted, light, room = brief.wanted, result.light, result.with_room
    sure = HowSure(brief, design, result)
    contrast = _finite(result.contrast) if room else None
    background = _finite(result.background) if room else None
    edge = light.shadow_edge if math.isfinite(light.shadow_edge) else None
    even = _finite(light.sheet.centre_to_edge)
    missed = light.missed if math.isfinite(light.missed) else None
    away = wanted.occluder_distance
    of_edge = sure.edge() if edge is not None and all_bands else ()
    edges = _times(edge, of_edge)
    of_contrast = sure.ratio("lit", "fill") if contrast is not None and all_bands else ()
    of_background = sure.ratio("backdrop", "key") if background is not None and all_bands else ()
    of_evenness = sure.evenness() if even is not None and all_bands else ()
    of_spill = sure.spill() if missed is not None and all_bands else ()
    return (
        Gauge(
            key="shadow_edge",
            unit="m",
            value=edge,
            low=wanted.shadow_edge * EDGE_BAND[0],
            high=wanted.shadow_edge * EDGE_BAND[1],
            spread=edges,
            doubts=of_edge,
            scale=(0.0, wanted.shadow_edge * 2.5),
            says=SAYS("shadow-edge-none", away=away)
            if edge is None
            else SAYS(
                "shadow-edge",
                edge=edge,
                away=away,
                word=edge_word(edge),
                strip=light.across.edge_equivalent,
                wide=design.source_size[0],
                low=0.0 if edges is None else edges[0],
                high=0.0 if edges is None else edges[1],
                spread=yes(edges is not None and round(edges[0] / 1e-3) != round(edges[1] / 1e-3)),
            ),
        ),
        Gauge(
            key="contrast",
            unit="stop",
            value=contrast,
            low=wanted.contrast - STOP_BAND,
            high=wanted.contrast + STOP_BAND,
            spread=_by(contrast, of_contrast),
            doubts=of_contrast,
            scale=(0.0, max(5.0, wanted.contrast + 2)),
            says=SAYS("contrast-unknown")
            if contrast is None
            else SAYS("contrast", stops=contrast, room=result.levels.room_share, **_told(contrast, of_contrast)),
        ),
        Gauge(
            key="background",
            unit="stop",
            value=background,
            low=wanted.background - STOP_BAND,
            high=wanted.background + STOP_BAND,
            spread=_by(background, of_background),
            doubts=of_background,
            scale=(min(-5.0, wanted.background - 2), 1.0),
            says=SAYS("background-unknown")
            if background is None
            else SAYS(
                "background",
                stops=background,
                off=abs(background),
                way="less" if background < 0 else "more",
                **_told(background, of_background),
            ),
        ),
        Gauge(
            key="evenness",
            unit="stop",
            value=even,
            low=None,
            high=wanted.evenness,
            spread=_by(even, of_evenness),
            doubts=of_evenness,
            scale=(0.0, max(4.0, wanted.evenness * 2)),
            says=SAYS("evenness-none")
            if even is None
            else SAYS(
                "evenness",
                falls=even,
                corner=_finite(light.sheet.worst_corner) or 0.0,
                peak=light.sheet.peak_to_mean if math.isfinite(light.sheet.peak_to_mean) else 1.0,
                **_told(even, of_evenness),
            ),
        ),
        Gauge(
            key="spill",
            unit="share",
            value=missed,
            low=None,
            high=wanted.spill,
            spread=_by(missed, of_spill),
            doubts=of_spill,
            scale=(0.0, max(0.6, wanted.spill * 1.5)),
            says=SAYS("spill-none")
            if missed is None
            else SAYS("spill", missed=missed, **_told(missed, of_spill, step=0.01)),
        ),
        _loss_gauge(brief, result, sure),
        _exposure_gauge(brief, result, sure),
    )


def _loss_gauge(brief: Brief, result: Evaluated, sure: HowSure) -> Gauge:
    light, band = result.light, result.loss_band
    finite = all(map(math.isfinite, (light.loss, light.loss_at_sheet, *band)))
    doubts = sure.loss() if finite else ()
    low, high = _by(light.loss, doubts) or (light.loss, light.loss)
    return Gauge(
        key="loss",
        unit="stop",
        value=_finite(light.loss),
        low=None,
        high=brief.wanted.loss,
        spread=(low, high) if finite else None,
        doubts=doubts,
        scale=(0.0, max(5.0, brief.wanted.loss * 1.5)),
        says=SAYS(
            "loss",
            stops=light.loss,
            at_sheet=light.loss_at_sheet,
            low=low,
            high=high,
            spread=yes(rounded(low, 1) != rounded(high, 1)),
        )
        if finite
        else SAYS("loss-dark"),
    )


def _exposure_gauge(brief: Brief, result: Evaluated, sure: HowSure) -> Gauge:
    wanted: Wanted = brief.wanted
    lamp, setting = brief.lamp.type, result.setting
    iso, aperture = f"ISO {brief.camera.iso:.0f}", format_aperture(brief.camera.aperture)
    off = setting.off_by
    more: dict[str, Value] = {
        "time": shutter_text(brief.camera.shutter),
        "timed": yes(lamp.kind != "flash"),
        "reading": result.levels.exposure * brief.lamp.power,
        "flash": yes(lamp.kind == "flash"),
        "now": "right" if abs(off) < 1 / 6 else "over" if off > 0 else "under",
        "off": told_stops(abs(off)),
    }
    dark = not all(map(math.isfinite, (result.light.loss, *result.loss_band)))
    doubts = () if dark else sure.ratio("exposure")
    less, more_light = together(doubts) if doubts else (0.0, 0.0)
    # more light asks for less
    low_loss, high_loss = -more_light, less
    if wanted.solve_for == "iso":
        lit = math.isfinite(setting.iso)
        ends = (setting.iso * 2**low_loss, setting.iso * 2**high_loss)
        low, high = (f"{third_stop_iso(end):.0f}" if lit else "" for end in ends)
        return Gauge(
            key="exposure",
            unit="iso",
            value=setting.iso if lit else None,
            low=None,
            high=wanted.iso_highest,
            spread=ends if lit else None,
            doubts=doubts,
            scale=(25.0, max(wanted.iso_highest * 2, 400.0)),
            says=_exposure(f"ISO {third_stop_iso(setting.iso):.0f}", aperture, low, high, more)
            if lit
            else SAYS("exposure-none"),
        )
    if wanted.solve_for == "aperture":
        lit = setting.aperture > 0.0
        ends = (setting.aperture * 2 ** (-high_loss / 2), setting.aperture * 2 ** (-low_loss / 2))
        low, high = (format_aperture(end) for end in ends)
        return Gauge(
            key="exposure",
            unit="aperture",
            value=setting.aperture or None,
            low=wanted.aperture_widest,
            high=None,
            spread=ends,
            doubts=doubts,
            scale=(1.0, 16.0),
            says=_exposure(format_aperture(setting.aperture), iso, low, high, more) if lit else SAYS("exposure-none"),
        )
    power, lit = setting.power, math.isfinite(setting.power) and setting.power > 0.0
    ends = (power * 2**low_loss, power * 2**high_loss)
    return Gauge(
        key="exposure",
        unit="power",
        value=power if math.isfinite(power) else None,
        low=lamp.lowest_power,
        high=1.0,
        spread=ends if math.isfinite(ends[1]) else None,
        doubts=doubts,
        scale=(0.0, 2.0),
        says=SAYS(
            "exposure-power",
            set=power,
            beside=f"{aperture}, {iso}",
            low=ends[0],
            high=ends[1],
            spread=yes(ends[0] != ends[1]),
            **more,
        )
        if lit
        else SAYS("exposure-none"),
    )


def _exposure(dial: str, beside: str, low: str, high: str, more: dict[str, Value]) -> Fact:
    ends: dict[str, Value] = {"low": low, "high": high, "spread": yes(low != high)}
    return SAYS("exposure", set=dial, beside=beside, **ends, **more)


def shutter_text(seconds: float) -> str:
    """Shutter time as on a camera's dial.

    >>> shutter_text(0.01), shutter_text(2.0), shutter_text(2 ** (1 / 3))
    ('1/100 s', '2 s', '1.3 s')
    """
    return f"{seconds:.1f}".removesuffix(".0") + " s" if seconds >= 0.3 else f"1/{round(1 / seconds)} s"


def _by(value: float | None, doubts: Sequence[Doubt]) -> tuple[float, float] | None:
    # stops and shares are off by so much; what is darker than any camera shows is not told closer
    if value is None or not doubts or abs(value) >= DARKEST_SHOWN:
        return None
    less, more = together(doubts)
    return value - less, value + more


def _times(value: float | None, doubts: Sequence[Doubt]) -> tuple[float, float] | None:
    # what stops are counted of is off by that power of two
    if value is None or not doubts:
        return None
    less, more = together(doubts)
    return value * 2.0**-less, value * 2.0**more


def _told(value: float, doubts: Sequence[Doubt], step: float = 0.1) -> dict[str, Value]:
    # not where both ends read alike
    low, high = _by(value, doubts) or (value, value)
    return {"low": low, "high": high, "spread": yes(round(low / step) != round(high / step))}
