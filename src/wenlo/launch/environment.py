"""Places of the project, words for people, and ways to run other programs."""

import fcntl
import hashlib
import os
import pwd
import shutil
import subprocess
import sys
from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager, suppress
from pathlib import Path

ROOT = Path(__file__).resolve().parents[3]
HOME = Path(os.environ.get("WENLO_HOME", ROOT / ".wenlo"))
"""Everything that is installed or stored, out of the way of the sources."""

VENV = HOME / "venv"
PYTHON = VENV / "bin" / "python"
KERNELS = HOME / "kernels"
FRONTEND = ROOT / "frontend"
BUILT = FRONTEND / "dist"
LOG = HOME / "log"

NEEDED_DISK = 300_000_000
"""Least free space to go on with. [byte]"""


class Trouble(Exception):
    """Something a person must know, in one line, with the way out."""

    def __init__(self, line: str, status: int = 1) -> None:
        super().__init__(line)
        self.status = status


def say(line: str) -> None:
    """One line for the person who waits."""
    with suppress(OSError):  # who went away and took the terminal along is told nothing
        print(f"wenlo: {line}", flush=True)


def is_root() -> bool:
    """Whether this runs as root."""
    return os.geteuid() == 0


def run(
    command: Sequence[str | Path],
    *,
    what: str,
    env: Mapping[str, str] | None = None,
    cwd: Path | None = None,
    account: pwd.struct_passwd | None = None,
    quiet: bool = True,
    input_text: str | None = None,
) -> str:
    """Run a program to its end and return what it printed; a failure becomes Trouble with its last words.

    Parameters
    ----------
    command: program and arguments.
    what: what it does, for the message ("installing the npm packages").
    env: whole environment; the present one when None.
    cwd: folder to run in.
    account: run as this account (only as root).
    quiet: keep its output back unless it fails.
    input_text: text for its standard input.
    """
    done = subprocess.run(
        [str(part) for part in command],
        env=None if env is None else dict(env),
        cwd=cwd,
        text=True,
        check=False,
        stdout=subprocess.PIPE if quiet else None,
        stderr=subprocess.STDOUT if quiet else None,
        input=input_text,
        user=None if account is None else account.pw_uid,
        group=None if account is None else account.pw_gid,
        extra_groups=None if account is None else [],
    )
    output = done.stdout or ""
    if done.returncode != 0:
        if "No space left on device" in output or "ENOSPC" in output:
            raise Trouble(f"the disk is full while {what}; free some space and run the same command again.")
        LOG.mkdir(parents=True, exist_ok=True)
        (LOG / "last-failure.txt").write_text(output, encoding="utf-8")
        lines = [line for line in output.strip().splitlines() if line.strip()]
        last = lines[-1][:200] if lines else f"exit status {done.returncode}"
        raise Trouble(
            f"failed while {what}: {last} (all of it in {LOG / 'last-failure.txt'}); run the same command again."
        )
    return output


def digest(paths: Iterable[Path], *more: str) -> str:
    """Fingerprint of files (folders are taken whole), to know whether work must be done again."""
    total = hashlib.sha256()
    for path in paths:
        files = sorted(p for p in path.rglob("*") if p.is_file()) if path.is_dir() else [path]
        for file in files:
            if "__pycache__" in file.parts or not file.exists():
                continue
            total.update(str(file.relative_to(ROOT) if file.is_relative_to(ROOT) else file).encode())
            total.update(file.read_bytes())
    for text in more:
        total.update(text.encode())
    return total.hexdigest()


def is_stamped(name: str, mark: str) -> bool:
    """Whether the work ``name`` was finished for this very fingerprint."""
    file = HOME / "stamps" / name
    return file.is_file() and file.read_text(encoding="utf-8") == mark


def stamp(name: str, mark: str) -> None:
    """Note that the work is finished; written last, so that half-finished work is done again."""
    file = HOME / "stamps" / name
    file.parent.mkdir(parents=True, exist_ok=True)
    file.write_text(mark, encoding="utf-8")


@contextmanager
def locked(name: str, *, wait: bool, busy: str) -> Iterator[None]:
    """Hold a lock that the kernel lets go of when the process ends, however it ends.

    Parameters
    ----------
    name: name of the lock.
    wait: wait for it; else raise Trouble with the line ``busy``.
    busy: what to say when somebody else holds it.
    """
    file = HOME / "locks" / name
    file.parent.mkdir(parents=True, exist_ok=True)
    with file.open("a+") as handle:
        try:
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            if not wait:
                handle.seek(0)
                raise Trouble(busy.format(who=handle.read().strip() or "another process"), status=4) from None
            say(busy)
            fcntl.flock(handle, fcntl.LOCK_EX)
        handle.truncate(0)
        handle.write(f"process {os.getpid()}")
        handle.flush()
        yield


def check_disk() -> None:
    """Raise Trouble when there is too little space to go on."""
    try:
        HOME.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise Trouble(
            f"cannot write to {HOME.parent} ({error.strerror}); set WENLO_HOME to a folder of yours."
        ) from None
    free = shutil.disk_usage(HOME).free
    if free < NEEDED_DISK:
        raise Trouble(
            f"only {free // 1_000_000} MB are free on the disk of {HOME}; free some space and run this again."
        )


def program(name: str) -> str | None:
    """Path of a program, or None."""
    return shutil.which(name)


def clean_environment() -> dict[str, str]:
    """The environment without PostgreSQL's, Wenlo's and Python's own variables, which would leak into the programs we
    start.
    """
    skip = ("PG", "WENLO_", "PYTHON", "VIRTUAL_ENV")
    kept = {k: v for k, v in os.environ.items() if not k.startswith(skip)}
    return {
        **kept,
        "PYTHONPATH": str(ROOT / "src"),
        "NUMBA_CACHE_DIR": str(KERNELS),
        "OPENBLAS_NUM_THREADS": "1",
        "OMP_WAIT_POLICY": "passive",
    }


def python_version() -> str:
    """Version of the running Python."""
    return ".".join(str(part) for part in sys.version_info[:3])
