"""A home of its own that borrows what is installed: for tests and benchmarks, so that nobody's shoots are touched."""

import shutil
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from wenlo.launch.environment import HOME

INSTALLED = ("venv", "tools", "kernels", "stamps")


@contextmanager
def sandbox_home() -> Iterator[Path]:
    """A temporary folder to set ``WENLO_HOME`` to; gone afterwards."""
    folder = Path(tempfile.mkdtemp(prefix="wenlo-home-"))
    folder.chmod(0o711)  # PostgreSQL's account must be able to pass through
    for name in INSTALLED:
        if (HOME / name).exists():
            (folder / name).symlink_to(HOME / name)
    try:
        yield folder
    finally:
        shutil.rmtree(folder)
