"""The papers of a build for every kind of modifier."""

import io

import pytest
from pypdf import PdfReader

from factories import make_shoot
from wenlo.core.modifiers.registry import kinds
from wenlo.core.shoot.document import write_shoot
from wenlo.services.build_results import paper


@pytest.mark.parametrize("kind", sorted(kinds()))
@pytest.mark.parametrize("units", ["metric", "imperial"])
def test_cut_list_says_name_parts_and_steps(kind, units):
    shoot = make_shoot(units=units)
    design = kinds()[kind].start(shoot.brief)
    document = write_shoot(shoot.model_copy(update={"design": design}))
    plan = kinds()[kind].build(design, shoot.brief)
    pages = PdfReader(io.BytesIO(paper(document, "a4"))).pages
    text = " ".join(" ".join(page.extract_text().split()) for page in pages)
    assert plan.steps[0].title in text
    for piece in plan.cloth[:3]:
        assert piece.label in text
    table = paper(document, "csv").decode("utf-8-sig")
    assert table.count("\npiece,") == len(plan.pieces)
    assert table.count("\nsheet,") == len(plan.cloth)
