"""What the documents say is so."""

import re

import pytest

from wenlo.launch.environment import ROOT
from wenlo.settings import Settings


def test_every_setting_is_documented_with_its_default():
    rows = dict(re.findall(r"^\| `(WENLO_\w+)` \| (.+?) \|", (ROOT / "docs/settings.md").read_text(), re.M))
    assert set(rows) == {f"WENLO_{name.upper()}" for name in Settings.model_fields}
    for name, info in Settings.model_fields.items():
        default = info.default.get_secret_value() if hasattr(info.default, "get_secret_value") else info.default
        assert rows[f"WENLO_{name.upper()}"] == ("none" if default is None else f"`{default}`"), name
        assert info.description in (ROOT / "docs/settings.md").read_text()


def test_readme_shows_commands_first_and_its_links_lead_somewhere():
    readme = (ROOT / "README.md").read_text()
    assert readme.index("./wenlo demo") < readme.index("./wenlo test") < readme.index("![")
    for link in re.findall(r"\]\(([^)#]+)\)", readme):
        assert link.startswith("http") or (ROOT / link).exists(), link


def test_pictures_are_few_and_linked():
    pictures = {p.name for p in (ROOT / "docs/screenshots").glob("*.png")}
    assert 0 < len(pictures) < 20
    guide = (ROOT / "docs/use/README.md").read_text()
    assert all(f"../screenshots/{name}" in guide for name in pictures)


@pytest.mark.parametrize(
    "page", [*sorted((ROOT / "docs").rglob("*.md")), ROOT / "CONTRIBUTING.md"], ids=lambda p: p.name
)
def test_links_between_pages_lead_somewhere(page):
    for link in re.findall(r"\]\(([^)#]+)\)", page.read_text()):
        assert link.startswith("http") or (page.parent / link).exists(), link


def test_every_room_of_the_core_is_described_once():
    told = (ROOT / "docs/architecture.md").read_text()
    for room in (ROOT / "src/wenlo/core").iterdir():
        if (room / "__init__.py").is_file():
            assert len(re.findall(rf"^    {room.name}/ ", told, re.M)) == 1, room.name


def test_files_named_by_the_documents_are_there():
    for page in (ROOT / "docs/architecture.md", ROOT / "CONTRIBUTING.md"):
        for name in re.findall(
            r"`((?:core|services|api|db|jobs|launch|formats|src|tests|frontend|docs|benchmarks)/[\w./-]+\.\w+)`",
            page.read_text(),
        ):
            assert any((ROOT / base / name).exists() for base in ("", "src/wenlo")), f"{page.name}: {name}"
