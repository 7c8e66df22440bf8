"""Changes of a document, field by field: found between two states of it, put into a third, held against each other.

Entries of lists are known by their keys and never by their places, so that what two people change at once in different
fields or entries is both kept. The same rules stand in ``frontend/src/shared/journal/merge.ts``; both are held to
``tests/vectors/merge.json``.
"""

from collections.abc import Mapping, Sequence
from typing import Any

from pydantic import BaseModel, ConfigDict, Field

Path = Sequence[str]

ENTRY = "@"
"""A step that begins with it names an entry of a list by its key."""

ORDER = "@order"
"""The last step of a change of the order of a list's entries; its values are lists of keys."""

NAMED_BY = ("key", "light")
"""Fields that tell the entries of a list apart."""

MOST_STEPS, MOST_STEP = 20, 200


class Change(BaseModel):
    """One field of a document: where it is, what was there, what shall be there.

    ``adds``: nothing was there; ``removes``: nothing shall be there.
    """

    model_config = ConfigDict(extra="forbid", frozen=True)

    path: tuple[str, ...] = Field(max_length=MOST_STEPS)
    was: Any = None
    value: Any = None
    adds: bool = False
    removes: bool = False


class NotThere(Exception):
    """The place of a change is not in the document any more."""


def names_of(*lists: Sequence[Any]) -> list[list[str]] | None:
    """What the entries of lists are called by, in all lists alike; None if they have no names or one is twice."""
    entries = [entry for found in lists for entry in found]
    named = lists
    if not all(isinstance(entry, str) for entry in entries):
        for field in NAMED_BY:
            if all(isinstance(e, Mapping) and isinstance(e.get(field), str) and e[field] for e in entries):
                named = tuple([e[field] for e in found] for found in lists)
                break
        else:
            return None
    return [list(names) for names in named] if all(len(set(names)) == len(names) for names in named) else None


def changes_between(before: Any, after: Any, path: Path = ()) -> list[Change]:
    """The changes that make ``after`` of ``before``, both JSON values."""
    if before == after:
        return []
    if isinstance(before, Mapping) and isinstance(after, Mapping) and before.get("kind") == after.get("kind"):
        return [change for key in dict.fromkeys([*before, *after]) for change in _field(before, after, key, path)]
    if isinstance(before, list) and isinstance(after, list):
        names = names_of(before, after)
        if names is not None:
            return _entries(dict(zip(names[0], before, strict=True)), dict(zip(names[1], after, strict=True)), path)
    return [Change(path=tuple(path), was=before, value=after)]


def _field(before: Mapping[str, Any], after: Mapping[str, Any], key: str, path: Path) -> list[Change]:
    at = (*path, key)
    if key not in before:
        return [Change(path=at, value=after[key], adds=True)]
    if key not in after:
        return [Change(path=at, was=before[key], removes=True)]
    return changes_between(before[key], after[key], at)


def _entries(before: Mapping[str, Any], after: Mapping[str, Any], path: Path) -> list[Change]:
    found: list[Change] = []
    for name in dict.fromkeys([*before, *after]):
        at = (*path, ENTRY + name)
        if name not in before:
            found.append(Change(path=at, value=after[name], adds=True))
        elif name not in after:
            found.append(Change(path=at, was=before[name], removes=True))
        else:
            found += changes_between(before[name], after[name], at)
    # what comes is put at the end, there and back
    there = [name for name in before if name in after] + [name for name in after if name not in before]
    back = [name for name in after if name in before] + [name for name in before if name not in after]
    if there != list(after) or back != list(before):
        found.append(Change(path=(*path, ORDER), was=list(before), value=list(after)))
    return found


def _child(node: Any, step: str) -> Any:
    if isinstance(node, list):
        names = names_of(node)
        if names is not None and step[:1] == ENTRY and step[1:] in names[0]:
            return node[names[0].index(step[1:])]
    elif isinstance(node, Mapping) and step in node:
        return node[step]
    raise NotThere


def value_at(document: Any, path: Path) -> Any:
    """What is at a place. Raises NotThere."""
    at = document
    for step in path:
        at = _child(at, step)
    return at


def with_change(document: Any, change: Change) -> Any:
    """A copy of a document with one change in it; raises NotThere where its place is gone."""
    return _put(document, change.path, change)


def _put(node: Any, path: Path, change: Change) -> Any:
    if not path:
        return change.value
    step, rest = path[0], path[1:]
    if isinstance(node, Mapping):
        if rest:
            return {**node, step: _put(_child(node, step), rest, change)}
        if change.removes:
            return {key: value for key, value in node.items() if key != step}
        return {**node, step: change.value}
    if not isinstance(node, list):
        raise NotThere
    known = names_of(node)
    if known is None or step[:1] != ENTRY:
        raise NotThere
    names = known[0]
    if step == ORDER:
        place = {name: k for k, name in enumerate(change.value)}
        order = sorted(range(len(node)), key=lambda k: (place.get(names[k], len(place)), k))
        return [node[k] for k in order]
    name = step[1:]
    if name in names:
        k = names.index(name)
        if change.removes and not rest:
            return [*node[:k], *node[k + 1 :]]
        return [*node[:k], _put(node[k], rest, change), *node[k + 1 :]]
    if rest:
        raise NotThere
    return node if change.removes else [*node, change.value]


def with_changes(document: Any, changes: Sequence[Change]) -> Any:
    """A copy of a document with the changes in it, one after the other. Raises NotThere."""
    for change in changes:
        document = with_change(document, change)
    return document


def turned_back(changes: Sequence[Change]) -> list[Change]:
    """The changes that take back others."""
    back = [Change(path=c.path, was=c.value, value=c.was, adds=c.removes, removes=c.adds) for c in changes]
    # entries are put in order when all are there
    return sorted(back, key=lambda c: c.path[-1:] == (ORDER,))


def meet(a: Change, b: Change) -> bool:
    """Whether two changes are of one field, or one of them is of what holds the other's."""
    if a.path[-1:] == (ORDER,) or b.path[-1:] == (ORDER,):
        return False
    common = min(len(a.path), len(b.path))
    return a.path[:common] == b.path[:common]


def holds(now: Any, was: Any) -> bool:
    """Whether a value is still what it was, but for fields that were added to it since."""
    if isinstance(now, Mapping) and isinstance(was, Mapping):
        return all(key in now and holds(now[key], value) for key, value in was.items())
    return bool(now == was)


def is_disputed(document: Any, change: Change, others: Sequence[Change]) -> bool:
    """Whether a change stands against what others made of its field since it was seen.

    Parameters
    ----------
    document: as it stands, with the others' changes.
    change: the change that comes late.
    others: what others changed since its author saw the document.
    """
    touched = any(meet(change, other) for other in others)
    try:
        now = value_at(document, change.path)
    except NotThere:
        # nothing is left to be removed; what was added to what is gone, or changed in it, is disputed
        if change.removes or change.path[-1:] == (ORDER,):
            return False
        try:
            value_at(document, change.path[:-1])
        except NotThere:
            return True
        return not change.adds and touched
    if not touched or now == change.value:
        return False
    return change.adds or not holds(now, change.was)


def both_texts(was: str, theirs: str, mine: str) -> str:
    """A text that holds what two people made of it: what one put in stands in the other's, and where that cannot be
    told, mine stands under theirs.
    """
    if theirs == was:
        return mine
    if mine == was or not mine or mine in theirs:
        return theirs
    if not theirs or theirs in mine:
        return mine
    start = len(_common(was, mine))
    end = len(_common(was[start:][::-1], mine[start:][::-1]))
    added, replaced, after = mine[start : len(mine) - end], was[start : len(was) - end], was[start:]
    # what was put in at the end or in the middle comes after what they made of the place
    at = len(theirs) - len(after)
    if not replaced and (not after or (theirs.startswith(was[:start]) and theirs.endswith(after))):
        # two words do not become one
        between = "\n" if theirs[:at][-1:].isalnum() and added[:1].isalnum() else ""
        return theirs[:at] + between + added + theirs[at:]
    return f"{theirs}\n{mine}"


def _common(a: str, b: str) -> str:
    length = next((k for k, (x, y) in enumerate(zip(a, b, strict=False)) if x != y), min(len(a), len(b)))
    return a[:length]
