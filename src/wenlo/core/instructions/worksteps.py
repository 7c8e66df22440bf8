"""All steps of a build: what the kind says, and the steps that follow from the parts themselves (getting them out,
cutting, drilling, a dry fit, checks), with the tools that there are, in an order that keeps what each step needs.
"""

import math
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import replace

from wenlo.core.brief.workshop import Cutting
from wenlo.core.catalog.data_files import GoodSide, Joined, fitting_sort, stock
from wenlo.core.fabrication.covers import CoverPlan
from wenlo.core.fabrication.cutplan import CutBar, CutPlan
from wenlo.core.fabrication.parts import BuildPlan, ClothPiece, Fitting, Piece, Step
from wenlo.core.facts import Fact, Phrases
from wenlo.core.ids import slug
from wenlo.core.instructions.order import Job, Schedule, assigned, scheduled

MINUTES_A_CUT: dict[Cutting, float] = {"by hand": 3.0, "powered": 1.0, "sent out": 0.0}
"""Marking, sawing and easing the ends of one cut. [min]"""

SET_UP: dict[Cutting, float] = {"by hand": 5.0, "powered": 10.0, "sent out": 10.0}
"""Getting the saw ready, or writing the order. [min]"""

MINUTES_A_SEAM: dict[Joined, float] = {"sewn": 12.0, "taped": 3.0}
"""Pinning and sewing, or laying flat and taping. [min]"""

SHOP_WAIT = 24 * 60.0
"""Until a shop has cut an order, typically. [min]"""

JIG_FROM = 4
"""So many equal pieces are worth a stop block."""

STOP, RIPPED, DOUBLED = "stop block", "ripped battens", "doubled battens"

HURTS = {"acrylic": "brittle", "insulation": "insulation"}
"""Boards that hurt in their own way where they are cut, by a part of their ids."""


SAYS = Phrases(
    "steps",
    {
        "lay-everything-out": {"parts": "list", "boards": "count"},
        "nothing-to-lay-out": {},
        "bars": {"count": "count", "stock": "label"},
        "fittings": {"count": "count"},
        "and-more": {"count": "count"},
        "rip-the-battens": {"width": "fine"},
        "glue-the-battens": {"count": "count"},
        "pockets": {},
        "brackets": {},
        "long-screws": {},
        "set-a-stop-block": {"length": "fine", "pieces": "list"},
        "bar-of": {"number": "count", "name": "label", "stock": "length", "own": "choice", "pieces": "list"},
        "bar": {"number": "count", "stock": "length", "own": "choice", "pieces": "list"},
        "piece": {"label": "label", "length": "fine"},
        "sheet-piece": {"label": "label", "size": "size"},
        "creased-piece": {"label": "label", "size": "size", "trimmed": "size"},
        "nested-piece": {"label": "label", "size": "size", "host": "label"},
        "cut-the-bars": {},
        "in-order": {"kerf": "fine", "bars": "list"},
        "bars-sent-out": {"bars": "list"},
        "cut-the-cloth": {
            "name": "label",
            "pieces": "list",
            "grain": "choice",
            "good_side": "choice",
            "seams": "count",
            "joined": "choice",
        },
        "boards-sent-out": {"name": "label", "pieces": "list", "good_side": "choice"},
        "cut-the-boards": {
            "name": "label",
            "how": "choice",
            "pieces": "list",
            "good_side": "choice",
            "face": "choice",
            "hurts": "choice",
        },
        "drill-the-holes": {"holes": "list", "longest": "drill", "of": "choice"},
        "drilled-at-the-shop": {"holes": "list"},
        "cloth-sent-out": {"name": "label", "pieces": "list"},
        "holes": {"count": "count", "drill": "drill"},
        "dry-fit": {"step": "fact", "pieces": "list", "size": "size", "diagonal": "length"},
        "diagonals": {"diagonal": "length"},
        "look-at-it-lit": {},
        "look-at-it-square": {"diagonal": "length"},
        "climb": {"height": "length", "reach": "length"},
        "lay-it-down": {"height": "length", "reach": "length"},
        "more-hands": {"hands": "count", "helpers": "count"},
    },
)

FITTINGS = Phrases("fittings", {id: {} for id, row in stock()["fittings"].items() if row.get("hurts")})
"""What is said at every step that uses something that can hurt."""

SIDES: dict[GoodSide, str] = {
    "alike": "alike",
    "matt side": "matt",
    "shiny side": "shiny",
    "white side": "white",
    "smooth side": "smooth",
}


def _listed(labels: Sequence[Fact | str], most: int = 14) -> tuple[Fact | str, ...]:
    more = len(labels) - most
    return tuple(labels) if more <= 0 else (*labels[:most], SAYS("and-more", count=more))


def _gather(plan: BuildPlan, bars: Sequence[CutBar], boards: int) -> Job:
    counted = {bar.name: sum(one.of == bar.id for one in bars) for bar in plan.bars}
    parts: list[Fact | str] = [SAYS("bars", count=n, stock=name) for name, n in counted.items() if n]
    parts += _listed(list(dict.fromkeys(c.material for c in plan.cloth)), 6)
    fittings = round(sum(f.count for f in plan.fittings))
    parts += [SAYS("fittings", count=fittings)] if plan.fittings else []
    step = Step(
        id="lay-everything-out",
        says=SAYS("lay-everything-out", parts=tuple(parts), boards=boards) if parts else SAYS("nothing-to-lay-out"),
        minutes=5 + len(plan.fittings),
        does="gather",
    )
    return Job(step=step)


def _equal(pieces: Sequence[Piece]) -> Iterator[list[Piece]]:
    found: dict[float, list[Piece]] = {}
    for piece in pieces:
        found.setdefault(round(piece.cut, 5), []).append(piece)
    for same in found.values():
        if len(same) >= JIG_FROM:
            yield same


def _cut_bars(plan: BuildPlan, cuts: CutPlan, cutting: Cutting, own: Step | None) -> Iterator[Job]:
    labels = tuple(p.label for p in plan.pieces)
    count = sum(len(bar.pieces) for bar in cuts.bars)
    minutes = SET_UP[cutting] + MINUTES_A_CUT[cutting] * count
    jigs = list(_equal(plan.pieces))
    if jigs and cutting != "sent out":
        same = max(jigs, key=len)
        step = Step(
            id="set-a-stop-block",
            says=SAYS("set-a-stop-block", length=same[0].cut, pieces=_listed([p.label for p in same])),
            minutes=6,
            does="mark",
        )
        yield Job(step=step, makes=(STOP,), tools=("block", "clamp", "tape measure"))
    bars = tuple(
        SAYS(
            "bar-of" if bar.name else "bar",
            **({"name": bar.name} if bar.name else {}),
            number=k,
            stock=bar.stock,
            own="yes" if bar.own else "no",
            pieces=tuple(SAYS("piece", label=p.label, length=p.cut) for p in bar.pieces),
        )
        for k, bar in enumerate(cuts.bars, start=1)
    )
    for ripped in plan.bars:
        whole = sum(not bar.own and bar.of == ripped.id for bar in cuts.bars)
        if not ripped.ripped_from or not whole:
            continue
        step = Step(
            id="rip-the-battens",
            says=SAYS("rip-the-battens", width=min(ripped.width, ripped.thickness)),
            minutes=10 + 4 * math.ceil(whole / 2),
            does="mark",
        )
        yield Job(step=step, makes=(RIPPED,), tools=("table saw or circular saw with a fence", "push stick"))
    pairs = sum(not bar.own and bar.of == one.id for one in plan.bars if one.doubled_from for bar in cuts.bars)
    if pairs:
        step = Step(
            id="glue-the-battens",
            says=SAYS("glue-the-battens", count=pairs),
            minutes=6 + 6 * pairs,
            wait=120,
            does="mark",
        )
        yield Job(step=step, makes=(DOUBLED,), tools=("clamps, one every 200 mm",))
    id = own.id if own else "cut-the-bars"
    if cutting == "sent out":
        step = Step(id=id, says=SAYS("bars-sent-out", bars=bars), minutes=minutes, wait=SHOP_WAIT, does="cut")
        yield Job(step=step, cuts=labels, needs=(RIPPED, DOUBLED), tools=("order sheet",))
        return
    step = Step(
        id=id,
        says=own.says if own else SAYS("cut-the-bars"),
        instead=SAYS("cut-the-bars"),
        further=(SAYS("in-order", kerf=plan.kerf, bars=bars),),
        minutes=minutes,
        does="cut",
    )
    tools = (plan.saw.split(" (")[0],) if cutting == "by hand" else ("powered saw", "ear protection")
    yield Job(step=step, cuts=labels, needs=(STOP, RIPPED, DOUBLED), tools=(*tools, "square", "pencil", "labels"))


def _sheet_piece(piece: ClothPiece, host: str | None) -> Fact:
    if piece.trimmed is not None:
        return SAYS("creased-piece", label=piece.label, size=piece.cut, trimmed=piece.trimmed)
    if host is None:
        return SAYS("sheet-piece", label=piece.label, size=piece.cut)
    return SAYS("nested-piece", label=piece.label, size=piece.cut, host=host)


def _cut_sheets(
    plan: BuildPlan, covers: Sequence[CoverPlan], cutting: Cutting, taken: frozenset[str], *, sewn_out: bool
) -> Iterator[Job]:
    for cover in covers:
        covering = cover.covering
        same = [c for c in plan.cloth if c.covering.id == covering.id and not c.whole and c.label not in taken]
        if not same:
            continue
        hosts = {laid.label: nested.host for nested in cover.nested for laid in nested.sheet.laid}
        pieces = _listed([_sheet_piece(c, hosts.get(c.label)) for c in same], 8)
        labels = tuple(c.label for c in same)
        id, side = f"cut-{slug(covering.id)}", SIDES[covering.good_side]
        if sewn_out and covering.form == "cloth" and covering.joined == "sewn":
            says = SAYS("cloth-sent-out", name=covering.name, pieces=pieces)
            step = Step(id=id, says=says, minutes=10, wait=SHOP_WAIT, does="cut")
            yield Job(step=step, cuts=labels, tools=("order sheet",))
        elif covering.form == "cloth":
            seams = sum(c.strips - 1 for c in same)
            woven = covering.joined == "sewn"
            step = Step(
                id=id,
                says=SAYS(
                    "cut-the-cloth",
                    name=covering.name,
                    pieces=pieces,
                    grain="yes" if covering.grain else "no",
                    good_side=side,
                    seams=seams,
                    joined=covering.joined,
                ),
                minutes=4.0 * len(same) + MINUTES_A_SEAM[covering.joined] * seams,
                does="cut",
            )
            joins = ("sewing machine",) if woven else ("tape",)
            cutters = ("scissors",) if woven else ("knife", "steel rule")
            yield Job(step=step, cuts=labels, tools=(*cutters, "tape measure", *(joins if seams else ())))
        elif cover.sawn and cutting == "sent out":
            step = Step(
                id=id,
                says=SAYS("boards-sent-out", name=covering.name, pieces=pieces, good_side=side),
                minutes=10,
                wait=SHOP_WAIT,
                does="cut",
            )
            yield Job(step=step, cuts=labels, tools=("drawing file",))
        else:
            step = Step(
                id=id,
                says=SAYS(
                    "cut-the-boards",
                    name=covering.name,
                    how="sawn" if cover.sawn else "knife",
                    pieces=pieces,
                    good_side=side,
                    # a powered saw splinters the face that looks at it
                    face="down" if cover.sawn and cutting == "powered" else "up",
                    hurts=_hurts(covering.id),
                ),
                minutes=6.0 * len(same),
                does="cut",
            )
            yield Job(step=step, cuts=labels, tools=("saw", "straight edge") if cover.sawn else ("knife", "steel rule"))


def _hurts(covering: str) -> str:
    # what hurts where it is cut
    return next((what for word, what in HURTS.items() if word in covering), "knife")


def _drill(plan: BuildPlan, cutting: Cutting) -> Job | None:
    holes = plan.holes
    if not holes:
        return None
    sizes = Counter(hole.diameter for hole in holes for _ in range(hole.count))
    longest = [h.longest for h in holes if h.longest is not None]
    told = tuple(SAYS("holes", count=count, drill=drill) for drill, count in sorted(sizes.items(), reverse=True))
    drilled = tuple(p.label for p in plan.pieces if any(name in p.name for hole in holes for name in hole.pieces))
    drilled_in = "tube" if plan.stock.group == "tube" else "timber"
    if drilled_in == "tube" and cutting == "sent out":
        step = Step(id="drill-the-holes", says=SAYS("drilled-at-the-shop", holes=told), minutes=5, does="drill")
        return Job(step=step, needs=drilled, tools=("order sheet",))
    step = Step(
        id="drill-the-holes",
        says=SAYS("drill-the-holes", holes=told, longest=min(longest, default=0.0), of=drilled_in),
        minutes=5 + 0.7 * sum(h.count for h in holes),
        does="drill",
    )
    jig = ("pocket-hole jig",) if any(hole.name == "pocket" for hole in holes) else ()
    bits = (f"{drill * 1000:.1f} mm bit" for drill in sorted(sizes))
    return Job(step=step, needs=drilled, tools=("drill", *jig, *bits))


def _dry(step: Step, labels: tuple[str, ...]) -> Job | None:
    if step.sketch is None or step.does != "bond":
        return None
    sketch = step.sketch
    dry = Step(
        id=f"dry-{step.id}",
        says=SAYS(
            "dry-fit",
            step=step.says,
            pieces=_listed(labels),
            size=(sketch.width, sketch.height),
            diagonal=sketch.diagonal,
        ),
        minutes=6,
        does="dry",
        sketch=sketch,
    )
    return Job(step=dry, needs=labels, tools=("tape measure",))


def _last(plan: BuildPlan) -> Iterator[Job]:
    if plan.cloth and any(step.does in ("cover", "mount") for step in plan.steps):
        square = next((step.sketch.diagonal for step in plan.steps if step.sketch is not None), None)
        says = SAYS("look-at-it-lit") if square is None else SAYS("look-at-it-square", diagonal=square)
        yield Job(step=Step(id="look-at-it-lit", says=says, minutes=6, does="set"), tools=("lamp",))


def work_steps(
    plan: BuildPlan,
    cuts: CutPlan,
    covers: Sequence[CoverPlan],
    *,
    cutting: Cutting = "by hand",
    highest: float = 0.0,
    reach: float = 2.1,
    helpers: int = 1,
    sewn_out: bool = False,
) -> Schedule:
    """Every step of the build in order, with its parts, tools and times.

    Parameters
    ----------
    plan: what the kind gave.
    cuts, covers: how bars, boards and cloth are cut.
    cutting: how bars and sawn boards are cut.
    highest: top of what is built, above the floor. [m]
    reach: how high the builder reaches. [m]
    helpers: how many help.
    sewn_out: whether cloth is cut and sewn by somebody else.
    """
    given = assigned(plan)
    own_cut = next((s for s in plan.steps if s.does == "cut" and not s.uses and plan.pieces), None)
    sheets_own = frozenset(
        label for step, (labels, _) in zip(plan.steps, given, strict=True) if step.does == "gather" for label in labels
    )
    jobs = [_gather(plan, cuts.bars, sum(round(c.bought) for c in covers if c.covering.form == "board"))]
    if plan.pieces:
        jobs += _cut_bars(plan, cuts, cutting, own_cut)
    jobs += _cut_sheets(plan, covers, cutting, sheets_own, sewn_out=sewn_out)
    drill = _drill(plan, cutting)
    jobs += [drill] if drill else []
    for written, (labels, fittings) in zip(plan.steps, given, strict=True):
        step = written
        if step.sketch is not None and step.does == "bond" and "diagonal" not in step.says.args:
            step = replace(step, checks=(*step.checks, SAYS("diagonals", diagonal=step.sketch.diagonal)))
        if written is own_cut:
            continue
        step = replace(step, cautions=(*step.cautions, *_cautions(fittings)))
        dry = _dry(step, labels)
        jobs += [dry] if dry else []
        step = replace(step, further=(*step.further, *_corners(step, fittings, plan)))
        step, climbs = _as_one_reaches(step, highest, reach, helpers)
        tools = ("step ladder", *_tools(fittings)) if climbs else _tools(fittings)
        jobs.append(Job(step=step, parts=labels, fittings=fittings, tools=tools))
    jobs += _last(plan)
    return scheduled(jobs)


def _as_one_reaches(step: Step, highest: float, reach: float, helpers: int) -> tuple[Step, bool]:
    """The step with what is said where it goes higher than the builder reaches, or takes more hands than there are, and
    whether it needs a ladder.
    """
    told: list[Fact] = []
    climbs = step.does == "hang" and highest > reach
    if climbs:
        told.append(SAYS("climb", height=highest, reach=reach))
        step = replace(step, hands=max(step.hands, 2))
    elif step.does == "cover" and highest > reach:
        told.append(SAYS("lay-it-down", height=highest, reach=reach))
    if step.hands > 1 + helpers:
        told.append(SAYS("more-hands", hands=step.hands, helpers=helpers))
    return replace(step, cautions=(*told, *step.cautions)), climbs


def _corners(step: Step, fittings: Sequence[Fitting], plan: BuildPlan) -> Iterator[Fact]:
    # how ends of battens are held; a second step that uses what a first one was given says it, too
    bought = {fitting_sort(f.id) for f in plan.fittings}
    used = {fitting_sort(f.id) for f in fittings} | (bought & set(step.uses))
    if "pocket_screw" in used:
        yield SAYS("pockets")
    if "angle_bracket" in used:
        yield SAYS("brackets")
    if {"wood_screw", "wood_glue"} <= used:
        yield SAYS("long-screws")


def _cautions(fittings: Sequence[Fitting]) -> tuple[Fact, ...]:
    # what can hurt in a fitting is said at every step that uses it
    rows = stock()["fittings"]
    hurting = dict.fromkeys(sort for f in fittings if rows.get(sort := fitting_sort(f.id), {}).get("hurts"))
    return tuple(FITTINGS(id) for id in hurting)


def _tools(fittings: Sequence[Fitting]) -> tuple[str, ...]:
    found = {
        "wood_screw": "screwdriver",
        "splint_screw": "screwdriver",
        "lap_screw": "screwdriver",
        "pocket_screw": "screwdriver",
        "staples": "staple gun",
        "foot_bolt": "spanner",
        "upright_bolt": "spanner",
        "solvent_cement": "gloves",
    }
    return tuple(dict.fromkeys(found[sort] for f in fittings if (sort := fitting_sort(f.id)) in found))
