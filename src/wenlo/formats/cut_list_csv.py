"""The cut list as CSV (RFC 4180): one row a piece, millimetres and inches side by side."""

import csv
import io

from wenlo.core.inventory.shopping import WorkedBuild
from wenlo.core.units.length import format_length
from wenlo.formats.cells import guarded

HEADER = (
    "kind",
    "label",
    "name",
    "bar",
    "cut_mm",
    "cut_inch",
    "second_mm",
    "second_inch",
    "count",
    "price_eur",
    "note",
)


def write_cut_list(build: WorkedBuild) -> bytes:
    """Pieces bar by bar, then offcuts, cloth and shopping; UTF-8 with a byte-order mark for spreadsheets."""
    out = io.StringIO()
    rows = csv.writer(out)
    rows.writerow(HEADER)

    def both(metres: float) -> tuple[str, str]:
        return f"{metres * 1000:.1f}", format_length(metres, system="imperial")

    for number, bar in enumerate(build.cuts.bars, start=1):
        for piece in bar.pieces:
            rows.writerow(
                (
                    "piece",
                    piece.label,
                    guarded(piece.name),
                    number,
                    *both(piece.cut),
                    "",
                    "",
                    1,
                    "",
                    guarded(piece.reason),
                )
            )
        rows.writerow(
            (
                "offcut",
                "",
                guarded(bar.name or build.plan.stock.name),
                number,
                *both(bar.offcut),
                "",
                "",
                1,
                "",
                f"of {bar.stock:g} m",
            )
        )
    for cloth in build.plan.cloth:
        rows.writerow(
            (
                "sheet",
                cloth.label,
                cloth.material,
                "",
                *both(cloth.cut[0]),
                *both(cloth.cut[1]),
                1,
                "",
                guarded(cloth.note),
            )
        )
    for line in build.shopping:
        rows.writerow(("buy", "", line.name, "", "", "", "", "", line.amount, f"{line.price:.2f}", ""))
    return out.getvalue().encode("utf-8-sig")
