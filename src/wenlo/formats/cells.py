"""Cells of tables that spreadsheets open."""

STARTS = ("=", "+", "-", "@", "\t", "\r")


def guarded(text: str) -> str:
    """The text, with an apostrophe before what a spreadsheet would take for a formula."""
    return f"'{text}" if text.startswith(STARTS) else text


def unguarded(text: str) -> str:
    """The text that :func:`guarded` was given."""
    return text[1:] if text.startswith("'") and text[1:].startswith(STARTS) else text
