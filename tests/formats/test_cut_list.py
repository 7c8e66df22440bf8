import csv
import io

import pytest
from pypdf import PdfReader

from factories import make_shoot
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.registry import kind_of
from wenlo.formats.cut_list_csv import HEADER, write_cut_list
from wenlo.formats.cut_list_pdf import write_cut_list_pdf

POINTS_PER_METRE = 72 / 0.0254


def worked(shoot):
    plan = kind_of(shoot.design).build(shoot.design, shoot.brief)
    return work_out(plan, units=shoot.units)


def test_csv_holds_every_piece_once():
    build = worked(make_shoot(brief__carrying_length=0.7, design__layers=2))
    rows = list(csv.DictReader(io.StringIO(write_cut_list(build).decode("utf-8-sig"))))
    pieces = {row["label"]: float(row["cut_mm"]) for row in rows if row["kind"] == "piece"}
    assert pieces == {p.label: pytest.approx(p.cut * 1000, abs=0.051) for p in build.plan.pieces}
    assert tuple(rows[0]) == HEADER
    assert sum(float(r["price_eur"]) for r in rows if r["kind"] == "buy") == pytest.approx(build.total, abs=0.05)


def test_csv_cells_are_no_formulas():
    rows = csv.reader(io.StringIO(write_cut_list(worked(make_shoot())).decode("utf-8-sig")))
    assert not [cell for row in rows for cell in row if cell[:1] in "=+@" and cell]


@pytest.mark.parametrize(("paper", "size"), [("a4", (0.210, 0.297)), ("letter", (0.2159, 0.2794))])
@pytest.mark.parametrize("units", ["metric", "imperial"])
def test_pdf_opens_elsewhere_and_says_it_all(paper, size, units):
    shoot = make_shoot(units=units, title="Maker & apprentice – ½ scale")
    build = worked(shoot)
    reader = PdfReader(
        io.BytesIO(write_cut_list_pdf(build, title=shoot.title, design=shoot.design, paper=paper, units=units))
    )
    box = reader.pages[0].mediabox
    assert float(box.width) == pytest.approx(size[0] * POINTS_PER_METRE, abs=1)
    assert float(box.height) == pytest.approx(size[1] * POINTS_PER_METRE, abs=1)
    text = "\n".join(page.extract_text() for page in reader.pages)
    for piece in build.plan.pieces:
        assert piece.label in text
    assert ("1109.4 mm" if units == "metric" else "3' 7 11/16\"") in text
    assert "Maker & apprentice – ½ scale" in text
    assert "Local codes" in text
    assert "To buy" in text


def test_pdf_is_the_same_for_the_same_shoot():
    shoot = make_shoot()
    one, two = (
        write_cut_list_pdf(worked(shoot), title="T", design=shoot.design, paper="a4", units="metric") for _ in range(2)
    )
    assert one == two


def test_pdf_survives_letters_that_its_fonts_lack():
    shoot = make_shoot(title="скрипка ヴァイオリン")
    content = write_cut_list_pdf(worked(shoot), title=shoot.title, design=shoot.design, paper="a4", units="metric")
    assert len(PdfReader(io.BytesIO(content)).pages) >= 2
