"""Every kind put together at random, with the seeds of what does not go together: ``./wenlo bench assemblies``."""

import argparse
import random
import sys
import time
import uuid
from collections import Counter
from dataclasses import dataclass, field
from typing import Any, Literal, get_args, get_origin

from pydantic import ValidationError

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.bars import GROUPS, BarGroup, bars_of
from wenlo.core.catalog.items import BarValues, FaceValues, SheetValues
from wenlo.core.catalog.own import OwnBar, OwnFace, OwnSheet
from wenlo.core.errors import Impossible
from wenlo.core.instructions.arrival_checks import arrival_faults
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.instructions.room_checks import sight_faults
from wenlo.core.instructions.step_pictures import fitted_in, parts_by_step, step_pictures
from wenlo.core.modifiers.kind import Kind
from wenlo.core.modifiers.registry import kinds

DESIGNS = 200
"""Of every kind."""


@dataclass
class Row:
    """What came of a kind: how many designs were built and refused, what failed, and the longest times [s]."""

    built: int = 0
    refused: int = 0
    codes: Counter[str] = field(default_factory=Counter)
    seeds: list[int] = field(default_factory=list)
    times: dict[str, list[float]] = field(default_factory=lambda: {"assembly": [], "checks": [], "pictures": []})


OWN = 0.4
"""Share of the sheets and faces that are of one's own."""


def own_stock(rng: random.Random, annotation: Any) -> OwnSheet | OwnFace | None:
    """Something of one's own that a field takes: of odd widths and lengths, thick or thin; None where it takes none."""
    takes = OwnSheet if "OwnSheet" in str(annotation) else OwnFace if "OwnFace" in str(annotation) else None
    if takes is None or rng.random() > OWN:
        return None
    board = rng.random() < 0.5
    sold = {
        "form": "board" if board else "cloth",
        "joined": rng.choice(["sewn", "taped"]),
        "roll_width": round(rng.uniform(0.45, 2.9), 3),
        "board_length": round(rng.uniform(0.6, 3.05), 3) if board else None,
        "thickness": round(rng.choice([0.003, 0.006, 0.0125, 0.025]) * rng.uniform(0.9, 1.1), 5) if board else None,
        "mass_per_area": round(rng.uniform(0.05, 3.0), 3),
    }
    name = {"item": str(uuid.UUID(int=rng.getrandbits(128), version=4)), "version": 1, "name": "what was in the attic"}
    return takes(**name, values=(SheetValues if takes is OwnSheet else FaceValues)(**sold))


def any_batten(rng: random.Random) -> Any:
    """A batten that is sold, or one of one's own of an odd section."""
    if rng.random() > OWN:
        return rng.choice(bars_of("timber")).id
    sold = {
        "section": "timber",
        "width": round(rng.uniform(0.034, 0.095), 4),
        "thickness": round(rng.uniform(0.016, 0.05), 4),
        "length": round(rng.uniform(1.5, 4.0), 2),
    }
    name = {"item": str(uuid.UUID(int=rng.getrandbits(128), version=4)), "version": 1, "name": "what lay in the yard"}
    return OwnBar(**name, values=BarValues(**sold)).model_dump()


def any_bar(rng: random.Random, group: BarGroup) -> Any:
    """A bar of a group."""
    return any_batten(rng) if group == "timber" else rng.choice(bars_of(group)).id


def varied(kind: Kind[Any], brief: Brief, rng: random.Random) -> Any:
    """A design with every choice anew and every number between half and nearly twice what the kind begins with."""
    begins = kind.start(brief)
    changes: dict[str, Any] = {}
    for name, info in kind.parameters.model_fields.items():
        now = getattr(begins, name)
        low = next((m.ge for m in info.metadata if hasattr(m, "ge")), None)
        high = next((m.le for m in info.metadata if hasattr(m, "le")), None)
        own = own_stock(rng, info.annotation)
        if own is not None:
            changes[name] = own.model_dump()
            continue
        if get_origin(info.annotation) is Literal:
            changes[name] = rng.choice(get_args(info.annotation))
        elif info.annotation is bool:
            changes[name] = rng.random() < 0.5
        elif low is not None and high is not None and info.annotation is int:
            changes[name] = rng.randint(int(low), int(high))
        elif low is not None and high is not None and isinstance(now, float):
            changes[name] = round(min(max(now * rng.uniform(0.5, 1.8), low), high), 4)
    if changes.get("structure", "board") != "board":
        changes["material"] = any_bar(rng, changes["structure"])
    if "worn" in changes:
        # none of them has further cloths
        changes["worn"] = 0
    if "bar" in kind.parameters.model_fields:
        changes["bar"] = any_bar(rng, rng.choice(GROUPS))
    for batten in sorted({"batten", "lower_batten"} & set(kind.parameters.model_fields)):
        changes[batten] = any_batten(rng)
    return kind.parameters.model_validate({**begins.model_dump(), **changes})


def tried(kind: Kind[Any], seed: int, row: Row) -> None:
    """One design of a kind, into its row."""
    rng = random.Random(f"{kind.id} {seed}")
    brief = Brief().model_copy(update={"carrying_length": rng.choice([0.9, 1.2, 2.0])})
    try:
        design = varied(kind, brief, rng)
        plan = kind.build(design, brief)
        begun = time.perf_counter()
        assembly = kind.assemble(design, brief)
        put = time.perf_counter()
        arranged = kind.arrange(design, brief, None)
        found = (
            *faults(assembly),
            *lit_faults(assembly, arranged.surfaces),
            *sight_faults(assembly, arranged.surfaces, arranged.lamps),
        )
        looked = time.perf_counter()
        making = plan_build(plan, brief.workshop)
        fitted = fitted_in(making.schedule.jobs)
        drawing = time.perf_counter()
        step_pictures(assembly, fitted)
        found = (*found, *arrival_faults(assembly, parts_by_step(assembly, fitted)))
        done = time.perf_counter()
    except (ValidationError, Impossible):
        row.refused += 1
        return
    row.built += 1
    for name, seconds in (("assembly", put - begun), ("checks", looked - put), ("pictures", done - drawing)):
        row.times[name].append(seconds)
    if found:
        row.seeds.append(seed)
        row.codes.update(fault.code for fault in found)


def main() -> None:
    """Parse and run."""
    parser = argparse.ArgumentParser(prog="./wenlo bench assemblies")
    parser.add_argument("--count", type=int, default=DESIGNS)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("kinds", nargs="*")
    options = parser.parse_args()
    failed = 0
    print(f"{'kind':20} built refused  median / 95 % / longest: assembly, checks, pictures [ms]")
    for name, kind in sorted(kinds().items()):
        if options.kinds and name not in options.kinds:
            continue
        row = Row()
        for seed in range(options.seed, options.seed + options.count):
            tried(kind, seed, row)
        times = "  ".join(_times(row.times[what]) for what in ("assembly", "checks", "pictures"))
        wrong = f"  FAILED {dict(row.codes)} at seeds {row.seeds}" if row.seeds else ""
        print(f"{name:20} {row.built:5d} {row.refused:7d}  {times}{wrong}", flush=True)
        failed += len(row.seeds)
    sys.exit(1 if failed else 0)


def _times(seconds: list[float]) -> str:
    if not seconds:
        return "–"
    ranked = sorted(seconds)
    return "/".join(
        f"{ranked[min(int(share * len(ranked)), len(ranked) - 1)] * 1000:.0f}" for share in (0.5, 0.95, 1.0)
    )


if __name__ == "__main__":
    main()
