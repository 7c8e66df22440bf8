"""Python environment, npm packages, built pages, compiled kernels. Each is skipped when nothing changed."""

import shutil
import sys
import time
import venv
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from wenlo.launch.environment import (
    BUILT,
    FRONTEND,
    HOME,
    KERNELS,
    PYTHON,
    ROOT,
    VENV,
    Trouble,
    clean_environment,
    digest,
    is_stamped,
    locked,
    python_version,
    run,
    say,
    stamp,
)
from wenlo.launch.system import need_node

UV_VERSION = "0.13.9"
TOOLS = HOME / "tools"


def _make_venv(folder: Path) -> None:
    if folder.exists():
        shutil.rmtree(folder)
    try:
        venv.create(folder, with_pip=True)
    except Exception as error:
        raise Trouble(
            f"cannot make a Python environment ({error}); on Debian run: apt-get install python3-venv"
        ) from None


def _uv() -> Path:
    # uv installs from a lock with hashes, in seconds; it comes from the Python registry into a venv of its own.
    uv = TOOLS / "bin" / "uv"
    mark = f"{UV_VERSION} {python_version()}"
    if not (uv.is_file() and is_stamped("uv", mark)):
        _make_venv(TOOLS)
        run([TOOLS / "bin" / "python", "-m", "pip", "install", "-q", f"uv=={UV_VERSION}"], what="installing uv")
        stamp("uv", mark)
    return uv


def environment(*, everything: bool) -> None:
    """The virtual environment from the lock file: the application's packages, or with those for tests and checks."""
    marks = {name: digest([ROOT / "requirements" / f"{name}.lock"], python_version()) for name in ("app", "all")}
    wanted = "all" if everything else "app"
    if PYTHON.is_file() and any(is_stamped("venv", marks[name]) for name in {wanted, "all"}):
        return
    uv = _uv()
    say("installing the Python packages")
    if not PYTHON.is_file():
        _make_venv(VENV)
    env = {**clean_environment(), "VIRTUAL_ENV": str(VENV), "UV_PYTHON_DOWNLOADS": "never"}
    env.pop("PYTHONPATH")
    lock = ROOT / "requirements" / f"{wanted}.lock"
    run(
        [uv, "--system-certs", "pip", "sync", "--require-hashes", "--python", PYTHON, lock],
        what="installing the Python packages",
        env=env,
    )
    stamp("venv", marks[wanted])


def node_packages() -> None:
    """The npm packages of the front end, as the lock file says."""
    mark = digest([FRONTEND / "package-lock.json", FRONTEND / "package.json"])
    if (FRONTEND / "node_modules").is_dir() and is_stamped("npm", mark):
        return
    need_node()
    say("installing the npm packages")
    run(["npm", "ci", "--no-audit", "--no-fund"], what="installing the npm packages", cwd=FRONTEND)
    stamp("npm", mark)


def pages() -> None:
    """The built front end."""
    sources = [
        *(FRONTEND / name for name in ("src", "index.html", "package-lock.json", "vite.config.ts", "tsconfig.json")),
        # the pages read the same messages as the papers
        ROOT / "src" / "wenlo" / "messages",
    ]
    mark = digest(sources)
    if (BUILT / "index.html").is_file() and is_stamped("pages", mark):
        return
    node_packages()
    say("building the pages")
    run(["npm", "run", "build"], what="building the pages", cwd=FRONTEND)
    stamp("pages", mark)


def mark_of_packages() -> str:
    """What the installed packages and the interpreter are known by."""
    return digest([ROOT / "requirements" / "app.lock"], python_version())


HALVES = ("figures", "pictures")
"""What two processors compile at the same time."""


def _compile(half: str) -> None:
    # each in a cache of its own: two that wrote the same index would mix up their files
    beside = KERNELS.with_name(f"kernels-{half}")
    # what an installation that was broken off left is older than this one, and would not be taken over
    shutil.rmtree(beside, ignore_errors=True)
    if KERNELS.is_dir():
        shutil.copytree(KERNELS, beside)
    environment = {**clean_environment(), "NUMBA_CACHE_DIR": str(beside)}
    run([PYTHON, "-m", "wenlo.cli", "compile", "--half", half], what="compiling the kernels", env=environment)


def _take_over(half: str, begun: float) -> None:
    # what is new of a function comes with its index; where both halves compiled one, the later one's index is for the
    # later one's files
    beside = KERNELS.with_name(f"kernels-{half}")
    for file in beside.glob("*/*.nb[ic]"):
        if file.stat().st_mtime >= begun:
            folder = KERNELS / file.parent.name
            folder.mkdir(parents=True, exist_ok=True)
            shutil.copyfile(file, folder / file.name)
    shutil.rmtree(beside)


def kernels() -> None:
    """The compiled kernels, cached on disk so that no request waits for a compiler."""
    mark = digest([ROOT / "src" / "wenlo" / "core", ROOT / "requirements" / "app.lock"], python_version())
    if KERNELS.is_dir() and is_stamped("kernels", mark):
        return
    # a compiled function keeps what it took from other files, and its cache looks at its own file alone
    sources = digest([ROOT / "src" / "wenlo" / "core" / "transport" / "kernels"], mark_of_packages())
    if not is_stamped("kernel-sources", sources):
        shutil.rmtree(KERNELS, ignore_errors=True)
    say("compiling the kernels (some minutes)")
    begun = time.time()
    with ThreadPoolExecutor(len(HALVES)) as pool:
        list(pool.map(_compile, HALVES))
    for half in HALVES:
        _take_over(half, begun)
    stamp("kernels", mark)
    stamp("kernel-sources", sources)


def install(*, everything: bool = False, with_pages: bool = True) -> None:
    """Install all that is missing; two at once take turns."""
    if sys.version_info[:2] != (3, 11):
        raise Trouble(f"Python 3.11 is needed; this is {python_version()}.", status=2)
    with locked("install", wait=True, busy="another installation is running in this folder; waiting for it"):
        environment(everything=everything)
        if with_pages:
            pages()
        kernels()
