"""What the documents say is so."""

import re

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
    readme = (ROOT / "README.md").read_text()
    assert all(f"docs/screenshots/{name}" in readme for name in pictures)
