"""Run by every Python that has this folder on its path: the kinds of the folder beside it are there too."""

from pathlib import Path

import wenlo.core.modifiers as modifiers

modifiers.__path__.append(str(Path(__file__).resolve().parent / "kinds"))
