"""What is worked out of what lies on the Bench."""

import base64
from collections.abc import Mapping
from typing import Any

from wenlo.core.calibration.bench.measure import measure
from wenlo.core.calibration.bench.outline import scale_of, trace
from wenlo.core.catalog.bench_readings import read_bench
from wenlo.core.catalog.own import OwnSheet
from wenlo.core.fabrication.parts import Template
from wenlo.formats.measured_photograph import read_photograph
from wenlo.formats.template_drawings import write_template_dxf, write_template_svg
from wenlo.formats.templates_pdf import write_templates_pdf
from wenlo.services.bench_results import BenchResult, FigureFound, OutlineFileRequest, TraceRequest, TraceResult


def bench(asked: Mapping[str, Any], taken: str | Mapping[str, Any] | None = None) -> BenchResult:
    """What the readings tell; see ``BenchResult``."""
    told = read_bench(dict(asked))
    known = OwnSheet.model_validate(taken, strict=False) if isinstance(taken, Mapping) and told.of == "sheet" else taken
    found = measure(told, known if isinstance(known, str | OwnSheet) else None)
    return BenchResult(
        category=found.category,
        words=list(found.words),
        next=found.next,
        values=dict(found.values),
        figures=[
            FigureFound(key=f.key, label=f.label, value=f.value, low=f.low, high=f.high, show=f.show, told=f.told)
            for f in found.figures
        ],
    )


def traced(content: str, request: Mapping[str, Any]) -> TraceResult:
    """The outline of a thing in a photograph; see ``TraceResult``."""
    asked = TraceRequest.model_validate(request)
    encoded = read_photograph(base64.b64decode(content)).encoded
    matrix, spread = scale_of(
        (encoded.shape[1], encoded.shape[0]),
        corners=asked.corners,
        paper=asked.paper,
        ruler=asked.ruler,
        length=asked.length,
    )
    found = trace(encoded, asked.within, matrix, spread)
    return TraceResult(points=list(found.points), seen=list(found.seen), error=found.error)


def outline_file(request: Mapping[str, Any]) -> bytes:
    """An outline at its true size: SVG or DXF for a laser, or PDF on as many pages as it takes."""
    asked = OutlineFileRequest.model_validate(request)
    template = Template(name=asked.name, outline=tuple(asked.points), note="outline as traced")
    if asked.form == "svg":
        return write_template_svg([template])
    if asked.form == "dxf":
        return write_template_dxf([template])
    return write_templates_pdf([template], title=asked.name, paper=asked.paper, units=asked.units)
