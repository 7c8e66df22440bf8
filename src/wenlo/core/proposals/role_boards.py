"""Boards for a job: a card that fills, black that takes the room's return, and the ground before the subject."""

import numpy as np

from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.brief.set_objects import Board
from wenlo.core.facts import told_stops, yes
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.proposals.role_stage import (
    SAYS,
    TRIES,
    Placement,
    RoleCheck,
    Stage,
    card_beside,
    contrast_check,
    contrast_of,
    in_the_picture,
    out_of_the_picture,
)
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, solve


def fill_card(stage: Stage, lamp: str) -> Placement:
    """A white card on the shadow side, as near as the picture lets it, for the wanted contrast."""
    del lamp
    wanted, before = stage.brief.wanted.contrast, contrast_of(stage.now())
    tried: list[tuple[float, float, Board]] = []
    for away in TRIES:
        board = card_beside(stage, away, "white", "fill card")
        if not out_of_the_picture(stage, board):
            continue
        after = contrast_of(stage.readings(boards=[board]))
        tried.append((abs(after - wanted), after, board))
        if after <= wanted:
            break
    if not tried:
        return Placement(role="fill_card", why_not=SAYS("board-seen", black="no"))
    _, after, board = min(tried, key=lambda row: row[0])
    says = SAYS("fill-card", away=abs(board.x), before=told_stops(before), after=told_stops(after), wanted=wanted)
    more = (SAYS("fill-card-most"),) if after > wanted + 0.2 else ()
    checks = (contrast_check(stage, after), in_the_picture(shown=False, cure="move"))
    return Placement(role="fill_card", says=(says, *more), boards=(board,), checks=checks)


def negative_fill(stage: Stage, lamp: str) -> Placement:
    """Black on the shadow side, which takes the room's return."""
    del lamp
    before = contrast_of(stage.now())
    board = next(
        (
            b
            for b in (card_beside(stage, away, "black", "black board") for away in (0.45, 0.6, 0.8, 1.1))
            if out_of_the_picture(stage, b)
        ),
        None,
    )
    if board is None:
        return Placement(role="negative_fill", why_not=SAYS("board-seen", black="yes"))
    after = contrast_of(stage.readings(boards=[board]))
    says = SAYS("black", away=abs(board.x), before=told_stops(before), after=told_stops(after))
    takes = SAYS("black-takes", stops=max(told_stops(after) - told_stops(before), 0.0))
    checks = (RoleCheck(holds=after > before + 0.1, says=takes),)
    return Placement(role="negative_fill", says=(says,), boards=(board,), checks=checks)


def ground(stage: Stage, lamp: str) -> Placement:
    """Black over a table or a floor that sends light up, or a card that brings it back."""
    del lamp
    person = stage.brief.subject.kind in PEOPLE
    height = float(stage.face[2]) - 0.5 if person else stage.brief.subject.foot - 0.012
    board = Board(
        name=stage.named("card below"),
        x=0.0,
        y=-0.3 if person else -0.35,
        z=round(max(height, 0.03), 3),
        width=0.8,
        height=0.5,
        tilt=75.0 if person else 90.0,
        turn=180.0 if person else 0.0,
        face="white",
    )
    place = stage.face + np.array([0.0, -0.005, -0.1 if person else -0.25 * stage.brief.subject.size])
    meter = Meter(id="under", position=place, normal=np.array([0.0, -0.5, -0.87]))

    def under(brief: Brief) -> float:
        solved = solve(scene_builder.whole_scene(brief, stage.design), DRAFT)
        return float(luminance(measure(solved, [meter]).readings(scene_builder.lamp_weights(brief))["under"].total))

    before, after = under(stage.brief), under(stage.grown(boards=[board]))
    gain = stops_between(after, before) if before > 0.0 else 0.0
    checks = (
        RoleCheck(holds=gain > 0.1, says=SAYS("ground-more", stops=gain)),
        in_the_picture(shown=not out_of_the_picture(stage, board), cure="lower"),
    )
    says = SAYS("ground", stops=gain, person=yes(person))
    return Placement(role="ground", says=(says,), boards=(board,), checks=checks)
