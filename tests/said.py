"""Facts in words, for tests that read them as people do."""

from wenlo.messages.speaker import speaker


def in_words(fact, part=None, *, room="light", units="metric"):
    """A fact, or one part of its message, in English."""
    return speaker(room, units).say(fact, part)


def told(fact, part=None, **more):
    """A check's name, its ``figure``, ``limit`` or ``source``, or what a cure or a task says."""
    return in_words(fact, part, room="checks", **more)


def about(check):
    """What a check is about."""
    return told(check.about.says)


def name_of(figure, **more):
    """What a figure is called."""
    return in_words(figure.says, **more)


def value_of(figure, **more):
    """What a figure reads."""
    return in_words(figure.says, "value", **more)


def detail_of(figure, **more):
    """What a figure means."""
    return in_words(figure.says, "detail", **more)
