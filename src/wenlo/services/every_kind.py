"""One question asked of every kind of modifier, its pieces shared out between processes."""

import json
import time
from collections.abc import Callable, Sequence
from functools import lru_cache, partial
from typing import Any, TypeVar

from pydantic import BaseModel

from wenlo.core.brief.uses import with_wishes
from wenlo.core.document.shoot import Shoot
from wenlo.core.inventory.stocked import Stocked, stocked
from wenlo.core.modifiers.kind import Kind
from wenlo.core.modifiers.registry import kinds
from wenlo.services.resolve_document import Document, read_document
from wenlo.services.work import Each, Told

A = TypeVar("A")
B = TypeVar("B", bound=BaseModel)

OfKind = Callable[[Kind[Any], Shoot, Sequence[Stocked]], tuple[A, B]]
"""What is found for a kind, and how it is shown."""


@lru_cache(maxsize=2)
def _asked(text: str) -> tuple[Shoot, tuple[Stocked, ...]]:
    # the same objects for every kind, so that what was found out of them is remembered
    document, shelf = json.loads(text)
    shoot = read_document(document)
    return shoot.model_copy(update={"brief": with_wishes(shoot.brief)}), tuple(stocked(shelf))


_took: dict[str, float] = {}
"""How long each kind took when it was last asked of. [s]"""


def _of_one(do: OfKind[A, B], text: str, kind: str) -> tuple[str, float, A, B]:
    began = time.perf_counter()
    row, shown = do(kinds()[kind], *_asked(text))
    return kind, time.perf_counter() - began, row, shown


def of_every_kind(
    do: OfKind[A, B], told: Told, document: Document, shelf: Sequence[dict[str, Any]], each: Each
) -> tuple[Shoot, list[tuple[A, B]]]:
    """The shoot with the wishes of its use, and what ``do``, a function of a module, finds for the kinds in their
    order: all, or those that were ready when ``told`` ended the work.
    """
    text = json.dumps([document, list(shelf)])
    names, found = list(kinds()), {}
    # what takes longest must not be begun last
    for name, took, row, shown in each(partial(_of_one, do, text), sorted(names, key=lambda n: -_took.get(n, 0.0))):
        found[name], _took[name] = (row, shown), took
        if not told(len(found), len(names), shown):
            break
    return _asked(text)[0], [found[name] for name in names if name in found]
