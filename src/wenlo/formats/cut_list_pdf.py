"""The cut list on paper: drawing, pieces, cut plan to scale, sheet, shopping and steps (A4 or Letter)."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from reportlab.graphics.shapes import Drawing, Group, Line, Polygon, Rect, String
from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.platypus import KeepTogether, Paragraph, Spacer

from wenlo.core.fabrication.parts import Hole
from wenlo.core.inventory.shopping import WorkedBuild
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.slots import StandingSheet
from wenlo.core.scene.side_view import SideOutline
from wenlo.core.units.length import UnitSystem, format_length
from wenlo.formats.paper import FAINT, HEAD, INK, LAST_WORDS, PIECE, SMALL, TITLE, table, text, width_of, written
from wenlo.formats.sheet_plan_drawing import sheet_drawings


def _cut_plan(build: WorkedBuild, width: float, units: UnitSystem) -> list[Drawing]:
    longest = max((bar.stock for bar in build.cuts.bars), default=1.0)
    drawings = []
    for number, bar in enumerate(build.cuts.bars, start=1):
        drawing = Drawing(width, 40)
        scale = (width - 4) / longest
        x = 2.0
        group = Group()
        group.add(
            String(
                2,
                30,
                f"Bar {number}, {format_length(bar.stock, system=units)}{f' of {bar.name}' if bar.name else ''}",
                fontName="Helvetica",
                fontSize=8,
                fillColor=INK,
            )
        )
        group.add(Rect(2, 8, bar.stock * scale, 16, strokeColor=FAINT, fillColor=colors.white, strokeDashArray=[2, 2]))
        for piece in bar.pieces:
            w = piece.cut * scale
            group.add(Rect(x, 8, w, 16, strokeColor=INK, strokeWidth=0.7, fillColor=PIECE))
            label = f"{piece.label}  {_cut(piece.cut, units)}"
            if w < 62:
                label = piece.label
            group.add(
                String(
                    x + w / 2, 13, label, fontName="Helvetica-Bold", fontSize=7.5, textAnchor="middle", fillColor=INK
                )
            )
            x += w + build.plan.kerf * scale
            group.add(Line(x, 6, x, 26, strokeColor=INK, strokeWidth=0.4))
        rest = f"offcut {_cut(bar.offcut, units)}" if bar.offcut > 0.001 else "no offcut"
        group.add(
            String(2 + bar.stock * scale, 0, rest, fontName="Helvetica", fontSize=7, textAnchor="end", fillColor=FAINT)
        )
        drawing.add(group)
        drawings.append(drawing)
    return drawings


def _cut(length: float, units: UnitSystem) -> str:
    return format_length(length, system=units, fine=units == "metric")


def _frame_drawing(
    design: ModifierParameters, frame: StandingSheet, width: float, height: float, units: UnitSystem
) -> Drawing:
    drawing = Drawing(width, height)
    wide, tall, upper = frame.width.get(design), frame.height.get(design), frame.top.get(design)
    scale = min((height - 40) / upper, (width - 110) / max(wide, frame.foot.get(design)))
    w, h, top = wide * scale, tall * scale, upper * scale
    x, y = (width - w) / 2, 20.0
    for side in (x, x + w):
        drawing.add(Line(side, y, side, y + top, strokeColor=INK, strokeWidth=2))
    drawing.add(Rect(x, y + top - h, w, h, strokeColor=INK, strokeWidth=2, fillColor=colors.HexColor("#f6f2e8")))
    drawing.add(Line(x - 12, y, x + w + 12, y, strokeColor=FAINT))
    drawing.add(
        String(
            x + w / 2,
            y + top + 6,
            format_length(wide, system=units),
            fontName="Helvetica",
            fontSize=9,
            textAnchor="middle",
            fillColor=INK,
        )
    )
    drawing.add(
        String(
            x + w + 8,
            y + top - h / 2,
            format_length(tall, system=units),
            fontName="Helvetica",
            fontSize=9,
            fillColor=INK,
        )
    )
    drawing.add(
        String(
            x - 8,
            y + top / 2,
            format_length(upper, system=units),
            fontName="Helvetica",
            fontSize=9,
            textAnchor="end",
            fillColor=INK,
        )
    )
    return drawing


def _side_drawing(side: Sequence[SideOutline], width: float, height: float, units: UnitSystem) -> Drawing:
    # the modifier from the side, true to one scale, with its height over the floor
    drawing = Drawing(width, height)
    points = np.concatenate([o.points for o in side])
    low, high = points.min(axis=0), points.max(axis=0)
    scale = min((height - 34) / max(high[1], 0.1), (width - 160) / max(high[0] - low[0], 0.1))
    x0, y0 = (width - scale * (high[0] - low[0])) / 2 - scale * low[0], 16.0
    for outline in side:
        flat = [coordinate for x, y in outline.points for coordinate in (x0 + scale * x, y0 + scale * y)]
        if len(outline.points) == 2:
            drawing.add(Line(*flat, strokeColor=INK, strokeWidth=2))
        else:
            drawing.add(
                Polygon(flat, strokeColor=INK, strokeWidth=0.7, fillColor=colors.HexColor("#f6f2e8"), fillOpacity=0.6)
            )
    drawing.add(Line(x0 + scale * low[0] - 40, y0, x0 + scale * high[0] + 40, y0, strokeColor=FAINT))
    for z in (low[1], high[1]):
        text = f"{format_length(float(z), system=units)} above the floor"
        drawing.add(
            Line(x0 + scale * high[0], y0 + scale * z, x0 + scale * high[0] + 34, y0 + scale * z, strokeColor=FAINT)
        )
        drawing.add(
            String(x0 + scale * high[0] + 38, y0 + scale * z - 3, text, fontName="Helvetica", fontSize=8, fillColor=INK)
        )
    return drawing


def write_cut_list_pdf(
    build: WorkedBuild,
    *,
    title: str,
    design: ModifierParameters,
    paper: str,
    units: UnitSystem,
    side: Sequence[SideOutline] = (),
    currency: str = "EUR",
) -> bytes:
    """The whole Build stage as a PDF.

    Parameters
    ----------
    build: the worked build.
    title: the shoot's title, for the head of every page.
    design: the modifier's parameters; of a sheet on feet of its own its measures are drawn.
    paper: ``"a4"`` or ``"letter"``.
    units: how lengths are written.
    side: outlines from the side, drawn of all others.
    currency: of the prices.
    """
    width, frame = width_of(paper), kind_of(design).capabilities.standing
    plan, cuts = build.plan, build.cuts
    bars = " and ".join(bar.name for bar in plan.bars)
    story: list[Any] = [
        Paragraph(text(title), TITLE),
        Paragraph(
            text(
                f"{plan.name.capitalize()} of {bars}; {build.mass:.1f} kg, about {build.total:.0f}"
                f" {currency}, {build.minutes:.0f} minutes of work. Saw: {plan.saw}, kerf {plan.kerf * 1000:.1f} mm."
            ),
            SMALL,
        ),
        Spacer(1, 6),
        _side_drawing(side, width, 62 * mm, units)
        if frame is None
        else _frame_drawing(design, frame, width, 62 * mm, units),
        Paragraph("Pieces", HEAD),
        table(
            [
                ["Label", "Piece", "Cut to", "Why"],
                *[[p.label, p.name, _cut(p.cut, units), p.reason] for p in plan.pieces],
            ],
            [width * 0.09, width * 0.27, width * 0.17, width * 0.47],
        ),
        Paragraph("Cut plan", HEAD),
        Paragraph(
            text(
                f"{format_length(cuts.bought, system=units)} bought, {format_length(cuts.used, system=units)} used, "
                f"{format_length(cuts.offcuts, system=units)} left over. Bars are drawn to one scale."
            ),
            SMALL,
        ),
        *_cut_plan(build, width, units),
    ]
    if plan.cloth:
        story.append(
            KeepTogether(
                [
                    Paragraph("Sheet", HEAD),
                    table(
                        [
                            ["Label", "Material", "Cut to", "How"],
                            *[
                                [c.label, c.material, f"{_cut(c.cut[0], units)} × {_cut(c.cut[1], units)}", c.note]
                                for c in plan.cloth
                            ],
                        ],
                        [width * 0.09, width * 0.22, width * 0.27, width * 0.42],
                    ),
                ]
            )
        )
        drawn = list(sheet_drawings(build.covers, width, units))
        story += [KeepTogether([Paragraph("Plan of the sheets", HEAD), *drawn[:1]]), *drawn[1:]]
    story += [
        KeepTogether(
            [
                Paragraph("To buy", HEAD),
                table(
                    [
                        ["What", "How much", currency],
                        *[[s.name, s.amount, f"{s.price:.2f}"] for s in build.shopping],
                        ["Total", "", f"{build.total:.2f}"],
                    ],
                    [width * 0.52, width * 0.33, width * 0.15],
                ),
            ]
        )
    ]
    if plan.holes:
        story.append(Paragraph("Holes and fasteners", HEAD))
        story.append(
            table(
                [["Holes", "In", "Drill", "Where", "Note"], *[_hole(h, units) for h in plan.holes]],
                [width * 0.12, width * 0.2, width * 0.1, width * 0.28, width * 0.3],
            )
        )
    story.append(Paragraph(LAST_WORDS, SMALL))
    return written(story, title=title, name="cut list", paper=paper)


def _hole(hole: Hole, units: UnitSystem) -> list[str]:
    def at(length: float) -> str:
        return format_length(length, system=units, fine=units == "metric")

    places = " and ".join(at(x) for x in hole.along)
    deep = "through" if hole.depth is None else f"{at(hole.depth)} deep"
    longest = f"; no screw longer than {at(hole.longest)}" if hole.longest is not None else ""
    return [
        f"{hole.count} × {hole.name}",
        ", ".join(hole.pieces),
        f"{at(hole.diameter)}, {deep}",
        f"{places} from the end, {at(hole.across)} from the edge, {hole.side}",
        f"{hole.note}{longest}",
    ]
