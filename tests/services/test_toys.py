"""A check, a form of file and a field of the Brief that only the tests have are taken up by all that shows them."""

import io
import json
import subprocess
import sys

import pytest
from pypdf import PdfReader

from factories import shoot_document
from wenlo.core.rigging import electrical_checks, part_heat_checks
from wenlo.core.rigging import plan as rig_plans
from wenlo.core.rigging.checks import Cure, evaluate_limit, thing, unanswered
from wenlo.services import set_files
from wenlo.services.catalogue import exports
from wenlo.services.place_results import SetFileRequest
from wenlo.services.rig_results import rig, rig_sheet
from wenlo.services.set_files import Export, set_file

VARNISH = thing("key", "key modifier")


KNOWN = rig_plans.heat_checks


def with_varnish(*given, **named):
    """Two checks more: wet varnish may get 45 °C warm and is at 60 °C, and nobody has told how long it dries."""
    yield from KNOWN(*given, **named)
    yield evaluate_limit(
        "heat.varnish",
        VARNISH.of("bench"),
        part_heat_checks.SAYS("heat-near", name="wet varnish", hottest=60.0, usually=45.0),
        value=60.0,
        limit=45.0,
        unit="°C",
        cure=Cure(says=part_heat_checks.CURES("heat-light")),
    )
    yield unanswered(
        "heat.drying",
        VARNISH,
        electrical_checks.SAYS("mains-watts"),
        cure=Cure(says=electrical_checks.CURES("read-the-label")),
    )


def test_a_check_is_counted_listed_and_printed(monkeypatch):
    document = shoot_document()
    before = rig(document)
    monkeypatch.setattr(rig_plans, "heat_checks", with_varnish)
    after = rig(document)
    assert (after.outside, after.unknown) == (before.outside + 1, before.unknown + 1)
    new = {c.id: c for c in after.checks if c.id not in {c.id for c in before.checks}}
    assert set(new) == {"heat.varnish@key#bench", "heat.drying@key"}
    assert new["heat.varnish@key#bench"].factor == pytest.approx(45 / 60)
    assert [c.state for c in new.values()] == ["outside", "needs an answer"]
    # what somebody must still see to stands on the list that is ticked on the floor
    listed = {line.key for line in after.checklist} - {line.key for line in before.checklist}
    assert listed == set(new)
    printed = rig_sheet(lambda *_: True, document, "a4").content
    text = " ".join(" ".join(page.extract_text() for page in PdfReader(io.BytesIO(printed)).pages).split())
    assert "key modifier – Temperature of the wet varnish: farther from the lamp, or turn the lamp down." in text
    assert "key modifier – Load: read the label and put it on the Shelf." in text


def test_a_form_of_file_is_one_entry(monkeypatch):
    document = shoot_document(title="Bench")
    with pytest.raises(ValueError, match=r"not saved as “txt”; choose one of pdf-a4, .*exr"):
        SetFileRequest.model_validate({"document": document, "form": "txt"})
    entry = Export(
        name="Kit in words (text)", file="kit.txt", media="text/plain", write=lambda shoot: shoot.title.encode()
    )
    monkeypatch.setitem(set_files.EXPORTS, "txt", entry)
    assert SetFileRequest.model_validate({"document": document, "form": "txt"}).form == "txt"
    assert [(c.name, c.detail) for c in exports() if c.id == "txt"] == [("Kit in words (text)", "kit.txt")]
    assert set_file(document, "txt") == b"Bench"


FIELD = """
import json
import wenlo.core.brief.brief as brief
from wenlo.core.units.fields import quantity

class Brief(brief.Brief):
    bench: float = quantity(0.4, 1.5, unit="m", label="height of the bench", default=0.9)

brief.Brief = Brief
from wenlo.core.document.shoot import Shoot, read_shoot, write_shoot
from wenlo.core.errors import InvalidInput
from wenlo.services.catalogue import limits

old = json.loads(input())
opened = read_shoot(old)
kept = {**old, "brief": {**old["brief"], "bench": 1.2}}
try:
    read_shoot({**old, "brief": {**old["brief"], "bench": 1.6}})
    refused = []
except InvalidInput as problem:
    refused = [(f.path, f.message) for f in problem.fields]
print(json.dumps({
    "of_old": opened.brief.bench,
    "kept": write_shoot(read_shoot(kept))["brief"]["bench"],
    "refused": refused,
    "limits": [(x.label, x.unit, x.low, x.high, x.default) for x in limits() if x.path == "brief.bench"],
}))
"""


def test_a_field_of_the_brief_brings_its_default_and_limits():
    done = subprocess.run(
        [sys.executable, "-c", FIELD],
        input=json.dumps(shoot_document()),
        capture_output=True,
        text=True,
        timeout=120,
        check=False,
    )
    assert done.returncode == 0, done.stderr
    told = json.loads(done.stdout)
    assert told["of_old"] == 0.9
    assert told["kept"] == 1.2
    [[path, message]] = told["refused"]
    assert path == "brief.bench"
    assert "height of the bench" in message.lower()
    assert "1.6 m" in message
    assert told["limits"] == [["height of the bench", "m", 0.4, 1.5, 0.9]]
