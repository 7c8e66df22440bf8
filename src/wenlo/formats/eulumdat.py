"""EULUMDAT (.ldt): reading and writing measured light distributions; bad files are answered line by line."""

import numpy as np
from numpy.typing import NDArray

from wenlo.core.photometry.distribution import Distribution
from wenlo.formats.photometry import Lines, Photometry, rising, within_limits

Array = NDArray[np.float64]

SYMMETRIES = ("none", "about the axis", "to the plane C0–C180", "to the plane C90–C270", "to both planes")
RATIOS = 10
"""Direct ratios for room indices, which are not used here."""


def _lamps(lines: Lines) -> tuple[float, float, bool]:
    # lumens and watts of all sets of lamps, and whether the intensities are absolute
    sets = lines.count("the number of sets of lamps", 1, 20)
    lumens, watts, absolute = 0.0, 0.0, False
    for index in range(sets):
        of = f"of set {index + 1}"
        number = lines.number(f"the number of lamps {of}")
        lines.next(f"the type of lamps {of}")
        lumens += lines.number(f"the total lumens {of}")
        lines.next(f"the colour {of}")
        lines.next(f"the rendering group {of}")
        watts += lines.number(f"the watts {of}")
        absolute = absolute or number < 0
    return lumens, watts, absolute


def _unfolded(rows: Array, symmetry: int, planes: int) -> Array:
    """All ``planes`` from those that the file holds, shape (planes + 1, J)."""
    at = np.arange(planes)
    if symmetry == 0:
        source = at
    elif symmetry == 1:
        source = np.zeros(planes, dtype=np.int64)
    elif symmetry == 2:
        source = np.minimum(at, planes - at)
    elif symmetry == 3:
        # the half from C270 over C0 to C90 is given
        start = 3 * planes // 4
        mirrored = np.where((at > planes // 4) & (at < start), (planes // 2 - at) % planes, at)
        source = (mirrored - start) % planes
    else:
        half = np.minimum(at, planes - at)
        source = np.minimum(half, planes // 2 - half)
    full = rows[source]
    return np.concatenate([full, full[:1]])


def read_ldt(text: str) -> Photometry:
    """Read EULUMDAT.

    Parameters
    ----------
    text: the file.

    Raises
    ------
    UnsupportedFile
        The message starts with the number of the line.
    """
    lines = Lines(within_limits(text))
    lines.next("who measured it")
    lines.count("the type (line 2)", 0, 3)
    symmetry = lines.count("the symmetry (line 3)", 0, 4)
    planes = lines.count("the number of C planes (line 4)", 1, 721)
    lines.number("the step between C planes (line 5)")
    count = lines.count("the number of angles in a plane (line 6)", 2, 721)
    lines.number("the step between angles (line 7)")
    needs = {2: 2, 3: 4, 4: 4}.get(symmetry, 1)
    if planes % needs:
        raise lines.fail(
            f"symmetry {SYMMETRIES[symmetry]} needs a number of planes that {needs} divides, not {planes}", 3
        )
    lines.next("the report's number")
    name = lines.next("the name").strip()
    for what in ("the number", "the file's name", "the date"):
        lines.next(what)
    for what in ("length", "width", "height"):
        lines.number(f"the {what} of the housing")
    length, width = lines.number("the length of the opening"), lines.number("the width of the opening")
    heights = [lines.number(f"the height of the opening at C{c}") for c in (0, 90, 180, 270)]
    lines.number("the downward share")
    lines.number("the light output ratio")
    factor = lines.number("the factor on the intensities")
    if factor <= 0.0:
        raise lines.fail("the factor on the intensities must be more than 0", lines.at - 1)
    lines.number("the tilt when measured")
    lumens, watts, absolute = _lamps(lines)
    if lumens <= 0.0:
        raise lines.fail("the lumens of the lamps must be more than 0", lines.at - 1)
    for index in range(RATIOS):
        lines.number(f"direct ratio {index + 1} of {RATIOS}")
    around = rising(lines, [lines.number(f"C plane {i + 1} of {planes}") for i in range(planes)], "C planes")
    angles = rising(lines, [lines.number(f"angle {i + 1} of {count}") for i in range(count)], "angles")
    held = {0: planes, 1: 1, 2: planes // 2 + 1, 3: planes // 2 + 1, 4: planes // 4 + 1}[symmetry]
    rows = np.array(
        [
            [lines.number(f"intensity {j + 1} of {count} in plane {i + 1} of {held}") for j in range(count)]
            for i in range(held)
        ]
    )
    if np.any(rows < 0.0):
        raise lines.fail("intensities must not be negative", lines.at - 1)
    turns = np.concatenate([around, [360.0]]) if symmetry != 1 else np.array([0.0, 360.0])
    table = _unfolded(rows, symmetry, planes) if symmetry != 1 else np.concatenate([rows, rows])
    distribution = Distribution(
        planes=np.radians(turns),
        angles=np.radians(angles),
        intensity=table * factor * (lumens / 1000.0 if absolute else 1.0),
        absolute=absolute,
        size=(length / 1000.0, (width or length) / 1000.0, max(heights) / 1000.0),
        watts=watts,
    )
    return Photometry(
        distribution=distribution,
        edition="EULUMDAT",
        keywords={"LUMINAIRE": name} if name else {},
        lumens=None if absolute else lumens,
    )


def write_ldt(lamp: Photometry) -> str:
    """Write EULUMDAT without symmetry; intensities per 1000 lm."""
    d = lamp.distribution
    lumens = d.lumens if lamp.lumens is None else lamp.lumens
    scale = 1000.0 / lumens if d.absolute else 1.0
    planes = np.degrees(d.planes)[:-1]
    step_c = planes[1] - planes[0] if len(planes) > 1 else 0.0
    angles = np.degrees(d.angles)
    below = Distribution(
        planes=d.planes,
        angles=d.angles[d.angles <= np.pi / 2 + 1e-9],
        intensity=d.intensity[:, d.angles <= np.pi / 2 + 1e-9],
    )
    whole = d.lumens
    rows = [
        "",
        "3",
        "0",
        str(len(planes)),
        f"{step_c:g}",
        str(len(angles)),
        f"{angles[1] - angles[0]:g}",
        "",
        lamp.keywords.get("LUMINAIRE", "lamp")[:78],
        "",
        "",
        "",
    ]
    millimetres = [f"{1000 * size:g}" for size in d.size]
    rows += [*millimetres, *millimetres[:2], *([millimetres[2]] * 4)]
    ratio = whole * (scale if d.absolute else 1.0) / 10.0
    rows += [f"{100 * below.lumens / whole if whole > 0 else 0:.1f}", f"{min(ratio, 100.0):.1f}", "1", "0"]
    rows += ["1", "-1" if lamp.lumens is None else "1", "", f"{lumens:.6g}", "", "", f"{d.watts:g}"]
    rows += ["0"] * RATIOS
    rows += [f"{value:g}" for value in planes] + [f"{value:g}" for value in angles]
    for row in d.intensity[:-1]:
        rows += [f"{value * scale:.6g}" for value in row]
    return "\r\n".join(rows) + "\r\n"
