"""Writing items of the Shelf: every write is kept as an edit, so that edits that come late are held against it."""

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from wenlo.core.catalog.items import Item
from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.units.fields import field_errors
from wenlo.services.edits import Edit, Target, whole_edit
from wenlo.services.ports import ItemRecord, ShelfStore, User


def written(store: ShelfStore, user: User, before: ItemRecord, item: Item) -> ItemRecord:
    """The next version of an item, with what it changes kept beside it."""
    record = store.write(user.id, before.id, item)
    old, new = (i.model_dump(mode="json") for i in (before.item, item))
    store.edits.keep(user.id, before.id, whole_edit(old, new, version=record.version, label=""))
    return record


class ItemTarget(Target[ItemRecord]):
    """An item that edits are made of."""

    def __init__(self, store: ShelfStore, user: User, record: ItemRecord) -> None:
        self._store, self._user, self.record, self.id = store, user, record, record.id

    @property
    def document(self) -> Mapping[str, Any]:
        """As it stands, in JSON values."""
        return self.record.item.model_dump(mode="json")

    @property
    def version(self) -> int:
        """It rises with every write."""
        return self.record.version

    def write(self, document: Any, edit: Edit) -> None:
        """The next version, unless nothing changes. Raises InvalidInput."""
        try:
            item = Item.model_validate(document).checked()
        except ValidationError as error:
            fields = field_errors(Item, error.errors(include_url=False))
            raise InvalidInput(fields[0].message, fields=fields) from None
        if item.category != self.record.item.category:
            message = "An item keeps its category; make a new one instead."
            raise InvalidInput(message, fields=[FieldError(path="category", message=message)])
        if item != self.record.item:
            self.record = self._store.write(self._user.id, self.id, item)
