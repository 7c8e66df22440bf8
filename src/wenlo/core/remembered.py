"""What was worked out already and is asked for again: by what it depends on, or by the very objects that it was made
of.
"""

from collections import OrderedDict
from collections.abc import Callable
from functools import wraps
from typing import Any, Generic, ParamSpec, TypeVar

P = ParamSpec("P")
T = TypeVar("T")


class LruCache(Generic[T]):
    """The last few results by what they depend on."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._rows: OrderedDict[Any, T] = OrderedDict()

    def get(self, key: Any, make: Callable[[], tuple[T, bool]], *, anew: bool = False) -> T:
        """The result of that key, made if need be or ``anew``; ``make`` also says whether it is whole and worth
        keeping.
        """
        if key in self._rows and not anew:
            self._rows.move_to_end(key)
            return self._rows[key]
        made, whole = make()
        if whole:
            self._rows[key] = made
            if len(self._rows) > self._most:
                self._rows.popitem(last=False)
        return made


def for_same_objects(most: int) -> Callable[[Callable[P, T]], Callable[P, T]]:
    """Make a function remember its last answers for the very same objects.

    For what is asked over and over while one document is looked at: telling by identity costs nothing, where comparing
    or hashing a document costs more than many an answer. Arguments must not change, nor may the answer be changed.

    Parameters
    ----------
    most: how many answers are kept.
    """

    def remembering(function: Callable[P, T]) -> Callable[P, T]:
        # what is kept holds its arguments, so that no other object can come to have their identity
        kept: LruCache[tuple[Any, T]] = LruCache(most)

        @wraps(function)
        def asked(*args: P.args, **named: P.kwargs) -> T:
            key = (*map(id, args), *((name, id(value)) for name, value in sorted(named.items())))
            return kept.get(key, lambda: (((args, named), function(*args, **named)), True))[1]

        return asked

    return remembering
