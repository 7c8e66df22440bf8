"""Tests, checks and benchmarks."""

import os
import subprocess
import sys
import tempfile
from collections.abc import Sequence
from contextlib import redirect_stdout
from pathlib import Path

from wenlo.launch import install, system
from wenlo.launch.environment import FRONTEND, PYTHON, ROOT, VENV, Trouble, check_disk, clean_environment, run, say

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
    drawn = (
        [] if any(a.startswith("--hypothesis-seed") for a in arguments) else [f"--hypothesis-seed={seed_of_commit()}"]
    )
    say(f"random examples are drawn by {drawn[0] if drawn else 'the seed that was given'}")
    return subprocess.run([PYTHON, "-m", "pytest", *drawn, *arguments], cwd=ROOT, env=env, check=False).returncode


def seed_of_commit() -> int:
    """A seed that is the same for the same commit, so that a run can be repeated; 0 where there is no repository."""
    found = subprocess.run(["git", "rev-parse", "HEAD"], cwd=ROOT, capture_output=True, text=True, check=False)
    return int(found.stdout[:8], 16) if found.returncode == 0 else 0


def check() -> int:
    """Format, lint, types in both languages, import rules."""
    env = _prepare()
    install.node_packages()
    _generate_api_types(env)
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
    if failed:
        raise Trouble(f"check failed: {', '.join(failed)}")
    say("check: all good")
    return 0


def _generate_api_types(env: dict[str, str]) -> None:
    # Not kept in the repository: they are made from the API's own description whenever they are checked.
    with tempfile.TemporaryDirectory() as folder:
        description = Path(folder) / "openapi.json"
        run([PYTHON, "-m", "wenlo.cli", "openapi", description], what="describing the API", env=env)
        types = FRONTEND / "generated" / "schema.ts"
        command: list[str | Path] = ["npx", "--no-install", "openapi-typescript", description, "-o", types]
        run(command, what="generating the API types", cwd=FRONTEND)


def api() -> int:
    """Write the front end's API types from the API's description, for an editor to know them."""
    env = _prepare()
    install.node_packages()
    _generate_api_types(env)
    return 0


def from_file(command: str, arguments: Sequence[str]) -> int:
    """Answer from a file alone: ``solve`` reads the meters of a panel set, ``report`` tells the facts of a project
    file.
    """
    with redirect_stdout(sys.stderr):  # the answer alone goes to standard output
        check_disk()
        install.install(with_pages=False)
    env = clean_environment()
    return subprocess.run([PYTHON, "-m", "wenlo.cli", command, *arguments], env=env, check=False).returncode


LONG_BENCHMARKS = ("search", "kills", "stories", "assemblies", "honest", "fits")
"""Benchmarks of their own, too long to be rows of the table: `benchmarks/<name>.py`."""


def bench(arguments: Sequence[str]) -> int:
    """Run the table of benchmarks, each row printed as soon as it is there, or one of the long ones by its name."""
    name, rest = ("", arguments)
    if arguments and arguments[0] in LONG_BENCHMARKS:
        name, rest = f".{arguments[0]}", arguments[1:]
    if name not in (".search", ".assemblies", ".honest", ".fits") and "--no-browser" not in arguments:
        system.need_chromium()
    env = _prepare()
    if name == ".search":
        env["NUMBA_NUM_THREADS"] = "1"
    return subprocess.run([PYTHON, "-m", f"benchmarks{name}", *rest], cwd=ROOT, env=env, check=False).returncode


def worker() -> int:
    """Do long work for the database that the environment names, until told to stop."""
    if "WENLO_DATABASE_URL" not in os.environ:
        raise Trouble("set WENLO_DATABASE_URL to the database whose long work is to be done.", status=2)
    install.install()
    url = os.environ["WENLO_DATABASE_URL"]
    env = {**clean_environment(), "WENLO_DATABASE_URL": url}
    return subprocess.run([PYTHON, "-m", "wenlo.cli", "worker"], env=env, check=False).returncode
