"""The Shelf on a real PostgreSQL: items, versions, tables, beams, photographs."""

import io
import math
from uuid import uuid4

import numpy as np
import pytest
from PIL import Image

from wenlo.core.catalog.items import CATEGORIES, Item
from wenlo.core.errors import InvalidInput, NotFound, UnsupportedFile, VersionConflict
from wenlo.core.inventory.starter import starter
from wenlo.core.photometry.distribution import Distribution
from wenlo.db.session import SqlTransactions
from wenlo.db.shelf import SqlShelfStore
from wenlo.db.shoots import SqlShootStore
from wenlo.formats.photograph import keep_photograph
from wenlo.formats.photometry import Photometry, write_ies
from wenlo.services.shelf import Shelf


@pytest.fixture
def shelf(sessions):
    return Shelf(SqlTransactions(sessions, SqlShelfStore))


@pytest.fixture
def user(sessions):
    """Somebody of their own, whatever other tests leave to the local user."""
    with SqlTransactions(sessions, SqlShootStore)() as store:
        return store.user(f"keeper {uuid4()}")


def linen(**values):
    plain = starter()["sheet", "cotton_bed_linen_white"].values.model_dump(mode="json")
    return Item(category="sheet", name="Workshop linen", values={**plain, **values})


def lamp(**values):
    return Item(
        category="lamp", name="Bench panel", values={"shape": "rectangle", "width": 0.3, "height": 0.2, **values}
    )


def test_an_item_keeps_every_version(shelf, user):
    first = shelf.add(user, linen())
    second = shelf.save(user, first.id, version=1, item=linen(transmittance=0.43))
    assert (first.version, second.version) == (1, 2)
    assert [(v.number, v.values["transmittance"]) for v in shelf.versions(user, first.id)] == [(2, 0.43), (1, 0.4)]
    assert shelf.save(user, first.id, version=2, item=linen(transmittance=0.43)).version == 2


def test_a_stale_write_changes_nothing(shelf, user):
    record = shelf.add(user, linen())
    shelf.save(user, record.id, version=1, item=linen(transmittance=0.43))
    with pytest.raises(VersionConflict) as caught:
        shelf.save(user, record.id, version=1, item=linen(transmittance=0.47))
    assert caught.value.current_version == 2
    with pytest.raises(VersionConflict):
        shelf.remove(user, record.id, version=1)
    assert shelf.items(user)[0].item.values["transmittance"] == 0.43


@pytest.mark.parametrize(
    ("changes", "path", "words"),
    [
        ({"transmittance": 0.47, "reflectance": 0.6}, "values.reflectance", "more than it gets"),
        ({"unscattered": 0.5}, "values.unscattered", "part of T"),
        ({"transmittance": 1.2}, "values.transmittance", "between 1 % and 100 %"),
        ({"form": "board"}, "values.board_length", "length"),
        ({"colour": 3}, "values.colour", "not a field"),
        ({"lobe": 2.0}, "values.lobe", "between 8° and 80°"),
    ],
)
def test_wrong_values_are_answered_at_the_field(shelf, user, changes, path, words):
    with pytest.raises(InvalidInput) as caught:
        shelf.add(user, linen(**changes))
    assert caught.value.fields[0].path == path
    assert words in caught.value.fields[0].message
    assert shelf.items(user) == []


def test_every_generic_thing_can_be_taken_and_copied(shelf, user):
    for category, key in starter():
        shelf.take(user, category, key, count=2.0)
    items = shelf.items(user)
    assert len(items) == len(starter())
    assert {r.item.category for r in items} == set(CATEGORIES)
    assert all(r.item.count == 2.0 and not r.item.measured and r.item.starter for r in items)
    copy = shelf.copy(user, items[0].id)
    assert copy.id != items[0].id
    assert copy.item.values == items[0].item.values
    with pytest.raises(NotFound):
        shelf.take(user, "lamp", "white_paint", count=1.0)


def test_the_table_comes_back_as_it_went_out(shelf, user):
    for category, key in starter():
        shelf.take(user, category, key, count=1.0)
    before = {r.id: r for r in shelf.items(user)}
    changed = shelf.bring_in(user, shelf.table(user))
    assert len(changed) == len(before)
    for record in changed:
        assert record.version == 1, record.item.name
        assert record.item == before[record.id].item


def test_a_table_edited_by_hand_changes_and_adds(shelf, user):
    record = shelf.add(user, linen())
    text = shelf.table(user).decode("utf-8-sig").replace("Workshop linen", "Ironed linen")
    heads = text.splitlines()[0].split(",")
    row = dict.fromkeys(heads, "")
    row |= {"category": "tool", "name": "=1+1 saw", "kind": "saw", "count": "2"}
    table = text + ",".join(row[h] for h in heads) + "\r\n"
    shelf.bring_in(user, table.encode())
    items = {r.item.name: r for r in shelf.items(user)}
    assert items["Ironed linen"].id == record.id
    assert items["Ironed linen"].version == 2
    assert items["=1+1 saw"].item.count == 2.0
    assert b"'=1+1 saw" in shelf.table(user)


def test_a_table_with_a_wrong_cell_changes_nothing_and_names_the_line(shelf, user):
    table = (
        "category;name;transmittance [0 to 1];reflectance [0 to"
        " 1]\nsheet;Good;0,5;0,4\nsheet;Bad;much;0,4\nsheet;Worse;0,9;0,9\n"
    )
    with pytest.raises(InvalidInput) as caught:
        shelf.bring_in(user, table.encode())
    assert [f.path for f in caught.value.fields] == ["line 3.transmittance", "line 4.reflectance"]
    assert shelf.items(user) == []


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"", "empty"),
        (b"\xff\xfe\x00a", "UTF-8"),
        (b"name\nA", "category"),
        (b"category,name,colour\nlamp,A,red", "“colour”"),
    ],
)
def test_files_that_are_no_such_table_are_refused(shelf, user, content, words):
    with pytest.raises(UnsupportedFile, match=words):
        shelf.bring_in(user, content)


def beam_text(lumens=3000.0, half=20.0):
    angles = np.radians(np.arange(0.0, 91.0, 1.0))
    m = math.log(0.5) / math.log(math.cos(math.radians(half)))
    row = np.cos(angles).clip(0.0) ** m * lumens * (m + 1) / (2 * math.pi)
    d = Distribution(
        planes=np.array([0.0, 2 * math.pi]), angles=angles, intensity=np.array([row, row]), size=(0.12, 0.1, 0.0)
    )
    return write_ies(Photometry(distribution=d, edition="")).encode("latin-1")


def test_a_measured_beam_sets_lumens_beam_and_size(shelf, user):
    record = shelf.add(user, lamp())
    got = shelf.set_beam(user, record.id, version=1, name="panel.ies", content=beam_text())
    values = got.item.values
    assert got.version == 2
    assert got.item.measured
    assert values["amount"] == pytest.approx(3000.0, rel=2e-3)
    assert values["beam"] == pytest.approx(40.0, abs=2.0)
    assert (values["width"], values["height"]) == (0.12, 0.1)
    for form in ("ies", "ldt"):
        name, text = shelf.beam_file(user, record.id, form)
        assert name == "Bench panel"
        again = shelf.set_beam(user, record.id, version=got.version, name=f"x.{form}", content=text.encode("latin-1"))
        assert again.item.values["amount"] == pytest.approx(3000.0, rel=5e-3), form
        got = again


def test_a_beam_only_goes_on_a_lamp_and_bad_files_change_nothing(shelf, user):
    sheet, panel = shelf.add(user, linen()), shelf.add(user, lamp())
    with pytest.raises(InvalidInput, match="Only a lamp"):
        shelf.set_beam(user, sheet.id, version=1, name="a.ies", content=beam_text())
    with pytest.raises(UnsupportedFile, match="line"):
        shelf.set_beam(user, panel.id, version=1, name="a.ies", content=b"IES:LM-63-2019\nTILT=NONE\n1 -1 1 x")
    with pytest.raises(UnsupportedFile, match="EULUMDAT"):
        shelf.set_beam(user, panel.id, version=1, name="a.txt", content=b"hello")
    with pytest.raises(NotFound):
        shelf.beam_file(user, panel.id, "ies")
    assert {r.version for r in shelf.items(user)} == {1}


def test_a_table_leaves_a_measured_beam_alone(shelf, user):
    record = shelf.add(user, lamp())
    shelf.set_beam(user, record.id, version=1, name="panel.ies", content=beam_text())
    shelf.bring_in(user, shelf.table(user).replace(b"Bench panel", b"Bench panel 2"))
    assert shelf.items(user)[0].item.values["distribution"] is not None


def picture(side=2000):
    exif = Image.Exif()
    exif[0x0112] = 6
    exif[0x010F] = "maker of the camera"
    out = io.BytesIO()
    Image.new("RGB", (side, side // 2), (200, 180, 150)).save(out, "JPEG", exif=exif)
    return out.getvalue()


def test_photographs_are_made_small_upright_and_lose_what_they_tell(shelf, user):
    record = shelf.add(user, linen())
    got = shelf.add_photograph(user, record.id, name="linen.jpg", kept=keep_photograph(picture()))
    content = shelf.photograph(user, got.photographs[0].id)
    with Image.open(io.BytesIO(content)) as small:
        assert small.size == (640, 1280)
        assert not small.getexif()
    shelf.remove_photograph(user, got.photographs[0].id)
    assert shelf.items(user)[0].photographs == ()
    with pytest.raises(NotFound):
        shelf.photograph(user, got.photographs[0].id)


def test_what_is_no_picture_is_refused_and_there_is_a_limit(shelf, user):
    record = shelf.add(user, linen())
    with pytest.raises(UnsupportedFile, match="not a picture"):
        keep_photograph(b"GIF89a nonsense")
    for _ in range(8):
        shelf.add_photograph(user, record.id, name="a.jpg", kept=keep_photograph(picture(100)))
    with pytest.raises(InvalidInput, match="at most 8"):
        shelf.add_photograph(user, record.id, name="a.jpg", kept=keep_photograph(picture(100)))


def test_nobody_reaches_what_another_owns(shelf, user, sessions):
    record = shelf.add(user, linen())
    picture_id = (
        shelf.add_photograph(user, record.id, name="a.jpg", kept=keep_photograph(picture(100))).photographs[0].id
    )
    with SqlTransactions(sessions, SqlShootStore)() as store:
        stranger = store.user("somebody else")
    assert shelf.items(stranger) == []
    shelf.remove_photograph(stranger, picture_id)
    assert shelf.photograph(user, picture_id)
    for call in (
        lambda: shelf.copy(stranger, record.id),
        lambda: shelf.versions(stranger, record.id),
        lambda: shelf.remove(stranger, record.id, version=1),
        lambda: shelf.photograph(stranger, picture_id),
        lambda: shelf.save(stranger, record.id, version=1, item=linen()),
    ):
        with pytest.raises(NotFound):
            call()
