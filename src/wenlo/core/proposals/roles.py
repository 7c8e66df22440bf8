"""Lights and boards by their job: placed from subject, camera and room, set to the wanted level, and checked."""

from collections.abc import Callable
from dataclasses import replace

from wenlo.core.brief.brief import KEYED, MOST_OTHERS, MOST_PIECES, Brief
from wenlo.core.ids import keyed
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.proposals.role_boards import fill_card, ground, negative_fill
from wenlo.core.proposals.role_lamps import fill_lamp, halo, practical, pretended, rim, top
from wenlo.core.proposals.role_stage import SAYS, Placement, RoleId, Stage
from wenlo.core.scene.room import room_box


def place_role(brief: Brief, design: ModifierParameters, role: RoleId, *, lamp: str = "panel_45") -> Placement:
    """Place what a role needs.

    Parameters
    ----------
    brief, design: the shoot's brief, with all that stands in the set, and the modifier's parameters.
    role: the job.
    lamp: id of the generic lamp to take, where the role needs one.
    """
    stage = Stage(brief=brief, design=design, room=room_box(brief))
    needs_lamp = role in ("fill_lamp", "rim", "halo", "top", "practical")
    if needs_lamp and len(brief.others) >= MOST_OTHERS:
        return Placement(role=role, why_not=SAYS("lamps-full", most=MOST_OTHERS))
    if not needs_lamp and len(brief.pieces) >= MOST_PIECES:
        return Placement(role=role, why_not=SAYS("things-full", most=MOST_PIECES))
    makers: dict[RoleId, Callable[[Stage, str], Placement]] = {
        "fill_card": fill_card,
        "fill_lamp": fill_lamp,
        "rim": rim,
        "halo": halo,
        "top": top,
        "negative_fill": negative_fill,
        "ground": ground,
        "practical": practical,
        "pretended": pretended,
    }
    found = makers[role](stage, lamp)
    # what is placed is called by keys that nothing in the set has
    lights = keyed([*brief.others, *found.lights], KEYED["others"])[len(brief.others) :]
    boards = keyed([*brief.pieces, *found.boards], KEYED["pieces"])[len(brief.pieces) :]
    return replace(found, lights=tuple(lights), boards=tuple(boards))
