"""The order of the work, found from what each step needs: parts before joints, a dry fit before a bond, cloth before it
is lifted; while glue or paint dries, something else is done.

Every step is one job for one pair of hands. A job can begin when all that it needs is done and dry; of those that can
begin, the one with the longest chain behind it goes first (Hu 1961), which brings waiting to the front.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace
from itertools import pairwise

from wenlo.core.catalog.data_files import fitting_place, fitting_sort
from wenlo.core.fabrication.parts import STAGES, BuildPlan, Fitting, Stage, Step

SPLICES = frozenset({"splint_screw", "pipe_coupling", "tube_joiner"})
"""What joins a member that is cut in parts; it goes where the member goes."""

FREE: frozenset[Stage] = frozenset({"gather", "cut", "mark", "drill"})
"""What waits for nothing but its own pieces."""


@dataclass(frozen=True, kw_only=True)
class Job:
    """A step in its place: labels of the pieces and sheets that it cuts, fits or only ``needs``, what it
    ``makes`` that is no part, fittings it takes, when it
    begins and when what it makes is ready. [min]
    """

    step: Step
    cuts: tuple[str, ...] = ()
    parts: tuple[str, ...] = ()
    needs: tuple[str, ...] = ()
    makes: tuple[str, ...] = ()
    fittings: tuple[Fitting, ...] = ()
    tools: tuple[str, ...] = ()
    after: tuple[int, ...] = ()
    start: float = 0.0

    @property
    def ready(self) -> float:
        """When it is done and dry. [min]"""
        return self.start + self.step.minutes + self.step.wait


@dataclass(frozen=True, kw_only=True)
class Schedule:
    """All jobs in order; ``hands_on`` is the work, ``ready`` when all of it is done if one does not stop, ``waiting``
    what of that is waiting with nothing else to do. [min]
    """

    jobs: tuple[Job, ...]
    hands_on: float
    waiting: float
    ready: float


@dataclass(kw_only=True)
class _Taken:
    pieces: dict[str, int] = field(default_factory=dict)
    fittings: dict[int, list[Fitting]] = field(default_factory=dict)


def _says(words: Sequence[str], *texts: str) -> bool:
    return any(word in text for word in words for text in texts)


def assigned(plan: BuildPlan) -> tuple[tuple[tuple[str, ...], tuple[Fitting, ...]], ...]:
    """For each of the plan's steps the labels of what it fits and its fittings: every part once, by the first step that
    names it; a fitting that several steps name is shared out.

    Words name parts of the names of pieces and of the notes or materials of sheets; ``bars``, ``boards``, ``cloth`` all
    of them.
    """
    taken = _Taken()
    for piece in plan.pieces:
        for k, step in enumerate(plan.steps):
            if "bars" in step.uses or _says(step.uses, piece.name):
                taken.pieces[piece.label] = k
                break
    for sheet in plan.cloth:
        for k, step in enumerate(plan.steps):
            named = "boards" if sheet.form == "board" else "cloth"
            if named in step.uses or _says(step.uses, sheet.note, sheet.material):
                taken.pieces[sheet.label] = k
                break
    first = min((taken.pieces[p.label] for p in plan.pieces if p.label in taken.pieces), default=None)
    for fitting in plan.fittings:
        sort = fitting_sort(fitting.id)
        users = [k for k, step in enumerate(plan.steps) if {fitting.id, sort} & set(step.uses)]
        # what goes wherever others of its sort would go
        users = users or [k for k, step in enumerate(plan.steps) if fitting_place(fitting.id) in step.uses]
        if not users and sort in SPLICES and first is not None:
            users = [first]
        left = fitting.count
        for n, k in enumerate(users):
            share = fitting.count / len(users)
            part = left if n == len(users) - 1 else (round(share) if float(fitting.count).is_integer() else share)
            left -= part
            if part:
                taken.fittings.setdefault(k, []).append(Fitting(id=fitting.id, count=part))
    return tuple(
        (tuple(label for label, at in taken.pieces.items() if at == k), tuple(taken.fittings.get(k, ())))
        for k in range(len(plan.steps))
    )


def left_over(plan: BuildPlan) -> tuple[str, ...]:
    """Labels of pieces and sheets, and ids of fittings, that no step fits."""
    given = assigned(plan)
    labels = {label for parts, _ in given for label in parts}
    fittings = {fitting.id for _, found in given for fitting in found}
    return (
        *(p.label for p in plan.pieces if p.label not in labels),
        *(c.label for c in plan.cloth if c.label not in labels),
        *(f.id for f in plan.fittings if f.id not in fittings),
    )


def _rank(job: Job) -> int:
    return STAGES.index(job.step.does)


def _needs(jobs: Sequence[Job]) -> Iterator[tuple[int, int]]:
    # (before, after)
    makers = {label: k for k, job in enumerate(jobs) for label in (*job.cuts, *job.makes)}
    for k, job in enumerate(jobs):
        for label in (*job.parts, *job.needs):
            if label in makers:
                yield makers[label], k
        for other, one in enumerate(jobs):
            if other == k:
                continue
            if one.step.does == "gather" and job.step.does != "gather":
                yield other, k
            elif job.step.does in ("drill", "mark"):
                # what is cut is marked and drilled before anything is joined
                if one.step.does == "cut" and not job.needs and not job.makes:
                    yield other, k
            elif job.step.does not in FREE and _rank(one) < _rank(job):
                anything = not (job.parts or job.needs) and _rank(job) <= STAGES.index("finish")
                if one.step.does != "cut" or anything:
                    yield other, k
    # steps of one stage keep the order in which they are written
    for stage in STAGES:
        same = [k for k, job in enumerate(jobs) if job.step.does == stage]
        yield from pairwise(same)


def scheduled(jobs: Sequence[Job]) -> Schedule:
    """The jobs in an order that keeps what each needs, with the longest chain first.

    Parameters
    ----------
    jobs: in any order but that of steps of one stage, which is kept.
    """
    before: dict[int, set[int]] = {k: set() for k in range(len(jobs))}
    for first, then in _needs(jobs):
        before[then].add(first)
    behind: dict[int, set[int]] = {k: {j for j in before if k in before[j]} for k in before}
    tail: dict[int, float] = {}

    def chain(k: int) -> float:
        if k not in tail:
            tail[k] = jobs[k].step.minutes + jobs[k].step.wait + max((chain(j) for j in behind[k]), default=0.0)
        return tail[k]

    done: dict[int, Job] = {}
    order: list[int] = []
    now, idle = 0.0, 0.0
    while len(done) < len(jobs):
        ready = [k for k in before if k not in done and before[k] <= done.keys()]
        begins = {k: max((done[j].ready for j in before[k]), default=0.0) for k in ready}
        can = [k for k in ready if begins[k] <= now + 1e-9]
        if not can:
            soonest = min(begins.values())
            idle += soonest - now
            now = soonest
            continue
        k = max(can, key=lambda j: (chain(j), -j))
        done[k] = replace(jobs[k], start=now, after=())
        order.append(k)
        now += jobs[k].step.minutes
    place = {k: n for n, k in enumerate(order)}
    placed = tuple(replace(done[k], after=tuple(sorted(place[j] for j in before[k]))) for k in order)
    ready_at = max((job.ready for job in placed), default=0.0)
    return Schedule(
        jobs=placed,
        hands_on=sum(job.step.minutes for job in placed),
        waiting=idle + max(ready_at - now, 0.0),
        ready=ready_at,
    )
