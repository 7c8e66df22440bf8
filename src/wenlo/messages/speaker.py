"""Facts in words: one speaker a language, room and system of units."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import Any

from fluent.runtime import FluentBundle, FluentResource

from wenlo.core.facts import Fact
from wenlo.core.units.length import UnitSystem
from wenlo.messages.values import Words, shown, tape

LANGUAGES = ("en",)

VALUES = "values"
"""The room of the words that numbers need."""


class MessageFault(Exception):
    """A message that is missing, or that its arguments do not fit."""


def source(room: str, language: str = "en") -> str:
    """The file of a room's messages. Raises FileNotFoundError."""
    return files(__package__).joinpath(language, f"{room}.ftl").read_text("utf-8")


@cache
def _resource(room: str, language: str) -> Any:
    return FluentResource(source(room, language))


@dataclass(frozen=True)
class Speaker:
    """Puts facts into words; made by :func:`speaker`."""

    bundle: FluentBundle
    units: UnitSystem
    words: Words

    def has(self, code: str, part: str | None = None) -> bool:
        """Whether there is a message, or one with that part."""
        return self.bundle.has_message(code) and (part is None or part in self.bundle.get_message(code).attributes)

    def _arguments(self, fact: Fact) -> dict[str, Any]:
        given: dict[str, Any] = {}
        for name, argument in fact.args.items():
            value = argument.value
            if isinstance(value, Fact):
                given[name] = self.say(value)
            elif argument.kind == "list" and isinstance(value, tuple):
                said = [self.say(one) if isinstance(one, Fact) else str(one) for one in value]
                given[name] = ("; " if any(", " in one for one in said) else ", ").join(said)
            else:
                given[name] = shown(argument, self.units, self.words)
                if value is None or isinstance(value, int | float):
                    # plurals and nothings are told from the bare number
                    given[f"{name}_n"] = value or 0
        return given

    def say(self, fact: Fact, part: str | None = None) -> str:
        """A fact in words, or one part of its message; empty where it has no such part.

        Parameters
        ----------
        fact: what to say.
        part: ``text``, ``check``, ``mistake``, ``caution`` of a step, ``value``, ``spread``, ``detail`` of a figure,
            ``reason`` of a proposal, ``figure``, ``limit``, ``source`` of a check; the message itself where None.

        Raises
        ------
        MessageFault
            If there is no such message, or its words ask for what the fact does not have.
        """
        if not self.bundle.has_message(fact.code):
            raise MessageFault(f"there is no message {fact.code}")
        message = self.bundle.get_message(fact.code)
        pattern = message.value if part is None else message.attributes.get(part)
        if pattern is None:
            return ""
        text, errors = self.bundle.format_pattern(pattern, self._arguments(fact))
        if errors:
            raise MessageFault(f"{fact.code}: {errors[0]}")
        return str(text).strip()


@cache
def value_words(language: str = "en") -> Words:
    """The words that numbers need in a language.

    Parameters
    ----------
    language: a folder of messages.
    """
    bundle = FluentBundle([language], use_isolating=False)
    bundle.add_resource(_resource(VALUES, language))

    def say(code: str, given: Mapping[str, float | str]) -> str:
        pattern = bundle.get_message(code).value
        if pattern is None:
            raise MessageFault(f"there is no message {code}")
        text, errors = bundle.format_pattern(pattern, dict(given))
        if errors:
            raise MessageFault(f"{code}: {errors[0]}")
        return str(text)

    return say


@cache
def speaker(room: str, units: UnitSystem = "metric", language: str = "en") -> Speaker:
    """The speaker of a room.

    Parameters
    ----------
    room: whose file of messages.
    units: in which lengths are written.
    language: a folder of messages.
    """
    functions: dict[str, Any] = {
        "LENGTH": lambda metres: tape(float(metres), units),
        "CAP": lambda text: text[:1].upper() + text[1:],
    }
    bundle = FluentBundle([language], functions=functions, use_isolating=False)
    bundle.add_resource(_resource(room, language))
    return Speaker(bundle, units, value_words(language))
