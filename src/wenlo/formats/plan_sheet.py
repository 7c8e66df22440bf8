"""The plan of a set on one page, to a stated scale, with distances and a kit list; as SVG or PDF."""

import io
import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Literal
from xml.sax.saxutils import escape

from reportlab.lib.pagesizes import A4, LETTER, landscape
from reportlab.pdfgen.canvas import Canvas

from wenlo.core.units.length import UnitSystem, format_length

PAPERS = {"a4": A4, "letter": LETTER}
MM = 72.0 / 25.4
MARGIN = 12.0 * MM
LIST_WIDTH = 92.0 * MM
SCALES = (10, 15, 20, 25, 30, 40, 50, 75, 100, 150, 200)
INK, FAINT, PALE = "#22262b", "#8a9098", "#efeae0"

PlanPoint = tuple[float, float]


@dataclass(frozen=True, kw_only=True)
class Drawn:
    """An outline on the plan: points [m], how it is filled, and whether it is closed."""

    points: tuple[PlanPoint, ...]
    fill: Literal["none", "pale", "ink"] = "none"
    closed: bool = True
    width: float = 0.8


@dataclass(frozen=True, kw_only=True)
class PlanItem:
    """Something in the set: its place on the plan and its height [m], and what it is."""

    name: str
    place: PlanPoint
    height: float
    what: str


@dataclass(frozen=True, kw_only=True)
class PlanSheet:
    """All that is on the page; ``origin`` is where distances are taken from, and how it is called."""

    title: str
    outlines: tuple[Drawn, ...]
    items: tuple[PlanItem, ...]
    origin: PlanPoint
    origin_name: str
    units: UnitSystem
    warnings: tuple[str, ...] = ()


@dataclass
class _Page:
    width: float
    height: float
    marks: list[tuple[str, ...]] = field(default_factory=list)

    def line(
        self, points: Sequence[PlanPoint], *, fill: str, stroke: str, width: float, closed: bool, dash: bool = False
    ) -> None:
        path = " ".join(f"{x:.2f},{y:.2f}" for x, y in points)
        self.marks.append(("line", path, fill, stroke, f"{width:.2f}", "1" if closed else "", "1" if dash else ""))

    def text(
        self,
        x: float,
        y: float,
        words: str,
        *,
        size: float,
        bold: bool = False,
        colour: str = INK,
        middle: bool = False,
    ) -> None:
        self.marks.append(
            ("text", f"{x:.2f}", f"{y:.2f}", words, f"{size:.1f}", "1" if bold else "", colour, "1" if middle else "")
        )


def scale_for(width: float, height: float, room: tuple[float, float]) -> int:
    """The largest usual scale, as 1 : n, at which a set of that size [m] fits a field of that size. [m]"""
    need = max(width / room[0], height / room[1])
    return next((n for n in SCALES if n >= need), math.ceil(need))


def _laid_out(sheet: PlanSheet, paper: str) -> tuple[_Page, int]:
    width, height = landscape(PAPERS[paper])
    page = _Page(width=width, height=height)
    points = [p for d in sheet.outlines for p in d.points] + [i.place for i in sheet.items] + [sheet.origin]
    left, right = min(p[0] for p in points), max(p[0] for p in points)
    front, back = min(p[1] for p in points), max(p[1] for p in points)
    field_width, field_height = width - 2 * MARGIN - LIST_WIDTH - 18.0, height - 2 * MARGIN - 46.0
    metre = 1000.0 * MM
    scale = scale_for(right - left, back - front, (field_width / metre, field_height / metre))
    per_metre = metre / scale
    x0 = MARGIN + (field_width - (right - left) * per_metre) / 2
    y0 = MARGIN + 16.0 + (field_height - (back - front) * per_metre) / 2

    def at(p: PlanPoint) -> PlanPoint:
        return x0 + (p[0] - left) * per_metre, y0 + (p[1] - front) * per_metre

    page.text(MARGIN, height - MARGIN - 12, sheet.title, size=15, bold=True)
    page.text(
        MARGIN,
        height - MARGIN - 27,
        f"Plan, 1 : {scale}; distances from {sheet.origin_name}. The camera looks up the page.",
        size=9,
        colour=FAINT,
    )
    for d in sheet.outlines:
        fill = {"none": "none", "pale": PALE, "ink": INK}[d.fill]
        page.line([at(p) for p in d.points], fill=fill, stroke=INK, width=d.width, closed=d.closed)
    ox, oy = at(sheet.origin)
    page.line([(ox - 6, oy), (ox + 6, oy)], fill="none", stroke=INK, width=1.2, closed=False)
    page.line([(ox, oy - 6), (ox, oy + 6)], fill="none", stroke=INK, width=1.2, closed=False)
    for number, item in enumerate(sheet.items, start=1):
        x, y = at(item.place)
        page.line([(ox, oy), (x, oy), (x, y)], fill="none", stroke=FAINT, width=0.35, closed=False, dash=True)
        page.line(
            [(x + 6 * math.cos(t), y + 6 * math.sin(t)) for t in (k * math.pi / 8 for k in range(16))],
            fill="#ffffff",
            stroke=INK,
            width=0.8,
            closed=True,
        )
        page.text(x, y - 3, str(number), size=8, bold=True, middle=True)
    ruler = 1.0 if sheet.units == "metric" else 0.9144
    page.line(
        [(MARGIN, MARGIN), (MARGIN + ruler * per_metre, MARGIN)], fill="none", stroke=INK, width=1.4, closed=False
    )
    page.text(MARGIN + ruler * per_metre + 5, MARGIN - 3, "1 m" if sheet.units == "metric" else "3 ft", size=8)
    _list(page, sheet)
    return page, scale


def _list(page: _Page, sheet: PlanSheet) -> None:
    x, y = page.width - MARGIN - LIST_WIDTH, page.height - MARGIN - 12

    def length(value: float) -> str:
        return format_length(value, system=sheet.units).replace("-", "−")

    page.text(x, y, "What stands where", size=11, bold=True)
    y -= 14
    page.text(x, y, "right · behind · height", size=8, colour=FAINT)
    for number, item in enumerate(sheet.items, start=1):
        y -= 13
        if y < MARGIN + 60:
            page.text(
                x,
                y,
                f"… and {len(sheet.items) - number + 1} more; see the CSV of readings or the file of the set.",
                size=8,
                colour=FAINT,
            )
            break
        page.text(x, y, f"{number}  {item.name}", size=9, bold=True)
        y -= 11
        across, deep = item.place[0] - sheet.origin[0], item.place[1] - sheet.origin[1]
        page.text(x + 12, y, f"{length(across)} · {length(deep)} · {length(item.height)}   {item.what}", size=8)
    for words in sheet.warnings[:4]:
        y -= 13
        if y > MARGIN + 10:
            page.text(x, y, f"! {words}"[:92], size=8)
    page.text(x, MARGIN, "Local codes and makers' instructions come first.", size=7.5, colour=FAINT)


def write_plan_svg(sheet: PlanSheet, *, paper: str = "a4") -> bytes:
    """The page as SVG 1.1, in millimetres."""
    page, _ = _laid_out(sheet, paper)
    out = [
        (
            f'<svg xmlns="http://www.w3.org/2000/svg" width="{page.width / MM:.2f}mm" height="{page.height / MM:.2f}mm"'
            f' viewBox="0 0 {page.width:.2f} {page.height:.2f}" font-family="Helvetica, Arial, sans-serif">'
        ),
        f"<title>{escape(sheet.title)}</title>",
        f'<rect width="{page.width:.2f}" height="{page.height:.2f}" fill="#ffffff"/>',
    ]
    for mark in page.marks:
        if mark[0] == "line":
            _, path, fill, stroke, width, closed, dash = mark
            points = " ".join(f"{p.split(',')[0]},{page.height - float(p.split(',')[1]):.2f}" for p in path.split())
            dashes = ' stroke-dasharray="2 2"' if dash else ""
            out.append(
                f'<{"polygon" if closed else "polyline"} points="{points}" fill="{fill}" stroke="{stroke}"'
                f' stroke-width="{width}"{dashes}/>'
            )
        else:
            _, x, y, words, size, bold, colour, middle = mark
            weight = ' font-weight="bold"' if bold else ""
            anchor = ' text-anchor="middle"' if middle else ""
            out.append(
                f'<text x="{x}" y="{page.height - float(y):.2f}" font-size="{size}"'
                f' fill="{colour}"{weight}{anchor}>{escape(words)}</text>'
            )
    return "\n".join([*out, "</svg>"]).encode()


def write_plan_pdf(sheet: PlanSheet, *, paper: str = "a4") -> bytes:
    """The page as PDF."""
    page, _ = _laid_out(sheet, paper)
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(page.width, page.height), invariant=1)
    canvas.setTitle(sheet.title)
    for mark in page.marks:
        if mark[0] == "line":
            _, path, fill, stroke, width, closed, dash = mark
            canvas.setStrokeColor(stroke)
            canvas.setLineWidth(float(width))
            canvas.setDash([2, 2] if dash else [])
            if fill != "none":
                canvas.setFillColor(fill)
            drawn = canvas.beginPath()
            for k, place in enumerate(path.split()):
                x, y = (float(c) for c in place.split(","))
                (drawn.lineTo if k else drawn.moveTo)(x, y)
            if closed:
                drawn.close()
            canvas.drawPath(drawn, stroke=1, fill=0 if fill == "none" else 1)
        else:
            _, at_x, at_y, words, size, bold, colour, middle = mark
            # the built-in fonts hold Western European letters only
            plain = words.replace("−", "-").encode("cp1252", errors="replace").decode("cp1252")
            canvas.setFont("Helvetica-Bold" if bold else "Helvetica", float(size))
            canvas.setFillColor(colour)
            (canvas.drawCentredString if middle else canvas.drawString)(float(at_x), float(at_y), plain)
    canvas.showPage()
    canvas.save()
    return out.getvalue()
