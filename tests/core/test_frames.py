"""Every kind against every way of making its frame: offered, refused for a reason, or not made yet; and what is offered
is lit, goes together and is what is lit.
"""

from pathlib import Path
from typing import get_args

import pytest

from made_kinds import WINDOWS, brief_for, made
from wenlo.core.analysis.efforts import JUDGING, TRY_CELLS
from wenlo.core.analysis.figures import evaluate
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.modifiers.frames import FRAMES, frames_offered, table_of_corners, table_of_frames
from wenlo.core.modifiers.kind import FrameOf
from wenlo.core.modifiers.registry import kinds

BAR = {"timber": "softwood_20_45", "tube": "aluminium_20_mm", "pipe": "pvc_25_mm"}
PAGE = Path(__file__).parents[2] / "docs" / "constructions.md"


def test_every_pair_is_offered_or_refused_for_a_reason():
    for id, kind in kinds().items():
        offered, refused = frames_offered(kind), set(kind.refused_frames)
        assert not offered & refused, id
        assert offered | refused == set(get_args(FrameOf)), id
        for why in kind.refused_frames.values():
            assert why.endswith("."), why
            assert len(why) > 20, why


def test_the_page_says_what_is_so():
    told = PAGE.read_text("utf-8")
    assert table_of_frames(list(kinds().values())) in told, "write it anew: see the end of docs/constructions.md"
    assert all(name in told for name in FRAMES.values())
    assert table_of_corners(list(kinds().values())) in told, "write it anew: see the end of docs/constructions.md"


def of_bars(id):
    kind = kinds()[id]
    for frame in sorted(frames_offered(kind) & set(BAR)):
        if kind.capabilities.frame is not None:
            yield frame, {"structure": frame, "material": BAR[frame]}
        else:
            yield frame, {"bar" if "bar" in kind.slots else "batten": BAR[frame]}
    if kind.of_boards:
        name, option = next(
            (slot.id, option)
            for slot in kind.slots.values()
            for option in slot.options
            if option in ("board", "two from one board", "foam board")
        )
        yield "board", {name: option, "width": 0.9, "height": 0.9}


PAIRS = [pytest.param(id, changes, id=f"{id}-{frame}") for id in sorted(kinds()) for frame, changes in of_bars(id)]


@pytest.mark.parametrize(("id", "changes"), PAIRS)
def test_what_is_offered_is_lit_and_goes_together(id, changes):
    brief = brief_for(id)
    built = made(id, brief=brief, **changes)
    assert faults(built.assembly) == ()
    assert lit_faults(built.assembly, built.light.surfaces) == ()
    if id in WINDOWS:
        return
    figures = evaluate(brief, built.design, effort=JUDGING, cells=TRY_CELLS, spread=False)
    assert figures.levels.key > 0.0
