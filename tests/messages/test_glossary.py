"""The glossary in the docs is the one that stands behind the words of the pages."""

from fluent.syntax import FluentParser, FluentSerializer, ast

from wenlo.launch.environment import ROOT
from wenlo.messages.speaker import source

PAGE = ROOT / "docs/use/glossary.md"
HEAD = """# Words of the trade

What Wenlo means by each; the pages show it when you point at a word.

| word | meaning |
|---|---|
"""


def _text(pattern):
    return (
        FluentSerializer()
        .serialize_entry(ast.Message(id=ast.Identifier("x"), value=pattern))
        .removeprefix("x =")
        .strip()
    )


def entries():
    """Name and meaning of each term, and all its forms."""
    for one in FluentParser().parse(source("glossary")).body:
        if isinstance(one, ast.Message):
            (forms,) = (_text(a.value) for a in one.attributes if a.id.name == "forms")
            names = [form.strip() for form in forms.split(",")]
            yield names[0], _text(one.value), names


def page():
    """The page of the glossary."""
    rows = sorted(((name, meaning) for name, meaning, _ in entries()), key=lambda row: row[0].lower())
    return HEAD + "".join(f"| {name} | {meaning} |\n" for name, meaning in rows)


def test_the_page_of_the_glossary_says_what_the_pages_say():
    # `python -m messages.test_glossary` in tests writes it anew
    assert PAGE.read_text("utf-8") == page()


def test_no_word_has_two_meanings_and_none_is_said_twice():
    forms = [form.lower() for _, _, names in entries() for form in names]
    assert len(set(forms)) == len(forms)
    meanings = [meaning for _, meaning, _ in entries()]
    assert len(set(meanings)) == len(meanings)
    assert all(meaning.endswith(".") for meaning in meanings)


if __name__ == "__main__":
    PAGE.write_text(page(), "utf-8")
