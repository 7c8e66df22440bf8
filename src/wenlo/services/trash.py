"""Use cases of the trash: what was deleted is kept for a month and can be taken back."""

from collections.abc import Sequence
from uuid import UUID

from wenlo.services.edit_ports import Trashed, TrashKind, TrashStore
from wenlo.services.ports import Transactions, User

KEPT_DAYS = 30


class Trash:
    """Every method is one transaction, and only ever touches what the user owns."""

    def __init__(self, transactions: Transactions[TrashStore]) -> None:
        self._transactions = transactions

    def all(self, user: User) -> Sequence[Trashed]:
        """What is there, newest first, without what has been there for too long."""
        with self._transactions() as store:
            store.empty()
            return store.all(user.id)

    def restore(self, user: User, kind: TrashKind, key: UUID) -> None:
        """Take it back. Raises NotFound."""
        with self._transactions() as store:
            store.restore(user.id, kind, key)

    def remove(self, user: User, kind: TrashKind, key: UUID) -> None:
        """Delete it for good. Raises NotFound."""
        with self._transactions() as store:
            store.remove(user.id, kind, key)

    def empty(self) -> int:
        """Delete for good what has been there for longer than it is kept."""
        with self._transactions() as store:
            return store.empty()
