"""A longer random search of the property tests than a test run has time for: seed after seed, what it finds kept as a
named case.

A test run draws its examples by one seed a commit, so that it gives the same answer twice. This draws by new seeds
until its time is up and writes every falsifying example to ``benchmarks/found``, one file a test, to be added to that
test with ``@example``.
"""

import argparse
import os
import random
import re
import subprocess
import sys
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
FOUND = Path(__file__).resolve().parent / "found"
EXAMPLE = re.compile(r"Falsifying example: (\w+)\((.*?)\n\s*\)", re.DOTALL)


def property_tests() -> list[str]:
    """Files with tests over random values."""
    files = sorted((ROOT / "tests").rglob("test_*.py"))
    return [str(f.relative_to(ROOT)) for f in files if "hypothesis" in f.read_text(encoding="utf-8")]


def examples(output: str) -> list[tuple[str, str]]:
    r"""Name of the test and its arguments of every falsifying example that a run printed.

    >>> examples("E   Falsifying example: test_a(\nE       wide=2.9375,\nE   )")
    [('test_a', 'wide=2.9375,')]
    """
    plain = re.sub(r"^E {1,3}", "", output, flags=re.MULTILINE)
    return [(name, " ".join(arguments.split())) for name, arguments in EXAMPLE.findall(plain)]


def keep(name: str, arguments: str, seed: int) -> Path:
    """Write an example down, once."""
    FOUND.mkdir(exist_ok=True)
    file = FOUND / f"{name}.txt"
    line = f"@example({arguments.rstrip(',')})  # seed {seed}\n"
    known = file.read_text(encoding="utf-8") if file.exists() else ""
    if line.split("  #")[0] not in known:
        file.write_text(known + line, encoding="utf-8")
    return file


def main() -> int:
    """Search; 1 if anything was found."""
    parser = argparse.ArgumentParser(prog="./wenlo bench search")
    parser.add_argument("--minutes", type=float, default=10.0, help="how long")
    parser.add_argument("tests", nargs="*", help="files of tests; all with random values if none are given")
    options = parser.parse_args()
    tests, end, found, rounds = options.tests or property_tests(), time.monotonic() + 60.0 * options.minutes, 0, 0
    while time.monotonic() < end:
        seed = random.SystemRandom().randrange(1 << 32)
        command = [
            sys.executable,
            "-m",
            "pytest",
            *tests,
            f"--hypothesis-seed={seed}",
            "-k",
            "not journey",
            "--no-header",
        ]
        done = subprocess.run(command, cwd=ROOT, env=os.environ, capture_output=True, text=True, check=False)
        rounds += 1
        print(f"seed {seed}: {done.stdout.strip().splitlines()[-1] if done.stdout.strip() else 'nothing'}", flush=True)
        for name, arguments in examples(done.stdout):
            found += 1
            print(f"  {name}({arguments}) kept in {keep(name, arguments, seed).relative_to(ROOT)}", flush=True)
    print(f"{rounds} rounds, {found} found")
    return int(found > 0)


if __name__ == "__main__":
    raise SystemExit(main())
