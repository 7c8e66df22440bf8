"""Tests, checks and benchmarks."""

import difflib
import subprocess
import tempfile
from collections.abc import Sequence
from pathlib import Path

from wenlo.launch import install, system
from wenlo.launch.ground import FRONTEND, PYTHON, ROOT, VENV, Trouble, check_disk, clean_environment, say

SOURCES = ("src", "tests", "benchmarks")


def _prepare() -> dict[str, str]:
    check_disk()
    system.need_postgres()
    install.install(everything=True)
    return clean_environment()


def test(arguments: Sequence[str]) -> int:
    """Run all tests, or those that the arguments (pytest's own) choose."""
    system.need_chromium()
    # Two test processes on two cores, each with a server of its own: one thread a process is enough.
    env = {**_prepare(), "NUMBA_NUM_THREADS": "1"}
    if not arguments:
        front = subprocess.run(["npm", "test", "--silent"], cwd=FRONTEND, check=False).returncode
        if front:
            return front
    return subprocess.run([PYTHON, "-m", "pytest", *arguments], cwd=ROOT, env=env, check=False).returncode


def check() -> int:
    """Format, lint, types in both languages, import rules, generated files."""
    env = _prepare()
    install.node_packages()
    tools = VENV / "bin"
    failed = []
    steps: list[tuple[str, list[str | Path], Path]] = [
        ("format (Python)", [tools / "ruff", "format", "--check", *SOURCES], ROOT),
        ("lint (Python)", [tools / "ruff", "check", *SOURCES], ROOT),
        ("types (Python)", [tools / "mypy"], ROOT),
        ("import rules (Python)", [tools / "lint-imports", "--no-cache"], ROOT),
        ("format, lint and import rules (TypeScript)", ["npm", "run", "--silent", "lint"], FRONTEND),
        ("types (TypeScript)", ["npm", "run", "--silent", "types"], FRONTEND),
    ]
    for name, command, folder in steps:
        say(f"check: {name}")
        if subprocess.run([str(part) for part in command], cwd=folder, env=env, check=False).returncode:
            failed.append(name)
    say("check: generated API types")
    if not _api_types_are_true(env):
        failed.append("generated API types (run: ./wenlo api)")
    if failed:
        raise Trouble(f"check failed: {', '.join(failed)}")
    say("check: all good")
    return 0


def _generate(env: dict[str, str], description: Path, types: Path) -> None:
    subprocess.run([PYTHON, "-m", "wenlo.cli", "openapi", description], env=env, check=True)
    subprocess.run(
        ["npx", "--no-install", "openapi-typescript", description, "-o", types], cwd=FRONTEND, check=True,
        stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
    )  # fmt: skip


def _api_types_are_true(env: dict[str, str]) -> bool:
    stored = FRONTEND / "src/shared/api/schema.ts"
    with tempfile.TemporaryDirectory() as folder:
        fresh = Path(folder) / "schema.ts"
        _generate(env, Path(folder) / "openapi.json", fresh)
        old, new = stored.read_text().splitlines(), fresh.read_text().splitlines()
    for line in list(difflib.unified_diff(old, new, "stored", "fresh", lineterm=""))[:20]:
        print(line)
    return old == new


def api() -> int:
    """Write the front end's API types anew from the API's description."""
    env = _prepare()
    install.node_packages()
    with tempfile.TemporaryDirectory() as folder:
        _generate(env, Path(folder) / "openapi.json", FRONTEND / "src/shared/api/schema.ts")
    return 0


def bench(arguments: Sequence[str]) -> int:
    """Run the benchmarks and print their table."""
    env = _prepare()
    return subprocess.run([PYTHON, "-m", "benchmarks", *arguments], cwd=ROOT, env=env, check=False).returncode
