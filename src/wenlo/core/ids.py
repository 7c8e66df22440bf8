"""Ids: what anything is referred to by. They are made of roles and stay whatever names, words and counts become."""

import re
from collections.abc import Iterable, Iterator, Mapping
from itertools import count
from typing import Annotated, Any

from pydantic import BaseModel, StringConstraints

ElementId = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
"""Id of a lamp, thing, meter or look of a document: lower-case letters, digits and hyphens."""

Key = Annotated[str, StringConstraints(pattern=r"^([a-z0-9][a-z0-9-]{0,39})?$")]
"""The same; empty until the document that holds it gives one."""

MOST_SLUG = 60


def slug(text: str) -> str:
    """Letters and digits of a text, hyphens between.

    >>> slug("Cut the 18 × 44 bars")
    'cut-the-18-44-bars'
    """
    return re.sub(r"[^a-z0-9]+", "-", text.lower()).strip("-")[:MOST_SLUG]


def fresh_ids(role: str, taken: Iterable[str]) -> Iterator[str]:
    """Ids for more of a role, after all that were given so far.

    >>> next(fresh_ids("light", ["light-1", "light-4", "thing-9"]))
    'light-5'
    """
    numbers = [int(found[1]) for one in taken if (found := re.fullmatch(rf"{role}-(\d+)", one))]
    return (f"{role}-{number}" for number in count(max(numbers, default=0) + 1))


def keyed(entries: Any, role: str, taken: Iterable[str] = ()) -> Any:
    """A list of a document, each of its entries with a key of its own; anything else as it is.

    Entries that have no key, or one that an earlier entry has, get a fresh one that nothing has or had.

    Parameters
    ----------
    entries: values as they were read, or models with a ``key``.
    role: what they are: ``light``, ``thing``, ``meter``, ``look``.
    taken: ids that something else in the document refers to.
    """
    if not isinstance(entries, list | tuple):
        return entries
    keys = [entry.get("key") if isinstance(entry, Mapping) else getattr(entry, "key", None) for entry in entries]
    ids = fresh_ids(role, {*taken, *(key for key in keys if isinstance(key, str))})
    found: list[Any] = []
    seen: set[str] = set()
    for entry, key in zip(entries, keys, strict=True):
        if isinstance(key, str) and key and key not in seen:
            seen.add(key)
            found.append(entry)
            continue
        fresh = next(ids)
        seen.add(fresh)
        if isinstance(entry, Mapping):
            found.append({**entry, "key": fresh})
        else:
            found.append(entry.model_copy(update={"key": fresh}) if isinstance(entry, BaseModel) else entry)
    return found
