"""Labels to stick on every piece: what it is, how long, and in which step it is used."""

import io
from collections.abc import Iterator

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from wenlo.core.instructions.plan_build import Making
from wenlo.core.units.length import UnitSystem, format_length
from wenlo.formats.paper import FAINT, INK, PAPERS, plain

COLUMNS, ROWS = 3, 9
EDGE = 9 * mm


def _labels(making: Making, units: UnitSystem) -> Iterator[tuple[str, str, str, str]]:
    used = {label: k for k, job in enumerate(making.schedule.jobs, start=1) for label in job.parts}
    fine = units == "metric"
    for piece in making.worked.plan.pieces:
        step = f"step {used[piece.label]}" if piece.label in used else ""
        yield piece.label, piece.name, format_length(piece.cut, system=units, fine=fine), step
    for sheet in making.worked.plan.cloth:
        size = f"{format_length(sheet.cut[0], system=units)} × {format_length(sheet.cut[1], system=units)}"
        step = f"step {used[sheet.label]}" if sheet.label in used else ""
        yield sheet.label, sheet.material, size, step


def write_labels_pdf(making: Making, *, title: str, paper: str, units: UnitSystem = "metric") -> bytes:
    """Sheets of labels, three across, with cutting lines between them.

    Parameters
    ----------
    making: the build with its steps.
    title: of the shoot.
    paper: ``"a4"`` or ``"letter"``.
    units: in which lengths are written.
    """
    size = PAPERS[paper]
    wide, tall = (size[0] - 2 * EDGE) / COLUMNS, (size[1] - 2 * EDGE) / ROWS
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=size, invariant=1)
    canvas.setTitle(plain(f"{title}: labels"))
    canvas.setAuthor("Wenlo")
    every = list(_labels(making, units))
    for k, (label, name, length, step) in enumerate(every or [("", "no pieces to label", "", "")]):
        place = k % (COLUMNS * ROWS)
        if k and place == 0:
            canvas.showPage()
        x = EDGE + (place % COLUMNS) * wide
        y = size[1] - EDGE - (place // COLUMNS + 1) * tall
        canvas.setStrokeColor(FAINT)
        canvas.setDash(2, 3)
        canvas.setLineWidth(0.4)
        canvas.rect(x, y, wide, tall)
        canvas.setDash()
        canvas.setFillColor(INK)
        canvas.setFont("Helvetica-Bold", 20)
        canvas.drawString(x + 4 * mm, y + tall - 9 * mm, label)
        canvas.setFont("Helvetica-Bold", 11)
        canvas.drawRightString(x + wide - 4 * mm, y + tall - 8 * mm, plain(length))
        canvas.setFont("Helvetica", 8)
        canvas.drawString(x + 4 * mm, y + tall - 15 * mm, plain(name[:44]))
        canvas.setFillColor(FAINT)
        canvas.drawString(x + 4 * mm, y + 4 * mm, plain(title[:34]))
        canvas.drawRightString(x + wide - 4 * mm, y + 4 * mm, step)
    canvas.showPage()
    canvas.save()
    return out.getvalue()
