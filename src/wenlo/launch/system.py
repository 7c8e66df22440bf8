"""Debian packages: PostgreSQL always, Chromium for the tests."""

import subprocess
from pathlib import Path

from wenlo.launch.environment import Trouble, is_root, program, run, say

POSTGRES_HOMES = Path("/usr/lib/postgresql")
CHROMIUM = Path("/usr/bin/chromium")


def postgres_programs() -> Path | None:
    """Folder of the newest PostgreSQL server's programs, or None."""
    found = [folder / "bin" for folder in POSTGRES_HOMES.glob("*") if (folder / "bin" / "initdb").is_file()]
    return max(found, key=lambda folder: int("".join(filter(str.isdigit, folder.parent.name)) or 0), default=None)


def _install(package: str, why: str) -> None:
    command = ["apt-get", "install", "-y", "-qq", "--no-install-recommends", package]
    if not is_root():
        has_sudo = program("sudo") and subprocess.run(["sudo", "-n", "true"], capture_output=True).returncode == 0
        if not has_sudo:
            raise Trouble(f"{why} is missing; run this once and start again: sudo apt-get install {package}", status=2)
        command = ["sudo", "-n", *command]
    if program("apt-get") is None:
        raise Trouble(f"{why} is missing and this is not Debian; install {package} and start again.", status=2)
    say(f"installing {why} ({package})")
    prefix = command[: command.index("apt-get")]
    env = {"DEBIAN_FRONTEND": "noninteractive", "PATH": "/usr/sbin:/usr/bin:/sbin:/bin", "LC_ALL": "C.UTF-8"}
    run([*prefix, "apt-get", "update", "-qq"], what="reading Debian's package lists", env=env)
    run(command, what=f"installing {package}", env=env)


def need_postgres() -> Path:
    """The server's programs, installed when missing."""
    found = postgres_programs()
    if found is None:
        _install("postgresql", "PostgreSQL")
        found = postgres_programs()
    if found is None:
        raise Trouble("PostgreSQL was installed but its initdb was not found under /usr/lib/postgresql.")
    return found


def need_chromium() -> None:
    """Chromium for the tests, installed when missing."""
    if not CHROMIUM.is_file():
        _install("chromium", "Chromium")


def need_node() -> None:
    """Node.js 20 and npm; Debian 12's own are too old for the build, so they are asked for."""
    if program("node") is None or program("npm") is None:
        raise Trouble(
            "Node.js 20 or newer with npm is needed to build the pages; install it and start again.", status=2
        )
    version = run(["node", "--version"], what="asking for Node's version").strip().lstrip("v")
    if int(version.split(".")[0]) < 20:
        raise Trouble(f"Node.js 20 or newer is needed, this is {version}; update it and start again.", status=2)
