"""A sheet to stand things on: the least radius that leaves no crease, its stiffness from how it droops, its creases
under raking light.

Droop: a strip clamped level, hanging over by l, droops by w·l⁴/(8 B) as long as it droops little (beam theory), and by
Peirce's c = l·(cos(φ/2)/(8 tan φ))^⅓ with φ the slope of the chord (bending length, cantilever test of textiles),
B/w = c³. Relief: a dull slope α under light e above the sheet gets sin(e ± α), so that its sides differ by
log2(sin(e + α)/sin(e − α)).
"""

import math

from wenlo.core.calibration.bench.found import BenchFound, MeasuredFigure
from wenlo.core.catalog.bench_readings import GroundBench
from wenlo.core.errors import Impossible

SEEN = 0.05
"""A crease that differs by less is not seen. [stop]"""


def relief_stops(slope: float, light: float) -> float:
    """Stops between both sides of a crease whose sides slope so, under light so high above the sheet; infinite when one
    side gets none.

    Source: [Palmer2010].

    Parameters
    ----------
    slope, light: angles. [degree]

    Returns
    -------
    float: stops from the lit to the shaded side. [stop]
    """
    dark = math.sin(math.radians(light - slope))
    return math.inf if dark <= 0.0 else math.log2(math.sin(math.radians(min(light + slope, 90.0))) / dark)


def relief_slope(stops: float, light: float) -> float:
    """Slope of a crease's sides from the stops between them. [degree]

    tan α = tan e·(q − 1)/(q + 1) with q = 2^stops.

    Source: [Palmer2010].

    Parameters
    ----------
    stops: from the lit to the shaded side. [stop]
    light: height of the light above the sheet. [degree]

    Returns
    -------
    float: slope of both sides. [degree]
    """
    q = 2.0**stops
    return math.degrees(math.atan(math.tan(math.radians(light)) * (q - 1.0) / (q + 1.0)))


def bending_length(overhang: float, droop: float) -> float:
    """Peirce's bending length of a strip that hangs over an edge. [m]

    Source: [Peirce1930].

    Parameters
    ----------
    overhang: length that hangs over the edge. [m]
    droop: how far its end is below the edge. [m]

    Returns
    -------
    float: bending length. [m]
    """
    phi = math.asin(min(droop / overhang, 0.999))
    if phi <= 0.0:
        return math.inf
    return float(overhang * (math.cos(phi / 2.0) / (8.0 * math.tan(phi))) ** (1.0 / 3.0))


def measure_ground(bench: GroundBench) -> BenchFound:
    """A ground sheet from its bends, its droop and its creases.

    Source: [Peirce1930].

    Parameters
    ----------
    bench: bends, droop and creases as read.

    Returns
    -------
    BenchFound: least radius [m], stiffness and slope of creases. [degree]

    Raises
    ------
    Impossible
        When nothing was measured, or a wider bend creased where a tighter one did not.
    """
    figures: list[MeasuredFigure] = []
    words: list[str] = []
    values: dict[str, float] = {}
    if bench.bends:
        whole = [b.radius for b in bench.bends if not b.creased]
        creased = [b.radius for b in bench.bends if b.creased]
        if whole and creased and max(creased) >= min(whole):
            raise Impossible(
                "A wider bend left a crease where a tighter one did not: use a fresh piece for every bend."
            )
        if not whole:
            raise Impossible("Every bend left a crease: bend it round something wider.")
        least = min(whole)
        low = max(creased) if creased else 0.0
        figures.append(
            MeasuredFigure(
                key="least_radius", label="least bend radius", value=least, low=low, high=least, show="length"
            )
        )
        values["least_radius"] = least
        words.append(f"A sweep of {least * 1000:.0f} mm radius or more leaves no crease.")
    if bench.overhang is not None and bench.droop is not None:
        length = bending_length(bench.overhang, bench.droop)
        if math.isfinite(length):
            spread = 0.06
            figures.append(
                MeasuredFigure(
                    key="bending_length",
                    label="bending length",
                    value=length,
                    low=length * (1 - spread),
                    high=length * (1 + spread),
                    show="length",
                )
            )
            words.append(
                f"It carries itself over about {2.0 * length * 1000:.0f} mm before it hangs at 41°; further needs a"
                " board behind it."
            )
    if bench.relief is not None:
        slope = relief_slope(bench.relief, bench.raking)
        figures.append(
            MeasuredFigure(
                key="relief_slope",
                label="slope of its creases",
                value=slope,
                low=relief_slope(max(bench.relief - 0.1, 0.0), bench.raking),
                high=relief_slope(bench.relief + 0.1, bench.raking),
                show="degrees",
            )
        )
        values["relief_slope"] = slope
        at = [f"{e}°: {min(relief_stops(slope, float(e)), 9.9):.1f}" for e in (10, 20, 40, 60, 80)]
        hidden = next((e for e in range(5, 90) if relief_stops(slope, float(e)) < SEEN), None)
        words.append(f"Stops between the sides of a crease, by the light's height: {', '.join(at)}.")
        words.append(
            f"From {hidden}° on they are not seen."
            if hidden
            else "They are seen under every light; iron or change the sheet."
        )
    if not figures:
        raise Impossible("Bend it round something, hang it over an edge, or read a crease under raking light.")
    further = "" if bench.bends else "Bend a piece round tins of several widths, and note which leave a crease."
    return BenchFound(category="backdrop", figures=tuple(figures), words=tuple(words), next=further, values=values)
