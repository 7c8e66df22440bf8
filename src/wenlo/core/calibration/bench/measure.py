"""Whatever lies on the Bench, measured."""

from typing import Any

from wenlo.core.calibration.bench.faces import measure_face
from wenlo.core.calibration.bench.found import BenchFound
from wenlo.core.calibration.bench.ground_sheet import measure_ground
from wenlo.core.calibration.bench.lamp import measure_lamp
from wenlo.core.calibration.bench.lens import measure_lens
from wenlo.core.calibration.bench.outline import measure_outline
from wenlo.core.calibration.bench.sheet import measure_sheet
from wenlo.core.catalog.bench_readings import Bench, FaceBench, LampBench, LensBench, OutlineBench, SheetBench
from wenlo.core.catalog.materials import SheetMaterial
from wenlo.core.catalog.own import OwnSheet, sheet_material
from wenlo.core.catalog.typical import sheet_materials


def measure(bench: Bench, taken_for: str | OwnSheet | None = None) -> BenchFound:
    """What the readings tell.

    Parameters
    ----------
    bench: what was written down.
    taken_for: for sheets, what it is held to be as far as the readings say nothing; the first generic one otherwise.

    Raises
    ------
    Impossible
        When they tell nothing, or contradict each other.
    """
    if isinstance(bench, SheetBench):
        known: SheetMaterial = (
            next(iter(sheet_materials().values())) if taken_for is None else sheet_material(taken_for)
        )
        return measure_sheet(bench, known)
    if isinstance(bench, FaceBench):
        return measure_face(bench)
    if isinstance(bench, LampBench):
        return measure_lamp(bench)
    if isinstance(bench, OutlineBench):
        return measure_outline(bench)
    return measure_lens(bench) if isinstance(bench, LensBench) else measure_ground(bench)


def merged(base: dict[str, Any], found: BenchFound) -> dict[str, Any]:
    """The values of an item, with what was found in the place of what it was taken for."""
    return {**base, **found.values}
