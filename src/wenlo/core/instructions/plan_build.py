"""From a design to everything that Build shows: parts for the tools that there are, plans, prices and steps in
order.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wenlo.core.brief.workshop import STEPS, Workshop
from wenlo.core.catalog.data_files import stock
from wenlo.core.fabrication.covers import OwnBoard
from wenlo.core.fabrication.cutplan import HeldBar
from wenlo.core.fabrication.parts import BuildPlan, Piece
from wenlo.core.instructions.order import Schedule
from wenlo.core.instructions.wording import worded_cuts, worded_plan
from wenlo.core.instructions.worksteps import work_steps
from wenlo.core.inventory.prices import Prices
from wenlo.core.inventory.shopping import WorkedBuild, with_sewing, work_out
from wenlo.core.units.length import UnitSystem


@dataclass(frozen=True, kw_only=True)
class Making:
    """A build worked out, and its steps in order."""

    worked: WorkedBuild
    schedule: Schedule


def for_the_tools(plan: BuildPlan, workshop: Workshop) -> BuildPlan:
    """The plan with the tools that there are: a kerf of one's own, or the powered saw's when that is wider, and cuts in
    steps that can be marked. Pieces that are alike are told alike, so that what is square stays square.
    """
    saws = stock()["saws"]
    kerf, saw = plan.kerf, plan.saw
    if workshop.cutting != "by hand" and saws["mitre_saw"]["kerf"] > kerf > 0.0:
        kerf, saw = saws["mitre_saw"]["kerf"], saws["mitre_saw"]["name"]
    if workshop.kerf is not None:
        kerf = workshop.kerf
    step = STEPS[workshop.cutting_step]
    pieces = plan.pieces if step is None else tuple(_told(piece, step) for piece in plan.pieces)
    return replace(plan, kerf=kerf, saw=saw, pieces=pieces)


def _told(piece: Piece, step: float) -> Piece:
    return replace(piece, cut=max(round(piece.cut / step), 1) * step, exact=piece.cut)


def plan_build(
    plan: BuildPlan,
    workshop: Workshop,
    *,
    units: UnitSystem = "metric",
    tries: int = 0,
    own: Sequence[HeldBar] = (),
    own_boards: Sequence[OwnBoard] = (),
    highest: float = 0.0,
    prices: Prices | None = None,
) -> Making:
    """Plans, list and steps of a design.

    Parameters
    ----------
    plan: what the kind gave.
    workshop: tools, measured fittings and prices.
    units: how lengths are written.
    tries: how much is tried beyond the usual to lay pieces on boards.
    own, own_boards: bars, boards and offcuts that are there already.
    highest: top of what is built, above the floor. [m]
    prices: whose prices; one's own and typical ones where None.
    """
    asked = prices or Prices(own=workshop.prices, rate=workshop.rate)
    ready = for_the_tools(plan, workshop)
    worked = work_out(ready, units=units, tries=tries, own=own, own_boards=own_boards, prices=asked)
    if workshop.sewing is not None:
        worked = with_sewing(worked, workshop.sewing)
    schedule = work_steps(
        ready,
        worked.cuts,
        worked.covers,
        cutting=workshop.cutting,
        highest=highest,
        reach=workshop.reach,
        helpers=workshop.helpers,
        sewn_out=workshop.sewing is not None,
    )
    worded = replace(worked, plan=worded_plan(worked.plan, units), cuts=worded_cuts(worked.cuts, units))
    return Making(worked=worded, schedule=schedule)
