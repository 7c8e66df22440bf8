"""The slip for the counter: what to buy, where to cut it so that it can be carried, and boards to be sawn."""

from typing import Any

from reportlab.graphics.shapes import Drawing, Line, Rect, String
from reportlab.platypus import Paragraph, Spacer

from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.instructions.carry import FirstCuts, counter_slip, first_cuts
from wenlo.core.instructions.plan_build import Making
from wenlo.core.inventory.shopping import sewn_pieces
from wenlo.core.units.length import UnitSystem, format_length
from wenlo.formats.paper import BODY, FAINT, HEAD, INK, PIECE, SMALL, TITLE, table, text, width_of, written


def _bar(cuts: FirstCuts, width: float, longest: float, units: UnitSystem) -> Drawing:
    drawing = Drawing(width, 30)
    scale = (width - 4) / longest
    drawing.add(Rect(2, 8, cuts.stock * scale, 12, strokeColor=INK, fillColor=PIECE, strokeWidth=0.7))
    start = 0.0
    for length in cuts.lengths:
        middle = 2 + (start + length.length / 2) * scale
        drawing.add(
            String(
                middle,
                11,
                format_length(length.length, system=units),
                fontName="Helvetica",
                fontSize=7,
                textAnchor="middle",
                fillColor=INK,
            )
        )
        start += length.length
    for place in cuts.cuts:
        x = 2 + place * scale
        drawing.add(Line(x, 4, x, 26, strokeColor=INK, strokeWidth=1))
        drawing.add(
            String(
                x,
                0,
                format_length(place, system=units, fine=units == "metric"),
                fontName="Helvetica",
                fontSize=6.5,
                textAnchor="middle",
                fillColor=FAINT,
            )
        )
    return drawing


def _cut_and_drilled(plan: BuildPlan, width: float, units: UnitSystem) -> list[Any]:
    # tube that is sent out: every piece with its holes
    if plan.stock.group != "tube" or not plan.pieces:
        return []

    def fine(value: float) -> str:
        return format_length(value, system=units, fine=True)

    rows = [["Label", "Length", "Holes"]]
    for piece in plan.pieces:
        told = [
            f"{fine(hole.diameter)} at {', '.join(fine(x) for x in hole.along)} from "
            f"{'one end' if len(hole.along) > 1 else 'both ends'}, {hole.side}"
            for hole in plan.holes
            if piece.name in hole.pieces
            and (len(hole.along) == 1 or abs(hole.along[0] + hole.along[-1] - (piece.exact or piece.cut)) < 0.001)
        ]
        rows.append([piece.label, fine(piece.cut), "; ".join(told) or "none"])
    return [
        Paragraph(text("Cut to size, and drilled, burrs off inside and out"), HEAD),
        table(rows, [width * 0.12, width * 0.18, width * 0.7]),
    ]


def _sewn(plan: BuildPlan, width: float, units: UnitSystem) -> list[Any]:
    # what is sent out to be sewn
    pieces = sewn_pieces(plan)
    if not pieces or not any(piece.spare for piece in plan.cloth):
        return []
    rows = [["Label", "Cloth", "Cut", "Finished", "How"]]
    for c in pieces:
        cut, done = (" × ".join(format_length(side, system=units) for side in size) for size in (c.cut, c.finished))
        rows.append([c.label, c.material, cut, done, c.note])
    return [
        Paragraph(text("Please sew"), HEAD),
        table(rows, [width * 0.08, width * 0.24, width * 0.2, width * 0.2, width * 0.28]),
    ]


def write_order_sheet_pdf(
    making: Making, *, title: str, carrying: float, paper: str, units: UnitSystem = "metric"
) -> bytes:
    """The slip for the shop.

    Parameters
    ----------
    making: the build.
    title: of the shoot.
    carrying: the longest thing that can be carried. [m]
    paper: ``"a4"`` or ``"letter"``.
    units: in which lengths are written.
    """
    width = width_of(paper)
    worked = making.worked
    kerf = worked.plan.kerf
    story: list[Any] = [
        Paragraph(text(title), TITLE),
        Paragraph(
            text(f"For the counter. Nothing longer than {format_length(carrying, system=units)} goes into the car."),
            SMALL,
        ),
        Paragraph("Please cut", HEAD),
    ]
    slip = counter_slip(worked.cuts, carrying=carrying, kerf=kerf, units=units)
    for line in slip or ("nothing: there is enough at home",):
        story.append(Paragraph(text(f"{worked.plan.stock.name}: {line}"), BODY))
    longest = max((bar.stock for bar in worked.cuts.bars), default=1.0)
    for bar in worked.cuts.bars:
        if not bar.own:
            story.append(_bar(first_cuts(bar, carrying=carrying, kerf=kerf), width, longest, units))
    story += _cut_and_drilled(worked.plan, width, units)
    story += _sewn(worked.plan, width, units)
    sawn = [cover for cover in worked.covers if cover.sawn and cover.plan.sheets]
    for cover in sawn:
        sizes = ", ".join(
            f"{p.label} {format_length(p.width, system=units)} × {format_length(p.height, system=units)}"
            for sheet in cover.plan.sheets
            for p in sheet.laid
        )
        story.append(Paragraph(text(f"{cover.covering.name}, {cover.bought:g} boards, sawn to: {sizes}"), BODY))
    story += [
        Spacer(1, 6),
        Paragraph("And off the shelf", HEAD),
        table(
            [["What", "How much"], *[[line.name, line.amount] for line in worked.shopping]], [width * 0.6, width * 0.4]
        ),
    ]
    return written(story, title=title, name="order", paper=paper)
