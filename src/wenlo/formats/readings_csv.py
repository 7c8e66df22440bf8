"""Readings of the meters in a set as CSV (RFC 4180): a line a meter, with its shares."""

import csv
import io
from collections.abc import Sequence

from wenlo.core.analysis.meter_marks import MarkReading
from wenlo.core.brief.set_objects import MeterMark
from wenlo.formats.cells import guarded

WAYS = ("direct", "modifier", "room")


def write_readings(marks: Sequence[MeterMark], readings: Sequence[MarkReading], *, unit: str) -> bytes:
    """Name, place [m], facing, reading, error, stops from the key, f-number, and share by way and by lamp. [%]"""
    lamps = sorted({part.lamp for reading in readings for part in reading.parts})
    out = io.StringIO(newline="")
    table = csv.writer(out)
    table.writerow(
        [
            "meter",
            "right [m]",
            "behind [m]",
            "height [m]",
            "facing",
            "receptor",
            f"reading [{unit}]",
            f"95 % half-width [{unit}]",
            "stops from the key",
            "f-number",
            *(f"{way} [%]" for way in WAYS),
            *(f"{guarded(lamp)} [%]" for lamp in lamps),
        ]
    )
    for mark, got in zip(marks, readings, strict=True):
        ways = [sum(p.share for p in got.parts if p.way == way) for way in WAYS]
        by_lamp = [sum(p.share for p in got.parts if p.lamp == lamp) for lamp in lamps]
        table.writerow(
            [
                guarded(mark.name),
                f"{mark.x:.3f}",
                f"{mark.y:.3f}",
                f"{mark.z:.3f}",
                mark.facing,
                mark.receptor,
                f"{got.lux:.4g}",
                f"{got.error:.2g}",
                f"{got.stops:.2f}" if got.lux > 0.0 else "",
                got.aperture,
                *(f"{100 * share:.1f}" for share in (*ways, *by_lamp)),
            ]
        )
    return out.getvalue().encode("utf-8-sig")
