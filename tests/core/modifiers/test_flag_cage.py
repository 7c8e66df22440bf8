"""Cage of flags: one for each surface that is kept dark, framed to its own size, never in the key's way."""

import numpy as np
import pytest

from made_kinds import made, middle, sides
from wenlo.core.errors import Impossible
from wenlo.core.modifiers.flag_cage import flags, protected_corners
from wenlo.core.modifiers.flagging import LARGEST

OUT = 0.3
"""Flags so far out stand clear of the sheet's rod and of each other. [m]"""


@pytest.mark.parametrize("which", [("backdrop",), ("backdrop", "ceiling"), ("lens",), ("backdrop", "ceiling", "lens")])
def test_a_flag_for_each_and_a_frame_for_each(which):
    cage = made("flag_cage", **{name: name in which for name in ("backdrop", "ceiling", "lens")}, out=OUT)
    assert [f.protects for f in flags(cage.design, cage.brief)] == list(which)
    assert len(cage.covers("heavy_black_flag_cloth")) == len(which)
    for flag in flags(cage.design, cage.brief):
        # as it stands in the light, under the ceiling
        panel = cage.panel(f"flag for the {flag.protects}")
        tall, wide = (float(np.linalg.norm(edge)) for edge in (panel.edge_u, panel.edge_v))
        # whole, or in lengths that can be carried
        assert sum(cage.cuts()[f"side of the flag for the {flag.protects}"]) == pytest.approx(2 * tall, abs=2e-3)
        assert sum(cage.cuts()[f"rail of the flag for the {flag.protects}"]) == pytest.approx(
            2 * (wide - 0.088), abs=2e-3
        )
        assert max(wide, tall) <= LARGEST + 1e-9


def test_none_asked_for_none_made():
    cage = made("flag_cage", backdrop=False, ceiling=False, lens=False)
    assert not flags(cage.design, cage.brief)
    assert [s.id for s in cage.light.surfaces] == ["sheet"]


def test_the_face_sees_the_middle_of_the_sheet_past_every_flag():
    cage = made("flag_cage", backdrop=True, ceiling=True, lens=True, out=OUT)
    face = np.array([0.0, 0.0, cage.brief.subject.face_height])
    source = cage.design.source_centre
    for flag in (s for s in cage.light.surfaces if s.id.startswith("flag")):
        reach = float((source - face) @ flag.normal)
        if abs(reach) < 1e-9:
            continue
        share = float((middle(flag) - face) @ flag.normal) / reach
        if not 0.0 < share < 1.0:
            continue
        at = face + share * (source - face) - flag.origin
        inside = [0.0 < float(at @ e) / float(e @ e) < 1.0 for e in (flag.edge_u, flag.edge_v)]
        assert not all(inside), flag.id


@pytest.mark.parametrize(("key_angle", "out"), [(45.0, 0.8), (80.0, 0.4), (100.0, 0.2)])
def test_a_flag_hides_the_sheet_from_the_middle_of_what_it_protects(key_angle, out):
    cage = made("flag_cage", backdrop=True, ceiling=False, lens=False, key_angle=key_angle, out=out)
    # it was not moved aside for the key
    assert not flags(cage.design, cage.brief)[0].cut_short
    target = protected_corners("backdrop", cage.brief).mean(axis=0)
    flag, source = cage.panel("flag for the backdrop"), cage.design.source_centre
    share = float((middle(flag) - target) @ flag.normal) / float((source - target) @ flag.normal)
    at = target + share * (source - target) - flag.origin
    assert 0.0 < share < 1.0
    assert all(0.0 < float(at @ e) / float(e @ e) < 1.0 for e in (flag.edge_u, flag.edge_v))
    assert min(sides(flag)) > 0.1


def test_flags_that_would_stand_in_the_rod_or_in_one_another_are_refused():
    with pytest.raises(Impossible, match="run into each other") as refused:
        made("flag_cage", backdrop=False, ceiling=False, lens=True, out=0.4)
    assert refused.value.fields[0].path == "design.out"
