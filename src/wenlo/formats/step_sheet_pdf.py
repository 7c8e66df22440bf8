"""The step sheet: every step in order with its parts, times, checks and cautions, and boxes to tick."""

from collections.abc import Mapping, Sequence
from typing import Any

from reportlab.graphics.shapes import Circle, Drawing, Group, Line, PolyLine, Rect, String
from reportlab.lib import colors
from reportlab.platypus import KeepTogether, Paragraph, Spacer, Table, TableStyle

from wenlo.core.fabrication.parts import Sketch
from wenlo.core.instructions.dimensioned_views import DimensionedView
from wenlo.core.instructions.line_drawing import Path
from wenlo.core.instructions.order import Job
from wenlo.core.instructions.plan_build import Making
from wenlo.core.instructions.step_pictures import StepPicture
from wenlo.core.units.length import UnitSystem, format_length
from wenlo.formats.paper import BODY, BOLD, FAINT, HEAD, INK, LAST_WORDS, SHEET, SMALL, TITLE, text, width_of, written
from wenlo.formats.words import parts_words
from wenlo.messages.steps import step_words


def clock(minutes: float) -> str:
    """Minutes as hours and minutes, days from two on.

    >>> clock(95), clock(8), clock(2 * 24 * 60)
    ('1 h 35 min', '8 min', '2 days')
    """
    whole = round(minutes)
    if whole >= 2 * 24 * 60:
        return f"{round(whole / (24 * 60))} days"
    return f"{whole // 60} h {whole % 60:02d} min" if whole >= 60 else f"{whole} min"


def sketch_drawing(sketch: Sketch, units: UnitSystem, *, box: float = 74.0) -> Drawing:
    """The rectangle that a step puts together, to scale, with its sides and diagonals."""
    drawing = Drawing(box + 62, box + 26)
    scale = box / max(sketch.width, sketch.height)
    w, h = sketch.width * scale, sketch.height * scale
    x, y = 4.0, 14.0
    drawing.add(Rect(x, y, w, h, strokeColor=INK, strokeWidth=2, fillColor=SHEET))
    for a, b in (((x, y), (x + w, y + h)), ((x, y + h), (x + w, y))):
        drawing.add(Line(*a, *b, strokeColor=FAINT, strokeWidth=0.5, strokeDashArray=[3, 2]))
    fine = units == "metric"
    small: dict[str, Any] = {"fontName": "Helvetica", "fontSize": 7, "fillColor": INK}
    drawing.add(String(x + w / 2, y - 9, format_length(sketch.width, system=units), textAnchor="middle", **small))
    drawing.add(String(x + w + 4, y + h / 2, format_length(sketch.height, system=units), **small))
    drawing.add(
        String(
            x + w + 4,
            y + h - 6,
            f"diagonal {format_length(sketch.diagonal, system=units, fine=fine)}",
            **{**small, "fillColor": FAINT},
        )
    )
    return drawing


def picture_drawing(picture: StepPicture, *, box: float = 150.0) -> Drawing:
    """A step's picture: what was there thin and grey, what is added bold, axes of screws dashed, drops of glue, rings
    where several people hold.
    """
    scale = box / max(picture.width, picture.height)
    drawing = Drawing(picture.width * scale, picture.height * scale)

    def lines(paths: Sequence[Path], **style: Any) -> None:
        for path in paths:
            flat = [v for x, y in path for v in (x * scale, (picture.height - y) * scale)]
            drawing.add(PolyLine(flat, **style))

    lines(picture.present, strokeColor=FAINT, strokeWidth=0.4)
    lines(picture.added, strokeColor=INK, strokeWidth=1.0)
    lines(picture.behind, strokeColor=INK, strokeWidth=0.5, strokeDashArray=[1.5, 1.5])
    lines(picture.screws, strokeColor=INK, strokeWidth=0.7, strokeDashArray=[3, 1.5])
    for x, y in picture.glue:
        drawing.add(
            Circle(x * scale, (picture.height - y) * scale, 1.6, strokeColor=INK, fillColor=SHEET, strokeWidth=0.6)
        )
    for x, y in picture.hands:
        drawing.add(
            Circle(x * scale, (picture.height - y) * scale, 4.0, strokeColor=INK, fillColor=None, strokeWidth=1.2)
        )
    for label in picture.labels:
        at = (label.x * scale, (picture.height - label.y) * scale - 2.0)
        wide = 4.2 * len(label.text)
        drawing.add(Rect(at[0] - wide / 2, at[1] - 1.2, wide, 7.4, strokeColor=None, fillColor=colors.white))
        drawing.add(
            String(*at, label.text, textAnchor="middle", fontName="Helvetica-Bold", fontSize=6.5, fillColor=INK)
        )
    return drawing


NARROW = 22.0
"""Shorter measures are written beside their line. [pt]"""


def view_drawing(view: DimensionedView, units: UnitSystem, *, box: float) -> Drawing:
    """A view square on with its measures."""
    scale = box / max(view.width, view.height)
    left, below = 30.0, 32.0
    drawing = Drawing(view.width * scale + left + 6, view.height * scale + below + 6)

    def at(x: float, y: float) -> tuple[float, float]:
        return left + x * scale, below + (view.height - y) * scale

    for path in view.lines:
        drawing.add(PolyLine([v for x, y in path for v in at(x, y)], strokeColor=INK, strokeWidth=0.5))
    small: dict[str, Any] = {"fontName": "Helvetica", "fontSize": 5.5, "fillColor": INK}
    for number, line in enumerate(view.dimensions):
        (ax, ay), (bx, by) = at(*line.start), at(*line.end)
        level = abs(ay - by) < 0.01
        drawing.add(Line(ax, ay, bx, by, strokeColor=FAINT, strokeWidth=0.4))
        for x, y in ((ax, ay), (bx, by)):
            dx, dy = (0.0, 2.0) if level else (2.0, 0.0)
            drawing.add(Line(x - dx, y - dy, x + dx, y + dy, strokeColor=FAINT, strokeWidth=0.6))
        said = format_length(line.value, system=units)
        # short ones take turns on both sides of their line, so that neighbours stay apart
        beside = -6.5 if abs(bx - ax) + abs(by - ay) < NARROW and number % 2 else 1.8
        middle = Group(String(0, beside, said, textAnchor="middle", **small))
        middle.translate((ax + bx) / 2, (ay + by) / 2)
        if not level:
            middle.rotate(90)
        drawing.add(middle)
    for label in view.labels:
        x, y = at(label.x, label.y)
        wide = 4.0 * len(label.text)
        drawing.add(Rect(x - wide / 2, y - 3, wide, 6.6, strokeColor=None, fillColor=colors.white))
        drawing.add(
            String(x, y - 2, label.text, textAnchor="middle", fontName="Helvetica-Bold", fontSize=6, fillColor=INK)
        )
    return drawing


def _measured(views: Sequence[DimensionedView], width: float, units: UnitSystem) -> list[Any]:
    if not views:
        return []
    found: list[Any] = [Paragraph("Measures", HEAD)]
    by_part: dict[str, list[DimensionedView]] = {}
    for view in views:
        by_part.setdefault(view.group, []).append(view)
    for group, mine in by_part.items():
        box = min(width / len(mine) - 56, 190.0)
        row = [[view_drawing(view, units, box=box), Paragraph(text(view.name), SMALL)] for view in mine]
        made = Table([row], colWidths=[width / len(mine)] * len(mine))
        made.setStyle(TableStyle([("VALIGN", (0, 0), (-1, -1), "BOTTOM"), ("LEFTPADDING", (0, 0), (-1, -1), 0)]))
        found.append(KeepTogether([Paragraph(text(group), BOLD), made]))
    return found


def write_step_sheet_pdf(
    making: Making,
    *,
    title: str,
    paper: str,
    units: UnitSystem = "metric",
    pictures: Mapping[str, StepPicture] | None = None,
    views: Sequence[DimensionedView] = (),
) -> bytes:
    """The steps of a build on paper.

    Parameters
    ----------
    making: the build with its steps.
    title: of the shoot.
    paper: ``"a4"`` or ``"letter"``.
    units: in which lengths are written.
    pictures: of the steps, by their ids.
    views: with their measures, before the steps.
    """
    width = width_of(paper)
    drawn = pictures or {}
    schedule = making.schedule
    story: list[Any] = [
        Paragraph(text(title), TITLE),
        Paragraph(
            text(
                f"Steps for the {making.worked.plan.name}: {clock(schedule.hands_on)} of work,"
                f" {clock(schedule.waiting)} of waiting with nothing else to do; ready {clock(schedule.ready)} after"
                " the first step at the earliest."
            ),
            SMALL,
        ),
        Spacer(1, 6),
        *_measured(views, width, units),
        Paragraph("In order", HEAD),
        *(
            [Paragraph("In the pictures: dashed, screws; drops, glue; rings, where several people hold.", SMALL)]
            if drawn
            else []
        ),
    ]
    for number, job in enumerate(schedule.jobs, start=1):
        story.append(KeepTogether(_step(number, job, width, units, drawn.get(job.step.id))))
    story.append(Paragraph(LAST_WORDS, SMALL))
    return written(story, title=title, name="steps", paper=paper)


def _step(number: int, job: Job, width: float, units: UnitSystem, picture: StepPicture | None) -> list[Any]:
    step, said = job.step, step_words(job.step, units)
    box = Drawing(12, 12)
    box.add(Rect(1, 1, 9, 9, strokeColor=INK, fillColor=None, strokeWidth=0.9))
    wait = f", then {clock(step.wait)} to wait" if step.wait else ""
    hands = f", {step.hands} people" if step.hands > 1 else ""
    words: list[Any] = [
        Paragraph(text(f"{number}. {said.title}"), BOLD),
        Paragraph(text(f"from {clock(job.start)}, {clock(step.minutes)}{wait}{hands}"), SMALL),
        Paragraph(text(said.text), BODY),
    ]
    if job.parts or job.fittings:
        words.append(Paragraph(f"<b>Parts:</b> {text(parts_words(job))}", BODY))
    if job.tools:
        words.append(Paragraph(f"<b>Tools:</b> {text(', '.join(job.tools))}", BODY))
    for name, line in (("Check", said.check), ("Usual mistake", said.mistake), ("Caution", said.caution)):
        if line:
            words.append(Paragraph(f"<b>{name}:</b> {text(line)}", BODY))
    shown: list[Drawing] = []
    if picture is not None:
        shown.append(picture_drawing(picture))
    if step.sketch is not None:
        shown.append(sketch_drawing(step.sketch, units))
    if shown:
        wide = max(d.width for d in shown)
        row = [box, words, shown]
        widths = [18, width - 18 - wide - 4, wide + 4]
    else:
        row, widths = [box, words], [18, width - 18]
    made = Table([row], colWidths=widths)
    made.setStyle(
        TableStyle(
            [
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LEFTPADDING", (0, 0), (-1, -1), 0),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 7),
            ]
        )
    )
    return [made]
