"""What failures teach: limits only ever tighten, and never of what does not explain the failure."""

import pytest

from factories import make_shoot, shelf_row
from wenlo.core.catalog.own import sheet_material
from wenlo.core.document.failures import Failure
from wenlo.core.errors import Impossible
from wenlo.core.inventory.stocked import stocked
from wenlo.core.rigging.failures import COOLEST_LIMIT, learned, reached
from wenlo.core.rigging.supports import supports

HOT = {"brief__lamp__id": "halogen_300", "design__lamp_distance": 0.25}


def test_more_power_and_less_distance_make_it_hotter():
    shoot = make_shoot(**HOT)
    assert reached(shoot, 1.0) > reached(shoot, 0.5) > shoot.rig.ambient
    assert reached(make_shoot(brief__lamp__id="halogen_300", design__lamp_distance=0.5), 1.0) < reached(shoot, 1.0)
    assert reached(make_shoot(brief__lamp__id="flash_studio"), 1.0) is None


def test_a_sheet_that_browned_is_kept_cooler_from_now_on():
    shoot = make_shoot(**HOT)
    limit = sheet_material(shoot.design.sheet).keep_below_celsius
    # turned down until it stays under its own limit, and still it browned
    power = next(p / 100 for p in range(100, 1, -1) if reached(shoot, p / 100) < limit)
    found = learned(shoot, Failure(what="browned", power=power, minutes=20.0))
    assert found.of == "sheet"
    assert max(COOLEST_LIMIT, reached(shoot, power) - 11.0) <= found.now < found.before == limit
    assert "browned at about" in found.words


def test_what_passed_its_limit_or_was_not_warm_teaches_nothing():
    with pytest.raises(Impossible, match="was passed"):
        learned(make_shoot(brief__lamp__id="halogen_300", design__lamp_distance=0.1), Failure(what="melted", power=1.0))
    with pytest.raises(Impossible, match="does not explain"):
        learned(make_shoot(design__lamp_distance=3.0), Failure(what="melted", power=0.1))
    with pytest.raises(Impossible, match="not known"):
        learned(make_shoot(brief__lamp__id="flash_studio"), Failure(what="melted", power=1.0))
    with pytest.raises(Impossible, match="Nothing is learned"):
        learned(make_shoot(), Failure(what="tore"))


def test_a_support_that_slid_carries_less_from_now_on():
    stand = next(s for s in supports() if s.kind == "stand")
    found = learned(make_shoot(), Failure(what="slid", part=stand.name, load=stand.payload))
    assert (found.of, found.key, found.now) == ("support", stand.id, pytest.approx(0.75 * stand.payload, abs=0.01))
    with pytest.raises(Impossible, match="was passed"):
        learned(make_shoot(), Failure(what="slid", part=stand.name, load=2.0 * stand.payload))
    with pytest.raises(Impossible, match="no support called"):
        learned(make_shoot(), Failure(what="slid", part="broom", load=1.0))
    mine = stocked([shelf_row("support", stand.id)])
    assert learned(make_shoot(), Failure(what="fell", part=stand.name, load=1.0), mine).key.startswith("own_")
