"""The lay-out sheet: a plan of the floor marks, where to measure them from, kit, order and checklist, on paper."""

from collections.abc import Sequence
from typing import Any

from reportlab.graphics.shapes import Circle, Drawing, Line, Rect, String
from reportlab.platypus import KeepTogether, Paragraph, Spacer

from wenlo.core.document.rigging import WetPlace
from wenlo.core.rigging.layout import RigTask
from wenlo.core.rigging.looklist import LookLine
from wenlo.core.rigging.mains import REACH
from wenlo.core.rigging.plan import RigPlan
from wenlo.core.units.length import UnitSystem, format_length
from wenlo.formats.paper import BODY, FAINT, HEAD, INK, LAST_WORDS, SMALL, TITLE, plain, table, text, width_of, written
from wenlo.messages.speaker import speaker

TALL = 190.0
"""Height of the drawing. [pt]"""


def _plan(plan: RigPlan, places: Sequence[tuple[float, float]], wet: Sequence[WetPlace], width: float) -> Drawing:
    points = [(m.x, m.y) for m in plan.marks] + list(places)
    points += [(w.x + k * (w.width / 2 + REACH), w.y + k * (w.depth / 2 + REACH)) for w in wet for k in (-1.0, 1.0)]
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    scale = min((width - 60) / max(max(xs) - min(xs), 0.5), (TALL - 34) / max(max(ys) - min(ys), 0.5))
    drawing = Drawing(width, TALL)

    def at(x: float, y: float) -> tuple[float, float]:
        # as one looks from the camera: what is behind the subject is at the top
        return 30 + (x - min(xs)) * scale, 16 + (y - min(ys)) * scale

    for water in wet:
        for past, dash in ((0.0, None), (REACH, [4, 3])):
            x, y = at(water.x - water.width / 2 - past, water.y - water.depth / 2 - past)
            drawing.add(
                Rect(
                    x,
                    y,
                    (water.width + 2 * past) * scale,
                    (water.depth + 2 * past) * scale,
                    rx=past * scale,
                    ry=past * scale,
                    strokeColor=FAINT,
                    fillColor=None,
                    strokeWidth=0.7,
                    strokeDashArray=dash,
                )
            )
        x, y = at(water.x, water.y - water.depth / 2)
        drawing.add(
            String(x, y - 8, plain(water.name), fontName="Helvetica", fontSize=7, textAnchor="middle", fillColor=INK)
        )
    a, b = at(*places[0]), at(*places[1])
    drawing.add(Line(*a, *b, strokeColor=INK, strokeWidth=1.4))
    for letter, place in zip("AB", (a, b), strict=True):
        drawing.add(
            String(
                place[0],
                place[1] + 5,
                letter,
                fontName="Helvetica-Bold",
                fontSize=10,
                textAnchor="middle",
                fillColor=INK,
            )
        )
    for number, mark in enumerate(plan.marks, start=1):
        x, y = at(mark.x, mark.y)
        for place in (a, b):
            drawing.add(Line(x, y, *place, strokeColor=FAINT, strokeWidth=0.3, strokeDashArray=[2, 3]))
        drawing.add(Circle(x, y, 6.5, strokeColor=INK, fillColor=None, strokeWidth=0.9))
        drawing.add(
            String(x, y - 2.8, str(number), fontName="Helvetica-Bold", fontSize=7.5, textAnchor="middle", fillColor=INK)
        )
    return drawing


def write_rig_sheet_pdf(
    plan: RigPlan,
    *,
    title: str,
    paper: str,
    units: UnitSystem,
    references: Sequence[str],
    looks: Sequence[LookLine],
    checklist: Sequence[RigTask],
    places: Sequence[tuple[float, float]],
    wet: Sequence[WetPlace] = (),
) -> bytes:
    """The lay-out sheet.

    Parameters
    ----------
    plan: the rig.
    title: of the shoot.
    paper: ``"a4"`` or ``"letter"``.
    units: in which lengths are written.
    references: what A and B are.
    looks: with their dials, in order.
    checklist: lines to tick.
    places: where A and B are on the plan. [m]
    wet: where water is; nothing fed from the mains stands within the dashed line round it.
    """
    width = width_of(paper)

    def length(value: float) -> str:
        return format_length(value, system=units)

    keep_off = f" Dashed: {length(REACH)} round water; nothing fed from the mains stands within." if wet else ""
    rows = []
    for number, mark in enumerate(plan.marks, start=1):
        tilt = "" if mark.tilt is None else f"{abs(mark.tilt):.0f}° {'down' if mark.tilt >= 0 else 'up'}"
        turn = "" if mark.turn is None else f"{abs(mark.turn):.0f}° {'right' if mark.turn >= 0 else 'left'}"
        rows.append(
            [
                str(number),
                mark.name,
                length(mark.first),
                length(mark.second),
                "" if mark.height is None else length(mark.height),
                ", ".join(x for x in (tilt, turn, mark.aim) if x),
                mark.dial,
            ]
        )
    story: list[Any] = [
        Paragraph(text(title), TITLE),
        Paragraph(
            text(
                f"Lay-out. A: {references[0]}. B: {references[1]}. Hook the tape at A, then at B: where both lengths"
                f" meet, toward the camera, is the mark.{keep_off}"
            ),
            SMALL,
        ),
        Spacer(1, 4),
        _plan(plan, places, wet, width),
        table(
            [["", "What", "from A", "from B", "Height", "Tilt, turn, aim", "Dial"], *rows],
            [width * f for f in (0.05, 0.27, 0.12, 0.12, 0.11, 0.2, 0.13)],
        ),
    ]
    if looks:
        read_out = [[str(look.number), look.name, look.words] for look in looks]
        story += [
            Paragraph("Looks", HEAD),
            table([["", "Look", "Dials"], *read_out], [width * f for f in (0.06, 0.24, 0.7)]),
        ]
    kit = [[n.name, f"{n.count:g}", f"{n.have:g}" if n.have else "none on the Shelf"] for n in plan.needed]
    story += [
        KeepTogether(
            [
                Paragraph("Kit", HEAD),
                table([["What", "Needed", "On the Shelf"], *kit], [width * 0.6, width * 0.15, width * 0.25]),
            ]
        )
    ]
    say = speaker("checks", units).say
    open_ones = [c for c in plan.checks if c.state != "within"]
    checks = [
        [
            say(c.about.says),
            say(c.says),
            c.state,
            say(c.says, "figure"),
            say(c.says, "limit"),
            say(c.cure.says) if c.cure is not None else "",
        ]
        for c in open_ones
    ]
    words = "All that could be checked is within the checks." if not checks else "Not within the checks:"
    story += [Paragraph("Checks", HEAD), Paragraph(text(words), BODY)]
    if checks:
        story.append(
            table(
                [["About", "Check", "State", "Is", "Limit", "Cure"], *checks],
                [width * f for f in (0.18, 0.13, 0.1, 0.16, 0.19, 0.24)],
            )
        )
    for head, lines in (
        ("Before the lamps go on", checklist),
        ("Setting up", plan.setting),
        ("Striking", plan.striking),
    ):
        story.append(Paragraph(head, HEAD))
        story += [Paragraph(f"[&nbsp;&nbsp;] {text(say(line.says))}", BODY) for line in lines]
    story.append(Paragraph(LAST_WORDS, SMALL))
    return written(story, title=title, name="lay-out", paper=paper)
