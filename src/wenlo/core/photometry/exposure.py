"""Exposure from incident light: N²/t = E·S/C (ISO 2720), and for flash N² = H·S/C."""

import math
from typing import Literal

from wenlo.core.photometry.stops import THIRD, nearest_third

Receptor = Literal["flat", "dome"]

CALIBRATION: dict[Receptor, float] = {"flat": 250.0, "dome": 340.0}
"""Incident-light calibration constant C of each receptor, lx·s (ISO 2720); never crossed."""


def illuminance_for(*, aperture: float, shutter: float, iso: float, receptor: Receptor) -> float:
    """Illuminance that the given camera setting is right for: E = C·N²/(S·t). [lx]

    Source: [ISO2720].

    Parameters
    ----------
    aperture: f-number. [-]
    shutter: exposure time. [s]
    iso: arithmetic ISO speed S. [-]
    receptor: which reading the illuminance stands for.

    Returns
    -------
    float: E. [lx]
    """
    return CALIBRATION[receptor] * aperture**2 / (iso * shutter)


def luminous_exposure_for(*, aperture: float, iso: float, receptor: Receptor) -> float:
    """Luminous exposure of a flash that the setting is right for: H = C·N²/S. [lx·s]

    Source: [ISO2720].

    Parameters
    ----------
    aperture: f-number N. [-]
    iso: arithmetic ISO speed S. [-]
    receptor: which reading C is for.

    Returns
    -------
    float: H. [lx·s]
    """
    return CALIBRATION[receptor] * aperture**2 / iso


def aperture_for(exposure: float, *, iso: float, receptor: Receptor) -> float:
    """f-number for a luminous exposure H = E·t: N = √(H·S/C). [-]

    Source: [ISO2720].

    Parameters
    ----------
    exposure: H. [lx·s]
    iso: arithmetic ISO speed S. [-]
    receptor: which reading C is for.

    Returns
    -------
    float: N. [-]

    >>> round(aperture_for(10.0, iso=100, receptor="flat"), 3)
    2.0
    """
    return math.sqrt(exposure * iso / CALIBRATION[receptor])


def iso_for(exposure: float, *, aperture: float, receptor: Receptor) -> float:
    """ISO speed for a luminous exposure H = E·t: S = C·N²/H. [-]

    Source: [ISO2720].

    Parameters
    ----------
    exposure: H. [lx·s]
    aperture: f-number N. [-]
    receptor: which reading C is for.

    Returns
    -------
    float: S. [-]
    """
    return CALIBRATION[receptor] * aperture**2 / exposure if exposure > 0.0 else math.inf


def ev100(illuminance: float, *, receptor: Receptor) -> float:
    """Exposure value at ISO 100, log2(100·E/C). [EV]

    Source: [ISO2720].

    Parameters
    ----------
    illuminance: E. [lx]
    receptor: which reading C is for.

    Returns
    -------
    float: exposure value. [EV]
    """
    if illuminance <= 0.0:
        return -math.inf
    return math.log2(100.0 * illuminance / CALIBRATION[receptor])


def third_stop_aperture(aperture: float, *, toward: Literal["nearest", "wider"] = "nearest") -> float:
    """F-number on the exact third-stop scale 2^(k/6), the nearest or the next wider one. [-]

    Source: [ISO2720].

    Parameters
    ----------
    aperture: f-number. [-]
    toward: which neighbour.

    Returns
    -------
    float: N on the scale. [-]
    """
    stops = 2.0 * math.log2(aperture)
    clicked = nearest_third(stops) if toward == "nearest" else math.floor(stops / THIRD + 1e-6) * THIRD
    return float(2.0 ** (clicked / 2.0))


_ENGRAVED = {
    k: float(text)
    for k, text in enumerate(
        [
            "1",
            "1.1",
            "1.2",
            "1.4",
            "1.6",
            "1.8",
            "2",
            "2.2",
            "2.5",
            "2.8",
            "3.2",
            "3.5",
            "4",
            "4.5",
            "5",
            "5.6",
            "6.3",
            "7.1",
            "8",
            "9",
            "10",
            "11",
            "13",
            "14",
            "16",
            "18",
            "20",
            "22",
            "25",
            "29",
            "32",
            "36",
            "40",
            "45",
            "51",
            "57",
            "64",
        ]
    )
}


def format_aperture(aperture: float) -> str:
    """f-number as engraved on lenses in third stops, for example ``"f/5.6"``.

    Source: [ISO2720].

    Parameters
    ----------
    aperture: f-number. [-]

    Returns
    -------
    str: ``f/`` and the engraved number.

    >>> format_aperture(5.657), format_aperture(1.78)
    ('f/5.6', 'f/1.8')
    """
    if not math.isfinite(aperture) or aperture <= 0.0:
        return "–"
    clicks = round(2.0 * math.log2(aperture) / THIRD)
    engraved = _ENGRAVED.get(clicks)
    return f"f/{engraved:g}" if engraved is not None else f"f/{aperture:.2g}"


_ISO_SERIES = (
    25,
    32,
    40,
    50,
    64,
    80,
    100,
    125,
    160,
    200,
    250,
    320,
    400,
    500,
    640,
    800,
    1000,
    1250,
    1600,
    2000,
    2500,
    3200,
    4000,
    5000,
    6400,
    8000,
    10000,
    12800,
    16000,
    20000,
    25600,
    32000,
    40000,
    51200,
    64000,
    80000,
    102400,
    128000,
    160000,
    204800,
    256000,
    320000,
    409600,
)


def third_stop_iso(iso: float, *, at_least: bool = False) -> float:
    """ISO speed of the usual third-stop series (… 100, 125, 160, 200 …), the nearest or the next higher. [-]

    Source: [ISO12232].

    Parameters
    ----------
    iso: arithmetic ISO speed. [-]
    at_least: the next higher instead of the nearest.

    Returns
    -------
    float: S of the series. [-]

    >>> third_stop_iso(390.0), third_stop_iso(1300.0)
    (400.0, 1250.0)
    """
    if not math.isfinite(iso) or iso <= 0.0:
        return iso
    exact = math.log2(iso / 25.0) / THIRD
    # the engraved speeds are rounded by up to 2 %, a tenth of a third
    clicks = math.ceil(exact - 0.1) if at_least else round(exact)
    if 0 <= clicks < len(_ISO_SERIES):
        return float(_ISO_SERIES[clicks])
    return float(25.0 * 2.0 ** (clicks * THIRD))


def format_power(fraction: float) -> str:
    """Power of a lamp or flash on its dial: full, or a halved fraction with third-stop steps.

    Source: [ISO2720].

    Parameters
    ----------
    fraction: of full power, over 0 to 1. [-]

    Returns
    -------
    str: as the dial says it.

    >>> format_power(1.0), format_power(0.25), format_power(0.315)
    ('full', '1/4', '1/4 + 1/3')
    """
    clicks = round(math.log2(fraction) / THIRD) if fraction > 0.0 else 0
    whole, thirds = divmod(clicks, 3)
    base = "full" if whole == 0 else f"1/{2**-whole}" if whole < 0 else f"{2**whole}× full"
    return base if thirds == 0 else f"{base} + {thirds}/3"
