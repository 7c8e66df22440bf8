"""Templates at true scale, tiled over as many pages as they need, each with a ruler that proves the printer's scale."""

import io
import math
from collections.abc import Sequence
from typing import Any

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from wenlo.core.fabrication.parts import Loop, Template
from wenlo.core.units.length import UnitSystem, format_length
from wenlo.formats.paper import FAINT, INK, PAPERS, plain

EDGE = 10 * mm
"""What most printers leave blank."""

HEAD, FOOT = 14 * mm, 18 * mm
CAPTION = 14 * mm
"""Room under a small shape for its name. """

OVERLAP = 10 * mm
"""So much of each page is on the next one too, to glue them by."""

POINTS = 1000 * mm
"""A metre in points."""

RULER = {"metric": (0.1, "100 mm"), "imperial": (0.1016, "4 in")}


def tiles(template: Template, paper: str) -> tuple[int, int, float, float]:
    """Columns and rows of pages that a template takes, and the width and height of what each page shows. [pt]"""
    wide, tall = PAPERS[paper][0] - 2 * EDGE, PAPERS[paper][1] - HEAD - FOOT
    width, height = (side * POINTS for side in template.size)
    columns = max(1, math.ceil((width - OVERLAP) / (wide - OVERLAP) - 1e-9))
    rows = max(1, math.ceil((height - OVERLAP) / (tall - OVERLAP) - 1e-9))
    return columns, rows, wide, tall


def write_templates_pdf(
    templates: Sequence[Template], *, title: str, paper: str, units: UnitSystem = "metric"
) -> bytes:
    """All templates: small ones together on a page, then large ones page after page; A1 is the lower left page of each.

    Parameters
    ----------
    templates: shapes in metres.
    title: of the shoot.
    paper: ``"a4"`` or ``"letter"``.
    units: in which sizes are written, and the ruler is.
    """
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=PAPERS[paper], invariant=1)
    canvas.setTitle(plain(f"{title}: templates"))
    canvas.setAuthor("Wenlo")
    small = [t for t in templates if tiles(t, paper)[:2] == (1, 1)]
    for page in _shared(small, paper):
        _several(canvas, page, title, units, paper)
        canvas.showPage()
    for template in templates:
        columns, rows, wide, tall = tiles(template, paper)
        if (columns, rows) == (1, 1):
            continue
        for row in range(rows):
            for column in range(columns):
                _page(canvas, template, (column, row), (columns, rows), (wide, tall), units)
                _named(canvas, template, (column, row), (columns, rows), title, units, paper)
                canvas.showPage()
    if not templates:
        canvas.setFont("Helvetica", 10)
        canvas.drawString(EDGE, PAPERS[paper][1] - 30 * mm, "This design has nothing to draw at full size.")
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _shared(templates: Sequence[Template], paper: str) -> list[list[Template]]:
    # small shapes one over the other, as many as go on a page
    tall = PAPERS[paper][1] - HEAD - FOOT
    pages: list[list[Template]] = []
    left = 0.0
    for template in templates:
        need = template.size[1] * POINTS + CAPTION
        if not pages or need > left:
            pages.append([])
            left = tall + CAPTION
        pages[-1].append(template)
        left -= need
    return pages


def _several(canvas: Any, templates: Sequence[Template], title: str, units: UnitSystem, paper: str) -> None:
    top = PAPERS[paper][1] - HEAD
    canvas.setFillColor(FAINT)
    canvas.setFont("Helvetica", 7.5)
    canvas.drawRightString(PAPERS[paper][0] - EDGE, PAPERS[paper][1] - 6 * mm, plain(title))
    for template in templates:
        top -= template.size[1] * POINTS
        canvas.saveState()
        canvas.translate(EDGE, top)
        _drawn(canvas, template)
        canvas.restoreState()
        width, height = template.size
        size = f"{format_length(width, system=units)} × {format_length(height, system=units)}"
        canvas.setFillColor(INK)
        canvas.setFont("Helvetica-Bold", 8)
        canvas.drawString(EDGE, top - 3.4 * mm, plain(f"{template.name[:1].upper()}{template.name[1:]}, {size}"))
        canvas.setFillColor(FAINT)
        canvas.setFont("Helvetica", 7)
        canvas.drawString(EDGE, top - 6.6 * mm, plain(template.note[:130]))
        top -= CAPTION
    _ruler(canvas, units)


def _drawn(canvas: Any, template: Template) -> None:
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.7)
    _loop(canvas, template.outline)
    for hole in template.holes:
        _loop(canvas, hole)
        _cross(canvas, hole)
    canvas.setDash(4, 3)
    for start, end in template.folds:
        canvas.line(start[0] * POINTS, start[1] * POINTS, end[0] * POINTS, end[1] * POINTS)


def _page(
    canvas: Any,
    template: Template,
    tile: tuple[int, int],
    count: tuple[int, int],
    area: tuple[float, float],
    units: UnitSystem,
) -> None:
    wide, tall = area
    canvas.saveState()
    frame = canvas.beginPath()
    frame.rect(EDGE, FOOT, wide, tall)
    canvas.clipPath(frame, stroke=0)
    canvas.translate(EDGE - tile[0] * (wide - OVERLAP), FOOT - tile[1] * (tall - OVERLAP))
    _drawn(canvas, template)
    canvas.restoreState()
    # marks in the corners of what overlaps, to lay one page on the next
    canvas.setStrokeColor(FAINT)
    canvas.setLineWidth(0.4)
    for x in (EDGE + (OVERLAP if tile[0] else 0), EDGE + wide - (OVERLAP if tile[0] < count[0] - 1 else 0)):
        for y in (FOOT + (OVERLAP if tile[1] else 0), FOOT + tall - (OVERLAP if tile[1] < count[1] - 1 else 0)):
            canvas.line(x - 4 * mm, y, x + 4 * mm, y)
            canvas.line(x, y - 4 * mm, x, y + 4 * mm)
    _ruler(canvas, units)


def _ruler(canvas: Any, units: UnitSystem) -> None:
    length, words = RULER[units]
    canvas.setStrokeColor(INK)
    canvas.setFillColor(INK)
    canvas.setLineWidth(0.8)
    x, y = EDGE, 9 * mm
    canvas.line(x, y, x + length * POINTS, y)
    for k in range(11 if units == "metric" else 5):
        step = length / (10 if units == "metric" else 4)
        canvas.line(x + k * step * POINTS, y, x + k * step * POINTS, y + (3 if k % 5 else 4.5) * mm)
    canvas.setFont("Helvetica", 7.5)
    canvas.drawString(x + length * POINTS + 2 * mm, y, f"{words}: measure it; print at 100 %, not fitted to the page")


def _named(
    canvas: Any,
    template: Template,
    tile: tuple[int, int],
    count: tuple[int, int],
    title: str,
    units: UnitSystem,
    paper: str,
) -> None:
    top = PAPERS[paper][1] - 8 * mm
    canvas.setFillColor(INK)
    canvas.setFont("Helvetica-Bold", 9)
    place = f"{chr(65 + tile[1] % 26)}{tile[0] + 1}"
    width, height = template.size
    size = f"{format_length(width, system=units)} × {format_length(height, system=units)}"
    canvas.drawString(EDGE, top, plain(f"{template.name[:1].upper()}{template.name[1:]}, {size}"))
    canvas.setFont("Helvetica", 7.5)
    canvas.setFillColor(FAINT)
    pages = f"page {place} of {count[0]} × {count[1]}"
    canvas.drawRightString(PAPERS[paper][0] - EDGE, top, plain(f"{title}; {pages}"))
    if template.note:
        canvas.drawString(EDGE, top - 3.6 * mm, plain(template.note[:120]))


def _loop(canvas: Any, loop: Loop) -> None:
    path = canvas.beginPath()
    path.moveTo(loop[0][0] * POINTS, loop[0][1] * POINTS)
    for x, y in loop[1:]:
        path.lineTo(x * POINTS, y * POINTS)
    path.close()
    canvas.drawPath(path)


def _cross(canvas: Any, loop: Loop) -> None:
    # the middle of a hole, for the drill or the compass
    xs, ys = [p[0] for p in loop], [p[1] for p in loop]
    x, y = (min(xs) + max(xs)) / 2 * POINTS, (min(ys) + max(ys)) / 2 * POINTS
    arm = min(3 * mm, (max(xs) - min(xs)) * POINTS * 0.6)
    canvas.setLineWidth(0.3)
    canvas.line(x - arm, y, x + arm, y)
    canvas.line(x, y - arm, x, y + arm)
    canvas.setLineWidth(0.7)
