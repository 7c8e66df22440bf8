"""Cells of tables that spreadsheets open."""

STARTS = ("=", "+", "-", "@", "\t", "\r", "＝", "＋", "－", "＠")
"""What a spreadsheet takes for the start of a formula, the wide forms of some keyboards among it."""


def _starts_formula(text: str) -> bool:
    # blanks before it do not make it harmless
    return text.startswith(STARTS) or text.strip().startswith(STARTS)


def guarded(text: str) -> str:
    """The text, with an apostrophe before what a spreadsheet would take for a formula."""
    return f"'{text}" if _starts_formula(text) else text


def unguarded(text: str) -> str:
    """The text that :func:`guarded` was given."""
    return text[1:] if text.startswith("'") and _starts_formula(text[1:]) else text
