"""``./wenlo COMMAND``."""

import sys

from wenlo.launch import backup, quality, serve
from wenlo.launch.environment import Trouble

USAGE = """usage: ./wenlo COMMAND

  demo          install what is missing and start Wenlo with demo data
  start         the same without demo data
  test [ARGS]   install what is missing and run all tests (ARGS are pytest's)
  solve FILE.json [--seconds S] [--error E]
                read the meters of a plain panel set (docs/formats.md)
  report FILE.json [--only PARTS]
                print what is found of a project file, as facts in JSON (docs/formats.md)
  backup FILE   write everything into one file, while it runs or not, and read it back
  restore FILE  bring it back, from this version or an older one; what was there before is kept
  worker        do long work for the database at WENLO_DATABASE_URL, beside the one that demo and start bring
  check         format, lint, types and import rules
  bench [ARGS]  benchmarks; bench search looks for examples that break the property tests, bench kills ends processes
                while clients save, bench stories has several people edit one shoot (each has --help)
  api           write the front end's API types, for your editor
"""


def main(arguments: list[str]) -> int:
    """Run one command; a Trouble is one line on standard error."""
    if not arguments or arguments[0] in {"-h", "--help", "help"}:
        print(USAGE, end="")
        return 0 if arguments else 2
    command, rest = arguments[0], arguments[1:]
    try:
        match command:
            case "demo" | "start":
                return serve.serve(demo=command == "demo")
            case "test":
                return quality.test(rest)
            case "check":
                return quality.check()
            case "bench":
                return quality.bench(rest)
            case "backup":
                return backup.backup(rest)
            case "restore":
                return backup.restore(rest)
            case "worker":
                return quality.worker()
            case "solve" | "report":
                return quality.from_file(command, rest)
            case "api":
                return quality.api()
            case _:
                print(f"wenlo: there is no command “{command}”.\n\n{USAGE}", end="", file=sys.stderr)
                return 2
    except Trouble as trouble:
        print(f"wenlo: {trouble}", file=sys.stderr)
        return trouble.status
    except KeyboardInterrupt:
        return 130
    except OSError as error:
        if error.errno == 28:
            print("wenlo: the disk is full; free some space and run the same command again.", file=sys.stderr)
            return 1
        raise


if __name__ == "__main__":
    raise SystemExit(main(sys.argv[1:]))
