"""Plans of boards and rolls as drawings for paper, every material to a scale of its own that fills the width."""

from collections.abc import Iterator, Sequence

from reportlab.graphics.shapes import Drawing, Rect, String
from reportlab.lib import colors

from wenlo.core.fabrication.covers import CoverPlan
from wenlo.core.fabrication.sheetplan import CutSheet
from wenlo.core.units.length import UnitSystem, format_length

INK, FAINT = colors.HexColor("#22262b"), colors.HexColor("#8a9098")
PIECE = colors.HexColor("#e9dfc8")
TALLEST = 150.0
"""Of a drawing. [point]"""


def sheet_drawings(covers: Sequence[CoverPlan], width: float, units: UnitSystem) -> Iterator[Drawing]:
    """One drawing a board or a length off a roll; labels and sizes on the pieces."""
    for cover in covers:
        for number, sheet in enumerate(cover.plan.sheets, start=1):
            yield _drawing(cover, sheet, number, width, units)


def _drawing(cover: CoverPlan, sheet: CutSheet, number: int, width: float, units: UnitSystem) -> Drawing:
    # the longer side lies across the page
    flat = sheet.length >= sheet.width
    wide, tall = (sheet.length, sheet.width) if flat else (sheet.width, sheet.length)
    scale = min((width - 4) / wide, TALLEST / tall)
    drawing = Drawing(width, tall * scale + 18)
    size = f"{format_length(sheet.width, system=units)} × {format_length(sheet.length, system=units)}"
    what = (
        "off the roll"
        if cover.covering.board_length is None
        else f"board {number}, {'sawn' if cover.sawn else 'with a knife'}"
    )
    head = f"{cover.covering.name}, {what}, {size}".encode("cp1252", errors="replace").decode("cp1252")
    drawing.add(String(2, tall * scale + 8, head, fontName="Helvetica", fontSize=8, fillColor=INK))
    drawing.add(
        Rect(2, 2, wide * scale, tall * scale, strokeColor=FAINT, fillColor=colors.white, strokeDashArray=[2, 2])
    )
    for piece in sheet.laid:
        x, y, w, h = (
            (piece.y, piece.x, piece.height, piece.width) if flat else (piece.x, piece.y, piece.width, piece.height)
        )
        drawing.add(
            Rect(2 + x * scale, 2 + y * scale, w * scale, h * scale, strokeColor=INK, strokeWidth=0.7, fillColor=PIECE)
        )
        label = (
            f"{piece.label}  {format_length(piece.width, system=units)} × {format_length(piece.height, system=units)}"
        )
        if w * scale < 4.2 * len(label):
            label = piece.label
        middle = (2 + (x + w / 2) * scale, 2 + (y + h / 2) * scale - 3)
        drawing.add(String(*middle, label, fontName="Helvetica-Bold", fontSize=7.5, textAnchor="middle", fillColor=INK))
    return drawing
