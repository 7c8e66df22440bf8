"""The papers of a build for every kind of modifier."""

import io

import pytest
from pypdf import PdfReader

from factories import make_shoot
from wenlo.core.document.shoot import write_shoot
from wenlo.core.errors import Impossible, NotFound
from wenlo.core.modifiers.registry import kinds
from wenlo.messages.steps import step_words
from wenlo.services.build_papers import paper


def words(content):
    pages = PdfReader(io.BytesIO(content)).pages
    return " ".join(" ".join(page.extract_text().split()) for page in pages)


@pytest.mark.parametrize("kind", sorted(kinds()))
@pytest.mark.parametrize("units", ["metric", "imperial"])
def test_papers_say_name_parts_and_steps(kind, units):
    shoot = make_shoot(units=units)
    design = kinds()[kind].start(shoot.brief)
    document = write_shoot(shoot.model_copy(update={"design": design}))
    plan = kinds()[kind].build(design, shoot.brief)
    text = words(paper(document, "a4"))
    steps = words(paper(document, "letter", what="steps"))
    for step in plan.steps:
        said = step_words(step, units)
        assert said.title in steps
        assert not said.caution or said.caution.split(":")[0] in steps
    assert "Local codes" in steps
    for piece in plan.cloth[:3]:
        assert piece.label in text
    table = paper(document, "csv").decode("utf-8-sig")
    assert table.count("\npiece,") == len(plan.pieces)
    assert table.count("\nsheet,") == len(plan.cloth)


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_labels_name_every_piece_and_its_step(kind):
    shoot = make_shoot()
    design = kinds()[kind].start(shoot.brief)
    plan = kinds()[kind].build(design, shoot.brief)
    text = words(paper(write_shoot(shoot.model_copy(update={"design": design})), "a4", what="labels"))
    for label in [p.label for p in plan.pieces] + [c.label for c in plan.cloth]:
        assert label in text.split()
    assert text.count("step ") >= len(plan.pieces) + len(plan.cloth)


def test_the_order_sheet_cuts_to_what_can_be_carried():
    shoot = make_shoot(brief__carrying_length=1.2)
    text = words(paper(write_shoot(shoot), "a4", what="order"))
    assert "Nothing longer than 1.20 m goes into the car" in text
    assert "Please cut" in text
    assert "all lengths with me" in text


def test_what_cannot_be_printed_says_so():
    shoot = make_shoot()
    bare = shoot.model_copy(update={"design": kinds()["room_bounce"].start(shoot.brief)})
    with pytest.raises(Impossible, match="no parts to print"):
        paper(write_shoot(bare), "3mf")
    with pytest.raises(NotFound):
        paper(write_shoot(shoot), "stl", number=50)
