"""Finds the kinds: every module of this package that defines ``KIND``. Nothing else lists them."""

import pkgutil
from collections.abc import Mapping
from dataclasses import replace
from functools import cache
from importlib import import_module
from typing import Any

import wenlo.core.modifiers as package
from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import Kind, ModifierParameters
from wenlo.core.remembered import for_same_objects

ASKED_AGAIN = 16
"""How many arrangements of a kind are kept: figures, notes and drawings of one design all ask for it."""


@cache
def kinds() -> Mapping[str, Kind[Any]]:
    """All kinds by id."""
    found = {}
    for module in pkgutil.iter_modules(package.__path__):
        kind = vars(import_module(f"{package.__name__}.{module.name}")).get("KIND")
        if isinstance(kind, Kind):
            found[kind.id] = replace(kind, arrange=for_same_objects(ASKED_AGAIN)(kind.arrange))
    return found


@cache
def first_kind() -> Kind[Any]:
    """The kind that a new shoot begins with."""
    return next(kind for kind in kinds().values() if kind.first)


def baseline(design: ModifierParameters, brief: Brief) -> ModifierParameters:
    """What a design is held against: its own lamp where it hangs, with nothing before it.

    Parameters
    ----------
    design: whose lamp it is.
    brief: what it points to.
    """
    made: ModifierParameters = next(k.in_place_of for k in kinds().values() if k.in_place_of is not None)(design, brief)
    return made


def standing_for(method: str) -> tuple[Kind[Any], ...]:
    """The kinds that stand for a way of working, in their turn."""
    found = [kind for kind in kinds().values() if method in kind.methods]
    return tuple(sorted(found, key=lambda kind: kind.methods[method]))


def kind_of(design: ModifierParameters) -> Kind[Any]:
    """The kind that a design's parameters belong to."""
    return kinds()[design.kind]
