"""What every sheet of paper shares: sizes, inks, styles, tables, feet."""

import io
from collections.abc import Callable, Sequence
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, SimpleDocTemplate, Table, TableStyle

PAPERS = {"a4": A4, "letter": LETTER}
MARGIN = 16 * mm
INK = colors.HexColor("#22262b")
FAINT = colors.HexColor("#8a9098")
PIECE = colors.HexColor("#e9dfc8")
SHEET = colors.HexColor("#f6f2e8")

BODY = ParagraphStyle("body", fontName="Helvetica", fontSize=9, leading=12, textColor=INK)
SMALL = ParagraphStyle("small", parent=BODY, fontSize=8, leading=10, textColor=FAINT)
BOLD = ParagraphStyle("bold", parent=BODY, fontName="Helvetica-Bold")
HEAD = ParagraphStyle(
    "head", parent=BODY, fontName="Helvetica-Bold", fontSize=12, leading=15, spaceBefore=10, spaceAfter=4
)
TITLE = ParagraphStyle("title", parent=HEAD, fontSize=17, leading=21, spaceBefore=0)

LAST_WORDS = (
    "Local codes and the makers' instructions come first. Mains wiring, structural fixing and public sets are for"
    " licensed people."
)


def plain(text: str) -> str:
    """Text that the built-in fonts hold: Western European letters only."""
    return text.encode("cp1252", errors="replace").decode("cp1252")


def text(words: str) -> str:
    """The same, for a paragraph."""
    return escape(plain(words))


def table(rows: Sequence[Sequence[Any]], widths: Sequence[float]) -> Table:
    """A table with a head line; text cells wrap."""
    cells = [[Paragraph(text(c), BODY) if isinstance(c, str) else c for c in row] for row in rows]
    made = Table(cells, colWidths=list(widths), repeatRows=1)
    made.setStyle(
        TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, 0), 0.9, INK),
                ("LINEBELOW", (0, 1), (-1, -1), 0.25, FAINT),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("TOPPADDING", (0, 0), (-1, -1), 2.5),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5),
                ("LEFTPADDING", (0, 0), (-1, -1), 2),
            ]
        )
    )
    return made


def width_of(paper: str) -> float:
    """Between the margins. [pt]"""
    return float(PAPERS[paper][0] - 2 * MARGIN)


def written(story: list[Any], *, title: str, name: str, paper: str) -> bytes:
    """A document with the title and the page's number at the foot of every page."""
    size = PAPERS[paper]
    out = io.BytesIO()
    document = SimpleDocTemplate(
        out,
        pagesize=size,
        leftMargin=MARGIN,
        rightMargin=MARGIN,
        topMargin=MARGIN,
        bottomMargin=MARGIN,
        title=f"{title}: {name}",
        author="Wenlo",
        invariant=True,
    )
    foot = footer(title, size)
    document.build(story, onFirstPage=foot, onLaterPages=foot)
    return out.getvalue()


def footer(title: str, size: tuple[float, float]) -> Callable[[Any, Any], None]:
    """What draws the foot of a page."""

    def foot(canvas: Any, doc: Any) -> None:
        canvas.setFont("Helvetica", 7.5)
        canvas.setFillColor(FAINT)
        canvas.drawString(MARGIN, 9 * mm, plain(title))
        canvas.drawRightString(size[0] - MARGIN, 9 * mm, f"page {doc.page}")

    return foot
