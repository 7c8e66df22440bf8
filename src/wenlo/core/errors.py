"""One error tree with stable codes; nothing here knows HTTP.

WenloError
├── InvalidInput       bad values, answered at the field
├── NotFound           no such thing, or not yours
├── VersionConflict    the write was based on a version that is no longer the newest
├── UnsupportedFile    a file that is not ours, is damaged, or comes from a newer Wenlo
├── TooLarge           more data than is accepted
├── Unavailable        a part of the program (database, workers) cannot answer now
│   ├── DatabaseAway       the database does not answer
│   ├── MigrationPending   its tables are of another version
│   └── DiskFull           nothing more can be written
└── Impossible         the request is well formed but no answer exists, with the reason
"""

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class FieldError:
    """What is wrong at one field of the input.

    ``path`` is dotted (``"design.width"``), ``message`` says what was wrong and what is accepted.
    """

    path: str
    message: str


class WenloError(Exception):
    """Root of all errors that are meant to be read by a person."""

    code = "error"

    def __init__(self, message: str, *, fields: Sequence[FieldError] = ()) -> None:
        super().__init__(message)
        self.message = message
        self.fields = tuple(fields)


class InvalidInput(WenloError):
    """Values outside what is accepted."""

    code = "invalid_input"


class NotFound(WenloError):
    """The thing asked for does not exist for this user."""

    code = "not_found"


class VersionConflict(WenloError):
    """Somebody (perhaps another tab) saved in the meantime."""

    code = "version_conflict"

    def __init__(self, message: str, *, current_version: int) -> None:
        super().__init__(message)
        self.current_version = current_version


class UnsupportedFile(WenloError):
    """A file that cannot be read as what it was given for."""

    code = "unsupported_file"


class TooLarge(WenloError):
    """The input is larger than the limit named in the message."""

    code = "too_large"


class Unavailable(WenloError):
    """A part of the program cannot answer now; nothing was lost."""

    code = "unavailable"


class DatabaseAway(Unavailable):
    """The database does not answer."""

    code = "database_away"


class MigrationPending(Unavailable):
    """The tables are not those of this version."""

    code = "migration_pending"


class DiskFull(Unavailable):
    """Nothing more can be written."""

    code = "disk_full"


class Impossible(WenloError):
    """No answer exists within the limits; the message says which limit stands in the way."""

    code = "impossible"
