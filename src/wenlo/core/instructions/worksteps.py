"""All steps of a build: what the kind says, and the steps that follow from the parts themselves (getting them out,
cutting, drilling, a dry fit, checks), with the tools that there are, in an order that keeps what each step needs.
"""

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import replace

from wenlo.core.brief.workshop import Cutting
from wenlo.core.catalog.data_files import GoodSide, Joined, stock
from wenlo.core.fabrication.covers import CoverPlan
from wenlo.core.fabrication.cutplan import CutPlan
from wenlo.core.fabrication.parts import BuildPlan, Fitting, Piece, Step
from wenlo.core.ids import slug
from wenlo.core.instructions.order import Job, Schedule, assigned, scheduled
from wenlo.core.units.length import UnitSystem, format_length

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

REACH = 2.1
"""What a person puts up standing on the floor. [m]"""

STOP = "stop block"


def _listed(labels: Sequence[str], most: int = 14) -> str:
    shown = ", ".join(labels[:most])
    return shown if len(labels) <= most else f"{shown} and {len(labels) - most} more"


def _gather(plan: BuildPlan, bars: int, boards: int) -> Job:
    parts = [f"{bars} bar{'s' if bars != 1 else ''} of {plan.stock.name}"] if bars else []
    cloths = list(dict.fromkeys(c.material for c in plan.cloth))
    parts += [_listed(cloths, 6)] if cloths else []
    fittings = sum(f.count for f in plan.fittings)
    parts += [f"{fittings:.0f} fittings, metres and packs as listed"] if plan.fittings else []
    step = Step(
        id="lay-everything-out",
        title="Lay everything out",
        text=f"{'; '.join(parts)}. Tick the shopping list off before the first cut.",
        check="Nothing is missing, nothing is bent or cracked."
        + (f" {'The board is' if boards == 1 else f'{boards} boards are'} flat." if boards else ""),
        mistake="Cut first and counted afterwards: the last piece is short.",
        minutes=5 + len(plan.fittings),
        does="gather",
    )
    return Job(step=step)


def _equal(pieces: Sequence[Piece]) -> Iterator[tuple[str, list[Piece]]]:
    found: dict[float, list[Piece]] = {}
    for piece in pieces:
        found.setdefault(round(piece.cut, 5), []).append(piece)
    for same in found.values():
        if len(same) >= JIG_FROM:
            yield same[0].name, same


def _cut_bars(plan: BuildPlan, cuts: CutPlan, cutting: Cutting, units: UnitSystem, own: Step | None) -> Iterator[Job]:
    def fine(length: float) -> str:
        return format_length(length, system=units, fine=units == "metric")

    labels = tuple(p.label for p in plan.pieces)
    count = sum(len(bar.pieces) for bar in cuts.bars)
    minutes = SET_UP[cutting] + MINUTES_A_CUT[cutting] * count
    jigs = list(_equal(plan.pieces))
    if jigs and cutting != "sent out":
        name, same = max(jigs, key=lambda pair: len(pair[1]))
        step = Step(
            id="set-a-stop-block",
            title="Set a stop block",
            text=(
                f"Clamp a block {fine(same[0].cut)} from the saw's cut for {_listed([p.label for p in same])} ({name});"
                " cut all of them against it before it is moved."
            ),
            check=f"The first one measures {fine(same[0].cut)}.",
            minutes=6,
            does="mark",
            mistake="Sawdust before the block makes each piece a little shorter: brush it off every time.",
        )
        yield Job(step=step, makes=(STOP,), tools=("block", "clamp", "tape measure"))
    bars = "; ".join(
        f"bar {k} ({format_length(bar.stock, system=units)}{', yours' if bar.own else ''}): "
        + ", ".join(f"{p.label} {fine(p.cut)}" for p in bar.pieces)
        for k, bar in enumerate(cuts.bars, start=1)
    )
    title = own.title if own else "Cut the bars"
    if cutting == "sent out":
        step = Step(
            id=own.id if own else "cut-the-bars",
            title=title,
            text=f"Hand the order sheet in: {bars}. Ask for square ends and for a label on each piece.",
            check="Measure one of each letter at the counter.",
            mistake="Lengths in one unit only, or the shop guesses.",
            minutes=minutes,
            wait=SHOP_WAIT,
            does="cut",
        )
        yield Job(step=step, cuts=labels, tools=("order sheet",))
        return
    kerf = f"Each cut takes {plan.kerf * 1000:.1f} mm." if plan.kerf else "A cutter takes nothing off."
    text = f"{own.text if own else 'Longest first, marked from the end just cut.'} {kerf} In order: {bars}."
    step = Step(
        id=own.id if own else "cut-the-bars",
        title=title,
        text=text,
        check=(own.check if own else "") or "The two of each letter lie flush at both ends.",
        mistake=(own.mistake if own else "")
        or "All marked at once, before the first cut: each piece comes out a saw's width short.",
        caution=(own.caution if own else "")
        or "Eye protection; clamp the piece, fingers behind the blade. Burrs and splinters cut.",
        minutes=minutes,
        does="cut",
    )
    tools = (plan.saw.split(" (")[0],) if cutting == "by hand" else ("powered saw", "ear protection")
    yield Job(step=step, cuts=labels, needs=(STOP,), tools=(*tools, "square", "pencil", "labels"))


def _cut_sheets(
    plan: BuildPlan, covers: Sequence[CoverPlan], cutting: Cutting, units: UnitSystem, taken: frozenset[str]
) -> Iterator[Job]:
    for cover in covers:
        same = [c for c in plan.cloth if c.covering.id == cover.covering.id and not c.whole and c.label not in taken]
        if not same:
            continue
        names = _listed(
            [
                f"{c.label} {format_length(c.cut[0], system=units)} × {format_length(c.cut[1], system=units)}"
                for c in same
            ],
            8,
        )
        labels = tuple(c.label for c in same)
        if cover.covering.form == "cloth":
            text = f"Off the roll, right across first, then along: {names}."
            seams = sum(c.strips - 1 for c in same)
            if cover.covering.grain:
                text += " All pieces the same way up: turned ones look unlike the others."
            text += _better(cover.covering.good_side)
            woven = cover.covering.joined == "sewn"
            if seams:
                text += (
                    f" {seams} seam{'s' if seams > 1 else ''} to"
                    f" {'sew' if woven else 'tape, on the back, along a straight edge'}."
                )
            step = Step(
                id=f"cut-{slug(cover.covering.id)}",
                title=f"Cut the {cover.covering.name}",
                text=text,
                minutes=4.0 * len(same) + MINUTES_A_SEAM[cover.covering.joined] * seams,
                does="cut",
                check="Folded corner to corner, both halves meet." if woven else "Both diagonals of each piece agree.",
                mistake=(
                    "Cut off the grain it hangs in folds: pull a thread, and cut along it."
                    if woven
                    else "Cut while it lies loose: the knife drags it into a tear. Tape its corners down first."
                ),
                caution="" if woven else "The knife runs away from the hand that holds the rule; edges of foil cut.",
            )
            joins = ("sewing machine",) if woven else ("tape",)
            cutters = ("scissors",) if woven else ("knife", "steel rule")
            yield Job(step=step, cuts=labels, tools=(*cutters, "tape measure", *(joins if seams else ())))
        elif cover.sawn and cutting == "sent out":
            step = Step(
                id=f"cut-{slug(cover.covering.id)}",
                title=f"Have the {cover.covering.name} cut",
                text=f"Hand the drawing (SVG or DXF) in: {names}.{_better(cover.covering.good_side)}",
                check="Measure one side and one diagonal at the counter.",
                minutes=10,
                wait=SHOP_WAIT,
                does="cut",
            )
            yield Job(step=step, cuts=labels, tools=("drawing file",))
        else:
            brittle = "acrylic" in cover.covering.name
            how = (
                "Sawn along a clamped straight edge"
                if cover.sawn
                else "Cut with a fresh blade along a steel rule, in three light passes"
            )
            step = Step(
                id=f"cut-{slug(cover.covering.id)}",
                title=f"Cut the {cover.covering.name}",
                text=(
                    f"{how}, every cut right across before the pieces are divided: {names}."
                    f"{_better(cover.covering.good_side, down=cover.sawn and cutting == 'powered')}"
                ),
                check="Both diagonals of each piece agree within 2 mm.",
                minutes=6.0 * len(same),
                does="cut",
                mistake="A dull blade tears the face; one deep pass wanders off the rule.",
                caution=_of_the_board(cover.covering.id, brittle=brittle),
            )
            yield Job(step=step, cuts=labels, tools=("saw", "straight edge") if cover.sawn else ("knife", "steel rule"))


INSULATION = (
    "Dust and fibres of cut insulation itch, and hurt eyes and lungs: mask, glasses, gloves, long sleeves; cut it"
    " outdoors or with a vacuum cleaner at the blade, and never near a flame. The knife runs away from the hand that"
    " holds the rule."
)


def _of_the_board(covering: str, *, brittle: bool) -> str:
    # what hurts where it is cut
    if brittle:
        return "Eye protection, low speed: it is brittle; the flexed sheet springs back."
    return INSULATION if "insulation" in covering else "The knife runs away from the hand that holds the rule."


def _better(side: GoodSide, *, down: bool = False) -> str:
    # a powered saw splinters the face that looks at it
    return f" Its {side} {'down' if down else 'up'}." if side != "alike" else ""


def _drill(plan: BuildPlan) -> Job | None:
    holes = plan.holes
    if not holes:
        return None
    sizes = Counter(hole.diameter for hole in holes for _ in range(hole.count))
    words = "; ".join(f"{count} of {drill * 1000:.1f} mm" for drill, count in sorted(sizes.items(), reverse=True))
    longest = [h.longest for h in holes if h.longest is not None]
    caution = "Hold the piece with a clamp, not with the hand; eye protection."
    if longest:
        caution += f" No screw longer than {min(longest) * 1000:.0f} mm where it is said: its point would come out."
    step = Step(
        id="drill-the-holes",
        title="Drill the holes",
        text=f"As scheduled: {words}. Mark them with the printed hole template.",
        caution=caution,
        mistake="No pilot near an end: the wood splits when the screw goes in.",
        check="A screw drops through its clearance hole by itself.",
        minutes=5 + 0.7 * sum(h.count for h in holes),
        does="drill",
    )
    drilled = tuple(p.label for p in plan.pieces if any(name in p.name for hole in holes for name in hole.pieces))
    return Job(step=step, needs=drilled, tools=("drill", *(f"{drill * 1000:.1f} mm bit" for drill in sorted(sizes))))


def _dry(step: Step, labels: tuple[str, ...], units: UnitSystem) -> Job | None:
    if step.sketch is None or step.does != "bond":
        return None
    sketch = step.sketch
    diagonal = format_length(sketch.diagonal, system=units, fine=units == "metric")
    dry = Step(
        id=f"dry-{step.id}",
        title=f"Lay it out dry: {step.title[:1].lower()}{step.title[1:]}",
        text=(
            f"{_listed(labels)} on a flat floor without glue, {format_length(sketch.width, system=units)} × "
            f"{format_length(sketch.height, system=units)} over the outside; a pencil line across every joint."
        ),
        check=f"Both diagonals measure {diagonal} and agree within 3 mm.",
        mistake="Found out of square when the glue has set.",
        minutes=6,
        does="dry",
        sketch=sketch,
    )
    return Job(step=dry, needs=labels, tools=("tape measure",))


def _last(plan: BuildPlan, units: UnitSystem) -> Iterator[Job]:
    if plan.cloth and any(step.does in ("cover", "mount") for step in plan.steps):
        squares = [step.sketch for step in plan.steps if step.sketch is not None]
        square = ""
        if squares:
            square = (
                f"Diagonals {format_length(squares[0].diagonal, system=units, fine=units == 'metric')}, within 3 mm. "
            )
        step = Step(
            id="look-at-it-lit",
            title="Look at it lit",
            text="In the dark, the lamp on low behind it: walk round it once.",
            check=(
                f"{square}No lump, fold or seam on the sheet, no line of light at a joint, and the lamp's outline is"
                " not made out from the subject's place."
            ),
            minutes=6,
            does="set",
            caution="Look at the sheet, never into the bare lamp.",
        )
        yield Job(step=step, tools=("lamp",))


def work_steps(
    plan: BuildPlan,
    cuts: CutPlan,
    covers: Sequence[CoverPlan],
    *,
    cutting: Cutting = "by hand",
    highest: float = 0.0,
    units: UnitSystem = "metric",
) -> Schedule:
    """Every step of the build in order, with its parts, tools and times.

    Parameters
    ----------
    plan: what the kind gave.
    cuts, covers: how bars, boards and cloth are cut.
    cutting: how bars and sawn boards are cut.
    units: how lengths are written.
    """
    given = assigned(plan)
    own_cut = next((s for s in plan.steps if s.does == "cut" and not s.uses and plan.pieces), None)
    sheets_own = frozenset(
        label for step, (labels, _) in zip(plan.steps, given, strict=True) if step.does == "gather" for label in labels
    )
    jobs = [_gather(plan, len(cuts.bars), sum(round(c.bought) for c in covers if c.covering.form == "board"))]
    if plan.pieces:
        jobs += _cut_bars(plan, cuts, cutting, units, own_cut)
    jobs += _cut_sheets(plan, covers, cutting, units, sheets_own)
    drill = _drill(plan)
    jobs += [drill] if drill else []
    for written, (labels, fittings) in zip(plan.steps, given, strict=True):
        step = written
        if step.sketch is not None and step.does == "bond":
            diagonal = format_length(step.sketch.diagonal, system=units, fine=units == "metric")
            step = replace(step, check=f"Diagonals {diagonal}. {step.check}".strip())
        if written is own_cut:
            continue
        step = replace(step, caution=_cautious(step.caution, fittings))
        dry = _dry(step, labels, units)
        jobs += [dry] if dry else []
        if step.does == "hang" and highest > REACH:
            climbed = (
                f"Up to {format_length(highest, system=units)}: a step ladder on level ground, one holds it, nobody"
                " stands under the load."
            )
            step = replace(step, hands=max(step.hands, 2), caution=f"{climbed} {step.caution}".strip())
            jobs.append(Job(step=step, parts=labels, fittings=fittings, tools=("step ladder", *_tools(fittings))))
            continue
        jobs.append(Job(step=step, parts=labels, fittings=fittings, tools=_tools(fittings)))
    jobs += _last(plan, units)
    return scheduled(jobs)


def _cautious(own: str, fittings: Sequence[Fitting]) -> str:
    # what can hurt in a fitting is said at every step that uses it
    rows = stock()["fittings"]
    said = [rows[f.id]["caution"] for f in fittings if f.id in rows and "caution" in rows[f.id]]
    return " ".join(part for part in dict.fromkeys((own, *said)) if part)


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
    return tuple(dict.fromkeys(found[fitting.id] for fitting in fittings if fitting.id in found))
