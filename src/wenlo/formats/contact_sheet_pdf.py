"""A contact sheet: the photographs of a log in their order, each with what is written down of it, twelve on a page."""

import io
from collections.abc import Sequence
from dataclasses import dataclass

from PIL import Image
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas

from wenlo.formats.paper import PAPERS, plain

COLUMNS, ROWS = 3, 4
EDGE, HEAD, GAP = 12 * mm, 14 * mm, 5 * mm
CAPTION = 15 * mm
MOST_LETTERS = 44


@dataclass(frozen=True, kw_only=True)
class ContactPrint:
    """A photograph (a small JPEG; None where a shot has none), its head line and the lines under it."""

    content: bytes | None
    head: str
    lines: tuple[str, ...]


def write_contact_sheet_pdf(prints: Sequence[ContactPrint], *, title: str, paper: str) -> bytes:
    """The sheet, on as many pages as it takes.

    Parameters
    ----------
    prints: in their order.
    title: of the shoot.
    paper: ``"a4"`` or ``"letter"``.
    """
    out = io.BytesIO()
    wide, tall = PAPERS[paper]
    canvas = Canvas(out, pagesize=(wide, tall), invariant=1)
    canvas.setTitle(plain(f"{title}: contact sheet"))
    canvas.setAuthor("Wenlo")
    across = (wide - 2 * EDGE - (COLUMNS - 1) * GAP) / COLUMNS
    down = (tall - 2 * EDGE - HEAD - (ROWS - 1) * GAP) / ROWS
    pages = max(1, -(-len(prints) // (COLUMNS * ROWS)))
    for page in range(pages):
        canvas.setFont("Helvetica-Bold", 13)
        canvas.drawString(EDGE, tall - EDGE - 10, plain(title))
        canvas.setFont("Helvetica", 8)
        canvas.drawRightString(wide - EDGE, tall - EDGE - 10, f"contact sheet, page {page + 1} of {pages}")
        if not prints:
            canvas.drawString(EDGE, tall - EDGE - HEAD - 10, "Nothing is in the log yet.")
        for k, one in enumerate(prints[page * COLUMNS * ROWS : (page + 1) * COLUMNS * ROWS]):
            left = EDGE + (k % COLUMNS) * (across + GAP)
            top = tall - EDGE - HEAD - (k // COLUMNS) * (down + GAP)
            _print(canvas, one, left, top, across, down)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _print(canvas: Canvas, one: ContactPrint, left: float, top: float, across: float, down: float) -> None:
    room = down - CAPTION
    if one.content is None:
        canvas.setDash(2, 2)
        canvas.rect(left, top - room, across, room)
        canvas.setDash()
    else:
        with Image.open(io.BytesIO(one.content)) as picture:
            share = min(across / picture.width, room / picture.height)
            size = picture.width * share, picture.height * share
            canvas.drawImage(ImageReader(picture), left + (across - size[0]) / 2, top - size[1], *size)
    canvas.setFont("Helvetica-Bold", 8)
    canvas.drawString(left, top - room - 9, plain(one.head)[:MOST_LETTERS])
    canvas.setFont("Helvetica", 7)
    for k, line in enumerate(one.lines[:3]):
        canvas.drawString(left, top - room - 18 - 8 * k, plain(line)[: MOST_LETTERS + 8])
