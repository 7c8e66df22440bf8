"""Finds the kinds: every module of this package that defines ``KIND``. Nothing else lists them."""

import pkgutil
from collections.abc import Mapping
from functools import cache
from importlib import import_module
from typing import Any

import wenlo.core.modifiers as package
from wenlo.core.modifiers.kind import Kind, ModifierParameters


@cache
def kinds() -> Mapping[str, Kind[Any]]:
    """All kinds by id."""
    found = {}
    for module in pkgutil.iter_modules(package.__path__):
        kind = getattr(import_module(f"{package.__name__}.{module.name}"), "KIND", None)
        if isinstance(kind, Kind):
            found[kind.id] = kind
    return found


def kind_of(design: ModifierParameters) -> Kind[Any]:
    """The kind that a design's parameters belong to."""
    return kinds()[design.kind]
